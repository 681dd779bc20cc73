//! `splice-enclosed`: every splice is in a box that can be got at.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, WiringMethod, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "splice-enclosed",
    title: "Splices in a box",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "a look for splices outside the box",
    reads: &["/observed/splice-outside"],
    limit: "Every splice is in a box with access, or a listed device that encloses itself. The soldered splices of \
            knob and tube are in the open.",
    why: "A splice in the open or in the wall burns unseen.",
    example: "A twist-on connector beside the box, behind the board.",
    citation: |edition| {
        cite(edition, Some(("300.15, 314.29", Confidence::Sure)), Some(("12-3000", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let has = |method| contents.cables.iter().any(|cable| cable.method == method);
    let knob_and_tube = has(WiringMethod::KnobAndTube) || contents.observed(Observation::KnobAndTube) == Some(true);
    let seen = contents.observed(Observation::SpliceOutside);
    if knob_and_tube && seen == Some(true) && !has(WiringMethod::Nonmetallic) {
        // NEC 394.56, from memory, sure.
        let sentence = "Knob-and-tube is spliced in the open, soldered and taped: lawful, while nobody adds to it.";
        return vec![Finding::meets("box", sentence)];
    }
    let finding = Finding::observed(
        contents,
        Observation::SpliceOutside,
        "A splice is outside the box.",
        "All splices are in the box.",
    );
    // A flying splice of cable hangs on its conductors alone.
    let flying = has(WiringMethod::Nonmetallic) && seen == Some(true);
    vec![if flying { finding.with_severity(Severity::Danger) } else { finding }]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::{box_with, follows};

    #[test]
    fn it_follows_what_is_seen() {
        follows(RULE.code, Observation::SpliceOutside, &box_with(None, vec![]));
    }

    #[test]
    fn knob_and_tube_is_spliced_in_the_open_and_cable_is_not() {
        use crate::standard::Edition;
        use crate::testing::judged;
        let mut contents = box_with(None, vec![]);
        contents.observe(Observation::SpliceOutside, true);
        let flying = judged(RULE.code, &contents, Edition::Nec2023, None);
        assert_eq!((flying.verdict, flying.severity), (crate::rules::Verdict::Violates, Severity::Danger));
        contents.cables[0].method = WiringMethod::KnobAndTube;
        let old = judged(RULE.code, &contents, Edition::Nec2023, None);
        assert_eq!(old.verdict, crate::rules::Verdict::Meets);
    }
}
