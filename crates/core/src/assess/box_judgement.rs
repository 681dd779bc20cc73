//! Everything one wants to know of a box at once, worked out from its facts alone and stored nowhere.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::electrical::proof_of_dead::{DeadTest, dead_test_of_box};
use crate::electrical::{Arrangement, Diagnosis, LandingMistake, arrangements, diagnose_box, mistakes};
use crate::facts::Pointer;
use crate::facts::{
    Basis, BoxContents, Contradiction, DeadTestMethods, EntryEcho, KnownSupply, LengthText, Ruling, TypedEntry,
    apply_entries, length_texts,
};
use crate::picture::{Detail, Face, Section, hanging};
use crate::repair::{PlanOutcome, Proposal, plan_with, propose_from};
use crate::rules::{Fill, RuleResult, Situation, Stop, Verdict, fill, is_dangerous, judge, stops, worst_verdict};
use crate::standard::{Severity, WiredUnder};

/// A box to judge, with what was typed into its fields since.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct JudgeRequest {
    /// What the audit rests on.
    pub basis: Basis,
    /// When the box was wired, if that is known.
    #[serde(default)]
    pub wired_under: Option<WiredUnder>,
    /// The contents are the outcome of work done now.
    #[serde(default)]
    pub new_work: bool,
    /// The codes of the rules that work done now was to mend, at most 100: these alone are judged as new work.
    #[serde(default)]
    #[schema(max_items = 100)]
    pub repaired: Vec<String>,
    /// What is in the box.
    pub contents: BoxContents,
    /// The breakers that are known to feed it, from the panel and its circuits, at most 12: they count before the notes.
    #[serde(default)]
    #[schema(max_items = 12)]
    pub fed_by: Vec<KnownSupply>,
    /// What the inspector ruled, at most 100.
    #[serde(default)]
    #[schema(max_items = 100)]
    pub rulings: Vec<Ruling>,
    /// Texts typed into fields that take a length, volume or weight, in the audit's unit where they name none; at most
    /// 500.
    #[serde(default)]
    #[schema(max_items = 500)]
    pub typed: Vec<TypedEntry>,
}

/// The measurement to take next.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct NextMeasurement {
    /// What to measure or look at.
    pub words: String,
    /// JSON pointer to the field, "/stand/set_back" or "/observed/open-knockout".
    pub field: String,
    /// The codes of the rules that wait for it.
    pub settles: Vec<&'static str>,
    /// How bad the worst of them would be.
    pub severity: Severity,
    /// How many measurements are wanted in all.
    pub open: usize,
}

/// A field that some rule waits for.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct AskedField {
    /// JSON pointer to the field, "/stand/set_back" or "/observed/open-knockout".
    pub field: String,
    /// What to measure or look at.
    pub words: String,
}

/// What is known and what follows.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Judgement {
    /// The contents with the typed texts in their places.
    pub contents: BoxContents,
    /// What became of each typed text.
    pub entries: Vec<EntryEcho>,
    /// Every known figure as its field shows it.
    pub texts: Vec<LengthText>,
    /// Facts that cannot all be true.
    pub contradictions: Vec<Contradiction>,
    /// The worst answer of all rules that are not dismissed.
    pub worst: Verdict,
    /// Something here is a danger now.
    pub dangerous: bool,
    /// What each rule says, worst first.
    pub results: Vec<RuleResult>,
    /// What to measure next; absent when every rule has its answer.
    pub next: Option<NextMeasurement>,
    /// Every field that is asked for, that of `next` among them, in the order of the rules.
    pub asked: Vec<AskedField>,
    /// Conditions that end the job for anyone but a licensed electrician.
    pub stops: Vec<Stop>,
    /// The working of the box fill, once there are conductors.
    pub fill: Option<Fill>,
    /// The section through the box.
    pub section: Section,
    /// The face of the box.
    pub face: Face,
    /// What hangs from it, to scale.
    pub hanging: Option<Detail>,
    /// What the instruments say, what is landed where, and whether the box is dead.
    pub electrical: Electrical,
}

/// The electrical truth of a box.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Electrical {
    /// What the readings of each half mean.
    pub diagnoses: Vec<Diagnosis>,
    /// What each device is a part of, as its terminals tell.
    pub arrangements: Vec<Arrangement>,
    /// What is landed wrong.
    pub mistakes: Vec<LandingMistake>,
    /// The dead test, step by step.
    pub dead_test: DeadTest,
}

