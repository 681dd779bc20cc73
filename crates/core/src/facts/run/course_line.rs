//! A course as a line: where each stretch lies along the run, and the parts of it that want support.

use super::course::{Course, RunWay, Stretch};
use super::mark::{RunMark, SupportKind};
use crate::quantity::Length;

/// A stretch with its place along the run.
#[derive(Debug, Clone, Copy)]
pub struct PlacedStretch<'a> {
    /// Its place among the stretches, from nought.
    pub index: usize,
    /// The stretch.
    pub stretch: &'a Stretch,
    /// Where it begins, in nanometres from where the run begins; `None` behind a stretch in sight that is not taped. What is out of
    /// sight may be any length: where it is not known, what follows is counted as if it had none.
    pub from: Option<i64>,
}

impl PlacedStretch<'_> {
    /// Where it ends; `None` where that is not known.
    pub fn to(&self) -> Option<i64> {
        let unseen = self.stretch.way.is_out_of_sight().then_some(Length::ZERO);
        Some(self.from? + self.stretch.length.or(unseen)?.nm())
    }

    /// Nothing of it need be fastened: it is out of sight, or goes through framing whose holes were not noted one by one.
    fn is_held_throughout(&self) -> bool {
        let hole = |what| matches!(what, RunMark::Hole { .. } | RunMark::Notch { .. });
        let bored = self.stretch.way == RunWay::Bored && !self.stretch.points.iter().any(|point| hole(point.what));
        self.stretch.way.is_out_of_sight() || bored
    }

    /// As one speaks of it, "stretch 2, through framing".
    pub fn label(&self) -> String {
        format!("stretch {}, {}", self.index + 1, self.stretch.way.name())
    }
}

/// A place along a run: a stretch, and a point of it; by their places in the lists.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct RunPlace {
    /// The stretch.
    pub stretch: usize,
    /// The point; the whole stretch where there is none.
    pub point: Option<usize>,
}

/// What a part of a run in sight begins or ends at.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum HeldEnd {
    /// Where it comes out of a wall, a sleeve, framing or the ground, which hold it.
    Border,
    /// A box within the run.
    Box,
    /// An end of the run.
    EndOfRun,
}

/// A part of a run in sight, from where it is held to where it is held, and what holds it between: in nanometres along the run.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Held {
    /// Where it begins.
    pub from: i64,
    /// Where it ends.
    pub to: i64,
    /// What it begins at.
    pub begins: HeldEnd,
    /// What it ends at.
    pub ends: HeldEnd,
    /// What holds it between, in order, with repeats where two hold at one place.
    pub supports: Vec<i64>,
}

/// A course as a line.
#[derive(Debug, Clone)]
pub struct CourseLine<'a> {
    /// Its stretches, in order.
    pub stretches: Vec<PlacedStretch<'a>>,
}

impl<'a> CourseLine<'a> {
    /// The line of a course.
    pub fn of(course: &'a Course) -> Self {
        let mut from = Some(0);
        let placed = |(index, stretch): (usize, &'a Stretch)| {
            let here = PlacedStretch { index, stretch, from };
            from = here.to();
            here
        };
        Self { stretches: course.stretches.iter().enumerate().map(placed).collect() }
    }

    /// How long the run is; `None` until each stretch is taped.
    pub fn length(&self) -> Option<i64> {
        self.stretches.iter().map(|placed| placed.stretch.length.map(Length::nm)).sum()
    }

    /// A place along the run: the stretch that it lies in, and where in it.
    pub fn at(&self, nm: i64) -> Option<(usize, Length)> {
        let holds = |placed: &&PlacedStretch| {
            placed.from.is_some_and(|from| from <= nm) && placed.to().is_some_and(|to| nm <= to)
        };
        let placed = self.stretches.iter().find(holds)?;
        Some((placed.index, Length::from_nm(nm - placed.from?).ok()?))
    }

