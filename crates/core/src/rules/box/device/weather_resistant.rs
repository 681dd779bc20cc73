//! `weather-resistant`: receptacles outdoors are of the weather-resistant kind.

use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, Location, RuleBasis, Severity, Since, cite};

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
    limit: "125 V receptacles of 15 and 20 A in damp and wet places are marked weather-resistant, under a cover that closes \
            over the plug where it is wet.",
    why: "Indoor contacts corrode outdoors and run hot.",
    example: "An indoor receptacle under an outdoor cover.",
    citation: |edition| {
        cite(edition, Some(("406.9(A), (B)", Confidence::Sure)), Some(("26-702", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let receptacles = contents.devices.iter().enumerate().filter(|(_, device)| device.kind.is_receptacle());
    receptacles
        .map(|(index, device)| {
            let label = device.label();
            match (contents.location, device.weather_resistant) {
                (None, _) => Finding::not_measured(label.clone(), "note where the box is", "/location"),
                (Some(Location::Outdoors), Some(true)) => {
                    Finding::meets(label.clone(), format!("The {label} is marked weather-resistant."))
                }
                (Some(Location::Outdoors), Some(false)) => Finding::violates(
                    label.clone(),
                    format!("The {label} is outdoors and not marked weather-resistant."),
                ),
                (Some(Location::Outdoors), None) => {
                    let words = format!("look for the weather-resistant mark of the {label}");
                    Finding::not_measured(label.clone(), &words, format!("/devices/{index}/weather_resistant"))
                }
                (Some(_), _) => Finding::not_applicable(label.clone(), "The place is dry."),
            }
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, judged};

    #[test]
    fn outdoors_since_2008() {
        // NEC 406.9 (406.8 in 2008), from memory, sure.
        let mut contents = box_with_device(DeviceKind::GfciReceptacle);
        contents.devices[0].weather_resistant = Some(false);
        contents.location = Some(Location::Outdoors);
        let judge = |contents: &_, year| judged(RULE.code, contents, Edition::Nec2023, Some(year)).verdict;
        assert_eq!((judge(&contents, 1995), judge(&contents, 2015)), (Verdict::Legacy, Verdict::Violates));
        contents.location = Some(Location::Garage);
        assert_eq!(judge(&contents, 2015), Verdict::NotApplicable);
    }
}
