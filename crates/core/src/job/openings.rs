//! Which offcuts to open: the least length of them that gives each colour what is asked.
//!
//! What an offcut gives a colour is at most what the pigtails make in it. Sets of offcuts that give enough by that
//! reckoning are taken by their length, the shortest first, and packed in earnest: the first that packs is the best, and the
//! length of the first that was not ruled out is proof of how good it is. Up to [`EXACT`] offcuts all sets are gone through;
//! of more, those that matter are, beside what is open already.

use std::cmp::Reverse;
use std::collections::BinaryHeap;

/// As many offcuts are chosen among at once.
const EXACT: usize = 20;
/// As many sets are packed in earnest.
const MOST_SETS: usize = 6_000;
/// Steps of the search for one set.
const NODES_A_SET: u64 = 40_000;

/// The offcuts to choose among, in nanometres.
pub struct Choice {
    /// How long each is.
    pub lengths: Vec<i64>,
    /// What each gives each colour at most.
    pub gives: Vec<Vec<i64>>,
    /// What each colour asks for.
    pub asked: Vec<i64>,
}

/// The offcuts that are opened.
pub struct Opened {
    /// Their places.
    pub open: Vec<usize>,
    /// No way opens less than this: their own length where they are proven the best.
    pub least: i64,
}

/// Packs in earnest.
pub trait Openings {
    /// Whether the offcuts `open` do with `new` cable; `None` when the search gave up.
    fn does(&self, open: &[usize], new: i64, nodes: &mut u64) -> Option<bool>;
}

/// The offcuts with the least length together that leave no more than `new` to cut. All of them together do.
pub fn least_opened(choice: &Choice, packs: &impl Openings, new: i64, nodes: &mut u64) -> Opened {
    if choice.asked.iter().all(|asked| *asked <= 0) {
        return Opened { open: Vec::new(), least: 0 };
    }
    let useful: Vec<usize> =
        (0..choice.lengths.len()).filter(|offcut| choice.gives[*offcut].iter().any(|gives| *gives > 0)).collect();
    let mut best = leave_out(choice, packs, new, &useful, nodes);
    if useful.len() <= EXACT {
        let sets = choice.sets(&[], &useful, choice.length(&best));
        return by_length(choice, packs, new, &sets, best, nodes);
    }
    // Of many, windows are chosen among: what is open, with those next to it in length.
    let bound = choice.asked.iter().copied().max().unwrap_or(0).max(0);
    let mut sorted = useful.clone();
    sorted.sort_by_key(|offcut| Reverse(choice.lengths[*offcut]));
    let windows = sorted.len().div_ceil(EXACT / 2);
    for turn in 0..2 * windows {
        if choice.length(&best) <= bound || *nodes == 0 {
            break;
        }
        let begin = (turn * EXACT / 2) % sorted.len();
        let window: Vec<usize> = (0..EXACT).map(|at| sorted[(begin + at) % sorted.len()]).collect();
        let fixed: Vec<usize> = best.iter().copied().filter(|offcut| !window.contains(offcut)).collect();
        let sets = choice.sets(&fixed, &window, choice.length(&best));
        let mut own = (*nodes / 4).min(NODES_A_SET * 10);
        *nodes -= own;
        best = by_length(choice, packs, new, &sets, best, &mut own).open;
        *nodes += own;
    }
    Opened { least: bound.min(choice.length(&best)), open: best }
}

/// All that are useful, less the longest that can be left out, one after the other.
fn leave_out(choice: &Choice, packs: &impl Openings, new: i64, useful: &[usize], nodes: &mut u64) -> Vec<usize> {
    let mut open = useful.to_vec();
    let mut longest = useful.to_vec();
    longest.sort_by_key(|offcut| Reverse(choice.lengths[*offcut]));
    for offcut in longest {
        let without: Vec<usize> = open.iter().copied().filter(|known| *known != offcut).collect();
        if choice.gives_enough(&without) && does(packs, &without, new, nodes) == Some(true) {
            open = without;
        }
    }
    open
}

/// One set packed with its share of the steps.
fn does(packs: &impl Openings, open: &[usize], new: i64, nodes: &mut u64) -> Option<bool> {
    let mut own = NODES_A_SET.min(*nodes);
    *nodes -= own;
    let answer = packs.does(open, new, &mut own);
    *nodes += own;
    answer
}

