//! The floor line of a room: its walls one after the other as a single line, and where it lies on the plan.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::sketch::Sketch;
use crate::quantity::Length;

/// A place along the walls.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WallPlace {
    /// The number of the wall.
    pub wall: u16,
    /// From its left end.
    pub at: Length,
}

/// A stretch of the floor line, in nanometres from its beginning. On a line that closes it may go past the end.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
pub struct Spread {
    /// Where it begins.
    pub from: i64,
    /// Where it ends.
    pub to: i64,
}

impl Spread {
    /// How long it is.
    pub const fn width(self) -> i64 {
        self.to - self.from
    }
}

/// By how much the walls miss closing, on the plan.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Gap {
    /// To the right.
    pub right: i64,
    /// Down.
    pub down: i64,
}

impl Gap {
    /// In a straight line.
    pub fn distance(self) -> Length {
        #[allow(clippy::cast_precision_loss, clippy::cast_possible_truncation, reason = "a drawing, within a room")]
        let nanometres = (self.right as f64).hypot(self.down as f64) as i64;
        Length::from_nm(nanometres.min(Length::MAX.nm())).unwrap_or(Length::MAX)
    }
}

/// A wall on the line.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct LineWall {
    /// Its number.
    pub wall: u16,
    /// Where it begins on the line.
    pub start: i64,
    /// How long it is.
    pub length: i64,
    /// Where it begins on the plan, right and down.
    pub begins: (i64, i64),
    /// Which way it goes on the plan, in eighths of a turn from "to the right", clockwise.
    pub heading: i32,
}

impl LineWall {
    /// One nanometre along it, on the plan; `inward` turns to the right, into the room.
    pub fn direction(&self, inward: bool) -> (f64, f64) {
        let eighths = (self.heading + if inward { 2 } else { 0 }).rem_euclid(8);
        let half = std::f64::consts::FRAC_1_SQRT_2;
        match eighths {
            0 => (1.0, 0.0),
            1 => (half, half),
            2 => (0.0, 1.0),
            3 => (-half, half),
            4 => (-1.0, 0.0),
            5 => (-half, -half),
            6 => (0.0, -1.0),
            _ => (half, -half),
        }
    }

    /// How far along the wall from its left end, and how far into the room, a point of the plan is.
    #[allow(clippy::cast_precision_loss, clippy::cast_possible_truncation, reason = "a drawing, within a room")]
    pub fn along(&self, (right, down): (i64, i64)) -> (i64, i64) {
        let ((step_x, step_y), (turn_x, turn_y)) = (self.direction(false), self.direction(true));
        let (x, y) = ((right - self.begins.0) as f64, (down - self.begins.1) as f64);
        ((x * step_x + y * step_y).round() as i64, (x * turn_x + y * turn_y).round() as i64)
    }

    /// A place on the plan, `along` it from its left end and `inward` from it.
    #[allow(clippy::cast_precision_loss, clippy::cast_possible_truncation, reason = "a drawing, within a room")]
    pub fn on_plan(&self, along: i64, inward: i64) -> (i64, i64) {
        let (step, turn) = (self.direction(false), self.direction(true));
        let right = step.0 * along as f64 + turn.0 * inward as f64;
        let down = step.1 * along as f64 + turn.1 * inward as f64;
        (self.begins.0 + right.round() as i64, self.begins.1 + down.round() as i64)
    }
}

/// The walls of a room as one line.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct FloorLine {
    /// Its walls in order.
    pub walls: Vec<LineWall>,
    /// How long it is.
    pub total: i64,
    /// Its end meets its beginning.
    pub closed: bool,
    /// By how much the end misses the beginning, where the walls turn once round and yet do not meet.
    pub gap: Option<Gap>,
}

/// Walls meet when they miss by no more than this part of their length. Common practice, no source.
const CLOSES_WITHIN: i64 = 100;
/// Or by this much.
const CLOSES_WITHIN_LENGTH: i64 = Length::inches(3).nm();

impl FloorLine {
    /// Of a sketch.
    ///
    /// # Errors
    /// The number of a wall whose length was not taken.
    pub fn of(sketch: &Sketch) -> Result<Self, u16> {
        let mut walls = Vec::with_capacity(sketch.walls.len());
        let (mut start, mut heading, mut begins) = (0_i64, 0_i32, (0_i64, 0_i64));
        for wall in &sketch.walls {
            let length = wall.length.ok_or(wall.id)?.nm();
            let placed = LineWall { wall: wall.id, start, length, begins, heading };
            begins = placed.on_plan(length, 0);
            start += length;
            heading += wall.corner.eighths();
            walls.push(placed);
        }
        let gap = Gap { right: -begins.0, down: -begins.1 };
        let meets = gap.distance().nm() <= (start / CLOSES_WITHIN).max(CLOSES_WITHIN_LENGTH);
        let round = heading == 8 && walls.len() >= 3;
        // One wall, or a few of them, is a sketch that somebody has not ended: only what turns all round is a room.
        Ok(Self { walls, total: start, closed: round && meets, gap: (round && !meets).then_some(gap) })
    }

    /// The floor within walls that close, in square millimetres; nothing where they do not.
    pub fn area(&self) -> u64 {
        const MM: i64 = Length::mm(1).nm();
        if !self.closed {
            return 0;
        }
        let corners: Vec<(i64, i64)> = self.walls.iter().map(|wall| (wall.begins.0 / MM, wall.begins.1 / MM)).collect();
        let next = corners.iter().cycle().skip(1);
        let twice: i64 = corners.iter().zip(next).map(|(one, next)| one.0 * next.1 - next.0 * one.1).sum();
        twice.unsigned_abs() / 2
    }

    /// Where a place along the walls is on the line; `None` where there is no such wall. What lies past the end of a wall
    /// is taken to its end.
    pub fn position(&self, wall: u16, at: Length) -> Option<i64> {
        let known = self.walls.iter().find(|known| known.wall == wall)?;
        Some(known.start + at.nm().min(known.length))
    }

    /// The wall at a position of the line, and how far along it.
    pub fn at(&self, position: i64) -> Option<(&LineWall, i64)> {
        let within = if self.closed && self.total > 0 { position.rem_euclid(self.total) } else { position };
        // The end of a line that closes is the end of its last wall, not the beginning of its first.
        let within = if within == 0 && position > 0 && self.closed { self.total } else { within };
        let known = self.walls.iter().rev().find(|known| known.start < within).or_else(|| self.walls.first())?;
        Some((known, (within - known.start).clamp(0, known.length)))
    }

    /// The wall on which a stretch begins that begins at a position, and how far along it: at a corner the wall that comes, where
    /// [`FloorLine::at`] names the one that ends.
    pub fn beginning_at(&self, position: i64) -> Option<(&LineWall, i64)> {
        let (known, along) = self.at(position + 1)?;
        Some((known, (along - 1).max(0)))
    }

    /// A position of the line as a place along the walls.
    pub fn place(&self, position: i64) -> Option<WallPlace> {
        let (known, along) = self.at(position)?;
        Some(WallPlace { wall: known.wall, at: Length::from_nm(along).ok()? })
    }
}
