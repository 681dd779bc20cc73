//! `panel-place`: no panel in a clothes closet, a bathroom, or over steps.

use super::PanelSituation;
use crate::facts::PanelRoom;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "panel-place",
    title: "Place of the panel",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "in what room the panel hangs",
    reads: &[],
    limit: "No overcurrent device is in a clothes closet, in a bathroom (1993) or over the steps of a stair (2008).",
    why: "Clothes burn, water conducts, and nobody works well on a stair.",
    example: "A panel behind the coats, put in in 2005.",
    citation: |edition| {
        cite(edition, Some(("240.24(D), (E), (F)", Confidence::Sure)), Some(("26-600", Confidence::MayBeOff)))
    },
    check,
};

/// The editions that brought the last two. NEC 240.24(E), (F), from memory, sure.
const BATHROOM_SINCE: u16 = 1993;
const STEPS_SINCE: u16 = 2008;

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let found = |room: PanelRoom| Finding::violates("panel", format!("The panel hangs in {}.", room.name()));
    vec![match situation.panel.place.room {
        None => Finding::not_measured("panel", "note in what room the panel hangs", "/place/room"),
        Some(room @ PanelRoom::ClothesCloset) => found(room),
        Some(room @ PanelRoom::Bathroom) => found(room).since(BATHROOM_SINCE),
        Some(room @ PanelRoom::OverSteps) => {
            Finding::violates("panel", format!("The panel hangs {}.", room.name())).since(STEPS_SINCE)
        }
        Some(room) => {
            Finding::meets("panel", format!("The panel hangs in {}.", room.name()).replace("in outdoors", "outdoors"))
        }
    }]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;
    use crate::standard::WiredUnder;

    #[test]
    fn closets_always_bathrooms_since_1993_steps_since_2008() {
        // NEC 240.24(D) to (F), from memory, sure.
        let judge = |room, year| {
            let mut panel = panel();
            (panel.place.room, panel.wired_under) = (Some(room), Some(WiredUnder::Year(year)));
            result(RULE.code, &panel).verdict
        };
        assert_eq!(judge(PanelRoom::ClothesCloset, 1970), Verdict::Violates);
        assert_eq!(
            (judge(PanelRoom::Bathroom, 1985), judge(PanelRoom::Bathroom, 1999)),
            (Verdict::Legacy, Verdict::Violates)
        );
        assert_eq!(
            (judge(PanelRoom::OverSteps, 2000), judge(PanelRoom::OverSteps, 2012)),
            (Verdict::Legacy, Verdict::Violates)
        );
        assert_eq!(judge(PanelRoom::Garage, 2012), Verdict::Meets);
        assert_eq!(result(RULE.code, &panel()).verdict, Verdict::NotMeasured);
    }
}
