//! `gfci-required`: GFCI protection where the place asks for it.

use super::replaced::dated;
use crate::electrical::Evidence;
use crate::facts::{Device, DeviceKind};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::protection::{self, Asked, Replacement};
use crate::standard::{Confidence, Location, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "gfci-required",
    title: "GFCI protection",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "where the box is, and whether a GFCI protects it",
    // A button that failed stays until it is pressed again: forgetting it would prove the protection by nothing.
    reads: &["/supply/gfci"],
    limit: "Receptacles of 125 V, 15 and 20 A, at bathrooms, outdoors, garages, kitchen counters, crawl spaces, basements, \
            laundries and within 6 ft of sinks, tubs and showers are GFCI-protected, each since its own year; since 2020 also \
            those up to 250 V; dishwashers since 2014, ranges and dryers since 2023. Canada: within 1.5 m of water, outdoors \
            to 2.5 m above grade. A receptacle put in the place of another is new work (1993).",
    why: "Water and a hand make the path to ground; a GFCI opens before it kills.",
    example: "A bathroom receptacle of 1990 without protection: asked for since 1975.",
    citation: |edition| {
        cite(
            edition,
            Some(("210.8(A), (D), 406.4(D)(3)", Confidence::MayBeOff)),
            Some(("26-704", Confidence::MayBeOff)),
        )
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let receptacles = || contents.devices.iter().enumerate().filter(|(_, device)| device.kind.is_receptacle());
    let count = receptacles().count();
    let Some(location) = contents.location else {
        let ask = || Finding::not_measured("box", "note where the box is", "/location");
        return if count == 0 { Vec::new() } else { vec![ask()] };
    };
    receptacles()
        .map(|(index, device)| {
            let label = if count == 1 { "box".to_owned() } else { device.label() };
            of_receptacle(situation, location, label, index, device)
        })
        .collect()
}

fn of_receptacle(situation: &Situation, location: Location, label: String, index: usize, device: &Device) -> Finding {
    let contents = situation.contents;
    let edition = situation.basis.edition;
    let place = location.name();
    let (year, doubt) = match protection::gfci(edition, &device.outlet(location, &contents.stand)) {
        Asked::No(why) => {
            let sentence = format!("{} asks for none here ({place}): {why}.", edition.name());
            return Finding::not_applicable(label, sentence);
        }
        Asked::Unsettled(open) => return Finding::not_measured(label, open.words, open.field),
        Asked::Since { year, doubt } => (year, doubt),
    };
    // A GFCI protects itself; the receptacle beside it only where that hangs on its LOAD side.
    let itself = device.kind == DeviceKind::GfciReceptacle;
    let beside_one = contents.devices.iter().any(|other| other.kind == DeviceKind::GfciReceptacle);
    let protection = if itself { Some(true) } else { contents.supply_of_device(device).gfci };
    // The tester's button says nothing where no ground is: the current has no way to go.
    let proven_ground = Evidence::of(contents).ground_found == Some(true);
    if protection == Some(true) && proven_ground && contents.trips.iter().any(|trip| !trip.tripped) {
        let sentence = "The GFCI does not open on the tester's button, with a proven ground: it protects nobody.";
        return Finding::violates(label, sentence).with_severity(Severity::Danger);
    }
    match protection {
        Some(true) => Finding::meets(label, format!("GFCI-protected, as the place asks: {place}.")),
        Some(false) => {
            if let Some((until, open)) = doubt
                && situation.is_older_than(RULE.code, until).is_some()
                && situation.is_older_than(RULE.code, year).is_none()
            {
                return Finding::not_measured(label, open.words, open.field);
            }
            let found = Finding::violates(label, format!("Not GFCI-protected; asked for here since {year}: {place}."));
            dated(found, situation, RULE.code, (index, device), year, Replacement::Gfci)
        }
        None if beside_one => {
            let words = "find out whether the other receptacle here is fed from the LOAD side of the GFCI: then it is protected";
            Finding::not_measured(label, words, "/supply/gfci")
        }
        None => Finding::not_measured(label, "find out whether a GFCI protects this outlet", "/supply/gfci"),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::BoxContents;
    use crate::rules::Verdict;
    use crate::standard::{Edition, Location};
    use crate::testing::{box_with_device, judged};

    fn at(location: Location, protected: Option<bool>) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.location = Some(location);
        contents.supply.gfci = protected;
        contents
    }

    #[test]
    fn each_place_has_its_year() {
        // NEC 210.8(A), from memory: bathrooms 1975; laundry 2014.
        let judge = |location, edition, year| judged(RULE.code, &at(location, Some(false)), edition, year).verdict;
        assert_eq!(judge(Location::Bathroom, Edition::Nec2023, Some(1990)), Verdict::Violates);
        assert_eq!(judge(Location::Bathroom, Edition::Nec2023, Some(1970)), Verdict::Legacy);
        assert_eq!(judge(Location::Laundry, Edition::Nec2011, None), Verdict::NotApplicable);
        assert_eq!(judge(Location::Laundry, Edition::Nec2014, None), Verdict::Violates);
        assert_eq!(judge(Location::Bedroom, Edition::Nec2023, None), Verdict::NotApplicable);
    }

    #[test]
    fn a_replaced_receptacle_is_new_work() {
        // NEC 406.4(D)(3), since 1993, from memory, sure.
        let mut contents = at(Location::Bathroom, Some(false));
        let judge = |contents: &BoxContents, year| judged(RULE.code, contents, Edition::Nec2023, Some(year)).verdict;
        assert_eq!(judge(&contents, 1962), Verdict::NotMeasured, "three slots are younger than the wiring");
        contents.devices[0].tamper_resistant = Some(true);
        assert_eq!(judge(&contents, 1962), Verdict::Violates, "shutters came in 2008");
        contents.devices[0].tamper_resistant = None;
        let replaced = |year| {
            let mut contents = contents.clone();
            contents.devices[0].replaced = Some(year);
            judge(&contents, 1970)
        };
        assert_eq!([1985, 1993, 1994].map(replaced), [Verdict::Legacy, Verdict::Legacy, Verdict::Violates]);
    }

    #[test]
    fn a_counter_of_1990_hangs_on_its_distance_from_the_sink() {
        // NEC 210.8(A)(6), 1987 against 1996, from memory, sure.
        use crate::quantity::Length;
        let judge = |to_water: Option<Length>, year| {
            let mut contents = at(Location::KitchenCounter, Some(false));
            contents.stand.to_water = to_water;
            judged(RULE.code, &contents, Edition::Nec2023, Some(year)).verdict
        };
        assert_eq!(judge(None, 1990), Verdict::NotMeasured);
        assert_eq!(judge(Some(Length::inches(60)), 1990), Verdict::Violates);
        assert_eq!(judge(Some(Length::inches(80)), 1990), Verdict::Legacy);
        assert_eq!((judge(None, 1985), judge(None, 2000)), (Verdict::Legacy, Verdict::Violates));
    }

    #[test]
    fn a_dryer_in_a_basement_of_2021_is_protected() {
        let mut contents = box_with_device(DeviceKind::RangeReceptacle);
        contents.location = Some(Location::UnfinishedBasement);
        (contents.supply.gfci, contents.supply.amperes) = (Some(false), Some(30));
        let judge = |edition, year| judged(RULE.code, &contents, edition, Some(year)).verdict;
        assert_eq!(judge(Edition::Nec2020, 2021), Verdict::Violates);
        assert_eq!(judge(Edition::Nec2020, 2015), Verdict::Legacy);
        assert_eq!(judge(Edition::Nec2017, 2021), Verdict::NotApplicable);
    }

    #[test]
    fn one_that_fails_its_button_is_no_protection() {
        use crate::facts::{Half, Lamp, LampReading, TripReading};
        let mut contents = at(Location::Bathroom, None);
        contents.devices[0].kind = DeviceKind::GfciReceptacle;
        contents.trips = vec![TripReading { half: Half::Upper, tripped: false, reset: None }];
        let judge = |contents: &BoxContents| judged(RULE.code, contents, Edition::Nec2023, None);
        assert_eq!(judge(&contents).verdict, Verdict::Meets, "without a proven ground the button says nothing");
        let (on, off) = (Lamp::Lit, Lamp::Off);
        contents.lamps = vec![LampReading { half: Half::Upper, hot_neutral: on, hot_ground: on, neutral_ground: off }];
        let said = judge(&contents);
        assert_eq!((said.verdict, said.severity), (Verdict::Violates, Severity::Danger), "{}", said.sentence);
    }

    #[test]
    fn a_gfci_receptacle_protects_itself() {
        let mut contents = at(Location::Bathroom, None);
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, None).verdict, Verdict::NotMeasured);
        contents.devices[0].kind = DeviceKind::GfciReceptacle;
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, None).verdict, Verdict::Meets);
    }

    #[test]
    fn it_protects_the_one_beside_it_only_from_its_load_side() {
        let mut contents = at(Location::Bathroom, None);
        contents.devices.push(crate::facts::Device::new(2, DeviceKind::GfciReceptacle));
        let judge = |gfci| {
            let mut contents = contents.clone();
            contents.supply.gfci = gfci;
            judged(RULE.code, &contents, Edition::Nec2023, None).verdict
        };
        assert_eq!(
            [None, Some(true), Some(false)].map(judge),
            [Verdict::NotMeasured, Verdict::Meets, Verdict::Violates]
        );
    }
}
