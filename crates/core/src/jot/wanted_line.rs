//! The line of something wanted in a room, typed and printed.
//!
//! ```text
//! line  = [ name ":" ] "want" kind { fact }
//! kind  = "receptacle" | "switch" | "luminaire" | "feed"
//! fact  = "wall" number length | "island" number | "ceiling" | "at" tag | "from" tag | "panel" number | "works" tag | "made" tag
//!       | rating "a" | shape | "h" length | "water" length | finish | "stud" ( "left" | "right" ) length | "deep" length
//!       | "clear" | thing | "no" thing | hazard | "no" hazard | "take" hazard | way length | "by" method
//! ```

use super::line_words::Words;
use super::room_request::{RoomBox, RoomLineError};
use crate::facts::{
    BoxId, InWall, InWallSeen, OutletPlace, PanelId, RunWay, StudNear, StudSide, Tested, WallFinish, Wanted,
    WantedKind, WantedPlace, WantedSource,
};
use crate::quantity::UnitSystem;
use crate::standard::{Configuration, WiringMethod};

/// The word that begins the line.
pub(super) const WORD: &str = "want";

const KINDS: [(&str, WantedKind); 4] = [
    ("receptacle", WantedKind::Receptacle),
    ("switch", WantedKind::Switch),
    ("luminaire", WantedKind::Luminaire),
    ("feed", WantedKind::Feed),
];

const FINISHES: [(&str, WallFinish); 7] = [
    ("board", WallFinish::GypsumBoard),
    ("plaster", WallFinish::Plaster),
    ("tile", WallFinish::Tile),
    ("masonry", WallFinish::Masonry),
    ("wood", WallFinish::Wood),
    ("burns", WallFinish::OtherCombustible),
    ("open", WallFinish::Exposed),
];

const THINGS: [(&str, InWall); 5] = [
    ("gas", InWall::Gas),
    ("cables", InWall::Cables),
    ("pipe", InWall::Water),
    ("duct", InWall::Duct),
    ("framing", InWall::Framing),
];

/// The boxes and panels that a line may name.
pub(super) struct Known<'a> {
    /// The boxes of the audit.
    pub boxes: &'a [RoomBox],
    /// Its panels, in order.
    pub panels: &'a [PanelId],
}

impl Known<'_> {
    fn tagged(&self, words: &mut Words, of: &str) -> Result<BoxId, RoomLineError> {
        let tag = words.next().ok_or_else(|| RoomLineError::NoFigure(of.to_owned()))?;
        let known = self.boxes.iter().find(|known| known.tag.eq_ignore_ascii_case(tag));
        known.map(|known| known.id).ok_or_else(|| RoomLineError::UnknownBox(tag.to_owned()))
    }

    fn tag(&self, id: BoxId) -> Option<&str> {
        self.boxes.iter().find(|known| known.id == id).map(|known| known.tag.as_str())
    }
}

fn number(words: &mut Words, of: &str) -> Result<u16, RoomLineError> {
    words.next().and_then(|word| word.parse().ok()).ok_or_else(|| RoomLineError::NoFigure(of.to_owned()))
}

fn see(wanted: &mut Wanted, what: InWall, there: bool) {
    wanted.in_wall.retain(|seen| seen.what != what);
    wanted.in_wall.push(InWallSeen { what, there });
}

