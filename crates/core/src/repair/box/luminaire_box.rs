//! `luminaire-box`: a box made for luminaires where there is none, or one of the wrong kind: on a bar in a ceiling, clamped in a
//! board wall, in a mounting block on siding, in or on masonry.

use crate::facts::{
    Added, BoxContents, BoxHold, BoxKind, CanopySeal, CanopySurface, Carries, Construction, Fittings, Hung, HungKind,
    Observation, Stand, WallFinish,
};
use crate::quantity::{Length, Volume};
use crate::repair::subject_proposal::IN_THE_WALL;
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::rules::fill;
use crate::standard::Location;
use crate::standard::hanging::BOX_FOR_LUMINAIRES;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "luminaire-box",
    title: "Box made for the luminaire",
    mends: &[
        "box-setback",
        "box-present",
        "luminaire-support",
        "luminaire-secure",
        "splice-enclosed",
        "box-secure",
        "box-fill",
        "cable-entry",
        "opening-closed",
        "wet-location",
        "canopy-bearing",
        "canopy-closed",
        "canopy-drain",
        "fan-ready",
        "free-conductor-length",
        "free-conductor-reach",
        "box-surround",
        "box-support-far-side",
    ],
    act: Act::SetBox,
    least_minutes: 35,
    intrusiveness: 3,
    for_circuit: false,
    plan,
};

/// Sheath left inside a new box.
const SHEATH: Length = Length::sixteenths(8);

/// What any new box for what hangs puts an end to.
pub(super) const NEW_BOX_ENDS: [Observation; 7] = [
    Observation::NoBox,
    Observation::BoxLoose,
    Observation::OpenKnockout,
    Observation::EntryUnprotected,
    Observation::CablesShareEntry,
    Observation::SpliceOutside,
    Observation::HangsByConductors,
];

/// A box that is brought: volume in hundredths of a cubic inch, depth in sixteenths. Common practice, no source; the mark in
/// the box governs.
struct New {
    sizes: &'static [(u32, u32)],
    what: &'static str,
    code: &'static str,
    kind: BoxKind,
    carries: Carries,
    work: &'static str,
}

const ON_A_BAR: New = New {
    sizes: &[(1550, 24), (2150, 34)],
    what: "ceiling box on an old-work bar, marked for fans",
    code: "ceiling-box-on-bar",
    kind: BoxKind::Octagon,
    carries: Carries::Fan,
    work: "Cut the opening to the box beside the joists, turn the bar out between them until it bites, and draw the box up to it, flush.",
};
const IN_BOARD: New = New {
    sizes: &[(1400, 36), (1600, 44)],
    what: "round old-work box, made for luminaires",
    code: "round-old-work-box",
    kind: BoxKind::Octagon,
    carries: Carries::Luminaire,
    work: "Cut the round opening clear of the studs, bring the cable in, and draw the clamps up against the back of the board.",
};
const IN_A_BLOCK: New = New {
    sizes: &[(1600, 32), (2000, 40)],
    what: "mounting block with a box in it, for wet places, to the lap of the siding",
    code: "mounting-block-with-box",
    kind: BoxKind::Octagon,
    carries: Carries::Luminaire,
    work: "Cut the siding to the block, screw the block to the sheathing and framing, flash its top, seal its sides, and bring the cable \
           in through its back with its clamp.",
};
const ON_MASONRY: New = New {
    sizes: &[(1550, 24), (2150, 34)],
    what: "round box for wet places, with threaded hubs",
    code: "round-wet-box",
    kind: BoxKind::Octagon,
    carries: Carries::Luminaire,
    work: "Anchor the box to the masonry through its back with two anchors; bring the cable in from behind, and plug the other hubs.",
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let basis = diagnosis.situation.basis;
    let hung = hung_on_box(diagnosis)?;
    if let Some(mass) = hung.mass.filter(|mass| *mass > BOX_FOR_LUMINAIRES) {
        let (mass, most) = (mass.print(basis.units), BOX_FOR_LUMINAIRES.print(basis.units));
        return Err(vec![format!(
            "{mass} is more than a box for luminaires carries, {most}: hang it from the structure"
        )]);
    }
    let new = which(contents, hung)?;
    let mut change = diagnosis.change(35);
    let after = &mut change.after;
    stand_new(after, new);
    let required = fill(after, basis.edition, basis.units).map_err(|need| vec![need.words])?.required_volume;
    let holds = |(volume, _): &&(u32, u32)| Volume::centi_cubic_inches(*volume) >= required;
    let Some((volume, depth)) = new.sizes.iter().find(holds) else {
        return Err(vec![format!("{} are needed; no {} has as much", required.print(basis.units), new.what)]);
    };
    set(after, Volume::centi_cubic_inches(*volume), Length::sixteenths(*depth));
    let volume = Volume::centi_cubic_inches(*volume).print(basis.units);
    let seals = after.hung.as_ref().is_some_and(|hung| hung.seal == Some(CanopySeal::TopAndSides));
    change.step(Act::SetBox, new.work);
    change.step(
        Act::ClampCable,
        format!(
            "Leave {} of sheath inside, and clamp the cable where the box has no clamp of its own.",
            SHEATH.say(basis.units)
        ),
    );
    change.step(
        Act::Cover,
        "Screw the bracket of the luminaire to the box; hang the canopy so that it closes all round.",
    );
    if seals {
        change.step(Act::Cover, "Gasket under the canopy; seal its top and sides, and leave its bottom open to drain.");
        change.bring(("canopy-gasket", "gasket for the canopy"), 1);
        change.bring(("outdoor-sealant", "outdoor sealant"), 1);
    }
    change.bring(
        (
            format!("{}-{volume}", new.code).replace([' ', '.'], "-").replace('³', "3"),
            format!("{}, {volume} or more", new.what),
        ),
        1,
    );
    change.caution(IN_THE_WALL);
    Ok(change)
}

