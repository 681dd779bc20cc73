//! The rules of the room, one file each, and what they ask along its walls.

mod alarm_date;
mod alarm_panel;
mod alarm_supply;
mod alarm_wiring;
mod alarms_together;
mod bathroom_outlet;
mod closet_lamp;
mod co_alarm;
mod cord_as_wiring;
mod counter_spacing;
mod deck_outlet;
mod demand;
mod equipment;
mod foyer_outlet;
mod garage_bays;
mod island_outlet;
mod over_tub;
mod pool_referred;
mod range_outlet_height;
mod room_circuit;
mod room_light;
mod room_outlet;
mod service_light;
mod service_outlet;
mod small_appliance_circuits;
mod smoke_alarm;
mod spacing;
mod stair_switching;
#[cfg(test)]
pub(crate) mod testing;
mod tub_zone;
mod wall_spacing;
mod wanted_made;

use std::collections::HashMap;

use crate::facts::{
    AuditFacts, Basis, BoxId, BoxRecord, Island, KnownSupply, Outlet, OutletPlace, Panel, PanelId, Room,
    RoomObservation, Sketch, Wall,
};
use crate::quantity::{Amount, Length};
use crate::rules::maximum::{Said, judge_maximum};
use crate::rules::{Finding, Rule, RuleResult, Side, Verdict, worst_first};
use crate::standard::{RoomKind, WiredUnder};
pub use bathroom_outlet::unserved_basins;
pub use demand::{Demand, broken_demands};
use demand::{counter_demand, foyer_demand, wall_demand};
pub use spacing::Space;
pub use tub_zone::{from_tub, zone as tub_zone};

#[cfg(test)]
pub(crate) use equipment::testing as equipment_testing;

/// What bears on a room from beyond it: the rest of its audit. Nothing of it is known where it stands empty.
#[derive(Clone, Copy, Default)]
pub struct Beyond<'a> {
    facts: Option<&'a AuditFacts>,
    supplies: Option<&'a HashMap<BoxId, Vec<KnownSupply>>>,
}

impl<'a> Beyond<'a> {
    /// The audit, and the breakers that are known to feed each of its boxes.
    pub const fn of(facts: &'a AuditFacts, supplies: &'a HashMap<BoxId, Vec<KnownSupply>>) -> Self {
        Self { facts: Some(facts), supplies: Some(supplies) }
    }

    /// The audit.
    pub const fn facts(&self) -> Option<&'a AuditFacts> {
        self.facts
    }

    /// The year the building was built.
    pub fn built(&self) -> Option<u16> {
        self.facts?.audit.building.built
    }

    /// A box with its room and the breakers that are known to feed it.
    pub fn of_box(&self, id: BoxId) -> Option<(&'a Room, &'a BoxRecord, &'a [KnownSupply])> {
        let mut rooms = self.facts?.rooms.iter();
        let found = rooms.find_map(|known| Some((known, known.boxes.iter().find(|record| record.id == id)?)));
        let fed_by = self.supplies.and_then(|supplies| supplies.get(&id)).map_or(&[][..], Vec::as_slice);
        found.map(|(known, record)| (&known.room, record, fed_by))
    }

    /// A panel.
    pub fn panel(&self, id: PanelId) -> Option<&'a Panel> {
        self.facts?.panel(id)
    }
}

/// A room and all that bears on judging it.
#[derive(Clone, Copy)]
pub struct RoomSituation<'a> {
    /// The room.
    pub room: &'a Room,
    /// Its sketch, as found or as left.
    pub sketch: &'a Sketch,
    /// The boxes of the room.
    pub boxes: &'a [BoxRecord],
    /// The breakers that are known to feed each of them, in the same order.
    pub fed_by: &'a [Vec<KnownSupply>],
    /// What the audit rests on.
    pub basis: &'a Basis,
    /// When the room was wired, if that is known.
    pub wired_under: Option<WiredUnder>,
    /// What bears on it from beyond it.
    pub beyond: Beyond<'a>,
}

impl<'a> RoomSituation<'a> {
    /// The box that an outlet of the sketch is.
    pub fn box_of(&self, outlet: &Outlet) -> Option<&'a BoxRecord> {
        self.boxes.iter().find(|record| Some(record.id) == outlet.box_id)
    }

    /// A place for an outlet as one speaks of it, "north wall at 4 ft".
    pub fn name_place(&self, place: OutletPlace) -> String {
        match place {
            OutletPlace::Wall { wall, at } | OutletPlace::Floor { wall, at, .. } => {
                let label = self.sketch.wall(wall).map_or_else(|| format!("wall {wall}"), Wall::label);
                format!("{label} at {}", at.say_run(self.basis.units))
            }
            OutletPlace::Island(id) => {
                let island = self.sketch.islands.iter().find(|island| island.id == id);
                format!("on {}", island.map_or_else(|| format!("island {id}"), Island::label))
            }
            OutletPlace::Elsewhere => "in the room".to_owned(),
        }
    }

    /// An outlet as one speaks of it: the tag of its box, or its number.
    pub fn name_of(&self, outlet: &Outlet) -> String {
        self.box_of(outlet).map_or_else(|| format!("outlet {}", outlet.id), |record| record.tag.clone())
    }
}

/// What a rule of the room does: one finding per part of the room; empty when there is nothing that it concerns.
pub type RoomCheck = fn(&RoomSituation) -> Vec<Finding>;

