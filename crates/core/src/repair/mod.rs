//! What puts a box right: one file per repair. A repair changes the facts; the rules then judge the changed box, so
//! nothing here claims that a repair works.

mod act;
mod r#box;
mod catalogue;
mod panel;
mod planner;
mod proposal;
mod room;
mod run;
mod sequence;
mod subject_proposal;
mod terminals;
mod wanted;

use std::rc::Rc;

use crate::facts::{Cable, Conductor, FreeFigures, Hung, OWN, REFER};
use crate::quantity::{Length, Volume};
use crate::rules::{RuleResult, Situation, Verdict, judge};
use crate::standard::Severity;

pub use act::{Act, Phase, WorkStep};
pub use panel::{PANEL_REPAIRS, PanelChange, PanelFound, PanelRepair, panel_repair, propose_at_panel};
pub use planner::{Cannot, Choice, Plan, PlanOutcome, PlanStep, Rejected, plan_box, plan_with};
pub use proposal::{
    Article, BeforeAfter, Change, MaterialLine, MaterialUnit, Pigtail, Proposal, RuleVerdict, Standing,
};
pub use room::{
    ROOM_REPAIRS, RoomChange, RoomFound, RoomMove, RoomRepair, missing_outlets, propose_in_room, room_repair,
    saving_moves,
};
pub use run::{RUN_REPAIRS, RunChange, RunFound, RunRepair, missing_supports, propose_on_run, run_repair};
pub use subject_proposal::SubjectProposal;
pub use wanted::{PlannedBox, PlannedCable, WantedPlan, plan_wanted};

/// One repair of the catalogue.
pub struct Repair {
    /// Its code, in kebab case. Stored audits hold it: it is never used again for something else.
    pub code: &'static str,
    /// What is done, in a few words.
    pub title: &'static str,
    /// The codes of the rules that it can mend.
    pub mends: &'static [&'static str],
    /// Where in the work its main part stands: repairs are put together in this order.
    pub act: Act,
    /// The fewest minutes it ever takes: what the planner may count on.
    pub least_minutes: u32,
    /// From 0, nothing is opened, to 5, the wall is or a new cable is pulled.
    pub intrusiveness: u32,
    /// It is made at the panel and serves the whole circuit: once for all boxes that ask for it.
    pub for_circuit: bool,
    /// The change it makes to a box, or why it cannot be made there.
    pub plan: fn(&Diagnosis) -> Result<Change, Vec<String>>,
}

/// A box held against the rules as if it were new work: what a repair has to bring about.
pub struct Diagnosis<'a> {
    /// The box.
    pub situation: Situation<'a>,
    /// What the rules say of it as new work.
    pub results: Rc<Vec<RuleResult>>,
    /// The conductors that miss a limit.
    pub short: Vec<Short<'a>>,
}

/// A short conductor with what is known of it.
pub struct Short<'a> {
    /// The conductor.
    pub conductor: &'a Conductor,
    /// Its length, its reach and where its sheath ends.
    pub figures: FreeFigures,
}

impl<'a> Diagnosis<'a> {
    /// Of a box.
    pub fn of(situation: Situation<'a>) -> Self {
        let results = judge(&Situation { new_work: true, ..situation });
        let falls_short = |id: u16| {
            let lengths = results.iter().filter(|result| LENGTHS.contains(&result.rule));
            let mut findings = lengths.flat_map(|result| &result.findings).filter(|f| f.conductor == Some(id));
            findings.any(|finding| finding.shortfall.is_some() && !finding.reaches_limit)
        };
        let spliced = situation.basis.house_rules.spliced_length;
        let conductors = situation.contents.conductors.iter().filter(|conductor| falls_short(conductor.id));
        let short = conductors
            .map(|conductor| Short { conductor, figures: FreeFigures::of(situation.contents, conductor, spliced) })
            .collect();
        Self { situation, results: Rc::new(results), short }
    }

