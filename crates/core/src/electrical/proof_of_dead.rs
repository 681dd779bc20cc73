//! The dead test: a procedure, not a tick. Prove the instrument on a known live point, test every half and every cable,
//! prove the instrument again; by two methods.
//!
//! # Source
//! The order of prove, test, prove again is that of NFPA 70E, 120.5, from memory; two methods are common practice, no
//! source.

use serde::Serialize;
use utoipa::ToSchema;

use super::evidence::Evidence;
use super::wiring::WiringState;
use crate::facts::{BoxContents, DeadMethod, DeadOutcome, DeadStep, DeadTestMethods, DeviceKind};
use crate::quantity::capitalised;

/// What a step is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DeadStepKind {
    /// Switch off and keep it off.
    SwitchOff,
    /// Prove the instrument on a known live point.
    Prove,
    /// Test a point.
    Test,
    /// Prove the instrument again.
    ProveAgain,
}

/// A step of the procedure with what was done of it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DeadStepView {
    /// Its name, "meter/device-1-upper".
    pub step: String,
    /// What it is.
    pub kind: DeadStepKind,
    /// What is used.
    pub method: Option<DeadMethod>,
    /// What to do, in words.
    pub words: String,
    /// What it showed; absent until it is done.
    pub outcome: Option<DeadOutcome>,
    /// When.
    pub at: Option<String>,
}

/// How far the dead test is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DeadState {
    /// Nothing was done yet, or not everything.
    Unproven,
    /// Something is live: stop.
    Live,
    /// An instrument did not answer on a live point: what it showed counts for nothing.
    InstrumentFailed,
    /// Every step is done, in order.
    ProvenDead,
}

/// The dead test of a box, or of a shut-down.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DeadTest {
    /// How far it is.
    pub state: DeadState,
    /// Every step in order.
    pub steps: Vec<DeadStepView>,
    /// The step to do next.
    pub next: Option<String>,
    /// How many are done.
    pub done: usize,
    /// One plain sentence.
    pub sentence: String,
}

struct Wish {
    step: String,
    kind: DeadStepKind,
    method: Option<DeadMethod>,
    words: String,
}

/// The points to test in a box, each with its name and what to do.
fn points(contents: &BoxContents) -> Vec<(String, String)> {
    let mut points = Vec::new();
    for device in &contents.devices {
        let label = device.label();
        let mut point = |half: &str, words: String| points.push((format!("device-{}{half}", device.id), words));
        match device.kind {
            DeviceKind::DuplexReceptacle | DeviceKind::TwoSlotReceptacle | DeviceKind::GfciReceptacle => {
                point("-upper", format!("{label}, upper half: hot to neutral, hot to ground, neutral to ground"));
                point("-lower", format!("{label}, lower half: hot to neutral, hot to ground, neutral to ground"));
            }
            DeviceKind::Bell | DeviceKind::Blank => {}
            DeviceKind::Alarm | DeviceKind::Transformer => point("", format!("{label}: each lead to ground")),
            kind if kind.is_switch_only() => point("", format!("{label}: each screw to ground")),
            _ => point("", format!("{label}: hot to neutral, hot to ground, neutral to ground")),
        }
    }
    for cable in &contents.cables {
        points.push((
            format!("cable-{}", cable.id),
            format!("{}: each conductor to ground, and to each other", cable.name()),
        ));
    }
    if contents.construction != Some(crate::facts::Construction::Nonmetallic) {
        points
            .push(("metal".to_owned(), "the metal of the box, and of what hangs on it, to a known ground".to_owned()));
    }
    if contents.cables.is_empty() {
        points.push(("conductors".to_owned(), "every conductor to ground, and to each other".to_owned()));
    }
    points
}

/// An outlet that is dead before anything is switched off says nothing of which breaker feeds it.
pub(crate) fn hot_may_be_open(contents: &BoxContents) -> bool {
    Evidence::of(contents).halves.iter().any(|half| half.causes.contains(&WiringState::OpenHot))
}

/// A box of a shut-down.
pub struct BoxToTest<'a> {
    /// Its short name.
    pub tag: &'a str,
    /// The breaker that makes it dead, "breaker 7"; empty where that is not said.
    pub off: String,
    /// What is in it.
    pub contents: &'a BoxContents,
}

