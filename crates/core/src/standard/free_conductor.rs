//! Free conductor at a box: the limits of NEC 300.14 and CEC 12-3000.

use super::{Citation, Confidence, Edition, Profile, TwinLimit};
use crate::quantity::Length;

/// Least length from where the conductor leaves its sheath or raceway to its tip.
///
/// # Source
/// NEC 300.14: 6 in (150 mm). CEC 12-3000: 150 mm. From memory, sure.
pub const fn minimum_length(edition: Edition) -> TwinLimit {
    match edition.profile() {
        Profile::Nec => TwinLimit { inches: Some(Length::inches(6)), metric: Length::mm(150) },
        Profile::Cec => TwinLimit { inches: None, metric: Length::mm(150) },
    }
}

/// Least reach past the opening of the box, where the opening is small. The Canadian code has no such test that we
/// know of.
///
/// # Source
/// NEC 300.14: 3 in (75 mm). From memory, sure. The absence in the CEC: from memory, may be off.
pub const fn minimum_reach(edition: Edition) -> Option<TwinLimit> {
    match edition.profile() {
        Profile::Nec => Some(TwinLimit { inches: Some(Length::inches(3)), metric: Length::mm(75) }),
        Profile::Cec => None,
    }
}

/// The reach counts where the opening is less than this in any dimension.
///
/// # Source
/// NEC 300.14: 8 in (200 mm). From memory, sure.
pub const SMALL_OPENING: TwinLimit = TwinLimit { inches: Some(Length::inches(8)), metric: Length::mm(200) };

/// The year in which the reach past the opening came into the NEC, and with it the present measuring point.
///
/// # Source
/// NEC 1999, from memory; the year may be off.
pub const REACH_SINCE: u16 = 1999;

/// Where the limits stand in `edition`.
pub const fn citation(edition: Edition) -> Citation {
    match edition.profile() {
        Profile::Nec => Citation { edition: edition.name(), section: "300.14", confidence: Confidence::Sure },
        Profile::Cec => Citation { edition: edition.name(), section: "12-3000", confidence: Confidence::MayBeOff },
    }
}
