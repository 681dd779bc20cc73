//! Killed in the middle, and many editors at once: what was acknowledged is there, and nothing is overwritten in silence.
//!
//! A sample runs with the other tests; `make soak` runs the whole: `NAILPUNCH_KILLS` and `NAILPUNCH_EDITING_SECONDS`.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

use std::io::{BufRead, BufReader, Write};
use std::path::Path;
use std::process::{Command, Stdio};
use std::sync::Mutex;
use std::time::{Duration, Instant};

use nailpunch_core::facts::{BoxRecord, Bundle};
use nailpunch_store::{Author, Store, StoreError};

const WRITERS: usize = 4;
const CHILD: &str = "NAILPUNCH_ATTACKED";

fn author() -> Author {
    Author { who: "test".to_owned(), at: "2026-01-01T00:00:00Z".to_owned() }
}

fn count(variable: &str, usual: u64) -> u64 {
    std::env::var(variable).ok().and_then(|text| text.parse().ok()).unwrap_or(usual)
}

fn demo() -> Bundle {
    serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).unwrap()
}

/// The box of each writer.
fn boxes(bundle: &Bundle) -> Vec<BoxRecord> {
    let room = &bundle.rooms[0];
    room.boxes[..WRITERS].iter().map(|entry| entry.record(room.id)).collect()
}

/// The one that is killed: each writer saves its box over and over, and says each save that was acknowledged.
#[test]
fn writes_until_it_is_killed() {
    let Some(path) = std::env::var_os(CHILD) else { return };
    let (store, bundle) = (Store::open(Path::new(&path)).unwrap(), demo());
    let audit = bundle.audit.id.to_string();
    let said = Mutex::new(std::io::stdout());
    std::thread::scope(|scope| {
        for (writer, mut record) in boxes(&bundle).into_iter().enumerate() {
            let (store, audit, said) = (&store, &audit, &said);
            scope.spawn(move || {
                loop {
                    let now = store.get::<BoxRecord>(&record.id.to_string()).unwrap();
                    record.place = format!("{}", now.revision + 1);
                    let kept = store.put(audit, &record, now.revision, &author()).unwrap();
                    let mut said = said.lock().unwrap();
                    writeln!(said, "kept {writer} {}", kept.revision).unwrap();
                    said.flush().unwrap();
                }
            });
        }
    });
}

#[test]
fn nothing_acknowledged_is_lost_when_it_is_killed() {
    let (folder, bundle) = (tempfile::tempdir().unwrap(), demo());
    let mut all = 0;
    for kill in 0..count("NAILPUNCH_KILLS", 8) {
        // A new database now and then: examining a journal of millions of changes would take the time.
        let path = folder.path().join(format!("audits-{}.sqlite", kill / 25));
        if kill % 25 == 0 {
            Store::open(&path).unwrap().import(&bundle, &author()).unwrap();
        }
        let mut child = Command::new(std::env::current_exe().unwrap())
            .args(["writes_until_it_is_killed", "--exact", "--nocapture"])
            .env(CHILD, &path)
            .stdout(Stdio::piped())
            .stderr(Stdio::null())
            .spawn()
            .unwrap();
        let said = BufReader::new(child.stdout.take().unwrap());
        let reader = std::thread::spawn(move || {
            let mut last = [0_u32; WRITERS];
            let mut count = 0_u32;
            for line in said.lines().map_while(Result::ok) {
                let mut words = line.split(' ').skip_while(|word| *word != "kept").skip(1);
                let (Some(writer), Some(revision)) = (words.next(), words.next()) else { continue };
                // The last line may be cut off; then it is no acknowledgement of a later save.
                let (Ok(writer), Ok(revision)) = (writer.parse::<usize>(), revision.parse()) else { continue };
                last[writer] = last[writer].max(revision);
                count += 1;
            }
            (last, count)
        });
        std::thread::sleep(Duration::from_millis(150 + kill * 37 % 300));
        child.kill().unwrap();
        child.wait().unwrap();
        let (last, count) = reader.join().unwrap();
        all += count;
        let store = Store::open(&path).unwrap();
        assert_eq!(store.examine().unwrap(), [""; 0], "after kill {kill}");
        for (record, acknowledged) in boxes(&bundle).iter().zip(last) {
            let now = store.get::<BoxRecord>(&record.id.to_string()).unwrap();
            assert!(now.revision >= acknowledged, "kill {kill}: {} of {acknowledged}", now.revision);
            assert!(now.revision == 1 || now.record.place == now.revision.to_string(), "{}", now.record.place);
        }
        // The journal tells the same story: its last word on a box is what the box is.
        let journal = store.journal(&bundle.audit.id.to_string(), 50).unwrap();
        if let Some(change) = journal.iter().find(|change| change.kind == "box") {
            let now = store.get::<BoxRecord>(&change.subject).unwrap().record;
            assert_eq!(change.after, Some(serde_json::to_value(&now).unwrap()));
        }
    }
    assert!(all > 20, "only {all} writes were acknowledged: the attack attacked nothing");
}

#[test]
fn eight_editors_overwrite_nothing_in_silence() {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("audits.sqlite")).unwrap();
    let bundle = demo();
    store.import(&bundle, &author()).unwrap();
    let audit = bundle.audit.id.to_string();
    let records: Vec<BoxRecord> =
        bundle.rooms.iter().flat_map(|room| room.boxes.iter().map(|entry| entry.record(room.id))).take(20).collect();
    let until = Instant::now() + Duration::from_secs(count("NAILPUNCH_EDITING_SECONDS", 2));
    let accepted = Mutex::new(vec![(1_u32, String::new()); records.len()]);
    std::thread::scope(|scope| {
        for editor in 0..8_usize {
            let (store, audit, records, accepted) = (&store, &audit, &records, &accepted);
            scope.spawn(move || {
                let mut turn = editor;
                while Instant::now() < until {
                    turn = (turn * 13 + 7) % 9_973;
                    let place = turn % records.len();
                    let seen = store.get::<BoxRecord>(&records[place].id.to_string()).unwrap();
                    let mine = BoxRecord { place: format!("{editor} at {turn}"), ..seen.record };
                    match store.put(audit, &mine, seen.revision, &author()) {
                        Ok(kept) => {
                            let known = &mut accepted.lock().unwrap()[place];
                            if kept.revision > known.0 {
                                *known = (kept.revision, mine.place);
                            }
                        }
                        // Told that somebody was first, with what they wrote.
                        Err(StoreError::Stale { current_revision, .. }) => assert!(current_revision > seen.revision),
                        Err(other) => panic!("{other}"),
                    }
                }
            });
        }
    });
    let accepted = accepted.into_inner().unwrap();
    assert!(accepted.iter().filter(|(revision, _)| *revision > 1).count() > 10, "the editors edited nothing");
    for (record, (revision, place)) in records.iter().zip(accepted) {
        let now = store.get::<BoxRecord>(&record.id.to_string()).unwrap();
        assert_eq!(now.revision, revision, "each accepted save is one revision, and none was lost");
        assert!(revision == 1 || now.record.place == place);
    }
}
