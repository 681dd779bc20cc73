//! A room taped along its walls: its walls in order, what stands along each, islands, outlets, and what was looked for.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::equipment::Equipment;
use super::outlet::Outlet;
use super::wanted::Wanted;
use crate::facts::Panel;
use crate::facts::bounded::at_most;
use crate::facts::identifier::{BoxId, PanelId};
use crate::facts::problem::Pointer;
use crate::quantity::Length;
use crate::standard::RoomKind;

/// How a room turns at the right end of a wall, as one faces the wall.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Corner {
    /// A corner of the room: the next wall comes towards one.
    #[default]
    Inside,
    /// A corner that stands into the room: the next wall goes away.
    Outside,
    /// Half a corner of the room, 45 degrees.
    InsideHalf,
    /// Half a corner that stands into the room.
    OutsideHalf,
    /// None: the next wall goes straight on.
    Straight,
}

impl Corner {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 5] = [Self::Inside, Self::Outside, Self::InsideHalf, Self::OutsideHalf, Self::Straight];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Inside => "corner of the room",
            Self::Outside => "corner that stands into the room",
            Self::InsideHalf => "half a corner, 45 degrees",
            Self::OutsideHalf => "half a corner into the room",
            Self::Straight => "straight on",
        }
    }

    /// By how many eighths of a turn the walls turn to the right.
    pub const fn eighths(self) -> i32 {
        match self {
            Self::Inside => 2,
            Self::Outside => -2,
            Self::InsideHalf => 1,
            Self::OutsideHalf => -1,
            Self::Straight => 0,
        }
    }
}

/// What stands along a stretch of wall.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum WallPartKind {
    /// A door, or the part of a sliding door that moves.
    Door,
    /// An opening to another room, without a door.
    Opening,
    /// A window above the floor.
    Window,
    /// Fixed glass down to the floor.
    Glass,
    /// A fireplace.
    Fireplace,
    /// A fixed cabinet without a top to work on.
    Cabinet,
    /// A built-in desk or bar, outside a kitchen.
    Desk,
    /// A counter.
    Counter,
    /// A sink in the counter.
    Sink,
    /// A cooktop in the counter.
    Cooktop,
    /// A range.
    Range,
    /// A refrigerator.
    Refrigerator,
    /// A basin.
    Basin,
    /// A tub.
    Tub,
    /// A shower.
    Shower,
    /// A baseboard heater.
    Heater,
    /// A washing machine.
    Washer,
    /// A clothes dryer.
    Dryer,
}

impl WallPartKind {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 18] = [
        Self::Door,
        Self::Opening,
        Self::Window,
        Self::Glass,
        Self::Counter,
        Self::Sink,
        Self::Cooktop,
        Self::Range,
        Self::Refrigerator,
        Self::Cabinet,
        Self::Desk,
        Self::Fireplace,
        Self::Heater,
        Self::Basin,
        Self::Tub,
        Self::Shower,
        Self::Washer,
        Self::Dryer,
    ];

    /// In plain words; also the word of the line.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Door => "door",
            Self::Opening => "opening",
            Self::Window => "window",
            Self::Glass => "glass",
            Self::Fireplace => "fireplace",
            Self::Cabinet => "cabinet",
            Self::Desk => "desk",
            Self::Counter => "counter",
            Self::Sink => "sink",
            Self::Cooktop => "cooktop",
            Self::Range => "range",
            Self::Refrigerator => "fridge",
            Self::Basin => "basin",
            Self::Tub => "tub",
            Self::Shower => "shower",
            Self::Heater => "heater",
            Self::Washer => "washer",
            Self::Dryer => "dryer",
        }
    }

    /// It stands on the floor line, so that nothing else can stand there; a window is in the wall above.
    pub const fn stands_on_floor(self) -> bool {
        !matches!(self, Self::Window)
    }

    /// It can be moved along its wall for an outlet less.
    pub const fn can_move(self) -> bool {
        matches!(
            self,
            Self::Cabinet | Self::Sink | Self::Cooktop | Self::Range | Self::Refrigerator | Self::Desk | Self::Heater
        )
    }
}

