//! `neutral-one-per-terminal`: each neutral under a terminal of its own.

use std::collections::BTreeSet;

use super::PanelSituation;
use crate::facts::Role;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "neutral-one-per-terminal",
    title: "One neutral a terminal",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    // NEC 110.14(A) and the labels of panels asked for it long before 408.41 said it (2002), from memory.
    since: Since::ALWAYS,
    needs: "what is under each terminal of the bars",
    reads: &[],
    limit: "Each neutral has a terminal of its own: no second neutral, and no ground beside it.",
    why: "To take one circuit off, the other loses its neutral, with 240 V on its loads where it shares one.",
    example: "Two white 14 AWG conductors under one screw of the neutral bar.",
    citation: |edition| {
        cite(edition, Some(("408.41, 110.14(A)", Confidence::Sure)), Some(("12-116", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let bars: Vec<_> = situation.panel.bars.iter().filter(|bar| !bar.conductors.is_empty()).collect();
    if bars.is_empty() {
        return vec![Finding::not_measured("bars", "note what is under each terminal of the neutral bar", "/bars")];
    }
    let mut findings = Vec::new();
    let mut sound = 0;
    for bar in bars {
        let neutrals = bar.conductors.iter().filter(|conductor| conductor.role == Role::Grounded);
        let terminals: BTreeSet<u8> = neutrals.map(|conductor| conductor.terminal).collect();
        for terminal in terminals {
            let under = |role: bool| {
                bar.conductors.iter().filter(|c| c.terminal == terminal && (c.role == Role::Grounded) == role).count()
            };
            let (neutrals, others) = (under(true), under(false));
            if neutrals == 1 && others == 0 {
                sound += 1;
                continue;
            }
            let with = match (neutrals, others) {
                (1, _) => "a neutral and a ground".to_owned(),
                (_, 0) => format!("{neutrals} neutrals"),
                _ => format!("{neutrals} neutrals and a ground"),
            };
            let label = format!("bar {}, terminal {terminal}", bar.id);
            let sentence = format!("Terminal {terminal} of bar {} holds {with}; one neutral a terminal.", bar.id);
            findings.push(Finding::violates(label, sentence));
        }
    }
    if sound > 0 {
        findings.push(Finding::meets("neutrals", format!("{sound} neutrals have a terminal each.")));
    }
    findings
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::BarKind;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn neutrals_stand_alone() {
        // NEC 408.41, from memory: one grounded conductor a terminal.
        let said = |conductors| {
            let mut panel = panel();
            panel.bars = vec![bar(BarKind::Both, conductors)];
            result(RULE.code, &panel)
        };
        assert_eq!(said(vec![neutral(1), neutral(2)]).verdict, Verdict::Meets);
        assert_eq!(said(vec![ground(1), ground(1)]).verdict, Verdict::NotApplicable, "grounds may share");
        assert_eq!(
            said(vec![neutral(1), neutral(1)]).sentence,
            "Terminal 1 of bar 1 holds 2 neutrals; one neutral a terminal."
        );
        assert_eq!(said(vec![neutral(1), ground(1)]).verdict, Verdict::Violates);
    }

    #[test]
    fn no_panel_is_old_enough_for_it() {
        let mut old = panel();
        old.wired_under = Some(crate::standard::WiredUnder::Year(1985));
        old.bars = vec![bar(BarKind::Both, vec![neutral(1), neutral(1)])];
        assert_eq!(result(RULE.code, &old).verdict, Verdict::Violates);
    }
}
