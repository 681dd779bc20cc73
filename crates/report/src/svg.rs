//! What the drawings of the page have in common: their colours, their letters, their frame.

use std::fmt::Write;

/// Lines and letters.
pub const INK: &str = "#23272b";
/// What is wrong, with its figure.
pub const FAULT: &str = "#bf3f12";
/// What is to be added.
pub const ADD: &str = "#1c655c";
/// What is said beside.
pub const MUTED: &str = "#6a665d";

/// A drawing as an SVG document, in points of the page.
pub fn document(width: f64, height: f64, letters: u8, drawn: &str) -> String {
    format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {width} {height:.1}\" width=\"{width}\" height=\"{height:.1}\" \
         font-family=\"Atkinson Hyperlegible Next\" font-size=\"{letters}\" fill=\"{INK}\">{drawn}</svg>"
    )
}

/// Words at a place; `anchor` is "start", "middle" or "end".
pub fn text(svg: &mut String, (x, y): (f64, f64), anchor: &str, colour: &str, words: &str) {
    let words = escaped(words);
    let _ = write!(svg, "<text x=\"{x:.1}\" y=\"{y:.1}\" text-anchor=\"{anchor}\" fill=\"{colour}\">{words}</text>");
}

/// Words as they stand in an SVG document.
pub fn escaped(words: &str) -> String {
    words.replace('&', "&amp;").replace('<', "&lt;").replace('>', "&gt;")
}
