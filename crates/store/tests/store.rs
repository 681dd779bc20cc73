//! The store as the application uses it: revisions, deleting and bringing back, order, whole audits.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

mod scene;

use nailpunch_core::facts::{
    Audit, BoxId, BoxRecord, Bundle, HouseRules, ItemId, Room, RoomId, RoomOrder, Ruling, RulingKind, StoredState,
    TorqueBy,
};
use nailpunch_store::{Author, Store, StoreError};
use proptest::prelude::*;
use uuid::Uuid;

use self::scene::{author, scene};

#[test]
fn a_stale_write_is_refused_with_the_current_record() {
    let scene = scene();
    let mut mine = scene.record.clone();
    mine.place = "by the door".to_owned();
    let mut theirs = scene.record.clone();
    theirs.place = "behind the stove".to_owned();
    assert_eq!(scene.store.put(&scene.id(), &theirs, 1, &author()).unwrap().revision, 2);
    match scene.store.put(&scene.id(), &mine, 1, &author()) {
        Err(StoreError::Stale { current_revision: 2, current, .. }) => {
            assert_eq!(current["place"], "behind the stove");
        }
        other => panic!("not refused: {other:?}"),
    }
    assert_eq!(scene.store.get::<BoxRecord>(&scene.box_id()).unwrap().record, theirs);
}

#[test]
fn the_same_write_again_is_harmless() {
    let scene = scene();
    let mut changed = scene.record.clone();
    changed.tag = "K2".to_owned();
    let first = scene.store.put(&scene.id(), &changed, 1, &author()).unwrap();
    let again = scene.store.put(&scene.id(), &changed, 1, &author()).unwrap();
    assert_eq!(first, again);
    let journal = scene.store.journal(&scene.id(), 100).unwrap();
    assert_eq!(journal.iter().filter(|change| change.action == "change").count(), 1);
}

#[test]
fn the_journal_tells_what_it_was_and_what_it_became() {
    let scene = scene();
    let mut changed = scene.record.clone();
    changed.tag = "K2".to_owned();
    scene.store.put(&scene.id(), &changed, 1, &author()).unwrap();
    let newest = &scene.store.journal(&scene.id(), 1).unwrap()[0];
    assert_eq!((newest.kind.as_str(), newest.action.as_str(), newest.who.as_str()), ("box", "change", "test"));
    assert_eq!(newest.before.as_ref().unwrap()["tag"], "K1");
    assert_eq!(newest.after.as_ref().unwrap()["tag"], "K2");
}

#[test]
fn deleting_a_room_hides_its_boxes_and_putting_it_brings_them_back() {
    let scene = scene();
    let room_id = scene.room.id.to_string();
    let revision = scene.store.delete::<Room>(&scene.id(), &room_id, 1, &author()).unwrap();
    assert!(scene.store.walk(&scene.id()).unwrap().rooms.is_empty());
    scene.store.put(&scene.id(), &scene.room, revision, &author()).unwrap();
    let walk = scene.store.walk(&scene.id()).unwrap();
    assert_eq!(walk.rooms[0].boxes[0].record, scene.record);
}

#[test]
fn a_delete_based_on_an_old_revision_is_refused() {
    let scene = scene();
    let mut changed = scene.record.clone();
    changed.tag = "K2".to_owned();
    scene.store.put(&scene.id(), &changed, 1, &author()).unwrap();
    let refused = scene.store.delete::<BoxRecord>(&scene.id(), &scene.box_id(), 1, &author());
    assert!(matches!(refused, Err(StoreError::Stale { .. })));
}

#[test]
fn nothing_is_kept_of_a_record_that_cannot_be_accepted() {
    let scene = scene();
    let mut lost = scene.record.clone();
    lost.id = BoxId(Uuid::from_u128(9));
    lost.room = RoomId(Uuid::from_u128(99));
    let before = scene.store.journal(&scene.id(), 100).unwrap().len();
    match scene.store.put(&scene.id(), &lost, 0, &author()) {
        Err(StoreError::Invalid(problems)) => assert_eq!(problems[0].pointer, "/room"),
        other => panic!("accepted: {other:?}"),
    }
    assert!(matches!(
        scene.store.get::<BoxRecord>(&lost.id.to_string()),
        Err(StoreError::NotFound { kind: "box", .. })
    ));
    assert_eq!(scene.store.journal(&scene.id(), 100).unwrap().len(), before);
}