/// What hangs, where a box for luminaires is what it wants.
///
/// # Errors
/// Why it is not.
pub(super) fn hung_on_box<'a>(diagnosis: &Diagnosis<'a>) -> Result<&'a Hung, Vec<String>> {
    let hung = diagnosis.hung()?;
    match hung.kind {
        HungKind::Fan => Err(vec!["a fan takes a box marked for fans".to_owned()]),
        HungKind::RecessedLuminaire => Err(vec!["a recessed luminaire has its box with it".to_owned()]),
        _ if diagnosis.situation.contents.devices.is_empty() => Ok(hung),
        _ => Err(vec!["a device is in this box as well".to_owned()]),
    }
}

/// The box that the place takes.
fn which(contents: &BoxContents, hung: &Hung) -> Result<&'static New, Vec<String>> {
    let outside = contents.location.is_some_and(Location::is_damp);
    if hung.kind != HungKind::WallLuminaire {
        return if outside && contents.location == Some(Location::Outdoors) {
            Err(vec!["a ceiling outlet in the rain takes a box for wet places: screw one to the structure".to_owned()])
        } else {
            Ok(&ON_A_BAR)
        };
    }
    match (contents.finish_to_be(), hung.surface, outside) {
        (_, Some(CanopySurface::Siding), true) => Ok(&IN_A_BLOCK),
        (Some(WallFinish::Masonry), ..) | (_, Some(CanopySurface::Rough), true) => Ok(&ON_MASONRY),
        (_, None, true) => Err(vec!["what the canopy closes on is not noted".to_owned()]),
        (_, _, true) => Ok(&ON_MASONRY),
        (Some(WallFinish::GypsumBoard | WallFinish::Plaster | WallFinish::Wood | WallFinish::OtherCombustible), ..) => {
            Ok(&IN_BOARD)
        }
        (None, ..) => Err(vec!["what the wall is made of is not noted".to_owned()]),
        (Some(finish), ..) => {
            Err(vec![format!("an old-work box clamps board, plaster or panel, not {}", finish.name())])
        }
    }
}

/// The new box in the place of what was there: its volume is not chosen yet.
fn stand_new(after: &mut BoxContents, new: &New) {
    after.kind = new.kind;
    after.construction = Some(Construction::Nonmetallic);
    (after.size, after.bond, after.gangs) = (None, None, None);
    after.added = Vec::<Added>::new();
    after.fittings = Fittings { internal_clamps: Some(false), ..Fittings::default() };
    let outside = after.location.is_some_and(Location::is_damp);
    if let Some(hung) = &mut after.hung {
        (hung.box_carries, hung.box_marked_mass) = (Some(new.carries), Some(BOX_FOR_LUMINAIRES));
        if outside {
            if hung.surface == Some(CanopySurface::Siding) {
                hung.block = Some(true);
            }
            (hung.gasket, hung.seal) = (Some(true), Some(CanopySeal::TopAndSides));
        }
    }
    let more = [Observation::CanopyGap, Observation::NotWeatherproof, Observation::WaterTrapped];
    for what in NEW_BOX_ENDS.into_iter().chain(more) {
        after.observe(what, false);
    }
}

