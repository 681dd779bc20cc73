//! The rules on what is wanted in a room and not there yet, one file each: they are asked before anything is cut. What the new work
//! itself has to keep, the box and the cable as they will be, the rules of the box and of the cable run say.

mod circuit_purpose;
mod constant_feed;
mod cut_out;
mod in_wall;
mod light_and_switch;
mod old_finish;
mod outlets_on_circuit;
mod panel_space;
#[cfg(test)]
pub(crate) mod testing;

use crate::facts::{
    BoxContents, BoxId, BoxRecord, Device, KnownSupply, OutletPlace, Panel, Room, Wanted, WantedKind, WantedPlace,
};
use crate::rules::{Finding, Rule, RuleResult, worst_first};
use crate::standard::{Configuration, Location, RoomKind};

use super::room::RoomSituation;
pub use cut_out::{CutOut, HeldIn, cut_out};

/// Something wanted and all that bears on judging it.
#[derive(Clone, Copy)]
pub struct WantedSituation<'a> {
    /// What is wanted.
    pub wanted: &'a Wanted,
    /// The room that it is wanted in.
    pub room: RoomSituation<'a>,
    index: usize,
}

/// A box that is there, with what feeds it.
pub struct KnownBox<'a> {
    /// The room that it is in.
    pub room: &'a Room,
    /// Its record.
    pub record: &'a BoxRecord,
    /// What is in it now, with what the panel knows of its feed.
    pub contents: BoxContents,
    /// The breakers that are known to feed it.
    pub fed_by: &'a [KnownSupply],
}

impl KnownBox<'_> {
    /// Where it is: by its own word, else by what its room is.
    pub fn location(&self) -> Option<Location> {
        self.contents.location.or_else(|| self.room.sketch.kind.map(RoomKind::location))
    }

    /// It holds a receptacle for 120 V.
    fn has_receptacle(&self) -> bool {
        self.contents.devices.iter().any(|device| device.kind.is_receptacle() && !device.is_two_legged())
    }
}

impl<'a> WantedSituation<'a> {
    /// Everything that is wanted in a room and not made yet.
    pub fn all(room: RoomSituation<'a>) -> Vec<Self> {
        let wanted = room.sketch.wanted.iter().enumerate();
        let open = wanted.filter(|(_, wanted)| wanted.made.is_none());
        open.map(|(index, wanted)| Self::of(room, index, wanted)).collect()
    }

    /// One of them, by its place in the sketch.
    pub const fn of(room: RoomSituation<'a>, index: usize, wanted: &'a Wanted) -> Self {
        Self { wanted, room, index }
    }

