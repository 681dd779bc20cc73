//! Rooms to try rules on, in whole inches.

#![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

use uuid::Uuid;

use super::{RoomSituation, judge_room};
use crate::facts::{
    Basis, BoxContents, BoxId, BoxRecord, Corner, Device, DeviceKind, Island, KnownSupply, Outlet, OutletKind,
    OutletPlace, Room, RoomId, RoomObservation, Sketch, Wall, WallPart, WallPartKind,
};
use crate::quantity::Length;
use crate::rules::Verdict;
use crate::standard::{Edition, RoomKind, WiredUnder};

/// A room with what bears on it.
#[derive(Clone)]
pub struct Scene {
    /// The room.
    pub room: Room,
    boxes: Vec<BoxRecord>,
    fed_by: Vec<Vec<KnownSupply>>,
    /// What it rests on.
    pub basis: Basis,
    wired: Option<WiredUnder>,
}

impl Scene {
    /// Walls of these lengths, one after the other.
    pub fn walls(kind: RoomKind, lengths: &[u32]) -> Self {
        let walls = (1..).zip(lengths).map(|(id, length)| Wall {
            id,
            name: String::new(),
            length: Some(Length::inches(*length)),
            corner: Corner::Inside,
            parts: Vec::new(),
        });
        let sketch = Sketch { kind: Some(kind), walls: walls.collect(), ..Sketch::default() };
        let room = Room { sketch, ..Room::new(RoomId(Uuid::from_u128(7)), "room") };
        Self { room, boxes: Vec::new(), fed_by: Vec::new(), basis: Basis::default(), wired: None }
    }

    /// Four walls.
    pub fn rectangle(kind: RoomKind, across: u32, deep: u32) -> Self {
        Self::walls(kind, &[across, deep, across, deep])
    }

    /// An L by its two outer walls and its width.
    pub fn l_shape(kind: RoomKind, [across, down, width]: [u32; 3]) -> Self {
        let mut scene = Self::walls(kind, &[across, down, width, down - width, across - width, width]);
        scene.room.sketch.walls[3].corner = Corner::Outside;
        scene
    }

    /// With something along a wall.
    pub fn part(mut self, wall: u16, what: WallPartKind, from: u32, width: u32) -> Self {
        let part =
            WallPart { what, from: Length::inches(from), width: Length::inches(width), depth: None, behind: None };
        self.room.sketch.walls[usize::from(wall) - 1].parts.push(part);
        self
    }

    /// What was put along a wall last stands so far into the room.
    pub fn deep(mut self, inches: u32) -> Self {
        let parts = self.room.sketch.walls.iter_mut().rev().flat_map(|wall| wall.parts.last_mut());
        parts.take(1).for_each(|part| part.depth = Some(Length::inches(inches)));
        self
    }

    /// What was put along a wall last has so much counter behind it.
    pub fn behind(mut self, inches: u32) -> Self {
        let parts = self.room.sketch.walls.iter_mut().rev().flat_map(|wall| wall.parts.last_mut());
        parts.take(1).for_each(|part| part.behind = Some(Length::inches(inches)));
        self
    }

    /// With a door.
    pub fn door(self, wall: u16, from: u32, width: u32) -> Self {
        self.part(wall, WallPartKind::Door, from, width)
    }

    fn put(mut self, box_id: Option<BoxId>, place: OutletPlace) -> Self {
        let id = u16::try_from(self.room.sketch.outlets.len() + 1).expect("few outlets");
        self.room.sketch.outlets.push(Outlet { id, box_id, kind: OutletKind::Receptacle, place, height: None });
        self
    }

    /// With a receptacle on a wall.
    pub fn outlet(self, wall: u16, at: u32) -> Self {
        self.put(None, OutletPlace::Wall { wall, at: Length::inches(at) })
    }

    /// With a receptacle on the first island.
    pub fn on_island(self) -> Self {
        self.put(None, OutletPlace::Island(1))
    }

