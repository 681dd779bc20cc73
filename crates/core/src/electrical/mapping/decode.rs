//! What the ticks of the walk say: the breaker of each point, slips found or put right, and the one round more that settles
//! the rest.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::code::all_off;
use super::schedule::{MappedBreaker, ScheduleError, assign};
use crate::facts::{Safety, Tick};

/// A point with what was noted there, round by round.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TickedPoint {
    /// What it is, "K3 upper".
    pub name: String,
    /// The ticks, first round first.
    pub ticks: Vec<Tick>,
}

/// How sure the answer for a point is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Certainty {
    /// Every tick fits.
    Clear,
    /// One tick was a slip, and is put right.
    Corrected,
    /// Several breakers fit: a slip was found, or ticks are missing.
    Ambiguous,
    /// Live in every round: no breaker of these feeds it.
    FedByNone,
    /// Dead in every round: it may be dead with everything on. No breaker is off in all of them.
    DeadThroughout,
    /// No breaker fits, whatever single slip is assumed.
    Unexplained,
}

/// The answer for a point.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DecodedPoint {
    /// What it is.
    pub name: String,
    /// How sure the answer is.
    pub certainty: Certainty,
    /// The breakers that can feed it, by name: one where it is clear.
    pub breakers: Vec<String>,
    /// The round, from 1, in which the tick was a slip.
    pub slip: Option<u32>,
}

/// What all ticks come to.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Decoded {
    /// The answer for each point.
    pub points: Vec<DecodedPoint>,
    /// Breakers to which no point was found.
    pub feed_nothing: Vec<String>,
    /// The breakers to switch off in one round more, which tells most of the ambiguous points; empty when none is.
    pub extra_round: Vec<String>,
}

/// Reads the ticks of a mapping of `breakers`.
///
/// # Errors
/// [`ScheduleError`], as the schedule itself.
pub fn decode(breakers: &[MappedBreaker], safety: Safety, points: &[TickedPoint]) -> Result<Decoded, ScheduleError> {
    let (rounds, words) = assign(breakers, safety)?;
    let name = |place: usize| breakers[place].name.clone();
    let mut places: Vec<Vec<usize>> = Vec::with_capacity(points.len());
    let decoded: Vec<DecodedPoint> = points
        .iter()
        .map(|point| {
            let (certainty, found, slip) = decode_one(rounds, &words, &point.ticks);
            let breakers = found.iter().map(|&place| name(place)).collect();
            places.push(if certainty == Certainty::Ambiguous { found } else { Vec::new() });
            DecodedPoint { name: point.name.clone(), certainty, breakers, slip }
        })
        .collect();
    let fed = |place: &usize| decoded.iter().any(|point| point.breakers.contains(&breakers[*place].name));
    Ok(Decoded {
        feed_nothing: (0..breakers.len()).filter(|place| !fed(place)).map(name).collect(),
        extra_round: extra_round(breakers.len(), &places).into_iter().map(name).collect(),
        points: decoded,
    })
}

fn decode_one(rounds: u32, words: &[u16], ticks: &[Tick]) -> (Certainty, Vec<usize>, Option<u32>) {
    let tick = |round: u32| ticks.get(round as usize).copied().unwrap_or(Tick::Missing);
    let mask = (0..rounds).filter(|round| tick(*round) != Tick::Missing).fold(0_u16, |mask, round| mask | 1 << round);
    let seen = (0..rounds).filter(|round| tick(*round) == Tick::Dead).fold(0_u16, |seen, round| seen | 1 << round);
    let near = |most: u32| -> Vec<usize> {
        (0..words.len()).filter(|&place| ((words[place] ^ seen) & mask).count_ones() <= most).collect()
    };
    let exact = near(0);
    let none_fits = seen == 0;
    if rounds > 0 && mask.count_ones() == rounds && seen == all_off(rounds) {
        return (Certainty::DeadThroughout, Vec::new(), None);
    }
    match (exact.as_slice(), none_fits) {
        ([only], false) => (Certainty::Clear, vec![*only], None),
        ([], true) if mask.count_ones() == rounds => (Certainty::FedByNone, Vec::new(), None),
        ([], false) => {
            let close = near(1);
            let slip = |word: u16| Some(((word ^ seen) & mask).trailing_zeros() + 1);
            // One slip at a point that hangs on nothing leaves one dead round.
            let dead_but_one = mask.count_ones() == rounds && rounds > 2 && seen.count_ones() + 1 == rounds;
            match (close.as_slice(), seen.count_ones() == 1) {
                ([], _) if dead_but_one => (Certainty::DeadThroughout, Vec::new(), slip(all_off(rounds))),
                ([], true) => (Certainty::FedByNone, Vec::new(), slip(0)),
                ([], false) => (Certainty::Unexplained, Vec::new(), None),
                ([only], false) => (Certainty::Corrected, close.clone(), slip(words[*only])),
                _ => (Certainty::Ambiguous, close, None),
            }
        }
        _ => (Certainty::Ambiguous, exact, None),
    }
}

