#![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

use proptest::prelude::*;
use uuid::Uuid;

use super::*;
use crate::facts::BoxId;
use crate::jot::{RoomBox, sketch_lines};
use crate::quantity::UnitSystem;

fn request(line: &str, sketch: Sketch) -> RoomLineRequest {
    let tags = ["K1", "K2"].into_iter().enumerate();
    let boxes = tags.map(|(number, tag)| RoomBox { id: BoxId(Uuid::from_u128(number as u128)), tag: tag.to_owned() });
    RoomLineRequest { boxes: boxes.collect(), ..RoomLineRequest::new(line.to_owned(), sketch, UnitSystem::Inch) }
}

fn read(line: &str) -> Sketch {
    read_room_line(&request(line, Sketch::default())).unwrap().sketch
}

fn refused(line: &str) -> String {
    read_room_line(&request(line, Sketch::default())).unwrap_err().to_string()
}

#[test]
fn a_wall_is_read_as_one_walks_along_it() {
    let sketch = read(
        "n: counter 6'5 range 2'6 counter 6' fridge 2'6 window 4' @ 7' out / k1 2'2 k2 13'7 h 44 sw 1' 3' 6\" half 5'",
    );
    let wall = &sketch.walls[0];
    assert_eq!((wall.name.as_str(), wall.length, wall.corner), ("n", Some(Length::inches(209)), Corner::Outside));
    let parts: Vec<_> = wall.parts.iter().map(|part| (part.what.name(), part.from, part.width)).collect();
    let inches = Length::inches;
    assert_eq!(
        parts,
        [
            ("counter", inches(0), inches(77)),
            ("range", inches(77), inches(30)),
            ("counter", inches(107), inches(72)),
            ("fridge", inches(179), inches(30)),
            ("window", inches(84), inches(48)),
        ]
    );
    let outlets: Vec<_> =
        sketch.outlets.iter().map(|known| (known.box_id.is_some(), known.kind, known.on_wall().unwrap().1)).collect();
    assert_eq!(
        outlets,
        [
            (true, OutletKind::Receptacle, inches(26)),
            (true, OutletKind::Receptacle, inches(163)),
            (false, OutletKind::Switch, inches(12)),
            (false, OutletKind::Receptacle, inches(42)),
            (false, OutletKind::Switched, inches(60)),
        ]
    );
    assert_eq!(sketch.outlets[1].height, Some(inches(44)));
}

#[test]
fn islands_heights_and_what_is_on_no_wall() {
    let sketch = read("island 6' 3'6 / o k1");
    assert_eq!(sketch.islands[0].length, Some(Length::inches(72)));
    assert_eq!(sketch.outlets.len(), 2);
    assert_eq!(read("top 36").counter_height, Some(Length::inches(36)));
    let elsewhere = read("else range k1 within").outlets;
    assert_eq!((elsewhere[0].kind, elsewhere[1].kind), (OutletKind::Range, OutletKind::Within));
    assert!(elsewhere[0].box_id.is_none() && elsewhere[1].box_id.is_some(), "the word behind a tag is of its box");
    assert_eq!(
        read("12' / 3' off 10").outlets[0].place,
        OutletPlace::Floor { wall: 1, at: Length::inches(36), off: Length::inches(10) }
    );
}

#[test]
fn what_is_not_understood_is_named_and_nothing_is_taken() {
    assert!(refused("3' dor 2'8").starts_with("\"dor\" is no thing along a wall; use door, opening"));
    assert!(refused("12' / k9 2'").contains("no box of this room is called so"));
    assert!(refused("3' door").contains("\"door\" wants a length behind it"));
    assert!(refused("12' / sw").contains("wants a length"));
    assert!(refused("-3'").contains("is no thing along a wall"));
    assert!(refused("door 5000'").contains("is no length"));
    assert!(refused("door 200' door 200'").contains("longer than 100 m"));
    assert!(refused("").starts_with("begin with a length"));
    assert!(refused(&"1' ".repeat(140)).contains("longer than 400"));
}

#[test]
fn a_line_typed_anew_takes_the_place_of_its_wall_and_a_box_stands_once() {
    let first = read("12' / k1 2' 9'");
    let again = RoomLineRequest { wall: Some(1), ..request("10' / 4'", first.clone()) };
    let sketch = read_room_line(&again).unwrap().sketch;
    assert_eq!((sketch.walls.len(), sketch.outlets.len(), sketch.walls[0].length), (1, 1, Some(Length::inches(120))));
    let moved = read_room_line(&request("8' / k1 3'", first)).unwrap().sketch;
    assert_eq!(
        moved.outlets.iter().filter(|outlet| outlet.box_id.is_some()).count(),
        1,
        "it is on the second wall now"
    );
    assert_eq!(moved.walls.len(), 2);
}

#[test]
fn an_emptied_line_takes_its_wall_out_with_its_outlets() {
    let one = read("10' / 3'");
    let two = read_room_line(&request("8' / k1 2'", one)).unwrap().sketch;
    let emptied = RoomLineRequest { wall: Some(1), ..request("", two.clone()) };
    let left = read_room_line(&emptied).unwrap().sketch;
    assert_eq!((left.walls.len(), left.outlets.len(), left.walls[0].id), (1, 1, 2));
    assert_eq!(read_room_line(&request("", two)), Err(RoomLineError::Empty));
}

