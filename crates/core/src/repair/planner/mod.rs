//! The planner: from the box as measured, the cheapest sequence of repairs after which it breaks nothing any more.
//!
//! A search over sets of repairs, best first (A*). A set is made on the box in the order of the work, so that a pigtail is
//! measured from where the opening will be; it grows by every repair that can mend something open after it. The estimate
//! of what is left to spend splits the least cost of a repair over the rules that it can mend. A plan holds each repair
//! once, and at most [`DEEPEST`] repairs; the search looks at [`MOST_STATES`] sets at most and says so when that was not
//! enough. What a person chose is in every set.

mod search;
#[cfg(test)]
mod tests;

use search::{Found, Search};
use serde::Serialize;
use utoipa::ToSchema;

use crate::facts::{BoxContents, ItemId, StoredState, Subject, WorkItem};
use crate::picture::Face;
use crate::repair::{BeforeAfter, MaterialLine, Pigtail, REPAIRS, Repair, RuleVerdict, WorkStep, to_mend};
use crate::rules::{Fill, RuleResult, Situation, judge, stops};
use crate::standard::Severity;

/// The most repairs in a plan.
pub const DEEPEST: usize = 8;
/// The most states that one search looks at.
pub const MOST_STATES: usize = 600;

/// One repair of a plan.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct PlanStep {
    /// The code of the repair.
    pub repair: &'static str,
    /// What is done.
    pub title: &'static str,
    /// The codes of the rules that it mends here.
    pub mends: Vec<&'static str>,
    /// Short and specific to this repair.
    pub cautions: Vec<&'static str>,
    /// Minutes once the box is dead and open.
    pub minutes: u32,
    /// Pigtails to cut.
    pub pigtails: Vec<Pigtail>,
    /// What to bring beside them.
    pub materials: Vec<MaterialLine>,
}

/// A repair planned for a rule.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Choice {
    /// The code of the rule.
    pub rule: String,
    /// The code of the repair.
    pub repair: String,
    /// The codes of further repairs that it asks for: what they mend is broken by it alone.
    pub with: Vec<String>,
}

impl Choice {
    /// The item that it makes at a box or panel.
    pub fn item(&self, id: ItemId, subject: Subject) -> WorkItem {
        WorkItem {
            id,
            subject,
            rule: self.rule.clone(),
            repair: self.repair.clone(),
            with: self.with.clone(),
            own: None,
            state: StoredState::Planned,
            waits_for: None,
            note: String::new(),
        }
    }
}

/// What taking repairs over plans: each at the rules that it mends; one that mends nothing of what was found goes with the
/// first of the others.
pub(crate) fn choices(steps: &[PlanStep]) -> Vec<Choice> {
    let mut choices: Vec<Choice> = Vec::new();
    for step in steps {
        choices.extend(step.mends.iter().map(|rule| Choice {
            rule: (*rule).to_owned(),
            repair: step.repair.to_owned(),
            with: Vec::new(),
        }));
    }
    if let Some(first) = choices.first_mut() {
        first.with = steps.iter().filter(|step| step.mends.is_empty()).map(|step| step.repair.to_owned()).collect();
    }
    choices
}

/// A sequence of repairs with its proof.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Plan {
    /// The repairs, in the order of the work.
    pub steps: Vec<PlanStep>,
    /// What is done, step by step, from switching off to reading it again: the steps of all repairs merged.
    pub sequence: Vec<WorkStep>,
    /// What it rests on is known. Where it is not, the steps say what to find out first.
    pub ready: bool,
    /// What taking it over plans: for each rule the repair that mends it.
    pub choices: Vec<Choice>,
    /// Minutes together.
    pub minutes: u32,
    /// Everything to bring.
    pub materials: Vec<MaterialLine>,
    /// The conductors it changes.
    pub before_after: Vec<BeforeAfter>,
    /// What each rule says of the box afterwards.
    pub verdicts_after: Vec<RuleVerdict>,
    /// Room that what is added takes up in fact, in words.
    pub body_volume: String,
    /// The face of the box afterwards.
    pub face: Face,
    /// The working of its fill afterwards.
    pub fill: Option<Fill>,
    /// What it costs, in the points of the house.
    pub cost: u64,
    /// The box afterwards.
    #[serde(skip)]
    pub after: BoxContents,
}

/// A repair that cannot be made here.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Rejected {
    /// The code of the repair.
    pub repair: &'static str,
    /// What would be done.
    pub title: &'static str,
    /// Why not, in figures.
    pub reasons: Vec<String>,
}

/// A rule that no sequence of repairs mends here.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Cannot {
    /// The code of the rule.
    pub rule: &'static str,
    /// What it is about.
    pub title: &'static str,
    /// Why not.
    pub reasons: Vec<String>,
}

