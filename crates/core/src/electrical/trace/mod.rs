//! Which box hides the fault of a circuit: every place ranked by how likely and how near at hand it is, and the next test
//! that tells most.

mod belief;
mod order;
mod to_mend;

use belief::entropy;
pub use belief::{Belief, Chances, Spread, Tree, infer};
pub use order::{KnownFeed, Spread64, trees};
use serde::Serialize;
pub use to_mend::ToMend;
use utoipa::ToSchema;

use crate::facts::{BoxId, FaultPlace, TracedFault};

/// How likely each place is at fault beforehand: the feed-through towards a box, the cable to it, its landing, its device
/// alone. Common practice, no source: joints fail, cables rarely do.
const BEFOREHAND: Chances = [0.002, 0.000_4, 0.002, 0.000_8];
/// A place that is less likely than this is out of the question.
const OUT_OF_QUESTION: f64 = 0.005;
/// The trouble of reading an outlet and of testing a cable end to end, in minutes. Common practice, no source.
const READ_MINUTES: f64 = 1.5;
const CABLE_MINUTES: f64 = 12.0;

/// A box on the circuit, as tracing needs it.
#[derive(Debug, Clone, PartialEq)]
pub struct TracePoint {
    /// The box.
    pub box_id: BoxId,
    /// What it is called, "K3".
    pub tag: String,
    /// The number of its room, and its own in the room, in the order of the walk.
    pub place: (usize, usize),
    /// What feeds it.
    pub feed: KnownFeed,
    /// The fault shows there, does not, or nobody knows.
    pub shows: Option<bool>,
    /// It can be read without being opened.
    pub readable: bool,
    /// How long it takes to open it and look, in minutes.
    pub minutes: f64,
    /// It was opened, and nothing was wrong in it.
    pub looked_through: bool,
    /// The fault that was found in it or in its cable.
    pub found: Option<FaultPlace>,
    /// The cable that feeds it was tested, and carries.
    pub cable_sound: bool,
}

/// A place with its chance.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RankedPlace {
    /// Where.
    pub place: FaultPlace,
    /// In words: "landing of the cable from K2".
    pub words: String,
    /// How likely the fault is there, in hundredths.
    pub percent: u8,
}

/// A box to open, or a cable to test.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RankedBox {
    /// The box.
    pub box_id: BoxId,
    /// What it is called.
    pub tag: String,
    /// How likely the fault is in it, in hundredths.
    pub percent: u8,
    /// How long it takes to open it and look, in minutes.
    pub minutes: u16,
    /// The places in it, likeliest first.
    pub places: Vec<RankedPlace>,
}

/// A stretch of cable that may be broken.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RankedCable {
    /// The box that it feeds.
    pub box_id: BoxId,
    /// In words: "cable K2 to K3".
    pub words: String,
    /// How likely the fault is in it, in hundredths.
    pub percent: u8,
}

/// What to do next.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum TestKind {
    /// Read the outlet.
    Read,
    /// Open the box and look.
    Open,
    /// Test the cable that feeds it.
    Cable,
}

/// The test that tells most for its trouble.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct NextTest {
    /// What to do.
    pub kind: TestKind,
    /// At which box.
    pub box_id: BoxId,
    /// In words.
    pub words: String,
}

/// A point of the circuit with what is known of it.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PointView {
    /// The box.
    pub box_id: BoxId,
    /// What it is called.
    pub tag: String,
    /// The box that feeds it, or most likely does; absent for the panel.
    pub from: Option<BoxId>,
    /// That is known, and not only likely.
    pub feed_known: bool,
    /// How many boxes lie between it and the panel.
    pub depth: usize,
    /// The fault shows there, does not, or nobody knows.
    pub shows: Option<bool>,
    /// How likely the fault shows there, in hundredths.
    pub percent: u8,
    /// How likely the stretch that feeds it holds the fault, in hundredths.
    pub stretch_percent: u8,
    /// It was opened, and nothing was wrong in it.
    pub looked_through: bool,
    /// The fault that was found at it.
    pub found: Option<FaultPlace>,
}