impl Electrical {
    /// Of a box.
    fn of(contents: &BoxContents, methods: DeadTestMethods) -> Self {
        Self {
            diagnoses: diagnose_box(contents),
            arrangements: arrangements(contents),
            mistakes: mistakes(contents),
            dead_test: dead_test_of_box(contents, methods),
        }
    }
}

/// Judges a box. Never fails: what was typed and not understood is answered in [`Judgement::entries`].
pub fn judge_box(request: JudgeRequest) -> Judgement {
    let JudgeRequest { basis, wired_under, new_work, repaired, mut contents, fed_by, rulings, typed } = request;
    let repaired: Vec<&str> = repaired.iter().map(String::as_str).collect();
    let entries = apply_entries(&mut contents, &typed, basis.units);
    let fed = contents.fed_by(&fed_by);
    let situation =
        Situation { contents: &fed, basis: &basis, wired_under, new_work, repaired: &repaired, rulings: &rulings };
    let results = judge(&situation);
    Judgement { entries, ..judgement(&contents, &basis, wired_under, results, &repaired) }
}

/// What follows from the contents of a box, of which the rules have spoken already; `repaired` are the rules that were put
/// right, of the box as left.
pub fn judgement(
    contents: &BoxContents,
    basis: &Basis,
    wired_under: Option<WiredUnder>,
    results: Vec<RuleResult>,
    repaired: &[&str],
) -> Judgement {
    let mut contradictions = contents.contradictions(&basis.house_rules, basis.units);
    if let Some(message) = basis.never_in_force(wired_under) {
        contradictions.push(Contradiction { pointer: Pointer::root().at("wired_under").text(), message });
    }
    let stops = stops(contents);
    // Where the job ends, nothing more is handled to be measured.
    let wanted = if stops.is_empty() { measurements(&results, repaired) } else { Vec::new() };
    Judgement {
        contents: contents.clone(),
        entries: Vec::new(),
        texts: length_texts(contents, basis.units),
        contradictions,
        worst: worst_verdict(&results),
        dangerous: is_dangerous(&results),
        asked: wanted.iter().map(|need| AskedField { field: need.field.clone(), words: need.words.clone() }).collect(),
        next: next_measurement(wanted),
        stops,
        fill: fill(contents, basis.edition, basis.units).ok(),
        section: Section::of(contents, basis),
        face: Face::of(contents),
        hanging: hanging(contents, basis.units),
        electrical: Electrical::of(contents, basis.house_rules.dead_test_methods),
        results,
    }
}

/// Every measurement that an open rule waits for, once each. After a repair only what its rules read is asked for.
fn measurements(results: &[RuleResult], repaired: &[&str]) -> Vec<NextMeasurement> {
    let mut wanted: Vec<NextMeasurement> = Vec::new();
    let asked = |result: &&RuleResult| repaired.is_empty() || repaired.contains(&result.rule);
    for result in results.iter().filter(|result| !result.is_dismissed()).filter(asked) {
        for finding in &result.findings {
            let Some(need) = &finding.needs else { continue };
            match wanted.iter_mut().find(|known| known.field == need.field) {
                Some(known) => {
                    known.severity = known.severity.min(result.severity);
                    if !known.settles.contains(&result.rule) {
                        known.settles.push(result.rule);
                    }
                }
                None => wanted.push(NextMeasurement {
                    words: need.words.clone(),
                    field: need.field.clone(),
                    settles: vec![result.rule],
                    severity: result.severity,
                    open: 0,
                }),
            }
        }
    }
    wanted
}

/// The one that settles the most serious open rule; among equals the one that settles more.
fn next_measurement(wanted: Vec<NextMeasurement>) -> Option<NextMeasurement> {
    let open = wanted.len();
    let first = wanted.into_iter().min_by_key(|need| (need.severity, usize::MAX - need.settles.len()))?;
    Some(NextMeasurement { open, ..first })
}

/// What can be done about a box.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Remedies {
    /// The cheapest sequence of repairs, with its proof.
    pub outcome: PlanOutcome,
    /// What each single repair would do, best first; empty when nothing is to mend.
    pub proposals: Vec<Proposal>,
}

