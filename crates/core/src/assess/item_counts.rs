//! How many work items stand where.

use serde::Serialize;
use utoipa::ToSchema;

use super::item::{ItemState, ItemView};

/// How many work items stand where.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, ToSchema)]
pub struct ItemCounts {
    /// Found, nothing planned.
    pub found: u32,
    /// A repair is chosen.
    pub planned: u32,
    /// Something is wanting for the repair.
    pub waiting: u32,
    /// Left to a licensed electrician.
    pub referred: u32,
    /// The owner does not want it.
    pub declined: u32,
    /// Left for another time.
    pub put_off: u32,
    /// Done, or reopened: not proven.
    pub done: u32,
    /// Proven, not closed.
    pub proven: u32,
    /// Closed.
    pub closed: u32,
}

impl ItemCounts {
    /// Of findings.
    pub fn of(findings: &[ItemView]) -> Self {
        let mut counts = Self::default();
        for view in findings {
            counts.count(view.state);
        }
        counts
    }

    fn count(&mut self, state: ItemState) {
        match state {
            ItemState::Found => self.found += 1,
            ItemState::Planned => self.planned += 1,
            ItemState::Waiting => self.waiting += 1,
            ItemState::Referred => self.referred += 1,
            ItemState::Declined => self.declined += 1,
            ItemState::PutOff => self.put_off += 1,
            ItemState::Done | ItemState::Reopened => self.done += 1,
            ItemState::Proven => self.proven += 1,
            ItemState::Closed => self.closed += 1,
        }
    }

    /// Items that are not closed, the declined ones included: they stay open.
    pub const fn open(&self) -> u32 {
        self.found
            + self.planned
            + self.waiting
            + self.referred
            + self.declined
            + self.put_off
            + self.done
            + self.proven
    }

    /// With those of another.
    pub(super) fn add(&mut self, other: Self) {
        self.found += other.found;
        self.planned += other.planned;
        self.waiting += other.waiting;
        self.referred += other.referred;
        self.declined += other.declined;
        self.put_off += other.put_off;
        self.done += other.done;
        self.proven += other.proven;
        self.closed += other.closed;
    }
}
