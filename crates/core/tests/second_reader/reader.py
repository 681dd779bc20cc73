"""A second reading of the limits: tables and plain arithmetic, written apart from the rules, on random boxes.

`reader.py COUNT SEED` prints one case a line: a box, the edition, the year it was wired, and what the limits say of it.
`tests/second_reader.rs` compares. Sources: NEC 300.14, 314.16, 240.4, 250.122, 210.8, 210.12, 406.12 and Table 310.16,
CEC 12-3000, 12-3034, Tables 16 and 22, 26-704, 26-658, 26-706; all from memory, no code book at hand.
"""

import json
import random
import sys
from fractions import Fraction

INCH = 25_400_000
MM = 1_000_000
CUBIC_INCH = 16_387_064
RANK = ["violates", "marginal", "not-measured", "legacy", "meets", "not-applicable"]
GAUGES = ["18", "16", "14", "12", "10", "8", "6"]


def worst(verdicts):
    return min(verdicts, key=RANK.index) if verdicts else "not-applicable"


def older(case, since):
    """Wiring of the very year of an edition counts as older than it."""
    return case["year"] is not None and case["year"] <= since


def missed(case, since):
    return "legacy" if older(case, since) else "violates"


def canadian(case):
    return case["edition"].startswith("cec")


def edition_year(case):
    return int(case["edition"][4:])


# --- free conductor -------------------------------------------------------------------------------------------------


def band(length, inches, metric):
    """Both unit systems print the limit; meeting either is meeting it, and the tape reads to 1/16 in."""
    strict, lenient, tape = max(inches, metric), min(inches, metric), INCH // 16
    if length >= strict + tape:
        return "meets"
    return "violates" if length + tape < lenient else "marginal"


def exempt(wire):
    looped = wire["looped"] and wire["joined"] is None
    return wire["passes_through"] or wire["pigtail"] or wire["from_canopy"] or looped


def free_length(case):
    found = []
    end = case["box"]["cables"][0]["sheath_end"]
    limits = (150 * MM, 150 * MM) if canadian(case) else (6 * INCH, 150 * MM)
    for wire in case["box"]["conductors"]:
        length, reach = wire["free_length"], wire["reach"]
        if exempt(wire):
            found.append("not-applicable")
        elif length is not None:
            found.append(band(length, *limits))
        elif reach is not None and end is not None:
            found.append(band(reach + end, *limits))
        elif reach is not None and band(max(reach, 0), *limits) == "meets":
            found.append("meets")
        else:
            found.append("not-measured")
    return worst(found) if found else "not-measured"


def free_reach(case):
    if canadian(case):
        return "not-applicable"
    found = []
    end = case["box"]["cables"][0]["sheath_end"]
    for wire in case["box"]["conductors"]:
        length, reach = wire["free_length"], wire["reach"]
        if exempt(wire):
            found.append("not-applicable")
            continue
        if reach is None and length is not None and end is not None:
            reach = length - end
        if reach is not None:
            verdict = band(reach, 3 * INCH, 75 * MM)
        elif length is not None and band(length, 3 * INCH, 75 * MM) == "violates":
            verdict = "violates"
        else:
            verdict = "not-measured"
        found.append(missed(case, 1999) if verdict == "violates" else verdict)
    return worst(found) if found else "not-measured"


# --- box fill -------------------------------------------------------------------------------------------------------

NEC_ROOM = {"18": "1.5", "16": "1.75", "14": "2", "12": "2.25", "10": "2.5", "8": "3", "6": "5"}
CEC_ROOM = {"18": "0", "16": "0", "14": "1.5", "12": "1.75", "10": "2.25", "8": "2.75", "6": "4.5"}
NEC_BOX = {"square4x1-1-2": "21", "device3x2x2-1-2": "12.5", "device3x2x3-1-2": "18", "octagon4x2-1-8": "21.5"}
CEC_BOX = {"square4x1-1-2": "21", "device3x2x2-1-2": "12.5", "octagon4x2-1-8": "21"}
DEEP = {"gfci-receptacle": Fraction(5, 4), "range-receptacle": Fraction(3, 2)}


def thickest(wires):
    return max((wire["gauge"] for wire in wires), key=GAUGES.index)


def is_ground(wire):
    return wire["role"] == "equipment-grounding"


