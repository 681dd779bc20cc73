//! What is tested after the power is on again: every device of the circuit, both halves, GFCI trip and reset, polarity.

use serde::Serialize;
use utoipa::ToSchema;

use super::evidence::Evidence;
use crate::facts::{BoxContents, BoxId, Construction, DeviceKind, Half};

/// One thing to test at one box.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RetestPoint {
    /// The box.
    pub box_id: BoxId,
    /// What it is called.
    pub tag: String,
    /// What to do, in words.
    pub words: String,
    /// What it showed; absent until it is read after the work.
    pub passes: Option<bool>,
}

/// What a test after the work looks at.
#[derive(Clone, Copy)]
enum Looks {
    /// Polarity and ground of a half.
    At(Half),
    /// The metal of the box.
    AtMetal,
    /// The button of a GFCI.
    AtButton,
}

/// What is tested in a box, in words.
fn points(contents: &BoxContents) -> Vec<(String, Looks)> {
    let mut points = Vec::new();
    for device in &contents.devices {
        let label = device.label();
        match device.kind {
            DeviceKind::DuplexReceptacle | DeviceKind::TwoSlotReceptacle | DeviceKind::GfciReceptacle => {
                let what =
                    if device.kind == DeviceKind::TwoSlotReceptacle { "polarity" } else { "polarity and ground" };
                for half in Half::ALL {
                    points.push((format!("{label}, {}: {what}", half.name()), Looks::At(half)));
                }
            }
            kind if kind.is_switch_only() => {
                if contents.construction == Some(Construction::Metal) {
                    points.push((format!("{label}: hot to the metal of the box"), Looks::AtMetal));
                }
            }
            kind if !kind.is_receptacle() => {}
            _ => points.push((format!("{label}: polarity and ground"), Looks::At(Half::Upper))),
        }
        if device.kind == DeviceKind::GfciReceptacle || device.kind.has_yoke() && contents.supply.gfci == Some(true) {
            let own = device.kind == DeviceKind::GfciReceptacle;
            let trips = if own {
                "it trips on its button and resets"
            } else {
                "the GFCI ahead, tripped on its button, makes it dead"
            };
            points.push((format!("{label}: {trips}"), Looks::AtButton));
        }
    }
    points
}

/// What is read in a box once the power is on again, each in a few words.
pub fn retest_words(contents: &BoxContents) -> Vec<String> {
    points(contents).into_iter().map(|(words, _)| words).collect()
}

/// The retest of one box, from what was read in it after the work.
pub fn retest(box_id: BoxId, tag: &str, found: &BoxContents, left: Option<&BoxContents>) -> Vec<RetestPoint> {
    let evidence = left.map(Evidence::of).unwrap_or_default();
    let passes = |looks: Looks| match looks {
        Looks::At(half) => evidence.halves.iter().find(|read| read.half == half).map(|read| read.may_be_correct()),
        Looks::AtMetal => Some(evidence.box_bonded).flatten(),
        Looks::AtButton => {
            let trip = left.and_then(|left| left.trips.first());
            trip.map(|trip| trip.tripped && trip.reset == Some(true))
        }
    };
    let points = points(left.unwrap_or(found)).into_iter();
    points.map(|(words, looks)| RetestPoint { box_id, tag: tag.to_owned(), words, passes: passes(looks) }).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Lamp, LampReading, TripReading};
    use crate::testing::{box_with_device, record_of};

    #[test]
    fn both_halves_are_read_and_the_gfci_tripped_after_the_work() {
        let found = box_with_device(DeviceKind::GfciReceptacle);
        let id = record_of(found.clone()).1.id;
        let list = retest(id, "K1", &found, None);
        assert_eq!(list.len(), 3);
        assert!(list.iter().all(|point| point.passes.is_none()), "what was read before the work proves nothing");
        let mut left = found.clone();
        let right =
            LampReading { half: Half::Upper, hot_neutral: Lamp::Lit, hot_ground: Lamp::Lit, neutral_ground: Lamp::Off };
        left.lamps =
            vec![right, LampReading { half: Half::Lower, hot_ground: Lamp::Off, neutral_ground: Lamp::Lit, ..right }];
        left.trips = vec![TripReading { half: Half::Upper, tripped: true, reset: Some(true) }];
        let passes: Vec<_> = retest(id, "K1", &found, Some(&left)).iter().map(|point| point.passes).collect();
        assert_eq!(passes, [Some(true), Some(false), Some(true)]);
    }
}
