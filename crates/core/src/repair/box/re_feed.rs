//! `re-feed`: a new cable with neutral and ground from the panel or an upstream box; referred and priced as such.

use super::try_slack::try_slack_first;
use crate::electrical::{Evidence, HalfEvidence};
use crate::facts::{BoxContents, Cable, CableGoes, Colour, Conductor, ConductorCondition, DeviceKind, Role};
use crate::quantity::{Gauge, Length, UnitSystem};
use crate::repair::{Act, Change, Diagnosis, LENGTHS, Repair};
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
        "conductor-reidentified",
        "afci-required",
    ],
    act: Act::BringCable,
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
    let old = old_feed(contents)?;
    if contents.devices.iter().any(|device| device.kind == DeviceKind::ThreeWaySwitch) {
        return Err(vec![
            "three-way switches are wired together: their travellers are planned with both, not from this box"
                .to_owned(),
        ]);
    }
    diagnosis.measure_first(REPAIR.mends)?;
    let units = diagnosis.situation.basis.units;
    let mut change = diagnosis.change(180);
    // New cable is new work: AFCI where more than 6 ft are added. NEC 210.12(D), (E) in 2023, from memory; may be off.
    if diagnosis.breaks("afci-required") {
        change.after.protect(false, true);
        change.bring(("afci-breaker-listed-for-the-panel", "AFCI breaker, listed for the panel"), 1);
        let most = units.either("6 ft", "1.8 m");
        change.step(
            Act::AtPanel,
            format!("Have the breaker replaced by an AFCI: more than {most} of new cable are new work."),
        );
    }
    let after = &mut change.after;
    let cable = after.free_cable();
    // The old feed goes; what goes on downstream stays as it is.
    after.conductors.retain(|conductor| conductor.cable != old);
    after.cables.retain(|cable| Some(cable.id) != old);
    let depth = contents.depth_inside().unwrap_or(Length::sixteenths(44));
    let inside = Length::sixteenths(8);
    after.cables.push(Cable {
        label: "new feed".to_owned(),
        method: WiringMethod::Nonmetallic,
        goes: Some(CableGoes::Feed),
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
    for (colour, role) in wires {
        let number = after.free_conductor();
        after.conductors.push(Conductor {
            free_length: Some(depth + Length::inches(5)),
            reach: Some((Length::inches(5) + inside).into()),
            condition: Some(ConductorCondition::Sound),
            ..Conductor::new(number, Some(cable), gauge, colour, role)
        });
    }
    if diagnosis.breaks("switch-neutral") && contents.wall_finish.is_none() {
        change.step(
            Act::FindOut,
            "Find out first whether a neutral is asked for here: not where the wall is open, where a raceway lets one be drawn in, or \
             where another switch with a neutral sees the whole area.",
        );
    }
    if !REPAIR.mends.iter().any(|rule| !LENGTHS.contains(rule) && diagnosis.breaks(rule)) {
        cheaper_first(diagnosis, &mut change);
    }
    way(gauge, contents, units, &mut change);
    let count = if switches { 3 } else { 2 };
    change.bring(
        (
            format!("cable-{}-{count}", gauge.size()),
            format!("cable, {} AWG, {count} conductors and ground, from the panel or an upstream box", gauge.size()),
        ),
        1,
    );
    change.bring(("cable-staple", "cable staples, a box of them"), 1);
    change.bring(("steel-plate-1-16-in", "steel plate, 1/16 in, for each stud drilled near its edge"), 2);
    change.caution("New branch wiring is referred work; a permit may be needed.");
    Ok(change)
}

/// For short conductors alone: what is found out before a wall is opened for them.
fn cheaper_first(diagnosis: &Diagnosis, change: &mut Change) {
    try_slack_first(diagnosis, change, "the new cable");
    let short = |cable: &&Cable| diagnosis.short.iter().any(|short| short.conductor.cable == Some(cable.id));
    for cable in diagnosis.situation.contents.cables.iter().filter(short).filter(|cable| cable.reachable.is_none()) {
        change.step(
            Act::FindOut,
            format!(
                "{}: find out whether it can be reached upstream, in a basement or an attic. Then a junction box there and a fresh piece \
                 do, and no wall is opened.",
                cable.name()
            ),
        );
    }
}

/// How the new cable goes: its length, its way, its support, its protection, and what becomes of the old one.
///
/// # Source
/// NEC 300.4(A), 334.30, 300.15, from memory, sure; CEC 12-516, 12-510, from memory, check first.
fn way(gauge: Gauge, contents: &BoxContents, units: UnitSystem, change: &mut Change) {
    change.step(
        Act::BringCable,
        format!(
            "A licensed electrician brings a new {} AWG cable with neutral and ground, from the panel or from a box upstream on the same \
             circuit. Its length: the way by tape, up, along and down, with {} for each end.",
            gauge.size(),
            units.either("12 in", "300 mm")
        ),
    );
    change.step(
        Act::BringCable,
        format!(
            "Bore studs {} or more from their edge, or put a steel plate over the hole; where it is fished into a finished wall it \
             hangs free.",
            units.either("1 1/4 in", "32 mm")
        ),
    );
    change.step(
        Act::BringCable,
        format!(
            "Support it within {} of each box, {} of one without a clamp, and every {}; no bend tighter than five times its width.",
            units.either("12 in", "300 mm"),
            units.either("8 in", "200 mm"),
            units.either("4 1/2 ft", "1.4 m")
        ),
    );
    if contents.cables.len() > 1 {
        change.step(
            Act::BringCable,
            "What goes on downstream is spliced to the new feed in this box; check its fill with it.",
        );
    }
    change.step(
        Act::BringCable,
        "Take the old feed out at both ends, or cap and label it in a box that stays within reach: no live end is left in the wall.",
    );
}

/// The cable that the new one takes the place of: the only one, or the one that is noted as the feed.
pub(in crate::repair) fn old_feed(contents: &BoxContents) -> Result<Option<u16>, Vec<String>> {
    match contents.cables.as_slice() {
        [] => Ok(None),
        [only] => Ok(Some(only.id)),
        several => {
            let feed = several.iter().find(|cable| cable.goes == Some(CableGoes::Feed));
            feed.map(|cable| Some(cable.id))
                .ok_or_else(|| vec!["note which of the cables brings the feed first".to_owned()])
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
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

    #[test]
    fn of_several_cables_the_feed_goes() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.supply.gfci = Some(false);
        contents.conductors.truncate(2);
        contents.cables.push(Cable { method: WiringMethod::Nonmetallic, ..Cable::new(2) });
        assert!(repaired(REPAIR.code, &contents).reasons[0].contains("which of the cables"));
        contents.cables[1].goes = Some(CableGoes::Feed);
        let after = repaired(REPAIR.code, &contents).after.expect("it is possible");
        assert_eq!(after.cables.iter().map(|cable| cable.id).collect::<Vec<_>>(), [1, 3]);
    }

    #[test]
    fn travellers_are_not_made_up() {
        let mut contents = box_with_device(DeviceKind::ThreeWaySwitch);
        contents.conductors[1].role = Role::Traveller;
        contents.construction = Some(crate::facts::Construction::Metal);
        contents.conductors.truncate(2);
        contents.cables[0].method = WiringMethod::OldTwoWire;
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
    }
}
