//! How far along a wall or a counter an outlet serves it, and what is too narrow to need one.
//!
//! # Source
//! NEC 210.52(A) and (C), CEC 26-722. From memory; the figures of the NEC and of Canadian walls sure.

use super::{Profile, TwinLimit};
use crate::quantity::Length;

/// How far along a wall outlets serve it. NEC 210.52(A)(1): 6 ft (1.8 m); CEC 26-722: 1.8 m.
pub const fn wall_reach(profile: Profile) -> TwinLimit {
    let inches = match profile {
        Profile::Nec => Some(Length::inches(72)),
        Profile::Cec => None,
    };
    TwinLimit { inches, metric: Length::mm(1_800) }
}

/// A wall space is at least this wide. NEC 210.52(A)(2): 2 ft (600 mm); CEC 26-722: 900 mm.
pub const fn narrowest_wall(profile: Profile) -> TwinLimit {
    match profile {
        Profile::Nec => TwinLimit { inches: Some(Length::inches(24)), metric: Length::mm(600) },
        Profile::Cec => TwinLimit { inches: None, metric: Length::mm(900) },
    }
}

/// How far along a counter outlets serve it. NEC 210.52(C)(1): 24 in (600 mm); CEC 26-722(d): 900 mm.
pub const fn counter_reach(profile: Profile) -> TwinLimit {
    match profile {
        Profile::Nec => TwinLimit { inches: Some(Length::inches(24)), metric: Length::mm(600) },
        Profile::Cec => TwinLimit { inches: None, metric: Length::mm(900) },
    }
}

/// A counter space is at least this wide. NEC 210.52(C)(1): 12 in (300 mm); CEC 26-722(d): 300 mm.
pub const fn narrowest_counter(profile: Profile) -> TwinLimit {
    match profile {
        Profile::Nec => TwinLimit { inches: Some(Length::inches(12)), metric: Length::mm(300) },
        Profile::Cec => TwinLimit { inches: None, metric: Length::mm(300) },
    }
}
