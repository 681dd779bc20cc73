//! `wanted-in-wall`: nothing is behind the finish where it is cut.

use super::{WantedCheck, WantedSituation};
use crate::facts::{InWall, WallFinish};
use crate::quantity::capitalised;
use crate::rules::{Finding, Rule};
use crate::standard::{RuleBasis, Severity, Since, practice};

/// The rule.
pub const RULE: Rule<WantedCheck> = Rule {
    code: "wanted-in-wall",
    title: "What is in the wall",
    basis: RuleBasis::Workmanship,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "what is behind the finish where it is cut: gas, cables, water, ducts, framing",
    reads: &[],
    limit: "Before a wall is cut or bored one knows that no gas pipe, cable, water or waste pipe, duct or blocking is there: by \
            what is above, below and on the other side, by a detector, by a small hole first.",
    why: "A nicked gas pipe, a cut cable and a pierced drain are worse than any outlet that was missing.",
    example: "An outlet wanted above a range that burns gas, on the wall in which its pipe comes up.",
    citation: practice,
    check,
};

fn check(situation: &WantedSituation) -> Vec<Finding> {
    let open = situation.wanted.finish == Some(WallFinish::Exposed);
    InWall::ALL.into_iter().map(|what| finding(situation, what, open)).collect()
}

fn finding(situation: &WantedSituation, what: InWall, open: bool) -> Finding {
    let name = what.name();
    let severity = if matches!(what, InWall::Gas | InWall::Cables) { Severity::Danger } else { Severity::Violation };
    match situation.wanted.in_wall(what) {
        Some(true) => {
            let words = match what {
                InWall::Framing => "choose another place, or a way round it",
                InWall::Cables => "choose another bay, or switch them off and prove them dead before the wall is cut",
                _ => "choose another bay",
            };
            Finding::violates(name, format!("{} where it is to be cut: {words}.", capitalised(name)))
                .with_severity(severity)
        }
        Some(false) => Finding::meets(name, format!("No {name} there.")),
        None if open => Finding::meets(name, "The framing is open: what is in it is seen."),
        None => situation.ask(name, &format!("look: {name} in the wall there?"), "in_wall").with_severity(severity),
    }
}

#[cfg(test)]
mod tests {
    use super::super::testing::{Wish, verdict};
    use crate::facts::{InWall, InWallSeen, WallFinish, WantedKind};
    use crate::rules::Verdict;

    #[test]
    fn each_is_looked_for_unless_the_framing_is_open() {
        let judge = |wish: &Wish| verdict("wanted-in-wall", wish);
        let mut wish = Wish::new(WantedKind::Receptacle);
        wish.wanted.in_wall.clear();
        assert_eq!(judge(&wish).0, Verdict::NotMeasured);
        wish.wanted.in_wall = InWall::ALL.map(|what| InWallSeen { what, there: false }).to_vec();
        assert_eq!(judge(&wish).0, Verdict::Meets);
        wish.wanted.in_wall[0].there = true;
        assert_eq!(judge(&wish), (Verdict::Violates, "Gas pipe where it is to be cut: choose another bay.".to_owned()));
        wish.wanted.in_wall.clear();
        wish.wanted.finish = Some(WallFinish::Exposed);
        assert_eq!(judge(&wish).0, Verdict::Meets);
    }
}
