//! Conduit fill, and the smallest conduit that would do.

use super::Calculator;
use super::entries::Entries;
use super::field::{Field, FieldChoice};
use super::worked::{Worked, counted};
use crate::facts::{Course, Problem, RacewayConductors};
use crate::quantity::{Gauge, UnitSystem};
use crate::rules::{Drawn, rule_citation, smallest_raceway};
use crate::standard::ampacity::bundled_per_cent;
use crate::standard::{
    RacewayInsulation, RacewayWall, TradeSize, WiringMethod, conductor_area, fill_per_cent, inner_area,
};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "raceway-fill",
    title: "Conduit fill",
    about: "How much of a conduit its conductors fill, what is allowed, and the smallest conduit that takes them.",
    fields,
    work,
};

const RACEWAYS: [WiringMethod; 4] =
    [WiringMethod::ThinWall, WiringMethod::RigidMetal, WiringMethod::PlasticConduit, WiringMethod::FlexibleMetal];

/// The sizes that are counted: the field of each, what it begins with, what helps.
const COUNTED: [(Gauge, &str, &str, u32, &str); 7] = [
    (Gauge::Awg14, "awg-14", "14 AWG", 0, "all that is drawn in, grounds too"),
    (Gauge::Awg12, "awg-12", "12 AWG", 9, ""),
    (Gauge::Awg10, "awg-10", "10 AWG", 0, ""),
    (Gauge::Awg8, "awg-8", "8 AWG", 0, ""),
    (Gauge::Awg6, "awg-6", "6 AWG", 0, ""),
    (Gauge::Awg4, "awg-4", "4 AWG", 0, ""),
    (Gauge::Awg2, "awg-2", "2 AWG", 0, ""),
];

fn fields(_: UnitSystem) -> Vec<Field> {
    let mut fields = vec![
        Field::one_of("method", "Conduit", RACEWAYS, |method| method.name().to_owned()),
        Field::choice(
            "wall",
            "Its wall",
            vec![
                FieldChoice::new("thin", "thinner: intermediate, schedule 40"),
                FieldChoice::new("thick", "thicker: rigid, schedule 80"),
            ],
        )
        .hint("of rigid and plastic conduit"),
        Field::one_of("size", "Trade size", TradeSize::ALL, |size| size.name().to_owned()),
        Field::one_of("insulation", "Insulation", RacewayInsulation::ALL, |insulation| insulation.name().to_owned()),
    ];
    let drawn = |(_, code, label, initial, hint)| Field::count(code, label, initial, 0, 200).hint(hint);
    fields.extend(COUNTED.map(drawn));
    fields
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let (method, size): (WiringMethod, TradeSize) = (entries.chosen("method")?, entries.chosen("size")?);
    let insulation: RacewayInsulation = entries.chosen("insulation")?;
    let thick = entries.text("wall") == "thick";
    let holds: Vec<RacewayConductors> = COUNTED
        .into_iter()
        .map(|(gauge, code, ..)| (gauge, u16::try_from(entries.count(code)).unwrap_or(u16::MAX)))
        .filter(|(_, count)| *count > 0)
        .map(|(gauge, count)| RacewayConductors { count, gauge, insulation })
        .collect();
    if holds.is_empty() {
        return entries.refuse("awg-14", "count the conductors, in at least one size");
    }
    let wall = if thick { RacewayWall::Thick } else { RacewayWall::Thin };
    let Some((drawn, inner)) = Drawn::of(&holds).zip(inner_area(method, size, wall)) else {
        return entries.refuse("size", "the table here has no such conduit");
    };
    let (filled, allowed) = (drawn.per_cent_of(inner), fill_per_cent(drawn.count));
    let holds_them = drawn.fits(inner);
    let conductors = counted(drawn.count, "conductor");
    let course = Course { method, size: Some(size), thick: Some(thick), holds: holds.clone(), ..Course::default() };
    let smallest = smallest_raceway(&course).map(|size| format!("{} in", size.name()));
    let area = |held: &RacewayConductors| conductor_area(held.gauge, insulation).unwrap_or(0);
    let inches = |area: u64| format!("{}.{:04} in²", area / 10_000, area % 10_000);
    let mut worked = Worked::new(format!("{conductors} fill {filled} %; {allowed} % is allowed.")).holding(holds_them);
    for held in &holds {
        let total = area(held) * u64::from(held.count);
        worked = worked.step(format!("{} × {} of {} = {}", held.count, inches(area(held)), held.gauge, inches(total)));
    }
    let share = bundled_per_cent(entries.edition.profile(), u8::try_from(drawn.count).unwrap_or(u8::MAX));
    worked = worked
        .step(format!("inside {}, {allowed} % of it {}", inches(inner), inches(inner * allowed / 100)))
        .line("filled", format!("{} of {}", inches(drawn.area), inches(inner)))
        .line_if("smallest that does", smallest);
    if share < 100 {
        worked = worked.line("if all of them carry current", format!("{share} % of their ampacity is left"));
    }
    if !holds_them {
        worked = worked
            .caution("A nipple of 24 in (600 mm) or less may be filled to 60 %: what is given here is for a run.");
    }
    Ok(worked.source(rule_citation("raceway-fill", entries.edition)))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::{figure, says, worked};
    use crate::rules::Verdict;
    use crate::standard::Edition;

    #[test]
    fn annex_c_by_another_door() {
        // NEC Annex C, Table C.1, THHN in thin-wall conduit, from memory: nine 12 AWG in 1/2, not ten; sixteen in 3/4, not seventeen.
        let verdict = |size: &str, count: &str| {
            worked("raceway-fill", Edition::Nec2023, &[("size", size), ("awg-12", count)]).verdict
        };
        assert_eq!([verdict("1/2", "9"), verdict("1/2", "10")], [Some(Verdict::Meets), Some(Verdict::Violates)]);
        assert_eq!([verdict("3/4", "16"), verdict("3/4", "17")], [Some(Verdict::Meets), Some(Verdict::Violates)]);
        assert_eq!(figure("raceway-fill", "smallest that does", &[("awg-12", "10")]), "3/4 in");
    }

    #[test]
    fn one_two_and_more_have_each_their_share() {
        // Chapter 9, Table 1, from memory: 53, 31 and 40 %.
        for (count, share) in [("1", "53 %"), ("2", "31 %"), ("3", "40 %")] {
            assert!(says("raceway-fill", &[("awg-12", count)]).ends_with(&format!("{share} is allowed.")));
        }
    }
}
