//! `separate-neutrals`: each neutral with the hot of its own circuit again.

use super::connector::choose;
use crate::facts::{BoxContents, CircuitId, Colour, Conductor, JoiningMethod, Landing, Role};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "separate-neutrals",
    title: "Separate the neutrals by circuit",
    mends: &["neutral-of-its-circuit"],
    act: Act::Splice,
    least_minutes: 10,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    if !diagnosis.breaks("neutral-of-its-circuit") {
        return Err(vec!["no neutrals of different circuits are joined here".to_owned()]);
    }
    let contents = diagnosis.situation.contents;
    let mut change = diagnosis.change(10);
    let neutrals = || contents.conductors.iter().filter(|conductor| conductor.role == Role::Grounded);
    let mut letters: Vec<&str> = neutrals().filter_map(|neutral| neutral.joined.as_deref()).collect();
    letters.sort_unstable();
    letters.dedup();
    for letter in letters {
        let joined: Vec<&Conductor> = neutrals().filter(|n| n.joined.as_deref() == Some(letter)).collect();
        part(diagnosis, &mut change, letter, &joined)?;
    }
    for device in &contents.devices {
        land_own(diagnosis, &mut change, device.id)?;
    }
    change.step(
        Act::Read,
        "Switch one circuit on at a time; read each neutral to ground and run a load: no other circuit may carry it.",
    );
    change.caution(
        "Switch off every circuit in the box first: an opened neutral of another circuit is live by what runs there.",
    );
    Ok(change)
}

/// Makes of one splice as many as circuits are in it.
fn part(diagnosis: &Diagnosis, change: &mut Change, letter: &str, joined: &[&Conductor]) -> Result<(), Vec<String>> {
    let contents = diagnosis.situation.contents;
    let of_cable = |neutral: &&&Conductor| neutral.cable.is_some();
    let mut circuits: Vec<CircuitId> = Vec::new();
    for neutral in joined.iter().filter(of_cable) {
        let Some(circuit) = contents.circuit_of(neutral) else {
            return Err(vec![format!("note the circuit of each cable in splice {letter} first")]);
        };
        if !circuits.contains(&circuit) {
            circuits.push(circuit);
        }
    }
    if circuits.len() < 2 {
        return Ok(());
    }
    if joined.iter().any(|neutral| neutral.pigtail)
        || contents.splices.iter().any(|splice| splice.letter == letter && splice.pigtails > 0)
    {
        let reason =
            format!("splice {letter} holds a pigtail: trace which hot it belongs to, and part the splice by hand");
        return Err(vec![reason]);
    }
    let solid_sleeves = diagnosis.situation.basis.house_rules.solid_sleeves;
    change.after.splices.retain(|splice| splice.letter != letter);
    for (index, circuit) in circuits.into_iter().enumerate() {
        let own: Vec<&Conductor> =
            joined.iter().copied().filter(|neutral| contents.circuit_of(neutral) == Some(circuit)).collect();
        let new = match own.as_slice() {
            [alone] if hot_goes_on(contents, alone) => {
                return Err(vec![format!(
                    "the neutral of {} would end here while its hot goes on: trace it first",
                    contents.cable_of(alone).map_or_else(String::new, |cable| cable.name())
                )]);
            }
            [_] => None,
            _ => {
                let by = |method| choose(method, &own, solid_sleeves);
                let made = by(JoiningMethod::TwistOn).or_else(|_| by(JoiningMethod::SideBySideLever));
                let made = made.map_err(|reason| vec![reason])?;
                let name = if index == 0 { letter.to_owned() } else { free_letter(&change.after) };
                change.after.splices.push(made.splice(name.clone(), 0));
                change.bring((made.code, made.name), 1);
                change.body_volume = change.body_volume + made.body;
                Some(name)
            }
        };
        for conductor in &mut change.after.conductors {
            if own.iter().any(|neutral| neutral.id == conductor.id) {
                conductor.joined.clone_from(&new);
            }
        }
    }
    change.step(Act::Splice, format!(
        "Undo splice {letter} and join the neutrals circuit by circuit, each with its own connector; cap one that stays alone \
         together with its hot."
    ));
    Ok(())
}

/// The hot that comes with a neutral is joined or landed here.
fn hot_goes_on(contents: &BoxContents, neutral: &Conductor) -> bool {
    let hots = contents.conductors.iter().filter(|c| c.role == Role::Ungrounded && c.cable == neutral.cable);
    hots.into_iter().any(|hot| hot.joined.is_some() || contents.landings.iter().any(|on| on.conductor == hot.id))
}

fn free_letter(contents: &BoxContents) -> String {
    let taken = |letter: &String| {
        contents.splices.iter().any(|splice| splice.letter == *letter)
            || contents.conductors.iter().any(|conductor| conductor.joined.as_ref() == Some(letter))
    };
    ('A'..='Z').map(String::from).find(|letter| !taken(letter)).unwrap_or_else(|| "N".to_owned())
}

