//! The rules of a cable run, one file each.

mod attic_guard;
mod bend_radius;
mod bundled_cables;
mod burial_depth;
mod cable_damaged;
mod cord_for_cable;
mod derated;
mod end_bushing;
mod exposed_to_damage;
mod heat_clearance;
mod knob_and_tube_covered;
mod nail_plate;
mod raceway_bends;
mod raceway_derating;
mod raceway_expansion;
mod raceway_fill;
mod raceway_whole;
mod riser_guard;
mod run_supported;
mod splice_in_run;
mod stud_bushing;
mod support_kind;
#[cfg(test)]
pub(crate) mod testing;
mod wet_place;

use crate::facts::{
    Basis, CableRun, Course, CourseLine, KnownSupply, PlacedStretch, RunMark, RunObservation, RunPlace, RunPoint,
};
use crate::quantity::capitalised;
use crate::rules::minimum::at_least;
use crate::rules::{Finding, Rule, RuleResult, Verdict, worst_first};
use crate::standard::{WiredUnder, WiringMethod};
pub use bend_radius::least_radius;
pub use bundled_cables::most_together;
pub use burial_depth::deep_enough;
pub use nail_plate::FROM_EDGE;
pub use raceway_bends::missing_pulls;
pub use raceway_expansion::missing_expansions;
pub use raceway_fill::{Drawn, smallest_raceway};
pub use run_supported::{SupportGap, support_asked, support_gaps};

/// What is known of the breaker ahead of a run.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct RunSupply {
    /// Its rating.
    pub amperes: Option<u16>,
    /// GFCI protects the run at its source.
    pub gfci: Option<bool>,
}

impl RunSupply {
    /// What the circuit says, and beside it what was noted along the run.
    fn of(course: &Course, known: Option<&KnownSupply>) -> Self {
        Self {
            amperes: known.and_then(|known| known.amperes).or(course.amperes),
            gfci: known.filter(|known| known.gfci).map(|_| true).or(course.gfci),
        }
    }
}

/// A cable run and all that bears on judging it.
#[derive(Clone, Copy)]
pub struct RunSituation<'a> {
    /// The run.
    pub run: &'a CableRun,
    /// Its course, as found or as left.
    pub course: &'a Course,
    /// The breaker that is known to feed it.
    pub known: Option<&'a KnownSupply>,
    /// What the audit rests on.
    pub basis: &'a Basis,
    /// When it was wired, if that is known.
    pub wired_under: Option<WiredUnder>,
}

impl RunSituation<'_> {
    /// What is known of the breaker ahead of it.
    pub fn supply(&self) -> RunSupply {
        RunSupply::of(self.course, self.known)
    }
}

/// What a rule of a run does: one finding per part of it; empty when there is nothing that it concerns.
pub type RunCheck = fn(&RunSituation) -> Vec<Finding>;

/// Every rule of a cable run, in the order of the report.
pub static RUN_RULES: &[Rule<RunCheck>] = &[
    cable_damaged::RULE,
    splice_in_run::RULE,
    run_supported::RULE,
    support_kind::RULE,
    nail_plate::RULE,
    stud_bushing::RULE,
    exposed_to_damage::RULE,
    attic_guard::RULE,
    heat_clearance::RULE,
    wet_place::RULE,
    burial_depth::RULE,
    riser_guard::RULE,
    bundled_cables::RULE,
    raceway_fill::RULE,
    raceway_derating::RULE,
    raceway_bends::RULE,
    raceway_expansion::RULE,
    raceway_whole::RULE,
    end_bushing::RULE,
    bend_radius::RULE,
    cord_for_cable::RULE,
    knob_and_tube_covered::RULE,
];

/// Judges a run by every rule of a run, worst first.
pub fn judge_run(situation: &RunSituation) -> Vec<RuleResult> {
    let older = |since: u16| situation.wired_under.filter(|wired| situation.basis.is_older(*wired, since));
    let is_older = |since: u16| older(since).map(WiredUnder::year);
    let result = |rule: &Rule<RunCheck>| {
        let check = || (rule.check)(situation);
        RuleResult::of(rule, situation.basis, check, is_older, &situation.run.rulings)
    };
    worst_first(RUN_RULES.iter().map(result).collect())
}

/// A point along a run with the stretch that it is on.
#[derive(Clone, Copy)]
struct Spot<'a> {
    stretch: PlacedStretch<'a>,
    index: usize,
    point: &'a RunPoint,
}

impl Spot<'_> {
    /// Where it is, "stretch 2 at 3 ft".
    fn label(&self, situation: &RunSituation) -> String {
        format!("stretch {} at {}", self.stretch.index + 1, self.point.at.say_run(situation.basis.units))
    }

    /// The field of a fact of it.
    fn field(&self, of: &str) -> String {
        format!("/stretches/{}/points/{}/what{of}", self.stretch.index, self.index)
    }

    fn place(&self) -> RunPlace {
        RunPlace { stretch: self.stretch.index, point: Some(self.index) }
    }
}