/// Reads what stands behind the word.
///
/// # Errors
/// What is not understood; nothing of it is taken then.
pub(super) fn read(id: u16, name: &str, words: &mut Words, known: &Known) -> Result<Wanted, RoomLineError> {
    let word = words.next().unwrap_or_default().to_lowercase();
    let kind = KINDS.iter().find(|(known, _)| *known == word).map(|(_, kind)| *kind);
    let mut wanted = Wanted::new(id, kind.ok_or(RoomLineError::UnknownWanted(word))?);
    name.clone_into(&mut wanted.name);
    while let Some(word) = words.next() {
        let lower = word.to_lowercase();
        match lower.as_str() {
            "wall" => {
                let wall = number(words, word)?;
                wanted.at = Some(WantedPlace::New(OutletPlace::Wall { wall, at: words.length(word)? }));
            }
            "island" => wanted.at = Some(WantedPlace::New(OutletPlace::Island(number(words, word)?))),
            "ceiling" => wanted.at = Some(WantedPlace::New(OutletPlace::Elsewhere)),
            "at" => wanted.at = Some(WantedPlace::Box(known.tagged(words, word)?)),
            "from" => wanted.from = Some(WantedSource::Box(known.tagged(words, word)?)),
            "panel" => {
                let place = usize::from(number(words, word)?);
                let panel = place.checked_sub(1).and_then(|place| known.panels.get(place));
                let panel = panel.ok_or_else(|| RoomLineError::UnknownBox(format!("panel {place}")))?;
                wanted.from = Some(WantedSource::Panel(*panel));
            }
            "works" => wanted.works = Some(known.tagged(words, word)?),
            "made" => wanted.made = Some(known.tagged(words, word)?),
            "h" => wanted.height = Some(words.length(word)?),
            "water" => wanted.to_water = Some(words.length(word)?),
            "deep" => wanted.cavity = Some(words.length(word)?),
            "stud" => {
                let named = words.next().unwrap_or_default().to_lowercase();
                let side = StudSide::ALL.into_iter().find(|side| side.name() == named);
                let side = side.ok_or_else(|| RoomLineError::NoFigure(word.to_owned()))?;
                wanted.stud = Some(StudNear { side, away: words.length(word)? });
            }
            "clear" => InWall::ALL.into_iter().for_each(|what| see(&mut wanted, what, false)),
            "by" => {
                let text = words.next().unwrap_or_default();
                let method = WiringMethod::ALL.into_iter().find(|method| method_word(*method) == text);
                wanted.method = Some(method.ok_or_else(|| RoomLineError::UnknownWanted(text.to_owned()))?);
            }
            _ => word_of(&mut wanted, word, &lower, words)?,
        }
    }
    Ok(wanted)
}

/// A word that says all by itself, or a way with its length.
fn word_of(wanted: &mut Wanted, word: &str, lower: &str, words: &mut Words) -> Result<(), RoomLineError> {
    let bare = lower.strip_prefix("no").unwrap_or(lower);
    if let Some((_, finish)) = FINISHES.iter().find(|(known, _)| *known == lower) {
        wanted.finish = Some(*finish);
    } else if let Some((_, what)) = THINGS.iter().find(|(known, _)| *known == bare) {
        see(wanted, *what, bare == lower);
    } else if let Some(tested) = hazard(lower, "asbestos") {
        wanted.asbestos = Some(tested);
    } else if let Some(tested) = hazard(lower, "lead") {
        wanted.lead = Some(tested);
    } else if let Some(way) = RunWay::ALL.into_iter().find(|way| way.word() == lower) {
        wanted.way = Some(way);
        if words.is_length() {
            wanted.length = Some(words.length(word)?);
        }
    } else if let Some(amperes) = lower.strip_suffix('a').and_then(|digits| digits.parse().ok()) {
        wanted.amperes = Some(amperes);
    } else if let Some(shape) = Configuration::ALL.iter().find(|shape| shape.name().eq_ignore_ascii_case(lower)) {
        wanted.shape = Some(*shape);
    } else {
        return Err(RoomLineError::UnknownWanted(word.to_owned()));
    }
    Ok(())
}

fn hazard(word: &str, what: &str) -> Option<Tested> {
    match word.strip_suffix(what)? {
        "" => Some(Tested::Found),
        "no" => Some(Tested::Clear),
        "take" => Some(Tested::TakenAsThere),
        _ => None,
    }
}

/// A wiring method in a word.
fn method_word(method: WiringMethod) -> String {
    method.name().to_lowercase().replace([' ', ','], "-")
}

