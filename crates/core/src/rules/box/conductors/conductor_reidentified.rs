//! `conductor-reidentified`: a white conductor that is not a neutral is marked as what it is.

use crate::facts::{Colour, Role};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, cite};

/// The year since which a white conductor of a switch loop has to be marked.
///
/// # Source
/// NEC 200.7(C), 1999 edition; from memory, the year may be off.
const SINCE: u16 = 1999;

/// The rule.
pub const RULE: Rule = Rule {
    code: "conductor-reidentified",
    title: "White used as hot is marked",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Some(SINCE),
    needs: "whether a white conductor used as hot is marked with tape or paint where it shows",
    reads: &["/conductors/*/remarked"],
    limit: "A white or grey conductor of a cable used as ungrounded conductor carries permanent marking, all round, in a \
            colour other than white, grey or green.",
    why: "The next person takes white for neutral.",
    example: "The white of a switch loop, bare of any mark.",
    citation: |edition| {
        cite(edition, Some(("200.7(C)", Confidence::MayBeOff)), Some(("4-030", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let conductors = situation.contents.conductors.iter().enumerate();
    conductors
        .filter(|(_, conductor)| {
            matches!(conductor.colour, Colour::White | Colour::Grey)
                && matches!(conductor.role, Role::Ungrounded | Role::SwitchedLeg | Role::Traveller)
        })
        .map(|(index, conductor)| {
            let label = conductor.label();
            let role = conductor.role.name();
            let finding = match conductor.remarked {
                Some(true) => {
                    Finding::meets(label.clone(), format!("The {label} conductor, a {role}, is marked as such."))
                }
                Some(false) => {
                    Finding::violates(label.clone(), format!("The {label} conductor is a {role} and is not marked."))
                }
                None => {
                    let words = format!("look whether the {label} conductor, a {role}, is marked");
                    Finding::not_measured(label.clone(), &words, format!("/conductors/{index}/remarked"))
                }
            };
            finding.of_conductor(conductor)
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, DeviceKind};
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, judged, verdict};

    fn loop_of(remarked: Option<bool>) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.conductors[1].role = Role::Ungrounded;
        contents.conductors[1].remarked = remarked;
        contents
    }

    #[test]
    fn a_white_hot_is_marked_or_not() {
        assert_eq!(verdict(RULE.code, &loop_of(Some(true))), Verdict::Meets);
        assert_eq!(verdict(RULE.code, &loop_of(Some(false))), Verdict::Violates);
        assert_eq!(verdict(RULE.code, &loop_of(None)), Verdict::NotMeasured);
    }

    #[test]
    fn older_switch_loops_are_legacy() {
        let verdict = |year| judged(RULE.code, &loop_of(Some(false)), Edition::Nec2023, Some(year)).verdict;
        assert_eq!(verdict(1985), Verdict::Legacy);
        assert_eq!(verdict(2005), Verdict::Violates);
    }

    #[test]
    fn a_white_neutral_is_no_concern() {
        assert_eq!(verdict(RULE.code, &box_with_device(DeviceKind::Switch)), Verdict::NotApplicable);
    }
}
