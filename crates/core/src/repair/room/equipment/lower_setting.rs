//! `lower-setting`: what it draws brought down to what its breaker and conductors carry.

use super::super::{RoomChange, RoomFound, RoomRepair};
use super::{Mended, carries, mend};
use crate::facts::EquipmentKind;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair =
    RoomRepair { code: "lower-setting", title: "Set the charger lower", mends: &["vehicle-supply"], plan };

fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    mend(
        found,
        vec!["The setting is made inside, off and proven dead, by its instructions; its label says the new figure."],
        20,
        |piece| {
            if piece.kind != EquipmentKind::VehicleSupply {
                return None;
            }
            let (draws, breaker, carried) = (piece.amperes?, piece.breaker?, piece.conductor.and_then(carries)?);
            let most = breaker.min(carried) / 5 * 4;
            if draws <= most {
                return None;
            }
            if most < 6 {
                return Some(Err(format!("{most} A are less than a vehicle takes")));
            }
            piece.amperes = Some(most);
            let words = format!(
                "set it to draw {most} A at most: four fifths of {} A; write it on its label.",
                breaker.min(carried)
            );
            let label = MaterialLine::piece(("label-for-the-setting", "label for the setting"), 1);
            Some(Ok(Mended::new(vec![(Act::Label, words)], vec![label])))
        },
    )
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Gauge;
    use crate::repair::room::testing::{mends, plan as planned};
    use crate::rules::room_equipment_testing::with;

    #[test]
    fn four_fifths_of_what_feeds_it() {
        // By hand: a breaker of 40 A, 10 AWG copper 30 A: 30 / 5 × 4 = 24 A.
        let charger = with(EquipmentKind::VehicleSupply, |piece| {
            (piece.amperes, piece.breaker, piece.conductor) = (Some(40), Some(40), Some(Gauge::Awg10));
            (piece.alone, piece.by_cord) = (Some(true), Some(false));
        });
        mends(&REPAIR, "vehicle-supply", &charger);
        assert_eq!(planned(&REPAIR, &charger).expect("it can be set").after.equipment[0].amperes, Some(24));
    }
}