/// A stretch of a wall with something along it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WallPart {
    /// What it is.
    pub what: WallPartKind,
    /// Where it begins, from the left end of the wall.
    pub from: Length,
    /// How wide it is.
    pub width: Length,
    /// How far it stands into the room.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub depth: Option<Length>,
    /// How much counter is between it and the wall, of a sink, cooktop or range.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub behind: Option<Length>,
}

impl WallPart {
    /// Where it ends, in nanometres from the left end of the wall.
    pub const fn end(&self) -> i64 {
        self.from.nm() + self.width.nm()
    }

    /// A place along the wall is at it, its ends included.
    pub fn spans(&self, at: Length) -> bool {
        (self.from.nm()..=self.end()).contains(&at.nm())
    }
}

/// A wall, from its left end to its right as one faces it from inside.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Wall {
    /// Its number within the sketch.
    pub id: u16,
    /// What it is called, "north"; by its number where empty.
    #[serde(default)]
    pub name: String,
    /// How long it is.
    #[serde(default)]
    pub length: Option<Length>,
    /// How the room turns at its right end.
    #[serde(default)]
    pub corner: Corner,
    /// What stands along it, at most 60.
    #[serde(default, deserialize_with = "at_most::<_, _, 1_000>")]
    #[schema(max_items = 60)]
    pub parts: Vec<WallPart>,
}

impl Wall {
    /// As one speaks of it, "north wall" or "wall 2".
    pub fn label(&self) -> String {
        if self.name.is_empty() { format!("wall {}", self.id) } else { format!("{} wall", self.name) }
    }
}

/// An island or a peninsula.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Island {
    /// Its number within the sketch.
    pub id: u16,
    /// The length of its top.
    #[serde(default)]
    pub length: Option<Length>,
    /// The width of its top.
    #[serde(default)]
    pub width: Option<Length>,
    /// It is joined to a wall or another counter: a peninsula.
    #[serde(default)]
    pub peninsula: bool,
}

impl Island {
    /// As one speaks of it, "island 1".
    pub fn label(&self) -> String {
        format!("{} {}", if self.peninsula { "peninsula" } else { "island" }, self.id)
    }
}

