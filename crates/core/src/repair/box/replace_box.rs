//! `replace-box`: the old box comes out and one with wings and clamps goes in.

use crate::electrical::{Evidence, Ground};
use crate::facts::{BoxContents, BoxHold, BoxKind, Construction, Fittings, Observation, Seat, Stand, WallFinish};
use crate::quantity::{Length, Volume};
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::rules::fill;
use crate::standard::Location;

/// What a new box mends, by what it is and by what it does to the lengths.
pub(super) const NEW_BOX_MENDS: &[&str] = &[
    "box-fill",
    "device-depth",
    "box-secure",
    "box-setback",
    "box-surround",
    "opening-closed",
    "cable-entry",
    "box-present",
    "metal-box-bonded",
    "box-support-far-side",
    "device-secure",
    "free-conductor-length",
    "free-conductor-reach",
    "ground-present",
];

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "replace-box",
    title: "Replace the box by a clamping old-work box",
    mends: NEW_BOX_MENDS,
    act: Act::SetBox,
    least_minutes: 25,
    intrusiveness: 3,
    for_circuit: false,
    plan,
};

/// Old-work boxes by gangs: volume in hundredths of a cubic inch, depth in sixteenths. Common practice, no source; the
/// mark in the box governs.
const OLD_WORK: [(u32, u32, u32); 8] = [
    (1, 1400, 44),
    (1, 1800, 44),
    (1, 2030, 52),
    (1, 2250, 56),
    (2, 2800, 44),
    (2, 3400, 56),
    (3, 4400, 44),
    (4, 5800, 44),
];

/// Sheath left inside a new box.
const SHEATH: Length = Length::sixteenths(8);

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let reason = |text: &str| Err(vec![text.to_owned()]);
    match (contents.kind, contents.finish_to_be()) {
        (BoxKind::Device, Some(WallFinish::GypsumBoard | WallFinish::Plaster | WallFinish::Wood)) => {}
        (BoxKind::Device, None) => return reason("what the wall is made of is not noted"),
        (BoxKind::Device, Some(finish)) => {
            return Err(vec![format!("an old-work box clamps board, plaster or panel, not {}", finish.name())]);
        }
        _ => return reason("old-work boxes are made for devices"),
    }
    diagnosis.measure_first(REPAIR.mends)?;
    let mut change = diagnosis.change(25);
    let (volume, depth) = set_new_box(diagnosis, &mut change.after)?;
    describe(diagnosis, &mut change, volume, depth);
    change.caution("Look for what runs behind the board before the old box is cut out.");
    fire_rating(diagnosis, &mut change);
    Ok(change)
}

