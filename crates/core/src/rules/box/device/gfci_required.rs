//! `gfci-required`: GFCI protection where the place asks for it.

use crate::facts::DeviceKind;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, cite, protection};

/// The rule.
pub const RULE: Rule = Rule {
    code: "gfci-required",
    title: "GFCI protection",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: None,
    needs: "where the box is, and whether a GFCI protects it",
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
    let protection = if here { Some(true) } else { contents.supply.gfci };
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
    fn a_gfci_receptacle_protects_itself() {
        let mut contents = at(Location::Bathroom, None);
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, None).verdict, Verdict::NotMeasured);
        contents.devices[0].kind = DeviceKind::GfciReceptacle;
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, None).verdict, Verdict::Meets);
    }
}
