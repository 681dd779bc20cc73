//! What instruments say of a box, as far as the rules ask. Rules read this and never an instrument, so that better
//! instruments change no rule.

use super::contents::BoxContents;
use super::readings::{Half, Lamp, LampReading};

/// What the lamps of one half can mean. Several wirings can light the same lamps.
///
/// # Source
/// Derived by circuit reasoning from the three lamps between three slots; no published source.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct LampMeaning {
    /// What is most likely, in a few words.
    pub says: &'static str,
    /// What looks the same.
    pub or: &'static str,
    /// The lamps are those of a receptacle wired as it should be.
    pub correct: bool,
    /// The lamps show that no ground is there.
    pub ground_open: bool,
}

impl LampMeaning {
    /// Of one reading. A dim lamp is a lamp fed through another and counts as off.
    pub fn of(reading: &LampReading) -> Self {
        let lit = |lamp: Lamp| lamp == Lamp::Lit;
        let meaning = |says, or| Self { says, or, correct: false, ground_open: false };
        match (lit(reading.hot_neutral), lit(reading.hot_ground), lit(reading.neutral_ground)) {
            (true, true, false) => Self {
                says: "correct pattern",
                or: "a neutral-to-ground jumper, the same with hot and neutral reversed and the metal live, or neutral and \
                     ground swapped look just like it",
                correct: true,
                ground_open: false,
            },
            (true, false, false) => Self {
                says: "open ground",
                or: "hot and neutral may be reversed as well",
                correct: false,
                ground_open: true,
            },
            (false, true, false) => {
                meaning("open neutral", "hot and ground reversed with the neutral open look the same")
            }
            (false, false, false) => meaning(
                "open hot, or no power",
                "the hot slot and the metal may still be live: open neutral and ground, or a jumper with an open neutral",
            ),
            (true, false, true) => {
                meaning("hot and neutral reversed", "an open ground with the metal live from a fault looks the same")
            }
            (false, true, true) => meaning(
                "hot and ground reversed",
                "an open neutral with a load on it, or two hots, look the same; the neutral slot or the metal is live",
            ),
            (false, false, true) => meaning("hot and neutral reversed with the neutral open", "other double faults"),
            (true, true, true) => meaning("wrong voltage", "240 V, or a lost neutral of a shared pair"),
        }
    }
}

/// What instruments say of a box.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Evidence {
    /// Whether a path to ground is found at the device; `None` when nothing was read.
    pub ground_found: Option<bool>,
    /// Whether the metal of the box is found bonded; `None` when nothing was read.
    pub box_bonded: Option<bool>,
    /// The meaning of the lamps, by half.
    pub lamps: Vec<(Half, LampMeaning)>,
}

impl Evidence {
    /// Of a box.
    pub fn of(contents: &BoxContents) -> Self {
        let lamps: Vec<_> = contents.lamps.iter().map(|reading| (reading.half, LampMeaning::of(reading))).collect();
        let open = lamps.iter().any(|(_, meaning)| meaning.ground_open);
        let correct = lamps.iter().any(|(_, meaning)| meaning.correct);
        let ground_found = if open { Some(false) } else { correct.then_some(true) };
        Self { ground_found, box_bonded: None, lamps }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn meaning(hot_neutral: Lamp, hot_ground: Lamp, neutral_ground: Lamp) -> LampMeaning {
        LampMeaning::of(&LampReading { half: Half::Upper, hot_neutral, hot_ground, neutral_ground })
    }

    #[test]
    fn a_correct_pattern_names_what_it_cannot_tell() {
        let correct = meaning(Lamp::Lit, Lamp::Lit, Lamp::Off);
        assert!(correct.correct && correct.or.contains("jumper") && correct.or.contains("metal live"));
    }

    #[test]
    fn an_open_ground_is_seen_through_dim_lamps() {
        assert!(meaning(Lamp::Lit, Lamp::Dim, Lamp::Dim).ground_open);
        assert!(!meaning(Lamp::Off, Lamp::Off, Lamp::Off).ground_open);
    }
}
