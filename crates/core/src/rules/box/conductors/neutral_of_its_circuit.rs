//! `neutral-of-its-circuit`: the current of a circuit goes out and comes back in the same circuit.

use crate::facts::{BoxContents, CircuitId, Conductor, Role};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "neutral-of-its-circuit",
    title: "Neutral of its own circuit",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "which circuit each cable belongs to, and what is joined and landed with what",
    reads: &["/landings"],
    limit: "The neutral that a device uses comes with its hot; neutrals of different circuits are not joined, but for a \
            multiwire circuit that shares one in its own cable.",
    why: "A neutral of another circuit carries current while its own breaker is off: whoever opens it is stung. GFCI and \
          AFCI trip without an earth fault, and no lamp or meter shows it.",
    example: "Two cables of two circuits, all whites under one connector.",
    citation: |edition| {
        cite(edition, Some(("200.4(A), 300.3(B)", Confidence::Sure)), Some(("4-020", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    // Where every cable is of one circuit, or none is told apart, there is nothing to cross.
    if contents.circuits().len() < 2 {
        return Vec::new();
    }
    let mut found: Vec<Finding> = splices(contents).chain(devices(contents)).collect();
    if found.is_empty() {
        found.push(Finding::meets("neutrals", "Each neutral that was noted stays with its own circuit."));
    }
    found
}

/// Its cable brings two hots or more, which may lawfully share its neutral: the circuits are not told apart by it.
fn multiwire(contents: &BoxContents, conductor: &Conductor) -> bool {
    let hots =
        contents.conductors.iter().filter(|other| other.role == Role::Ungrounded && other.cable == conductor.cable);
    conductor.cable.is_some() && hots.count() > 1
}

fn splices(contents: &BoxContents) -> impl Iterator<Item = Finding> {
    let neutrals = || contents.conductors.iter().filter(|conductor| conductor.role == Role::Grounded);
    let mut letters: Vec<&str> = neutrals().filter_map(|conductor| conductor.joined.as_deref()).collect();
    letters.sort_unstable();
    letters.dedup();
    letters.into_iter().filter_map(move |letter| {
        let own = || neutrals().filter(|conductor| conductor.joined.as_deref() == Some(letter));
        let mut circuits: Vec<CircuitId> = own().filter_map(|neutral| contents.circuit_of(neutral)).collect();
        circuits.sort_unstable();
        circuits.dedup();
        let crossed = circuits.len() > 1 && !own().any(|neutral| multiwire(contents, neutral));
        let sentence = format!("The neutrals of {} circuits are joined in splice {letter}.", circuits.len());
        crossed.then(|| Finding::violates(format!("splice {letter}"), sentence))
    })
}

fn devices(contents: &BoxContents) -> impl Iterator<Item = Finding> {
    contents.devices.iter().filter_map(|device| {
        let landed = |role: Role| {
            let own = contents.landings.iter().filter(move |landing| landing.device == device.id);
            own.filter_map(|landing| contents.conductors.iter().find(|c| c.id == landing.conductor))
                .filter(move |conductor| conductor.role == role)
        };
        let hots: Vec<CircuitId> = landed(Role::Ungrounded).filter_map(|hot| contents.circuit_of(hot)).collect();
        let astray = landed(Role::Grounded).find(|neutral| {
            let own = contents.circuit_of(neutral);
            own.is_some_and(|own| !hots.contains(&own)) && !hots.is_empty() && !multiwire(contents, neutral)
        })?;
        let sentence = format!("Its neutral, {}, comes with another circuit than its hot.", astray.label());
        Some(Finding::violates(device.label(), sentence))
    })
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::facts::{Cable, CableSupply, Colour, DeviceKind, Landing, Terminal};
    use crate::quantity::Gauge;
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, judged, verdict};

    /// A receptacle on the hot of cable 1; cable 2 of another circuit. Conductors 1 to 3 are of the first, 4 and 5 of the second.
    fn two_circuits() -> BoxContents {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.cables.push(Cable::new(2));
        for (cable, number) in contents.cables.iter_mut().zip([1, 2]) {
            let circuit = Some(CircuitId(Uuid::from_u128(number)));
            cable.supply = Some(CableSupply { circuit, ..CableSupply::default() });
        }
        let wire = |id, colour, role| Conductor::new(id, Some(2), Gauge::Awg12, colour, role);
        contents.conductors.push(wire(4, Colour::Black, Role::Ungrounded));
        contents.conductors.push(wire(5, Colour::White, Role::Grounded));
        contents
    }

    fn join(contents: &mut BoxContents, ids: &[u16]) {
        let joined = contents.conductors.iter_mut().filter(|conductor| ids.contains(&conductor.id));
        joined.for_each(|conductor| conductor.joined = Some("A".to_owned()));
    }

    #[test]
    fn neutrals_of_two_circuits_are_not_joined() {
        // NEC 200.4(A), from memory, sure: no neutral for more than one branch circuit; 300.3(B): all of a circuit together.
        let mut contents = two_circuits();
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
        join(&mut contents, &[2, 5]);
        let result = judged(RULE.code, &contents, crate::standard::Edition::Nec2023, Some(1960));
        assert_eq!(result.verdict, Verdict::Violates, "at any age");
        // A multiwire circuit shares the neutral of its own cable.
        contents.conductors[3].cable = Some(1);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
        // Of one circuit, or of circuits that nobody noted, nothing is crossed.
        for cable in &mut contents.cables {
            cable.supply = None;
        }
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotApplicable);
    }

    #[test]
    fn a_device_takes_the_neutral_that_comes_with_its_hot() {
        let mut contents = two_circuits();
        let land = |terminal, conductor| Landing { device: 1, terminal, conductor };
        contents.landings = vec![land(Terminal::BrassUpper, 1), land(Terminal::SilverUpper, 2)];
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
        contents.landings[1].conductor = 5;
        let result = judged(RULE.code, &contents, crate::standard::Edition::Nec2023, None);
        assert_eq!(result.verdict, Verdict::Violates);
        assert!(result.sentence.contains("white 12 AWG, comes with another circuit"), "{}", result.sentence);
        // Two halves on two circuits use both neutrals.
        contents.landings.push(land(Terminal::BrassLower, 4));
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
    }
}
