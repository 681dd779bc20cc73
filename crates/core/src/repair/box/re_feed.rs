//! `re-feed`: a new cable with neutral and ground from the panel or an upstream box; referred and priced as such.

use crate::electrical::{Evidence, HalfEvidence};
use crate::facts::{Cable, Colour, Conductor, ConductorCondition, Role};
use crate::quantity::{Gauge, Length};
use crate::repair::{Change, Diagnosis, Repair};
use crate::standard::WiringMethod;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "re-feed",
    title: "Re-feed the box with a new cable",
    mends: &[
        "ground-present",
        "wiring-fault",
        "ground-size",
        "switch-neutral",
        "receptacle-replacement",
        "neutral-identification",
        "conductor-ampacity",
        "box-fill",
        "cable-entry",
        "device-depth",
        "free-conductor-length",
        "free-conductor-reach",
        "grounds-joined",
    ],
    least_minutes: 180,
    intrusiveness: 5,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let gauge = match contents.supply.amperes {
        Some(0..=15) => Gauge::Awg14,
        Some(16..=20) | None => Gauge::Awg12,
        Some(21..=30) => Gauge::Awg10,
        Some(amperes) => return Err(vec![format!("a circuit of {amperes} A is planned by itself, not from this box")]),
    };
    let halves = Evidence::of(contents).halves;
    if let Some(other) = halves.iter().find(|half| !half.may_be_correct() && !half.only_ground_open()) {
        let says = other.causes.first().map_or("no single fault", |state| state.name());
        return Err(vec![format!("the readings show {says}: find the break before a new cable is drawn")]);
    }
    if halves.iter().any(HalfEvidence::only_ground_open) && contents.grounds().next().is_some() {
        return Err(vec!["the ground is in the cable and open on its way: trace the break first".to_owned()]);
    }
    let mut change = diagnosis.change(180);
    let after = &mut change.after;
    let cable = after.cables.iter().map(|cable| cable.id).max().unwrap_or(0) + 1;
    let first = after.conductors.iter().map(|conductor| conductor.id).max().unwrap_or(0) + 1;
    // The old feed goes; what goes on downstream stays as it is.
    let old = after.cables.first().map(|cable| cable.id);
    after.conductors.retain(|conductor| conductor.cable != old);
    after.cables.retain(|cable| Some(cable.id) != old);
    let depth = contents.depth_inside().unwrap_or(Length::sixteenths(44));
    let inside = Length::sixteenths(8);
    after.cables.push(Cable {
        label: "new feed".to_owned(),
        method: WiringMethod::Nonmetallic,
        sheath_end: Some(depth.less(inside)),
        sheath_inside: Some(inside),
        clamped: Some(true),
        fished: true,
        ..Cable::new(cable)
    });
    let wires = [
        (Colour::Black, Role::Ungrounded),
        (Colour::White, Role::Grounded),
        (Colour::Red, Role::SwitchedLeg),
        (Colour::Bare, Role::EquipmentGrounding),
    ];
    after.read_correct();
    after.landings.clear();
    let switches = contents.devices.iter().any(|device| device.kind.is_switch_only());
    let wires = wires.into_iter().filter(|(_, role)| switches || *role != Role::SwitchedLeg);
    for (offset, (colour, role)) in (0..).zip(wires) {
        after.conductors.push(Conductor {
            free_length: Some(depth + Length::inches(5)),
            reach: Some(Length::inches(5) + inside),
            condition: Some(ConductorCondition::Sound),
            ..Conductor::new(first + offset, Some(cable), gauge, colour, role)
        });
    }
    change.step("A licensed electrician brings a new cable with neutral and ground to this box.");
    let count = if switches { 3 } else { 2 };
    change.bring(
        format!("cable, {} AWG, {count} conductors and ground, from the panel or an upstream box", gauge.size()),
        1,
    );
    change.caution("New branch wiring is referred work; a permit may be needed.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn a_ground_comes_with_it() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.supply.gfci = Some(false);
        contents.conductors.truncate(2);
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(proposal.minutes >= 180);
    }
}
