//! The rules of equipment that stands in a room, one file each.

pub(super) mod appliance_circuit;
pub(super) mod appliance_connection;
pub(super) mod appliance_cord;
pub(super) mod appliance_disconnect;
pub(super) mod appliance_gfci;
pub(super) mod furnace_switch;
pub(super) mod nameplate;
pub(super) mod vehicle_supply;
pub(super) mod water_heater;

use super::RoomSituation;
use crate::facts::{Equipment, EquipmentKind};
use crate::rules::Finding;
use crate::standard::Material;
use crate::standard::ampacity::{Column, ampacity};

/// A piece of equipment with its place in the sketch.
#[derive(Clone, Copy)]
struct Piece<'a> {
    index: usize,
    what: &'a Equipment,
}

impl Piece<'_> {
    fn label(&self) -> String {
        self.what.label()
    }

    fn ask(&self, words: &str, field: &str) -> Finding {
        let label = self.label();
        Finding::not_measured(label.clone(), &format!("{label}: {words}"), format!("/equipment/{}/{field}", self.index))
    }

    fn meets(&self, words: &str) -> Finding {
        Finding::meets(self.label(), format!("{}: {words}.", self.sentence_label()))
    }

    fn violates(&self, words: &str) -> Finding {
        Finding::violates(self.label(), format!("{}: {words}.", self.sentence_label()))
    }

    fn sentence_label(&self) -> String {
        crate::quantity::capitalised(&self.label())
    }

    /// What its conductors carry at their terminals. Of copper, in the 60 °C column up to 10 AWG and of 75 °C above, as the
    /// terminals of such equipment are. NEC 110.14(C)(1), from memory, sure.
    fn carries(&self) -> Option<u16> {
        let gauge = self.what.conductor?;
        let column = if gauge >= crate::quantity::Gauge::Awg8 { Column::C75 } else { Column::C60 };
        ampacity(column, gauge, Material::Copper)
    }
}

/// One finding or more of each piece of such a kind.
fn each(
    situation: &RoomSituation,
    is_of: impl Fn(EquipmentKind) -> bool,
    judge: impl Fn(&Piece) -> Vec<Finding>,
) -> Vec<Finding> {
    let pieces = situation.sketch.equipment.iter().enumerate().map(|(index, what)| Piece { index, what });
    pieces.filter(|piece| is_of(piece.what.kind)).flat_map(|piece| judge(&piece)).collect()
}

#[cfg(test)]
pub(crate) mod testing {
    //! A room with one piece of equipment.

    use crate::facts::{Equipment, EquipmentKind};
    use crate::rules::room::testing::Scene;
    use crate::standard::RoomKind;

    /// A utility room with a piece that has the facts which `set` gives it.
    pub fn with(kind: EquipmentKind, set: impl Fn(&mut Equipment)) -> Scene {
        let mut scene = Scene::rectangle(RoomKind::Utility, 120, 120);
        let mut piece = Equipment::new(1, kind);
        set(&mut piece);
        scene.room.sketch.equipment.push(piece);
        scene
    }
}
