//! The drill: installations with planted faults, to be looked at, measured, named and put right.
//!
//! A board is made from a number, so that two people can have the same. It is a whole audit, with the true wiring behind it; what is
//! planted in it is only what the rules find and what instruments tell, and nothing else is wrong with it. Nothing is kept: whoever
//! asks sends the wish along, and the board is made again.
//!
//! # Example
//! ```
//! use nailpunch_core::drill::{DrillKind, DrillWish, ScoreWish, board, score};
//! let wish = DrillWish { kind: DrillKind::Box, seed: 7, level: 2, ..DrillWish::default() };
//! let shown = board(&wish).expect("a level from 1 to 5");
//! let nothing = ScoreWish { board: wish, answers: Vec::new(), seconds: 60, readings: 0 };
//! let score = score(&nothing).expect("it can be scored");
//! assert_eq!((score.found, score.wrong), (0, 0));
//! assert!(score.missed >= 1, "{} has something wrong with it", shown.places[0].tag);
//! ```

mod again;
mod chance;
mod dead_test;
mod house;
mod look;
mod looks;
mod mapping;
mod measured;
mod plant;
mod planted;
mod planted_in_box;
mod planted_in_panel;
mod planted_in_wiring;
mod put_right;
mod question;
mod readings;
mod score;
mod sound;
mod sound_panel;
mod tracing;

pub use again::{AgainWish, Known, MOST_PAST, PastAnswer, again};
pub use look::Look;
pub use question::{DrillAnswer, DrillChoice, DrillMark, DrillQuestion, Form, Outcome};
pub use score::{DrillScore, ScoreWish, score};

use fastrand::Rng;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::electrical::{BenchWish, Installation};
use crate::facts::{InstrumentReading, Pointer, Problem};
use crate::picture::{Face, Section};
use crate::quantity::UnitSystem;
use crate::standard::Edition;
use chance::shuffled;
use question::{Form as QuestionForm, Question};

/// What is drilled.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DrillKind {
    /// What is wrong in one box.
    #[default]
    Box,
    /// What is wrong in one panel.
    Panel,
    /// What is wrong in a panel and some boxes.
    Board,
    /// What is behind an outlet, by instruments alone.
    Readings,
    /// Where a circuit is broken.
    Break,
    /// Which breaker feeds what.
    Mapping,
    /// What puts one fault right in this very place.
    Repair,
    /// In what order a box is proven dead.
    DeadTest,
}

impl DrillKind {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 8] =
        [Self::Box, Self::Panel, Self::Board, Self::Readings, Self::Break, Self::Mapping, Self::Repair, Self::DeadTest];

    /// In a few words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Box => "One box",
            Self::Panel => "One panel",
            Self::Board => "Panel and boxes",
            Self::Readings => "Readings only",
            Self::Break => "Find the break",
            Self::Mapping => "Map the panel",
            Self::Repair => "Put it right",
            Self::DeadTest => "Prove it dead",
        }
    }

    /// What is named are rules, which come again.
    const fn is_of_rules(self) -> bool {
        matches!(self, Self::Box | Self::Panel | Self::Board)
    }

    /// What is asked, in a sentence.
    pub const fn asks(self) -> &'static str {
        match self {
            Self::Box => "Look, measure, and name every fault of the box.",
            Self::Panel => "Look, and name every fault of the panel.",
            Self::Board => "Name every fault of the panel and of each box, dangers first.",
            Self::Readings => "Say what is behind the outlet, by instruments alone.",
            Self::Break => "Say where the circuit is broken, with as few readings as you can.",
            Self::Mapping => "Say which breaker feeds each outlet, in as few rounds as you can.",
            Self::Repair => "Choose what puts the fault right in this very place.",
            Self::DeadTest => "Put the steps of the dead test in order.",
        }
    }
}

/// Which board: the same wish makes the same board.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DrillWish {
    /// What is drilled.
    pub kind: DrillKind,
    /// The number of the board.
    #[serde(default)]
    pub seed: u32,
    /// How hard, 1 to 5.
    #[schema(minimum = 1, maximum = 5)]
    pub level: u8,
    /// By which edition.
    #[serde(default)]
    pub edition: Edition,
    /// The unit of the figures.
    #[serde(default)]
    pub units: UnitSystem,
    /// A rule that is to be broken in it, where that is possible.
    #[serde(default)]
    pub rule: Option<String>,
}

