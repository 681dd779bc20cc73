//! Outlets along a line: how far the farthest point of a space is from one, and the fewest more that bring every point within
//! reach. Everything is in whole nanometres along the floor line.

use crate::facts::Spread;

/// A stretch of wall or counter that outlets have to serve.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Space {
    /// Where it lies on the floor line.
    pub spread: Spread,
    /// What lies before its beginning was not taped: an outlet may be right there.
    pub open_start: bool,
    /// The same beyond its end.
    pub open_end: bool,
    /// It runs all round the room and meets itself.
    pub round: bool,
    /// The outlets that serve it, in order.
    pub outlets: Vec<i64>,
    /// Stretches of it where no outlet can be put.
    pub blocked: Vec<Spread>,
}

/// The farthest point of a space.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Farthest {
    /// Where it is.
    pub at: i64,
    /// How far it is from the nearest outlet.
    pub distance: i64,
}

/// The farthest point of a stretch from outlets in order; `None` without any.
fn farthest(spread: Spread, outlets: &[i64]) -> Option<Farthest> {
    let (first, last) = (outlets.first()?, outlets.last()?);
    let ends = [
        Farthest { at: spread.from, distance: first - spread.from },
        Farthest { at: spread.to, distance: spread.to - last },
    ];
    let between = outlets.windows(2).filter_map(|pair| match pair {
        [one, next] => Some(Farthest { at: one + (next - one) / 2, distance: (next - one + 1) / 2 }),
        _ => None,
    });
    ends.into_iter().chain(between).max_by_key(|known| known.distance)
}

/// A stretch with outlets at either end where it was cut open, and those between.
struct Cut {
    spread: Spread,
    outlets: Vec<i64>,
}

impl Space {
    /// Cut open at its first outlet, where it runs all round; as it is otherwise.
    fn cut(&self, outlets: &[i64]) -> Cut {
        match (self.round, outlets.first()) {
            (true, Some(first)) => {
                let spread = Spread { from: *first, to: first + self.spread.width() };
                let outlets = outlets.iter().copied().chain([spread.to]).collect();
                Cut { spread, outlets }
            }
            _ => Cut { spread: self.spread, outlets: outlets.to_vec() },
        }
    }

    /// Its farthest point from the outlets that are there; `None` where there is none.
    pub fn farthest(&self) -> Option<Farthest> {
        let cut = self.cut(&self.outlets);
        farthest(cut.spread, &cut.outlets)
    }

    /// As if an outlet were wherever nobody looked.
    pub fn at_best(&self) -> Self {
        let mut best = self.clone();
        if self.open_start {
            best.outlets.insert(0, self.spread.from);
        }
        if self.open_end {
            best.outlets.push(self.spread.to);
        }
        best
    }

    /// No outlet can be put there.
    fn is_blocked(&self, at: i64) -> bool {
        let width = self.spread.width();
        self.blocked.iter().any(|blocked| {
            let inside = |at: i64| blocked.from < at && at < blocked.to;
            inside(at) || (self.round && (inside(at - width) || inside(at + width)))
        })
    }

    /// The rightmost place for an outlet in `(after, upto]`.
    fn place_before(&self, after: i64, upto: i64) -> Option<i64> {
        let mut at = upto;
        while at > after {
            let width = self.spread.width();
            let turns = if self.round { [0, width, -width] } else { [0; 3] };
            let blocking = turns.iter().flat_map(|turn| {
                self.blocked.iter().map(move |blocked| Spread { from: blocked.from + turn, to: blocked.to + turn })
            });
            match blocking.filter(|blocked| blocked.from < at && at < blocked.to).map(|blocked| blocked.from).min() {
                Some(edge) => at = edge,
                None => return Some(at),
            }
        }
        None
    }

