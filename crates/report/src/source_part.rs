//! What a report rests on: the limits that it tells of with their sources, and the basis of the audit with its house rules.

use nailpunch_core::facts::{Basis, house_rule_infos};
use nailpunch_core::quantity::{Rounding, UnitSystem};
use nailpunch_core::rules::RuleEntry;
use nailpunch_core::standard::{Edition, WiredUnder};
use serde::Serialize;

use crate::table::Line;

/// A rule that is told in this report, with its source in the edition that is enforced.
#[derive(Serialize)]
pub struct RulePart {
    pub rule: &'static str,
    pub title: &'static str,
    pub limit: &'static str,
    pub source: String,
}

impl RulePart {
    /// Of a rule, under an edition.
    pub fn of(rule: RuleEntry, edition: Edition) -> Self {
        let own = rule.citations.iter().find(|cited| cited.edition == edition.name()).or_else(|| {
            // A residential code and common practice are no editions of the electrical code.
            rule.citations.iter().find(|cited| Edition::ALL.iter().all(|known| known.name() != cited.edition))
        });
        let source = own.map_or_else(|| "not in this edition".to_owned(), ToString::to_string);
        Self { rule: rule.code, title: rule.title, limit: rule.limit, source }
    }
}

/// The basis of an audit, a line each; of the house rules those that are not as usual.
pub fn basis_lines(basis: &Basis) -> Vec<Line> {
    let house = &basis.house_rules;
    let mut lines = vec![
        Line::new("Enforced edition", basis.edition.name()),
        Line::new(
            "Units",
            match basis.units {
                UnitSystem::Inch => "inches, read to 1/16",
                UnitSystem::Metric => "millimetres",
            },
        ),
    ];
    for area in &basis.areas {
        lines.push(Line::new(&format!("Wired: {}", area.name), wired(area.wired_under)));
    }
    lines.push(Line::new("The tape reads to", house.measuring_resolution.print(basis.units, Rounding::Nearest)));
    for info in house_rule_infos() {
        if house.with_default(info.field).is_some() {
            lines.push(Line::new(&format!("House rule: {}", info.matter), house.school(info.field)));
        }
    }
    lines
}

/// When something was wired, in words.
pub fn wired(wired_under: Option<WiredUnder>) -> String {
    match wired_under {
        None => "not known".to_owned(),
        Some(WiredUnder::Year(year)) => year.to_string(),
        Some(WiredUnder::Edition(edition)) => format!("under {}", edition.name()),
    }
}
