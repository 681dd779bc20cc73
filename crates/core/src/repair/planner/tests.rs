//! Plans worked by hand, and what holds of every plan.

use proptest::prelude::*;

use super::search::{Search, bits};
use super::*;
use crate::facts::{
    Basis, BoxKind, Cable, Colour, Conductor, Construction, Device, DeviceKind, Observation, Role, Seat, WallFinish,
};
use crate::quantity::{Gauge, Length, Volume};
use crate::repair::{is_mended, repair};
use crate::testing::box_with_device;

fn planned(contents: &BoxContents) -> PlanOutcome {
    let basis = Basis::default();
    plan_box(&Situation::new(contents, &basis), Severity::Workmanship)
}

fn codes(plan: &Option<Plan>) -> Vec<&'static str> {
    plan.iter().flat_map(|plan| plan.steps.iter().map(|step| step.repair)).collect()
}

fn sunk_and_short() -> BoxContents {
    let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
    contents.wall_finish = Some(WallFinish::GypsumBoard);
    contents.construction = Some(Construction::Nonmetallic);
    contents.stand.set_back = Some(Length::sixteenths(6));
    contents.devices[0].seat = Some(Seat::Floating);
    for conductor in &mut contents.conductors {
        conductor.free_length = Some(Length::sixteenths(82));
    }
    contents
}

#[test]
fn extender_and_pigtails_are_planned_together() {
    // By hand: 5 1/8 in long, 2 in behind; an extender of 3/8 in leaves 2 3/4 in of reach, so that pigtails follow.
    let outcome = planned(&sunk_and_short());
    let plan = outcome.plan.as_ref().expect("it can be mended");
    assert!(codes(&outcome.plan).contains(&"box-extender"), "{:?}", codes(&outcome.plan));
    assert!(codes(&outcome.plan).iter().any(|code| code.starts_with("extend-")), "{:?}", codes(&outcome.plan));
    assert!(outcome.runner_up.as_ref().is_some_and(|other| other.cost >= plan.cost));
    assert!(outcome.rejected.iter().any(|rejected| rejected.repair == "spacers"));
}

#[test]
fn one_box_can_mend_several_faults() {
    let mut contents = sunk_and_short();
    contents.marked_volume = Some(Volume::centi_cubic_inches(1000));
    contents.observe(Observation::BoxLoose, true);
    contents.observe(Observation::OpenKnockout, true);
    contents.devices[0].seat = Some(Seat::BoxEars);
    let outcome = planned(&contents);
    assert!(codes(&outcome.plan).contains(&"replace-box"), "{:?}", codes(&outcome.plan));
    assert!(!codes(&outcome.plan).contains(&"close-openings"));
}

#[test]
fn what_cannot_be_mended_is_said_and_the_rest_is_planned() {
    let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
    contents.observe(Observation::OpenKnockout, true);
    contents.lamps = vec![crate::facts::LampReading {
        half: crate::facts::Half::Upper,
        hot_neutral: crate::facts::Lamp::Off,
        hot_ground: crate::facts::Lamp::Lit,
        neutral_ground: crate::facts::Lamp::Off,
    }];
    let outcome = planned(&contents);
    assert_eq!(codes(&outcome.plan), ["close-openings"]);
    assert_eq!(outcome.cannot.len(), 1);
    assert!(
        outcome.cannot[0].reasons.iter().any(|reason| reason.contains("find the break first")),
        "{:?}",
        outcome.cannot
    );
}

#[test]
fn what_was_given_up_goes_with_a_part_of_the_rest() {
    // Reach, fill and rating are to mend: reach takes a new cable, which fills the pan for good; the rating goes with the cable.
    let wire = |id, gauge, role| Conductor::new(id, Some(1), gauge, Colour::Black, role);
    let leg = Conductor { reach: Some(Length::ZERO.into()), ..wire(2, Gauge::Awg18, Role::SwitchedLeg) };
    let device = Device { amperes: Some(20), ..Device::new(1, DeviceKind::DuplexReceptacle) };
    let mut contents = BoxContents {
        kind: BoxKind::Pan,
        devices: vec![device],
        cables: vec![Cable { entry: crate::facts::CableEntry::Back, ..Cable::new(1) }],
        conductors: vec![wire(1, Gauge::Awg16, Role::EquipmentGrounding), leg],
        ..BoxContents::default()
    };
    contents.supply.amperes = Some(15);
    let outcome = planned(&contents);
    let cannot: Vec<&str> = outcome.cannot.iter().map(|cannot| cannot.rule).collect();
    assert_eq!((codes(&outcome.plan), cannot), (vec!["re-feed", "replace-receptacle"], vec!["box-fill"]));
}

