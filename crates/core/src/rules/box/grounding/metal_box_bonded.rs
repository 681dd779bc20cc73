//! `metal-box-bonded`: a metal box is bonded by something made for it.

use crate::electrical::Evidence;
use crate::facts::{BoxBond, BoxContents, Cable, Construction};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, MethodGround, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "metal-box-bonded",
    title: "Metal box bonded",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::of(1962, 1962),
    needs: "how the ground is fixed to the metal box, and a measurement that proves it",
    reads: &["/bond", "/readings"],
    limit: "A metal box is bonded by a grounding screw that does nothing else, or by a listed clip or device.",
    why: "A metal box is no ground by itself: unbonded it floats, and a touching hot makes it live.",
    example: "The ground wound round a cover screw.",
    citation: |edition| cite(edition, Some(("250.148(C)", Confidence::Sure)), Some(("10-614", Confidence::CheckFirst))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let Evidence { box_bonded, metal_sentence, rests_on, .. } = Evidence::of(contents);
    let finding = match (contents.construction, contents.bond, box_bonded) {
        (Some(Construction::Nonmetallic), ..) => Finding::not_applicable("box", "The box is not of metal."),
        (None, ..) => Finding::not_measured("box", "note whether the box is of metal", "/construction"),
        (_, _, Some(false)) => {
            let sentence = metal_sentence.unwrap_or_else(|| "The metal of the box is not bonded.".to_owned());
            Finding::violates("box", sentence).with_severity(Severity::Danger)
        }
        // Metal raceway and listed armour bond the box they end in; a screw beside them is for wires.
        (_, Some(BoxBond::Nothing | BoxBond::Makeshift) | None, _) if through_metal(contents).is_some() => {
            let method = through_metal(contents).unwrap_or_default();
            Finding::meets("box", format!("Bonded through its {method}."))
        }
        (_, Some(BoxBond::Screw), _) => Finding::meets("box", "Bonded by a grounding screw."),
        (_, Some(BoxBond::Listed), _) => Finding::meets("box", "Bonded by a listed clip or device."),
        (_, Some(BoxBond::Makeshift), _) => {
            Finding::violates("box", "Bonded by a screw or clamp that is not made for it.")
        }
        (_, Some(BoxBond::Nothing), _) => Finding::violates("box", "The metal box is not bonded."),
        (_, None, _) if contents.grounds().any(|ground| contents.is_on_box(ground)) => {
            Finding::meets("box", "Bonded by the screw or clip that a ground is on.")
        }
        (_, None, _) => Finding::not_measured("box", "look how the ground is fixed to the metal box", "/bond"),
    };
    vec![finding.resting_on(&rests_on)]
}

fn through_metal(contents: &BoxContents) -> Option<&'static str> {
    let grounds = |cable: &&Cable| cable.method.ground() == MethodGround::Itself;
    contents.cables.iter().find(grounds).map(|cable| cable.method.name())
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::testing::{box_with, conductor, verdict};

    fn bonded(construction: Option<Construction>, bond: Option<BoxBond>) -> Verdict {
        let mut contents = box_with(None, vec![conductor(Some(112), None)]);
        (contents.construction, contents.bond) = (construction, bond);
        verdict(RULE.code, &contents)
    }

    #[test]
    fn screw_or_listed_and_nothing_else() {
        let metal = Some(Construction::Metal);
        assert_eq!(bonded(metal, Some(BoxBond::Screw)), Verdict::Meets);
        assert_eq!(bonded(metal, Some(BoxBond::Listed)), Verdict::Meets);
        assert_eq!(bonded(metal, Some(BoxBond::Makeshift)), Verdict::Violates);
        assert_eq!(bonded(metal, Some(BoxBond::Nothing)), Verdict::Violates);
        assert_eq!(bonded(metal, None), Verdict::NotMeasured);
        assert_eq!(bonded(Some(Construction::Nonmetallic), None), Verdict::NotApplicable);
    }
}
