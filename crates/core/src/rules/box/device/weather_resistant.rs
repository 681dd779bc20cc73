//! `weather-resistant`: receptacles outdoors are of the weather-resistant kind.

use super::replaced::dated;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::protection::{OutletKind, Replacement};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite_by_year};

/// The rule.
pub const RULE: Rule = Rule {
    code: "weather-resistant",
    title: "Weather-resistant",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::of(2008, 2009),
    needs: "the mark on a receptacle outdoors",
    reads: &["/devices/*/weather_resistant"],
    limit: "Receptacles of 15 and 20 A in damp and wet places are marked weather-resistant. One put in the place of another \
            is new work (2011).",
    why: "Indoor contacts corrode outdoors and run hot.",
    example: "An indoor receptacle under an outdoor cover.",
    citation: |edition| {
        let nec = [(2011, "406.9(A), (B)", Confidence::Sure), (2008, "406.8(A), (B)", Confidence::MayBeOff)];
        cite_by_year(edition, &nec, Some(("26-702", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let receptacles = contents.devices.iter().enumerate().filter(|(_, device)| device.kind.is_receptacle());
    receptacles
        .map(|(index, device)| {
            let label = device.label();
            let Some(location) = contents.location else {
                return Finding::not_measured(label, "note where the box is", "/location");
            };
            if !location.is_damp() {
                return Finding::not_applicable(label, "The place is dry.");
            }
            if device.outlet(location, &contents.stand).kind == OutletKind::Large {
                return Finding::not_applicable(label, "It is asked of 15 and 20 A receptacles.");
            }
            let place = location.name();
            match device.weather_resistant {
                Some(true) => Finding::meets(label.clone(), format!("The {label} is marked weather-resistant.")),
                Some(false) => {
                    let sentence = format!("The {label} is not marked weather-resistant: {place}.");
                    let year = RULE.since.under(situation.basis.edition).unwrap_or(0);
                    let found = Finding::violates(label, sentence);
                    dated(found, situation, RULE.code, (index, device), year, Replacement::Resistant)
                }
                None => {
                    let words = format!("look for the weather-resistant mark of the {label}");
                    Finding::not_measured(label, &words, format!("/devices/{index}/weather_resistant"))
                }
            }
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::standard::{Edition, Location};
    use crate::testing::{box_with_device, judged};

    #[test]
    fn outdoors_since_2008() {
        // NEC 406.9 (406.8 in 2008), from memory, sure.
        let mut contents = box_with_device(DeviceKind::GfciReceptacle);
        contents.devices[0].weather_resistant = Some(false);
        contents.location = Some(Location::Outdoors);
        let judge = |contents: &_, year| judged(RULE.code, contents, Edition::Nec2023, Some(year)).verdict;
        assert_eq!((judge(&contents, 1995), judge(&contents, 2015)), (Verdict::Legacy, Verdict::Violates));
        contents.devices[0].replaced = Some(2016);
        assert_eq!(judge(&contents, 1995), Verdict::Violates, "put in anew");
        contents.location = Some(Location::Garage);
        assert_eq!(judge(&contents, 2015), Verdict::NotApplicable);
        (contents.location, contents.devices[0].kind) = (Some(Location::OutdoorsCovered), DeviceKind::RangeReceptacle);
        assert_eq!(judge(&contents, 2015), Verdict::NotApplicable, "a 50 A outlet of a vehicle");
    }
}
