//! How many boxes to open.

use super::Calculator;
use super::entries::Entries;
use super::field::Field;
use super::worked::{Worked, decimals};
use crate::assess::sampling::{estimate, more_to_open};
use crate::facts::Problem;
use crate::quantity::UnitSystem;

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "sample",
    title: "How many boxes to open",
    about: "What the boxes that were opened say of those left closed, and how many more make one sure.",
    fields,
    work,
};

/// How sure one wants to be.
const ASSURANCE: f64 = 0.9;

fn fields(_: UnitSystem) -> Vec<Field> {
    vec![
        Field::count("all", "Boxes of one age of wiring", 40, 1, 2_000),
        Field::count("opened", "Opened", 8, 0, 2_000),
        Field::count("bad", "Of these bad", 1, 0, 2_000),
    ]
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let [all, opened, bad] = ["all", "opened", "bad"].map(|code| entries.count(code));
    if opened > all {
        return entries.refuse("opened", format!("{opened} were opened of {all}; give no more than there are"));
    }
    if bad > opened {
        return entries.refuse("bad", format!("{bad} are bad of {opened} opened; give no more than were opened"));
    }
    let known = estimate(all, opened, bad);
    let says = format!("Of {} left closed, {} to {} are bad.", known.closed, known.low, known.high);
    let more = match more_to_open(all, opened, bad, ASSURANCE) {
        Some(0) => "none".to_owned(),
        Some(more) => format!("{more}, all of them good"),
        None => "no number will do: more than a tenth are bad".to_owned(),
    };
    Ok(Worked::new(says)
        .line("expected among them", decimals(known.expected, 1))
        .line("in 9 houses of 10 like it", format!("{} to {}", known.low, known.high))
        .line("to open, to be sure that a tenth are bad at most", more)
        .step(format!("{} × ({bad} + 1) / ({opened} + 2) = {} expected", known.closed, decimals(known.expected, 2)))
        .step("every share of bad ones is taken for equally likely beforehand; 90 % on both sides")
        .step("Laplace's rule of succession; the interval is beta-binomial")
        .caution("A sample says nothing of a box that looks different: open what smells, buzzes or is warm."))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::{asked, figure};
    use crate::standard::Edition;

    #[test]
    fn by_the_rule_of_succession() {
        // Laplace, by hand: (1 + 1) / (8 + 2) of 32 is 6.4.
        assert_eq!(figure("sample", "expected among them", &[]), "6.4");
        let none_bad = [("all", "20"), ("opened", "20"), ("bad", "0")];
        assert_eq!(figure("sample", "to open, to be sure that a tenth are bad at most", &none_bad), "none");
        let over = asked("sample", Edition::Nec2023, &[("opened", "41")]);
        assert_eq!(over.problems[0].pointer, "/typed/opened");
        let bad = asked("sample", Edition::Nec2023, &[("bad", "9")]);
        assert_eq!(bad.problems[0].message, "9 are bad of 8 opened; give no more than were opened");
    }
}
