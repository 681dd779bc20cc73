//! `cord-for-equipment`: a cord made for it, as long as it may be.

use super::super::{RoomChange, RoomFound, RoomRepair};
use super::{Mended, mend};
use crate::facts::EquipmentKind;
use crate::quantity::Length;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair =
    RoomRepair { code: "cord-for-equipment", title: "Cord of the right length", mends: &["appliance-cord"], plan };

/// A length that does in every edition. NEC 422.16(B), from memory, sure.
const fn right(kind: EquipmentKind) -> Length {
    if matches!(kind, EquipmentKind::Disposer) { Length::inches(30) } else { Length::inches(44) }
}

fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    let units = found.situation.basis.units;
    mend(found, vec!["Unplugged; the plug in one's pocket while one works."], 25, |piece| {
        if !matches!(piece.kind, EquipmentKind::Disposer | EquipmentKind::Dishwasher) || piece.by_cord != Some(true) {
            return None;
        }
        let length = right(piece.kind);
        piece.cord = Some(length);
        let said = length.say(units);
        let words = format!(
            "fit a cord made for it, {said} long, with a connector where it comes in; the receptacle is in reach beside it."
        );
        let code = format!("cord-kit-{}", piece.kind.name());
        let cord = MaterialLine::piece((code, format!("cord with plug for a {}, {said}", piece.kind.name())), 1);
        Some(Ok(Mended::new(vec![(Act::NewDevice, words)], vec![cord])))
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::repair::room::testing::{mends, plan as planned};
    use crate::rules::room_equipment_testing::with;

    #[test]
    fn neither_too_short_nor_too_long() {
        for (kind, inches) in [(EquipmentKind::Disposer, 60), (EquipmentKind::Dishwasher, 20)] {
            mends(
                &REPAIR,
                "appliance-cord",
                &with(kind, |piece| {
                    (piece.by_cord, piece.cord) = (Some(true), Some(Length::inches(inches)));
                }),
            );
        }
        assert!(planned(&REPAIR, &with(EquipmentKind::Furnace, |_| ())).is_err());
    }
}
