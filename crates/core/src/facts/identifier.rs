//! Names that clients make: one kind for each kind of record.

use std::fmt;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use uuid::Uuid;

/// A client-made identifier: a UUID, of version 7 when this application makes it.
pub trait Identifier: Copy + Eq + fmt::Display + From<Uuid> {
    /// The UUID.
    fn uuid(self) -> Uuid;
}

/// A number within a record that none of `taken` has: the next after the largest, or at the end of the range the first that is
/// free. A record holds far fewer things than there are numbers.
pub(crate) fn free_number(taken: impl Iterator<Item = u16>) -> u16 {
    let mut taken: Vec<u16> = taken.collect();
    taken.sort_unstable();
    let next = taken.last().map_or(Some(1), |last| last.checked_add(1));
    next.or_else(|| (1..u16::MAX).find(|number| taken.binary_search(number).is_err())).unwrap_or(u16::MAX)
}

macro_rules! identifier {
    ($(#[$doc:meta])* $name:ident) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema)]
        #[serde(transparent)]
        #[schema(value_type = String, format = Uuid)]
        pub struct $name(pub Uuid);

        impl Identifier for $name {
            fn uuid(self) -> Uuid {
                self.0
            }
        }

        impl From<Uuid> for $name {
            fn from(uuid: Uuid) -> Self {
                Self(uuid)
            }
        }

        impl fmt::Display for $name {
            fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
                self.0.fmt(f)
            }
        }
    };
}

identifier!(
    /// Names an audit.
    AuditId
);
identifier!(
    /// Names a person of the firm.
    PersonId
);
identifier!(
    /// Names a room.
    RoomId
);
identifier!(
    /// Names a box.
    BoxId
);
identifier!(
    /// Names a circuit.
    CircuitId
);
identifier!(
    /// Names a panel.
    PanelId
);
identifier!(
    /// Names a work item.
    ItemId
);
identifier!(
    /// Names a cable run.
    RunId
);
identifier!(
    /// Names a photograph.
    PhotoId
);
