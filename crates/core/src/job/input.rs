//! What a job is made from: the boxes with their work, and the breakers that make them dead.

use serde::Serialize;
use utoipa::ToSchema;

use crate::assess::BoxWork;
use crate::electrical::feeds::EssentialLoad;
use crate::facts::{Audit, BoxId, BoxRecord, Circuit, Panel, PanelId, Room};

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
    pub work: BoxWork,
    /// Minutes for it, with reaching, opening and closing it.
    pub minutes: u32,
    /// The breakers that feed it, by their places in the breakers of the job.
    pub breakers: Vec<usize>,
    /// A hot may be open: only the main makes it safe.
    pub main_off: bool,
}

/// What a job is made from.
#[derive(Debug, Clone, Copy)]
pub struct JobInput<'a> {
    /// The audit.
    pub audit: &'a Audit,
    /// Its boxes, each with its room.
    pub boxes: &'a [(&'a Room, &'a BoxRecord)],
    /// Its panels.
    pub panels: &'a [&'a Panel],
    /// Its circuits.
    pub circuits: &'a [&'a Circuit],
}
