//! Lengths into bins: as much as goes in, exactly within a number of steps.
//!
//! What a bin holds at most is known from the sums that the lengths make (a bounded subset sum), and bounds every search. Bins are
//! filled one after the other, each as full as it can be; where that does not reach the bound, prices on the lengths tighten
//! it, and a branch and bound goes through the lengths.

use super::pricing::{Market, priced};

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

/// Cells of a table of sums above which lengths are too fine for one.
const MOST_CELLS: i64 = 8_000_000;
/// Ways of filling the bins one after the other that are tried before the search.
const FILLINGS: u64 = 40;

/// Lengths that are packed, with the sums that they make.
pub struct Packer {
    /// In units of their common measure, longest first.
    lengths: Vec<usize>,
    /// The common measure, in nanometres.
    unit: i64,
    total: i64,
    /// For each place and room: the most that the lengths from there on fill it with. Empty where they are too fine.
    fills: Vec<u32>,
    /// Rooms in the table for each place: the longest bin and one.
    rooms: usize,
}

fn gcd(a: i64, b: i64) -> i64 {
    if b == 0 { a } else { gcd(b, a % b) }
}

/// A small generator of its own, so that a cut list is the same each time.
struct Dice(u64);

impl Dice {
    fn below(&mut self, count: usize) -> usize {
        self.0 = self.0.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        usize::try_from(self.0 >> 33).unwrap_or(0) % count.max(1)
    }
}

impl Packer {
    /// For `lengths` in nanometres, longest first, and bins of at most `longest`.
    pub fn new(lengths: &[i64], longest: i64) -> Self {
        let unit = lengths.iter().copied().fold(0, gcd).max(1);
        let scaled: Vec<usize> = lengths.iter().map(|length| usize::try_from(length / unit).unwrap_or(0)).collect();
        let total: i64 = lengths.iter().sum();
        let rooms = longest.min(total) / unit + 1;
        let fine = rooms.saturating_mul(i64::try_from(lengths.len() + 1).unwrap_or(i64::MAX)) > MOST_CELLS;
        let rooms = if fine { 0 } else { usize::try_from(rooms).unwrap_or(0) };
        let mut fills = vec![0_u32; rooms * (scaled.len() + 1)];
        let mut reached = vec![false; rooms];
        if let Some(nothing) = reached.first_mut() {
            *nothing = true;
        }
        for place in (0..scaled.len()).rev().filter(|_| rooms > 0) {
            for sum in (scaled[place]..rooms).rev() {
                reached[sum] |= reached[sum - scaled[place]];
            }
            let mut most = 0;
            for (room, fill) in fills[place * rooms..(place + 1) * rooms].iter_mut().enumerate() {
                if reached[room] {
                    most = u32::try_from(room).unwrap_or(u32::MAX);
                }
                *fill = most;
            }
        }
        Self { lengths: scaled, unit, total, fills, rooms }
    }

    /// The most that the lengths from `place` on fill a room with, in units.
    fn fill(&self, place: usize, room: usize) -> usize {
        if self.rooms == 0 || self.lengths.is_empty() {
            return room;
        }
        self.fills[place * self.rooms + room.min(self.rooms - 1)] as usize
    }

    /// The most that a bin holds of these lengths, in nanometres.
    pub fn most_in(&self, bin: i64) -> i64 {
        let fill = self.fill(0, self.in_units(bin));
        i64::try_from(fill).map_or(bin, |fill| fill.saturating_mul(self.unit)).min(bin)
    }

    /// All lengths together, in nanometres.
    pub const fn total(&self) -> i64 {
        self.total
    }

    fn in_units(&self, length: i64) -> usize {
        usize::try_from(length / self.unit).unwrap_or(0)
    }