/// The first of `sets`, the shortest first, that packs; `best` where none shorter does.
fn by_length(
    choice: &Choice,
    packs: &impl Openings,
    new: i64,
    sets: &[(i64, Vec<usize>)],
    best: Vec<usize>,
    nodes: &mut u64,
) -> Opened {
    let most = choice.length(&best);
    let mut least = None;
    for (length, open) in sets {
        if *length >= most {
            break;
        }
        match does(packs, open, new, nodes) {
            Some(true) => return Opened { open: open.clone(), least: least.unwrap_or(*length) },
            // Not ruled out: no more than this is sure.
            None => least = least.or(Some(*length)),
            Some(false) => {}
        }
        if *nodes == 0 {
            break;
        }
    }
    let ended = sets.last().filter(|_| sets.len() >= MOST_SETS || *nodes == 0).map(|(length, _)| *length);
    Opened { open: best, least: least.or(ended).unwrap_or(most).min(most) }
}

impl Choice {
    fn length(&self, open: &[usize]) -> i64 {
        open.iter().map(|offcut| self.lengths[*offcut]).sum()
    }

    fn gives_enough(&self, open: &[usize]) -> bool {
        (0..self.asked.len())
            .all(|colour| open.iter().map(|offcut| self.gives[*offcut][colour]).sum::<i64>() >= self.asked[colour])
    }

    /// The sets of `fixed` and some of `free` that give enough and are shorter than `most`, the shortest first; at most
    /// [`MOST_SETS`].
    fn sets(&self, fixed: &[usize], free: &[usize], most: i64) -> Vec<(i64, Vec<usize>)> {
        let colours = self.asked.len();
        let mut length = self.length(fixed);
        let mut given: Vec<i64> =
            (0..colours).map(|colour| fixed.iter().map(|offcut| self.gives[*offcut][colour]).sum()).collect();
        let mut kept: BinaryHeap<(i64, u32)> = BinaryHeap::new();
        let mut set: u32 = 0;
        // From one set to the next one offcut comes or goes (a Gray code).
        for step in 1..=1_u32 << free.len() {
            let shorter = kept.len() < MOST_SETS || kept.peek().is_some_and(|(longest, _)| length < *longest);
            if length < most && shorter && (0..colours).all(|colour| given[colour] >= self.asked[colour]) {
                kept.push((length, set));
                if kept.len() > MOST_SETS {
                    kept.pop();
                }
            }
            let turned = step.trailing_zeros() as usize;
            if turned >= free.len() {
                break;
            }
            set ^= 1 << turned;
            let sign = if set >> turned & 1 == 1 { 1 } else { -1 };
            length += sign * self.lengths[free[turned]];
            for (given, gives) in given.iter_mut().zip(&self.gives[free[turned]]) {
                *given += sign * gives;
            }
        }
        let members = |set: u32| (0..free.len()).filter(move |place| set >> place & 1 == 1).map(|place| free[place]);
        kept.into_sorted_vec()
            .into_iter()
            .map(|(length, set)| (length, fixed.iter().copied().chain(members(set)).collect()))
            .collect()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Packs by the sums alone.
    struct BySums<'a>(&'a Choice);

    impl Openings for BySums<'_> {
        fn does(&self, open: &[usize], _: i64, _: &mut u64) -> Option<bool> {
            Some(self.0.gives_enough(open))
        }
    }

    fn choice(lengths: &[i64], asked: i64) -> Choice {
        Choice {
            lengths: lengths.to_vec(),
            gives: lengths.iter().map(|length| vec![*length]).collect(),
            asked: vec![asked],
        }
    }

    #[test]
    fn the_least_length_that_gives_enough_is_opened() {
        // By hand: 7 + 6 = 13 is the least that reaches 13; 12 + … is 18 or more.
        let choice = choice(&[30, 7, 6, 12], 13);
        let opened = least_opened(&choice, &BySums(&choice), 0, &mut 1_000);
        assert_eq!((choice.length(&opened.open), opened.least), (13, 13));
        let nothing = Choice { asked: vec![0], ..choice };
        assert!(least_opened(&nothing, &BySums(&nothing), 0, &mut 1_000).open.is_empty());
    }

    #[test]
    fn of_many_the_bound_is_what_is_asked() {
        let lengths: Vec<i64> = (0..60).map(|at| 40 + at * 37 % 91).collect();
        let choice = choice(&lengths, 1_000);
        let opened = least_opened(&choice, &BySums(&choice), 0, &mut 4_000_000);
        assert_eq!(opened.least, 1_000);
        let length = choice.length(&opened.open);
        assert!((1_000..=1_030).contains(&length), "{length}: at most 3 % above the bound");
    }
}
