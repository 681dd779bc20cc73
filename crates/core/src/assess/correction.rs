//! A correction list: somebody else's findings taken over word for word, each linked to a box and a rule where one fits,
//! worked off, and answered line by line.

use serde::Serialize;
use utoipa::ToSchema;

use super::assessed::Assessed;
use super::correction_words::{judged_at, rule_named};
use super::item::{ItemState, ItemView};
use crate::facts::{AuditFacts, CorrectionLine, Room, Subject, free_number};
use crate::rules::{RuleResult, Verdict, is_panel_rule, is_room_rule, rule, rule_title};

/// The answer to a line.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct CorrectionAnswer {
    /// The line.
    pub line: CorrectionLine,
    /// What its room is called.
    pub room: String,
    /// The short name of its box.
    pub tag: String,
    /// What its rule is about.
    pub title: String,
    /// Where its item stands; absent where there is none.
    pub state: Option<ItemState>,
    /// In one plain sentence.
    pub sentence: String,
}

/// Whether `name` stands in `text` as words of its own.
fn stands_in(text: &str, name: &str) -> bool {
    let (text, name) = (text.to_lowercase(), name.trim().to_lowercase());
    let is_edge = |c: Option<char>| c.is_none_or(|c| !c.is_alphanumeric());
    !name.is_empty()
        && text
            .match_indices(&name)
            .any(|(at, _)| is_edge(text[..at].chars().next_back()) && is_edge(text[at + name.len()..].chars().next()))
}

/// The one of those `known` that a line's words name, by its whole name or, where it alone begins so, by what stands before its comma:
/// "main panel" is enough for "main panel, plant room".
fn named_in<'a, T>(words: &str, known: &'a [T], name: impl Fn(&T) -> &str) -> Option<&'a T> {
    let beginning = |one: &T| name(one).split(',').next().unwrap_or_default().trim().to_lowercase();
    let alone = |one: &&T| known.iter().filter(|other| beginning(other) == beginning(one)).count() == 1;
    let whole = known.iter().find(|one| stands_in(words, name(one)));
    whole.or_else(|| known.iter().find(|one| stands_in(words, &beginning(one)) && alone(one)))
}

/// Links lines, each a place and a text, to the rooms, boxes, panels, cable runs and rules that their words name. Their numbers
/// are none of those that the audit's list has.
pub fn linked(lines: &[(String, String)], facts: &AuditFacts) -> Vec<CorrectionLine> {
    let mut taken: Vec<u16> = facts.audit.corrections.iter().map(|line| line.id).collect();
    let boxes = facts.boxes();
    let mut line = |(place, text): &(String, String)| {
        let id = free_number(taken.iter().copied());
        taken.push(id);
        let words = format!("{place} {text}");
        let by_tag = boxes.iter().find(|(_, record)| stands_in(&words, &record.tag));
        let named = |room: &Room| stands_in(&words, &room.name);
        let by_place = boxes.iter().find(|(room, record)| named(room) && stands_in(&words, &record.place));
        let found = by_tag.or(by_place);
        // A tag or a place names what is there; a panel or a cable run is looked for where neither stands.
        let panel = found.is_none().then(|| named_in(&words, &facts.panels, |panel| &panel.name)).flatten();
        let run = found.is_none().then(|| named_in(&words, &facts.runs, |run| &run.name)).flatten();
        let by_room = || facts.rooms.iter().map(|known| &known.room).find(|room| named(room));
        let mut line = CorrectionLine {
            id,
            place: place.clone(),
            text: text.clone(),
            room: found.map(|(room, _)| *room).or_else(by_room).map(|room| room.id),
            box_id: found.map(|(_, record)| record.id),
            panel: panel.map(|panel| panel.id),
            run: run.map(|run| run.id),
            rule: None,
            note: String::new(),
        };
        let about = rule_named(text, line.subject().or(line.room.map(Subject::Room)));
        line.rule = about.map(str::to_owned);
        // Where a house has one panel, what only panels have is in that one.
        let only_of_panels = |code: &str| is_panel_rule(code) && rule(code).is_none();
        if let (None, [panel]) = (line.subject(), &facts.panels[..])
            && about.is_some_and(only_of_panels)
        {
            line.panel = Some(panel.id);
        }
        line
    };
    lines.iter().map(&mut line).collect()
}

