//! A hole that is to be cut, seen from the room, to scale: the stud beside it, its middle, and where it goes if the stud is in it.

use super::detail::{Detail, DetailForm, DetailNote, DetailPart, DetailShape, hundredths};
use crate::facts::{StudNear, StudSide};
use crate::quantity::{Length, UnitSystem};

/// The hole.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Cut {
    /// Half its width.
    pub half: Length,
    /// Its height.
    pub height: Length,
    /// The stud is in it.
    pub in_the_stud: bool,
    /// By how much it goes away from the stud.
    pub shift: Length,
}

/// A stud of 2 in stock: 1 1/2 in.
const STUD: i64 = hundredths(150);

/// The hole with its stud, in nanometres from its middle.
pub fn cut_out_detail(cut: Cut, stud: StudNear, units: UnitSystem) -> Detail {
    let sign = match stud.side {
        StudSide::Left => -1,
        StudSide::Right => 1,
    };
    let (half, tall, away) = (cut.half.nm(), cut.height.nm() / 2, stud.away.nm());
    let (top, bottom) = (-tall - hundredths(300), tall + hundredths(300));
    let mut shapes = Vec::new();
    let mut shape = |part, fault, form, words: String| shapes.push(DetailShape { part, fault, form, words });
    let rectangle = |x: i64, y: i64, width: i64, height: i64| DetailForm::Rectangle { x, y, width, height };
    let path = |points: &[[i64; 2]]| DetailForm::Path { points: points.iter().flatten().copied().collect() };
    // The finish reaches past the hole and past the stud.
    let reach = (half + cut.shift.nm()).max(away + STUD) + hundredths(200);
    shape(DetailPart::Finish, false, rectangle(-reach, top, 2 * reach, bottom - top), String::new());
    let near = sign * away;
    let left = if sign < 0 { near - STUD } else { near };
    shape(DetailPart::Wood, cut.in_the_stud, rectangle(left, top, STUD, bottom - top), String::new());
    shape(DetailPart::Cut, cut.in_the_stud, rectangle(-half, -tall, 2 * half, 2 * tall), String::new());
    shape(DetailPart::Cut, false, path(&[[0, tall], [0, tall + hundredths(80)]]), String::new());
    if cut.in_the_stud {
        let moved = -sign * cut.shift.nm();
        shape(DetailPart::Limit, false, rectangle(moved - half, -tall, 2 * half, 2 * tall), String::new());
        let y = -tall - hundredths(100);
        shape(DetailPart::Measure, false, path(&[[moved.min(0), y], [moved.max(0), y]]), cut.shift.say(units));
    }
    // Under the end of the middle line, so that the words of a short way stand clear of it.
    let y = tall + hundredths(240);
    shape(DetailPart::Measure, false, path(&[[near.min(0), y], [near.max(0), y]]), stud.away.say(units));
    let (width, height) = ((cut.half + cut.half).say(units), cut.height.say(units));
    let mut notes = vec![
        DetailNote { words: format!("hole {width} by {height}"), fault: false },
        DetailNote { words: "draw round the box in hand".to_owned(), fault: false },
        DetailNote {
            words: format!("stud {} {} of its middle", stud.away.say(units), stud.side.name()),
            fault: cut.in_the_stud,
        },
    ];
    if cut.in_the_stud {
        let words = format!("go {} to the {}", cut.shift.say(units), stud.side.other().name());
        notes.push(DetailNote { words, fault: true });
    }
    Detail::framed(shapes, notes)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_stud_stands_where_it_was_measured() {
        let cut = Cut {
            half: Length::sixteenths(19),
            height: Length::sixteenths(60),
            in_the_stud: true,
            shift: Length::sixteenths(17),
        };
        let stud = StudNear { side: StudSide::Left, away: Length::sixteenths(8) };
        let drawn = cut_out_detail(cut, stud, UnitSystem::Inch);
        let wood = drawn.shapes.iter().find(|shape| shape.part == DetailPart::Wood).map(|shape| shape.form.clone());
        let Some(DetailForm::Rectangle { x, width, .. }) = wood else { panic!("a stud is drawn") };
        assert_eq!(x + width, -Length::sixteenths(8).nm(), "its near face is 1/2 in to the left");
        assert!(drawn.notes.iter().any(|note| note.words == "go 1 1/16 in to the right"));
        let clear = cut_out_detail(
            Cut { in_the_stud: false, ..cut },
            StudNear { away: Length::inches(5), ..stud },
            UnitSystem::Inch,
        );
        assert!(clear.notes.iter().all(|note| !note.fault));
    }
}
