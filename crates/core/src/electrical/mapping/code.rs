//! Code words for breakers: one bit a round, off for 1. Words that differ in two rounds let a slip of the pen be seen, words
//! that differ in three let it be put right.
//!
//! The word of no breaker is "live in every round"; it counts as a word, so that what hangs on nothing is told from a
//! slip as well.

use crate::facts::Safety;

/// The most rounds that are ever planned.
pub const MOST_ROUNDS: u32 = 13;

/// Every word of a code of this length, "live in every round" first.
///
/// # Source
/// Words of even weight differ in two places. In three: for eight and nine rounds the words that Best's code of length 10
/// leaves when shortened and punctured, in the form that Conway and Sloane give it (five cyclic shifts of (c−d, b, c, d,
/// b+c) over the integers modulo 4, by the Gray map), from memory and checked by a test; for other lengths those that
/// greedy choice in order of size leaves (lexicographic codes, Conway and Sloane), which are as large as any up to seven
/// rounds.
pub fn words(rounds: u32, safety: Safety) -> Vec<u16> {
    let all = 0..1_u16 << rounds.min(MOST_ROUNDS);
    match (safety, rounds) {
        (Safety::Bare, _) => all.collect(),
        (Safety::Detects, _) => all.filter(|word| word.count_ones() % 2 == 0).collect(),
        (Safety::Corrects, 9) => puncture(&from_zero(best_code())),
        (Safety::Corrects, 8) => {
            // Shortened where the last bit is 0, then punctured: half of the words are left.
            let code = from_zero(best_code());
            let half: Vec<u16> = code.into_iter().filter(|word| word & 1 == 0).map(|word| word >> 1).collect();
            puncture(&half)
        }
        (Safety::Corrects, _) => {
            let mut code: Vec<u16> = Vec::new();
            for word in all {
                if code.iter().all(|known| (known ^ word).count_ones() >= 3) {
                    code.push(word);
                }
            }
            code
        }
    }
}

fn puncture(code: &[u16]) -> Vec<u16> {
    let mut code: Vec<u16> = code.iter().map(|word| word >> 1).collect();
    code.sort_unstable();
    code
}

/// The same code moved so that it holds the word of no breaker.
fn from_zero(code: Vec<u16>) -> Vec<u16> {
    let first = code.first().copied().unwrap_or_default();
    code.into_iter().map(|word| word ^ first).collect()
}

/// Best's code: 40 words of length 10 that differ in four places.
fn best_code() -> Vec<u16> {
    let gray = |digit: i8| [0b00, 0b01, 0b11, 0b10][usize::try_from(digit.rem_euclid(4)).unwrap_or(0)];
    let mut code = Vec::new();
    for b in [1, -1] {
        for c in [1, -1] {
            for d in [1, -1] {
                let digits = [c - d, b, c, d, b + c];
                for shift in 0..5 {
                    let shifted = (0..5).map(|place| digits[(place + shift) % 5]);
                    code.push(shifted.fold(0, |word, digit| word << 2 | gray(digit)));
                }
            }
        }
    }
    code
}

/// The words that breakers may have: neither that of no breaker nor one that a slip turns into "off in every round", as which
/// an outlet shows that is dead anyway.
pub fn breaker_words(rounds: u32, safety: Safety) -> Vec<u16> {
    let apart = match safety {
        // A slip that makes a word "off in every round" is seen, since no breaker has that.
        Safety::Bare | Safety::Detects => 1,
        Safety::Corrects => 3,
    };
    let all = all_off(rounds);
    words(rounds, safety).into_iter().filter(|word| *word != 0 && (word ^ all).count_ones() >= apart).collect()
}

/// The word "off in every round". No breaker has it.
pub const fn all_off(rounds: u32) -> u16 {
    if rounds >= 16 { u16::MAX } else { (1 << rounds) - 1 }
}

/// The fewest rounds in which `breakers` can be told apart from each other, from nothing and from what is dead anyway; `None`
/// when there are more than [`MOST_ROUNDS`] allow.
pub fn rounds_for(breakers: usize, safety: Safety) -> Option<u32> {
    let enough = |rounds: &u32| size(*rounds, safety) > breakers && breaker_words(*rounds, safety).len() >= breakers;
    (1..=MOST_ROUNDS).find(enough)
}

/// How many words a code of this length has.
fn size(rounds: u32, safety: Safety) -> usize {
    match safety {
        Safety::Bare => 1 << rounds,
        Safety::Detects => 1 << (rounds - 1),
        Safety::Corrects => match rounds {
            1 | 2 => 1,
            3 | 4 => 2,
            5 => 4,
            6 => 8,
            7 => 16,
            8 => 20,
            9 => 40,
            // A shortened Hamming code, which greedy choice finds.
            rounds => 1 << (rounds - 4),
        },
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_words_of_every_length_are_as_many_and_as_far_apart_as_they_should_be() {
        for safety in Safety::ALL {
            for rounds in 1..=12 {
                let code = words(rounds, safety);
                assert_eq!(code.len(), size(rounds, safety), "{safety:?} {rounds}");
                assert_eq!(code[0], 0, "{safety:?} {rounds}");
                for (index, a) in code.iter().enumerate() {
                    assert!(*a < 1 << rounds);
                    let near = code[..index].iter().find(|b| (*a ^ **b).count_ones() < safety.distance());
                    assert_eq!(near, None, "{safety:?} {rounds}: {a:b}");
                }
            }
        }
    }

    #[test]
    fn no_code_is_larger_than_the_best_that_is_known_and_few_are_smaller() {
        // A(n, 3) for n = 3 to 11: Brouwer's table of bounds for binary codes, from memory: 2, 2, 4, 8, 16, 20, 40, 72, 144.
        // A(n, 2) = 2^(n-1).
        for (rounds, best) in (3..).zip([2, 2, 4, 8, 16, 20, 40, 72, 144]) {
            let ours = size(rounds, Safety::Corrects);
            assert!(ours <= best, "{rounds} rounds");
            assert_eq!(ours == best, rounds <= 9, "{rounds} rounds: {ours} of {best}");
        }
        assert_eq!(size(6, Safety::Detects), 32);
    }

    #[test]
    fn the_rounds_of_the_table_in_docs_performance() {
        let table = include_str!("../../../../../docs/performance.md");
        for breakers in [8, 12, 20, 24, 30, 40, 42] {
            let rounds = Safety::ALL.map(|safety| rounds_for(breakers, safety).expect("few enough"));
            let [bare, seen, right] = rounds;
            let row = format!("| {breakers} | {breakers} | {bare} | {seen} | {right} |");
            assert!(table.contains(&row), "{row}");
        }
    }

    #[test]
    fn twenty_four_breakers_take_five_rounds_bare() {
        // The trade's check value: 24 breakers, 5 rounds.
        let rounds = |safety| rounds_for(24, safety);
        assert_eq!(rounds(Safety::Bare), Some(5));
        assert_eq!(rounds(Safety::Detects), Some(6));
        assert_eq!(rounds(Safety::Corrects), Some(9));
        // One breaker takes a round in which it is on: what is dead in that one as well is dead anyway.
        assert_eq!(rounds_for(1, Safety::Bare), Some(2));
        assert_eq!(rounds_for(84, Safety::Corrects), Some(11));
    }
}
