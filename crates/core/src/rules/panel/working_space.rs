//! `working-space`: a panel can be worked at: width, depth, headroom, and nothing stored there.

use super::PanelSituation;
use crate::facts::PanelObservation;
use crate::quantity::Length;
use crate::rules::{Finding, PanelCheck, Rule, Verdict, at_least};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, TwinLimit, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "working-space",
    title: "Space to work at the panel",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the width, depth and height of the clear space before the panel, and whether things stand there",
    reads: &[],
    limit: "30 in (762 mm) wide, 36 in (914 mm) deep and 6 1/2 ft (2.0 m) high, the door opens to the full, nothing is stored there. Existing panels of 200 A and less in dwellings may have less headroom. In Canada 1 m deep.",
    why: "Who works at live bars needs room to step back.",
    example: "A freezer 18 in before the panel: short by 18 in.",
    citation: |edition| {
        cite(edition, Some(("110.26(A), (B)", Confidence::Sure)), Some(("2-308", Confidence::MayBeOff)))
    },
    check,
};

/// NEC 110.26(A)(2), from memory, sure; CEC 2-308 asks for 1 m all told and no width.
const WIDTH: TwinLimit = TwinLimit { inches: Some(Length::inches(30)), metric: Length::mm(762) };
/// NEC 110.26(A)(1), from memory, sure.
const DEPTH: TwinLimit = TwinLimit { inches: Some(Length::inches(36)), metric: Length::mm(914) };
/// CEC 2-308, from memory, may be off.
const CANADIAN_DEPTH: TwinLimit = TwinLimit { inches: None, metric: Length::mm(1_000) };
/// NEC 110.26(A)(3), from memory, sure.
const HEADROOM: TwinLimit = TwinLimit { inches: Some(Length::inches(78)), metric: Length::mm(2_000) };
/// CEC 2-308, from memory, check first.
const CANADIAN_HEADROOM: TwinLimit = TwinLimit { inches: None, metric: Length::mm(2_200) };
/// An existing panel up to here may have less headroom. NEC 110.26(A)(3), exception 1, from memory, sure.
const SMALL: u16 = 200;

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let panel = situation.panel;
    let place = &panel.place;
    let canadian = situation.basis.edition.profile() == Profile::Cec;
    let judge = |label: &'static str, what: &str, length: Option<Length>, limit, field: &str, ask: &str| match length {
        Some(length) => at_least(situation.basis, label, what, length, limit),
        None => Finding::not_measured(label, ask, field),
    };
    let depth = judge(
        "depth",
        "The clear depth before the panel",
        place.depth,
        if canadian { CANADIAN_DEPTH } else { DEPTH },
        "/place/depth",
        "measure from the front of the panel to what is opposite",
    );
    let width = judge(
        "width",
        "The clear width before the panel",
        place.width,
        WIDTH,
        "/place/width",
        "measure the clear width before the panel",
    );
    let mut headroom = judge(
        "headroom",
        "The headroom before the panel",
        place.headroom,
        if canadian { CANADIAN_HEADROOM } else { HEADROOM },
        "/place/headroom",
        "measure from the floor to the ceiling before the panel",
    );
    // What is there already, and no larger than 200 A, may stay low.
    let old_and_small = !canadian && panel.rating.or(panel.main_breaker).is_some_and(|rating| rating <= SMALL);
    if headroom.verdict == Verdict::Violates && old_and_small && panel.wired_under.is_some() {
        headroom = Finding::legacy(
            "headroom",
            format!("{} An existing panel of 200 A and less in a dwelling may stay.", headroom.sentence),
        );
    }
    let clear = Finding::observed_at_panel(panel, PanelObservation::SpaceBlocked);
    std::iter::once(clear).chain([depth]).chain((!canadian).then_some(width)).chain([headroom]).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Basis, Panel};
    use crate::rules::panel::testing::*;
    use crate::standard::{Edition, WiredUnder};

    fn before(width: u32, depth: u32, headroom: u32) -> Panel {
        let mut panel = panel();
        panel.observe(PanelObservation::SpaceBlocked, false);
        let inches = |inches| Some(Length::inches(inches));
        (panel.place.width, panel.place.depth, panel.place.headroom) = (inches(width), inches(depth), inches(headroom));
        panel
    }

    #[test]
    fn thirty_wide_thirty_six_deep_six_and_a_half_feet_high() {
        // NEC 110.26(A)(1) to (3), from memory, sure.
        let judge = |panel: &Panel| result(RULE.code, panel).verdict;
        assert_eq!(judge(&before(31, 37, 80)), Verdict::Meets);
        assert_eq!(judge(&before(29, 37, 80)), Verdict::Violates);
        assert_eq!(judge(&before(31, 35, 80)), Verdict::Violates);
        assert_eq!(judge(&before(31, 37, 76)), Verdict::Violates);
        assert_eq!(judge(&panel()), Verdict::NotMeasured);
        let mut stored = before(31, 37, 80);
        stored.observe(PanelObservation::SpaceBlocked, true);
        assert_eq!(judge(&stored), Verdict::Violates);
    }

    #[test]
    fn an_existing_small_panel_may_stay_low() {
        let mut low = before(31, 37, 72);
        (low.rating, low.wired_under) = (Some(200), Some(WiredUnder::Year(1985)));
        assert_eq!(result(RULE.code, &low).verdict, Verdict::Legacy);
        low.rating = Some(400);
        assert_eq!(result(RULE.code, &low).verdict, Verdict::Violates);
    }

    #[test]
    fn in_canada_a_metre_and_no_width() {
        let canadian = Basis { edition: Edition::Cec2021, ..Basis::default() };
        assert_eq!(result_under(RULE.code, &before(10, 41, 88), &[], &canadian).verdict, Verdict::Meets);
        assert_eq!(result_under(RULE.code, &before(40, 38, 88), &[], &canadian).verdict, Verdict::Violates);
    }
}
