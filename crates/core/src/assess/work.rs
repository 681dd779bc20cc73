//! What is done at one box, panel or room, within a scope: the repairs chosen by a person, then the planner's for what is left.

use serde::Serialize;
use utoipa::ToSchema;

use super::item::{ItemState, ItemView};
use crate::facts::{OWN, OwnRepair, REFER, Scope, WorkItem};
use crate::repair::{
    Act, Choice, MaterialLine, Pigtail, PlanOutcome, SubjectProposal, WorkStep, plan_with, repair, together,
};
use crate::rules::{RuleResult, Situation, stops};
use crate::standard::{RuleBasis, Severity};

/// One item of a job, as the plan lists it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct JobItem {
    /// The code of the rule.
    pub rule: String,
    /// What it is about.
    pub title: &'static str,
    /// How bad it is.
    pub severity: Severity,
    /// It is no fault: somebody asked for it.
    pub wanted: bool,
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
    /// Short and specific to this repair.
    pub cautions: Vec<&'static str>,
    /// Pigtails to cut.
    pub pigtails: Vec<Pigtail>,
    /// What to bring beside them.
    pub materials: Vec<MaterialLine>,
}

/// What is done at one box, panel or room.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, ToSchema)]
pub struct SubjectWork {
    /// Its items in scope, whatever their state.
    pub items: Vec<JobItem>,
    /// The repairs, in the order of the work; empty when nothing is to do.
    pub steps: Vec<JobStep>,
    /// What is done, step by step: the steps of all repairs merged, at a box with what any opened box asks.
    pub sequence: Vec<WorkStep>,
    /// What taking the planner's repairs over plans; empty when a person chose all of them.
    pub choices: Vec<Choice>,
    /// What is open and no repair here mends, and why.
    pub cannot: Vec<String>,
    /// The job ends here for anyone but a licensed electrician.
    pub referred: bool,
    /// Something in it is a danger now.
    pub danger: bool,
    /// Something in it is not proven yet.
    pub unproven: bool,
}

impl SubjectWork {
    /// Minutes of all its repairs.
    pub fn minutes(&self) -> u32 {
        self.steps.iter().map(|step| step.minutes).sum()
    }

    /// Whether the box is opened for it, or its cover taken off.
    pub fn opens(&self) -> bool {
        self.steps.iter().any(|step| step.repair == OWN) || self.sequence.iter().any(|step| step.act.wants_dead())
    }

    /// Of a box within each scope, the narrowest first, from its findings and from what the rules say of what stands now.
    /// What a wider scope adds nothing to is planned once.
    pub(super) fn in_scopes(findings: &[ItemView], now: &[RuleResult], situation: &Situation) -> WorkInScopes {
        let [narrow, middle, wide] = Scope::ALL;
        let within = |scope: Scope, wider: &Self| {
            let inside = wider.items.iter().filter(|item| scope.takes(item.severity, item.wanted)).count();
            match inside {
                0 => Self::default(),
                _ if inside == wider.items.len() => wider.clone(),
                _ => Self::of(findings, now, situation, scope),
            }
        };
        let all = Self::of(findings, now, situation, wide);
        let violations = within(middle, &all);
        [within(narrow, &violations), violations, all]
    }

    /// The findings in scope, with what is open among them.
    fn listing(findings: &[ItemView], scope: Scope) -> (Self, Vec<&ItemView>) {
        let listed: Vec<&ItemView> =
            findings.iter().filter(|view| scope.takes(severity(view), is_wanted(view))).collect();
        let danger = |view: &&ItemView| severity(view) == Severity::Danger && is_open(view.state);
        let work = Self {
            danger: listed.iter().any(danger),
            unproven: listed.iter().any(|view| !matches!(view.state, ItemState::Proven | ItemState::Closed)),
            items: listed.iter().map(|view| job_item(view)).collect(),
            ..Self::default()
        };
        (work, listed.into_iter().filter(|view| is_open(view.state)).collect())
    }

