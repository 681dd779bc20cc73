//! What the boxes that were opened say of those left closed.
//!
//! Of N boxes n were opened and k are bad. Every count of bad boxes among the N is taken for equally likely beforehand; then
//! how many of the N − n left closed are bad is distributed as beta-binomial with parameters k + 1 and n − k + 1.
//!
//! # Source
//! The finite population with a uniform prior: Laplace; Johnson, Kotz and Kemp, Univariate Discrete Distributions, from
//! memory. Checked against values of a statistics library (`tests/statistics`).

use serde::Serialize;
use utoipa::ToSchema;

/// The estimate for the boxes left closed.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ClosedEstimate {
    /// How many are left closed.
    pub closed: u32,
    /// How many of them are expected to be bad.
    pub expected: f64,
    /// The fewest that are bad, with 90 % assurance from both sides.
    pub low: u32,
    /// The most that are bad, likewise.
    pub high: u32,
}

/// The chances that 0, 1, 2 … of the boxes left closed are bad.
///
/// Of `all` boxes `opened` were opened, and `bad` of those are bad.
pub fn chances(all: u32, opened: u32, bad: u32) -> Vec<f64> {
    let closed = all.saturating_sub(opened);
    let (a, b) = (f64::from(bad) + 1.0, f64::from(opened.saturating_sub(bad)) + 1.0);
    // P(0), then each from the one before: P(j + 1) / P(j) = (m − j)(a + j) / ((j + 1)(b + m − j − 1)).
    let m = f64::from(closed);
    let mut first = 1.0;
    for step in 0..closed {
        first *= (b + f64::from(step)) / (a + b + f64::from(step));
    }
    let mut chances = vec![first];
    for step in 0..closed {
        let j = f64::from(step);
        let last = chances[chances.len() - 1];
        chances.push(last * (m - j) * (a + j) / ((j + 1.0) * (b + m - j - 1.0)));
    }
    // Rounding is taken out once; with thousands of boxes the first chance can be nothing.
    let total: f64 = chances.iter().sum();
    if total > 0.0 {
        chances.iter_mut().for_each(|chance| *chance /= total);
    }
    chances
}

/// The estimate for the boxes left closed, with the 90 % interval.
pub fn estimate(all: u32, opened: u32, bad: u32) -> ClosedEstimate {
    let chances = chances(all, opened, bad);
    let closed = all.saturating_sub(opened);
    let quantile = |share: f64| -> u32 {
        let mut sum = 0.0;
        for (count, chance) in (0..).zip(&chances) {
            sum += chance;
            if sum >= share - 1e-12 {
                return count;
            }
        }
        closed
    };
    let (k, n) = (f64::from(bad), f64::from(opened));
    ClosedEstimate {
        closed,
        expected: f64::from(closed) * (k + 1.0) / (n + 2.0),
        low: quantile(0.05),
        high: quantile(0.95),
    }
}

/// How many boxes more have to be opened, all of them good, before one can be `assurance` sure (0.9) that no more than a
/// tenth of all are bad; `None` when no number will do, since more than a tenth are known to be bad.
pub fn more_to_open(all: u32, opened: u32, bad: u32, assurance: f64) -> Option<u32> {
    let allowed = all / 10;
    if bad > allowed {
        return None;
    }
    (0..=all.saturating_sub(opened)).find(|more| {
        // With one more bad than allowed, the chance to have seen as few as we would have (hypergeometric).
        let seen = opened + more;
        few_seen(all, allowed + 1, seen, bad) <= 1.0 - assurance + 1e-12
    })
}

/// The chance that of `bad` bad ones among `all`, `opened` drawn without putting back show at most `most`.
pub fn few_seen(all: u32, bad: u32, opened: u32, most: u32) -> f64 {
    if bad > all || opened > all {
        return 0.0;
    }
    let choose = |n: u32, k: u32| -> f64 {
        if k > n {
            return f64::NEG_INFINITY;
        }
        (0..k).map(|i| (f64::from(n - i) / f64::from(i + 1)).ln()).sum()
    };
    let all_ways = choose(all, opened);
    (0..=most.min(bad).min(opened))
        .map(|seen| (choose(bad, seen) + choose(all - bad, opened - seen) - all_ways).exp())
        .filter(|chance| chance.is_finite())
        .sum::<f64>()
        .min(1.0)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn chances_add_up_and_nothing_opened_tells_nothing() {
        for (all, opened, bad) in [(10, 0, 0), (60, 12, 3), (2_000, 40, 7), (5, 5, 2)] {
            let chances = chances(all, opened, bad);
            assert!((chances.iter().sum::<f64>() - 1.0).abs() < 1e-9, "{all} {opened} {bad}");
            assert_eq!(chances.len() as u32, all - opened + 1);
        }
        let even = chances(10, 0, 0);
        assert!(even.iter().all(|chance| (chance - 1.0 / 11.0).abs() < 1e-12), "every count alike: {even:?}");
    }

    #[test]
    fn by_hand() {
        // 3 boxes, 1 opened, it is bad. Of 0, 1, 2 bad among the two left: in proportion 1, 2, 3.
        let got = chances(3, 1, 1);
        for (chance, wanted) in got.iter().zip([1.0 / 6.0, 2.0 / 6.0, 3.0 / 6.0]) {
            assert!((chance - wanted).abs() < 1e-12, "{got:?}");
        }
        let estimate = estimate(3, 1, 1);
        assert!((estimate.expected - 4.0 / 3.0).abs() < 1e-12);
    }

    #[test]
    fn opening_all_is_always_enough_and_too_many_bad_are_never_few() {
        assert_eq!(more_to_open(20, 5, 3, 0.9), None);
        let more = more_to_open(20, 5, 0, 0.9).expect("all good so far");
        assert!(more <= 15);
        assert_eq!(more_to_open(20, 20, 0, 0.9), Some(0));
        assert!(more_to_open(60, 10, 0, 0.95) >= more_to_open(60, 10, 0, 0.9), "more assurance takes more boxes");
    }
}