#[test]
fn an_item_closes_only_on_new_measurements() {
    let scene = scene();
    let put = |state, based_on| scene.store.put(&scene.id(), &scene.item(state), based_on, &author());
    put(StoredState::Planned, 0).unwrap();
    assert!(matches!(put(StoredState::Done, 1), Err(StoreError::Transition(_))), "nobody proved the box dead");
    scene.store.put(&scene.id(), &scene.proven_dead(), 1, &author()).unwrap();
    put(StoredState::Done, 1).unwrap();
    assert!(matches!(put(StoredState::Closed, 2), Err(StoreError::Transition(_))));
    scene.store.put(&scene.id(), &scene.measured_again(), 2, &author()).unwrap();
    assert_eq!(put(StoredState::Closed, 2).unwrap().revision, 3);
}

#[test]
fn a_box_has_one_item_for_a_rule() {
    let scene = scene();
    scene.store.put(&scene.id(), &scene.item(StoredState::Planned), 0, &author()).unwrap();
    let mut second = scene.item(StoredState::Planned);
    second.id = ItemId(Uuid::from_u128(5));
    assert!(matches!(scene.store.put(&scene.id(), &second, 0, &author()), Err(StoreError::Invalid(_))));
}

#[test]
fn boxes_move_between_rooms_and_keep_their_order() {
    let scene = scene();
    let hall = Room::new(RoomId(Uuid::from_u128(20)), "Hall");
    scene.store.put(&scene.id(), &hall, 0, &author()).unwrap();
    let mut second = scene.record.clone();
    second.id = BoxId(Uuid::from_u128(30));
    second.tag = "K2".to_owned();
    scene.store.put(&scene.id(), &second, 0, &author()).unwrap();
    let order = [
        RoomOrder { room: hall.id, boxes: vec![second.id, scene.record.id] },
        RoomOrder { room: scene.room.id, boxes: vec![] },
    ];
    scene.store.set_order(&scene.id(), &order, &author()).unwrap();
    let walk = scene.store.walk(&scene.id()).unwrap();
    assert_eq!(walk.rooms[0].room.record.name, "Hall");
    let tags: Vec<_> = walk.rooms[0].boxes.iter().map(|record| record.record.tag.as_str()).collect();
    assert_eq!(tags, ["K2", "K1"]);
    assert!(walk.rooms[0].boxes.iter().all(|record| record.record.room == hall.id));
    let stranger = [RoomOrder { room: RoomId(Uuid::from_u128(77)), boxes: vec![] }];
    assert!(matches!(scene.store.set_order(&scene.id(), &stranger, &author()), Err(StoreError::Invalid(_))));
}

#[test]
fn a_bundle_round_trips_without_loss() {
    let scene = scene();
    scene.store.put(&scene.id(), &scene.item(StoredState::Planned), 0, &author()).unwrap();
    let bundle = scene.store.export(&scene.id()).unwrap();
    let other = Store::open(&scene.folder.path().join("other.sqlite")).unwrap();
    other.import(&bundle, &author()).unwrap();
    assert_eq!(other.export(&scene.id()).unwrap(), bundle);
    assert!(matches!(other.import(&bundle, &author()), Err(StoreError::AlreadyHere { .. })));
}

