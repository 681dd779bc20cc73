//! The line as a phone's own dictation writes it, made into the one that would be typed: "duplex fifteen, two fourteen two, free two
//! and three quarters" is `dup 15, 2x14/2, free 2 3/4`. A line that was typed is left as it is.

use super::vocabulary::vocabulary;
use super::word::Meaning;

/// What is said in words that the vocabulary does not have, and the word that it is.
const PHRASES: &[(&str, &str)] = &[
    ("set back", "sb"),
    ("sheath ends", "d"),
    ("dry wall", "gyp"),
    ("light switch", "sw"),
    ("single pole switch", "sw"),
    ("single pole", "sw"),
    ("three way", "3way"),
    ("ground fault", "gfci"),
    ("g f c i", "gfci"),
    ("a f c i", "afci"),
    ("push in", "push"),
    ("tamper resistant", "tr"),
    ("all else sound", "allok"),
    ("rest sound", "allok"),
];

const ONES: [&str; 20] = [
    "zero",
    "one",
    "two",
    "three",
    "four",
    "five",
    "six",
    "seven",
    "eight",
    "nine",
    "ten",
    "eleven",
    "twelve",
    "thirteen",
    "fourteen",
    "fifteen",
    "sixteen",
    "seventeen",
    "eighteen",
    "nineteen",
];
const TENS: [&str; 8] = ["twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety"];

/// Parts of one, as they are said of one and of several.
const PARTS: [(&str, &str, u32); 4] =
    [("half", "halves", 2), ("quarter", "quarters", 4), ("eighth", "eighths", 8), ("sixteenth", "sixteenths", 16)];

/// Units that are said behind a figure, and how they are written at it.
const UNITS: [(&str, &str); 16] = [
    ("inch", "\""),
    ("inches", "\""),
    ("foot", "'"),
    ("feet", "'"),
    ("millimeter", "mm"),
    ("millimeters", "mm"),
    ("millimetre", "mm"),
    ("millimetres", "mm"),
    ("centimeter", "cm"),
    ("centimeters", "cm"),
    ("amp", "a"),
    ("amps", "a"),
    ("ampere", "a"),
    ("amperes", "a"),
    ("gang", "g"),
    ("gangs", "g"),
];

/// Sizes of conductors that a cable is said by.
const GAUGES: [u32; 5] = [14, 12, 10, 8, 6];

/// A word of what was said.
struct Said<'a> {
    /// As it was written.
    text: &'a str,
    /// In small letters, without what ends a phrase.
    bare: String,
    /// A phrase ends behind it.
    ends: bool,
}

/// A figure that was said.
struct Figure {
    whole: Option<u32>,
    part: Option<(u32, u32)>,
    /// So many words.
    words: usize,
    /// Something of it was said in words: a figure that was typed stays as it is.
    in_words: bool,
}

impl Figure {
    fn text(&self) -> String {
        match (self.whole, self.part) {
            (Some(whole), Some((part, of))) => format!("{whole} {part}/{of}"),
            (None, Some((part, of))) => format!("{part}/{of}"),
            (whole, None) => whole.unwrap_or_default().to_string(),
        }
    }
}

/// The line that would be typed for the one that was said.
pub(super) fn typed(line: &str) -> String {
    let said: Vec<Said> = line
        .split_whitespace()
        .map(|text| {
            let bare = text.trim_end_matches([',', ';', '.']);
            Said { text, bare: bare.to_lowercase(), ends: bare.len() < text.len() }
        })
        .collect();
    let mut pieces: Vec<String> = Vec::new();
    let (mut at, mut changed) = (0, false);
    while at < said.len() {
        let (piece, words) = spoken(&said[at..], pieces.last().map(String::as_str)).unwrap_or_else(|| {
            let known = said[at].text.to_owned();
            (known, 0)
        });
        changed |= words > 0;
        at += words.max(1);
        let ends = words > 0 && said[at - 1].ends;
        pieces.push(if ends { format!("{piece},") } else { piece });
    }
    if changed { pieces.join(" ") } else { line.to_owned() }
}

