//! `disconnect-in-sight`: a pull-out beside an air conditioner, with fuses where its nameplate asks for them.

use super::super::{RoomChange, RoomFound, RoomRepair};
use super::{Mended, mend};
use crate::facts::{Disconnect, EquipmentKind};
use crate::quantity::Length;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "disconnect-in-sight",
    title: "Disconnect in sight of it",
    mends: &["appliance-disconnect", "equipment-nameplate"],
    plan,
};

/// Beside it: 3 ft. Common practice, no source.
const BESIDE: Length = Length::inches(36);

fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    mend(
        found,
        vec![
            "Off at its breaker, locked, and proven dead at the equipment before a cover comes off.",
            "New wiring is licensed work, with a permit, in most places.",
        ],
        75,
        |piece| {
            if piece.kind != EquipmentKind::AirConditioner {
                return None;
            }
            let fuses = piece.asks_for_fuse == Some(true) && piece.fused != Some(true);
            let far = piece.disconnect_way.is_some_and(|way| way > Length::mm(15_000));
            if piece.disconnect == Some(Disconnect::InSight) && piece.reached != Some(false) && !far && !fuses {
                return None;
            }
            (piece.disconnect, piece.reached, piece.disconnect_way) =
                (Some(Disconnect::InSight), Some(true), Some(BESIDE));
            let size = piece
                .most_overcurrent
                .map_or_else(|| "the size of its nameplate".to_owned(), |most| format!("{most} A"));
            let mut words = "set a pull-out disconnect for wet places on the wall beside it, not behind it, its middle 2 to 6 1/2 ft up".to_owned();
            let mut materials = vec![MaterialLine::piece(
                ("pull-out-disconnect", "pull-out disconnect, for wet places, with its whip"),
                1,
            )];
            if fuses {
                piece.fused = Some(true);
                piece.breaker =
                    piece.breaker.map(|breaker| piece.most_overcurrent.map_or(breaker, |most| breaker.min(most)));
                words.push_str(&format!(", with fuses of {size} at most"));
                materials.push(MaterialLine::piece(("fuses-by-the-nameplate", "fuses, by the nameplate, a pair"), 1));
            }
            words.push('.');
            let steps = vec![
                (Act::SetBox, words),
                (
                    Act::BringCable,
                    "end the feed in it, and bring a whip of the right size to the unit; the ground goes through."
                        .to_owned(),
                ),
                (Act::Read, "pulled out, the unit is dead: proven at its contactor.".to_owned()),
            ];
            Some(Ok(Mended::new(steps, materials)))
        },
    )
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::repair::room::testing::{mends, plan as planned};
    use crate::rules::room_equipment_testing::with;

    #[test]
    fn beside_it_and_fused_where_it_asks() {
        mends(
            &REPAIR,
            "appliance-disconnect",
            &with(EquipmentKind::AirConditioner, |piece| piece.disconnect = Some(Disconnect::None)),
        );
        mends(
            &REPAIR,
            "equipment-nameplate",
            &with(EquipmentKind::AirConditioner, |piece| {
                (piece.least_ampacity, piece.most_overcurrent, piece.breaker) = (Some(18), Some(30), Some(30));
                (piece.asks_for_fuse, piece.fused) = (Some(true), Some(false));
                piece.conductor = Some(crate::quantity::Gauge::Awg10);
            }),
        );
        assert!(planned(&REPAIR, &with(EquipmentKind::WaterHeater, |_| ())).is_err());
    }
}
