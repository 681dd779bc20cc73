//! `switch-neutral`: a neutral is there where a switch is.

use crate::facts::Role;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, Edition, Location, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "switch-neutral",
    title: "Neutral at the switch",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::of(2011, 2015),
    needs: "the conductors of the box, by what they do",
    reads: &[],
    limit: "A neutral at each switch of a lighting load; since 2017 in habitable rooms, bathrooms, hallways and \
            stairways only. Not where a raceway or an open wall lets one be added, nor for switches of receptacles.",
    why: "Electronic switches without a neutral put their current on the ground.",
    example: "A switch loop of 2012 with black and white only.",
    citation: |edition| {
        cite(edition, Some(("404.2(C)", Confidence::MayBeOff)), Some(("4-022", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    if !contents.devices.iter().any(|device| device.kind.is_switch_only()) {
        return Vec::new();
    }
    let elsewhere = matches!(
        contents.location,
        Some(
            Location::Garage
                | Location::Outdoors
                | Location::CrawlSpace
                | Location::UnfinishedBasement
                | Location::Attic
                | Location::Laundry
        )
    );
    if contents.conductors.is_empty() {
        return vec![Finding::no_conductors()];
    }
    let there = contents.conductors.iter().any(|conductor| conductor.role == Role::Grounded);
    let finding = if there {
        Finding::meets("switch", "A neutral is in the box of the switch.")
    } else if elsewhere && !matches!(situation.basis.edition, Edition::Nec2011 | Edition::Nec2014) {
        Finding::not_applicable("switch", "No neutral is asked of a switch in such a place.")
    } else {
        Finding::violates("switch", "No neutral is in the box of the switch.")
    };
    vec![finding]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, DeviceKind};
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, judged};

    fn switch_loop(location: Option<Location>) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.conductors[1].role = Role::SwitchedLeg;
        contents.location = location;
        contents
    }

    #[test]
    fn an_existing_switch_loop_is_legacy() {
        let judge = |year| judged(RULE.code, &switch_loop(None), Edition::Nec2023, Some(year)).verdict;
        assert_eq!((judge(1990), judge(2015)), (Verdict::Legacy, Verdict::Violates));
    }

    #[test]
    fn garages_are_left_out_from_2017_on() {
        // NEC 404.2(C), 2014 against 2017; from memory, the list may be off.
        let judge = |edition| judged(RULE.code, &switch_loop(Some(Location::Garage)), edition, None).verdict;
        assert_eq!(judge(Edition::Nec2014), Verdict::Violates);
        assert_eq!(judge(Edition::Nec2017), Verdict::NotApplicable);
    }

    #[test]
    fn a_receptacle_is_no_switch() {
        let contents = box_with_device(DeviceKind::DuplexReceptacle);
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, None).verdict, Verdict::NotApplicable);
        let contents = box_with_device(DeviceKind::Switch);
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, None).verdict, Verdict::Meets);
    }
}