/// What the first words say otherwise than one types it, and how many they are.
fn spoken(said: &[Said], before: Option<&str>) -> Option<(String, usize)> {
    let first = said.first()?;
    if let Some((cable, words)) = cable(said, before) {
        return Some((cable, words));
    }
    if matches!(first.bare.as_str(), "minus" | "no") && !first.ends {
        return without(&first.bare, &said[1..]);
    }
    if let Some((word, words)) = phrase(said) {
        return Some((word.to_owned(), words));
    }
    let figure = figure(said)?;
    let (unit, with_unit) = unit(&said[figure.words - 1..]);
    if !figure.in_words && unit.is_empty() {
        return None;
    }
    let words = figure.words + with_unit;
    // "six feet two inches" is one figure.
    if unit == "'"
        && let Some((inches, more)) = said.get(words..).and_then(|rest| Some((self::figure(rest)?, rest)))
        && let ("\"", one) = self::unit(&more[inches.words - 1..])
    {
        return Some((format!("{}' {}\"", figure.text(), inches.text()), words + inches.words + one));
    }
    Some((format!("{}{unit}", figure.text()), words))
}

/// "minus one half", "no open knockout".
fn without(word: &str, rest: &[Said]) -> Option<(String, usize)> {
    if let Some(figure) = figure(rest).filter(|_| word == "minus") {
        return Some((format!("-{}", figure.text()), 1 + figure.words));
    }
    let seen = |name: &str| {
        vocabulary().any(|known| known.names.contains(&name) && matches!(known.meaning, Meaning::Observe(_)))
    };
    let (name, words) = phrase(rest).or_else(|| {
        let bare = rest.first()?.bare.as_str();
        let known = vocabulary().find(|known| known.names.contains(&bare))?;
        Some((known.names[0], 1))
    })?;
    seen(name).then(|| (format!("-{name}"), 1 + words))
}

/// The word that the first words say, in full or as one says it.
fn phrase(said: &[Said]) -> Option<(&'static str, usize)> {
    let begins = |phrase: &str| {
        let mut words = 0;
        for word in phrase.split(' ') {
            let known = said.get(words)?;
            let inner_end = words > 0 && said[words - 1].ends;
            if known.bare != word || inner_end {
                return None;
            }
            words += 1;
        }
        Some(words)
    };
    let of_list = PHRASES.iter().filter_map(|(phrase, word)| Some((*word, begins(phrase)?)));
    // What a word says can be said for it.
    let of_words = vocabulary().filter_map(|word| {
        let says = word.says.trim_start_matches("wall: ").trim_start_matches("place: ").to_lowercase();
        let known = vocabulary().any(|other| other.names.contains(&says.as_str()));
        let found = || begins(&says).or_else(|| begins(&says.replace('-', " ")));
        (!known).then(found).flatten().map(|words| (word.names[0], words))
    });
    of_list.chain(of_words).max_by_key(|(_, words)| *words)
}

/// The unit behind the figure whose last word is the first of `said`: how it is written, and how many words it is.
fn unit(said: &[Said]) -> (&'static str, usize) {
    if said.first().is_none_or(|last| last.ends) {
        return ("", 0);
    }
    let next = said.get(1).map(|word| word.bare.as_str());
    UNITS.iter().find(|(name, _)| Some(*name) == next).map_or(("", 0), |(_, written)| (*written, 1))
}

