//! The people of a firm, what they are signed in by, and what is kept of it when they are gone.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

use nailpunch_core::facts::{Bundle, Person, PersonId, PersonRole};
use nailpunch_store::{Author, KeptPassphrase, ReportLink, SignIn, Store, StoreError};
use uuid::Uuid;

const EARLY: &str = "2026-01-01T00:00:00Z";
const NOON: &str = "2026-01-01T12:00:00Z";
const LATE: &str = "2026-01-02T00:00:00Z";

fn author() -> Author {
    Author { who: "Ines Vale".to_owned(), at: EARLY.to_owned() }
}

fn person(id: u128, name: &str, role: PersonRole) -> Person {
    Person { id: PersonId(Uuid::from_u128(id)), name: name.to_owned(), licence: String::new(), role, left: false }
}

fn firm() -> (tempfile::TempDir, Store, [Person; 2]) {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("audits.sqlite")).unwrap();
    let people = [person(1, "Ines Vale", PersonRole::Owner), person(2, "Tove Lind", PersonRole::Inspector)];
    for one in &people {
        store.put_person(one, 0, &author()).unwrap();
    }
    (folder, store, people)
}

fn place(of: &Person, paired: bool) -> SignIn {
    SignIn {
        id: Uuid::now_v7().to_string(),
        person: of.id,
        device: "tablet 2".to_owned(),
        paired,
        address: "10.0.0.1".to_owned(),
        begun: EARLY.to_owned(),
        seen: EARLY.to_owned(),
        ends: NOON.to_owned(),
    }
}

fn file(store: &Store) -> Vec<u8> {
    let wal = format!("{}-wal", store.path().display());
    [std::fs::read(store.path()).unwrap(), std::fs::read(wal).unwrap_or_default()].concat()
}

fn holds(store: &Store, text: &str) -> bool {
    file(store).windows(text.len()).any(|part| part == text.as_bytes())
}

#[test]
fn a_sign_in_holds_until_it_ends_or_is_shut_out() {
    let (_folder, store, [owner, other]) = firm();
    let made = place(&other, false);
    store.sign_in("a secret of some length", &made).unwrap();
    assert!(!holds(&store, "a secret of some length"), "what is in the file opens nothing");
    let (who, known) = store.signed_in("a secret of some length", EARLY).unwrap().unwrap();
    assert_eq!((who, &known), (other.clone(), &made));
    assert!(store.signed_in("another secret", EARLY).unwrap().is_none());
    assert!(store.signed_in("a secret of some length", NOON).unwrap().is_none(), "its time is over");
    store.seen(&made.id, NOON, LATE).unwrap();
    assert!(store.signed_in("a secret of some length", NOON).unwrap().is_some(), "seen, it goes on");
    assert!(store.was_signed_in_from(other.id, "10.0.0.1").unwrap());
    assert!(!store.was_signed_in_from(owner.id, "10.0.0.1").unwrap());
    store.shut_out(&made.id).unwrap();
    store.shut_out(&made.id).unwrap();
    assert!(store.signed_in("a secret of some length", EARLY).unwrap().is_none());
    assert!(store.sign_ins(EARLY).unwrap().is_empty());
    assert!(matches!(store.shut_out("nothing"), Err(StoreError::NotFound { .. })));
}

#[test]
fn a_new_passphrase_ends_what_the_old_one_began_and_leaves_paired_devices() {
    let (_folder, store, [_, other]) = firm();
    store.sign_in("by passphrase", &place(&other, false)).unwrap();
    store.sign_in("by pairing", &place(&other, true)).unwrap();
    store.put_passphrase(other.id, &KeptPassphrase::of("salt on the quay").unwrap(), &author()).unwrap();
    assert!(store.signed_in("by passphrase", EARLY).unwrap().is_none());
    assert!(store.signed_in("by pairing", EARLY).unwrap().is_some());
    assert!(KeptPassphrase::opens(store.passphrase(other.id).unwrap().as_ref(), "salt on the quay"));
    let told = store.journal("firm", 1).unwrap().remove(0);
    assert_eq!((told.action.as_str(), told.before, told.after), ("passphrase", None, None), "nothing of it is told");
}