/// Every rule of the room, in the order of the report.
pub static ROOM_RULES: &[Rule<RoomCheck>] = &[
    wall_spacing::RULE,
    counter_spacing::RULE,
    island_outlet::RULE,
    small_appliance_circuits::RULE,
    bathroom_outlet::RULE,
    room_circuit::RULE,
    room_outlet::RULE,
    foyer_outlet::RULE,
    garage_bays::RULE,
    deck_outlet::RULE,
    service_outlet::RULE,
    range_outlet_height::RULE,
    room_light::RULE,
    service_light::RULE,
    stair_switching::RULE,
    closet_lamp::RULE,
    smoke_alarm::RULE,
    co_alarm::RULE,
    alarm_date::RULE,
    alarms_together::RULE,
    alarm_supply::RULE,
    alarm_panel::RULE,
    alarm_wiring::RULE,
    tub_zone::RULE,
    over_tub::RULE,
    pool_referred::RULE,
    cord_as_wiring::RULE,
    equipment::furnace_switch::RULE,
    equipment::appliance_disconnect::RULE,
    equipment::nameplate::RULE,
    equipment::water_heater::RULE,
    equipment::vehicle_supply::RULE,
    equipment::appliance_circuit::RULE,
    equipment::appliance_gfci::RULE,
    equipment::appliance_connection::RULE,
    equipment::appliance_cord::RULE,
    wanted_made::RULE,
];

/// Judges a room by every rule of the room, worst first.
pub fn judge_room(situation: &RoomSituation) -> Vec<RuleResult> {
    let older = |since: u16| situation.wired_under.filter(|wired| situation.basis.is_older(*wired, since));
    let is_older = |since: u16| older(since).map(WiredUnder::year);
    let result = |rule: &Rule<RoomCheck>| {
        let check = || (rule.check)(situation);
        RuleResult::of(rule, situation.basis, check, is_older, &situation.room.rulings)
    };
    worst_first(ROOM_RULES.iter().map(result).collect())
}

/// How every space of a demand is served; `what` completes "the farthest point of the … is".
fn of_spaces(situation: &RoomSituation, demand: &Demand, what: &str) -> Vec<Finding> {
    let findings: Vec<Finding> = demand.spaces.iter().map(|space| of_space(situation, demand, space, what)).collect();
    let Some(ask) = situation.ask_to_place() else { return findings };
    let in_doubt = |finding: Finding| match finding.verdict {
        Verdict::Violates | Verdict::Marginal => Finding::not_measured(finding.label, &ask, "/outlets"),
        _ => finding,
    };
    findings.into_iter().map(in_doubt).collect()
}

fn of_space(situation: &RoomSituation, demand: &Demand, space: &Space, what: &str) -> Finding {
    let (label, basis) = (demand.label(situation, space), situation.basis);
    let length = |nm: i64| Length::from_nm(nm.max(0)).unwrap_or(Length::MAX);
    let judged = |distance: i64, at: i64| {
        let place = demand.place(situation, at);
        let words = format!("way from the nearest outlet to the farthest point of this {what}, {place},");
        judge_maximum(basis, label.clone(), &words, length(distance), demand.reach, Said::ALONG_A_WALL)
    };
    let open = space.open_start || space.open_end;
    let at_best = space.at_best().farthest();
    if let Some(known) = at_best.filter(|known| open && length(known.distance) > demand.reach.strict()) {
        // Too far even from the ends of the tape, wherever the next outlet is.
        return judged(known.distance, known.at);
    }
    match space.farthest() {
        Some(known) if !open || length(known.distance) <= demand.reach.lenient() => judged(known.distance, known.at),
        _ if open => Finding::not_measured(
            label,
            "tape the walls all round: what comes before the first and after the last is not known",
            "/walls",
        ),
        _ => {
            let width = length(space.spread.width());
            let sentence = format!("{} of {what} without an outlet: {label}.", width.say_run(basis.units));
            let one = Amount::count(1);
            Finding::violates(label, sentence).with_figures(Amount::count(0), one.clone(), Side::AtLeast, Some(one))
        }
    }
}

/// The answer to something one sees in a room, where rooms of its kind are looked at for it.
fn seen(situation: &RoomSituation, what: RoomObservation) -> Vec<Finding> {
    match (kind_of(situation), situation.sketch.observed(what)) {
        (Err(asks), None) => vec![asks.finding()],
        (Ok(kind), None) if !what.is_of(kind) => Vec::new(),
        (_, None) => vec![Finding::not_measured("room", &format!("look: {}?", what.fault()), "/observed")],
        (_, Some(fault)) => {
            let words = if fault { what.fault() } else { what.sound() };
            let sentence = format!("{}.", crate::quantity::capitalised(words));
            vec![if fault { Finding::violates("room", sentence) } else { Finding::meets("room", sentence) }]
        }
    }
}

/// What has to be taped or told before a rule can answer.
pub struct Asks {
    label: String,
    words: String,
    field: &'static str,
}

impl Asks {
    fn new(label: impl Into<String>, words: impl Into<String>, field: &'static str) -> Self {
        Self { label: label.into(), words: words.into(), field }
    }

    fn finding(self) -> Finding {
        Finding::not_measured(self.label, &self.words, self.field)
    }
}

/// What kind of room it is, for a rule that asks for some kinds alone.
///
/// # Errors
/// The question for it.
fn kind_of(situation: &RoomSituation) -> Result<RoomKind, Asks> {
    situation.sketch.kind.ok_or_else(|| Asks::new("room", "say what kind of room this is", "/kind"))
}
