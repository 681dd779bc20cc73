//! Whatever comes in, changed at random: bundles, texts, lists, pictures. Each is read or refused in a sentence; nothing stops the
//! program. A sample runs with the other tests; `NAILPUNCH_MUTATIONS` times as much in `make soak`.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

use std::io::Cursor;

use nailpunch_core::assess::{Acceptance, Assessed};
use nailpunch_core::facts::{BoxContents, Bundle, Panel, PanelId, Pointer};
use nailpunch_core::job::job;
use nailpunch_core::jot::{JotRequest, read_panel_line};
use nailpunch_core::quantity::{UnitSystem, parse_length, parse_mass, parse_offset, parse_voltage, parse_volume};
use nailpunch_report::{
    ReportKind, data, directory_sheet, findings_sheet, read_corrections, read_readings_log, take_photo, workbook,
};

/// How many times the sample.
fn times() -> u64 {
    std::env::var("NAILPUNCH_MUTATIONS").ok().and_then(|text| text.parse().ok()).unwrap_or(1)
}

/// Numbers that only look random, so that what fails fails again: SplitMix64, from memory.
struct Dice(u64);

impl Dice {
    fn roll(&mut self, below: usize) -> usize {
        self.0 = self.0.wrapping_add(0x9e37_79b9_7f4a_7c15);
        let mut mixed = self.0;
        mixed = (mixed ^ (mixed >> 30)).wrapping_mul(0xbf58_476d_1ce4_e5b9);
        mixed = (mixed ^ (mixed >> 27)).wrapping_mul(0x94d0_49bb_1331_11eb);
        usize::try_from((mixed ^ (mixed >> 31)) % u64::try_from(below.max(1)).unwrap()).unwrap()
    }
}

/// Changes some bytes: one flipped, one gone, a piece doubled, a piece of something else, a number at the end of its range.
fn mutated(bytes: &[u8], dice: &mut Dice) -> Vec<u8> {
    const PIECES: [&[u8]; 14] = [
        b"-1",
        b"65535",
        b"18446744073709551615",
        b"1e308",
        b"null",
        b"[]",
        b"{}",
        b"\"",
        b"\\u0000",
        b"\xff",
        b"\xf0\x9f\x94\x8c",
        b"\n",
        b"=1+1",
        b"999999999999/0",
    ];
    let mut bytes = bytes.to_vec();
    for _ in 0..=dice.roll(4) {
        let at = dice.roll(bytes.len());
        match dice.roll(5) {
            0 if !bytes.is_empty() => bytes[at] ^= 1 << dice.roll(8),
            1 if !bytes.is_empty() => drop(bytes.remove(at)),
            2 => {
                let end = (at + dice.roll(40)).min(bytes.len());
                let piece = bytes[at..end].to_vec();
                bytes.splice(at..at, piece);
            }
            3 => drop(bytes.splice(at..at, PIECES[dice.roll(PIECES.len())].iter().copied())),
            _ => {
                let end = (at + dice.roll(12)).min(bytes.len());
                bytes.splice(at..end, PIECES[dice.roll(PIECES.len())].iter().copied());
            }
        }
    }
    bytes
}

fn small_bundle() -> Bundle {
    let mut bundle: Bundle = serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).unwrap();
    bundle.rooms.truncate(1);
    bundle.rooms[0].boxes.truncate(2);
    bundle.panels.truncate(1);
    bundle.without_gone()
}

#[test]
fn mutated_bundles() {
    let whole = serde_json::to_vec(&small_bundle()).unwrap();
    let (mut dice, mut accepted) = (Dice(1), 0);
    for _ in 0..400 * times() {
        let bytes = mutated(&whole, &mut dice);
        let Ok(bundle) = serde_json::from_slice::<Bundle>(&bytes) else { continue };
        if !bundle.unacceptable(&Pointer::root()).is_empty() {
            continue;
        }
        accepted += 1;
        let facts = bundle.facts();
        let assessed = Assessed::of(&facts);
        data(&bundle, &assessed, ReportKind::Full, "2026-03-04T10:00:00Z").unwrap();
        let sheets = [("Findings", findings_sheet(&assessed)), ("Directory", directory_sheet(&assessed))];
        sheets[0].1.csv().unwrap();
        workbook(&sheets).unwrap();
        job(&assessed);
    }
    assert!(accepted > 20, "{accepted} of the mutated bundles were accepted: the attack does not get in");
}

#[test]
fn mutated_texts() {
    const TEXTS: [&str; 10] = [
        "2 3/4 in",
        "6-1/2\"",
        "12.5 cm",
        "1 ft 2 in",
        "dup 15 2x14/2 fl 2 3/4, sb 3/8 gyp float",
        "range 4wire 10/3 fl 6 onbox brk 30",
        "7 20 #12 kitchen counter left",
        "9/11 30 #10al range",
        "n 4 #14 white of 7",
        "-3 mm",
    ];
    let panel = Panel::new(PanelId(uuid::Uuid::nil()), "main", 24);
    let mut dice = Dice(2);
    for _ in 0..4_000 * times() {
        let bytes = mutated(TEXTS[dice.roll(TEXTS.len())].as_bytes(), &mut dice);
        let text = String::from_utf8_lossy(&bytes).into_owned();
        for units in [UnitSystem::Inch, UnitSystem::Metric] {
            let _ = (parse_length(&text, units), parse_offset(&text, units), parse_volume(&text, units));
            let _ = (parse_mass(&text, units), parse_voltage(&text));
        }
        let _ = read_panel_line(&text, &panel, UnitSystem::Inch);
        let request = serde_json::json!({"line": text, "units": "inch", "contents": BoxContents::default()});
        let jotted = serde_json::from_value::<JotRequest>(request).unwrap().answer();
        assert!(jotted.contents.problems(&Pointer::root()).is_empty(), "{text:?} makes a box that cannot be saved");
    }
}

#[test]
fn mutated_lists() {
    let readings = "time,box,half,instrument,from,to,value\n,K1,upper,lamps,,,lit off off\n2026-03-04T10:42:00Z,K1,upper,high-impedance,hot,ground,57 V\n";
    let corrections = "location;finding\nkitchen;outlet loose at the counter\nhall;no ground\n";
    let mut dice = Dice(3);
    for _ in 0..400 * times() {
        let _ = read_readings_log(&mutated(readings.as_bytes(), &mut dice));
        let _ = read_corrections(&mutated(corrections.as_bytes(), &mut dice));
    }
}

#[test]
fn mutated_pictures() {
    let pixels = image::RgbImage::from_fn(24, 18, |x, y| image::Rgb([x as u8 * 9, y as u8 * 13, 90]));
    let of = |format| {
        let mut bytes = Vec::new();
        image::DynamicImage::ImageRgb8(pixels.clone()).write_to(&mut Cursor::new(&mut bytes), format).unwrap();
        bytes
    };
    let pictures = [of(image::ImageFormat::Jpeg), of(image::ImageFormat::Png)];
    let (mut dice, mut taken) = (Dice(4), 0);
    for _ in 0..300 * times() {
        let bytes = mutated(&pictures[dice.roll(2)], &mut dice);
        if let Ok(photo) = take_photo(&bytes) {
            taken += 1;
            assert!(photo.width <= 1_600 && photo.height <= 1_600);
        }
    }
    assert!(taken > 5, "{taken} of the mutated pictures could still be read");
}