/// The points of a run that are on its stretches, in order; what is noted past the end of one is left out.
fn spots<'a>(situation: &RunSituation<'a>) -> Vec<Spot<'a>> {
    let stretches = CourseLine::of(situation.course).stretches;
    let of = |stretch: PlacedStretch<'a>| {
        let on_it = |point: &RunPoint| stretch.stretch.length.is_none_or(|length| point.at <= length);
        let points = stretch.stretch.points.iter().enumerate().filter(move |(_, point)| on_it(point));
        let mut spots: Vec<Spot> = points.map(|(index, point)| Spot { stretch, index, point }).collect();
        spots.sort_by_key(|spot| spot.point.at);
        spots
    };
    stretches.into_iter().flat_map(of).collect()
}

/// One finding for each point that `judge` has something to say of.
fn of_points(situation: &RunSituation, judge: impl Fn(&Spot, RunMark) -> Option<Finding>) -> Vec<Finding> {
    let of = |spot: &Spot| judge(spot, spot.point.what).map(|finding| placed(finding, spot.place()));
    spots(situation).iter().filter_map(of).collect()
}

/// One finding for each stretch that `judge` has something to say of.
fn of_stretches(situation: &RunSituation, judge: impl Fn(&PlacedStretch) -> Option<Finding>) -> Vec<Finding> {
    let place = |stretch: &PlacedStretch| RunPlace { stretch: stretch.index, point: None };
    let of = |stretch: &PlacedStretch| judge(stretch).map(|finding| placed(finding, place(stretch)));
    CourseLine::of(situation.course).stretches.iter().filter_map(of).collect()
}

/// A finding at its place, its sentence begun as a sentence: many begin with the name of the place.
fn placed(mut finding: Finding, place: RunPlace) -> Finding {
    finding.sentence = capitalised(&finding.sentence).into();
    finding.at_place(place)
}

/// What a rule finds, or, where what it concerned as found is no more along the run as left, that it goes another way now.
fn or_another_way(
    situation: &RunSituation,
    findings: Vec<Finding>,
    concerns: impl Fn(&Course) -> bool,
) -> Vec<Finding> {
    let gone = concerns(&situation.run.found) && !concerns(situation.course) && !situation.course.stretches.is_empty();
    if findings.is_empty() && gone {
        return vec![Finding::meets("run", "The run goes another way now: nothing of it is like that.")];
    }
    findings
}

/// What was seen of harm all along, where no mark along the run says more.
fn unless_marked(situation: &RunSituation, findings: Vec<Finding>) -> Vec<Finding> {
    if findings.iter().any(|known| known.verdict != Verdict::Meets) {
        return findings;
    }
    match situation.course.observed(RunObservation::Harmed) {
        Some(true) => {
            let words = "note what is wrong along the run, and where: damage, or a splice";
            vec![Finding::not_measured("run", words, "/stretches")]
        }
        Some(false) if findings.is_empty() => {
            vec![Finding::meets("run", format!("{}.", capitalised(RunObservation::Harmed.sound())))]
        }
        None if findings.is_empty() => {
            let words = format!("look all along: {}?", RunObservation::Harmed.fault());
            vec![Finding::not_measured("run", &words, "/observed")]
        }
        _ => findings,
    }
}

/// A field of a stretch.
fn field(stretch: &PlacedStretch, of: &str) -> String {
    format!("/stretches/{}/{of}", stretch.index)
}

/// The answer to something one sees along a run, where runs of its kind are looked at for it.
fn seen(situation: &RunSituation, what: RunObservation) -> Vec<Finding> {
    if situation.course.method == WiringMethod::Unknown {
        return unknown_method(situation).into_iter().collect();
    }
    if !what.is_of(situation.course.method) {
        return or_another_way(situation, Vec::new(), |course| what.is_of(course.method));
    }
    vec![match situation.course.observed(what) {
        None => Finding::not_measured("run", &format!("look: {}?", what.fault()), "/observed"),
        Some(true) => Finding::violates("run", format!("{}.", capitalised(what.fault()))),
        Some(false) => Finding::meets("run", format!("{}.", capitalised(what.sound()))),
    }]
}

/// The question for the wiring method, where it is not known.
fn unknown_method(situation: &RunSituation) -> Option<Finding> {
    let unknown = situation.course.method == WiringMethod::Unknown;
    unknown.then(|| Finding::not_measured("run", "say how the run is wired: NM cable, conduit, armour", "/method"))
}

/// A cable with a sheath that a nail or a foot gets through.
const fn is_soft(method: WiringMethod) -> bool {
    matches!(
        method,
        WiringMethod::Nonmetallic | WiringMethod::Underground | WiringMethod::Service | WiringMethod::OldTwoWire
    )
}

/// A cable in armour.
const fn is_armoured(method: WiringMethod) -> bool {
    matches!(
        method,
        WiringMethod::ArmouredBonded
            | WiringMethod::ArmouredOld
            | WiringMethod::MetalClad
            | WiringMethod::MetalCladListed
    )
}