/// What is switched off in a shut-down, and what stays live.
#[derive(Default)]
pub struct SwitchedOff {
    /// The breakers that are switched off, "7 and 9 of the main panel"; empty where that is not said.
    pub off: String,
    /// The main is off, and with it everything.
    pub main_off: bool,
    /// An outlet that stays live, to prove instruments on; empty where none is known.
    pub live_point: String,
}

impl SwitchedOff {
    /// Where an instrument is proved.
    fn proved_on(&self) -> String {
        if self.main_off {
            return "a proving unit, or a plug-in outlet of another supply; never on the meter or the service conductors"
                .to_owned();
        }
        if self.live_point.is_empty() { "a point known to be live".to_owned() } else { self.live_point.clone() }
    }

    fn switch_off(&self) -> String {
        if self.main_off {
            return "Switch the main off, lock or tag it: an outlet here was dead already, so no breaker can be confirmed at it. \
                    The line side of the main stays live."
                .to_owned();
        }
        let off = if self.off.is_empty() { "the breaker" } else { &self.off };
        format!("Switch off {off}, lock or tag it. There may be a second circuit in the box.")
    }
}

const fn code_of(method: DeadMethod) -> &'static str {
    match method {
        DeadMethod::Meter => "meter",
        DeadMethod::Detector => "detector",
        DeadMethod::Lamps => "lamps",
    }
}

const fn used(methods: DeadTestMethods) -> &'static [DeadMethod] {
    match methods {
        DeadTestMethods::TwoInstruments => &[DeadMethod::Detector, DeadMethod::Meter],
        DeadTestMethods::OneProved => &[DeadMethod::Meter],
    }
}

fn off(supply: &SwitchedOff) -> Wish {
    let step = if supply.main_off { "main-off" } else { "breaker-off" };
    Wish { step: step.to_owned(), kind: DeadStepKind::SwitchOff, method: None, words: supply.switch_off() }
}

fn prove(method: DeadMethod, supply: &SwitchedOff) -> Wish {
    let (name, on) = (method.name(), supply.proved_on());
    let reference = match method {
        DeadMethod::Meter => {
            ", hot to neutral and hot to ground: dead to ground counts only against a ground that just read live"
        }
        _ => "",
    };
    let words = format!("Prove the {name} on {on}{reference}");
    Wish { step: format!("{}/prove", code_of(method)), kind: DeadStepKind::Prove, method: Some(method), words }
}

fn prove_again(method: DeadMethod) -> Wish {
    let words = format!("Prove the {} again on the same live point", method.name());
    Wish {
        step: format!("{}/prove-again", code_of(method)),
        kind: DeadStepKind::ProveAgain,
        method: Some(method),
        words,
    }
}

/// One box, one instrument after the other.
fn of_box(contents: &BoxContents, methods: DeadTestMethods) -> Vec<Wish> {
    let supply = SwitchedOff { main_off: hot_may_be_open(contents), ..SwitchedOff::default() };
    let mut wishes = vec![off(&supply)];
    for &method in used(methods) {
        wishes.push(prove(method, &supply));
        wishes.extend(points(contents).into_iter().map(|(point, words)| Wish {
            step: format!("{}/{point}", code_of(method)),
            kind: DeadStepKind::Test,
            method: Some(method),
            words: format!("{}, {}", capitalised(&words), method.name()),
        }));
        wishes.push(prove_again(method));
    }
    wishes
}

/// Several boxes: the instruments proved once, then box by box with both, and proved again.
fn of_shut_down(boxes: &[BoxToTest], methods: DeadTestMethods, supply: &SwitchedOff) -> Vec<Wish> {
    let mut wishes = vec![off(supply)];
    wishes.extend(used(methods).iter().map(|method| prove(*method, supply)));
    for BoxToTest { tag, off, contents } in boxes {
        let by = if off.is_empty() { String::new() } else { format!(", {off} off") };
        for &method in used(methods) {
            wishes.extend(points(contents).into_iter().map(|(point, words)| Wish {
                step: format!("{}/{tag}/{point}", code_of(method)),
                kind: DeadStepKind::Test,
                method: Some(method),
                words: format!("{tag}{by}: {words}, {}", method.name()),
            }));
        }
    }
    wishes.extend(used(methods).iter().map(|method| prove_again(*method)));
    wishes
}

/// The dead test of one box.
pub fn dead_test_of_box(contents: &BoxContents, methods: DeadTestMethods) -> DeadTest {
    evaluate(of_box(contents, methods), &contents.dead_test)
}

