//! `grounds-joined`: all equipment grounds in a box are joined, and no device carries the path.

use crate::facts::{Conductor, Observation};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "grounds-joined",
    title: "Grounds joined",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether the grounds of all cables are joined, and whether the path survives taking the device out",
    reads: &["/observed/grounds-apart", "/observed/ground-through-device"],
    limit: "All equipment grounds in the box are joined, to each other or each to the metal box, so that taking a device out \
            breaks no path: those of all circuits since 2020, before that those of each circuit. An isolated ground stays apart.",
    why: "Grounds kept apart leave one circuit without its path when the other is worked on.",
    example: "Two cables, two grounds, kept apart because they are two circuits.",
    citation: |edition| cite(edition, Some(("250.148", Confidence::Sure)), Some(("10-614", Confidence::CheckFirst))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let grounds: Vec<_> = contents.grounds().filter(|ground| !ground.isolated && !ground.pigtail).collect();
    if grounds.len() < 2 {
        return Vec::new();
    }
    let first = grounds[0].joined.as_deref();
    let said = contents.observed(Observation::GroundsApart);
    let noted = grounds.iter().all(|ground| ground.joined.is_some());
    let together = if noted && said.is_none() {
        let circuit = |ground: &Conductor| contents.cable_of(ground).and_then(|cable| cable.supply?.circuit);
        let apart = grounds.iter().any(|ground| ground.joined.as_deref() != first);
        // Before 2020 only those of the conductors that are spliced together; from memory, sure.
        let of_one_circuit = |letter: Option<&str>| {
            let mut own =
                grounds.iter().filter(|ground| ground.joined.as_deref() == letter).map(|ground| circuit(ground));
            let first = own.next().flatten();
            first.filter(|_| own.all(|other| other == first))
        };
        let edition = situation.basis.edition;
        let by_circuit = edition.profile() == Profile::Nec && edition.year() < 2020 && {
            let mut letters: Vec<Option<&str>> = grounds.iter().map(|ground| ground.joined.as_deref()).collect();
            letters.sort_unstable();
            letters.dedup();
            let mut circuits: Vec<_> = letters.iter().map(|letter| of_one_circuit(*letter)).collect();
            let known = circuits.iter().all(Option::is_some);
            circuits.sort_unstable();
            let count = circuits.len();
            circuits.dedup();
            known && circuits.len() == count
        };
        if apart && by_circuit {
            let sentence = "The grounds are joined circuit by circuit, as editions before 2020 allow.";
            Finding::meets("grounds", sentence)
        } else if apart {
            Finding::violates("grounds", format!("The {} grounds are in different splices.", grounds.len()))
        } else {
            Finding::meets("grounds", format!("The {} grounds are joined.", grounds.len()))
        }
    } else {
        Finding::observed(
            contents,
            Observation::GroundsApart,
            "The grounds in the box are not joined.",
            "The grounds in the box are joined.",
        )
    };
    let mut findings = vec![together];
    if !contents.devices.is_empty() {
        findings.push(Finding::observed(
            contents,
            Observation::GroundThroughDevice,
            "Taking the device out breaks the ground of what follows.",
            "The ground does not depend on the device.",
        ));
    }
    findings
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, DeviceKind};
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, follows, verdict};

    fn two_grounds(letters: [Option<&str>; 2]) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        let mut second = contents.conductors[2].clone();
        second.id = 4;
        contents.conductors.push(second);
        contents.conductors[2].joined = letters[0].map(str::to_owned);
        contents.conductors[3].joined = letters[1].map(str::to_owned);
        contents.observe(Observation::GroundThroughDevice, false);
        contents
    }

    #[test]
    fn splices_tell_or_a_look_does() {
        assert_eq!(verdict(RULE.code, &two_grounds([Some("G"), Some("G")])), Verdict::Meets);
        assert_eq!(verdict(RULE.code, &two_grounds([Some("G"), Some("H")])), Verdict::Violates);
        follows(RULE.code, Observation::GroundsApart, &two_grounds([None, None]));
        follows(RULE.code, Observation::GroundThroughDevice, &two_grounds([Some("G"), Some("G")]));
    }

    #[test]
    fn before_2020_each_circuit_for_itself() {
        // NEC 250.148, 2017 against 2020, from memory, sure.
        use crate::facts::{Cable, CableSupply, CircuitId};
        use crate::standard::Edition;
        let mut contents = two_grounds([Some("G"), Some("H")]);
        contents.cables.push(Cable::new(2));
        contents.conductors[3].cable = Some(2);
        for (cable, number) in contents.cables.iter_mut().zip([1, 2]) {
            let circuit = Some(CircuitId(uuid::Uuid::from_u128(number)));
            cable.supply = Some(CableSupply { circuit, ..CableSupply::default() });
        }
        let judge = |edition| crate::testing::judged(RULE.code, &contents, edition, None).verdict;
        assert_eq!((judge(Edition::Nec2017), judge(Edition::Nec2020)), (Verdict::Meets, Verdict::Violates));
    }

    #[test]
    fn an_isolated_ground_stays_apart() {
        let mut contents = two_grounds([Some("G"), Some("H")]);
        contents.conductors[3].isolated = true;
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotApplicable);
    }
}
