//! Photographs in the report: the picture as a file of its own, what is drawn on it as a drawing on top.

use std::fmt::Write;

use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use nailpunch_core::facts::{Bundle, BundlePhoto, PhotoMark};
use serde::Serialize;

/// A photograph of the report.
#[derive(Serialize)]
pub struct PhotoPart {
    /// The file of its picture.
    pub file: String,
    /// What is drawn on it.
    pub marks: String,
    pub caption: String,
}

/// Of a photograph at a place in the bundle.
pub fn photo_part(index: usize, entry: &BundlePhoto) -> PhotoPart {
    PhotoPart { file: file(index), marks: marks_svg(entry), caption: entry.photo.caption.clone() }
}

fn file(index: usize) -> String {
    format!("photo-{index}.jpg")
}

/// The pictures of a bundle, each with the name of its file; one that is not in Base64 is left out.
pub fn pictures(bundle: &Bundle) -> Vec<(String, Vec<u8>)> {
    let pictures = bundle.photos.iter().enumerate();
    pictures.filter_map(|(index, entry)| Some((file(index), STANDARD.decode(&entry.image).ok()?))).collect()
}

/// What is drawn on a photograph, over a picture 1,000 wide.
fn marks_svg(entry: &BundlePhoto) -> String {
    let photo = &entry.photo;
    let tall = 1_000.0 * f64::from(photo.height) / f64::from(photo.width.max(1));
    let y = |place: u16| f64::from(place) / 1_000.0 * tall;
    let mut svg = format!("<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 1000 {tall:.0}\">");
    for (stroke, width) in [("#fbf8f1", 16), ("#8f1455", 8)] {
        for mark in &photo.marks {
            let path = match mark {
                PhotoMark::Circle { centre, radius } => {
                    let (x, y, r) = (f64::from(centre[0]), y(centre[1]), f64::from(*radius));
                    format!("M{:.0} {y:.0}a{r} {r} 0 1 0 {:.0} 0a{r} {r} 0 1 0 {:.0} 0", x - r, 2.0 * r, -2.0 * r)
                }
                PhotoMark::Arrow { from, to } => {
                    let (x1, y1, x2, y2) = (f64::from(from[0]), y(from[1]), f64::from(to[0]), y(to[1]));
                    let angle = (y2 - y1).atan2(x2 - x1);
                    let barb = |turn: f64| {
                        let (x, y) = (x2 - 46.0 * (angle + turn).cos(), y2 - 46.0 * (angle + turn).sin());
                        format!("M{x2:.0} {y2:.0}L{x:.0} {y:.0}")
                    };
                    format!("M{x1:.0} {y1:.0}L{x2:.0} {y2:.0}{}{}", barb(0.5), barb(-0.5))
                }
            };
            // Writing to a string cannot fail.
            let _ = write!(
                svg,
                "<path d=\"{path}\" fill=\"none\" stroke=\"{stroke}\" stroke-width=\"{width}\" stroke-linecap=\"round\"/>"
            );
        }
    }
    svg.push_str("</svg>");
    svg
}