/// Puts the smallest old-work box that does in the place of the old one; what was done to the old one is gone.
///
/// # Errors
/// Why none does, with the figures.
pub(in crate::repair) fn set_new_box(
    diagnosis: &Diagnosis,
    after: &mut BoxContents,
) -> Result<(Volume, Length), Vec<String>> {
    if let Some(cable) = after.cables.iter().find(|cable| cable.method.is_metal()) {
        // NEC 314.3, from memory: nonmetallic boxes go with nonmetallic cable and raceway.
        let method = cable.method.name();
        return Err(vec![format!("{method} ends here: an old-work box of plastic would cut its path to ground")]);
    }
    if after.location.is_some_and(Location::is_damp) {
        // NEC 314.15, from memory, sure.
        return Err(vec![
            "an old-work box is for dry walls: a box listed for wet locations is wanted outdoors".to_owned(),
        ]);
    }
    let no_ground = matches!(Evidence::of(after).ground(after), Ground::Absent | Ground::Suspect);
    let bare_of_it = diagnosis.breaks("ground-present") || no_ground && diagnosis.breaks("metal-box-bonded");
    if after.construction == Some(Construction::Metal) && bare_of_it {
        return Err(vec![
            "a plastic box does not bring the ground that is missing: bring one, or protect by a GFCI".to_owned(),
        ]);
    }
    let basis = diagnosis.situation.basis;
    let gangs = after.gang_count();
    after.construction = Some(Construction::Nonmetallic);
    after.size = None;
    after.added.clear();
    after.bond = None;
    after.fittings = Fittings { internal_clamps: Some(false), ..after.fittings.clone() };
    let required = fill(after, basis.edition, basis.units).map_err(|need| vec![need.words])?.required_volume;
    let deepest = after.devices.iter().map(|device| device.behind.unwrap_or(device.kind.usual_depth())).max();
    let fits = |(_, hundredths, depth): &&(u32, u32, u32)| {
        let room = Length::sixteenths(*depth).less(deepest.unwrap_or_default());
        Volume::centi_cubic_inches(*hundredths) >= required && room >= Length::sixteenths(4)
    };
    let Some((_, hundredths, depth)) = OLD_WORK.iter().filter(|(for_gangs, ..)| *for_gangs == gangs).find(fits) else {
        let largest = OLD_WORK.iter().filter(|(for_gangs, ..)| *for_gangs == gangs).map(|(_, v, _)| *v).max();
        let largest = largest.map_or_else(
            || "none is made".to_owned(),
            |v| format!("the largest has {}", Volume::centi_cubic_inches(v).print(basis.units)),
        );
        return Err(vec![format!("{} are needed in {gangs} gang; {largest}", required.print(basis.units))]);
    };
    let (volume, depth) = (Volume::centi_cubic_inches(*hundredths), Length::sixteenths(*depth));
    after.kind = BoxKind::Device;
    after.marked_volume = Some(volume);
    after.depth = Some(depth);
    after.wall_finish = after.finish_to_be();
    after.stand = Stand {
        set_back: Some(Length::ZERO),
        gap: Some(Length::ZERO),
        far_side: Some(true),
        held_by: Some(BoxHold::Wings),
        ..Stand::default()
    };
    for cable in &mut after.cables {
        // The conductors keep their length from the sheath; the opening is now farther from it, or nearer.
        let end = depth.less(SHEATH);
        for conductor in after.conductors.iter_mut().filter(|conductor| conductor.cable == Some(cable.id)) {
            let length = conductor.free_length.or_else(|| (conductor.reach? + cable.sheath_end?).past());
            conductor.free_length = length;
            conductor.reach = length.map(|length| length - end);
        }
        cable.sheath_end = Some(end);
        cable.sheath_inside = Some(SHEATH);
        cable.clamped = Some(true);
    }
    for device in &mut after.devices {
        device.seat = Some(Seat::BoxEars);
        device.spacers = 0;
    }
    for what in [
        Observation::BoxLoose,
        Observation::OpenKnockout,
        Observation::EntryUnprotected,
        Observation::CablesShareEntry,
        Observation::NoBox,
        Observation::DeviceLoose,
    ] {
        after.observe(what, false);
    }
    Ok((volume, depth))
}

/// Said where the wall holds back fire, or may: between a garage and the dwelling, or between dwellings.
///
/// # Source
/// IRC R302.4.2, IBC 714.4.2, NEC 300.21, from memory; may be off.
pub(super) fn fire_rating(diagnosis: &Diagnosis, change: &mut Change) {
    let contents = diagnosis.situation.contents;
    let units = diagnosis.situation.basis.units;
    match contents.stand.fire_rated {
        Some(true) => {
            change.step(
                Act::SetBox,
                format!(
                    "In this fire-rated wall take a box listed for its rating, of {} at most; keep it {} from any box on the other \
                     side, or put a listed putty pad round it.",
                    units.either("16 in²", "100 cm²"),
                    units.either("24 in", "600 mm")
                ),
            );
            change.bring(("putty-pad-listed-for-the-wall", "putty pad, listed for the wall"), 1);
        }
        None if contents.location == Some(Location::Garage) => {
            change.caution(
                "Between a garage and the dwelling the wall may be fire-rated: a plastic box there is listed for it.",
            );
        }
        _ => {}
    }
}

