//! Everything one wants to know of a room at once, worked out from its sketch and stored nowhere.

use serde::Serialize;
use utoipa::ToSchema;

use crate::facts::{
    Basis, KnownSupply, Outlet, OutletKind, Room, RoomFacts, Sketch, Spread, Wanted, WantedKind, WantedPlace,
};
use crate::picture::{Elevation, Far, Ghost, RoomPlan};
use crate::quantity::Length;
use crate::repair::{RoomFound, SubjectProposal, WantedPlan, missing_outlets, plan_wanted, propose_in_room};
use crate::rules::{
    Beyond, Demand, RoomSituation, RuleResult, Verdict, WantedSituation, broken_demands, is_dangerous, judge_room,
    worst_verdict,
};

/// A room with all that follows from it.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RoomJudgement {
    /// What each rule says, worst first.
    pub results: Vec<RuleResult>,
    /// The worst answer of all rules that are not dismissed.
    pub worst: Verdict,
    /// Something here is a danger now.
    pub dangerous: bool,
    /// What each repair would do about what it breaks.
    pub proposals: Vec<SubjectProposal>,
    /// What in the sketch cannot all be true, each in a sentence.
    pub contradictions: Vec<String>,
    /// The room from above; absent until its walls are measured.
    pub plan: Option<RoomPlan>,
    /// Each wall along its length; none until all are measured.
    pub elevations: Vec<Elevation>,
    /// How many outlets are missing, in one sentence.
    pub sentence: String,
    /// What is wanted and not made yet, planned as new work.
    pub wanted: Vec<WantedPlan>,
}

/// The side of a room that is judged.
pub(super) fn situation_of<'a>(
    known: &'a RoomFacts,
    sketch: &'a Sketch,
    fed_by: &'a [Vec<KnownSupply>],
    basis: &'a Basis,
    beyond: Beyond<'a>,
) -> RoomSituation<'a> {
    let room: &Room = &known.room;
    let wired_under = basis.wired_under(room, None);
    RoomSituation { room, sketch, boxes: &known.boxes, fed_by, basis, wired_under, beyond }
}

/// Judges a room.
pub(super) fn room_judgement(situation: &RoomSituation) -> RoomJudgement {
    let results = judge_room(situation);
    let wanted: Vec<WantedPlan> = WantedSituation::all(*situation).iter().map(plan_wanted).collect();
    let found = RoomFound { situation: *situation, results: &results, wanted: &wanted };
    let broken = results.iter().filter(|result| result.is_work());
    let proposals: Vec<SubjectProposal> = broken
        .flat_map(|result| {
            propose_in_room(&found, result.rule, |after| passes(situation, &results, after, result.rule))
        })
        .collect();
    let missing = missing_outlets(situation, &results);
    let sentence = match &missing {
        Err(reasons) => crate::quantity::capitalised(&format!("{}.", reasons.join("; "))),
        Ok(missing) if missing.is_empty() => String::new(),
        Ok(missing) => {
            let places: Vec<String> = missing.iter().map(|known| situation.name_place(known.place)).collect();
            let outlets = if missing.len() == 1 { "1 outlet is missing" } else { "outlets are missing" };
            let count = if missing.len() == 1 { String::new() } else { format!("{} ", missing.len()) };
            // Of walls and counters the fewest are exact; the rest is one for each thing that asks for it.
            let exact = missing.iter().all(|known| ["wall-spacing", "counter-spacing"].contains(&known.rule));
            format!("{count}{outlets}: {}.{}", places.join("; "), if exact { " No fewer will do." } else { "" })
        }
    };
    let lacking = missing.iter().flatten();
    let lacking = lacking.map(|known| Ghost { place: known.place, wanted: false, kind: OutletKind::Receptacle });
    let ghosts: Vec<Ghost> = lacking.chain(situation.sketch.wanted.iter().filter_map(ghost_of)).collect();
    let units = situation.basis.units;
    let named = |outlet: &Outlet| situation.box_of(outlet).map_or_else(String::new, |record| record.tag.clone());
    let far = far(situation, &results);
    RoomJudgement {
        worst: worst_verdict(&results),
        dangerous: is_dangerous(&results),
        contradictions: situation.sketch.contradictions(units),
        plan: RoomPlan::of(situation.sketch, units, named, &ghosts, &far),
        elevations: Elevation::of_all(situation.sketch, units, named, &ghosts, &far),
        proposals,
        wanted,
        sentence,
        results,
    }
}

/// Something wanted where nothing is, and not made yet.
fn ghost_of(wanted: &Wanted) -> Option<Ghost> {
    let kind = if wanted.kind == WantedKind::Switch { OutletKind::Switch } else { OutletKind::Receptacle };
    match wanted.at {
        Some(WantedPlace::New(place)) if wanted.made.is_none() => Some(Ghost { place, wanted: true, kind }),
        _ => None,
    }
}

/// Whether a room would pass a rule as it would be after a repair: nothing that was recorded breaks it, nor any rule that was kept
/// before.
fn passes(situation: &RoomSituation, before: &[RuleResult], after: &Sketch, rule: &str) -> bool {
    let situation = RoomSituation { sketch: after, ..*situation };
    let was_broken = |code: &str| before.iter().any(|result| result.rule == code && result.is_work());
    let broken: Vec<&str> =
        judge_room(&situation).iter().filter(|result| result.is_work()).map(|result| result.rule).collect();
    !broken.contains(&rule) && broken.iter().all(|code| was_broken(code))
}

/// What is too far from an outlet, where the rules say that it is: from the nearest outlet to the farthest point, or all of a space
/// without one.
fn far(situation: &RoomSituation, results: &[RuleResult]) -> Vec<Far> {
    let demands = broken_demands(situation, results);
    demands.iter().flat_map(|(rule, demand)| of_demand(situation, demand, *rule == "counter-spacing")).collect()
}

fn of_demand(situation: &RoomSituation, demand: &Demand, counter: bool) -> Vec<Far> {
    let units = situation.basis.units;
    let say = |nm: i64| Length::from_nm(nm).unwrap_or(Length::MAX).say_run(units);
    let reach = demand.reach.strict().nm();
    let mut far = Vec::new();
    for space in &demand.spaces {
        if space.outlets.is_empty() && !space.open_start && !space.open_end {
            far.push(Far {
                spread: space.spread,
                worst: None,
                counter,
                text: format!("{}, no outlet", say(space.spread.width())),
            });
            continue;
        }
        let Some(known) = space.at_best().farthest().filter(|known| known.distance > reach) else { continue };
        // From the nearest outlet before it, or to the nearest after it.
        let before = space.outlets.iter().filter(|at| **at <= known.at).max();
        let after = space.outlets.iter().filter(|at| **at >= known.at).min();
        let spread = match (before, after) {
            (Some(before), _) => Spread { from: *before, to: known.at },
            (None, Some(after)) => Spread { from: known.at, to: *after },
            (None, None) => space.spread,
        };
        far.push(Far {
            spread,
            worst: Some(known.at),
            counter,
            text: format!("{} of {}", say(known.distance), demand.reach.shown(units).say_run(units)),
        });
    }
    far
}
