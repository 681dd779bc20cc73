//! The boards of the drill: what is planted is found by the rules, nothing else is, and instruments tell what is behind.

use std::collections::BTreeSet;

use nailpunch_core::drill::{
    DrillAnswer, DrillBoard, DrillKind, DrillReadWish, DrillScore, DrillWish, Form, Outcome, ScoreWish, board, read,
    score,
};
use nailpunch_core::electrical::{BenchInstrument, BenchWish};
use nailpunch_core::facts::Half;
use nailpunch_core::standard::Edition;
use proptest::prelude::*;

fn wish(kind: DrillKind, seed: u32, level: u8) -> DrillWish {
    DrillWish { kind, seed, level, ..DrillWish::default() }
}

fn scored(board: &DrillWish, answers: Vec<DrillAnswer>) -> DrillScore {
    score(&ScoreWish { board: board.clone(), answers, seconds: 75, readings: 3 }).expect("it can be scored")
}

/// What would be right, as the score of a blank sheet tells it.
fn right_answers(board: &DrillWish) -> Vec<DrillAnswer> {
    let marks = scored(board, Vec::new()).marks;
    assert!(marks.iter().all(|mark| mark.outcome == Outcome::Missed));
    marks.into_iter().map(|mark| DrillAnswer { question: mark.question, choice: mark.choice }).collect()
}

/// Boards of every kind, number and level. 64 of them here; `make soak` makes 10,000
fn wishes() -> impl Strategy<Value = DrillWish> {
    let kinds = prop::sample::select(DrillKind::ALL.to_vec());
    let editions = prop::sample::select(Edition::ALL.to_vec());
    (kinds, any::<u32>(), 1..=5_u8, editions)
        .prop_map(|(kind, seed, level, edition)| DrillWish { edition, ..wish(kind, seed, level) })
}

/// What each kind has to ask, whatever the number.
fn sound(wish: &DrillWish, shown: &DrillBoard) {
    let tags: Vec<&str> = shown.places.iter().map(|place| place.tag.as_str()).collect();
    assert_eq!(tags.iter().collect::<BTreeSet<_>>().len(), tags.len(), "each place is called otherwise");
    let right = right_answers(wish);
    assert!(!right.is_empty(), "there is something to be found");
    let all = scored(wish, right.clone());
    assert_eq!((all.missed, all.wrong, all.percent, all.passed), (0, 0, 100, true), "{wish:?}");
    // Nothing on the board gives away what the rules say of it.
    let text = serde_json::to_string(shown).expect("it is written");
    for word in ["violates", "\"right\"", "short by"] {
        let told = wish.kind != DrillKind::Repair && text.contains(word);
        assert!(!told, "{word} stands on the board");
    }
    for section in shown.places.iter().filter_map(|place| place.section.as_ref()) {
        assert_eq!(section.required_reach, None);
        assert!(section.conductors.iter().all(|conductor| conductor.required_tip.is_none()));
    }
    for place in shown.places.iter().filter(|place| place.readable) {
        let bench = BenchWish {
            tag: place.tag.clone(),
            half: Half::Upper,
            off: Vec::new(),
            main_off: false,
            instrument: BenchInstrument::Lamps,
        };
        read(&DrillReadWish { board: wish.clone(), bench }).expect("instruments can be put there");
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 64, ..ProptestConfig::default() })]

    #[test]
    fn every_board_can_be_answered_and_gives_nothing_away(wish in wishes()) {
        let shown = board(&wish).expect("a level from 1 to 5");
        sound(&wish, &shown);
        prop_assert_eq!(&shown, &board(&wish).expect("again"), "two people have the same board");
    }
}

#[test]
fn every_kind_of_fault_is_planted_and_a_rule_that_is_asked_for_is_in_it() {
    let codes = |wish: &DrillWish| -> BTreeSet<String> {
        right_answers(wish).into_iter().map(|answer| answer.choice).collect()
    };
    let mut seen = BTreeSet::new();
    for seed in 0..30 {
        seen.extend(codes(&wish(DrillKind::Box, seed, 5)));
        seen.extend(codes(&wish(DrillKind::Panel, seed, 5)));
    }
    assert!(seen.len() > 35, "{} rules in 60 boards: {seen:?}", seen.len());
    for (kind, rule) in [
        (DrillKind::Box, "box-fill"),
        (DrillKind::Box, "conductor-ampacity"),
        (DrillKind::Box, "ground-not-bootleg"),
        (DrillKind::Panel, "shared-neutral"),
        (DrillKind::Board, "gfci-required"),
    ] {
        let asked = DrillWish { rule: Some(rule.to_owned()), ..wish(kind, 11, 1) };
        assert!(codes(&asked).contains(rule), "{rule}");
    }
    // What cannot be planted is no reason to wait for ever.
    let strange = DrillWish { rule: Some("wall-spacing".to_owned()), ..wish(DrillKind::Box, 11, 1) };
    assert_eq!(codes(&strange).len(), 1);
}

