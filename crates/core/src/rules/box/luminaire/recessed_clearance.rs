//! `recessed-clearance`: a recessed luminaire keeps its way from insulation and wood, unless it is marked to touch them.

use crate::facts::HungKind;
use crate::quantity::Length;
use crate::rules::{Finding, Rule, Situation, at_least};
use crate::standard::hanging::{RECESSED_FROM_INSULATION, RECESSED_FROM_WOOD};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "recessed-clearance",
    title: "Recessed luminaire clear",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "whether it is marked for contact with insulation; without the mark, the way to insulation and to wood",
    reads: &["/hung/to_insulation"],
    limit: "A recessed luminaire without the mark for contact is 3 in (75 mm) from insulation and 1/2 in (13 mm) from wood.",
    why: "Covered, it cannot shed its heat, and what lies on it takes fire.",
    example: "Blown insulation over a can without the mark.",
    citation: |edition| {
        cite(edition, Some(("410.116", Confidence::Sure)), Some(("30-902, 30-904", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = super::hung(situation, |kind| kind == HungKind::RecessedLuminaire) else { return Vec::new() };
    if hung.insulation_contact == Some(true) {
        return vec![Finding::meets("luminaire", "It is marked for contact with insulation.")];
    }
    let marked = |words: &str| Finding::not_measured("luminaire", words, "/hung/insulation_contact");
    // Clear all round it is sound, whatever its mark; short of that the mark decides.
    let judge =
        |what: &str, length: Option<Length>, limit, field: &str, ask: &str| match (length, hung.insulation_contact) {
            (Some(length), contact) => {
                let finding = at_least(situation.basis, "luminaire", what, length, limit);
                match contact {
                    None if !finding.reaches_limit => {
                        marked("read its label: is it marked for contact with insulation?")
                    }
                    _ if length == Length::ZERO && field.ends_with("insulation") => {
                        finding.with_severity(Severity::Danger)
                    }
                    _ => finding,
                }
            }
            (None, None) => marked("read its label: is it marked for contact with insulation?"),
            (None, Some(_)) => Finding::not_measured("luminaire", ask, field),
        };
    vec![
        judge(
            "The way from the luminaire to insulation",
            hung.to_insulation,
            RECESSED_FROM_INSULATION,
            "/hung/to_insulation",
            "measure from the luminaire to the nearest insulation",
        ),
        judge(
            "The way from the luminaire to wood",
            hung.to_wood,
            RECESSED_FROM_WOOD,
            "/hung/to_wood",
            "measure from the luminaire to the nearest wood",
        ),
    ]
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::rules::Verdict;
    use crate::standard::{Edition, Location};
    use crate::testing::judged;

    #[test]
    fn three_inches_from_insulation_and_half_an_inch_from_wood() {
        // NEC 410.116(A), (B), from memory, sure.
        let judge = |contact, insulation: Option<u32>, wood: Option<u32>| {
            let can = hanging(HungKind::RecessedLuminaire, Location::LivingSpace, |hung| {
                hung.insulation_contact = contact;
                hung.to_insulation = insulation.map(Length::sixteenths);
                hung.to_wood = wood.map(Length::sixteenths);
            });
            let result = judged(RULE.code, &can, Edition::Nec2023, Some(1980));
            (result.verdict, result.severity)
        };
        let (no, violates) = (Some(false), Verdict::Violates);
        assert_eq!(judge(Some(true), Some(0), Some(0)).0, Verdict::Meets);
        assert_eq!(judge(no, Some(0), Some(32)), (violates, Severity::Danger));
        assert_eq!(judge(no, Some(40), Some(32)), (violates, Severity::Violation));
        assert_eq!(judge(no, Some(64), Some(4)), (violates, Severity::Violation));
        assert_eq!(judge(no, Some(64), Some(32)).0, Verdict::Meets);
        assert_eq!(judge(no, Some(64), None).0, Verdict::NotMeasured);
        assert_eq!(judge(None, Some(0), Some(0)).0, Verdict::NotMeasured, "the mark is read first");
        assert_eq!(judge(None, Some(64), Some(32)).0, Verdict::Meets, "clear whatever its mark");
    }
}
