//! `extension-ring`: a ring of the same shape adds volume and brings the opening forward.

use crate::facts::{Added, AddedKind, BoxKind};
use crate::quantity::Length;
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::standard::box_volume::StandardBox;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "extension-ring",
    title: "Extension ring",
    mends: &["box-fill", "device-depth", "box-setback"],
    act: Act::ExtendBox,
    least_minutes: 10,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

/// How far a ring brings the opening forward. Common practice, no source.
const FORWARD: Length = Length::sixteenths(24);

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let units = diagnosis.situation.basis.units;
    let size = match contents.kind {
        BoxKind::Square
            if matches!(
                contents.size,
                Some(
                    StandardBox::Square4_11_16x1_1_4
                        | StandardBox::Square4_11_16x1_1_2
                        | StandardBox::Square4_11_16x2_1_8
                )
            ) =>
        {
            StandardBox::Square4_11_16x1_1_2
        }
        BoxKind::Square => StandardBox::Square4x1_1_2,
        BoxKind::Octagon | BoxKind::Pan => StandardBox::Octagon4x1_1_2,
        _ => return Err(vec!["extension rings are made for square and octagon boxes".to_owned()]),
    };
    if contents.added.len() >= 6 {
        return Err(vec!["six parts are added already".to_owned()]);
    }
    let mut change = diagnosis.change(10);
    let after = &mut change.after;
    after.added.push(Added {
        kind: AddedKind::ExtensionRing,
        marked_volume: None,
        size: Some(size),
        forward: Some(FORWARD),
    });
    let set_back = contents.stand.set_back.unwrap_or_default();
    after.stand.proud = Some(contents.stand.proud.unwrap_or_default() + FORWARD.less(set_back));
    after.stand.set_back = Some(set_back.less(FORWARD)).filter(|back| *back > Length::ZERO);
    after.depth = contents.depth_inside().map(|depth| depth + FORWARD);
    for cable in &mut after.cables {
        cable.sheath_end = cable.sheath_end.map(|end| end + FORWARD);
    }
    for conductor in &mut after.conductors {
        conductor.reach = conductor.reach.map(|reach| reach - FORWARD);
    }
    change.step(
        Act::ExtendBox,
        format!("Screw an extension ring on the box: the opening comes forward by {}.", FORWARD.say(units)),
    );
    change.step(Act::BondMetal, "Bond the ring with the box.");
    change.bring((format!("extension-ring-{size:?}").to_lowercase(), format!("extension ring, {}", size.name())), 1);
    change.caution("A ring stands proud of a finished wall unless the box is sunk as deep.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, Construction, DeviceKind};
    use crate::quantity::Volume;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    fn full(kind: BoxKind, length: u32) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.devices.clear();
        contents.kind = kind;
        contents.construction = Some(Construction::Nonmetallic);
        contents.marked_volume = Some(Volume::centi_cubic_inches(600));
        for conductor in &mut contents.conductors {
            conductor.free_length = Some(Length::sixteenths(length));
        }
        contents
    }

    #[test]
    fn it_adds_room_and_eats_reach() {
        // By hand: 3 × 2.25 = 6.75 in³ of 6; a 4 × 1 1/2 octagon ring adds 15.5. 7 in less 3 1/2 in leaves 3 1/2 in of
        // reach; 6 1/4 in leaves 2 3/4 in.
        let proposal = repaired(REPAIR.code, &full(BoxKind::Octagon, 112));
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        let proposal = repaired(REPAIR.code, &full(BoxKind::Octagon, 100));
        assert!(proposal.reasons.iter().any(|reason| reason.starts_with("breaks reach")), "{:?}", proposal.reasons);
        assert_eq!(repaired(REPAIR.code, &full(BoxKind::Device, 112)).standing, Standing::Rejected);
    }

    #[test]
    fn a_larger_square_box_takes_its_own_ring() {
        let mut contents = full(BoxKind::Square, 112);
        contents.size = Some(StandardBox::Square4_11_16x1_1_4);
        let after = repaired(REPAIR.code, &contents).after.expect("it is possible");
        assert_eq!(after.added[0].size, Some(StandardBox::Square4_11_16x1_1_2));
    }
}
