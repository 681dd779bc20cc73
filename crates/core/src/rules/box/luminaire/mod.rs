//! Rules on what hangs from a box, or where a box should be: held, whole, grounded, fit for the place, closed against water, cool
//! enough, and fans at their height.

pub mod canopy_bearing;
pub mod canopy_closed;
pub mod canopy_drain;
pub mod fan_clearance;
pub mod fan_control;
pub mod fan_fixing;
pub mod fan_ready;
pub mod fan_support;
pub mod lamp_watts;
pub mod lampholder_polarity;
pub mod luminaire_feed;
pub mod luminaire_grounded;
pub mod luminaire_place;
pub mod luminaire_secure;
pub mod luminaire_support;
pub mod luminaire_whole;
pub mod recessed_clearance;
pub mod supply_temperature;

use crate::facts::{Hung, HungKind, Observation};
use crate::rules::{Finding, Situation};

/// The rules of what hangs.
pub const CODES: &[&str] = &[
    fan_support::RULE.code,
    luminaire_support::RULE.code,
    luminaire_secure::RULE.code,
    luminaire_whole::RULE.code,
    lampholder_polarity::RULE.code,
    luminaire_grounded::RULE.code,
    luminaire_place::RULE.code,
    canopy_closed::RULE.code,
    canopy_bearing::RULE.code,
    canopy_drain::RULE.code,
    luminaire_feed::RULE.code,
    lamp_watts::RULE.code,
    supply_temperature::RULE.code,
    recessed_clearance::RULE.code,
    fan_clearance::RULE.code,
    fan_fixing::RULE.code,
    fan_control::RULE.code,
    fan_ready::RULE.code,
];

/// What hangs here, where it is of such a kind.
fn hung<'a>(situation: &Situation<'a>, is_of: impl Fn(HungKind) -> bool) -> Option<&'a Hung> {
    situation.contents.hung.as_ref().filter(|hung| is_of(hung.kind))
}

/// Why water does not come where something hangs, or that the place is to be noted first; `None` where water may come.
fn out_of_the_wet(situation: &Situation, hung: &Hung) -> Option<Finding> {
    match situation.contents.location {
        None => Some(Finding::not_measured(hung.kind.noun(), "note where the box is", "/location")),
        Some(place) if place.is_damp() => None,
        Some(place) => Some(Finding::not_applicable(hung.kind.noun(), format!("The place is dry: {}.", place.name()))),
    }
}

/// The answer to something one sees of what hangs.
fn seen(situation: &Situation, hung: &Hung, what: Observation) -> Finding {
    Finding::observed_of(hung.kind.noun(), situation.contents, what)
}

#[cfg(test)]
mod testing {
    //! What hangs, for the tests of these rules.

    use crate::facts::{BoxContents, Hung, HungKind};
    use crate::standard::Location;

    /// What hangs at a place, with the facts that `set` gives it.
    pub fn hanging(kind: HungKind, place: Location, set: impl Fn(&mut Hung)) -> BoxContents {
        BoxContents { location: Some(place), ..crate::testing::hanging(kind, set) }
    }
}