/// Its volume and depth, and where the sheaths end in it.
pub(super) fn set(after: &mut BoxContents, volume: Volume, depth: Length) {
    (after.marked_volume, after.depth) = (Some(volume), Some(depth));
    after.stand = Stand {
        set_back: Some(Length::ZERO),
        gap: Some(Length::ZERO),
        held_by: Some(BoxHold::StudScrews),
        far_side: Some(true),
        ..after.stand
    };
    let end = depth.less(SHEATH);
    for cable in &mut after.cables {
        for conductor in after.conductors.iter_mut().filter(|conductor| conductor.cable == Some(cable.id)) {
            let length = conductor.free_length.or_else(|| (conductor.reach? + cable.sheath_end?).past());
            conductor.free_length = length;
            conductor.reach = length.map(|length| length - end);
        }
        (cable.sheath_end, cable.sheath_inside, cable.clamped) = (Some(end), Some(SHEATH), Some(true));
    }
}

#[cfg(test)]
mod tests {
    use super::super::fish_feed::FRESH;
    use super::*;
    use crate::repair::Standing;
    use crate::testing::{hanging, repaired};

    fn without_box(kind: HungKind, set: impl Fn(&mut Hung)) -> BoxContents {
        let mut contents = hanging(kind, set);
        contents.observe(Observation::NoBox, true);
        contents.conductors.iter_mut().for_each(|conductor| conductor.free_length = Some(FRESH));
        contents
    }

    #[test]
    fn a_lantern_on_siding_gets_a_block_with_a_box() {
        let mut contents = without_box(HungKind::WallLuminaire, |hung| {
            (hung.surface, hung.block) = (Some(CanopySurface::Siding), Some(false));
        });
        contents.location = Some(Location::Outdoors);
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(
            ["box-present", "canopy-bearing"].iter().all(|rule| proposal.clears.contains(rule)),
            "{:?}",
            proposal.clears
        );
        assert!(proposal.materials.iter().any(|line| line.what.starts_with("mounting block with a box")));
        // By hand: 2 in deep less 1/2 in of sheath: it ends 1 1/2 in behind, and 8 in reach 6 1/2 in.
        let reach = proposal.after.and_then(|after| after.conductors[0].reach);
        assert_eq!(reach, Some(Length::sixteenths(104).into()));
    }

    #[test]
    fn a_board_wall_a_clamping_box_and_a_ceiling_a_bar() {
        let brought = |contents: &BoxContents| {
            let proposal = repaired(REPAIR.code, contents);
            proposal.materials.first().map_or_else(|| proposal.reasons.join(";"), |line| line.what.clone())
        };
        let mut wall = without_box(HungKind::WallLuminaire, |_| ());
        assert!(brought(&wall).contains("wall is made of is not noted"));
        wall.wall_finish = Some(WallFinish::GypsumBoard);
        assert!(brought(&wall).starts_with("round old-work box"), "{}", brought(&wall));
        assert!(brought(&without_box(HungKind::CeilingLuminaire, |_| ())).contains("old-work bar"));
        assert!(brought(&without_box(HungKind::Fan, |_| ())).contains("marked for fans"));
    }

    #[test]
    fn the_larger_where_the_fill_asks_for_it() {
        // By hand: 12 AWG, 2 cables: 4 × 2.25 + 2.25 = 11.25 in³ does in 14; a third cable makes 15.75 in³ and takes 16.
        let mut contents = without_box(HungKind::WallLuminaire, |_| ());
        contents.wall_finish = Some(WallFinish::GypsumBoard);
        for _ in 0..2 {
            crate::facts::add_cable(&mut contents, crate::quantity::Gauge::Awg12, 2, true, &[]);
        }
        let after = repaired(REPAIR.code, &contents).after.expect("it is possible");
        assert_eq!(after.marked_volume, Some(Volume::centi_cubic_inches(1600)));
    }
}
