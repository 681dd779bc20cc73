//! What cannot be accepted in a record: what its facts say of each other, and codes that no catalogue has.

use crate::facts::{
    AmendmentSet, Audit, BoxRecord, Bundle, CableRun, CorrectionLine, OWN, Panel, Photo, Pointer, Problem, REFER, Room,
    Ruling, Subject, WorkItem,
};
use crate::repair::{panel_repair, repair, room_repair, run_repair};
use crate::rules::{PANEL_RULES, is_room_rule, is_rule, is_run_rule, rule};

/// A record that is checked before it is kept.
pub trait Acceptance {
    /// What cannot be accepted in it, each with the pointer to its field; empty when it can be kept.
    fn unacceptable(&self, at: &Pointer) -> Vec<Problem>;
}

fn unknown_rule(at: &Pointer, code: &str) -> Option<Problem> {
    let message = || format!("there is no rule `{code}`; see the rule book for the codes");
    (!is_rule(code)).then(|| Problem::new(&at.at("rule"), message()))
}

fn of_rulings(rulings: &[Ruling], at: &Pointer) -> Vec<Problem> {
    let each = rulings.iter().enumerate();
    each.filter_map(|(index, ruling)| unknown_rule(&at.at("rulings").at(index), &ruling.rule)).collect()
}

fn of_lines(lines: &[CorrectionLine], at: &Pointer) -> Vec<Problem> {
    let each = lines.iter().enumerate();
    each.filter_map(|(index, line)| unknown_rule(&at.at("corrections").at(index), line.rule.as_deref()?)).collect()
}

/// Amendments of rules that no catalogue has.
pub fn of_amendments(sets: &[AmendmentSet], at: &Pointer) -> Vec<Problem> {
    let each = sets.iter().enumerate().flat_map(|(set_index, set)| {
        set.amendments.iter().enumerate().map(move |(index, amendment)| (set_index, index, amendment))
    });
    let place = |set_index: usize, index: usize| at.at("amendments").at(set_index).at("amendments").at(index);
    each.filter_map(|(set_index, index, amendment)| unknown_rule(&place(set_index, index), &amendment.rule)).collect()
}

fn of_item(item: &WorkItem, at: &Pointer) -> Vec<Problem> {
    let mut problems = Vec::new();
    let (known_rule, known_repair) = match item.subject {
        Subject::Box(_) => (rule(&item.rule).is_some(), repair(&item.repair).is_some()),
        Subject::Panel(_) => {
            (PANEL_RULES.iter().any(|rule| rule.code == item.rule), panel_repair(&item.repair).is_some())
        }
        Subject::Room(_) => (is_room_rule(&item.rule), room_repair(&item.repair).is_some()),
        Subject::Run(_) => (is_run_rule(&item.rule), run_repair(&item.repair).is_some()),
    };
    if !known_rule {
        let message = format!("there is no rule `{}` for this subject; see the rule book for the codes", item.rule);
        problems.push(Problem::new(&at.at("rule"), message));
    }
    if item.repair != REFER && item.repair != OWN && !known_repair {
        let message = format!("there is no repair `{}`; choose one of those proposed", item.repair);
        problems.push(Problem::new(&at.at("repair"), message));
    }
    for (index, code) in item.with.iter().enumerate() {
        if item.subject.box_id().is_none() || repair(code).is_none() {
            let message =
                format!("there is no repair `{code}` of a box; leave it out, or choose one of those proposed");
            problems.push(Problem::new(&at.at("with").at(index), message));
        }
    }
    problems
}

fn of_photo(photo: &Photo, at: &Pointer) -> Option<Problem> {
    unknown_rule(at, photo.rule.as_deref()?)
}

impl Acceptance for Audit {
    fn unacceptable(&self, at: &Pointer) -> Vec<Problem> {
        let amended = of_amendments(&self.basis.amendments, &at.at("basis"));
        self.problems(at).into_iter().chain(of_lines(&self.corrections, at)).chain(amended).collect()
    }
}

