//! `receptacle-replacement`: where no ground is to be had, a receptacle has two slots, or GFCI protection and its marks.

use crate::electrical::{Evidence, Ground};
use crate::facts::DeviceKind;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "receptacle-replacement",
    title: "Receptacle without a ground",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "the kind of receptacle, its GFCI protection, and its marks",
    reads: &["/devices/*/marked_no_ground"],
    limit: "Without a ground: a two-slot receptacle; or a GFCI receptacle marked that it has no equipment ground; or \
            three slots behind a GFCI, marked that it is GFCI-protected and has no equipment ground. Never a bare \
            three-slot.",
    why: "The marks tell the next person that the third slot is empty.",
    example: "A three-slot receptacle behind a GFCI, without its marks.",
    citation: |edition| {
        cite(edition, Some(("406.4(D)(2)", Confidence::Sure)), Some(("26-700", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    // A receptacle for a range or dryer has rules of its own: 250.140.
    let replaced = |kind: DeviceKind| kind.is_receptacle() && kind != DeviceKind::RangeReceptacle;
    let receptacles = contents.devices.iter().enumerate().filter(|(_, device)| replaced(device.kind));
    let ground = Evidence::of(contents).ground(contents);
    let canadian = situation.basis.edition.profile() == Profile::Cec;
    receptacles
        .map(|(index, device)| {
            let label = device.label();
            if contents.conductors.is_empty() {
                return Finding::no_conductors();
            }
            if ground == Ground::Unknown && device.kind != DeviceKind::TwoSlotReceptacle {
                let words = "note what each cable is, or read the tester: is there a ground";
                return Finding::not_measured(label.clone(), words, "/cables/0/method");
            }
            if ground.is_found() || matches!(ground, Ground::Broken(_)) {
                return Finding::meets(label.clone(), "A ground is here: a replacement is of the grounding type.");
            }
            let upstream = contents.supply_of_device(device).gfci;
            let protected = device.kind == DeviceKind::GfciReceptacle || upstream == Some(true);
            match (device.kind, protected, device.marked_no_ground) {
                (DeviceKind::TwoSlotReceptacle, ..) => Finding::meets(label.clone(), "Two slots where no ground is."),
                // CEC 26-700(7) to (9), from memory, check first: a GFCI suffices, no mark is asked for.
                (_, true, _) if canadian => Finding::meets(label.clone(), "GFCI-protected where no ground is."),
                (_, true, Some(true)) => {
                    Finding::meets(label.clone(), "GFCI-protected and marked as having no ground.")
                }
                (_, true, Some(false)) => {
                    Finding::violates(label.clone(), "GFCI-protected, but not marked as having no equipment ground.")
                }
                (_, true, None) => Finding::not_measured(
                    label.clone(),
                    "look for the marks: GFCI protected, no equipment ground",
                    format!("/devices/{index}/marked_no_ground"),
                ),
                (_, false, _) if upstream.is_none() => Finding::not_measured(
                    label.clone(),
                    "find out whether a GFCI protects this receptacle",
                    "/supply/gfci",
                ),
                (..) => Finding::violates(label.clone(), "A ground slot, no ground, and no GFCI protection.")
                    .with_severity(Severity::Danger),
            }
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, verdict};

    fn ungrounded(kind: DeviceKind, gfci: Option<bool>, marked: Option<bool>) -> Verdict {
        let mut contents = box_with_device(kind);
        contents.conductors.truncate(2);
        contents.supply.gfci = gfci;
        contents.devices[0].marked_no_ground = marked;
        verdict(RULE.code, &contents)
    }

    #[test]
    fn in_canada_a_gfci_suffices_without_a_mark() {
        let mut contents = box_with_device(DeviceKind::GfciReceptacle);
        contents.conductors.truncate(2);
        contents.devices[0].marked_no_ground = Some(false);
        let judge = |edition| crate::testing::judged(RULE.code, &contents, edition, None).verdict;
        use crate::standard::Edition::{Cec2021, Nec2023};
        assert_eq!((judge(Nec2023), judge(Cec2021)), (Verdict::Violates, Verdict::Meets));
    }

    #[test]
    fn the_three_ways_and_what_is_missing_of_them() {
        // NEC 406.4(D)(2)(a) to (c), from memory.
        assert_eq!(ungrounded(DeviceKind::TwoSlotReceptacle, Some(false), None), Verdict::Meets);
        assert_eq!(ungrounded(DeviceKind::GfciReceptacle, None, Some(true)), Verdict::Meets);
        assert_eq!(ungrounded(DeviceKind::DuplexReceptacle, Some(true), Some(true)), Verdict::Meets);
        assert_eq!(ungrounded(DeviceKind::DuplexReceptacle, Some(true), Some(false)), Verdict::Violates);
        assert_eq!(ungrounded(DeviceKind::DuplexReceptacle, Some(true), None), Verdict::NotMeasured);
        assert_eq!(ungrounded(DeviceKind::DuplexReceptacle, Some(false), Some(true)), Verdict::Violates);
    }
}
