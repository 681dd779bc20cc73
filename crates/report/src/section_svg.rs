//! The section drawing for the page: wall, box, sheaths, conductors, and the lengths required as dimension lines.

use std::fmt::Write;

use nailpunch_core::facts::{Colour, WallFinish};
use nailpunch_core::picture::{Section, SectionConductor};

use crate::svg::{FAULT, INK, MUTED, document};

/// Drawn for a column beside the findings: wider, its letters would be too small there.
const WIDTH: f64 = 400.0;
const LEFT: f64 = 118.0;
const RIGHT: f64 = 30.0;
const TOP: f64 = 46.0;
const ROW: f64 = 26.0;

/// Places along the axis, in points of the drawing. The room is at the left, the wall at the right.
struct Scale {
    front: f64,
    per_nm: f64,
}

impl Scale {
    fn of(section: &Section) -> Self {
        let reach = section.required_reach.as_ref().map_or(0, |reach| reach.nm);
        let tips = section.conductors.iter().flat_map(|c| [c.tip, c.required_tip]).flatten();
        let farthest = tips.max().unwrap_or(0).max(reach).max(section.required_length.nm / 2);
        let deepest = section.cables.iter().map(|cable| -cable.sheath_end).max().unwrap_or(0).max(section.depth);
        #[allow(clippy::cast_precision_loss, reason = "a drawing needs no more than 53 bits")]
        let per_nm = (WIDTH - LEFT - RIGHT) / (farthest + deepest) as f64;
        #[allow(clippy::cast_precision_loss, reason = "as above")]
        let front = LEFT + farthest as f64 * per_nm;
        Self { front, per_nm }
    }

    #[allow(clippy::cast_precision_loss, reason = "a drawing needs no more than 53 bits")]
    fn x(&self, nm: i64) -> f64 {
        self.front - nm as f64 * self.per_nm
    }
}

/// The section through a box as an SVG document.
pub fn section_svg(section: &Section) -> String {
    let scale = Scale::of(section);
    let rows = section.conductors.len().max(1);
    #[allow(clippy::cast_precision_loss, reason = "few conductors")]
    let bottom = TOP + ROW * rows as f64 + 14.0;
    let height = bottom + 34.0;
    let mut svg = String::new();
    wall(&mut svg, section, &scale, bottom);
    for cable in &section.cables {
        let dash = if cable.assumed { " stroke-dasharray=\"3 3\"" } else { "" };
        let x = scale.x(cable.sheath_end);
        let width = (scale.x(-section.depth) + 18.0 - x).max(0.0);
        let _ = write!(
            svg,
            "<rect x=\"{x:.1}\" y=\"{:.1}\" width=\"{width:.1}\" height=\"{:.1}\" fill=\"#e0b93c\" fill-opacity=\"0.6\"/><line x1=\"{x:.1}\" y1=\"{:.1}\" x2=\"{x:.1}\" y2=\"{bottom:.1}\" stroke=\"{MUTED}\" stroke-width=\"0.8\"{dash}/>",
            TOP + 5.0,
            bottom - TOP - 10.0,
            TOP - 4.0
        );
    }
    for (index, conductor) in section.conductors.iter().enumerate() {
        #[allow(clippy::cast_precision_loss, reason = "few conductors")]
        let y = TOP + 14.0 + ROW * index as f64;
        draw_conductor(&mut svg, conductor, &scale, y);
    }
    if let Some(reach) = &section.required_reach {
        let x = scale.x(reach.nm);
        let _ = write!(
            svg,
            "<line x1=\"{x:.1}\" y1=\"{TOP}\" x2=\"{x:.1}\" y2=\"{:.1}\" stroke=\"{FAULT}\" stroke-width=\"0.8\" \
             stroke-dasharray=\"1 3\"/><text x=\"{x:.1}\" y=\"{:.1}\" text-anchor=\"middle\" fill=\"{MUTED}\">{} past the opening</text>",
            bottom + 6.0,
            bottom + 18.0,
            reach.text
        );
    }
    document(WIDTH, height, 11, &svg)
}

fn wall(svg: &mut String, section: &Section, scale: &Scale, bottom: f64) {
    let (front, back) = (scale.x(0), scale.x(-section.depth));
    let fill = match section.wall_finish {
        Some(WallFinish::Wood | WallFinish::OtherCombustible) => "#ead9bd",
        Some(WallFinish::Exposed) | None => "none",
        Some(_) => "#e9e2d2",
    };
    let top = TOP - 6.0;
    for y in [top - 24.0, bottom] {
        let surface = scale.x(section.surface);
        let width = (front - surface + 14.0).max(14.0);
        let _ =
            write!(svg, "<rect x=\"{surface:.1}\" y=\"{y:.1}\" width=\"{width:.1}\" height=\"24\" fill=\"{fill}\"/>");
    }
    let dash = if section.depth_assumed { " stroke-dasharray=\"4 3\"" } else { "" };
    let _ = write!(
        svg,
        "<path d=\"M{front:.1} {top:.1}H{back:.1}V{bottom:.1}H{front:.1}\" fill=\"#eef1f1\" stroke=\"{INK}\" \
         stroke-width=\"2\"{dash}/><line x1=\"{front:.1}\" y1=\"{top:.1}\" x2=\"{front:.1}\" y2=\"{bottom:.1}\" \
         stroke=\"{INK}\" stroke-dasharray=\"2 3\"/>"
    );
}