    /// The parts of the run that want support, as far as their stretches are taped.
    ///
    /// # Errors
    /// The first stretch in sight that is not taped.
    pub fn held(&self) -> Result<Vec<Held>, usize> {
        let mut parts: Vec<Held> = Vec::new();
        let mut open: Option<Held> = None;
        for placed in &self.stretches {
            if placed.is_held_throughout() {
                parts.extend(open.take());
                continue;
            }
            let (Some(from), Some(to)) = (placed.from, placed.to()) else { return Err(placed.index) };
            let begins = if placed.index == 0 { HeldEnd::EndOfRun } else { HeldEnd::Border };
            let beginning = |from, begins| Held { from, to: from, begins, ends: HeldEnd::Border, supports: Vec::new() };
            let mut part = open.take().unwrap_or_else(|| beginning(from, begins));
            let mut holding: Vec<(i64, RunMark)> =
                placed.stretch.points.iter().map(|point| (from + point.at.nm(), point.what)).collect();
            holding.retain(|(at, what)| *at <= to && holds(*what));
            holding.sort_by_key(|(at, _)| *at);
            for (at, what) in holding {
                if what == RunMark::Box {
                    (part.to, part.ends) = (at, HeldEnd::Box);
                    parts.push(std::mem::replace(&mut part, beginning(at, HeldEnd::Box)));
                } else {
                    part.supports.push(at);
                }
            }
            part.to = to;
            open = Some(part);
        }
        if let Some(last) = &mut open {
            last.ends = HeldEnd::EndOfRun;
        }
        parts.extend(open);
        Ok(parts)
    }
}

/// It holds a run: what is fixed to the building does, and a hole in framing; what it is tied to does not.
const fn holds(what: RunMark) -> bool {
    match what {
        RunMark::Support(kind) => !matches!(kind, SupportKind::Pipe),
        RunMark::Hole { .. } | RunMark::Notch { .. } | RunMark::Floor { .. } | RunMark::Box => true,
        _ => false,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::RunPoint;

    fn stretch(way: RunWay, inches: Option<u32>, supports: &[u32]) -> Stretch {
        let point = |at: &u32| RunPoint { at: Length::inches(*at), what: RunMark::Support(SupportKind::Staple) };
        Stretch {
            length: inches.map(Length::inches),
            points: supports.iter().map(point).collect(),
            ..Stretch::new(way)
        }
    }

    fn inches(nm: i64) -> i64 {
        nm / Length::inches(1).nm()
    }

    #[test]
    fn what_is_out_of_sight_parts_it() {
        let mut boxed = stretch(RunWay::Surface, Some(30), &[15]);
        boxed.points.push(RunPoint { at: Length::inches(20), what: RunMark::Box });
        let holes = {
            let mut holes = stretch(RunWay::Bored, Some(40), &[]);
            let what = RunMark::Hole { edge: None, plate: None, metal: false, bushed: None };
            holes.points.push(RunPoint { at: Length::inches(20), what });
            holes
        };
        let stretches = vec![
            stretch(RunWay::Studs, Some(60), &[10, 50]),
            holes,
            stretch(RunWay::Closed, None, &[]),
            boxed,
            stretch(RunWay::Bored, Some(90), &[]),
        ];
        let course = Course { stretches, ..Course::default() };
        let line = CourseLine::of(&course);
        let held = line.held().expect("taped");
        let as_inches = |part: &Held| {
            let supports: Vec<i64> = part.supports.iter().map(|at| inches(*at)).collect();
            (inches(part.from), inches(part.to), part.begins, part.ends, supports)
        };
        use HeldEnd::{Border, Box, EndOfRun};
        let expected = [
            (0, 100, EndOfRun, Border, vec![10, 50, 80]),
            (100, 120, Border, Box, vec![115]),
            (120, 130, Box, Border, vec![]),
        ];
        assert_eq!(held.iter().map(as_inches).collect::<Vec<_>>(), expected);
        assert_eq!(line.length(), None);
        assert_eq!(line.at(Length::inches(70).nm()), Some((1, Length::inches(10))));
    }

    #[test]
    fn a_stretch_in_sight_that_is_not_taped_is_named() {
        let stretches = vec![stretch(RunWay::Studs, Some(60), &[]), stretch(RunWay::Attic, None, &[])];
        let course = Course { stretches, ..Course::default() };
        assert_eq!(CourseLine::of(&course).held(), Err(1));
    }
}
