//! Small scenes for the tests of this crate: facts alone.

#![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

use uuid::Uuid;

use super::{
    Amendment, Audit, AuditFacts, AuditId, BoxContents, BoxId, BoxKind, BoxRecord, Cable, Colour, Conductor, Device,
    DeviceKind, Hung, HungKind, Role, Room, RoomFacts, RoomId,
};
use crate::quantity::{Gauge, Length};
use crate::standard::{Location, WiringMethod};

/// A black 12 AWG conductor in cable 1 with the given free length and reach, in sixteenths of an inch.
pub fn conductor(free_length: Option<u32>, reach: Option<u32>) -> Conductor {
    Conductor {
        free_length: free_length.map(Length::sixteenths),
        reach: reach.map(|sixteenths| Length::sixteenths(sixteenths).into()),
        ..Conductor::new(1, Some(1), Gauge::Awg12, Colour::Black, Role::Ungrounded)
    }
}

/// A device box with one cable whose sheath ends `sheath_end` behind the opening; conductors are numbered from 1.
pub fn box_with(sheath_end: Option<Length>, conductors: Vec<Conductor>) -> BoxContents {
    let cable = Cable { sheath_end, method: WiringMethod::Nonmetallic, ..Cable::new(1) };
    let mut contents = BoxContents { kind: BoxKind::Device, cables: vec![cable], conductors, ..BoxContents::default() };
    for (index, conductor) in contents.conductors.iter_mut().enumerate() {
        conductor.id = u16::try_from(index + 1).expect("few conductors");
    }
    contents
}

/// A device box with a cable of black, white and bare 12 AWG, and one device.
pub fn box_with_device(kind: DeviceKind) -> BoxContents {
    let wire = |id, colour, role| Conductor::new(id, Some(1), Gauge::Awg12, colour, role);
    let conductors = vec![
        wire(1, Colour::Black, Role::Ungrounded),
        wire(2, Colour::White, Role::Grounded),
        wire(3, Colour::Bare, Role::EquipmentGrounding),
    ];
    let mut contents = box_with(Some(Length::inches(2)), conductors);
    contents.devices = vec![Device::new(1, kind)];
    contents
}

/// A box from which something hangs, with the facts that `set` gives it.
pub fn hanging(kind: HungKind, set: impl Fn(&mut Hung)) -> BoxContents {
    let mut contents = box_with_device(DeviceKind::Switch);
    contents.devices.clear();
    contents.kind = BoxKind::Octagon;
    let mut hung = Hung::new(kind);
    set(&mut hung);
    (contents.hung, contents.location) = (Some(hung), Some(Location::Hallway));
    contents
}

/// A room without an area, and in it the record of a box found like this.
pub fn record_of(found: BoxContents) -> (Room, BoxRecord) {
    let room = Room::new(RoomId(Uuid::nil()), "kitchen");
    let record = BoxRecord::new(BoxId(Uuid::nil()), room.id, "K1", found);
    (room, record)
}

/// An audit of that box alone.
pub fn audit_of(record: BoxRecord) -> AuditFacts {
    let (room, _) = record_of(BoxContents::default());
    let audit = Audit::new(AuditId(Uuid::nil()), "test");
    let rooms = vec![RoomFacts { room, boxes: vec![record] }];
    AuditFacts { audit, rooms, items: Vec::new(), circuits: Vec::new(), panels: Vec::new(), runs: Vec::new() }
}

/// An amendment of a rule that changes nothing yet.
pub fn amendment_of(rule: &str) -> Amendment {
    Amendment {
        rule: rule.to_owned(),
        editions: vec![],
        places: vec![],
        off: false,
        severity: None,
        since: None,
        limit: None,
        citation: None,
        note: None,
    }
}
