//! `fit-furnace-switch`: a switch at the way in, marked, in the hot of the furnace.

use super::super::{RoomChange, RoomFound, RoomRepair};
use super::{Mended, mend};
use crate::facts::{Disconnect, EquipmentKind};
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "fit-furnace-switch",
    title: "Furnace switch at the way in",
    mends: &["furnace-disconnect"],
    plan,
};

fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    mend(
        found,
        vec![
            "Off at its breaker, locked, and proven dead at the equipment before a cover comes off.",
            "New wiring is licensed work, with a permit, in most places.",
        ],
        90,
        |piece| {
            let wanting = piece.kind == EquipmentKind::Furnace
                && (piece.reached == Some(false)
                    || matches!(piece.disconnect, Some(Disconnect::None | Disconnect::OutOfSight)));
            if !wanting {
                return None;
            }
            (piece.disconnect, piece.reached) = (Some(Disconnect::InSight), Some(true));
            let steps = [
                (
                    Act::FindOut,
                    "find the way of its cable, and a place for the switch at the way in, in sight of it and on this side of it.",
                ),
                (
                    Act::BringCable,
                    "bring its circuit over a box there: the hot through the switch, neutral and ground spliced through; the cable fastened within 12 in of the box.",
                ),
                (Act::Label, "mark the switch, red plate or words, for what it takes off."),
                (Act::Read, "switch off: the furnace stops and stays off; switch on: it starts again by itself."),
            ];
            let materials = vec![
                MaterialLine::piece(("device-box-with-cover", "device box with cover"), 1),
                MaterialLine::piece(("switch-15-a", "switch, 15 A"), 1),
                MaterialLine::piece(("plate-marked-furnace", "plate marked for the furnace"), 1),
                MaterialLine::piece(
                    ("cable-as-the-circuit", "cable as the circuit, by the way to the switch and back"),
                    1,
                ),
            ];
            Some(Ok(Mended::new(steps.map(|(act, words)| (act, words.to_owned())).into(), materials)))
        },
    )
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::repair::room::testing::{mends, plan as planned};
    use crate::rules::room_equipment_testing::with;

    #[test]
    fn one_does_not_pass_it_any_more() {
        mends(
            &REPAIR,
            "furnace-disconnect",
            &with(EquipmentKind::Furnace, |piece| {
                (piece.disconnect, piece.reached) = (Some(Disconnect::InSight), Some(false));
            }),
        );
        mends(
            &REPAIR,
            "furnace-disconnect",
            &with(EquipmentKind::Furnace, |piece| piece.disconnect = Some(Disconnect::None)),
        );
        assert!(planned(&REPAIR, &with(EquipmentKind::WaterHeater, |_| ())).is_err());
    }
}
