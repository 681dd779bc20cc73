//! What is tested after the power is on again: every device of the circuit, both halves, GFCI trip and reset, polarity.

use serde::Serialize;
use utoipa::ToSchema;

use super::evidence::Evidence;
use crate::facts::{BoxContents, BoxId, DeviceKind, Half};

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

/// The retest of one box, from what was read in it after the work.
pub fn retest(box_id: BoxId, tag: &str, found: &BoxContents, left: Option<&BoxContents>) -> Vec<RetestPoint> {
    let mut points = Vec::new();
    let mut add = |words: String, passes: Option<bool>| {
        points.push(RetestPoint { box_id, tag: tag.to_owned(), words, passes });
    };
    let evidence = left.map(Evidence::of).unwrap_or_default();
    let correct = |half: Half| evidence.halves.iter().find(|read| read.half == half).map(|read| read.may_be_correct());
    let contents = left.unwrap_or(found);
    for device in &contents.devices {
        let label = device.label();
        match device.kind {
            DeviceKind::DuplexReceptacle | DeviceKind::TwoSlotReceptacle | DeviceKind::GfciReceptacle => {
                for half in Half::ALL {
                    add(format!("{label}, {}: polarity and ground", half.name()), correct(half));
                }
            }
            kind if kind.is_switch_only() => {
                let metal = Some(evidence.box_bonded).flatten();
                if contents.construction == Some(crate::facts::Construction::Metal) {
                    add(format!("{label}: hot to the metal of the box"), metal);
                }
            }
            _ => add(format!("{label}: polarity and ground"), correct(Half::Upper)),
        }
        if device.kind == DeviceKind::GfciReceptacle || contents.supply.gfci == Some(true) {
            let trip = left.and_then(|left| left.trips.first());
            let passes = trip.map(|trip| trip.tripped && trip.reset == Some(true));
            add(format!("{label}: the GFCI trips on its button and resets"), passes);
        }
    }
    points
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
