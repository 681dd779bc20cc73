//! `bring-ground`: an equipment ground is run to the box from an approved point; the old cable stays.

use crate::electrical::{Evidence, Ground, HalfEvidence};
use crate::facts::{Colour, Conductor, ConductorCondition, Construction, Role};
use crate::quantity::Length;
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::standard::{Profile, ampacity};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "bring-ground",
    title: "Run an equipment ground to the box",
    mends: &["ground-present", "receptacle-replacement", "wiring-fault"],
    act: Act::BringCable,
    least_minutes: 90,
    intrusiveness: 4,
    for_circuit: false,
    plan,
};

/// # Source
/// NEC 250.130(C), the ground of another circuit since 2014; CEC 26-700(7). From memory; the Canadian rule may be off.
fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let edition = diagnosis.situation.basis.edition;
    match Evidence::of(contents).ground(contents) {
        Ground::Absent | Ground::Suspect => {}
        Ground::Unknown => return Err(vec!["note what each cable is first: there may be a ground".to_owned()]),
        _ => return Err(vec!["a ground comes to this box already".to_owned()]),
    }
    let halves = Evidence::of(contents).halves;
    if halves.iter().any(|half| !half.may_be_correct() && !half.only_ground_open()) {
        return Err(vec!["the readings show more than a missing ground: put that right first".to_owned()]);
    }
    let Some(gauge) =
        ampacity::smallest_ground(edition, contents.supply.amperes.unwrap_or(20), crate::standard::Material::Copper)
    else {
        return Err(vec!["a circuit of this size is planned by itself".to_owned()]);
    };
    let mut change = diagnosis.change(90);
    let id = change.after.free_conductor();
    let depth = contents.depth_inside().unwrap_or(Length::sixteenths(44));
    change.after.conductors.push(Conductor {
        free_length: Some(depth + Length::inches(6)),
        reach: Some(Length::inches(6).into()),
        condition: Some(ConductorCondition::Sound),
        ..Conductor::new(id, None, gauge, Colour::Green, Role::EquipmentGrounding)
    });
    if halves.iter().any(HalfEvidence::only_ground_open) {
        change.after.read_correct();
    }
    let other = match edition.profile() {
        Profile::Nec if edition.year() >= 2014 => {
            "the ground bar of the panel this circuit starts in, the electrode system or its conductor, or the ground of another \
             circuit that starts in the same panel"
        }
        Profile::Nec => "the ground bar of the panel this circuit starts in, or the electrode system or its conductor",
        Profile::Cec => {
            "the ground bar of the panel this circuit starts in, or a grounded metal water pipe at its electrode"
        }
    };
    change
        .step(Act::BringCable, format!("Choose the nearest approved point: {other}. A water pipe elsewhere is none."));
    change.step(
        Act::BringCable,
        format!(
            "Run a {} green or bare conductor from it to this box, fastened and protected like a cable.",
            gauge.size()
        ),
    );
    change.step(Act::Splice, "Join the device, and a metal box, to the ground that came in.");
    change.step(Act::Read, "Read hot to ground: as hot to neutral.");
    change.bring(
        (
            format!("equipment-ground-{}", gauge.size()),
            format!("equipment ground, {gauge} green, as long as the way is"),
        ),
        1,
    );
    change.bring(("connector-or-clamp-for-the-approved-point", "connector or clamp for the approved point"), 1);
    if contents.construction == Some(Construction::Metal) {
        change.bring(("grounding-screw-10-32", "grounding screw 10-32"), 1);
    }
    change.caution(
        "Work at the panel or the electrode conductor is for qualified persons; never open the electrode conductor.",
    );
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::quantity::Gauge;
    use crate::repair::Standing;
    use crate::standard::WiringMethod;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn the_usual_mend_of_a_two_wire_circuit() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors.truncate(2);
        contents.cables[0].method = WiringMethod::OldTwoWire;
        contents.supply.amperes = Some(15);
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        // NEC Table 250.122: 14 AWG for 15 A; from memory, sure.
        let after = proposal.after.expect("it is possible");
        assert_eq!(after.conductors[2].gauge, Gauge::Awg14);
        contents.cables[0].method = WiringMethod::ThinWall;
        contents.observe(crate::facts::Observation::OpenKnockout, true);
        contents.devices[0].marked_no_ground = Some(false);
        assert!(
            crate::repair::propose(&crate::rules::Situation::new(&contents, &crate::facts::Basis::default()))
                .iter()
                .all(|proposal| proposal.repair != REPAIR.code || proposal.standing == Standing::Rejected),
            "the raceway is the ground"
        );
    }
}
