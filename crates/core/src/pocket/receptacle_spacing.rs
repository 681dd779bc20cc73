//! Receptacles along a wall or a counter.

use super::Calculator;
use super::entries::Entries;
use super::field::{Field, FieldChoice};
use super::worked::{Worked, counted};
use crate::facts::{Problem, Spread};
use crate::quantity::{Length, UnitSystem};
use crate::rules::{Space, rule_citation};
use crate::standard::TwinLimit;
use crate::standard::outlet_spacing::{counter_reach, narrowest_counter, narrowest_wall, wall_reach};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "receptacle-spacing",
    title: "Receptacles along a wall or counter",
    about: "The fewest receptacles that serve a stretch of wall or counter, and where they go.",
    fields,
    work,
};

fn fields(units: UnitSystem) -> Vec<Field> {
    vec![
        Field::choice(
            "along",
            "Along",
            vec![FieldChoice::new("wall", "a wall"), FieldChoice::new("counter", "a kitchen counter")],
        ),
        Field::length("length", "Its length, unbroken", units.either("15'", "4.6 m"))
            .hint("a wall ends at a door, fireplace or fixed cabinet and goes round corners; a counter ends at sink and range"),
        Field::lengths("there", "Receptacles that are there", units.either("2'", "600"))
            .hint("from its left end, parted by commas"),
    ]
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let family = entries.edition.profile();
    let wall = entries.text("along") == "wall";
    let (reach, narrowest, what, rule) = match wall {
        true => (wall_reach(family), narrowest_wall(family), "wall", "wall-spacing"),
        false => (counter_reach(family), narrowest_counter(family), "counter", "counter-spacing"),
    };
    let (length, there) = (entries.length("length")?, entries.lengths("there")?);
    if let Some(beyond) = there.iter().find(|at| **at > length) {
        let units = entries.units;
        return entries
            .refuse("there", format!("{} is beyond its end, {}", beyond.say_run(units), length.say_run(units)));
    }
    let source = rule_citation(rule, entries.edition);
    let say = |length: Length| length.say_run(entries.units);
    let shown = |limit: TwinLimit| say(limit.shown(entries.units));
    if length < narrowest.lenient() {
        let words = format!("A {what} of less than {} needs none.", shown(narrowest));
        return Ok(Worked::new(words).holding(true).source(source));
    }
    let space = Space {
        spread: Spread { from: 0, to: length.nm() },
        open_start: false,
        open_end: false,
        round: false,
        outlets: there.iter().map(|at| at.nm()).collect(),
        blocked: Vec::new(),
    };
    let mark = match entries.units {
        UnitSystem::Inch => Length::inches(1),
        UnitSystem::Metric => Length::mm(10),
    };
    let snap = |at: i64| (at + mark.nm() / 2) / mark.nm() * mark.nm();
    // The longer of the twins: nobody is told of a receptacle too many.
    let places = space.fewest(reach.strict().nm(), &snap).unwrap_or_default();
    let at = |nm: i64| Length::from_nm(nm).map_or_else(|_| String::new(), say);
    let places: Vec<String> = places.into_iter().map(at).collect();
    let mut worked = match places.as_slice() {
        [] => Worked::new(format!("Every point of this {what} is within {} of a receptacle.", shown(reach))),
        _ => Worked::new(format!("{} more, at {}.", counted(places.len(), "receptacle"), places.join(", "))),
    }
    .holding(places.is_empty());
    if let Some(farthest) = space.farthest() {
        let words = format!("the point at {} is {} from the nearest", at(farthest.at), at(farthest.distance));
        worked = worked.line("farthest point", words);
    }
    worked = worked
        .line("one serves to either side", shown(reach))
        .step(format!("{} of {what}, {} there, none farther than {}", say(length), there.len(), shown(reach)))
        .source(source);
    Ok(worked)
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::{asked, says};
    use crate::standard::Edition;

    #[test]
    fn walls_and_counters_worked_by_hand() {
        // NEC 210.52(A)(1), from memory: no point farther than 6 ft; 15 ft with one at 2 ft leaves 13 ft, so one more.
        assert!(says("receptacle-spacing", &[]).starts_with("1 receptacle more, at "));
        assert!(says("receptacle-spacing", &[("length", "14'"), ("there", "2', 14'")]).starts_with("Every point"));
        assert!(says("receptacle-spacing", &[("length", "23\""), ("there", "")]).contains("needs none"));
        // 210.52(C)(1), from memory: 24 in. 6 ft with one at 12 in: from 36 in on one more is needed.
        let counter = [("along", "counter"), ("length", "6'"), ("there", "12")];
        assert!(says("receptacle-spacing", &counter).starts_with("1 receptacle more"));
        let beyond = asked("receptacle-spacing", Edition::Nec2023, &[("there", "16'")]);
        assert_eq!(beyond.problems[0].message, "16 ft is beyond its end, 15 ft");
    }
}
