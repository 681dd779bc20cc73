//! What conductors that warm each other carry: the arithmetic that bundles of cables and full raceways share.

use super::RunSituation;
use crate::quantity::{Amount, Gauge};
use crate::rules::{Finding, Side};
use crate::standard::ampacity::{Column, Surroundings, corrected_ampacity, largest_breaker_for};

/// What is left of a conductor among others that carry current.
pub(super) struct Derated {
    /// The largest breaker; `None` where nothing is left.
    pub most: Option<u16>,
    /// How that is worked out.
    pub working: Option<String>,
}

/// What so many current-carrying conductors together leave of one of them.
pub(super) fn derated(situation: &RunSituation, column: Column, gauge: Gauge, bundled: u8) -> Derated {
    let (edition, material) = (situation.basis.edition, situation.course.material);
    let surroundings = Surroundings { ambient: None, bundled: Some(bundled) };
    let working = corrected_ampacity(edition.profile(), column, gauge, material, surroundings);
    Derated {
        most: largest_breaker_for(edition, column, gauge, material, surroundings),
        working: working.map(|(_, working)| working),
    }
}

/// The breaker that is there against the largest; `words` say what lies together.
pub(super) fn against_breaker(label: String, words: &str, amperes: u16, most: u16) -> Finding {
    let finding = if amperes <= most {
        Finding::meets(label, format!("{words}; {amperes} A may stay."))
    } else {
        Finding::violates(label, format!("{words}; {most} A is the largest breaker, {amperes} A is there."))
    };
    let over = amperes.checked_sub(most).filter(|over| *over > 0).map(Amount::amperes);
    finding.with_figures(Amount::amperes(amperes), Amount::amperes(most), Side::AtMost, over)
}
