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

use super::assessed::Assessed;
use crate::quantity::capitalised;
use crate::rules::RuleResult;

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

/// What the opened boxes of one age of wiring say of the others.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct CohortSample {
    /// The area, or "boxes of no area".
    pub name: String,
    /// How many boxes it has.
    pub all: u32,
    /// How many of them were opened.
    pub opened: u32,
    /// How many of those break a limit.
    pub bad: u32,
    /// What that says of those left closed.
    pub estimate: ClosedEstimate,
    /// How many more to open, all good, to be 90 % sure that no more than a tenth are bad; absent when more are.
    pub more: Option<u32>,
    /// One honest sentence.
    pub sentence: String,
}

/// The samples of an audit by the area of each box, where boxes are left closed. A box counts as opened once its
/// conductors are noted, and as bad where it breaks a limit as found.
pub fn samples(assessed: &Assessed) -> Vec<CohortSample> {
    let basis = &assessed.facts.audit.basis;
    let mut areas: Vec<Option<u16>> = basis.areas.iter().map(|area| Some(area.id)).collect();
    areas.push(None);
    areas
        .into_iter()
        .filter_map(|area| {
            let of_area = || assessed.boxes.iter().filter(|known| known.room.area == area);
            let opened = of_area().filter(|known| !known.record.found.conductors.is_empty());
            let bad = opened.clone().filter(|known| known.answer().found.iter().any(RuleResult::is_broken));
            let count = |number: usize| u32::try_from(number).unwrap_or(u32::MAX);
            let name = basis.areas.iter().find(|known| Some(known.id) == area);
            let name = name.map_or_else(|| "boxes of no area".to_owned(), |area| area.name.clone());
            let sample = sample(name, count(of_area().count()), count(opened.count()), count(bad.count()));
            (sample.estimate.closed > 0).then_some(sample)
        })
        .collect()
}

fn sample(name: String, all: u32, opened: u32, bad: u32) -> CohortSample {
    let estimate = estimate(all, opened, bad);
    let more = more_to_open(all, opened, bad, 0.9);
    let ClosedEstimate { closed, low, high, .. } = estimate;
    let advice = match more {
        None => "More than a tenth are bad already: open them all.".to_owned(),
        Some(0) => "That no more than a tenth are bad is 90 % sure.".to_owned(),
        Some(more) => format!("{more} more, all good, would make it 90 % sure that no more than a tenth are bad."),
    };
    let sentence = format!(
        "{}: {opened} of {all} boxes opened, {bad} of them break a limit. Of {closed} left closed {low} to {high} do, with 90 % \
         assurance, if they are like the others. {advice}",
        capitalised(&name)
    );
    CohortSample { name, all, opened, bad, estimate, more, sentence }
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

    #[test]
    fn what_is_closed_is_spoken_of_and_what_is_all_open_is_not() {
        use crate::facts::AuditFacts;
        use crate::testing::{audit_of, box_with, conductor, record_of};
        let (_, short) = record_of(box_with(None, vec![conductor(Some(44), None)]));
        let (_, closed) = record_of(crate::facts::BoxContents::default());
        let of = |boxes: &[&crate::facts::BoxRecord]| {
            let mut facts: AuditFacts = audit_of(short.clone());
            facts.rooms[0].boxes = boxes.iter().map(|record| (*record).clone()).collect();
            samples(&Assessed::of(&facts))
        };
        let said = of(&[&short, &closed, &closed]);
        assert_eq!((said[0].all, said[0].opened, said[0].bad, said[0].estimate.closed), (3, 1, 1, 2));
        assert!(said[0].sentence.contains("open them all"), "{}", said[0].sentence);
        assert_eq!(of(&[&short]), []);
    }
}