#[test]
fn a_code_pairs_one_device_and_only_while_it_holds() {
    let (_folder, store, [_, other]) = firm();
    let pair = |code: &str, at: &str| {
        store.pair(code, "secret", SignIn { begun: at.to_owned(), ..place(&other, true) }).unwrap()
    };
    store.put_pairing("ABCDE", other.id, EARLY, NOON).unwrap();
    assert!(!holds(&store, "ABCDE"));
    assert!(pair("ABCDF", EARLY).is_none());
    assert!(pair("ABCDE", NOON).is_none(), "its time is over");
    let (who, made) = pair("ABCDE", EARLY).unwrap();
    assert_eq!((who.name.as_str(), made.paired), ("Tove Lind", true));
    assert!(pair("ABCDE", EARLY).is_none(), "it was used");
    store.put_pairing("FGHIJ", other.id, EARLY, NOON).unwrap();
    store.put_person(&Person { left: true, ..other.clone() }, 1, &author()).unwrap();
    assert!(pair("FGHIJ", EARLY).is_none(), "who left is let in nowhere");
    assert!(matches!(store.put_pairing("KLMNO", other.id, EARLY, NOON), Err(StoreError::NotFound { .. })));
    assert!(matches!(store.sign_in("another", &place(&other, false)), Err(StoreError::NotFound { .. })));
}

#[test]
fn a_backup_signs_nobody_in() {
    let (folder, store, [_, other]) = firm();
    store.sign_in("a secret", &place(&other, true)).unwrap();
    store.put_pairing("ABCDE", other.id, EARLY, NOON).unwrap();
    let [copy, target] = ["copy.sqlite", "elsewhere.sqlite"].map(|name| folder.path().join(name));
    nailpunch_store::back_up(store.path(), &copy).unwrap();
    nailpunch_store::restore(&copy, &target).unwrap();
    let restored = Store::open(&target).unwrap();
    assert_eq!(restored.people().unwrap().len(), 2);
    assert!(restored.signed_in("a secret", EARLY).unwrap().is_none(), "shut out since or not, it opens nothing");
    assert!(restored.pair("ABCDE", "another", place(&other, true)).unwrap().is_none());
    assert!(store.signed_in("a secret", EARLY).unwrap().is_some(), "where it was made nothing changed");
}

#[test]
fn who_left_is_erased_by_name_and_who_is_here_is_not() {
    let (_folder, store, [_, other]) = firm();
    store.put_passphrase(other.id, &KeptPassphrase::of("salt on the quay").unwrap(), &author()).unwrap();
    store.sign_in("secret", &place(&other, false)).unwrap();
    let refused = store.erase_person("Tove Lind", true, &author()).unwrap_err();
    assert!(refused.to_string().contains("say first that they left"), "{refused}");
    let record = store.people().unwrap().into_iter().find(|known| known.record.id == other.id).unwrap();
    store.put_person(&Person { left: true, ..other }, record.revision, &author()).unwrap();
    assert!(holds(&store, "Tove Lind"));
    store.erase_person("Tove Lind", true, &author()).unwrap();
    assert_eq!(store.people().unwrap().len(), 1);
    assert!(!holds(&store, "Tove Lind"), "nothing of the name is left in the file");
    assert_eq!(store.examine().unwrap(), [""; 0]);
}

#[test]
fn a_link_outlives_the_deletion_of_its_audit_and_goes_with_its_erasure() {
    let (_folder, store, _) = firm();
    let bundle: Bundle = serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).unwrap();
    store.import(&bundle, &author()).unwrap();
    let audit = bundle.audit.id.to_string();
    let link = ReportLink {
        id: Uuid::now_v7().to_string(),
        number: 1,
        who: "Ines Vale".to_owned(),
        made: EARLY.to_owned(),
        ends: NOON.to_owned(),
        withdrawn: false,
        opens: true,
    };
    assert!(matches!(store.put_link("secret", &audit, &link), Err(StoreError::NotFound { .. })), "nothing is sealed");
    let seal =
        serde_json::from_value(serde_json::json!({"number": 1, "at": EARLY, "data_sha256": "0".repeat(64)})).unwrap();
    let at_change = store.to_seal(&audit, 10).unwrap().at_change;
    store.add_seal(&audit, &seal, b"%PDF-1.7", at_change, &author()).unwrap();
    store.put_link("secret", &audit, &link).unwrap();
    assert_eq!(store.linked_report("secret", EARLY).unwrap().as_deref(), Some(&b"%PDF-1.7"[..]));
    assert!(store.linked_report("secret", NOON).unwrap().is_none(), "its time is over");
    // Taken in once more over the deleted one, with the link in place.
    store.delete::<nailpunch_core::facts::Audit>(&audit, &audit, 1, &author()).unwrap();
    store.import(&bundle, &author()).unwrap();
    assert_eq!(store.linked_report("secret", EARLY).unwrap().as_deref(), Some(&b"%PDF-1.7"[..]));
    store.withdraw_link(&audit, &link.id).unwrap();
    assert!(store.linked_report("secret", EARLY).unwrap().is_none());
    store.erase_audit(&audit, true, &author()).unwrap();
    assert!(store.links(&audit, EARLY).unwrap().is_empty());
}
