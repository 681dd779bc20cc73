//! A small thing drawn to scale, for the page: the shapes of the core, in the colours of paper.

use std::fmt::Write;

use nailpunch_core::picture::{Detail, DetailForm, DetailPart, DetailShape};

use crate::svg::{FAULT, INK, MUTED, document, text};

const WIDTH: f64 = 520.0;
const HEIGHT: f64 = 230.0;
/// Where the notes begin.
const NOTES: f64 = 320.0;

/// From nanometres to points of the drawing.
struct Scale {
    left: f64,
    top: f64,
    per_nm: f64,
}

#[allow(clippy::cast_precision_loss, reason = "a drawing needs no more than 53 bits")]
impl Scale {
    fn of(detail: &Detail) -> Self {
        let (width, height) = (detail.width.max(1) as f64, detail.height.max(1) as f64);
        let per_nm = ((NOTES - 30.0) / width).min((HEIGHT - 10.0) / height);
        let left = (NOTES - 20.0 - width * per_nm) / 2.0 - detail.left as f64 * per_nm;
        let top = (HEIGHT - height * per_nm) / 2.0 - detail.top as f64 * per_nm;
        Self { left, top, per_nm }
    }

    fn place(&self, x: i64, y: i64) -> (f64, f64) {
        (self.left + x as f64 * self.per_nm, self.top + y as f64 * self.per_nm)
    }

    fn long(&self, nm: i64) -> f64 {
        nm as f64 * self.per_nm
    }
}

/// It as an SVG document.
pub fn detail_svg(detail: &Detail) -> String {
    let scale = Scale::of(detail);
    let mut svg = String::new();
    for shape in &detail.shapes {
        draw(&mut svg, shape, &scale);
    }
    for (index, note) in detail.notes.iter().take(13).enumerate() {
        #[allow(clippy::cast_precision_loss, reason = "few notes")]
        let y = 16.0 + 16.0 * index as f64;
        text(&mut svg, (NOTES, y), "start", if note.fault { FAULT } else { INK }, &note.words);
    }
    document(WIDTH, HEIGHT, 11, &svg)
}

fn draw(svg: &mut String, shape: &DetailShape, scale: &Scale) {
    let (fill, mut stroke, width, dash) = paint(shape.part);
    if shape.fault {
        stroke = FAULT;
    }
    let dash = if dash.is_empty() { String::new() } else { format!(" stroke-dasharray=\"{dash}\"") };
    match &shape.form {
        DetailForm::Rectangle { x, y, width: across, height } => {
            let (left, top) = scale.place(*x, *y);
            let _ = write!(
                svg,
                "<rect x=\"{left:.1}\" y=\"{top:.1}\" width=\"{:.1}\" height=\"{:.1}\" fill=\"{fill}\" stroke=\"{stroke}\" \
                 stroke-width=\"{width}\"{dash}/>",
                scale.long(*across),
                scale.long(*height)
            );
        }
        DetailForm::Path { points } => {
            let places: Vec<(f64, f64)> = points.chunks_exact(2).map(|p| scale.place(p[0], p[1])).collect();
            let line: Vec<String> = places.iter().map(|(x, y)| format!("{x:.1},{y:.1}")).collect();
            if shape.part == DetailPart::Name {
                if let (Some(first), Some(last)) = (places.first(), places.last()) {
                    text(svg, (f64::midpoint(first.0, last.0), first.1), "middle", INK, &shape.words);
                }
                return;
            }
            let _ = write!(
                svg,
                "<polyline points=\"{}\" fill=\"none\" stroke=\"{stroke}\" stroke-width=\"{width}\"{dash}/>",
                line.join(" ")
            );
            let (Some(first), Some(last)) = (places.first(), places.last()) else { return };
            if shape.words.is_empty() {
                return;
            }
            let upright = (first.0 - last.0).abs() < 0.1 && (first.1 - last.1).abs() > 0.1;
            if shape.part == DetailPart::Measure {
                let at = if upright {
                    (first.0 + 6.0, f64::midpoint(first.1, last.1) + 4.0)
                } else {
                    (f64::midpoint(first.0, last.0), first.1 - 5.0)
                };
                text(svg, at, if upright { "start" } else { "middle" }, INK, &shape.words);
            } else {
                text(svg, (first.0 + 3.0, first.1 + if upright { 10.0 } else { -4.0 }), "start", MUTED, &shape.words);
            }
        }
    }
}

/// Fill, stroke, its width, its dashes.
const fn paint(part: DetailPart) -> (&'static str, &'static str, f64, &'static str) {
    match part {
        DetailPart::Wood => ("#ead9bd", INK, 0.8, ""),
        DetailPart::Finish => ("#e9e2d2", MUTED, 0.8, ""),
        DetailPart::Insulation => ("#f3dfe2", MUTED, 0.6, "1 2"),
        DetailPart::Box => ("#eef1f1", INK, 1.8, ""),
        DetailPart::NoBox => ("none", FAULT, 1.6, "4 3"),
        DetailPart::Block => ("#d9d3c5", INK, 0.8, ""),
        DetailPart::Body => ("#dfe7ea", INK, 1.2, ""),
        DetailPart::Seal => (INK, INK, 0.4, ""),
        DetailPart::Cable => ("none", "#c79a1f", 3.0, ""),
        DetailPart::Cut => ("#ffffff", INK, 1.4, "5 3"),
        DetailPart::Limit => ("none", FAULT, 0.8, "1 3"),
        DetailPart::Measure | DetailPart::Name => ("none", INK, 0.8, ""),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use nailpunch_core::facts::{BoxContents, Hung, HungKind};
    use nailpunch_core::picture::hanging;
    use nailpunch_core::quantity::{Length, UnitSystem};

    #[test]
    fn the_page_says_what_the_core_measured() {
        let hung = Hung { blade_height: Some(Length::inches(80)), ..Hung::new(HungKind::Fan) };
        let contents = BoxContents { hung: Some(hung), ..BoxContents::default() };
        let drawn = hanging(&contents, UnitSystem::Inch).expect("a fan hangs");
        let svg = detail_svg(&drawn);
        assert!(svg.contains("6 ft 8 in") && svg.contains("paddle fan"));
        assert!(!svg.contains("NaN") && !svg.contains("inf"));
    }
}
