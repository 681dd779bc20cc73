//! `free-conductor-length`: each conductor that is spliced or terminated leaves enough wire to do it again.

use crate::facts::{Conductor, Extent, FreeFigures, LimitsTogether, Source, SplicedLength};
use crate::quantity::{Amount, Length, Offset};
use crate::rules::minimum::judge_minimum;
use crate::rules::{Finding, Measured, MeasuredKind, MinimumJudgement, Need, Rule, Side, Situation, Verdict};
use crate::standard::{RuleBasis, Severity, Since, TwinLimit, free_conductor};

/// The rule.
pub const RULE: Rule = Rule {
    code: "free-conductor-length",
    title: "Free conductor length",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    // The length itself is older than any wiring still in service; only its measuring point dates from 1999.
    since: Since::ALWAYS,
    needs: "the length of each conductor from where it leaves its sheath or raceway to its tip, straightened",
    reads: &["/conductors/*/free_length", "/conductors/*/reach", "/cables/*/sheath_end"],
    limit: "At least 6 in (150 mm) of free conductor where it is spliced or terminated. Conductors that pass through \
            unspliced are exempt.",
    why: "A conductor that is too short cannot be pulled out to work on, cannot be terminated again after its end is \
          cut, and is strained when the device is pushed home.",
    example: "2 3/4 in of 6 in: short by 3 1/4 in.",
    citation: |edition| Some(free_conductor::citation(edition)),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let limit = free_conductor::minimum_length(situation.basis.edition);
    if situation.contents.conductors.is_empty() {
        return vec![Finding::no_conductors()];
    }
    let conductors = situation.contents.conductors.iter();
    conductors
        .map(|conductor| {
            if let Some(reason) = exempt(conductor) {
                return not_applicable(conductor, reason);
            }
            let figures = FreeFigures::of(situation.contents, conductor, situation.basis.house_rules.spliced_length);
            let other_holds = || {
                free_conductor::minimum_reach(situation.basis.edition)
                    .is_some_and(|reach| judge(situation, figures.reach, reach).reaches_limit)
            };
            let asked = Asked {
                what: "long from the sheath",
                needs: "length from the sheath to the tip",
                field: "free_length",
                other: "the reach past the opening",
            };
            finding(situation, conductor, figures.length, limit, &asked, other_holds)
        })
        .collect()
}

/// What differs between the length from the sheath and the reach past the opening.
pub(super) struct Asked {
    /// Completes "the conductor is 2 3/4 in …".
    pub what: &'static str,
    /// The measurement that settles it.
    pub needs: &'static str,
    /// The field of the conductor that it fills.
    pub field: &'static str,
    /// The other of the two limits.
    pub other: &'static str,
}

fn judge(situation: &Situation, extent: Extent, limit: TwinLimit) -> MinimumJudgement {
    judge_minimum(extent, limit, &situation.basis.house_rules, situation.basis.units)
}

/// A finding that the rule does not concern this conductor.
pub(super) fn not_applicable(conductor: &Conductor, reason: &str) -> Finding {
    let label = conductor.label();
    let sentence = format!("The {label} conductor {reason}.");
    Finding::not_applicable(label, sentence).of_conductor(conductor)
}

/// Why neither limit concerns a conductor, if so.
pub(super) fn exempt(conductor: &Conductor) -> Option<&'static str> {
    if conductor.passes_through {
        Some("passes through unspliced")
    } else if conductor.looped && conductor.joined.is_none() && conductor.joint.is_none() {
        Some("is a loop that is neither cut nor spliced")
    } else if conductor.pigtail {
        Some("is a pigtail that does not leave the box")
    } else if conductor.from_canopy {
        Some("belongs to the luminaire")
    } else {
        None
    }
}

