//! `connector-at-equipment`: a connector where the cable comes in, and the cover on.

use super::super::{RoomChange, RoomFound, RoomRepair};
use super::{Mended, mend};
use crate::facts::EquipmentKind;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "connector-at-equipment",
    title: "Connector at its cable",
    mends: &["appliance-connection"],
    plan,
};

fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    mend(
        found,
        vec!["Off at its breaker, locked, and proven dead at the equipment before a cover comes off."],
        20,
        |piece| {
            if piece.clamped != Some(false)
                || matches!(piece.kind, EquipmentKind::AirConditioner | EquipmentKind::VehicleSupply)
            {
                return None;
            }
            piece.clamped = Some(true);
            let steps = vec![
            (Act::ClampCable, "set a connector of the right size in the hole, draw the cable through and hold it by its sheath, not crushed.".to_owned()),
            (Act::Cover, "fold the splices in, and put the cover on with all its screws.".to_owned()),
        ];
            Some(Ok(Mended::new(steps, vec![MaterialLine::piece(("cable-clamp", "cable clamp"), 1)])))
        },
    )
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::repair::room::testing::{mends, plan as planned};
    use crate::rules::room_equipment_testing::with;

    #[test]
    fn what_chafes_is_held() {
        mends(&REPAIR, "appliance-connection", &with(EquipmentKind::Disposer, |piece| piece.clamped = Some(false)));
        assert!(planned(&REPAIR, &with(EquipmentKind::AirConditioner, |piece| piece.clamped = Some(false))).is_err());
    }
}
