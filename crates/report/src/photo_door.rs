//! The door that every picture of a file comes through: what is just as this program keeps one goes in as it is, so that a seal
//! still holds; anything else is made anew, without what a camera or a program wrote beside it.

use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use nailpunch_core::facts::{Bundle, Letterhead, Pointer, Problem};

use crate::photo::{kept_size, logo, take_photo};

/// The bundle with its photographs and logo as this program keeps them.
///
/// # Errors
/// Every picture that is none, is damaged or too large, by its place in the bundle.
pub fn bare_pictures(mut bundle: Bundle) -> Result<Bundle, Vec<Problem>> {
    let mut problems = Vec::new();
    for (index, entry) in bundle.photos.iter_mut().enumerate() {
        let place = Pointer::root().at("photos").at(index).at("image");
        let Ok(bytes) = STANDARD.decode(&entry.image) else {
            problems.push(Problem::new(&place, "this picture is not in Base64; export the bundle again"));
            continue;
        };
        let size = kept_size(&bytes);
        if size == Some((entry.photo.width, entry.photo.height)) {
            continue;
        }
        match take_photo(&bytes) {
            Ok(taken) => {
                (entry.photo.width, entry.photo.height) = (taken.width, taken.height);
                entry.image = STANDARD.encode(taken.jpeg);
            }
            Err(error) => problems.push(Problem::new(&place, error.to_string())),
        }
    }
    let letterhead = &mut bundle.audit.letterhead;
    if let Some(kept) = &letterhead.logo
        && !bare_logo(letterhead)
    {
        let made = STANDARD.decode(kept).map_err(|error| error.to_string());
        match made.and_then(|bytes| logo(&bytes).map_err(|error| error.to_string())) {
            Ok(made) => letterhead.logo = Some(made),
            Err(error) => {
                let place = Pointer::root().at("audit").at("letterhead").at("logo");
                problems.push(Problem::new(&place, format!("the logo cannot be taken: {error}")));
            }
        }
    }
    if problems.is_empty() { Ok(bundle) } else { Err(problems) }
}

/// The letterhead has no logo, or one as this program keeps it.
pub fn bare_logo(letterhead: &Letterhead) -> bool {
    letterhead.logo.as_ref().is_none_or(|logo| STANDARD.decode(logo).is_ok_and(|bytes| kept_size(&bytes).is_some()))
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use std::io::Cursor;

    use super::*;

    fn picture(format: image::ImageFormat) -> Vec<u8> {
        let mut bytes = Vec::new();
        let pixels = image::RgbImage::from_fn(30, 20, |x, y| image::Rgb([x as u8 * 8, y as u8 * 12, 90]));
        image::DynamicImage::ImageRgb8(pixels).write_to(&mut Cursor::new(&mut bytes), format).unwrap();
        bytes
    }

    fn bundle(image: &[u8], logo: Option<&[u8]>) -> Bundle {
        let json = r#"{"nailpunch":2,"audit":{"id":"00000000-0000-7000-8000-000000000001","name":"Quay house"},"rooms":[],
            "photos":[{"photo":{"id":"00000000-0000-7000-8000-000000000002","width":30,"height":20},"image":""}]}"#;
        let mut bundle: Bundle = serde_json::from_str(json).unwrap();
        bundle.photos[0].image = STANDARD.encode(image);
        bundle.audit.letterhead.logo = logo.map(|logo| STANDARD.encode(logo));
        bundle
    }

    #[test]
    fn what_a_camera_wrote_stays_outside_and_what_is_kept_stays_as_it_is() {
        let kept = picture(image::ImageFormat::Jpeg);
        let as_kept = bundle(&kept, Some(&kept));
        assert_eq!(bare_pictures(as_kept.clone()).unwrap(), as_kept, "to the byte: its seal holds");
        let camera = [&kept[..2], &[0xff, 0xe1, 0, 12], b"Exif\0\0GPS ", &kept[2..]].concat();
        for other in [camera, picture(image::ImageFormat::Png)] {
            let taken = bare_pictures(bundle(&other, Some(&other))).unwrap();
            let bytes = STANDARD.decode(&taken.photos[0].image).unwrap();
            assert_eq!(kept_size(&bytes), Some((30, 20)));
            assert!(bare_logo(&taken.audit.letterhead));
        }
        // A size that is not the picture's is put right.
        let mut wrong = bundle(&kept, None);
        wrong.photos[0].photo.width = 4_000;
        assert_eq!(bare_pictures(wrong).unwrap().photos[0].photo.width, 30);
    }

    #[test]
    fn what_is_no_picture_is_named_by_its_place() {
        let problems = bare_pictures(bundle(b"%PDF-1.7", Some(b"GIF89a"))).unwrap_err();
        let places: Vec<&str> = problems.iter().map(|problem| problem.pointer.as_str()).collect();
        assert_eq!(places, ["/photos/0/image", "/audit/letterhead/logo"]);
    }
}
