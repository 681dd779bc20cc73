//! Trees that the known feeds allow. What feeds a box is mostly the one next to it: where it is not known, nearness in
//! the walk is taken for it. Common practice, no source.

use super::belief::Tree;

/// What is known of the feed of a point.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum KnownFeed {
    /// Nothing.
    Unknown,
    /// The panel.
    Panel,
    /// Another point.
    Point(usize),
}

/// How many trees stand for all that are possible, where some feed is not known.
const SAMPLES: usize = 32;
/// How likely it is that the panel feeds a point directly, beside a neighbour in the same room.
const FROM_PANEL: f64 = 0.02;

/// A generator of evenly spread numbers, the same on every run (Steele, Lea and Flood's SplitMix64).
pub struct Spread64(pub u64);

impl Spread64 {
    /// The next number, from 0 to 1.
    pub fn unit(&mut self) -> f64 {
        self.0 = self.0.wrapping_add(0x9E37_79B9_7F4A_7C15);
        let mut z = self.0;
        z = (z ^ (z >> 30)).wrapping_mul(0xBF58_476D_1CE4_E5B9);
        z = (z ^ (z >> 27)).wrapping_mul(0x94D0_49BB_1331_11EB);
        ((z ^ (z >> 31)) >> 11) as f64 / (1_u64 << 53) as f64
    }

    /// One of `weights`, by its weight.
    fn pick(&mut self, weights: &[f64]) -> usize {
        let mut at = self.unit() * weights.iter().sum::<f64>();
        for (index, weight) in weights.iter().enumerate() {
            at -= weight;
            if at < 0.0 {
                return index;
            }
        }
        weights.len() - 1
    }
}

/// The tree, where every feed is known; else some that the known feeds and the nearness of the points make likely.
/// `places` are the room and the place in it of each point, in the order of the walk.
pub fn trees(feeds: &[KnownFeed], places: &[(usize, usize)]) -> Vec<Tree> {
    let known = |feed: &KnownFeed| match feed {
        KnownFeed::Point(parent) => Some(*parent),
        KnownFeed::Unknown | KnownFeed::Panel => None,
    };
    if !feeds.contains(&KnownFeed::Unknown) {
        return vec![Tree::new(feeds.iter().map(known).collect())];
    }
    let mut numbers = Spread64(feeds.len() as u64);
    let near: Vec<Vec<f64>> = places.iter().map(|a| places.iter().map(|b| nearness(*a, *b)).collect()).collect();
    let parents: Vec<Option<usize>> = feeds.iter().map(known).collect();
    (0..SAMPLES).map(|_| Growing::new(feeds, parents.clone(), &near).grown(&mut numbers)).collect()
}

/// A tree that grows from the panel: each point whose feed is open is hung on one that hangs already.
struct Growing<'a> {
    parents: Vec<Option<usize>>,
    open: Vec<bool>,
    joined: Vec<bool>,
    near: &'a [Vec<f64>],
    /// How near each point is to the nearest that hangs already.
    nearest: Vec<f64>,
}

impl<'a> Growing<'a> {
    fn new(feeds: &[KnownFeed], parents: Vec<Option<usize>>, near: &'a [Vec<f64>]) -> Self {
        let open: Vec<bool> = feeds.iter().map(|feed| *feed == KnownFeed::Unknown).collect();
        let count = feeds.len();
        let mut growing = Self { parents, open, joined: vec![false; count], near, nearest: vec![0.0; count] };
        let roots: Vec<usize> = (0..count).filter(|p| !growing.open[*p] && growing.parents[*p].is_none()).collect();
        roots.into_iter().for_each(|root| growing.join(root));
        growing
    }

    /// Joins a point, and all that is known to hang from it.
    fn join(&mut self, point: usize) {
        let mut waiting = vec![point];
        while let Some(point) = waiting.pop() {
            self.joined[point] = true;
            for (nearest, near) in self.nearest.iter_mut().zip(&self.near[point]) {
                *nearest = nearest.max(*near);
            }
            let below =
                |other: &usize| !self.joined[*other] && !self.open[*other] && self.parents[*other] == Some(point);
            waiting.extend((0..self.parents.len()).filter(below));
        }
    }

    fn grown(mut self, numbers: &mut Spread64) -> Tree {
        let count = self.parents.len();
        loop {
            // Those near what hangs already come first.
            let open: Vec<usize> = (0..count).filter(|&point| self.open[point]).collect();
            if open.is_empty() {
                return Tree::new(self.parents);
            }
            let weights: Vec<f64> = open.iter().map(|&point| self.nearest[point] + 0.01).collect();
            let point = open[numbers.pick(&weights)];
            let hung = |other: usize| if self.joined[other] { self.near[point][other] } else { 0.0 };
            let weights: Vec<f64> = (0..count).map(hung).chain([FROM_PANEL]).collect();
            let parent = numbers.pick(&weights);
            self.parents[point] = (parent < count).then_some(parent);
            self.open[point] = false;
            self.join(point);
        }
    }
}

/// How likely one point feeds another, by how near they are in the walk.
fn nearness(a: (usize, usize), b: (usize, usize)) -> f64 {
    let away = if a.0 == b.0 { a.1.abs_diff(b.1) as f64 } else { 3.0 + 2.0 * a.0.abs_diff(b.0) as f64 };
    (-away / 2.0).exp()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn known_feeds_are_kept_and_the_rest_hang_on_neighbours() {
        let feeds = [KnownFeed::Panel, KnownFeed::Unknown, KnownFeed::Point(1), KnownFeed::Unknown];
        let places = [(0, 0), (0, 1), (0, 2), (5, 0)];
        let trees = trees(&feeds, &places);
        assert_eq!(trees.len(), SAMPLES);
        assert!(trees.iter().all(|tree| tree.parent(0).is_none() && tree.parent(2) == Some(1)));
        let by_neighbour = trees.iter().filter(|tree| tree.parent(1) == Some(0)).count();
        assert!(by_neighbour > SAMPLES / 2, "{by_neighbour} of {SAMPLES}");
        assert!(trees.iter().all(|tree| tree.order().len() == 4));
    }

    #[test]
    fn nothing_known_still_makes_trees() {
        let trees = trees(&[KnownFeed::Unknown; 5], &[(0, 0), (0, 1), (1, 0), (1, 1), (2, 0)]);
        assert!(trees.iter().all(|tree| (0..5).any(|point| tree.parent(point).is_none())));
    }
}