/// "fourteen two", "two fourteen two", "twelve three no ground".
fn cable(said: &[Said], before: Option<&str>) -> Option<(String, usize)> {
    // A figure behind a word that takes one is its own.
    let taken = before.and_then(super::token::word).is_some_and(|word| matches!(word.meaning, Meaning::Measure(_)));
    let one = |at: usize| {
        let found = figure(said.get(at..)?)?;
        (found.part.is_none() && found.words == 1).then_some((found.whole?, found.in_words))
    };
    let at = |from: usize| {
        let ((gauge, said_gauge), (insulated, said_insulated)) = (one(from)?, one(from + 1)?);
        let fits = GAUGES.contains(&gauge) && (2..=5).contains(&insulated) && !said[from].ends;
        (fits && (said_gauge || said_insulated || !taken)).then_some((gauge, insulated))
    };
    let (count, from, (gauge, insulated)) = match (one(0), at(1)) {
        (Some((count, _)), Some(cable)) if (1..=12).contains(&count) && !said[0].ends && !taken => {
            (Some(count), 1, cable)
        }
        _ => (None, 0, at(0).filter(|_| !taken)?),
    };
    let mut words = from + 2;
    let mut text = count.map_or_else(String::new, |count| format!("{count}x"));
    text.push_str(&format!("{gauge}/{insulated}"));
    let next: Vec<&str> = said[words..].iter().take(2).map(|word| word.bare.as_str()).collect();
    if !said[words - 1].ends {
        match next.as_slice() {
            ["no" | "without", "ground"] => (text, words) = (format!("{text}ng"), words + 2),
            ["with", "ground"] => words += 2,
            _ => {}
        }
    }
    Some((text, words))
}

/// The figure that the first words are.
fn figure(said: &[Said]) -> Option<Figure> {
    if let Some((part, words)) = part(said) {
        return Some(Figure { whole: None, part: Some(part), words, in_words: true });
    }
    let (whole, mut words, mut in_words) = whole(said)?;
    let mut of_one = None;
    let joined = said.get(words).is_some_and(|next| next.bare == "and");
    if !said[words - 1].ends {
        let from = words + usize::from(joined);
        let rest = said.get(from..).unwrap_or_default();
        let typed = || Some((typed_part(&rest.first()?.bare)?, 1)).filter(|_| joined);
        if let Some((found, more)) = part(rest).or_else(typed) {
            (of_one, words, in_words) = (Some(found), from + more, true);
        }
    }
    Some(Figure { whole: Some(whole), part: of_one, words, in_words })
}

/// "fifteen", "twenty two", "22"; with how many words it is, and whether it was said in words.
fn whole(said: &[Said]) -> Option<(u32, usize, bool)> {
    let first = said.first()?;
    if let Ok(typed) = first.bare.parse::<u32>() {
        return Some((typed, 1, false));
    }
    let one = |word: &str| ONES.iter().position(|known| *known == word).and_then(|place| u32::try_from(place).ok());
    if let Some(ones) = one(&first.bare) {
        return Some((ones, 1, true));
    }
    let (tens, rest) = first.bare.split_once('-').unwrap_or((&first.bare, ""));
    let tens = TENS.iter().position(|known| *known == tens).and_then(|place| u32::try_from(place + 2).ok())? * 10;
    if let Some(ones) = one(rest) {
        return Some((tens + ones, 1, true));
    }
    let next =
        said.get(1).filter(|_| !first.ends).and_then(|next| one(&next.bare)).filter(|ones| (1..10).contains(ones));
    Some(next.map_or((tens, 1, true), |ones| (tens + ones, 2, true)))
}

/// "three quarters", "a half", "an eighth", "fifteen sixteenths".
fn part(said: &[Said]) -> Option<((u32, u32), usize)> {
    let of = |place: usize| {
        let word = said.get(place)?.bare.as_str();
        PARTS.iter().find(|(one, several, _)| *one == word || *several == word).map(|(_, _, of)| *of)
    };
    let first = said.first()?;
    if let Some(of) = of(0) {
        return Some(((1, of), 1));
    }
    if first.ends {
        return None;
    }
    if matches!(first.bare.as_str(), "a" | "an") {
        return Some(((1, of(1)?), 2));
    }
    let (count, words, _) = whole(said)?;
    // "thirty second" is one part of 32, and no thirty of anything.
    let of = of(words)?;
    (count > 0 && count < of && !said[words - 1].ends).then_some(((count, of), words + 1))
}

