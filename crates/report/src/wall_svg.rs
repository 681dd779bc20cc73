//! A wall along its length for the page: what stands along it, outlets, what is too far with its worst point, what is missing.

use std::fmt::Write;

use nailpunch_core::picture::{Elevation, ElevationOutlet};

use crate::svg::{ADD, FAULT, INK, MUTED, document, text};

const WIDTH: f64 = 520.0;
const HIGH: f64 = 150.0;
const MARGIN: f64 = 20.0;
/// From one row of figures to the next, and about the width of a letter.
const ROW: f64 = 14.0;
const LETTER: f64 = 5.6;

/// Where a place of the wall lies on the page.
struct Scale {
    per_nm: f64,
    left: f64,
    floor: f64,
}

impl Scale {
    #[allow(clippy::cast_precision_loss, reason = "a drawing needs no more than 53 bits")]
    fn of(wall: &Elevation) -> Self {
        let (width, height) = (wall.width.max(1) as f64, wall.height.max(1) as f64);
        let per_nm = ((WIDTH - 2.0 * MARGIN) / width).min(HIGH / height);
        Self { per_nm, left: (WIDTH - width * per_nm) / 2.0, floor: MARGIN + height * per_nm }
    }

    #[allow(clippy::cast_precision_loss, reason = "a drawing needs no more than 53 bits")]
    fn at(&self, along: i64, up: i64) -> (f64, f64) {
        (self.left + along as f64 * self.per_nm, self.floor - up as f64 * self.per_nm)
    }
}

/// A wall along its length as an SVG document.
pub fn wall_svg(wall: &Elevation) -> String {
    let scale = Scale::of(wall);
    let mut drawn = String::new();
    let (left, top) = scale.at(0, wall.height);
    let (right, floor) = scale.at(wall.width, 0);
    block(&mut drawn, (left, top), (right, floor), "#fbf8f1");
    for part in &wall.parts {
        let (one, other) = (scale.at(part.from, part.top), scale.at(part.to, part.bottom));
        block(&mut drawn, one, other, "#f1eadb");
        if other.0 - one.0 > 5.0 * part.label.chars().count() as f64 && other.1 - one.1 > 13.0 {
            text(&mut drawn, ((one.0 + other.0) / 2.0, one.1 + 11.0), "middle", MUTED, &part.label);
        }
    }
    let mut taken: Vec<(usize, f64, f64)> = Vec::new();
    for far in &wall.far {
        let (x1, y) = scale.at(far.from, far.height);
        let (x2, _) = scale.at(far.to, far.height);
        let at = far.worst.map_or((x1 + x2) / 2.0, |worst| scale.at(worst, 0).0);
        let half = far.text.chars().count() as f64 * LETTER / 2.0 + 3.0;
        let middle = at.clamp(half, WIDTH - half);
        // In a row of its own where it would lie over another.
        let lies = |row: usize| {
            taken.iter().any(|(other, from, to)| *other == row && middle - half < *to && *from < middle + half)
        };
        let row = (0..).find(|row| !lies(*row)).unwrap_or(0);
        taken.push((row, middle - half, middle + half));
        let below = floor + 20.0 + row as f64 * ROW;
        let _ = write!(
            drawn,
            "<line x1=\"{x1:.1}\" y1=\"{y:.1}\" x2=\"{x2:.1}\" y2=\"{y:.1}\" stroke=\"{FAULT}\" stroke-width=\"4\"/>"
        );
        if far.worst.is_some() {
            let _ = write!(
                drawn,
                "<line x1=\"{at:.1}\" y1=\"{y:.1}\" x2=\"{at:.1}\" y2=\"{:.1}\" stroke=\"{FAULT}\" stroke-width=\"1\"/>\
                 <circle cx=\"{at:.1}\" cy=\"{y:.1}\" r=\"4\" fill=\"#ffffff\" stroke=\"{FAULT}\" stroke-width=\"2\"/>",
                below - 10.0
            );
        }
        text(&mut drawn, (middle, below), "middle", FAULT, &far.text);
    }
    for outlet in &wall.outlets {
        let paint = if outlet.height_known {
            format!("fill=\"{INK}\"")
        } else {
            format!("fill=\"#ffffff\" stroke=\"{INK}\" stroke-width=\"1.6\"")
        };
        spot(&mut drawn, &scale, outlet, &paint, INK);
    }
    for outlet in &wall.missing {
        let paint = format!("fill=\"#ffffff\" stroke=\"{ADD}\" stroke-width=\"1.4\" stroke-dasharray=\"2.5 2\"");
        spot(&mut drawn, &scale, outlet, &paint, ADD);
    }
    let rows = taken.iter().map(|(row, ..)| row + 1).max().unwrap_or(0);
    let height = floor + 10.0 + rows as f64 * ROW + 6.0;
    document(WIDTH, height, 10, &drawn)
}

fn block(svg: &mut String, (x1, y1): (f64, f64), (x2, y2): (f64, f64), fill: &str) {
    let _ = write!(
        svg,
        "<rect x=\"{x1:.1}\" y=\"{y1:.1}\" width=\"{:.1}\" height=\"{:.1}\" fill=\"{fill}\" stroke=\"{MUTED}\" stroke-width=\"0.8\"/>",
        (x2 - x1).max(0.0),
        (y2 - y1).max(0.0)
    );
}

fn spot(svg: &mut String, scale: &Scale, outlet: &ElevationOutlet, paint: &str, colour: &str) {
    let (x, y) = scale.at(outlet.at, outlet.height);
    let _ = write!(svg, "<rect x=\"{:.1}\" y=\"{:.1}\" width=\"7\" height=\"12\" rx=\"1\" {paint}/>", x - 3.5, y - 6.0);
    text(svg, (x, y - 9.0), "middle", colour, &outlet.label);
}
