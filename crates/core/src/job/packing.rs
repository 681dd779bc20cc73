//! Lengths into bins: as much as goes in, exactly within a number of steps.

/// What went in.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Packing {
    /// The bin of each length; `None` for those left out.
    pub places: Vec<Option<usize>>,
    /// The lengths packed, together.
    pub packed: i64,
    /// No packing holds more than this, unless the target was reached before: equal to `packed` where the search was not
    /// stopped.
    pub most: i64,
}

/// Packs `lengths`, longest first, into `bins`, stopping as soon as `target` is reached. Each step of the search takes one
/// of `nodes`; when none is left the best so far stands, with a bound that may be higher.
pub fn pack(lengths: &[i64], bins: &[i64], target: i64, nodes: &mut u64) -> Packing {
    let total: i64 = lengths.iter().sum();
    let room: i64 = bins.iter().sum();
    let bound = total.min(room);
    let (best, best_packed) = best_fit(lengths, bins);
    let mut search = Search {
        lengths,
        rest: rests(lengths),
        free: bins.to_vec(),
        places: vec![None; lengths.len()],
        best,
        best_packed,
        goal: target.min(bound),
        nodes,
        stopped: false,
    };
    if search.best_packed < search.goal {
        search.go(0, 0, 0);
    }
    let Search { best, best_packed, stopped, .. } = search;
    let most = if stopped { bound } else { best_packed };
    Packing { places: best, packed: best_packed, most }
}

/// Each length, longest first, where it leaves the least room: where the search begins.
fn best_fit(lengths: &[i64], bins: &[i64]) -> (Vec<Option<usize>>, i64) {
    let mut free = bins.to_vec();
    let mut packed = 0;
    let place = |length: &i64| {
        let bin = (0..free.len()).filter(|bin| free[*bin] >= *length).min_by_key(|bin| free[*bin])?;
        free[bin] -= length;
        packed += length;
        Some(bin)
    };
    (lengths.iter().map(place).collect(), packed)
}

/// What is left of the lengths from each place on.
fn rests(lengths: &[i64]) -> Vec<i64> {
    let mut rests = vec![0; lengths.len() + 1];
    for place in (0..lengths.len()).rev() {
        rests[place] = rests[place + 1] + lengths[place];
    }
    rests
}

struct Search<'a> {
    lengths: &'a [i64],
    rest: Vec<i64>,
    free: Vec<i64>,
    places: Vec<Option<usize>>,
    best: Vec<Option<usize>>,
    best_packed: i64,
    goal: i64,
    nodes: &'a mut u64,
    stopped: bool,
}

impl Search<'_> {
    /// Places the lengths from `place` on; `from` is the first bin that the next may take if it is as long as the one
    /// before, since equal lengths change nothing by trading bins. Whether the goal is reached.
    fn go(&mut self, place: usize, packed: i64, from: usize) -> bool {
        if packed > self.best_packed {
            self.best_packed = packed;
            self.best.clone_from(&self.places);
        }
        if self.best_packed >= self.goal {
            return true;
        }
        if place == self.lengths.len() {
            return false;
        }
        if *self.nodes == 0 {
            self.stopped = true;
            return true;
        }
        *self.nodes -= 1;
        let length = self.lengths[place];
        let shortest = self.lengths[self.lengths.len() - 1];
        let room: i64 = self.free.iter().filter(|free| **free >= shortest).sum();
        if packed + self.rest[place].min(room) <= self.best_packed {
            return false;
        }
        let alike = self.lengths.get(place + 1) == Some(&length);
        for bin in from..self.free.len() {
            // Bins with the same room are one choice.
            if self.free[bin] < length || self.free[from..bin].contains(&self.free[bin]) {
                continue;
            }
            self.free[bin] -= length;
            self.places[place] = Some(bin);
            if self.go(place + 1, packed + length, if alike { bin } else { 0 }) {
                return true;
            }
            self.places[place] = None;
            self.free[bin] += length;
        }
        // Left out: then every equal one after it is left out as well.
        let next = (place..self.lengths.len()).find(|next| self.lengths[*next] != length).unwrap_or(self.lengths.len());
        self.go(next, packed, 0)
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn brute(lengths: &[i64], bins: &[i64]) -> i64 {
        let Some((first, rest)) = lengths.split_first() else { return 0 };
        let mut best = brute(rest, bins);
        for bin in 0..bins.len() {
            if bins[bin] >= *first {
                let mut bins = bins.to_vec();
                bins[bin] -= first;
                best = best.max(first + brute(rest, &bins));
            }
        }
        best
    }

    proptest! {
        #[test]
        fn nothing_packs_more(mut lengths in proptest::collection::vec(1_i64..12, 0..7), bins in proptest::collection::vec(1_i64..20, 0..4)) {
            lengths.sort_unstable_by(|a, b| b.cmp(a));
            let packing = pack(&lengths, &bins, i64::MAX, &mut 1_000_000);
            prop_assert_eq!(packing.packed, brute(&lengths, &bins));
            prop_assert_eq!(packing.most, packing.packed);
            for (bin, room) in bins.iter().enumerate() {
                let inside: i64 = lengths.iter().zip(&packing.places).filter(|(_, p)| **p == Some(bin)).map(|(l, _)| l).sum();
                prop_assert!(inside <= *room);
            }
        }
    }

    #[test]
    fn without_steps_the_bound_stays_open() {
        let packing = pack(&[5, 4], &[9], i64::MAX, &mut 0);
        assert_eq!((packing.packed, packing.most), (9, 9));
        let packing = pack(&[6, 5, 4, 3], &[9, 9], i64::MAX, &mut 0);
        assert_eq!((packing.packed, packing.most), (18, 18));
        let packing = pack(&[5, 4, 4], &[8, 5], i64::MAX, &mut 0);
        assert_eq!((packing.packed, packing.most), (13, 13));
        let packing = pack(&[6, 5, 5], &[10, 6], i64::MAX, &mut 0);
        assert_eq!((packing.packed, packing.most), (16, 16));
        let packing = pack(&[4, 3, 3], &[6, 3], i64::MAX, &mut 0);
        assert_eq!((packing.packed, packing.most), (7, 9), "no more goes in, but it takes steps to see");
    }
}