/// "3/4" behind an "and".
fn typed_part(bare: &str) -> Option<(u32, u32)> {
    let (part, of) = bare.split_once('/')?;
    let (part, of) = (part.parse::<u32>().ok()?, of.parse::<u32>().ok()?);
    (part > 0 && part < of).then_some((part, of))
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;
    use crate::facts::BoxContents;
    use crate::jot::read_line;
    use crate::quantity::UnitSystem;

    #[test]
    fn what_is_said_is_the_line_that_would_be_typed() {
        for (said, line) in [
            (
                "duplex fifteen, two fourteen two, free two and three quarters, set back three eighths drywall",
                "duplex 15, 2x14/2, free 2 3/4, sb 3/8 drywall",
            ),
            ("Duplex receptacle 15, 2 14 2, free 2 and 3/4", "dup 15, 2x14/2, free 2 3/4"),
            ("switch fifteen twelve three no ground", "switch 15 12/3ng"),
            ("fourteen two with ground free six and a half", "14/2 free 6 1/2"),
            ("free two and a half inches out minus one half", "free 2 1/2\" out -1/2"),
            ("depth two and one eighth", "depth 2 1/8"),
            ("set back fifteen sixteenths of", "sb 15/16 of"),
            ("high four feet six inches", "high 4' 6\""),
            ("breaker twenty amps two gang metal box", "breaker 20a 2g metal"),
            ("free twenty-two millimeters", "free 22mm"),
            ("no open knockout open knockout", "-ko ko"),
            ("three way switch 15 rest sound", "3way 15 allok"),
            ("gap an eighth", "gap 1/8"),
        ] {
            assert_eq!(typed(said), line);
        }
    }

    #[test]
    fn a_box_that_was_said_is_the_box_that_was_typed() {
        let read = |line| read_line(line, &BoxContents::default(), UnitSystem::Inch);
        let said =
            read("K3 duplex fifteen, two fourteen two, free two and three quarters, set back three eighths drywall");
        let typed = read("K3 dup 15 2x14/2 fl 2 3/4 sb 3/8 gyp");
        assert_eq!((said.contents, said.tag), (typed.contents, typed.tag));
        assert!(said.chips.iter().all(|chip| chip.error.is_none()), "{:?}", said.chips);
    }

    #[test]
    fn what_is_not_understood_stays() {
        assert_eq!(typed("banana and two"), "banana and 2");
        assert_eq!(typed("and"), "and");
        assert_eq!(typed("minus"), "minus");
        assert_eq!(typed("no"), "no");
        assert_eq!(typed("fifteen"), "15");
    }

    proptest! {
        #[test]
        fn a_line_that_was_typed_is_left_as_it_is(
            pieces in prop::collection::vec(prop_oneof![
                prop::sample::select(vocabulary().flat_map(|word| word.names).copied().collect::<Vec<_>>()).prop_map(str::to_owned),
                (0..99_u32, 1..8_u32).prop_map(|(whole, eighths)| format!("{whole} {eighths}/8")),
                (1..9_u32).prop_map(|count| format!("{count}x14/2")),
                (1..60_u32).prop_map(|amperes| format!("{amperes}a")),
            ], 0..12),
        ) {
            let line = pieces.join(" ");
            prop_assert_eq!(typed(&line), line);
        }

        #[test]
        fn nothing_that_is_said_stops_it(line in "(one|two|and|a|half|quarters|fourteen|no|minus|feet|inches|ground|with|open|knockout|[a-z]{1,3}|[0-9]{1,3}|,| ){0,20}") {
            let _ = typed(&line);
        }
    }
}
