//! Everything one wants to know of a cable run at once, worked out from its course and stored nowhere.

use std::collections::HashMap;

use serde::Serialize;
use utoipa::ToSchema;

use crate::facts::{AuditFacts, Basis, BoxId, CableRun, Course, KnownSupply, RunEnd, circles};
use crate::picture::{RunStrip, StripState, TooLong};
use crate::repair::{RunFound, SubjectProposal, missing_supports, propose_on_run};
use crate::rules::{RuleResult, RunSituation, Verdict, is_dangerous, judge_run, support_gaps, worst_verdict};
use crate::standard::WiredUnder;

/// A cable run with all that follows from it.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RunJudgement {
    /// What each rule says, worst first.
    pub results: Vec<RuleResult>,
    /// The worst answer of all rules that are not dismissed.
    pub worst: Verdict,
    /// Something here is a danger now.
    pub dangerous: bool,
    /// What each repair would do about what it breaks.
    pub proposals: Vec<SubjectProposal>,
    /// What in it cannot all be true, each in a sentence.
    pub contradictions: Vec<String>,
    /// The run along its length; absent until it has a stretch.
    pub strip: Option<RunStrip>,
    /// What feeds it, in one sentence; empty where nothing is known.
    pub fed: String,
}

/// What bears on a run beside its course: where it ends, what feeds it, whether it closes a circle.
pub(super) struct RunSurroundings<'a> {
    run: &'a CableRun,
    basis: &'a Basis,
    known: Option<&'a KnownSupply>,
    wired_under: Option<WiredUnder>,
    ends: [String; 2],
    circle: &'static str,
}

/// What bears on each run of an audit.
pub(super) fn surroundings<'a>(
    facts: &'a AuditFacts,
    supplies: &'a HashMap<BoxId, Vec<KnownSupply>>,
) -> Vec<RunSurroundings<'a>> {
    let tags: HashMap<BoxId, &str> =
        facts.boxes().into_iter().map(|(_, record)| (record.id, record.tag.as_str())).collect();
    let basis = &facts.audit.basis;
    let name = |end: RunEnd| match end {
        RunEnd::Box(id) => tags.get(&id).map_or_else(|| "a box that is gone".to_owned(), |tag| (*tag).to_owned()),
        RunEnd::Panel(id) => {
            facts.panel(id).map_or_else(|| "a panel that is gone".to_owned(), |panel| panel.name.clone())
        }
        RunEnd::Elsewhere => "elsewhere".to_owned(),
        RunEnd::Unknown => "not known".to_owned(),
    };
    let runs = facts.runs.iter().zip(circles(&facts.runs));
    runs.map(|(run, circle)| RunSurroundings {
        run,
        basis,
        known: feeding(run, supplies),
        wired_under: basis.areas.iter().find(|area| Some(area.id) == run.area).and_then(|area| area.wired_under),
        ends: run.ends().map(name),
        circle,
    })
    .collect()
}

/// The one breaker that is known to feed the run: that of a box at its end which has but one, or the one that both ends share.
fn feeding<'a>(run: &CableRun, supplies: &'a HashMap<BoxId, Vec<KnownSupply>>) -> Option<&'a KnownSupply> {
    let of_ends: Vec<&[KnownSupply]> = run.boxes().filter_map(|id| supplies.get(&id)).map(Vec::as_slice).collect();
    match of_ends.as_slice() {
        [one] => {
            if let [only] = *one {
                Some(only)
            } else {
                None
            }
        }
        [one, other] => {
            let mut shared = one.iter().filter(|known| other.iter().any(|too| too.breaker == known.breaker));
            let first = shared.next()?;
            shared.next().is_none().then_some(first)
        }
        _ => None,
    }
}

