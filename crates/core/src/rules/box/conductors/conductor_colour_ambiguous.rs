//! `conductor-colour-ambiguous`: feed and switched leg can be told apart.

use crate::facts::Role;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{RuleBasis, Severity, Since, practice};

/// The rule.
pub const RULE: Rule = Rule {
    code: "conductor-colour-ambiguous",
    title: "Feed and switched leg told apart",
    basis: RuleBasis::Advisory,
    severity: Severity::Note,
    always: false,
    since: Since::ALWAYS,
    needs: "the colour and the role of each conductor",
    reads: &["/conductors/*/remarked"],
    limit: "Feed and switched leg differ in colour, or one of them is marked.",
    why: "Landed the wrong way round, a switch leaves its luminaire live.",
    example: "Two black conductors on a switch, neither marked.",
    citation: practice,
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let conductors = &situation.contents.conductors;
    let legs = conductors.iter().filter(|conductor| conductor.role == Role::SwitchedLeg);
    legs.map(|leg| {
        let label = leg.label();
        let twin = conductors.iter().find(|feed| {
            let marked = feed.remarked == Some(true) || leg.remarked == Some(true);
            feed.role == Role::Ungrounded && feed.colour == leg.colour && !marked
        });
        let finding = match twin {
            Some(_) => {
                let colour = leg.colour.name();
                Finding::violates(
                    label.clone(),
                    format!(
                        "Feed and switched leg are both {colour} and neither is marked: mark one before it comes off."
                    ),
                )
            }
            None => Finding::meets(label.clone(), "Feed and switched leg can be told apart."),
        };
        finding.of_conductor(leg)
    })
    .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Colour, DeviceKind};
    use crate::rules::{Verdict, worst_verdict};
    use crate::standard::Edition;
    use crate::testing::{box_with_device, judged, verdict};

    #[test]
    fn two_blacks_want_a_mark() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.conductors[1].role = Role::SwitchedLeg;
        contents.conductors[1].colour = Colour::Black;
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
        contents.conductors[1].remarked = Some(true);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
    }

    #[test]
    fn a_note_does_not_make_the_box_violate() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.conductors[1].role = Role::SwitchedLeg;
        contents.conductors[1].colour = Colour::Black;
        let result = judged(RULE.code, &contents, Edition::Nec2023, None);
        assert_eq!(worst_verdict(&[result]), Verdict::Meets);
    }
}
