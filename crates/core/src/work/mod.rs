//! From findings to a finished job: what becomes of each.

mod item;

pub use item::{ItemState, ItemView, StoredState, TransitionError, WorkItem, item_views};