def required(case):
    """In cubic inches."""
    box = case["box"]
    wires = [wire for wire in box["conductors"] if not wire["from_canopy"]]
    if not wires:
        return None
    room = {gauge: Fraction(size) for gauge, size in (CEC_ROOM if canadian(case) else NEC_ROOM).items()}
    big = thickest(wires)
    total = Fraction(0)
    spared = 0
    for wire in box["conductors"]:
        uncounted = is_ground(wire) and (not canadian(case) or wire["colour"] == "bare")
        if wire["pigtail"] or uncounted:
            continue
        if wire["from_canopy"] and wire["gauge"] in ("18", "16"):
            spared += 1
            if canadian(case) or spared <= 4:
                continue
        total += room[wire["gauge"]] * (2 if wire["looped"] and not canadian(case) else 1)
    for device in box["devices"]:
        behind = device["behind"]
        inches = Fraction(behind, INCH) if behind is not None else DEEP.get(device["kind"], Fraction(1))
        if canadian(case) and inches > 1:
            # 32 cm² times the depth, a gang.
            litres = Fraction(32) * inches * Fraction(254, 100) * device["gangs"]
            total += litres * 1_000_000 / CUBIC_INCH
        else:
            total += 2 * device["gangs"] * room[big]
    grounds = [wire for wire in box["conductors"] if is_ground(wire) and not wire["pigtail"] and not wire["from_canopy"]]
    if not canadian(case):
        if edition_year(case) >= 2020 and grounds:
            each = room[thickest(grounds)]
            total += each + max(0, len(grounds) - 4) * each / 4
        elif grounds:
            own = [wire for wire in grounds if not wire["isolated"]]
            apart = [wire for wire in grounds if wire["isolated"]]
            total += sum(room[thickest(kind)] for kind in (own, apart) if kind)
        if box["fittings"]["internal_clamps"]:
            total += room[big]
    return total


def box_fill(case):
    need, box = required(case), case["box"]
    if need is None:
        return "not-measured"
    if box["marked_volume"] is not None:
        have = Fraction(box["marked_volume"], CUBIC_INCH)
    else:
        table = CEC_BOX if canadian(case) else NEC_BOX
        have = Fraction(table[box["size"]]) if box["size"] in table else None
    if have is None:
        return "not-measured"
    return "meets" if need <= have else "violates"


# --- ampacity and grounds -------------------------------------------------------------------------------------------

SIXTY = {
    "copper": {"14": 15, "12": 20, "10": 30, "8": 40, "6": 55},
    "aluminium": {"12": 15, "10": 25, "8": 35, "6": 40},
}
SEVENTY_FIVE = {"copper": {"8": 50, "6": 65}, "aluminium": {"8": 40, "6": 50}}
RATINGS = [15, 20, 25, 30, 35, 40, 45, 50, 60, 70]


def next_up(amperes):
    return next(rating for rating in RATINGS if rating >= amperes)


def ampacity(case):
    box, found = case["box"], []
    amperes = box["supply"]["amperes"]
    wires = [wire for wire in box["conductors"] if not is_ground(wire) and not wire["from_canopy"]]
    if not wires or amperes is None:
        return "not-measured"
    raceway = box["cables"][0]["method"] == "thin-wall"
    for wire in wires:
        gauge, metal = wire["gauge"], wire["material"]
        if gauge in ("18", "16"):
            found.append("not-measured" if box["kind"] == "octagon" else "violates")
            continue
        if gauge not in SIXTY[metal]:
            found.append("violates")
            continue
        most = next_up(SIXTY[metal][gauge])
        warm = SEVENTY_FIVE[metal].get(gauge)
        if amperes <= most:
            found.append("meets")
        elif warm and amperes <= next_up(warm) and (raceway or canadian(case)) and box["supply"]["warm"] is not False:
            found.append("meets" if box["supply"]["warm"] else "not-measured")
        else:
            found.append("violates")
    return worst(found)


NEC_GROUND = {"copper": [(15, "14"), (20, "12"), (60, "10"), (100, "8")], "aluminium": [(15, "12"), (20, "10"), (60, "8")]}
CEC_GROUND = {"copper": [(20, "14"), (30, "12"), (60, "10"), (100, "8")], "aluminium": [(20, "12"), (30, "10"), (60, "8")]}


def ground_size(case):
    box, found = case["box"], []
    grounds = [wire for wire in box["conductors"] if is_ground(wire) and not wire["from_canopy"]]
    amperes = box["supply"]["amperes"]
    if not grounds:
        return "not-applicable"
    if amperes is None:
        return "not-measured"
    others = [wire["gauge"] for wire in box["conductors"] if not is_ground(wire) and not wire["from_canopy"]]
    for wire in grounds:
        table = (CEC_GROUND if canadian(case) else NEC_GROUND)[wire["material"]]
        least = next(gauge for most, gauge in table if amperes <= most)
        if others:
            least = min(least, max(others, key=GAUGES.index), key=GAUGES.index)
        if GAUGES.index(wire["gauge"]) >= GAUGES.index(least):
            found.append("meets")
        else:
            # Cable of before about 1971 came with a smaller ground, lawful then, on 15 and 20 A.
            found.append(missed(case, 1971) if amperes <= 20 else "violates")
    return worst(found)


