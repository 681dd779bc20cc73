//! Repairs of equipment that stands in a room, one file each.

pub(super) mod breaker_for_equipment;
pub(super) mod connector_at_equipment;
pub(super) mod cord_for_equipment;
pub(super) mod disconnect_in_sight;
pub(super) mod fit_furnace_switch;
pub(super) mod gfci_for_equipment;
pub(super) mod lock_for_breaker;
pub(super) mod lower_setting;
pub(super) mod own_circuit;

use super::{RoomChange, RoomFound};
use crate::facts::Equipment;
use crate::quantity::Gauge;
use crate::repair::{Act, MaterialLine};
use crate::standard::Material;
use crate::standard::ampacity::{Column, ampacity};

/// What copper of such a size carries at the terminals of equipment. NEC 110.14(C)(1), from memory, sure.
fn carries(gauge: Gauge) -> Option<u16> {
    ampacity(if gauge >= Gauge::Awg8 { Column::C75 } else { Column::C60 }, gauge, Material::Copper)
}

/// The smallest copper that carries so many amperes there.
fn smallest(amperes: u16) -> Option<Gauge> {
    let sizes = [
        Gauge::Awg14,
        Gauge::Awg12,
        Gauge::Awg10,
        Gauge::Awg8,
        Gauge::Awg6,
        Gauge::Awg4,
        Gauge::Awg3,
        Gauge::Awg2,
        Gauge::Awg1,
    ];
    sizes.into_iter().find(|gauge| carries(*gauge).is_some_and(|carried| carried >= amperes))
}

/// The sketch with each piece changed that `change` has a mend for, which says what is done and brought.
///
/// # Errors
/// Why none can be mended: `change` says so for each that it looked at.
fn mend(
    found: &RoomFound,
    cautions: Vec<&'static str>,
    minutes: u32,
    mut change: impl FnMut(&mut Equipment) -> Option<Result<Mended, String>>,
) -> Result<RoomChange, Vec<String>> {
    let mut after = found.situation.sketch.clone();
    let (mut steps, mut materials, mut reasons) = (Vec::new(), Vec::new(), Vec::new());
    for piece in &mut after.equipment {
        let label = piece.label();
        match change(piece) {
            Some(Ok(mended)) => {
                steps.extend(
                    mended
                        .steps
                        .into_iter()
                        .map(|(act, words)| (act, format!("{}: {words}", crate::quantity::capitalised(&label)))),
                );
                materials.extend(mended.materials);
            }
            Some(Err(reason)) => reasons.push(format!("{label}: {reason}")),
            None => {}
        }
    }
    if steps.is_empty() {
        return Err(if reasons.is_empty() {
            vec!["nothing that stands here is to be mended so".to_owned()]
        } else {
            reasons
        });
    }
    Ok(RoomChange { after, steps, cautions, minutes, materials })
}

/// What is done to one piece.
struct Mended {
    steps: Vec<(Act, String)>,
    materials: Vec<MaterialLine>,
}

impl Mended {
    fn new(steps: Vec<(Act, String)>, materials: Vec<MaterialLine>) -> Self {
        Self { steps, materials }
    }
}
