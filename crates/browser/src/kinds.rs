//! The kinds of record of an audit: where each stands in its walk.

use nailpunch_core::assess::Kept;
use nailpunch_core::facts::{
    Audit, AuditWalk, BoxRecord, CableRun, Circuit, Identifier, Panel, Revised, Room, WalkRoom, WorkItem,
};
use serde::Serialize;
use serde::de::DeserializeOwned;
use uuid::Uuid;

/// A record of an audit that is kept on the device.
pub(crate) trait OnDevice: Kept + Serialize + DeserializeOwned + Clone + PartialEq + Send + 'static {
    /// What one calls it.
    const KIND: &'static str;

    /// Its identifier.
    fn id(&self) -> Uuid;

    /// The record with an identifier.
    fn find(walk: &AuditWalk, id: Uuid) -> Option<&Revised<Self>>;

    /// Puts a record in the place of the one with its identifier, or where a new one goes.
    fn set(walk: &mut AuditWalk, record: Revised<Self>);

    /// Takes a record out.
    fn take(walk: &mut AuditWalk, id: Uuid);
}

/// The kinds that stand in a list of their own, with what their order is by.
macro_rules! listed {
    ($record:ty, $kind:literal, $list:ident, $order:expr) => {
        impl OnDevice for $record {
            const KIND: &'static str = $kind;

            fn id(&self) -> Uuid {
                self.id.uuid()
            }

            fn find(walk: &AuditWalk, id: Uuid) -> Option<&Revised<Self>> {
                walk.$list.iter().find(|known| known.record.id.uuid() == id)
            }

            fn set(walk: &mut AuditWalk, record: Revised<Self>) {
                match walk.$list.iter_mut().find(|known| known.record.id == record.record.id) {
                    Some(known) => *known = record,
                    None => walk.$list.push(record),
                }
                let order: fn(&mut Vec<Revised<Self>>) = $order;
                order(&mut walk.$list);
            }

            fn take(walk: &mut AuditWalk, id: Uuid) {
                walk.$list.retain(|known| known.record.id.uuid() != id);
            }
        }
    };
}

// As the store lists them.
listed!(WorkItem, "item", items, |items| items.sort_by_key(|known| known.record.id));
listed!(Circuit, "circuit", circuits, |circuits| circuits
    .sort_by_cached_key(|known| { (known.record.name.clone(), known.record.id) }));
listed!(Panel, "panel", panels, |_| ());
listed!(CableRun, "run", runs, |_| ());

impl OnDevice for Audit {
    const KIND: &'static str = "audit";

    fn id(&self) -> Uuid {
        self.id.uuid()
    }

    fn find(walk: &AuditWalk, id: Uuid) -> Option<&Revised<Self>> {
        Some(&walk.audit).filter(|known| known.record.id.uuid() == id)
    }

    fn set(walk: &mut AuditWalk, record: Revised<Self>) {
        walk.audit = record;
    }

    fn take(_: &mut AuditWalk, _: Uuid) {}
}

impl OnDevice for Room {
    const KIND: &'static str = "room";

    fn id(&self) -> Uuid {
        self.id.uuid()
    }

    fn find(walk: &AuditWalk, id: Uuid) -> Option<&Revised<Self>> {
        walk.rooms.iter().map(|known| &known.room).find(|known| known.record.id.uuid() == id)
    }

    fn set(walk: &mut AuditWalk, record: Revised<Self>) {
        match walk.rooms.iter_mut().find(|known| known.room.record.id == record.record.id) {
            Some(known) => known.room = record,
            None => walk.rooms.push(WalkRoom { room: record, boxes: Vec::new() }),
        }
    }

    fn take(walk: &mut AuditWalk, id: Uuid) {
        walk.rooms.retain(|known| known.room.record.id.uuid() != id);
    }
}

impl OnDevice for BoxRecord {
    const KIND: &'static str = "box";

    fn id(&self) -> Uuid {
        self.id.uuid()
    }

    fn find(walk: &AuditWalk, id: Uuid) -> Option<&Revised<Self>> {
        walk.rooms.iter().flat_map(|room| &room.boxes).find(|known| known.record.id.uuid() == id)
    }

    fn set(walk: &mut AuditWalk, record: Revised<Self>) {
        let (id, room) = (record.record.id, record.record.room);
        let stands = |known: &Revised<Self>| known.record.id == id;
        let Some(wanted) = walk.rooms.iter_mut().find(|known| known.room.record.id == room) else { return };
        if let Some(known) = wanted.boxes.iter_mut().find(|known| stands(known)) {
            *known = record;
            return;
        }
        walk.rooms.iter_mut().for_each(|known| known.boxes.retain(|known| !stands(known)));
        if let Some(wanted) = walk.rooms.iter_mut().find(|known| known.room.record.id == room) {
            wanted.boxes.push(record);
        }
    }

    fn take(walk: &mut AuditWalk, id: Uuid) {
        walk.rooms.iter_mut().for_each(|room| room.boxes.retain(|known| known.record.id.uuid() != id));
    }
}