#[test]
fn an_import_is_all_or_nothing() {
    let scene = scene();
    let bundle = scene.store.export(&scene.id()).unwrap();
    // Everything under a fresh name but the box, whose identifier is taken.
    let mut numbers = 100..;
    let mut copy: Bundle = bundle.clone().renamed(|| Uuid::from_u128(numbers.next().unwrap()));
    copy.rooms[0].boxes[0].id = scene.record.id;
    assert!(matches!(scene.store.import(&copy, &author()), Err(StoreError::Foreign(_))));
    assert_eq!(scene.store.audits().unwrap().len(), 1);
    assert!(matches!(scene.store.get::<Room>(&copy.rooms[0].id.to_string()), Err(StoreError::NotFound { .. })));
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    /// Whatever two writers do in turn, the last accepted write is what is read, and the revision counts the accepted.
    #[test]
    fn revisions_count_what_was_accepted(writes in prop::collection::vec((0_u32..6, 0_u8..4), 1..12)) {
        let scene = scene();
        let (mut revision, mut tag) = (1, "K1".to_owned());
        for (based_on, name) in writes {
            let mut record = scene.record.clone();
            record.tag = format!("T{name}");
            let accepted = scene.store.put(&scene.id(), &record, based_on, &author());
            if record.tag == tag {
                prop_assert_eq!(accepted.unwrap().revision, revision);
            } else if based_on == revision {
                revision += 1;
                tag = record.tag;
                prop_assert_eq!(accepted.unwrap().revision, revision);
            } else {
                prop_assert!(accepted.is_err(), "a stale write was accepted");
            }
        }
        let stored = scene.store.get::<BoxRecord>(&scene.box_id()).unwrap();
        prop_assert_eq!((stored.revision, stored.record.tag), (revision, tag));
    }
}

#[test]
fn the_rules_of_the_firm_have_revisions_and_a_journal() {
    let scene = scene();
    assert_eq!(scene.store.firm_rules().unwrap().revision, 0, "the defaults, until the firm has its own");
    let rules = HouseRules { torque: TorqueBy::Hand, ..HouseRules::default() };
    assert_eq!(scene.store.put_firm_rules(&rules, 0, &author()).unwrap().revision, 1);
    assert_eq!(scene.store.put_firm_rules(&rules, 0, &author()).unwrap().revision, 1, "a retry is harmless");
    let stale = scene.store.put_firm_rules(&HouseRules::default(), 0, &author());
    assert!(matches!(stale, Err(StoreError::Stale { current_revision: 1, .. })));
    let mut absurd = rules;
    absurd.plan_weights.minute = 1_000_000;
    assert!(matches!(scene.store.put_firm_rules(&absurd, 1, &author()), Err(StoreError::Invalid(_))));
    assert_eq!(scene.store.firm_rules().unwrap().record, rules);
    let changes = scene.store.journal("firm", 10).unwrap();
    assert_eq!(changes.iter().map(|change| change.action.as_str()).collect::<Vec<_>>(), ["create"]);
}

#[test]
fn a_ruling_is_kept_with_its_box_and_stands_in_the_journal() {
    let scene = scene();
    let mut record = scene.record.clone();
    let dismiss = |reason: &str| Ruling {
        rule: "free-conductor-length".to_owned(),
        kind: RulingKind::Dismiss,
        reason: reason.to_owned(),
    };
    record.rulings = vec![dismiss("")];
    let audit = scene.audit.id.to_string();
    assert!(matches!(scene.store.put(&audit, &record, 1, &author()), Err(StoreError::Invalid(_))));
    record.rulings = vec![dismiss("to be removed this week")];
    scene.store.put(&audit, &record, 1, &author()).unwrap();
    assert_eq!(scene.store.get::<BoxRecord>(&record.id.to_string()).unwrap().record.rulings, record.rulings);
    let journal = scene.store.journal(&audit, 1).unwrap();
    assert!(journal[0].after.as_ref().is_some_and(|after| after.to_string().contains("to be removed this week")));
}

#[test]
fn any_change_of_the_journal_can_be_taken_back() {
    let scene = scene();
    let id = scene.id();
    let latest = || scene.store.journal(&id, 1).unwrap().remove(0);
    let undo = |number: i64| scene.store.undo(&id, number, &author());
    let stored = || scene.store.get::<BoxRecord>(&scene.record.id.to_string());
    let before = stored().unwrap();
    let renamed = BoxRecord { tag: "K9".to_owned(), ..before.record.clone() };
    scene.store.put(&id, &renamed, before.revision, &author()).unwrap();
    let first = latest().number;
    let again = BoxRecord { place: "by the sink".to_owned(), ..renamed };
    scene.store.put(&id, &again, before.revision + 1, &author()).unwrap();
    let second = latest().number;
    assert!(matches!(undo(first), Err(StoreError::Invalid(_))), "the later change comes first");
    undo(second).unwrap();
    undo(first).unwrap();
    assert_eq!(stored().unwrap().record, before.record);
    // The undo itself is a change; taking it back brings what was undone again.
    undo(latest().number).unwrap();
    assert_eq!(stored().unwrap().record.tag, "K9");
    scene.store.put(&id, &again, stored().unwrap().revision, &author()).unwrap();
    let revision = stored().unwrap().revision;
    scene.store.delete::<BoxRecord>(&id, &again.id.to_string(), revision, &author()).unwrap();
    let deletion = latest().number;
    assert!(stored().is_err());
    undo(deletion).unwrap();
    assert_eq!(stored().unwrap().record, again);
    scene.store.put(&id, &scene.item(StoredState::Planned), 0, &author()).unwrap();
    undo(latest().number).unwrap();
    assert!(scene.store.walk(&id).unwrap().items.is_empty(), "what was made is gone");
    assert!(matches!(undo(999_999), Err(StoreError::NotFound { .. })));
}

