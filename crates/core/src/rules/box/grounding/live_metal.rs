//! `live-metal`: no metal and no ground slot is at a voltage.

use crate::electrical::{Evidence, FEW};
use crate::facts::{BoxContents, Meter, MeterReading, Probe};
use crate::quantity::Voltage;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// So much on a high-impedance meter is no ghost of a floating part beside a hot one. Common practice, no source.
const NO_GHOST: Voltage = Voltage::volts(90);

/// The rule.
pub const RULE: Rule = Rule {
    code: "live-metal",
    title: "Metal dead to the touch",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "the metal of the box, and the ground slot, read to a known ground",
    reads: &["/readings"],
    limit: "The metal of a box and a ground slot read next to nothing to a known ground.",
    why: "Live metal kills whoever touches it and anything grounded at once; no breaker opens while its ground is open.",
    example: "A switch box of 1955 that reads 119 V to a water pipe on the low-impedance meter.",
    citation: |edition| {
        cite(
            edition,
            Some(("250.4(A)(3), 110.27", Confidence::MayBeOff)),
            Some(("10-002, 2-202", Confidence::CheckFirst)),
        )
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let mut findings: Vec<Finding> = [Probe::BoxMetal, Probe::Ground]
        .into_iter()
        .flat_map(|part| contents.readings.iter().filter_map(move |reading| of(reading, part)))
        .collect();
    if findings.is_empty() && reads_at_the_hot(contents) {
        let words = "dead, or live at the hot's own potential: read the metal to a known ground before touching it";
        findings.push(Finding::not_measured("box", words, "/readings"));
    }
    let rests_on = Evidence::of(contents).rests_on;
    findings.into_iter().map(|finding| finding.resting_on(&rests_on)).collect()
}

fn of(reading: &MeterReading, part: Probe) -> Option<Finding> {
    let volts = reading.volts.filter(|_| reading.is_between(part, Probe::KnownGround))?;
    let label = part.name();
    let figure = format!("{} to a known ground on the {}", volts.print(), reading.meter.name());
    let what = if part == Probe::BoxMetal { "The metal of the box" } else { "The ground slot" };
    Some(match reading.meter {
        Meter::LowImpedance if volts > FEW => Finding::violates(label, format!("{what} is LIVE: {figure}.")),
        Meter::HighImpedance if volts >= NO_GHOST => Finding::violates(label, format!("{what} is LIVE: {figure}.")),
        Meter::HighImpedance if volts > FEW => Finding::not_measured(
            label,
            "read it again with the low-impedance meter: a floating part beside a hot one reads this much, and so may a live one",
            "/readings",
        ),
        _ => Finding::meets(label, format!("{what} reads {figure}.")),
    })
}

/// Hot to the metal reads next to nothing while hot to neutral is live: the metal floats, or is at the hot's potential.
fn reads_at_the_hot(contents: &BoxContents) -> bool {
    let read = |to: Probe, fits: fn(Voltage) -> bool| {
        contents.readings.iter().any(|reading| reading.is_between(Probe::Hot, to) && reading.volts.is_some_and(fits))
    };
    read(Probe::BoxMetal, |volts| volts <= FEW) && read(Probe::Neutral, |volts| volts >= NO_GHOST)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxBond, Construction, DeviceKind, Half};
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, judged};

    fn read(kind: DeviceKind, readings: &[(Meter, Probe, Probe, u16)]) -> BoxContents {
        let mut contents = box_with_device(kind);
        contents.construction = Some(Construction::Metal);
        contents.bond = Some(BoxBond::Nothing);
        contents.readings = readings
            .iter()
            .map(|(meter, from, to, volts)| MeterReading {
                half: Half::Upper,
                meter: *meter,
                from: *from,
                to: *to,
                volts: Some(Voltage::volts(*volts)),
                loaded: false,
                at: None,
            })
            .collect();
        contents
    }

    #[test]
    fn a_switch_box_of_1955_that_is_live_is_a_danger_and_never_legacy() {
        let low = Meter::LowImpedance;
        let contents = read(
            DeviceKind::Switch,
            &[(low, Probe::Hot, Probe::BoxMetal, 0), (low, Probe::BoxMetal, Probe::KnownGround, 120)],
        );
        let judged = |code| judged(code, &contents, Edition::Nec2023, Some(1955));
        let live = judged(RULE.code);
        assert_eq!((live.verdict, live.severity), (Verdict::Violates, Severity::Danger), "{}", live.sentence);
        let bonded = judged("metal-box-bonded");
        assert_eq!((bonded.verdict, bonded.severity), (Verdict::Violates, Severity::Danger), "measured, so not legacy");
    }

    #[test]
    fn the_low_impedance_meter_decides_and_a_ghost_is_no_danger() {
        let verdict = |meter, volts| {
            let contents = read(DeviceKind::Switch, &[(meter, Probe::BoxMetal, Probe::KnownGround, volts)]);
            judged(RULE.code, &contents, Edition::Nec2023, None).verdict
        };
        assert_eq!(verdict(Meter::LowImpedance, 3), Verdict::Meets);
        assert_eq!(verdict(Meter::LowImpedance, 40), Verdict::Violates);
        assert_eq!(verdict(Meter::HighImpedance, 50), Verdict::NotMeasured);
        assert_eq!(verdict(Meter::HighImpedance, 118), Verdict::Violates);
    }

    #[test]
    fn nothing_between_hot_and_metal_asks_for_a_known_ground() {
        let low = Meter::LowImpedance;
        let contents =
            read(DeviceKind::Switch, &[(low, Probe::Hot, Probe::BoxMetal, 0), (low, Probe::Hot, Probe::Neutral, 120)]);
        let result = judged(RULE.code, &contents, Edition::Nec2023, Some(1955));
        assert_eq!(result.verdict, Verdict::NotMeasured);
        assert!(result.sentence.contains("before touching"), "{}", result.sentence);
    }
}
