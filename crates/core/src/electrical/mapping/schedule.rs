//! The rounds: which breakers are off in which, with as few operations of a breaker as the code allows.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::code::{breaker_words, rounds_for};
use crate::facts::Safety;

/// A breaker to map.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MappedBreaker {
    /// Its number, as the panel has it.
    pub name: String,
    /// It feeds something that must not be off for long.
    #[serde(default)]
    pub essential: bool,
}

/// One round at the panel.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Round {
    /// Its number, from 1.
    pub number: u32,
    /// The breakers that are off in it.
    pub off: Vec<String>,
    /// What to switch off before it, everything else staying as it is.
    pub switch_off: Vec<String>,
    /// What to switch on before it.
    pub switch_on: Vec<String>,
}

/// The schedule of a mapping.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Schedule {
    /// The rounds in order.
    pub rounds: Vec<Round>,
    /// The word of each breaker, in the order given: 1 where it is off.
    pub words: Vec<String>,
    /// How often a breaker is operated in all, everything being on before and after.
    pub operations: u32,
    /// Essential breakers that are off in two rounds that follow each other, which could not be avoided.
    pub long_off: Vec<String>,
    /// How many trips finding each breaker by elimination can take.
    pub by_elimination: usize,
}

/// Why there is no schedule.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum ScheduleError {
    /// Nothing to tell apart.
    #[error("no breaker is chosen; choose at least one")]
    Nothing,
    /// More than any panel has.
    #[error("{0} breakers are more than one mapping can tell apart; map one panel at a time")]
    TooMany(usize),
    /// Two with one name.
    #[error("breaker {0} stands twice; name each once")]
    Twice(String),
}

/// The words of `breakers`, lowest bit first round, in their order.
///
/// # Errors
/// [`ScheduleError`].
pub fn assign(breakers: &[MappedBreaker], safety: Safety) -> Result<(u32, Vec<u16>), ScheduleError> {
    if breakers.is_empty() {
        return Err(ScheduleError::Nothing);
    }
    for (index, breaker) in breakers.iter().enumerate() {
        if breakers[..index].iter().any(|other| other.name == breaker.name) {
            return Err(ScheduleError::Twice(breaker.name.clone()));
        }
    }
    let rounds = rounds_for(breakers.len(), safety).ok_or(ScheduleError::TooMany(breakers.len()))?;
    // The cost of a word does not depend on the others: the cheapest words of the code are the best choice of words.
    let mut free = breaker_words(rounds, safety);
    free.sort_by_key(|word| (operations(*word), word.count_ones(), *word));
    free.truncate(breakers.len().max(1) + essential_spare(&free, breakers));
    let mut given = vec![0; breakers.len()];
    // What must not be off for long chooses first: off seldom, and never twice in a row where that can be.
    for essential in [true, false] {
        for (place, _) in breakers.iter().enumerate().filter(|(_, breaker)| breaker.essential == essential) {
            let best = (0..free.len()).min_by_key(|&index| {
                let word = free[index];
                let row = if essential { (longest_off(word), word.count_ones()) } else { (0, 0) };
                (row, operations(word), word)
            });
            if let Some(best) = best {
                given[place] = free.remove(best);
            }
        }
    }
    Ok((rounds, given))
}

/// How many dearer words are kept at hand, so that essential breakers find one that is not off twice in a row.
fn essential_spare(free: &[u16], breakers: &[MappedBreaker]) -> usize {
    let wanted = breakers.iter().filter(|breaker| breaker.essential).count();
    let cheap = free.iter().take(breakers.len()).filter(|word| longest_off(**word) == 1).count();
    if wanted > cheap { free.len() } else { 0 }
}

/// How often a breaker with this word is operated.
const fn operations(word: u16) -> u32 {
    (word ^ (word << 1)).count_ones() + (word >> 15) as u32
}

/// For how many rounds in a row a breaker with this word is off at most.
fn longest_off(word: u16) -> u32 {
    let (mut longest, mut row) = (0, 0);
    for round in 0..16 {
        row = if word >> round & 1 == 1 { row + 1 } else { 0 };
        longest = longest.max(row);
    }
    longest
}

