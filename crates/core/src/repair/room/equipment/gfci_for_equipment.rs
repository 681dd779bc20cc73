//! `gfci-for-equipment`: a GFCI breaker, or a receptacle that can be reached.

use super::super::{RoomChange, RoomFound, RoomRepair};
use super::{Mended, mend};
use crate::facts::EquipmentKind;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair =
    RoomRepair { code: "gfci-for-equipment", title: "GFCI for it", mends: &["appliance-gfci", "vehicle-supply"], plan };

fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    mend(found, vec!["At the panel the line side stays live with the main off: for a qualified person."], 30, |piece| {
        let concerned = matches!(piece.kind, EquipmentKind::Dishwasher | EquipmentKind::VehicleSupply);
        if !concerned || piece.gfci != Some(false) {
            return None;
        }
        piece.gfci = Some(true);
        let size = piece.breaker.map_or_else(|| "of its rating".to_owned(), |breaker| format!("of {breaker} A"));
        let code = piece.breaker.map_or_else(String::new, |breaker| format!("-{breaker}"));
        let steps = vec![
            (
                Act::AtPanel,
                format!(
                    "a GFCI breaker {size}, listed for the panel, in the place of its breaker; its white lead on the neutral bar."
                ),
            ),
            (Act::Read, "press its button: the equipment goes off; reset it.".to_owned()),
        ];
        let breaker = MaterialLine::piece(
            (format!("gfci-breaker{code}"), format!("GFCI breaker {size}, listed for the panel")),
            1,
        );
        Some(Ok(Mended::new(steps, vec![breaker])))
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::repair::room::testing::{mends, plan as planned};
    use crate::rules::room_equipment_testing::with;

    #[test]
    fn of_a_dishwasher_and_a_charger_by_plug() {
        mends(&REPAIR, "appliance-gfci", &with(EquipmentKind::Dishwasher, |piece| piece.gfci = Some(false)));
        mends(
            &REPAIR,
            "vehicle-supply",
            &with(EquipmentKind::VehicleSupply, |piece| {
                (piece.amperes, piece.breaker, piece.conductor) =
                    (Some(40), Some(50), Some(crate::quantity::Gauge::Awg8));
                (piece.alone, piece.by_cord, piece.gfci) = (Some(true), Some(true), Some(false));
            }),
        );
        assert!(planned(&REPAIR, &with(EquipmentKind::Furnace, |_| ())).is_err());
    }
}
