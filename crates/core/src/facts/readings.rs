//! What instruments showed at a box: lamps, meters, detectors, the tester's button. Facts only; what they mean is worked
//! out in [`crate::electrical`].

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::quantity::Voltage;

/// One lamp.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Lamp {
    /// Dark.
    Off,
    /// Faint.
    Dim,
    /// Lit.
    Lit,
}

/// Which half of a duplex receptacle.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Half {
    /// The upper, or the only one.
    Upper,
    /// The lower.
    Lower,
}

impl Half {
    /// Both.
    pub const ALL: [Self; 2] = [Self::Upper, Self::Lower];

    /// In words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Upper => "upper half",
            Self::Lower => "lower half",
        }
    }
}

/// What the three lamps showed in one half.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LampReading {
    /// Which half.
    pub half: Half,
    /// Hot to neutral.
    pub hot_neutral: Lamp,
    /// Hot to ground.
    pub hot_ground: Lamp,
    /// Neutral to ground.
    pub neutral_ground: Lamp,
}

impl Lamp {
    /// In a word.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Off => "off",
            Self::Dim => "dim",
            Self::Lit => "lit",
        }
    }
}

/// A voltmeter by its input impedance.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Meter {
    /// 10 megohms beside 100 pF: it shows ghosts.
    HighImpedance,
    /// 3 kilohms: it loads what it reads, and ghosts collapse.
    LowImpedance,
}

impl Meter {
    /// Both.
    pub const ALL: [Self; 2] = [Self::HighImpedance, Self::LowImpedance];

    /// In the words of the trade.
    pub const fn name(self) -> &'static str {
        match self {
            Self::HighImpedance => "high-impedance meter",
            Self::LowImpedance => "low-impedance meter",
        }
    }
}

/// Where a lead is put.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Probe {
    /// The hot slot, or the brass screw.
    Hot,
    /// The neutral slot, or the silver screw.
    Neutral,
    /// The ground slot, or the green screw.
    Ground,
    /// The bare metal of the box.
    BoxMetal,
    /// The hot slot of the other half, or the second hot of a range or dryer receptacle.
    OtherHot,
    /// A ground known to be good, apart from this circuit.
    KnownGround,
    /// Nothing: the lead hangs in the air.
    Air,
}

impl Probe {
    /// All of them.
    pub const ALL: [Self; 7] =
        [Self::Hot, Self::Neutral, Self::Ground, Self::BoxMetal, Self::OtherHot, Self::KnownGround, Self::Air];

    /// In words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Hot => "hot",
            Self::Neutral => "neutral",
            Self::Ground => "ground",
            Self::BoxMetal => "box metal",
            Self::OtherHot => "other hot",
            Self::KnownGround => "known ground",
            Self::Air => "lead in the air",
        }
    }
}

/// One voltage read at a device.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MeterReading {
    /// Which half; the upper one where there is only one.
    pub half: Half,
    /// The meter.
    pub meter: Meter,
    /// Where one lead is.
    pub from: Probe,
    /// Where the other lead is.
    pub to: Probe,
    /// What it shows; empty until it is typed.
    #[serde(default)]
    pub volts: Option<Voltage>,
    /// Read while a heater of about 10 A runs in the same half.
    #[serde(default)]
    pub loaded: bool,
    /// When, "2026-03-04T10:42:00Z".
    #[serde(default)]
    pub at: Option<String>,
}

impl MeterReading {
    /// In words: "hot to ground 57 V, high-impedance meter".
    pub fn words(&self) -> Option<String> {
        let load = if self.loaded { ", under load" } else { "" };
        let (from, to, meter) = (self.from.name(), self.to.name(), self.meter.name());
        Some(format!("{from} to {to} {}, {meter}{load}", self.volts?.print()))
    }

    /// It is taken between these two, whichever way round.
    pub fn is_between(&self, a: Probe, b: Probe) -> bool {
        (self.from, self.to) == (a, b) || (self.from, self.to) == (b, a)
    }
}

/// A non-contact detector by the lowest voltage that it answers to.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DetectorClass {
    /// From about 12 V: it also chirps on ghosts.
    Sensitive,
    /// From about 90 V.
    Ordinary,
}

impl DetectorClass {
    /// In the words of the trade.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Sensitive => "sensitive detector (12 V)",
            Self::Ordinary => "ordinary detector (90 V)",
        }
    }
}

/// What a non-contact detector said.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DetectorReading {
    /// Which half.
    pub half: Half,
    /// The detector.
    pub class: DetectorClass,
    /// What it was held to.
    pub at: Probe,
    /// It answered.
    pub chirps: bool,
}

/// What the GFCI button of the lamp tester did.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TripReading {
    /// Which half.
    pub half: Half,
    /// The GFCI opened.
    pub tripped: bool,
    /// It was reset and power came back; not tried when absent.
    #[serde(default)]
    pub reset: Option<bool>,
}

/// What an instrument showed at a box, whichever it is: as a connected meter sends it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum InstrumentReading {
    /// The lamps.
    Lamps(LampReading),
    /// The button.
    Button(TripReading),
    /// A voltage.
    Meter(MeterReading),
    /// The detector.
    Detector(DetectorReading),
}
