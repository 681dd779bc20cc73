"""Optimal cut lists and shut-downs from an independent solver, as data for tests/optima.rs.

Needs OR-tools (PyPI `ortools`; made with 9.15). Writes cut_lists.json, cut_lists_large.json, shut_downs.json and
shut_downs_large.json beside this file. Lengths in eighths of an inch, times in minutes. The instances are made up, from a
fixed seed.
"""

import json
import random
from collections import Counter
from pathlib import Path

from ortools.linear_solver import pywraplp
from ortools.sat.python import cp_model

HERE = Path(__file__).parent
COLOURS = {2: ["black", "white", "bare"], 3: ["black", "red", "white", "bare"]}


def solve(model, seconds=120):
    """The optimum, or None where the solver does not prove one in time."""
    solver = cp_model.CpSolver()
    solver.parameters.max_time_in_seconds = seconds
    solver.parameters.num_workers = 2
    solver.parameters.random_seed = 1
    status = solver.solve(model)
    return round(solver.objective_value) if status == cp_model.OPTIMAL else None


def cut_list(demands, offcuts, seconds=120):
    """The least new cable, and with it the least length of offcuts opened."""

    def build(new_limit):
        model = cp_model.CpModel()
        opened = [model.new_bool_var(f"open{i}") for i in range(len(offcuts))]
        total = sum(length for _, length in demands)
        new = model.new_int_var(0, total, "new")
        for colour in sorted({colour for colour, _ in demands}):
            own = Counter(length for known, length in demands if known == colour)
            bins = [i for i, (conductors, _) in enumerate(offcuts) if colour in COLOURS[conductors]]
            put = {(l, b): model.new_int_var(0, min(own[l], offcuts[b][1] // l), "") for l in own for b in bins}
            for l in own:
                model.add(sum(put[l, b] for b in bins) <= own[l])
            for b in bins:
                model.add(sum(l * put[l, b] for l in own) <= offcuts[b][1] * opened[b])
            packed = sum(l * put[l, b] for l in own for b in bins)
            model.add(new >= sum(l * n for l, n in own.items()) - packed)
        length = sum(offcuts[i][1] * opened[i] for i in range(len(offcuts)))
        if new_limit is None:
            model.minimize(new)
        else:
            model.add(new <= new_limit)
            model.minimize(length)
        return model

    least_new = solve(build(None), seconds)
    if least_new is None:
        return None
    opened = solve(build(least_new), seconds)
    return None if opened is None else (least_new, opened)


def shut_downs(tasks, longest, setup, limits):
    """The fewest shut-downs, and with them the fewest breakers off."""
    most = len(tasks)

    def build(count):
        model = cp_model.CpModel()
        bins = range(most if count is None else count)
        used = [model.new_bool_var("") for _ in bins]
        put = {(t, b): model.new_bool_var("") for t in range(len(tasks)) for b in bins}
        off = {(k, b): model.new_bool_var("") for k in range(len(limits)) for b in bins}
        for t, (_, breakers) in enumerate(tasks):
            model.add_exactly_one(put[t, b] for b in bins)
            for b in bins:
                for k in breakers:
                    model.add_implication(put[t, b], off[k, b])
        for b in bins:
            time = sum(minutes * put[t, b] for t, (minutes, _) in enumerate(tasks))
            model.add(time <= (longest - setup) * used[b])
            for k, limit in enumerate(limits):
                if limit is not None and limit < longest:
                    model.add(time <= limit - setup).only_enforce_if(off[k, b])
            if b > 0:
                model.add_implication(used[b], used[b - 1])
        if count is None:
            model.minimize(sum(used))
        else:
            model.minimize(sum(off.values()))
        return model

    fewest = solve(build(None))
    return None if fewest is None else (fewest, solve(build(fewest)))


MOST_GROUPS = 30_000


def groups_of(tasks, rules):
    """Every set of boxes that fits into one shut-down, with its breakers and its minutes; None where there are too many."""
    groups = []

    def lasts(minutes, breakers):
        return minutes + rules["setup"] + rules["per_breaker"] * len(breakers)

    def grow(first, chosen, minutes, breakers):
        for t in range(first, len(tasks)):
            own = breakers | set(tasks[t][1])
            known = [rules["limits"][k] for k in own if rules["limits"][k] is not None]
            time = minutes + tasks[t][0]
            if lasts(time, own) <= min([rules["longest"], *known]):
                groups.append(([*chosen, t], own, lasts(time, own)))
                if len(groups) > MOST_GROUPS:
                    return
                grow(t + 1, [*chosen, t], time, own)

    grow(0, [], 0, set())
    return groups if len(groups) <= MOST_GROUPS else None


def staged(tasks, rules, seconds):
    """Fewest shut-downs; of as many the fewest breakers off; of these the least minutes without essential loads: each box in
    just one of all the groups there are. None where the solver does not prove a stage in time."""
    groups = groups_of(tasks, rules)
    if groups is None:
        return None
    loads = [sum(rules["essential"][k] for k in own) for _, own, _ in groups]
    costs = [
        [1] * len(groups),
        [len(own) for _, own, _ in groups],
        [load * minutes for load, (_, _, minutes) in zip(loads, groups)],
    ]
    known = []
    for stage in range(3):
        solver = pywraplp.Solver.CreateSolver("SCIP")
        solver.SetTimeLimit(seconds * 1000)
        taken = [solver.BoolVar("") for _ in groups]
        for t in range(len(tasks)):
            once = solver.Constraint(1, 1)
            for g, (chosen, _, _) in enumerate(groups):
                if t in chosen:
                    once.SetCoefficient(taken[g], 1)
        for cost, least in zip(costs, known):
            most = solver.Constraint(0, least)
            for g, value in enumerate(cost):
                most.SetCoefficient(taken[g], value)
        solver.Minimize(solver.Sum([value * taken[g] for g, value in enumerate(costs[stage])]))
        if solver.Solve() != pywraplp.Solver.OPTIMAL:
            return None
        known.append(round(solver.Objective().Value()))
    return known


def job_instances(rng, sizes, wanted, seconds):
    """Jobs with their optima; what the solver does not prove is left out, and counted on the way."""
    jobs, left_out = [], 0
    while len(jobs) < wanted:
        boxes, circuits = sizes[len(jobs) % len(sizes)]
        rules = {
            "longest": 240,
            "setup": rng.choice([10, 15, 20]),
            "per_breaker": rng.choice([0, 3, 5, 8]),
            "limits": [rng.choice([None] * 5 + [90, 120, 180]) for _ in range(circuits)],
        }
        rules["essential"] = [0 if limit is None else rng.choice([1, 1, 2]) for limit in rules["limits"]]
        tasks = []
        for _ in range(boxes):
            own = sorted(rng.sample(range(circuits), rng.choice([1, 1, 1, 1, 2])))
            room = min([240] + [rules["limits"][k] for k in own if rules["limits"][k] is not None])
            room -= rules["setup"] + rules["per_breaker"] * len(own)
            tasks.append([rng.randrange(15, min(room, 95) + 1), own])
        best = staged(tasks, rules, seconds)
        if best is None:
            left_out += 1
            print(f"left out: {boxes} boxes on {circuits} circuits ({left_out} in all)", flush=True)
        else:
            jobs.append({"tasks": tasks, **rules, "best": best})
            print(f"{boxes} boxes on {circuits} circuits: {best}", flush=True)
    return jobs


def cut_instances(rng, sizes, wanted, seconds):
    """Instances with their optima: offcuts scarce, enough and plenty in turn; what the solver does not prove is left out."""
    lists = []
    while len(lists) < wanted:
        pigtails, stock = sizes[len(lists) % len(sizes)]
        colours = ["black", "white", "bare"] + (["red"] if len(lists) % 5 == 0 else [])
        demands = [[rng.choice(colours), 2 * rng.randrange(12, 37)] for _ in range(pigtails)]
        room = 48 * pigtails / len(colours) * rng.choice([0.6, 1.0, 1.6]) / stock
        shortest, longest = max(30, int(room * 0.4)), max(60, int(room * 1.7))
        offcuts = [[rng.choice([2, 2, 3]), rng.randrange(shortest, longest)] for _ in range(stock)]
        best = cut_list(demands, offcuts, seconds)
        if best is not None:
            lists.append({"demands": demands, "offcuts": offcuts, "new": best[0], "opened": best[1]})
    return lists


def write(name, rows):
    (HERE / name).write_text(json.dumps(rows, separators=(",", ":")).replace("},", "},\n") + "\n")


def main():
    rng = random.Random(11)
    lists = []
    while len(lists) < 24:
        colours = ["black", "white", "bare"] + (["red"] if len(lists) % 4 == 0 else [])
        demands = [[rng.choice(colours), rng.randrange(36, 76)] for _ in range(rng.randrange(6, 22))]
        offcuts = [[rng.choice([2, 2, 3]), rng.randrange(40, 240)] for _ in range(rng.randrange(2, 9))]
        new, opened = cut_list(demands, offcuts)
        lists.append({"demands": demands, "offcuts": offcuts, "new": new, "opened": opened})
    write("cut_lists.json", lists)
    sizes = [(20, 5), (40, 8), (60, 10), (80, 12), (100, 16), (120, 18), (150, 20)]
    write("cut_lists_large.json", cut_instances(random.Random(29), sizes, 42, 60))
    jobs = []
    while len(jobs) < 24:
        breakers = rng.randrange(2, 7)
        limits = [rng.choice([None, None, 60, 90]) for _ in range(breakers)]
        tasks = []
        for _ in range(rng.randrange(5, 14)):
            own = sorted(rng.sample(range(breakers), rng.choice([1, 1, 1, 2])))
            room = min([240] + [limits[k] for k in own if limits[k] is not None]) - 20
            tasks.append([rng.randrange(8, min(room, 70) + 1), own])
        fewest, off = shut_downs(tasks, 240, 20, limits)
        jobs.append({"tasks": tasks, "limits": limits, "fewest": fewest, "breakers": off})
    write("shut_downs.json", jobs)
    sizes = [(10, 5), (12, 6), (15, 8), (18, 10), (20, 12), (24, 12), (30, 12)]
    write("shut_downs_large.json", job_instances(random.Random(31), sizes, 42, 60))


if __name__ == "__main__":
    main()