    fn of(findings: &[ItemView], now: &[RuleResult], situation: &Situation, scope: Scope) -> Self {
        let (mut work, open) = Self::listing(findings, scope);
        if open.is_empty() {
            return work;
        }
        if !stops(situation.contents).is_empty() {
            work.referred = true;
            return work;
        }
        let of_catalogue =
            |view: &&&ItemView| view.item.as_ref().is_none_or(|item| item.own.is_none() && item.repair != REFER);
        let planned: Vec<&str> = open.iter().filter(of_catalogue).map(|view| view.rule.as_str()).collect();
        let found: Vec<RuleResult> = now.iter().filter(|result| planned.contains(&result.rule)).cloned().collect();
        let chosen: Vec<&WorkItem> = open.iter().filter(of_catalogue).filter_map(|view| view.item.as_ref()).collect();
        let codes: Vec<&str> = chosen
            .iter()
            .flat_map(|item| std::iter::once(&item.repair).chain(&item.with))
            .map(String::as_str)
            .collect();
        let outcome = plan_with(situation, &found, scope.severity(), &codes);
        work.take(outcome, &codes, &open);
        for (view, own) in open.iter().filter_map(|view| Some((view, view.item.as_ref()?.own.as_ref()?))) {
            let (step, words) = own_step(own, vec![view.rule.clone()]);
            let at = work.sequence.partition_point(|known| known.act <= words.act);
            work.sequence.insert(at, words);
            work.steps.insert(0, step);
        }
        work
    }

    /// Takes over what the planner answers, with the repairs that a person chose among its own.
    fn take(&mut self, outcome: PlanOutcome, chosen: &[&str], open: &[&ItemView]) {
        if let Some(plan) = outcome.plan {
            let is_found = |rule: &str| open.iter().any(|view| view.rule == rule && view.state == ItemState::Found);
            let with: Vec<String> = plan.choices.iter().flat_map(|choice| choice.with.clone()).collect();
            self.choices = plan.choices.into_iter().filter(|choice| is_found(&choice.rule)).collect();
            // What goes with a repair that is chosen already goes with the first of those still to choose.
            if let Some(first) = self.choices.first_mut() {
                first.with = with.into_iter().filter(|code| !chosen.contains(&code.as_str())).collect();
            }
            self.sequence = plan.sequence;
            self.steps.extend(plan.steps.into_iter().map(|step| {
                let known = repair(step.repair);
                let mut mends: Vec<String> = step.mends.iter().map(ToString::to_string).collect();
                mends.extend(
                    chosen_for(open, step.repair).into_iter().filter(|rule| !step.mends.contains(&rule.as_str())),
                );
                JobStep {
                    repair: step.repair,
                    title: step.title,
                    minutes: step.minutes,
                    least_minutes: known.map_or(step.minutes, |repair| repair.least_minutes),
                    mends,
                    chosen: chosen.contains(&step.repair),
                    for_circuit: known.is_some_and(|repair| repair.for_circuit),
                    cautions: step.cautions,
                    pigtails: step.pigtails,
                    materials: step.materials,
                }
            }));
        }
        let refused =
            outcome.refused.iter().map(|refused| format!("{}: {}.", refused.title, refused.reasons.join("; ")));
        self.cannot.extend(refused);
        // Rules that are left open for the same reasons stand together.
        let left = together(outcome.cannot.into_iter().map(|cannot| (cannot.reasons, cannot.title)));
        self.cannot
            .extend(left.iter().map(|(reasons, titles)| format!("{}: {}.", titles.join(", "), reasons.join("; "))));
    }

