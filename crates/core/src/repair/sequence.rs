//! The steps of several repairs merged into one sequence in the order of doing, with what any opened box asks round them:
//! proven dead, noted and taken out before; landed, tightened, folded, closed, switched on and read after.

use super::act::{Act, WorkStep};
use super::terminals::terminals_in_use;
use crate::electrical::retest_words;
use crate::facts::{BoxContents, Construction, DeviceKind, DeviceTape, HouseRules, Observation};
use crate::rules::{Fill, Situation};

/// A box before and after the work, with what bears on how it is closed.
pub(super) struct Work<'a> {
    /// As found.
    pub before: &'a BoxContents,
    /// As the repairs leave it.
    pub after: &'a BoxContents,
    /// With its connectors it is crowded afterwards.
    pub crowded: bool,
    /// The schools of the house.
    pub house: &'a HouseRules,
}

impl<'a> Work<'a> {
    /// From a box as found to what repairs leave of it, whose fill is worked out.
    pub fn of(situation: &Situation<'a>, after: &'a BoxContents, fill: Option<&Fill>) -> Self {
        let crowded = fill.is_some_and(|fill| fill.crowded);
        Self { before: situation.contents, after, crowded, house: &situation.basis.house_rules }
    }
}

/// The steps of all repairs, and the general ones, in the order of doing. What two repairs say in the same words is said
/// once.
pub(super) fn sequence(steps: impl IntoIterator<Item = WorkStep>, work: &Work) -> Vec<WorkStep> {
    let mut own: Vec<WorkStep> = Vec::new();
    for step in steps {
        let alike =
            |known: &WorkStep| known.act == step.act && known.words == step.words && known.repair != step.repair;
        if !own.iter().any(alike) {
            own.push(step);
        }
    }
    let acts: Vec<Act> = own.iter().map(|step| step.act).collect();
    let has = |act: Act| acts.contains(&act);
    let opened = acts.iter().any(|act| act.opens_box());
    let freed = acts.iter().any(|act| frees_device(*act));
    // What comes before the repairs stands before their steps of the same kind, what comes after stands after.
    let mut all: Vec<WorkStep> = Vec::new();
    if acts.iter().any(|act| act.wants_dead()) {
        let words = "Switch off and lock or tag it; then prove this box dead, point by point, as its dead test says.";
        all.push(WorkStep::new(Act::ProveDead, words));
    }
    if opened {
        let words = "Photograph the box, and note each conductor with where it lands.";
        all.push(WorkStep::new(Act::NoteAsFound, words));
        all.extend(take_out(work, freed));
    }
    all.extend(own);
    let mut general = |act: Act, words: String| all.push(WorkStep::new(act, words));
    if opened {
        if lengths_change(work) {
            let words = "Measure each conductor again, from its sheath and past the opening, before it is folded.";
            general(Act::MeasureAgain, words.to_owned());
        }
        close(work, freed, &has, &mut general);
    }
    if opened || has(Act::Cover) || has(Act::AtPanel) {
        general(Act::PowerOn, "Switch on again, standing clear, once every hand is out: ask aloud.".to_owned());
    }
    if opened || has(Act::AtPanel) {
        for words in retest_words(work.after) {
            general(Act::Read, format!("{words}."));
        }
        for words in works(work.after) {
            general(Act::Read, words);
        }
    }
    all.sort_by_key(|step| step.act);
    all
}

/// What is seen to work again: what is switched here, and what hangs here.
fn works(contents: &BoxContents) -> Vec<String> {
    let mut words = Vec::new();
    for device in contents.devices.iter().filter(|device| device.kind.is_switch_only()) {
        let from = if device.kind == DeviceKind::ThreeWaySwitch { ", from each of its places" } else { "" };
        words.push(format!("{}: what it switches follows it{from}.", device.label()));
    }
    for device in &contents.devices {
        let works = match device.kind {
            DeviceKind::Alarm => "its button makes it sound, and the others with it",
            DeviceKind::Transformer | DeviceKind::Bell => "the bell rings from each of its buttons",
            _ => continue,
        };
        words.push(format!("{}: {works}.", device.label()));
    }
    if contents.hung.is_some() {
        words.push("What hangs here is switched on: it works, and does not hum or sway.".to_owned());
    }
    words
}

/// Conductors come off the device for it.
fn frees_device(act: Act) -> bool {
    matches!(
        act,
        Act::SetBox
            | Act::ExtendBox
            | Act::BringCable
            | Act::PullSlack
            | Act::StripCable
            | Act::FreshEnd
            | Act::Splice
            | Act::Extend
            | Act::NewDevice
            | Act::Land
    )
}

fn lengths_change(work: &Work) -> bool {
    let figures = |contents: &BoxContents| -> Vec<_> {
        contents.conductors.iter().map(|conductor| (conductor.id, conductor.free_length, conductor.reach)).collect()
    };
    let ends = |contents: &BoxContents| -> Vec<_> {
        contents.cables.iter().map(|cable| (cable.id, cable.sheath_end)).collect()
    };
    figures(work.before) != figures(work.after) || ends(work.before) != ends(work.after)
}

fn devices(contents: &BoxContents) -> &'static str {
    if contents.devices.len() == 1 { "device" } else { "devices" }
}

