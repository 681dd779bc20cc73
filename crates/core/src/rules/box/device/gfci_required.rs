//! `gfci-required`: GFCI protection where the place asks for it.

use crate::electrical::Evidence;
use crate::facts::DeviceKind;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite, protection};

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
    limit: "125 V receptacles of 15 and 20 A at bathrooms, outdoors, garages, kitchen counters, crawl spaces, basements, laundries and within 6 ft of sinks are GFCI-protected, each since its own year.",
    why: "Water and a hand make the path to ground; a GFCI opens before it kills.",
    example: "A bathroom receptacle of 1990 without protection: asked for since 1975.",
    citation: |edition| cite(edition, Some(("210.8(A)", Confidence::MayBeOff)), Some(("26-704", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let small = contents.supply.amperes.is_none_or(|amperes| amperes <= 20);
    if !small || !contents.devices.iter().any(|device| device.kind.is_receptacle()) {
        return Vec::new();
    }
    let Some(location) = contents.location else {
        return vec![Finding::not_measured("box", "note where the box is", "/location")];
    };
    let Some(since) = protection::gfci_since(situation.basis.edition, location) else {
        let name = situation.basis.edition.name();
        return vec![Finding::not_applicable("box", format!("{name} asks for none here: {}.", location.name()))];
    };
    let here = contents.devices.iter().any(|device| device.kind == DeviceKind::GfciReceptacle);
    let another =
        contents.devices.iter().any(|device| device.kind.is_receptacle() && device.kind != DeviceKind::GfciReceptacle);
    // A GFCI protects itself; the receptacle beside it only where that hangs on its LOAD side.
    let protection = if here && !another { Some(true) } else { contents.supply.gfci };
    if here && protection.is_none() {
        let words =
            "find out whether the other receptacle here is fed from the LOAD side of the GFCI: then it is protected";
        return vec![Finding::not_measured("box", words, "/supply/gfci")];
    }
    // The tester's button says nothing where no ground is: the current has no way to go.
    let proven_ground = Evidence::of(contents).ground_found == Some(true);
    if protection == Some(true) && proven_ground && contents.trips.iter().any(|trip| !trip.tripped) {
        let sentence = "The GFCI does not open on the tester's button, with a proven ground: it protects nobody.";
        return vec![Finding::violates("box", sentence).with_severity(Severity::Danger)];
    }
    vec![match protection {
        Some(true) => Finding::meets("box", format!("GFCI-protected, as the place asks: {}.", location.name())),
        Some(false) => {
            Finding::violates("box", format!("Not GFCI-protected; asked for here since {since}: {}.", location.name()))
                .since(since)
        }
        None => Finding::not_measured("box", "find out whether a GFCI protects this outlet", "/supply/gfci"),
    }]
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
        assert_eq!(judge(Location::Bathroom, Edition::Nec2023, Some(1962)), Verdict::Legacy);
        assert_eq!(judge(Location::Laundry, Edition::Nec2011, None), Verdict::NotApplicable);
        assert_eq!(judge(Location::Laundry, Edition::Nec2014, None), Verdict::Violates);
        assert_eq!(judge(Location::Bedroom, Edition::Nec2023, None), Verdict::NotApplicable);
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