impl Default for DrillWish {
    fn default() -> Self {
        let (kind, edition, units) = Default::default();
        Self { kind, seed: 0, level: 1, edition, units, rule: None }
    }
}

/// A place of the board.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DrillPlace {
    /// What it is called, and the code of its question.
    pub tag: String,
    /// What it is, in a few words.
    pub words: String,
    /// What one sees and measures of it, group by group.
    pub looks: Vec<Look>,
    /// The section through it, without what the rules say of it.
    pub section: Option<Section>,
    /// Its face.
    pub face: Option<Face>,
    /// Instruments can be put at it.
    pub readable: bool,
}

/// A board, as one who does not know yet sees it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DrillBoard {
    /// By what it was made.
    pub wish: DrillWish,
    /// What is drilled, in a few words.
    pub name: &'static str,
    /// What is asked, in a sentence.
    pub asks: &'static str,
    /// Its places.
    pub places: Vec<DrillPlace>,
    /// It is read in rounds: every outlet by the lamp tester, with some breakers off.
    pub rounds: bool,
    /// Its breakers that can be switched.
    pub breakers: Vec<String>,
    /// The questions.
    pub questions: Vec<DrillQuestion>,
    /// What to mind, short and specific.
    pub cautions: Vec<&'static str>,
}

/// A board with all that is known of it.
struct Made {
    places: Vec<DrillPlace>,
    building: Installation,
    questions: Vec<Question>,
    /// The fewest readings or rounds that are enough, where they count.
    enough: Option<u32>,
}

/// A reading at a board.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DrillReadWish {
    /// The board.
    pub board: DrillWish,
    /// Where the leads are, and what is switched off.
    pub bench: BenchWish,
}

/// What a simulation does not show.
const CAUTIONS: [&str; 2] = [
    "This is a simulation: at a real box prove dead first, and prove the instrument before and after.",
    "It scores knowledge of published limits; local codes and licensed practice decide on a job.",
];

fn made(wish: &DrillWish) -> Result<Made, Vec<Problem>> {
    if !(1..=5).contains(&wish.level) {
        return Err(vec![Problem::new(&Pointer::root().at("level"), "there are levels 1 to 5; choose one of them")]);
    }
    let mut draw = Rng::with_seed(u64::from(wish.seed) << 8 | wish.kind as u64);
    Ok(match wish.kind {
        DrillKind::Box | DrillKind::Panel | DrillKind::Board => planted::made(wish, &mut draw),
        DrillKind::Readings => readings::made(wish, &mut draw),
        DrillKind::Break => tracing::made(wish, &mut draw),
        DrillKind::Mapping => mapping::made(wish, &mut draw),
        DrillKind::Repair => put_right::made(wish, &mut draw),
        DrillKind::DeadTest => dead_test::made(wish, &mut draw),
    })
}

/// Makes a board.
///
/// # Errors
/// There is no such level.
pub fn board(wish: &DrillWish) -> Result<DrillBoard, Vec<Problem>> {
    let Made { places, building, questions, .. } = made(wish)?;
    let mut draw = Rng::with_seed(u64::from(wish.seed));
    let shown = |question: &Question| {
        let count = question.choices.len();
        let order = question.form == QuestionForm::Order;
        let places = if order { shuffled(&mut draw, count) } else { (0..count).collect() };
        question.shown(&places)
    };
    Ok(DrillBoard {
        wish: wish.clone(),
        name: wish.kind.name(),
        asks: wish.kind.asks(),
        rounds: wish.kind == DrillKind::Mapping,
        breakers: building.circuits.iter().map(|circuit| circuit.breaker.clone()).collect(),
        places,
        questions: questions.iter().map(shown).collect(),
        cautions: CAUTIONS.to_vec(),
    })
}

/// Takes a reading at a board.
///
/// # Errors
/// There is no such level or place, or too many breakers are off.
pub fn read(wish: &DrillReadWish) -> Result<InstrumentReading, Vec<Problem>> {
    let refused = |field: &str, message: String| vec![Problem::new(&Pointer::root().at("bench").at(field), message)];
    if wish.bench.off.len() > 100 {
        return Err(refused("off", format!("{} breakers; at most 100 are taken", wish.bench.off.len())));
    }
    made(&wish.board)?.building.read(&wish.bench).map_err(|error| refused("tag", error.to_string()))
}