/// What the planner answers.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, ToSchema)]
pub struct PlanOutcome {
    /// The codes of the rules that were to mend.
    pub wanted: Vec<&'static str>,
    /// The cheapest plan; absent when nothing is to mend, or nothing can be.
    pub plan: Option<Plan>,
    /// The cheapest plan that leaves out one repair of the first.
    pub runner_up: Option<Plan>,
    /// What cannot be done here, and why.
    pub rejected: Vec<Rejected>,
    /// What no repair here mends.
    pub cannot: Vec<Cannot>,
    /// What was chosen and cannot be done here, and why.
    pub refused: Vec<Rejected>,
    /// The search for this plan was stopped at its bound; a cheaper one, or one that mends more, may exist.
    pub bound_hit: bool,
    /// The job ends here for anyone but a licensed electrician: no plan is offered.
    pub referred: bool,
}

/// Plans for a box by every repair of the catalogue, mending what it breaks down to `scope`.
pub fn plan_box(situation: &Situation, scope: Severity) -> PlanOutcome {
    plan_with(situation, &judge(situation), scope, &[])
}

/// As [`plan_box`], with what the rules say of the box already, and with the repairs that a person `chose`, by their codes.
pub fn plan_with(situation: &Situation, found: &[RuleResult], scope: Severity, chose: &[&str]) -> PlanOutcome {
    let wanted = to_mend(found, scope);
    if wanted.is_empty() && chose.is_empty() {
        return PlanOutcome::default();
    }
    if !stops(situation.contents).is_empty() {
        return PlanOutcome { wanted, referred: true, ..PlanOutcome::default() };
    }
    let repairs: Vec<&Repair> = REPAIRS.iter().collect();
    let mut search = Search::new(situation, &repairs);
    let (chosen, refused) = search.choose(chose);
    let mut best = search.by_the_house(&wanted, chosen);
    let mut within_reach = wanted.clone();
    let mut mended_alone = Vec::new();
    let mut given_up = false;
    if best.is_none() {
        // Something cannot be mended: plan for the rest, and say what.
        within_reach.retain(|rule| search.cheapest(&[*rule], chosen, 0).is_some());
        mended_alone.clone_from(&within_reach);
        if !within_reach.is_empty() {
            best = search.by_the_house(&within_reach, chosen);
        }
        while best.is_none() && within_reach.len() > 1 {
            given_up |= search.bound_hit;
            within_reach.pop();
            best = search.by_the_house(&within_reach, chosen);
        }
    }
    if best.is_some() {
        // What nothing mends by itself may be mended beside the rest: a ground that a new cable brings is joined. And what was
        // given up for the sake of the rest may go with a part of it. Each that is won may win another.
        let mut left: Vec<&str> = wanted.iter().filter(|rule| !within_reach.contains(rule)).copied().collect();
        let mut grew = true;
        while grew {
            let before = left.len();
            left.retain(|rule| {
                let more: Vec<&str> = within_reach.iter().copied().chain([*rule]).collect();
                let mut with_it = search.by_the_house(&more, chosen);
                if with_it.is_none() && search.bound_hit {
                    // Too far from the box as found; it may be near the box as the plan so far leaves it.
                    given_up = true;
                    let so_far = best.as_ref().map_or(0, Found::set);
                    with_it = search.by_the_house(&more, chosen | so_far);
                }
                let is_won = with_it.is_some();
                if is_won {
                    best = with_it;
                    within_reach.push(rule);
                }
                !is_won
            });
            grew = left.len() < before;
        }
    }
    // What a failed search for more, or the search for the runner-up, did not reach makes this plan no dearer.
    let bound_hit = given_up || search.bound_hit;
    let mended = best.is_some();
    let best = best.or_else(|| search.found(chosen).filter(|_| chosen != 0));
    let runner_up = best.as_ref().filter(|_| mended).and_then(|best| {
        let path = best.path.iter().map(|(index, _)| 1 << index).filter(|repair| chosen & repair == 0);
        let without: Vec<_> = path.collect::<Vec<_>>();
        let without = without.into_iter().filter_map(|repair| search.cheapest(&within_reach, chosen, repair));
        without.min_by_key(|other| other.cost)
    });
    let rejected = search.rejected(&wanted);
    let cannot = wanted
        .iter()
        .filter(|rule| !within_reach.contains(rule) || !mended)
        .map(|rule| match mended_alone.contains(rule) {
            true => Search::cannot_together(rule, found, given_up),
            false => search.cannot(rule, found, &rejected),
        })
        .collect();
    PlanOutcome {
        plan: best.filter(|best| !best.path.is_empty()).map(|best| search.plan(best)),
        runner_up: runner_up.map(|other| search.plan(other)),
        rejected,
        cannot,
        refused,
        bound_hit,
        referred: false,
        wanted,
    }
}
