//! The line of a piece of equipment in a room, typed and printed.
//!
//! ```text
//! line  = [ name ":" ] "equip" kind { fact }
//! kind  = "furnace" | "waterheater" | "aircon" | "dishwasher" | "disposer" | "charger"
//! fact  = rating "a" | gauge | watts "w" | "draws" amperes | "least" amperes | "most" amperes | "way" length | "cord" length | word
//! ```

use super::line_words::Words;
use super::room_request::RoomLineError;
use crate::facts::{Disconnect, Equipment, EquipmentKind};
use crate::quantity::{Gauge, UnitSystem};

/// The word that begins the line.
pub(super) const WORD: &str = "equip";

const KINDS: [(&str, EquipmentKind); 6] = [
    ("furnace", EquipmentKind::Furnace),
    ("waterheater", EquipmentKind::WaterHeater),
    ("aircon", EquipmentKind::AirConditioner),
    ("dishwasher", EquipmentKind::Dishwasher),
    ("disposer", EquipmentKind::Disposer),
    ("charger", EquipmentKind::VehicleSupply),
];

const DISCONNECTS: [(&str, Disconnect); 5] = [
    ("insight", Disconnect::InSight),
    ("locks", Disconnect::Lockable),
    ("byplug", Disconnect::Plug),
    ("outofsight", Disconnect::OutOfSight),
    ("noswitch", Disconnect::None),
];

/// A fact that is so or not: its word, the word for not, the fact.
type Answer = (&'static str, &'static str, fn(&mut Equipment) -> &mut Option<bool>);

const ANSWERS: [Answer; 7] = [
    ("fused", "unfused", |piece| &mut piece.fused),
    ("alone", "shared", |piece| &mut piece.alone),
    ("wantsfuse", "takesbreaker", |piece| &mut piece.asks_for_fuse),
    ("reached", "past", |piece| &mut piece.reached),
    ("bycord", "wired", |piece| &mut piece.by_cord),
    ("clamped", "unclamped", |piece| &mut piece.clamped),
    ("gfci", "nogfci", |piece| &mut piece.gfci),
];

fn amperes(words: &mut Words, of: &str) -> Result<u16, RoomLineError> {
    let word = words.next().unwrap_or_default().to_lowercase();
    word.trim_end_matches('a').parse().map_err(|_| RoomLineError::NoFigure(of.to_owned()))
}

/// Reads what stands behind the word.
///
/// # Errors
/// What is not understood; nothing of it is taken then.
pub(super) fn read(id: u16, name: &str, words: &mut Words) -> Result<Equipment, RoomLineError> {
    let word = words.next().unwrap_or_default().to_lowercase();
    let kind = KINDS.iter().find(|(known, _)| *known == word).map(|(_, kind)| *kind);
    let mut piece = Equipment::new(id, kind.ok_or(RoomLineError::UnknownEquipment(word))?);
    name.clone_into(&mut piece.name);
    while let Some(word) = words.next() {
        let lower = word.to_lowercase();
        let figure = |end: char| lower.strip_suffix(end).and_then(|digits| digits.parse::<u16>().ok());
        match lower.as_str() {
            "draws" => piece.amperes = Some(amperes(words, word)?),
            "least" => piece.least_ampacity = Some(amperes(words, word)?),
            "most" => piece.most_overcurrent = Some(amperes(words, word)?),
            "way" => piece.disconnect_way = Some(words.length(word)?),
            "cord" => piece.cord = Some(words.length(word)?),
            _ => {
                let answer = ANSWERS.iter().find(|(yes, no, _)| *yes == lower || *no == lower);
                let disconnect = DISCONNECTS.iter().find(|(known, _)| *known == lower);
                if let Some((yes, _, fact)) = answer {
                    *fact(&mut piece) = Some(*yes == lower);
                } else if let Some((_, disconnect)) = disconnect {
                    piece.disconnect = Some(*disconnect);
                } else if let Some(amperes) = figure('a') {
                    piece.breaker = Some(amperes);
                } else if let Some(watts) = figure('w') {
                    piece.watts = Some(watts);
                } else if let Some(gauge) = Gauge::ALL.into_iter().find(|gauge| gauge.size() == lower) {
                    piece.conductor = Some(gauge);
                } else {
                    return Err(RoomLineError::UnknownEquipment(word.to_owned()));
                }
            }
        }
    }
    Ok(piece)
}

