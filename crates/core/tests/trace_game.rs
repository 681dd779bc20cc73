//! Finding a planted break on random trees: whether the true place is always named, and how many boxes are opened beside
//! opening in feed order and beside bisection. The figures are reported in docs/performance.md.

use nailpunch_core::electrical::trace::{KnownFeed, Spread64, TestKind, TracePoint, trace};
use nailpunch_core::facts::{BoxId, FaultPlace, TracedFault};
use uuid::Uuid;

struct Game {
    parents: Vec<Option<usize>>,
    /// The point whose feed is broken, and where on it.
    at: usize,
    place: FaultPlace,
}

impl Game {
    fn new(numbers: &mut Spread64) -> Self {
        let below = |numbers: &mut Spread64, count: usize| ((numbers.unit() * count as f64) as usize).min(count - 1);
        let count = 6 + below(numbers, 25);
        // Mostly a run, with a fork here and there, as circuits are.
        let parents = (0..count)
            .map(|point| match point {
                0 => None,
                _ if numbers.unit() < 0.8 => Some(point - 1),
                _ => Some(below(numbers, point)),
            })
            .collect();
        let place = match numbers.unit() {
            u if u < 0.46 => FaultPlace::FeedThrough,
            u if u < 0.92 => FaultPlace::Landing,
            _ => FaultPlace::Cable,
        };
        Self { parents, at: below(numbers, count), place }
    }

    fn is_bad(&self, mut point: usize) -> bool {
        loop {
            if point == self.at {
                return true;
            }
            match self.parents[point] {
                Some(parent) => point = parent,
                None => return false,
            }
        }
    }

    /// The run from the panel to an outlet that is known to be bad: the last of the boxes that are.
    fn run_to_bad(&self) -> Vec<usize> {
        let bad = (0..self.parents.len()).rev().find(|point| self.is_bad(*point)).unwrap_or(self.at);
        let mut run = vec![bad];
        while let Some(parent) = self.parents[run[run.len() - 1]] {
            run.push(parent);
        }
        run.reverse();
        run
    }

    /// The boxes that have to be open before the fault is before one's eyes.
    fn is_seen(&self, opened: &[usize]) -> bool {
        let landing = opened.contains(&self.at);
        let feeder = self.parents[self.at].is_none_or(|parent| opened.contains(&parent));
        match self.place {
            FaultPlace::FeedThrough => feeder,
            FaultPlace::Landing | FaultPlace::Device => landing,
            FaultPlace::Cable => landing && feeder,
        }
    }

    fn in_feed_order(&self) -> usize {
        let mut opened = Vec::new();
        for point in self.run_to_bad() {
            opened.push(point);
            if self.is_seen(&opened) {
                break;
            }
        }
        opened.len()
    }

    fn by_bisection(&self) -> usize {
        let run = self.run_to_bad();
        // The break is on the feed of one of run[low..high].
        let (mut low, mut high, mut opened) = (0, run.len(), Vec::new());
        while high - low > 1 && !self.is_seen(&opened) {
            let middle = (low + high) / 2 - 1;
            opened.push(run[middle]);
            if self.is_bad(run[middle]) { high = middle + 1 } else { low = middle + 1 }
        }
        for point in [run[low], run[low.saturating_sub(1)]] {
            if !self.is_seen(&opened) && !opened.contains(&point) {
                opened.push(point);
            }
        }
        opened.len()
    }

    fn by_tracing(&self, readable: bool) -> usize {
        let mut points: Vec<TracePoint> = (0..self.parents.len())
            .map(|index| TracePoint {
                box_id: BoxId(Uuid::from_u128(index as u128 + 1)),
                tag: format!("B{index}"),
                place: (0, index),
                feed: self.parents[index].map_or(KnownFeed::Panel, KnownFeed::Point),
                shows: None,
                readable,
                minutes: 6.0,
                looked_through: false,
                found: None,
                cable_sound: false,
            })
            .collect();
        let bad = self.run_to_bad();
        points[bad[bad.len() - 1]].shows = Some(true);
        let mut opened: Vec<usize> = Vec::new();
        for _ in 0..200 {
            let answer = trace(&points, TracedFault::OpenGround);
            let feeder = self.parents[self.at];
            let named = match (self.place, feeder) {
                (FaultPlace::FeedThrough, None) => answer.panel_percent > 0,
                (FaultPlace::FeedThrough, Some(feeder)) => {
                    answer.boxes.iter().any(|ranked| ranked.box_id == points[feeder].box_id)
                }
                (FaultPlace::Cable, _) => answer.cables.iter().any(|cable| cable.box_id == points[self.at].box_id),
                _ => answer.boxes.iter().any(|ranked| ranked.box_id == points[self.at].box_id),
            };
            assert!(named, "{:?} of {} is not named: {answer:?}", self.place, self.at);
            let Some(next) = answer.next else { break };
            let index = points.iter().position(|point| point.box_id == next.box_id).expect("it is on the circuit");
            match next.kind {
                TestKind::Read => points[index].shows = Some(self.is_bad(index)),
                TestKind::Open => {
                    opened.push(index);
                    points[index].shows = Some(self.is_bad(index));
                    points[index].looked_through = true;
                }
                // Both ends are free: the cable is tested without opening more.
                TestKind::Cable if index == self.at && self.place == FaultPlace::Cable => return opened.len(),
                TestKind::Cable => points[index].cable_sound = true,
            }
            if self.is_seen(&opened) {
                return opened.len();
            }
        }
        opened.len()
    }
}

#[test]
fn fewer_boxes_are_opened_than_in_feed_order_and_no_more_than_by_bisection() {
    let mut numbers = Spread64(2_026);
    let games: Vec<Game> = (0..150).map(|_| Game::new(&mut numbers)).collect();
    let mean = |count: &dyn Fn(&Game) -> usize| games.iter().map(count).sum::<usize>() as f64 / games.len() as f64;
    let feed_order = mean(&Game::in_feed_order);
    let bisection = mean(&Game::by_bisection);
    let opening = mean(&|game| game.by_tracing(false));
    let reading = mean(&|game| game.by_tracing(true));
    println!("boxes opened, mean of {}: feed order {feed_order:.2}, bisection {bisection:.2}, ", games.len());
    println!("tracing by opening alone {opening:.2}, tracing with outlets that can be read {reading:.2}");
    assert!(opening < feed_order, "{opening} in place of {feed_order}");
    assert!(opening <= bisection, "{opening} in place of {bisection}");
    assert!(reading <= 2.0, "{reading}: the two boxes at the ends of the stretch");
}
