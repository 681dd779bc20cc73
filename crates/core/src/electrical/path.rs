//! Whether a path to ground is there, from the voltage between hot and the ground or the metal of the box.
//!
//! A ground that is open far away lies beside a hot for some metres and floats near half the supply on a meter that does
//! not load it; bare metal that is joined to nothing floats at a few volts. A meter that loads it makes such a ghost
//! collapse, and leaves a poor path where it is. Common practice, no source; the figures follow from the network.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::quantity::Voltage;

/// From this share of the hot-to-neutral voltage on, the path carries.
const BONDED: f64 = 0.95;
/// Below this share a meter that loads has made a ghost collapse.
const COLLAPSED: f64 = 0.05;
/// Bare metal that is joined to nothing reads this much more than a lead held in the air, in volts, and never near the
/// supply.
const HARDLY_MORE: f64 = 8.0;

/// How good a path to ground is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum PathGrade {
    /// The full voltage stands on it.
    Bonded,
    /// Something is there, and it is poor.
    Impaired,
    /// Nothing is there: what the high-impedance meter shows is a ghost.
    Ghost,
    /// One of the two; the low-impedance meter decides.
    ImpairedOrGhost,
    /// Nothing was read.
    NotRead,
}

/// A path to ground with its figures.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct GroundPath {
    /// How good it is.
    pub grade: PathGrade,
    /// One plain sentence with the figures.
    pub sentence: String,
}

/// Grades the path to `what` from hot-to-neutral and from hot-to-it, on either meter; `air` is hot to a lead held in the air, on
/// the high-impedance meter. A collapse counts only where hot to neutral is read `live` with it: off reads nothing.
pub fn grade_path(
    what: &str,
    hot_neutral: Option<Voltage>,
    high: Option<Voltage>,
    low: Option<Voltage>,
    air: Option<Voltage>,
    live: bool,
) -> GroundPath {
    let reference = hot_neutral.filter(|volts| *volts >= Voltage::volts(90)).unwrap_or(Voltage::volts(120));
    let assumed = if hot_neutral == Some(reference) { "" } else { ", 120 V assumed" };
    let share = |volts: Voltage| volts.as_volts() / reference.as_volts();
    let of = |volts: Voltage| format!("{} of {}{assumed}", volts.print(), reference.print());
    let (grade, sentence) = match (high, low) {
        (_, Some(low)) if share(low) >= BONDED => {
            (PathGrade::Bonded, format!("Hot to {what} is {} on the low-impedance meter: it carries.", of(low)))
        }
        (_, Some(low)) if share(low) < COLLAPSED && !live => {
            let sentence = format!(
                "Hot to {what} is {} on the low-impedance meter, and hot to neutral is not read live with it: the circuit may be \
                 off, or a GFCI has opened on this reading. Read hot to neutral again; treat it as live until then.",
                low.print()
            );
            (PathGrade::ImpairedOrGhost, sentence)
        }
        (high, Some(low)) if share(low) < COLLAPSED && high.is_none_or(|high| share(high) < COLLAPSED) => {
            let sentence = format!(
                "Hot to {what} is {} on the low-impedance meter: there is no path, or {what} is LIVE at the hot's own \
                 potential. Read it to a known ground before touching it.",
                low.print()
            );
            (PathGrade::Ghost, sentence)
        }
        (high, Some(low)) if share(low) < COLLAPSED => {
            let from =
                high.map_or_else(String::new, |high| format!(" from {} on the high-impedance meter", high.print()));
            let sentence = format!(
                "Hot to {what} falls{from} to {} on the low-impedance meter: a ghost. There is no path; do not rely on it.",
                low.print()
            );
            (PathGrade::Ghost, sentence)
        }
        (_, Some(low)) => (
            PathGrade::Impaired,
            format!("Hot to {what} is {} on the low-impedance meter: a poor path. Do not rely on it.", of(low)),
        ),
        (Some(high), None) if share(high) >= BONDED => (
            PathGrade::Bonded,
            format!(
                "Hot to {what} is {} on the high-impedance meter: bonded. How well it carries, only a load shows.",
                of(high)
            ),
        ),
        (Some(high), None) if air.is_some_and(|air| high.as_volts() <= air.as_volts() + HARDLY_MORE) => (
            PathGrade::Ghost,
            format!(
                "Hot to {what} is {}, hardly more than to a lead held in the air: joined to nothing. Do not rely on it.",
                of(high)
            ),
        ),
        (Some(high), None) => (
            PathGrade::ImpairedOrGhost,
            format!(
                "Hot to {what} is {} on the high-impedance meter: a poor path, or none and a ghost. Read it with the \
                 low-impedance meter; until then do not rely on it.",
                of(high)
            ),
        ),
        (None, None) => (PathGrade::NotRead, format!("Hot to {what} was not read.")),
    };
    GroundPath { grade, sentence }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn grade(high: Option<u16>, low: Option<u16>) -> PathGrade {
        let volts = |volts: Option<u16>| volts.map(Voltage::volts);
        grade_path("box metal", Some(Voltage::volts(120)), volts(high), volts(low), None, true).grade
    }

    #[test]
    fn the_low_impedance_reading_decides() {
        // Common practice, no source: half the supply on the high-impedance meter says nothing by itself.
        assert_eq!(grade(Some(57), None), PathGrade::ImpairedOrGhost);
        assert_eq!(grade(Some(57), Some(0)), PathGrade::Ghost);
        assert_eq!(grade(Some(57), Some(48)), PathGrade::Impaired);
        assert_eq!(grade(Some(4), None), PathGrade::ImpairedOrGhost);
        assert_eq!(grade(Some(119), None), PathGrade::Bonded);
        assert_eq!(grade(None, Some(114)), PathGrade::Bonded);
        assert_eq!(grade(None, Some(113)), PathGrade::Impaired);
        assert_eq!(grade(None, None), PathGrade::NotRead);
    }

    #[test]
    fn nothing_to_the_hot_may_be_live_and_is_called_no_ghost() {
        let path = grade_path("box metal", Some(Voltage::volts(120)), None, Some(Voltage::volts(0)), None, true);
        assert!(path.sentence.contains("LIVE") && !path.sentence.contains("ghost"), "{}", path.sentence);
        let fallen =
            |live| grade_path("box metal", None, Some(Voltage::volts(57)), Some(Voltage::volts(0)), None, live);
        assert!(fallen(true).sentence.contains("ghost"), "{}", fallen(true).sentence);
        assert_eq!(fallen(false).grade, PathGrade::ImpairedOrGhost);
        assert!(fallen(false).sentence.contains("hot to neutral again"), "{}", fallen(false).sentence);
    }

    #[test]
    fn a_lead_in_the_air_is_the_reference_for_bare_metal() {
        let volts = |volts| Some(Voltage::volts(volts));
        let grade = |high, air| grade_path("box metal", volts(120), volts(high), None, volts(air), true).grade;
        assert_eq!(grade(5, 1), PathGrade::Ghost);
        assert_eq!(grade(57, 1), PathGrade::ImpairedOrGhost, "a conductor open far away reads more");
    }

    #[test]
    fn the_supply_is_what_was_read_where_it_was() {
        let path = grade_path("ground", Some(Voltage::volts(114)), None, Some(Voltage::volts(109)), None, true);
        assert_eq!(path.grade, PathGrade::Bonded, "109 of 114 V is 96 %");
        let assumed = grade_path("ground", None, Some(Voltage::volts(118)), None, None, true);
        assert!(assumed.sentence.contains("120 V assumed"), "{}", assumed.sentence);
    }
}
