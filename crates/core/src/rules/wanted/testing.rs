//! Something wanted, to try rules on: in a house of 1995, with all that one looks for looked for and clear.

#![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

use std::collections::HashMap;

use uuid::Uuid;

use super::{WantedSituation, judge_wanted};
use crate::facts::testing::{audit_of, box_with_device, record_of};
use crate::facts::{
    AuditFacts, BoxContents, BoxRecord, Breaker, Building, Circuit, CircuitId, CircuitPoint, DeviceKind, Feed, InWall,
    InWallSeen, KnownSupply, OutletPlace, Panel, PanelId, Role, Room, RunWay, StudNear, StudSide, TracedFault, Wall,
    WallFinish, WallPart, WallPartKind, Wanted, WantedKind, WantedPlace, WantedSource,
};
use crate::quantity::Length;
use crate::rules::Verdict;
use crate::rules::room::{Beyond, RoomSituation};
use crate::standard::{Edition, Location, RoomKind, WiringMethod};

/// Something wanted, with what is there already: the box K1, which feeds it, and a panel.
#[derive(Clone)]
pub struct Wish {
    /// What is wanted.
    pub wanted: Wanted,
    /// The room.
    pub room: Room,
    /// The boxes that are there.
    pub boxes: Vec<BoxRecord>,
    /// The panel.
    pub panel: Panel,
    circuit: Vec<CircuitPoint>,
    built: Option<u16>,
    edition: Edition,
}

impl Wish {
    /// Wanted on the wall of a bedroom, from a receptacle whose feed goes on.
    pub fn new(kind: WantedKind) -> Self {
        let (mut room, mut record) = record_of(source());
        record.id = crate::facts::BoxId(Uuid::from_u128(1));
        let door = WallPart {
            what: WallPartKind::Door,
            from: Length::ZERO,
            width: Length::inches(36),
            depth: None,
            behind: None,
        };
        let mut wall = Wall {
            id: 1,
            name: "north".to_owned(),
            length: Some(Length::inches(144)),
            corner: Default::default(),
            parts: vec![door],
        };
        wall.parts.truncate(1);
        room.sketch.kind = Some(RoomKind::Bedroom);
        room.sketch.walls = vec![wall];
        let mut panel = Panel::new(PanelId(Uuid::from_u128(3)), "the main panel", 4);
        panel.breakers = vec![Breaker::new(1, 1)];
        let mut wanted = Wanted::new(1, kind);
        wanted.at = Some(WantedPlace::New(OutletPlace::Wall { wall: 1, at: Length::inches(72) }));
        wanted.from = Some(WantedSource::Box(record.id));
        wanted.height = Some(Length::inches(16));
        wanted.finish = Some(WallFinish::GypsumBoard);
        wanted.stud = Some(StudNear { side: StudSide::Left, away: Length::inches(5) });
        wanted.cavity = Some(Length::sixteenths(56));
        wanted.in_wall = InWall::ALL.map(|what| InWallSeen { what, there: false }).to_vec();
        wanted.way = Some(RunWay::Closed);
        wanted.length = Some(Length::inches(120));
        Self {
            wanted,
            room,
            boxes: vec![record],
            panel,
            circuit: Vec::new(),
            built: Some(1995),
            edition: Edition::default(),
        }
    }

    /// A receptacle wanted in the box of a switch that is fed, or only looped.
    pub fn beside_switch(fed: bool) -> Self {
        let mut wish = Self::new(WantedKind::Receptacle);
        let contents = &mut wish.boxes[0].found;
        contents.devices[0] = crate::facts::Device::new(1, DeviceKind::Switch);
        contents.devices[0].seat = Some(crate::facts::Seat::BoxEars);
        if !fed {
            contents.conductors[1].role = Role::SwitchedLeg;
        }
        wish.wanted.at = Some(WantedPlace::Box(wish.boxes[0].id));
        wish.wanted.from = None;
        wish
    }

    /// Wanted so many inches along its wall.
    pub fn along(mut self, inches: u32) -> Self {
        self.wanted.at = Some(WantedPlace::New(OutletPlace::Wall { wall: 1, at: Length::inches(inches) }));
        self
    }

