//! What a conductor carries, and the largest breaker ahead of it.

use super::Calculator;
use super::entries::Entries;
use super::field::{Field, FieldChoice};
use super::worked::Worked;
use crate::facts::Problem;
use crate::quantity::{Gauge, UnitSystem};
use crate::standard::ampacity::{
    Column, Surroundings, citation, corrected_ampacity, largest_breaker_for, rating_at_most,
};
use crate::standard::{Confidence, Material, cite_by_year};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "ampacity",
    title: "Ampacity with correction",
    about: "What a conductor carries where it is hot or bundled, and the largest breaker that protects it.",
    fields,
    work,
};

fn fields(units: UnitSystem) -> Vec<Field> {
    let columns = [("60", "60 °C: NM cable, plain terminals"), ("75", "75 °C: terminals marked so")];
    vec![
        Field::gauge("size", "Size", Gauge::Awg14..=Gauge::Awg4Of0, Gauge::Awg12),
        Field::material("material", "Metal"),
        Field::choice("column", "Held to", columns.map(|(code, name)| FieldChoice::new(code, name)).to_vec()),
        Field::number("ambient", "Temperature round it", units.either("86", "30"), units.either("°F", "°C"), 167)
            .hint("an attic in summer: 130 °F, 54 °C"),
        Field::count("bundled", "Current-carrying conductors together", 3, 1, 60)
            .hint("without space between them for more than 24 in, or in one raceway"),
    ]
}

/// In whole degrees Celsius, up: the table goes by bands.
fn celsius(entries: &Entries) -> u8 {
    let typed = entries.number("ambient");
    let celsius = match entries.units {
        UnitSystem::Inch => (typed - 32.0) / 1.8,
        UnitSystem::Metric => typed,
    };
    // A rounding error of the division is no degree.
    (0..=u8::MAX).find(|degrees| f64::from(*degrees) + 1e-9 >= celsius).unwrap_or(u8::MAX)
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let (gauge, material): (Gauge, Material) = (entries.chosen("size")?, entries.chosen("material")?);
    let column = if entries.text("column") == "75" { Column::C75 } else { Column::C60 };
    let ambient = celsius(entries);
    let bundled = u8::try_from(entries.count("bundled")).unwrap_or(u8::MAX);
    let standing = Surroundings { ambient: Some(ambient), bundled: Some(bundled) };
    let usual = (26..=30).contains(&ambient) && bundled <= 3;
    let surroundings = if usual { Surroundings::default() } else { standing };
    let family = entries.edition.profile();
    let Some((amperes, working)) = corrected_ampacity(family, column, gauge, material, surroundings) else {
        let hot = corrected_ampacity(family, column, gauge, material, Surroundings::default()).is_some();
        return match hot {
            true => entries.refuse("ambient", "at this temperature the insulation carries nothing"),
            false => entries.refuse("material", format!("the table has no {gauge} of this metal")),
        };
    };
    let working =
        if usual { format!("{working} by the table, at 86 °F (30 °C) and up to three together") } else { working };
    let breaker = largest_breaker_for(entries.edition, column, gauge, material, surroundings);
    let several = breaker.and_then(|breaker| rating_at_most(amperes).map(|below| below.min(breaker)));
    Ok(Worked::new(format!("{gauge} carries {amperes} A here."))
        .line("ampacity", format!("{amperes} A"))
        .line_if("largest breaker", breaker.map(|breaker| format!("{breaker} A")))
        .line_if("on a circuit of several receptacles", several.map(|breaker| format!("{breaker} A")))
        .step(working)
        .source(citation(entries.edition))
        .source(cite_by_year(
            entries.edition,
            &[(2020, "Table 310.16, 310.15(B) and (C)", Confidence::Sure), (0, "310.15(B)", Confidence::Sure)],
            Some(("Tables 2, 4, 5A, 5C", Confidence::MayBeOff)),
        ))
        .caution("A motor, a continuous load and a fixed heater have rules of their own."))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::{asked, figure};
    use crate::standard::Edition;

    #[test]
    fn correction_worked_as_the_handbooks_do() {
        // NEC Table 310.16 with 310.15, from memory: 12 AWG in NM, 20 A. Nine bundled: 30 A of the 90 °C column × 70 % = 21 A, held
        // to 20. In an attic of 130 °F: 30 × 76 % = 23 A, held to 20; both together 30 × 76 % × 70 % = 16 A (15.96).
        assert_eq!(figure("ampacity", "ampacity", &[]), "20 A");
        assert_eq!(figure("ampacity", "ampacity", &[("bundled", "9")]), "20 A");
        assert_eq!(figure("ampacity", "ampacity", &[("ambient", "130")]), "20 A");
        let both = [("ambient", "130"), ("bundled", "9")];
        assert_eq!(figure("ampacity", "ampacity", &both), "16 A");
        assert_eq!(figure("ampacity", "largest breaker", &both), "20 A");
        assert_eq!(figure("ampacity", "on a circuit of several receptacles", &both), "15 A");
    }

    #[test]
    fn degrees_fahrenheit_fall_into_the_band_that_is_printed() {
        // The table prints 87 to 95 °F beside 31 to 35 °C and 96 to 104 beside 36 to 40; 8 AWG at 75 °C: 55 A × 96 % = 53, × 91 % = 50.
        let of = |ambient| figure("ampacity", "ampacity", &[("size", "8"), ("column", "75"), ("ambient", ambient)]);
        assert_eq!(["86", "104", "105"].map(of), ["50 A", "50 A", "48 A"]);
        let none = asked("ampacity", Edition::Nec2023, &[("ambient", "168")]);
        assert!(none.problems[0].message.contains("from 0 to 167"), "{none:?}");
        let no_row = asked("ampacity", Edition::Nec2023, &[("size", "14"), ("material", "aluminium")]);
        assert_eq!(no_row.problems[0].pointer, "/typed/material");
    }
}
