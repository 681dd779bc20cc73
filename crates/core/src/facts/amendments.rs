//! Local amendments: what an authority or a firm changes in the rules, as data with a name and a version.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::problem::{FIRST_WIRING, Pointer, Problem, check_paragraph, check_text};
use crate::quantity::{Length, UnitSystem, parse_length};
use crate::standard::{Edition, Severity};

/// The most sets that one audit rests on.
const MOST_SETS: usize = 6;
/// The most amendments of one set.
const MOST_AMENDMENTS: usize = 100;
/// The most places that one amendment names.
const MOST_PLACES: usize = 20;

/// The amendments of one authority or firm.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct AmendmentSet {
    /// Whose they are, "Lakeshire County".
    pub name: String,
    /// Which issue of them, "2024-07".
    pub version: String,
    /// Whose jurisdiction they are written for, in words; what holds in a part of it only says so itself.
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
    /// In which places, as the jurisdiction of the audit names them ("Lakeshire County"); in all when there is none. At
    /// most 20. One that names a place does not hold where the audit names no jurisdiction.
    #[serde(default)]
    #[schema(max_items = 20)]
    pub places: Vec<String>,
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
    /// Whether it holds under an edition and in a jurisdiction, whose parts stand between commas.
    ///
    /// ```
    /// # use nailpunch_core::facts::Amendment;
    /// # use nailpunch_core::standard::Edition;
    /// let here: Amendment = serde_json::from_str(r#"{"rule":"box-fill","off":true,"places":["Lakeshire County"]}"#)?;
    /// assert!(here.holds(Edition::Nec2023, "Mill Village, lakeshire county"));
    /// assert!(!here.holds(Edition::Nec2023, "North Lakeshire County"));
    /// assert!(!here.holds(Edition::Nec2023, ""));
    /// # Ok::<(), serde_json::Error>(())
    /// ```
    pub fn holds(&self, edition: Edition, jurisdiction: &str) -> bool {
        let under = self.editions.is_empty() || self.editions.contains(&edition);
        let parts: Vec<String> = place_parts(jurisdiction).collect();
        let covers = |place: &String| place_parts(place).all(|part| parts.contains(&part));
        under && (self.places.is_empty() || self.places.iter().any(covers))
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
        let places = at.at("places");
        if self.places.len() > MOST_PLACES {
            let message = format!("{} places; an amendment names at most {MOST_PLACES}", self.places.len());
            problems.push(Problem::new(&places, message));
        }
        for (index, place) in self.places.iter().enumerate() {
            check_text(&mut problems, &places.at(index), place, true, 120);
            if place_parts(place).next().is_none() {
                problems.push(Problem::new(&places.at(index), "name a place, like Lakeshire County"));
            }
        }
        if self.since.is_some_and(|since| since != 0 && !(FIRST_WIRING..=2100).contains(&since)) {
            let words = format!("give a year from {FIRST_WIRING} to 2100, or 0 for any wiring");
            problems.push(Problem::new(&at.at("since"), words));
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

/// The parts of a place, "Mill Village, Lakeshire County", as they are compared: in small letters, one space between words.
fn place_parts(place: &str) -> impl Iterator<Item = String> {
    let words = |part: &str| part.split_whitespace().map(str::to_lowercase).collect::<Vec<_>>().join(" ");
    place.split(',').map(words).filter(|part| !part.is_empty())
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
        let nowhere = Amendment { off: true, places: vec![String::new(), " , ".to_owned()], ..bare.clone() };
        let said = pointers(&[set(vec![nowhere])]);
        assert!(said.contains(&"/0/amendments/0/places/0".to_owned()), "{said:?}");
        assert!(said.contains(&"/0/amendments/0/places/1".to_owned()), "{said:?}");
        let off = Amendment { off: true, ..bare };
        assert_eq!(pointers(&[set(vec![off.clone()]), set(vec![off])]), ["/1/name"]);
    }
}