/// A piece as the line that it can be typed in.
pub(super) fn print(piece: &Equipment, units: UnitSystem) -> String {
    let kind = KINDS.iter().find(|(_, kind)| *kind == piece.kind).map_or("furnace", |(word, _)| word);
    let mut line =
        if piece.name.is_empty() { format!("{WORD} {kind}") } else { format!("{}: {WORD} {kind}", piece.name) };
    let mut add = |words: Option<String>| {
        if let Some(words) = words {
            line.push(' ');
            line.push_str(&words);
        }
    };
    add(piece.breaker.map(|amperes| format!("{amperes}a")));
    add(piece.conductor.map(|gauge| gauge.size().to_owned()));
    add(piece.watts.map(|watts| format!("{watts}w")));
    add(piece.amperes.map(|amperes| format!("draws {amperes}")));
    add(piece.least_ampacity.map(|amperes| format!("least {amperes}")));
    add(piece.most_overcurrent.map(|amperes| format!("most {amperes}")));
    add(piece.disconnect.and_then(|known| Some(DISCONNECTS.iter().find(|(_, is)| *is == known)?.0.to_owned())));
    let mut piece = piece.clone();
    for (yes, no, fact) in ANSWERS {
        add(fact(&mut piece).map(|is| (if is { yes } else { no }).to_owned()));
    }
    add(piece.disconnect_way.map(|way| format!("way {}", way.type_run(units))));
    add(piece.cord.map(|cord| format!("cord {}", cord.type_run(units))));
    line
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use proptest::prelude::*;

    use super::*;
    use crate::quantity::Length;

    fn line(text: &str, units: UnitSystem) -> Result<Equipment, RoomLineError> {
        let (name, rest) = text.split_once(": ").unwrap_or(("", text));
        let mut words = Words { words: rest.split_whitespace().skip(1).collect(), at: 0, units };
        read(1, name, &mut words)
    }

    #[test]
    fn a_nameplate_in_a_line() {
        let piece = line("equip waterheater 30a 10 4500w locks clamped", UnitSystem::Inch).unwrap();
        assert_eq!((piece.breaker, piece.conductor, piece.watts), (Some(30), Some(Gauge::Awg10), Some(4_500)));
        assert_eq!((piece.disconnect, piece.clamped), (Some(Disconnect::Lockable), Some(true)));
        let unit = line("unit 2: equip aircon 35a least 18 most 30a wantsfuse insight way 12\' past", UnitSystem::Inch)
            .unwrap();
        assert_eq!((unit.name.as_str(), unit.least_ampacity, unit.most_overcurrent), ("unit 2", Some(18), Some(30)));
        assert_eq!((unit.disconnect_way, unit.reached), (Some(Length::inches(144)), Some(false)));
        for odd in ["equip toaster", "equip furnace 15x", "equip furnace draws", "equip disposer cord"] {
            assert!(line(odd, UnitSystem::Inch).is_err(), "{odd}");
        }
    }

    proptest! {
        #[test]
        fn what_is_printed_reads_as_the_same(
            kind in 0_usize..6, figures in proptest::array::uniform5(proptest::option::of(5_u16..400)),
            watts in proptest::option::of(10_u16..9_000), gauge in proptest::option::of(0_usize..15),
            disconnect in proptest::option::of(0_usize..5), answers in proptest::array::uniform7(proptest::option::of(any::<bool>())),
            ways in proptest::array::uniform2(proptest::option::of(1_u32..2_000)), metric: bool,
        ) {
            let units = if metric { UnitSystem::Metric } else { UnitSystem::Inch };
            let length = |marks: u32| if metric { Length::mm(marks) } else { Length::sixteenths(marks) };
            let mut piece = Equipment::new(1, EquipmentKind::ALL[kind]);
            [piece.breaker, piece.amperes, piece.least_ampacity, piece.most_overcurrent, _] = figures;
            (piece.watts, piece.conductor) = (watts, gauge.map(|index| Gauge::ALL[index]));
            piece.disconnect = disconnect.map(|index| Disconnect::ALL[index]);
            for ((_, _, fact), answer) in ANSWERS.into_iter().zip(answers) {
                *fact(&mut piece) = answer;
            }
            (piece.disconnect_way, piece.cord) = (ways[0].map(length), ways[1].map(length));
            prop_assert_eq!(line(&print(&piece, units), units).unwrap(), piece);
        }
    }
}