    /// What hangs from the box.
    ///
    /// # Errors
    /// That nothing does.
    fn hung(&self) -> Result<&'a Hung, Vec<String>> {
        self.situation.contents.hung.as_ref().ok_or_else(|| vec!["nothing hangs here".to_owned()])
    }

    /// A change that changes nothing yet.
    fn change(&self, minutes: u32) -> Change {
        Change {
            after: self.situation.contents.clone(),
            steps: Vec::new(),
            cautions: Vec::new(),
            minutes,
            pigtails: Vec::new(),
            materials: Vec::new(),
            body_volume: Volume::ZERO,
        }
    }

    /// Whether the wall may be opened for what a repair mends: for lengths alone only once they are measured.
    ///
    /// # Errors
    /// What is measured first.
    fn measure_first(&self, mends: &[&str]) -> Result<(), Vec<String>> {
        if mends.iter().any(|rule| !LENGTHS.contains(rule) && self.breaks(rule)) {
            return Ok(());
        }
        let unknown = |short: &&Short| short.figures.length.value().is_none() || short.figures.sheath_end.is_none();
        match self.short.iter().find(unknown) {
            Some(short) => Err(vec![format!(
                "{}: measure its length and where its sheath ends first; no wall is opened for a figure that is missing",
                short.conductor.label()
            )]),
            None => Ok(()),
        }
    }

    /// By how much a conductor misses its limits, the larger of both.
    fn missing_of(&self, conductor: u16) -> Length {
        let lengths = self.results.iter().filter(|result| LENGTHS.contains(&result.rule));
        let findings = lengths.flat_map(|result| &result.findings).filter(|f| f.conductor == Some(conductor));
        let missing = findings.filter_map(|finding| Length::from_nm(finding.shortfall.as_ref()?.value).ok());
        missing.max().unwrap_or(Length::ZERO)
    }

    /// Whether the box breaks a rule, judged as new work.
    fn breaks(&self, rule: &str) -> bool {
        self.results.iter().any(|result| result.rule == rule && result.verdict == Verdict::Violates)
    }

    /// The cables that the short conductors come in, each with what it is called; or why that is not known.
    ///
    /// # Errors
    /// A sentence, when no cable is recorded.
    fn short_cables(&self) -> Result<Vec<(&'a Cable, String)>, String> {
        let mut ids: Vec<u16> = self.short.iter().filter_map(|short| short.conductor.cable).collect();
        ids.dedup();
        let cables = self.situation.contents.cables.iter().filter(|cable| ids.contains(&cable.id));
        let named: Vec<_> = cables.map(|cable| (cable, cable.name())).collect();
        if named.is_empty() {
            return Err("the cable of the short conductors is not recorded; say which one they come in".to_owned());
        }
        Ok(named)
    }

    /// Whether the box misses a rule.
    pub fn misses(&self, rule: &str) -> bool {
        self.results.iter().any(|result| result.rule == rule && !result.passes())
    }
}

/// What belongs to the same, said once: each key in the order of its first, with all that came with it.
pub(crate) fn together<Key: PartialEq, Value>(pairs: impl IntoIterator<Item = (Key, Value)>) -> Vec<(Key, Vec<Value>)> {
    let mut groups: Vec<(Key, Vec<Value>)> = Vec::new();
    for (key, value) in pairs {
        match groups.iter_mut().find(|(known, _)| *known == key) {
            Some((_, values)) => values.push(value),
            None => groups.push((key, vec![value])),
        }
    }
    groups
}

/// The rules on the length of conductors.
const LENGTHS: [&str; 2] = ["free-conductor-length", "free-conductor-reach"];

pub use catalogue::REPAIRS;

/// The repair with a code.
pub fn repair(code: &str) -> Option<&'static Repair> {
    REPAIRS.iter().find(|repair| repair.code == code)
}

/// What a repair of a box or panel is called, a referral, or one in one's own words.
pub fn repair_title(code: &str) -> Option<&'static str> {
    match code {
        REFER => Some("Referred to a licensed electrician"),
        OWN => Some("Repair in own words"),
        _ => repair(code)
            .map(|repair| repair.title)
            .or_else(|| panel_repair(code).map(|repair| repair.title))
            .or_else(|| room_repair(code).map(|repair| repair.title)),
    }
}

/// The results that a repair has to bring about in a box: what it breaks as found, down to `scope`. Where nothing is
/// broken, what is legacy: allowed, but recommended.
pub fn to_mend(found: &[RuleResult], scope: Severity) -> Vec<&'static str> {
    let in_scope = |result: &&RuleResult| result.severity <= scope && !result.is_dismissed();
    let broken: Vec<_> =
        found.iter().filter(in_scope).filter(|result| result.is_to_mend()).map(|result| result.rule).collect();
    if broken.is_empty() {
        let legacy = found.iter().filter(in_scope).filter(|result| result.verdict == Verdict::Legacy);
        return legacy.map(|result| result.rule).collect();
    }
    broken
}

/// What each single repair would do for a box: what clears its rules first, in the order of the minutes it takes; then
/// what helps in part; then what cannot be done, and why. Empty when nothing is to mend.
pub fn propose(situation: &Situation) -> Vec<Proposal> {
    propose_from(situation, &judge(situation))
}

/// As [`propose`], with what the rules say of the box already.
pub fn propose_from(situation: &Situation, found: &[RuleResult]) -> Vec<Proposal> {
    let wanted = to_mend(found, Severity::Workmanship);
    let diagnosis = Diagnosis::of(*situation);
    let concerned = REPAIRS.iter().filter(|repair| repair.mends.iter().any(|rule| wanted.contains(rule)));
    let mut proposals: Vec<Proposal> = concerned.map(|repair| Proposal::prove(repair, &diagnosis, &wanted)).collect();
    let preferred = |proposal: &Proposal| proposal.repair != situation.basis.house_rules.joining.repair();
    proposals.sort_by_key(|proposal| (proposal.standing, preferred(proposal), proposal.minutes));
    proposals
}

