//! Which breaker feeds what, in a few rounds: each breaker has a code word, in each round those with a 1 are off, and what a
//! point shows over the rounds is its breaker's word.

mod answer;
mod code;
mod decode;
mod schedule;
mod single;

pub use answer::{DirectoryLine, PanelAnswer, PointAnswer, panel_answer};
pub use code::{MOST_ROUNDS, rounds_for};
pub use decode::{Certainty, Decoded, DecodedPoint, TickedPoint, decode};
pub use schedule::{MappedBreaker, Round, Schedule, ScheduleError, schedule};
pub use single::{PossibleBreaker, SingleAnswer, SingleWish, find_single};
