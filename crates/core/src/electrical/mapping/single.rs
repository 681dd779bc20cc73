//! The breaker of one outlet, by halves: the likeliest first, and no more trips than it takes.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A breaker that may feed the outlet.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PossibleBreaker {
    /// Its name at the panel.
    pub name: String,
    /// What the directory says.
    #[serde(default)]
    pub directory: String,
}

/// One outlet to find.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SingleWish {
    /// The breakers that are still possible, at most 168.
    #[schema(max_items = 168)]
    pub possible: Vec<PossibleBreaker>,
    /// Where the outlet is, in words: "kitchen counter".
    #[serde(default)]
    pub words: String,
}

/// What to do at the panel.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct SingleAnswer {
    /// The breakers to switch off together; empty when one is left, or none.
    pub switch_off: Vec<String>,
    /// The breaker that feeds it, once one is left.
    pub found: Option<String>,
    /// In one plain sentence.
    pub sentence: String,
}

/// How much likelier a breaker is for each word that its directory shares with the place of the outlet. Common practice,
/// no source: directories are often wrong, and seldom quite wrong.
const FOR_A_WORD: f64 = 4.0;

/// The next thing to do for one outlet.
pub fn find_single(wish: &SingleWish) -> SingleAnswer {
    let words: Vec<String> = wish.words.to_lowercase().split_whitespace().map(str::to_owned).collect();
    let likelihood: Vec<f64> = wish
        .possible
        .iter()
        .map(|breaker| {
            let says = breaker.directory.to_lowercase();
            let shared = words.iter().filter(|word| word.len() > 2 && says.contains(word.as_str())).count();
            1.0 + FOR_A_WORD * shared as f64
        })
        .collect();
    match wish.possible.as_slice() {
        [] => SingleAnswer {
            switch_off: Vec::new(),
            found: None,
            sentence: "None of these breakers feeds it: look for another panel, or a breaker left out.".to_owned(),
        },
        [only] => SingleAnswer {
            switch_off: Vec::new(),
            found: Some(only.name.clone()),
            sentence: format!("It is breaker {}. Prove it dead there all the same.", only.name),
        },
        possible => {
            let switch_off: Vec<String> =
                bisect(&likelihood).into_iter().map(|place| possible[place].name.clone()).collect();
            let sentence = format!("Switch off {}: is the outlet dead?", switch_off.join(", "));
            SingleAnswer { switch_off, found: None, sentence }
        }
    }
}

/// The breakers to switch off next to find the one that feeds a single outlet: as near to half of the likelihood as can
/// be, the likeliest first. `likelihood` has a weight for each breaker that is still possible, 0 for the others.
fn bisect(likelihood: &[f64]) -> Vec<usize> {
    let total: f64 = likelihood.iter().filter(|weight| weight.is_finite()).sum();
    let mut order: Vec<usize> = (0..likelihood.len()).filter(|place| likelihood[*place] > 0.0).collect();
    order.sort_by(|a, b| likelihood[*b].total_cmp(&likelihood[*a]).then(a.cmp(b)));
    let mut taken = Vec::new();
    let mut sum = 0.0;
    for place in order {
        let grown = sum + likelihood[place];
        if taken.is_empty() || (grown - total / 2.0).abs() < (sum - total / 2.0).abs() {
            taken.push(place);
            sum = grown;
        }
    }
    taken
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_single_outlet_is_found_by_halves() {
        assert_eq!(bisect(&[1.0; 8]).len(), 4);
        assert_eq!(bisect(&[0.0, 5.0, 1.0, 1.0]), [1], "the likeliest alone is more than half");
        assert_eq!(bisect(&[1.0]), [0]);
        assert_eq!(bisect(&[]), [0; 0]);
        // Twenty breakers, alike: at most five trips, whichever it is.
        for wanted in 0..20 {
            let (mut open, mut trips) = ([1.0; 20], 0);
            while open.iter().filter(|weight| **weight > 0.0).count() > 1 {
                let off = bisect(&open);
                let went_dead = off.contains(&wanted);
                for (place, weight) in open.iter_mut().enumerate() {
                    if off.contains(&place) != went_dead {
                        *weight = 0.0;
                    }
                }
                trips += 1;
            }
            assert!(open[wanted] > 0.0 && trips <= 5, "{wanted}: {trips}");
        }
    }

    #[test]
    fn the_directory_comes_first_and_need_not_be_right() {
        let breaker =
            |name: &str, directory: &str| PossibleBreaker { name: name.to_owned(), directory: directory.to_owned() };
        let mut wish = SingleWish {
            possible: vec![
                breaker("1", "attic"),
                breaker("2", "Kitchen counter"),
                breaker("3", "stair"),
                breaker("4", ""),
            ],
            words: "kitchen counter left".to_owned(),
        };
        assert_eq!(find_single(&wish).switch_off, ["2"]);
        wish.possible.remove(1);
        assert_eq!(find_single(&wish).switch_off.len(), 1);
        wish.possible.truncate(1);
        assert_eq!(find_single(&wish).found.as_deref(), Some("1"));
        wish.possible.clear();
        assert!(find_single(&wish).sentence.contains("another panel"));
    }
}