/// Plans the rounds.
///
/// # Errors
/// [`ScheduleError`].
pub fn schedule(breakers: &[MappedBreaker], safety: Safety) -> Result<Schedule, ScheduleError> {
    let (rounds, words) = assign(breakers, safety)?;
    let is_off = |word: u16, round: u32| word >> round & 1 == 1;
    let named = |test: &dyn Fn(u16) -> bool| -> Vec<String> {
        breakers.iter().zip(&words).filter(|(_, word)| test(**word)).map(|(breaker, _)| breaker.name.clone()).collect()
    };
    let plan = (0..rounds)
        .map(|round| {
            let before = |word| round > 0 && is_off(word, round - 1);
            Round {
                number: round + 1,
                off: named(&|word| is_off(word, round)),
                switch_off: named(&|word| is_off(word, round) && !before(word)),
                switch_on: named(&|word| !is_off(word, round) && before(word)),
            }
        })
        .collect();
    let long = |(breaker, word): &(&MappedBreaker, &u16)| breaker.essential && longest_off(**word) > 1;
    Ok(Schedule {
        rounds: plan,
        operations: words.iter().map(|word| operations(*word)).sum(),
        long_off: breakers.iter().zip(&words).filter(long).map(|(breaker, _)| breaker.name.clone()).collect(),
        words: words
            .iter()
            .map(|word| (0..rounds).map(|r| if is_off(*word, r) { '1' } else { '0' }).collect())
            .collect(),
        by_elimination: breakers.len(),
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    pub(in crate::electrical::mapping) fn breakers(count: usize) -> Vec<MappedBreaker> {
        (1..=count).map(|number| MappedBreaker { name: number.to_string(), essential: false }).collect()
    }

    #[test]
    fn each_round_is_what_the_switching_before_it_makes() {
        for count in [1, 8, 24, 42, 84] {
            for safety in Safety::ALL {
                let plan = schedule(&breakers(count), safety).expect("few enough");
                let mut off: Vec<String> = Vec::new();
                let mut operations = 0;
                for round in &plan.rounds {
                    off.retain(|breaker| !round.switch_on.contains(breaker));
                    off.extend(round.switch_off.iter().cloned());
                    operations += round.switch_on.len() + round.switch_off.len();
                    let (mut now, mut wanted) = (off.clone(), round.off.clone());
                    now.sort();
                    wanted.sort();
                    assert_eq!(now, wanted, "{count} {safety:?} round {}", round.number);
                }
                assert_eq!(operations + off.len(), plan.operations as usize, "with all switched on at the end");
                assert!(count < 3 || plan.rounds.iter().all(|round| !round.off.is_empty()), "{count} {safety:?}");
            }
        }
    }

    #[test]
    fn what_must_not_be_off_for_long_is_not_off_twice_in_a_row() {
        let mut list = breakers(24);
        for index in [0, 5, 11] {
            list[index].essential = true;
        }
        for safety in Safety::ALL {
            let plan = schedule(&list, safety).expect("few enough");
            assert_eq!(plan.long_off, [""; 0], "{safety:?}");
            assert!([0, 5, 11].iter().all(|&index| !plan.words[index].contains("11")), "{:?}", plan.words);
        }
    }

    #[test]
    fn the_cheapest_words_are_taken() {
        // Five rounds, 30 words: 14 of them are off in one stretch, not in all, and cost two operations each.
        let plan = schedule(&breakers(14), Safety::Bare).expect("few enough");
        assert_eq!(plan.rounds.len(), 4);
        let plan = schedule(&breakers(15), Safety::Bare).expect("few enough");
        assert_eq!((plan.rounds.len(), plan.operations), (5, 14 * 2 + 4));
    }

    #[test]
    fn odd_wishes_are_answered() {
        assert_eq!(schedule(&[], Safety::Bare), Err(ScheduleError::Nothing));
        assert_eq!(schedule(&breakers(9_000), Safety::Bare), Err(ScheduleError::TooMany(9_000)));
        let twice = [breakers(1), breakers(1)].concat();
        assert_eq!(schedule(&twice, Safety::Bare), Err(ScheduleError::Twice("1".to_owned())));
    }
}