/// Says what is done and brought.
pub(super) fn describe(diagnosis: &Diagnosis, change: &mut Change, volume: Volume, depth: Length) {
    let units = diagnosis.situation.basis.units;
    let gangs = diagnosis.situation.contents.gang_count();
    change.step(Act::SetBox, "Take the old box out.");
    change.step(
        Act::SetBox,
        format!(
            "Bring the cables in with {} of sheath inside, clamp them, set the box and draw its wings up.",
            SHEATH.say(units)
        ),
    );
    let words = format!("old-work box, {gangs} gang, {} or more, {} deep", volume.print(units), depth.say(units));
    change.bring((format!("old-work-box-{gangs}-{}-{}", volume.nl(), depth.nm()), words), 1);
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::repair::Standing;
    use crate::standard::WiringMethod;
    use crate::testing::{box_with_device, repaired};

    fn overfilled(length: u32) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.wall_finish = Some(WallFinish::GypsumBoard);
        contents.marked_volume = Some(Volume::centi_cubic_inches(1050));
        contents.construction = Some(Construction::Nonmetallic);
        for conductor in &mut contents.conductors {
            conductor.free_length = Some(Length::sixteenths(length));
        }
        contents
    }

    #[test]
    fn the_smallest_that_holds_it_is_taken() {
        // By hand: 2 × 2.25 + 2 × 2.25 + 2.25 = 11.25 in³: 14 in³ does.
        let proposal = repaired(REPAIR.code, &overfilled(112));
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(proposal.materials.iter().any(|line| line.what.contains("14 in³")), "{:?}", proposal.materials);
    }

    #[test]
    fn a_deeper_sheath_end_eats_reach() {
        // By hand: 2 3/4 in deep less 1/2 in of sheath: it ends 2 1/4 in behind; 5 in of conductor reaches 2 3/4 in.
        let mut contents = overfilled(80);
        contents.cables[0].sheath_end = Some(Length::inches(1));
        let proposal = repaired(REPAIR.code, &contents);
        let after = proposal.after.expect("it is possible");
        assert_eq!(after.conductors[0].reach, Some(Length::sixteenths(44).into()));
    }

    #[test]
    fn tile_is_not_clamped() {
        let mut contents = overfilled(112);
        contents.wall_finish = Some(WallFinish::Tile);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
    }

    #[test]
    fn outdoors_wants_another_box() {
        let mut contents = overfilled(112);
        contents.location = Some(Location::Outdoors);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
    }

    #[test]
    fn a_fire_rated_wall_is_spoken_of() {
        let mut contents = overfilled(112);
        contents.stand.fire_rated = Some(true);
        let proposal = repaired(REPAIR.code, &contents);
        assert!(proposal.steps.iter().any(|step| step.words.contains("24 in from any box")), "{:?}", proposal.steps);
        (contents.stand.fire_rated, contents.location) = (None, Some(Location::Garage));
        let proposal = repaired(REPAIR.code, &contents);
        assert!(proposal.cautions.iter().any(|caution| caution.contains("fire-rated")), "{:?}", proposal.cautions);
    }

    #[test]
    fn plastic_is_no_way_to_be_rid_of_a_missing_ground() {
        let mut contents = overfilled(112);
        contents.construction = Some(Construction::Metal);
        contents.conductors.truncate(2);
        assert!(repaired(REPAIR.code, &contents).reasons[0].contains("does not bring the ground"));
    }

    #[test]
    fn a_plastic_box_does_not_end_metal_that_is_the_ground() {
        for method in WiringMethod::ALL.into_iter().filter(|method| method.is_metal()) {
            let mut contents = overfilled(112);
            contents.cables[0].method = method;
            let proposal = repaired(REPAIR.code, &contents);
            assert_eq!(proposal.standing, Standing::Rejected, "{}", method.name());
            assert!(proposal.reasons[0].contains("path to ground"), "{:?}", proposal.reasons);
        }
    }
}
