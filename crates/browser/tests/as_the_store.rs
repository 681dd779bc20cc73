//! A device does with an audit what the store does: the same changes are taken, the same are refused, and what stands afterwards is
//! the same, record by record.

use nailpunch_browser::Device;
use nailpunch_core::facts::{AuditWalk, BoxRecord, Bundle, Panel, Pointer, Revised, Room, RoomOrder, WorkItem};
use nailpunch_store::{Author, Store, StoreError, Stored};
use proptest::prelude::*;
use serde_json::Value;

fn author() -> Author {
    Author { who: "test".to_owned(), at: "2026-03-04T10:42:00Z".to_owned() }
}

fn demo() -> Bundle {
    serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).expect("the demo audit is read")
}

struct Both {
    store: Store,
    device: Device,
    audit: String,
    _folder: tempfile::TempDir,
}

impl Both {
    fn new() -> Self {
        let folder = tempfile::tempdir().expect("a folder");
        let store = Store::open(&folder.path().join("audits.sqlite")).expect("a store");
        // The pictures are no part of this.
        let bundle = Bundle { photos: Vec::new(), seals: Vec::new(), ..demo() };
        store.import(&bundle, &author()).expect("the demo audit is taken");
        let audit = bundle.audit.id.to_string();
        let mut both = Self { store, device: Device::new(), audit, _folder: folder };
        let walk = serde_json::to_vec(&both.walk()).expect("it is written");
        let head = format!("PUT /device/{} 0", both.audit);
        assert_eq!(both.device.ask(&head, &walk).status, 200);
        both
    }

    fn walk(&self) -> AuditWalk {
        self.store.walk(&self.audit).expect("the audit is there")
    }

    /// The status of what the store answers.
    fn status<T>(answer: Result<T, StoreError>) -> u16 {
        match answer {
            Ok(_) => 200,
            Err(StoreError::Stale { .. }) => 409,
            Err(StoreError::Invalid(_) | StoreError::Transition(_)) => 422,
            Err(other) => panic!("{other}"),
        }
    }

    fn ask(&mut self, method: &str, rest: &str, revision: u32, body: &impl serde::Serialize) -> u16 {
        let head = format!("{method} /api/audits/{}/{rest} {revision}", self.audit);
        self.device.ask(&head, &serde_json::to_vec(body).expect("it is written")).status
    }

    /// Puts the device in the order of the store: where a record comes back to is not said.
    fn in_order(&mut self) {
        let order = self.walk().order();
        assert_eq!(self.ask("PUT", "order", 0, &order), 200);
    }

    /// A record goes on both sides, and comes back: what the store and the device answer to its going.
    fn away<T: Stored + Clone>(&mut self, list: &str, known: &Revised<T>, back: bool) -> (u16, u16) {
        let (id, on) = (known.record.identifier(), known.revision);
        let rest = format!("{list}/{id}");
        let there = Self::status(self.store.delete::<T>(&self.audit, &id, on, &author()));
        let here = self.ask("DELETE", &rest, on, &());
        if back {
            self.store.put(&self.audit, &known.record, on + 1, &author()).expect("it comes back");
            assert_eq!(self.ask("PUT", &rest, on + 1, &known.record), 200);
            self.in_order();
        }
        (there, here)
    }

    fn same(&mut self) {
        let head = |rest: &str| format!("GET /api/audits/{}/{rest} 0", self.audit);
        let answer = self.device.ask(&head("walk"), b"");
        assert_eq!(answer.status, 200);
        let seen: Value = serde_json::from_slice(&answer.body).expect("an answer");
        let walk = self.walk();
        let rooms: Vec<(u64, Vec<(String, u64)>)> = seen["rooms"]
            .as_array()
            .expect("rooms")
            .iter()
            .map(|room| {
                let boxes = room["boxes"].as_array().expect("boxes").iter();
                let boxes = boxes.map(|known| {
                    let tag = known["overview"]["tag"].as_str().unwrap_or_default().to_owned();
                    (tag, known["revision"].as_u64().unwrap_or_default())
                });
                (room["room"]["revision"].as_u64().unwrap_or_default(), boxes.collect())
            })
            .collect();
        let kept: Vec<(u64, Vec<(String, u64)>)> = walk
            .rooms
            .iter()
            .map(|room| {
                let boxes = room.boxes.iter().map(|known| (known.record.tag.clone(), u64::from(known.revision)));
                (u64::from(room.room.revision), boxes.collect())
            })
            .collect();
        assert_eq!(rooms, kept);
        let bundle: Bundle =
            serde_json::from_slice(&self.device.ask(&head("bundle"), b"").body).expect("a bundle of the device");
        assert_eq!(bundle, self.store.export(&self.audit).expect("a bundle of the store"));
    }
}

