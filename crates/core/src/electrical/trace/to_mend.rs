//! What is done where a fault was found.

use serde::Serialize;
use utoipa::ToSchema;

use super::{Case, TracePoint, Tree};
use crate::facts::{BoxId, FaultPlace};

/// What is done about something that was found.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ToMend {
    /// The box at which it is planned.
    pub box_id: BoxId,
    /// Its short name.
    pub tag: String,
    /// What to note there, so that it can be planned.
    pub words: String,
}

/// What is done about each thing that was found.
pub(super) fn to_mend(case: &Case, tree: &Tree) -> Vec<ToMend> {
    let of = |(index, point): (usize, &TracePoint)| {
        let tag = &point.tag;
        let feeder = tree.parent(index).map_or("the panel", |parent| case.points[parent].tag.as_str());
        let words = match point.found? {
            FaultPlace::FeedThrough | FaultPlace::Landing => format!(
                "Note at {tag} which conductor is broken or loose: a fresh end, and its joint made anew, are planned there."
            ),
            FaultPlace::Device => format!(
                "Note at {tag} what its device shows. Its replacement is planned there, in your own words where no rule asks for it."
            ),
            FaultPlace::Cable => format!(
                "The cable from {feeder} to {tag} is broken: note at {tag} what it reads, and a new cable from {feeder} is planned there."
            ),
        };
        Some(ToMend { box_id: point.box_id, tag: tag.clone(), words })
    };
    case.points.iter().enumerate().filter_map(of).collect()
}