    /// Packs into `bins`, stopping as soon as `target` is reached. Each step of the search takes one of `nodes`; when none
    /// is left the best so far stands, with a bound that may be higher.
    pub fn pack(&self, bins: &[i64], target: i64, nodes: &mut u64) -> Packing {
        let room: i64 = bins.iter().map(|bin| self.most_in(*bin)).sum();
        let mut bound = self.total.min(room);
        let bins: Vec<usize> = bins.iter().map(|bin| self.in_units(*bin)).collect();
        let mut best = self.best_fit(&bins);
        let mut stopped = false;
        // Out of reach is out of reach, however much goes in; without a target as much as can be is wanted.
        let asked = (target < i64::MAX).then_some(target);
        let within = |bound: i64| asked.is_none_or(|asked| asked <= bound);
        let goal = |bound: i64| usize::try_from((target.min(bound) + self.unit - 1) / self.unit).unwrap_or(0);
        if within(bound) && best.1 < goal(bound) {
            self.fill_in_turn(&bins, goal(bound), &mut best, nodes);
        }
        if within(bound) && best.1 < goal(bound) && self.rooms > 0 {
            let asked = asked.map(|_| goal(bound));
            bound = bound.min(self.by_prices(&bins, asked, &mut best, nodes));
        }
        if within(bound) && best.1 < goal(bound) {
            let mut search = Search {
                packer: self,
                rest: rests(&self.lengths),
                free: bins,
                places: vec![None; self.lengths.len()],
                best,
                goal: goal(bound),
                nodes,
                stopped: false,
            };
            search.go(0, 0, 0);
            (best, stopped) = (search.best, search.stopped);
        }
        let packed = i64::try_from(best.1).unwrap_or(0) * self.unit;
        let most = if stopped || !within(bound) { bound } else { packed };
        Packing { places: best.0, packed, most }
    }

    /// Each length, longest first, where it leaves the least room: where the search begins.
    fn best_fit(&self, bins: &[usize]) -> Packed {
        let mut free = bins.to_vec();
        let mut packed = 0;
        let place = |length: &usize| {
            let bin = (0..free.len()).filter(|bin| free[*bin] >= *length).min_by_key(|bin| free[*bin])?;
            free[bin] -= length;
            packed += length;
            Some(bin)
        };
        (self.lengths.iter().map(place).collect(), packed)
    }

    /// Fills one bin after the other as far as what is left of the lengths allows, the longest first, in several orders.
    fn fill_in_turn(&self, bins: &[usize], goal: usize, best: &mut Packed, nodes: &mut u64) {
        if self.rooms == 0 {
            return;
        }
        let mut dice = Dice(1);
        let mut order: Vec<usize> = (0..bins.len()).collect();
        order.sort_by_key(|bin| bins[*bin]);
        for filling in 0..FILLINGS {
            let cost = (bins.len() * self.lengths.len()) as u64 / 8 + 1;
            if *nodes < cost {
                return;
            }
            *nodes -= cost;
            if filling == 1 {
                order.reverse();
            } else if filling > 1 {
                for place in (1..order.len()).rev() {
                    order.swap(place, dice.below(place + 1));
                }
            }
            let mut places = vec![None; self.lengths.len()];
            let mut packed = 0;
            for bin in &order {
                packed += self.fill_one(*bin, bins[*bin], &mut places, filling > 1, &mut dice);
            }
            if packed > best.1 {
                *best = (places, packed);
            }
            if best.1 >= goal {
                return;
            }
        }
    }

    /// Packs by prices on the lengths; what no packing holds more than, in nanometres.
    fn by_prices(&self, bins: &[usize], asked: Option<usize>, best: &mut Packed, nodes: &mut u64) -> i64 {
        let cost = (bins.len() * self.lengths.len()) as u64 * 8;
        if *nodes < cost {
            return i64::MAX;
        }
        *nodes -= cost;
        let mut lengths: Vec<(usize, usize)> = Vec::new();
        for length in &self.lengths {
            match lengths.last_mut().filter(|(known, _)| known == length) {
                Some((_, count)) => *count += 1,
                None => lengths.push((*length, 1)),
            }
        }
        let rooms: Vec<usize> = bins.iter().map(|bin| (*bin).min(self.rooms - 1)).collect();
        let priced = priced(&Market { lengths: &lengths, bins: &rooms }, asked);
        if priced.packed > best.1 {
            let mut places = vec![None; self.lengths.len()];
            for (kind, (length, _)) in lengths.iter().enumerate() {
                let takers = priced.taken.iter().enumerate();
                let mut takers = takers.flat_map(|(bin, takes)| std::iter::repeat_n(bin, takes[kind]));
                for place in (0..places.len()).filter(|place| self.lengths[*place] == *length) {
                    places[place] = takers.next();
                }
            }
            *best = (places, priced.packed);
        }
        i64::try_from(priced.most).unwrap_or(i64::MAX).saturating_mul(self.unit)
    }