/// What is known of where the fault is.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TraceAnswer {
    /// The points, each after what feeds it.
    pub points: Vec<PointView>,
    /// Boxes to open, by likelihood for the trouble.
    pub boxes: Vec<RankedBox>,
    /// Cables that may be broken.
    pub cables: Vec<RankedCable>,
    /// How likely the fault is in the panel, in hundredths.
    pub panel_percent: u8,
    /// What to do next; absent when there is nothing to trace, or the place is found.
    pub next: Option<NextTest>,
    /// One fault cannot explain what was read.
    pub several: bool,
    /// The place is found.
    pub found: bool,
    /// What is done where something was found.
    pub to_mend: Vec<ToMend>,
    /// The readings allow no more: opening is all that is left.
    pub cannot_tell: bool,
    /// What it comes to, in one plain sentence.
    pub sentence: String,
}

fn percent(chance: f64) -> u8 {
    // Between 0 and 100 after the clamp.
    (chance.clamp(0.0, 1.0) * 100.0).round() as u8
}

/// All that was found out, ready for inference.
struct Case<'a> {
    points: &'a [TracePoint],
    trees: Vec<Tree>,
    spread: Spread,
}

/// Beliefs over several trees, weighed by how well each explains the readings.
struct Mixed {
    places: Vec<Chances>,
    /// The feed-through chances by the point that holds them; the last is the panel.
    through: Vec<f64>,
    shows: Vec<f64>,
    weights: Vec<f64>,
}

impl Case<'_> {
    fn chances(&self, tree: &Tree) -> Vec<Chances> {
        (0..tree.count())
            .map(|point| {
                let mut chances = BEFOREHAND;
                let parent = tree.parent(point);
                if parent.is_some_and(|parent| self.points[parent].looked_through) {
                    chances[0] = 0.0;
                }
                if self.points[point].looked_through {
                    (chances[2], chances[3]) = (0.0, 0.0);
                }
                if self.points[point].cable_sound {
                    chances[1] = 0.0;
                }
                if parent.is_some_and(|parent| self.points[parent].found == Some(FaultPlace::FeedThrough)) {
                    // It passes on to several; which of them is broken the readings say.
                    chances[0] = 0.5;
                }
                match self.points[point].found {
                    Some(FaultPlace::Cable) => chances[1] = 1.0,
                    Some(FaultPlace::Landing) => chances[2] = 1.0,
                    Some(FaultPlace::Device) => chances[3] = 1.0,
                    Some(FaultPlace::FeedThrough) | None => {}
                }
                chances
            })
            .collect()
    }

    fn believe(&self, shown: &[Option<bool>], opened: Option<usize>) -> Mixed {
        let count = self.points.len();
        let beliefs: Vec<Belief> = self
            .trees
            .iter()
            .map(|tree| {
                let mut chances = self.chances(tree);
                if let Some(opened) = opened {
                    (chances[opened][2], chances[opened][3]) = (0.0, 0.0);
                    for (point, chances) in chances.iter_mut().enumerate() {
                        if tree.parent(point) == Some(opened) {
                            chances[0] = 0.0;
                        }
                    }
                }
                infer(tree, &chances, shown, self.spread)
            })
            .collect();
        let best = beliefs.iter().map(|belief| belief.log_likelihood).fold(f64::NEG_INFINITY, f64::max);
        let weights: Vec<f64> = beliefs.iter().map(|belief| (belief.log_likelihood - best).exp()).collect();
        let total: f64 = weights.iter().sum();
        let weights: Vec<f64> = weights.iter().map(|weight| weight / total).collect();
        let (mut places, mut through, mut shows) = (vec![[0.0; 4]; count], vec![0.0; count + 1], vec![0.0; count]);
        for ((belief, tree), weight) in beliefs.iter().zip(&self.trees).zip(&weights) {
            for point in 0..count {
                for (sum, chance) in places[point].iter_mut().zip(belief.places[point]) {
                    *sum += weight * chance;
                }
                through[tree.parent(point).unwrap_or(count)] += weight * belief.places[point][0];
                shows[point] += weight * belief.shows[point];
            }
        }
        Mixed { places, through, shows, weights }
    }

    fn shown(&self) -> Vec<Option<bool>> {
        self.points.iter().map(|point| point.shows).collect()
    }

    /// The tree that explains the readings best.
    fn likeliest(&self, mixed: &Mixed) -> &Tree {
        let best = (0..self.trees.len()).max_by(|a, b| mixed.weights[*a].total_cmp(&mixed.weights[*b])).unwrap_or(0);
        &self.trees[best]
    }

    /// Whether some one place explains every reading, on some tree.
    fn one_explains(&self) -> bool {
        self.trees.iter().any(|tree| {
            let chances = self.chances(tree);
            (0..tree.count()).any(|at| {
                let feed = chances[at][..3].iter().any(|chance| *chance > 0.0);
                (feed && self.explains(tree, at, false)) || (chances[at][3] > 0.0 && self.explains(tree, at, true))
            })
        })
    }

    fn explains(&self, tree: &Tree, at: usize, device_alone: bool) -> bool {
        let mut come = vec![false; tree.count()];
        tree.order().iter().all(|&point| {
            let upstream = tree.parent(point).is_some_and(|parent| come[parent]);
            come[point] = upstream || (point == at && !device_alone);
            let bad = come[point] || (point == at && device_alone);
            self.points[point].shows.is_none_or(|shown| shown == bad)
        })
    }
}

