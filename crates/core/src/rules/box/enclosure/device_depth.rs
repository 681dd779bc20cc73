//! `device-depth`: the box is deep enough for the device and its conductors.

use crate::quantity::{Gauge, Length};
use crate::rules::{Finding, Rule, Side, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "device-depth",
    title: "Depth behind the device",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::nec(2008),
    needs: "the depth of the box, and how far the device reaches behind its yoke",
    reads: &["/depth", "/devices/*/behind"],
    limit: "Deep enough for the device; 1/4 in more where it reaches over 1 7/8 in, or over 1 in on 12 or 10 AWG; at \
            least 1 3/16 in for 12 and 10 AWG, 15/16 in for 14 AWG, 2 1/16 in for 8 to 4 AWG.",
    why: "A device forced against its conductors cuts into them.",
    example: "A device 1 1/2 in deep on 12 AWG in a box of 1 1/2 in: short by 1/4 in.",
    citation: |edition| cite(edition, Some(("314.24(B)", Confidence::MayBeOff)), None),
    check,
};

/// The least depth for a device that reaches `behind` its yoke, with `gauge` on it.
///
/// # Source
/// NEC 314.24(B), from memory; may be off.
fn least(behind: Length, gauge: Gauge) -> Length {
    let quarter = Length::sixteenths(4);
    let by_gauge = match gauge {
        gauge if gauge >= Gauge::Awg8 => Length::sixteenths(33),
        Gauge::Awg10 | Gauge::Awg12 => Length::sixteenths(19),
        _ => Length::sixteenths(15),
    };
    let large = matches!(gauge, Gauge::Awg10 | Gauge::Awg12) && behind > Length::inches(1);
    let by_device = if behind > Length::sixteenths(30) || large { behind + quarter } else { behind };
    by_gauge.max(by_device)
}

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let units = situation.basis.units;
    contents
        .devices
        .iter()
        .enumerate()
        .filter(|(_, device)| device.kind.has_yoke())
        .map(|(index, device)| {
            let label = device.label();
            let Some(gauge) = device.largest.or_else(|| contents.largest_conductor()) else {
                return Finding::no_conductors();
            };
            let Some(depth) = contents.depth_inside() else {
                return Finding::not_measured(label.clone(), "measure the depth of the box", "/depth");
            };
            let Some(behind) = device.behind else {
                let least = least(Length::ZERO, gauge);
                if depth < least {
                    let (least_words, depth_words) = (least.say(units), depth.say(units));
                    let sentence = format!(
                        "{least_words} of depth is the least behind any device on {gauge}; {depth_words} is there."
                    );
                    return Finding::violates(label, sentence).with_lengths(units, depth, least, Side::AtLeast);
                }
                let words = format!("measure how far the {label} reaches behind its yoke");
                return Finding::not_measured(label, &words, format!("/devices/{index}/behind"));
            };
            let least = least(behind, gauge);
            let words = format!(
                "The {label} reaches {} behind its yoke on {gauge}: {} of depth is required, {} is there",
                behind.say(units),
                least.say(units),
                depth.say(units)
            );
            let finding = if depth >= least {
                Finding::meets(label.clone(), format!("{words}."))
            } else {
                Finding::violates(label.clone(), format!("{words}."))
            };
            finding.with_lengths(units, depth, least, Side::AtLeast)
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, verdict};

    #[test]
    fn the_steps_by_gauge_and_projection() {
        // NEC 314.24(B), from memory: 1 3/16 in for 12 AWG; projection + 1/4 in beyond 1 in; 2 1/16 in for 8 AWG.
        assert_eq!(least(Length::inches(1), Gauge::Awg12), Length::sixteenths(19));
        assert_eq!(least(Length::sixteenths(20), Gauge::Awg12), Length::sixteenths(24));
        assert_eq!(least(Length::sixteenths(20), Gauge::Awg14), Length::sixteenths(20));
        assert_eq!(least(Length::inches(1), Gauge::Awg14), Length::inches(1));
        assert_eq!(least(Length::inches(2), Gauge::Awg14), Length::sixteenths(36));
        assert_eq!(least(Length::inches(1), Gauge::Awg8), Length::sixteenths(33));
    }

    #[test]
    fn a_deep_device_wants_a_deep_box() {
        let mut contents = box_with_device(DeviceKind::GfciReceptacle);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotMeasured);
        contents.depth = Some(Length::sixteenths(22));
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotMeasured, "how deep is the device?");
        contents.depth = Some(Length::sixteenths(18));
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates, "less than any device takes on 12 AWG");
        contents.depth = Some(Length::sixteenths(22));
        contents.devices[0].behind = Some(Length::sixteenths(20));
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
        contents.depth = Some(Length::sixteenths(24));
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
    }
}
