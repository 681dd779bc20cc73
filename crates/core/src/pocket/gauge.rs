//! A wire gauge in inches and in millimetres.

use super::Calculator;
use super::entries::Entries;
use super::field::Field;
use super::worked::{Worked, decimals};
use crate::facts::Problem;
use crate::quantity::{Gauge, UnitSystem};
use crate::standard::conductor::{METRIC_SIZES, circular_mils, diameter_inches, ohms_per_thousand_feet};
use crate::standard::{Confidence, Material, cite};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "gauge",
    title: "Wire gauge",
    about: "A size of wire in inches, millimetres and circular mils, its resistance, and the metric sizes beside it.",
    fields,
    work,
};

fn fields(_: UnitSystem) -> Vec<Field> {
    vec![Field::gauge("size", "Size", Gauge::Awg18..=Gauge::Awg4Of0, Gauge::Awg12)]
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let gauge: Gauge = entries.chosen("size")?;
    let millimetres = diameter_inches(gauge) * 25.4;
    let area = std::f64::consts::FRAC_PI_4 * millimetres * millimetres;
    let below = METRIC_SIZES.into_iter().rev().find(|size| *size <= area);
    let above = METRIC_SIZES.into_iter().find(|size| *size >= area);
    let square = |size: f64| format!("{} mm²", decimals(size, 2));
    let ohms = ohms_per_thousand_feet(gauge, Material::Copper);
    Ok(Worked::new(format!("{gauge} has {} of metal, {} mm across.", square(area), decimals(millimetres, 2)))
        .line("across, solid", format!("{} in, {} mm", decimals(diameter_inches(gauge), 4), decimals(millimetres, 3)))
        .line("area", format!("{}, {} circular mils", square(area), circular_mils(gauge)))
        .line_if("next metric size below", below.map(square))
        .line_if("next metric size above", above.map(square))
        .line("copper at 75 °C", format!("{ohms} Ω per 1,000 ft, {} Ω per km", decimals(ohms / 0.304_8, 2)))
        .step("0.005 in × 92 to the power of (36 − number) / 39")
        .source(cite(
            entries.edition,
            Some(("Chapter 9, Table 8", Confidence::Sure)),
            Some(("Table D5", Confidence::CheckFirst)),
        )))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::says;

    #[test]
    fn the_sizes_that_everyone_knows() {
        // ASTM B258, from memory: 14 AWG 2.08 mm², 12 AWG 3.31, 10 AWG 5.26, 4/0 AWG 107.2.
        for (size, area) in [("14", "2.08"), ("12", "3.31"), ("10", "5.26"), ("4/0", "107.22")] {
            assert!(says("gauge", &[("size", size)]).contains(&format!("has {area} mm²")), "{size}");
        }
    }
}
