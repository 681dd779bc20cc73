"""Optimal cut lists and shut-downs from an independent solver, as data for tests/optima.rs.

Needs OR-tools (PyPI `ortools`; made with 9.15). Writes cut_lists.json and shut_downs.json beside this file. Lengths in
eighths of an inch, times in minutes. The instances are made up, from a fixed seed.
"""

import json
import random
from pathlib import Path

from ortools.sat.python import cp_model

HERE = Path(__file__).parent
COLOURS = {2: ["black", "white", "bare"], 3: ["black", "red", "white", "bare"]}


def solve(model):
    solver = cp_model.CpSolver()
    solver.parameters.max_time_in_seconds = 120
    solver.parameters.num_workers = 2
    solver.parameters.random_seed = 1
    status = solver.solve(model)
    assert status == cp_model.OPTIMAL, solver.status_name(status)
    return solver


def cut_list(demands, offcuts):
    """The least new cable, and with it the least length of offcuts opened."""

    def build(new_limit):
        model = cp_model.CpModel()
        opened = [model.new_bool_var(f"open{i}") for i in range(len(offcuts))]
        total = sum(length for _, length in demands)
        new = model.new_int_var(0, total, "new")
        for colour in sorted({colour for colour, _ in demands}):
            own = [length for known, length in demands if known == colour]
            bins = [i for i, (conductors, _) in enumerate(offcuts) if colour in COLOURS[conductors]]
            put = {(p, b): model.new_bool_var("") for p in range(len(own)) for b in bins}
            for p in range(len(own)):
                model.add(sum(put[p, b] for b in bins) <= 1)
            for b in bins:
                model.add(sum(own[p] * put[p, b] for p in range(len(own))) <= offcuts[b][1] * opened[b])
            packed = sum(own[p] * put[p, b] for p in range(len(own)) for b in bins)
            model.add(new >= sum(own) - packed)
        length = sum(offcuts[i][1] * opened[i] for i in range(len(offcuts)))
        if new_limit is None:
            model.minimize(new)
        else:
            model.add(new <= new_limit)
            model.minimize(length)
        return model

    least_new = round(solve(build(None)).objective_value)
    return least_new, round(solve(build(least_new)).objective_value)


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

    fewest = round(solve(build(None)).objective_value)
    return fewest, round(solve(build(fewest)).objective_value)


def main():
    rng = random.Random(11)
    lists = []
    while len(lists) < 24:
        colours = ["black", "white", "bare"] + (["red"] if len(lists) % 4 == 0 else [])
        demands = [[rng.choice(colours), rng.randrange(36, 76)] for _ in range(rng.randrange(6, 22))]
        offcuts = [[rng.choice([2, 2, 3]), rng.randrange(40, 240)] for _ in range(rng.randrange(2, 9))]
        new, opened = cut_list(demands, offcuts)
        lists.append({"demands": demands, "offcuts": offcuts, "new": new, "opened": opened})
    (HERE / "cut_lists.json").write_text(json.dumps(lists, separators=(",", ":")).replace("},", "},\n") + "\n")
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
    (HERE / "shut_downs.json").write_text(json.dumps(jobs, separators=(",", ":")).replace("},", "},\n") + "\n")


if __name__ == "__main__":
    main()
