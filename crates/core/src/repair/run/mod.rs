//! Repairs of a cable run, one file each.

mod add_supports;
mod box_in_run;
mod bury_deeper;
mod bush_ends;
mod clear_insulation;
mod ease_bends;
mod expansion_fitting;
mod fit_bushings;
mod fit_plates;
mod gfci_at_source;
mod guard_cable;
mod guard_riser;
mod in_line_splice;
mod join_raceway;
mod larger_raceway;
mod outlet_in_run;
mod pull_box;
mod replace_run;
mod replace_supports;
mod second_raceway;
mod separate_from_heat;
mod spread_bundle;

use super::subject_proposal::{IN_THE_WALL, SubjectChange};
use super::{Act, MaterialLine, SubjectProposal};
use crate::facts::{Course, CourseLine, DamageKind, RunMark, RunObservation, RunPlace, RunPoint, SpliceHow, Stretch};
use crate::quantity::Length;
use crate::rules::{RuleResult, RunSituation, Verdict};
pub use add_supports::missing_supports;

/// Said wherever a cable is opened.
const DEAD_FIRST: &str =
    "Off and proven dead at both ends of the run before it is touched; a run may be fed from either.";

/// Said wherever wiring is added or replaced.
const LICENSED: &str = "New and replaced wiring is licensed work, with a permit, in most places.";

/// Said of attics, cellars and crawl spaces.
const UP_THERE: &str =
    "On joists only; a mask against insulation of before about 1990, which may be vermiculite with asbestos.";

/// One repair of the catalogue of a run.
pub struct RunRepair {
    /// Its code, in kebab case. Stored audits hold it: it is never used again for something else.
    pub code: &'static str,
    /// What is done, in a few words.
    pub title: &'static str,
    /// The codes of the rules that it can mend.
    pub mends: &'static [&'static str],
    /// The change it makes to a run, or why it cannot be made there.
    pub plan: fn(&RunFound) -> Result<RunChange, Vec<String>>,
}

/// A run as found, with what the rules say of it.
#[derive(Clone, Copy)]
pub struct RunFound<'a> {
    /// The run and all that bears on it.
    pub situation: RunSituation<'a>,
    /// What the rules say.
    pub results: &'a [RuleResult],
}

/// The change a repair makes to a run: its course afterwards.
pub type RunChange = SubjectChange<Course>;

impl RunFound<'_> {
    /// What was seen to be wrong all along put right, by one piece of work with the power off.
    fn put_right(&self, seen: RunObservation, work: &str, caution: &'static str, material: MaterialLine) -> RunChange {
        let mut after = self.situation.course.clone();
        after.observe(seen, false);
        let steps = [
            (Act::ProveDead, "Switch off, and prove dead at both ends."),
            (Act::ClampCable, work),
            (Act::Read, "Power on; read what it feeds, look again, and note the run as left."),
        ];
        let steps = steps.map(|(act, words)| (act, words.to_owned())).to_vec();
        RunChange { after, steps, cautions: vec![caution], minutes: 25, materials: vec![material] }
    }

    /// The places where `rule` is broken.
    fn broken_at(&self, rule: &str) -> Vec<RunPlace> {
        let findings = self.results.iter().filter(|result| result.rule == rule).flat_map(|result| &result.findings);
        findings.filter(|known| known.verdict == Verdict::Violates).filter_map(|known| known.place).collect()
    }

    fn say(&self, length: Length) -> String {
        length.say_run(self.situation.basis.units)
    }

    /// "stretch 2 at 3 ft".
    fn name(&self, place: RunPlace) -> String {
        let at = place.point.and_then(|point| self.situation.course.stretches.get(place.stretch)?.points.get(point));
        let at = at.map_or_else(String::new, |point| format!(" at {}", self.say(point.at)));
        format!("stretch {}{at}", place.stretch + 1)
    }

    fn names(&self, places: &[RunPlace]) -> String {
        places.iter().map(|place| self.name(*place)).collect::<Vec<_>>().join(", ")
    }
}

/// The stretch of a place.
fn stretch_at(course: &mut Course, place: RunPlace) -> Option<&mut Stretch> {
    course.stretches.get_mut(place.stretch)
}

/// The point of a place.
fn point_at(course: &mut Course, place: RunPlace) -> Option<&mut RunPoint> {
    stretch_at(course, place)?.points.get_mut(place.point?)
}

/// Damage and splices that want cutting out.
const fn is_to_cut_out(what: RunMark) -> bool {
    match what {
        RunMark::Damage(how) => !matches!(how, DamageKind::Scuffed),
        RunMark::Splice(how) => !matches!(how, SpliceHow::InLine),
        _ => false,
    }
}

