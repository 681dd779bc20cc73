//! The kinds of report, and what is in each.

use std::str::FromStr;

use nailpunch_core::assess::ItemState;

/// There is no such kind of report.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error("there is no report `{0}`; choose one of {known}", known = ReportKind::ALL.map(ReportKind::code).join(", "))]
pub struct UnknownKind(String);

/// Which report.
///
/// # Example
/// ```
/// use nailpunch_report::ReportKind;
///
/// assert_eq!("owner".parse(), Ok(ReportKind::Owner));
/// assert_eq!("danger-notice-2".parse(), Ok(ReportKind::DangerNotice(Some(2))));
/// assert!("nonsense".parse::<ReportKind>().unwrap_err().to_string().contains("choose one of full, owner"));
/// ```
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
    /// One page on what is a danger, for the owner's signature; one that was given by its number, else what stands now.
    DangerNotice(Option<u16>),
}

impl FromStr for ReportKind {
    type Err = UnknownKind;

    fn from_str(code: &str) -> Result<Self, UnknownKind> {
        let given = code.strip_prefix("danger-notice-").and_then(|number| number.parse().ok());
        let given = given.map(|number| Self::DangerNotice(Some(number)));
        given.or(Self::ALL.into_iter().find(|known| known.code() == code)).ok_or_else(|| UnknownKind(code.to_owned()))
    }
}

impl ReportKind {
    /// All of them.
    pub const ALL: [Self; 6] =
        [Self::Full, Self::Owner, Self::RepairOrder, Self::ReInspection, Self::HandOver, Self::DangerNotice(None)];

    /// As it is asked for.
    pub const fn code(self) -> &'static str {
        match self {
            Self::Full => "full",
            Self::Owner => "owner",
            Self::RepairOrder => "repair-order",
            Self::ReInspection => "re-inspection",
            Self::HandOver => "hand-over",
            Self::DangerNotice(_) => "danger-notice",
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
            Self::DangerNotice(_) => "Notice of danger",
        }
    }

    /// Every place with its findings.
    pub(crate) const fn has_findings(self) -> bool {
        matches!(self, Self::Full | Self::ReInspection)
    }

    /// What is wrong and what was put right, once each with its places.
    pub(crate) const fn has_faults(self) -> bool {
        matches!(self, Self::Full | Self::ReInspection | Self::HandOver)
    }

    pub(crate) const fn has_job(self) -> bool {
        matches!(self, Self::Full | Self::Owner | Self::RepairOrder)
    }

    /// Anything that is told place by place, or worked out from the places.
    pub(crate) const fn has_places(self) -> bool {
        self.has_faults() || self.has_summary()
    }

    /// The owner's page.
    pub(crate) const fn has_summary(self) -> bool {
        matches!(self, Self::Full | Self::Owner)
    }

    /// Whether a finding that stands here in its life is in it; absent where it is no work item.
    pub(crate) fn tells(self, stands: Option<ItemState>) -> bool {
        match self {
            Self::ReInspection => stands.is_some_and(|state| state != ItemState::Closed),
            _ => true,
        }
    }
}
