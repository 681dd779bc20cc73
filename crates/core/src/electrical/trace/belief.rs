//! What the readings of a circuit say of every place at which its fault can sit: exact inference on the feed tree, by
//! messages up and down. Every place can be at fault by itself, so that two faults at once need no special case.

/// A feed tree: the parent of each point, or nothing for what the panel feeds.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Tree {
    parents: Vec<Option<usize>>,
    /// Every point after its parent.
    order: Vec<usize>,
}

impl Tree {
    /// From the parents; a point on a circle hangs from the panel.
    pub fn new(mut parents: Vec<Option<usize>>) -> Self {
        let count = parents.len();
        let mut order = Vec::with_capacity(count);
        let mut placed = vec![false; count];
        while order.len() < count {
            let before = order.len();
            for point in 0..count {
                if !placed[point] && parents[point].is_none_or(|parent| placed[parent]) {
                    placed[point] = true;
                    order.push(point);
                }
            }
            if order.len() == before
                && let Some(stuck) = placed.iter().position(|placed| !placed)
            {
                parents[stuck] = None;
            }
        }
        Self { parents, order }
    }

    /// How many points it has.
    pub const fn count(&self) -> usize {
        self.parents.len()
    }

    /// The parent of a point.
    pub fn parent(&self, point: usize) -> Option<usize> {
        self.parents[point]
    }

    /// Every point after its parent.
    pub fn order(&self) -> &[usize] {
        &self.order
    }
}

/// How a fault spreads downstream.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Spread {
    /// What is downstream of a break is broken.
    Break,
    /// What is downstream of an exchange is exchanged; a second exchange puts it right.
    Exchange,
}

impl Spread {
    const fn of(self, upstream: bool, fault: bool) -> bool {
        match self {
            Self::Break => upstream || fault,
            Self::Exchange => upstream != fault,
        }
    }
}

/// The chance of each place of a point to be at fault: the feed-through of its parent towards it, its feeding cable, its
/// landing, its device alone.
pub type Chances = [f64; 4];

/// How often a reading is taken down wrong. Common practice, no source.
const SLIP: f64 = 0.002;

/// What follows from the readings.
#[derive(Debug, Clone, PartialEq)]
pub struct Belief {
    /// The logarithm of how likely the readings are.
    pub log_likelihood: f64,
    /// The chance of each place to be at fault.
    pub places: Vec<Chances>,
    /// The chance that the fault shows at each point.
    pub shows: Vec<f64>,
}

/// The chance that any of three independent places is at fault.
fn any(chances: &Chances) -> f64 {
    1.0 - chances[..3].iter().map(|chance| 1.0 - chance).product::<f64>()
}

/// What the readings, one for each point that was read, say. `shown` is whether the fault shows there.
pub fn infer(tree: &Tree, chances: &[Chances], shown: &[Option<bool>], spread: Spread) -> Belief {
    let count = tree.count();
    let states = [false, true];
    // How likely the reading of a point is when the fault has or has not come to its box.
    let read = |point: usize, come: bool| -> f64 {
        let Some(shown) = shown[point] else { return 1.0 };
        let local = chances[point][3];
        let agrees = |bad: bool| if bad == shown { 1.0 - SLIP } else { SLIP };
        (1.0 - local) * agrees(spread.of(come, false)) + local * agrees(spread.of(come, true))
    };
    let passes = |point: usize, upstream: bool, come: bool| -> f64 {
        let fault = any(&chances[point]);
        let mut chance = 0.0;
        for (broken, weight) in [(false, 1.0 - fault), (true, fault)] {
            if spread.of(upstream, broken) == come {
                chance += weight;
            }
        }
        chance
    };
    let mut own: Vec<[f64; 2]> = (0..count).map(|point| states.map(|come| read(point, come))).collect();
    // Upward: what a point and all below it say of its parent.
    let mut up = vec![[1.0; 2]; count];
    let mut log_likelihood = 0.0;
    for &point in tree.order().iter().rev() {
        let message = states
            .map(|upstream| (0..2).map(|come| passes(point, upstream, come == 1) * own[point][come]).sum::<f64>());
        let scale = message[0].max(message[1]).max(f64::MIN_POSITIVE);
        log_likelihood += scale.ln();
        up[point] = message.map(|value| value / scale);
        if let Some(parent) = tree.parent(point) {
            for come in 0..2 {
                own[parent][come] *= up[point][come];
            }
        }
    }
    // The panel itself is sound: its terminals count as the feed-through towards its first points.
    log_likelihood += tree.order().iter().filter(|p| tree.parent(**p).is_none()).map(|p| up[*p][0].ln()).sum::<f64>();
    let mut above = vec![[1.0, 0.0]; count];
    let mut places = vec![[0.0; 4]; count];
    let mut shows = vec![0.0; count];
    let mut come = vec![[0.0; 2]; count];
    for &point in tree.order() {
        if let Some(parent) = tree.parent(point) {
            // All that is known of the parent, without what came from this point.
            let known = states.map(|state| {
                let state = usize::from(state);
                come[parent][state] * own[parent][state] / up[point][state].max(f64::MIN_POSITIVE)
            });
            let total = (known[0] + known[1]).max(f64::MIN_POSITIVE);
            above[point] = known.map(|value| value / total);
        }
        for state in states {
            come[point][usize::from(state)] =
                states.iter().map(|&up| above[point][usize::from(up)] * passes(point, up, state)).sum();
        }
        let fault = any(&chances[point]);
        let weigh = |broken: bool| -> f64 {
            let weight = if broken { fault } else { 1.0 - fault };
            states
                .iter()
                .map(|&up| above[point][usize::from(up)] * own[point][usize::from(spread.of(up, broken))])
                .sum::<f64>()
                * weight
        };
        let (sound, broken) = (weigh(false), weigh(true));
        let share = if sound + broken > 0.0 { broken / (sound + broken) } else { 0.0 };
        for place in 0..3 {
            places[point][place] = if fault > 0.0 { share * chances[point][place] / fault } else { 0.0 };
        }
        let local = chances[point][3];
        let mut joint = [[0.0; 2]; 2];
        for state in states {
            let rest = come[point][usize::from(state)] * own[point][usize::from(state)]
                / read(point, state).max(f64::MIN_POSITIVE);
            for (device, weight) in [(false, 1.0 - local), (true, local)] {
                let bad = spread.of(state, device);
                let agrees = shown[point].map_or(1.0, |shown| if shown == bad { 1.0 - SLIP } else { SLIP });
                joint[usize::from(device)][usize::from(bad)] += rest * weight * agrees;
            }
        }
        let total: f64 = joint.iter().flatten().sum::<f64>().max(f64::MIN_POSITIVE);
        places[point][3] = (joint[1][0] + joint[1][1]) / total;
        shows[point] = (joint[0][1] + joint[1][1]) / total;
    }
    Belief { log_likelihood, places, shows }
}

