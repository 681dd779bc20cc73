//! Backups and what is restored from them.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

mod scene;

use nailpunch_core::facts::BoxRecord;
use nailpunch_store::{Store, StoreError, back_up, restore};

use self::scene::{author, scene};

#[test]
fn a_restored_copy_is_the_same() {
    let scene = scene();
    let backup = scene.folder.path().join("backup.sqlite");
    back_up(scene.store.path(), &backup).unwrap();
    assert!(matches!(back_up(scene.store.path(), &backup), Err(StoreError::Exists(_))));
    let before = scene.store.export(&scene.id()).unwrap();
    let journal = scene.store.journal(&scene.id(), 100).unwrap();
    let mut changed = scene.record.clone();
    changed.tag = "gone".to_owned();
    scene.store.put(&scene.id(), &changed, 1, &author()).unwrap();
    let path = scene.store.path().to_owned();
    drop(scene.store);
    let kept = restore(&backup, &path).unwrap().unwrap();
    let restored = Store::open(&path).unwrap();
    assert_eq!(restored.export(&before.audit.id.to_string()).unwrap(), before);
    assert_eq!(restored.journal(&before.audit.id.to_string(), 100).unwrap(), journal);
    let old = Store::open(&kept).unwrap();
    assert_eq!(old.get::<BoxRecord>(&changed.id.to_string()).unwrap().record.tag, "gone");
}

#[test]
fn a_damaged_backup_leaves_the_database_as_it_was() {
    let scene = scene();
    let backup = scene.folder.path().join("backup.sqlite");
    std::fs::write(&backup, "no database ".repeat(100)).unwrap();
    // Under a running server nothing is restored: what is saved afterwards would be lost.
    let path = scene.store.path().to_owned();
    assert!(matches!(restore(&backup, &path), Err(StoreError::InUse(_))));
    drop(scene.store);
    assert!(matches!(restore(&backup, &path), Err(StoreError::Corrupt { .. })));
    std::fs::write(&backup, "").unwrap();
    assert!(matches!(restore(&backup, &path), Err(StoreError::NotOurs(_))), "empty");
    let foreign = scene.folder.path().join("foreign.sqlite");
    rusqlite::Connection::open(&foreign).unwrap().execute_batch("CREATE TABLE bird (name TEXT)").unwrap();
    assert!(matches!(restore(&foreign, &path), Err(StoreError::NotOurs(_))), "of another program");
    assert!(matches!(Store::open(&foreign).map(drop), Err(StoreError::NotOurs(_))));
    let store = Store::open(&path).unwrap();
    assert_eq!(store.get::<BoxRecord>(&scene.record.id.to_string()).unwrap().record, scene.record);
}

#[test]
fn what_was_kept_before_a_restore_stays_at_the_second() {
    let scene = scene();
    let (backup, path) = (scene.folder.path().join("backup.sqlite"), scene.store.path().to_owned());
    back_up(&path, &backup).unwrap();
    let renamed = |tag: &str, store: &Store| {
        let now = store.get::<BoxRecord>(&scene.record.id.to_string()).unwrap();
        let record = BoxRecord { tag: tag.to_owned(), ..now.record };
        store.put(&scene.audit.id.to_string(), &record, now.revision, &author()).unwrap();
    };
    renamed("first", &scene.store);
    drop(scene.store);
    let first = restore(&backup, &path).unwrap().unwrap();
    let store = Store::open(&path).unwrap();
    renamed("second", &store);
    drop(store);
    let second = restore(&backup, &path).unwrap().unwrap();
    let tag = |path: &std::path::Path| {
        Store::open(path).unwrap().get::<BoxRecord>(&scene.record.id.to_string()).unwrap().record.tag
    };
    assert_eq!([tag(&first), tag(&second), tag(&path)], ["first", "second", "K1"]);
}

#[test]
fn a_backup_is_whole_while_others_save() {
    let scene = scene();
    let (path, id) = (scene.store.path().to_owned(), scene.id());
    let stop = std::sync::atomic::AtomicBool::new(false);
    std::thread::scope(|scope| {
        scope.spawn(|| {
            let mut record = scene.record.clone();
            for number in 1.. {
                if stop.load(std::sync::atomic::Ordering::Relaxed) {
                    break;
                }
                record.place = format!("place {number}");
                scene.store.put(&id, &record, number, &author()).unwrap();
            }
        });
        for number in 0..5 {
            let copy = scene.folder.path().join(format!("copy-{number}.sqlite"));
            back_up(&path, &copy).unwrap();
            let copied = Store::open(&copy).unwrap();
            let (last, record) = (copied.journal(&id, 1).unwrap(), copied.get::<BoxRecord>(&scene.box_id()).unwrap());
            // One state: what the journal says last is what the record is.
            assert_eq!(last[0].after, Some(serde_json::to_value(&record.record).unwrap()));
        }
        stop.store(true, std::sync::atomic::Ordering::Relaxed);
    });
}