#[derive(Debug, Clone)]
enum Act {
    /// Another place is written at a box, on a revision so far behind.
    Box { at: usize, place: String, behind: u32 },
    /// A box into another room.
    Move { at: usize, room: usize },
    /// A box goes, and comes back.
    Away { at: usize, back: bool },
    /// A room is called otherwise.
    Room { at: usize, name: String },
    /// A room goes with its boxes, and comes back.
    RoomAway { at: usize, back: bool },
    /// A panel is called otherwise.
    Panel { at: usize, name: String },
    /// A work item goes.
    Item { at: usize },
    /// The rooms stand in another order.
    Order { by: usize },
}

fn act() -> impl Strategy<Value = Act> {
    let at = 0..200_usize;
    prop_oneof![
        4 => (at.clone(), "[a-z]{0,6}|\n", 0..2_u32).prop_map(|(at, place, behind)| Act::Box { at, place, behind }),
        1 => (at.clone(), at.clone()).prop_map(|(at, room)| Act::Move { at, room }),
        2 => (at.clone(), any::<bool>()).prop_map(|(at, back)| Act::Away { at, back }),
        1 => (at.clone(), "[a-z]{0,6}").prop_map(|(at, name)| Act::Room { at, name }),
        1 => (at.clone(), any::<bool>()).prop_map(|(at, back)| Act::RoomAway { at, back }),
        1 => (at.clone(), "[a-z]{0,6}").prop_map(|(at, name)| Act::Panel { at, name }),
        1 => at.clone().prop_map(|at| Act::Item { at }),
        1 => at.prop_map(|by| Act::Order { by }),
    ]
}

fn pick<T: Clone>(list: &[T], at: usize) -> Option<T> {
    list.get(at % list.len().max(1)).cloned()
}

fn do_it(both: &mut Both, act: Act) {
    let walk = both.walk();
    let audit = both.audit.clone();
    let boxes: Vec<_> = walk.rooms.iter().flat_map(|room| room.boxes.clone()).collect();
    let rooms: Vec<_> = walk.rooms.iter().map(|room| room.room.clone()).collect();
    let (there, here) = match act {
        Act::Box { at, place, behind } => {
            let Some(known) = pick(&boxes, at) else { return };
            let (record, on) = (BoxRecord { place, ..known.record }, known.revision.saturating_sub(behind));
            let rest = format!("boxes/{}", record.id);
            (Both::status(both.store.put(&audit, &record, on, &author())), both.ask("PUT", &rest, on, &record))
        }
        Act::Move { at, room } => {
            let (Some(known), Some(room)) = (pick(&boxes, at), pick(&rooms, room)) else { return };
            let record = BoxRecord { room: room.record.id, ..known.record };
            let rest = format!("boxes/{}", record.id);
            let there = Both::status(both.store.put(&audit, &record, known.revision, &author()));
            let here = both.ask("PUT", &rest, known.revision, &record);
            both.in_order();
            (there, here)
        }
        Act::Away { at, back } => {
            let Some(known) = pick(&boxes, at) else { return };
            both.away("boxes", &known, back)
        }
        Act::Room { at, name } => {
            let Some(known) = pick(&rooms, at) else { return };
            let record = Room { name, ..known.record };
            let rest = format!("rooms/{}", record.id);
            let there = Both::status(both.store.put(&audit, &record, known.revision, &author()));
            (there, both.ask("PUT", &rest, known.revision, &record))
        }
        Act::RoomAway { at, back } => {
            let Some(known) = pick(&rooms, at) else { return };
            both.away("rooms", &known, back)
        }
        Act::Panel { at, name } => {
            let Some(known) = pick(&walk.panels, at) else { return };
            let record = Panel { name, ..known.record };
            let rest = format!("panels/{}", record.id);
            let there = Both::status(both.store.put(&audit, &record, known.revision, &author()));
            (there, both.ask("PUT", &rest, known.revision, &record))
        }
        Act::Item { at } => {
            let Some(known) = pick(&walk.items, at) else { return };
            let (id, on) = (known.record.id.to_string(), known.revision);
            let there = Both::status(both.store.delete::<WorkItem>(&audit, &id, on, &author()));
            (there, both.ask("DELETE", &format!("items/{id}"), on, &()))
        }
        Act::Order { by } => {
            let mut order: Vec<RoomOrder> = walk.order();
            let turn = by % order.len().max(1);
            order.rotate_left(turn);
            let there = Both::status(both.store.set_order(&audit, &order, &author()));
            (there, both.ask("PUT", "order", 0, &order))
        }
    };
    assert_eq!(there, here, "the device answers as the store does");
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 12, ..ProptestConfig::default() })]

    #[test]
    fn the_device_does_with_an_audit_what_the_store_does(acts in prop::collection::vec(act(), 1..12)) {
        let mut both = Both::new();
        for act in acts {
            do_it(&mut both, act);
        }
        both.same();
    }
}

