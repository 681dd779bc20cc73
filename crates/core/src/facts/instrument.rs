//! The instruments that an audit is measured with: which, with its serial number and its calibration.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::problem::{Pointer, Problem, check_day, check_text};

/// The most instruments of one audit.
const MOST_INSTRUMENTS: usize = 40;

/// What an instrument reads. One with two inputs reads as two.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum InstrumentKind {
    /// Three lamps, and the button that trips a GFCI.
    LampTester,
    /// Voltages at 10 megohms.
    HighImpedanceMeter,
    /// Voltages at 3 kilohms.
    LowImpedanceMeter,
    /// A non-contact detector from about 12 V.
    SensitiveDetector,
    /// A non-contact detector from about 90 V.
    OrdinaryDetector,
    /// Lengths.
    Tape,
    /// Torques.
    TorqueDriver,
}

impl InstrumentKind {
    /// All of them.
    pub const ALL: [Self; 7] = [
        Self::LampTester,
        Self::HighImpedanceMeter,
        Self::LowImpedanceMeter,
        Self::SensitiveDetector,
        Self::OrdinaryDetector,
        Self::Tape,
        Self::TorqueDriver,
    ];

    /// In the words of the trade.
    pub const fn name(self) -> &'static str {
        match self {
            Self::LampTester => "lamp tester",
            Self::HighImpedanceMeter => "high-impedance meter",
            Self::LowImpedanceMeter => "low-impedance meter",
            Self::SensitiveDetector => "sensitive detector (12 V)",
            Self::OrdinaryDetector => "ordinary detector (90 V)",
            Self::Tape => "tape measure",
            Self::TorqueDriver => "torque driver",
        }
    }
}

/// An instrument.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Instrument {
    /// Its number within the audit.
    pub id: u16,
    /// What it is called, "the yellow meter".
    pub name: String,
    /// The maker's serial number.
    #[serde(default)]
    pub serial: String,
    /// What it reads.
    #[serde(default)]
    #[schema(max_items = 7)]
    pub reads: Vec<InstrumentKind>,
    /// The day of its last calibration, "2026-03-04"; empty where that is not known.
    #[serde(default)]
    pub calibrated: String,
    /// The day on which the next is due; empty where none is.
    #[serde(default)]
    pub due: String,
}

impl Instrument {
    /// Whether its calibration had run out on a day; on the day itself it had not.
    pub fn is_overdue(&self, day: &str) -> bool {
        !self.due.is_empty() && self.due.as_str() < day
    }

    fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("name"), &self.name, true, 80);
        check_text(&mut problems, &at.at("serial"), &self.serial, false, 60);
        let days = [("calibrated", &self.calibrated), ("due", &self.due)];
        for (field, day) in days.into_iter().filter(|(_, day)| !day.is_empty()) {
            check_day(&mut problems, &at.at(field), day);
        }
        if !self.calibrated.is_empty() && !self.due.is_empty() && self.due < self.calibrated {
            problems
                .push(Problem::new(&at.at("due"), "the next calibration is due before the last; look at both days"));
        }
        if (1..self.reads.len()).any(|index| self.reads[..index].contains(&self.reads[index])) {
            problems.push(Problem::new(&at.at("reads"), "it reads something twice; name each once"));
        }
        problems
    }
}

/// What cannot be accepted in the instruments of an audit.
pub(super) fn instrument_problems(instruments: &[Instrument], at: &Pointer) -> Vec<Problem> {
    let mut problems = Vec::new();
    if instruments.len() > MOST_INSTRUMENTS {
        let words = format!("{} instruments; at most {MOST_INSTRUMENTS} are kept", instruments.len());
        problems.push(Problem::new(at, words));
    }
    for (index, instrument) in instruments.iter().enumerate() {
        let place = at.at(index);
        problems.extend(instrument.problems(&place));
        if instruments[..index].iter().any(|other| other.id == instrument.id) {
            problems.push(Problem::new(&place.at("id"), format!("instrument {} stands twice", instrument.id)));
        }
    }
    problems
}

#[cfg(test)]
mod tests {
    use super::*;

    fn meter(id: u16, calibrated: &str, due: &str) -> Instrument {
        Instrument {
            id,
            name: "the yellow meter".to_owned(),
            serial: "A-1042".to_owned(),
            reads: vec![InstrumentKind::HighImpedanceMeter],
            calibrated: calibrated.to_owned(),
            due: due.to_owned(),
        }
    }

    #[test]
    fn it_is_overdue_from_the_day_after() {
        let meter = meter(1, "2025-03-04", "2026-03-04");
        assert_eq!(["2026-03-03", "2026-03-04", "2026-03-05"].map(|day| meter.is_overdue(day)), [false, false, true]);
        assert!(!Instrument { due: String::new(), ..meter }.is_overdue("2999-01-01"));
    }

    #[test]
    fn what_is_no_instrument_is_refused_at_its_field() {
        let pointers = |instruments: &[Instrument]| -> Vec<String> {
            instrument_problems(instruments, &Pointer::root()).into_iter().map(|problem| problem.pointer).collect()
        };
        assert!(pointers(&[meter(1, "2026-01-01", "2027-01-01"), meter(2, "", "")]).is_empty());
        assert_eq!(pointers(&[meter(1, "", ""), meter(1, "", "")]), ["/1/id"]);
        assert_eq!(pointers(&[meter(1, "2026-01-01", "2025-01-01")]), ["/0/due"]);
        assert_eq!(pointers(&[meter(1, "1 March", "")]), ["/0/calibrated"]);
        let twice = Instrument { reads: vec![InstrumentKind::Tape; 2], name: String::new(), ..meter(1, "", "") };
        assert_eq!(pointers(&[twice]), ["/0/name", "/0/reads"]);
    }
}
