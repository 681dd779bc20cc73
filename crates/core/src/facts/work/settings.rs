//! What a job is planned by: its scope, hours, stock and prices. Facts, kept with the audit.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::{BoxId, Pointer, Problem};
use crate::quantity::{Gauge, Length};
use crate::standard::Severity;

/// What is put right.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Scope {
    /// What is a danger now.
    Dangers,
    /// All violations.
    #[default]
    Violations,
    /// Poor workmanship as well.
    Workmanship,
}

impl Scope {
    /// All of them, the narrowest first.
    pub const ALL: [Self; 3] = [Self::Dangers, Self::Violations, Self::Workmanship];

    /// The least severity that is in it.
    pub const fn severity(self) -> Severity {
        match self {
            Self::Dangers => Severity::Danger,
            Self::Violations => Severity::Violation,
            Self::Workmanship => Severity::Workmanship,
        }
    }

    /// A finding so bad is in it. What is wanted is in all but the narrowest.
    pub fn takes(self, severity: Severity, wanted: bool) -> bool {
        severity <= self.severity() || (wanted && self != Self::Dangers)
    }

    /// In words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Dangers => "dangers only",
            Self::Violations => "all violations",
            Self::Workmanship => "workmanship as well",
        }
    }
}

/// A piece of cable that is there to be used up.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Offcut {
    /// Its number.
    pub id: u16,
    /// The size of its conductors.
    pub gauge: Gauge,
    /// Its insulated conductors, 2 or 3, beside the ground.
    pub conductors: u8,
    /// How long it is.
    pub length: Length,
}

/// What is known of a material: how it is sold, what is there, what it costs.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StockLine {
    /// The code of the material; a line of an earlier release has none and is known by its words.
    #[serde(default)]
    pub code: Option<String>,
    /// What it is, as the material list names it.
    pub what: String,
    /// How many come in a pack.
    #[serde(default)]
    pub pack: Option<u16>,
    /// How many are on the truck.
    #[serde(default)]
    pub on_truck: u32,
    /// What one pack costs, or one piece where it comes in no pack, in hundredths of the currency.
    #[serde(default)]
    pub price: Option<u32>,
    /// The price is made up, for a demonstration.
    #[serde(default)]
    pub made_up: bool,
}

/// A time in which nothing may be off.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Blocked {
    /// The day of the job, from 0.
    pub day: u16,
    /// From this minute of the day.
    pub from: u16,
    /// To this minute of the day.
    pub to: u16,
    /// Why.
    #[serde(default)]
    pub why: String,
}

/// A shut-down that stays where it was put: these boxes, then.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Pin {
    /// Its boxes.
    pub boxes: Vec<BoxId>,
    /// The day of the job, from 0.
    pub day: u16,
    /// The minute of the day at which it begins.
    pub from: u16,
}

/// What a job is planned by.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(default, deny_unknown_fields)]
pub struct WorkSettings {
    /// What is put right.
    pub scope: Scope,
    /// The minute of the day at which work begins.
    pub day_from: u16,
    /// The minute of the day at which it ends.
    pub day_to: u16,
    /// The longest that anything is off, in minutes.
    pub longest_off: u16,
    /// Minutes for each shut-down, beside its breakers and boxes: told to those who live there, the lights and tools set up.
    pub setup: u16,
    /// Minutes more for each breaker of a shut-down: found, locked and tagged, later restored and read.
    pub per_breaker: u16,
    /// Minutes for each box: go there, open it, close it.
    pub per_box: u16,
    /// The first day, "2026-03-04".
    pub begins: Option<String>,
    /// Times in which nothing may be off, at most 200.
    pub blocked: Vec<Blocked>,
    /// Shut-downs that stay where they were put, at most 200.
    pub pins: Vec<Pin>,
    /// Offcuts at hand, at most 200.
    pub offcuts: Vec<Offcut>,
    /// What is known of materials, at most 1,000.
    pub stock: Vec<StockLine>,
    /// The currency of the prices, as it is written before a figure.
    pub currency: String,
    /// What an hour of work costs, in hundredths of the currency.
    pub hour_price: Option<u32>,
}

impl Default for WorkSettings {
    fn default() -> Self {
        Self {
            scope: Scope::default(),
            day_from: 8 * 60,
            day_to: 17 * 60,
            longest_off: 4 * 60,
            setup: 15,
            per_breaker: 5,
            per_box: 6,
            begins: None,
            blocked: Vec::new(),
            pins: Vec::new(),
            offcuts: Vec::new(),
            stock: Vec::new(),
            currency: String::new(),
            hour_price: None,
        }
    }
}

impl WorkSettings {
    /// What cannot be accepted.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        let mut say = |place: &Pointer, message: &str| problems.push(Problem::new(place, message));
        if self.day_from >= self.day_to || self.day_to > 24 * 60 {
            say(&at.at("day_to"), "work ends after it begins, on the same day; set the hours again");
        }
        if !(10..=24 * 60).contains(&self.longest_off) {
            say(&at.at("longest_off"), "10 minutes to a day; set it again");
        }
        for (field, minutes) in [("setup", self.setup), ("per_breaker", self.per_breaker), ("per_box", self.per_box)] {
            if minutes > 240 {
                say(&at.at(field), "at most 240 minutes; set it again");
            }
        }
        let date = |text: &str| {
            let parts: Vec<&str> = text.split('-').collect();
            let number = |index: usize, digits: usize, range: std::ops::RangeInclusive<u32>| {
                parts
                    .get(index)
                    .is_some_and(|part| part.len() == digits && part.parse().is_ok_and(|n| range.contains(&n)))
            };
            parts.len() == 3 && number(0, 4, 1900..=2200) && number(1, 2, 1..=12) && number(2, 2, 1..=31)
        };
        if self.begins.as_deref().is_some_and(|text| !date(text)) {
            say(&at.at("begins"), "this is no day; write it like 2026-03-04");
        }
        for (field, count, most) in [
            ("blocked", self.blocked.len(), 200),
            ("pins", self.pins.len(), 200),
            ("offcuts", self.offcuts.len(), 200),
            ("stock", self.stock.len(), 1_000),
        ] {
            if count > most {
                say(&at.at(field), &format!("{count} of them; at most {most} are kept"));
            }
        }
        for (index, blocked) in self.blocked.iter().enumerate() {
            if blocked.from >= blocked.to || blocked.to > 24 * 60 || blocked.day > 365 || blocked.why.len() > 120 {
                say(&at.at("blocked").at(index), "a blocked time ends after it begins, on one day of the job");
            }
        }
        for (index, offcut) in self.offcuts.iter().enumerate() {
            let place = at.at("offcuts").at(index);
            if !(2..=3).contains(&offcut.conductors) {
                say(&place.at("conductors"), "an offcut has 2 or 3 insulated conductors");
            }
            if offcut.length == Length::ZERO || offcut.length > Length::mm(200_000) {
                say(&place.at("length"), "an offcut is up to 200 m (650 ft) long; measure it again");
            }
            if self.offcuts[..index].iter().any(|other| other.id == offcut.id) {
                say(&place.at("id"), "this offcut stands twice; give each its own number");
            }
        }
        for (index, line) in self.stock.iter().enumerate() {
            let place = at.at("stock").at(index);
            if line.what.trim().is_empty() || line.what.len() > 200 {
                say(&place.at("what"), "name the material in up to 200 letters");
            }
            if line.pack == Some(0) {
                say(&place.at("pack"), "a pack holds at least one");
            }
        }
        if self.currency.chars().count() > 8 {
            say(&at.at("currency"), "at most 8 letters");
        }
        problems
    }
}
