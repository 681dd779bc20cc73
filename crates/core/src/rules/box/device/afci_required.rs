//! `afci-required`: AFCI protection where the place asks for it.

use super::replaced::dated;
use crate::facts::Device;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::protection::{self, Asked, Replacement};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, cite_by_year};

/// The rule.
pub const RULE: Rule = Rule {
    code: "afci-required",
    title: "AFCI protection",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "where the box is, and whether an AFCI protects it",
    reads: &["/supply/afci"],
    limit: "Outlets of 120 V, 15 and 20 A, in bedrooms (2002), rooms one lives in, hallways, closets and finished basements \
            (2008), kitchens and laundries (2014) are AFCI-protected; never asked of bathrooms, garages, outdoors. Canada: all \
            receptacles but those of bathrooms, kitchen counters, the refrigerator and a labelled sump pump (2015). A \
            receptacle put in the place of another is new work since 2014.",
    why: "An arc in a damaged cord or a loose joint draws too little to open a breaker and enough to start a fire.",
    example: "A bedroom wired in 2010 without protection: asked for since 2002.",
    citation: |edition| {
        let nec = [
            (2023, "210.12(B), 406.4(D)(4)", Confidence::MayBeOff),
            (2008, "210.12(A), 406.4(D)(4)", Confidence::MayBeOff),
        ];
        cite_by_year(edition, &nec, Some(("26-658", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let edition = situation.basis.edition;
    // In Canada it is asked of receptacle circuits.
    let concerned = |device: &Device| edition.profile() == Profile::Nec || device.kind.is_receptacle();
    let devices = || contents.devices.iter().enumerate().filter(|(_, device)| concerned(device));
    if contents.supply.amperes.is_some_and(|amperes| amperes > 20) || devices().next().is_none() {
        return Vec::new();
    }
    let Some(location) = contents.location else {
        return vec![Finding::not_measured("box", "note where the box is", "/location")];
    };
    let place = location.name();
    let count = devices().count();
    devices()
        .map(|(index, device)| {
            let label = if count == 1 { "box".to_owned() } else { device.label() };
            let year = match protection::afci(edition, &device.outlet(location, &contents.stand)) {
                Asked::No(why) => {
                    let sentence = format!("{} asks for none here ({place}): {why}.", edition.name());
                    return Finding::not_applicable(label, sentence);
                }
                Asked::Unsettled(open) => return Finding::not_measured(label, open.words, open.field),
                Asked::Since { year, .. } => year,
            };
            let upstream = contents.supply_of_device(device).afci;
            if upstream == Some(true) || device.arc_fault == Some(true) {
                return Finding::meets(label, format!("AFCI-protected, as the place asks: {place}."));
            }
            if upstream.is_none() {
                return Finding::not_measured(label, "find out whether an AFCI protects this outlet", "/supply/afci");
            }
            let found = Finding::violates(label, format!("Not AFCI-protected; asked for here since {year}: {place}."));
            if device.kind.is_receptacle() {
                dated(found, situation, RULE.code, (index, device), year, Replacement::Afci)
            } else {
                found.since(year)
            }
        })
        .collect()
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
    fn a_receptacle_replaced_since_2014_is_protected() {
        // NEC 406.4(D)(4), from memory, sure.
        let replaced = |year| {
            let mut contents = at(Location::Bedroom, Some(false));
            contents.devices[0].replaced = Some(year);
            judged(RULE.code, &contents, Edition::Nec2023, Some(1990)).verdict
        };
        assert_eq!((replaced(2012), replaced(2014)), (Verdict::Legacy, Verdict::Violates));
        let mut contents = at(Location::Bedroom, Some(false));
        (contents.devices[0].replaced, contents.devices[0].arc_fault) = (Some(2014), Some(true));
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, Some(1990)).verdict, Verdict::Meets);
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
