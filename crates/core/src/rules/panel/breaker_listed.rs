//! `breaker-listed`: the label of the panel names the breaker.

use super::PanelSituation;
use crate::facts::{Breaker, Panel};
use crate::rules::panel::each_breaker;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "breaker-listed",
    title: "Breaker made for this panel",
    basis: RuleBasis::Listing,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether each breaker is named by the label of the panel, or classified for this panel by its own, and in which spaces it takes tandems",
    reads: &[],
    limit: "Every breaker is of a type that the label of the panel names, or is itself marked as classified for this panel; tandems only in the spaces that it gives them.",
    why: "A breaker that merely fits can sit loose on the bus, or let through more than the panel bears.",
    example: "A tandem in space 5 of a panel whose label takes tandems in 17 to 20.",
    citation: |edition| cite(edition, Some(("110.3(B)", Confidence::Sure)), Some(("2-024", Confidence::CheckFirst))),
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let panel = situation.panel;
    each_breaker(
        panel,
        |breaker| answer(panel, breaker),
        "read the labels: named for this panel, or classified for it",
        "/breakers",
    )
}

fn answer(panel: &Panel, breaker: &Breaker) -> Option<Finding> {
    let label = format!("breaker {}", breaker.name());
    if breaker.is_tandem()
        && let Some(spaces) = &panel.tandem_spaces
        && !spaces.contains(&breaker.space)
    {
        let takes = match spaces.as_slice() {
            [] => "takes no tandems".to_owned(),
            some => format!("takes them in {} only", some.iter().map(u8::to_string).collect::<Vec<_>>().join(", ")),
        };
        let sentence = format!("A tandem sits in space {}; the label {takes}.", breaker.space);
        return Some(Finding::violates(label, sentence));
    }
    Some(match breaker.listed? {
        true => Finding::meets(label, format!("Breaker {} is listed or classified for this panel.", breaker.name())),
        false => Finding::violates(
            label,
            format!("Breaker {} is neither named by the label of the panel nor classified for it.", breaker.name()),
        ),
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn a_tandem_needs_a_space_that_takes_one() {
        let mut tandem = panel();
        tandem.breakers[0].kind = crate::facts::BreakerKind::TandemUpper;
        tandem.breakers[0].listed = Some(true);
        tandem.breakers[1].listed = Some(true);
        assert_eq!(result(RULE.code, &tandem).verdict, Verdict::Meets);
        tandem.tandem_spaces = Some(vec![11, 12]);
        let said = result(RULE.code, &tandem);
        assert_eq!(said.verdict, Verdict::Violates);
        assert_eq!(said.sentence, "A tandem sits in space 1; the label takes them in 11, 12 only.");
    }

    #[test]
    fn the_label_is_read_for_each() {
        let mut known = panel();
        known.breakers[0].listed = Some(true);
        let said = result(RULE.code, &known);
        assert_eq!(
            (said.verdict, said.sentence.as_ref()),
            (Verdict::NotMeasured, "Read the labels: named for this panel, or classified for it: 3.")
        );
        known.breakers[1].listed = Some(false);
        assert_eq!(result(RULE.code, &known).verdict, Verdict::Violates);
    }
}