fn take_out(work: &Work, freed: bool) -> Option<WorkStep> {
    let before = work.before;
    let cover = if before.observed(Observation::CoverMissing) == Some(true) { "" } else { "Take the cover off. " };
    let words = if before.devices.is_empty() {
        match &before.hung {
            Some(_) => "Take the weight off what hangs here, with a second person or the hook of its bracket; lower it, and part its leads."
                .to_owned(),
            None if cover.is_empty() => return None,
            None => cover.trim_end().to_owned(),
        }
    } else if freed {
        format!("{cover}Draw the {} out and take the conductors off, one at a time.", devices(before))
    } else {
        format!("{cover}Draw the {} out with the conductors on.", devices(before))
    };
    Some(WorkStep::new(Act::TakeOut, words))
}

fn close(work: &Work, freed: bool, has: &impl Fn(Act) -> bool, general: &mut impl FnMut(Act, String)) {
    let after = work.after;
    if after.devices.is_empty() {
        general(Act::Fold, "Fold the conductors in, grounds at the back, splices apart from each other.".to_owned());
        if !has(Act::Cover) {
            let words = if after.hung.is_some() { "Hang it again and close its canopy." } else { "Fit the cover." };
            general(Act::Cover, words.to_owned());
        }
        return;
    }
    let land = match (freed, has(Act::Land)) {
        (true, true) => "Land the rest where it was noted.",
        (true, false) if after.grounds().next().is_none() => "Land each conductor where it was noted, the hot last.",
        (true, false) => "Land each conductor where it was noted: ground first, then neutral, then hot.",
        (false, _) => "Pull each conductor at its terminal: none may move.",
    };
    general(Act::Land, land.to_owned());
    let counted: Vec<usize> = after.devices.iter().map(|device| terminals_in_use(after, device)).collect();
    let total: usize = counted.iter().sum();
    let each = match counted.as_slice() {
        [_] => String::new(),
        several => format!(" ({})", several.iter().map(ToString::to_string).collect::<Vec<_>>().join(" + ")),
    };
    let terminals = if total == 1 { "terminal" } else { "terminals" };
    general(
        Act::Torque,
        format!(
            "Tighten {total} {terminals}{each} to the torque marked on the {}, counted one by one.",
            devices(after)
        ),
    );
    let tight = work.crowded || after.construction == Some(Construction::Metal);
    match work.house.device_tape {
        DeviceTape::Always => general(Act::Tape, "Tape once round the device over its screws.".to_owned()),
        DeviceTape::MetalOrTight if tight => {
            general(Act::Tape, "Tape once round the device over its screws: the box is of metal or tight.".to_owned());
        }
        DeviceTape::MetalOrTight | DeviceTape::Never => {}
    }
    general(Act::Fold, "Fold the conductors in a Z, grounds at the back and clear of live screws.".to_owned());
    if !has(Act::SeatDevice) {
        general(
            Act::SeatDevice,
            format!("Screw the {} home: it goes in without force and does not rock.", devices(after)),
        );
    }
    if !has(Act::Cover) {
        general(Act::Cover, "Fit the plate, snug and not drawn up.".to_owned());
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::box_with_device;

    fn words(steps: Vec<WorkStep>, contents: &BoxContents, school: DeviceTape, crowded: bool) -> Vec<String> {
        let house = HouseRules { device_tape: school, ..HouseRules::default() };
        let work = Work { before: contents, after: contents, crowded, house: &house };
        sequence(steps, &work).into_iter().map(|step| step.words).collect()
    }

    #[test]
    fn tape_is_a_matter_of_the_house() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.construction = Some(Construction::Nonmetallic);
        let tapes = |contents: &BoxContents, crowded, school| {
            let step = WorkStep::new(Act::Splice, "Join.");
            words(vec![step], contents, school, crowded).iter().any(|step| step.starts_with("Tape"))
        };
        assert!(!tapes(&contents, false, DeviceTape::MetalOrTight));
        assert!(tapes(&contents, true, DeviceTape::MetalOrTight));
        assert!(tapes(&contents, false, DeviceTape::Always));
        contents.construction = Some(Construction::Metal);
        assert!(tapes(&contents, false, DeviceTape::MetalOrTight));
        assert!(!tapes(&contents, true, DeviceTape::Never));
    }

    #[test]
    fn what_is_only_labelled_is_not_switched_off() {
        let contents = box_with_device(DeviceKind::Switch);
        let step = WorkStep::new(Act::Label, "Put the mark on.");
        assert_eq!(words(vec![step], &contents, DeviceTape::Never, false), ["Put the mark on."]);
    }

    #[test]
    fn a_cover_wants_it_dead_and_opens_nothing() {
        let contents = box_with_device(DeviceKind::Switch);
        let said = words(vec![WorkStep::new(Act::Cover, "Fit a plate.")], &contents, DeviceTape::Never, false);
        assert_eq!(said.len(), 3, "{said:?}");
        assert!(said[0].starts_with("Switch off") && said[1] == "Fit a plate." && said[2].starts_with("Switch on"));
    }

    #[test]
    fn what_two_repairs_say_alike_is_said_once() {
        let contents = box_with_device(DeviceKind::Switch);
        let step = |repair| WorkStep::new(Act::Splice, "Pull each conductor.").of(repair);
        let said = |steps| words(steps, &contents, DeviceTape::Never, false);
        let times = |said: Vec<String>| said.iter().filter(|words| *words == "Pull each conductor.").count();
        assert_eq!(times(said(vec![step("join-grounds"), step("remake-splice")])), 1);
        assert_eq!(times(said(vec![step("join-grounds"), step("join-grounds")])), 2, "two conductors alike are two");
    }
}
