//! `change-breaker`: a breaker that the smallest conductor of the circuit allows.

use crate::facts::Conductor;
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::standard::{Location, Profile, ampacity};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "change-breaker",
    title: "Change the breaker",
    mends: &["conductor-ampacity", "ground-size", "device-rating"],
    act: Act::AtPanel,
    least_minutes: 15,
    intrusiveness: 2,
    for_circuit: true,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let edition = diagnosis.situation.basis.edition;
    // Of the circuits of the box the one whose breaker is too large for what is on it, else the largest.
    let carried = |conductor: &&Conductor| !conductor.is_ground() && !conductor.from_canopy;
    let now = contents
        .conductors
        .iter()
        .filter(carried)
        .filter_map(|conductor| {
            let amperes = contents.supply_of(conductor).amperes?;
            let most = ampacity::largest_breaker(edition, conductor.gauge, conductor.material);
            Some((most.is_none_or(|most| most < amperes), amperes))
        })
        .max()
        .map(|(_, amperes)| amperes);
    let on_it = |conductor: &&Conductor| now.is_none() || contents.supply_of(conductor).amperes == now;
    let circuit = contents.conductors.iter().filter(carried).filter(on_it);
    let mut most = None;
    for conductor in circuit {
        match ampacity::largest_breaker(edition, conductor.gauge, conductor.material) {
            Some(amperes) if amperes >= 10 => most = Some(most.map_or(amperes, |known: u16| known.min(amperes))),
            _ => return Err(vec![format!("{} is no branch conductor at any breaker", conductor.label())]),
        }
    }
    let grounds = contents.grounds().filter(|ground| !ground.from_canopy).filter(on_it);
    for ground in grounds {
        let carries = |amperes: u16| {
            ampacity::smallest_ground(edition, amperes, ground.material)
                .is_some_and(|smallest| ground.gauge >= smallest)
        };
        while let Some(amperes) = most.filter(|amperes| !carries(*amperes)) {
            most = ampacity::STANDARD_RATINGS.into_iter().rev().find(|rating| *rating < amperes);
        }
    }
    let Some(most) = most else {
        return Err(vec!["no standard breaker is small enough for what is in the box".to_owned()]);
    };
    if now.is_some_and(|now| now <= most) {
        return Err(vec!["the breaker is not too large".to_owned()]);
    }
    let twenty = contents.location.and_then(Location::twenty_ampere_circuit);
    let receptacle = contents.devices.iter().any(|device| device.kind.is_receptacle());
    if let Some(place) = twenty.filter(|_| receptacle && most < 20 && edition.profile() == Profile::Nec) {
        return Err(vec![format!(
            "{place} take a circuit of 20 A: the conductors are renewed in 12 AWG, the breaker is not made smaller"
        )]);
    }
    let mut change = diagnosis.change(15);
    change.after.set_breaker(now, most);
    change.bring((format!("breaker-{most}-a"), format!("breaker, {most} A, listed for the panel")), 1);
    change.step(
        Act::AtPanel,
        format!("Have the breaker replaced by one of {most} A; check that the loads of the circuit allow it."),
    );
    change.caution("Behind the dead front is work for qualified persons: the line side stays live with the main off.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::quantity::Gauge;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn fourteen_gauge_on_twenty_goes_to_fifteen() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.supply.amperes = Some(20);
        for conductor in &mut contents.conductors {
            conductor.gauge = Gauge::Awg14;
        }
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(proposal.materials[0].what.starts_with("breaker, 15 A"));
        contents.devices[0].kind = DeviceKind::DuplexReceptacle;
        contents.location = Some(Location::KitchenCounter);
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Rejected, "a counter keeps its 20 A");
        contents.location = None;
        contents.conductors[2].gauge = Gauge::Awg16;
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Rejected, "no breaker is small enough for a 16 AWG ground");
    }
}
