//! The clear ways at a panel and under a service drop, to scale: what was measured, and what is asked for dashed beside it.

use super::detail::{Detail, DetailForm, DetailNote, DetailPart, DetailShape, hundredths};

/// A way that was measured against the way that is asked for, both in nanometres.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Clearance<'a> {
    /// What it is, "depth", "over the drive".
    pub label: &'a str,
    /// As measured.
    pub measured: i64,
    /// In words.
    pub words: &'a str,
    /// At least this, or at most.
    pub required: i64,
    /// What is asked for in words, "10 ft at least".
    pub limit: String,
    /// It is out.
    pub fault: bool,
}

impl Clearance<'_> {
    fn note(&self) -> DetailNote {
        DetailNote { words: format!("{} {}; {}", self.label, self.words, self.limit), fault: self.fault }
    }
}

/// How thick floors, ceilings and walls are drawn.
const SLAB: i64 = hundredths(400);

fn rectangle([x, y, width, height]: [i64; 4]) -> DetailForm {
    DetailForm::Rectangle { x, y, width, height }
}

fn line(from: [i64; 2], to: [i64; 2]) -> DetailForm {
    DetailForm::Path { points: [from, to].concat() }
}

fn shape(part: DetailPart, fault: bool, form: DetailForm, words: &str) -> DetailShape {
    DetailShape { part, fault, form, words: words.to_owned() }
}

fn named<'a, 'b>(known: &'a [Clearance<'b>], label: &str) -> Option<&'a Clearance<'b>> {
    known.iter().find(|clearance| clearance.label == label)
}

/// The space before a panel, seen from its side: "depth", "headroom" and "handle" are drawn, "width" is said beside it. Nothing
/// where none of the three was measured.
pub fn space_before_panel(known: &[Clearance]) -> Option<Detail> {
    let [depth, headroom, handle] = ["depth", "headroom", "handle"].map(|label| named(known, label));
    depth.or(headroom).or(handle)?;
    let reach = |known: Option<&Clearance>, most: i64| known.map_or(most, |known| known.measured.max(known.required));
    let (deep, tall) = (reach(depth, hundredths(3_600)), reach(headroom, hundredths(7_800)));
    // Walls reach to the ceiling where it was measured.
    let tall = headroom.map_or(tall.max(reach(handle, 0) + hundredths(600)), |headroom| headroom.measured);
    let (behind, across) = (-SLAB, deep + 8 * SLAB);
    let mut shapes = vec![
        shape(DetailPart::Finish, false, rectangle([behind - SLAB, -tall, SLAB, tall]), ""),
        shape(DetailPart::Finish, false, rectangle([behind - SLAB, 0, across, SLAB]), ""),
    ];
    // The cabinet hangs by its highest handle, where that was measured.
    let top = handle.map_or(hundredths(6_600), |handle| handle.measured) + SLAB;
    shapes.push(shape(DetailPart::Box, false, rectangle([behind, -top, SLAB, hundredths(3_000)]), ""));
    if depth.is_some() || headroom.is_some() {
        let asked = |known: Option<&Clearance>, of: i64| known.map_or(of, |known| known.required);
        let (wide, up) = (asked(depth, deep), asked(headroom, tall));
        shapes.push(shape(DetailPart::Limit, false, rectangle([0, -up, wide, up]), ""));
    }
    if let Some(depth) = depth {
        let opposite = rectangle([depth.measured, -tall, SLAB, tall]);
        shapes.push(shape(DetailPart::Wood, depth.fault, opposite, ""));
        let y = -hundredths(1_200);
        shapes.push(shape(DetailPart::Measure, depth.fault, line([0, y], [depth.measured, y]), depth.words));
    }
    if let Some(headroom) = headroom {
        let ceiling = rectangle([behind - SLAB, -headroom.measured - SLAB, across, SLAB]);
        shapes.push(shape(DetailPart::Finish, headroom.fault, ceiling, ""));
        let x = deep + 2 * SLAB;
        shapes.push(shape(DetailPart::Measure, headroom.fault, line([x, -headroom.measured], [x, 0]), headroom.words));
    }
    if let Some(handle) = handle {
        let highest = line([0, -handle.required], [hundredths(1_400), -handle.required]);
        shapes.push(shape(DetailPart::Limit, false, highest, ""));
        let x = hundredths(500);
        shapes.push(shape(DetailPart::Measure, handle.fault, line([x, -handle.measured], [x, 0]), handle.words));
    }
    Some(Detail::framed(shapes, known.iter().map(Clearance::note).collect()))
}

/// What a drop passes over, in the order in which it is drawn, and what is written under it.
const UNDER: [(&str, &str); 4] =
    [("over grade", "grade"), ("over the drive", "drive"), ("over the street", "street"), ("over the roof", "roof")];
