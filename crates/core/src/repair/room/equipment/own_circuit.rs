//! `circuit-of-its-own`: a new cable from the panel, and a breaker by what it asks.

use super::super::{RoomChange, RoomFound, RoomRepair};
use super::{Mended, carries, mend, smallest};
use crate::facts::{Equipment, EquipmentKind};
use crate::repair::subject_proposal::IN_THE_WALL;
use crate::repair::{Act, MaterialLine};
use crate::standard::ampacity::next_rating;

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "circuit-of-its-own",
    title: "A circuit of its own",
    mends: &["appliance-circuit", "vehicle-supply", "water-heater-circuit", "equipment-nameplate"],
    plan,
};

fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    mend(found, vec![IN_THE_WALL, "New wiring is licensed work, with a permit, in most places."], 240, |piece| {
        let (least, most) = asked(piece)?;
        let enough = piece.conductor.and_then(carries).is_some_and(|carried| carried >= least);
        let shared = piece.alone == Some(false);
        if enough && !shared {
            return None;
        }
        let Some(breaker) = next_rating(least).filter(|size| *size <= most) else {
            return Some(Err(format!("no breaker is made between {least} A and {most} A")));
        };
        let Some(gauge) = smallest(breaker.min(least.max(15))) else {
            return Some(Err(format!("{least} A are more than these tables carry")));
        };
        (piece.breaker, piece.conductor, piece.alone) = (Some(breaker), Some(gauge), Some(true));
        let poles = if piece.kind == EquipmentKind::Furnace { "one pole" } else { "two poles" };
        let steps = vec![
            (
                Act::FindOut,
                "count the free spaces of the panel, and its load with this circuit; find the way for the cable."
                    .to_owned(),
            ),
            (
                Act::BringCable,
                format!(
                    "run {gauge} copper with a ground from the panel, supported and protected as its method asks, and land it here."
                ),
            ),
            (
                Act::AtPanel,
                format!("a breaker of {breaker} A, {poles}, listed for the panel; write it into the directory."),
            ),
        ];
        let materials = vec![
            MaterialLine::piece(
                (
                    format!("cable-{}-new-circuit", gauge.size()),
                    format!("cable, {gauge} copper with ground, as far as the panel"),
                ),
                1,
            ),
            MaterialLine::piece(
                (format!("breaker-new-{breaker}"), format!("breaker, {breaker} A, {poles}, listed for the panel")),
                1,
            ),
        ];
        Some(Ok(Mended::new(steps, materials)))
    })
}

/// What its conductors carry at least, and the most its breaker may have.
fn asked(piece: &Equipment) -> Option<(u16, u16)> {
    let more = |amount: u32, by: u32| u16::try_from(amount.div_ceil(by)).ok();
    match piece.kind {
        EquipmentKind::Furnace => Some((15, 20)),
        EquipmentKind::AirConditioner => Some((piece.least_ampacity?, piece.most_overcurrent?)),
        EquipmentKind::WaterHeater => {
            let watts = u32::from(piece.watts?);
            Some((more(watts * 125, 24_000)?, next_rating(more(watts * 150, 24_000)?)?.max(20)))
        }
        EquipmentKind::VehicleSupply => Some((more(u32::from(piece.amperes?) * 125, 100)?, u16::MAX)),
        EquipmentKind::Dishwasher | EquipmentKind::Disposer => None,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Gauge;
    use crate::repair::room::testing::{mends, plan as planned};
    use crate::rules::room_equipment_testing::with;

    #[test]
    fn by_what_it_asks() {
        mends(&REPAIR, "appliance-circuit", &with(EquipmentKind::Furnace, |piece| piece.alone = Some(false)));
        mends(
            &REPAIR,
            "water-heater-circuit",
            &with(EquipmentKind::WaterHeater, |piece| {
                (piece.watts, piece.breaker, piece.conductor) = (Some(4_500), Some(20), Some(Gauge::Awg12));
            }),
        );
        let charger = with(EquipmentKind::VehicleSupply, |piece| {
            (piece.amperes, piece.breaker, piece.conductor) = (Some(40), Some(40), Some(Gauge::Awg10));
            (piece.alone, piece.by_cord) = (Some(false), Some(false));
        });
        mends(&REPAIR, "vehicle-supply", &charger);
        // By hand: 40 A × 1.25 = 50 A: 8 AWG copper at 75 °C, a breaker of 50 A.
        let change = planned(&REPAIR, &charger).expect("it can be fed");
        assert_eq!(
            (change.after.equipment[0].conductor, change.after.equipment[0].breaker),
            (Some(Gauge::Awg8), Some(50))
        );
    }
}