/// Judges one conductor against one of the two limits; `other_holds` tells whether it keeps the other one.
pub(super) fn finding(
    situation: &Situation,
    conductor: &Conductor,
    extent: Extent,
    limit: TwinLimit,
    asked: &Asked,
    other_holds: impl Fn() -> bool,
) -> Finding {
    let units = situation.basis.units;
    let house = &situation.basis.house_rules;
    let judgement = judge(situation, extent, limit);
    let mut verdict = judgement.verdict;
    let mut reaches_limit = judgement.reaches_limit;
    let mut house_rule = None;
    let label = conductor.label();
    let measured = measured(extent, verdict, situation);
    let required = Amount::length(limit.shown(units), units);
    let shortfall =
        judgement.shortfall.filter(|short| *short > Length::ZERO).map(|short| Amount::length_up(short, units));
    let subject = match (&measured, house.spliced_length, conductor.joint) {
        (None, ..) => String::new(),
        (Some(measured), spliced, joint) => {
            let figure = &measured.figure.text;
            let figure = match measured.kind {
                MeasuredKind::Measured => figure.clone(),
                MeasuredKind::Derived => format!("{figure} (worked out)"),
                MeasuredKind::AtMost => format!("at most {figure}"),
                MeasuredKind::AtLeast => format!("at least {figure}"),
            };
            let ends = if joint.is_some() && spliced == SplicedLength::DoesNotCount { " up to its splice" } else { "" };
            format!("The {label} conductor is {figure} {}{ends}; {} is required", asked.what, required.text)
        }
    };
    let short_by = shortfall.as_ref().map(|short| format!("short by {}", short.text)).unwrap_or_default();
    let mut needs = None;
    let sentence = match verdict {
        Verdict::Violates if house.limits_together == LimitsTogether::Either && other_holds() => {
            verdict = Verdict::Meets;
            reaches_limit = true;
            house_rule = Some("either limit will do".to_owned());
            format!("{subject}: {short_by}, but {} holds and by the house rule either will do.", asked.other)
        }
        Verdict::Violates => format!("{subject}: {short_by}."),
        Verdict::Marginal => format!("{subject}: {}.", judgement.remark.unwrap_or_default()),
        Verdict::NotMeasured => {
            let index = situation.contents.conductors.iter().position(|known| known.id == conductor.id).unwrap_or(0);
            needs = Some(Need {
                words: format!("{label}: {}", asked.needs),
                field: format!("/conductors/{index}/{}", asked.field),
            });
            let known = measured.as_ref().map_or_else(String::new, |measured| {
                let bound = if measured.kind == MeasuredKind::AtMost { "at most" } else { "at least" };
                format!(" It is {bound} {} {}.", measured.figure.text, asked.what)
            });
            format!("Measure the {} of the {label} conductor.{known}", asked.needs)
        }
        _ => format!("{subject}."),
    };
    Finding {
        breaker: None,
        conductor: Some(conductor.id),
        label: label.into(),
        verdict,
        severity: None,
        since: None,
        reaches_limit,
        measured,
        required: Some(required),
        side: Side::AtLeast,
        shortfall,
        sentence: sentence.into(),
        needs,
        house_rule,
        place: None,
        rests_on: Vec::new(),
    }
}