#[test]
fn a_stop_ends_the_planning() {
    let mut contents = sunk_and_short();
    contents.observe(Observation::BrittleInsulation, true);
    let outcome = planned(&contents);
    assert!(outcome.referred && outcome.plan.is_none() && !outcome.wanted.is_empty());
}

#[test]
fn nothing_is_planned_for_nothing() {
    assert_eq!(planned(&box_with_device(DeviceKind::Switch)), PlanOutcome::default());
}

/// Repairs with cheap and dear ways, some of which break what others mend.
const SMALL: [&str; 7] = [
    "spacers",
    "box-extender",
    "close-openings",
    "resecure-box",
    "replace-box",
    "extend-in-line-lever",
    "extend-twist-on",
];

fn small() -> Vec<&'static Repair> {
    SMALL.iter().filter_map(|code| repair(code)).collect()
}

fn any_box() -> impl Strategy<Value = BoxContents> {
    (0_u32..10, 56_u32..140, 8_u32..44, any::<[bool; 4]>(), 900_u32..2400).prop_map(
        |(set_back, length, sheath, [loose, open, floating, wood], volume)| {
            let mut contents = sunk_and_short();
            contents.stand.set_back = Some(Length::sixteenths(set_back));
            contents.wall_finish = Some(if wood { WallFinish::Wood } else { WallFinish::GypsumBoard });
            contents.cables[0].sheath_end = Some(Length::sixteenths(sheath));
            for conductor in &mut contents.conductors {
                conductor.free_length = Some(Length::sixteenths(length));
            }
            contents.observe(Observation::BoxLoose, loose);
            contents.observe(Observation::OpenKnockout, open);
            contents.devices[0].seat = Some(if floating { Seat::Floating } else { Seat::BoxEars });
            contents.marked_volume = Some(Volume::centi_cubic_inches(volume));
            contents
        },
    )
}

/// The cheapest cost by trying every set of at most four repairs, with no estimate and nothing left out.
fn brute_force(search: &mut Search, wanted: &[&str]) -> Option<u64> {
    let sets = (1_u64..1 << search.repairs.len()).filter(|set| set.count_ones() <= 4);
    let costs = sets.filter_map(|set| {
        let found = search.found(set)?;
        (search.open(found.state, bits(wanted)) == 0).then_some(found.cost)
    });
    costs.min()
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 60, ..ProptestConfig::default() })]

    #[test]
    fn every_plan_passes_when_the_rules_are_run_on_it(contents in any_box()) {
        let basis = Basis::default();
        let situation = Situation::new(&contents, &basis);
        let before = judge(&Situation { new_work: true, ..situation });
        let outcome = plan_box(&situation, Severity::Workmanship);
        for plan in [&outcome.plan, &outcome.runner_up].into_iter().flatten() {
            let after = judge(&situation.after(&plan.after));
            let given_up: Vec<_> = outcome.cannot.iter().map(|cannot| cannot.rule).collect();
            for result in &after {
                let was = before.iter().find(|before| before.rule == result.rule).expect("the same rules");
                if outcome.wanted.contains(&result.rule) && !given_up.contains(&result.rule) {
                    prop_assert!(is_mended(was, result), "{}: {}", result.rule, result.sentence);
                } else {
                    prop_assert!(was.is_to_mend() || !result.is_to_mend(), "{} broken", result.rule);
                }
            }
        }
    }

    #[test]
    fn no_cheaper_plan_is_found_by_trying_everything(contents in any_box()) {
        let basis = Basis::default();
        let situation = Situation::new(&contents, &basis);
        let wanted = to_mend(&judge(&situation), Severity::Workmanship);
        let repairs = small();
        let mut search = Search::new(&situation, &repairs);
        let best = search.cheapest(&wanted, 0, 0).map(|found| found.cost);
        if wanted.is_empty() {
            return Ok(());
        }
        if let Some(tried) = brute_force(&mut search, &wanted) {
            prop_assert_eq!(best, Some(tried));
        }
    }

    #[test]
    fn one_more_repair_never_makes_it_dearer(contents in any_box(), left_out in 0_usize..SMALL.len()) {
        let basis = Basis::default();
        let situation = Situation::new(&contents, &basis);
        let wanted = to_mend(&judge(&situation), Severity::Workmanship);
        let all = small();
        let mut fewer = small();
        fewer.remove(left_out);
        let with_all = Search::new(&situation, &all).cheapest(&wanted, 0, 0).map(|found| found.cost);
        let with_fewer = Search::new(&situation, &fewer).cheapest(&wanted, 0, 0).map(|found| found.cost);
        if let Some(dear) = with_fewer {
            prop_assert!(with_all.is_some_and(|cheap| cheap <= dear), "{with_all:?} against {dear}");
        }
    }
}
