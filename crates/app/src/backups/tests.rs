//! Backups in a folder and in a store of objects: a small stand-in that speaks as much of the S3 protocol as is used.

#![allow(clippy::unwrap_used, clippy::expect_used, reason = "a test that cannot go on should stop")]

use std::collections::BTreeMap;
use std::convert::Infallible;
use std::path::{Path, PathBuf};
use std::sync::{Arc, Mutex};
use std::time::Duration;

use http_body_util::{BodyExt, Full};
use hyper::body::{Bytes, Incoming};
use hyper::header::HeaderValue;
use hyper::service::service_fn;
use hyper::{Method, Request, Response, StatusCode};
use hyper_util::rt::TokioIo;
use jiff::Timestamp;
use nailpunch_core::facts::{Bundle, Person, PersonId, PersonRole};
use nailpunch_store::{Author, Store, is_of_another_firm, key_path, open_key, restore, seal_key};
use rocket::tokio::net::TcpListener;
use rocket::tokio::spawn;
use uuid::Uuid;

use super::*;

/// The objects of a bucket by their keys, and the parts of what is under way.
#[derive(Default)]
struct Bucket {
    objects: BTreeMap<String, Vec<u8>>,
    parts: BTreeMap<u32, Vec<u8>>,
    /// What is read comes damaged.
    damages: bool,
}

fn said(status: StatusCode, body: impl Into<Bytes>) -> Response<Full<Bytes>> {
    let mut answer = Response::new(Full::new(body.into()));
    *answer.status_mut() = status;
    let headers = answer.headers_mut();
    headers.insert("etag", HeaderValue::from_static("\"1\""));
    headers.insert("last-modified", HeaderValue::from_static("Sat, 28 Nov 2026 18:30:00 GMT"));
    answer
}

/// Answers as the store would; the protocol as in the public reference of its operations, from memory.
async fn answer(bucket: Arc<Mutex<Bucket>>, request: Request<Incoming>) -> Result<Response<Full<Bytes>>, Infallible> {
    let (head, body) = request.into_parts();
    let sent = body.collect().await.unwrap().to_bytes();
    // Without a signature nobody comes in.
    if !head.headers.get("authorization").is_some_and(|said| said.to_str().unwrap().contains("Credential=inspector/")) {
        return Ok(said(StatusCode::FORBIDDEN, "<Error><Code>AccessDenied</Code></Error>"));
    }
    let key = head.uri.path().trim_start_matches("/kept").trim_start_matches('/').to_owned();
    let query = head.uri.query().unwrap_or_default();
    let mut bucket = bucket.lock().unwrap();
    let xml = |text: String| said(StatusCode::OK, text);
    Ok(match (head.method, query) {
        (Method::POST, "uploads" | "uploads=") => {
            xml("<InitiateMultipartUploadResult><UploadId>7</UploadId></InitiateMultipartUploadResult>".to_owned())
        }
        (Method::PUT, query) if query.contains("partNumber=") => {
            let number = query.split(['=', '&']).nth(1).unwrap().parse().unwrap();
            bucket.parts.insert(number, sent.to_vec());
            said(StatusCode::OK, "")
        }
        (Method::POST, _) => {
            let whole = std::mem::take(&mut bucket.parts).into_values().flatten().collect();
            bucket.objects.insert(key, whole);
            xml("<CompleteMultipartUploadResult><ETag>\"1\"</ETag></CompleteMultipartUploadResult>".to_owned())
        }
        (Method::PUT, _) => {
            bucket.objects.insert(key, sent.to_vec());
            said(StatusCode::OK, "")
        }
        (Method::GET, query) if query.contains("list-type=2") => {
            let each = bucket.objects.iter().map(|(key, bytes)| {
                let size = bytes.len();
                format!("<Contents><Key>{key}</Key><LastModified>2026-11-28T18:30:00.000Z</LastModified><ETag>\"1\"</ETag><Size>{size}</Size></Contents>")
            });
            xml(format!(
                "<ListBucketResult><IsTruncated>false</IsTruncated>{}</ListBucketResult>",
                each.collect::<String>()
            ))
        }
        (Method::GET, _) => match bucket.objects.get(&key) {
            Some(bytes) => {
                let mut bytes = bytes.clone();
                if bucket.damages {
                    bytes[100] ^= 1;
                }
                said(StatusCode::OK, bytes)
            }
            None => said(StatusCode::NOT_FOUND, "<Error><Code>NoSuchKey</Code></Error>"),
        },
        (Method::DELETE, _) => {
            bucket.objects.remove(&key);
            said(StatusCode::NO_CONTENT, "")
        }
        (method, query) => panic!("{method} {query} is nothing that is used"),
    })
}