/// Where the fault can be, and what to do next.
pub fn trace(points: &[TracePoint], fault: TracedFault) -> TraceAnswer {
    let spread = if fault == TracedFault::Reversal { Spread::Exchange } else { Spread::Break };
    let feeds: Vec<KnownFeed> = points.iter().map(|point| point.feed).collect();
    let places: Vec<(usize, usize)> = points.iter().map(|point| point.place).collect();
    let case = Case { points, trees: trees(&feeds, &places), spread };
    let mixed = case.believe(&case.shown(), None);
    let tree = case.likeliest(&mixed);
    let views = point_views(&case, &mixed, tree);
    let to_mend = to_mend::to_mend(&case, tree);
    let bad = points.iter().filter(|point| point.shows == Some(true)).count();
    let found = points.iter().any(|point| point.found.is_some()) && explained_by_found(&case, tree);
    if bad == 0 || found {
        let sentence = if found {
            let at = points.iter().find(|point| point.found.is_some()).map_or("", |point| point.tag.as_str());
            format!("Found at {at}: it explains every reading. Mend it, then read the outlets again.")
        } else {
            format!("No outlet of this circuit is known to show {}: there is nothing to trace.", fault.name())
        };
        return TraceAnswer {
            points: views,
            boxes: Vec::new(),
            cables: Vec::new(),
            panel_percent: 0,
            next: None,
            several: false,
            found,
            to_mend,
            cannot_tell: false,
            sentence,
        };
    }
    let boxes = ranked_boxes(&case, &mixed, tree);
    let cables = ranked_cables(&case, &mixed, tree);
    let several = !case.one_explains();
    let (next, by_reading) = next_test(&case, &mixed, tree);
    let cannot_tell = !by_reading && boxes.len() + cables.len() > 1;
    let sentence = sentence(&case, fault, &boxes, &cables, several, cannot_tell);
    let panel_percent = percent(mixed.through[points.len()]);
    TraceAnswer { points: views, boxes, cables, panel_percent, next, several, found, to_mend, cannot_tell, sentence }
}

fn explained_by_found(case: &Case, tree: &Tree) -> bool {
    let chances = case.chances(tree);
    let sure: Vec<Chances> = chances.iter().map(|chances| chances.map(|c| if c >= 0.5 { c } else { 1e-6 })).collect();
    let belief = infer(tree, &sure, &case.shown(), case.spread);
    let rest: f64 = belief
        .places
        .iter()
        .zip(&sure)
        .flat_map(|(places, sure)| places.iter().zip(sure))
        .map(|(place, sure)| if *sure < 0.5 { *place } else { 0.0 })
        .sum();
    rest < 0.5
}

