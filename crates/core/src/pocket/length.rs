//! A length in every way one reads it.

use super::Calculator;
use super::entries::Entries;
use super::field::Field;
use super::worked::{Worked, decimals};
use crate::facts::Problem;
use crate::quantity::{Rounding, UnitSystem};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "length",
    title: "Inch and metric",
    about: "A length in inches and sixteenths, decimal inches, feet, millimetres and metres.",
    fields,
    work,
};

fn fields(units: UnitSystem) -> Vec<Field> {
    vec![
        Field::length("length", "Length", units.either("5 3/4", "146"))
            .hint("5 3/4, 1' 2 1/2\", 146 mm or 4.2 m, as it is read off the tape"),
    ]
}

#[allow(clippy::cast_precision_loss, reason = "at most 100 m in nanometres, far below 2^53")]
fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let length = entries.length("length")?;
    let inches = length.print(UnitSystem::Inch, Rounding::Nearest);
    let metric = length.print(UnitSystem::Metric, Rounding::Nearest);
    let nm = length.nm() as f64;
    Ok(Worked::new(format!("{inches}, {metric}."))
        .line("inches and sixteenths", inches)
        .line("decimal inches", format!("{} in", decimals(nm / 25_400_000.0, 4)))
        .line("feet and inches", length.say_run(UnitSystem::Inch))
        .line("millimetres", format!("{} mm", decimals(nm / 1e6, 3)))
        .line("metres", format!("{} m", decimals(nm / 1e9, 4)))
        .step("1 in = 25.4 mm exactly"))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::figure;

    #[test]
    fn exact_both_ways() {
        // International yard and pound agreement of 1959: 1 in = 25.4 mm exactly.
        assert_eq!(figure("length", "millimetres", &[]), "146.05 mm");
        assert_eq!(figure("length", "decimal inches", &[("length", "146 mm")]), "5.748 in");
        assert_eq!(figure("length", "feet and inches", &[("length", "1' 2 1/2\"")]), "14 1/2 in");
        assert_eq!(figure("length", "metres", &[("length", "12'")]), "3.6576 m");
    }
}
