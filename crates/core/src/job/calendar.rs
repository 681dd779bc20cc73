//! Shut-downs put into the days of the job: within working hours, outside blocked times, pins where they were put.

use serde::Serialize;
use utoipa::ToSchema;

use crate::facts::{Blocked, WorkSettings};

/// The most days of a job.
const MOST_DAYS: u16 = 365;

/// When something is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
pub struct Slot {
    /// The day of the job, from 0.
    pub day: u16,
    /// From this minute of the day.
    pub from: u16,
    /// To this minute of the day.
    pub to: u16,
}

/// Why there is no time for a shut-down.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum NoTime {
    /// It is longer than any free time.
    #[error("it takes {minutes} min, and no free time of any day is longer than {longest} min: lengthen the day by {} min, or free a blocked time", minutes - longest)]
    TooLong {
        /// What it takes.
        minutes: u16,
        /// The longest free time.
        longest: u16,
    },
    /// It was put outside working hours.
    #[error("it was put outside working hours; move it, or work longer that day")]
    OutsideHours,
    /// It was put into a blocked time.
    #[error("it was put into a blocked time ({0}); move it, or free that time")]
    IntoBlocked(String),
    /// It was put over another.
    #[error("it was put over another shut-down; move one of them")]
    OverAnother,
}

/// Puts a shut-down of so many minutes where it was pinned.
///
/// # Errors
/// [`NoTime`], with what is in the way.
pub fn pinned(minutes: u16, day: u16, from: u16, taken: &[Slot], settings: &WorkSettings) -> Result<Slot, NoTime> {
    let slot = Slot { day, from, to: from.saturating_add(minutes) };
    if from < settings.day_from || slot.to > settings.day_to || day >= MOST_DAYS {
        return Err(NoTime::OutsideHours);
    }
    let over = |blocked: &&Blocked| blocked.day == day && blocked.from < slot.to && slot.from < blocked.to;
    if let Some(blocked) = settings.blocked.iter().find(over) {
        return Err(NoTime::IntoBlocked(if blocked.why.is_empty() {
            "no reason given".to_owned()
        } else {
            blocked.why.clone()
        }));
    }
    if taken.iter().any(|other| overlaps(other, &slot)) {
        return Err(NoTime::OverAnother);
    }
    Ok(slot)
}

/// Puts a shut-down of so many minutes into the first free time.
///
/// # Errors
/// [`NoTime::TooLong`] when no day has room for it.
pub fn first_free(minutes: u16, taken: &[Slot], settings: &WorkSettings) -> Result<Slot, NoTime> {
    let mut longest = 0;
    for day in 0..MOST_DAYS {
        let mut busy: Vec<(u16, u16)> = settings
            .blocked
            .iter()
            .filter(|blocked| blocked.day == day)
            .map(|blocked| (blocked.from, blocked.to))
            .chain(taken.iter().filter(|slot| slot.day == day).map(|slot| (slot.from, slot.to)))
            .collect();
        busy.sort_unstable();
        busy.push((settings.day_to, u16::MAX));
        let mut from = settings.day_from;
        for (start, end) in busy {
            let free = start.min(settings.day_to).saturating_sub(from);
            longest = longest.max(free);
            if free >= minutes {
                return Ok(Slot { day, from, to: from + minutes });
            }
            from = from.max(end);
        }
    }
    Err(NoTime::TooLong { minutes, longest })
}

const fn overlaps(one: &Slot, other: &Slot) -> bool {
    one.day == other.day && one.from < other.to && other.from < one.to
}

#[cfg(test)]
mod tests {
    use super::*;

    fn settings() -> WorkSettings {
        let lunch = Blocked { day: 0, from: 720, to: 780, why: "guests at table".to_owned() };
        WorkSettings { day_from: 480, day_to: 960, blocked: vec![lunch], ..WorkSettings::default() }
    }

    #[test]
    fn the_first_free_time_is_taken() {
        let settings = settings();
        let first = first_free(200, &[], &settings);
        assert_eq!(first, Ok(Slot { day: 0, from: 480, to: 680 }));
        let taken = [Slot { day: 0, from: 480, to: 680 }];
        assert_eq!(
            first_free(60, &taken, &settings),
            Ok(Slot { day: 0, from: 780, to: 840 }),
            "40 minutes before lunch"
        );
        assert_eq!(first_free(240, &taken, &settings), Ok(Slot { day: 1, from: 480, to: 720 }));
        assert_eq!(first_free(500, &[], &settings), Err(NoTime::TooLong { minutes: 500, longest: 480 }));
    }

    #[test]
    fn a_pin_says_what_is_in_its_way() {
        let settings = settings();
        let taken = [Slot { day: 0, from: 480, to: 540 }];
        let put = |from| pinned(60, 0, from, &taken, &settings);
        assert_eq!(put(540), Ok(Slot { day: 0, from: 540, to: 600 }));
        assert_eq!(put(500), Err(NoTime::OverAnother));
        assert_eq!(put(700), Err(NoTime::IntoBlocked("guests at table".to_owned())));
        assert_eq!(put(930), Err(NoTime::OutsideHours));
    }
}