macro_rules! room_observations {
    ($($(#[$doc:meta])* $variant:ident $fault:literal / $sound:literal;)*) => {
        /// Something that one looks for in a room.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
        #[serde(rename_all = "kebab-case")]
        pub enum RoomObservation {
            $($(#[$doc])* $variant,)*
        }

        impl RoomObservation {
            /// Every observation, in the order one looks.
            pub const ALL: &'static [Self] = &[$(Self::$variant,)*];

            /// What is seen when it is there.
            pub const fn fault(self) -> &'static str {
                match self { $(Self::$variant => $fault,)* }
            }

            /// What is seen when it is not.
            pub const fn sound(self) -> &'static str {
                match self { $(Self::$variant => $sound,)* }
            }
        }
    };
}

room_observations! {
    /// No wall switch works a light or a receptacle.
    NoSwitchedLight "no wall switch works a light" / "a wall switch works a light";
    /// Only a receptacle is switched.
    OnlyReceptacleSwitched "only a receptacle is switched" / "a light itself is switched";
    /// A stair of six risers or more without a switch at each level.
    StairNotSwitched "stair of 6 risers or more without a switch at each level" / "stair switched at each level";
    /// A lamp in a closet that is open, hangs, or is near what is stored.
    ClosetLamp "bare, hanging or near lamp in the closet" / "closet lamp enclosed and clear";
    /// A tub or shower with a hanging luminaire, track or fan over it.
    OverTub "cord-hung luminaire, track or paddle fan over the tub" / "nothing hangs over the tub";
    /// A smoke alarm is missing.
    SmokeAlarmMissing "smoke alarm missing where one belongs" / "smoke alarm in place";
    /// A carbon monoxide alarm is missing.
    CoAlarmMissing "CO alarm missing where one belongs" / "CO alarm in place, or nothing burns fuel here";
    /// An alarm is too old, or fails its test.
    AlarmPastDate "alarm past its date, or silent when tested" / "alarm within its date, and it sounds";
    /// The alarms do not sound together.
    AlarmsApart "alarms do not sound together" / "alarms sound together";
    /// Nobody would notice that the circuit of the alarms is off.
    AlarmsUnnoticed "alarms on a circuit whose loss nobody notices" / "alarms on a lighting circuit, or one that is looked after";
    /// The alarms hang on the panel of another dwelling.
    AlarmsOtherPanel "alarms fed from another dwelling's panel" / "alarms fed from this dwelling's panel, or it is the only one";
    /// Alarms not wired and marked as a town asks.
    AlarmsUnmarked "alarms without armoured cable, or their breaker not marked and locked on" / "alarms in armoured cable, breaker marked and locked on";
    /// A pool, spa or hot tub that nobody licensed for it looked at.
    PoolNotLookedAt "pool, spa or hot tub that no licensed electrician has looked at" / "no pool, spa or hot tub, or it was looked at by a licensed electrician";
    /// Equipment or storage without a light that is switched at the way in.
    ServiceLightMissing "equipment or storage without a light switched at the way in" / "light switched at the way in, or nothing to service or store";
    /// Heating or cooling equipment without a receptacle near it.
    ServiceOutletMissing "heating or cooling equipment without a receptacle within 25 ft on its level" / "receptacle within 25 ft of the equipment, or no equipment";
    /// A vehicle bay without a receptacle.
    BayWithoutOutlet "a vehicle bay without a receptacle 5 1/2 ft up or lower" / "a receptacle in each vehicle bay";
    /// A deck, porch or balcony without a receptacle.
    DeckWithoutOutlet "deck, porch or balcony reached from inside without a receptacle" / "a receptacle at each deck, porch and balcony, or none there";
    /// A cord or extension cord used as wiring.
    CordAsWiring "cord used as wiring" / "no cord used as wiring";
}

impl RoomObservation {
    /// Rooms of this kind are looked at for it.
    pub const fn is_of(self, kind: RoomKind) -> bool {
        match self {
            Self::NoSwitchedLight | Self::OnlyReceptacleSwitched => kind.has_switched_light(),
            Self::StairNotSwitched => matches!(kind, RoomKind::Stairway),
            Self::ClosetLamp => matches!(kind, RoomKind::Closet),
            Self::OverTub => matches!(kind, RoomKind::Bathroom),
            Self::SmokeAlarmMissing | Self::AlarmPastDate | Self::AlarmsApart => kind.has_smoke_alarm(),
            Self::CoAlarmMissing => matches!(kind, RoomKind::Bedroom | RoomKind::Hallway),
            Self::AlarmsUnnoticed | Self::AlarmsOtherPanel | Self::AlarmsUnmarked => matches!(kind, RoomKind::Hallway),
            Self::PoolNotLookedAt => matches!(kind, RoomKind::Outdoors),
            Self::ServiceLightMissing | Self::ServiceOutletMissing => {
                matches!(kind, RoomKind::AtticOrCrawlSpace | RoomKind::Utility | RoomKind::UnfinishedBasement)
            }
            Self::BayWithoutOutlet => matches!(kind, RoomKind::Garage),
            Self::DeckWithoutOutlet => matches!(kind, RoomKind::Outdoors),
            Self::CordAsWiring => true,
        }
    }
}

/// An observation in a room with its answer. What is not in the list was not looked at.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RoomObserved {
    /// What was looked for.
    pub what: RoomObservation,
    /// It is there.
    pub fault: bool,
}

/// An observation in a room as the screen offers it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RoomObservationInfo {
    /// What to look for.
    pub what: RoomObservation,
    /// The chip when it is there.
    pub fault: &'static str,
    /// The chip when it is not.
    pub sound: &'static str,
    /// The kinds of room that are looked at for it.
    pub rooms: Vec<RoomKind>,
}

/// Every observation in a room, in the order one looks.
pub fn room_observation_infos() -> Vec<RoomObservationInfo> {
    let info = |what: &RoomObservation| RoomObservationInfo {
        what: *what,
        fault: what.fault(),
        sound: what.sound(),
        rooms: RoomKind::ALL.into_iter().filter(|kind| what.is_of(*kind)).collect(),
    };
    RoomObservation::ALL.iter().map(info).collect()
}