/// Something wanted as the line that it can be typed in.
pub(super) fn print(wanted: &Wanted, units: UnitSystem, known: &Known) -> String {
    let kind = KINDS.iter().find(|(_, kind)| *kind == wanted.kind).map_or("receptacle", |(word, _)| word);
    let mut line =
        if wanted.name.is_empty() { format!("{WORD} {kind}") } else { format!("{}: {WORD} {kind}", wanted.name) };
    let mut add = |words: Option<String>| {
        if let Some(words) = words {
            line.push(' ');
            line.push_str(&words);
        }
    };
    let tagged = |word: &str, id: BoxId| known.tag(id).map(|tag| format!("{word} {tag}"));
    add(wanted.at.and_then(|at| match at {
        WantedPlace::New(OutletPlace::Wall { wall, at }) => Some(format!("wall {wall} {}", at.type_run(units))),
        WantedPlace::New(OutletPlace::Floor { wall, at, .. }) => Some(format!("wall {wall} {}", at.type_run(units))),
        WantedPlace::New(OutletPlace::Island(island)) => Some(format!("island {island}")),
        WantedPlace::New(OutletPlace::Elsewhere) => Some("ceiling".to_owned()),
        WantedPlace::Box(id) => tagged("at", id),
    }));
    add(wanted.from.and_then(|from| match from {
        WantedSource::Box(id) => tagged("from", id),
        WantedSource::Panel(id) => {
            known.panels.iter().position(|panel| *panel == id).map(|place| format!("panel {}", place + 1))
        }
    }));
    add(wanted.works.and_then(|id| tagged("works", id)));
    add(wanted.amperes.map(|amperes| format!("{amperes}a")));
    add(wanted.shape.map(|shape| shape.name().to_lowercase()));
    add(wanted.height.map(|height| format!("h {}", height.type_run(units))));
    add(wanted.to_water.map(|way| format!("water {}", way.type_run(units))));
    add(wanted.finish.and_then(|finish| Some(FINISHES.iter().find(|(_, is)| *is == finish)?.0.to_owned())));
    add(wanted.stud.map(|stud| format!("stud {} {}", stud.side.name(), stud.away.type_run(units))));
    add(wanted.cavity.map(|cavity| format!("deep {}", cavity.type_run(units))));
    let clear = wanted.in_wall.iter().map(|seen| (seen.what, seen.there)).eq(InWall::ALL.map(|what| (what, false)));
    add(clear.then(|| "clear".to_owned()));
    for seen in wanted.in_wall.iter().filter(|_| !clear) {
        let word = THINGS.iter().find(|(_, what)| *what == seen.what).map(|(word, _)| word);
        add(word.map(|word| if seen.there { (*word).to_owned() } else { format!("no{word}") }));
    }
    for (tested, what) in [(wanted.asbestos, "asbestos"), (wanted.lead, "lead")] {
        add(tested.map(|tested| match tested {
            Tested::Found => what.to_owned(),
            Tested::Clear => format!("no{what}"),
            Tested::TakenAsThere => format!("take{what}"),
        }));
    }
    add(wanted.method.map(|method| format!("by {}", method_word(method))));
    let way = wanted.way.map(RunWay::word);
    let length = wanted.length.map(|length| length.type_run(units));
    add(way.map(|way| length.map_or_else(|| way.to_owned(), |length| format!("{way} {length}"))));
    add(wanted.made.and_then(|id| tagged("made", id)));
    line
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use proptest::prelude::*;
    use uuid::Uuid;

    use super::*;
    use crate::quantity::Length;

    fn known() -> (Vec<RoomBox>, Vec<PanelId>) {
        let boxes = (1..4).map(|number| RoomBox { id: BoxId(Uuid::from_u128(number)), tag: format!("D{number}") });
        (boxes.collect(), vec![PanelId(Uuid::from_u128(8)), PanelId(Uuid::from_u128(9))])
    }

    fn line(text: &str, units: UnitSystem) -> Result<Wanted, RoomLineError> {
        let (name, rest) = text.split_once(": ").unwrap_or(("", text));
        let mut words = Words { words: rest.split_whitespace().skip(1).collect(), at: 0, units };
        let (boxes, panels) = known();
        read(1, name, &mut words, &Known { boxes: &boxes, panels: &panels })
    }

    #[test]
    fn a_wish_in_a_line() {
        let wish = line(
            "sofa: want receptacle wall 1 15\' from d2 h 16 board stud left 5 deep 3 1/2 clear noasbestos takelead closed 14\'",
            UnitSystem::Inch,
        );
        let wish = wish.unwrap();
        assert_eq!((wish.name.as_str(), wish.source_box()), ("sofa", Some(BoxId(Uuid::from_u128(2)))));
        assert_eq!(wish.stud, Some(StudNear { side: StudSide::Left, away: Length::inches(5) }));
        assert_eq!(
            (wish.in_wall.len(), wish.cavity, wish.length),
            (5, Some(Length::sixteenths(56)), Some(Length::inches(168)))
        );
        assert_eq!((wish.asbestos, wish.lead), (Some(Tested::Clear), Some(Tested::TakenAsThere)));
        let dryer = line("want receptacle ceiling panel 2 30a 14-30 open", UnitSystem::Inch).unwrap();
        assert_eq!((dryer.source_panel(), dryer.amperes), (Some(PanelId(Uuid::from_u128(9))), Some(30)));
        assert_eq!(dryer.shape, Some(Configuration::Straight14To30));
        for odd in [
            "want pony",
            "want receptacle from d9",
            "want receptacle panel 3",
            "want receptacle stud up 3",
            "want receptacle h",
        ] {
            assert!(line(odd, UnitSystem::Inch).is_err(), "{odd}");
        }
    }

    proptest! {
        #[test]
        fn what_is_printed_reads_as_the_same(
            kind in 0_usize..4, at in 0_u32..5, from in 0_u128..6, works in 0_u128..4, amperes in proptest::option::of(10_u16..100),
            shape in proptest::option::of(0_usize..18), lengths in proptest::array::uniform5(proptest::option::of(1_u32..900)),
            finish in proptest::option::of(0_usize..7), right: bool, seen in proptest::array::uniform5(proptest::option::of(any::<bool>())),
            tests in proptest::array::uniform2(proptest::option::of(0_usize..3)), way in proptest::option::of(0_usize..10),
            method in proptest::option::of(0_usize..13), metric: bool,
        ) {
            let units = if metric { UnitSystem::Metric } else { UnitSystem::Inch };
            let length = |marks: u32| if metric { Length::mm(marks) } else { Length::sixteenths(marks) };
            let (boxes, panels) = known();
            let tagged = |number: u128| (1..4).contains(&number).then(|| BoxId(Uuid::from_u128(number)));
            let mut wanted = Wanted::new(1, WantedKind::ALL[kind]);
            wanted.at = match at {
                0 => None,
                1 => Some(WantedPlace::New(OutletPlace::Elsewhere)),
                2 => Some(WantedPlace::New(OutletPlace::Island(2))),
                3 => tagged(2).map(WantedPlace::Box),
                _ => Some(WantedPlace::New(OutletPlace::Wall { wall: 3, at: length(40) })),
            };
            wanted.from = match from {
                5 => Some(WantedSource::Panel(panels[1])),
                number => tagged(number).map(WantedSource::Box),
            };
            (wanted.works, wanted.made) = (tagged(works), tagged(works + 1));
            (wanted.amperes, wanted.shape) = (amperes, shape.map(|index| Configuration::ALL[index]));
            let lengths = lengths.map(|marks| marks.map(length));
            (wanted.height, wanted.to_water, wanted.cavity) = (lengths[0], lengths[1], lengths[2]);
            let side = if right { StudSide::Right } else { StudSide::Left };
            wanted.stud = lengths[3].map(|away| StudNear { side, away });
            wanted.finish = finish.map(|index| WallFinish::ALL[index]);
            let seen = InWall::ALL.into_iter().zip(seen);
            wanted.in_wall = seen.filter_map(|(what, there)| Some(InWallSeen { what, there: there? })).collect();
            (wanted.asbestos, wanted.lead) = (tests[0].map(|index| Tested::ALL[index]), tests[1].map(|index| Tested::ALL[index]));
            wanted.way = way.map(|index| RunWay::ALL[index]);
            wanted.length = lengths[4].filter(|_| way.is_some());
            wanted.method = method.and_then(|index| WiringMethod::ALL.get(index).copied());
            let known = Known { boxes: &boxes, panels: &panels };
            prop_assert_eq!(line(&print(&wanted, units, &known), units).unwrap(), wanted);
        }
    }
}
