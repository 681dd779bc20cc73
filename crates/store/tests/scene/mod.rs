//! What the tests of the store begin with.

#![allow(dead_code, reason = "each test takes of it what it needs")]

use nailpunch_core::electrical::proof_of_dead::{DeadStepKind, dead_test_of_box};
use nailpunch_core::facts::{
    Audit, AuditId, BoxId, BoxRecord, DeadOutcome, DeadStep, DeadTestMethods, ItemId, Room, RoomId, StoredState,
    Subject, WorkItem,
};
use nailpunch_core::quantity::Length;
use nailpunch_store::{Author, Store};
use tempfile::TempDir;
use uuid::Uuid;

/// A store with one audit, one room and one box with a short conductor.
pub struct Scene {
    pub folder: TempDir,
    pub store: Store,
    pub audit: Audit,
    pub room: Room,
    pub record: BoxRecord,
}

pub fn author() -> Author {
    Author { who: "test".to_owned(), at: "2026-01-01T00:00:00Z".to_owned() }
}

pub fn scene() -> Scene {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("audits.sqlite")).unwrap();
    let audit = Audit::new(AuditId(Uuid::from_u128(1)), "Guesthouse");
    let room = Room::new(RoomId(Uuid::from_u128(2)), "Kitchen");
    let found = serde_json::from_str(
        r#"{"cables":[{"id":1,"sheath_end":50800000}],
            "conductors":[{"id":1,"cable":1,"gauge":"12","colour":"black","role":"ungrounded","free_length":69850000}]}"#,
    )
    .unwrap();
    let record = BoxRecord::new(BoxId(Uuid::from_u128(3)), room.id, "K1", found);
    let id = audit.id.to_string();
    store.put(&id, &audit, 0, &author()).unwrap();
    store.put(&id, &room, 0, &author()).unwrap();
    store.put(&id, &record, 0, &author()).unwrap();
    Scene { folder, store, audit, room, record }
}

impl Scene {
    pub fn id(&self) -> String {
        self.audit.id.to_string()
    }

    pub fn box_id(&self) -> String {
        self.record.id.to_string()
    }

    pub fn item(&self, state: StoredState) -> WorkItem {
        WorkItem {
            id: ItemId(Uuid::from_u128(4)),
            subject: Subject::Box(self.record.id),
            with: Vec::new(),
            own: None,
            rule: "free-conductor-length".to_owned(),
            repair: "extend-in-line-lever".to_owned(),
            state,
            waits_for: None,
            note: String::new(),
        }
    }

    /// With every step of its dead test done.
    pub fn proven_dead(&self) -> BoxRecord {
        let mut record = self.record.clone();
        for second in 0..60 {
            let test = dead_test_of_box(&record.found, DeadTestMethods::TwoInstruments);
            let Some(step) = test.next.clone() else { break };
            let tests = test.steps.iter().any(|known| known.step == step && known.kind == DeadStepKind::Test);
            let outcome = if tests { DeadOutcome::Dead } else { DeadOutcome::Done };
            record.found.dead_test.push(DeadStep { step, outcome, at: format!("2026-03-04T10:00:{second:02}Z") });
        }
        record
    }

    pub fn measured_again(&self) -> BoxRecord {
        let record = self.proven_dead();
        let mut left = record.found.clone();
        left.conductors[0].free_length = Some(Length::inches(7));
        BoxRecord { left: Some(left), ..record }
    }
}
