//! A job that goes from hand to hand.

use nailpunch_core::facts::PersonRole;
use rocket::http::Method;

use super::firm::{asked, firm, kept, put_as, signed};
use super::*;

fn hand(server: &Server, role: PersonRole, from: &str, to: &str, note: &str) -> (Status, Value) {
    let body = json!({"from": from, "to": to, "note": note});
    let request = asked(server, Method::Post, &format!("/api/audits/{AUDIT}/turn"), Some(&signed(server, role)));
    answer(request.header(ContentType::JSON).body(body.to_string()).dispatch())
}

#[test]
fn a_job_goes_to_the_electrician_and_back_with_what_was_said() {
    use PersonRole::{Electrician, Inspector, Reader};
    let server = firm();
    assert_eq!(hand(&server, Electrician, "inspection", "repair", "").0, Status::Forbidden);
    assert_eq!(hand(&server, Reader, "inspection", "repair", "").0, Status::Forbidden);
    let (status, handed) = hand(&server, Inspector, "inspection", "repair", "  the attic is hot before noon ");
    assert_eq!(status, Status::Ok);
    let turn = json!({"stage": "repair", "by": "The inspector", "note": "the attic is hot before noon"});
    assert_eq!(handed["record"]["turn"], turn);
    // The same once more, as a page does whose answer was lost.
    let again = hand(&server, Inspector, "inspection", "repair", "the attic is hot before noon");
    assert_eq!((again.0, &again.1["revision"]), (Status::Ok, &handed["revision"]));
    let (status, problem) = hand(&server, Inspector, "inspection", "finished", "");
    assert_eq!(status, Status::Conflict);
    assert!(problem["detail"].as_str().unwrap().contains("with the electrician by now"), "{problem}");
    assert_eq!(hand(&server, Electrician, "repair", "finished", "").0, Status::UnprocessableEntity);
    assert_eq!(hand(&server, Electrician, "repair", "re-inspection", "K3 has a new box").0, Status::Ok);
    assert_eq!(hand(&server, Electrician, "re-inspection", "repair", "").0, Status::Forbidden);
    assert_eq!(hand(&server, Inspector, "re-inspection", "finished", "").0, Status::Ok);
    let (status, problem) = hand(&server, Inspector, "finished", "inspection", &"x".repeat(501));
    assert_eq!((status, &problem["errors"][0]["pointer"]), (Status::UnprocessableEntity, &json!("/note")));
    // Who did it is in the journal, each time.
    let journal = kept(&server).store.journal(AUDIT, 3).unwrap();
    let who: Vec<&str> = journal.iter().map(|change| change.who.as_str()).collect();
    assert_eq!(who, ["The inspector", "The electrician", "The inspector"]);
}

#[test]
fn on_a_machine_of_ones_own_the_job_goes_on_too() {
    let server = furnished();
    let body = json!({"from": "inspection", "to": "repair"});
    let path = format!("/api/audits/{AUDIT}/turn");
    let (status, handed) = server.post(&path, &body.to_string());
    assert_eq!((status, &handed["record"]["turn"]["by"]), (Status::Ok, &json!("")));
    let gone = AUDIT.replace('1', "7");
    assert_eq!(server.post(&format!("/api/audits/{gone}/turn"), &body.to_string()).0, Status::NotFound);
}

#[test]
fn a_note_is_left_by_whoever_works_and_marks_what_it_is_about() {
    let server = firm();
    let mut record = server_box(&server);
    record["notes"] = json!([{"id": 1, "text": "the dog bites", "by": "The electrician", "to": "inspector"}]);
    let (status, view) = put_as(&server, PersonRole::Electrician, &box_path(), 1, &record);
    assert_eq!(status, Status::Ok, "{view}");
    let walk =
        asked(&server, Method::Get, &format!("/api/audits/{AUDIT}/walk"), Some(&signed(&server, PersonRole::Reader)));
    let (_, walk) = answer(walk.dispatch());
    assert_eq!(walk["rooms"][0]["boxes"][0]["overview"]["awaits"], json!(["owner", "inspector"]));
    assert_eq!(walk["counts"]["awaiting"]["inspector"], 1);
    record["notes"][0]["text"] = "".into();
    let (status, problem) = put_as(&server, PersonRole::Electrician, &box_path(), 2, &record);
    assert_eq!((status, &problem["errors"][0]["pointer"]), (Status::UnprocessableEntity, &json!("/notes/0/text")));
}

fn server_box(server: &Server) -> Value {
    let request = asked(server, Method::Get, &box_path(), Some(&signed(server, PersonRole::Reader)));
    answer(request.dispatch()).1["record"]["record"].clone()
}
