//! `raceway-derating`: many conductors in one raceway carry less each.

use super::derated::{Derated, against_breaker, derated};
use super::{RunCheck, RunSituation, or_another_way};
use crate::rules::{Finding, Rule};
use crate::standard::ampacity::Column;
use crate::standard::{Confidence, RacewayInsulation, RuleBasis, Severity, Since, cite};

/// Up to so many nothing is taken off. NEC 310.15(C)(1), CEC Table 5C; from memory, sure.
const FREE: u16 = 3;

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "raceway-derating",
    title: "Conductors that warm each other in a raceway",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "what is drawn through the raceway, how many of it carry current at the same time, and the breaker",
    reads: &[],
    limit: "More than three current-carrying conductors in a raceway carry 80 % each to 6, 70 % to 9, 50 % to 20; in Canada 80 % to 6, 70 % to \
            24. Grounds are not counted, nor a neutral that carries only what its hots leave over.",
    why: "They heat each other in a pipe that lets no air through.",
    example: "Ten 12 AWG on 20 A in one conduit: 30 A × 50 % = 15 A.",
    citation: |edition| {
        let nec = if edition.year() >= 2020 { "310.15(C)(1)" } else { "310.15(B)(3)(a)" };
        cite(edition, Some((nec, Confidence::Sure)), Some(("4-004, Table 5C", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    let course = situation.course;
    if !course.method.is_raceway() {
        return or_another_way(situation, Vec::new(), |course| course.method.is_raceway());
    }
    let ask = |words: &str, of: &str| vec![Finding::not_measured("run", words, of)];
    let insulated: u16 = course
        .holds
        .iter()
        .filter(|held| held.insulation != RacewayInsulation::Bare)
        .fold(0, |sum, held| sum.saturating_add(held.count));
    if insulated == 0 {
        return ask("count what is drawn through the conduit, by size", "/holds");
    }
    if insulated <= FREE {
        return vec![Finding::meets("run", format!("{insulated} insulated conductors: nothing is taken off."))];
    }
    let Some(carrying) = course.carrying else {
        let words = format!(
            "of {insulated} insulated conductors in the conduit, count those that carry current at the same time"
        );
        return ask(&words, "/carrying");
    };
    if carrying <= FREE {
        return vec![Finding::meets("run", format!("{carrying} of them carry current: nothing is taken off."))];
    }
    // The smallest that carries is what the breaker of this run is held to.
    let wires = course.holds.iter().filter(|held| held.insulation != RacewayInsulation::Bare);
    let Some(gauge) = course.gauge.or_else(|| wires.map(|held| held.gauge).min()) else {
        return ask("read the size of the conductors of this run", "/gauge");
    };
    let Some(amperes) = situation.supply().amperes else { return ask("read the rating of the breaker", "/amperes") };
    let Derated { most, working } = derated(situation, Column::C75, gauge, u8::try_from(carrying).unwrap_or(u8::MAX));
    let working = working.map_or_else(String::new, |working| format!(": {working}"));
    let words = format!("{carrying} conductors carry current in the conduit, {gauge}{working}");
    vec![against_breaker("run".to_owned(), &words, amperes, most.unwrap_or(0))]
}

#[cfg(test)]
mod tests {
    use crate::facts::RacewayConductors;
    use crate::quantity::Gauge;
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::{RacewayInsulation, WiringMethod};

    fn conduit(count: u16, carrying: Option<u16>) -> Scene {
        let mut scene = Scene::of(WiringMethod::ThinWall);
        let insulation = RacewayInsulation::Thin;
        scene.run.found.holds = vec![RacewayConductors { count, gauge: Gauge::Awg12, insulation }];
        (scene.run.found.carrying, scene.run.found.amperes) = (carrying, Some(20));
        scene
    }

    #[test]
    fn twelve_gauge_on_twenty_amperes() {
        // Worked in handbooks, from memory: nine 12 AWG, 30 A × 70 % = 21 A, 20 A stays; ten, 30 A × 50 % = 15 A.
        let of = |scene: &Scene| verdict("raceway-derating", scene).0;
        assert_eq!(of(&conduit(9, Some(9))), Verdict::Meets);
        assert_eq!(of(&conduit(10, Some(10))), Verdict::Violates);
        assert_eq!(of(&conduit(10, Some(10)).canadian()), Verdict::Meets, "70 % to 24, Table 5C");
        assert_eq!(of(&conduit(10, Some(3))), Verdict::Meets);
        assert_eq!(of(&conduit(3, None)), Verdict::Meets);
        assert_eq!(of(&conduit(4, None)), Verdict::NotMeasured);
        let mut unknown = conduit(10, Some(10));
        unknown.run.found.amperes = None;
        assert_eq!(of(&unknown), Verdict::NotMeasured);
        assert_eq!(of(&Scene::nonmetallic()), Verdict::NotApplicable);
        assert_eq!(of(&Scene::of(WiringMethod::ThinWall)), Verdict::NotMeasured);
    }
}