/// How much is not known of the places, in bits.
pub fn entropy(places: &[Chances]) -> f64 {
    let bits = |chance: f64| {
        let term = |p: f64| if p > 0.0 { -p * p.log2() } else { 0.0 };
        term(chance) + term(1.0 - chance)
    };
    places.iter().flatten().map(|chance| bits(chance.clamp(0.0, 1.0))).sum()
}

#[cfg(test)]
mod tests {
    use super::*;

    const EVEN: Chances = [0.01, 0.002, 0.01, 0.004];

    /// By counting every combination of faults: exact, and slow.
    fn counted(tree: &Tree, chances: &[Chances], shown: &[Option<bool>], spread: Spread) -> Belief {
        let count = tree.count();
        let (mut total, mut places, mut shows) = (0.0, vec![[0.0; 4]; count], vec![0.0; count]);
        for case in 0..1_u32 << (4 * count) {
            let at = |point: usize, place: usize| case >> (4 * point + place) & 1 == 1;
            let mut weight = 1.0;
            let mut come = vec![false; count];
            let mut bad = vec![false; count];
            for &point in tree.order() {
                for (place, chance) in chances[point].iter().enumerate() {
                    weight *= if at(point, place) { *chance } else { 1.0 - chance };
                }
                let fault = (0..3).any(|place| at(point, place));
                come[point] = spread.of(tree.parent(point).is_some_and(|parent| come[parent]), fault);
                bad[point] = spread.of(come[point], at(point, 3));
                if let Some(shown) = shown[point] {
                    weight *= if shown == bad[point] { 1.0 - SLIP } else { SLIP };
                }
            }
            total += weight;
            for point in 0..count {
                shows[point] += if bad[point] { weight } else { 0.0 };
                for (place, sum) in places[point].iter_mut().enumerate() {
                    *sum += if at(point, place) { weight } else { 0.0 };
                }
            }
        }
        places.iter_mut().flatten().for_each(|chance| *chance /= total);
        shows.iter_mut().for_each(|chance| *chance /= total);
        Belief { log_likelihood: f64::ln(total), places, shows }
    }

    #[test]
    fn the_messages_say_what_counting_says() {
        let tree = Tree::new(vec![None, Some(0), Some(1), Some(0)]);
        let chances = [EVEN, [0.02, 0.001, 0.01, 0.003], EVEN, [0.01, 0.0, 0.03, 0.0]];
        for spread in [Spread::Break, Spread::Exchange] {
            for shown in [
                [None, None, Some(true), Some(false)],
                [Some(false), Some(true), None, Some(true)],
                [Some(true), Some(true), Some(false), None],
            ] {
                let (quick, slow) = (infer(&tree, &chances, &shown, spread), counted(&tree, &chances, &shown, spread));
                assert!((quick.log_likelihood - slow.log_likelihood).abs() < 1e-9, "{spread:?} {shown:?}");
                for point in 0..4 {
                    assert!((quick.shows[point] - slow.shows[point]).abs() < 1e-9, "{spread:?} {shown:?} {point}");
                    for place in 0..4 {
                        let (a, b) = (quick.places[point][place], slow.places[point][place]);
                        assert!((a - b).abs() < 1e-9, "{spread:?} {shown:?} {point}/{place}: {a} {b}");
                    }
                }
            }
        }
    }

    #[test]
    fn an_open_sits_between_the_last_good_and_the_first_bad() {
        let tree = Tree::new(vec![None, Some(0), Some(1), Some(2)]);
        let shown = [Some(false), Some(false), Some(true), Some(true)];
        let belief = infer(&tree, &[EVEN; 4], &shown, Spread::Break);
        let there: f64 = belief.places[2][..3].iter().sum();
        assert!(there > 0.95, "{there}");
    }

    #[test]
    fn a_circle_is_cut_and_nothing_hangs() {
        let tree = Tree::new(vec![Some(1), Some(0), Some(1)]);
        assert_eq!(tree.order().len(), 3);
        assert!((0..3).any(|point| tree.parent(point).is_none()));
    }
}