/// Breakers to switch off together so that as many ambiguous points as can be are told: each takes the side that splits
/// more of the points it is in doubt at.
fn extra_round(count: usize, doubts: &[Vec<usize>]) -> Vec<usize> {
    let mut side = vec![None; count];
    for doubt in doubts.iter().filter(|doubt| doubt.len() > 1) {
        for &place in doubt {
            if side[place].is_some() {
                continue;
            }
            let off = doubts
                .iter()
                .filter(|other| other.contains(&place))
                .flatten()
                .map(|&other| match side[other] {
                    Some(true) => 1,
                    Some(false) => -1,
                    None => 0,
                })
                .sum::<i32>();
            side[place] = Some(off <= 0);
        }
    }
    // A point with one candidate that may hang on nothing is told by switching that one off.
    for doubt in doubts {
        if let [only] = doubt[..] {
            side[only] = Some(true);
        }
    }
    (0..count).filter(|place| side[*place] == Some(true)).collect()
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;
    use crate::electrical::mapping::schedule::schedule;

    fn breakers(count: usize) -> Vec<MappedBreaker> {
        (1..=count).map(|number| MappedBreaker { name: number.to_string(), essential: number % 9 == 0 }).collect()
    }

    fn ticks(word: &str) -> Vec<Tick> {
        word.chars().map(|bit| if bit == '1' { Tick::Dead } else { Tick::Live }).collect()
    }

    fn slipped(mut ticks: Vec<Tick>, round: usize) -> Vec<Tick> {
        let round = round % ticks.len();
        ticks[round] = if ticks[round] == Tick::Dead { Tick::Live } else { Tick::Dead };
        ticks
    }

    fn one(list: &[MappedBreaker], safety: Safety, ticks: Vec<Tick>) -> DecodedPoint {
        let point = TickedPoint { name: "K3".to_owned(), ticks };
        decode(list, safety, &[point]).expect("few enough").points.remove(0)
    }

    proptest! {
        /// Decoding takes back what the panel did, for every breaker.
        #[test]
        fn decode_inverts_encode(count in 1_usize..85, which in 0_usize..85, safety in 0_usize..3) {
            let (list, safety) = (breakers(count), Safety::ALL[safety]);
            let plan = schedule(&list, safety).expect("few enough");
            let which = which % count;
            let point = one(&list, safety, ticks(&plan.words[which]));
            prop_assert_eq!(point.certainty, Certainty::Clear);
            prop_assert_eq!(&point.breakers, &[list[which].name.clone()]);
        }

        /// With words three apart any single slip is put right, also at a point that hangs on nothing.
        #[test]
        fn a_slip_is_put_right(count in 1_usize..85, which in 0_usize..85, round in 0_usize..13) {
            let list = breakers(count);
            let plan = schedule(&list, Safety::Corrects).expect("few enough");
            let word = &plan.words[which % count];
            let point = one(&list, Safety::Corrects, slipped(ticks(word), round));
            prop_assert_eq!(point.certainty, Certainty::Corrected);
            prop_assert_eq!(&point.breakers, &[list[which % count].name.clone()]);
            prop_assert_eq!(point.slip, u32::try_from(round % word.len() + 1).ok());
        }

        /// With words two apart any single slip is seen: it never passes for another breaker.
        #[test]
        fn a_slip_is_seen(count in 1_usize..85, which in 0_usize..85, round in 0_usize..13) {
            let list = breakers(count);
            let plan = schedule(&list, Safety::Detects).expect("few enough");
            let point = one(&list, Safety::Detects, slipped(ticks(&plan.words[which % count]), round));
            prop_assert!(point.certainty != Certainty::Clear && point.certainty != Certainty::FedByNone, "{:?}", point);
            // Dead in every round is no breaker's word: it is read again with everything on.
            let seen = point.certainty == Certainty::DeadThroughout || point.breakers.contains(&list[which % count].name);
            prop_assert!(seen, "{:?}", point);
        }

        /// What is dead anyway never passes for what a breaker feeds, with a slip neither where slips are put right.
        #[test]
        fn dead_in_every_round_is_no_breaker(count in 1_usize..85, round in 0_usize..13) {
            let list = breakers(count);
            for safety in Safety::ALL {
                let rounds = schedule(&list, safety).expect("few enough").rounds.len();
                let dead = vec![Tick::Dead; rounds];
                prop_assert_eq!(one(&list, safety, dead.clone()).certainty, Certainty::DeadThroughout);
                if safety == Safety::Corrects {
                    let point = one(&list, safety, slipped(dead, round));
                    prop_assert!(point.certainty != Certainty::Corrected && point.certainty != Certainty::Clear, "{:?}", point);
                }
            }
        }

        /// A round that was missed leaves the true breaker among those that fit.
        #[test]
        fn what_is_missing_is_not_guessed(count in 2_usize..85, which in 0_usize..85, round in 0_usize..13) {
            let list = breakers(count);
            let plan = schedule(&list, Safety::Detects).expect("few enough");
            let mut seen = ticks(&plan.words[which % count]);
            let missed = round % seen.len();
            seen[missed] = Tick::Missing;
            let point = one(&list, Safety::Detects, seen);
            prop_assert!(point.breakers.contains(&list[which % count].name), "{:?}", point);
        }
    }

    #[test]
    fn live_in_every_round_is_fed_by_none() {
        let list = breakers(24);
        for safety in Safety::ALL {
            let rounds = schedule(&list, safety).expect("few enough").rounds.len();
            assert_eq!(one(&list, safety, vec![Tick::Live; rounds]).certainty, Certainty::FedByNone);
        }
    }

    #[test]
    fn one_round_more_settles_what_is_in_doubt() {
        let list = breakers(24);
        let plan = schedule(&list, Safety::Detects).expect("few enough");
        let points: Vec<TickedPoint> = (0..4)
            .map(|at| TickedPoint { name: format!("P{at}"), ticks: slipped(ticks(&plan.words[at * 5]), at) })
            .collect();
        let decoded = decode(&list, Safety::Detects, &points).expect("few enough");
        for point in &decoded.points {
            let off = point.breakers.iter().filter(|name| decoded.extra_round.contains(name)).count();
            assert!(off > 0 && (off < point.breakers.len() || point.breakers.len() == 1), "{point:?}");
        }
        assert!(decoded.feed_nothing.len() < 24);
    }
}
