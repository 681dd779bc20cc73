//! Where a conduit is marked for an offset or a saddle.

use super::Calculator;
use super::entries::Entries;
use super::field::{Field, FieldChoice};
use super::worked::{Worked, decimals};
use crate::facts::Problem;
use crate::quantity::{Length, UnitSystem};
use crate::standard::MOST_BENDS;

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "raceway-bends",
    title: "Offset and saddle",
    about: "How far apart the bends of a conduit are marked, and what it loses in length.",
    fields,
    work,
};

/// The angles of a bender, in tenths of a degree.
const ANGLES: [(&str, &str, u32); 5] =
    [("30", "30°", 300), ("45", "45°", 450), ("22.5", "22 1/2°", 225), ("10", "10°", 100), ("60", "60°", 600)];

fn fields(units: UnitSystem) -> Vec<Field> {
    vec![
        Field::choice(
            "kind",
            "What is bent",
            vec![
                FieldChoice::new("offset", "an offset, two bends"),
                FieldChoice::new("saddle", "a saddle, three bends"),
            ],
        ),
        Field::length("rise", "Over how much", units.either("4", "100"))
            .hint("the height of the offset, or of what the saddle passes over"),
        Field::choice(
            "angle",
            "Angle of each bend",
            ANGLES.map(|(code, name, _)| FieldChoice::new(code, name)).to_vec(),
        )
        .hint("of a saddle the middle one; those beside it are half"),
    ]
}

/// A length times a figure, to the nearest nanometre.
#[allow(
    clippy::cast_precision_loss,
    clippy::cast_possible_truncation,
    reason = "at most some hundred metres, in nanometres"
)]
fn times(length: Length, figure: f64) -> Option<Length> {
    Length::from_nm((length.nm() as f64 * figure).round() as i64).ok()
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let rise = entries.length("rise")?;
    let chosen = entries.text("angle");
    let tenths = ANGLES.iter().find(|(code, ..)| *code == chosen).map_or(300, |(_, _, tenths)| *tenths);
    let degrees = f64::from(tenths) / 10.0;
    let saddle = entries.text("kind") == "saddle";
    // A saddle rises on the bends at its sides, each half of the one in the middle.
    let side = if saddle { degrees / 2.0 } else { degrees }.to_radians();
    let (apart, loses) = (1.0 / side.sin(), (side / 2.0).tan());
    let Some((distance, shrink)) = times(rise, apart).zip(times(rise, loses)) else {
        return entries.refuse("rise", "this is more than a bend can take");
    };
    let say = |length: Length| length.say_run(entries.units);
    let says = match saddle {
        true => format!("Mark the middle, and {} to either side of it.", say(distance)),
        false => format!("Mark the two bends {} apart.", say(distance)),
    };
    let moved = if saddle { "the middle moves on by" } else { "it loses" };
    Ok(Worked::new(says)
        .line(if saddle { "from the middle to each side" } else { "between the bends" }, say(distance))
        .line(moved, say(shrink))
        .line("of the bends between two pulls", format!("{} of {MOST_BENDS} degrees", decimals(2.0 * degrees, 1)))
        .step(format!("{} × {} = {}, by 1 / sine", say(rise), decimals(apart, 3), say(distance)))
        .step(format!("{} × {} = {}, by the tangent of half the angle", say(rise), decimals(loses, 3), say(shrink)))
        .caution("A bender takes up some of its own: make one piece and measure it before the second."))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::{figure, worked};
    use crate::standard::Edition;

    #[test]
    fn the_multipliers_that_are_stamped_on_benders() {
        // Common practice, no source: 6, 2.6, 2, 1.4 and 1.2 for 10, 22 1/2, 30, 45 and 60 degrees, each rounded.
        for (angle, stamped) in [("10", 6.0), ("22.5", 2.6), ("30", 2.0), ("45", 1.4), ("60", 1.2)] {
            let working = worked("raceway-bends", Edition::Nec2023, &[("angle", angle)]).working;
            let times: f64 = working[0].split(' ').nth(3).and_then(|text| text.parse().ok()).expect("4 in × a figure");
            assert!((times / stamped - 1.0).abs() < 0.045, "{angle}: {}", working[0]);
        }
        assert_eq!(figure("raceway-bends", "between the bends", &[]), "8 in");
        assert_eq!(figure("raceway-bends", "it loses", &[]), "≈ 1 1/16 in");
        // A saddle of 45 degrees, common practice: 2 1/2 in from the middle for each inch, and 3/16 in on.
        let saddle = [("kind", "saddle"), ("angle", "45"), ("rise", "1")];
        assert_eq!(figure("raceway-bends", "from the middle to each side", &saddle), "≈ 2 5/8 in");
        assert_eq!(figure("raceway-bends", "the middle moves on by", &saddle), "≈ 3/16 in");
    }
}
