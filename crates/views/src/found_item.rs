//! A finding, and where it is in its life.

use nailpunch_core::assess::ItemView;
use nailpunch_core::facts::{AuditWalk, Pointer, Problem, Revised, WorkItem};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A finding with the revision of what was said of it.
#[derive(Serialize, ToSchema)]
pub struct FoundItem {
    /// The revision; 0 when nothing is stored of it yet.
    revision: u32,
    /// Where it stands.
    view: ItemView,
}

impl FoundItem {
    /// The findings of a subject.
    pub fn of(walk: &AuditWalk, findings: &[ItemView]) -> Vec<Self> {
        let item = |view: &ItemView| Self { revision: walk.item_revision(view.item.as_ref()), view: view.clone() };
        findings.iter().map(item).collect()
    }
}

/// The most work items that are put at once; the description of the request says it too.
const MOST_ITEMS: usize = 1_000;

/// Several work items.
#[derive(Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ItemsWish {
    /// Each with the revision that it is based on, 0 for a new one; at most 1,000.
    #[schema(max_items = 1_000)]
    items: Vec<Revised<WorkItem>>,
}

impl ItemsWish {
    /// Of new items, in as many wishes as it takes.
    pub fn of_new(items: &[WorkItem]) -> Vec<Self> {
        let new = |item: &WorkItem| Revised { revision: 0, record: item.clone() };
        items.chunks(MOST_ITEMS).map(|part| Self { items: part.iter().map(new).collect() }).collect()
    }

    /// The items, each with the revision that it is based on.
    ///
    /// # Errors
    /// Too many at once.
    pub fn accepted(self) -> Result<Vec<Revised<WorkItem>>, Vec<Problem>> {
        let count = self.items.len();
        if count > MOST_ITEMS {
            let message = format!("{count} items; at most {MOST_ITEMS} at once, send them in parts");
            return Err(vec![Problem::new(&Pointer::root().at("items"), message)]);
        }
        Ok(self.items)
    }
}
