//! Local amendments: what an authority or a firm changes in the rules, as data with a name and a version.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::problem::{Pointer, Problem, check_paragraph, check_text};
use crate::quantity::{Length, UnitSystem, parse_length};
use crate::standard::{Edition, Severity};

/// The most sets that one audit rests on.
const MOST_SETS: usize = 6;
/// The most amendments of one set.
const MOST_AMENDMENTS: usize = 100;

/// The amendments of one authority or firm.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct AmendmentSet {
    /// Whose they are, "Lakeshire County".
    pub name: String,
    /// Which issue of them, "2024-07".
    pub version: String,
    /// Where they hold, in words.
    #[serde(default)]
    pub place: String,
    /// Each of them, in the order they are applied; at most 100.
    #[serde(default)]
    #[schema(max_items = 100)]
    pub amendments: Vec<Amendment>,
}

/// What is changed in one rule. What is absent stays as it is.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Amendment {
    /// The code of the rule.
    pub rule: String,
    /// Under which editions; under all when there is none.
    #[serde(default)]
    pub editions: Vec<Edition>,
    /// The rule is not enforced.
    #[serde(default)]
    pub off: bool,
    /// How bad it is to break it. What is a danger at any age stays one.
    #[serde(default)]
    pub severity: Option<Severity>,
    /// The year since which it is asked for here; 0 for any wiring.
    #[serde(default)]
    pub since: Option<u16>,
    /// The limit here, where the rule has a length for one: "8 in", "200 mm".
    #[serde(default)]
    pub limit: Option<String>,
    /// Where it stands, "Lakeshire County Code 7.2".
    #[serde(default)]
    pub citation: Option<String>,
    /// What else is to be said of it.
    #[serde(default)]
    pub note: Option<String>,
}

impl Amendment {
    /// Whether it holds under an edition.
    pub fn is_under(&self, edition: Edition) -> bool {
        self.editions.is_empty() || self.editions.contains(&edition)
    }

    /// The limit as a length; `None` where it sets none.
    pub fn limit(&self) -> Option<Length> {
        parse_length(self.limit.as_deref()?, UnitSystem::Inch).ok()
    }

    fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("citation"), self.citation.as_deref().unwrap_or("-"), true, 80);
        check_paragraph(&mut problems, &at.at("note"), self.note.as_deref().unwrap_or("-"), true, 300);
        if let Some(limit) = &self.limit
            && let Err(error) = parse_length(limit, UnitSystem::Inch)
        {
            problems.push(Problem::new(&at.at("limit"), format!("this is no length: {error}")));
        }
        if self.since.is_some_and(|since| since != 0 && !(1880..=2100).contains(&since)) {
            problems.push(Problem::new(&at.at("since"), "give a year from 1880 to 2100, or 0 for any wiring"));
        }
        let silent = !self.off
            && self.severity.is_none()
            && self.since.is_none()
            && self.limit.is_none()
            && self.citation.is_none()
            && self.note.is_none();
        if silent {
            problems.push(Problem::new(at, "this changes nothing; say what it changes, or take it out"));
        }
        problems
    }
}

impl AmendmentSet {
    /// As it is named with what it changed, "Lakeshire County, 2024-07".
    pub fn title(&self) -> String {
        format!("{}, {}", self.name, self.version)
    }

    fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("name"), &self.name, true, 80);
        check_text(&mut problems, &at.at("version"), &self.version, true, 40);
        check_text(&mut problems, &at.at("place"), &self.place, false, 120);
        let list = at.at("amendments");
        if self.amendments.len() > MOST_AMENDMENTS {
            let message = format!("{} amendments; a set has at most {MOST_AMENDMENTS}", self.amendments.len());
            problems.push(Problem::new(&list, message));
        }
        for (index, amendment) in self.amendments.iter().enumerate() {
            problems.extend(amendment.problems(&list.at(index)));
        }
        problems
    }
}

/// What cannot be accepted in the sets of an audit. Whether a rule with the code exists, the catalogue says.
pub(super) fn amendment_problems(sets: &[AmendmentSet], at: &Pointer) -> Vec<Problem> {
    let mut problems = Vec::new();
    if sets.len() > MOST_SETS {
        problems.push(Problem::new(at, format!("{} sets of amendments; at most {MOST_SETS} are kept", sets.len())));
    }
    for (index, set) in sets.iter().enumerate() {
        let place = at.at(index);
        problems.extend(set.problems(&place));
        if sets[..index].iter().any(|other| other.name == set.name) {
            problems.push(Problem::new(&place.at("name"), format!("the amendments of {} stand twice", set.name)));
        }
    }
    problems
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn each_is_refused_at_its_place() {
        let bare = crate::testing::amendment_of("box-fill");
        let set = |amendments| AmendmentSet {
            name: "Lakeshire".to_owned(),
            version: "1".to_owned(),
            place: String::new(),
            amendments,
        };
        let pointers = |sets: &[AmendmentSet]| -> Vec<String> {
            amendment_problems(sets, &Pointer::root()).into_iter().map(|problem| problem.pointer).collect()
        };
        assert_eq!(pointers(&[set(vec![bare.clone()])]), ["/0/amendments/0"]);
        let wide = Amendment { limit: Some("wide".to_owned()), since: Some(12), ..bare.clone() };
        assert_eq!(pointers(&[set(vec![wide])]), ["/0/amendments/0/limit", "/0/amendments/0/since"]);
        let off = Amendment { off: true, ..bare };
        assert_eq!(pointers(&[set(vec![off.clone()]), set(vec![off])]), ["/1/name"]);
    }
}
