"""Rooms with the fewest outlets that serve their walls and counters, by an integer program of OR-tools (SCIP).

Everything is in whole inches. Where outlets stand on whole inches and reach whole inches, a wall is served when each inch of it lies
within reach of one outlet of its own space; some fewest way stands on whole inches, since every bound does. Nothing here is shared
with the program: spaces are found by walking round the room inch by inch.

    python3 make_rooms.py > rooms.json
"""

import json
import random
import sys

from ortools.linear_solver import pywraplp

BREAKS = {"door", "opening", "fireplace", "cabinet", "counter", "sink", "cooktop", "range", "refrigerator"}
NO_PLACE_ON_WALL = {"glass", "heater"}
NO_PLACE_AT_COUNTER = {"window", "glass"}
WALL, COUNTER = (24, 72), (12, 24)  # narrowest space, reach: NEC 210.52(A), (C)


def arcs(inside, closed):
    """The stretches of inches that are inside, as (first, count); one that is all round as (0, total)."""
    total = len(inside)
    if all(inside):
        return [(0, total)]
    starts = [k for k in range(total) if inside[k] and not (inside[k - 1] if closed or k else False)]
    found = []
    for start in starts:
        count = 0
        while count < total and inside[(start + count) % total] and (closed or start + count < total):
            count += 1
        found.append((start, count))
    return found


def fewest(arc, total, reach, outlets, blocked):
    start, count = arc
    whole = count == total
    own = [(o - start) % total for o in outlets]
    own = [o for o in own if o <= count]
    solver = pywraplp.Solver.CreateSolver("SCIP")
    solver.SetTimeLimit(60_000)
    places = [j for j in range(count if whole else count + 1) if (start + j) % total not in blocked]
    put = {j: solver.BoolVar(f"x{j}") for j in places}

    def reaches(j, k):
        turns = (0, total, -total) if whole else (0,)
        return any(j + t - reach <= k and k + 1 <= j + t + reach for t in turns)

    for k in range(count):
        if any(reaches(o, k) for o in own):
            continue
        near = [put[j] for j in places if reaches(j, k)]
        if not near:
            return None
        solver.Add(sum(near) >= 1)
    # On a line that is round and bare any way can be turned until an outlet is at the first inch.
    if whole and not own and len(places) == count:
        solver.Add(put[0] == 1)
    solver.Minimize(sum(put.values()))
    assert solver.Solve() == pywraplp.Solver.OPTIMAL, "not proven in time"
    return round(solver.Objective().Value())


def needed(room):
    starts, total = [], 0
    for length, _, _ in room["walls"]:
        starts.append(total)
        total += length
    kinds = [set() for _ in range(total)]
    no_place = {"wall": set(), "counter": set()}
    for start, (_, _, parts) in zip(starts, room["walls"]):
        for what, begin, width in parts:
            for k in range(begin, begin + width):
                kinds[start + k].add(what)
            along = range(start + begin, start + begin + width)
            if what in NO_PLACE_ON_WALL:
                no_place["wall"].update(along)
            if what in NO_PLACE_AT_COUNTER:
                no_place["counter"].update(along)
    # The joint of two things that leave no place for an outlet is no place either; the edge of one alone is.
    for name, taken in no_place.items():
        no_place[name] = {j for j in taken if (j - 1) % total in taken}
    outlets = [starts[wall] + at for wall, at in room["outlets"]]
    walls = [not (known & BREAKS) for known in kinds]
    counters = ["counter" in known for known in kinds]
    answer = {}
    for name, inside, (narrowest, reach) in (("wall", walls, WALL), ("counter", counters, COUNTER)):
        if name == "counter" and room["kind"] != "kitchen" or not any(inside):
            answer[name] = 0
            continue
        spaces = [arc for arc in arcs(inside, True) if arc[1] >= narrowest]
        each = [fewest(arc, total, reach, outlets, no_place[name]) for arc in spaces]
        answer[name] = None if None in each else sum(each)
    return answer


def room(rng):
    across, deep = rng.randrange(96, 301), rng.randrange(84, 241)
    if rng.random() < 0.3:
        cut_x, cut_y = rng.randrange(30, across - 40), rng.randrange(30, deep - 40)
        lengths = [across, deep, across - cut_x, cut_y, cut_x, deep - cut_y]
        corners = ["inside", "inside", "inside", "outside", "inside", "inside"]
    else:
        lengths, corners = [across, deep, across, deep], ["inside"] * 4
    kind = rng.choice(["kitchen", "living"])
    things = ["door", "glass", "cabinet", "heater", "fireplace", "opening"]
    if kind == "kitchen":
        things = ["door", "counter", "counter", "sink", "range", "refrigerator", "counter", "cabinet", "opening"]
    walls = []
    for length, corner in zip(lengths, corners):
        parts, at = [], rng.choice([0, rng.randrange(0, 60)])
        while len(parts) < 4 and rng.random() < 0.75:
            width = rng.randrange(6, 97)
            if at + width > length:
                break
            parts.append([rng.choice(things), at, width])
            at += width + rng.choice([0, 0, rng.randrange(1, 60)])
        if length > 60 and rng.random() < 0.3:
            parts.append(["window", rng.randrange(0, length - 50), rng.randrange(20, 50)])
        walls.append([length, corner, parts])
    outlets = []
    for _ in range(rng.randrange(0, 7)):
        wall = rng.randrange(len(walls))
        outlets.append([wall, rng.randrange(1, lengths[wall])])
    return {"kind": kind, "walls": walls, "outlets": outlets}


def main():
    rng = random.Random(20261127)
    rows = []
    # A room without anything along its walls runs all round.
    for across, outlets in ((100, []), (144, [[0, 40]]), (203, []), (288, [[0, 3], [2, 200]])):
        rows.append({"kind": "living", "walls": [[n, "inside", []] for n in (across, 120, across, 120)], "outlets": outlets})
    while len(rows) < 90:
        rows.append(room(rng))
    for row in rows:
        row["fewest"] = needed(row)
    json.dump(rows, sys.stdout, separators=(",", ":"))


if __name__ == "__main__":
    main()
