//! Conductors against overcurrent devices, and grounds against both.
//!
//! # Source
//! NEC 240.4(D), 240.6(A), Table 310.16, Table 250.122; CEC 14-104, Tables 2, 4 and 16. From memory; the NEC figures are
//! sure, aluminium at 60 °C may be off.

use super::material::Material;
use super::{Confidence, Edition, Profile, cite};
use crate::quantity::Gauge;
use crate::standard::Citation;

/// Standard ratings of overcurrent devices up to 400 A.
///
/// # Source
/// NEC 240.6(A), from memory, sure.
pub const STANDARD_RATINGS: [u16; 23] =
    [15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400];

/// A temperature column of the ampacity table.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum Column {
    /// 60 °C: NM cable, and terminals of small equipment that is not marked for more.
    C60,
    /// 75 °C.
    C75,
    /// 90 °C: only where correction begins, never the end of it.
    C90,
}

/// Size; copper at 60, 75, 90 °C; aluminium at 60, 75, 90 °C; no more than three current-carrying conductors, 30 °C.
///
/// # Source
/// NEC Table 310.16 (310.15(B)(16) before 2020), from memory: copper sure, aluminium at 60 °C may be off.
const TABLE: [(Gauge, [u16; 3], [u16; 3]); 13] = [
    (Gauge::Awg14, [15, 20, 25], [0, 0, 0]),
    (Gauge::Awg12, [20, 25, 30], [15, 20, 25]),
    (Gauge::Awg10, [30, 35, 40], [25, 30, 35]),
    (Gauge::Awg8, [40, 50, 55], [35, 40, 45]),
    (Gauge::Awg6, [55, 65, 75], [40, 50, 55]),
    (Gauge::Awg4, [70, 85, 95], [55, 65, 75]),
    (Gauge::Awg3, [85, 100, 115], [65, 75, 85]),
    (Gauge::Awg2, [95, 115, 130], [75, 90, 100]),
    (Gauge::Awg1, [110, 130, 145], [85, 100, 115]),
    (Gauge::Awg1Of0, [125, 150, 170], [100, 120, 135]),
    (Gauge::Awg2Of0, [145, 175, 195], [115, 135, 150]),
    (Gauge::Awg3Of0, [165, 200, 225], [130, 155, 175]),
    (Gauge::Awg4Of0, [195, 230, 260], [150, 180, 205]),
];

/// The ampacity of a conductor in amperes; `None` where the table has none.
///
/// # Source
/// NEC Table 310.16, from memory.
pub fn ampacity(column: Column, gauge: Gauge, material: Material) -> Option<u16> {
    let (_, copper, aluminium) = TABLE.iter().find(|(known, ..)| *known == gauge)?;
    let row = if material == Material::Copper { copper } else { aluminium };
    Some(row[column as usize]).filter(|amperes| *amperes > 0)
}

/// Where a conductor runs hotter, or closer to others, than the table takes for granted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Surroundings {
    /// The temperature round it in °C; 30 where it is not stated.
    pub ambient: Option<u8>,
    /// Current-carrying conductors bundled with it, itself included; up to three where it is not stated.
    pub bundled: Option<u8>,
}

/// The per cent that is left at a temperature round the conductor; `None` where its insulation bears no load.
///
/// # Source
/// NEC Table 310.15(B)(1) for a base of 30 °C, from memory, sure.
pub fn ambient_per_cent(column: Column, ambient: u8) -> Option<u16> {
    const ROWS: [(u8, [u16; 3]); 14] = [
        (10, [129, 120, 115]),
        (15, [122, 115, 112]),
        (20, [115, 111, 108]),
        (25, [108, 105, 104]),
        (30, [100, 100, 100]),
        (35, [91, 94, 96]),
        (40, [82, 88, 91]),
        (45, [71, 82, 87]),
        (50, [58, 75, 82]),
        (55, [41, 67, 76]),
        (60, [0, 58, 71]),
        (65, [0, 47, 65]),
        (70, [0, 33, 58]),
        (75, [0, 0, 50]),
    ];
    let (_, row) = ROWS.iter().find(|(up_to, _)| ambient <= *up_to)?;
    Some(row[column as usize]).filter(|per_cent| *per_cent > 0)
}

