//! A photograph taken in: known by its content, never by its name; turned upright, made smaller, encoded anew, so that
//! nothing of the camera or the place goes with it.

use std::io::Cursor;

use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use image::codecs::jpeg::JpegEncoder;
use image::{DynamicImage, ImageDecoder, ImageFormat, ImageReader, Limits};

/// The largest file taken, in bytes.
pub const LARGEST_FILE: u64 = 40 << 20;
/// The most pixels taken; a compressed picture of more is refused before it is unpacked.
pub const MOST_PIXELS: u64 = 80_000_000;
/// The longest side kept, in pixels.
const LONGEST_SIDE: u32 = 1_600;
/// The longest side of a thumbnail.
const THUMBNAIL: u32 = 320;
/// The longest side of a logo.
const LOGO: u32 = 600;
const QUALITY: u8 = 82;

/// A photograph as it is kept.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct TakenPhoto {
    /// JPEG.
    pub jpeg: Vec<u8>,
    /// In pixels.
    pub width: u32,
    /// In pixels.
    pub height: u32,
}

/// Why a photograph is not taken.
#[derive(Debug, thiserror::Error)]
pub enum PhotoError {
    /// The file is neither kind, whatever it is called.
    #[error("this is no JPEG or PNG picture, whatever its name says; save it as one of these and take it again")]
    NoPicture,
    /// It has too many pixels.
    #[error("this picture has {width} × {height} pixels; at most {} million are taken: make it smaller", MOST_PIXELS / 1_000_000)]
    TooManyPixels {
        /// Its width.
        width: u32,
        /// Its height.
        height: u32,
    },
    /// It cannot be read to its end.
    #[error("this picture is damaged ({0}); take it again")]
    Damaged(String),
}

/// Takes a photograph.
///
/// # Errors
/// [`PhotoError`].
pub fn take_photo(bytes: &[u8]) -> Result<TakenPhoto, PhotoError> {
    let format = image::guess_format(bytes).map_err(|_| PhotoError::NoPicture)?;
    if !matches!(format, ImageFormat::Jpeg | ImageFormat::Png) {
        return Err(PhotoError::NoPicture);
    }
    let damaged = |error: image::ImageError| PhotoError::Damaged(error.to_string());
    let mut reader = ImageReader::with_format(Cursor::new(bytes), format);
    let mut limits = Limits::default();
    limits.max_alloc = Some(MOST_PIXELS * 4);
    reader.limits(limits);
    let mut decoder = reader.into_decoder().map_err(damaged)?;
    let (width, height) = decoder.dimensions();
    if u64::from(width) * u64::from(height) > MOST_PIXELS {
        return Err(PhotoError::TooManyPixels { width, height });
    }
    let orientation = decoder.orientation().map_err(damaged)?;
    let whole = DynamicImage::from_decoder(decoder).map_err(damaged)?;
    let mut kept = if width.max(height) > LONGEST_SIDE { whole.thumbnail(LONGEST_SIDE, LONGEST_SIDE) } else { whole };
    kept.apply_orientation(orientation);
    Ok(TakenPhoto { width: kept.width(), height: kept.height(), jpeg: encode(&kept)? })
}

/// The size in pixels of a picture that is just as this program keeps one: a plain JPEG of at most 1,600 pixels a side, with
/// nothing in it but the picture. `None` where anything else is in it, or it cannot be read to its end.
pub fn kept_size(bytes: &[u8]) -> Option<(u32, u32)> {
    if !is_bare(bytes) {
        return None;
    }
    let mut reader = ImageReader::with_format(Cursor::new(bytes), ImageFormat::Jpeg);
    let mut limits = Limits::default();
    (limits.max_image_width, limits.max_image_height) = (Some(LONGEST_SIDE), Some(LONGEST_SIDE));
    reader.limits(limits);
    let picture = reader.decode().ok()?;
    Some((picture.width(), picture.height()))
}