/// Whether what a rule asks is mended: nothing in it is missed any more, and nothing that was measured before has
/// become unknown.
fn is_mended(before: &RuleResult, after: &RuleResult) -> bool {
    after.findings.iter().all(|finding| match finding.verdict {
        Verdict::Meets | Verdict::NotApplicable => true,
        Verdict::Marginal => finding.reaches_limit,
        Verdict::NotMeasured => {
            let known = before.findings.iter().find(|f| f.label == finding.label && f.conductor == finding.conductor);
            known.is_none_or(|known| known.verdict == Verdict::NotMeasured)
        }
        Verdict::Violates | Verdict::Legacy => {
            finding.severity == Some(Severity::Note) || after.severity == Severity::Note
        }
    })
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;
    use crate::facts::{Basis, Colour, Conductor, ConductorEnd, Role};
    use crate::quantity::{Gauge, Length};
    use crate::testing::{box_with, conductor};

    #[test]
    fn the_catalogue_is_sound() {
        for entry in REPAIRS {
            assert_eq!(REPAIRS.iter().filter(|other| other.code == entry.code).count(), 1, "{}", entry.code);
            assert!(entry.code.chars().all(|c| c.is_ascii_lowercase() || c == '-'), "{}", entry.code);
        }
    }

    #[test]
    fn every_rule_that_a_repair_mends_is_in_the_book() {
        for entry in REPAIRS {
            assert!(!entry.mends.is_empty(), "{} mends nothing", entry.code);
            for code in entry.mends {
                assert!(crate::rules::rule(code).is_some(), "{} mends {code}, no rule of a box", entry.code);
            }
        }
        for entry in PANEL_REPAIRS {
            assert!(!entry.mends.is_empty(), "{} mends nothing", entry.code);
            for code in entry.mends {
                let known = crate::rules::PANEL_RULES.iter().any(|rule| rule.code == *code);
                assert!(known, "{} mends {code}, no rule of a panel", entry.code);
            }
        }
    }

    #[test]
    fn nothing_is_proposed_for_a_sound_box() {
        let contents = box_with(Some(Length::inches(2)), vec![conductor(Some(128), None)]);
        let basis = Basis::default();
        let situation = Situation::new(&contents, &basis);
        assert!(propose(&situation).is_empty());
    }

    fn any_conductor() -> impl Strategy<Value = Conductor> {
        (8_u32..140, 0_usize..3, 0_usize..3, 0_usize..3).prop_map(|(length, role, gauge, end)| Conductor {
            role: [Role::Ungrounded, Role::Grounded, Role::EquipmentGrounding][role],
            colour: [Colour::Black, Colour::White, Colour::Bare][role],
            gauge: [Gauge::Awg14, Gauge::Awg12, Gauge::Awg10][gauge],
            end: [ConductorEnd::Straight, ConductorEnd::Hooked, ConductorEnd::Nicked][end],
            ..conductor(Some(length), None)
        })
    }

    proptest! {
        #[test]
        fn what_is_said_to_clear_a_box_clears_it(
            conductors in prop::collection::vec(any_conductor(), 1..7),
            sheath_end in 0_u32..60,
        ) {
            let contents = box_with(Some(Length::sixteenths(sheath_end)), conductors);
            let basis = Basis::default();
            let situation = Situation::new(&contents, &basis);
            for proposal in propose(&situation) {
                let Some(after) = &proposal.after else { continue };
                if repair(proposal.repair).is_none_or(|repair| repair.mends != LENGTHS) {
                    continue;
                }
                let results = judge(&situation.after(after));
                let passes = LENGTHS.iter().all(|rule| results.iter().any(|r| r.rule == *rule && r.passes()));
                prop_assert_eq!(proposal.standing == Standing::Clears, passes, "{}", proposal.repair);
                // No conductor comes out shorter or with less reach than the pigtail arithmetic allows.
                for pair in &proposal.before_after {
                    if let (Some(before), Some(left)) = (&pair.length_before, &pair.length_after) {
                        prop_assert!(left.nm >= before.nm, "{}", proposal.repair);
                    }
                }
            }
        }

        #[test]
        fn joining_is_possible_whenever_the_tip_is_long_enough(length in 44_u32..80) {
            let contents = box_with(Some(Length::inches(2)), vec![conductor(Some(length), None)]);
            let basis = Basis::default();
            let situation = Situation::new(&contents, &basis);
            // Three for solid copper; crimp sleeves are for stranded, unless the firm carries others.
            let joins = |p: &Proposal| p.standing == Standing::Clears && p.repair.starts_with("extend-");
            let clears = propose(&situation).iter().filter(|proposal| joins(proposal)).count();
            prop_assert_eq!(clears, 3);
        }
    }
}
