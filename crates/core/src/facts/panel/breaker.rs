//! A breaker: how it sits, what is under its terminals, what the directory says of it.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::facts::LandedConductor;
use crate::facts::problem::{Pointer, Problem, check_text};
use crate::quantity::Length;

/// How a breaker sits in its space.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum BreakerKind {
    /// One pole in one space.
    #[default]
    Single,
    /// Two poles in two spaces, one below the other: it takes both legs.
    TwoPole,
    /// The upper of two in one space.
    TandemUpper,
    /// The lower of two in one space.
    TandemLower,
}

/// A breaker.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Breaker {
    /// Its number within the panel.
    pub id: u16,
    /// Its space, the upper one of a two-pole.
    pub space: u8,
    /// How it sits there.
    #[serde(default)]
    pub kind: BreakerKind,
    /// Its rating in amperes.
    #[serde(default)]
    pub amperes: Option<u16>,
    /// What the directory says it feeds.
    #[serde(default)]
    pub directory: String,
    /// It feeds something that may be off for this many minutes at most.
    #[serde(default)]
    pub essential_minutes: Option<u16>,
    /// It is never to be switched: medical equipment, an alarm.
    #[serde(default)]
    pub never: bool,
    /// What it protects against beside overload.
    #[serde(default)]
    pub protection: BreakerProtection,
    /// Its type is one that the label of the panel takes.
    #[serde(default)]
    pub listed: Option<bool>,
    /// It sits firm on its bus.
    #[serde(default)]
    pub firm: Option<bool>,
    /// Its terminals are marked for two conductors.
    #[serde(default)]
    pub for_two: bool,
    /// What is under its terminals, at most 12.
    #[serde(default)]
    #[schema(max_items = 12)]
    pub conductors: Vec<LandedConductor>,
    /// The most bare copper that shows beyond a terminal.
    #[serde(default)]
    pub bare_copper: Option<Length>,
    /// The breaker that it shares a neutral with, by its number.
    #[serde(default)]
    pub shares_neutral_with: Option<u16>,
    /// Its handle is tied to that one's.
    #[serde(default)]
    pub tied: Option<bool>,
    /// The load stated for it, in volt-amperes.
    #[serde(default)]
    pub load: Option<u32>,
    /// It feeds a motor or an air conditioner, whose breaker may be larger than its conductors.
    #[serde(default)]
    pub motor: bool,
    /// Its wiring and both its ends are good for 75 °C; NM cable and unmarked terminals are not.
    #[serde(default)]
    pub warm: bool,
    /// The temperature round its wiring in °C, where it is out of the ordinary.
    #[serde(default)]
    pub ambient: Option<u8>,
    /// Current-carrying conductors bundled with its own, where they are many.
    #[serde(default)]
    pub bundled: Option<u8>,
    /// A generator, a battery or solar cells feed in through it.
    #[serde(default)]
    pub back_fed: bool,
}

/// What a breaker protects against beside overload.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum BreakerProtection {
    /// Nothing more.
    #[default]
    Plain,
    /// Ground faults.
    Gfci,
    /// Arcs.
    Afci,
    /// Both.
    DualFunction,
}

impl BreakerProtection {
    /// In words; nothing for a plain breaker.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Plain => "",
            Self::Gfci => "GFCI",
            Self::Afci => "AFCI",
            Self::DualFunction => "GFCI and AFCI",
        }
    }
}

impl Breaker {
    /// A breaker of one pole of which nothing more is known.
    pub const fn new(id: u16, space: u8) -> Self {
        Self {
            id,
            space,
            kind: BreakerKind::Single,
            amperes: None,
            directory: String::new(),
            essential_minutes: None,
            never: false,
            protection: BreakerProtection::Plain,
            listed: None,
            firm: None,
            for_two: false,
            conductors: Vec::new(),
            bare_copper: None,
            shares_neutral_with: None,
            tied: None,
            load: None,
            motor: false,
            warm: false,
            ambient: None,
            bundled: None,
            back_fed: false,
        }
    }

    /// It is half of a tandem.
    pub const fn is_tandem(&self) -> bool {
        matches!(self.kind, BreakerKind::TandemUpper | BreakerKind::TandemLower)
    }

    /// It takes both legs.
    pub const fn is_two_pole(&self) -> bool {
        matches!(self.kind, BreakerKind::TwoPole)
    }

