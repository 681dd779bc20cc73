//! `fixture-pan`: a shallow pan screwed to the joist through a finished ceiling, for one cable and a light luminaire.

use super::luminaire_box::{NEW_BOX_ENDS, hung_on_box, set};
use crate::electrical::{Evidence, Ground};
use crate::facts::{BoxBond, BoxKind, Carries, Construction, HungKind, Observation};
use crate::quantity::Length;
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::rules::fill;
use crate::standard::Location;
use crate::standard::box_volume::pan_volume;
use crate::standard::hanging::BOX_FOR_LUMINAIRES;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "fixture-pan",
    title: "Fixture pan on the joist",
    mends: &[
        "box-secure",
        "opening-closed",
        "cable-entry",
        "box-setback",
        "box-present",
        "luminaire-support",
        "luminaire-secure",
        "splice-enclosed",
        "canopy-closed",
        "box-surround",
        "box-support-far-side",
        "free-conductor-length",
        "free-conductor-reach",
    ],
    act: Act::SetBox,
    least_minutes: 25,
    intrusiveness: 2,
    for_circuit: false,
    plan,
};

/// How deep a pan is. Common practice, no source.
const DEPTH: Length = Length::sixteenths(8);

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let basis = diagnosis.situation.basis;
    let hung = hung_on_box(diagnosis)?;
    let no = |words: &str| Err(vec![words.to_owned()]);
    if hung.kind == HungKind::WallLuminaire {
        return no("a pan is for ceilings; on a wall a box goes in");
    }
    if contents.stand.stud_near == Some(false) {
        return no("no joist is there to screw a pan to: a box on a bar reaches the next ones");
    }
    if contents.cables.len() > 1 {
        return Err(vec![format!("{} cables come in; a pan has one entry", contents.cables.len())]);
    }
    if contents.location.is_some_and(Location::is_damp) {
        return no("a pan lets water in: outdoors a box for wet places is wanted");
    }
    if hung.mass.is_some_and(|mass| mass > BOX_FOR_LUMINAIRES) {
        return Err(vec![format!("a pan carries {} at most", BOX_FOR_LUMINAIRES.print(basis.units))]);
    }
    let mut change = diagnosis.change(25);
    let after = &mut change.after;
    let volume = pan_volume(basis.edition);
    (after.kind, after.construction, after.size) = (BoxKind::Pan, Some(Construction::Metal), None);
    after.added.clear();
    if !matches!(Evidence::of(contents).ground(contents), Ground::There(_)) {
        return no("no ground is here to bond a metal pan: a plastic box needs none");
    }
    after.bond = Some(BoxBond::Screw);
    if let Some(hung) = &mut after.hung {
        (hung.box_carries, hung.box_marked_mass) = (Some(Carries::Luminaire), Some(BOX_FOR_LUMINAIRES));
    }
    for what in NEW_BOX_ENDS.into_iter().chain([Observation::CanopyGap]) {
        after.observe(what, false);
    }
    let required = fill(after, basis.edition, basis.units).map_err(|need| vec![need.words])?.required_volume;
    if required > volume {
        return Err(vec![format!(
            "{} are needed, and a pan has {}: a deeper box",
            required.print(basis.units),
            volume.print(basis.units)
        )]);
    }
    set(after, volume, DEPTH);
    if contents.stand.stud_near.is_none() {
        change.step(
            Act::FindOut,
            "Find the joist over the outlet by tapping or a fine nail: a pan holds to wood and to nothing else.",
        );
    }
    change.step(Act::SetBox, "Bring the cable in by the one entry of the pan with its clamp, and screw the pan up into the joist with two screws of 1 1/2 in or more into the wood.");
    change.step(Act::BondMetal, "Bond the pan by its green screw, with the grounds.");
    change.bring(("fixture-pan", "fixture pan, marked for luminaires, with clamp"), 1);
    change.bring(("wood-screw-for-a-pan", "wood screw for the pan"), 2);
    change.caution("Two screws into the joist itself: plaster and board carry nothing.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, Cable};
    use crate::quantity::{Gauge, Mass};
    use crate::repair::Standing;
    use crate::testing::{hanging, repaired};

    fn without_box() -> BoxContents {
        let mut contents = hanging(HungKind::CeilingLuminaire, |hung| hung.mass = Some(Mass::pounds(4)));
        contents.observe(Observation::NoBox, true);
        for conductor in &mut contents.conductors {
            (conductor.gauge, conductor.free_length) = (Gauge::Awg14, Some(Length::inches(8)));
        }
        contents
    }

    #[test]
    fn one_cable_of_fourteen_fills_a_pan() {
        // By hand: 2 × 2.00 + 2.00 for the ground = 6.00 in³, which is what a pan of 4 × 1/2 in has. Common practice, no source.
        let proposal = repaired(REPAIR.code, &without_box());
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(proposal.clears.contains(&"box-present"));
        let mut twelve = without_box();
        twelve.conductors.iter_mut().for_each(|conductor| conductor.gauge = Gauge::Awg12);
        assert!(repaired(REPAIR.code, &twelve).reasons[0].contains("a deeper box"));
    }

    #[test]
    fn one_entry_and_a_joist() {
        let mut contents = without_box();
        contents.cables.push(Cable::new(2));
        assert!(repaired(REPAIR.code, &contents).reasons[0].contains("one entry"));
        let mut contents = without_box();
        contents.stand.stud_near = Some(false);
        assert!(repaired(REPAIR.code, &contents).reasons[0].contains("no joist"));
        let mut contents = without_box();
        contents.conductors.truncate(2);
        assert!(repaired(REPAIR.code, &contents).reasons[0].contains("no ground"));
    }
}
