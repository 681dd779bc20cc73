//! `afci-required`: AFCI protection where the place asks for it.

use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite, protection};

/// The rule.
pub const RULE: Rule = Rule {
    code: "afci-required",
    title: "AFCI protection",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "where the box is, and whether a AFCI protects it",
    reads: &["/supply/afci"],
    limit: "120 V outlets of 15 and 20 A in bedrooms (2002), most living rooms (2008), kitchens and laundries (2014) are AFCI-protected; never asked of bathrooms, garages, outdoors.",
    why: "An arc in a damaged cord or a loose joint draws too little to open a breaker and enough to start a fire.",
    example: "A bedroom wired in 2010 without protection: asked for since 2002.",
    citation: |edition| cite(edition, Some(("210.12", Confidence::MayBeOff)), Some(("26-658", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let small = contents.supply.amperes.is_none_or(|amperes| amperes <= 20);
    if !small || contents.devices.is_empty() {
        return Vec::new();
    }
    let Some(location) = contents.location else {
        return vec![Finding::not_measured("box", "note where the box is", "/location")];
    };
    let Some(since) = protection::afci_since(situation.basis.edition, location) else {
        let name = situation.basis.edition.name();
        return vec![Finding::not_applicable("box", format!("{name} asks for none here: {}.", location.name()))];
    };
    let protection = contents.supply.afci;
    vec![match protection {
        Some(true) => Finding::meets("box", format!("AFCI-protected, as the place asks: {}.", location.name())),
        Some(false) => {
            Finding::violates("box", format!("Not AFCI-protected; asked for here since {since}: {}.", location.name()))
                .since(since)
        }
        None => Finding::not_measured("box", "find out whether a AFCI protects this outlet", "/supply/afci"),
    }]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, DeviceKind};
    use crate::rules::Verdict;
    use crate::standard::{Edition, Location};
    use crate::testing::{box_with_device, judged};

    fn at(location: Location, protected: Option<bool>) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.location = Some(location);
        contents.supply.afci = protected;
        contents
    }

    #[test]
    fn each_place_has_its_year() {
        // NEC 210.12, from memory: bedrooms 2002, kitchens 2014, never bathrooms.
        let judge = |location, edition, year| judged(RULE.code, &at(location, Some(false)), edition, year).verdict;
        assert_eq!(judge(Location::Bedroom, Edition::Nec2023, Some(2010)), Verdict::Violates);
        assert_eq!(judge(Location::Bedroom, Edition::Nec2023, Some(1990)), Verdict::Legacy);
        assert_eq!(judge(Location::Kitchen, Edition::Nec2011, None), Verdict::NotApplicable);
        assert_eq!(judge(Location::Kitchen, Edition::Nec2014, None), Verdict::Violates);
        assert_eq!(judge(Location::Bathroom, Edition::Nec2023, None), Verdict::NotApplicable);
    }

    #[test]
    fn protection_is_found_out_or_asked_for() {
        assert_eq!(
            judged(RULE.code, &at(Location::Bedroom, None), Edition::Nec2023, None).verdict,
            Verdict::NotMeasured
        );
        assert_eq!(
            judged(RULE.code, &at(Location::Bedroom, Some(true)), Edition::Nec2023, None).verdict,
            Verdict::Meets
        );
    }
}
