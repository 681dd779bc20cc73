//! Voltages in whole millivolts, root mean square, as a meter shows them.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::RangeError;

/// A voltage in whole millivolts, 0 to 1000 V. A meter on alternating current shows no sign.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(try_from = "i64", into = "i64")]
#[schema(value_type = i64, minimum = 0, maximum = 1_000_000)]
pub struct Voltage(i64);

impl Voltage {
    /// The largest accepted voltage: 1000 V, more than any branch circuit has.
    pub const MAX: Self = Self(1_000_000);

    /// From millivolts.
    ///
    /// # Errors
    /// [`RangeError`] when `millivolts` is negative or above 1000 V.
    pub const fn from_millivolts(millivolts: i64) -> Result<Self, RangeError> {
        if millivolts < 0 || millivolts > Self::MAX.0 {
            Err(RangeError { got: millivolts, max: Self::MAX.0, unit: "mV" })
        } else {
            Ok(Self(millivolts))
        }
    }

    /// Whole volts.
    pub const fn volts(volts: u16) -> Self {
        Self(volts as i64 * 1_000)
    }

    /// The nearest whole millivolt to what was worked out in volts; what is no voltage becomes 0 V or the largest.
    pub fn nearest(volts: f64) -> Self {
        // A cast from a float saturates, and takes NaN for 0.
        Self(((volts * 1_000.0).round() as i64).clamp(0, Self::MAX.0))
    }

    /// In volts, for the arithmetic of networks.
    pub const fn as_volts(self) -> f64 {
        self.0 as f64 / 1_000.0
    }

    /// With its unit, as the trade says it: "119.6 V", "0.34 V".
    pub fn print(self) -> String {
        format!("{} V", self.print_bare())
    }

    /// In volts without the unit, to a tenth, or to the millivolt below 1 V.
    pub fn print_bare(self) -> String {
        if self.0 < 1_000 {
            let text = format!("{}.{:03}", self.0 / 1_000, self.0 % 1_000);
            return text.trim_end_matches('0').trim_end_matches('.').to_owned();
        }
        let tenths = (self.0 + 50) / 100;
        if tenths % 10 == 0 { (tenths / 10).to_string() } else { format!("{}.{}", tenths / 10, tenths % 10) }
    }
}

impl TryFrom<i64> for Voltage {
    type Error = RangeError;
    fn try_from(millivolts: i64) -> Result<Self, RangeError> {
        Self::from_millivolts(millivolts)
    }
}

impl From<Voltage> for i64 {
    fn from(voltage: Voltage) -> i64 {
        voltage.0
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_voltage_prints_as_a_meter_shows_it() {
        let print = |millivolts| Voltage::from_millivolts(millivolts).expect("in range").print();
        let printed = [119_600, 120_000, 57_040, 340, 0].map(print);
        assert_eq!(printed, ["119.6 V", "120 V", "57 V", "0.34 V", "0 V"]);
        assert_eq!(Voltage::from_millivolts(340).map(Voltage::print_bare).as_deref(), Ok("0.34"));
    }

    #[test]
    fn what_no_meter_shows_is_refused() {
        assert!(Voltage::from_millivolts(-1).is_err());
        assert!(Voltage::from_millivolts(5_000_000).is_err());
        assert_eq!(Voltage::nearest(f64::NAN), Voltage::volts(0));
        assert_eq!(Voltage::nearest(f64::INFINITY), Voltage::MAX);
    }
}