fn point_views(case: &Case, mixed: &Mixed, tree: &Tree) -> Vec<PointView> {
    let mut depths = vec![0; tree.count()];
    tree.order()
        .iter()
        .map(|&point| {
            let known = &case.points[point];
            depths[point] = tree.parent(point).map_or(0, |parent| depths[parent] + 1);
            PointView {
                box_id: known.box_id,
                tag: known.tag.clone(),
                from: tree.parent(point).map(|parent| case.points[parent].box_id),
                feed_known: known.feed != KnownFeed::Unknown,
                depth: depths[point],
                shows: known.shows,
                percent: percent(mixed.shows[point]),
                stretch_percent: percent(mixed.places[point][..3].iter().sum()),
                looked_through: known.looked_through,
                found: known.found,
            }
        })
        .collect()
}

fn ranked_boxes(case: &Case, mixed: &Mixed, tree: &Tree) -> Vec<RankedBox> {
    let mut ranked: Vec<(f64, RankedBox)> = Vec::new();
    for (index, point) in case.points.iter().enumerate() {
        let feeder = tree.parent(index).map_or("the panel", |parent| case.points[parent].tag.as_str());
        let mut places = vec![
            (mixed.places[index][2], FaultPlace::Landing, format!("landing of the cable from {feeder}")),
            (mixed.through[index], FaultPlace::FeedThrough, "where it passes on: splice or far screws".to_owned()),
            (mixed.places[index][3], FaultPlace::Device, "at its device alone".to_owned()),
        ];
        places.retain(|(chance, ..)| *chance >= OUT_OF_QUESTION);
        places.sort_by(|a, b| b.0.total_cmp(&a.0));
        let chance: f64 = places.iter().map(|(chance, ..)| chance).sum();
        if places.is_empty() || point.looked_through {
            continue;
        }
        let places =
            places.into_iter().map(|(chance, place, words)| RankedPlace { place, words, percent: percent(chance) });
        let minutes = point.minutes.round() as u16;
        let ranked_box = RankedBox {
            box_id: point.box_id,
            tag: point.tag.clone(),
            percent: percent(chance),
            minutes,
            places: places.collect(),
        };
        ranked.push((chance / point.minutes.max(0.5), ranked_box));
    }
    ranked.sort_by(|a, b| b.0.total_cmp(&a.0));
    ranked.into_iter().map(|(_, ranked)| ranked).collect()
}

fn ranked_cables(case: &Case, mixed: &Mixed, tree: &Tree) -> Vec<RankedCable> {
    let mut cables: Vec<(f64, RankedCable)> = (0..case.points.len())
        .filter(|&index| mixed.places[index][1] >= OUT_OF_QUESTION)
        .map(|index| {
            let feeder = tree.parent(index).map_or("panel", |parent| case.points[parent].tag.as_str());
            let chance = mixed.places[index][1];
            let words = format!("cable {feeder} to {}", case.points[index].tag);
            (chance, RankedCable { box_id: case.points[index].box_id, words, percent: percent(chance) })
        })
        .collect();
    cables.sort_by(|a, b| b.0.total_cmp(&a.0));
    cables.into_iter().map(|(_, cable)| cable).collect()
}