    /// What of it is within a scope.
    pub fn within(&self, scope: Scope) -> Self {
        let items: Vec<JobItem> =
            self.items.iter().filter(|item| scope.takes(item.severity, item.wanted)).cloned().collect();
        let concerns = |step: &&JobStep| items.iter().any(|item| step.mends.contains(&item.rule));
        let steps: Vec<JobStep> = self.steps.iter().filter(concerns).cloned().collect();
        let of_them = |words: &&WorkStep| steps.iter().any(|step| words.repair == Some(step.repair));
        let in_scope = |choice: &&Choice| items.iter().any(|item| item.rule == choice.rule);
        Self {
            sequence: self.sequence.iter().filter(of_them).cloned().collect(),
            choices: self.choices.iter().filter(in_scope).cloned().collect(),
            steps,
            danger: self.danger && items.iter().any(|item| item.severity == Severity::Danger),
            items,
            ..self.clone()
        }
    }

    /// Of a panel or a room, from its findings and what each repair would do there.
    pub(super) fn beside_the_box(findings: &[ItemView], proposals: &[SubjectProposal]) -> Self {
        let (mut work, open) = Self::listing(findings, Scope::Workmanship);
        // Many findings are left for one reason: it is said once.
        let mut cannot: Vec<(String, &str)> = Vec::new();
        for view in open {
            let item = view.item.as_ref();
            if let Some(own) = item.and_then(|item| item.own.as_ref()) {
                let (step, words) = own_step(own, vec![view.rule.clone()]);
                work.steps.push(step);
                work.sequence.push(words);
                continue;
            }
            if item.is_some_and(|item| item.repair == REFER) {
                work.referred = true;
                continue;
            }
            let chosen = item.map(|item| item.repair.as_str());
            let fits = |known: &&SubjectProposal| {
                known.rule == view.rule
                    && known.reasons.is_empty()
                    && chosen.map_or(known.clears, |code| known.repair == code)
            };
            let Some(known) = proposals.iter().find(fits) else {
                let reasons: Vec<String> = proposals
                    .iter()
                    .filter(|known| known.rule == view.rule)
                    .flat_map(|known| known.reasons.clone())
                    .collect();
                let why = if reasons.is_empty() {
                    "no repair of the catalogue mends it; refer it, or plan it in your own words".to_owned()
                } else {
                    format!("{}; refer it", reasons.join("; "))
                };
                cannot.push((why, view.title));
                continue;
            };
            if chosen.is_none() {
                work.choices.push(Choice {
                    rule: view.rule.clone(),
                    repair: known.repair.to_owned(),
                    with: Vec::new(),
                });
            }
            match work.steps.iter_mut().find(|step| step.repair == known.repair) {
                Some(step) => step.mends.push(view.rule.clone()),
                None => work.steps.push(JobStep {
                    repair: known.repair,
                    title: known.title,
                    minutes: known.minutes,
                    least_minutes: known.minutes,
                    mends: vec![view.rule.clone()],
                    chosen: chosen.is_some(),
                    for_circuit: false,
                    cautions: known.cautions.clone(),
                    pigtails: Vec::new(),
                    materials: known.materials.clone(),
                }),
            }
        }
        for step in &work.steps {
            let Some(known) = proposals.iter().find(|known| known.repair == step.repair && known.reasons.is_empty())
            else {
                continue;
            };
            work.sequence.extend(known.steps.iter().cloned());
        }
        work.cannot = together(cannot).iter().map(|(why, titles)| format!("{}: {why}.", titles.join(", "))).collect();
        work
    }
}

/// What an own material is known by: its words are its code, for nobody but the one who typed them can change them.
fn own_code(what: &str) -> String {
    format!("own: {}", what.trim().to_lowercase())
}

/// A repair in one's own words.
fn own_step(own: &OwnRepair, mends: Vec<String>) -> (JobStep, WorkStep) {
    let who = if own.who.is_empty() { String::new() } else { format!(" ({})", own.who) };
    let minutes = u32::from(own.minutes);
    let words = format!("{}{who}.", own.words.trim_end_matches('.'));
    let step = JobStep {
        repair: OWN,
        title: "In own words",
        minutes,
        least_minutes: minutes,
        mends,
        chosen: true,
        for_circuit: false,
        cautions: Vec::new(),
        pigtails: Vec::new(),
        materials: own
            .materials
            .iter()
            .map(|line| MaterialLine::piece((own_code(&line.what), line.what.as_str()), u32::from(line.count)))
            .collect(),
    };
    (step, WorkStep::new(Act::OwnWords, words).of(OWN))
}

