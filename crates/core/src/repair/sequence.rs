//! The steps of several repairs merged into one sequence in the order of doing, with what any opened box asks round them:
//! proven dead, noted and taken out before; landed, tightened, folded, closed, switched on and read after.

use super::act::{Act, WorkStep};
use super::terminals::terminals_in_use;
use crate::electrical::retest_words;
use crate::facts::{BoxContents, Construction, DeviceTape, HouseRules, Observation};
use crate::quantity::capitalised;

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

/// The steps of all repairs, and the general ones, in the order of doing. The same words are said once.
pub(super) fn sequence(steps: impl IntoIterator<Item = WorkStep>, work: &Work) -> Vec<WorkStep> {
    let mut all: Vec<WorkStep> = Vec::new();
    for step in steps {
        if !all.iter().any(|known| known.act == step.act && known.words == step.words) {
            all.push(step);
        }
    }
    let acts: Vec<Act> = all.iter().map(|step| step.act).collect();
    let mut general = |act: Act, words: String| all.push(WorkStep::new(act, words));
    let has = |act: Act| acts.contains(&act);
    let opened = acts.iter().any(|act| act.opens_box());
    if acts.iter().any(|act| act.wants_dead()) {
        general(
            Act::ProveDead,
            "Switch off and lock or tag it; then prove this box dead, point by point, as its dead test says."
                .to_owned(),
        );
    }
    if opened {
        general(Act::NoteAsFound, "Photograph the box, and note each conductor with where it lands.".to_owned());
        take_out(work, acts.iter().any(|act| frees_device(*act)), &mut general);
        if lengths_change(work) {
            let words = "Measure each conductor again, from its sheath and past the opening, before it is folded.";
            general(Act::MeasureAgain, words.to_owned());
        }
        close(work, acts.iter().any(|act| frees_device(*act)), &has, &mut general);
    }
    if opened || has(Act::Cover) || has(Act::AtPanel) {
        general(Act::PowerOn, "Switch on again, standing clear of the box.".to_owned());
    }
    if opened || has(Act::AtPanel) {
        for words in retest_words(work.after) {
            general(Act::Read, format!("{}.", capitalised(&words)));
        }
    }
    all.sort_by_key(|step| step.act);
    all
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

fn take_out(work: &Work, freed: bool, general: &mut impl FnMut(Act, String)) {
    let before = work.before;
    let cover = if before.observed(Observation::CoverMissing) == Some(true) { "" } else { "Take the cover off. " };
    let words = if before.devices.is_empty() {
        match &before.hung {
            Some(_) => "Take the weight off what hangs here, lower it, and part its leads.".to_owned(),
            None if cover.is_empty() => return,
            None => cover.trim_end().to_owned(),
        }
    } else if freed {
        format!("{cover}Draw the {} out and take the conductors off, one at a time.", devices(before))
    } else {
        format!("{cover}Draw the {} out with the conductors on.", devices(before))
    };
    general(Act::TakeOut, words);
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
    general(
        Act::Torque,
        format!("Tighten {total} terminals{each} to the torque marked on the {}, counted one by one.", devices(after)),
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
    use crate::facts::DeviceKind;
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
    fn the_same_words_are_said_once() {
        let contents = box_with_device(DeviceKind::Switch);
        let step = || WorkStep::new(Act::Splice, "Pull each conductor.");
        let said = words(vec![step(), step()], &contents, DeviceTape::Never, false);
        assert_eq!(said.iter().filter(|words| *words == "Pull each conductor.").count(), 1);
    }
}
