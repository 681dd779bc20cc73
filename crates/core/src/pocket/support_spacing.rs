//! Staples and straps along a run.

use super::Calculator;
use super::entries::Entries;
use super::field::Field;
use super::worked::{Worked, counted};
use crate::facts::Problem;
use crate::quantity::{Length, UnitSystem};
use crate::standard::{Profile, TradeSize, WiringMethod, run_support, run_support_citation};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "support-spacing",
    title: "Supports of a cable or conduit",
    about: "How far apart a cable or conduit is held, how near to its boxes, and how many supports a run takes.",
    fields,
    work,
};

fn fields(units: UnitSystem) -> Vec<Field> {
    let held = |method: &WiringMethod| run_support(Profile::Nec, *method, None).is_some();
    vec![
        Field::one_of("method", "Wiring", WiringMethod::ALL.into_iter().filter(held), |method| {
            method.name().to_owned()
        }),
        Field::one_of("size", "Trade size of a conduit", TradeSize::ALL, |size| size.name().to_owned()),
        Field::length("length", "From box to box", units.either("22'", "6.7 m")),
    ]
}

/// The fewest supports along a run: one near each end, and none too far from the next.
fn fewest(length: Length, end: Length, every: Length) -> usize {
    let between = length.less(end).less(end);
    let gaps = usize::try_from((between.nm() + every.nm() - 1) / every.nm().max(1)).unwrap_or(0);
    gaps + 1
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let method: WiringMethod = entries.chosen("method")?;
    let size: Option<TradeSize> = Some(entries.chosen("size")?).filter(|_| method.is_raceway());
    let Some(support) = run_support(entries.edition.profile(), method, size) else {
        return entries.refuse("method", "nothing is asked of its supports");
    };
    let length = entries.length("length")?;
    let units = entries.units;
    let shown = |limit: crate::standard::TwinLimit| limit.shown(units);
    let (every, end, without) = (shown(support.every), shown(support.end), shown(support.without));
    let source = run_support_citation(entries.edition);
    let lines = |worked: Worked| {
        let worked = worked
            .line("from one to the next, at most", every.say_run(units))
            .line("from a box to the first, at most", end.say_run(units))
            .source(source);
        // NEC 314.17(B)(2), in older editions (C), from memory, sure.
        match (method, entries.edition.profile()) {
            (WiringMethod::Nonmetallic, Profile::Nec) => {
                worked.caution("Into a single-gang plastic box without a clamp: the first within 8 in (200 mm) of it.")
            }
            _ => worked,
        }
    };
    if length <= without {
        let words = format!("{} of {} from box to box needs none.", length.say_run(units), method.name());
        return Ok(lines(Worked::new(words)));
    }
    let count = fewest(length, end, every);
    let says = format!("{} at the fewest.", counted(count, "support"));
    let between = length.less(end).less(end).say_run(units);
    let step = format!(
        "one {} from each box, {between} between them, one more every {}",
        end.say_run(units),
        every.say_run(units)
    );
    Ok(lines(Worked::new(says).step(step)))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::says;

    #[test]
    fn counts_by_hand() {
        // NEC 334.30, from memory: 4 1/2 ft, 12 in of a box. 22 ft: 20 ft between the first and the last, 5 gaps, 6 supports.
        assert_eq!(says("support-spacing", &[]), "6 supports at the fewest.");
        // 358.30, from memory: 10 ft, 3 ft of a box: 22 ft has 16 ft between, 2 gaps, 3 straps; 26 ft just 3, 26 ft 1 in 4.
        let tubing = |length| says("support-spacing", &[("method", "thin-wall"), ("length", length)]);
        assert_eq!(tubing("22'"), "3 supports at the fewest.");
        assert_eq!(tubing("26'"), "3 supports at the fewest.");
        assert_eq!(tubing("26'1\""), "4 supports at the fewest.");
        assert!(says("support-spacing", &[("length", "1'")]).ends_with("needs none."));
    }
}
