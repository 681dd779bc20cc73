//! `gfci-receptacle`: GFCI protection at this box, marked where there is no ground.

use super::replacement::with_arc_fault;
use crate::electrical::{Evidence, Ground};
use crate::facts::DeviceKind;
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::standard::Location;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "gfci-receptacle",
    title: "Replace by a GFCI receptacle",
    mends: &[
        "gfci-required",
        "receptacle-replacement",
        "ground-present",
        "tamper-resistant",
        "weather-resistant",
        "device-rating",
        "device-depth",
        "wiring-fault",
        "afci-required",
    ],
    act: Act::NewDevice,
    least_minutes: 15,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let ground = Evidence::of(contents).ground(contents);
    if ground == Ground::Unknown && contents.location.is_none() {
        return Err(vec![
            "note what each cable is first: whether it is marked as having no ground follows from it".to_owned(),
        ]);
    }
    let grounded = ground.forbids_mark().is_some();
    let outdoors = contents.location.is_some_and(Location::is_damp);
    let amperes = if contents.supply.amperes == Some(20) { 20 } else { 15 };
    let mut change = diagnosis.change(15);
    let arc_fault = with_arc_fault(diagnosis, &mut change);
    let mut count = 0;
    for device in &mut change.after.devices {
        let replaceable = matches!(
            device.kind,
            DeviceKind::DuplexReceptacle | DeviceKind::TwoSlotReceptacle | DeviceKind::GfciReceptacle
        );
        if replaceable && !device.split {
            device.kind = DeviceKind::GfciReceptacle;
            device.behind = Some(DeviceKind::GfciReceptacle.usual_depth());
            device.tamper_resistant = Some(true);
            device.weather_resistant = outdoors.then_some(true).or(device.weather_resistant);
            device.marked_no_ground = (!grounded).then_some(true);
            if arc_fault {
                device.arc_fault = Some(true);
            }
            device.amperes = Some(device.amperes.unwrap_or(amperes).min(contents.supply.amperes.unwrap_or(amperes)));
            count += 1;
        }
    }
    if count == 0 {
        return Err(vec!["no receptacle here can be a GFCI: a split one cannot, and a switch is none".to_owned()]);
    }
    let kind = if arc_fault { "GFCI and AFCI receptacle" } else { "GFCI receptacle" };
    let marks = if outdoors { "tamper- and weather-resistant" } else { "tamper-resistant" };
    let code = match (arc_fault, outdoors) {
        (true, true) => "gfci-afci-receptacle-tr-wr",
        (true, false) => "gfci-afci-receptacle-tr",
        (false, true) => "gfci-receptacle-tr-wr",
        (false, false) => "gfci-receptacle-tr",
    };
    change.bring((format!("{code}-{amperes}"), format!("{kind}, {marks}, {amperes} A")), count);
    change.step(Act::NewDevice, "Put the GFCI receptacle in the place of the one that comes out.");
    let onward = contents.cables.len() > 1;
    let load = if onward { "what goes on downstream on load" } else { "nothing on load" };
    change.step(Act::Land, format!("Land the feed on line, {load}."));
    if !grounded {
        change.step(Act::Label, "Mark it: no equipment ground.");
        if onward {
            change.step(Act::Label, "Mark each three-slot outlet on its load: GFCI protected, no equipment ground.");
        }
        change.bring(("mark-no-equipment-ground", "mark, no equipment ground"), count);
    }
    change.caution("It is deeper than what comes out: check that it goes home without force.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Length;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn it_protects_and_is_deeper() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.location = Some(Location::Bathroom);
        contents.supply.gfci = Some(false);
        contents.depth = Some(Length::sixteenths(28));
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        contents.depth = Some(Length::sixteenths(20));
        let proposal = repaired(REPAIR.code, &contents);
        assert!(proposal.reasons.iter().any(|reason| reason.starts_with("breaks depth")), "{:?}", proposal.reasons);
    }

    #[test]
    fn what_hangs_on_it_is_marked_too_and_a_bedroom_wants_an_afci() {
        // NEC 406.4(D)(2)(c), (D)(4), from memory, sure.
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors.truncate(2);
        contents.cables[0].method = crate::standard::WiringMethod::OldTwoWire;
        (contents.supply.gfci, contents.supply.afci) = (Some(false), Some(false));
        contents.location = Some(Location::Bedroom);
        let marks_others = |proposal: &crate::repair::Proposal| {
            proposal.steps.iter().any(|step| step.words.contains("outlet on its load"))
        };
        assert!(!marks_others(&repaired(REPAIR.code, &contents)), "nothing hangs on the load of the last one");
        contents.cables.push(crate::facts::Cable { method: contents.cables[0].method, ..crate::facts::Cable::new(2) });
        let proposal = repaired(REPAIR.code, &contents);
        assert!(marks_others(&proposal), "{:?}", proposal.steps);
        assert!(proposal.materials[0].what.starts_with("GFCI and AFCI"), "{:?}", proposal.materials);
    }
}
