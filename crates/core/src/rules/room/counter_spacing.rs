//! `counter-spacing`: every counter has an outlet, and no point along it is far from one.

use super::{RoomCheck, RoomSituation, counter_demand, of_spaces};
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "counter-spacing",
    title: "Outlets along the counters",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    // From memory: the 24 in came in 1990 or before; counters had fewer until then.
    since: Since::nec(1990),
    needs: "the counters by tape with sink, range and refrigerator, and where each receptacle is",
    reads: &[],
    limit: "Every counter of 12 in or more has a receptacle, and no point along the wall is farther than 24 in from one; sink, \
            range, cooktop and refrigerator part it. The outlet is above the counter, by 20 in at most. In Canada 300 mm and \
            900 mm.",
    why: "The cords of kitchen appliances are short; a longer one hangs over the edge or crosses the sink.",
    example: "6 ft of counter with one outlet 12 in from its left end: the right end is 5 ft away, over by 3 ft.",
    citation: |edition| {
        cite(edition, Some(("210.52(C)(1)", Confidence::Sure)), Some(("26-722(d)", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    match counter_demand(situation) {
        Err(asks) => vec![asks.finding()],
        Ok(None) => Vec::new(),
        Ok(Some(demand)) => of_spaces(situation, &demand, "counter"),
    }
}

#[cfg(test)]
mod tests {
    use crate::facts::WallPartKind::{Counter, Range, Sink};
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    /// 4 ft of counter, a 30 in range, 3 ft of counter, a 33 in sink, 14 in of counter; walls of 14 ft by 10 ft.
    fn kitchen() -> Scene {
        Scene::rectangle(RoomKind::Kitchen, 168, 120)
            .part(1, Counter, 0, 48)
            .part(1, Range, 48, 30)
            .part(1, Counter, 78, 36)
            .part(1, Sink, 114, 33)
            .part(1, Counter, 147, 14)
    }

    #[test]
    fn a_deep_counter_goes_on_behind_its_sink() {
        // NEC Figure 210.52(C)(1), from memory, sure: 12 in behind it and the wall there is counter.
        let of = |inches| {
            let scene = Scene::rectangle(RoomKind::Kitchen, 168, 120)
                .part(1, Counter, 0, 24)
                .part(1, Sink, 24, 33)
                .behind(inches);
            verdict("counter-spacing", &scene.part(1, Counter, 57, 20).outlet(1, 12).outlet(1, 67)).0
        };
        assert_eq!(of(11), Verdict::Meets, "two counters, each with its outlet");
        // As one: 55 in between the two are 27 1/2 in at the worst.
        assert_eq!(of(12), Verdict::Violates);
    }

    #[test]
    fn counters_worked_by_hand() {
        let served = kitchen().outlet(1, 24).outlet(1, 96).outlet(1, 150);
        assert_eq!(
            verdict("counter-spacing", &served).0,
            Verdict::Marginal,
            "24 in is at the limit to within the tape"
        );
        assert_eq!(verdict("counter-spacing", &served.outlet(1, 20).outlet(1, 28)).0, Verdict::Meets);
        let (found, sentence) = verdict("counter-spacing", &kitchen().outlet(1, 6).outlet(1, 96).outlet(1, 150));
        assert_eq!(found, Verdict::Violates);
        assert!(sentence.contains("3 ft 6 in") && sentence.contains("over by 18 in"), "{sentence}");
        // The short one by the sink, 14 in, has none.
        let (found, sentence) = verdict("counter-spacing", &kitchen().outlet(1, 24).outlet(1, 30).outlet(1, 96));
        assert_eq!(found, Verdict::Violates);
        assert!(sentence.starts_with("14 in of counter without an outlet"), "{sentence}");
    }

    #[test]
    fn what_is_too_high_or_below_does_not_serve() {
        let at = |height, top| {
            let scene = kitchen().outlet(1, 30).outlet(1, 96).outlet(1, 150).outlet(1, 20).at_height(height);
            verdict("counter-spacing", &if top { scene.counters_at(36) } else { scene }).0
        };
        assert_eq!(at(44, true), Verdict::Meets);
        assert_eq!(at(44, false), Verdict::NotMeasured, "the height of the counter tells");
        // Without the one at 20 in, the left end is 30 in from the one at 30 in.
        assert_eq!(at(58, true), Verdict::Violates);
        assert_eq!(at(18, true), Verdict::Violates, "in the cabinet below");
    }

    #[test]
    fn a_counter_goes_round_its_corner() {
        let round = Scene::rectangle(RoomKind::Kitchen, 168, 120)
            .part(1, Counter, 148, 20)
            .part(2, Counter, 0, 26)
            .outlet(2, 3);
        assert_eq!(verdict("counter-spacing", &round).0, Verdict::Meets, "23 in to either end");
        let where_it_closes = Scene::rectangle(RoomKind::Kitchen, 168, 120)
            .part(4, Counter, 100, 20)
            .part(1, Counter, 0, 20)
            .outlet(1, 2);
        assert_eq!(verdict("counter-spacing", &where_it_closes).0, Verdict::Meets);
        let dining = Scene::rectangle(RoomKind::Bedroom, 168, 120).part(1, Counter, 0, 48);
        assert_eq!(verdict("counter-spacing", &dining).0, Verdict::NotApplicable);
    }
}