/// Plans for a box, mending what it breaks down to poor workmanship.
pub fn plan_for(request: JudgeRequest) -> Remedies {
    let JudgeRequest { basis, wired_under, new_work, repaired, mut contents, fed_by, rulings, typed } = request;
    let repaired: Vec<&str> = repaired.iter().map(String::as_str).collect();
    apply_entries(&mut contents, &typed, basis.units);
    let contents = contents.fed_by(&fed_by);
    let situation =
        Situation { contents: &contents, basis: &basis, wired_under, new_work, repaired: &repaired, rulings: &rulings };
    let found = judge(&situation);
    let outcome = plan_with(&situation, &found, Severity::Workmanship, &[]);
    let proposals = if outcome.referred { Vec::new() } else { propose_from(&situation, &found) };
    Remedies { outcome, proposals }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{DeviceKind, RulingKind};
    use crate::quantity::Length;
    use crate::testing::{box_with, box_with_device, conductor};

    fn request(contents: BoxContents) -> JudgeRequest {
        JudgeRequest {
            basis: Basis::default(),
            wired_under: None,
            new_work: false,
            repaired: vec![],
            contents,
            fed_by: vec![],
            rulings: vec![],
            typed: vec![],
        }
    }

    #[test]
    fn a_typed_figure_is_judged_at_once() {
        let mut request = request(box_with(Some(Length::inches(2)), vec![conductor(None, None)]));
        assert_eq!(judge_box(request.clone()).worst, Verdict::NotMeasured);
        request.typed = vec![TypedEntry { pointer: "/conductors/0/free_length".to_owned(), text: "2 3/4".to_owned() }];
        let judgement = judge_box(request.clone());
        assert_eq!(judgement.worst, Verdict::Violates);
        assert_eq!(judgement.texts.len(), 2);
        assert!(plan_for(request).outcome.plan.is_some());
    }

    #[test]
    fn after_a_repair_only_what_its_rules_read_is_asked_for() {
        let mut request = request(box_with(Some(Length::inches(2)), vec![conductor(None, None)]));
        request.repaired = vec!["free-conductor-length".to_owned()];
        let judged = judge_box(request.clone());
        let next = judged.next.expect("its length");
        assert_eq!((next.field.as_str(), next.open), ("/conductors/0/free_length", 1));
        assert_eq!(judged.asked, [AskedField { field: next.field, words: next.words }]);
        request.contents.conductors[0].free_length = Some(Length::inches(7));
        assert!(judge_box(request).next.is_none(), "much else is open, and nobody worked on it");
    }

    #[test]
    fn nothing_more_is_asked_for_where_the_job_ends() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.observe(crate::facts::Observation::KnobAndTube, true);
        let judgement = judge_box(request(contents));
        assert!(!judgement.stops.is_empty() && judgement.next.is_none() && judgement.asked.is_empty());
    }

    #[test]
    fn the_most_serious_open_rule_is_asked_for_first() {
        // Of all that is open, the dangers come first: the breaker settles one and two lesser rules besides.
        let judged = judge_box(request(box_with_device(DeviceKind::DuplexReceptacle)));
        let next = judged.next.expect("much is open");
        assert_eq!(judged.asked.len(), next.open, "each once");
        assert!(judged.asked.iter().any(|asked| asked.field == next.field));
        assert_eq!((next.severity, next.field.as_str()), (Severity::Danger, "/supply/amperes"));
        assert!(next.settles.contains(&"conductor-ampacity") && next.settles.contains(&"ground-size"));
    }

    #[test]
    fn a_dismissed_verdict_no_longer_marks_the_box() {
        let mut request = request(box_with(Some(Length::inches(2)), vec![conductor(Some(44), None)]));
        for rule in ["free-conductor-length", "free-conductor-reach"] {
            let reason = "abandoned, to be removed this week".to_owned();
            request.rulings.push(Ruling { rule: rule.to_owned(), kind: RulingKind::Dismiss, reason });
        }
        assert_ne!(judge_box(request.clone()).worst, Verdict::Violates);
        assert!(plan_for(request).outcome.wanted.is_empty(), "what is dismissed is not mended");
    }
}