/// Why a cable of another metal than copper is not cut and joined here. NEC 110.14, from memory, sure: a connector is listed for the
/// metals it joins, and the ordinary ones are not for aluminium.
fn copper_alone(course: &Course) -> Option<String> {
    let metal = course.material.other_than_copper();
    let words =
        || format!("{metal} is joined by connectors listed for it alone: by a licensed electrician, or a new run");
    (!metal.is_empty()).then(words)
}

/// How long the stretches are that are taped.
fn taped(course: &Course, which: impl Fn(usize) -> bool) -> Length {
    let lengths = CourseLine::of(course).stretches.into_iter().filter(|placed| which(placed.index));
    let sum = lengths.filter_map(|placed| placed.stretch.length).map(Length::nm).sum();
    Length::from_nm(sum).unwrap_or(Length::MAX)
}

/// So many, as a material is counted.
fn count(list: usize) -> u32 {
    u32::try_from(list).unwrap_or(u32::MAX)
}

/// Every repair of a run.
pub static RUN_REPAIRS: &[RunRepair] = &[
    add_supports::REPAIR,
    replace_supports::REPAIR,
    fit_plates::REPAIR,
    fit_bushings::REPAIR,
    guard_cable::REPAIR,
    guard_riser::REPAIR,
    separate_from_heat::REPAIR,
    spread_bundle::REPAIR,
    in_line_splice::REPAIR,
    box_in_run::REPAIR,
    outlet_in_run::REPAIR,
    gfci_at_source::REPAIR,
    bury_deeper::REPAIR,
    larger_raceway::REPAIR,
    pull_box::REPAIR,
    join_raceway::REPAIR,
    bush_ends::REPAIR,
    ease_bends::REPAIR,
    expansion_fitting::REPAIR,
    second_raceway::REPAIR,
    clear_insulation::REPAIR,
    replace_run::REPAIR,
];

/// The repair of a run with a code.
pub fn run_repair(code: &str) -> Option<&'static RunRepair> {
    RUN_REPAIRS.iter().find(|repair| repair.code == code)
}

/// What each repair that can mend `rule` would do to a run. `passes` judges the rule on the run as it would be.
pub fn propose_on_run(found: &RunFound, rule: &'static str, passes: impl Fn(&Course) -> bool) -> Vec<SubjectProposal> {
    let concerned = RUN_REPAIRS.iter().filter(|repair| repair.mends.contains(&rule));
    let propose =
        |repair: &RunRepair| SubjectProposal::new(rule, repair.code, repair.title, (repair.plan)(found), &passes);
    concerned.map(propose).collect()
}

#[cfg(test)]
mod testing {
    //! Repairs tried on scenes.

    use super::{RunChange, RunFound, RunRepair};
    use crate::rules::Verdict;
    use crate::rules::judge_run;
    use crate::rules::run_testing::{Scene, verdict};

    /// What a repair would change in a scene.
    pub fn plan(repair: &RunRepair, scene: &Scene) -> Result<RunChange, Vec<String>> {
        let situation = scene.situation();
        (repair.plan)(&RunFound { situation, results: &judge_run(&situation) })
    }

    /// The scene as a repair would leave it.
    pub fn after(repair: &RunRepair, scene: &Scene) -> Scene {
        let mut after = scene.clone();
        after.run.found = plan(repair, scene).unwrap_or_else(|reasons| panic!("{reasons:?}")).after;
        after
    }

    /// A cable of aluminium is not cut and joined: the repair says so.
    pub fn leaves_aluminium_alone(repair: &RunRepair, scene: &Scene) {
        let mut scene = scene.clone();
        scene.run.found.material = crate::standard::Material::Aluminium;
        let reasons = plan(repair, &scene).expect_err("it is aluminium");
        assert!(reasons.iter().any(|reason| reason.starts_with("aluminium is joined")), "{reasons:?}");
    }

    /// A repair puts right what broke `rule`, says how, and brings what it needs.
    pub fn mends(repair: &RunRepair, rule: &str, scene: &Scene) {
        assert!(repair.mends.contains(&rule), "{} is not offered for {rule}", repair.code);
        assert_eq!(verdict(rule, scene).0, Verdict::Violates, "{rule} is not broken to begin with");
        let change = plan(repair, scene).unwrap_or_else(|reasons| panic!("{reasons:?}"));
        assert!(!change.steps.is_empty() && !change.cautions.is_empty() && change.minutes > 0, "{}", repair.code);
        let (now, sentence) = verdict(rule, &after(repair, scene));
        assert!(matches!(now, Verdict::Meets | Verdict::Marginal | Verdict::NotApplicable), "{rule}: {sentence}");
    }
}