#[test]
fn a_photograph_and_a_seal_go_with_the_bundle() {
    use nailpunch_core::facts::{Photo, PhotoId, Seal};
    let scene = scene();
    let id = scene.id();
    let photo = Photo {
        id: PhotoId(Uuid::from_u128(77)),
        box_id: Some(scene.record.id),
        panel: None,
        room: None,
        run: None,
        rule: None,
        caption: "as found".to_owned(),
        width: 4,
        height: 3,
        marks: Vec::new(),
    };
    scene.store.add_photo(&id, &photo, b"picture", &author()).unwrap();
    let other = Photo { width: 5, ..photo.clone() };
    assert!(matches!(scene.store.put(&id, &other, 1, &author()), Err(StoreError::Invalid(_))), "the picture stays");
    let (data_sha256, pdf_sha256) = ("aa".to_owned(), Some("bb".to_owned()));
    let (public_key, signature, at) = (None, None, "2026-01-01T00:00:00Z".to_owned());
    let seal = Seal { number: 1, at, data_sha256, pdf_sha256, public_key, signature, changes: vec![] };
    let at_change = scene.store.to_seal(&id, 9).unwrap().at_change;
    scene.store.add_seal(&id, &seal, b"%PDF", at_change, &author()).unwrap();
    let again = Seal { number: 2, ..seal.clone() };
    let meanwhile = scene.store.add_seal(&id, &again, b"%PDF", at_change, &author());
    assert!(matches!(meanwhile, Err(StoreError::Invalid(_))), "another seal was made meanwhile");
    // What changed since, by the numbers of the journal: the clock was back.
    let back = Author { at: "1999-01-01T00:00:00Z".to_owned(), ..author() };
    let mut record = scene.record.clone();
    record.place = "by the door".to_owned();
    scene.store.put(&id, &record, 1, &back).unwrap();
    let changes = scene.store.to_seal(&id, 9).unwrap().changes;
    assert_eq!(changes.iter().map(|change| change.kind.as_str()).collect::<Vec<_>>(), ["box"]);
    scene.store.put(&id, &scene.record, 2, &back).unwrap();
    let bundle = scene.store.export(&id).unwrap();
    assert_eq!((bundle.photos.len(), bundle.seals.len()), (1, 1));
    let folder = tempfile::tempdir().unwrap();
    let elsewhere = Store::open(&folder.path().join("other.sqlite")).unwrap();
    elsewhere.import(&bundle, &author()).unwrap();
    assert_eq!(elsewhere.export(&id).unwrap(), bundle);
    assert_eq!(elsewhere.photo_image(&bundle.audit.id.to_string(), &photo.id.to_string()).unwrap(), b"picture");
    assert!(elsewhere.sealed_report(&id, 1).is_err(), "the sealed PDF stays where it was made");
    assert_eq!(scene.store.sealed_report(&id, 1).unwrap(), b"%PDF");
    // Deleted and brought in again, the report that was given away is still there.
    let revision = scene.store.get::<Audit>(&id).unwrap().revision;
    scene.store.delete::<Audit>(&id, &id, revision, &author()).unwrap();
    scene.store.import(&bundle, &author()).unwrap();
    assert_eq!(scene.store.sealed_report(&id, 1).unwrap(), b"%PDF");
}