/// The per cent that is left among so many current-carrying conductors.
///
/// # Source
/// NEC Table 310.15(C)(1), from memory, sure. CEC Table 5C, from memory; may be off.
pub const fn bundled_per_cent(family: Profile, conductors: u8) -> u16 {
    if matches!(family, Profile::Cec) {
        return match conductors {
            0..=3 => 100,
            4..=6 => 80,
            7..=24 => 70,
            25..=42 => 60,
            _ => 50,
        };
    }
    match conductors {
        0..=3 => 100,
        4..=6 => 80,
        7..=9 => 70,
        10..=20 => 50,
        21..=30 => 45,
        31..=40 => 40,
        _ => 35,
    }
}

/// The ampacity after correction, with its working: from the 90 °C column, and never above `column`, in which the cable
/// or its terminals are. `None` where the table has none, or where nothing may be carried.
///
/// # Source
/// NEC 110.14(C), 310.15(B) and (C), 334.80, from memory, sure.
pub fn corrected_ampacity(
    family: Profile,
    column: Column,
    gauge: Gauge,
    material: Material,
    surroundings: Surroundings,
) -> Option<(u16, String)> {
    let listed = ampacity(column, gauge, material)?;
    if surroundings != Surroundings::default() {
        let begin = ampacity(Column::C90, gauge, material)?;
        let warm = ambient_per_cent(Column::C90, surroundings.ambient.unwrap_or(30))?;
        let close = bundled_per_cent(family, surroundings.bundled.unwrap_or(3));
        // Rounded to the nearest ampere; a half and more goes up: NEC 220.5(B), from memory.
        let left = (u32::from(begin) * u32::from(warm) * u32::from(close) + 5_000) / 10_000;
        let left = u16::try_from(left).unwrap_or(u16::MAX);
        let working = format!("{begin} A at 90 °C × {warm} % × {close} % = {left} A, at most {listed} A");
        return Some((left.min(listed), working));
    }
    Some((listed, format!("{listed} A")))
}

/// The largest overcurrent device for a branch conductor in NM cable: the small-conductor limit to 10 AWG, above that
/// the ampacity, taken up to the next standard rating.
pub fn largest_breaker(edition: Edition, gauge: Gauge, material: Material) -> Option<u16> {
    largest_breaker_for(edition, Column::C60, gauge, material, Surroundings::default())
}

/// As [`largest_breaker`] for any wiring method and where it runs: correction can take it below the small-conductor limit.
pub fn largest_breaker_for(
    edition: Edition,
    column: Column,
    gauge: Gauge,
    material: Material,
    surroundings: Surroundings,
) -> Option<u16> {
    let clad_14 = matches!(edition, Edition::Nec2023 | Edition::Nec2026)
        && material == Material::CopperClad
        && gauge == Gauge::Awg14;
    let small = match (gauge, material) {
        (Gauge::Awg18, Material::Copper) => return Some(7),
        (Gauge::Awg16, Material::Copper) => return Some(10),
        (Gauge::Awg14, _) if clad_14 => return Some(10),
        (Gauge::Awg14 | Gauge::Awg12 | Gauge::Awg10, _) => Some(ampacity(Column::C60, gauge, material)?),
        _ => None,
    };
    let (ampacity, _) = corrected_ampacity(edition.profile(), column, gauge, material, surroundings)?;
    let rating = next_rating(ampacity)?;
    Some(small.map_or(rating, |small| small.min(rating)))
}

/// The standard rating at or below an ampacity: for a circuit of several receptacles, which may not go up.
///
/// # Source
/// NEC 240.4(B)(1), from memory, sure.
pub fn rating_at_most(ampacity: u16) -> Option<u16> {
    STANDARD_RATINGS.into_iter().rev().find(|rating| *rating <= ampacity)
}

/// The smallest conductor of a tap to a range, cooktop or luminaire on a circuit of so many amperes.
///
/// # Source
/// NEC 210.19(A)(3) and (4) with their exceptions, 240.5(B)(2), from memory, sure: 15 A below 40 A, 20 A up to 50 A.
pub const fn smallest_tap(circuit: u16) -> Option<Gauge> {
    match circuit {
        0..=30 => Some(Gauge::Awg14),
        31..=50 => Some(Gauge::Awg12),
        _ => None,
    }
}

/// The standard rating at or above an ampacity.
///
/// # Source
/// NEC 240.4(B) and 240.6(A), from memory, sure.
pub fn next_rating(ampacity: u16) -> Option<u16> {
    STANDARD_RATINGS.into_iter().find(|rating| *rating >= ampacity)
}

