//! Who hands a job over, from which stage to which.

use crate::facts::PersonRole::{self, Electrician, Inspector, Owner};
use crate::facts::Stage::{self, Finished, Inspection, ReInspection, Repair};

/// The one table: from, to, and who may.
const HANDS: [(Stage, Stage, &[PersonRole]); 9] = [
    (Inspection, Repair, &[Owner, Inspector]),
    (Inspection, Finished, &[Owner, Inspector]),
    (Repair, ReInspection, &[Owner, Inspector, Electrician]),
    (Repair, Inspection, &[Owner, Inspector, Electrician]),
    (ReInspection, Repair, &[Owner, Inspector]),
    (ReInspection, Finished, &[Owner, Inspector]),
    (ReInspection, Inspection, &[Owner, Inspector]),
    (Finished, ReInspection, &[Owner, Inspector]),
    (Finished, Inspection, &[Owner, Inspector]),
];

/// What is said where a job cannot go from one stage to another.
pub const NO_HAND_OVER: &str =
    "a job does not go from here to there; hand it over to the electrician, to be inspected again, or back";

/// What is said to somebody who does not hand this over.
pub const NOT_YOURS_TO_HAND_OVER: &str = "whose turn it is now hands the job over; ask the inspector of the job";

/// The stages to which somebody in `role` may hand a job over from `from`.
///
/// ```
/// use nailpunch_core::access::hands_to;
/// use nailpunch_core::facts::{PersonRole, Stage};
/// assert_eq!(hands_to(PersonRole::Electrician, Stage::Repair), [Stage::ReInspection, Stage::Inspection]);
/// assert!(hands_to(PersonRole::Reader, Stage::Repair).is_empty());
/// ```
pub fn hands_to(role: PersonRole, from: Stage) -> Vec<Stage> {
    let rows = HANDS.iter().filter(|(known, _, roles)| *known == from && roles.contains(&role));
    rows.map(|(_, to, _)| *to).collect()
}

/// Whether a job goes from one stage to another at all.
pub fn goes(from: Stage, to: Stage) -> bool {
    HANDS.iter().any(|(known, next, _)| (*known, *next) == (from, to))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_table_row_by_row() {
        // Written out once more, so that a change of the table is seen: to the stages in their order.
        let may = |role, from| Stage::ALL.map(|to| hands_to(role, from).contains(&to));
        for role in [Owner, Inspector] {
            assert_eq!(may(role, Inspection), [false, true, false, true], "{role:?}");
            assert_eq!(may(role, Repair), [true, false, true, false], "{role:?}");
            assert_eq!(may(role, ReInspection), [true, true, false, true], "{role:?}");
            assert_eq!(may(role, Finished), [true, false, true, false], "{role:?}");
        }
        for from in [Inspection, ReInspection, Finished] {
            assert!(hands_to(Electrician, from).is_empty(), "{from:?} is not the electrician's");
        }
        assert_eq!(may(Electrician, Repair), [true, false, true, false]);
        for from in Stage::ALL {
            assert!(hands_to(PersonRole::Reader, from).is_empty());
            assert!(!goes(from, from));
        }
    }

    #[test]
    fn from_every_stage_the_job_goes_on() {
        for from in Stage::ALL {
            assert!(!hands_to(Owner, from).is_empty(), "{from:?}");
        }
    }
}
