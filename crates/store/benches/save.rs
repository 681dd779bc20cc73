//! What an acknowledged save costs beside a bare SQLite transaction of the same row at the same durability, in turn.

#![allow(missing_docs, clippy::unwrap_used, reason = "a benchmark")]

use std::time::{Duration, Instant};

use nailpunch_core::facts::{Audit, AuditId, BoxId, BoxRecord, Room, RoomId};
use nailpunch_store::{Author, Store};
use rusqlite::{Connection, params};
use uuid::Uuid;

const ROUNDS: u32 = 400;

fn median(mut times: Vec<Duration>) -> Duration {
    times.sort_unstable();
    times[times.len() / 2]
}

fn main() {
    let folder = tempfile::tempdir_in(".").unwrap();
    let author = Author { who: "bench".to_owned(), at: "2026-01-01T00:00:00Z".to_owned() };
    let store = Store::open(&folder.path().join("store.sqlite")).unwrap();
    let audit = Audit::new(AuditId(Uuid::from_u128(1)), "bench");
    let id = audit.id.to_string();
    store.put(&id, &audit, 0, &author).unwrap();
    let room = Room::new(RoomId(Uuid::from_u128(2)), "room");
    store.put(&id, &room, 0, &author).unwrap();
    let found = serde_json::from_str(
        r#"{"cables":[{"id":1}],"conductors":[
            {"id":1,"cable":1,"gauge":"12","colour":"black","role":"ungrounded","free_length":69850000},
            {"id":2,"cable":1,"gauge":"12","colour":"white","role":"grounded","free_length":69850000}]}"#,
    )
    .unwrap();
    let mut record = BoxRecord::new(BoxId(Uuid::from_u128(3)), room.id, "T", found);
    store.put(&id, &record, 0, &author).unwrap();

    let bare = Connection::open(folder.path().join("bare.sqlite")).unwrap();
    bare.pragma_update(None, "journal_mode", "WAL").unwrap();
    bare.pragma_update(None, "synchronous", "FULL").unwrap();
    bare.execute("CREATE TABLE box (id TEXT PRIMARY KEY, record TEXT NOT NULL) STRICT", []).unwrap();
    let json = serde_json::to_string(&record).unwrap();
    bare.execute("INSERT INTO box VALUES (?1, ?2)", params![record.id.to_string(), json]).unwrap();

    let (mut ours, mut theirs) = (Vec::new(), Vec::new());
    for round in 1..=ROUNDS {
        record.place = format!("place {round}");
        let start = Instant::now();
        store.put(&id, &record, round, &author).unwrap();
        ours.push(start.elapsed());
        let json = serde_json::to_string(&record).unwrap();
        let start = Instant::now();
        let transaction = bare.unchecked_transaction().unwrap();
        transaction.execute("UPDATE box SET record = ?2 WHERE id = ?1", params![record.id.to_string(), json]).unwrap();
        transaction.commit().unwrap();
        theirs.push(start.elapsed());
    }
    let (ours, theirs) = (median(ours), median(theirs));
    println!(
        "save with journal and checks: {ours:.1?}; bare transaction: {theirs:.1?}; ratio {:.2} (at most 1.5)",
        ours.as_secs_f64() / theirs.as_secs_f64()
    );
}