# --- protection by place --------------------------------------------------------------------------------------------

NEC_GFCI = {
    "bathroom": 1975,
    "outdoors": 1973,
    "garage": 1978,
    "crawl-space": 1990,
    "unfinished-basement": 1990,
    "near-sink": 2011,
    "laundry": 2014,
    "finished-basement": 2020,
    "kitchen": 2023,
}
NEC_AFCI = {"bedroom": 2002, "living-space": 2008, "hallway": 2008, "finished-basement": 2008, "kitchen": 2014,
            "kitchen-counter": 2014, "laundry": 2014}


def receptacles(case):
    return [device for device in case["box"]["devices"] if device["kind"] != "switch"]


def large(device):
    return device["kind"] == "range-receptacle"


def gfci_since(case, device):
    """The year, None for nothing asked, "ask" where it hangs on a distance."""
    place, water = case["box"]["location"], case["box"]["stand"]["to_water"]
    if canadian(case):
        if large(device):
            return None
        if place == "outdoors":
            return 1975
        if water is not None and water > 1500 * MM:
            return None
        if place == "bathroom":
            return 1975
        if water is None:
            return "ask" if place in ("kitchen-counter", "near-sink") else None
        return 2009
    year = NEC_GFCI.get(place)
    if place == "kitchen-counter":
        year = 1996 if water is not None and water > 72 * INCH else 1987
    if place == "laundry" and water is not None and water <= 72 * INCH:
        year = 2005
    if large(device):
        year = 2023 if year is None else max(year, 2020)
    return year if year is not None and year <= edition_year(case) else None


def dated(case, device, year, replacement):
    """A device younger than its wiring is held to what is asked of a replacement."""
    if not older(case, year):
        return "violates"
    since = max(year, replacement)
    if device["replaced"] is not None:
        return "violates" if device["replaced"] > since else "legacy"
    first_made = 1973 if device["kind"] == "gfci-receptacle" else 0 if device["kind"] == "two-slot-receptacle" else 1962
    if device["tamper_resistant"]:
        first_made = 2008
    if case["year"] <= first_made:
        return "violates" if first_made > since else "not-measured"
    return "legacy"


def gfci(case):
    box, found = case["box"], []
    devices = receptacles(case)
    if devices and box["location"] is None:
        return "not-measured"
    for device in devices:
        since = gfci_since(case, device)
        if since is None:
            found.append("not-applicable")
        elif since == "ask":
            found.append("not-measured")
        elif device["kind"] == "gfci-receptacle" or box["supply"]["gfci"]:
            found.append("meets")
        elif box["supply"]["gfci"] is None:
            found.append("not-measured")
        elif (not canadian(case) and box["location"] == "kitchen-counter" and box["stand"]["to_water"] is None
              and not large(device) and older(case, 1996) and not older(case, 1987)):
            found.append("not-measured")
        else:
            found.append(dated(case, device, since, 2009 if canadian(case) else 1993))
    return worst(found)


def afci(case):
    box, found = case["box"], []
    devices = receptacles(case) if canadian(case) else box["devices"]
    if not devices or (box["supply"]["amperes"] or 0) > 20:
        return "not-applicable"
    place = box["location"]
    if place is None:
        return "not-measured"
    for device in devices:
        if large(device):
            found.append("not-applicable")
            continue
        if canadian(case):
            since = None if place in ("bathroom", "kitchen-counter") else 2002 if place == "bedroom" else 2015
        else:
            since = NEC_AFCI.get(place)
            if place == "near-sink":
                found.append("not-measured")
                continue
            if since is not None and since > edition_year(case):
                since = None
        if since is None:
            found.append("not-applicable")
        elif box["supply"]["afci"]:
            found.append("meets")
        elif box["supply"]["afci"] is None:
            found.append("not-measured")
        elif device["kind"] == "switch":
            found.append(missed(case, since))
        else:
            found.append(dated(case, device, since, 2015 if canadian(case) else 2013))
    return worst(found)


