//! `subpanel-neutral-isolated`: neutral and ground meet at the service and nowhere else.

use super::PanelSituation;
use crate::facts::{Bar, BarKind, PanelFeed, Role};
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, cite_by_year};

/// The edition since which a feeder to another building brings a ground of its own. NEC 250.32(B), from memory, sure.
const THREE_WIRE_UNTIL: u16 = 2008;

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "subpanel-neutral-isolated",
    title: "Neutrals of a sub-panel apart",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "what feeds the panel, what each bar holds, and which bars are bonded to the enclosure",
    reads: &[],
    limit: "In a sub-panel neutrals and grounds are on bars of their own; the neutral bar is not bonded, and the ground bar is.",
    why: "Otherwise the current of every neutral also runs over grounds, boxes and pipes.",
    example: "The green screw is in, in a sub-panel with neutrals and grounds on one bar.",
    citation: |edition| {
        let nec = [
            (2023, "250.24(B), 250.142(B), 408.40", Confidence::MayBeOff),
            (2008, "250.24(A)(5), 250.142(B), 408.40", Confidence::Sure),
        ];
        cite_by_year(edition, &nec, Some(("10-210", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let panel = situation.panel;
    match panel.feed {
        PanelFeed::Service => return Vec::new(),
        PanelFeed::Unknown => {
            return vec![Finding::not_measured("panel", "find out what feeds this panel", "/feed")];
        }
        PanelFeed::Breaker { .. } | PanelFeed::Disconnect => {}
    }
    let three_wire = panel.incoming.is_some_and(|known| known.other_building && known.separate_ground == Some(false));
    if three_wire && situation.basis.edition.profile() == Profile::Cec {
        // CEC 10-208 and 10-210, from memory; check first.
        let sentence = "A three-wire feeder to another building, with the neutral bonded at the electrode of its own: the \
                        Canadian code allows it, but not where livestock is kept.";
        return vec![Finding::meets("feeder", sentence)];
    }
    if three_wire && panel.wired_under.is_some_and(|wired| situation.basis.is_older(wired, THREE_WIRE_UNTIL)) {
        let sentence = "A three-wire feeder to another building, with the neutral bonded there: allowed when built before \
                        2008, while no other metal path joins the buildings.";
        return vec![Finding::legacy("feeder", sentence)];
    }
    let mut findings = Vec::new();
    match panel.incoming.and_then(|incoming| incoming.separate_ground) {
        Some(true) => findings.push(Finding::meets("feeder", "A ground comes with the feeder.")),
        Some(false) => {
            findings.push(Finding::violates("feeder", "No ground comes with the feeder, apart from the neutral."))
        }
        None => {
            findings.push(Finding::not_measured("feeder", "look whether a ground comes with the feeder", "/incoming"))
        }
    }
    if panel.grounding.main_bond == Some(true) {
        findings.push(Finding::violates("panel", "A bonding jumper ties the neutral to the enclosure of a sub-panel."));
    }
    if panel.bars.is_empty() {
        findings.push(Finding::not_measured("bars", "note the bars, and which are bonded to the enclosure", "/bars"));
    }
    findings.extend(panel.bars.iter().map(of_bar));
    findings
}

fn of_bar(bar: &Bar) -> Finding {
    let label = format!("bar {}", bar.id);
    let on_it = |role| bar.conductors.iter().any(|conductor| conductor.role == role);
    let mixed = bar.kind == BarKind::Both || (on_it(Role::Grounded) && on_it(Role::EquipmentGrounding));
    match (bar.kind, bar.bonded) {
        _ if mixed => Finding::violates(label, format!("Bar {} holds neutrals and grounds together.", bar.id)),
        (BarKind::Ground, Some(true)) => Finding::meets(label, format!("Ground bar {} is bonded.", bar.id)),
        (BarKind::Ground, Some(false)) => {
            Finding::violates(label, format!("Ground bar {} is not bonded to the enclosure.", bar.id))
        }
        (_, Some(true)) => Finding::violates(label, format!("Neutral bar {} is bonded to the enclosure.", bar.id)),
        (_, Some(false)) => Finding::meets(label, format!("Neutral bar {} stands apart from the enclosure.", bar.id)),
        (_, None) => {
            let words = format!("look whether bar {} is bonded to the enclosure", bar.id);
            Finding::not_measured(label, &words, "/bars")
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Panel;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    fn sub(bars: Vec<Bar>) -> Panel {
        let incoming = crate::facts::Incoming { separate_ground: Some(true), ..incoming(crate::quantity::Gauge::Awg6) };
        Panel { feed: sub_feed(), incoming: Some(incoming), bars, ..panel() }
    }

    fn apart(neutral_bonded: bool) -> Vec<Bar> {
        let neutrals = Bar { bonded: Some(neutral_bonded), ..bar(BarKind::Neutral, vec![neutral(1)]) };
        vec![neutrals, Bar { id: 2, bonded: Some(true), ..bar(BarKind::Ground, vec![ground(1)]) }]
    }

    #[test]
    fn neutral_and_ground_meet_at_the_service_only() {
        // NEC 250.24(A)(5), 408.40, from memory.
        assert_eq!(result(RULE.code, &sub(apart(false))).verdict, Verdict::Meets);
        assert_eq!(result(RULE.code, &sub(apart(true))).sentence, "Neutral bar 1 is bonded to the enclosure.");
        let mixed = sub(vec![bar(BarKind::Neutral, vec![neutral(1), ground(2)])]);
        assert_eq!(result(RULE.code, &mixed).verdict, Verdict::Violates);
        let mut screwed = sub(apart(false));
        screwed.grounding.main_bond = Some(true);
        assert_eq!(result(RULE.code, &screwed).verdict, Verdict::Violates);
        let service = Panel { feed: PanelFeed::Service, ..sub(apart(true)) };
        assert_eq!(result(RULE.code, &service).verdict, Verdict::NotApplicable);
    }

    #[test]
    fn an_old_three_wire_feeder_to_another_building_may_stay() {
        // NEC 250.32(B) exception, 2008, from memory; the year may be off.
        let mut barn = sub(apart(true));
        let incoming = barn.incoming.as_mut().expect("given");
        (incoming.other_building, incoming.separate_ground) = (true, Some(false));
        assert_eq!(result(RULE.code, &barn).verdict, Verdict::Violates);
        barn.wired_under = Some(crate::standard::WiredUnder::Year(1990));
        assert_eq!(result(RULE.code, &barn).verdict, Verdict::Legacy);
    }
}
