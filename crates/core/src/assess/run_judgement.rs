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
        let missing = missing_supports(&situation).unwrap_or_default();
        RunJudgement {
            worst: worst_verdict(&results),
            dangerous: is_dangerous(&results),
            contradictions: course.contradictions(units).into_iter().chain(circle).collect(),
            strip: RunStrip::of(course, units, self.ends.clone(), &states, &too_long(&situation), &missing),
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
