//! `island-outlet`: what an island or a peninsula has, by edition.

use super::{RoomCheck, RoomSituation, kind_of};
use crate::facts::{Island, OutletPlace};
use crate::quantity::{Amount, Length};
use crate::rules::{Finding, Rule, Side};
use crate::standard::{Confidence, Edition, Profile, RuleBasis, Severity, Since, cite_by_year};

/// An island of less is none. NEC 210.52(C)(2), (3): 24 in by 12 in (600 by 300 mm); CEC 26-722(d). From memory, sure.
const LONG: Length = Length::inches(24);
const SHORT: Length = Length::inches(12);

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "island-outlet",
    title: "Outlets of islands and peninsulas",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::nec(1990),
    needs: "length and width of the top of each island, and the receptacles on it",
    reads: &[],
    limit: "An island or peninsula of 24 in by 12 in or more has a receptacle; under the 2020 code one for the first 9 ft² of top and \
            one more for each 18 ft² begun; under the 2023 code none has to be there, but a place is prepared for one.",
    why: "A cord from the island to the wall is caught in passing, and what stands on it comes down.",
    example: "A top of 6 ft by 4 ft under the 2020 code: 24 ft², so 2 outlets.",
    citation: |edition| {
        let nec = [(2020, "210.52(C)(2)", Confidence::Sure), (2008, "210.52(C)(2), (3)", Confidence::Sure)];
        cite_by_year(edition, &nec, Some(("26-722(d)", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    match kind_of(situation) {
        Err(asks) if !situation.sketch.islands.is_empty() => vec![asks.finding()],
        Ok(kind) if kind.has_counter_rule() => {
            situation.sketch.islands.iter().filter_map(|island| of_island(situation, island)).collect()
        }
        _ => Vec::new(),
    }
}

fn of_island(situation: &RoomSituation, island: &Island) -> Option<Finding> {
    let label = island.label();
    let (Some(length), Some(width)) = (island.length, island.width) else {
        return Some(Finding::not_measured(label.clone(), &format!("measure the top of {label}"), "/islands"));
    };
    if length.max(width) < LONG || length.min(width) < SHORT {
        return None;
    }
    let on_it = |outlet: &&crate::facts::Outlet| {
        outlet.place == OutletPlace::Island(island.id) && situation.is_receptacle(outlet)
    };
    let there = situation.sketch.outlets.iter().filter(on_it).count();
    let wanted = wanted(situation.basis.edition, length, width);
    let figures = |finding: Finding| {
        let short = wanted.checked_sub(there).filter(|short| *short > 0).map(Amount::count);
        finding.with_figures(Amount::count(there), Amount::count(wanted), Side::AtLeast, short)
    };
    if wanted == 0 && there == 0 {
        let sentence = format!(
            "No outlet on {label}: the 2023 code asks for none, but for a place prepared for one. Look that a cable or raceway \
             ends there."
        );
        return Some(Finding::meets(label, sentence));
    }
    if there < wanted
        && let Some(ask) = situation.ask_to_place()
    {
        return Some(Finding::not_measured(label, &ask, "/outlets"));
    }
    let outlets = |count: usize| if count == 1 { "1 outlet".to_owned() } else { format!("{count} outlets") };
    Some(figures(if there >= wanted {
        Finding::meets(label.clone(), format!("{} on {label}; {wanted} asked for.", outlets(there)))
    } else {
        Finding::violates(label.clone(), format!("{} on {label}; {wanted} asked for.", outlets(there)))
    }))
}

/// How many outlets a top of this size has.
fn wanted(edition: Edition, length: Length, width: Length) -> usize {
    match (edition.profile(), edition.year()) {
        (Profile::Nec, 2023..) => 0,
        (Profile::Nec, 2020..) => {
            // 9 ft² and each 18 ft² more, or part of it; in square inches.
            let square = |length: Length| i128::from(length.nm());
            let inch = i128::from(Length::inches(1).nm());
            let area = square(length) * square(width);
            let beyond = (area - 9 * 144 * inch * inch).max(0);
            let more = (beyond + 18 * 144 * inch * inch - 1) / (18 * 144 * inch * inch);
            1 + usize::try_from(more).unwrap_or(0)
        }
        _ => 1,
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn tops_worked_by_hand() {
        let under = |edition, length, width| wanted(edition, Length::inches(length), Length::inches(width));
        // 3 ft by 3 ft is 9 ft²; an inch more is past it; 6 ft by 4 ft is 24, 27 is the end of the second, 45 of the third.
        assert_eq!(
            [(36, 36), (37, 36), (72, 48), (108, 36), (109, 36)].map(|(l, w)| under(Edition::Nec2020, l, w)),
            [1, 2, 2, 2, 3]
        );
        assert_eq!(under(Edition::Nec2017, 109, 36), 1);
        assert_eq!(under(Edition::Nec2023, 109, 36), 0);
        assert_eq!(under(Edition::Cec2021, 109, 36), 1);
    }

    #[test]
    fn an_island_is_judged_by_its_edition() {
        use crate::rules::Verdict;
        use crate::rules::room::testing::{Scene, verdict};
        use crate::standard::RoomKind;
        let scene = |edition| Scene::rectangle(RoomKind::Kitchen, 168, 120).island(72, 48).under(edition);
        let found = |edition| verdict("island-outlet", &scene(edition)).0;
        assert_eq!([found(Edition::Nec2017), found(Edition::Nec2023)], [Verdict::Violates, Verdict::Meets]);
        assert_eq!(verdict("island-outlet", &scene(Edition::Nec2017).on_island()).0, Verdict::Meets);
        assert_eq!(verdict("island-outlet", &scene(Edition::Nec2020).on_island()).0, Verdict::Violates);
        let small = Scene::rectangle(RoomKind::Kitchen, 168, 120).island(30, 10).under(Edition::Nec2017);
        assert_eq!(verdict("island-outlet", &small).0, Verdict::NotApplicable);
    }
}
