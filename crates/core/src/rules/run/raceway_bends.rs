//! `raceway-bends`: a raceway turns once round at most between two places where conductors are drawn.

use super::{RunCheck, RunSituation, Spot, or_another_way, spots};
use crate::facts::{RunMark, RunPlace};
use crate::quantity::{Amount, AmountUnit};
use crate::rules::{Finding, Rule, Side};
use crate::standard::{Confidence, MOST_BENDS, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "raceway-bends",
    title: "Bends of a raceway",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "each bend in degrees, and each box or conduit body between",
    reads: &[],
    limit: "At most 360° of bends, four quarter bends, between two boxes or conduit bodies.",
    why: "After four quarter bends the pull strips the insulation.",
    example: "Five quarter bends from box to box: 450°.",
    citation: |edition| {
        cite(edition, Some(("344.26, 352.26, 358.26", Confidence::Sure)), Some(("12-942", Confidence::MayBeOff)))
    },
    check,
};

/// Where a raceway turns too far since the last place to draw at: the spots of its bends.
fn turns<'a>(situation: &RunSituation<'a>) -> Vec<Vec<(Spot<'a>, u32)>> {
    let mut pulls = vec![Vec::new()];
    for spot in spots(situation) {
        match spot.point.what {
            RunMark::Box => pulls.push(Vec::new()),
            RunMark::Bend(degrees) => {
                pulls.last_mut().into_iter().for_each(|pull| pull.push((spot, u32::from(degrees))))
            }
            _ => {}
        }
    }
    pulls.into_iter().filter(|pull| !pull.is_empty()).collect()
}

fn check(situation: &RunSituation) -> Vec<Finding> {
    if !situation.course.method.is_raceway() {
        return or_another_way(situation, Vec::new(), |course| course.method.is_raceway());
    }
    let of = |pull: Vec<(Spot, u32)>| {
        let sum: u32 = pull.iter().map(|(_, degrees)| degrees).sum();
        let last = pull.last().map(|(spot, _)| spot);
        let label = last.map_or_else(String::new, |spot| spot.label(situation));
        let words = format!("{sum}° of bends up to {label}; {MOST_BENDS}° is allowed");
        let degrees = |sum: u32| Amount { value: i64::from(sum), unit: AmountUnit::Degrees, text: format!("{sum}°") };
        let over = sum.checked_sub(MOST_BENDS).filter(|over| *over > 0);
        let finding = match over {
            None => Finding::meets(label, format!("{words}.")),
            Some(over) => Finding::violates(label, format!("{words}: over by {over}°.")),
        };
        let finding = finding.with_figures(degrees(sum), degrees(MOST_BENDS), Side::AtMost, over.map(degrees));
        match last {
            Some(spot) => finding.at_place(spot.place()),
            None => finding,
        }
    };
    turns(situation).into_iter().map(of).collect()
}

/// The bends before which a place to draw at is missing: one before each that would go past a full turn.
pub fn missing_pulls(situation: &RunSituation) -> Vec<RunPlace> {
    let mut missing = Vec::new();
    for pull in turns(situation) {
        let mut sum = 0;
        for (spot, degrees) in pull {
            if sum + degrees > MOST_BENDS {
                missing.push(spot.place());
                sum = 0;
            }
            sum += degrees;
        }
    }
    missing
}

#[cfg(test)]
mod tests {
    use crate::facts::{RunMark, RunWay};
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    #[test]
    fn a_turn_and_no_more() {
        let scene = |bends: u32| {
            let run = Scene::of(WiringMethod::ThinWall).stretch(RunWay::Surface, 200);
            (1..=bends).fold(run, |scene, at| scene.mark(at * 20, RunMark::Bend(90)))
        };
        let of = |scene: &Scene| verdict("raceway-bends", scene).0;
        assert_eq!((of(&scene(4)), of(&scene(5))), (Verdict::Meets, Verdict::Violates));
        assert_eq!(of(&scene(5).mark(50, RunMark::Box)), Verdict::Meets);
        assert_eq!(of(&scene(0)), Verdict::NotApplicable);
        assert_eq!(super::missing_pulls(&scene(9).situation()).len(), 2, "before the fifth and the ninth");
    }
}
