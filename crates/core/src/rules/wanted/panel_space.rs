//! `wanted-panel-space`: the panel has a space for the breaker, and room for the load.

use super::{WantedCheck, WantedSituation};
use crate::quantity::Amount;
use crate::rules::{Finding, Rule, Side};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<WantedCheck> = Rule {
    code: "wanted-panel-space",
    title: "A space in the panel",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "the breakers of the panel by their spaces",
    reads: &[],
    limit: "A new breaker has a space of its own, two for 240 V, in a panel that takes so many; the load is worked out first.",
    why: "A breaker doubled up where the panel takes none does not grip its bus.",
    example: "A dryer circuit wanted from a panel with one space left.",
    citation: |edition| {
        cite(
            edition,
            Some(("408.54, 110.3(B), 220.82", Confidence::MayBeOff)),
            Some(("8-104, 14-606", Confidence::CheckFirst)),
        )
    },
    check,
};

fn check(situation: &WantedSituation) -> Vec<Finding> {
    let Some(panel) = situation.panel() else { return Vec::new() };
    if panel.breakers.is_empty() {
        return vec![situation.ask("space", &format!("note the breakers of {} by their spaces", panel.name), "from")];
    }
    let name = crate::quantity::capitalised(&panel.name);
    let two = situation.wanted.is_two_legged();
    let taken = |space: u8| panel.breakers.iter().any(|breaker| breaker.is_in(space));
    let free = (1..=panel.spaces).filter(|space| !taken(*space)).count();
    let (wanted, has) = if two { (2, panel.free_pair().is_some()) } else { (1, free > 0) };
    let finding = if has {
        Finding::meets("space", format!("{name} has {free} free {}.", if free == 1 { "space" } else { "spaces" }))
    } else if two && free > 0 {
        Finding::violates("space", format!("{name} has no two free spaces one below the other for a two-pole breaker."))
    } else {
        Finding::violates(
            "space",
            format!("{name} has no free space: tandems only where its label takes them, or a sub-panel."),
        )
    };
    vec![finding.with_figures(Amount::count(free), Amount::count(wanted), Side::AtLeast, None)]
}

#[cfg(test)]
mod tests {
    use super::super::testing::{Wish, verdict};
    use crate::facts::{Breaker, WantedKind, WantedSource};
    use crate::rules::Verdict;
    use crate::standard::Configuration;

    #[test]
    fn a_two_pole_breaker_wants_two_spaces_of_one_side() {
        let mut wish = Wish::new(WantedKind::Receptacle);
        wish.wanted.from = Some(WantedSource::Panel(wish.panel.id));
        let judge = |wish: &Wish| verdict("wanted-panel-space", wish).0;
        wish.panel.breakers.clear();
        assert_eq!(judge(&wish), Verdict::NotMeasured);
        // Four spaces, of which 2 and 3 are free: on either side one.
        wish.panel.breakers = vec![Breaker::new(1, 1), Breaker::new(2, 4)];
        assert_eq!(judge(&wish), Verdict::Meets);
        wish.wanted.shape = Some(Configuration::Straight14To30);
        assert_eq!(judge(&wish), Verdict::Violates);
        wish.panel.breakers.pop();
        assert_eq!(judge(&wish), Verdict::Meets);
        assert_eq!(verdict("wanted-panel-space", &Wish::new(WantedKind::Receptacle)).0, Verdict::NotApplicable);
    }
}
