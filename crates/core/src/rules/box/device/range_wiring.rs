//! The wiring of a 120/240 V receptacle, of a range or a dryer, as the meter shows it. Part of `wiring-fault`.

use crate::electrical::{GroundSlot, Legs, TwoLegs};
use crate::facts::{BoxContents, Device, Probe};
use crate::rules::Finding;
use crate::standard::Severity;

/// What the readings at a range or dryer receptacle say of its wiring.
pub(super) fn findings(contents: &BoxContents, device: &Device) -> Vec<Finding> {
    let label = device.label();
    let read = TwoLegs::of(contents, device);
    let ask = |words: &str| Finding::not_measured(label.clone(), words, "/readings");
    let danger = |sentence: String| Finding::violates(label.clone(), sentence).with_severity(Severity::Danger);
    let figures = &read.leg_figures;
    let without_neutral = read.against == Probe::Ground;
    let to = read.against.name();
    let legs = match read.legs {
        Legs::HotToHotNotRead => {
            return vec![ask("read the meter from hot to hot: 240 V is looked for, and lamps do not fit here")];
        }
        Legs::HotToNeutralNotRead => {
            return vec![ask(&format!("read the meter from each hot to the {to}: 120 V is looked for"))];
        }
        Legs::Off => {
            return vec![ask(
                "find out whether the circuit is on: nothing shows here. Treat it as live until it is proven dead",
            )];
        }
        Legs::Sound => Finding::meets(label.clone(), format!("Two legs and the {to} are there: {figures}.")),
        Legs::NeutralOpen if without_neutral => danger(format!("The ground is open or bad: {figures}.")),
        Legs::SameLeg if without_neutral => danger(format!("Both hots are on one leg: {figures}. There is no 240 V.")),
        Legs::NeutralOpen => danger(format!(
            "The neutral is open or bad: {figures}. What runs at 120 V in the appliance shares 240 V, and its frame may be live."
        )),
        Legs::SameLeg => danger(format!(
            "Both hots are on one leg: {figures}. There is no 240 V, and the neutral carries the sum of both."
        )),
        Legs::LegOpen => danger(format!("One leg is open, or its slot is on the {to}: {figures}.")),
        Legs::NoLeg => danger(format!("Neither leg reaches the {to} as it should: {figures}.")),
        Legs::Confused => {
            ask("prove the meter on a known live outlet and read again: these readings fit no single wiring")
        }
    };
    let figures = &read.ground_figures;
    let ground = match read.ground {
        GroundSlot::NotThere => None,
        GroundSlot::NotRead => Some(ask("read the meter from one hot to the ground: 120 V is looked for")),
        GroundSlot::NoReference => {
            Some(ask("find the fault of hots and neutral first: the ground is read against them"))
        }
        GroundSlot::Sound => Some(Finding::meets(label.clone(), format!("The ground is there: {figures}."))),
        GroundSlot::Open => Some(danger(format!("The ground is open: {figures}."))),
        GroundSlot::Bad => Some(danger(format!("The ground is open or bad: {figures}."))),
        GroundSlot::Live => Some(danger(format!("The ground is live: {figures}."))),
    };
    std::iter::once(legs).chain(ground).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{DeviceKind, Half, Meter, MeterReading, Probe, RangeWires};
    use crate::quantity::Voltage;
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, judged};

    /// Hot to hot, each hot to the neutral, hot to ground; under 0 V stands for not read.
    fn read(wires: Option<RangeWires>, volts: [i32; 4]) -> (Verdict, Severity, String) {
        let mut contents = box_with_device(DeviceKind::RangeReceptacle);
        contents.devices[0].range_wires = wires;
        let pairs = [
            (Probe::Hot, Probe::OtherHot),
            (Probe::Hot, Probe::Neutral),
            (Probe::OtherHot, Probe::Neutral),
            (Probe::Ground, Probe::Hot),
        ];
        contents.readings = pairs
            .into_iter()
            .zip(volts)
            .filter_map(|((from, to), volts)| {
                let volts = Some(Voltage::volts(u16::try_from(volts).ok()?));
                let (half, meter) = (Half::Upper, Meter::LowImpedance);
                Some(MeterReading { half, meter, from, to, volts, loaded: false, at: None })
            })
            .collect();
        let result = judged("wiring-fault", &contents, Edition::Nec2023, None);
        (result.verdict, result.severity, result.sentence.into_owned())
    }

    #[test]
    fn two_legs_a_neutral_and_a_ground() {
        // 120/240 V, three-wire, from the service: two legs of opposite phase about a grounded neutral. A fact of the trade.
        let four = Some(RangeWires::Four);
        let (met, danger, fault) = (Verdict::Meets, Severity::Danger, Verdict::Violates);
        assert_eq!(read(four, [241, 121, 120, 121]).0, met);
        assert_eq!(read(None, [208, 120, 120, 120]).0, met, "two legs of a three-phase building");
        let cases = [
            ([0, 120, 120, 120], "on one leg"),
            ([240, 148, 92, 148], "neutral is open"),
            ([240, 120, 120, 0], "ground is open"),
            ([240, 120, 120, 240], "ground is live"),
            ([240, 120, 120, 70], "ground is open or bad"),
        ];
        for (volts, words) in cases {
            let (verdict, severity, sentence) = read(four, volts);
            assert_eq!((verdict, severity), (fault, danger), "{volts:?}: {sentence}");
            assert!(sentence.contains(words), "{volts:?}: {sentence}");
        }
        let (verdict, severity, sentence) = read(four, [120, 120, 0, 120]);
        assert_eq!((verdict, severity), (fault, danger), "{sentence}");
        assert!(sentence.contains("One leg is open"), "{sentence}");
    }

    #[test]
    fn what_was_not_read_or_is_off_is_no_fault() {
        for (volts, words) in [
            ([-1, -1, -1, -1], "hot to hot"),
            ([240, 120, -1, -1], "each hot to the neutral"),
            ([240, 120, 120, -1], "one hot to the ground"),
            ([0, 0, 0, 0], "Treat it as live"),
        ] {
            let (verdict, _, sentence) = read(Some(RangeWires::Four), volts);
            assert_eq!(verdict, Verdict::NotMeasured, "{volts:?}");
            assert!(sentence.contains(words), "{volts:?}: {sentence}");
        }
    }

    #[test]
    fn a_three_wire_receptacle_has_no_ground_to_read() {
        assert_eq!(read(Some(RangeWires::Three), [240, 120, 120, -1]).0, Verdict::Meets);
    }
}
