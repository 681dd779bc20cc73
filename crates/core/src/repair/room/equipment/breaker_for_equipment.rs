//! `breaker-for-equipment`: another breaker, where the conductors carry what is asked.

use super::super::{RoomChange, RoomFound, RoomRepair};
use super::{Mended, carries, mend};
use crate::facts::{Equipment, EquipmentKind};
use crate::repair::{Act, MaterialLine};
use crate::standard::ampacity::next_rating;

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "breaker-for-equipment",
    title: "Breaker by the nameplate",
    mends: &["equipment-nameplate", "water-heater-circuit", "vehicle-supply"],
    plan,
};

fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    mend(found, vec!["At the panel the line side stays live with the main off: for a qualified person."], 30, |piece| {
        let (least, most) = wanted(piece)?;
        let breaker = piece.breaker?;
        if (least..=most).contains(&breaker) {
            return None;
        }
        let Some(size) = next_rating(least).filter(|size| *size <= most) else {
            return Some(Err(format!("no breaker is made between {least} A and {most} A")));
        };
        let carried = piece.conductor.and_then(carries);
        if carried.is_none_or(|carried| carried < least) {
            return Some(Err(format!(
                "its conductors carry less than {least} A, or are not noted: a circuit of its own size"
            )));
        }
        piece.breaker = Some(size);
        let words = format!(
            "off at the main, replace its breaker by one of {size} A, listed for the panel; torque its terminals."
        );
        let new = MaterialLine::piece(
            (format!("breaker-two-pole-{size}"), format!("breaker, two poles, {size} A, listed for the panel")),
            1,
        );
        Some(Ok(Mended::new(vec![(Act::AtPanel, words)], vec![new])))
    })
}

/// The least and the most its breaker may have.
fn wanted(piece: &Equipment) -> Option<(u16, u16)> {
    match piece.kind {
        EquipmentKind::AirConditioner => Some((piece.least_ampacity.unwrap_or(1), piece.most_overcurrent?)),
        EquipmentKind::WaterHeater => {
            let of = |per_cent: u32| {
                u16::try_from((u32::from(piece.watts.unwrap_or_default()) * per_cent).div_ceil(24_000)).ok()
            };
            piece.watts?;
            Some((of(125)?, next_rating(of(150)?)?.max(20)))
        }
        EquipmentKind::VehicleSupply => {
            Some((u16::try_from((u32::from(piece.amperes?) * 125).div_ceil(100)).ok()?, u16::MAX))
        }
        _ => None,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Gauge;
    use crate::repair::room::testing::{mends, plan as planned};
    use crate::rules::room_equipment_testing::with;

    #[test]
    fn where_the_conductors_carry_it() {
        let heater = |gauge| {
            with(EquipmentKind::WaterHeater, |piece| {
                (piece.watts, piece.breaker, piece.conductor) = (Some(4_500), Some(40), Some(gauge));
            })
        };
        mends(&REPAIR, "water-heater-circuit", &heater(Gauge::Awg10));
        assert!(planned(&REPAIR, &heater(Gauge::Awg14)).is_err());
        mends(
            &REPAIR,
            "equipment-nameplate",
            &with(EquipmentKind::AirConditioner, |piece| {
                (piece.least_ampacity, piece.most_overcurrent, piece.asks_for_fuse) = (Some(18), Some(25), Some(false));
                (piece.breaker, piece.conductor) = (Some(40), Some(Gauge::Awg10));
            }),
        );
    }
}
