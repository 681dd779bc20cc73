//! `water-bonded`: metal water pipe is bonded, near where it enters, and round what can be taken out.

use super::{PanelSituation, at_service};
use crate::facts::Service;
use crate::quantity::Length;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "water-bonded",
    title: "Water pipe bonded",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether metal water pipe is there, its clamp, and the jumper round the meter",
    reads: &[],
    limit: "Metal water pipe is bonded; where it is an electrode, within 5 ft (1.52 m) of where it enters, with a jumper round the meter and what else can be taken out.",
    why: "A fault makes every tap live, and a plumber who takes the meter out opens the ground of the house.",
    example: "A clamp 12 ft inside, behind the water filter.",
    citation: |edition| {
        cite(
            edition,
            Some(("250.104(A), 250.53(D), 250.68(C)", Confidence::Sure)),
            Some(("10-700", Confidence::MayBeOff)),
        )
    },
    check,
};

/// From where the pipe enters. NEC 250.68(C)(1), from memory, sure.
const FROM_ENTRY: Length = Length::inches(60);

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let Some(service) = at_service(situation) else { return Vec::new() };
    match (service.metal_water_pipe, service.water_bonded) {
        (None, _) => vec![Finding::not_measured(
            "water pipe",
            "look whether the water pipe is of metal",
            "/service/metal_water_pipe",
        )],
        (Some(false), _) => vec![Finding::not_applicable("water pipe", "The water pipe is not of metal.")],
        (Some(true), None) => {
            vec![Finding::not_measured("water pipe", "look for the clamp on the water pipe", "/service/water_bonded")]
        }
        (Some(true), Some(false)) => vec![Finding::violates("water pipe", "The metal water pipe is not bonded.")],
        (Some(true), Some(true)) => {
            let there = Finding::meets("water pipe", "The metal water pipe is bonded.");
            std::iter::once(there).chain(clamp(situation, service)).chain(jumper(service)).collect()
        }
    }
}

fn clamp(situation: &PanelSituation, service: &Service) -> Option<Finding> {
    let way = service.water_clamp?;
    let said = way.say_run(situation.basis.units);
    Some(if way > FROM_ENTRY {
        let most = FROM_ENTRY.say_run(situation.basis.units);
        Finding::violates(
            "clamp",
            format!("The clamp is {said} from where the pipe enters; {most} at most is allowed."),
        )
    } else {
        Finding::meets("clamp", format!("The clamp is {said} from where the pipe enters."))
    })
}

fn jumper(service: &Service) -> Option<Finding> {
    Some(match service.water_jumper? {
        true => Finding::meets("jumper", "A jumper leads round the meter."),
        false => Finding::violates("jumper", "No jumper leads round the meter: without it the ground is lost."),
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::PanelFeed;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn bonded_within_five_feet_and_round_the_meter() {
        // NEC 250.104(A), 250.68(C)(1), 250.53(D)(1), from memory, sure.
        let judge = |pipe, bonded, inches: u32, jumper| {
            let mut panel = panel();
            panel.feed = PanelFeed::Service;
            (panel.service.metal_water_pipe, panel.service.water_bonded) = (pipe, bonded);
            (panel.service.water_clamp, panel.service.water_jumper) = (Some(Length::inches(inches)), jumper);
            result(RULE.code, &panel).verdict
        };
        let yes = Some(true);
        assert_eq!(judge(yes, yes, 48, yes), Verdict::Meets);
        assert_eq!(judge(yes, yes, 72, yes), Verdict::Violates);
        assert_eq!(judge(yes, yes, 48, Some(false)), Verdict::Violates);
        assert_eq!(judge(yes, Some(false), 48, yes), Verdict::Violates);
        assert_eq!(judge(Some(false), None, 48, None), Verdict::NotApplicable);
        assert_eq!(judge(None, None, 48, None), Verdict::NotMeasured);
    }
}
