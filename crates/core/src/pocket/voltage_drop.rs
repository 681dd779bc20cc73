//! Voltage drop along a run, and what current a fault at its end draws.

use super::Calculator;
use super::entries::Entries;
use super::field::{Field, FieldChoice};
use super::worked::{Worked, decimals};
use crate::facts::Problem;
use crate::quantity::{Gauge, UnitSystem};
use crate::standard::conductor::ohms_per_thousand_feet;
use crate::standard::{Confidence, Material, Profile, cite};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "voltage-drop",
    title: "Voltage drop and fault current",
    about: "What is lost on the way to a load, and whether a fault to ground at its end draws enough to trip the breaker at once.",
    fields,
    work,
};

/// A branch circuit is to lose so much at most: NEC 210.19, informational note; CEC 8-102. From memory, sure.
const MOST_PER_CENT: f64 = 3.0;

/// From so many times its rating on a breaker trips without delay. Common practice, no source: 5 to 10 times.
const AT_ONCE: f64 = 10.0;

/// What a fault to ground has across it.
const TO_GROUND: f64 = 120.0;

fn fields(units: UnitSystem) -> Vec<Field> {
    let sizes = Gauge::Awg14..=Gauge::Awg4Of0;
    vec![
        Field::choice("volts", "Supply", vec![FieldChoice::new("120", "120 V"), FieldChoice::new("240", "240 V")]),
        Field::number("amperes", "Load", "16", "A", 400),
        Field::number("length", "One way along the cable", units.either("80", "25"), units.either("ft", "m"), 5_000),
        Field::gauge("size", "Conductors", sizes.clone(), Gauge::Awg12),
        Field::material("material", "Metal"),
        Field::gauge("ground", "Ground", sizes, Gauge::Awg12),
        Field::count("breaker", "Breaker, in amperes", 20, 1, 400),
    ]
}

/// A foot is 0.3048 m exactly.
const METRES_PER_FOOT: f64 = 0.304_8;

