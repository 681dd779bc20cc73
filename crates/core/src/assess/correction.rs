//! A correction list: somebody else's findings taken over word for word, each linked to a box and a rule where one fits,
//! worked off, and answered line by line.

use serde::Serialize;
use utoipa::ToSchema;

use super::assessed::Assessed;
use super::item::{ItemState, ItemView};
use crate::facts::{BoxRecord, CableRun, CorrectionLine, Panel, Room, Subject, free_number};
use crate::rules::{RuleResult, Verdict, is_room_rule, rule_title};

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

/// Words by which a line names what a rule is about; the rule with the most of them in the line is proposed.
const WORDS: [(&str, &[&str]); 41] = [
    ("gfci-required", &["gfci", "gfi", "ground fault"]),
    ("afci-required", &["afci", "arc fault", "arc-fault"]),
    ("tamper-resistant", &["tamper"]),
    ("weather-resistant", &["weather-resistant", "weather resistant"]),
    ("wet-location", &["in-use cover", "weatherproof", "wet location", "rain"]),
    (
        "free-conductor-length",
        &["short conductor", "short wire", "conductors too short", "wires too short", "6 inches", "six inches"],
    ),
    ("box-fill", &["box fill", "overfilled", "overcrowded", "too many wires", "too many conductors"]),
    ("box-setback", &["recessed", "set back", "setback", "set-back"]),
    ("box-secure", &["box loose", "loose box", "box not secured", "box moves"]),
    (
        "device-secure",
        &["loose receptacle", "loose outlet", "loose switch", "receptacle loose", "outlet loose", "switch loose"],
    ),
    ("cover-present", &["missing cover", "cover missing", "no cover", "missing plate", "cover plate"]),
    ("plate-intact", &["cracked", "broken plate", "damaged plate"]),
    ("opening-closed", &["knockout", "open hole"]),
    ("cable-entry", &["cable clamp", "connector missing", "bushing", "cable connector", "nm connector"]),
    ("splice-enclosed", &["open splice", "splice outside", "splices outside", "junction box"]),
    ("ground-present", &["no ground", "not grounded", "ungrounded", "open ground", "missing ground"]),
    ("ground-not-bootleg", &["bootleg", "false ground", "jumper"]),
    ("metal-box-bonded", &["not bonded", "box bond", "bond the box"]),
    ("wiring-fault", &["reversed", "reverse polarity", "polarity", "open neutral", "hot and neutral"]),
    ("conductor-ampacity", &["overfused", "over-fused", "oversized breaker", "breaker too large", "undersized"]),
    ("dissimilar-metals", &["aluminum", "aluminium"]),
    ("receptacle-replacement", &["two-prong", "two prong", "three-prong", "three prong"]),
    ("fan-support", &["fan"]),
    ("luminaire-support", &["light fixture", "luminaire"]),
    ("box-accessible", &["buried box", "covered box", "inaccessible"]),
    ("terminal-one-conductor", &["double tap", "doubled", "two wires under"]),
    (
        "wall-spacing",
        &[
            "outlet spacing",
            "receptacle spacing",
            "not enough outlets",
            "too few outlets",
            "too few receptacles",
            "wall outlets",
        ],
    ),
    (
        "counter-spacing",
        &["counter outlet", "counter receptacle", "countertop outlet", "countertop receptacle", "at the counter"],
    ),
    ("island-outlet", &["island outlet", "island receptacle", "outlet on the island", "peninsula"]),
    ("bathroom-outlet", &["outlet at the basin", "outlet beside the basin", "no outlet in the bathroom"]),
    ("room-light", &["no light switch", "no switched light", "not switched at the door"]),
    ("stair-switching", &["stair switch", "stair light", "three-way at the stair", "top and bottom of the stair"]),
    ("cord-as-wiring", &["extension cord", "cord through", "cord stapled"]),
    ("cable-damaged", &["damaged cable", "cable damaged", "nicked cable", "cable nicked", "damaged sheath"]),
    (
        "splice-in-run",
        &["splice in the attic", "splice in the wall", "buried splice", "concealed splice", "flying splice"],
    ),
    ("run-supported", &["cable not supported", "unsupported cable", "cable not stapled", "staples", "not strapped"]),
    ("nail-plate", &["nail plate", "nail plates", "protection plate", "bored hole", "stud guard"]),
    ("exposed-to-damage", &["subject to damage", "exposed cable", "running board", "unprotected cable"]),
    ("attic-guard", &["guard strip", "cable in the attic", "cables in the attic"]),
    ("burial-depth", &["burial depth", "not deep enough", "buried cable", "buried too shallow"]),
    ("raceway-fill", &["conduit fill", "overfilled conduit", "raceway fill"]),
];