fn measured(extent: Extent, verdict: Verdict, situation: &Situation) -> Option<Measured> {
    let figure = |offset: Offset| Amount::offset(offset, situation.basis.units);
    let (length, kind) = match extent.source {
        Source::Measured => (extent.low, MeasuredKind::Measured),
        Source::Derived => (extent.low, MeasuredKind::Derived),
        Source::Bounded if verdict == Verdict::Meets || extent.high.is_none() => (extent.low, MeasuredKind::AtLeast),
        Source::Bounded => (extent.high?, MeasuredKind::AtMost),
        Source::Unknown => return None,
    };
    Some(Measured { figure: figure(length), kind })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Basis, BoxContents, JoiningMethod, Joint};
    use crate::rules::judge as judge_box;
    use crate::standard::{Edition, WiredUnder};
    use crate::testing::{box_with, conductor};

    fn verdict_of(contents: &BoxContents, basis: &Basis) -> (Verdict, String) {
        let situation = Situation {
            contents,
            basis,
            wired_under: Some(WiredUnder::Year(1962)),
            new_work: false,
            repaired: &[],
            rulings: &[],
        };
        let results = judge_box(&situation);
        let result = results.iter().find(|result| result.rule == RULE.code).expect("it is in the catalogue");
        (result.verdict, result.sentence.to_string())
    }

    #[test]
    fn a_short_conductor_is_short_by_the_figure() {
        // Check value of the trade, common practice, no source: 2 3/4 in is short by 3 1/4 in.
        let contents = box_with(Some(Length::inches(2)), vec![conductor(Some(44), Some(12))]);
        let (verdict, sentence) = verdict_of(&contents, &Basis::default());
        assert_eq!(verdict, Verdict::Violates, "old wiring is not excused: the length is older than 1962");
        assert_eq!(
            sentence,
            "The black 12 AWG conductor is 2 3/4 in long from the sheath; 6 in is required: short by 3 1/4 in."
        );
    }

    #[test]
    fn the_shortest_conductor_speaks_for_the_box() {
        let contents =
            box_with(None, vec![conductor(Some(112), None), conductor(Some(44), None), conductor(Some(60), None)]);
        let (_, sentence) = verdict_of(&contents, &Basis::default());
        assert!(sentence.contains("short by 3 1/4 in"), "{sentence}");
    }

    #[test]
    fn a_conductor_that_passes_through_is_exempt() {
        let mut through = conductor(Some(16), None);
        through.passes_through = true;
        let (verdict, _) = verdict_of(&box_with(None, vec![through]), &Basis::default());
        assert_eq!(verdict, Verdict::NotApplicable);
    }

    #[test]
    fn a_reach_carries_the_length_with_the_sheath_end() {
        let (verdict, sentence) =
            verdict_of(&box_with(Some(Length::inches(2)), vec![conductor(None, Some(12))]), &Basis::default());
        assert_eq!(verdict, Verdict::Violates);
        assert!(sentence.contains("2 3/4 in (worked out)"), "{sentence}");
        let (verdict, sentence) = verdict_of(&box_with(None, vec![conductor(None, Some(12))]), &Basis::default());
        assert_eq!(verdict, Verdict::NotMeasured);
        assert_eq!(
            sentence,
            "Measure the length from the sheath to the tip of the black 12 AWG conductor. It is at least 3/4 in long from the sheath."
        );
    }

    #[test]
    fn a_splice_counts_or_does_not_as_the_house_rules() {
        let mut spliced = conductor(Some(112), None);
        spliced.joint = Some(Joint { method: JoiningMethod::InLineLever, from_sheath: Some(Length::sixteenths(44)) });
        let contents = box_with(None, vec![spliced]);
        let mut basis = Basis::default();
        assert_eq!(verdict_of(&contents, &basis).0, Verdict::Meets);
        basis.house_rules.spliced_length = SplicedLength::DoesNotCount;
        let (verdict, sentence) = verdict_of(&contents, &basis);
        assert_eq!(verdict, Verdict::Violates);
        assert!(sentence.contains("up to its splice"), "{sentence}");
    }

    #[test]
    fn either_limit_will_do_only_by_the_house_rule() {
        let contents = box_with(Some(Length::sixteenths(8)), vec![conductor(Some(72), None)]);
        let mut basis = Basis::default();
        assert_eq!(verdict_of(&contents, &basis).0, Verdict::Violates);
        basis.house_rules.limits_together = LimitsTogether::Either;
        let (verdict, sentence) = verdict_of(&contents, &basis);
        assert_eq!(verdict, Verdict::Meets);
        assert!(sentence.contains("by the house rule"), "{sentence}");
    }

    #[test]
    fn the_canadian_limit_is_in_millimetres_only() {
        // CEC 12-3000: 150 mm, from memory.
        let mut basis = Basis { edition: Edition::Cec2021, ..Basis::default() };
        basis.units = crate::quantity::UnitSystem::Metric;
        let mut long_enough = conductor(None, None);
        long_enough.free_length = Some(Length::mm(152));
        assert_eq!(verdict_of(&box_with(None, vec![long_enough]), &basis).0, Verdict::Meets);
    }

    #[test]
    fn a_loop_that_is_not_cut_is_exempt_without_being_told_twice() {
        let mut looped = conductor(None, None);
        looped.looped = true;
        let (verdict, sentence) = verdict_of(&box_with(None, vec![looped]), &Basis::default());
        assert_eq!(verdict, Verdict::NotApplicable, "{sentence}");
    }
}
