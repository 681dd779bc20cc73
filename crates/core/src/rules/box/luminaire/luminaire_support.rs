//! `luminaire-support`: a luminaire hangs from what carries it.

use crate::facts::{Carries, HungKind, Observation};
use crate::quantity::{Amount, Mass};
use crate::rules::{Finding, Rule, Side, Situation};
use crate::standard::hanging::BOX_FOR_LUMINAIRES;
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "luminaire-support",
    title: "Luminaire held",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "what the box is made for, and how heavy the luminaire is",
    reads: &["/hung/box_carries", "/hung/two_screws"],
    limit: "A box made for luminaires carries 50 lb (23 kg), more where it is marked for it; heavier ones hang from the \
            structure. On a wall, up to 6 lb (3 kg) may hang from another box by two screws of No. 6 or larger.",
    why: "A plain box or two small screws let go after years.",
    example: "A wall luminaire of 9 lb on a device box: over by 3 lb.",
    citation: |edition| cite(edition, Some(("314.27(A)", Confidence::Sure)), Some(("30-302", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = situation.contents.hung.as_ref().filter(|hung| hung.kind != HungKind::Fan) else {
        return Vec::new();
    };
    let units = situation.basis.units;
    let wall = hung.kind == HungKind::WallLuminaire;
    // CEC 30-302: 13 kg on a wall box, 23 kg on a ceiling box; from memory, may be off.
    let made_for_it = if wall && situation.basis.edition.profile() == Profile::Cec {
        Mass::kilograms(13)
    } else {
        BOX_FOR_LUMINAIRES.max(Mass::kilograms(23))
    };
    let small = Mass::pounds(6).max(Mass::kilograms(3));
    let judge = |mass: Mass, limit: Mass, by: &str| {
        let (text, most) = (mass.print(units), limit.print(units));
        let over = mass.less(limit);
        let finding = if over == Mass::ZERO {
            Finding::meets("luminaire", format!("A luminaire of {text} {by}, good for {most}."))
        } else {
            Finding::violates("luminaire", format!("A luminaire of {text} hangs {by}, good for {most}."))
        };
        let over = (over > Mass::ZERO).then(|| Amount::mass(over, units));
        finding.with_figures(Amount::mass(mass, units), Amount::mass(limit, units), Side::AtMost, over)
    };
    let finding = match (hung.from_structure, hung.box_carries, hung.mass) {
        (Some(true), ..) => Finding::meets("luminaire", "The luminaire hangs from the structure."),
        _ if situation.contents.observed(Observation::NoBox) == Some(true) => {
            Finding::not_applicable("luminaire", "No box is there to carry it.")
        }
        (_, None, _) => Finding::not_measured("luminaire", "note what the box is made to carry", "/hung/box_carries"),
        (_, _, None) => Finding::not_measured("luminaire", "weigh the luminaire or read its weight", "/hung/mass"),
        (_, Some(Carries::Luminaire | Carries::Fan), Some(mass)) => {
            judge(mass, hung.box_marked_mass.unwrap_or(made_for_it), "on a box made for luminaires")
        }
        (_, Some(Carries::Nothing), Some(mass)) if wall => match hung.two_screws {
            Some(true) => judge(mass, small, "by two screws on another box"),
            Some(false) => {
                Finding::violates("luminaire", "The luminaire hangs on another box by less than two No. 6 screws.")
            }
            None => Finding::not_measured("luminaire", "count the screws that hold the luminaire", "/hung/two_screws"),
        },
        (_, Some(Carries::Nothing), Some(_)) => {
            Finding::violates("luminaire", "The ceiling luminaire hangs from a box that is not made for one.")
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

    fn hung(kind: HungKind, pounds: u32, carries: Carries, two_screws: Option<bool>) -> Verdict {
        let mut contents = box_with(None, vec![]);
        contents.hung =
            Some(Hung { mass: Some(Mass::pounds(pounds)), box_carries: Some(carries), two_screws, ..Hung::new(kind) });
        verdict(RULE.code, &contents)
    }

    #[test]
    fn fifty_pounds_on_a_box_made_for_it() {
        // NEC 314.27(A)(2), from memory: 50 lb (23 kg).
        assert_eq!(hung(HungKind::CeilingLuminaire, 50, Carries::Luminaire, None), Verdict::Meets);
        assert_eq!(hung(HungKind::CeilingLuminaire, 52, Carries::Luminaire, None), Verdict::Violates);
        assert_eq!(hung(HungKind::CeilingLuminaire, 5, Carries::Nothing, None), Verdict::Violates);
    }

    #[test]
    fn six_pounds_on_a_wall_by_two_screws() {
        // NEC 314.27(A)(1) exception, from memory: 6 lb (3 kg).
        assert_eq!(hung(HungKind::WallLuminaire, 6, Carries::Nothing, Some(true)), Verdict::Meets);
        assert_eq!(hung(HungKind::WallLuminaire, 9, Carries::Nothing, Some(true)), Verdict::Violates);
        assert_eq!(hung(HungKind::WallLuminaire, 6, Carries::Nothing, Some(false)), Verdict::Violates);
        assert_eq!(hung(HungKind::WallLuminaire, 6, Carries::Nothing, None), Verdict::NotMeasured);
    }
}
