//! `in-use-cover`: outdoors a receptacle is covered with a plug in it.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::protection::OutletKind;
use crate::standard::{Confidence, Location, RuleBasis, Severity, Since, cite_by_year};

/// The rule.
pub const RULE: Rule = Rule {
    code: "in-use-cover",
    title: "Cover over a plug",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::of(2002, 2002),
    needs: "whether the cover of a receptacle outdoors closes with a plug in it",
    reads: &["/observed/no-in-use-cover"],
    limit: "In a wet place a 15 or 20 A receptacle is under a cover that closes over the plug; under a roof, where it is damp, a \
            cover that closes over the empty receptacle will do.",
    why: "Rain runs down the cord into the contacts that carry the load.",
    example: "A flip cover, made for the wet, that stays open over the cord of the lights.",
    citation: |edition| {
        let nec = [(2011, "406.9(B)(1)", Confidence::Sure), (2008, "406.8(B)(1)", Confidence::MayBeOff)];
        cite_by_year(edition, &nec, Some(("26-702", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let receptacles = || contents.devices.iter().filter(|device| device.kind.is_receptacle());
    let Some(location) = contents.location else {
        let ask = || Finding::not_measured("box", "note where the box is", "/location");
        return receptacles().next().map(|_| ask()).into_iter().collect();
    };
    let small = receptacles().any(|device| device.outlet(location, &contents.stand).kind == OutletKind::Small);
    if location != Location::Outdoors || !small {
        return Vec::new();
    }
    vec![Finding::observed(
        contents,
        Observation::NoInUseCover,
        "The cover does not close over a plug.",
        "The cover closes over a plug.",
    )]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, follows, judged, verdict};

    #[test]
    fn in_the_rain_it_is_looked_at_and_under_a_roof_not() {
        // NEC 406.9(B)(1) (406.8 to 2008), all 15 and 20 A receptacles since 2002; from memory, sure.
        let mut contents = box_with_device(DeviceKind::GfciReceptacle);
        contents.location = Some(Location::Outdoors);
        follows(RULE.code, Observation::NoInUseCover, &contents);
        contents.observe(Observation::NoInUseCover, true);
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, Some(1998)).verdict, Verdict::Legacy);
        contents.location = Some(Location::OutdoorsCovered);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotApplicable);
    }
}
