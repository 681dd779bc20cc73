//! The shapes of receptacles: what their slots say of volts, amperes and wires.
//!
//! # Source
//! ANSI/NEMA WD 6 (the same shapes in CSA C22.2 No. 42), from memory, sure for those listed here.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// The shape of the slots of a receptacle.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
pub enum Configuration {
    /// 125 V, 15 A, two wires and ground.
    #[serde(rename = "5-15")]
    Straight5To15,
    /// 125 V, 20 A, two wires and ground.
    #[serde(rename = "5-20")]
    Straight5To20,
    /// 125 V, 30 A, two wires and ground.
    #[serde(rename = "5-30")]
    Straight5To30,
    /// 250 V, 15 A, two hots and ground.
    #[serde(rename = "6-15")]
    Straight6To15,
    /// 250 V, 20 A, two hots and ground.
    #[serde(rename = "6-20")]
    Straight6To20,
    /// 250 V, 30 A, two hots and ground.
    #[serde(rename = "6-30")]
    Straight6To30,
    /// 250 V, 50 A, two hots and ground.
    #[serde(rename = "6-50")]
    Straight6To50,
    /// 125/250 V, 30 A, two hots and a neutral that grounds the frame.
    #[serde(rename = "10-30")]
    Straight10To30,
    /// 125/250 V, 50 A, two hots and a neutral that grounds the frame.
    #[serde(rename = "10-50")]
    Straight10To50,
    /// 125/250 V, 30 A, two hots, neutral and ground.
    #[serde(rename = "14-30")]
    Straight14To30,
    /// 125/250 V, 50 A, two hots, neutral and ground.
    #[serde(rename = "14-50")]
    Straight14To50,
    /// 125 V, 30 A, for trailers.
    #[serde(rename = "TT-30")]
    Trailer30,
    /// Locking, 125 V, 20 A.
    #[serde(rename = "L5-20")]
    Locking5To20,
    /// Locking, 125 V, 30 A.
    #[serde(rename = "L5-30")]
    Locking5To30,
    /// Locking, 250 V, 20 A.
    #[serde(rename = "L6-20")]
    Locking6To20,
    /// Locking, 250 V, 30 A.
    #[serde(rename = "L6-30")]
    Locking6To30,
    /// Locking, 125/250 V, 20 A, with neutral and ground.
    #[serde(rename = "L14-20")]
    Locking14To20,
    /// Locking, 125/250 V, 30 A, with neutral and ground.
    #[serde(rename = "L14-30")]
    Locking14To30,
}

/// What a shape says: its mark, volts, amperes, whether it has a neutral, whether a ground of its own.
type Said = (&'static str, u16, u16, bool, bool);

impl Configuration {
    /// All of them, in the order one offers them.
    pub const ALL: &'static [Self] = &[
        Self::Straight5To15,
        Self::Straight5To20,
        Self::Straight5To30,
        Self::Straight6To15,
        Self::Straight6To20,
        Self::Straight6To30,
        Self::Straight6To50,
        Self::Straight10To30,
        Self::Straight10To50,
        Self::Straight14To30,
        Self::Straight14To50,
        Self::Trailer30,
        Self::Locking5To20,
        Self::Locking5To30,
        Self::Locking6To20,
        Self::Locking6To30,
        Self::Locking14To20,
        Self::Locking14To30,
    ];

    const fn said(self) -> Said {
        match self {
            Self::Straight5To15 => ("5-15", 125, 15, true, true),
            Self::Straight5To20 => ("5-20", 125, 20, true, true),
            Self::Straight5To30 => ("5-30", 125, 30, true, true),
            Self::Straight6To15 => ("6-15", 250, 15, false, true),
            Self::Straight6To20 => ("6-20", 250, 20, false, true),
            Self::Straight6To30 => ("6-30", 250, 30, false, true),
            Self::Straight6To50 => ("6-50", 250, 50, false, true),
            Self::Straight10To30 => ("10-30", 250, 30, true, false),
            Self::Straight10To50 => ("10-50", 250, 50, true, false),
            Self::Straight14To30 => ("14-30", 250, 30, true, true),
            Self::Straight14To50 => ("14-50", 250, 50, true, true),
            Self::Trailer30 => ("TT-30", 125, 30, true, true),
            Self::Locking5To20 => ("L5-20", 125, 20, true, true),
            Self::Locking5To30 => ("L5-30", 125, 30, true, true),
            Self::Locking6To20 => ("L6-20", 250, 20, false, true),
            Self::Locking6To30 => ("L6-30", 250, 30, false, true),
            Self::Locking14To20 => ("L14-20", 250, 20, true, true),
            Self::Locking14To30 => ("L14-30", 250, 30, true, true),
        }
    }

    /// As it is marked.
    pub const fn name(self) -> &'static str {
        self.said().0
    }

    /// The most volts between two of its slots.
    pub const fn volts(self) -> u16 {
        self.said().1
    }

    /// Its rating in amperes.
    pub const fn amperes(self) -> u16 {
        self.said().2
    }

    /// It has a slot for a neutral.
    pub const fn has_neutral(self) -> bool {
        self.said().3
    }

    /// It has a slot for a ground of its own.
    pub const fn has_ground(self) -> bool {
        self.said().4
    }
}

impl Configuration {
    /// It is for two legs of the service, 240 V between its hots.
    pub const fn is_two_legged(self) -> bool {
        self.volts() > 125
    }

    /// The shape of the same rating with a ground of its own, in the place of one without.
    pub const fn with_ground(self) -> Self {
        match self {
            Self::Straight10To30 => Self::Straight14To30,
            Self::Straight10To50 => Self::Straight14To50,
            other => other,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_first_figure_of_a_shape_says_its_wires_and_the_last_its_amperes() {
        // ANSI/NEMA WD 6, from memory, sure: family 5 is 125 V with neutral and ground, 6 is 250 V with ground and no neutral, 10 is
        // 125/250 V with no ground, 14 is 125/250 V with both; the figure behind the dash is the rating.
        for shape in Configuration::ALL {
            let (family, amperes) = shape.name().trim_start_matches('L').split_once('-').expect("a dash");
            assert_eq!(amperes.parse(), Ok(shape.amperes()), "{}", shape.name());
            let expected = match family {
                "5" | "TT" => (125, true, true),
                "6" => (250, false, true),
                "10" => (250, true, false),
                "14" => (250, true, true),
                other => panic!("{other}"),
            };
            assert_eq!((shape.volts(), shape.has_neutral(), shape.has_ground()), expected, "{}", shape.name());
            assert_eq!(serde_json::to_value(shape).expect("serialises"), shape.name());
        }
    }
}
