//! Small scenes for the tests of this crate.

use uuid::Uuid;

use crate::electrical::proof_of_dead::{DeadStepKind, dead_test_of_box};
use crate::facts::{
    Amendment, Audit, AuditFacts, AuditId, Basis, BoxContents, BoxId, BoxKind, BoxRecord, Building, Cable, Colour,
    Conductor, DeadOutcome, DeadStep, DeadTestMethods, Device, DeviceKind, Hung, HungKind, Letterhead, Observation,
    Role, Room, RoomFacts, RoomId, WorkSettings,
};
use crate::quantity::{Gauge, Length};
use crate::repair::{Proposal, Standing, propose};
use crate::rules::{RuleResult, Situation, Verdict, judge};
use crate::standard::{Edition, Location, WiredUnder, WiringMethod};

/// A black 12 AWG conductor in cable 1 with the given free length and reach, in sixteenths of an inch.
pub fn conductor(free_length: Option<u32>, reach: Option<u32>) -> Conductor {
    Conductor {
        free_length: free_length.map(Length::sixteenths),
        reach: reach.map(|sixteenths| Length::sixteenths(sixteenths).into()),
        ..Conductor::new(1, Some(1), Gauge::Awg12, Colour::Black, Role::Ungrounded)
    }
}

/// A device box with one cable whose sheath ends `sheath_end` behind the opening; conductors are numbered from 1.
pub fn box_with(sheath_end: Option<Length>, conductors: Vec<Conductor>) -> BoxContents {
    let cable = Cable { sheath_end, method: WiringMethod::Nonmetallic, ..Cable::new(1) };
    let mut contents = BoxContents { kind: BoxKind::Device, cables: vec![cable], conductors, ..BoxContents::default() };
    for (index, conductor) in contents.conductors.iter_mut().enumerate() {
        conductor.id = u16::try_from(index + 1).expect("few conductors");
    }
    contents
}

/// A room without an area, and in it the record of a box found like this.
pub fn record_of(found: BoxContents) -> (Room, BoxRecord) {
    let room = Room::new(RoomId(Uuid::nil()), "kitchen");
    let record = BoxRecord {
        id: BoxId(Uuid::nil()),
        room: room.id,
        tag: "K1".to_owned(),
        place: String::new(),
        wired_under: None,
        found,
        left: None,
        rulings: Vec::new(),
        remarks: Vec::new(),
        hands_in: None,
    };
    (room, record)
}

/// An audit of that box alone.
pub fn audit_of(record: BoxRecord) -> AuditFacts {
    let (room, _) = record_of(BoxContents::default());
    let audit = Audit {
        id: AuditId(Uuid::nil()),
        name: "test".to_owned(),
        inspector: String::new(),
        building: Building::default(),
        basis: Basis::default(),
        archived: false,
        work: WorkSettings::default(),
        letterhead: Letterhead::default(),
        corrections: Vec::new(),
    };
    let rooms = vec![RoomFacts { room, boxes: vec![record] }];
    AuditFacts { audit, rooms, items: Vec::new(), circuits: Vec::new(), panels: Vec::new(), runs: Vec::new() }
}

/// Does every step of the dead test of a box.
pub fn prove_dead(contents: &mut BoxContents) {
    for second in 0..60 {
        let test = dead_test_of_box(contents, DeadTestMethods::TwoInstruments);
        let Some(step) = test.next.clone() else { return };
        let kind = test.steps.iter().find(|known| known.step == step).map(|known| known.kind);
        let outcome = if kind == Some(DeadStepKind::Test) { DeadOutcome::Dead } else { DeadOutcome::Done };
        contents.dead_test.push(DeadStep { step, outcome, at: format!("2026-03-04T10:00:{second:02}Z") });
    }
}

/// An amendment of a rule that changes nothing yet.
pub fn amendment_of(rule: &str) -> Amendment {
    Amendment {
        rule: rule.to_owned(),
        editions: vec![],
        places: vec![],
        off: false,
        severity: None,
        since: None,
        limit: None,
        citation: None,
        note: None,
    }
}

/// What the rule `code` says of a box under `edition`, wired in `year`.
pub fn judged(code: &str, contents: &BoxContents, edition: Edition, year: Option<u16>) -> RuleResult {
    let basis = Basis { edition, ..Basis::default() };
    let wired_under = year.map(WiredUnder::Year);
    let situation = Situation { wired_under, ..Situation::new(contents, &basis) };
    judge(&situation).into_iter().find(|result| result.rule == code).expect("it is in the catalogue")
}

/// What the rule `code` says of a box under NEC 2023, of unknown age.
pub fn verdict(code: &str, contents: &BoxContents) -> Verdict {
    judged(code, contents, Edition::Nec2023, None).verdict
}

/// Asserts that a rule follows one observation: there, not there, not looked at.
pub fn follows(code: &str, what: Observation, contents: &BoxContents) {
    let mut contents = contents.clone();
    contents.observed.retain(|observed| observed.what != what);
    assert_eq!(verdict(code, &contents), Verdict::NotMeasured, "{code}, not looked at");
    contents.observe(what, true);
    assert_eq!(verdict(code, &contents), Verdict::Violates, "{code}, there");
    contents.observe(what, false);
    assert_eq!(verdict(code, &contents), Verdict::Meets, "{code}, not there");
}

/// A device box with a cable of black, white and bare 12 AWG, and one device.
pub fn box_with_device(kind: DeviceKind) -> BoxContents {
    let wire = |id, colour, role| Conductor::new(id, Some(1), Gauge::Awg12, colour, role);
    let conductors = vec![
        wire(1, Colour::Black, Role::Ungrounded),
        wire(2, Colour::White, Role::Grounded),
        wire(3, Colour::Bare, Role::EquipmentGrounding),
    ];
    let mut contents = box_with(Some(Length::inches(2)), conductors);
    contents.devices = vec![Device::new(1, kind)];
    contents
}

/// A box from which something hangs, with the facts that `set` gives it.
pub fn hanging(kind: HungKind, set: impl Fn(&mut Hung)) -> BoxContents {
    let mut contents = box_with_device(DeviceKind::Switch);
    contents.devices.clear();
    contents.kind = BoxKind::Octagon;
    let mut hung = Hung::new(kind);
    set(&mut hung);
    (contents.hung, contents.location) = (Some(hung), Some(Location::Hallway));
    contents
}

/// The repair `code` held against a box under NEC 2023, of unknown age.
pub fn repaired(code: &str, contents: &BoxContents) -> Proposal {
    let basis = Basis::default();
    let situation = Situation::new(contents, &basis);
    propose(&situation).into_iter().find(|proposal| proposal.repair == code).expect("it is proposed")
}

/// Asserts that a repair mends what was seen.
pub fn mends_what_is_seen(repair: &str, what: Observation, rule: &str, contents: &BoxContents) {
    let mut contents = contents.clone();
    contents.observe(what, true);
    let proposal = repaired(repair, &contents);
    assert_eq!(proposal.standing, Standing::Clears, "{repair}: {:?}", proposal.reasons);
    assert!(proposal.clears.contains(&rule), "{repair} clears {:?}", proposal.clears);
}
