//! `terminal-one-conductor`: one conductor under a terminal, unless it is marked for more.

use crate::rules::{Finding, Rule, RuleBasis, Severity, Situation};
use crate::standard::{Confidence, cite};
use crate::survey::Observation;

/// The rule.
pub const RULE: Rule = Rule {
    code: "terminal-one-conductor",
    title: "One conductor a terminal",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: None,
    needs: "a look at each terminal",
    reads: &["/observed/doubled-terminal"],
    limit: "One conductor under a terminal, unless the terminal is marked for more.",
    why: "Of two conductors under one screw, one is loose: it heats.",
    example: "Feed and onward hot under the same side screw.",
    citation: |edition| cite(edition, Some(("110.14(A)", Confidence::Sure)), Some(("12-116", Confidence::CheckFirst))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    if situation.contents.devices.is_empty() {
        return Vec::new();
    }
    vec![Finding::observed(
        situation.contents,
        Observation::DoubledTerminal,
        "Two conductors are under one terminal that is not marked for two.",
        "One conductor is under each terminal.",
    )]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::survey::DeviceKind;
    use crate::testing::{box_with, box_with_device, follows, verdict};

    #[test]
    fn it_follows_what_is_seen() {
        follows(RULE.code, Observation::DoubledTerminal, &box_with_device(DeviceKind::DuplexReceptacle));
    }

    #[test]
    fn without_a_device_there_is_no_terminal() {
        assert_eq!(verdict(RULE.code, &box_with(None, vec![])), Verdict::NotApplicable);
    }
}
