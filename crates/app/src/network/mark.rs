//! A picture that a camera reads an address from.

use qrcode::render::{svg, unicode};
use qrcode::{EcLevel, QrCode};

/// As an SVG of dark squares on light, whatever the theme: a camera needs both. `None` when the text is too long for one.
pub fn as_svg(text: &str) -> Option<String> {
    let code = QrCode::with_error_correction_level(text, EcLevel::M).ok()?;
    Some(code.render::<svg::Color>().min_dimensions(240, 240).quiet_zone(true).build())
}

/// For a terminal. `None` when the text is too long for one.
pub fn in_terminal(text: &str) -> Option<String> {
    let code = QrCode::with_error_correction_level(text, EcLevel::L).ok()?;
    // Light on dark is what most terminals have: the light squares are drawn.
    let mut drawn = code.render::<unicode::Dense1x2>();
    drawn.dark_color(unicode::Dense1x2::Dark).light_color(unicode::Dense1x2::Light);
    Some(drawn.quiet_zone(true).build())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn an_address_has_its_picture_and_a_book_has_none() {
        let svg = as_svg("https://192.168.1.5:8000/pair#ABCDEFGHJK").expect("it fits");
        assert!(svg.contains("<svg") && svg.contains("#000"));
        assert!(in_terminal("http://192.168.1.5:8000/trust").is_some_and(|drawn| drawn.lines().count() > 10));
        assert!(as_svg(&"long ".repeat(2000)).is_none());
    }
}
