//! The equipment grounding conductor that a breaker asks for.

use super::Calculator;
use super::entries::Entries;
use super::field::Field;
use super::worked::Worked;
use crate::facts::Problem;
use crate::quantity::{Gauge, UnitSystem};
use crate::standard::ampacity::{ground_citation, smallest_ground};
use crate::standard::conductor::circular_mils;
use crate::standard::{Confidence, Material, Profile, cite};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "ground-size",
    title: "Size of the ground",
    about: "The smallest equipment grounding conductor for a breaker, also where the conductors are larger than they need be.",
    fields,
    work,
};

fn fields(_: UnitSystem) -> Vec<Field> {
    let sizes = Gauge::Awg14..=Gauge::Awg4Of0;
    vec![
        Field::count("amperes", "Breaker, in amperes", 20, 1, 300),
        Field::material("material", "Metal of the ground"),
        Field::gauge("needed", "Hot conductor that would do", sizes.clone(), Gauge::Awg12)
            .hint("the smallest that carries the load, before it was made larger for a long way"),
        Field::gauge("used", "Hot conductor that is used", sizes, Gauge::Awg12),
    ]
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let amperes = u16::try_from(entries.count("amperes")).unwrap_or(u16::MAX);
    let material: Material = entries.chosen("material")?;
    let (needed, used): (Gauge, Gauge) = (entries.chosen("needed")?, entries.chosen("used")?);
    if used < needed {
        return entries.refuse("used", format!("{used} is smaller than the {needed} that would do"));
    }
    let Some(table) = smallest_ground(entries.edition, amperes, material) else {
        return entries.refuse("amperes", "the table here ends at 300 A");
    };
    let mut ground = table;
    let mut worked = Worked::new(String::new()).step(format!("{amperes} A: {table} by the table"));
    if used > needed && entries.edition.profile() == Profile::Nec {
        let [used_mils, needed_mils, table_mils] = [used, needed, table].map(|gauge| u64::from(circular_mils(gauge)));
        // Whole circular mils, up: a ground that is short of them is too small.
        let wanted = (table_mils * used_mils).div_ceil(needed_mils);
        let larger = Gauge::ALL.into_iter().find(|gauge| u64::from(circular_mils(*gauge)) >= wanted);
        // It never has to be larger than the conductors of its circuit: 250.122(A).
        ground = larger.map_or(used, |larger| larger.min(used)).max(table);
        worked = worked
            .step(format!(
                "{used} in place of {needed}: {table_mils} × {used_mils} / {needed_mils} = {wanted} cmil, so {ground}"
            ))
            .source(cite(entries.edition, Some(("250.122(B)", Confidence::Sure)), None));
    }
    worked.says = format!("{ground} at least.");
    let metal = if material == Material::Copper { "copper" } else { material.other_than_copper() };
    Ok(worked.line("smallest ground", format!("{ground} {metal}")).source(ground_citation(entries.edition)))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::{asked, says};
    use crate::standard::Edition;

    #[test]
    fn by_the_table_and_in_proportion() {
        // NEC Table 250.122, from memory: 20 A, 12 AWG; 60 A, 10 AWG; 100 A, 8 AWG.
        assert_eq!(says("ground-size", &[]), "12 AWG at least.");
        assert_eq!(says("ground-size", &[("amperes", "60"), ("needed", "6"), ("used", "6")]), "10 AWG at least.");
        // 250.122(B) by hand: 20 A on 8 AWG in place of 12 AWG: 6,530 × 16,510 / 6,530 = 16,510 cmil, 8 AWG.
        assert_eq!(says("ground-size", &[("used", "8")]), "8 AWG at least.");
        // 60 A on 4 AWG in place of 6: 10,380 × 41,740 / 26,240 = 16,512 cmil, just more than 8 AWG has: 6 AWG.
        assert_eq!(says("ground-size", &[("amperes", "60"), ("needed", "6"), ("used", "4")]), "6 AWG at least.");
        let turned = asked("ground-size", Edition::Nec2023, &[("used", "14")]);
        assert_eq!(turned.problems[0].message, "14 AWG is smaller than the 12 AWG that would do");
    }
}
