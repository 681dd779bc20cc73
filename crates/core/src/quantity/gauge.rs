//! Wire gauges.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A conductor size in American Wire Gauge, from 18 AWG to 4/0 AWG. Ordered by thickness: 18 AWG is the smallest.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema)]
pub enum Gauge {
    /// 18 AWG.
    #[serde(rename = "18")]
    Awg18,
    /// 16 AWG.
    #[serde(rename = "16")]
    Awg16,
    /// 14 AWG.
    #[serde(rename = "14")]
    Awg14,
    /// 12 AWG.
    #[serde(rename = "12")]
    Awg12,
    /// 10 AWG.
    #[serde(rename = "10")]
    Awg10,
    /// 8 AWG.
    #[serde(rename = "8")]
    Awg8,
    /// 6 AWG.
    #[serde(rename = "6")]
    Awg6,
    /// 4 AWG.
    #[serde(rename = "4")]
    Awg4,
    /// 3 AWG.
    #[serde(rename = "3")]
    Awg3,
    /// 2 AWG.
    #[serde(rename = "2")]
    Awg2,
    /// 1 AWG.
    #[serde(rename = "1")]
    Awg1,
    /// 1/0 AWG.
    #[serde(rename = "1/0")]
    Awg1Of0,
    /// 2/0 AWG.
    #[serde(rename = "2/0")]
    Awg2Of0,
    /// 3/0 AWG.
    #[serde(rename = "3/0")]
    Awg3Of0,
    /// 4/0 AWG.
    #[serde(rename = "4/0")]
    Awg4Of0,
}

impl Gauge {
    /// Every size, the smallest first.
    pub const ALL: [Self; 15] = [
        Self::Awg18,
        Self::Awg16,
        Self::Awg14,
        Self::Awg12,
        Self::Awg10,
        Self::Awg8,
        Self::Awg6,
        Self::Awg4,
        Self::Awg3,
        Self::Awg2,
        Self::Awg1,
        Self::Awg1Of0,
        Self::Awg2Of0,
        Self::Awg3Of0,
        Self::Awg4Of0,
    ];

    /// The size as it is spoken and printed on the sheath, "14" or "1/0".
    pub const fn size(self) -> &'static str {
        match self {
            Self::Awg18 => "18",
            Self::Awg16 => "16",
            Self::Awg14 => "14",
            Self::Awg12 => "12",
            Self::Awg10 => "10",
            Self::Awg8 => "8",
            Self::Awg6 => "6",
            Self::Awg4 => "4",
            Self::Awg3 => "3",
            Self::Awg2 => "2",
            Self::Awg1 => "1",
            Self::Awg1Of0 => "1/0",
            Self::Awg2Of0 => "2/0",
            Self::Awg3Of0 => "3/0",
            Self::Awg4Of0 => "4/0",
        }
    }
}

impl std::fmt::Display for Gauge {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        write!(f, "{} AWG", self.size())
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_thicker_conductor_is_the_greater() {
        assert!(Gauge::Awg14 < Gauge::Awg12);
        assert!(Gauge::Awg1 < Gauge::Awg1Of0);
    }

    #[test]
    fn json_uses_the_spoken_size() {
        assert!(Gauge::ALL.is_sorted());
        for gauge in Gauge::ALL {
            let json = serde_json::to_string(&gauge).expect("serialises");
            assert_eq!(json, format!("\"{}\"", gauge.size()));
        }
        assert!(serde_json::from_str::<Gauge>("\"13\"").is_err());
    }
}