#[test]
fn equipment_and_wishes_have_lines_of_their_own() {
    let mut known = request("boiler: equip furnace 15a 14 alone", read("n: 10'"));
    known.all_boxes = known.boxes.clone();
    let first = read_room_line(&known).unwrap();
    assert_eq!((first.says.as_str(), first.sketch.equipment.len()), ("Boiler.", 1));
    // Typed anew it is the same piece; a wish names boxes of the whole audit.
    let again = RoomLineRequest {
        equipment: Some(1),
        line: "equip furnace 20a".to_owned(),
        sketch: first.sketch,
        ..known.clone()
    };
    let again = read_room_line(&again).unwrap().sketch;
    assert_eq!((again.equipment.len(), again.equipment[0].breaker), (1, Some(20)));
    let wish = RoomLineRequest { line: "want receptacle wall 1 4' from k2".to_owned(), sketch: again, ..known.clone() };
    let wished = read_room_line(&wish).unwrap();
    assert_eq!((wished.says.as_str(), wished.sketch.wanted.len()), ("Wanted: receptacle.", 1));
    let lines: Vec<String> = sketch_lines(&wished.sketch, UnitSystem::Inch, &known.boxes, &known.all_boxes, &[])
        .into_iter()
        .map(|line| line.line)
        .collect();
    assert_eq!(lines[1..], ["equip furnace 20a", "want receptacle wall 1 4' from K2"]);
    let out = RoomLineRequest { line: String::new(), wanted: Some(1), sketch: wished.sketch, ..known };
    assert_eq!(read_room_line(&out).unwrap().sketch.wanted.len(), 0);
    assert!(refused("want receptacle from k7").contains("no \"k7\" is in this audit"));
    assert!(refused("equip toaster").contains("says nothing of equipment"));
}

#[test]
fn what_is_wanted_on_a_wall_that_goes_stays_wanted() {
    use crate::facts::{Wanted, WantedKind};
    let mut sketch = read("n: 10'");
    let at = Some(WantedPlace::New(OutletPlace::Wall { wall: 1, at: Length::inches(12) }));
    sketch.wanted = vec![Wanted { at, ..Wanted::new(1, WantedKind::Receptacle) }];
    let emptied = RoomLineRequest { wall: Some(1), ..request("", sketch) };
    let left = read_room_line(&emptied).unwrap().sketch;
    assert_eq!((left.walls.len(), left.wanted.len(), left.wanted[0].at), (0, 1, None));
}

#[test]
fn a_room_of_four_walls_and_eight_outlets_is_few_keys() {
    // The aim: at most 120 keys.
    let lines = ["3' door 2'8 6'4 / 1' 8'", "10' / 2' 8'", "12' / 3' 9'", "10' / 2' 8'"];
    let keys: usize = lines.iter().map(|line| line.chars().count() + 1).sum();
    assert!(keys <= 120, "{keys} keys");
    let sketch = lines.iter().fold(Sketch::default(), |sketch, line| {
        let mut request = request(line, sketch);
        request.boxes.clear();
        read_room_line(&request).unwrap().sketch
    });
    assert_eq!((sketch.walls.len(), sketch.outlets.len()), (4, 8));
}

proptest! {
    #[test]
    fn what_is_printed_reads_as_the_same(
        parts in proptest::collection::vec((0_usize..18, 0_u32..400, 1_u32..2_000, proptest::option::of(1_u32..900)), 0..6),
        outlets in proptest::collection::vec((0_u32..3_000, 0_usize..6, proptest::option::of(1_u32..900)), 0..5),
        rest in 0_u32..500, corner in 0_usize..5, metric: bool,
    ) {
        let units = if metric { UnitSystem::Metric } else { UnitSystem::Inch };
        let length = |marks: u32| if metric { Length::mm(marks) } else { Length::sixteenths(marks) };
        let mut cursor = 0;
        let parts: Vec<WallPart> = parts
            .into_iter()
            .map(|(kind, gap, width, depth)| {
                let (what, from, width) = (WallPartKind::ALL[kind], length(cursor + gap), (width, length(width)));
                let behind = (gap % 3 == 1).then(|| length(gap));
                let part = WallPart { what, from, width: width.1, depth: depth.map(length), behind };
                let width = width.0;
                cursor += gap + width;
                part
            })
            .collect();
        let (floor, over): (Vec<_>, Vec<_>) = parts.into_iter().partition(|part| part.what.stands_on_floor());
        let parts = floor.into_iter().chain(over).collect();
        let wall = Wall { id: 1, name: "n".into(), length: Some(length(cursor + rest)), corner: Corner::ALL[corner], parts };
        let wall = Wall { length: wall.length.filter(|length| length.nm() > 0), ..wall };
        let outlets = (1..).zip(outlets).map(|(id, (at, kind, height))| Outlet {
            id,
            box_id: None,
            kind: OutletKind::ALL[kind],
            place: OutletPlace::Wall { wall: 1, at: length(at) },
            height: height.map(length),
        });
        let sketch = Sketch { walls: vec![wall], outlets: outlets.collect(), ..Sketch::default() };
        let line = sketch_lines(&sketch, units, &[], &[], &[]).remove(0).line;
        let again = RoomLineRequest { wall: Some(1), units, boxes: Vec::new(), ..request(&line, sketch.clone()) };
        let read = read_room_line(&again).map(|read| read.sketch);
        prop_assert_eq!(read.as_ref(), Ok(&sketch), "{}", line);
    }

    #[test]
    fn no_line_brings_it_down(line in "\\PC{0,60}", words in proptest::collection::vec(
        proptest::sample::select(vec!["door", "12'", "/", "@", "=", "k1", "h", "off", "island", "2 1/2", "out", ":", "1/0", "9'"]), 0..12,
    )) {
        let _ = read_room_line(&request(&line, Sketch::default()));
        let _ = read_room_line(&request(&words.join(" "), Sketch::default()));
    }
}
