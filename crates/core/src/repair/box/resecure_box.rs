//! `resecure-box`: held by what it has, wings or side clips, or by a screw to the stud; a brace on the far side.

use crate::facts::{BoxHold, BoxKind, Construction, Observation, WallFinish};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "resecure-box",
    title: "Fix the box",
    mends: &["box-secure", "box-support-far-side"],
    act: Act::SetBox,
    least_minutes: 10,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    if contents.observed(Observation::NoBox) == Some(true) {
        return Err(vec!["there is no box to fix".to_owned()]);
    }
    let mut change = diagnosis.change(10);
    change.after.observe(Observation::BoxLoose, false);
    change.after.stand.far_side = Some(true);
    hold(diagnosis, &mut change)?;
    if contents.gang_count() > 1 {
        change.step(Act::SetBox, "Brace the far side of a ganged box.");
        change.bring(("far-side-brace", "far-side brace"), 1);
    }
    change.caution("No screw threads stand free inside the box.");
    Ok(change)
}

/// Holds the box by what it has; by its stud where one is near.
///
/// # Errors
/// Why nothing here holds it. Common practice, no source; where screws go in, NEC 314.23(B)(1), from memory.
fn hold(diagnosis: &Diagnosis, change: &mut Change) -> Result<(), Vec<String>> {
    let contents = diagnosis.situation.contents;
    let clips = |change: &mut Change| {
        change.step(
            Act::SetBox,
            "Slide a side clip in on each side of the box, draw it up and bend its legs flat over the edge.",
        );
        change.bring(("side-clips", "side clips, a pair"), 1);
        change.after.stand.held_by = Some(BoxHold::SideClips);
    };
    let clips_fit = contents.construction == Some(Construction::Metal)
        && contents.kind == BoxKind::Device
        && matches!(contents.finish_to_be(), Some(WallFinish::GypsumBoard | WallFinish::Plaster | WallFinish::Wood));
    let on_stud = matches!(contents.stand.held_by, Some(BoxHold::Nails | BoxHold::StudScrews));
    match (contents.stand.held_by, contents.stand.stud_near) {
        (Some(BoxHold::Wings), _) => {
            change
                .step(Act::SetBox, "Draw the wings of the box up against the back of the wall until it does not move.");
        }
        (Some(BoxHold::SideClips), _) if clips_fit => clips(change),
        (_, Some(false)) if clips_fit => clips(change),
        (_, Some(false)) => {
            return Err(vec![
                "no stud is near, and this box has nothing that clamps the wall: replace it by one that does"
                    .to_owned(),
            ]);
        }
        (_, near) => {
            if near.is_none() && !on_stud {
                let asked = "Find out whether a stud is beside the box: without one, screws hold nothing, and a box that clamps the \
                             wall is wanted.";
                change.step(Act::FindOut, asked);
            }
            let near = diagnosis.situation.basis.units.either("1/4 in", "6 mm");
            change.step(Act::SetBox, format!("Screw the box to its stud, within {near} of its back or ends."));
            change.bring(("screws-for-the-box", "screws for the box, a pair"), 1);
            change.after.stand.held_by = Some(BoxHold::StudScrews);
        }
    }
    Ok(())
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn a_moving_box_is_fixed() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.observe(Observation::BoxLoose, true);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Clears);
    }

    #[test]
    fn it_is_held_by_what_is_there() {
        let loose = |held_by, stud_near, construction| {
            let mut contents = box_with_device(DeviceKind::Switch);
            contents.observe(Observation::BoxLoose, true);
            contents.construction = Some(construction);
            contents.wall_finish = Some(WallFinish::GypsumBoard);
            (contents.stand.held_by, contents.stand.stud_near) = (held_by, stud_near);
            repaired(REPAIR.code, &contents)
        };
        let brought = |proposal: &crate::repair::Proposal| {
            proposal.materials.iter().map(|line| line.code.clone()).collect::<Vec<_>>()
        };
        let plastic = Construction::Nonmetallic;
        assert!(brought(&loose(Some(BoxHold::Wings), Some(false), plastic)).is_empty(), "its own wings hold it");
        assert_eq!(brought(&loose(None, Some(true), plastic)), ["screws-for-the-box"]);
        assert_eq!(brought(&loose(Some(BoxHold::Nails), None, plastic)), ["screws-for-the-box"]);
        assert_eq!(brought(&loose(None, Some(false), Construction::Metal)), ["side-clips"]);
        let hangs = loose(Some(BoxHold::Ears), Some(false), plastic);
        assert!(hangs.reasons[0].contains("no stud is near"), "{:?}", hangs.reasons);
        let asks = |proposal: &crate::repair::Proposal| proposal.steps[0].act == Act::FindOut;
        assert!(asks(&loose(None, None, plastic)), "whether a stud is there is found out first");
        assert!(!asks(&loose(None, Some(true), plastic)));
    }
}