/// The smallest conductor of a service, or of the feeder that carries a whole dwelling, 100 to 225 A.
///
/// # Source
/// NEC Table 310.12 (83 %), from memory, sure.
pub const fn dwelling_conductor(amperes: u16, material: Material) -> Option<Gauge> {
    let copper = matches!(material, Material::Copper);
    Some(match (amperes, copper) {
        (0..=100, true) => Gauge::Awg4,
        (101..=110, true) => Gauge::Awg3,
        (111..=125, true) | (0..=100, false) => Gauge::Awg2,
        (126..=150, true) | (101..=110, false) => Gauge::Awg1,
        (151..=175, true) | (111..=125, false) => Gauge::Awg1Of0,
        (176..=200, true) | (126..=150, false) => Gauge::Awg2Of0,
        (201..=225, true) | (151..=175, false) => Gauge::Awg3Of0,
        (176..=200, false) => Gauge::Awg4Of0,
        _ => return None,
    })
}

/// The smallest grounding electrode conductor for a service conductor of this size, in copper.
///
/// # Source
/// NEC Table 250.66, from memory, sure; sizes above 4/0 are not carried.
pub const fn electrode_conductor(service: Gauge, material: Material) -> Gauge {
    use Gauge::{Awg1, Awg1Of0, Awg2, Awg2Of0, Awg3Of0, Awg4, Awg4Of0, Awg6, Awg8};
    match (material, service) {
        (Material::Copper, Awg1 | Awg1Of0) => Awg6,
        (Material::Copper, Awg2Of0 | Awg3Of0) => Awg4,
        (Material::Copper, Awg4Of0) => Awg2,
        (Material::Copper, _) => Awg8,
        (_, Awg2Of0 | Awg3Of0) => Awg6,
        (_, Awg4Of0) => Awg4,
        _ => Awg8,
    }
}

/// The aluminium conductor that does for a copper one as grounding electrode conductor: two sizes larger.
///
/// # Source
/// NEC Table 250.66, from memory, sure.
pub const fn electrode_in_aluminium(copper: Gauge) -> Gauge {
    match copper {
        Gauge::Awg8 => Gauge::Awg6,
        Gauge::Awg6 => Gauge::Awg4,
        Gauge::Awg4 => Gauge::Awg2,
        _ => Gauge::Awg1Of0,
    }
}