impl Acceptance for BoxRecord {
    fn unacceptable(&self, at: &Pointer) -> Vec<Problem> {
        self.problems(at).into_iter().chain(of_rulings(&self.rulings, at)).collect()
    }
}

impl Acceptance for Panel {
    fn unacceptable(&self, at: &Pointer) -> Vec<Problem> {
        self.problems(at).into_iter().chain(of_rulings(&self.rulings, at)).collect()
    }
}

/// Of a room the codes alone: its area and its facts are held against the basis of its audit, by [`Room::problems`].
impl Acceptance for Room {
    fn unacceptable(&self, at: &Pointer) -> Vec<Problem> {
        of_rulings(&self.rulings, at)
    }
}

/// Of a run the codes alone, as of a room.
impl Acceptance for CableRun {
    fn unacceptable(&self, at: &Pointer) -> Vec<Problem> {
        of_rulings(&self.rulings, at)
    }
}

impl Acceptance for Photo {
    fn unacceptable(&self, at: &Pointer) -> Vec<Problem> {
        self.problems(at).into_iter().chain(of_photo(self, at)).collect()
    }
}

impl Acceptance for WorkItem {
    fn unacceptable(&self, at: &Pointer) -> Vec<Problem> {
        self.problems(at).into_iter().chain(of_item(self, at)).collect()
    }
}

impl Acceptance for Bundle {
    fn unacceptable(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = self.problems();
        problems.extend(of_lines(&self.audit.corrections, &at.at("audit")));
        problems.extend(of_amendments(&self.audit.basis.amendments, &at.at("audit").at("basis")));
        for (room_index, room) in self.rooms.iter().enumerate() {
            problems.extend(of_rulings(&room.rulings, &at.at("rooms").at(room_index)));
            for (index, entry) in room.boxes.iter().enumerate() {
                let place = at.at("rooms").at(room_index).at("boxes").at(index);
                problems.extend(of_rulings(&entry.rulings, &place));
                let items = entry.items.iter().enumerate();
                problems.extend(items.flat_map(|(index, item)| of_item(item, &place.at("items").at(index))));
            }
        }
        for (index, item) in self.items.iter().enumerate() {
            problems.extend(of_item(item, &at.at("items").at(index)));
        }
        for (index, panel) in self.panels.iter().enumerate() {
            problems.extend(of_rulings(&panel.rulings, &at.at("panels").at(index)));
        }
        for (index, entry) in self.photos.iter().enumerate() {
            problems.extend(of_photo(&entry.photo, &at.at("photos").at(index).at("photo")));
        }
        problems
    }
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::facts::{BoxContents, ItemId, PhotoId, RulingKind, StoredState};
    use crate::testing::record_of;

    fn pointers(record: &impl Acceptance) -> Vec<String> {
        record.unacceptable(&Pointer::root()).into_iter().map(|problem| problem.pointer).collect()
    }

    #[test]
    fn codes_that_no_catalogue_has_are_refused_in_every_record() {
        let (_, mut record) = record_of(BoxContents::default());
        let ruling = |rule: &str| Ruling { rule: rule.to_owned(), kind: RulingKind::Confirm, reason: String::new() };
        record.rulings = vec![ruling("box-fill"), ruling("box-file")];
        assert_eq!(pointers(&record), ["/rulings/1/rule"]);
        let photo = Photo {
            id: PhotoId(Uuid::nil()),
            box_id: None,
            panel: None,
            room: None,
            run: None,
            rule: Some("no-such".to_owned()),
            caption: String::new(),
            width: 800,
            height: 600,
            marks: Vec::new(),
        };
        assert_eq!(pointers(&photo), ["/rule"]);
        let item = WorkItem {
            id: ItemId(Uuid::nil()),
            subject: Subject::Box(record.id),
            with: Vec::new(),
            own: None,
            rule: "box-file".to_owned(),
            repair: "glue".to_owned(),
            state: StoredState::Planned,
            waits_for: None,
            note: String::new(),
        };
        assert_eq!(pointers(&item), ["/rule", "/repair"]);
    }
}
