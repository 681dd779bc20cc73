//! `wanted-outlets`: in Canada a circuit has twelve outlets at most.

use std::collections::BTreeSet;

use super::{WantedCheck, WantedSituation};
use crate::facts::{BoxId, WantedKind};
use crate::quantity::Amount;
use crate::rules::{Finding, Rule, Side};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The most outlets of a circuit.
///
/// # Source
/// CEC 8-304(1), from memory, sure.
const MOST: usize = 12;

/// The rule.
pub const RULE: Rule<WantedCheck> = Rule {
    code: "wanted-outlets",
    title: "Outlets on the circuit",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "the circuit of the box that feeds it, drawn with its boxes",
    reads: &[],
    limit: "Canada: a two-wire circuit has at most 12 outlets. The NEC sets no number for dwellings.",
    why: "Every outlet more is another heater on the same breaker.",
    example: "A thirteenth outlet on a circuit of twelve.",
    citation: |edition| cite(edition, None, Some(("8-304", Confidence::Sure))),
    check,
};

fn check(situation: &WantedSituation) -> Vec<Finding> {
    let Some(source) = situation.source().filter(|_| situation.wanted.kind != WantedKind::Feed) else {
        return Vec::new();
    };
    let circuits: Vec<_> = source.fed_by.iter().flat_map(|known| &known.circuits).collect();
    let Some(facts) = situation.room.beyond.facts().filter(|_| !circuits.is_empty()) else {
        let words = format!("draw the circuit of {} with its boxes: they are counted", source.record.tag);
        return vec![situation.ask("outlets", &words, "from")];
    };
    let on = facts.circuits.iter().filter(|circuit| circuits.contains(&&circuit.id));
    let boxes: BTreeSet<BoxId> = on.flat_map(|circuit| &circuit.points).map(|point| point.box_id).collect();
    let count = boxes.len() + 1;
    let words = format!("{count} outlets with this one; at most {MOST} are allowed");
    let finding = if count <= MOST {
        Finding::meets("outlets", format!("{words}."))
    } else {
        Finding::violates("outlets", format!("{words}: feed it from another circuit."))
    };
    let over = count.checked_sub(MOST).filter(|over| *over > 0).map(Amount::count);
    vec![finding.with_figures(Amount::count(count), Amount::count(MOST), Side::AtMost, over)]
}

#[cfg(test)]
mod tests {
    use super::super::testing::{Wish, verdict};
    use crate::facts::WantedKind;
    use crate::rules::Verdict;
    use crate::standard::Edition;

    #[test]
    fn the_thirteenth_is_one_too_many() {
        // CEC 8-304(1), from memory, sure.
        let judge = |boxes, edition| {
            verdict("wanted-outlets", &Wish::new(WantedKind::Receptacle).under(edition).on_circuit_of(boxes)).0
        };
        assert_eq!(judge(11, Edition::Cec2021), Verdict::Meets);
        assert_eq!(judge(12, Edition::Cec2021), Verdict::Violates);
        assert_eq!(judge(0, Edition::Cec2021), Verdict::NotMeasured);
        assert_eq!(judge(40, Edition::Nec2023), Verdict::NotApplicable);
    }
}
