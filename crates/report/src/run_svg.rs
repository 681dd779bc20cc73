//! A cable run along its length for the page, in rows: its stretches, what is found along them, what is too long between supports,
//! and where supports are missing.

use std::fmt::Write;

use nailpunch_core::picture::{RunGlyph, RunStrip, StripMark, StripState};

use crate::svg::{ADD, FAULT, INK, MUTED, document, text};

const WIDTH: f64 = 520.0;
const MARGIN: f64 = 14.0;
const ROW: f64 = 74.0;
/// From the top of a row to the run.
const LINE: f64 = 42.0;
/// The longest row, in nanometres: 12 ft.
const LONGEST_ROW: f64 = 3_657_600_000.0;
/// So many things fill a row.
const ON_A_ROW: usize = 4;
/// The most rows.
const MOST_ROWS: f64 = 3.0;

/// Where a place along the run lies on the page.
struct Rows {
    per_row: f64,
    count: usize,
}

impl Rows {
    #[allow(
        clippy::cast_precision_loss,
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "a drawing"
    )]
    fn of(strip: &RunStrip) -> Self {
        let length = strip.length.max(1) as f64;
        let things = strip.marks.len() + strip.missing.len() + strip.stretches.len();
        // As many rows as its length asks for, and no more than what is on it fills.
        let filled = things.div_ceil(ON_A_ROW) as f64;
        let count = (length / LONGEST_ROW).ceil().min(filled).clamp(1.0, MOST_ROWS);
        Self { per_row: length / count, count: count as usize }
    }

    #[allow(
        clippy::cast_precision_loss,
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "a drawing"
    )]
    fn at(&self, nm: i64) -> (usize, f64) {
        let row = ((nm as f64 / self.per_row) as usize).min(self.count - 1);
        (row, self.across(nm as f64 - row as f64 * self.per_row))
    }

    fn across(&self, within: f64) -> f64 {
        MARGIN + within / self.per_row * (WIDTH - 2.0 * MARGIN)
    }

    /// A stretch from row to row: for each row where it begins and ends.
    #[allow(clippy::cast_precision_loss, reason = "a drawing")]
    fn parts(&self, from: i64, to: i64) -> Vec<(f64, f64, f64)> {
        let (first, begin) = self.at(from);
        let (last, end) = self.at(to);
        (first..=last)
            .map(|row| {
                let x1 = if row == first { begin } else { MARGIN };
                let x2 = if row == last { end } else { WIDTH - MARGIN };
                (row as f64 * ROW, x1, x2)
            })
            .filter(|(_, x1, x2)| x2 - x1 > 0.5)
            .collect()
    }
}

/// A cable run as an SVG document.
#[allow(clippy::cast_precision_loss, reason = "a drawing")]
pub fn run_svg(strip: &RunStrip) -> String {
    let rows = Rows::of(strip);
    let height = rows.count as f64 * ROW + 6.0;
    let mut svg = String::new();
    for (index, stretch) in strip.stretches.iter().enumerate() {
        for (part, (top, x1, x2)) in rows.parts(stretch.from, stretch.to).into_iter().enumerate() {
            let shade = if index % 2 == 0 { "#fbf8f1" } else { "#efe9dc" };
            let dash = if stretch.not_taped { " stroke-dasharray=\"5 4\"" } else { "" };
            let colour = if stretch.verdict == Some(StripState::Violates) { FAULT } else { INK };
            let (y, wide) = (top + LINE, x2 - x1);
            let _ = write!(
                svg,
                "<rect x=\"{x1:.1}\" y=\"{:.1}\" width=\"{wide:.1}\" height=\"34\" fill=\"{shade}\"/>\
                 <line x1=\"{x1:.1}\" y1=\"{y:.1}\" x2=\"{x2:.1}\" y2=\"{y:.1}\" stroke=\"{colour}\" stroke-width=\"4\"{dash}/>",
                y - 17.0
            );
            if part == 0 {
                let label = if wide > 5.4 * stretch.label.chars().count() as f64 + 16.0 {
                    format!("{}. {}", index + 1, stretch.label)
                } else {
                    format!("{}", index + 1)
                };
                text(&mut svg, (x1 + 2.0, top + 20.0), "start", MUTED, &label);
            }
        }
    }
    for gap in &strip.gaps {
        for (top, x1, x2) in rows.parts(gap.from, gap.to) {
            let y = top + LINE + 22.0;
            let _ = write!(
                svg,
                "<line x1=\"{x1:.1}\" y1=\"{y:.1}\" x2=\"{x2:.1}\" y2=\"{y:.1}\" stroke=\"{FAULT}\" stroke-width=\"2\"/>"
            );
        }
        if let Some((top, x1, x2)) =
            rows.parts(gap.from, gap.to).into_iter().max_by(|a, b| (a.2 - a.1).total_cmp(&(b.2 - b.1)))
        {
            text(&mut svg, ((x1 + x2) / 2.0, top + LINE + 32.0), "middle", FAULT, &gap.text);
        }
    }
    for mark in &strip.marks {
        let (row, x) = rows.at(mark.at);
        glyph(&mut svg, mark, x, row as f64 * ROW + LINE);
    }
    for at in &strip.missing {
        let (row, x) = rows.at(*at);
        let y = row as f64 * ROW + LINE;
        let _ = write!(
            svg,
            "<path d=\"M{:.1} {:.1}v-9h9v9\" fill=\"none\" stroke=\"{ADD}\" stroke-width=\"1.6\" stroke-dasharray=\"2.5 2\"/>",
            x - 4.5,
            y + 4.5
        );
    }
    document(WIDTH, height, 11, &svg)
}

