//! Who may do what: the table of roles, and what stays as it was found first.

mod found_first;
mod handing_over;

pub use found_first::{FOUND_FIRST, FoundFirst};
pub use handing_over::{NO_HAND_OVER, NOT_YOURS_TO_HAND_OVER, goes, hands_to};

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::PersonRole::{self, Electrician, Inspector, Owner, Reader};

/// What somebody does at a door of the program.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Act {
    /// Sees audits and reports, and has something judged.
    Look,
    /// Works: plans, measures after the work, proves, photographs. What was found first stays as it is.
    Work,
    /// Records what is found, makes and deletes audits.
    Capture,
    /// Seals and gives away.
    Seal,
    /// Changes the house rules of the firm.
    Rules,
    /// Makes people and devices, and shuts them out.
    People,
}

impl Act {
    /// Every act.
    pub const ALL: [Self; 6] = [Self::Look, Self::Work, Self::Capture, Self::Seal, Self::Rules, Self::People];

    /// The word for it in the description of the server.
    pub const fn code(self) -> &'static str {
        match self {
            Self::Look => "look",
            Self::Work => "work",
            Self::Capture => "capture",
            Self::Seal => "seal",
            Self::Rules => "rules",
            Self::People => "people",
        }
    }

    /// The act of a word.
    pub fn of(code: &str) -> Option<Self> {
        Self::ALL.into_iter().find(|act| act.code() == code)
    }

    /// What is said to somebody who may not.
    pub const fn refusal(self) -> &'static str {
        match self {
            Self::Look => "nobody is signed in here; sign in first",
            Self::Work => "you may look here and change nothing; ask the owner of the firm for another role",
            Self::Capture => {
                "what is found is recorded by inspectors; note what you see as a remark, or tell the inspector"
            }
            Self::Seal => "an inspector seals and gives away; ask one",
            Self::Rules => "the owner of the firm changes its house rules; ask them",
            Self::People => "the owner of the firm makes people and devices; ask them",
        }
    }
}

/// The one table: who may do each act.
const MAY: [(Act, &[PersonRole]); 6] = [
    (Act::Look, &[Owner, Inspector, Electrician, Reader]),
    (Act::Work, &[Owner, Inspector, Electrician]),
    (Act::Capture, &[Owner, Inspector]),
    (Act::Seal, &[Owner, Inspector]),
    (Act::Rules, &[Owner]),
    (Act::People, &[Owner]),
];

/// Whether somebody in `role` may do `act`.
///
/// ```
/// use nailpunch_core::access::{Act, may};
/// use nailpunch_core::facts::PersonRole;
/// assert!(may(PersonRole::Electrician, Act::Work));
/// assert!(!may(PersonRole::Electrician, Act::Seal));
/// ```
pub fn may(role: PersonRole, act: Act) -> bool {
    MAY.iter().any(|(known, roles)| *known == act && roles.contains(&role))
}

/// All that somebody in `role` may do.
pub fn acts_of(role: PersonRole) -> Vec<Act> {
    Act::ALL.into_iter().filter(|act| may(role, *act)).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_table_row_by_row() {
        // What each role is there for: an owner does everything, an inspector all but run the firm, an electrician works, a reader
        // looks. Written out once more, so that a change of the table is seen.
        let rows = [
            (Owner, [true, true, true, true, true, true]),
            (Inspector, [true, true, true, true, false, false]),
            (Electrician, [true, true, false, false, false, false]),
            (Reader, [true, false, false, false, false, false]),
        ];
        for (role, row) in rows {
            assert_eq!(Act::ALL.map(|act| may(role, act)), row, "{role:?}");
            assert_eq!(acts_of(role).len(), row.iter().filter(|may| **may).count(), "{role:?}");
        }
    }

    #[test]
    fn every_act_has_a_row_and_reads_as_it_is_written() {
        for act in Act::ALL {
            assert_eq!(MAY.iter().filter(|(known, _)| *known == act).count(), 1, "{act:?}");
            assert_eq!(Act::of(act.code()), Some(act));
            assert_eq!(serde_json::to_value(act).ok(), Some(act.code().into()));
        }
        assert_eq!(Act::of("anything"), None);
    }
}
