//! Torque from one unit into the others.

use super::Calculator;
use super::entries::Entries;
use super::field::{Field, FieldChoice};
use super::worked::{Worked, decimals};
use crate::facts::Problem;
use crate::quantity::UnitSystem;
use crate::standard::{Confidence, cite_by_year};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "torque",
    title: "Torque",
    about: "Pound-inches, pound-feet and newton metres, one from the other.",
    fields,
    work,
};

/// One pound-force inch in newton metres: 4.4482216152605 N × 0.0254 m exactly (international pound and inch of 1959, standard
/// gravity of 1901).
const NEWTON_METRES_PER_POUND_INCH: f64 = 4.448_221_615_260_5 * 0.025_4;

fn fields(units: UnitSystem) -> Vec<Field> {
    let choices =
        [("lb-in", "lb·in"), ("lb-ft", "lb·ft"), ("n-m", "N·m")].map(|(code, name)| FieldChoice::new(code, name));
    let unit = match units {
        UnitSystem::Inch => "lb-in",
        UnitSystem::Metric => "n-m",
    };
    vec![
        Field::number("value", "Torque", if unit == "lb-in" { "14" } else { "1.6" }, "", 100_000),
        Field::choice("unit", "In", choices.to_vec()).beginning(unit),
    ]
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let value = entries.number("value");
    let pound_inches = match entries.text("unit") {
        "lb-ft" => value * 12.0,
        "n-m" => value / NEWTON_METRES_PER_POUND_INCH,
        _ => value,
    };
    let inches = format!("{} lb·in", decimals(pound_inches, 1));
    let feet = format!("{} lb·ft", decimals(pound_inches / 12.0, 2));
    let metric = format!("{} N·m", decimals(pound_inches * NEWTON_METRES_PER_POUND_INCH, 2));
    Ok(Worked::new(format!("{inches}, {feet}, {metric}."))
        .line("pound-inches", inches)
        .line("pound-feet", feet)
        .line("newton metres", metric)
        .step("1 lb·in = 0.112985 N·m; 12 lb·in = 1 lb·ft")
        .source(cite_by_year(
            entries.edition,
            &[(2017, "110.14(D)", Confidence::Sure)],
            Some(("12-118", Confidence::CheckFirst)),
        ))
        .caution("The figure marked on the device decides, and not one from memory."))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::says;

    #[test]
    fn by_the_factors_of_the_national_institute() {
        // NIST SP 811, appendix B.8, from memory: 1 lbf·in = 0.1129848 N·m, 1 lbf·ft = 1.355818 N·m.
        assert_eq!(says("torque", &[("value", "100")]), "100 lb·in, 8.33 lb·ft, 11.3 N·m.");
        assert_eq!(says("torque", &[("value", "1000"), ("unit", "lb-ft")]), "12000 lb·in, 1000 lb·ft, 1355.82 N·m.");
        assert_eq!(says("torque", &[("value", "2,5"), ("unit", "n-m")]), "22.1 lb·in, 1.84 lb·ft, 2.5 N·m.");
    }
}
