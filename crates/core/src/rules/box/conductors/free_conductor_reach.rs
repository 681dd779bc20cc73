//! `free-conductor-reach`: each conductor reaches out of a small opening far enough to be worked on.

use super::free_conductor_length::{Asked, exempt, finding, not_applicable};
use crate::facts::{Conductor, FreeFigures};
use crate::rules::minimum::judge_minimum;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::free_conductor::{self, SMALL_OPENING};
use crate::standard::{RuleBasis, Severity, Since};

/// The rule.
pub const RULE: Rule = Rule {
    code: "free-conductor-reach",
    title: "Reach past the opening",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::nec(free_conductor::REACH_SINCE),
    needs: "how far the tip of each conductor reaches past the opening, straightened",
    reads: &["/conductors/*/free_length", "/conductors/*/reach", "/cables/*/sheath_end"],
    limit: "At least 3 in (75 mm) past the opening, where the opening is less than 8 in (200 mm) in any dimension.",
    why: "In a small box one works on the conductors in front of it: what does not come out cannot be stripped, \
          twisted or torqued properly.",
    example: "3/4 in of 3 in: short by 2 1/4 in.",
    citation: |edition| free_conductor::minimum_reach(edition).map(|_| free_conductor::citation(edition)),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(limit) = free_conductor::minimum_reach(situation.basis.edition) else { return Vec::new() };
    let small = situation.contents.opening_is_under(SMALL_OPENING.strict());
    if situation.contents.conductors.is_empty() {
        return vec![Finding::no_conductors()];
    }
    let conductors = situation.contents.conductors.iter();
    conductors
        .map(|conductor| match small {
            _ if exempt(conductor).is_some() => not_applicable(conductor, exempt(conductor).unwrap_or_default()),
            Some(false) => not_applicable(conductor, "is in a box whose opening is 8 in or more each way"),
            None => opening_unknown(conductor),
            Some(true) => {
                let house = &situation.basis.house_rules;
                let figures = FreeFigures::of(situation.contents, conductor, house.spliced_length);
                let least = free_conductor::minimum_length(situation.basis.edition);
                let other_holds = || judge_minimum(figures.length, least, house, situation.basis.units).reaches_limit;
                let asked = Asked {
                    what: "past the opening",
                    needs: "reach past the opening",
                    field: "reach",
                    other: "the length from the sheath",
                };
                finding(situation, conductor, figures.reach, limit, &asked, other_holds)
            }
        })
        .collect()
}

fn opening_unknown(conductor: &Conductor) -> Finding {
    let words = "measure the opening: the reach counts only where it is less than 8 in (200 mm) in some dimension";
    Finding::not_measured(conductor.label(), words, "/opening/width").of_conductor(conductor)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Basis, BoxContents, BoxKind, Opening};
    use crate::quantity::Length;
    use crate::rules::{RuleResult, Verdict, judge};
    use crate::standard::{Edition, WiredUnder};
    use crate::testing::{box_with, conductor};

    fn result(contents: &BoxContents, basis: &Basis, year: Option<u16>, new_work: bool) -> RuleResult {
        let situation = Situation {
            contents,
            basis,
            wired_under: year.map(WiredUnder::Year),
            new_work,
            repaired: &[],
            rulings: &[],
        };
        judge(&situation).into_iter().find(|result| result.rule == RULE.code).expect("it is in the catalogue")
    }

    fn short_box() -> BoxContents {
        box_with(Some(Length::inches(2)), vec![conductor(Some(44), Some(12))])
    }

    #[test]
    fn a_short_reach_is_short_by_the_figure() {
        // Check value of the trade, common practice, no source: 3/4 in past the front is short by 2 1/4 in.
        let result = result(&short_box(), &Basis::default(), Some(2004), false);
        assert_eq!(result.verdict, Verdict::Violates);
        assert_eq!(
            result.sentence,
            "The black 12 AWG conductor is 3/4 in past the opening; 3 in is required: short by 2 1/4 in."
        );
    }

    #[test]
    fn wiring_before_1999_is_legacy_until_it_is_worked_on() {
        let before = result(&short_box(), &Basis::default(), Some(1962), false);
        assert_eq!(before.verdict, Verdict::Legacy);
        assert!(before.sentence.contains("Wired 1962, before this was asked for in 1999: allowed when built"));
        let same_year = result(&short_box(), &Basis::default(), Some(1999), false);
        assert!(same_year.sentence.contains("Wired 1999, before the edition of 1999 that asks for it was enforced"));
        assert_eq!(result(&short_box(), &Basis::default(), Some(1962), true).verdict, Verdict::Violates);
        assert_eq!(result(&short_box(), &Basis::default(), Some(2000), false).verdict, Verdict::Violates);
        assert_eq!(result(&short_box(), &Basis::default(), None, false).verdict, Verdict::Violates);
    }

    #[test]
    fn only_an_opening_under_8_in_in_some_dimension_counts() {
        // NEC 300.14, from memory: less than 8 in (200 mm) in any dimension.
        let mut contents = short_box();
        contents.kind = BoxKind::Large;
        let at = |width, height| {
            let opening = Opening { width: Some(Length::inches(width)), height: Some(Length::inches(height)) };
            let contents = BoxContents { opening: Some(opening), ..contents.clone() };
            result(&contents, &Basis::default(), None, false).verdict
        };
        assert_eq!(at(10, 10), Verdict::NotApplicable);
        assert_eq!(at(8, 8), Verdict::NotApplicable);
        assert_eq!(at(10, 6), Verdict::Violates);
        assert_eq!(result(&contents, &Basis::default(), None, false).verdict, Verdict::NotMeasured);
    }

    #[test]
    fn a_length_shorter_than_the_reach_asked_for_decides_alone() {
        let result = result(&box_with(None, vec![conductor(Some(44), None)]), &Basis::default(), None, false);
        assert_eq!(result.verdict, Verdict::Violates);
        assert!(result.sentence.contains("at most 2 3/4 in past the opening"), "{}", result.sentence);
    }

    #[test]
    fn the_canadian_code_has_no_such_test() {
        let basis = Basis { edition: Edition::Cec2021, ..Basis::default() };
        let result = result(&short_box(), &basis, None, false);
        assert_eq!(result.verdict, Verdict::NotApplicable);
        assert!(result.sentence.contains("CEC 2021 has no such rule"), "{}", result.sentence);
    }
}
