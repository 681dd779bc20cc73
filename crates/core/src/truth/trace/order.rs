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
    (0..SAMPLES).map(|_| sample(feeds, places, known, &mut numbers)).collect()
}

fn sample(
    feeds: &[KnownFeed],
    places: &[(usize, usize)],
    known: impl Fn(&KnownFeed) -> Option<usize>,
    numbers: &mut Spread64,
) -> Tree {
    let count = feeds.len();
    let mut parents: Vec<Option<usize>> = feeds.iter().map(known).collect();
    // What hangs from the panel by known feeds.
    let mut joined = vec![false; count];
    let join_all = |joined: &mut Vec<bool>, parents: &[Option<usize>], open: &[bool]| loop {
        let more = (0..count)
            .find(|&point| !joined[point] && !open[point] && parents[point].is_none_or(|parent| joined[parent]));
        match more {
            Some(point) => joined[point] = true,
            None => return,
        }
    };
    let mut open: Vec<bool> = feeds.iter().map(|feed| *feed == KnownFeed::Unknown).collect();
    join_all(&mut joined, &parents, &open);
    while let Some(point) = next_open(&open, &joined, places, numbers) {
        let weights: Vec<f64> = (0..count)
            .map(|other| if joined[other] { nearness(places[point], places[other]) } else { 0.0 })
            .chain([FROM_PANEL])
            .collect();
        let nobody = !joined.contains(&true);
        let parent = if nobody { count } else { numbers.pick(&weights) };
        parents[point] = (parent < count).then_some(parent);
        open[point] = false;
        join_all(&mut joined, &parents, &open);
    }
    Tree::new(parents)
}

/// A point whose feed is open, those near what is joined already first.
fn next_open(open: &[bool], joined: &[bool], places: &[(usize, usize)], numbers: &mut Spread64) -> Option<usize> {
    let points: Vec<usize> = (0..open.len()).filter(|&point| open[point]).collect();
    let near = |&point: &usize| -> f64 {
        let nearest =
            (0..open.len()).filter(|&other| joined[other]).map(|other| nearness(places[point], places[other]));
        nearest.fold(0.0, f64::max) + 0.01
    };
    let weights: Vec<f64> = points.iter().map(near).collect();
    if points.is_empty() { None } else { Some(points[numbers.pick(&weights)]) }
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
