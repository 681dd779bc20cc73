//! `terminal-one-conductor`: one conductor under a terminal, unless it is marked for more.

use crate::facts::{Bar, Observation, Role};
use crate::quantity::Amount;
use crate::rules::{Finding, PanelCheck, PanelSituation, Rule, Side, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "terminal-one-conductor",
    title: "One conductor a terminal",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "a look at each terminal",
    reads: &["/observed/doubled-terminal"],
    limit: "One conductor under a terminal, unless the terminal is marked for more.",
    why: "Of two conductors under one screw, one is loose: it heats.",
    example: "Feed and onward hot under the same side screw.",
    citation: |edition| cite(edition, Some(("110.14(A)", Confidence::Sure)), Some(("12-116", Confidence::CheckFirst))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    if !situation.contents.has_terminals() {
        return Vec::new();
    }
    vec![Finding::observed(
        situation.contents,
        Observation::DoubledTerminal,
        "Two conductors are under one terminal that is not marked for two.",
        "One conductor is under each terminal.",
    )]
}

/// The rule at a panel: grounds under the terminals of its bars. Neutrals and breakers have rules of their own.
pub const AT_PANEL: Rule<PanelCheck> =
    RULE.at_panel(|situation: &PanelSituation| situation.panel.bars.iter().flat_map(of_bar).collect());

fn of_bar(bar: &Bar) -> Vec<Finding> {
    let most = usize::from(bar.grounds_per_terminal.unwrap_or(1));
    let grounds = || bar.conductors.iter().filter(|conductor| conductor.role == Role::EquipmentGrounding);
    let mut terminals: Vec<u8> = grounds().map(|ground| ground.terminal).collect();
    terminals.sort_unstable();
    terminals.dedup();
    let finding = |terminal: u8| {
        let count = grounds().filter(|ground| ground.terminal == terminal).count();
        let label = format!("bar {}, terminal {terminal}", bar.id);
        let finding = if count <= most {
            Finding::meets(label, format!("Terminal {terminal} of bar {} holds {count} of {most} grounds.", bar.id))
        } else if bar.grounds_per_terminal.is_none() {
            let words = format!("read the label: does it take {count} grounds under a terminal of bar {}", bar.id);
            Finding::not_measured(label, &words, "/bars")
        } else {
            let sentence =
                format!("Terminal {terminal} of bar {} holds {count} grounds; the label takes {most}.", bar.id);
            Finding::violates(label, sentence)
        };
        let over = (count > most).then(|| Amount::count(count - most));
        finding.with_figures(Amount::count(count), Amount::count(most), Side::AtMost, over)
    };
    terminals.into_iter().map(finding).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::testing::{box_with, box_with_device, follows, verdict};

    #[test]
    fn it_follows_what_is_seen() {
        follows(RULE.code, Observation::DoubledTerminal, &box_with_device(DeviceKind::DuplexReceptacle));
    }

    #[test]
    fn without_a_device_there_is_no_terminal() {
        assert_eq!(verdict(RULE.code, &box_with(None, vec![])), Verdict::NotApplicable);
    }

    #[test]
    fn the_label_says_how_many_grounds_a_terminal_takes() {
        use crate::facts::BarKind;
        use crate::rules::panel::testing::{bar, ground, panel, result};
        let said = |most: Option<u8>, grounds: usize| {
            let mut panel = panel();
            panel.bars = vec![Bar { grounds_per_terminal: most, ..bar(BarKind::Ground, vec![ground(1); grounds]) }];
            result(RULE.code, &panel).verdict
        };
        assert_eq!(said(None, 1), Verdict::Meets);
        assert_eq!(said(None, 2), Verdict::NotMeasured);
        assert_eq!(said(Some(3), 3), Verdict::Meets);
        assert_eq!(said(Some(2), 3), Verdict::Violates);
    }
}