    /// Whether it is called so, in small letters or large.
    pub(super) fn is_named(&self, name: &str) -> bool {
        let end = name.find(|c: char| !c.is_ascii_digit()).unwrap_or(name.len());
        let (space, rest) = name.split_at(end);
        let number = |text: &str| text.parse::<u8>().ok().filter(|_| !text.starts_with(['0', '+']));
        number(space) == Some(self.space)
            && match self.kind {
                BreakerKind::Single => rest.is_empty(),
                BreakerKind::TwoPole => rest.strip_prefix('/').and_then(number) == Some(self.space.saturating_add(2)),
                BreakerKind::TandemUpper => rest.eq_ignore_ascii_case("a"),
                BreakerKind::TandemLower => rest.eq_ignore_ascii_case("b"),
            }
    }

    /// As it is called at the panel: "7", "7/9" for two poles, "7A" and "7B" for a tandem.
    pub fn name(&self) -> String {
        match self.kind {
            BreakerKind::Single => self.space.to_string(),
            BreakerKind::TwoPole => format!("{}/{}", self.space, self.space.saturating_add(2)),
            BreakerKind::TandemUpper => format!("{}A", self.space),
            BreakerKind::TandemLower => format!("{}B", self.space),
        }
    }

    /// The leg of its space, 0 or 1: spaces lie in two columns, and the legs change from row to row.
    pub const fn leg(&self) -> u8 {
        (self.space.saturating_sub(1) / 2) % 2
    }

    /// The spaces that it takes, each with the half: a tandem leaves the other half free.
    fn takes(&self) -> Vec<(u8, u8)> {
        match self.kind {
            BreakerKind::Single => vec![(self.space, 0), (self.space, 1)],
            BreakerKind::TandemUpper => vec![(self.space, 0)],
            BreakerKind::TandemLower => vec![(self.space, 1)],
            BreakerKind::TwoPole => {
                let below = self.space.saturating_add(2);
                vec![(self.space, 0), (self.space, 1), (below, 0), (below, 1)]
            }
        }
    }

    /// It takes a space, or half of it.
    pub fn is_in(&self, space: u8) -> bool {
        self.takes().iter().any(|(taken, _)| *taken == space)
    }

    /// What cannot be accepted, beside breakers that came before it.
    pub(super) fn problems(&self, others: &[Self], spaces: u8, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("directory"), &self.directory, false, 120);
        if others.iter().any(|other| other.id == self.id) {
            problems.push(Problem::new(&at.at("id"), format!("breaker {} stands twice", self.id)));
        }
        let takes = self.takes();
        if takes.iter().any(|(space, _)| !(1..=spaces).contains(space)) {
            let message = format!("breaker {} does not fit: the panel has {spaces} spaces", self.name());
            problems.push(Problem::new(&at.at("space"), message));
        }
        if let Some(other) = others.iter().find(|other| other.takes().iter().any(|place| takes.contains(place))) {
            let message = format!(
                "breakers {} and {} are in one space; move one of them, or make both halves of a tandem",
                other.name(),
                self.name()
            );
            problems.push(Problem::new(&at.at("space"), message));
        }
        if self.amperes.is_some_and(|amperes| !(5..=400).contains(&amperes)) {
            problems.push(Problem::new(&at.at("amperes"), "a breaker here has 5 to 400 A; read it again"));
        }
        if self.bare_copper.is_some_and(|bare| bare > Length::mm(500)) {
            problems.push(Problem::new(&at.at("bare_copper"), "this is longer than 500 mm (20 in); measure it again"));
        }
        if self.load.is_some_and(|load| load > 100_000) {
            problems.push(Problem::new(&at.at("load"), "at most 100 000 VA on one breaker; read it again"));
        }
        if self.ambient.is_some_and(|celsius| celsius > 75) {
            problems.push(Problem::new(&at.at("ambient"), "the table ends at 75 °C; read it again"));
        }
        if self.conductors.len() > 12 {
            problems.push(Problem::new(&at.at("conductors"), "at most 12 conductors are kept for one breaker"));
        }
        let poles = if self.is_two_pole() { 2 } else { 1 };
        for (index, conductor) in self.conductors.iter().enumerate() {
            if !(1..=poles).contains(&conductor.terminal) {
                let message = format!("breaker {} has {poles} terminals; name one of them", self.name());
                problems.push(Problem::new(&at.at("conductors").at(index).at("terminal"), message));
            }
        }
        problems
    }
}