fn draw_conductor(svg: &mut String, conductor: &SectionConductor, scale: &Scale, y: f64) {
    let start = scale.x(conductor.start);
    let _ = write!(svg, "<text x=\"4\" y=\"{:.1}\" fill=\"{MUTED}\">{}</text>", y + 4.0, conductor.label);
    let Some(tip_nm) = conductor.tip else {
        let _ = write!(svg, "<text x=\"{:.1}\" y=\"{:.1}\" fill=\"{MUTED}\">not measured</text>", start + 4.0, y + 4.0);
        return;
    };
    let tip = scale.x(tip_nm);
    let (left, width) = (tip.min(start), (tip - start).abs());
    let _ = write!(
        svg,
        "<rect x=\"{left:.1}\" y=\"{:.1}\" width=\"{width:.1}\" height=\"4.6\" fill=\"{}\" stroke=\"{MUTED}\" stroke-width=\"0.8\"/>",
        y - 2.3,
        paint(conductor.colour)
    );
    if let Some(splice) = conductor.splice {
        let x = scale.x(splice) - 6.0;
        let _ = write!(
            svg,
            "<rect x=\"{x:.1}\" y=\"{:.1}\" width=\"12\" height=\"10\" fill=\"#fbf8f1\" stroke=\"{INK}\"/>",
            y - 5.0
        );
    }
    if let Some(required) = conductor.required_tip.filter(|required| *required > tip_nm) {
        let x = scale.x(required);
        let _ = write!(
            svg,
            "<line x1=\"{tip:.1}\" y1=\"{y:.1}\" x2=\"{x:.1}\" y2=\"{y:.1}\" stroke=\"{FAULT}\" stroke-dasharray=\"2 3\"/>\
             <line x1=\"{x:.1}\" y1=\"{:.1}\" x2=\"{x:.1}\" y2=\"{:.1}\" stroke=\"{FAULT}\"/>",
            y - 5.0,
            y + 5.0
        );
    }
    if let Some(length) = &conductor.length {
        let _ = write!(
            svg,
            "<text x=\"{:.1}\" y=\"{:.1}\" text-anchor=\"end\" font-family=\"B612 Mono\" font-weight=\"700\">{}</text>",
            tip - 3.0,
            y - 4.0,
            length.text
        );
    }
}

fn paint(colour: Colour) -> &'static str {
    match colour {
        Colour::Black => "#1c1c1c",
        Colour::Red => "#b3231b",
        Colour::White => "#ffffff",
        Colour::Grey => "#9a9a9a",
        Colour::Blue => "#1d5b86",
        Colour::Yellow => "#d9b93b",
        Colour::Brown => "#6b4423",
        Colour::Orange => "#d9772b",
        Colour::Green => "#2e7d46",
        Colour::Bare => "#b8692f",
        Colour::Unknown => "#c9c2b2",
    }
}

#[cfg(test)]
mod tests {
    use nailpunch_core::facts::{Basis, BoxContents};

    use super::*;

    #[test]
    fn the_drawing_is_to_scale() {
        let contents: BoxContents = serde_json::from_str(
            r#"{"depth":76200000,"cables":[{"id":1,"sheath_end":50800000}],
                "conductors":[{"id":1,"cable":1,"gauge":"12","colour":"black","role":"ungrounded","free_length":69850000}]}"#,
        )
        .expect("it is a box");
        let section = Section::of(&contents, &Basis::default());
        let scale = Scale::of(&section);
        // The conductor is 2 3/4 in long and the box 3 in deep.
        let conductor = scale.x(section.conductors[0].start) - scale.x(section.conductors[0].tip.expect("measured"));
        let depth = scale.x(-section.depth) - scale.x(0);
        assert!((conductor / depth - 2.75 / 3.0).abs() < 1e-9);
        assert!(section_svg(&section).contains("2 3/4 in"));
    }

    #[test]
    fn an_empty_box_is_drawn_too() {
        let section = Section::of(&BoxContents::default(), &Basis::default());
        assert!(!section_svg(&section).contains("NaN") && !section_svg(&section).contains("inf"));
    }
}
