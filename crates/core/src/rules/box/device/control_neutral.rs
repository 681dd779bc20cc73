//! `control-neutral`: a timer or an electronic switch with a lead for a neutral has one, and not the ground in its place.

use crate::facts::{Device, DeviceKind, Role, Terminal};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "control-neutral",
    title: "Neutral of a control",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "whether the timer or electronic switch has a lead for a neutral, and what that is on",
    reads: &["/landings"],
    limit: "A control with a lead for a neutral has the neutral of its own circuit on it: never the ground, and never nothing.",
    why: "On the ground its current flows over every frame of the house; without a neutral it works by chance or not at all.",
    example: "A timer for the porch light in a box with a switch loop: no neutral is there.",
    citation: |edition| {
        cite(
            edition,
            Some(("404.22, 250.6, 110.3(B)", Confidence::MayBeOff)),
            Some(("4-022, 10-100", Confidence::CheckFirst)),
        )
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let controls = situation.contents.devices.iter().enumerate().filter(|(_, device)| device.kind.may_want_neutral());
    controls.filter_map(|(index, device)| finding(situation, index, device)).collect()
}

fn finding(situation: &Situation, index: usize, device: &Device) -> Option<Finding> {
    let contents = situation.contents;
    let label = device.label();
    let landed = contents.landings.iter().filter(|landing| landing.device == device.id);
    let on = landed.clone().find(|landing| landing.terminal == Terminal::ControlNeutral);
    let role =
        on.and_then(|on| contents.conductors.iter().find(|known| known.id == on.conductor)).map(|known| known.role);
    Some(match (device.own_neutral, role) {
        (_, Some(Role::Grounded)) => Finding::meets(label, "Its lead for a neutral is on a neutral."),
        // What is landed in its place is judged with the landings.
        (_, Some(_)) => return None,
        // A dimmer as a rule has none; a timer as a rule has one.
        (None, None) if device.kind != DeviceKind::Timer => return None,
        (None, None) => Finding::not_measured(
            label.clone(),
            &format!("look whether the {label} has a lead or screw for a neutral"),
            format!("/devices/{index}/own_neutral"),
        ),
        (Some(false), None) => Finding::meets(label, "It has no lead for a neutral."),
        (Some(true), None) if contents.conductors.is_empty() => Finding::no_conductors(),
        (Some(true), None) if !contents.conductors.iter().any(|known| known.role == Role::Grounded) => {
            Finding::violates(
                label.clone(),
                format!("The {label} has a lead for a neutral, and no neutral is in the box."),
            )
        }
        (Some(true), None) if landed.count() > 0 => {
            Finding::violates(label.clone(), format!("Nothing is on the neutral of the {label}."))
        }
        (Some(true), None) => {
            Finding::not_measured(label.clone(), &format!("note what is on each lead of the {label}"), "/landings")
        }
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, Landing};
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, verdict};

    fn timer(own_neutral: Option<bool>) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::Timer);
        contents.devices[0].own_neutral = own_neutral;
        contents
    }

    fn land(contents: &mut BoxContents, terminal: Terminal, conductor: u16) {
        contents.landings.push(Landing { device: 1, terminal, conductor });
    }

    #[test]
    fn the_lead_wants_the_neutral() {
        // Line, load and neutral of a timer: common practice, no source.
        assert_eq!(verdict(RULE.code, &timer(None)), Verdict::NotMeasured);
        assert_eq!(verdict(RULE.code, &timer(Some(false))), Verdict::Meets);
        let mut contents = timer(Some(true));
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotMeasured);
        land(&mut contents, Terminal::SwitchLine, 1);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates, "its neutral hangs free");
        land(&mut contents, Terminal::ControlNeutral, 2);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
        let mut switch_loop = timer(Some(true));
        switch_loop.conductors.remove(1);
        assert_eq!(verdict(RULE.code, &switch_loop), Verdict::Violates);
        assert_eq!(verdict(RULE.code, &box_with_device(DeviceKind::ElectronicSwitch)), Verdict::NotApplicable);
    }

    #[test]
    fn on_the_ground_it_is_a_danger_of_its_landing() {
        let mut contents = timer(Some(true));
        land(&mut contents, Terminal::ControlNeutral, 3);
        assert_eq!(verdict("conductor-landing", &contents), Verdict::Violates);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotApplicable);
    }
}