/// One mark: what holds it is a bracket over it, wood a block round it, steel a bar before it, harm a cross.
fn glyph(svg: &mut String, mark: &StripMark, x: f64, y: f64) {
    let colour = match mark.verdict {
        Some(StripState::Violates) => FAULT,
        Some(StripState::NotMeasured) => MUTED,
        _ => INK,
    };
    let drawn = match mark.glyph {
        RunGlyph::Support => format!(
            "<path d=\"M{:.1} {:.1}v-9h9v9\" fill=\"none\" stroke=\"{colour}\" stroke-width=\"1.8\"/>",
            x - 4.5,
            y + 4.5
        ),
        RunGlyph::Hole | RunGlyph::Notch | RunGlyph::Floor => format!(
            "<rect x=\"{:.1}\" y=\"{:.1}\" width=\"9\" height=\"30\" fill=\"#d9cdb4\" fill-opacity=\"0.75\" stroke=\"{colour}\" stroke-width=\"1.4\"/>",
            x - 4.5,
            y - 15.0
        ),
        RunGlyph::Box => format!(
            "<rect x=\"{:.1}\" y=\"{:.1}\" width=\"16\" height=\"16\" fill=\"#ffffff\" stroke=\"{colour}\" stroke-width=\"1.8\"/>",
            x - 8.0,
            y - 8.0
        ),
        RunGlyph::Damage => format!(
            "<path d=\"M{:.1} {:.1}l12 12m0 -12l-12 12\" stroke=\"{colour}\" stroke-width=\"2.6\"/>",
            x - 6.0,
            y - 6.0
        ),
        RunGlyph::Splice => format!(
            "<circle cx=\"{x:.1}\" cy=\"{y:.1}\" r=\"6\" fill=\"#ffffff\" stroke=\"{colour}\" stroke-width=\"2.2\"/>"
        ),
        RunGlyph::Near => {
            format!("<path d=\"M{:.1} {:.1}h20v-6h-20z\" fill=\"{colour}\" fill-opacity=\"0.5\"/>", x - 10.0, y + 15.0)
        }
        RunGlyph::Rise => format!("<path d=\"M{:.1} {:.1}l6 10h-12z\" fill=\"{colour}\"/>", x, y + 5.0),
        RunGlyph::Bend => format!(
            "<path d=\"M{:.1} {:.1}q8 0 8 -9\" fill=\"none\" stroke=\"{colour}\" stroke-width=\"1.8\"/>",
            x - 4.0,
            y - 4.0
        ),
    };
    svg.push_str(&drawn);
    if mark.plate {
        let _ = write!(
            svg,
            "<line x1=\"{:.1}\" y1=\"{:.1}\" x2=\"{:.1}\" y2=\"{:.1}\" stroke=\"{INK}\" stroke-width=\"2.6\"/>",
            x - 6.5,
            y - 16.5,
            x + 6.5,
            y - 16.5
        );
    }
    if !mark.figure.is_empty() && mark.verdict.is_some() {
        text(svg, (x, y + 26.0), "middle", colour, &mark.figure);
    }
}
