//! `fan-support`: a paddle fan hangs from what is made for it.

use crate::facts::{Carries, HungKind, Observation};
use crate::quantity::{Amount, Mass};
use crate::rules::{Finding, Rule, Side, Situation};
use crate::standard::hanging::BOX_FOR_FANS;
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "fan-support",
    title: "Fan held",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "what the box is marked to carry, and how heavy the fan is",
    reads: &["/hung/box_carries"],
    limit: "A paddle fan hangs from a box marked for fans, up to 70 lb (32 kg), above 35 lb (16 kg) with its weight marked; \
            or from the structure.",
    why: "A turning fan works the screws of a plain box loose and comes down.",
    example: "A fan of 20 lb on an octagon box with no mark.",
    citation: |edition| cite(edition, Some(("314.27(C)", Confidence::Sure)), Some(("12-3010", Confidence::CheckFirst))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = situation.contents.hung.as_ref().filter(|hung| hung.kind == HungKind::Fan) else {
        return Vec::new();
    };
    let units = situation.basis.units;
    let no_box = situation.contents.observed(Observation::NoBox) == Some(true);
    // The Canadian limit we know of is the lower one, for any box.
    let most = match situation.basis.edition.profile() {
        Profile::Nec => BOX_FOR_FANS,
        Profile::Cec => Mass::pounds(35),
    };
    let unmarked = Mass::pounds(35);
    let finding = match (hung.from_structure, hung.box_carries, hung.mass) {
        (Some(true), ..) => Finding::meets("fan", "The fan hangs from the structure."),
        (Some(false), ..) if no_box => Finding::violates("fan", "The fan hangs from neither a box nor the structure."),
        (None, ..) if no_box => {
            Finding::not_measured("fan", "no box is there: look what holds the fan", "/hung/from_structure")
        }
        (None, None, _) => {
            Finding::not_measured("fan", "read what the box of the fan is marked to carry", "/hung/box_carries")
        }
        (_, Some(Carries::Nothing | Carries::Luminaire), _) | (Some(false), None, _) => {
            Finding::violates("fan", "The fan hangs from a box that is not marked for fans.")
        }
        (_, Some(Carries::Fan), None) => Finding::not_measured("fan", "read the weight of the fan", "/hung/mass"),
        (_, Some(Carries::Fan), Some(mass)) => {
            let marked = hung.box_marked_mass.unwrap_or(unmarked);
            let limit = marked.min(most);
            let figures = |finding: Finding| {
                let over = mass.less(limit);
                let over = (over > Mass::ZERO).then(|| Amount::mass(over, units));
                finding.with_figures(Amount::mass(mass, units), Amount::mass(limit, units), Side::AtMost, over)
            };
            let (mass, limit) = (mass.print(units), limit.print(units));
            figures(if hung.mass <= Some(marked.min(most)) {
                Finding::meets("fan", format!("A fan of {mass} on a box marked for fans, good for {limit}."))
            } else {
                Finding::violates("fan", format!("A fan of {mass} is on a box good for {limit}."))
            })
        }
    };
    vec![finding]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Hung;
    use crate::rules::Verdict;
    use crate::testing::{box_with, verdict};

    fn fan(pounds: u32, carries: Option<Carries>, marked: Option<u32>, structure: Option<bool>) -> Verdict {
        let mut contents = box_with(None, vec![]);
        contents.hung = Some(Hung {
            mass: Some(Mass::pounds(pounds)),
            box_carries: carries,
            box_marked_mass: marked.map(Mass::pounds),
            from_structure: structure,
            ..Hung::new(HungKind::Fan)
        });
        verdict(RULE.code, &contents)
    }

    #[test]
    fn thirty_five_unmarked_and_seventy_at_most() {
        // NEC 314.27(C), from memory: 35 lb without a marked weight, 70 lb at most.
        let made_for_it = Some(Carries::Fan);
        assert_eq!(fan(35, made_for_it, None, None), Verdict::Meets);
        assert_eq!(fan(36, made_for_it, None, None), Verdict::Violates);
        assert_eq!(fan(70, made_for_it, Some(70), None), Verdict::Meets);
        assert_eq!(fan(71, made_for_it, Some(90), None), Verdict::Violates);
    }

    #[test]
    fn a_plain_box_never_does_and_the_structure_always() {
        assert_eq!(fan(10, Some(Carries::Luminaire), None, None), Verdict::Violates);
        assert_eq!(fan(90, Some(Carries::Nothing), None, Some(true)), Verdict::Meets);
        assert_eq!(fan(10, None, None, None), Verdict::NotMeasured);
    }
}
