//! What a person has said of a finding: that a repair is chosen, that it waits, that it is done, closed or declined.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::identifier::{BoxId, ItemId, PanelId, RoomId, RunId};
use crate::facts::problem::{Pointer, Problem, check_paragraph, check_text};

/// What a finding is found at.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Subject {
    /// A box.
    Box(BoxId),
    /// A panel.
    Panel(PanelId),
    /// A room.
    Room(RoomId),
    /// A cable run.
    Run(RunId),
}

impl Subject {
    /// The box, where it is one.
    pub const fn box_id(self) -> Option<BoxId> {
        match self {
            Self::Box(id) => Some(id),
            Self::Panel(_) | Self::Room(_) | Self::Run(_) => None,
        }
    }

    /// The panel, where it is one.
    pub const fn panel_id(self) -> Option<PanelId> {
        match self {
            Self::Panel(id) => Some(id),
            Self::Box(_) | Self::Room(_) | Self::Run(_) => None,
        }
    }

    /// The room, where it is one.
    pub const fn room_id(self) -> Option<RoomId> {
        match self {
            Self::Room(id) => Some(id),
            Self::Box(_) | Self::Panel(_) | Self::Run(_) => None,
        }
    }

    /// The cable run, where it is one.
    pub const fn run_id(self) -> Option<RunId> {
        match self {
            Self::Run(id) => Some(id),
            Self::Box(_) | Self::Panel(_) | Self::Room(_) => None,
        }
    }
}

/// What a person has said of an item.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum StoredState {
    /// A repair is chosen.
    Planned,
    /// A repair is chosen, and something is wanting for it.
    Waiting,
    /// The repair has been made.
    Done,
    /// The proof was accepted.
    Closed,
    /// The owner does not want it.
    Declined,
    /// It is left for another time.
    PutOff,
}

/// What is wanting for a repair.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum WaitsFor {
    /// A part; the note says where it was sought.
    Part,
    /// A way to get at it.
    Access,
    /// The owner's word.
    Decision,
}

impl WaitsFor {
    /// In words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Part => "a part",
            Self::Access => "access",
            Self::Decision => "a decision",
        }
    }
}

/// Something to bring for a repair in one's own words.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OwnMaterial {
    /// What it is.
    pub what: String,
    /// How many.
    pub count: u16,
}

/// A repair in one's own words, where the catalogue has none or another.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OwnRepair {
    /// What is done.
    pub words: String,
    /// Minutes for it.
    pub minutes: u16,
    /// What to bring, at most 40.
    #[serde(default)]
    #[schema(max_items = 40)]
    pub materials: Vec<OwnMaterial>,
    /// Who does it.
    #[serde(default)]
    pub who: String,
}

/// One rule broken at one subject, and what is being done about it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(try_from = "WrittenItem")]
pub struct WorkItem {
    /// Its identifier.
    pub id: ItemId,
    /// What it was found at.
    pub subject: Subject,
    /// The code of the rule.
    pub rule: String,
    /// The code of the repair chosen: of the catalogue, "refer", or "own" for one in one's own words.
    pub repair: String,
    /// The codes of further repairs of the catalogue that this one asks for, at most 8.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub with: Vec<String>,
    /// The repair in one's own words; wanted where the code says so.
    pub own: Option<OwnRepair>,
    /// What was said last.
    pub state: StoredState,
    /// What it waits for, while it waits.
    pub waits_for: Option<WaitsFor>,
    /// A word of whoever works on it: where a part was sought, why the owner declined.
    pub note: String,
}

/// An item as it is written down: bundles of format 1 named a box alone.
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct WrittenItem {
    id: ItemId,
    subject: Option<Subject>,
    box_id: Option<BoxId>,
    rule: String,
    repair: String,
    #[serde(default)]
    with: Vec<String>,
    own: Option<OwnRepair>,
    state: StoredState,
    waits_for: Option<WaitsFor>,
    #[serde(default)]
    note: String,
}

impl TryFrom<WrittenItem> for WorkItem {
    type Error = &'static str;