/// The dead test of a shut-down: the instruments proved once before and once after, box by box with all of them.
pub fn dead_test_of_shut_down(
    boxes: &[BoxToTest],
    methods: DeadTestMethods,
    supply: &SwitchedOff,
    done: &[DeadStep],
) -> DeadTest {
    evaluate(of_shut_down(boxes, methods, supply), done)
}

fn evaluate(wishes: Vec<Wish>, done: &[DeadStep]) -> DeadTest {
    // A step counts only when it was done after the one before it: the last word on each step is taken.
    let mut since = "";
    let mut in_order = true;
    let mut steps = Vec::new();
    for wish in wishes {
        let record = done.iter().rev().find(|step| step.step == wish.step);
        let counts = in_order && record.is_some_and(|record| record.at.as_str() >= since);
        match record.filter(|_| counts) {
            Some(record) => since = &record.at,
            None => in_order = false,
        }
        let record = record.filter(|record| counts || record.outcome == DeadOutcome::Live);
        steps.push(DeadStepView {
            outcome: record.map(|record| record.outcome),
            at: record.map(|record| record.at.clone()),
            step: wish.step,
            kind: wish.kind,
            method: wish.method,
            words: wish.words,
        });
    }
    let first = |outcome| steps.iter().find(|step| step.outcome == Some(outcome));
    let next = steps.iter().find(|step| step.outcome.is_none()).map(|step| step.step.clone());
    let count = steps.iter().filter(|step| step.outcome.is_some()).count();
    let (state, sentence) = if let Some(live) = first(DeadOutcome::Live) {
        let place = live.words.clone();
        (DeadState::Live, format!("Live: {place}. Stop. A second source feeds it, or the wrong breaker is off."))
    } else if let Some(failed) = first(DeadOutcome::NoAnswer) {
        let name = failed.method.map_or("instrument", DeadMethod::name);
        let sentence =
            format!("The {name} does not answer on a live point: all it showed counts for nothing. Begin again.");
        (DeadState::InstrumentFailed, sentence)
    } else if next.is_none() {
        let at = steps.last().and_then(|step| step.at.clone()).unwrap_or_default();
        let time = at.get(11..16).unwrap_or_default();
        (
            DeadState::ProvenDead,
            format!("Proven dead at {time} UTC, {count} steps. It holds until anything is switched on again."),
        )
    } else {
        (DeadState::Unproven, format!("Unproven: {count} of {} steps done. Take it for live.", steps.len()))
    };
    DeadTest { state, next: next.filter(|_| state == DeadState::Unproven), done: count, steps, sentence }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Half, Lamp, LampReading};
    use crate::testing::box_with_device;

    fn done(test: &DeadTest, minute: usize, outcome: DeadOutcome) -> Option<DeadStep> {
        let step = test.next.clone()?;
        Some(DeadStep { step, outcome, at: format!("2026-03-04T10:{minute:02}:00Z") })
    }

    fn expected(test: &DeadTest) -> DeadOutcome {
        let next = test.steps.iter().find(|step| Some(&step.step) == test.next.as_ref());
        if next.is_some_and(|step| step.kind == DeadStepKind::Test) { DeadOutcome::Dead } else { DeadOutcome::Done }
    }

    fn all_done(contents: &mut BoxContents) -> DeadTest {
        for minute in 0..50 {
            let test = dead_test_of_box(contents, DeadTestMethods::TwoInstruments);
            match done(&test, minute, expected(&test)) {
                Some(step) => contents.dead_test.push(step),
                None => return test,
            }
        }
        unreachable!("the procedure ends")
    }

    #[test]
    fn it_is_unproven_until_every_step_is_done() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        let begin = dead_test_of_box(&contents, DeadTestMethods::TwoInstruments);
        assert_eq!((begin.state, begin.next.as_deref()), (DeadState::Unproven, Some("breaker-off")));
        let steps: Vec<&str> = begin.steps.iter().map(|step| step.step.as_str()).collect();
        for wanted in
            ["detector/prove", "meter/device-1-upper", "meter/device-1-lower", "meter/cable-1", "meter/prove-again"]
        {
            assert!(steps.contains(&wanted), "{wanted} of {steps:?}");
        }
        let end = all_done(&mut contents);
        assert_eq!((end.state, end.done), (DeadState::ProvenDead, begin.steps.len()));
        contents.dead_test.pop();
        let short = dead_test_of_box(&contents, DeadTestMethods::TwoInstruments);
        assert_eq!((short.state, short.next.as_deref()), (DeadState::Unproven, Some("meter/prove-again")));
    }

    #[test]
    fn proving_the_tester_before_the_test_is_what_counts() {
        let mut contents = box_with_device(DeviceKind::Switch);
        all_done(&mut contents);
        // The last proof is moved to before the tests: from there on nothing counts.
        let first = contents.dead_test[0].at.clone();
        contents.dead_test.last_mut().expect("there are steps").at = first;
        assert_eq!(dead_test_of_box(&contents, DeadTestMethods::TwoInstruments).state, DeadState::Unproven);
    }

    #[test]
    fn live_stops_and_a_dead_tester_counts_for_nothing() {
        let mut contents = box_with_device(DeviceKind::Switch);
        let begin = dead_test_of_box(&contents, DeadTestMethods::OneProved);
        contents.dead_test.extend(done(&begin, 1, DeadOutcome::Done));
        let prove = dead_test_of_box(&contents, DeadTestMethods::OneProved);
        let mut failed = contents.clone();
        failed.dead_test.extend(done(&prove, 2, DeadOutcome::NoAnswer));
        assert_eq!(dead_test_of_box(&failed, DeadTestMethods::OneProved).state, DeadState::InstrumentFailed);
        contents.dead_test.extend(done(&prove, 2, DeadOutcome::Done));
        let test = dead_test_of_box(&contents, DeadTestMethods::OneProved);
        contents.dead_test.extend(done(&test, 3, DeadOutcome::Live));
        let live = dead_test_of_box(&contents, DeadTestMethods::OneProved);
        assert_eq!((live.state, live.next), (DeadState::Live, None));
    }

    #[test]
    fn an_open_hot_demands_the_main() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        let [hot_neutral, hot_ground, neutral_ground] = [Lamp::Off; 3];
        contents.lamps = vec![LampReading { half: Half::Upper, hot_neutral, hot_ground, neutral_ground }];
        let test = dead_test_of_box(&contents, DeadTestMethods::TwoInstruments);
        assert_eq!(test.next.as_deref(), Some("main-off"));
    }

    #[test]
    fn a_shut_down_goes_box_by_box_with_both_instruments() {
        let (a, b) = (box_with_device(DeviceKind::Switch), box_with_device(DeviceKind::DuplexReceptacle));
        let boxes = [
            BoxToTest { tag: "K1", off: "breaker 7".to_owned(), contents: &a },
            BoxToTest { tag: "K2", off: "breaker 9".to_owned(), contents: &b },
        ];
        let supply = SwitchedOff { live_point: "the outlet at P1, breaker 3".to_owned(), ..SwitchedOff::default() };
        let test = dead_test_of_shut_down(&boxes, DeadTestMethods::TwoInstruments, &supply, &[]);
        let kinds: Vec<DeadStepKind> = test.steps.iter().map(|step| step.kind).collect();
        let count = |kind| kinds.iter().filter(|known| **known == kind).count();
        assert_eq!((count(DeadStepKind::Prove), count(DeadStepKind::ProveAgain)), (2, 2));
        assert!(test.steps[1].words.contains("the outlet at P1, breaker 3"), "{}", test.steps[1].words);
        let of = |tag: &str| -> Vec<usize> {
            (0..test.steps.len()).filter(|at| test.steps[*at].words.starts_with(tag)).collect()
        };
        let (first, second) = (of("K1, breaker 7 off: "), of("K2, breaker 9 off: "));
        assert!(!first.is_empty() && first.last() < second.first(), "all of K1 before all of K2");
        let methods: Vec<_> = first.iter().map(|at| test.steps[*at].method).collect();
        assert!(methods.contains(&Some(DeadMethod::Detector)) && methods.contains(&Some(DeadMethod::Meter)));
    }

    #[test]
    fn with_the_main_off_no_instrument_is_proved_on_the_service() {
        let a = box_with_device(DeviceKind::Switch);
        let boxes = [BoxToTest { tag: "K1", off: String::new(), contents: &a }];
        let supply =
            SwitchedOff { main_off: true, live_point: "the outlet at P1".to_owned(), ..SwitchedOff::default() };
        let test = dead_test_of_shut_down(&boxes, DeadTestMethods::OneProved, &supply, &[]);
        assert!(test.steps[1].words.contains("a proving unit"), "{}", test.steps[1].words);
        assert!(test.steps.iter().all(|step| !step.words.contains("outlet at P1")), "P1 is dead as well");
    }
}
