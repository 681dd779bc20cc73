//! What a conductor is like by its size: its area and its resistance.
//!
//! # Source
//! NEC Chapter 9, Table 8; the size itself ASTM B258. From memory, sure; held in the tests against the rule of the gauge and the
//! resistivity of the metal.

use super::Material;
use crate::quantity::Gauge;

/// The area of the metal in circular mils, as the table prints it.
pub const fn circular_mils(gauge: Gauge) -> u32 {
    match gauge {
        Gauge::Awg18 => 1_620,
        Gauge::Awg16 => 2_580,
        Gauge::Awg14 => 4_110,
        Gauge::Awg12 => 6_530,
        Gauge::Awg10 => 10_380,
        Gauge::Awg8 => 16_510,
        Gauge::Awg6 => 26_240,
        Gauge::Awg4 => 41_740,
        Gauge::Awg3 => 52_620,
        Gauge::Awg2 => 66_360,
        Gauge::Awg1 => 83_690,
        Gauge::Awg1Of0 => 105_600,
        Gauge::Awg2Of0 => 133_100,
        Gauge::Awg3Of0 => 167_800,
        Gauge::Awg4Of0 => 211_600,
    }
}

/// The resistance of a stranded conductor, copper uncoated, at 75 °C with direct current, in ohms per 1,000 ft. A solid one has
/// two per cent less. Copper-clad aluminium, which the table has not, is taken for aluminium: it has somewhat less.
#[allow(clippy::approx_constant, reason = "14 AWG has 3.14 ohms, and not the ratio of a circle")]
pub const fn ohms_per_thousand_feet(gauge: Gauge, material: Material) -> f64 {
    let [copper, aluminium] = match gauge {
        Gauge::Awg18 => [7.95, 13.1],
        Gauge::Awg16 => [4.99, 8.21],
        Gauge::Awg14 => [3.14, 5.17],
        Gauge::Awg12 => [1.98, 3.25],
        Gauge::Awg10 => [1.24, 2.04],
        Gauge::Awg8 => [0.778, 1.28],
        Gauge::Awg6 => [0.491, 0.808],
        Gauge::Awg4 => [0.308, 0.508],
        Gauge::Awg3 => [0.245, 0.403],
        Gauge::Awg2 => [0.194, 0.319],
        Gauge::Awg1 => [0.154, 0.253],
        Gauge::Awg1Of0 => [0.122, 0.201],
        Gauge::Awg2Of0 => [0.0967, 0.159],
        Gauge::Awg3Of0 => [0.0766, 0.126],
        Gauge::Awg4Of0 => [0.0608, 0.100],
    };
    match material {
        Material::Copper => copper,
        Material::Aluminium | Material::CopperClad => aluminium,
    }
}

/// The resistance of uncoated solid copper at 20 °C, in ohms per 1,000 ft: 18 AWG to 6 AWG, beyond that as of 4 AWG.
///
/// # Source
/// The standard annealed copper wire tables of ASTM B258, from memory, sure.
pub const fn solid_copper_ohms(gauge: Gauge) -> f64 {
    match gauge {
        Gauge::Awg18 => 6.385,
        Gauge::Awg16 => 4.016,
        Gauge::Awg14 => 2.525,
        Gauge::Awg12 => 1.588,
        Gauge::Awg10 => 0.9989,
        Gauge::Awg8 => 0.6282,
        Gauge::Awg6 => 0.3951,
        _ => 0.2485,
    }
}

/// The diameter of a solid conductor in inches.
///
/// # Source
/// ASTM B258: 0.005 in for 36 AWG, 0.46 in for 4/0 AWG, 39 steps of one ratio between; from memory, sure.
pub fn diameter_inches(gauge: Gauge) -> f64 {
    let number = match gauge {
        Gauge::Awg18 => 18.0,
        Gauge::Awg16 => 16.0,
        Gauge::Awg14 => 14.0,
        Gauge::Awg12 => 12.0,
        Gauge::Awg10 => 10.0,
        Gauge::Awg8 => 8.0,
        Gauge::Awg6 => 6.0,
        Gauge::Awg4 => 4.0,
        Gauge::Awg3 => 3.0,
        Gauge::Awg2 => 2.0,
        Gauge::Awg1 => 1.0,
        Gauge::Awg1Of0 => 0.0,
        Gauge::Awg2Of0 => -1.0,
        Gauge::Awg3Of0 => -2.0,
        Gauge::Awg4Of0 => -3.0,
    };
    0.005 * 92_f64.powf((36.0 - number) / 39.0)
}

/// The sizes in square millimetres that are sold where wires are not numbered, up to the largest here.
///
/// # Source
/// IEC 60228, from memory, sure.
pub const METRIC_SIZES: [f64; 16] =
    [0.5, 0.75, 1.0, 1.5, 2.5, 4.0, 6.0, 10.0, 16.0, 25.0, 35.0, 50.0, 70.0, 95.0, 120.0, 150.0];

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_printed_areas_are_the_squares_of_the_diameters() {
        // ASTM B258 and NEC Chapter 9, Table 8 stand each by itself: they agree to the three figures that are printed (1,620 for 1,624).
        for gauge in Gauge::ALL {
            let mils = diameter_inches(gauge) * 1_000.0;
            let printed = f64::from(circular_mils(gauge));
            assert!((mils * mils / printed - 1.0).abs() < 0.003, "{gauge}: {} and {printed}", mils * mils);
        }
    }

    #[test]
    fn the_printed_resistances_are_those_of_the_metal() {
        // Copper 10.371 Ω·cmil/ft and aluminium 17.002 at 20 °C (100 and 61 per cent IACS), at 75 °C by 1 + 0.00393 × 55 and
        // 1 + 0.00404 × 55, two per cent more for the lay of the strands: from memory.
        for gauge in Gauge::ALL {
            for (material, ohms_mil_foot, per_kelvin) in
                [(Material::Copper, 10.371, 0.003_93), (Material::Aluminium, 17.002, 0.004_04)]
            {
                let warm = ohms_mil_foot * (1.0 + per_kelvin * 55.0) * 1.02;
                let expected = warm * 1_000.0 / f64::from(circular_mils(gauge));
                let printed = ohms_per_thousand_feet(gauge, material);
                assert!((printed / expected - 1.0).abs() < 0.02, "{gauge} {material:?}: {printed} and {expected}");
            }
        }
    }
}
