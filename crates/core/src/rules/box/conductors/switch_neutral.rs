//! `switch-neutral`: a neutral is there where a switch is.

use crate::facts::{Role, WallFinish};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, Edition, Location, Profile, Purpose, RuleBasis, Severity, Since, cite};

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
            stairways only. Not where a raceway or an open wall lets one be added, where another switch with a neutral sees the whole area, nor for \
            loads that are not lighting.",
    why: "Electronic switches without a neutral put their current on the ground.",
    example: "A switch loop of 2012 with black and white only.",
    citation: |edition| {
        cite(edition, Some(("404.2(C)", Confidence::MayBeOff)), Some(("4-022", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let edition = situation.basis.edition;
    let switches = || contents.devices.iter().enumerate().filter(|(_, device)| device.kind.is_switch_only());
    let Some((first, _)) = switches().next() else { return Vec::new() };
    if contents.conductors.is_empty() {
        return vec![Finding::no_conductors()];
    }
    if contents.conductors.iter().any(|conductor| conductor.role == Role::Grounded) {
        return vec![Finding::meets("switch", "A neutral is in the box of the switch.")];
    }
    if let Some(why) = exempt(situation) {
        return vec![Finding::not_applicable("switch", why)];
    }
    let violates = Finding::violates("switch", "No neutral is in the box of the switch.");
    let since = RULE.since.under(edition).unwrap_or(0);
    if situation.is_older_than(RULE.code, since).is_some() {
        return vec![violates];
    }
    if contents.location.is_none() && by_room(edition) {
        return vec![Finding::not_measured("switch", "note where the box is", "/location")];
    }
    let lighting = switches().any(|(_, device)| device.purpose == Some(Purpose::Lighting));
    let unknown = switches().find(|(_, device)| device.purpose.is_none());
    vec![match (lighting, unknown) {
        (true, _) => violates,
        (false, Some((index, device))) => Finding::not_measured(
            "switch",
            &format!(
                "note what the {} switches, and whether another switch with a neutral sees all of it",
                device.label()
            ),
            format!("/devices/{index}/purpose"),
        ),
        (false, None) => Finding::not_measured("switch", "note what is switched", format!("/devices/{first}/purpose")),
    }]
}

/// Since 2017 only rooms that one lives in, bathrooms, hallways and stairs are meant.
fn by_room(edition: Edition) -> bool {
    edition.profile() == Profile::Nec && edition.year() >= 2017
}

/// Why no neutral is asked for here; `None` where one is, or it is not known.
///
/// # Source
/// NEC 404.2(C), the exceptions of 2011 and the list since 2014, from memory; the list may be off.
fn exempt(situation: &Situation) -> Option<&'static str> {
    let contents = situation.contents;
    let mut cables = contents.cables.iter();
    if cables.len() > 0 && cables.all(|cable| cable.method.is_raceway()) {
        return Some("A neutral can be drawn in through the raceway.");
    }
    if contents.wall_finish == Some(WallFinish::Exposed) {
        return Some("The framing is open: a neutral can be brought in.");
    }
    let elsewhere = matches!(
        contents.location,
        Some(
            Location::Garage
                | Location::Outbuilding
                | Location::Outdoors
                | Location::OutdoorsCovered
                | Location::CrawlSpace
                | Location::UnfinishedBasement
                | Location::UtilityRoom
                | Location::Attic
                | Location::Laundry
        )
    );
    if elsewhere && by_room(situation.basis.edition) {
        return Some("No neutral is asked of a switch in such a place.");
    }
    let mut switches = contents.devices.iter().filter(|device| device.kind.is_switch_only());
    let free = |purpose| matches!(purpose, Some(Purpose::OtherLoad | Purpose::LightingSeenElsewhere));
    switches
        .all(|device| free(device.purpose))
        .then_some("It switches no lighting, or another switch with a neutral sees all of it.")
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
        contents.devices[0].purpose = Some(Purpose::Lighting);
        contents.location = location;
        contents
    }

    #[test]
    fn an_existing_switch_loop_is_legacy() {
        let judge =
            |year| judged(RULE.code, &switch_loop(Some(Location::Bedroom)), Edition::Nec2023, Some(year)).verdict;
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

    #[test]
    fn what_is_left_out_is_asked_for() {
        // NEC 404.2(C), from memory; the list may be off.
        use crate::standard::WiringMethod;
        let judge = |change: &dyn Fn(&mut BoxContents)| {
            let mut contents = switch_loop(Some(Location::Bedroom));
            change(&mut contents);
            judged(RULE.code, &contents, Edition::Nec2023, Some(2019)).verdict
        };
        assert_eq!(judge(&|_| ()), Verdict::Violates);
        assert_eq!(judge(&|contents| contents.devices[0].purpose = None), Verdict::NotMeasured);
        assert_eq!(judge(&|contents| contents.location = None), Verdict::NotMeasured);
        assert_eq!(judge(&|contents| contents.devices[0].purpose = Some(Purpose::OtherLoad)), Verdict::NotApplicable);
        assert_eq!(judge(&|contents| contents.cables[0].method = WiringMethod::ThinWall), Verdict::NotApplicable);
        assert_eq!(judge(&|contents| contents.wall_finish = Some(WallFinish::Exposed)), Verdict::NotApplicable);
    }
}