    /// The fewest outlets more within a stretch, each as far to the right as it can be; `None` where there is no place for one.
    fn fewest_rightmost(&self, spread: Spread, outlets: &[i64], reach: i64) -> Option<Vec<i64>> {
        let mut added = Vec::new();
        // Everything before this point is within reach of an outlet; the point itself only once it has moved.
        let mut covered = spread.from;
        let mut begun = false;
        loop {
            let reaching = outlets.iter().filter(|at| **at - reach <= covered).map(|at| at + reach).max();
            if let Some(to) = reaching.filter(|to| *to > covered || (!begun && *to >= covered)) {
                covered = covered.max(to);
                begun = true;
            } else {
                // The outlet that serves what comes next stands at most its reach beyond.
                let after = (covered - reach).max(spread.from) - 1;
                let at = self.place_before(after, (covered + reach).min(spread.to))?;
                if at + reach <= covered && begun {
                    return None;
                }
                added.push(at);
                covered = at + reach;
                begun = true;
            }
            if covered >= spread.to {
                return Some(added);
            }
        }
    }

    /// The same read from the other end.
    fn mirrored(&self) -> Self {
        let turned = |spread: &Spread| Spread { from: -spread.to, to: -spread.from };
        Self {
            spread: turned(&self.spread),
            open_start: self.open_end,
            open_end: self.open_start,
            round: self.round,
            outlets: self.outlets.iter().rev().map(|at| -at).collect(),
            blocked: self.blocked.iter().rev().map(turned).collect(),
        }
    }

    /// Whether every point is within reach, with these outlets more.
    fn is_served(&self, added: &[i64], reach: i64) -> bool {
        let mut outlets: Vec<i64> = self.outlets.iter().chain(added).copied().collect();
        outlets.sort_unstable();
        let cut = self.cut(&outlets);
        farthest(cut.spread, &cut.outlets).is_some_and(|known| known.distance <= reach)
    }

    /// The fewest outlets more with which every point is within `reach` of one, and where: in the middle of where each can be,
    /// on the mark that `snap` gives. `None` where there is no place for one that is wanted.
    ///
    /// The fewest is exact: along a line, putting each next outlet as far on as the first point not yet served allows uses
    /// no more than any other way. Where the space runs all round without an outlet, every place is tried that a stretch
    /// without a place for one leaves as the first: some best way can be turned until an outlet stands at such an edge, or, where
    /// there is none, anywhere.
    pub fn fewest(&self, reach: i64, snap: &dyn Fn(i64) -> i64) -> Option<Vec<i64>> {
        if self.round && self.outlets.is_empty() {
            return self.fewest_all_round(reach, snap);
        }
        let cut = self.cut(&self.outlets);
        let rightmost = self.fewest_rightmost(cut.spread, &cut.outlets, reach)?;
        let mirror = Self { spread: cut.spread, outlets: cut.outlets.clone(), ..self.clone() }.mirrored();
        let leftmost = mirror.fewest_rightmost(mirror.spread, &mirror.outlets, reach)?;
        let middles = rightmost.iter().zip(leftmost.iter().rev()).map(|(right, left)| left_of(*right, -*left));
        let middles: Vec<i64> = middles.collect();
        let fits = |places: &[i64]| !places.iter().any(|at| self.is_blocked(*at)) && self.is_served(places, reach);
        let snapped: Vec<i64> = middles.iter().map(|at| snap(*at)).collect();
        let choice = [snapped, middles].into_iter().find(|places| fits(places));
        Some(choice.unwrap_or(rightmost))
    }

    fn fewest_all_round(&self, reach: i64, snap: &dyn Fn(i64) -> i64) -> Option<Vec<i64>> {
        let edges = self.blocked.iter().map(|blocked| blocked.from);
        let firsts = edges.chain(self.blocked.is_empty().then_some(self.spread.from));
        let ways = firsts.filter(|first| !self.is_blocked(*first)).filter_map(|first| {
            let begun = Self { outlets: vec![first], ..self.clone() };
            let mut places = begun.fewest(reach, snap)?;
            places.insert(0, first);
            Some(places)
        });
        ways.min_by_key(Vec::len)
    }
}