/// A store of objects on this machine, and the place in it.
async fn objects(secret: &str) -> (Arc<Mutex<Bucket>>, Place) {
    let bucket: Arc<Mutex<Bucket>> = Arc::default();
    let listener = TcpListener::bind("127.0.0.1:0").await.unwrap();
    let endpoint = format!("http://{}", listener.local_addr().unwrap());
    let own = Arc::clone(&bucket);
    spawn(async move {
        while let Ok((stream, _)) = listener.accept().await {
            let own = Arc::clone(&own);
            let service = service_fn(move |request| answer(Arc::clone(&own), request));
            spawn(hyper::server::conn::http1::Builder::new().serve_connection(TokioIo::new(stream), service));
        }
    });
    let said = [
        ("AWS_ENDPOINT", endpoint.as_str()),
        ("AWS_REGION", "here"),
        ("AWS_ACCESS_KEY_ID", secret),
        ("AWS_SECRET_ACCESS_KEY", "salt on the quay"),
        ("AWS_ALLOW_HTTP", "true"),
    ];
    let said = said.map(|(name, value)| (name.to_owned(), value.to_owned()));
    (bucket, Place::open_with("s3://kept/firm", said).unwrap())
}

fn author() -> Author {
    Author { who: "test".to_owned(), at: "2026-01-01T00:00:00Z".to_owned() }
}

/// A database with the demo, and its folder.
fn database() -> (tempfile::TempDir, PathBuf) {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("audits.sqlite");
    let store = Store::open(&path).unwrap();
    let bundle: Bundle = serde_json::from_str(crate::demo::BUNDLE).unwrap();
    store.import(&bundle, &author()).unwrap();
    (folder, path)
}

fn audits(path: &Path) -> usize {
    Store::open(path).unwrap().audits().unwrap().len()
}

#[rocket::async_test]
async fn a_backup_in_a_folder_comes_back_on_a_machine_that_has_nothing_else() {
    let (folder, path) = database();
    let place = Place::make(folder.path().join("kept").to_str().unwrap()).unwrap();
    let made = take(&path, &place, None).await.unwrap();
    assert_eq!(place.list().await.unwrap(), std::slice::from_ref(&made));
    // The sum beside it is what other programs read too.
    let sum = String::from_utf8(place.small(&sum_name(&made.name)).await.unwrap().unwrap()).unwrap();
    assert!(sum.ends_with(&format!("  {}\n", made.name)) && sum.len() == 64 + 3 + made.name.len());
    let elsewhere = tempfile::tempdir().unwrap();
    let (fetched, fresh) = (elsewhere.path().join("fetched"), elsewhere.path().join("audits.sqlite"));
    assert_eq!(fetch(&place, None, &fetched).await.unwrap(), made.name);
    restore(&fetched, &fresh).unwrap();
    assert_eq!(audits(&fresh), 1);
    assert!(!path.with_extension("backing-up").exists());
    #[cfg(unix)]
    {
        use std::os::unix::fs::PermissionsExt;
        let mode = std::fs::metadata(folder.path().join("kept").join(&made.name)).unwrap().permissions().mode();
        assert_eq!(mode & 0o777, 0o600);
    }
}

#[rocket::async_test]
async fn a_store_of_objects_keeps_it_with_its_key_and_gives_it_back() {
    let (folder, path) = database();
    let store = Store::open(&path).unwrap();
    let audit = store.audits().unwrap()[0].audit.record.id.to_string();
    sealed(&path);
    drop(store);
    let (bucket, place) = objects("inspector").await;
    let made = take(&path, &place, Some("salt on the quay at dusk")).await.unwrap();
    let keys: Vec<String> = bucket.lock().unwrap().objects.keys().cloned().collect();
    let under = |name: String| format!("firm/{name}");
    assert_eq!(keys, [under(made.name.clone()), under(key_name(&made.name)), under(sum_name(&made.name))]);
    let fetched = folder.path().join("fetched");
    assert_eq!(fetch(&place, Some(&made.name), &fetched).await.unwrap(), made.name);
    let locked = std::fs::read(key_path(&fetched)).unwrap();
    assert_eq!(open_key(&locked, "salt on the quay at dusk").ok(), seal_key(&path).unwrap());
    let fresh = folder.path().join("fresh.sqlite");
    restore(&fetched, &fresh).unwrap();
    assert_eq!(Store::open(&fresh).unwrap().audits().unwrap()[0].audit.record.id.to_string(), audit);
}

/// A database that has sealed has a key.
fn sealed(path: &Path) {
    nailpunch_store::put_seal_key(path, &[7; 32]).unwrap();
}

#[rocket::async_test]
async fn what_is_damaged_where_it_lies_is_no_backup() {
    let (folder, path) = database();
    let (bucket, place) = objects("inspector").await;
    let made = take(&path, &place, None).await.unwrap();
    bucket.lock().unwrap().damages = true;
    let fetched = folder.path().join("fetched");
    let error = fetch(&place, None, &fetched).await.unwrap_err();
    assert!(matches!(error, BackupError::Damaged { .. }) && error.to_string().contains(&made.name), "{error}");
    bucket.lock().unwrap().objects.clear();
    let error = take(&path, &place, None).await.unwrap_err();
    assert!(matches!(error, BackupError::Damaged { .. }), "{error}");
    assert!(bucket.lock().unwrap().objects.is_empty(), "nothing is left under the name of a backup");
    assert_eq!(audits(&path), 1);
}

