//! A note to whoever comes next, at whatever it is about.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::person::{Person, PersonRole};
use super::problem::{Pointer, Problem, check_paragraph, check_text};

/// A note to whoever comes next: not what was found, and in no report.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Note {
    /// Its number within the record.
    pub id: u16,
    /// What is said.
    pub text: String,
    /// Who says it.
    #[serde(default)]
    pub by: String,
    /// For whom; whoever comes next where nobody is named.
    #[serde(default)]
    pub to: Option<PersonRole>,
    /// It was read, and is dealt with.
    #[serde(default)]
    pub dealt_with: bool,
}

/// The longest note, in characters.
pub(crate) const LONGEST_NOTE: usize = 500;

const MOST: usize = 100;

/// What cannot be accepted in the notes of a record.
pub(super) fn note_problems(notes: &[Note], at: &Pointer) -> Vec<Problem> {
    let mut problems = Vec::new();
    if notes.len() > MOST {
        problems.push(Problem::new(at, format!("{} notes; one record holds at most {MOST}", notes.len())));
    }
    for (index, note) in notes.iter().enumerate() {
        let place = at.at(index);
        check_paragraph(&mut problems, &place.at("text"), &note.text, true, LONGEST_NOTE);
        check_text(&mut problems, &place.at("by"), &note.by, false, Person::LONGEST_NAME);
        if note.to.is_some_and(|to| !to.takes_notes()) {
            problems
                .push(Problem::new(&place.at("to"), "a reader deals with no note; leave it for somebody who works"));
        }
        if notes[..index].iter().any(|other| other.id == note.id) {
            problems.push(Problem::new(&place.at("id"), format!("note {} stands twice", note.id)));
        }
    }
    problems
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_note_says_something_and_stands_once() {
        let note =
            |id, text: &str| Note { id, text: text.to_owned(), by: "Bo".to_owned(), to: None, dealt_with: false };
        let at = Pointer::root().at("notes");
        assert!(note_problems(&[note(1, "the attic is hot"), note(2, "ring twice")], &at).is_empty());
        let pointers = |notes: &[Note]| -> Vec<String> {
            note_problems(notes, &at).iter().map(|problem| problem.pointer.to_string()).collect()
        };
        assert_eq!(pointers(&[note(1, " ")]), ["/notes/0/text"]);
        assert_eq!(pointers(&[note(1, &"x".repeat(LONGEST_NOTE + 1))]), ["/notes/0/text"]);
        assert_eq!(pointers(&[note(1, "one"), note(1, "two")]), ["/notes/1/id"]);
        assert_eq!(pointers(&[Note { to: Some(PersonRole::Reader), ..note(1, "one") }]), ["/notes/0/to"]);
        let many: Vec<Note> = (0..=100).map(|id| note(id, "again")).collect();
        assert_eq!(pointers(&many), ["/notes"]);
    }
}
