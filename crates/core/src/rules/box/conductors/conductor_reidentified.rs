//! `conductor-reidentified`: a white conductor that is not a neutral is marked as what it is.

use crate::facts::{Colour, Role};
use crate::rules::{Finding, PanelCheck, PanelSituation, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The year since which a white conductor of a switch loop has to be marked.
///
/// # Source
/// NEC 200.7(C), 1999 edition; from memory, the year may be off.
const SINCE: u16 = 1999;

/// The rule.
pub const RULE: Rule = Rule {
    code: "conductor-reidentified",
    title: "White used as hot is marked",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::nec(SINCE),
    needs: "whether a white conductor used as hot is marked with tape or paint where it shows",
    reads: &["/conductors/*/remarked"],
    limit: "A white or grey conductor of a cable used as ungrounded conductor carries permanent marking, all round, in a \
            colour other than white, grey or green. In a switch loop it brings the feed to the switch, never the way back to \
            the lamp.",
    why: "The next person takes white for neutral.",
    example: "The white of a switch loop, bare of any mark.",
    citation: |edition| {
        cite(edition, Some(("200.7(C)", Confidence::MayBeOff)), Some(("4-030", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let conductors = situation.contents.conductors.iter().enumerate();
    conductors
        .filter(|(_, conductor)| {
            matches!(conductor.colour, Colour::White | Colour::Grey)
                && matches!(conductor.role, Role::Ungrounded | Role::SwitchedLeg | Role::Traveller)
        })
        .map(|(index, conductor)| {
            let label = conductor.label();
            if conductor.role == Role::SwitchedLeg {
                // As old as the use of cable for switch loops: the mark came later, this did not.
                let sentence = format!(
                    "The {label} conductor goes back from the switch to the lamp; marked or not, white only \
                                        brings the feed to a switch."
                );
                return Finding::violates(label, sentence).since(0).of_conductor(conductor);
            }
            let place = format!("/conductors/{index}/remarked");
            let named = format!("{label} conductor");
            answer(label, &named, conductor.role, conductor.remarked, &place).of_conductor(conductor)
        })
        .collect()
}

/// `named` is the conductor in the middle of a sentence.
fn answer(label: String, named: &str, role: Role, remarked: Option<bool>, place: &str) -> Finding {
    let role = role.name();
    match remarked {
        Some(true) => Finding::meets(label, format!("The {named}, a {role}, is marked as such.")),
        Some(false) => Finding::violates(label, format!("The {named} is a {role} and is not marked.")),
        None => {
            let words = format!("look whether the {named}, a {role}, is marked");
            Finding::not_measured(label, &words, place)
        }
    }
}

/// The rule at a panel: a white conductor under a breaker.
pub const AT_PANEL: Rule<PanelCheck> = RULE.at_panel(|situation: &PanelSituation| {
    let breakers = situation.panel.breakers.iter().enumerate();
    let landed = breakers.flat_map(|(at, breaker)| {
        breaker.conductors.iter().enumerate().map(move |(index, conductor)| (at, breaker, index, conductor))
    });
    landed
        .filter_map(|(at, breaker, index, conductor)| {
            let colour = conductor.colour.filter(|colour| matches!(colour, Colour::White | Colour::Grey))?;
            let (which, breaker_name) = (format!("{} {}", colour.name(), conductor.label()), breaker.name());
            let label = format!("{which} under breaker {breaker_name}");
            let named = format!("{which} conductor under breaker {breaker_name}");
            let place = format!("/breakers/{at}/conductors/{index}");
            Some(answer(label, &named, Role::Ungrounded, conductor.remarked, &place).of_breaker(breaker))
        })
        .collect()
});

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, DeviceKind};
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, judged, verdict};

    fn loop_of(remarked: Option<bool>) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.conductors[1].role = Role::Ungrounded;
        contents.conductors[1].remarked = remarked;
        contents
    }

    #[test]
    fn a_white_hot_is_marked_or_not() {
        assert_eq!(verdict(RULE.code, &loop_of(Some(true))), Verdict::Meets);
        assert_eq!(verdict(RULE.code, &loop_of(Some(false))), Verdict::Violates);
        assert_eq!(verdict(RULE.code, &loop_of(None)), Verdict::NotMeasured);
    }

    #[test]
    fn older_switch_loops_are_legacy() {
        let verdict = |year| judged(RULE.code, &loop_of(Some(false)), Edition::Nec2023, Some(year)).verdict;
        assert_eq!(verdict(1985), Verdict::Legacy);
        assert_eq!(verdict(2005), Verdict::Violates);
    }

    #[test]
    fn white_is_never_the_way_back_from_a_switch() {
        // NEC 200.7(C)(1), from memory, sure.
        let mut contents = loop_of(Some(true));
        contents.conductors[1].role = Role::SwitchedLeg;
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, Some(1960)).verdict, Verdict::Violates);
    }

    #[test]
    fn white_under_a_two_pole_breaker_is_marked() {
        use crate::facts::LandedConductor;
        use crate::quantity::Gauge;
        use crate::rules::panel_testing::{hot, panel, result};
        let mut at = panel();
        let mut judge = |remarked| {
            let white = LandedConductor { colour: Some(Colour::White), remarked, ..hot(2, Gauge::Awg10) };
            at.breakers[0].conductors = vec![hot(1, Gauge::Awg10), white];
            result(RULE.code, &at).verdict
        };
        let answers = [None, Some(false), Some(true)].map(&mut judge);
        assert_eq!(answers, [Verdict::NotMeasured, Verdict::Violates, Verdict::Meets]);
        let finding = result(RULE.code, &at).worst_finding().map(|finding| finding.sentence.clone());
        assert!(finding.is_some_and(|said| said.contains("conductor under breaker")), "read in the order one speaks");
    }

    #[test]
    fn a_white_neutral_is_no_concern() {
        assert_eq!(verdict(RULE.code, &box_with_device(DeviceKind::Switch)), Verdict::NotApplicable);
    }
}
