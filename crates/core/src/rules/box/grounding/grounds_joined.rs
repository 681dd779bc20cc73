//! `grounds-joined`: all equipment grounds in a box are joined, and no device carries the path.

use crate::facts::{BoxContents, Conductor, Observation};
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

/// What a ground is joined by.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
enum Joined<'a> {
    /// The metal of the box: each on a screw or clip of its own.
    Box,
    /// A splice, by its letter.
    Splice(&'a str),
}

impl<'a> Joined<'a> {
    fn of(ground: &'a Conductor, contents: &BoxContents) -> Option<Self> {
        if contents.is_on_box(ground) { Some(Self::Box) } else { ground.joined.as_deref().map(Self::Splice) }
    }
}

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let grounds: Vec<_> = contents.grounds().filter(|ground| !ground.isolated && !ground.pigtail).collect();
    if grounds.len() < 2 {
        return Vec::new();
    }
    let first = Joined::of(grounds[0], contents);
    let said = contents.observed(Observation::GroundsApart);
    let noted = grounds.iter().all(|ground| Joined::of(ground, contents).is_some());
    let together = if noted && said.is_none() {
        let circuit = |ground: &Conductor| contents.cable_of(ground).and_then(|cable| cable.supply?.circuit);
        let apart = grounds.iter().any(|ground| Joined::of(ground, contents) != first);
        // Before 2020 only those of the conductors that are spliced together; from memory, sure.
        let of_one_circuit = |group: Option<Joined>| {
            let mut own =
                grounds.iter().filter(|ground| Joined::of(ground, contents) == group).map(|ground| circuit(ground));
            let first = own.next().flatten();
            first.filter(|_| own.all(|other| other == first))
        };
        let edition = situation.basis.edition;
        let by_circuit = edition.profile() == Profile::Nec && edition.year() < 2020 && {
            let mut groups: Vec<Option<Joined>> = grounds.iter().map(|ground| Joined::of(ground, contents)).collect();
            groups.sort_unstable();
            groups.dedup();
            let mut circuits: Vec<_> = groups.into_iter().map(of_one_circuit).collect();
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
            Finding::violates("grounds", format!("The {} grounds are not joined to each other.", grounds.len()))
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
    use crate::facts::DeviceKind;
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
    fn the_metal_box_joins_what_is_on_its_own_screws() {
        // NEC 250.148(C), from memory, sure: to a metal box by a grounding screw, or by a listed device.
        use crate::facts::{Colour, Construction, Role};
        let mut contents = two_grounds([Some("G"), None]);
        contents.construction = Some(Construction::Metal);
        contents.conductors[3].on_box = true;
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates, "the splice is not on the box");
        // A pigtail takes the splice to the box.
        let gauge = contents.conductors[2].gauge;
        let mut pigtail = Conductor::new(5, None, gauge, Colour::Bare, Role::EquipmentGrounding);
        (pigtail.pigtail, pigtail.on_box, pigtail.joined) = (true, true, Some("G".to_owned()));
        contents.conductors.push(pigtail);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
        contents.conductors.pop();
        (contents.conductors[2].joined, contents.conductors[2].on_box) = (None, true);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
        contents.construction = Some(Construction::Nonmetallic);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotMeasured, "plastic joins nothing");
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