/// The lines of a text that was typed or pasted: one finding a line, "Kitchen: no GFCI at the sink". Numbers and dashes
/// before a line are taken off; empty lines are left out.
pub fn typed_lines(text: &str) -> Vec<(String, String)> {
    let lines = text.lines().map(|line| {
        let line = line.trim();
        line.trim_start_matches(|c: char| c.is_ascii_digit() || matches!(c, '.' | ')' | '-' | '*' | '•' | ' ')).trim()
    });
    lines
        .filter(|line| !line.is_empty())
        .map(|line| match line.split_once(": ") {
            Some((place, text)) if place.chars().count() <= 60 => (place.trim().to_owned(), text.trim().to_owned()),
            _ => (String::new(), line.to_owned()),
        })
        .collect()
}

/// The answers to the correction list of an audit, line by line.
pub fn answers(assessed: &Assessed) -> Vec<CorrectionAnswer> {
    let answer = |line: &CorrectionLine| {
        // A rule of the room is about the room that a line names, whatever box it names beside it.
        let of_room = line.rule.as_deref().is_some_and(is_room_rule);
        let room = line.room.map(Subject::Room);
        let subject = room.filter(|_| of_room).or_else(|| line.subject()).or(room);
        let about = subject.and_then(|subject| about(assessed, subject));
        let room = about.as_ref().and_then(|about| about.room).map(|room| room.id).or(line.room);
        let room = assessed.facts.rooms.iter().map(|known| &known.room).find(|known| Some(known.id) == room);
        let view =
            about.as_ref().and_then(|about| about.findings.iter().find(|view| Some(&view.rule) == line.rule.as_ref()));
        let sentence = match (&about, view) {
            (None, _) => "Not linked to a box, panel, cable run or taped room yet.".to_owned(),
            (Some(_), Some(view)) => of_item(view),
            (Some(about), None) => {
                let result = about.found.iter().find(|result| Some(result.rule) == line.rule.as_deref());
                match result.map(|result| (result.verdict, &result.sentence)) {
                    Some((Verdict::NotMeasured, sentence)) => {
                        format!("Open: {} is not measured for it yet. {sentence}", about.name)
                    }
                    Some((verdict, sentence)) => format!("Looked at in {}: {}. {sentence}", about.name, verdict.name()),
                    None => match line.rule.as_deref().and_then(|code| Some((rule_title(code)?, judged_at(code)))) {
                        Some((title, at)) => {
                            format!("Linked to {}. Its rule, {title}, is judged at {at}: link it to that.", about.name)
                        }
                        None => format!("Linked to {}; no rule covers it.", about.name),
                    },
                }
            }
        };
        CorrectionAnswer {
            room: room.map_or_else(String::new, |room| room.name.clone()),
            tag: about.as_ref().map_or_else(String::new, |about| about.name.to_owned()),
            title: line.rule.as_deref().and_then(rule_title).unwrap_or_default().to_owned(),
            state: view.map(|view| view.state),
            sentence: if line.note.is_empty() { sentence } else { format!("{sentence} {}", line.note) },
            line: line.clone(),
        }
    };
    assessed.facts.audit.corrections.iter().map(answer).collect()
}

/// What a line is about.
struct About<'a> {
    name: &'a str,
    room: Option<&'a Room>,
    found: &'a [RuleResult],
    findings: &'a [ItemView],
}