    /// Fills a bin with what is not placed yet, as full as it gets; how much went in.
    fn fill_one(&self, bin: usize, room: usize, places: &mut [Option<usize>], varied: bool, dice: &mut Dice) -> usize {
        let left: Vec<usize> = (0..self.lengths.len()).filter(|place| places[*place].is_none()).collect();
        let room = room.min(self.rooms.saturating_sub(1));
        // For each place of what is left, the sums that it and those after it make: a bit each.
        let words = room / 64 + 1;
        let mut sums = vec![0_u64; words * (left.len() + 1)];
        sums[left.len() * words] = 1;
        for at in (0..left.len()).rev() {
            let (before, after) = sums.split_at_mut((at + 1) * words);
            let (own, from) = (&mut before[at * words..], &after[..words]);
            own.copy_from_slice(from);
            let (jump, shift) = (self.lengths[left[at]] / 64, self.lengths[left[at]] % 64);
            for word in jump..words {
                own[word] |= from[word - jump] << shift;
                if shift > 0 && word > jump {
                    own[word] |= from[word - jump - 1] >> (64 - shift);
                }
            }
        }
        let makes = |at: usize, sum: usize| sums[at * words + sum / 64] >> (sum % 64) & 1 == 1;
        let Some(mut wanted) = (0..=room).rev().find(|sum| makes(0, *sum)) else { return 0 };
        let filled = wanted;
        for at in 0..left.len() {
            let length = self.lengths[left[at]];
            let with = wanted >= length && makes(at + 1, wanted - length);
            let without = makes(at + 1, wanted);
            if with && (!without || !varied || dice.below(4) > 0) {
                places[left[at]] = Some(bin);
                wanted -= length;
            }
        }
        filled
    }
}

/// The bin of each length, and how much is packed, in units.
type Packed = (Vec<Option<usize>>, usize);

/// What is left of the lengths from each place on.
fn rests(lengths: &[usize]) -> Vec<usize> {
    let mut rests = vec![0; lengths.len() + 1];
    for place in (0..lengths.len()).rev() {
        rests[place] = rests[place + 1] + lengths[place];
    }
    rests
}

struct Search<'a> {
    packer: &'a Packer,
    rest: Vec<usize>,
    free: Vec<usize>,
    places: Vec<Option<usize>>,
    best: Packed,
    goal: usize,
    nodes: &'a mut u64,
    stopped: bool,
}

impl Search<'_> {
    /// Places the lengths from `place` on; `from` is the first bin that the next may take if it is as long as the one
    /// before, since equal lengths change nothing by trading bins. Whether the goal is reached.
    fn go(&mut self, place: usize, packed: usize, from: usize) -> bool {
        if packed > self.best.1 {
            self.best = (self.places.clone(), packed);
        }
        if self.best.1 >= self.goal {
            return true;
        }
        let lengths = &self.packer.lengths;
        if place == lengths.len() {
            return false;
        }
        if *self.nodes == 0 {
            self.stopped = true;
            return true;
        }
        *self.nodes -= 1;
        let length = lengths[place];
        let room: usize = self.free.iter().map(|free| self.packer.fill(place, *free)).sum();
        if packed + self.rest[place].min(room) <= self.best.1 {
            return false;
        }
        let alike = lengths.get(place + 1) == Some(&length);
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
        let next = (place..lengths.len()).find(|next| lengths[*next] != length).unwrap_or(lengths.len());
        self.go(next, packed, 0)
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn pack(lengths: &[i64], bins: &[i64], nodes: u64) -> Packing {
        let longest = bins.iter().copied().max().unwrap_or(0);
        Packer::new(lengths, longest).pack(bins, i64::MAX, &mut { nodes })
    }

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
            let packing = pack(&lengths, &bins, 1_000_000);
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
        // What best fit reaches needs no step: 6 into 6, both fives into 10.
        let packing = pack(&[6, 5, 5], &[10, 6], 0);
        assert_eq!((packing.packed, packing.most), (16, 16));
        let packing = pack(&[4, 3, 3], &[6, 3], 0);
        assert_eq!((packing.packed, packing.most), (7, 9), "both threes fill the six, and then four fits no more");
        let packing = pack(&[4, 3, 3], &[6, 3], 1_000);
        assert_eq!((packing.packed, packing.most), (7, 7));
    }

    #[test]
    fn a_bin_holds_what_the_lengths_make() {
        let packer = Packer::new(&[6, 6, 4], 11);
        assert_eq!([3, 4, 9, 10, 11].map(|bin| packer.most_in(bin)), [0, 4, 6, 10, 10]);
    }

    #[test]
    fn lengths_too_fine_for_a_table_are_packed_all_the_same() {
        let packing = pack(&[60_000_001, 50_000_000, 40_000_003], &[100_000_004, 60_000_000], 100_000);
        assert_eq!(packing.packed, 150_000_004);
    }
}
