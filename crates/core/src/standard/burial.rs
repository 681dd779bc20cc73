//! How deep a cable or raceway lies in the ground.
//!
//! # Source
//! NEC Table 300.5(A) (Table 300.5 before 2023): from memory, sure but for the row of the 4 in slab. CEC 12-012 and Table 53: from
//! memory, may be off.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::{Profile, TwinLimit, WiringMethod};
use crate::quantity::Length;

/// What lies over what is buried.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Over {
    /// Soil, a bed, a lawn.
    #[default]
    Soil,
    /// At least 2 in of concrete in the trench over it.
    Concrete,
    /// A slab of at least 4 in on which nothing is driven, 6 in to each side of it.
    Slab,
    /// A building.
    Building,
    /// The drive or parking place of a dwelling for one or two families.
    Drive,
    /// A street, an alley, another drive.
    Street,
}

impl Over {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 6] = [Self::Soil, Self::Concrete, Self::Slab, Self::Building, Self::Drive, Self::Street];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Soil => "soil",
            Self::Concrete => "2 in of concrete in the trench",
            Self::Slab => "a 4 in slab, nothing is driven on it",
            Self::Building => "a building",
            Self::Drive => "the drive of the dwelling",
            Self::Street => "a street or alley",
        }
    }
}

/// The column of the table that a wiring method is in.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Column {
    Cable,
    RigidMetal,
    OtherRaceway,
    SmallProtected,
}

const INCHES: [[u32; 4]; 6] = [
    // cable, rigid metal, other raceway, 120 V to 20 A with GFCI.
    [24, 6, 18, 12],
    [18, 6, 12, 6],
    [18, 4, 4, 6],
    [0, 0, 0, 0],
    [18, 18, 18, 12],
    [24, 24, 24, 24],
];
const MILLIMETRES: [[u32; 4]; 6] = [
    [600, 150, 450, 300],
    [450, 150, 300, 150],
    [450, 100, 100, 150],
    [0, 0, 0, 0],
    [450, 450, 450, 300],
    [600, 600, 600, 600],
];

/// The least cover: from the top of what is buried to the top of the ground, the slab or the pavement. `small_and_protected` is a
/// circuit of a dwelling of 120 V and at most 20 A with GFCI at its source. `None` where no figure is known.
pub fn least_cover(family: Profile, method: WiringMethod, over: Over, small_and_protected: bool) -> Option<TwinLimit> {
    let column = match method {
        WiringMethod::Unknown | WiringMethod::KnobAndTube => return None,
        WiringMethod::RigidMetal => Column::RigidMetal,
        WiringMethod::PlasticConduit | WiringMethod::ThinWall | WiringMethod::FlexibleMetal => Column::OtherRaceway,
        _ => Column::Cable,
    };
    if family == Profile::Cec {
        let driven = matches!(over, Over::Drive | Over::Street);
        let armoured = matches!(
            method,
            WiringMethod::MetalClad
                | WiringMethod::MetalCladListed
                | WiringMethod::ArmouredBonded
                | WiringMethod::ArmouredOld
        );
        let metric = match (column, driven) {
            _ if over == Over::Building => 0,
            (Column::Cable, false) if !armoured => 600,
            (Column::Cable, true) if !armoured => 900,
            (_, false) => 450,
            (_, true) => 600,
        };
        return Some(TwinLimit { inches: None, metric: Length::mm(metric) });
    }
    // Whatever is less holds: rigid conduit lies shallower than what GFCI allows a cable.
    let row = over as usize;
    let least = |table: &[[u32; 4]; 6]| {
        let own = table[row][column as usize];
        if small_and_protected { own.min(table[row][Column::SmallProtected as usize]) } else { own }
    };
    Some(TwinLimit { inches: Some(Length::inches(least(&INCHES))), metric: Length::mm(least(&MILLIMETRES)) })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_depths_are_those_of_the_table() {
        // NEC Table 300.5(A), from memory: direct burial 24 in, PVC 18, rigid metal 6, 12 of a 20 A circuit with GFCI; the drive of
        // a dwelling 18, 18, 18, 12; a street 24 of all.
        let of = |method, over, small| {
            least_cover(Profile::Nec, method, over, small)
                .and_then(|limit| limit.inches)
                .map(|inches| inches.nm() / 25_400_000)
        };
        let methods = [WiringMethod::Underground, WiringMethod::PlasticConduit, WiringMethod::RigidMetal];
        assert_eq!(methods.map(|method| of(method, Over::Soil, false)), [Some(24), Some(18), Some(6)]);
        assert_eq!(methods.map(|method| of(method, Over::Soil, true)), [Some(12), Some(12), Some(6)]);
        assert_eq!(methods.map(|method| of(method, Over::Drive, false)), [Some(18); 3]);
        assert_eq!(methods.map(|method| of(method, Over::Drive, true)), [Some(12); 3]);
        assert_eq!(methods.map(|method| of(method, Over::Street, true)), [Some(24); 3]);
        assert_eq!(of(WiringMethod::Unknown, Over::Soil, false), None);
    }

    #[test]
    fn each_figure_has_its_twin() {
        // The twins are rounded, 6 in and 150 mm; they never part by more than 1/6.
        for (inches, millimetres) in INCHES.iter().flatten().zip(MILLIMETRES.iter().flatten()) {
            assert!((f64::from(*inches) * 25.4 - f64::from(*millimetres)).abs() <= f64::from(*millimetres) / 6.0);
        }
    }
}