/// A JPEG of nothing but its picture: no camera data, colour profile, comment or preview, and nothing behind its end.
///
/// # Source
/// ITU-T T.81, annex B: markers and their lengths; from memory, sure.
fn is_bare(bytes: &[u8]) -> bool {
    const START: [u8; 2] = [0xff, 0xd8];
    const END: [u8; 2] = [0xff, 0xd9];
    let Some(mut rest) = bytes.strip_prefix(&START) else { return false };
    while let [0xff, marker, high, low, ..] = *rest {
        let length = usize::from(u16::from_be_bytes([high, low]));
        // Quantisation and Huffman tables, the frame, the restart interval; and the file header, of its own length alone.
        let plain = matches!(marker, 0xc0..=0xc4 | 0xdb | 0xdd) || (marker == 0xe0 && length == 16);
        if marker == 0xda {
            // From here on the picture; 0xff stands only before 0 and restarts, until the end.
            let Some(data) = rest[2..].get(length..).and_then(|data| data.strip_suffix(&END)) else { return false };
            return !data.windows(2).any(|pair| pair[0] == 0xff && !matches!(pair[1], 0 | 0xd0..=0xd7))
                && data.last() != Some(&0xff);
        }
        let Some(next) = rest[2..].get(length.max(2)..).filter(|_| plain) else { return false };
        rest = next;
    }
    false
}

/// The thumbnail of a kept photograph.
///
/// # Errors
/// [`PhotoError::Damaged`].
pub fn thumbnail(jpeg: &[u8]) -> Result<Vec<u8>, PhotoError> {
    let picture = image::load_from_memory_with_format(jpeg, ImageFormat::Jpeg);
    let picture = picture.map_err(|error| PhotoError::Damaged(error.to_string()))?;
    encode(&picture.thumbnail(THUMBNAIL, THUMBNAIL))
}

/// A logo for the head of a report: at most 600 pixels on a side, JPEG in Base64; what was see-through is white.
///
/// # Errors
/// [`PhotoError`].
pub fn logo(bytes: &[u8]) -> Result<String, PhotoError> {
    let taken = take_photo(bytes)?;
    let picture = image::load_from_memory_with_format(&taken.jpeg, ImageFormat::Jpeg);
    let picture = picture.map_err(|error| PhotoError::Damaged(error.to_string()))?;
    let small = if taken.width.max(taken.height) > LOGO { picture.thumbnail(LOGO, LOGO) } else { picture };
    Ok(STANDARD.encode(encode(&small)?))
}

/// See-through parts of a picture on white paper.
fn on_white(picture: &DynamicImage) -> image::RgbImage {
    let pixels = picture.to_rgba8();
    image::RgbImage::from_fn(pixels.width(), pixels.height(), |x, y| {
        let [red, green, blue, alpha] = pixels.get_pixel(x, y).0.map(u16::from);
        let over = |colour: u16| u8::try_from((colour * alpha + 255 * (255 - alpha)) / 255).unwrap_or(u8::MAX);
        image::Rgb([over(red), over(green), over(blue)])
    })
}