    /// In a house built then.
    pub const fn built(mut self, year: Option<u16>) -> Self {
        self.built = year;
        self
    }

    /// Under an edition.
    pub const fn under(mut self, edition: Edition) -> Self {
        self.edition = edition;
        self
    }

    /// The box that feeds it is on a circuit with so many boxes, itself one of them.
    pub fn on_circuit_of(mut self, boxes: u128) -> Self {
        let id = |number| crate::facts::BoxId(Uuid::from_u128(number));
        self.circuit =
            (1..=boxes).map(|number| CircuitPoint { box_id: id(number), from: Feed::Panel, cable: None }).collect();
        self
    }

    fn facts(&self) -> AuditFacts {
        let mut facts = audit_of(self.boxes[0].clone());
        facts.rooms[0].room = self.room.clone();
        facts.rooms[0].room.sketch.wanted = vec![self.wanted.clone()];
        facts.rooms[0].boxes.clone_from(&self.boxes);
        facts.audit.building = Building { built: self.built, ..Building::default() };
        facts.audit.basis.edition = self.edition;
        facts.panels = vec![self.panel.clone()];
        if !self.circuit.is_empty() {
            facts.circuits = vec![Circuit {
                id: CircuitId(Uuid::from_u128(9)),
                name: "bedroom".to_owned(),
                panel: Some(self.panel.id),
                breaker: "1".to_owned(),
                points: self.circuit.clone(),
                tracing: TracedFault::default(),
                events: Vec::new(),
                dead_test: Vec::new(),
            }];
        }
        facts
    }

    /// What `ask` says of it.
    pub fn asked<Answer>(&self, ask: impl Fn(&WantedSituation) -> Answer) -> Answer {
        self.asked_of_room(|room| ask(&WantedSituation::all(*room)[0]))
    }

    /// What `ask` says of the room that it is wanted in.
    pub fn asked_of_room<Answer>(&self, ask: impl Fn(&RoomSituation) -> Answer) -> Answer {
        let facts = self.facts();
        let supply = |circuit: &Circuit| KnownSupply {
            breaker: "breaker 1".to_owned(),
            circuits: vec![circuit.id],
            amperes: None,
            gfci: false,
            afci: false,
            motor: false,
        };
        let supplies = HashMap::from([(self.boxes[0].id, facts.circuits.iter().map(supply).collect())]);
        let known = &facts.rooms[0];
        let fed_by = vec![Vec::new(); known.boxes.len()];
        let room = RoomSituation {
            room: &known.room,
            sketch: &known.room.sketch,
            boxes: &known.boxes,
            fed_by: &fed_by,
            basis: &facts.audit.basis,
            wired_under: None,
            beyond: Beyond::of(&facts, &supplies),
        };
        ask(&room)
    }
}

/// A receptacle in a box that lacks nothing, on 15 A.
fn source() -> BoxContents {
    let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
    contents.location = Some(Location::Bedroom);
    contents.wall_finish = Some(WallFinish::GypsumBoard);
    contents.supply.amperes = Some(15);
    contents.supply.afci = Some(true);
    contents.supply.gfci = Some(false);
    contents.marked_volume = Some(crate::quantity::Volume::centi_cubic_inches(2030));
    contents.depth = Some(Length::sixteenths(52));
    contents.construction = Some(crate::facts::Construction::Nonmetallic);
    contents.cables[0].method = WiringMethod::Nonmetallic;
    for conductor in &mut contents.conductors {
        conductor.gauge = crate::quantity::Gauge::Awg14;
        conductor.free_length = Some(Length::inches(9));
        conductor.condition = Some(crate::facts::ConductorCondition::Sound);
    }
    contents.fittings.internal_clamps = Some(false);
    contents
}

/// What a rule says of something wanted.
pub fn verdict(code: &str, wish: &Wish) -> (Verdict, String) {
    wish.asked(|situation| {
        let results = judge_wanted(situation);
        let result = results.into_iter().find(|result| result.rule == code).expect("it is in the catalogue");
        (result.verdict, result.sentence.into_owned())
    })
}