/// Lands on a device the neutral that comes with its hot, in the place of one of another circuit.
fn land_own(diagnosis: &Diagnosis, change: &mut Change, device: u16) -> Result<(), Vec<String>> {
    let contents = diagnosis.situation.contents;
    let landed = |role: Role| {
        let on = contents.landings.iter().filter(move |landing| landing.device == device);
        on.filter_map(move |landing| {
            let conductor = contents.conductors.iter().find(|conductor| conductor.id == landing.conductor)?;
            (conductor.role == role).then_some((*landing, conductor))
        })
    };
    let hots: Vec<CircuitId> = landed(Role::Ungrounded).filter_map(|(_, hot)| contents.circuit_of(hot)).collect();
    let [circuit, ..] = hots.as_slice() else { return Ok(()) };
    let astray = landed(Role::Grounded)
        .find(|(_, neutral)| contents.circuit_of(neutral).is_some_and(|own| !hots.contains(&own)));
    let Some((landing, astray)) = astray else { return Ok(()) };
    let own = contents.conductors.iter().find(|conductor| {
        conductor.role == Role::Grounded && !conductor.pigtail && contents.circuit_of(conductor) == Some(*circuit)
    });
    let Some(own) = own else {
        return Err(vec!["no neutral of the circuit of the hot is in the box: bring both in one cable".to_owned()]);
    };
    let to_land = match own.joined.clone() {
        None => own.id,
        Some(letter) => pigtail(diagnosis, change, own, letter),
    };
    change.after.landings.retain(|known| *known != landing);
    change.after.landings.push(Landing { conductor: to_land, ..landing });
    let (own, other) = (own.label(), astray.label());
    change.step(Act::Land, format!(
        "Take the {other} of the other circuit off the {} terminal and land the {own} that comes with the hot; cap or join the \
         other with its own circuit.",
        landing.terminal.name()
    ));
    Ok(())
}

/// A new pigtail in the splice of the neutral `own`.
fn pigtail(diagnosis: &Diagnosis, change: &mut Change, own: &Conductor, letter: String) -> u16 {
    let id = change.after.free_conductor();
    let length = diagnosis.situation.basis.house_rules.shop.ground_pigtail_minimum;
    let mut made = Conductor::new(id, None, own.gauge, Colour::White, Role::Grounded);
    (made.pigtail, made.joined, made.free_length) = (true, Some(letter), Some(length));
    change.pigtails_for(own, Colour::White, length.figure(diagnosis.situation.basis.units), 1);
    change.after.conductors.push(made);
    id
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::facts::{Cable, CableSupply, DeviceKind, Splice, SpliceKind, Terminal};
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    /// Feed and onward cable of two circuits, 1 and 3 of the first, 2 and 4 of the second; all whites in splice A.
    fn all_whites_together() -> BoxContents {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors.truncate(1);
        contents.conductors[0].colour = Colour::Black;
        let gauge = contents.conductors[0].gauge;
        contents.cables = (1..=4)
            .map(|id| {
                let circuit = Some(CircuitId(Uuid::from_u128(u128::from(id % 2))));
                Cable { supply: Some(CableSupply { circuit, ..CableSupply::default() }), ..Cable::new(id) }
            })
            .collect();
        for cable in 1..=4 {
            let mut white = Conductor::new(10 + cable, Some(cable), gauge, Colour::White, Role::Grounded);
            white.joined = Some("A".to_owned());
            contents.conductors.push(white);
        }
        contents.splices = vec![Splice::new("A", SpliceKind::TwistOn)];
        contents
    }

    #[test]
    fn a_splice_of_two_circuits_becomes_two() {
        let contents = all_whites_together();
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        let after = proposal.after.expect("it can be done");
        let letter = |id: u16| after.conductors.iter().find(|c| c.id == id).and_then(|c| c.joined.clone());
        assert_eq!((letter(11), letter(12)), (letter(13), letter(14)));
        assert_ne!(letter(11), letter(12));
        assert_eq!(after.splices.len(), 2);
        // A neutral is not left alone while its hot feeds on.
        let mut alone = contents;
        alone.conductors.retain(|conductor| conductor.id != 13);
        alone.landings = vec![Landing { device: 1, terminal: Terminal::BrassUpper, conductor: 1 }];
        assert_eq!(repaired(REPAIR.code, &alone).standing, Standing::Rejected);
    }

    #[test]
    fn the_device_gets_the_neutral_of_its_hot() {
        let mut contents = all_whites_together();
        contents.splices.clear();
        for conductor in &mut contents.conductors {
            conductor.joined = None;
        }
        let land = |terminal, conductor| Landing { device: 1, terminal, conductor };
        contents.landings = vec![land(Terminal::BrassUpper, 1), land(Terminal::SilverUpper, 12)];
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        let after = proposal.after.expect("it can be done");
        assert!(after.landings.contains(&land(Terminal::SilverUpper, 11)), "{:?}", after.landings);
        // From a splice of its own circuit by a pigtail.
        for id in [11, 13] {
            let white = contents.conductors.iter_mut().find(|conductor| conductor.id == id).expect("it is there");
            white.joined = Some("B".to_owned());
        }
        let after = repaired(REPAIR.code, &contents).after.expect("it can be done");
        let silver = after.landings.iter().find(|on| on.terminal == Terminal::SilverUpper).expect("one is landed");
        let made = after.conductors.iter().find(|conductor| conductor.id == silver.conductor).expect("it is there");
        assert!(made.pigtail && made.joined.as_deref() == Some("B"));
    }
}