/// What names something that is gone by now comes back all the same: a room of the demo has an outlet wanted at a box of its own.
#[test]
fn a_room_that_names_a_box_that_is_gone_comes_back_on_a_device_too() {
    let mut both = Both::new();
    let walk = both.walk();
    let named = |room: &Room| room.boxes_named(&Pointer::root()).first().map(|(_, id)| *id);
    let room = walk.rooms.iter().find(|room| named(&room.room.record).is_some()).expect("a room that names a box");
    let id = named(&room.room.record);
    let known = walk.rooms.iter().flat_map(|room| &room.boxes).find(|known| Some(known.record.id) == id);
    assert_eq!(both.away("boxes", known.expect("the box"), false), (200, 200));
    assert_eq!(both.away("rooms", &room.room, true), (200, 200));
    both.same();
}

#[test]
fn a_finding_is_not_closed_on_a_device_either_before_it_is_done() {
    let mut both = Both::new();
    let walk = both.walk();
    let planned = walk.items.iter().find(|known| known.record.state == nailpunch_core::facts::StoredState::Planned);
    let known = planned.expect("something is planned in the demo").clone();
    let record = WorkItem { state: nailpunch_core::facts::StoredState::Closed, ..known.record };
    let rest = format!("items/{}", record.id);
    assert_eq!(both.ask("PUT", &rest, known.revision, &record), 422);
    both.same();
}

#[test]
fn what_the_device_cannot_answer_is_said_and_nothing_stops_it() {
    let mut device = Device::new();
    let audit = "0192f0c0-0000-7000-8000-000000000d30";
    for (head, status) in [
        ("GET /api/audits/nobody/walk 0".to_owned(), 400),
        (format!("GET /api/audits/{audit}/walk 0"), 404),
        (format!("GET /api/audits/{audit}/report.pdf 0"), 404),
        (format!("PUT /api/audits/{audit}/boxes/x 0"), 422),
        ("POST /api/seal 0".to_owned(), 501),
        ("POST /api/judge 0".to_owned(), 422),
        (String::new(), 501),
        ("POST /merge 0".to_owned(), 422),
        (format!("PUT /device/{audit} 0"), 422),
        (format!("PUT /device/{audit}/nonsense/{audit} 0"), 501),
    ] {
        assert_eq!(device.ask(&head, b"{\"x\":").status, status, "{head}");
    }
}

#[test]
fn an_audit_begun_on_a_device_takes_rooms_and_boxes() {
    let mut device = Device::new();
    let audit = "0192f0c0-0000-7000-8000-0000000000aa";
    let record = serde_json::json!({ "id": audit, "name": "Boat house", "basis": demo().audit.basis });
    let begun = device.ask(&format!("PUT /api/audits/{audit} 0"), record.to_string().as_bytes());
    assert_eq!(begun.status, 200, "{}", String::from_utf8_lossy(&begun.body));
    let walk = device.ask(&format!("GET /api/audits/{audit}/walk 0"), b"");
    let walk: Value = serde_json::from_slice(&walk.body).expect("a walk");
    assert_eq!((&walk["audit"]["revision"], &walk["audit"]["record"]["name"]), (&1.into(), &"Boat house".into()));
}

#[test]
fn planned_repairs_are_items_to_be_put_with_identifiers_of_their_own() {
    let mut both = Both::new();
    let boxes: Vec<_> = both.walk().rooms.iter().flat_map(|room| &room.boxes).map(|known| known.record.id).collect();
    let wish = serde_json::json!({ "first": "0192f0c0-0000-7000-8000-00000000f000", "places": { "boxes": boxes } });
    let chosen = both.device.ask(&format!("POST /choose/{} 0", both.audit), wish.to_string().as_bytes());
    assert_eq!(chosen.status, 200);
    let wishes: Vec<Value> = serde_json::from_slice(&chosen.body).expect("wishes");
    let items: Vec<&Value> = wishes.iter().flat_map(|wish| wish["items"].as_array().expect("items")).collect();
    let ids: std::collections::HashSet<&str> = items.iter().filter_map(|item| item["record"]["id"].as_str()).collect();
    assert!(!items.is_empty() && ids.len() == items.len());
    for wish in &wishes {
        assert_eq!(both.ask("PUT", "items", 0, wish), 200);
    }
}

#[test]
fn a_writer_that_saw_a_later_state_than_the_device_goes_on_from_it() {
    let mut both = Both::new();
    let known = both.walk().rooms[0].boxes[0].clone();
    let record = BoxRecord { place: "as the office has it by now".to_owned(), ..known.record };
    let rest = format!("boxes/{}", record.id);
    assert_eq!(both.ask("PUT", &rest, known.revision + 3, &record), 200);
    // What was seen before that is old now.
    assert_eq!(both.ask("PUT", &rest, known.revision, &BoxRecord { place: "older".to_owned(), ..record.clone() }), 409);
    let head = format!("GET /device/{}/box/{} 0", both.audit, record.id);
    let kept: Revised<BoxRecord> = serde_json::from_slice(&both.device.ask(&head, b"").body).expect("a record");
    assert_eq!((kept.revision, kept.record), (known.revision + 4, record));
}
