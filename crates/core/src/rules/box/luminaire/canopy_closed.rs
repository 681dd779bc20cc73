//! `canopy-closed`: a canopy closes on its surface, and no wood is bare under it.

use crate::facts::{Observation, WallFinish};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "canopy-closed",
    title: "Canopy closed",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether the canopy closes, and on a finish that burns whether it is bare between canopy and box",
    reads: &["/observed/canopy-gap", "/observed/wood-under-canopy"],
    limit: "The canopy closes the outlet all round. A finish that burns is not bare between the canopy and the box.",
    why: "What arcs or overheats in a canopy is to stay in it.",
    example: "A canopy 1 in off the panelling, with the boards in sight.",
    citation: |edition| {
        let nec = ("314.25, 410.22, 410.23", Confidence::MayBeOff);
        cite(edition, Some(nec), Some(("30-306, 12-3002", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = super::hung(situation, |_| true) else { return Vec::new() };
    let burns = matches!(situation.contents.finish_to_be(), Some(WallFinish::Wood | WallFinish::OtherCombustible));
    let wood = burns.then(|| super::seen(situation, hung, Observation::WoodUnderCanopy));
    std::iter::once(super::seen(situation, hung, Observation::CanopyGap)).chain(wood).collect()
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
    fn it_follows_what_is_seen_and_asks_for_wood_only_on_wood() {
        let mut contents = hanging(HungKind::WallLuminaire, Location::LivingSpace, |_| ());
        follows(RULE.code, Observation::CanopyGap, &contents);
        contents.observe(Observation::CanopyGap, false);
        contents.wall_finish = Some(WallFinish::Wood);
        follows(RULE.code, Observation::WoodUnderCanopy, &contents);
        contents.observe(Observation::WoodUnderCanopy, true);
        contents.wall_finish = Some(WallFinish::GypsumBoard);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
    }
}
