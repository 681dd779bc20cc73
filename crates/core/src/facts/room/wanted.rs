//! What is wanted in a room and not there yet: an outlet, a switch, a luminaire, another feed; where, fed from what, through which
//! wall. It is judged as new work before anything is cut.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::outlet::OutletPlace;
use crate::facts::identifier::{BoxId, PanelId};
use crate::facts::problem::{Pointer, Problem, check_text};
use crate::facts::{RunWay, WallFinish};
use crate::quantity::Length;
use crate::standard::{Configuration, WiringMethod};

/// What is wanted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum WantedKind {
    /// A receptacle.
    Receptacle,
    /// A switch for a light that is there.
    Switch,
    /// A luminaire.
    Luminaire,
    /// Another feed for a box that is there.
    Feed,
}

impl WantedKind {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 4] = [Self::Receptacle, Self::Switch, Self::Luminaire, Self::Feed];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Receptacle => "receptacle",
            Self::Switch => "switch for a light",
            Self::Luminaire => "luminaire",
            Self::Feed => "new feed",
        }
    }

    /// The facts that are taken down of it, each a field of [`Wanted`], in the order one settles them.
    pub const fn fields(self) -> &'static [&'static str] {
        match self {
            Self::Receptacle => &[
                "at", "from", "amperes", "shape", "height", "to_water", "finish", "stud", "cavity", "in_wall",
                "asbestos", "lead", "method", "way", "length", "made",
            ],
            Self::Switch | Self::Luminaire => &[
                "at", "from", "works", "amperes", "height", "finish", "stud", "cavity", "in_wall", "asbestos", "lead",
                "method", "way", "length", "made",
            ],
            Self::Feed => {
                &["at", "from", "amperes", "finish", "in_wall", "asbestos", "lead", "method", "way", "length", "made"]
            }
        }
    }
}

/// Where it is wanted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum WantedPlace {
    /// Where nothing is yet.
    New(OutletPlace),
    /// At a box that is there: it is made larger for it, or is fed anew.
    Box(BoxId),
}

/// What is to feed it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum WantedSource {
    /// A box that is there.
    Box(BoxId),
    /// A panel, by a new breaker.
    Panel(PanelId),
}

/// On which side of the middle of the wanted box, as one faces the wall.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum StudSide {
    /// To the left.
    Left,
    /// To the right.
    Right,
}

impl StudSide {
    /// Both.
    pub const ALL: [Self; 2] = [Self::Left, Self::Right];

    /// In words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Left => "left",
            Self::Right => "right",
        }
    }

    /// The other one.
    pub const fn other(self) -> Self {
        match self {
            Self::Left => Self::Right,
            Self::Right => Self::Left,
        }
    }
}

/// The nearest stud.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StudNear {
    /// On which side it stands.
    pub side: StudSide,
    /// From the middle of the wanted box to its near face.
    pub away: Length,
}

/// What may be in a wall where it is to be cut.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum InWall {
    /// A gas pipe.
    Gas,
    /// A pipe for water or waste.
    Water,
    /// A duct, a flue or a vent.
    Duct,
    /// Other cables.
    Cables,
    /// A header, a brace, fire blocking.
    Framing,
}

impl InWall {
    /// All of them, what hurts most first.
    pub const ALL: [Self; 5] = [Self::Gas, Self::Cables, Self::Water, Self::Duct, Self::Framing];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Gas => "gas pipe",
            Self::Water => "water or waste pipe",
            Self::Duct => "duct, flue or vent",
            Self::Cables => "other cables",
            Self::Framing => "header, brace or fire blocking",
        }
    }
}

/// What may be in a wall, as the screen offers it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct InWallInfo {
    /// What to look for.
    pub what: InWall,
    /// The chip when it is there.
    pub fault: String,
    /// The chip when it is not.
    pub sound: String,
}

/// What may be in a wall, what hurts most first.
pub fn in_wall_infos() -> Vec<InWallInfo> {
    let info = |what: InWall| InWallInfo {
        what,
        fault: format!("{} there", what.name()),
        sound: format!("no {}", what.name()),
    };
    InWall::ALL.map(info).into()
}

/// An answer to what is in the wall. What is not in the list was not looked for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct InWallSeen {
    /// What was looked for.
    pub what: InWall,
    /// It is there.
    pub there: bool,
}

/// What is known of asbestos or lead where it is to be cut.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Tested {
    /// A test found none.
    Clear,
    /// A test found it.
    Found,
    /// Taken as there, untested: it is worked as if it were.
    TakenAsThere,
}

