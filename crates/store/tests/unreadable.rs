//! One record that cannot be read stops nothing else; it is named, and salvaged or set aside.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

use nailpunch_core::facts::{BoxRecord, Bundle};
use nailpunch_store::{Author, Store, StoreError};
use rusqlite::Connection;

fn author() -> Author {
    Author { who: "test".to_owned(), at: "2026-01-01T00:00:00Z".to_owned() }
}

fn stored() -> (tempfile::TempDir, Store, Bundle) {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("audits.sqlite")).unwrap();
    let bundle: Bundle = serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).unwrap();
    store.import(&bundle, &author()).unwrap();
    (folder, store, bundle)
}

fn spoil(store: &Store, table: &str, id: &str, path: &str, value: &str) {
    let other = Connection::open(store.path()).unwrap();
    let sql = format!("UPDATE {table} SET record = json_set(record, ?2, json(?3)) WHERE id = ?1");
    assert_eq!(other.execute(&sql, [id, path, value]).unwrap(), 1);
}

#[test]
fn the_rest_goes_on_without_it() {
    let (_folder, store, bundle) = stored();
    let (audit, record) = (bundle.audit.id.to_string(), &bundle.rooms[0].boxes[1]);
    let id = record.id.to_string();
    spoil(&store, "box", &id, "$.found.conductors[0].gauge", "\"thick\"");
    let left = store.export(&audit).unwrap();
    assert_eq!(left.rooms[0].boxes.len() + 1, bundle.rooms[0].boxes.len());
    assert_eq!(store.audits().unwrap().len(), 1);
    let named = store.unreadable().unwrap();
    assert_eq!((named.len(), named[0].id.as_str(), named[0].kind.as_str()), (1, id.as_str(), "box"));
    assert!(named[0].reason.contains("/found/conductors/0/gauge"), "{}", named[0].reason);
    assert!(matches!(store.require_readable(&audit), Err(StoreError::Unreadable { .. })));
    assert!(matches!(store.get::<BoxRecord>(&id), Err(StoreError::Unreadable { .. })));
    // An audit whose own record is spoilt keeps no other from the list.
    let copy = bundle.clone().renamed(uuid::Uuid::now_v7);
    store.import(&copy, &author()).unwrap();
    spoil(&store, "audit", &audit, "$.basis", "7");
    assert_eq!(store.audits().unwrap().len(), 1);
    assert_eq!(store.unreadable().unwrap().len(), 2);
}

#[test]
fn what_can_be_read_of_it_is_salvaged_and_the_rest_is_kept() {
    let (_folder, store, bundle) = stored();
    let (audit, record) = (bundle.audit.id.to_string(), &bundle.rooms[0].boxes[1]);
    let id = record.id.to_string();
    spoil(&store, "box", &id, "$.found.conductors[0].gauge", "\"thick\"");
    spoil(&store, "box", &id, "$.found.moon", "7");
    let named = store.unreadable().unwrap();
    let mended = store.mend(&named[0], true, &author()).unwrap();
    assert!(mended.before.contains("thick"));
    assert!(!mended.left_out.unwrap().is_empty());
    let now = store.get::<BoxRecord>(&id).unwrap().record;
    assert_eq!((now.tag.as_str(), now.found.kind), (record.tag.as_str(), record.found.kind));
    assert!(store.unreadable().unwrap().is_empty());
    assert_eq!(store.journal(&audit, 1).unwrap()[0].action, "salvage");
    // Set aside: it is deleted, and the audit is whole without it.
    spoil(&store, "box", &id, "$.tag", "[]");
    let named = store.unreadable().unwrap();
    assert_eq!(store.mend(&named[0], false, &author()).unwrap().left_out, None);
    assert!(store.unreadable().unwrap().is_empty());
    assert_eq!(store.export(&audit).unwrap().rooms[0].boxes.len() + 1, bundle.rooms[0].boxes.len());
}
