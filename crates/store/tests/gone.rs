//! What is deleted at random: what the store exports it reads, and what was deleted comes back to its place.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

use nailpunch_core::assess::Acceptance;
use nailpunch_core::facts::{BoxRecord, Bundle, CableRun, Circuit, Panel, Photo, PhotoId, Pointer, Room};
use nailpunch_store::{Author, Store, StoreError};
use proptest::prelude::*;
use uuid::Uuid;

fn author() -> Author {
    Author { who: "test".to_owned(), at: "2026-01-01T00:00:00Z".to_owned() }
}

fn demo() -> Bundle {
    serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).unwrap()
}

fn stored() -> (tempfile::TempDir, Store, Bundle) {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("audits.sqlite")).unwrap();
    let bundle = demo();
    store.import(&bundle, &author()).unwrap();
    (folder, store, bundle)
}

/// Deletes the record at `pick` of a kind, as often as it is named.
fn delete(store: &Store, audit: &str, bundle: &Bundle, kind: u8, pick: usize) {
    let boxes: Vec<String> =
        bundle.rooms.iter().flat_map(|room| &room.boxes).map(|entry| entry.id.to_string()).collect();
    let rooms: Vec<String> = bundle.rooms.iter().map(|room| room.id.to_string()).collect();
    let circuits: Vec<String> = bundle.circuits.iter().map(|circuit| circuit.id.to_string()).collect();
    let panels: Vec<String> = bundle.panels.iter().map(|panel| panel.id.to_string()).collect();
    let of = |ids: &[String]| ids[pick % ids.len()].clone();
    match kind {
        0..=4 => store.delete::<BoxRecord>(audit, &of(&boxes), 1, &author()).map(drop),
        5 => store.delete::<Room>(audit, &of(&rooms), 1, &author()).map(drop),
        8 => {
            let runs: Vec<String> = bundle.runs.iter().map(|run| run.id.to_string()).collect();
            store.delete::<CableRun>(audit, &of(&runs), 1, &author()).map(drop)
        }
        6 => store.delete::<Circuit>(audit, &of(&circuits), 1, &author()).map(drop),
        _ => store.delete::<Panel>(audit, &of(&panels), 1, &author()).map(drop),
    }
    .unwrap();
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    #[test]
    fn what_is_exported_is_read(deletions in prop::collection::vec((0_u8..9, 0_usize..1000), 1..12)) {
        let (_folder, store, bundle) = stored();
        let audit = bundle.audit.id.to_string();
        for (kind, pick) in deletions {
            delete(&store, &audit, &bundle, kind, pick);
        }
        let exported = store.export(&audit).unwrap();
        prop_assert_eq!(exported.unacceptable(&Pointer::root()), []);
        let (other_folder, json) = (tempfile::tempdir().unwrap(), serde_json::to_string(&exported).unwrap());
        let other = Store::open(&other_folder.path().join("audits.sqlite")).unwrap();
        let read: Bundle = serde_json::from_str(&json).unwrap();
        other.import(&read, &author()).unwrap();
        prop_assert_eq!(other.export(&audit).unwrap(), exported);
    }
}

#[test]
fn each_box_and_room_may_go() {
    // A box on a circuit, and the room it is in: 34 of 61 boxes and 7 of 9 rooms once made the export unreadable.
    let (_folder, store, bundle) = stored();
    let audit = bundle.audit.id.to_string();
    for room in &bundle.rooms {
        for entry in &room.boxes {
            let id = entry.id.to_string();
            let revision =
                store.delete::<BoxRecord>(&audit, &id, store.get::<BoxRecord>(&id).unwrap().revision, &author());
            let exported = store.export(&audit).unwrap();
            assert_eq!(exported.unacceptable(&Pointer::root()), [], "without {}", entry.tag);
            store.put(&audit, &entry.record(room.id), revision.unwrap(), &author()).unwrap();
        }
    }
    // All came back to their circuits.
    assert_eq!(store.export(&audit).unwrap().circuits.len(), bundle.circuits.len());
    let points = |bundle: &Bundle| bundle.circuits.iter().map(|circuit| circuit.points.len()).sum::<usize>();
    assert_eq!(points(&store.export(&audit).unwrap()), points(&bundle));
}

#[test]
fn a_photograph_shows_only_what_is_of_its_audit_and_is_served_only_there() {
    let (_folder, store, bundle) = stored();
    let audit = bundle.audit.id.to_string();
    let mut photo = Photo {
        id: PhotoId(Uuid::from_u128(7)),
        box_id: None,
        panel: None,
        room: None,
        run: None,
        rule: None,
        caption: String::new(),
        width: 8,
        height: 8,
        marks: Vec::new(),
    };
    let copy = bundle.clone().renamed(Uuid::now_v7);
    store.import(&copy, &author()).unwrap();
    photo.box_id = Some(copy.rooms[0].boxes[0].id);
    assert!(matches!(store.add_photo(&audit, &photo, b"jpeg", &author()), Err(StoreError::Invalid(_))));
    (photo.box_id, photo.room) = (None, Some(copy.rooms[0].id));
    assert!(matches!(store.add_photo(&audit, &photo, b"jpeg", &author()), Err(StoreError::Invalid(_))));
    (photo.room, photo.run) = (None, Some(copy.runs[0].id));
    assert!(matches!(store.add_photo(&audit, &photo, b"jpeg", &author()), Err(StoreError::Invalid(_))));
    photo.run = None;
    (photo.box_id, photo.room) = (Some(bundle.rooms[0].boxes[0].id), Some(bundle.rooms[0].id));
    store.add_photo(&audit, &photo, b"jpeg", &author()).unwrap();
    let id = photo.id.to_string();
    assert_eq!(store.photo_image(&audit, &id).unwrap(), b"jpeg");
    let elsewhere = store.photo_image(&copy.audit.id.to_string(), &id);
    assert!(matches!(elsewhere, Err(StoreError::NotFound { .. })));
    store.delete::<Photo>(&audit, &id, 1, &author()).unwrap();
    assert!(matches!(store.photo_image(&audit, &id), Err(StoreError::NotFound { .. })));
}
