//! What was written by earlier versions is read without loss: bundles of format 1, and databases of every earlier version.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

use nailpunch_core::facts::{Bundle, FORMAT, StoredState, Subject};
use nailpunch_store::{Author, Store};
use rusqlite::Connection;
use serde_json::Value;

/// The demo as format 1 wrote it: two boxes are put right, with three items.
const FORMAT_1: &str = include_str!("format_1.nailpunch.json");

fn author() -> Author {
    Author { who: "test".to_owned(), at: "2026-03-04T10:00:00Z".to_owned() }
}

fn old() -> Bundle {
    serde_json::from_str(FORMAT_1).unwrap()
}

/// Every record of the old bundle is in the new one, equal, and nothing else is.
fn assert_same(old: &Bundle, new: &Bundle) {
    assert_eq!((old.nailpunch, new.nailpunch), (1, FORMAT));
    assert_eq!(old.audit, new.audit);
    // Circuits go out by name; each is the same.
    assert!(old.circuits.len() == new.circuits.len() && old.circuits.iter().all(|known| new.circuits.contains(known)));
    let names = |bundle: &Bundle| bundle.panels.iter().map(|panel| panel.name.clone()).collect::<Vec<_>>();
    assert_eq!(names(old), names(new));
    assert!(old.panels == new.panels);
    assert!(old.photos == new.photos);
    let mut items = Vec::new();
    for (old, new) in old.rooms.iter().zip(&new.rooms) {
        assert_eq!(old.room(), new.room());
        for (old, new) in old.boxes.iter().zip(&new.boxes) {
            assert!(old.record(any_room()) == new.record(any_room()), "box {} is changed", old.tag);
            assert!(new.items.is_empty());
            items.extend(old.items.clone());
        }
        assert_eq!(old.boxes.len(), new.boxes.len());
    }
    assert!(!items.is_empty() && old.rooms.len() == new.rooms.len());
    let by_id = |items: &mut Vec<nailpunch_core::facts::WorkItem>| items.sort_by_key(|item| item.id);
    let mut kept = new.items.clone();
    by_id(&mut items);
    by_id(&mut kept);
    assert_eq!(items, kept);
}

const fn any_room() -> nailpunch_core::facts::RoomId {
    nailpunch_core::facts::RoomId(uuid::Uuid::nil())
}

#[test]
fn a_bundle_of_format_1_comes_in_whole_and_goes_out_in_this_format() {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("audits.sqlite")).unwrap();
    store.import(&old(), &author()).unwrap();
    let new = store.export(&old().audit.id.to_string()).unwrap();
    assert_same(&old(), &new);
    // And once more through the new format.
    let again: Bundle = serde_json::from_str(&serde_json::to_string(&new).unwrap()).unwrap();
    assert!(again == new);
}

/// A database as version 6 left it, filled from the old bundle by hand.
fn version_6(path: &std::path::Path) {
    let connection = Connection::open(path).unwrap();
    for migration in [
        include_str!("../migrations/001_spine.sql"),
        include_str!("../migrations/002_firm.sql"),
        include_str!("../migrations/003_circuit.sql"),
        include_str!("../migrations/004_panel.sql"),
        include_str!("../migrations/005_photo.sql"),
        include_str!("../migrations/006_seal.sql"),
    ] {
        connection.execute_batch(migration).unwrap();
    }
    connection.pragma_update(None, "user_version", 6).unwrap();
    let whole: Value = serde_json::from_str(FORMAT_1).unwrap();
    let text = |value: &Value| value.as_str().unwrap().to_owned();
    let audit = text(&whole["audit"]["id"]);
    let insert = |sql: &str, values: &[&dyn rusqlite::ToSql]| {
        connection.execute(sql, values).unwrap();
    };
    insert(
        "INSERT INTO audit (id, name, archived, record, revision) VALUES (?1, ?2, 0, ?3, 1)",
        &[&audit, &text(&whole["audit"]["name"]), &whole["audit"].to_string()],
    );
    let mut position = 0;
    for room in whole["rooms"].as_array().unwrap() {
        position += 1;
        let id = text(&room["id"]);
        let record = serde_json::json!({"id": id, "name": room["name"], "area": room["area"]}).to_string();
        insert(
            "INSERT INTO room (id, audit_id, position, record, revision) VALUES (?1, ?2, ?3, ?4, 3)",
            &[&id, &audit, &position, &record],
        );
        for entry in room["boxes"].as_array().unwrap() {
            position += 1;
            let (box_id, mut record) = (text(&entry["id"]), entry.clone());
            record["room"] = room["id"].clone();
            let items = record.as_object_mut().unwrap().remove("items");
            insert(
                "INSERT INTO box (id, audit_id, room_id, position, record, revision) VALUES (?1, ?2, ?3, ?4, ?5, 2)",
                &[&box_id, &audit, &id, &position, &record.to_string()],
            );
            for item in items.as_ref().and_then(Value::as_array).unwrap_or(&Vec::new()) {
                insert(
                    "INSERT INTO item (id, audit_id, box_id, rule, record, revision) VALUES (?1, ?2, ?3, ?4, ?5, 4)",
                    &[&text(&item["id"]), &audit, &box_id, &text(&item["rule"]), &item.to_string()],
                );
                insert(
                    "INSERT INTO change (at, who, audit_id, kind, subject, action, before, after)
                     VALUES ('2026-03-04T10:00:00Z', 'test', ?1, 'item', ?2, 'create', NULL, ?3)",
                    &[&audit, &text(&item["id"]), &item.to_string()],
                );
            }
        }
    }
    for (table, list) in [("circuit", "circuits"), ("panel", "panels")] {
        for record in whole[list].as_array().unwrap() {
            insert(
                &format!("INSERT INTO {table} (id, audit_id, name, record, revision) VALUES (?1, ?2, ?3, ?4, 1)"),
                &[&text(&record["id"]), &audit, &text(&record["name"]), &record.to_string()],
            );
        }
    }
}

#[test]
fn a_database_of_version_6_comes_forward_record_by_record() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("audits.sqlite");
    version_6(&path);
    let store = Store::open(&path).unwrap();
    let id = old().audit.id.to_string();
    // Photographs have a table of their own, which stays as it is.
    assert_same(&Bundle { photos: Vec::new(), ..old() }, &store.export(&id).unwrap());
    let walk = store.walk(&id).unwrap();
    assert!(walk.items.iter().all(|item| item.revision == 4), "revisions are kept");
    assert!(walk.rooms.iter().all(|room| room.room.revision == 3));
    // What was said before can be changed, closed again, and taken back from the journal of before.
    let last = store.journal(&id, 1).unwrap().remove(0);
    store.undo(&id, last.number, &author()).unwrap();
    assert_eq!(store.walk(&id).unwrap().items.len(), walk.items.len() - 1);
    let item = walk.items.iter().find(|item| item.record.id.to_string() != last.subject).unwrap();
    let mut record = item.record.clone();
    assert!(matches!(record.subject, Subject::Box(_)));
    (record.state, record.note) = (StoredState::PutOff, "until the spring".to_owned());
    store.put(&id, &record, item.revision, &author()).unwrap();
}