def tamper(case):
    box, found = case["box"], []
    for device in receptacles(case):
        if device["kind"] == "two-slot-receptacle":
            continue
        if device["tamper_resistant"]:
            found.append("meets")
        elif box["location"] is None:
            found.append("not-measured")
        elif large(device):
            continue
        else:
            since = 2009 if canadian(case) else 2020 if box["location"] in ("attic", "crawl-space") else 2008
            if since > edition_year(case):
                found.append("not-applicable")
            elif device["tamper_resistant"] is None:
                found.append("not-measured")
            else:
                found.append(dated(case, device, since, 2015 if canadian(case) else 2011))
    return worst(found)


RULES = {
    "free-conductor-length": free_length,
    "free-conductor-reach": free_reach,
    "box-fill": box_fill,
    "conductor-ampacity": ampacity,
    "ground-size": ground_size,
    "gfci-required": gfci,
    "afci-required": afci,
    "tamper-resistant": tamper,
}

# --- random boxes ---------------------------------------------------------------------------------------------------

PLACES = [None, "bathroom", "kitchen-counter", "kitchen", "near-sink", "laundry", "garage", "outdoors", "crawl-space",
          "unfinished-basement", "finished-basement", "bedroom", "living-space", "hallway", "attic"]
EDITIONS = ["nec-2008", "nec-2011", "nec-2014", "nec-2017", "nec-2020", "nec-2023", "nec-2026", "cec-2018", "cec-2021",
            "cec-2024"]


def maybe(dice, value):
    return value if dice.random() < 0.7 else None


def wire(dice, number):
    role = dice.choice(["ungrounded", "grounded", "equipment-grounding", "switched-leg"])
    ground = role == "equipment-grounding"
    return {
        "id": number,
        "cable": 1,
        "gauge": dice.choice(GAUGES if dice.random() < 0.3 else ["14", "12", "10"]),
        "material": "aluminium" if dice.random() < 0.1 else "copper",
        "colour": dice.choice(["bare", "green"]) if ground else "black" if role != "grounded" else "white",
        "role": role,
        "free_length": maybe(dice, dice.randrange(0, 9 * 64) * INCH // 64),
        "reach": maybe(dice, dice.randrange(-64, 5 * 64) * INCH // 64),
        "passes_through": dice.random() < 0.1,
        "looped": dice.random() < 0.1,
        "pigtail": dice.random() < 0.1,
        "from_canopy": dice.random() < 0.1,
        "isolated": ground and dice.random() < 0.2,
        "joined": dice.choice([None, None, "A"]),
    }


def device(dice, number):
    kind = dice.choice(["duplex-receptacle", "gfci-receptacle", "two-slot-receptacle", "range-receptacle", "switch"])
    return {
        "id": number,
        "kind": kind,
        "gangs": 2 if kind == "range-receptacle" else 1,
        "behind": maybe(dice, dice.randrange(8, 30) * INCH // 16),
        "replaced": dice.choice([None, None, 1985, 1993, 1994, 2012, 2014, 2016]),
        "tamper_resistant": dice.choice([None, True, False, False]),
    }


def make(dice):
    kind = dice.choice(["device", "device", "octagon", "square"])
    box = {
        "kind": kind,
        "construction": "nonmetallic",
        "location": dice.choice(PLACES),
        "marked_volume": maybe(dice, dice.randrange(400, 4000) * CUBIC_INCH // 100),
        "size": dice.choice([None, *NEC_BOX]),
        "fittings": {"internal_clamps": dice.random() < 0.5},
        "stand": {"to_water": dice.choice([None, None, 1000 * MM, 1500 * MM, 1700 * MM, 72 * INCH, 73 * INCH])},
        "supply": {
            "amperes": dice.choice([None, 15, 15, 20, 20, 30, 40, 50]),
            "gfci": dice.choice([None, True, False, False]),
            "afci": dice.choice([None, True, False, False]),
            "warm": dice.choice([None, True, False]),
        },
        "cables": [
            {
                "id": 1,
                "method": dice.choice(["nonmetallic", "thin-wall"]),
                "sheath_end": maybe(dice, dice.randrange(0, 48) * INCH // 16),
            }
        ],
        "conductors": [wire(dice, number + 1) for number in range(dice.randrange(0, 9))],
        "devices": [device(dice, number + 1) for number in range(dice.randrange(0, 3))],
    }
    return {"edition": dice.choice(EDITIONS), "year": dice.choice([None, None, *range(1955, 2026)]), "box": box}


def main():
    count, seed = int(sys.argv[1]), int(sys.argv[2])
    dice = random.Random(seed)
    for _ in range(count):
        case = make(dice)
        case["verdicts"] = {rule: says(case) for rule, says in RULES.items()}
        need = required(case)
        case["required_nl"] = None if need is None else round(need * CUBIC_INCH)
        print(json.dumps(case))


main()
