//! What a job is made up of: the boxes and panels with their work, and the breakers that make them dead.

use std::collections::HashMap;

use serde::Serialize;
use utoipa::ToSchema;

use crate::assess::{Assessed, Hold, SubjectWork};
use crate::electrical::feeds::EssentialLoad;
use crate::electrical::{Evidence, HalfEvidence};
use crate::facts::{BoxId, PanelId, Subject};

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

/// The breakers of a job, and which of them make each box dead.
#[derive(Default)]
pub struct Feeds {
    /// The breakers of all panels.
    pub breakers: Vec<JobBreaker>,
    /// Those of each box, by their places: those that feed it, and those that share a neutral with them.
    pub of_box: HashMap<BoxId, Vec<usize>>,
    /// The boxes with hands in them.
    pub holds: Vec<Hold>,
}

impl Feeds {
    /// Breakers in words, "breaker 7 and breaker 9"; with their panels where there are several.
    pub fn named(&self, places: &[usize]) -> String {
        let known: Vec<&JobBreaker> = places.iter().filter_map(|place| self.breakers.get(*place)).collect();
        let several = self.breakers.iter().any(|breaker| Some(breaker.panel) != self.breakers.first().map(|b| b.panel));
        let name = |breaker: &&JobBreaker| match several {
            true => format!("breaker {} of {}", breaker.name, breaker.panel_name),
            false => format!("breaker {}", breaker.name),
        };
        known.iter().map(name).collect::<Vec<_>>().join(" and ")
    }

    /// The boxes with hands in them for which something of `off` stays off; the main, one place beyond the breakers, is held by
    /// every one.
    pub fn held(&self, off: &[usize]) -> Vec<Hold> {
        let keeps = |hold: &&Hold| {
            off.iter().any(|place| {
                let breaker = self.breakers.get(*place);
                breaker.is_none_or(|breaker| hold.holds(breaker.panel, breaker.breaker))
            })
        };
        self.holds.iter().filter(keeps).cloned().collect()
    }

    /// An outlet that stays live while `off` is off: one that was read sound, by its breaker. Empty where none is known.
    pub fn live_point(&self, assessed: &Assessed, off: &[usize]) -> String {
        let stays = |id: BoxId| {
            let own = self.of_box.get(&id)?;
            own.iter().all(|breaker| !off.contains(breaker)).then_some(own.as_slice())
        };
        let sound = assessed.boxes.iter().find_map(|known| {
            let breakers = stays(known.record.id).filter(|own| !own.is_empty())?;
            let outlet = known.record.found.devices.iter().any(|device| device.kind.is_receptacle());
            let halves = Evidence::of(&known.record.found).halves;
            let read = !halves.is_empty() && halves.iter().all(HalfEvidence::may_be_correct);
            (outlet && read).then_some((known.record, breakers))
        });
        sound.map_or_else(String::new, |(record, breakers)| {
            format!("the outlet at {}, on {}, which stays on", record.tag, self.named(breakers))
        })
    }
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

/// A panel or a room of a job. At a panel the work waits for its own disconnect ahead and for a qualified person; in a room it is new
/// wiring, which opens boxes of its own: it is in no shut-down of boxes.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct JobPlace {
    /// The panel or the room.
    pub subject: Subject,
    /// What it is, and who works there.
    pub note: &'static str,
    /// What it is called.
    pub name: String,
    /// What is done.
    pub work: SubjectWork,
    /// Minutes of it.
    pub minutes: u32,
}