fn encode(picture: &DynamicImage) -> Result<Vec<u8>, PhotoError> {
    let mut jpeg = Vec::new();
    let encoder = JpegEncoder::new_with_quality(&mut jpeg, QUALITY);
    let flat = if picture.color().has_alpha() { on_white(picture) } else { picture.to_rgb8() };
    flat.write_with_encoder(encoder).map_err(|error| PhotoError::Damaged(error.to_string()))?;
    Ok(jpeg)
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::*;

    fn picture(width: u32, height: u32, format: ImageFormat) -> Vec<u8> {
        let mut bytes = Vec::new();
        let shade = |x: u32, y: u32| image::Rgb([(x % 256) as u8, (y % 256) as u8, 90]);
        let picture = DynamicImage::ImageRgb8(image::RgbImage::from_fn(width, height, shade));
        picture.write_to(&mut Cursor::new(&mut bytes), format).unwrap();
        bytes
    }

    /// The picture with a block of camera data that says it was taken on its side, at a place.
    fn with_camera_data(jpeg: &[u8]) -> Vec<u8> {
        // TIFF, big-endian, one directory with one entry: orientation (0x0112), short, 6: turn right. EXIF 2.3, from memory.
        let mut exif = b"Exif\0\0MM\0\x2a\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01\0\x06\0\0\0\0\0\0".to_vec();
        exif.extend(b"GPS 12.345 N, camera of somebody");
        let length = u16::try_from(exif.len() + 2).unwrap().to_be_bytes();
        [&jpeg[..2], &[0xff, 0xe1], &length[..], &exif[..], &jpeg[2..]].concat()
    }

    #[test]
    fn a_photograph_is_turned_upright_and_loses_what_the_camera_wrote() {
        let bytes = with_camera_data(&picture(60, 40, ImageFormat::Jpeg));
        let taken = take_photo(&bytes).unwrap();
        assert_eq!((taken.width, taken.height), (40, 60));
        let text = |bytes: &[u8]| bytes.windows(4).any(|four| four == b"Exif" || four == b"GPS ");
        assert!(text(&bytes) && !text(&taken.jpeg));
    }

    #[test]
    fn what_is_kept_is_known_again_and_anything_more_is_not() {
        let camera = with_camera_data(&picture(60, 40, ImageFormat::Jpeg));
        let kept = take_photo(&camera).unwrap().jpeg;
        assert_eq!(kept_size(&kept), Some((40, 60)));
        assert_eq!(kept_size(&camera), None);
        assert_eq!(kept_size(&[&kept[..], b"GPS 12.345 N"].concat()), None, "behind its end");
        assert_eq!(kept_size(&kept[..kept.len() - 2]), None, "broken off");
        let comment = [&kept[..2], &[0xff, 0xfe, 0, 6], b"note", &kept[2..]].concat();
        assert_eq!(kept_size(&comment), None);
        assert_eq!(kept_size(&picture(2_000, 10, ImageFormat::Jpeg)), None, "larger than is kept");
        assert_eq!(kept_size(&picture(20, 10, ImageFormat::Png)), None);
    }

    #[test]
    fn large_ones_are_made_smaller_and_png_becomes_jpeg() {
        let taken = take_photo(&picture(2_400, 600, ImageFormat::Png)).unwrap();
        assert_eq!((taken.width, taken.height), (1_600, 400));
        assert_eq!(image::guess_format(&taken.jpeg).unwrap(), ImageFormat::Jpeg);
        let small = thumbnail(&taken.jpeg).unwrap();
        assert_eq!(image::load_from_memory(&small).unwrap().width(), 320);
    }

    #[test]
    fn a_file_that_lies_and_one_that_is_broken_are_refused() {
        assert!(matches!(take_photo(b"%PDF-1.7 photo.jpg"), Err(PhotoError::NoPicture)));
        assert!(matches!(take_photo(b"GIF89a\x01\0\x01\0\0\0\0"), Err(PhotoError::NoPicture)));
        let whole = picture(200, 200, ImageFormat::Png);
        assert!(matches!(take_photo(&whole[..whole.len() / 2]), Err(PhotoError::Damaged(_))));
    }

    #[test]
    fn a_bomb_is_refused_before_it_is_unpacked() {
        // A PNG that says it is 60,000 × 60,000, with next to no data: 14 GB if it were unpacked.
        let mut bomb = picture(10, 10, ImageFormat::Png);
        bomb[16..24].copy_from_slice(&[0, 0, 0xea, 0x60, 0, 0, 0xea, 0x60]);
        let crc = crc32(&bomb[12..29]);
        bomb[29..33].copy_from_slice(&crc.to_be_bytes());
        assert!(matches!(
            take_photo(&bomb),
            Err(PhotoError::TooManyPixels { width: 60_000, .. } | PhotoError::Damaged(_))
        ));
    }

    /// CRC-32 as PNG uses it: ISO 3309, from memory.
    fn crc32(bytes: &[u8]) -> u32 {
        !bytes.iter().fold(u32::MAX, |crc, byte| {
            (0..8).fold(crc ^ u32::from(*byte), |crc, _| if crc & 1 == 1 { 0xedb8_8320 ^ (crc >> 1) } else { crc >> 1 })
        })
    }
}
