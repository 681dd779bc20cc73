//! `service-disconnect`: the service goes off by few handles, near where it comes in, marked.

use super::{PanelSituation, at_service};
use crate::facts::Service;
use crate::quantity::Length;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "service-disconnect",
    title: "Service disconnect",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "how many handles take the service off, whether it is marked, and how far service conductors run inside",
    reads: &[],
    limit: "Six handles at most take the whole service off; the disconnect is marked; it is outside or nearest the point where the conductors come in.",
    why: "Ahead of it nothing protects the conductors but the utility.",
    example: "Eight handles in a split bus, and none of them marked.",
    citation: |edition| {
        cite(edition, Some(("230.70, 230.71", Confidence::Sure)), Some(("6-200, 6-206", Confidence::MayBeOff)))
    },
    check,
};

/// The most handles. NEC 230.71 and, of a building fed from another, 225.33; from memory, sure.
pub(super) const MOST: u8 = 6;
/// How far inside is beyond doubt too far. Common practice, no source: the code says nearest the point of entrance.
const INSIDE: Length = Length::inches(120);

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let Some(service) = at_service(situation) else { return Vec::new() };
    let inside = service.inside.map(|length| {
        let run = length.say_run(situation.basis.units);
        if length > INSIDE {
            Finding::violates(
                "service conductors",
                format!("Service conductors run {run} inside before their disconnect."),
            )
        } else {
            Finding::meets("service conductors", format!("Service conductors run {run} inside."))
        }
    });
    std::iter::once(handles(service)).chain([marked(service)]).chain(inside).collect()
}

fn handles(service: &Service) -> Finding {
    match service.handles {
        None => {
            Finding::not_measured("handles", "count the handles that take the whole service off", "/service/handles")
        }
        Some(0) => Finding::violates("handles", "Nothing here takes the service off."),
        Some(handles) if handles <= MOST => {
            let them = if handles == 1 { "1 handle takes".to_owned() } else { format!("{handles} handles take") };
            Finding::meets("handles", format!("{them} the service off."))
        }
        Some(handles) => Finding::violates(
            "handles",
            format!("It takes {handles} handles to take the service off; {MOST} are the most."),
        ),
    }
}

fn marked(service: &Service) -> Finding {
    match service.marked {
        None => Finding::not_measured("mark", "look whether the disconnect is marked as such", "/service/marked"),
        Some(true) => Finding::meets("mark", "The service disconnect is marked."),
        Some(false) => Finding::violates("mark", "The service disconnect is not marked as such."),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::PanelFeed;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn six_handles_a_mark_and_near_where_it_comes_in() {
        // NEC 230.70(A)(1), (B), 230.71, from memory, sure.
        let judge = |handles, marked, inside: u32| {
            let mut panel = panel();
            panel.feed = PanelFeed::Service;
            (panel.service.handles, panel.service.marked) = (Some(handles), Some(marked));
            panel.service.inside = Some(Length::inches(inside));
            result(RULE.code, &panel).verdict
        };
        assert_eq!(judge(6, true, 36), Verdict::Meets);
        assert_eq!((judge(7, true, 36), judge(0, true, 36)), (Verdict::Violates, Verdict::Violates));
        assert_eq!(judge(1, false, 36), Verdict::Violates);
        assert_eq!(judge(1, true, 240), Verdict::Violates);
    }
}