const FROM_WINDOWS: &str = "from windows";

/// The drop of a service over each thing that it passes, side by side on one scale, and its way from a window. Nothing where no
/// height and no way was measured.
pub fn service_drop(known: &[Clearance]) -> Option<Detail> {
    let (wide, apart) = (hundredths(9_000), hundredths(11_000));
    let mut shapes = Vec::new();
    let mut left = 0;
    for (height, below) in UNDER.into_iter().filter_map(|(label, below)| Some((named(known, label)?, below))) {
        let (middle, right) = (left + wide / 4, left + wide);
        // What lies below, its name under it, what is asked for, and the drop where it was measured.
        shapes.push(shape(DetailPart::Finish, false, rectangle([left, 0, wide, SLAB]), ""));
        let under = SLAB + hundredths(2_000);
        shapes.push(shape(DetailPart::Name, false, line([left, under], [right, under]), below));
        let asked = line([left, -height.required], [right, -height.required]);
        shapes.push(shape(DetailPart::Limit, false, asked, ""));
        let drop = line([left, -height.measured], [right, -height.measured]);
        shapes.push(shape(DetailPart::Cable, height.fault, drop, ""));
        shapes.push(shape(
            DetailPart::Measure,
            height.fault,
            line([middle, -height.measured], [middle, 0]),
            height.words,
        ));
        left += apart;
    }
    if let Some(way) = named(known, FROM_WINDOWS) {
        let (sill, head) = (-hundredths(6_000), -hundredths(10_000));
        let (wall, glass) = (left, left + hundredths(2_400));
        let far = glass + way.measured.max(way.required);
        shapes.push(shape(DetailPart::Finish, false, rectangle([wall, head - SLAB, glass - wall, SLAB - head]), ""));
        shapes.push(shape(
            DetailPart::Body,
            false,
            rectangle([wall + SLAB, head, glass - wall - SLAB, sill - head]),
            "",
        ));
        let asked = line([glass + way.required, head], [glass + way.required, 0]);
        shapes.push(shape(DetailPart::Limit, false, asked, ""));
        let cable = line([glass + way.measured, head], [glass + way.measured, sill]);
        shapes.push(shape(DetailPart::Cable, way.fault, cable, ""));
        let y = i64::midpoint(sill, head);
        shapes.push(shape(DetailPart::Measure, way.fault, line([glass, y], [glass + way.measured, y]), way.words));
        shapes.push(shape(DetailPart::Finish, false, rectangle([wall, 0, far - wall, SLAB]), ""));
        let under = SLAB + hundredths(2_000);
        shapes.push(shape(DetailPart::Name, false, line([wall, under], [far, under]), "window"));
    }
    (!shapes.is_empty()).then(|| Detail::framed(shapes, known.iter().map(Clearance::note).collect()))
}

#[cfg(test)]
mod tests {
    use super::*;

    fn feet(label: &str, measured: i64, required: i64, fault: bool) -> Clearance<'_> {
        let nm = |feet: i64| hundredths(feet * 1_200);
        Clearance {
            label,
            measured: nm(measured),
            words: "so far",
            required: nm(required),
            limit: "so much".to_owned(),
            fault,
        }
    }

    fn faults(detail: &Detail, part: DetailPart) -> Vec<&DetailForm> {
        detail.shapes.iter().filter(|shape| shape.fault && shape.part == part).map(|shape| &shape.form).collect()
    }

    #[test]
    fn what_stands_before_a_panel_stands_where_it_was_measured() {
        let drawn = space_before_panel(&[feet("depth", 2, 3, true), feet("headroom", 8, 7, false)]).expect("measured");
        let [DetailForm::Rectangle { x, .. }] = faults(&drawn, DetailPart::Wood)[..] else {
            panic!("one thing is in the way")
        };
        assert_eq!(*x, hundredths(2_400), "2 ft before the front");
        assert_eq!(drawn.notes.len(), 2);
        assert_eq!(space_before_panel(&[feet("width", 2, 3, true)]), None, "a width is no side view");
    }

    #[test]
    fn each_height_of_a_drop_is_on_one_scale() {
        let known =
            [feet("over grade", 9, 10, true), feet("over the drive", 13, 12, false), feet("from windows", 2, 3, true)];
        let drawn = service_drop(&known).expect("measured");
        let cables: Vec<i64> = faults(&drawn, DetailPart::Cable)
            .into_iter()
            .filter_map(|form| match form {
                DetailForm::Path { points } => points.get(1).copied(),
                DetailForm::Rectangle { .. } => None,
            })
            .collect();
        assert_eq!(cables.first(), Some(&-hundredths(9 * 1_200)), "9 ft over the ground");
        assert_eq!(cables.len(), 2, "the height over the drive is no fault");
        assert_eq!(service_drop(&[]), None);
    }
}