/// The rule that a line is about, where its words name one.
fn rule_of(text: &str) -> Option<String> {
    let text = text.to_lowercase();
    let named =
        |words: &[&str]| words.iter().filter(|word| text.contains(**word)).map(|word| word.len()).sum::<usize>();
    let best = WORDS.iter().map(|(code, words)| (named(words), *code)).filter(|(letters, _)| *letters > 0);
    best.max_by_key(|(letters, _)| *letters).map(|(_, code)| code.to_owned())
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

/// Links lines, each a place and a text, to rooms, boxes, panels, cable runs and rules where their words name them. Their numbers are none of those `taken`.
pub fn linked(
    lines: &[(String, String)],
    taken: &[u16],
    boxes: &[(&Room, &BoxRecord)],
    panels: &[Panel],
    runs: &[CableRun],
) -> Vec<CorrectionLine> {
    let mut taken = taken.to_vec();
    let mut line = |(place, text): &(String, String)| {
        let id = free_number(taken.iter().copied());
        taken.push(id);
        let words = format!("{place} {text}");
        let by_tag = boxes.iter().find(|(_, record)| stands_in(&words, &record.tag));
        let named_rooms = boxes.iter().filter(|(room, _)| stands_in(&words, &room.name));
        let by_place = named_rooms.clone().find(|(_, record)| stands_in(&words, &record.place));
        let found = by_tag.or(by_place);
        CorrectionLine {
            id,
            place: place.clone(),
            text: text.clone(),
            room: found.or_else(|| named_rooms.clone().next()).map(|(room, _)| room.id),
            box_id: found.map(|(_, record)| record.id),
            panel: panels.iter().find(|panel| found.is_none() && stands_in(&words, &panel.name)).map(|panel| panel.id),
            run: runs.iter().find(|run| found.is_none() && stands_in(&words, &run.name)).map(|run| run.id),
            rule: rule_of(text),
            note: String::new(),
        }
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
                    None => format!("Linked to {}; no rule covers it.", about.name),
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
        ItemState::Closed => format!("Put right and proven{figures}."),
        ItemState::Proven => format!("Put right; the new measurements pass{figures}."),
        ItemState::Done | ItemState::Reopened => format!("Done, not proven yet{figures}. {}", view.next),
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
    use crate::facts::{AuditFacts, ItemId, StoredState, WorkItem};
    use crate::quantity::Length;
    use crate::testing::{audit_of, box_with, conductor, record_of};

    #[test]
    fn typed_lines_lose_their_numbers_and_keep_their_words() {
        let lines = typed_lines("1. Kitchen: no GFCI at the sink\n\n - two-prong outlets in hall\n");
        assert_eq!(lines[0], ("Kitchen".to_owned(), "no GFCI at the sink".to_owned()));
        assert_eq!(lines[1], (String::new(), "two-prong outlets in hall".to_owned()));
    }

    #[test]
    fn a_line_finds_its_box_its_room_and_its_rule() {
        let (room, record) = record_of(box_with(None, vec![]));
        let boxes = [(&room, &record)];
        let runs = [CableRun::new(crate::facts::RunId(Uuid::from_u128(5)), "attic feed")];
        let panels = [Panel::new(crate::facts::PanelId(Uuid::nil()), "main panel", 12)];
        let of = |place: &str, text: &str| {
            linked(&[(place.to_owned(), text.to_owned())], &[4], &boxes, &panels, &runs).remove(0)
        };
        let by_tag = of("", "K1: wires too short");
        assert_eq!(
            (by_tag.id, by_tag.box_id, by_tag.rule.as_deref()),
            (5, Some(record.id), Some("free-conductor-length"))
        );
        let by_room = of("Kitchen", "missing cover plate");
        assert_eq!((by_room.room, by_room.box_id), (Some(room.id), None));
        assert_eq!(by_room.rule.as_deref(), Some("cover-present"));
        let at_panel = of("main panel", "double tap at breaker 7");
        assert_eq!((at_panel.panel, at_panel.box_id), (Some(panels[0].id), None));
        let along = of("attic feed", "two nail plates missing");
        assert_eq!((along.run, along.rule.as_deref()), (Some(runs[0].id), Some("nail-plate")));
        let none = of("attic", "insulation is thin");
        assert_eq!((none.room, none.rule), (None, None), "kept word for word where nothing fits");
        assert!(!stands_in("K10 is loose", "K1"));
    }

    #[test]
    fn every_word_names_a_rule_there_is() {
        for (code, _) in WORDS {
            assert!(crate::rules::is_rule(code), "{code}");
        }
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
        assert_eq!(said(closed.clone(), &items), "Put right and proven: found 2 3/4 in, left 7 in, limit 6 in.");
        assert_eq!(said(closed, &[]), "Confirmed: found 2 3/4 in, left 7 in, limit 6 in; nothing is planned yet.");
        let open = said(line(Some(record.id), Some("box-secure")), &items);
        assert!(open.starts_with("Open: K1 is not measured for it yet."), "{open}");
        assert_eq!(said(line(None, None), &items), "Not linked to a box, panel, cable run or taped room yet.");
        assert_eq!(said(line(Some(record.id), None), &items), "Linked to K1; no rule covers it.");
    }
}
