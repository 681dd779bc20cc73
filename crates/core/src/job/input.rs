//! What a job is made up of: the boxes and panels with their work, and the breakers that make them dead.

use serde::Serialize;
use utoipa::ToSchema;

use crate::assess::SubjectWork;
use crate::electrical::feeds::EssentialLoad;
use crate::facts::{BoxId, PanelId};

/// A breaker to switch off.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct JobBreaker {
    /// The panel.
    pub panel: PanelId,
    /// The breaker by its number within the panel.
    pub breaker: u16,
    /// As it is called, "7".
    pub name: String,
    /// What its panel is called.
    pub panel_name: String,
    /// What goes dark with it.
    pub dark: String,
    /// What on it must not be off for long.
    pub essential: Vec<EssentialLoad>,
}

/// A box of a job.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct JobBox {
    /// The box.
    pub box_id: BoxId,
    /// Its short name.
    pub tag: String,
    /// Where in the room.
    pub place: String,
    /// The room.
    pub room: String,
    /// What is done.
    pub work: SubjectWork,
    /// Minutes for it, with reaching, opening and closing it.
    pub minutes: u32,
    /// The breakers that feed it, by their places in the breakers of the job.
    pub breakers: Vec<usize>,
    /// A hot may be open: only the main makes it safe.
    pub main_off: bool,
}

/// A panel of a job. Its work waits for its own disconnect ahead and for a qualified person: it is in no shut-down of boxes.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct JobPanel {
    /// The panel.
    pub panel: PanelId,
    /// What it is called.
    pub name: String,
    /// What is done.
    pub work: SubjectWork,
    /// Minutes of it.
    pub minutes: u32,
}
