//! The kinds of report, and what is in each.

use nailpunch_core::assess::ItemState;

/// Which report.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum ReportKind {
    /// Everything.
    Full,
    /// One page for the owner.
    Owner,
    /// What to do, bring and switch off.
    RepairOrder,
    /// Only what is still open, with its figures as they were.
    ReInspection,
    /// What was put right and proven, and what stays open, for a buyer.
    HandOver,
}

impl ReportKind {
    /// All of them.
    pub const ALL: [Self; 5] = [Self::Full, Self::Owner, Self::RepairOrder, Self::ReInspection, Self::HandOver];

    /// As it is asked for.
    pub const fn code(self) -> &'static str {
        match self {
            Self::Full => "full",
            Self::Owner => "owner",
            Self::RepairOrder => "repair-order",
            Self::ReInspection => "re-inspection",
            Self::HandOver => "hand-over",
        }
    }

    /// As it is called on its first page.
    pub(crate) const fn title(self) -> &'static str {
        match self {
            Self::Full => "Audit of device and box installations",
            Self::Owner => "Summary for the owner",
            Self::RepairOrder => "Repair order",
            Self::ReInspection => "Re-inspection: what is still open",
            Self::HandOver => "Hand-over: what was put right, and what is open",
        }
    }

    pub(crate) const fn has_findings(self) -> bool {
        !matches!(self, Self::Owner | Self::RepairOrder)
    }

    pub(crate) const fn has_job(self) -> bool {
        matches!(self, Self::Full | Self::Owner | Self::RepairOrder)
    }

    pub(crate) const fn has_panels(self) -> bool {
        matches!(self, Self::Full | Self::HandOver | Self::ReInspection)
    }

    /// Whether a box with items in these states is in it.
    pub(crate) fn shows(self, states: &[ItemState]) -> bool {
        match self {
            Self::ReInspection => states.iter().any(|state| *state != ItemState::Closed),
            Self::HandOver => !states.is_empty(),
            _ => true,
        }
    }
}
