//! What cannot be accepted in a course, and what in it cannot all be true: the first is refused, the second is kept and said.

use std::collections::HashSet;

use super::course::{Course, RunWay};
use super::course_line::CourseLine;
use super::mark::RunMark;
use crate::facts::problem::{Pointer, Problem};
use crate::quantity::{Length, UnitSystem, capitalised};

/// The most stretches of a run.
const MOST_STRETCHES: usize = 40;
/// The most places along a stretch.
const MOST_POINTS: usize = 1_000;
/// The most kinds of conductors in a raceway.
const MOST_KINDS: usize = 20;

impl Course {
    /// What cannot be accepted in it.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        let mut most = |count: usize, most: usize, what: &str, place: &Pointer| {
            if count > most {
                problems.push(Problem::new(place, format!("{count} {what}; at most {most} are taken, leave some out")));
            }
        };
        most(self.stretches.len(), MOST_STRETCHES, "stretches", &at.at("stretches"));
        most(self.holds.len(), MOST_KINDS, "kinds of conductors", &at.at("holds"));
        for (index, stretch) in self.stretches.iter().enumerate() {
            let place = at.at("stretches").at(index);
            most(stretch.points.len(), MOST_POINTS, "places along one stretch", &place.at("points"));
        }
        if self.conductors.is_some_and(|count| count == 0 || count > 12) {
            problems.push(Problem::new(&at.at("conductors"), "1 to 12 insulated conductors: 2 of a 12-2 cable"));
        }
        if self.amperes.is_some_and(|amperes| amperes == 0 || amperes > 1_200) {
            problems.push(Problem::new(&at.at("amperes"), "1 to 1200 A"));
        }
        for (index, held) in self.holds.iter().enumerate() {
            if held.count == 0 || held.count > 200 {
                let place = at.at("holds").at(index).at("count");
                problems.push(Problem::new(&place, "1 to 200 conductors of a kind"));
            }
        }
        if self.carrying.is_some_and(|count| count == 0 || count > 200) {
            problems.push(Problem::new(&at.at("carrying"), "1 to 200 conductors that carry current"));
        }
        if self.width.is_some_and(|width| width == Length::ZERO || width > Length::mm(100)) {
            problems.push(Problem::new(&at.at("width"), "a cable is up to 100 mm (4 in) wide; measure it again"));
        }
        for (index, stretch) in self.stretches.iter().enumerate() {
            let place = at.at("stretches").at(index);
            if stretch.together.is_some_and(|count| count == 0 || count > 100) {
                problems.push(Problem::new(&place.at("together"), "1 to 100 cables, this one counted"));
            }
            for (index, point) in stretch.points.iter().enumerate() {
                if let RunMark::Bend(degrees) = point.what
                    && (degrees == 0 || degrees > 180)
                {
                    let place = place.at("points").at(index).at("what");
                    problems.push(Problem::new(&place, "a bend has 1 to 180 degrees; a larger one is two"));
                }
            }
        }
        let mut observed = HashSet::new();
        for (index, known) in self.observed.iter().enumerate() {
            if !observed.insert(known.what) {
                problems.push(Problem::new(&at.at("observed").at(index), "this is answered twice; leave one out"));
            }
        }
        problems
    }

    /// What in it cannot all be true, each in a sentence that says what to look at again: it is kept as it was noted.
    pub fn contradictions(&self, units: UnitSystem) -> Vec<String> {
        let mut said = Vec::new();
        for placed in CourseLine::of(self).stretches {
            let (stretch, label) = (placed.stretch, placed.label());
            if let Some(length) = stretch.length {
                let past = stretch.points.iter().filter(|point| point.at > length).count();
                if past > 0 {
                    let (what, say) = if past == 1 { ("1 place", "is") } else { ("several places", "are") };
                    said.push(format!(
                        "{label}: {what} noted past its end at {} {say} left out: measure again.",
                        length.say_run(units)
                    ));
                }
                if length == Length::ZERO {
                    said.push(format!("{label} has no length: measure it, or leave it out."));
                }
            }
            let bends = stretch.points.iter().any(|point| matches!(point.what, RunMark::Bend(_)));
            if bends && !self.method.is_raceway() && stretch.way != RunWay::Sleeve {
                said.push(format!("{label}: bends in degrees are of a raceway, and this run is none."));
            }
            let curves = stretch.points.iter().any(|point| matches!(point.what, RunMark::Curve { .. }));
            if curves && self.method.is_raceway() {
                said.push(format!("{label}: a bend by its radius is of a cable, and this run is a raceway."));
            }
            if stretch.way != RunWay::Buried && stretch.depth.is_some() {
                said.push(format!("{label} has a depth, but is not in the ground."));
            }
        }
        if !self.holds.is_empty() && !self.method.is_raceway() {
            said.push(format!("Conductors are drawn through a raceway; this run is {}.", self.label()));
        }
        said.into_iter().map(|words| capitalised(&words)).collect()
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{RunPoint, Stretch, SupportKind};
    use crate::standard::WiringMethod;

    fn staple(inches: u32) -> RunPoint {
        RunPoint { at: Length::inches(inches), what: RunMark::Support(SupportKind::Staple) }
    }

    #[test]
    fn five_hundred_holes_are_taken_and_too_many_are_named() {
        let hole = RunMark::Hole { edge: None, plate: None, metal: false, bushed: None };
        let points = |count: u32| (0..count).map(|at| RunPoint { at: Length::inches(at), what: hole }).collect();
        let course = |count| Course {
            stretches: vec![Stretch { points: points(count), ..Stretch::new(RunWay::Bored) }],
            ..Course::default()
        };
        assert!(course(500).problems(&Pointer::root()).is_empty());
        let problems = course(1_001).problems(&Pointer::root());
        assert_eq!(
            problems.iter().map(|problem| problem.pointer.as_str()).collect::<Vec<_>>(),
            ["/stretches/0/points"]
        );
    }

    #[test]
    fn what_cannot_be_is_kept_and_said() {
        let mut stretch = Stretch { length: Some(Length::inches(30)), ..Stretch::new(RunWay::Studs) };
        stretch.points = vec![staple(12), staple(40)];
        let course = Course { method: WiringMethod::Nonmetallic, stretches: vec![stretch], ..Course::default() };
        assert!(course.problems(&Pointer::root()).is_empty());
        let said = course.contradictions(UnitSystem::Inch);
        assert_eq!(
            said,
            ["Stretch 1, along studs or joists: 1 place noted past its end at 2 ft 6 in is left out: measure again."]
        );
    }

    #[test]
    fn figures_out_of_range_are_refused_by_their_field() {
        let bend = RunPoint { at: Length::ZERO, what: RunMark::Bend(270) };
        let stretch = Stretch { together: Some(0), points: vec![bend], ..Stretch::new(RunWay::Surface) };
        let course = Course { conductors: Some(0), amperes: Some(0), stretches: vec![stretch], ..Course::default() };
        let problems = course.problems(&Pointer::root());
        let pointers: Vec<&str> = problems.iter().map(|problem| problem.pointer.as_str()).collect();
        assert_eq!(pointers, ["/conductors", "/amperes", "/stretches/0/together", "/stretches/0/points/0/what"]);
    }
}
