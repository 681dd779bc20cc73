//! The cable as it will be, held against the rules of a cable run.

use uuid::Uuid;

use super::{PlannedCable, Wiring};
use crate::facts::{CableRun, Course, RunEnd, RunId, Stretch, WantedPlace};
use crate::repair::missing_supports;
use crate::rules::{RunSituation, Verdict, WantedSituation, judge_run, support_asked};
use crate::standard::WiringMethod;

/// A cable is drawn for it: to a new place, or from another box or a panel.
pub(super) fn is_drawn(situation: &WantedSituation) -> bool {
    let itself = situation.wanted.at_box().is_some() && situation.wanted.at_box() == situation.wanted.source_box();
    situation.wanted.at.is_some() && !itself
}

/// What has to be said of its way.
pub(super) fn asked(situation: &WantedSituation) -> Vec<String> {
    let wanted = situation.wanted;
    let mut asked = Vec::new();
    if wanted.way.is_none() {
        asked.push(
            "Say how the cable is to go: fished in a closed wall, through open framing, on the surface, in the ground."
                .to_owned(),
        );
    }
    if wanted.length.is_none() {
        asked.push("Tape the way of the cable: up, along and down.".to_owned());
    }
    asked
}

/// The cable; `None` where none is drawn, or its way is not known.
pub(super) fn planned(situation: &WantedSituation, wiring: Wiring) -> Option<PlannedCable> {
    if !is_drawn(situation) {
        return None;
    }
    let wanted = situation.wanted;
    let (way, length) = (wanted.way?, wanted.length?);
    let mut run = CableRun::new(RunId(Uuid::nil()), "planned");
    let end = |id: Option<crate::facts::BoxId>| id.map_or(RunEnd::Elsewhere, RunEnd::Box);
    run.from = wanted.source_panel().map_or_else(|| end(wanted.source_box()), RunEnd::Panel);
    run.to = match wanted.at {
        Some(WantedPlace::Box(id)) => RunEnd::Box(id),
        _ => RunEnd::Box(crate::facts::BoxId(Uuid::nil())),
    };
    run.found = Course {
        method: wanted.method.unwrap_or(WiringMethod::Nonmetallic),
        gauge: Some(wiring.gauge),
        conductors: Some(wiring.insulated),
        amperes: Some(wiring.amperes),
        two_legs: Some(wanted.is_two_legged()),
        stretches: vec![Stretch { length: Some(length), ..Stretch::new(way) }],
        ..Course::default()
    };
    let label = run.found.label();
    let course = &run.found;
    let judged = RunSituation { run: &run, course, known: None, basis: situation.room.basis, wired_under: None };
    let supports = missing_supports(&judged).map_or(0, |places| places.len());
    let broken = |result: &crate::rules::RuleResult| {
        // Its supports are counted, and set with it.
        result.verdict == Verdict::Violates && result.rule != "run-supported"
    };
    let against = judge_run(&judged).into_iter().filter(broken).collect();
    let support_end = support_asked(&judged).map(|asked| asked.end);
    Some(PlannedCable { label, against, supports, support_end })
}