#[rocket::async_test]
async fn a_place_that_refuses_or_is_none_is_named() {
    let (folder, path) = database();
    let (_bucket, closed) = objects("somebody").await;
    let error = take(&path, &closed, None).await.unwrap_err().to_string();
    assert!(error.contains("s3://kept/firm cannot be used for backups"), "{error}");
    let blocked = folder.path().join("a-file");
    std::fs::write(&blocked, "in the way").unwrap();
    let error = Place::make(blocked.to_str().unwrap()).map(drop).unwrap_err().to_string();
    assert!(error.contains("a-file cannot be used"), "{error}");
    let error = Place::open_with("s3://kept/firm", []).map(drop).unwrap_err().to_string();
    assert!(error.contains("AWS_ACCESS_KEY_ID is not in the environment"), "{error}");
    assert!(Place::open("s3://").is_err());
    let empty = Place::make(folder.path().join("empty").to_str().unwrap()).unwrap();
    let error = fetch(&empty, None, &folder.path().join("fetched")).await.unwrap_err();
    assert!(matches!(error, BackupError::None(_)), "{error}");
}

#[rocket::async_test]
async fn the_old_ones_go_with_what_is_beside_them_and_what_is_not_ours_stays() {
    let (folder, path) = database();
    let kept = folder.path().join("kept");
    let place = Place::make(kept.to_str().unwrap()).unwrap();
    let now = Timestamp::now().as_second();
    let of_age = |days: i64| name_at(Timestamp::from_second(now - days * 86_400).unwrap());
    for days in [1, 3_000, 4_000] {
        for name in [of_age(days), sum_name(&of_age(days)), key_name(&of_age(days))] {
            std::fs::write(kept.join(name), "old").unwrap();
        }
    }
    std::fs::write(kept.join("letters.txt"), "not ours").unwrap();
    let made = take(&path, &place, None).await.unwrap();
    let names: Vec<String> = place.list().await.unwrap().into_iter().map(|kept| kept.name).collect();
    assert_eq!(names, [made.name, of_age(1)]);
    let left = std::fs::read_dir(&kept).unwrap().count();
    assert_eq!(left, 2 + 3 + 1, "the new one with its sum, yesterday's with both, and the letters");
}

#[rocket::async_test]
async fn the_server_makes_them_by_itself_and_tries_again() {
    let (folder, path) = database();
    let kept = folder.path().join("kept");
    let place = Place::make(kept.to_str().unwrap()).unwrap();
    // Something in the way, at first.
    let (aside, state) = (folder.path().join("aside"), State::default());
    std::fs::rename(&kept, &aside).unwrap();
    std::fs::write(&kept, "in the way").unwrap();
    let task = spawn(keep(path, place, Duration::from_millis(50), None, state.clone()));
    let until = |wanted: fn(&BackupStatus) -> bool| {
        let state = state.clone();
        async move {
            for _ in 0..500 {
                if wanted(&state.now()) {
                    return state.now();
                }
                rocket::tokio::time::sleep(Duration::from_millis(20)).await;
            }
            panic!("{:?}", state.now());
        }
    };
    let failed = until(|status| status.failed.is_some()).await;
    assert_eq!((failed.last, failed.place.as_deref()), (None, kept.to_str()));
    std::fs::remove_file(&kept).unwrap();
    std::fs::rename(&aside, &kept).unwrap();
    let made = until(|status| status.failed.is_none() && status.last.is_some()).await;
    assert!(made.bytes > Some(0));
    task.abort();
}

#[test]
fn two_firms_are_told_apart_by_their_people() {
    let (_one, ours) = database();
    let (_two, theirs) = database();
    let person = |id| Person {
        id: PersonId(Uuid::from_u128(id)),
        name: format!("Person {id}"),
        licence: String::new(),
        role: PersonRole::Owner,
        left: false,
    };
    assert!(!is_of_another_firm(&theirs, &ours), "nobody is known of either");
    Store::open(&ours).unwrap().put_person(&person(1), 0, &author()).unwrap();
    assert!(!is_of_another_firm(&theirs, &ours));
    Store::open(&theirs).unwrap().put_person(&person(2), 0, &author()).unwrap();
    assert!(is_of_another_firm(&theirs, &ours));
    Store::open(&theirs).unwrap().put_person(&person(1), 0, &author()).unwrap();
    assert!(!is_of_another_firm(&theirs, &ours));
    assert!(!is_of_another_firm(Path::new("/nonexistent"), &ours));
}