fn about<'a>(assessed: &'a Assessed, subject: Subject) -> Option<About<'a>> {
    match subject {
        Subject::Run(id) => assessed.of_run(id).map(|known| About {
            name: &known.record.name,
            room: None,
            found: &known.found.results,
            findings: &known.findings,
        }),
        Subject::Box(id) => assessed.of_box(id).map(|known| About {
            name: &known.record.tag,
            room: Some(known.room),
            found: &known.answer().found,
            findings: &known.answer().findings,
        }),
        Subject::Room(id) => assessed.of_room(id).map(|known| About {
            name: &known.record.name,
            room: Some(known.record),
            found: &known.found.results,
            findings: &known.findings,
        }),
        Subject::Panel(id) => assessed.of_panel(id).map(|known| About {
            name: &known.record.name,
            room: None,
            found: &known.found.results,
            findings: &known.findings,
        }),
    }
}

/// What became of an item, with its figures.
fn of_item(view: &ItemView) -> String {
    let figure = |result: &Option<RuleResult>| {
        let worst = result.as_ref()?.worst_finding()?;
        worst.measured.as_ref().map(|measured| measured.figure.text.clone())
    };
    let required = view.found.as_ref().and_then(|found| found.worst_finding()?.required.clone());
    let figures = match (figure(&view.found), figure(&view.left), required) {
        (Some(found), Some(left), Some(required)) => format!(": found {found}, left {left}, limit {}", required.text),
        (Some(found), None, Some(required)) => format!(": found {found}, limit {}", required.text),
        _ => String::new(),
    };
    match view.state {
        ItemState::Closed => format!("Put right and checked{figures}."),
        ItemState::Proven => format!("Put right; the new measurements pass{figures}."),
        ItemState::Done | ItemState::Reopened => format!("Done, not checked yet{figures}. {}", view.next),
        ItemState::Planned => format!("Confirmed and planned{figures}."),
        ItemState::Waiting | ItemState::Declined | ItemState::PutOff | ItemState::Referred => {
            format!("{} {}", view.next, figures.trim_start_matches(": ")).trim().to_owned()
        }
        ItemState::Found => format!("Confirmed{figures}; nothing is planned yet."),
    }
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::assess::to_measure_again;
    use crate::facts::{CableRun, ItemId, Panel, PanelId, RoomFacts, RoomId, RunId, StoredState, WorkItem};
    use crate::quantity::Length;
    use crate::testing::{audit_of, box_with, conductor, record_of};

    #[test]
    fn typed_lines_lose_their_numbers_and_keep_their_words() {
        let lines = typed_lines("1. Kitchen: no GFCI at the sink\n\n - two-prong outlets in hall\n");
        assert_eq!(lines[0], ("Kitchen".to_owned(), "no GFCI at the sink".to_owned()));
        assert_eq!(lines[1], (String::new(), "two-prong outlets in hall".to_owned()));
    }

    #[test]
    fn the_beginning_of_a_name_is_enough_where_nothing_else_begins_so() {
        let known = ["main panel, plant room", "Stair, lower", "Stair, upper"];
        let of = |words: &str| named_in(words, &known, |name| *name).copied();
        assert_eq!(of("Main panel: double tap"), Some(known[0]));
        assert_eq!(of("at the stair"), None, "either may be meant");
        assert_eq!(of("stair, upper, stapled through"), Some(known[2]));
        assert_eq!(of("the main panels"), None);
    }

    #[test]
    fn a_line_finds_its_box_its_room_and_its_rule() {
        let (room, record) = record_of(box_with(None, vec![]));
        let panels = vec![Panel::new(PanelId(Uuid::nil()), "main panel", 12)];
        let runs = vec![CableRun::new(RunId(Uuid::from_u128(5)), "attic feed")];
        let bare = RoomFacts {
            room: Room { name: "Hall".to_owned(), id: RoomId(Uuid::from_u128(6)), ..room.clone() },
            boxes: vec![],
        };
        let mut facts = AuditFacts { panels: panels.clone(), runs: runs.clone(), ..audit_of(record.clone()) };
        facts.rooms.push(bare.clone());
        facts.audit.corrections = linked(&[(String::new(), "an earlier line".to_owned())], &facts);
        let of = |place: &str, text: &str| linked(&[(place.to_owned(), text.to_owned())], &facts).remove(0);
        let by_tag = of("", "K1: wires too short");
        assert_eq!(
            (by_tag.id, by_tag.box_id, by_tag.rule.as_deref()),
            (2, Some(record.id), Some("free-conductor-length"))
        );
        let by_room = of("Kitchen", "missing cover plate");
        assert_eq!((by_room.room, by_room.box_id), (Some(room.id), None));
        assert_eq!(by_room.rule.as_deref(), Some("cover-present"));
        let at_panel = of("main panel", "double tap at breaker 7");
        assert_eq!((at_panel.panel, at_panel.box_id), (Some(panels[0].id), None));
        assert_eq!(at_panel.rule.as_deref(), Some("breaker-one-per-terminal"));
        let alone = of("Service", "no intersystem bonding terminal");
        assert_eq!(alone.panel, Some(panels[0].id), "the only panel of the house");
        let without_boxes = of("Hall", "smoke detector missing");
        assert_eq!((without_boxes.room, without_boxes.rule.as_deref()), (Some(bare.room.id), Some("smoke-alarm")));
        let along = of("attic feed", "two nail plates missing");
        assert_eq!((along.run, along.rule.as_deref()), (Some(runs[0].id), Some("nail-plate")));
        let none = of("attic", "insulation is thin");
        assert_eq!((none.room, none.rule), (None, None), "kept word for word where nothing fits");
        assert!(!stands_in("K10 is loose", "K1"));
    }

    #[test]
    fn an_answer_carries_the_figures() {
        let (_, mut record) = record_of(box_with(Some(Length::inches(2)), vec![conductor(Some(44), Some(12))]));
        let line = |box_id, rule: Option<&str>| CorrectionLine {
            id: 1,
            place: String::new(),
            text: "short wires".to_owned(),
            room: None,
            box_id,
            panel: None,
            run: None,
            rule: rule.map(str::to_owned),
            note: String::new(),
        };
        let item = WorkItem {
            id: ItemId(Uuid::nil()),
            subject: Subject::Box(record.id),
            rule: "free-conductor-length".to_owned(),
            repair: "extend-in-line-lever".to_owned(),
            with: Vec::new(),
            own: None,
            state: StoredState::Closed,
            waits_for: None,
            note: String::new(),
        };
        let mut left = to_measure_again(&record, std::slice::from_ref(&item));
        left.conductors[0].free_length = Some(Length::inches(7));
        record.left = Some(left);
        let said = |line: CorrectionLine, items: &[WorkItem]| {
            let mut facts = AuditFacts { items: items.to_vec(), ..audit_of(record.clone()) };
            facts.audit.corrections = vec![line];
            answers(&Assessed::of(&facts)).remove(0).sentence
        };
        let items = [item];
        let closed = line(Some(record.id), Some("free-conductor-length"));
        assert_eq!(said(closed.clone(), &items), "Put right and checked: found 2 3/4 in, left 7 in, limit 6 in.");
        assert_eq!(said(closed, &[]), "Confirmed: found 2 3/4 in, left 7 in, limit 6 in; nothing is planned yet.");
        let open = said(line(Some(record.id), Some("box-secure")), &items);
        assert!(open.starts_with("Open: K1 is not measured for it yet."), "{open}");
        assert_eq!(said(line(None, None), &items), "Not linked to a box, panel, cable run or taped room yet.");
        let elsewhere = said(line(Some(record.id), Some("breaker-listed")), &items);
        assert_eq!(
            elsewhere,
            "Linked to K1. Its rule, Breaker made for this panel, is judged at a panel: link it to that."
        );
        assert_eq!(said(line(Some(record.id), None), &items), "Linked to K1; no rule covers it.");
    }
}