impl Tested {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 3] = [Self::Clear, Self::Found, Self::TakenAsThere];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Clear => "tested, none",
            Self::Found => "tested, found",
            Self::TakenAsThere => "taken as there",
        }
    }
}

/// Something wanted in a room.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Wanted {
    /// Its number within the sketch.
    pub id: u16,
    /// What it is.
    pub kind: WantedKind,
    /// What it is for, "lamp at the bed".
    #[serde(default)]
    pub name: String,
    /// Where.
    #[serde(default)]
    pub at: Option<WantedPlace>,
    /// What feeds it; at a box that is there, that box itself where this is absent.
    #[serde(default)]
    pub from: Option<WantedSource>,
    /// The box of the light that a wanted switch works, or of the switch that works a wanted luminaire.
    #[serde(default)]
    pub works: Option<BoxId>,
    /// The rating of the new breaker, in amperes, where a panel feeds it.
    #[serde(default)]
    pub amperes: Option<u16>,
    /// The shape of a receptacle for more than general use.
    #[serde(default)]
    pub shape: Option<Configuration>,
    /// From the floor, outdoors from grade, to its middle.
    #[serde(default)]
    pub height: Option<Length>,
    /// From the nearest edge of a sink, tub or shower.
    #[serde(default)]
    pub to_water: Option<Length>,
    /// What is cut for it; nothing where the framing is open.
    #[serde(default)]
    pub finish: Option<WallFinish>,
    /// The nearest stud.
    #[serde(default)]
    pub stud: Option<StudNear>,
    /// How deep the wall is behind its finish.
    #[serde(default)]
    pub cavity: Option<Length>,
    /// What was looked for in the wall.
    #[serde(default)]
    pub in_wall: Vec<InWallSeen>,
    /// Whether what is cut holds asbestos.
    #[serde(default)]
    pub asbestos: Option<Tested>,
    /// Whether its paint holds lead.
    #[serde(default)]
    pub lead: Option<Tested>,
    /// How it is to be wired; NM cable where it is not said.
    #[serde(default)]
    pub method: Option<WiringMethod>,
    /// How the cable is to go.
    #[serde(default)]
    pub way: Option<RunWay>,
    /// How long its way is.
    #[serde(default)]
    pub length: Option<Length>,
    /// The box that it became, once it was made.
    #[serde(default)]
    pub made: Option<BoxId>,
}

impl Wanted {
    /// Something of which only the kind is known.
    pub const fn new(id: u16, kind: WantedKind) -> Self {
        Self {
            id,
            kind,
            name: String::new(),
            at: None,
            from: None,
            works: None,
            amperes: None,
            shape: None,
            height: None,
            to_water: None,
            finish: None,
            stud: None,
            cavity: None,
            in_wall: Vec::new(),
            asbestos: None,
            lead: None,
            method: None,
            way: None,
            length: None,
            made: None,
        }
    }

    /// The answer to what is in the wall; `None` when it was not looked for.
    pub fn in_wall(&self, what: InWall) -> Option<bool> {
        self.in_wall.iter().find(|seen| seen.what == what).map(|seen| seen.there)
    }

    /// The box that feeds it: the one that is named, or the one that it is wanted at.
    pub const fn source_box(&self) -> Option<BoxId> {
        match (self.from, self.at) {
            (Some(WantedSource::Box(id)), _) => Some(id),
            (None, Some(WantedPlace::Box(id))) if !matches!(self.kind, WantedKind::Feed) => Some(id),
            _ => None,
        }
    }

    /// The panel that feeds it, by a new breaker.
    pub const fn source_panel(&self) -> Option<PanelId> {
        match self.from {
            Some(WantedSource::Panel(id)) => Some(id),
            _ => None,
        }
    }

    /// The box that it is wanted at, where one is there.
    pub const fn at_box(&self) -> Option<BoxId> {
        match self.at {
            Some(WantedPlace::Box(id)) => Some(id),
            _ => None,
        }
    }

    /// It takes both legs, by the shape of its slots.
    pub fn is_two_legged(&self) -> bool {
        self.shape.is_some_and(Configuration::is_two_legged)
    }

    /// A finish is cut for it.
    pub fn is_cut(&self) -> bool {
        self.finish != Some(WallFinish::Exposed)
    }

