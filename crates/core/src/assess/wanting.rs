//! What a report is given away without: what was not measured, dangers without a photograph, who stands for it.

use serde::Serialize;
use utoipa::ToSchema;

use super::assessed::{Assessed, Judged};
use super::dangers::{Danger, dangers};
use super::instruments::read_with;
use crate::facts::{NoticedDanger, Photo, Subject};
use crate::rules::{RuleResult, Verdict};

/// A place by its name.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct NamedPlace {
    /// The place.
    pub subject: Subject,
    /// As one calls it: a box by its tag.
    pub name: String,
}

impl NamedPlace {
    fn of(danger: &Danger) -> Self {
        Self { subject: danger.subject, name: danger.name.clone() }
    }
}

/// Something that a report is given away without.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Wanting {
    /// Its code.
    pub code: &'static str,
    /// In a sentence.
    pub says: String,
    /// Where; empty where it is of the whole audit.
    pub places: Vec<NamedPlace>,
}

/// What the report on an audit would be given away without on a day (`today`, "2026-03-04"), what weighs most first.
pub fn wanting(assessed: &Assessed, photos: &[Photo], today: &str) -> Vec<Wanting> {
    let audit = &assessed.facts.audit;
    let mut wanting = Vec::new();
    let mut missing = |code: &'static str, says: String, places: Vec<NamedPlace>| {
        wanting.push(Wanting { code, says, places });
    };
    let count = |places: &[NamedPlace], one: &str, more: &str| match places {
        [_] => format!("1 {one}"),
        _ => format!("{} {more}", places.len()),
    };
    let dangers = dangers(assessed);
    let of = |of: &dyn Fn(&&Danger) -> bool| -> Vec<NamedPlace> {
        let mut places: Vec<NamedPlace> = dangers.iter().filter(of).map(NamedPlace::of).collect();
        places.dedup();
        places
    };
    let bare = of(&|danger| !photos.iter().any(|photo| shows(photo, danger.subject)));
    if !bare.is_empty() {
        let dangers = count(&bare, "place that is a danger has", "places that are a danger have");
        missing("danger-without-photograph", format!("{dangers} no photograph."), bare);
    }
    let told: Vec<&NoticedDanger> = audit.notices.iter().flat_map(|notice| &notice.dangers).collect();
    let untold = of(&|danger| !told.contains(&&danger.noticed()));
    if !untold.is_empty() {
        let dangers = count(&untold, "place that is a danger stands", "places that are a danger stand");
        missing("danger-not-told", format!("{dangers} on no notice of danger."), untold);
    }
    let unmeasured =
        places(assessed).filter(|(_, now)| now.iter().any(|result| result.verdict == Verdict::NotMeasured));
    let unmeasured: Vec<NamedPlace> = unmeasured.map(|(place, _)| place).collect();
    if !unmeasured.is_empty() {
        let measured = count(&unmeasured, "place something was", "places something was");
        missing("not-measured", format!("In {measured} not measured."), unmeasured);
    }
    let read = read_with(assessed.facts);
    let unnamed: Vec<&str> =
        read.iter().filter(|with| with.instruments.is_empty()).map(|with| with.kind.name()).collect();
    if !unnamed.is_empty() {
        missing(
            "no-instrument",
            format!("No instrument is named for what was read: {}.", unnamed.join(", ")),
            Vec::new(),
        );
    }
    for with in &read {
        let (late, all, kind) = (with.overdue(today), with.readings.len(), with.kind.name());
        if late > 0 {
            missing(
                "overdue",
                format!("{late} of {all} readings of the {kind}: its calibration had run out."),
                Vec::new(),
            );
        }
    }
    let texts = [
        ("inspector", &audit.inspector, "Nobody is named who inspected."),
        ("firm", &audit.letterhead.firm, "No firm is named on it."),
        ("licence", &audit.letterhead.licence, "No licence number is on it."),
        ("address", &audit.building.address, "It does not say where the building is."),
        ("owner", &audit.building.owner, "It does not say whose building it is."),
    ];
    for (code, _, says) in texts.into_iter().filter(|(_, text, _)| text.trim().is_empty()) {
        missing(code, says.to_owned(), Vec::new());
    }
    wanting
}