    fn try_from(written: WrittenItem) -> Result<Self, Self::Error> {
        let WrittenItem { id, subject, box_id, rule, repair, with, own, state, waits_for, note } = written;
        let subject = subject.or(box_id.map(Subject::Box));
        let subject = subject
            .ok_or("missing field `subject`: say what it was found at, a box, a panel, a room or a cable run")?;
        Ok(Self { id, subject, rule, repair, with, own, state, waits_for, note })
    }
}

/// The most further repairs that one asks for.
const MOST_WITH: usize = 8;

/// The code with which an item is referred to a licensed electrician instead of being repaired.
pub const REFER: &str = "refer";

/// The code of a repair in one's own words.
pub const OWN: &str = "own";

impl WorkItem {
    /// What cannot be accepted in an item.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        if self.state == StoredState::Waiting && self.waits_for.is_none() {
            problems.push(Problem::new(&at.at("waits_for"), "say what it waits for: a part, access or a decision"));
        }
        if self.state == StoredState::Declined && self.note.trim().is_empty() {
            problems.push(Problem::new(&at.at("note"), "say who declined it, and why"));
        }
        if self.state == StoredState::PutOff && self.note.trim().is_empty() {
            problems.push(Problem::new(&at.at("note"), "say why it is put off, or until when"));
        }
        if self.with.len() > MOST_WITH {
            let words = format!("{} further repairs; one asks for {MOST_WITH} at most", self.with.len());
            problems.push(Problem::new(&at.at("with"), words));
        }
        if (self.repair == OWN) != self.own.is_some() {
            problems.push(Problem::new(&at.at("own"), "a repair in one's own words has the code `own` and its words"));
        }
        if let Some(own) = &self.own {
            let place = at.at("own");
            check_paragraph(&mut problems, &place.at("words"), &own.words, true, 500);
            check_text(&mut problems, &place.at("who"), &own.who, false, 120);
            if own.minutes > 6_000 {
                problems.push(Problem::new(&place.at("minutes"), "at most 6 000 minutes; split the work"));
            }
            if own.materials.len() > 40 {
                problems.push(Problem::new(&place.at("materials"), "at most 40 materials for one repair"));
            }
            for (index, line) in own.materials.iter().enumerate() {
                check_text(&mut problems, &place.at("materials").at(index).at("what"), &line.what, true, 200);
            }
        }
        check_paragraph(&mut problems, &at.at("note"), &self.note, false, 2_000);
        problems
    }
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::*;

    #[test]
    fn an_item_of_format_1_is_read_and_one_of_nothing_is_refused() {
        let id = "0190a3b4-0000-7000-8000-000000000001";
        let old = format!(r#"{{"id":"{id}","box_id":"{id}","rule":"box-fill","repair":"refer","state":"planned"}}"#);
        let item: WorkItem = serde_json::from_str(&old).unwrap();
        assert_eq!(item.subject.box_id().unwrap().to_string(), id);
        let written = serde_json::to_string(&item).unwrap();
        assert!(written.contains(r#""subject":{"box":"#) && !written.contains("box_id"), "{written}");
        assert_eq!(serde_json::from_str::<WorkItem>(&written).unwrap(), item);
        let none = format!(r#"{{"id":"{id}","rule":"box-fill","repair":"refer","state":"planned"}}"#);
        assert!(serde_json::from_str::<WorkItem>(&none).unwrap_err().to_string().contains("missing field `subject`"));
    }

    #[test]
    fn what_is_done_in_own_words_says_what() {
        let id = "0190a3b4-0000-7000-8000-000000000001";
        let item = |own: &str| -> WorkItem {
            let text = format!(
                r#"{{"id":"{id}","subject":{{"panel":"{id}"}},"rule":"dead-front","repair":"own","state":"planned"{own}}}"#
            );
            serde_json::from_str(&text).unwrap()
        };
        let pointers = |item: WorkItem| -> Vec<String> {
            item.problems(&Pointer::root()).into_iter().map(|problem| problem.pointer).collect()
        };
        assert_eq!(pointers(item("")), ["/own"]);
        assert_eq!(pointers(item(r#","own":{"words":" ","minutes":30}"#)), ["/own/words"]);
        assert_eq!(pointers(item(r#","own":{"words":"fit the cover","minutes":30}"#)), [""; 0]);
    }
}
