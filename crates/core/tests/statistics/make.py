"""Writes expected.csv: what scipy says of the boxes left closed. Needs scipy (`pip install scipy`); run it in this folder.

Each row: N boxes, n opened, k bad; the mean, the 5 % and 95 % quantiles of the beta-binomial distribution of the bad ones
among those left closed; the chance (hypergeometric) that n drawn of N with N // 10 + 1 bad show at most k.
"""

import csv

from scipy.stats import betabinom, hypergeom

CASES = [
    (10, 2, 0), (10, 2, 1), (20, 5, 0), (20, 5, 1), (60, 12, 0), (60, 12, 3), (60, 20, 1), (61, 30, 2),
    (120, 15, 2), (300, 40, 1), (300, 59, 0), (2000, 100, 4),
]

with open("expected.csv", "w", newline="") as file:
    writer = csv.writer(file, lineterminator="\n")
    writer.writerow(["all", "opened", "bad", "mean", "low", "high", "few_seen"])
    for boxes, opened, bad in CASES:
        left = betabinom(boxes - opened, bad + 1, opened - bad + 1)
        few = hypergeom(boxes, boxes // 10 + 1, opened).cdf(bad)
        writer.writerow(
            [boxes, opened, bad, f"{left.mean():.9f}", int(left.ppf(0.05)), int(left.ppf(0.95)), f"{few:.9f}"]
        )