#[test]
fn a_danger_is_to_be_named_first_and_a_missed_one_fails() {
    // A board that holds both a danger and something else.
    let (asked, right, dangers) = (0..200)
        .find_map(|seed| {
            let asked = wish(DrillKind::Board, seed, 3);
            let marks = scored(&asked, Vec::new()).marks;
            let dangers: Vec<bool> = marks.iter().map(|mark| mark.danger).collect();
            let mixed = dangers.contains(&true) && dangers.contains(&false);
            mixed.then(|| (asked.clone(), right_answers(&asked), dangers))
        })
        .expect("some board holds both");
    let named = |danger: bool| {
        let all = right.iter().zip(&dangers).filter(move |(_, known)| **known == danger);
        all.map(|(answer, _)| answer.clone()).collect::<Vec<_>>()
    };
    let first = scored(&asked, [named(true), named(false)].concat());
    assert_eq!((first.danger_first, first.passed), (Some(true), true));
    let last = scored(&asked, [named(false), named(true)].concat());
    assert_eq!((last.danger_first, last.passed), (Some(false), true));
    let without = scored(&asked, named(false));
    assert_eq!((without.danger_first, without.danger_missed, without.passed), (None, true, false));
    assert!(without.says.contains("A danger was missed") && without.says.contains("1:15 min"), "{}", without.says);
}

#[test]
fn the_fault_that_is_to_be_put_right_is_the_only_one() {
    for seed in 0..10 {
        let shown = board(&wish(DrillKind::Repair, seed, 4)).expect("a level from 1 to 5");
        let question = &shown.questions[0];
        assert!(question.words.contains("What puts it right, alone?"), "{}", question.words);
        // What clears it leaves nothing wrong: the planner says so of the whole box.
        let right = scored(&wish(DrillKind::Repair, seed, 4), right_answers(&wish(DrillKind::Repair, seed, 4)));
        assert!(right.passed && right.marks.iter().all(|mark| mark.why.contains("the box passes")));
    }
}

#[test]
fn what_is_wrongly_named_counts_against_it() {
    let asked = wish(DrillKind::Box, 4, 2);
    let shown = board(&asked).expect("a level from 1 to 5");
    let right = right_answers(&asked);
    assert_eq!(shown.questions[0].form, Form::Many);
    let all = shown.questions[0].choices.iter();
    let all: Vec<DrillAnswer> =
        all.map(|choice| DrillAnswer { question: "B1".to_owned(), choice: choice.code.clone() }).collect();
    let score = scored(&asked, all.clone());
    assert_eq!((score.found, score.wrong), (right.len(), all.len() - right.len()), "naming everything is no way");
    assert!(!score.passed);
    assert!(score.marks.iter().all(|mark| !mark.why.is_empty()), "each is explained");
}

#[test]
fn what_cannot_be_asked_is_said() {
    assert!(board(&wish(DrillKind::Box, 1, 0)).expect_err("no such level")[0].message.contains("1 to 5"));
    let answer =
        |question: &str, choice: &str| DrillAnswer { question: question.to_owned(), choice: choice.to_owned() };
    for (given, field) in
        [(answer("B9", "box-fill"), "/answers/0/question"), (answer("B1", "no-such-rule"), "/answers/0/choice")]
    {
        let asked = ScoreWish { board: wish(DrillKind::Box, 1, 1), answers: vec![given], seconds: 0, readings: 0 };
        assert_eq!(score(&asked).expect_err("it is not on the board")[0].pointer, field);
    }
    let many = ScoreWish {
        board: wish(DrillKind::Box, 1, 1),
        answers: vec![answer("B1", "box-fill"); 2_001],
        seconds: 0,
        readings: 0,
    };
    assert!(score(&many).is_err());
    let bench = |tag: &str, off: usize| BenchWish {
        tag: tag.to_owned(),
        half: Half::Upper,
        off: vec!["1".to_owned(); off],
        main_off: false,
        instrument: BenchInstrument::Lamps,
    };
    for bench in [bench("R99", 0), bench("R1", 101)] {
        assert!(read(&DrillReadWish { board: wish(DrillKind::Break, 1, 1), bench }).is_err());
    }
}
