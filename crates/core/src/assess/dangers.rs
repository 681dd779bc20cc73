//! What is a danger now, place by place: what the owner is told of first.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::assessed::{Assessed, Judged};
use super::item::{ItemState, ItemView};
use crate::facts::{BoxRecord, NoticedDanger, Remark, Subject};
use crate::rules::RuleResult;
use crate::standard::Severity;

/// A danger as it stands.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Danger {
    /// Where.
    pub subject: Subject,
    /// As one calls the place: a box by its tag.
    pub name: String,
    /// As one says where it is, "K1 by the door".
    pub place: String,
    /// The room that it is in; empty where it is a room, a panel or a cable run.
    pub room: String,
    /// What, in a sentence.
    pub what: String,
    /// Why the owner does not want it put right; absent where nothing was declined.
    #[serde(default)]
    pub declined: Option<String>,
}

impl Danger {
    /// As it stands on a notice.
    pub fn noticed(&self) -> NoticedDanger {
        let room = if self.room.is_empty() { String::new() } else { format!(", {}", self.room) };
        NoticedDanger {
            place: format!("{}{room}", self.place),
            what: self.what.clone(),
            declined: self.declined.clone(),
        }
    }
}

/// A box as one says it, "K1 by the door".
pub fn box_called(record: &BoxRecord) -> String {
    if record.place.is_empty() { record.tag.clone() } else { format!("{} {}", record.tag, record.place) }
}

/// Every danger of an audit as it stands, in the order of the walk: panels, each room with its boxes, cable runs.
pub fn dangers(assessed: &Assessed) -> Vec<Danger> {
    let mut dangers = Vec::new();
    for known in &assessed.panels {
        let place = [known.record.name.as_str(), &known.record.name, ""];
        let subject = Subject::Panel(known.record.id);
        dangers.extend(at(subject, place, known.now().results(), &known.findings, &known.record.remarks));
    }
    for room in &assessed.facts.rooms {
        if let Some(known) = assessed.of_room(room.room.id) {
            let place = [known.record.name.as_str(), &known.record.name, ""];
            let subject = Subject::Room(known.record.id);
            dangers.extend(at(subject, place, known.now().results(), &known.findings, &known.record.remarks));
        }
        for known in assessed.boxes.iter().filter(|known| known.room.id == room.room.id) {
            let called = box_called(known.record);
            let place = [known.record.tag.as_str(), &called, &known.room.name];
            let (subject, answer) = (Subject::Box(known.record.id), known.answer());
            dangers.extend(at(subject, place, known.now(), &answer.findings, &known.record.remarks));
        }
    }
    for known in &assessed.runs {
        let place = [known.record.name.as_str(), &known.record.name, ""];
        let subject = Subject::Run(known.record.id);
        dangers.extend(at(subject, place, known.now().results(), &known.findings, &known.record.remarks));
    }
    dangers
}

/// The dangers of one place: what a rule says as it stands, and what no rule covers.
fn at(
    subject: Subject,
    [name, place, room]: [&str; 3],
    now: &[RuleResult],
    findings: &[ItemView],
    remarks: &[Remark],
) -> Vec<Danger> {
    let danger = |what: &str, declined: Option<String>| Danger {
        subject,
        name: name.to_owned(),
        place: place.to_owned(),
        room: room.to_owned(),
        what: what.to_owned(),
        declined,
    };
    let broken = now.iter().filter(|result| result.is_broken() && result.severity == Severity::Danger);
    let broken = broken.map(|result| {
        let view = findings.iter().find(|view| view.rule == result.rule && view.state == ItemState::Declined);
        let reason = view.map(|view| view.item.as_ref().map_or_else(String::new, |item| item.note.clone()));
        danger(&result.sentence, reason)
    });
    let remarked = remarks.iter().filter(|remark| remark.severity == Severity::Danger);
    broken.chain(remarked.map(|remark| danger(&remark.text, None))).collect()
}

#[cfg(test)]
mod tests {
    #![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

    use super::*;
    use crate::facts::{Bundle, ItemId, StoredState, WorkItem};

    #[test]
    fn the_places_with_dangers_are_those_that_are_counted_and_a_declined_one_says_why() {
        let text = include_str!("../../../../demo/guesthouse.nailpunch.json");
        let mut bundle: Bundle = serde_json::from_str(text).expect("the demo is a bundle");
        let facts = bundle.facts();
        let assessed = Assessed::of(&facts);
        let (all, counts) = (dangers(&assessed), assessed.counts());
        let mut places: Vec<Subject> = all.iter().map(|danger| danger.subject).collect();
        places.dedup();
        let counted = counts.dangerous + counts.dangerous_panels + counts.dangerous_rooms + counts.dangerous_runs;
        assert_eq!(places.len(), counted as usize, "{places:?}");
        assert!(all.iter().all(|danger| !danger.what.is_empty() && danger.place.starts_with(&danger.name)));
        // One that is declined stays one, with the reason.
        let broken = |known: &&crate::assess::AssessedBox| {
            let found = known.now().iter().find(|result| result.is_broken() && result.severity == Severity::Danger);
            let nothing_said = known.items().is_empty();
            found.filter(|_| nothing_said).map(|result| (known.record.id, result.rule.to_owned()))
        };
        let (id, rule) =
            assessed.boxes.iter().find_map(|known| broken(&known)).expect("a danger of which nothing was said");
        let before = all.len();
        drop(assessed);
        bundle.items.push(WorkItem {
            id: ItemId(uuid::Uuid::from_u128(7)),
            subject: Subject::Box(id),
            rule,
            repair: crate::facts::REFER.to_owned(),
            with: Vec::new(),
            own: None,
            state: StoredState::Declined,
            waits_for: None,
            note: "sells in spring".to_owned(),
        });
        let facts = bundle.facts();
        let all = dangers(&Assessed::of(&facts));
        assert_eq!(all.len(), before);
        let declined: Vec<_> = all.iter().filter_map(|danger| danger.declined.as_deref()).collect();
        assert_eq!(declined, ["sells in spring"]);
        let told = all.iter().find(|danger| danger.declined.is_some()).expect("still one").noticed();
        assert!(told.place.contains(", ") && all.iter().any(|danger| danger.subject == Subject::Box(id)), "{told:?}");
    }
}
