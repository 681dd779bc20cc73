//! `wanted-light`: a luminaire has its switch, and a switch its luminaire.

use super::{WantedCheck, WantedSituation};
use crate::facts::WantedKind;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<WantedCheck> = Rule {
    code: "wanted-light",
    title: "A light and its switch",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "which switch works the luminaire, or which luminaire the switch works",
    reads: &[],
    limit: "A lighting outlet is worked by a wall switch; a new switch is brought to a light that is there.",
    why: "A light that nobody can switch is pulled at by its chain, or unscrewed hot.",
    example: "A lantern wanted from a receptacle, with nothing to switch it.",
    citation: |edition| {
        cite(edition, Some(("210.70(A)", Confidence::Sure)), Some(("30-502, 30-504", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &WantedSituation) -> Vec<Finding> {
    let named = situation.wanted.works.map(|id| situation.known_box(id));
    match (situation.wanted.kind, named) {
        (WantedKind::Receptacle | WantedKind::Feed, _) => Vec::new(),
        (WantedKind::Luminaire, None | Some(None)) => {
            vec![situation.ask("switch", "say which switch works it", "works")]
        }
        (WantedKind::Switch, None | Some(None)) => vec![situation.ask("light", "say which light it works", "works")],
        (WantedKind::Luminaire, Some(Some(known))) => {
            let switches = known.contents.devices.iter().any(|device| device.kind.is_switch_only());
            let tag = &known.record.tag;
            vec![if switches {
                Finding::meets("switch", format!("{tag} works it."))
            } else {
                Finding::violates("switch", format!("No switch is in {tag}: name the box of the switch."))
            }]
        }
        (WantedKind::Switch, Some(Some(known))) => {
            let tag = &known.record.tag;
            vec![if known.contents.hung.is_some() {
                Finding::meets("light", format!("It works the light at {tag}."))
            } else {
                Finding::violates("light", format!("No light hangs at {tag}: name the box of the light."))
            }]
        }
    }
}

#[cfg(test)]
mod tests {
    use super::super::testing::{Wish, verdict};
    use crate::facts::{Hung, HungKind, WantedKind};
    use crate::rules::Verdict;

    #[test]
    fn each_names_the_other() {
        let judge = |wish: &Wish| verdict("wanted-light", wish).0;
        let mut lamp = Wish::beside_switch(true);
        lamp.wanted.kind = WantedKind::Luminaire;
        assert_eq!(judge(&lamp), Verdict::NotMeasured);
        lamp.wanted.works = Some(lamp.boxes[0].id);
        assert_eq!(judge(&lamp), Verdict::Meets);
        lamp.wanted.kind = WantedKind::Switch;
        assert_eq!(judge(&lamp), Verdict::Violates, "no light hangs there");
        lamp.boxes[0].found.hung = Some(Hung::new(HungKind::CeilingLuminaire));
        assert_eq!(judge(&lamp), Verdict::Meets);
        assert_eq!(judge(&Wish::new(WantedKind::Receptacle)), Verdict::NotApplicable);
    }
}