/// Every place with what the rules say of it as it stands.
fn places<'a>(assessed: &'a Assessed) -> impl Iterator<Item = (NamedPlace, &'a [RuleResult])> {
    let place = |subject: Subject, name: &str| NamedPlace { subject, name: name.to_owned() };
    let panels = assessed
        .panels
        .iter()
        .map(move |known| (place(Subject::Panel(known.record.id), &known.record.name), known.now().results()));
    let boxes =
        assessed.boxes.iter().map(move |known| (place(Subject::Box(known.record.id), &known.record.tag), known.now()));
    let rooms = assessed
        .rooms
        .iter()
        .map(move |known| (place(Subject::Room(known.record.id), &known.record.name), known.now().results()));
    let runs = assessed
        .runs
        .iter()
        .map(move |known| (place(Subject::Run(known.record.id), &known.record.name), known.now().results()));
    panels.chain(boxes).chain(rooms).chain(runs)
}

fn shows(photo: &Photo, subject: Subject) -> bool {
    match subject {
        Subject::Box(id) => photo.box_id == Some(id),
        Subject::Panel(id) => photo.panel == Some(id),
        Subject::Room(id) => photo.room == Some(id),
        Subject::Run(id) => photo.run == Some(id),
    }
}

#[cfg(test)]
mod tests {
    #![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

    use super::*;
    use crate::facts::{Bundle, Instrument, InstrumentKind};

    fn demo() -> Bundle {
        serde_json::from_str(include_str!("../../../../demo/guesthouse.nailpunch.json")).expect("the demo is a bundle")
    }

    fn codes(bundle: &Bundle) -> Vec<(&'static str, usize)> {
        let facts = bundle.facts();
        let photos: Vec<Photo> = bundle.photos.iter().map(|entry| entry.photo.clone()).collect();
        wanting(&Assessed::of(&facts), &photos, "2026-03-04")
            .into_iter()
            .map(|known| (known.code, known.places.len()))
            .collect()
    }

    #[test]
    fn what_is_missing_is_named_and_what_is_there_is_not() {
        let mut bundle = demo();
        let before = codes(&bundle);
        let of = |codes: &[(&'static str, usize)], code: &str| {
            codes.iter().find(|(known, _)| *known == code).map(|(_, places)| *places)
        };
        let bare = of(&before, "danger-without-photograph").expect("the demo has dangers without a photograph");
        // A photograph of one of them is one less.
        let facts = bundle.facts();
        let assessed = Assessed::of(&facts);
        let photos: Vec<Photo> = bundle.photos.iter().map(|entry| entry.photo.clone()).collect();
        let of_boxes = |place: &NamedPlace| place.subject.box_id();
        let wanting = wanting(&assessed, &photos, "2026-03-04");
        let id = wanting[0].places.iter().find_map(of_boxes).expect("a box is a danger");
        let mut entry = bundle.photos[0].clone();
        entry.photo = Photo { box_id: Some(id), panel: None, room: None, run: None, ..entry.photo };
        drop(assessed);
        bundle.photos.push(entry);
        assert_eq!(of(&codes(&bundle), "danger-without-photograph"), (bare > 1).then_some(bare - 1));
        // What read something is named, or asked for; one that had run out is told.
        let reads = InstrumentKind::ALL.to_vec();
        let (name, serial, calibrated) = ("all of them".to_owned(), String::new(), String::new());
        let one = |due: &str| Instrument {
            id: 1,
            name: name.clone(),
            serial: serial.clone(),
            reads: reads.clone(),
            calibrated: calibrated.clone(),
            due: due.to_owned(),
        };
        let told = |due: &str| {
            let mut bundle = bundle.clone();
            bundle.audit.instruments = vec![one(due)];
            let codes = codes(&bundle);
            ["no-instrument", "overdue"].map(|code| of(&codes, code).is_some())
        };
        assert_eq!([told(""), told("2026-03-04"), told("2020-01-01")], [[false, false], [false, false], [false, true]]);
        bundle.audit.instruments.clear();
        assert!(of(&codes(&bundle), "no-instrument").is_some());
        // What is not noted is named, and no longer once it is.
        bundle.audit.letterhead.licence = " ".to_owned();
        bundle.audit.inspector.clear();
        let bare = codes(&bundle);
        assert_eq!([of(&bare, "licence"), of(&bare, "inspector")], [Some(0), Some(0)]);
        bundle.audit.letterhead.licence = "ME 1042".to_owned();
        assert_eq!(of(&codes(&bundle), "licence"), None);
    }
}