/// The smallest equipment grounding conductor for an overcurrent device.
///
/// # Source
/// NEC Table 250.122, from memory, sure. CEC Table 16, from memory; may be off.
pub const fn smallest_ground(edition: Edition, amperes: u16, material: Material) -> Option<Gauge> {
    let copper = matches!(material, Material::Copper);
    if matches!(edition.profile(), Profile::Cec) {
        return Some(match (amperes, copper) {
            (0..=20, true) => Gauge::Awg14,
            (0..=20, false) | (21..=30, true) => Gauge::Awg12,
            (21..=30, false) | (31..=60, true) => Gauge::Awg10,
            (31..=60, false) | (61..=100, true) => Gauge::Awg8,
            (61..=100, false) | (101..=200, true) => Gauge::Awg6,
            (101..=200, false) | (201..=300, true) => Gauge::Awg4,
            _ => return None,
        });
    }
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
/// NEC Table 210.21(B)(3), from memory, sure. CEC 14-600: none rated less than its circuit; from memory, may be off.
pub const fn receptacles_allowed(family: Profile, circuit: u16) -> &'static [u16] {
    match circuit {
        15 => &[15],
        20 if matches!(family, Profile::Cec) => &[20],
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
    fn in_canada_bundles_and_receptacles_are_others() {
        // CEC Table 5C and 14-600, from memory; may be off.
        assert_eq!([6, 24, 42, 43].map(|count| bundled_per_cent(Profile::Cec, count)), [80, 70, 60, 50]);
        assert_eq!(receptacles_allowed(Profile::Cec, 20), [20]);
        assert_eq!(receptacles_allowed(Profile::Nec, 20), [15, 20]);
    }

    #[test]
    fn taps_and_circuits_of_several_receptacles() {
        // NEC 210.19(A)(3), (4), 240.4(B)(1), from memory: a 12 AWG tap on 50 A; 55 A goes down to 50 A.
        assert_eq!(
            (smallest_tap(50), smallest_tap(20), smallest_tap(60)),
            (Some(Gauge::Awg12), Some(Gauge::Awg14), None)
        );
        assert_eq!(rating_at_most(55), Some(50));
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
        let of =
            |edition, amperes| [Material::Copper, Material::Aluminium].map(|m| smallest_ground(edition, amperes, m));
        let row = |amperes| <(Option<Gauge>, Option<Gauge>)>::from(of(Edition::Nec2023, amperes));
        // CEC Table 16, from memory: a 14 AWG bond does for 20 A, 12 AWG for 30 A, 10 AWG for 60 A.
        let canadian = [20, 30, 60].map(|amperes| of(Edition::Cec2021, amperes)[0]);
        assert_eq!(canadian, [Some(Gauge::Awg14), Some(Gauge::Awg12), Some(Gauge::Awg10)]);
        assert_eq!(row(15), (Some(Gauge::Awg14), Some(Gauge::Awg12)));
        assert_eq!(row(20), (Some(Gauge::Awg12), Some(Gauge::Awg10)));
        for amperes in [30, 40, 60] {
            assert_eq!(row(amperes), (Some(Gauge::Awg10), Some(Gauge::Awg8)));
        }
        assert_eq!(row(100), (Some(Gauge::Awg8), Some(Gauge::Awg6)));
        assert_eq!(row(200), (Some(Gauge::Awg6), Some(Gauge::Awg4)));
    }

    #[test]
    fn the_columns_are_those_of_the_table() {
        // NEC Table 310.16, from memory: copper 8 AWG 40, 50, 55 A; 4/0 195, 230, 260 A; aluminium 1/0 100, 120, 135 A.
        let row = |gauge, material| [Column::C60, Column::C75, Column::C90].map(|c| ampacity(c, gauge, material));
        assert_eq!(row(Gauge::Awg8, Material::Copper), [Some(40), Some(50), Some(55)]);
        assert_eq!(row(Gauge::Awg4Of0, Material::Copper), [Some(195), Some(230), Some(260)]);
        assert_eq!(row(Gauge::Awg1Of0, Material::Aluminium), [Some(100), Some(120), Some(135)]);
        assert_eq!(row(Gauge::Awg14, Material::Aluminium), [None; 3]);
        for column in [Column::C60, Column::C75, Column::C90] {
            for pair in TABLE.windows(2) {
                let carries = |gauge, material| ampacity(column, gauge, material).unwrap_or(0);
                for material in [Material::Copper, Material::Aluminium] {
                    assert!(carries(pair[0].0, material) < carries(pair[1].0, material), "{column:?} {}", pair[1].0);
                }
            }
        }
    }

    #[test]
    fn bundled_cables_carry_less() {
        // Worked in handbooks of the code: 12 AWG NM, nine current-carrying conductors in one sealed hole, 30 A × 70 % =
        // 21 A, so that 20 A stays; ten of them 15 A. From memory, NEC 334.80 and Table 310.15(C)(1).
        let twelve = |bundled| {
            let surroundings = Surroundings { ambient: None, bundled: Some(bundled) };
            largest_breaker_for(Edition::Nec2023, Column::C60, Gauge::Awg12, Material::Copper, surroundings)
        };
        assert_eq!([3, 9, 10, 20].map(twelve), [Some(20), Some(20), Some(15), Some(15)]);
        // 14 AWG NM in an attic at 45 °C among eight: 25 A × 87 % × 70 % = 15 A, the small-conductor limit stays.
        let hot = Surroundings { ambient: Some(45), bundled: Some(8) };
        let (left, working) =
            corrected_ampacity(Profile::Nec, Column::C60, Gauge::Awg14, Material::Copper, hot).expect("carries");
        assert_eq!((left, working.as_str()), (15, "25 A at 90 °C × 87 % × 70 % = 15 A, at most 15 A"));
        assert_eq!(ambient_per_cent(Column::C90, 90), None);
    }

    #[test]
    fn services_and_electrodes_follow_their_tables() {
        // NEC Table 310.12: 200 A, 2/0 copper or 4/0 aluminium; 100 A, 4 copper or 2 aluminium. From memory.
        assert_eq!(dwelling_conductor(200, Material::Copper), Some(Gauge::Awg2Of0));
        assert_eq!(dwelling_conductor(200, Material::Aluminium), Some(Gauge::Awg4Of0));
        assert_eq!(dwelling_conductor(100, Material::Aluminium), Some(Gauge::Awg2));
        assert_eq!(dwelling_conductor(400, Material::Copper), None);
        // NEC Table 250.66: 2/0 copper or 4/0 aluminium service, 4 AWG copper; 4 AWG copper service, 8 AWG. From memory.
        assert_eq!(electrode_conductor(Gauge::Awg2Of0, Material::Copper), Gauge::Awg4);
        assert_eq!(electrode_conductor(Gauge::Awg4Of0, Material::Aluminium), Gauge::Awg4);
        assert_eq!(electrode_conductor(Gauge::Awg4, Material::Copper), Gauge::Awg8);
        assert_eq!(electrode_in_aluminium(Gauge::Awg4), Gauge::Awg2);
    }
}
