//! What is kept no longer, and what is said of it.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

use nailpunch_core::facts::{Audit, BoxRecord, Bundle};
use nailpunch_store::{Author, Store, StoreError};

fn at(moment: &str) -> Author {
    Author { who: "Ada Marsh".to_owned(), at: moment.to_owned() }
}

const EARLY: &str = "2026-01-01T00:00:00Z";
const BETWEEN: &str = "2026-02-01T00:00:00Z";
const LATE: &str = "2026-03-01T00:00:00Z";

fn stored() -> (tempfile::TempDir, Store, Bundle) {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("audits.sqlite")).unwrap();
    let mut bundle: Bundle = serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).unwrap();
    bundle.audit.inspector = "Ada Marsh".to_owned();
    bundle.audit.building.address = "Ada Marsh's quay".to_owned();
    store.import(&bundle, &at(EARLY)).unwrap();
    (folder, store, bundle)
}

fn holds(store: &Store, text: &str) -> bool {
    let wal = format!("{}-wal", store.path().display());
    let bytes = [std::fs::read(store.path()).unwrap(), std::fs::read(wal).unwrap_or_default()].concat();
    bytes.windows(text.len()).any(|known| known == text.as_bytes())
}

#[test]
fn what_was_deleted_long_ago_goes_and_what_was_deleted_lately_stays() {
    let (_folder, store, bundle) = stored();
    let audit = bundle.audit.id.to_string();
    let [first, second] = [0, 1].map(|index| bundle.rooms[0].boxes[index].id.to_string());
    store.delete::<BoxRecord>(&audit, &first, 1, &at(EARLY)).unwrap();
    store.delete::<BoxRecord>(&audit, &second, 1, &at(LATE)).unwrap();
    let before = store.export(&audit).unwrap();
    let told = store.prune(BETWEEN, false, &at(LATE)).unwrap();
    assert_eq!((told.boxes, told.audits), (1, 0));
    assert!(told.changes > 0);
    assert_eq!(store.prune(BETWEEN, true, &at(LATE)).unwrap(), told, "what was said is what is lost");
    assert_eq!(store.export(&audit).unwrap(), before, "what was not deleted is as it was");
    // The one deleted lately comes back; the other is new to the store.
    let record = bundle.rooms[0].boxes[1].record(bundle.rooms[0].id);
    assert!(store.put(&audit, &record, 2, &at(LATE)).is_ok());
    let record = bundle.rooms[0].boxes[0].record(bundle.rooms[0].id);
    assert!(matches!(store.put(&audit, &record, 2, &at(LATE)), Err(StoreError::NotFound { .. })));
    assert_eq!(store.journal("firm", 9).unwrap()[0].action, "prune");
}

#[test]
fn an_audit_is_erased_with_every_trace() {
    let (_folder, store, bundle) = stored();
    let audit = bundle.audit.id.to_string();
    assert!(holds(&store, "Quillmere Guesthouse"));
    assert_eq!(store.erase_audit(&audit, false, &at(LATE)).unwrap().audits, 1);
    assert!(store.walk(&audit).is_ok(), "only asked");
    let lost = store.erase_audit(&audit, true, &at(LATE)).unwrap();
    assert_eq!(lost.boxes, bundle.rooms.iter().map(|room| room.boxes.len()).sum::<usize>());
    assert!(!holds(&store, "Quillmere Guesthouse"));
    assert!(matches!(store.erase_audit(&audit, true, &at(LATE)), Err(StoreError::NotFound { .. })));
    store.import(&bundle, &at(LATE)).unwrap();
}

#[test]
fn a_name_is_taken_out_of_every_field_and_what_is_left_is_counted() {
    let (_folder, store, bundle) = stored();
    let erased = store.erase_person("Ada Marsh", true, &at(LATE)).unwrap();
    assert!(erased.fields >= 3, "record, journal, who: {erased:?}");
    assert!(erased.within >= 1, "the address holds it too: {erased:?}");
    let audit = store.get::<Audit>(&bundle.audit.id.to_string()).unwrap().record;
    assert_eq!(audit.inspector, "(erased)");
    assert_eq!(audit.building.address, "Ada Marsh's quay");
}
