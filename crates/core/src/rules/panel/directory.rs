//! `directory`: every circuit named, and named truly.

use super::PanelSituation;
use crate::electrical::mapping::DirectoryLine;
use crate::facts::{Breaker, PanelObservation};
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "directory",
    title: "Directory",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "what the directory says of each breaker, and what a walk in rounds found",
    reads: &[],
    limit: "Every circuit is legible, told from every other, and true; what is spare says so. A line that is empty on the \
            card is noted as \"blank\".",
    why: "In haste someone switches off the wrong breaker and believes that the circuit is dead.",
    example: "Breaker 9 says \"lights\"; the walk found the freezer on it.",
    citation: |edition| cite(edition, Some(("408.4(A)", Confidence::Sure)), Some(("2-100", Confidence::CheckFirst))),
    check,
};

/// Noted where the line on the card is empty.
const BLANK: [&str; 4] = ["blank", "empty", "none", "-"];

/// Words that tell no circuit from another.
const VAGUE: [&str; 12] = [
    "lights",
    "lighting",
    "light",
    "plugs",
    "plug",
    "outlets",
    "outlet",
    "receptacles",
    "general",
    "misc",
    "rooms",
    "unknown",
];

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let panel = situation.panel;
    let whole = Finding::observed_at_panel(panel, PanelObservation::DirectoryUnreadable);
    let lines = panel.breakers.iter().map(|breaker| {
        let found = situation.directory.iter().find(|line| line.breaker == breaker.id);
        answer(breaker, found).of_breaker(breaker)
    });
    std::iter::once(whole).chain(lines).collect()
}

fn answer(breaker: &Breaker, found: Option<&DirectoryLine>) -> Finding {
    let (label, name) = (format!("breaker {}", breaker.name()), breaker.name());
    let says = breaker.directory.trim();
    let words = says.trim_end_matches('?').trim().to_lowercase();
    if says.is_empty() {
        let words = format!("read what the directory says of breaker {name}; write \"blank\" where the line is empty");
        return Finding::not_measured(label, &words, "/breakers");
    }
    if BLANK.contains(&words.as_str()) {
        return Finding::violates(label, format!("The directory says nothing of breaker {name}."));
    }
    if says.contains('?') || VAGUE.contains(&words.as_str()) {
        return Finding::violates(
            label,
            format!("Breaker {name} says \"{says}\", which tells no circuit from another."),
        );
    }
    match found {
        Some(line) if line.feeds_nothing && words != "spare" => Finding::violates(
            label,
            format!(
                "Breaker {name} says \"{says}\"; nothing was found on it: it is spare, or feeds what was not walked."
            ),
        ),
        Some(line) if line.differs && !line.agrees && !line.feeds_nothing => {
            Finding::violates(label, format!("Breaker {name} says \"{says}\"; the walk found {}.", line.proposed))
        }
        _ => Finding::meets(label, format!("Breaker {name}: {says}.")),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    fn said(directory: &str, line: Option<DirectoryLine>) -> Verdict {
        let mut panel = panel();
        panel.breakers.truncate(1);
        panel.breakers[0].directory = directory.to_owned();
        panel.observe(PanelObservation::DirectoryUnreadable, false);
        result_with(RULE.code, &panel, line.as_slice()).verdict
    }

    fn line(proposed: &str, agrees: bool) -> DirectoryLine {
        DirectoryLine {
            breaker: 1,
            name: "1".to_owned(),
            says: String::new(),
            proposed: proposed.to_owned(),
            differs: true,
            agrees,
            feeds_nothing: proposed.is_empty(),
        }
    }

    #[test]
    fn a_circuit_is_told_from_every_other() {
        // NEC 408.4(A), from memory: clear, evident and specific; no circuit indistinguishable from another.
        assert_eq!(said("", None), Verdict::NotMeasured, "nobody has read it yet");
        for vague in ["blank", "lights", "Plugs ", "hall?", "?"] {
            assert_eq!(said(vague, None), Verdict::Violates, "{vague}");
        }
        assert_eq!(said("kitchen counter, left", None), Verdict::Meets);
    }

    #[test]
    fn what_the_walk_found_decides() {
        assert_eq!(said("attic", Some(line("kitchen: K1", false))), Verdict::Violates);
        assert_eq!(said("kitchen counter", Some(line("kitchen: K1", true))), Verdict::Meets);
        assert_eq!(said("attic", Some(line("", false))), Verdict::Violates);
        assert_eq!(said("spare", Some(line("", false))), Verdict::Meets);
    }
}