/// The test that lowers what is not known most for its minutes, and whether reading alone can still lower it.
fn next_test(case: &Case, mixed: &Mixed, tree: &Tree) -> (Option<NextTest>, bool) {
    const MOST_TRIED: usize = 16;
    let now = entropy(&mixed.places);
    let shown = case.shown();
    let mut best: Option<(f64, NextTest)> = None;
    let mut by_reading = false;
    let mut offer = |gain: f64, kind: TestKind, index: usize, words: String| {
        if gain > 0.0 && best.as_ref().is_none_or(|(known, _)| gain > *known) {
            best = Some((gain, NextTest { kind, box_id: case.points[index].box_id, words }));
        }
    };
    let mut unread: Vec<usize> =
        (0..case.points.len()).filter(|&index| shown[index].is_none() && case.points[index].readable).collect();
    unread.sort_by(|a, b| (mixed.shows[*a] - 0.5).abs().total_cmp(&(mixed.shows[*b] - 0.5).abs()));
    for &index in unread.iter().take(MOST_TRIED) {
        let chance = mixed.shows[index];
        if !(0.02..=0.98).contains(&chance) {
            continue;
        }
        let after = |bad: bool| {
            let mut shown = shown.clone();
            shown[index] = Some(bad);
            entropy(&case.believe(&shown, None).places)
        };
        let gain = now - chance * after(true) - (1.0 - chance) * after(false);
        by_reading |= gain > 0.05;
        offer(gain / READ_MINUTES, TestKind::Read, index, format!("Read the outlet at {}", case.points[index].tag));
    }
    let inside = |index: usize| mixed.through[index] + mixed.places[index][2] + mixed.places[index][3];
    let mut closed: Vec<usize> = (0..case.points.len()).filter(|&index| !case.points[index].looked_through).collect();
    closed.sort_by(|a, b| inside(*b).total_cmp(&inside(*a)));
    for &index in closed.iter().take(MOST_TRIED / 2) {
        let chance = inside(index).min(1.0);
        if chance < OUT_OF_QUESTION {
            continue;
        }
        // Found, it is over; not found, the rest is left. Opening also reads the outlet.
        let bad = mixed.shows[index];
        let mut gain = now;
        for (shows, weight) in [(true, bad), (false, 1.0 - bad)] {
            let mut shown = shown.clone();
            shown[index] = shown[index].or(Some(shows));
            gain -= (1.0 - chance) * weight * entropy(&case.believe(&shown, Some(index)).places);
        }
        let minutes = case.points[index].minutes.max(0.5);
        offer(gain / minutes, TestKind::Open, index, format!("Open {} and look", case.points[index].tag));
    }
    for index in 0..case.points.len() {
        let chance = mixed.places[index][1];
        if chance >= 0.2 {
            let feeder = tree.parent(index).map_or("the panel", |parent| case.points[parent].tag.as_str());
            let words = format!("Test the cable from {feeder} to {} end to end", case.points[index].tag);
            offer(now * chance / CABLE_MINUTES, TestKind::Cable, index, words);
        }
    }
    (best.map(|(_, test)| test), by_reading)
}

fn sentence(
    case: &Case,
    fault: TracedFault,
    boxes: &[RankedBox],
    cables: &[RankedCable],
    several: bool,
    cannot_tell: bool,
) -> String {
    let read = case.points.iter().filter(|point| point.shows.is_some()).count();
    let bad = case.points.iter().filter(|point| point.shows == Some(true)).count();
    let name = fault.name();
    if several {
        return format!(
            "{bad} of {read} outlets read show {name}, and no single place explains them: there are two faults at least, \
             or a reading was taken down wrong."
        );
    }
    if bad == read && bad == case.points.len() {
        return format!("Every outlet shows {name}: look ahead of the first one, and in the panel.");
    }
    let likely: Vec<&str> = boxes.iter().filter(|b| b.percent >= 10).map(|b| b.tag.as_str()).collect();
    let places = boxes.len() + cables.len();
    let between = match likely.as_slice() {
        [] => format!("The {name} can be at any of {places} places"),
        [one] => format!("The {name} is most likely in {one}"),
        [first, second] => format!("The {name} is most likely in {first} or {second}"),
        [first, second, rest @ ..] => format!("The {name} is most likely in {first}, {second} or {} more", rest.len()),
    };
    let order = if case.trees.len() > 1 { " What feeds what is partly guessed from the rooms." } else { "" };
    let rest = if cannot_tell { " No further reading tells more: open a box." } else { "" };
    format!("{between}.{rest}{order}")
}

#[cfg(test)]
mod tests;
