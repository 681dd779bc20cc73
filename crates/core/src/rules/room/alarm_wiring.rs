//! `alarm-wiring`: wiring of the alarms by local rule.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::{AlarmWiring, RoomObservation};
use crate::rules::{Finding, Rule};
use crate::standard::{RuleBasis, Severity, Since, practice};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "alarm-wiring",
    title: "Wiring of the alarms by local rule",
    basis: RuleBasis::Local,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the cable of the alarms, and how their breaker is marked",
    reads: &[],
    limit: "Where the house rule says that the town asks for it, alarms are in armoured cable, and their breaker is marked and locked on.",
    why: "A breaker that anyone may switch off, in a row of others, is switched off one day.",
    example: "Alarms in NM cable on breaker 9, which says lights.",
    citation: practice,
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    if situation.basis.house_rules.alarm_wiring == AlarmWiring::AsCode {
        return Vec::new();
    }
    let found = seen(situation, RoomObservation::AlarmsUnmarked);
    found.into_iter().map(|finding| finding.by_house_rule("alarm_wiring")).collect()
}

#[cfg(test)]
mod tests {
    use crate::facts::AlarmWiring;
    use crate::facts::RoomObservation::AlarmsUnmarked;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_is_asked_where_the_town_asks_for_it() {
        let of = |wiring, scene: Scene| {
            let mut scene = scene;
            scene.basis.house_rules.alarm_wiring = wiring;
            verdict("alarm-wiring", &scene).0
        };
        let hall = || Scene::rectangle(RoomKind::Hallway, 120, 120);
        assert_eq!(of(AlarmWiring::AsCode, hall().seen(AlarmsUnmarked, true)), Verdict::NotApplicable);
        assert_eq!(of(AlarmWiring::ArmouredAndMarked, hall().seen(AlarmsUnmarked, true)), Verdict::Violates);
        assert_eq!(of(AlarmWiring::ArmouredAndMarked, hall().seen(AlarmsUnmarked, false)), Verdict::Meets);
        assert_eq!(of(AlarmWiring::ArmouredAndMarked, hall()), Verdict::NotMeasured);
    }
}
