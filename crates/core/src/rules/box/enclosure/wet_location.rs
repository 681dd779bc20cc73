//! `wet-location`: outdoors, box and cover are made for the wet and let water out.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "wet-location",
    title: "Fit for the wet",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "where the box is; whether box, cover and connectors are made for the place; whether water can get out",
    reads: &["/observed/not-weatherproof", "/observed/water-trapped"],
    limit: "Box, cover and connectors are made for the place, the gasket bears flat, nothing pools, and water has a way \
            out: a canopy is sealed at top and sides and left open below.",
    why: "Water in a box corrodes the joints and carries current to the metal.",
    example: "An indoor box with an indoor plate under the eaves.",
    citation: |edition| {
        cite(edition, Some(("314.15, 406.9, 410.10", Confidence::Sure)), Some(("12-3020", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    match contents.location {
        None => vec![Finding::not_measured("box", "note where the box is", "/location")],
        Some(place) if place.is_damp() => vec![
            Finding::observed(
                contents,
                Observation::NotWeatherproof,
                "Box, cover or connectors are not made for the wet.",
                "Box, cover and connectors are made for the wet.",
            ),
            Finding::observed(
                contents,
                Observation::WaterTrapped,
                "Water can pool or cannot get out.",
                "Water cannot pool and has a way out.",
            ),
        ],
        Some(place) => vec![Finding::not_applicable("box", format!("The place is dry: {}.", place.name()))],
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::standard::Location;
    use crate::testing::{box_with, follows, verdict};

    #[test]
    fn outdoors_it_is_looked_at() {
        let mut contents = box_with(None, vec![]);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotMeasured);
        contents.location = Some(Location::Outdoors);
        contents.observe(Observation::WaterTrapped, false);
        follows(RULE.code, Observation::NotWeatherproof, &contents);
        contents.observe(Observation::NotWeatherproof, false);
        follows(RULE.code, Observation::WaterTrapped, &contents);
        contents.location = Some(Location::Bedroom);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotApplicable);
    }
}
