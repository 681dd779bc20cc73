//! `wiring-fault`: a receptacle is wired as it should be, as far as instruments can tell.

use super::range_wiring;
use crate::electrical::{Evidence, HalfEvidence, WiringState};
use crate::facts::{Device, DeviceKind, GroundInSight, Half, Probe};
use crate::quantity::Voltage;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// Above this an outlet of 120 V is not merely on a lively supply: a lost neutral shares 240 V by the loads. Common practice,
/// no source.
const HIGHEST: Voltage = Voltage::volts(132);

/// Below this it is not merely a long way from the transformer: something drops the rest. Common practice, no source.
const LOWEST: Voltage = Voltage::volts(100);

/// The rule.
pub const RULE: Rule = Rule {
    code: "wiring-fault",
    title: "Wiring as the instruments show it",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "the three lamps or a meter in each half of the receptacle",
    reads: &["/lamps", "/readings"],
    limit: "Hot, neutral and ground each on its own terminal, none open, none exchanged.",
    why: "An exchanged or open conductor leaves metal live or a load half on; and several dangerous wirings light the \
          lamps as if all were well.",
    example: "Lamps: hot to neutral lit, the others off: open ground.",
    citation: |edition| {
        let nec = ("200.11, 300.13, 406.4(A), 110.14(B)", Confidence::MayBeOff);
        cite(edition, Some(nec), Some(("26-700, 10-600, 12-112", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let receptacles = || contents.devices.iter().filter(|device| device.kind.is_receptacle());
    if receptacles().next().is_none() {
        return Vec::new();
    }
    if receptacles().all(Device::is_two_legged) {
        return receptacles().flat_map(|device| range_wiring::findings(contents, device)).collect();
    }
    // Without a ground in the box a receptacle that owns up to it cannot show one.
    let said_to_have_none = contents.ground_in_sight() == GroundInSight::None
        && contents.devices.iter().filter(|device| device.kind.is_receptacle()).all(|device| {
            let protected = device.kind == DeviceKind::GfciReceptacle || contents.supply.gfci == Some(true);
            !device.is_grounding_type() || (protected && device.marked_no_ground == Some(true))
        });
    let halves = Evidence::of(contents).halves;
    if halves.is_empty() {
        return vec![Finding::not_measured("receptacle", "read the lamp tester in both halves", "/lamps")];
    }
    let between = |half: Half| {
        let read = contents.readings.iter().filter(|reading| reading.half == half);
        read.filter(|reading| reading.is_between(Probe::Hot, Probe::Neutral)).filter_map(|reading| reading.volts).max()
    };
    let each =
        halves.iter().map(|half| finding(half, said_to_have_none, between(half.half)).resting_on(&half.rests_on));
    each.collect()
}

fn finding(half: &HalfEvidence, said_to_have_none: bool, volts: Option<Voltage>) -> Finding {
    let label = half.half.name();
    if half.causes.is_empty() {
        let words = "prove the instruments on a known live outlet and read again: these readings fit no single wiring";
        Finding::not_measured(label, words, "/readings")
    } else if half.is_off() {
        let words = "find out whether the circuit is on, and read the outlet next to it: no power shows here. Treat it as live \
                     until it is proven dead";
        Finding::not_measured(label, words, "/lamps")
    } else if half.only_ground_open() && said_to_have_none {
        Finding::meets(label, "The readings show an open ground, as the receptacle says: it has none.")
    } else if half.may_be_correct() {
        let others: Vec<&str> = half.causes.iter().filter(|c| c.facts().fault).map(|cause| cause.name()).collect();
        Finding::meets(
            label,
            if others.is_empty() {
                "The readings are those of correct wiring.".to_owned()
            } else {
                let others = others.join("; ");
                format!(
                    "The readings are those of correct wiring. They cannot tell everything: {others} read the same."
                )
            },
        )
    } else if half.causes.first() == Some(&WiringState::WrongVoltage) && volts.is_none_or(|volts| volts >= LOWEST) {
        // 114 to 126 V is what a service delivers (ANSI C84.1, range A, from memory); an outlet may be lower. Only far above
        // it is something broken: a lost neutral.
        let high = volts.is_some_and(|volts| volts > HIGHEST);
        Finding::violates(label, half.statement()).with_severity(if high { Severity::Danger } else { Severity::Note })
    } else {
        Finding::violates(label, half.statement())
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Half, Lamp, LampReading, Meter, MeterReading};
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, judged, verdict};

    #[test]
    fn a_low_supply_is_a_note_and_a_high_one_a_danger() {
        let read = |volts: [u16; 3]| {
            let pairs = [(Probe::Hot, Probe::Neutral), (Probe::Hot, Probe::Ground), (Probe::Neutral, Probe::Ground)];
            let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
            let reading = |((from, to), volts)| MeterReading {
                half: Half::Upper,
                meter: Meter::LowImpedance,
                from,
                to,
                volts: Some(Voltage::volts(volts)),
                loaded: false,
                at: None,
            };
            contents.readings = pairs.into_iter().zip(volts).map(reading).collect();
            let result = judged(RULE.code, &contents, Edition::Nec2023, None);
            (result.verdict, result.severity, result.sentence)
        };
        let low = read([109, 109, 0]);
        assert_eq!((low.0, low.1), (Verdict::Violates, Severity::Note), "{}", low.2);
        let high = read([136, 136, 0]);
        assert_eq!((high.0, high.1), (Verdict::Violates, Severity::Danger), "{}", high.2);
    }

    #[test]
    fn nobody_is_sent_to_a_range_receptacle_with_lamps() {
        let contents = box_with_device(DeviceKind::RangeReceptacle);
        let result = judged(RULE.code, &contents, Edition::Nec2023, None);
        assert_eq!(result.verdict, Verdict::NotMeasured);
        assert!(result.sentence.contains("hot to hot"), "{}", result.sentence);
    }

    #[test]
    fn both_halves_speak_and_the_worse_counts() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotMeasured);
        let right =
            LampReading { half: Half::Upper, hot_neutral: Lamp::Lit, hot_ground: Lamp::Lit, neutral_ground: Lamp::Off };
        let dead = LampReading { half: Half::Lower, hot_neutral: Lamp::Off, hot_ground: Lamp::Off, ..right };
        contents.lamps = vec![right];
        let result = judged(RULE.code, &contents, Edition::Nec2023, None);
        assert_eq!(result.verdict, Verdict::Meets);
        assert!(result.sentence.contains("cannot tell everything"), "a correct pattern is never simply safe");
        contents.lamps.push(dead);
        let result = judged(RULE.code, &contents, Edition::Nec2023, None);
        // Off reads nothing: it is no fault, and no proof that it is dead.
        assert_eq!(result.verdict, Verdict::NotMeasured);
        assert!(result.sentence.contains("Treat it as live"), "{}", result.sentence);
        assert!(result.findings[1].rests_on[0].contains("hot–neutral off"), "it cites its reading");
        contents.lamps[1] = LampReading { hot_neutral: Lamp::Off, hot_ground: Lamp::Lit, ..dead };
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
    }

    #[test]
    fn an_open_ground_is_no_fault_where_the_receptacle_says_that_it_has_none() {
        let mut contents = box_with_device(DeviceKind::GfciReceptacle);
        contents.conductors.truncate(2);
        contents.lamps = vec![LampReading {
            half: Half::Upper,
            hot_neutral: Lamp::Lit,
            hot_ground: Lamp::Off,
            neutral_ground: Lamp::Off,
        }];
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
        contents.devices[0].marked_no_ground = Some(true);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
    }
}
