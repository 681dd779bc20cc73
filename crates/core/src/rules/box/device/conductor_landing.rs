//! `conductor-landing`: each conductor is on the terminal that its role belongs to.

use crate::electrical::mistakes;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "conductor-landing",
    title: "Conductors on their own terminals",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "which conductor is on which terminal, noted before anything is disconnected",
    reads: &["/landings"],
    limit: "Hot on brass, neutral on silver, ground on green; the common conductor of a three-way on its common screw; \
            tabs broken where the halves are fed apart, and whole where they are not.",
    why: "Colours are re-used and marks fall off: the terminal tells what a conductor does, until it is taken off.",
    example: "White under a brass screw, black under the silver one.",
    citation: |edition| {
        cite(
            edition,
            Some(("200.10, 200.11, 250.126", Confidence::Sure)),
            Some(("26-700, 10-614", Confidence::CheckFirst)),
        )
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    if contents.devices.is_empty() || contents.conductors.is_empty() {
        return Vec::new();
    }
    if contents.landings.is_empty() && !contents.has_terminals() {
        return Vec::new();
    }
    if contents.landings.is_empty() {
        let words = "note which conductor is on which terminal before you disconnect anything";
        return vec![Finding::not_measured("device", words, "/landings")];
    }
    let wrong = mistakes(contents);
    if wrong.is_empty() {
        return vec![Finding::meets("device", "Each conductor that was noted is on a terminal of its own kind.")];
    }
    let label = |id| contents.devices.iter().find(|device| device.id == id).map_or_else(String::new, |d| d.label());
    wrong
        .into_iter()
        .map(|mistake| {
            let finding = Finding::violates(label(mistake.device), mistake.sentence);
            if mistake.dangerous { finding.with_severity(Severity::Danger) } else { finding }
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{DeviceKind, Landing, Terminal};
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, judged, verdict};

    fn on(terminals: [Terminal; 3]) -> crate::facts::BoxContents {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        let landing = |(conductor, terminal)| Landing { device: 1, terminal, conductor };
        contents.landings = (1..).zip(terminals).map(landing).collect();
        contents
    }

    #[test]
    fn hot_on_brass_neutral_on_silver_ground_on_green() {
        // NEC 200.10 and 250.126, from memory; the colours of the screws are common practice everywhere.
        assert_eq!(verdict(RULE.code, &box_with_device(DeviceKind::DuplexReceptacle)), Verdict::NotMeasured);
        let right = on([Terminal::BrassUpper, Terminal::SilverUpper, Terminal::Green]);
        assert_eq!(verdict(RULE.code, &right), Verdict::Meets);
        let reversed = on([Terminal::SilverUpper, Terminal::BrassUpper, Terminal::Green]);
        let result = judged(RULE.code, &reversed, Edition::Nec2023, Some(1950));
        assert_eq!((result.verdict, result.severity), (Verdict::Violates, Severity::Danger), "at any age");
    }
}