impl<'a> RunSurroundings<'a> {
    pub(super) fn situation(&self, course: &'a Course) -> RunSituation<'a> {
        let Self { run, basis, known, wired_under, .. } = *self;
        RunSituation { run, course, known, basis, wired_under }
    }

    /// Judges a side of the run.
    pub(super) fn judged(&self, course: &'a Course) -> RunJudgement {
        let situation = self.situation(course);
        let results = judge_run(&situation);
        let found = RunFound { situation, results: &results };
        let broken = results.iter().filter(|result| result.is_broken());
        let proposals: Vec<SubjectProposal> = broken
            .flat_map(|result| {
                propose_on_run(&found, result.rule, |after| passes(&situation, &results, after, result.rule))
            })
            .collect();
        let units = self.basis.units;
        let circle = (!self.circle.is_empty()).then(|| self.circle.to_owned());
        let places = results.iter().filter(|result| !result.is_dismissed()).flat_map(|result| &result.findings);
        let states: Vec<_> = places.filter_map(|known| Some((known.place?, state_of(known.verdict)?))).collect();
        // Drawn as too long is what the rule finds broken, and nothing else.
        let hangs = results.iter().any(|result| result.rule == "run-supported" && result.is_broken());
        let missing = if hangs { missing_supports(&situation).unwrap_or_default() } else { Vec::new() };
        let too_long = if hangs { too_long(&situation) } else { Vec::new() };
        RunJudgement {
            worst: worst_verdict(&results),
            dangerous: is_dangerous(&results),
            contradictions: course.contradictions(units).into_iter().chain(circle).collect(),
            strip: RunStrip::of(course, units, self.ends.clone(), &states, &too_long, &missing),
            fed: self.known.map_or_else(String::new, |known| fed(course, known)),
            proposals,
            results,
        }
    }
}

/// How something stands on the drawing; `None` where it is well.
const fn state_of(verdict: Verdict) -> Option<StripState> {
    Some(match verdict {
        Verdict::Violates => StripState::Violates,
        Verdict::Marginal => StripState::Marginal,
        Verdict::NotMeasured => StripState::NotMeasured,
        Verdict::Legacy => StripState::Legacy,
        Verdict::Meets | Verdict::NotApplicable => return None,
    })
}

/// The ways along a run that are too long, for the drawing.
fn too_long(situation: &RunSituation) -> Vec<TooLong> {
    let units = situation.basis.units;
    let over = |gap: &crate::rules::SupportGap| !gap.in_doubt && gap.length() > gap.limit.strict();
    let gaps = support_gaps(situation).unwrap_or_default();
    let text = |gap: &crate::rules::SupportGap| {
        format!("{} of {}", gap.length().say_run(units), gap.limit.shown(units).say_run(units))
    };
    gaps.iter().filter(|gap| over(gap)).map(|gap| TooLong { from: gap.from, to: gap.to, text: text(gap) }).collect()
}

/// What feeds a run by its circuit, and where a note along it says otherwise.
fn fed(course: &Course, known: &KnownSupply) -> String {
    let amperes = known.amperes.map_or_else(String::new, |amperes| format!(", {amperes} A"));
    let gfci = if known.gfci { ", GFCI" } else { "" };
    let differs = match (known.amperes, course.amperes) {
        (Some(known), Some(noted)) if known != noted => {
            format!(" The note along the run says {noted} A: one of the two is wrong.")
        }
        _ => String::new(),
    };
    format!("Fed by {}{amperes}{gfci}.{differs}", known.breaker)
}

/// Whether a run would pass a rule as it would be after a repair: nothing that was recorded breaks it, nor any rule that was kept
/// before.
fn passes(situation: &RunSituation, before: &[RuleResult], after: &Course, rule: &str) -> bool {
    let situation = RunSituation { course: after, ..*situation };
    let was_broken = |code: &str| before.iter().any(|result| result.rule == code && result.is_broken());
    let broken: Vec<&str> =
        judge_run(&situation).iter().filter(|result| result.is_broken()).map(|result| result.rule).collect();
    !broken.contains(&rule) && broken.iter().all(|code| was_broken(code))
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use proptest::prelude::*;
    use uuid::Uuid;

    use super::*;
    use crate::assess::Assessed;
    use crate::facts::{
        Breaker, Circuit, CircuitId, CircuitPoint, DamageKind, Feed, Panel, PanelId, Pointer, Ruling, RulingKind,
        RunId, RunMark, RunPoint, RunWay, SpliceHow, Stretch, SupportKind, TracedFault, WarmThing,
    };
    use crate::jot::{RunLineRequest, read_run_line};
    use crate::quantity::{Gauge, Length, UnitSystem};
    use crate::standard::{Edition, TradeSize, WiringMethod};
    use crate::testing::{audit_of, box_with, record_of};

    /// An audit of one box on breaker 7 of 20 A, and a run from it with these lines.
    fn audit(lines: &[&str]) -> AuditFacts {
        let (_, record) = record_of(box_with(None, Vec::new()));
        let id = record.id;
        let mut facts = audit_of(record);
        let mut panel = Panel::new(PanelId(Uuid::nil()), "main panel", 12);
        panel.breakers = vec![Breaker { amperes: Some(20), ..Breaker::new(7, 7) }];
        facts.panels = vec![panel];
        facts.circuits = vec![Circuit {
            id: CircuitId(Uuid::nil()),
            name: "kitchen".to_owned(),
            panel: None,
            breaker: "7".to_owned(),
            points: vec![CircuitPoint { box_id: id, from: Feed::Panel, cable: None }],
            tracing: TracedFault::default(),
            events: Vec::new(),
            dead_test: Vec::new(),
        }];
        let read = |course, line: &&str| {
            let request = RunLineRequest { line: (*line).to_owned(), course, stretch: None, units: UnitSystem::Inch };
            read_run_line(&request).unwrap().course
        };
        let found = lines.iter().fold(Course::default(), read);
        let run = CableRun::new(RunId(Uuid::from_u128(5)), "hall");
        facts.runs = vec![CableRun { from: RunEnd::Box(id), to: RunEnd::Elsewhere, found, ..run }];
        facts
    }

    #[test]
    fn what_feeds_it_follows_from_its_ends_and_a_difference_is_said() {
        let facts = audit(&["nm 12-2 15a", "bored 3' x5 sealed / hole 8 edge 2"]);
        let judged = Assessed::of(&facts).runs.remove(0).found;
        assert!(judged.fed.starts_with("Fed by breaker 7 of main panel, 20 A."), "{}", judged.fed);
        assert!(judged.fed.contains("The note along the run says 15 A"), "{}", judged.fed);
        // 12 AWG among ten conductors: 15 A. The breaker decides, not the note.
        let bundled = judged.results.iter().find(|result| result.rule == "bundled-cables").unwrap();
        assert_eq!(bundled.verdict, Verdict::Violates);
        let mut apart = facts.clone();
        apart.circuits.clear();
        let bundled = Assessed::of(&apart).runs.remove(0).found;
        assert_eq!(bundled.fed, "");
        let bundled = bundled.results.iter().find(|result| result.rule == "bundled-cables").unwrap();
        assert_eq!(bundled.verdict, Verdict::Meets, "by the note alone");
    }

    #[test]
    fn what_was_dismissed_is_not_drawn_as_too_long() {
        let mut facts = audit(&["nm 12-2", "studs 12' edge 2 / staple 8"]);
        let strip = |facts: &AuditFacts| Assessed::of(facts).runs.remove(0).found.strip.unwrap();
        assert_eq!((strip(&facts).gaps.len(), strip(&facts).missing.len()), (1, 2));
        assert!(strip(&facts).words.starts_with("The run from K1 to elsewhere"), "{}", strip(&facts).words);
        facts.runs[0].rulings = vec![Ruling {
            rule: "run-supported".to_owned(),
            kind: RulingKind::Dismiss,
            reason: "clipped behind the trim".to_owned(),
        }];
        assert_eq!((strip(&facts).gaps.len(), strip(&facts).missing.len()), (0, 0));
    }

    fn any_mark() -> impl Strategy<Value = RunMark> {
        let length = || proptest::option::of((0_i64..=Length::MAX.nm()).prop_map(|nm| Length::from_nm(nm).unwrap()));
        let yes = || proptest::option::of(any::<bool>());
        prop_oneof![
            proptest::sample::select(SupportKind::ALL.to_vec()).prop_map(RunMark::Support),
            (length(), yes(), any::<bool>(), yes()).prop_map(|(edge, plate, metal, bushed)| RunMark::Hole {
                edge,
                plate,
                metal,
                bushed
            }),
            yes().prop_map(|plate| RunMark::Notch { plate }),
            length().prop_map(|sleeve| RunMark::Floor { sleeve }),
            (proptest::sample::select(WarmThing::ALL.to_vec()), length())
                .prop_map(|(thing, distance)| RunMark::Near { thing, distance }),
            length().prop_map(|protected| RunMark::Rises { protected }),
            length().prop_map(|radius| RunMark::Curve { radius }),
            (1_u16..=180).prop_map(RunMark::Bend),
            Just(RunMark::Expansion),
            Just(RunMark::Box),
            proptest::sample::select(SpliceHow::ALL.to_vec()).prop_map(RunMark::Splice),
            proptest::sample::select(DamageKind::ALL.to_vec()).prop_map(RunMark::Damage),
        ]
    }

    proptest! {
        #[test]
        fn any_run_is_judged_and_drawn(
            method in 0_usize..15, gauge in proptest::option::of(0_usize..15), conductors in proptest::option::of(1_u8..12),
            canada: bool, size in proptest::option::of(0_usize..10), amperes in proptest::option::of(1_u16..400),
            stretches in prop::collection::vec(
                (0_usize..10, proptest::option::of(0_i64..=Length::MAX.nm()), prop::collection::vec(any_mark(), 0..6),
                 proptest::option::of(1_u8..100), proptest::array::uniform3(proptest::option::of(any::<bool>()))),
                0..5,
            ),
        ) {
            let mut facts = audit(&[]);
            if canada {
                facts.audit.basis.edition = Edition::Cec2021;
            }
            let stretch = |(way, length, marks, together, [guarded, wet, struck]): (usize, Option<i64>, Vec<RunMark>, _, [_; 3])| {
                let length = length.map(|nm| Length::from_nm(nm).unwrap());
                // At even places, the last at the very end.
                let count = i64::try_from(marks.len()).unwrap().max(1);
                let step = length.unwrap_or(Length::MAX).nm() / count;
                let at = |place: usize| Length::from_nm(step * (i64::try_from(place).unwrap() + 1)).unwrap();
                let points = marks.into_iter().enumerate().map(|(place, what)| RunPoint { at: at(place), what }).collect();
                Stretch { length, points, together, guarded, wet, struck, ..Stretch::new(RunWay::ALL[way]) }
            };
            facts.runs[0].found = Course {
                method: WiringMethod::ALL[method], gauge: gauge.map(|gauge| Gauge::ALL[gauge]), conductors, amperes,
                size: size.map(|size| TradeSize::ALL[size]), stretches: stretches.into_iter().map(stretch).collect(),
                ..Course::default()
            };
            prop_assert_eq!(facts.runs[0].found.problems(&Pointer::root()), []);
            let assessed = Assessed::of(&facts);
            let judged = &assessed.runs[0].found;
            prop_assert_eq!(judged.strip.is_some(), !facts.runs[0].found.stretches.is_empty());
            for proposal in judged.proposals.iter().filter(|proposal| proposal.reasons.is_empty()) {
                prop_assert!(!proposal.steps.is_empty() && !proposal.cautions.is_empty(), "{}", proposal.repair);
            }
        }
    }
}
