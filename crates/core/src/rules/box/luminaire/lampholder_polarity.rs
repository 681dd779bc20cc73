//! `lampholder-polarity`: the screw shell of a lampholder is on the neutral.

use crate::facts::{LampKind, Observation};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "lampholder-polarity",
    title: "Screw shell on the neutral",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "what lamp it takes, and whether its screw shell is live",
    reads: &["/observed/shell-live"],
    limit: "The screw shell of a lampholder is on the neutral, and the switch is in the hot.",
    why: "Who changes the lamp holds the shell.",
    example: "A shell that lights a tester to ground with the switch on.",
    citation: |edition| {
        let nec = ("410.90, 200.10(C), 404.2(B)", Confidence::Sure);
        cite(edition, Some(nec), Some(("30-602, 14-016", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = super::hung(situation, |_| true) else { return Vec::new() };
    let noun = hung.kind.noun();
    vec![match (hung.lamp_kind, situation.contents.observed(Observation::ShellLive)) {
        (Some(LampKind::Pins | LampKind::BuiltIn), _) => {
            Finding::not_applicable(noun, "It takes no lamp with a screw shell.")
        }
        (None, None) => Finding::not_measured(noun, "note what lamp it takes, or that it has none", "/hung/lamp_kind"),
        (Some(LampKind::Screw), None) => Finding::not_measured(
            noun,
            "read the screw shell to ground with the switch on: is it live?",
            "/observed/shell-live",
        ),
        (_, Some(_)) => super::seen(situation, hung, Observation::ShellLive),
    }]
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::facts::HungKind;
    use crate::rules::Verdict;
    use crate::standard::Location;
    use crate::testing::{follows, verdict};

    #[test]
    fn only_lamps_with_a_shell_have_one_to_read() {
        let takes = |lamp| hanging(HungKind::Lampholder, Location::Attic, |hung| hung.lamp_kind = lamp);
        follows(RULE.code, Observation::ShellLive, &takes(Some(LampKind::Screw)));
        assert_eq!(verdict(RULE.code, &takes(None)), Verdict::NotMeasured);
        assert_eq!(verdict(RULE.code, &takes(Some(LampKind::BuiltIn))), Verdict::NotApplicable);
    }
}
