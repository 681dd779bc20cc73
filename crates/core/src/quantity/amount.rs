//! A figure of any kind on its way to a screen, a page or a file.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::{Figure, Length, Mass, Offset, Rounding, UnitSystem, Volume};

/// What an [`Amount`] counts.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub enum AmountUnit {
    /// A length in nanometres.
    #[serde(rename = "nm")]
    Nanometres,
    /// A volume in nanolitres.
    #[serde(rename = "nL")]
    Nanolitres,
    /// A mass in milligrams.
    #[serde(rename = "mg")]
    Milligrams,
    /// A current in amperes.
    #[serde(rename = "A")]
    Amperes,
    /// A power in watts.
    #[serde(rename = "W")]
    Watts,
    /// A wire gauge, by its place from 18 AWG up.
    #[serde(rename = "gauge")]
    Gauges,
    /// Hundredths of a whole.
    #[serde(rename = "%")]
    PerCent,
    /// Degrees of a turn.
    #[serde(rename = "deg")]
    Degrees,
    /// Pieces.
    #[serde(rename = "count")]
    Count,
}

/// A figure with its unit and the words that show it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Amount {
    /// The whole number of units.
    pub value: i64,
    /// The unit.
    pub unit: AmountUnit,
    /// In the unit of the audit, "2 3/4 in", "18 in³", "15 A".
    pub text: String,
}

impl From<Figure> for Amount {
    fn from(figure: Figure) -> Self {
        Self { value: figure.nm, unit: AmountUnit::Nanometres, text: figure.text }
    }
}

impl Amount {
    /// A length, to the nearest mark.
    pub fn length(length: Length, units: UnitSystem) -> Self {
        length.figure(units).into()
    }

    /// A length along a wall, to the nearest mark.
    pub fn run(length: Length, units: UnitSystem) -> Self {
        Self { value: length.nm(), unit: AmountUnit::Nanometres, text: length.say_run(units) }
    }

    /// A length along a wall by which something is out, never shown as nothing.
    pub fn run_up(length: Length, units: UnitSystem) -> Self {
        let up = Self::length_up(length, units);
        if length < Length::inches(24) { up } else { Self::run(length, units) }
    }

    /// A length with a direction, to the nearest mark.
    pub fn offset(offset: Offset, units: UnitSystem) -> Self {
        offset.figure(units).into()
    }

    /// A length by which something is out, rounded up so that it is never shown as nothing.
    pub fn length_up(length: Length, units: UnitSystem) -> Self {
        length.figure_up(units).into()
    }

    /// A volume.
    pub fn volume(volume: Volume, units: UnitSystem) -> Self {
        Self { value: volume.nl(), unit: AmountUnit::Nanolitres, text: volume.print(units) }
    }

    /// A mass.
    pub fn mass(mass: Mass, units: UnitSystem) -> Self {
        Self { value: mass.mg(), unit: AmountUnit::Milligrams, text: mass.print(units) }
    }

    /// A current.
    pub fn amperes(amperes: u16) -> Self {
        Self { value: i64::from(amperes), unit: AmountUnit::Amperes, text: format!("{amperes} A") }
    }

    /// A power.
    pub fn watts(watts: u16) -> Self {
        Self { value: i64::from(watts), unit: AmountUnit::Watts, text: format!("{watts} W") }
    }

    /// A wire size.
    pub fn gauge(gauge: super::Gauge) -> Self {
        Self { value: gauge as i64, unit: AmountUnit::Gauges, text: gauge.to_string() }
    }

    /// So many pieces.
    pub fn count(count: usize) -> Self {
        let value = i64::try_from(count).unwrap_or(i64::MAX);
        Self { value, unit: AmountUnit::Count, text: count.to_string() }
    }
}

impl Length {
    /// With its unit, to the nearest mark.
    pub fn say(self, units: UnitSystem) -> String {
        self.print(units, Rounding::Nearest)
    }
}
