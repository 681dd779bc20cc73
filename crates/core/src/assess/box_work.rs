//! What is done at one box, within a scope: the repairs chosen by a person, then the planner's for what is left.

use serde::Serialize;
use utoipa::ToSchema;

use super::item::measured_again;
use super::{ItemState, ItemView, item_views};
use crate::facts::{Basis, BoxContents, BoxRecord, Scope, WorkItem};
use crate::repair::{Diagnosis, MaterialLine, Pigtail, REFER, REPAIRS, plan_with, repair};
use crate::rules::{RuleResult, Situation, judge, stops};
use crate::standard::{Severity, WiredUnder};

/// One item of a job, as the plan lists it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct JobItem {
    /// The code of the rule.
    pub rule: String,
    /// What it is about.
    pub title: &'static str,
    /// How bad it is.
    pub severity: Severity,
    /// Where it stands.
    pub state: ItemState,
    /// What was found, in a sentence.
    pub sentence: String,
    /// What has to happen next.
    pub next: String,
}

/// A repair of a job.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct JobStep {
    /// The code of the repair.
    pub repair: &'static str,
    /// What is done.
    pub title: &'static str,
    /// Minutes once the box is dead and open.
    pub minutes: u32,
    /// The fewest minutes it ever takes.
    pub least_minutes: u32,
    /// The codes of the rules that it mends here.
    pub mends: Vec<String>,
    /// A person chose it; the planner otherwise.
    pub chosen: bool,
    /// It serves the whole circuit: it is done once, at the first box that asks for it.
    pub for_circuit: bool,
    /// What is done, in order.
    pub steps: Vec<String>,
    /// Short and specific to this repair.
    pub cautions: Vec<&'static str>,
    /// Pigtails to cut.
    pub pigtails: Vec<Pigtail>,
    /// What to bring beside them.
    pub materials: Vec<MaterialLine>,
}

/// What is done at one box.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, ToSchema)]
pub struct BoxWork {
    /// Its items in scope, whatever their state.
    pub items: Vec<JobItem>,
    /// The repairs, in order; empty when nothing is to do.
    pub steps: Vec<JobStep>,
    /// What is open and no repair here mends, and why.
    pub cannot: Vec<String>,
    /// The job ends here for anyone but a licensed electrician.
    pub referred: bool,
    /// Something in it is a danger now.
    pub danger: bool,
    /// Something in it is not proven yet.
    pub unproven: bool,
}

impl BoxWork {
    /// Minutes of all its repairs.
    pub fn minutes(&self) -> u32 {
        self.steps.iter().map(|step| step.minutes).sum()
    }

    /// Of a box within each scope, the narrowest first. What a wider scope adds nothing to is planned once.
    pub fn in_scopes(
        record: &BoxRecord,
        items: &[WorkItem],
        basis: &Basis,
        wired_under: Option<WiredUnder>,
    ) -> [Self; Scope::ALL.len()] {
        let [narrow, middle, wide] = Scope::ALL;
        let within = |scope: Scope, wider: &Self| {
            let inside = wider.items.iter().filter(|item| item.severity <= scope.severity()).count();
            match inside {
                0 => Self::default(),
                _ if inside == wider.items.len() => wider.clone(),
                _ => Self::of(record, items, basis, wired_under, scope),
            }
        };
        let all = Self::of(record, items, basis, wired_under, wide);
        let violations = within(middle, &all);
        [within(narrow, &violations), violations, all]
    }

    /// Of a box with its items.
    pub fn of(
        record: &BoxRecord,
        items: &[WorkItem],
        basis: &Basis,
        wired_under: Option<WiredUnder>,
        scope: Scope,
    ) -> Self {
        let views = item_views(record, items, basis, wired_under);
        let in_scope = |view: &&ItemView| severity(view) <= scope.severity();
        let listed: Vec<&ItemView> = views.iter().filter(in_scope).collect();
        let danger = |view: &&ItemView| severity(view) == Severity::Danger && is_open(view.state);
        let mut work = Self {
            danger: listed.iter().copied().any(|view| danger(&view)),
            unproven: listed.iter().any(|view| !matches!(view.state, ItemState::Proven | ItemState::Closed)),
            items: listed.iter().map(|view| job_item(view)).collect(),
            ..Self::default()
        };
        let open: Vec<&ItemView> = listed.into_iter().filter(|view| is_open(view.state)).collect();
        if open.is_empty() {
            return work;
        }
        let contents = measured_again(record, items).unwrap_or(&record.found);
        let situation = Situation { wired_under, rulings: &record.rulings, ..Situation::new(contents, basis) };
        if !stops(contents).is_empty() {
            work.referred = true;
            return work;
        }
        let after = work.take_chosen(&open, &situation);
        work.plan_rest(&open, &Situation { contents: &after, ..situation }, scope);
        work
    }

    /// The repairs that a person chose, one after the other on what the one before leaves.
    fn take_chosen(&mut self, open: &[&ItemView], situation: &Situation) -> BoxContents {
        let mut contents = situation.contents.clone();
        let mut done: Vec<&str> = Vec::new();
        for item in open.iter().filter_map(|view| view.item.as_ref()) {
            if item.repair == REFER || done.contains(&item.repair.as_str()) {
                continue;
            }
            done.push(&item.repair);
            let Some(repair) = repair(&item.repair) else { continue };
            let diagnosis = Diagnosis::of(Situation { contents: &contents, ..*situation });
            match (repair.plan)(&diagnosis) {
                Ok(change) => {
                    self.steps.push(JobStep {
                        repair: repair.code,
                        title: repair.title,
                        minutes: change.minutes,
                        least_minutes: repair.least_minutes,
                        mends: chosen_for(open, repair.code),
                        chosen: true,
                        for_circuit: repair.for_circuit,
                        steps: change.steps,
                        cautions: change.cautions,
                        pigtails: change.pigtails,
                        materials: change.materials,
                    });
                    contents = change.after;
                }
                Err(reasons) => self.cannot.push(format!("{}: {}.", repair.title, reasons.join("; "))),
            }
        }
        contents
    }