    /// A box of the audit.
    pub fn known_box(&self, id: BoxId) -> Option<KnownBox<'a>> {
        let (room, record, fed_by) = self.room.beyond.of_box(id)?;
        let contents = record.left.as_ref().unwrap_or(&record.found).fed_by(fed_by);
        Some(KnownBox { room, record, contents, fed_by })
    }

    /// The box that feeds it.
    pub fn source(&self) -> Option<KnownBox<'a>> {
        self.known_box(self.wanted.source_box()?)
    }

    /// The box that it is wanted at, where one is there.
    pub fn target(&self) -> Option<KnownBox<'a>> {
        self.known_box(self.wanted.at_box()?)
    }

    /// The panel that feeds it.
    pub fn panel(&self) -> Option<&'a Panel> {
        self.room.beyond.panel(self.wanted.source_panel()?)
    }

    /// The rating of the breaker that will feed it, in amperes.
    pub fn amperes(&self) -> Option<u16> {
        match self.wanted.source_panel() {
            Some(_) => self.wanted.amperes,
            None => self.source()?.contents.supply.amperes,
        }
    }

    /// For two legs, or more than 20 A: by the shape of its slots.
    pub fn is_large(&self) -> bool {
        self.wanted.shape.is_some_and(|shape| shape.is_two_legged() || shape.amperes() > 20)
    }

    /// "receptacle", or what it is for.
    pub fn noun(&self) -> String {
        let kind = match self.wanted.shape {
            Some(shape) if self.is_large() => format!("{} receptacle", shape.name()),
            _ => self.wanted.kind.name().to_owned(),
        };
        if self.wanted.name.is_empty() { kind } else { format!("{kind}, {}", self.wanted.name) }
    }

    /// Where it is wanted, as one speaks of it.
    pub fn place(&self) -> Option<String> {
        Some(match self.wanted.at? {
            WantedPlace::New(place) => self.room.name_place(place),
            WantedPlace::Box(id) => {
                let tag = self.known_box(id).map_or_else(|| "a box".to_owned(), |known| known.record.tag.clone());
                if self.wanted.kind == WantedKind::Feed {
                    format!("for {tag}")
                } else {
                    format!("beside what is in {tag}")
                }
            }
        })
    }

    /// As one speaks of it, "receptacle, north wall at 4 ft, from K3".
    pub fn label(&self) -> String {
        let from = match (self.panel(), self.wanted.from.and(self.source())) {
            (Some(panel), _) => format!(", from {}", panel.name),
            (None, Some(source)) => format!(", from {}", source.record.tag),
            (None, None) => String::new(),
        };
        let place = self.place().map_or_else(String::new, |place| format!(", {place}"));
        format!("{}{place}{from}", self.noun())
    }

    /// Something that has to be said or looked at first.
    fn ask(&self, label: &'static str, words: &str, field: &str) -> Finding {
        Finding::not_measured(label, words, format!("/wanted/{}/{field}", self.index))
    }

    /// It is a new outlet in the wall or ceiling, so that a hole is cut for it.
    fn wants_hole(&self) -> bool {
        self.wanted.kind != WantedKind::Feed && self.wanted.is_cut()
    }

    /// How many gangs are cut: one, two for a large receptacle, or those of a box that is there and one more, unless it has one to
    /// spare.
    pub fn gangs(&self) -> u32 {
        let own = if self.is_large() { 2 } else { 1 };
        self.target().map_or(own, |target| {
            let taken: u32 = target.contents.devices.iter().map(gangs_of).sum();
            target.contents.gang_count().max(taken + own)
        })
    }

    /// The box that it is wanted at has a gang to spare.
    pub fn has_spare_gang(&self) -> bool {
        self.target().is_some_and(|target| self.gangs() == target.contents.gang_count())
    }
}

fn gangs_of(device: &Device) -> u32 {
    if device.kind.has_yoke() { u32::from(device.gangs) } else { 0 }
}

/// What a rule on what is wanted does: one finding per matter; empty when there is nothing that it concerns.
pub type WantedCheck = fn(&WantedSituation) -> Vec<Finding>;

/// Every rule on what is wanted, in the order one asks.
pub static WANTED_RULES: &[Rule<WantedCheck>] = &[
    in_wall::RULE,
    old_finish::RULE,
    cut_out::RULE,
    constant_feed::RULE,
    circuit_purpose::RULE,
    outlets_on_circuit::RULE,
    panel_space::RULE,
    light_and_switch::RULE,
];

/// Judges what is wanted by every rule on it, worst first. It is new work, whatever the age of the house.
pub fn judge_wanted(situation: &WantedSituation) -> Vec<RuleResult> {
    let result = |rule: &Rule<WantedCheck>| {
        RuleResult::of(rule, situation.room.basis, || (rule.check)(situation), |_| None, &situation.room.room.rulings)
    };
    worst_first(WANTED_RULES.iter().map(result).collect())
}

/// The wall that a place is on, and how far along it; `None` elsewhere.
fn along_wall<'a>(
    room: &RoomSituation<'a>,
    place: OutletPlace,
) -> Option<(&'a crate::facts::Wall, crate::quantity::Length)> {
    let OutletPlace::Wall { wall, at } = place else { return None };
    Some((room.sketch.wall(wall)?, at))
}

/// The shape is one of general use.
const fn is_general(shape: Option<Configuration>) -> bool {
    matches!(shape, None | Some(Configuration::Straight5To15 | Configuration::Straight5To20))
}
