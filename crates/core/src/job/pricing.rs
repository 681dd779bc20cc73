//! What bins hold at most together, from prices on the lengths: a length that many bins want is worth less to each of them.
//!
//! The relaxation of Lagrange, its prices moved along the subgradient. For any prices, what each bin would earn at best, with
//! what the lengths are priced at, is no less than what can be packed; and what the bins would take, one after the other from
//! what is left, is a packing to try.

/// Rounds of moving the prices.
const ROUNDS: usize = 160;

/// Lengths in units, each with how many of them there are, and bins in units.
pub struct Market<'a> {
    /// The different lengths with their counts.
    pub lengths: &'a [(usize, usize)],
    /// The bins.
    pub bins: &'a [usize],
}

/// What the prices tell.
pub struct Priced {
    /// No packing holds more.
    pub most: usize,
    /// The best packing that was tried: for each bin how many of each length.
    pub taken: Vec<Vec<usize>>,
    /// What it holds.
    pub packed: usize,
}

/// Moves the prices until what is proven and what is packed meet, or the rounds are over. `asked`: what would do, and below
/// which nothing does; as much as can be where there is none.
pub fn priced(market: &Market, asked: Option<usize>) -> Priced {
    let kinds = market.lengths.len();
    let mut prices = vec![0.0_f64; kinds];
    let mut best = Priced { most: market.bins.iter().sum(), taken: vec![vec![0; kinds]; market.bins.len()], packed: 0 };
    let mut lowest = f64::INFINITY;
    let (mut pace, mut idle) = (1.5, 0);
    let all: Vec<usize> = market.lengths.iter().map(|(_, count)| *count).collect();
    for _ in 0..ROUNDS {
        let value = |kind: usize| to_f64(market.lengths[kind].0) - prices[kind];
        let mut earned: f64 = (0..kinds).map(|kind| prices[kind] * to_f64(all[kind])).sum();
        let mut wanted = vec![0_usize; kinds];
        for bin in market.bins {
            let (worth, takes) = knapsack(market.lengths, &all, *bin, &value);
            earned += worth;
            for (wanted, takes) in wanted.iter_mut().zip(&takes) {
                *wanted += takes;
            }
        }
        if earned < lowest - 1e-9 {
            (lowest, idle) = (earned, 0);
            best.most = best.most.min(whole(lowest));
        } else {
            idle += 1;
            if idle == 8 {
                (pace, idle) = (pace / 2.0, 0);
            }
        }
        try_in_turn(market, &value, &mut best);
        let settled = asked.is_some_and(|asked| best.packed >= asked || best.most < asked);
        if settled || best.packed >= best.most {
            break;
        }
        let over: Vec<f64> = wanted.iter().zip(&all).map(|(wanted, count)| to_f64(*wanted) - to_f64(*count)).collect();
        let norm: f64 = over
            .iter()
            .zip(&prices)
            .map(|(over, price)| if *price > 0.0 || *over > 0.0 { over * over } else { 0.0 })
            .sum();
        if norm == 0.0 {
            break;
        }
        let step = pace * (earned - to_f64(best.packed)).max(0.5) / norm;
        for (price, over) in prices.iter_mut().zip(over) {
            *price = (*price + step * over).max(0.0);
        }
    }
    best
}

/// Fills the bins from what is left, the roomiest first and the tightest first, each by what is worth most at the prices.
fn try_in_turn(market: &Market, value: &dyn Fn(usize) -> f64, best: &mut Priced) {
    let mut order: Vec<usize> = (0..market.bins.len()).collect();
    order.sort_by_key(|bin| market.bins[*bin]);
    for turn in 0..2 {
        if turn == 1 {
            order.reverse();
        }
        let mut left: Vec<usize> = market.lengths.iter().map(|(_, count)| *count).collect();
        let mut taken = vec![Vec::new(); market.bins.len()];
        let mut packed = 0;
        for bin in &order {
            // A length at its full price is still better packed than left out.
            let worth = |kind: usize| value(kind).max(0.0) + 1e-3 * to_f64(market.lengths[kind].0);
            let (_, takes) = knapsack(market.lengths, &left, market.bins[*bin], &worth);
            for (kind, takes) in takes.iter().enumerate() {
                left[kind] -= takes;
                packed += takes * market.lengths[kind].0;
            }
            taken[*bin] = takes;
        }
        if packed > best.packed {
            (best.packed, best.taken) = (packed, taken);
        }
    }
}

/// The most that a bin earns, and how many of each length it takes for it.
fn knapsack(
    lengths: &[(usize, usize)],
    counts: &[usize],
    room: usize,
    value: &dyn Fn(usize) -> f64,
) -> (f64, Vec<usize>) {
    let mut worth = vec![0.0_f64; room + 1];
    let mut takes = vec![0_u16; lengths.len() * (room + 1)];
    for (kind, (length, _)) in lengths.iter().enumerate() {
        let gain = value(kind);
        if gain <= 0.0 || *length > room {
            continue;
        }
        // From the roomiest down, so that what is read is still without this length.
        for free in (*length..=room).rev() {
            for count in 1..=counts[kind].min(free / length) {
                let with = worth[free - count * length] + to_f64(count) * gain;
                if with > worth[free] + 1e-9 {
                    worth[free] = with;
                    takes[kind * (room + 1) + free] = u16::try_from(count).unwrap_or(u16::MAX);
                }
            }
        }
    }
    let mut chosen = vec![0; lengths.len()];
    let mut free = room;
    for kind in (0..lengths.len()).rev() {
        let count = usize::from(takes[kind * (room + 1) + free]);
        chosen[kind] = count;
        free -= count * lengths[kind].0;
    }
    (worth[room], chosen)
}

#[expect(clippy::cast_precision_loss, reason = "lengths in units are far below 2^52")]
const fn to_f64(count: usize) -> f64 {
    count as f64
}

/// A bound on whole units, rounded down; a trifle above, so that rounding never proves too much.
#[expect(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "bounds are positive and small")]
fn whole(bound: f64) -> usize {
    (bound + 1e-6).max(0.0) as usize
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn prices_see_that_one_length_cannot_fill_two_bins() {
        // By hand: each bin of 7 alone takes the one 7; together they hold 7 and 5.
        let market = Market { lengths: &[(7, 1), (5, 3)], bins: &[7, 7] };
        let priced = priced(&market, None);
        assert_eq!((priced.packed, priced.most), (12, 12));
        let held: usize = priced.taken.iter().map(|takes| takes[0] * 7 + takes[1] * 5).sum();
        assert_eq!(held, 12);
    }

    #[test]
    fn a_bin_takes_what_earns_most() {
        // By hand: 10 takes 6 and 4, worth 10, rather than 5 and 5, worth 8.
        let value = |kind: usize| [6.0, 4.0, 4.0][kind];
        let (worth, takes) = knapsack(&[(6, 1), (5, 2), (4, 1)], &[1, 2, 1], 10, &value);
        assert_eq!((worth, takes), (10.0, vec![1, 0, 1]));
    }
}