    /// The planner's repairs for what is open and not chosen for, and not referred.
    fn plan_rest(&mut self, open: &[&ItemView], situation: &Situation, scope: Scope) {
        let planned =
            |result: &RuleResult| open.iter().any(|view| view.rule == result.rule && view.state == ItemState::Found);
        let found: Vec<RuleResult> = judge(situation).into_iter().filter(planned).collect();
        let repairs: Vec<_> = REPAIRS.iter().collect();
        let outcome = plan_with(situation, &found, scope.severity(), &repairs);
        for step in outcome.plan.into_iter().flat_map(|plan| plan.steps) {
            let known = repair(step.repair);
            self.steps.push(JobStep {
                repair: step.repair,
                title: step.title,
                minutes: step.minutes,
                least_minutes: known.map_or(step.minutes, |repair| repair.least_minutes),
                mends: step.mends.iter().map(ToString::to_string).collect(),
                chosen: false,
                for_circuit: known.is_some_and(|repair| repair.for_circuit),
                steps: step.steps,
                cautions: step.cautions,
                pigtails: step.pigtails,
                materials: step.materials,
            });
        }
        self.cannot
            .extend(outcome.cannot.iter().map(|cannot| format!("{}: {}.", cannot.title, cannot.reasons.join("; "))));
    }
}

/// The rules for which a person chose a repair.
fn chosen_for(open: &[&ItemView], repair: &str) -> Vec<String> {
    let chosen = |view: &&&ItemView| view.item.as_ref().is_some_and(|item| item.repair == repair);
    open.iter().filter(chosen).map(|view| view.rule.clone()).collect()
}

/// Work is still to be done for it here.
const fn is_open(state: ItemState) -> bool {
    matches!(state, ItemState::Found | ItemState::Planned)
}

fn severity(view: &ItemView) -> Severity {
    view.found.as_ref().map_or(Severity::Violation, |found| found.severity)
}

fn job_item(view: &ItemView) -> JobItem {
    JobItem {
        rule: view.rule.clone(),
        title: view.title,
        severity: severity(view),
        state: view.state,
        sentence: view.found.as_ref().map_or_else(String::new, |found| found.sentence.to_string()),
        next: view.next.clone(),
    }
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::facts::{ItemId, StoredState};
    use crate::quantity::Length;
    use crate::testing::{box_with, conductor, record_of};

    fn short_box() -> BoxRecord {
        record_of(box_with(Some(Length::inches(2)), vec![conductor(Some(44), Some(12))])).1
    }

    fn item(record: &BoxRecord, rule: &str, repair: &str, state: StoredState) -> WorkItem {
        let (rule, repair) = (rule.to_owned(), repair.to_owned());
        let id = ItemId(Uuid::nil());
        WorkItem { id, box_id: record.id, rule, repair, state, waits_for: None, note: String::new() }
    }

    fn work(record: &BoxRecord, items: &[WorkItem], scope: Scope) -> BoxWork {
        BoxWork::of(record, items, &Basis::default(), None, scope)
    }

    #[test]
    fn the_planner_works_where_nobody_chose() {
        let record = short_box();
        let all = work(&record, &[], Scope::Violations);
        assert_eq!(all.steps.len(), 1);
        assert!(!all.steps[0].chosen && all.minutes() > 0 && all.cannot.is_empty(), "{all:?}");
        assert!(work(&record, &[], Scope::Dangers).steps.is_empty(), "a short conductor is no danger");
    }

    #[test]
    fn what_a_person_chose_stands() {
        let record = short_box();
        let chosen = ["free-conductor-length", "free-conductor-reach"]
            .map(|rule| item(&record, rule, "extend-crimp-sleeve", StoredState::Planned));
        let all = work(&record, &chosen, Scope::Violations);
        assert_eq!(
            all.steps.iter().map(|step| (step.repair, step.chosen)).collect::<Vec<_>>(),
            [("extend-crimp-sleeve", true)]
        );
    }

    #[test]
    fn what_is_done_waits_or_is_declined_asks_for_no_work() {
        let record = short_box();
        for state in [StoredState::Done, StoredState::Waiting, StoredState::Declined] {
            let items = ["free-conductor-length", "free-conductor-reach"]
                .map(|rule| item(&record, rule, "extend-in-line-lever", state));
            let all = work(&record, &items, Scope::Violations);
            assert!(all.steps.is_empty(), "{state:?}");
            assert_eq!(all.items.len(), 2, "it stays in the list");
        }
    }

    #[test]
    fn each_scope_is_as_if_it_were_planned_alone() {
        let mut record = short_box();
        record.found.observe(crate::facts::Observation::CoverMissing, true);
        record.found.observe(crate::facts::Observation::InsulationClamped, true);
        let scopes = BoxWork::in_scopes(&record, &[], &Basis::default(), None);
        for (scope, together) in Scope::ALL.into_iter().zip(&scopes) {
            assert_eq!(*together, work(&record, &[], scope), "{}", scope.name());
        }
        assert!(scopes[0].items.len() < scopes[1].items.len(), "{scopes:?}");
    }
}