    fn last(&mut self) -> &mut Outlet {
        self.room.sketch.outlets.last_mut().expect("there is one")
    }

    /// The last outlet at a height.
    pub fn at_height(mut self, inches: u32) -> Self {
        self.last().height = Some(Length::inches(inches));
        self
    }

    /// The last outlet is of another kind.
    pub fn of_kind(mut self, kind: OutletKind) -> Self {
        self.last().kind = kind;
        self
    }

    /// The counters are this high.
    pub fn counters_at(mut self, inches: u32) -> Self {
        self.room.sketch.counter_height = Some(Length::inches(inches));
        self
    }

    /// With an island.
    pub fn island(mut self, length: u32, width: u32) -> Self {
        let (length, width) = (Some(Length::inches(length)), Some(Length::inches(width)));
        self.room.sketch.islands.push(Island { id: 1, length, width, peninsula: false });
        self
    }

    /// With the box of a receptacle that is nowhere on the sketch.
    pub fn with_box(mut self, tag: &str) -> Self {
        let device = Device::new(1, DeviceKind::DuplexReceptacle);
        self.boxes.push(BoxRecord::new(
            BoxId(Uuid::from_u128(100 + self.boxes.len() as u128)),
            self.room.id,
            tag,
            BoxContents { devices: vec![device], ..BoxContents::default() },
        ));
        self.fed_by.push(Vec::new());
        self
    }

    /// With the box of a receptacle on a wall, fed by a breaker where that is known.
    pub fn boxed_outlet(self, tag: &str, wall: u16, at: u32, breaker: Option<&str>) -> Self {
        self.fed_outlet(tag, wall, at, breaker.map(|breaker| (breaker, 20)))
    }

    /// The same by the rating of its breaker.
    pub fn rated_outlet(self, tag: &str, wall: u16, at: u32, amperes: Option<u16>) -> Self {
        self.fed_outlet(tag, wall, at, amperes.map(|amperes| ("7", amperes)))
    }

    fn fed_outlet(self, tag: &str, wall: u16, at: u32, breaker: Option<(&str, u16)>) -> Self {
        let mut scene = self.with_box(tag);
        let supply = |(breaker, amperes): (&str, u16)| KnownSupply {
            breaker: breaker.to_owned(),
            circuits: Vec::new(),
            amperes: Some(amperes),
            gfci: false,
            afci: false,
            motor: false,
        };
        *scene.fed_by.last_mut().expect("there is one") = breaker.map(supply).into_iter().collect();
        let id = scene.boxes.last().map(|record| record.id);
        scene.put(id, OutletPlace::Wall { wall, at: Length::inches(at) })
    }

    /// Something was looked for.
    pub fn seen(mut self, what: RoomObservation, fault: bool) -> Self {
        self.room.sketch.observe(what, fault);
        self
    }

    /// Wired in a year.
    pub fn wired(mut self, year: u16) -> Self {
        self.wired = Some(WiredUnder::Year(year));
        self
    }

    /// Under an edition.
    pub fn under(mut self, edition: Edition) -> Self {
        self.basis.edition = edition;
        self
    }

    /// Under the Canadian code.
    pub fn canadian(self) -> Self {
        self.under(Edition::Cec2021)
    }

    /// As the rules see it.
    pub fn situation(&self) -> RoomSituation<'_> {
        RoomSituation {
            room: &self.room,
            sketch: &self.room.sketch,
            boxes: &self.boxes,
            fed_by: &self.fed_by,
            basis: &self.basis,
            wired_under: self.wired,
            beyond: super::Beyond::default(),
        }
    }
}

/// What a rule says of a scene.
pub fn verdict(code: &str, scene: &Scene) -> (Verdict, String) {
    let results = judge_room(&scene.situation());
    let result = results.into_iter().find(|result| result.rule == code).expect("it is in the catalogue");
    (result.verdict, result.sentence.into_owned())
}
