//! In how many rounds the breakers of a panel are told apart.

use super::Calculator;
use super::entries::Entries;
use super::field::{Field, FieldChoice};
use super::worked::{Worked, counted};
use crate::electrical::mapping::{MOST_ROUNDS, rounds_for};
use crate::facts::{Problem, Safety};
use crate::quantity::UnitSystem;
use crate::standard::practice;

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "rounds",
    title: "Rounds to map a panel",
    about: "In how many walks through the house every outlet is matched to its breaker, half of the breakers off in each.",
    fields,
    work,
};

fn fields(_: UnitSystem) -> Vec<Field> {
    let safety = [
        ("detects", "one slip at an outlet is seen"),
        ("corrects", "one slip at an outlet is put right"),
        ("bare", "no slip is seen: the fewest rounds"),
    ];
    vec![
        Field::count("breakers", "Breakers", 24, 1, 168).hint("a two-pole breaker is one"),
        Field::choice("safety", "Against slips", safety.map(|(code, name)| FieldChoice::new(code, name)).to_vec()),
    ]
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let breakers = entries.count("breakers");
    let safety: Safety = entries.chosen("safety")?;
    let Some(rounds) = usize::try_from(breakers).ok().and_then(|breakers| rounds_for(breakers, safety)) else {
        return entries
            .refuse("breakers", format!("they cannot be told apart in {MOST_ROUNDS} rounds; map them in two parts"));
    };
    let count = counted(usize::try_from(rounds).unwrap_or(0), "round");
    Ok(Worked::new(format!("{count} for {breakers} breakers."))
        .line("rounds", rounds.to_string())
        .line("one breaker after the other", format!("{breakers} walks"))
        .step(format!(
            "each breaker is off in a set of rounds of its own; two sets differ in {} rounds or more",
            safety.distance()
        ))
        .source(practice(entries.edition))
        .caution("Say before each round what goes dark: breathing aids, freezers, alarms, heat, pumps."))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::{asked, figure};
    use crate::standard::Edition;

    #[test]
    fn as_many_as_the_sets_that_there_are() {
        // Information needs log2 rounds: 24 breakers, nothing and "off in every round" are 26 sets: 5 rounds, one more to see a slip.
        let rounds = |breakers, safety| figure("rounds", "rounds", &[("breakers", breakers), ("safety", safety)]);
        assert_eq!(rounds("24", "bare"), "5");
        assert_eq!(rounds("24", "detects"), "6");
        // The least distance of three, by the best known codes (Best, Conway and Sloane): 19 words at 8 rounds at most, 39 at 9.
        assert_eq!(rounds("24", "corrects"), "9");
        let many = asked("rounds", Edition::Nec2023, &[("breakers", "169")]);
        assert!(many.problems[0].message.contains("from 1 to 168"));
    }
}