/// The middle between two places.
const fn left_of(right: i64, left: i64) -> i64 {
    left + (right - left) / 2
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use proptest::prelude::*;

    use super::*;

    fn space(to: i64, outlets: &[i64], blocked: &[(i64, i64)], round: bool) -> Space {
        let blocked = blocked.iter().map(|(from, to)| Spread { from: *from, to: *to }).collect();
        let spread = Spread { from: 0, to };
        Space { spread, open_start: false, open_end: false, round, outlets: outlets.to_vec(), blocked }
    }

    fn fewest(space: &Space, reach: i64) -> Option<usize> {
        space.fewest(reach, &|at| at).map(|places| places.len())
    }

    #[test]
    fn spaces_worked_by_hand() {
        // NEC 210.52(A)(1) as training explains it, from memory: 12 ft between, 6 ft from a door. In feet.
        assert_eq!(fewest(&space(12, &[], &[], false), 6), Some(1));
        assert_eq!(fewest(&space(13, &[], &[], false), 6), Some(2));
        assert_eq!(fewest(&space(24, &[6], &[], false), 6), Some(1));
        assert_eq!(fewest(&space(24, &[12], &[], false), 6), Some(2));
        assert_eq!(fewest(&space(18, &[6, 18], &[], false), 6), Some(0));
        assert_eq!(space(18, &[2, 16], &[], false).farthest(), Some(Farthest { at: 9, distance: 7 }));
        // All round, 48 ft: four; with one there, three; nothing can be between 10 and 40.
        assert_eq!(fewest(&space(48, &[], &[], true), 6), Some(4));
        assert_eq!(fewest(&space(48, &[7], &[], true), 6), Some(3));
        assert_eq!(fewest(&space(48, &[], &[(10, 40)], true), 6), None);
        // In the middle of where it can be.
        assert_eq!(space(8, &[], &[], false).fewest(6, &|at| at), Some(vec![4]));
    }

    /// Whether so many outlets on whole marks can serve a space.
    fn can_serve(space: &Space, reach: i64, count: usize, from: i64, chosen: &mut Vec<i64>) -> bool {
        if space.is_served(chosen, reach) {
            return true;
        }
        count > 0
            && (from..=space.spread.to).filter(|at| !space.is_blocked(*at)).any(|at| {
                chosen.push(at);
                let can = can_serve(space, reach, count - 1, at + 1, chosen);
                chosen.pop();
                can
            })
    }

    proptest! {
        #[test]
        fn no_fewer_outlets_serve_a_space(
            to in 1_i64..26, mut outlets in proptest::collection::vec(0_i64..26, 0..3), reach in 2_i64..7,
            blocked in proptest::collection::vec((0_i64..26, 1_i64..9), 0..3), round: bool,
        ) {
            outlets.retain(|at| *at <= to && !(round && *at == to));
            outlets.sort_unstable();
            outlets.dedup();
            let blocked: Vec<_> = blocked.into_iter().map(|(from, width)| (from, (from + width).min(to))).collect();
            let blocked: Vec<_> = blocked.into_iter().filter(|(from, to)| from < to).collect();
            let space = space(to, &outlets, &blocked, round);
            match space.fewest(reach, &|at| at) {
                Some(places) => {
                    prop_assert!(places.iter().all(|at| !space.is_blocked(*at)), "{places:?}");
                    prop_assert!(places.is_empty() && space.is_served(&[], reach) || space.is_served(&places, reach));
                    if !places.is_empty() {
                        prop_assert!(!can_serve(&space, reach, places.len() - 1, 0, &mut Vec::new()), "{places:?}");
                    }
                }
                None => prop_assert!(!can_serve(&space, reach, 4, 0, &mut Vec::new())),
            }
        }
    }
}