    /// The boxes that it names, each with its field.
    pub fn boxes(&self) -> impl Iterator<Item = (&'static str, BoxId)> {
        let from = match self.from {
            Some(WantedSource::Box(id)) => Some(id),
            _ => None,
        };
        let named = [("at", self.at_box()), ("from", from), ("works", self.works), ("made", self.made)];
        named.into_iter().filter_map(|(field, id)| Some((field, id?)))
    }

    /// Gives what it names other identifiers.
    pub(in crate::facts) fn rename(&mut self, boxes: impl Fn(&mut BoxId), panels: impl Fn(&mut PanelId)) {
        if let Some(WantedPlace::Box(id)) = &mut self.at {
            boxes(id);
        }
        match &mut self.from {
            Some(WantedSource::Box(id)) => boxes(id),
            Some(WantedSource::Panel(id)) => panels(id),
            None => {}
        }
        self.works.iter_mut().chain(&mut self.made).for_each(boxes);
    }

    /// Forgets boxes and panels that are gone.
    pub(in crate::facts) fn forget(&mut self, boxes: impl Fn(BoxId) -> bool, panels: impl Fn(PanelId) -> bool) {
        self.at = self.at.filter(|at| !matches!(at, WantedPlace::Box(id) if !boxes(*id)));
        self.from = self.from.filter(|from| match from {
            WantedSource::Box(id) => boxes(*id),
            WantedSource::Panel(id) => panels(*id),
        });
        self.works = self.works.filter(|id| boxes(*id));
        self.made = self.made.filter(|id| boxes(*id));
    }

    /// What cannot be accepted.
    pub(super) fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("name"), &self.name, false, 60);
        if self.amperes.is_some_and(|amperes| !(10..=100).contains(&amperes)) {
            problems.push(Problem::new(&at.at("amperes"), "10 to 100 A for a new circuit; say it again"));
        }
        let away = self.stud.map(|stud| stud.away);
        for (field, length, most, words) in [
            ("height", self.height, 10_000, "10 m (33 ft)"),
            ("to_water", self.to_water, 60_000, "60 m (197 ft)"),
            ("stud", away, 2_000, "2 m (6 1/2 ft)"),
            ("cavity", self.cavity, 2_000, "2 m (6 1/2 ft)"),
            ("length", self.length, 300_000, "300 m (984 ft)"),
        ] {
            if length.is_some_and(|length| length > Length::mm(most)) {
                problems.push(Problem::new(&at.at(field), format!("this is longer than {words}; measure it again")));
            }
        }
        for (index, seen) in self.in_wall.iter().enumerate() {
            if self.in_wall[..index].iter().any(|other| other.what == seen.what) {
                problems.push(Problem::new(&at.at("in_wall").at(index), "this is answered twice; leave one out"));
            }
        }
        problems
    }
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;

    #[test]
    fn the_fields_of_a_kind_are_facts_of_it() {
        let known = serde_json::to_value(Wanted::new(1, WantedKind::Receptacle)).expect("serialises");
        for kind in WantedKind::ALL {
            for field in kind.fields() {
                assert!(known.get(field).is_some(), "{field} of {}", kind.name());
            }
        }
    }

    #[test]
    fn absurd_figures_are_refused_at_their_field() {
        let mut odd = Wanted { amperes: Some(4), ..Wanted::new(1, WantedKind::Receptacle) };
        odd.cavity = Some(Length::mm(2_001));
        odd.in_wall = [true, false].map(|there| InWallSeen { what: InWall::Gas, there }).to_vec();
        let at: Vec<String> = odd.problems(&Pointer::root()).into_iter().map(|problem| problem.pointer).collect();
        assert_eq!(at, ["/amperes", "/cavity", "/in_wall/1"]);
    }

    #[test]
    fn what_is_gone_is_forgotten_and_the_rest_is_kept() {
        let [here, gone] = [1, 2].map(|number| BoxId(Uuid::from_u128(number)));
        let mut wanted = Wanted { at: Some(WantedPlace::Box(here)), ..Wanted::new(1, WantedKind::Receptacle) };
        (wanted.from, wanted.works) = (Some(WantedSource::Box(gone)), Some(here));
        assert_eq!(wanted.boxes().map(|(field, _)| field).collect::<Vec<_>>(), ["at", "from", "works"]);
        wanted.forget(|id| id == here, |_| false);
        assert_eq!((wanted.at_box(), wanted.from, wanted.works), (Some(here), None, Some(here)));
        // At a box that is there, that box feeds it where nothing else is named.
        assert_eq!(wanted.source_box(), Some(here));
    }
}
