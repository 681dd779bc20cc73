//! Conductors against overcurrent devices, and grounds against both.
//!
//! # Source
//! NEC 240.4(D), 240.6(A), Table 310.16, Table 250.122; CEC 14-104, Tables 2, 4 and 16. From memory; the NEC figures are
//! sure, aluminium at 60 °C may be off.

use super::{Confidence, Edition, Profile, cite};
use crate::quantity::Gauge;
use crate::standard::Citation;
use crate::survey::Material;

/// Standard ratings of overcurrent devices up to 400 A.
///
/// # Source
/// NEC 240.6(A), from memory, sure.
pub const STANDARD_RATINGS: [u16; 22] =
    [15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 400];

/// Ampacity in the 60 °C column, to which NM cable is held.
///
/// # Source
/// NEC Table 310.16, from memory.
pub const fn ampacity_60(gauge: Gauge, material: Material) -> Option<u16> {
    Some(match (material, gauge) {
        (Material::Copper, Gauge::Awg14) => 15,
        (Material::Copper, Gauge::Awg12) => 20,
        (Material::Copper, Gauge::Awg10) => 30,
        (Material::Copper, Gauge::Awg8) => 40,
        (Material::Copper, Gauge::Awg6) => 55,
        (Material::Copper, Gauge::Awg4) => 70,
        (Material::Copper, Gauge::Awg3) => 85,
        (Material::Copper, Gauge::Awg2) => 95,
        (Material::Copper, Gauge::Awg1) => 110,
        (Material::Copper, Gauge::Awg1Of0) => 125,
        (Material::Copper, Gauge::Awg2Of0) => 145,
        (Material::Copper, Gauge::Awg3Of0) => 165,
        (Material::Copper, Gauge::Awg4Of0) => 195,
        (_, Gauge::Awg12) => 15,
        (_, Gauge::Awg10) => 25,
        (_, Gauge::Awg8) => 35,
        (_, Gauge::Awg6) => 40,
        (_, Gauge::Awg4) => 55,
        (_, Gauge::Awg3) => 65,
        (_, Gauge::Awg2) => 75,
        (_, Gauge::Awg1) => 85,
        (_, Gauge::Awg1Of0) => 100,
        (_, Gauge::Awg2Of0) => 115,
        (_, Gauge::Awg3Of0) => 130,
        (_, Gauge::Awg4Of0) => 150,
        _ => return None,
    })
}

/// The largest overcurrent device for a branch conductor in NM cable: the small-conductor limit to 10 AWG, above that
/// the ampacity, taken up to the next standard rating.
pub fn largest_breaker(edition: Edition, gauge: Gauge, material: Material) -> Option<u16> {
    let clad_14 = edition == Edition::Nec2023 && material == Material::CopperClad && gauge == Gauge::Awg14;
    match (gauge, material) {
        (Gauge::Awg18, Material::Copper) => Some(7),
        (Gauge::Awg16, Material::Copper) => Some(10),
        (Gauge::Awg14, _) if clad_14 => Some(10),
        (Gauge::Awg14 | Gauge::Awg12 | Gauge::Awg10, _) => ampacity_60(gauge, material),
        _ => {
            let ampacity = ampacity_60(gauge, material)?;
            STANDARD_RATINGS.into_iter().find(|rating| *rating >= ampacity)
        }
    }
}

/// The smallest equipment grounding conductor for an overcurrent device.
///
/// # Source
/// NEC Table 250.122, from memory, sure. The Canadian table agrees for these sizes; may be off.
pub const fn smallest_ground(amperes: u16, material: Material) -> Option<Gauge> {
    let copper = matches!(material, Material::Copper);
    Some(match (amperes, copper) {
        (0..=15, true) => Gauge::Awg14,
        (0..=15, false) | (16..=20, true) => Gauge::Awg12,
        (16..=20, false) | (21..=60, true) => Gauge::Awg10,
        (21..=60, false) | (61..=100, true) => Gauge::Awg8,
        (61..=100, false) | (101..=200, true) => Gauge::Awg6,
        (101..=200, false) | (201..=300, true) => Gauge::Awg4,
        _ => return None,
    })
}

/// Ratings of receptacles that a circuit with several may supply.
///
/// # Source
/// NEC Table 210.21(B)(3), from memory, sure.
pub const fn receptacles_allowed(circuit: u16) -> &'static [u16] {
    match circuit {
        15 => &[15],
        20 => &[15, 20],
        30 => &[30],
        40 => &[40, 50],
        50 => &[50],
        _ => &[],
    }
}

/// Where conductors against overcurrent devices stands.
pub fn citation(edition: Edition) -> Option<Citation> {
    cite(edition, Some(("240.4", Confidence::Sure)), Some(("14-104", Confidence::MayBeOff)))
}

/// Where the size of grounds stands.
pub fn ground_citation(edition: Edition) -> Option<Citation> {
    let section = match edition.profile() {
        Profile::Nec => ("Table 250.122", Confidence::Sure),
        Profile::Cec => ("Table 16", Confidence::MayBeOff),
    };
    Some(Citation { edition: edition.name(), section: section.0, confidence: section.1 })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn small_conductors_are_held_to_their_limit() {
        // NEC 240.4(D): copper 14, 12, 10 AWG on 15, 20, 30 A; aluminium 12, 10 AWG on 15, 25 A. From memory.
        let largest = |gauge, material| largest_breaker(Edition::Nec2020, gauge, material);
        assert_eq!(largest(Gauge::Awg14, Material::Copper), Some(15));
        assert_eq!(largest(Gauge::Awg12, Material::Copper), Some(20));
        assert_eq!(largest(Gauge::Awg10, Material::Copper), Some(30));
        assert_eq!(largest(Gauge::Awg12, Material::Aluminium), Some(15));
        assert_eq!(largest(Gauge::Awg10, Material::Aluminium), Some(25));
    }

    #[test]
    fn larger_ones_may_go_up_to_the_next_rating() {
        // NEC 240.4(B): 6 AWG copper, 55 A at 60 °C, next standard rating 60 A. From memory.
        assert_eq!(largest_breaker(Edition::Nec2023, Gauge::Awg6, Material::Copper), Some(60));
        assert_eq!(largest_breaker(Edition::Nec2023, Gauge::Awg8, Material::Copper), Some(40));
    }

    #[test]
    fn copper_clad_14_came_in_2023() {
        assert_eq!(largest_breaker(Edition::Nec2020, Gauge::Awg14, Material::CopperClad), None);
        assert_eq!(largest_breaker(Edition::Nec2023, Gauge::Awg14, Material::CopperClad), Some(10));
    }

    #[test]
    fn grounds_follow_the_table() {
        // NEC Table 250.122, copper: 15→14, 20→12, 30/40/60→10, 100→8, 200→6; aluminium 12, 10, 8, 6, 4. From memory.
        let row = |amperes| (smallest_ground(amperes, Material::Copper), smallest_ground(amperes, Material::Aluminium));
        assert_eq!(row(15), (Some(Gauge::Awg14), Some(Gauge::Awg12)));
        assert_eq!(row(20), (Some(Gauge::Awg12), Some(Gauge::Awg10)));
        for amperes in [30, 40, 60] {
            assert_eq!(row(amperes), (Some(Gauge::Awg10), Some(Gauge::Awg8)));
        }
        assert_eq!(row(100), (Some(Gauge::Awg8), Some(Gauge::Awg6)));
        assert_eq!(row(200), (Some(Gauge::Awg6), Some(Gauge::Awg4)));
    }
}