/// The resistance of one conductor over so many feet.
fn ohms(gauge: Gauge, material: Material, feet: f64) -> f64 {
    ohms_per_thousand_feet(gauge, material) * feet / 1_000.0
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let volts: f64 = if entries.text("volts") == "240" { 240.0 } else { 120.0 };
    let (amperes, typed) = (entries.number("amperes"), entries.number("length"));
    let (feet, run) = match entries.units {
        UnitSystem::Inch => (typed, format!("{} ft", decimals(typed, 1))),
        UnitSystem::Metric => (typed / METRES_PER_FOOT, format!("{} m", decimals(typed, 1))),
    };
    let (gauge, material): (Gauge, Material) = (entries.chosen("size")?, entries.chosen("material")?);
    let ground: Gauge = entries.chosen("ground")?;
    let lost = |gauge: Gauge| 2.0 * amperes * ohms(gauge, material, feet);
    let per_cent = |gauge: Gauge| 100.0 * lost(gauge) / volts;
    let (drop, share) = (lost(gauge), per_cent(gauge));
    let canadian = entries.edition.profile() == Profile::Cec;
    let within = share <= MOST_PER_CENT;
    let limit = if canadian { "the limit" } else { "what is advised" };
    let judged = match within {
        true => format!("within the 3 % that is {}", if canadian { "the limit" } else { "advised" }),
        false => format!("{} % more than {limit}, 3 %", decimals(share - MOST_PER_CENT, 1)),
    };
    let mut worked =
        Worked::new(format!("{} V are lost on {run}, {} %: {judged}.", decimals(drop, 1), decimals(share, 1)));
    if canadian {
        worked = worked.holding(within);
    }
    let smallest = Gauge::ALL.into_iter().find(|known| *known >= Gauge::Awg14 && per_cent(*known) <= MOST_PER_CENT);
    let per_foot = 2.0 * amperes * ohms_per_thousand_feet(gauge, material) / 1_000.0;
    let farthest = volts * MOST_PER_CENT / 100.0 / per_foot;
    let farthest = (per_foot > 0.0).then(|| match entries.units {
        UnitSystem::Inch => format!("{} ft", farthest.floor()),
        UnitSystem::Metric => format!("{} m", decimals((farthest * METRES_PER_FOOT * 10.0).floor() / 10.0, 1)),
    });
    let loop_ohms = ohms(gauge, material, feet) + ohms(ground, material, feet);
    let breaker = f64::from(entries.count("breaker"));
    worked = worked
        .line("lost", format!("{} V of {volts} V, {} %", decimals(drop, 2), decimals(share, 2)))
        .line("left at the load", format!("{} V", decimals((volts - drop).max(0.0), 1)))
        .line_if("smallest for 3 %", smallest.map(|gauge| gauge.to_string()))
        .line_if("farthest for 3 %", farthest)
        .step(format!(
            "2 × {} A × {} Ω per 1,000 ft × {} ft / 1,000 = {} V",
            decimals(amperes, 2),
            ohms_per_thousand_feet(gauge, material),
            decimals(feet, 1),
            decimals(drop, 2)
        ));
    if loop_ohms > 0.0 {
        let fault = TO_GROUND / loop_ohms;
        let enough = if fault >= AT_ONCE * breaker { "trips at once" } else { "may take its time" };
        worked = worked
            .line("fault at its end draws", format!("{} A at most: the breaker {enough}", decimals(fault, 0)))
            .step(format!("120 V / {} Ω out and back by the ground = {} A, by the run alone", decimals(loop_ohms, 3), decimals(fault, 0)))
            .caution("What lies ahead of the run and every joint makes the fault current less: a meter for it measures, this estimates.");
    }
    let advised = Some(("210.19, informational note; Chapter 9, Table 8", Confidence::Sure));
    Ok(worked.source(cite(entries.edition, advised, Some(("8-102", Confidence::MayBeOff)))))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::{figure, says, worked};
    use crate::standard::Edition;

    #[test]
    fn as_the_rule_of_the_handbooks_has_it() {
        // The rule 2 × K × I × D / cmil with K = 12.9 for copper and 21.2 for aluminium (common practice, no source), 16 A over 100 ft of
        // 12 AWG: 2 × 12.9 × 16 × 100 / 6,530 = 6.32 V. By Table 8, from memory: 2 × 16 × 1.98 × 0.1 = 6.336 V.
        let run = [("length", "100")];
        assert_eq!(figure("voltage-drop", "lost", &run), "6.34 V of 120 V, 5.28 %");
        for (gauge, mils) in [("14", 4_110.0), ("10", 10_380.0), ("6", 26_240.0), ("2/0", 133_100.0)] {
            for (material, k) in [("copper", 12.9), ("aluminium", 21.2)] {
                let typed = [("length", "100"), ("size", gauge), ("material", material)];
                let lost = figure("voltage-drop", "lost", &typed);
                let volts: f64 = lost.split(' ').next().and_then(|text| text.parse().ok()).expect("a figure");
                let by_rule = 2.0 * k * 16.0 * 100.0 / mils;
                assert!((volts / by_rule - 1.0).abs() < 0.02, "{gauge} {material}: {volts} and {by_rule}");
            }
        }
    }

    #[test]
    fn what_would_do_is_what_does() {
        assert_eq!(figure("voltage-drop", "smallest for 3 %", &[("length", "100")]), "8 AWG");
        // By hand: 3.6 V / (2 × 16 × 1.98 / 1,000) = 56.8 ft.
        assert_eq!(figure("voltage-drop", "farthest for 3 %", &[]), "56 ft");
        assert!(says("voltage-drop", &[("length", "56")]).contains("within the 3 %"));
        assert!(says("voltage-drop", &[("length", "57")]).contains("more than what is advised"));
        // It is advice in the NEC and a rule in the CEC.
        assert!(worked("voltage-drop", Edition::Nec2023, &[]).verdict.is_none());
        assert!(worked("voltage-drop", Edition::Cec2021, &[]).verdict.is_some());
    }

    #[test]
    fn nothing_over_no_way() {
        assert!(says("voltage-drop", &[("length", "0"), ("amperes", "0")]).starts_with("0 V are lost"));
    }
}
