//! `lock-for-breaker`: a lock that stays on the breaker takes the place of a switch in sight.

use super::super::{RoomChange, RoomFound, RoomRepair};
use super::{Mended, mend};
use crate::facts::{Disconnect, EquipmentKind};
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair =
    RoomRepair { code: "lock-for-breaker", title: "Lock for its breaker", mends: &["appliance-disconnect"], plan };

fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    mend(
        found,
        vec!["It is on the breaker whether a padlock is in it or not: it stays when the work is done."],
        10,
        |piece| {
            let wanting = matches!(piece.disconnect, Some(Disconnect::None | Disconnect::OutOfSight));
            match piece.kind {
                EquipmentKind::Furnace | EquipmentKind::VehicleSupply => None,
                _ if !wanting => None,
                EquipmentKind::AirConditioner => {
                    Some(Err("a lock does not do: its disconnect stands in sight of it".to_owned()))
                }
                _ => {
                    piece.disconnect = Some(Disconnect::Lockable);
                    let words = "fit a lock made for its breaker at the panel, from the front, and mark the breaker."
                        .to_owned();
                    let lock =
                        MaterialLine::piece(("breaker-lock", "lock for a breaker, of the maker of the panel"), 1);
                    Some(Ok(Mended::new(vec![(Act::AtPanel, words)], vec![lock])))
                }
            }
        },
    )
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::repair::room::testing::{mends, plan as planned};
    use crate::rules::room_equipment_testing::with;

    #[test]
    fn for_a_water_heater_and_not_for_an_air_conditioner() {
        let without = |kind| with(kind, |piece| piece.disconnect = Some(Disconnect::None));
        mends(&REPAIR, "appliance-disconnect", &without(EquipmentKind::WaterHeater));
        assert!(
            planned(&REPAIR, &without(EquipmentKind::AirConditioner)).expect_err("in sight")[0].contains("in sight")
        );
    }
}