/// What is done at a subject within each scope, the narrowest first.
pub type WorkInScopes = [SubjectWork; Scope::ALL.len()];

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

fn is_wanted(view: &ItemView) -> bool {
    view.found.as_ref().is_some_and(|found| found.basis == RuleBasis::Wanted)
}

fn job_item(view: &ItemView) -> JobItem {
    JobItem {
        rule: view.rule.clone(),
        title: view.title,
        severity: severity(view),
        wanted: is_wanted(view),
        state: view.state,
        sentence: view.found.as_ref().map_or_else(String::new, |found| found.sentence.to_string()),
        next: view.next.clone(),
    }
}

#[cfg(test)]
mod tests {
    #![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

    use uuid::Uuid;

    use super::*;
    use crate::assess::Assessed;
    use crate::facts::{AuditFacts, Basis, BoxRecord, ItemId, StoredState, Subject, WorkItem};
    use crate::quantity::Length;
    use crate::rules::judge;
    use crate::testing::{audit_of, box_with, conductor, record_of};

    fn short_box() -> BoxRecord {
        record_of(box_with(Some(Length::inches(2)), vec![conductor(Some(44), Some(12))])).1
    }

    fn item(record: &BoxRecord, rule: &str, repair: &str, state: StoredState) -> WorkItem {
        let (rule, repair) = (rule.to_owned(), repair.to_owned());
        let id = ItemId(Uuid::nil());
        let subject = Subject::Box(record.id);
        WorkItem { id, subject, rule, repair, with: Vec::new(), own: None, state, waits_for: None, note: String::new() }
    }

    fn work(record: &BoxRecord, items: &[WorkItem], scope: Scope) -> SubjectWork {
        let facts = AuditFacts { items: items.to_vec(), ..audit_of(record.clone()) };
        let place = Scope::ALL.iter().position(|known| *known == scope).expect("it is one of them");
        Assessed::of(&facts).boxes[0].work()[place].clone()
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
            .map(|rule| item(&record, rule, "extend-twist-on", StoredState::Planned));
        let all = work(&record, &chosen, Scope::Violations);
        assert_eq!(
            all.steps.iter().map(|step| (step.repair, step.chosen)).collect::<Vec<_>>(),
            [("extend-twist-on", true)]
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
        let basis = Basis::default();
        let situation = Situation::new(&record.found, &basis);
        let now = judge(&situation);
        let findings = super::super::item::views(&[], &now, None, None);
        let scopes = SubjectWork::in_scopes(&findings, &now, &situation);
        for (scope, together) in Scope::ALL.into_iter().zip(&scopes) {
            assert_eq!(*together, SubjectWork::of(&findings, &now, &situation, scope), "{}", scope.name());
        }
        assert!(scopes[0].items.len() < scopes[1].items.len(), "{scopes:?}");
    }

    #[test]
    fn a_repair_in_own_words_brings_its_minutes_and_materials() {
        let record = short_box();
        let own = OwnRepair {
            words: "move the shelf, then extend".to_owned(),
            minutes: 45,
            materials: vec![crate::facts::OwnMaterial { what: "shelf bracket".to_owned(), count: 2 }],
            who: "the carpenter".to_owned(),
        };
        let items = [WorkItem { own: Some(own), ..item(&record, "free-conductor-length", OWN, StoredState::Planned) }];
        let all = work(&record, &items, Scope::Violations);
        assert_eq!((all.steps[0].minutes, all.steps[0].materials[0].count), (45, 2));
        let own: Vec<&WorkStep> = all.sequence.iter().filter(|step| step.repair == Some(OWN)).collect();
        assert_eq!((own.len(), own[0].words.as_str()), (1, "Move the shelf, then extend (the carpenter)."));
        assert!(all.sequence.is_sorted_by_key(|step| step.act), "{:?}", all.sequence);
    }
}