/// A room by tape: its walls in the order in which one goes round with the wall at one's left hand end first, clockwise as seen
/// from above.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Sketch {
    /// What the room is.
    #[serde(default)]
    pub kind: Option<RoomKind>,
    /// Its walls in order, at most 60.
    #[serde(default, deserialize_with = "at_most::<_, _, 1_000>")]
    #[schema(max_items = 60)]
    pub walls: Vec<Wall>,
    /// Its islands and peninsulas, at most 10.
    #[serde(default, deserialize_with = "at_most::<_, _, 1_000>")]
    #[schema(max_items = 10)]
    pub islands: Vec<Island>,
    /// From the floor to the top of its counters.
    #[serde(default)]
    pub counter_height: Option<Length>,
    /// Its outlets, at most 200.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 200)]
    pub outlets: Vec<Outlet>,
    /// What was looked for.
    #[serde(default, deserialize_with = "at_most::<_, _, 1_000>")]
    pub observed: Vec<RoomObserved>,
    /// The equipment that stands in it, at most 20.
    #[serde(default, deserialize_with = "at_most::<_, _, 1_000>")]
    #[schema(max_items = 20)]
    pub equipment: Vec<Equipment>,
    /// What is wanted in it and not there yet, at most 20.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "at_most::<_, _, 1_000>")]
    #[schema(max_items = 20)]
    pub wanted: Vec<Wanted>,
}

impl Sketch {
    /// Nothing was taken down.
    pub fn is_empty(&self) -> bool {
        *self == Self::default()
    }

    /// A wall by its number.
    pub fn wall(&self, id: u16) -> Option<&Wall> {
        self.walls.iter().find(|wall| wall.id == id)
    }

    /// The boxes that it names, each with the place where it does.
    pub(in crate::facts) fn boxes_named(&self, at: &Pointer) -> Vec<(Pointer, BoxId)> {
        let outlets = self.outlets.iter().enumerate();
        let of_outlets =
            outlets.filter_map(|(index, outlet)| Some((at.at("outlets").at(index).at("box_id"), outlet.box_id?)));
        let wanted = self.wanted.iter().enumerate();
        let of_wanted = wanted.flat_map(|(index, wanted)| {
            let place = at.at("wanted").at(index);
            wanted.boxes().map(move |(field, id)| (place.at(field), id))
        });
        of_outlets.chain(of_wanted).collect()
    }

    /// The panels that it names, each with the place where it does.
    pub(in crate::facts) fn panels_named(&self, at: &Pointer) -> Vec<(Pointer, PanelId)> {
        let equipment = self.equipment.iter().enumerate();
        let of_equipment = equipment.filter_map(|(index, piece)| {
            Some((at.at("equipment").at(index).at("fed").at("panel"), piece.fed.as_ref()?.panel))
        });
        let wanted = self.wanted.iter().enumerate();
        let of_wanted =
            wanted.filter_map(|(index, wanted)| Some((at.at("wanted").at(index).at("from"), wanted.source_panel()?)));
        of_equipment.chain(of_wanted).collect()
    }

    /// Gives what it names other identifiers.
    pub(in crate::facts) fn rename(&mut self, boxes: impl Fn(&mut BoxId) + Copy, panels: impl Fn(&mut PanelId) + Copy) {
        self.outlets.iter_mut().filter_map(|outlet| outlet.box_id.as_mut()).for_each(boxes);
        self.wanted.iter_mut().for_each(|wanted| wanted.rename(boxes, panels));
        self.equipment.iter_mut().filter_map(|piece| piece.fed.as_mut()).for_each(|fed| panels(&mut fed.panel));
    }

    /// The same with what the panels say of the breakers that feed its equipment.
    #[must_use]
    pub fn fed_by(&self, panels: &[Panel]) -> Self {
        let mut sketch = self.clone();
        for piece in &mut sketch.equipment {
            piece.breaker = piece.breaker_in(panels).or(piece.breaker);
        }
        sketch
    }

    /// The answer to an observation; `None` when it was not looked at.
    pub fn observed(&self, what: RoomObservation) -> Option<bool> {
        self.observed.iter().find(|observed| observed.what == what).map(|observed| observed.fault)
    }

    /// Answers an observation, in the place of what was said before.
    pub fn observe(&mut self, what: RoomObservation, fault: bool) {
        self.observed.retain(|observed| observed.what != what);
        self.observed.push(RoomObserved { what, fault });
    }
}
