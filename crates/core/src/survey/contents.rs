//! What is inside one box: its walls, its cables, its conductors.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::conductor::Conductor;
use super::problem::{Pointer, Problem, check_text};
use crate::quantity::Length;

/// What the box is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum BoxKind {
    /// One or more device gangs with receptacles or switches.
    #[default]
    Device,
    /// A 4 in or 4 11/16 in square box.
    Square,
    /// A round or octagonal outlet box.
    Octagon,
    /// A shallow round pan.
    Pan,
    /// A masonry box.
    Masonry,
    /// A box for a paddle fan.
    Fan,
    /// A large junction or pull box, whose opening must be measured.
    Large,
}

impl BoxKind {
    /// Whether every box of this kind has an opening under 8 in in some dimension.
    pub const fn opening_is_small(self) -> bool {
        !matches!(self, Self::Large)
    }

    /// In the words of the trade.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Device => "device box",
            Self::Square => "square box",
            Self::Octagon => "octagon box",
            Self::Pan => "shallow pan",
            Self::Masonry => "masonry box",
            Self::Fan => "fan box",
            Self::Large => "large junction box",
        }
    }
}

/// What the box is made of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Construction {
    /// Steel or other metal.
    Metal,
    /// Moulded plastic or fibre.
    Nonmetallic,
}

/// The surface that the box stands in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum WallFinish {
    /// Gypsum board.
    GypsumBoard,
    /// Plaster.
    Plaster,
    /// Tile.
    Tile,
    /// Concrete, brick or block.
    Masonry,
    /// Wood, or panelling of wood.
    Wood,
    /// Another surface that burns.
    OtherCombustible,
    /// No finish: framing, attic, basement.
    Exposed,
}

impl WallFinish {
    /// In the words of the trade.
    pub const fn name(self) -> &'static str {
        match self {
            Self::GypsumBoard => "gypsum board",
            Self::Plaster => "plaster",
            Self::Tile => "tile",
            Self::Masonry => "masonry",
            Self::Wood => "wood",
            Self::OtherCombustible => "combustible finish",
            Self::Exposed => "exposed",
        }
    }
}

/// The opening of the box at its front.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Opening {
    /// Across.
    pub width: Option<Length>,
    /// Up and down.
    pub height: Option<Length>,
}

/// Where a cable comes into the box.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum CableEntry {
    /// Through the back, or at the back of a side: the sheath's end lies that much short of the box depth.
    #[default]
    Back,
    /// Through a side, top or bottom, farther forward.
    Side,
}

/// One cable or raceway entering the box.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Cable {
    /// Its number within the box.
    pub id: u16,
    /// Which one it is, "top, from the panel".
    #[serde(default)]
    pub label: String,
    /// Where it comes in.
    #[serde(default)]
    pub entry: CableEntry,
    /// How far behind the opening the sheath or raceway ends.
    #[serde(default)]
    pub sheath_end: Option<Length>,
    /// How much sheath projects into the box, where it was measured.
    #[serde(default)]
    pub sheath_inside: Option<Length>,
    /// Slack found by pulling gently: what came, by hand.
    #[serde(default)]
    pub slack: Option<Length>,
    /// The cable is known to be fixed close by, so that no slack can come.
    #[serde(default)]
    pub fixed_close: bool,
}

/// One box as it was found, or as it was left.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BoxContents {
    /// What the box is.
    #[serde(default)]
    pub kind: BoxKind,
    /// What it is made of.
    #[serde(default)]
    pub construction: Option<Construction>,
    /// The surface it stands in.
    #[serde(default)]
    pub wall_finish: Option<WallFinish>,
    /// Its opening.
    #[serde(default)]
    pub opening: Option<Opening>,
    /// From its front edge to its back.
    #[serde(default)]
    pub depth: Option<Length>,
    /// What comes in, at most 40.
    #[serde(default)]
    #[schema(max_items = 40)]
    pub cables: Vec<Cable>,
    /// What is in it, at most 200.
    #[serde(default)]
    #[schema(max_items = 200)]
    pub conductors: Vec<Conductor>,
}

/// The most cables one box may hold.
const MOST_CABLES: usize = 40;
/// The most conductors one box may hold.
const MOST_CONDUCTORS: usize = 200;
/// Longest accepted measure along a conductor: 5 m.
const LONGEST_CONDUCTOR: Length = Length::mm(5_000);
/// Largest accepted measure of a box: 2 m.
const LARGEST_BOX: Length = Length::mm(2_000);

impl BoxContents {
    /// Whether the opening is less than `limit` in some dimension; `None` when that is not known.
    pub fn opening_is_under(&self, limit: Length) -> Option<bool> {
        let sides = self.opening.map_or([None, None], |opening| [opening.width, opening.height]);
        if self.kind.opening_is_small() || sides.iter().flatten().any(|side| *side < limit) {
            Some(true)
        } else {
            sides.iter().all(Option::is_some).then_some(false)
        }
    }

    /// The cable that a conductor comes in.
    pub fn cable_of(&self, conductor: &Conductor) -> Option<&Cable> {
        self.cables.iter().find(|cable| Some(cable.id) == conductor.cable)
    }

    /// How far behind the opening the sheath of a conductor ends.
    pub fn sheath_end_of(&self, conductor: &Conductor) -> Option<Length> {
        self.cable_of(conductor)?.sheath_end
    }

    /// The same box with nothing measured in it yet: what an as-left record starts from.
    pub fn unmeasured(&self) -> Self {
        let mut blank = self.clone();
        for cable in &mut blank.cables {
            cable.sheath_end = None;
            cable.sheath_inside = None;
            cable.slack = None;
        }
        for conductor in &mut blank.conductors {
            conductor.free_length = None;
            conductor.reach = None;
        }
        blank
    }

    /// Whether any length of a conductor has been measured.
    pub fn is_measured(&self) -> bool {
        self.conductors.iter().any(|c| c.free_length.is_some() || c.reach.is_some())
    }

    /// What cannot be accepted, with the place of each. Odd facts are accepted (see [`super::Contradiction`]); broken
    /// references, doubled numbers and absurd sizes are not.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        let mut range = |pointer: &Pointer, length: Option<Length>, longest: Length, words: &str| {
            if length.is_some_and(|length| length > longest) {
                problems.push(Problem::new(pointer, format!("this is longer than {words}; measure it again")));
            }
        };
        range(&at.at("depth"), self.depth, LARGEST_BOX, "2 m (6 1/2 ft), more than any box is deep");
        if let Some(opening) = self.opening {
            let place = at.at("opening");
            range(&place.at("width"), opening.width, LARGEST_BOX, "2 m (6 1/2 ft), more than any box is wide");
            range(&place.at("height"), opening.height, LARGEST_BOX, "2 m (6 1/2 ft), more than any box is high");
        }
        for (index, cable) in self.cables.iter().enumerate() {
            let place = at.at("cables").at(index);
            range(&place.at("sheath_end"), cable.sheath_end, LARGEST_BOX, "2 m (6 1/2 ft)");
            range(&place.at("sheath_inside"), cable.sheath_inside, LARGEST_BOX, "2 m (6 1/2 ft)");
            range(&place.at("slack"), cable.slack, LONGEST_CONDUCTOR, "5 m (16 ft)");
        }
        for (index, conductor) in self.conductors.iter().enumerate() {
            let place = at.at("conductors").at(index);
            range(&place.at("free_length"), conductor.free_length, LONGEST_CONDUCTOR, "5 m (16 ft)");
            range(&place.at("reach"), conductor.reach, LONGEST_CONDUCTOR, "5 m (16 ft)");
            let joint = conductor.joint.and_then(|joint| joint.from_sheath);
            range(&place.at("joint").at("from_sheath"), joint, LONGEST_CONDUCTOR, "5 m (16 ft)");
        }
        self.structure_problems(at, &mut problems);
        problems
    }

    fn structure_problems(&self, at: &Pointer, problems: &mut Vec<Problem>) {
        let cables = at.at("cables");
        if self.cables.len() > MOST_CABLES {
            let count = self.cables.len();
            problems.push(Problem::new(&cables, format!("{count} cables; one box holds at most {MOST_CABLES}")));
        }
        for (index, cable) in self.cables.iter().enumerate() {
            let place = cables.at(index);
            check_text(problems, &place.at("label"), &cable.label, false, 80);
            if self.cables[..index].iter().any(|other| other.id == cable.id) {
                let id = cable.id;
                problems.push(Problem::new(&place.at("id"), format!("cable {id} stands twice; number it anew")));
            }
        }
        let conductors = at.at("conductors");
        if self.conductors.len() > MOST_CONDUCTORS {
            let count = self.conductors.len();
            let message = format!("{count} conductors; one box holds at most {MOST_CONDUCTORS}");
            problems.push(Problem::new(&conductors, message));
            return;
        }
        for (index, conductor) in self.conductors.iter().enumerate() {
            let place = conductors.at(index);
            let id = conductor.id;
            if self.conductors[..index].iter().any(|other| other.id == id) {
                problems.push(Problem::new(&place.at("id"), format!("conductor {id} stands twice; number it anew")));
            }
            if let Some(cable) = conductor.cable
                && self.cable_of(conductor).is_none()
            {
                let message = format!("there is no cable {cable} in this box; name one that is, or none");
                problems.push(Problem::new(&place.at("cable"), message));
            }
            if let Some(joined) = &conductor.joined {
                check_text(problems, &place.at("joined"), joined, true, 12);
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::super::conductor::{Colour, ConductorEnd, Material, Role, Strands};
    use super::*;
    use crate::quantity::Gauge;

    fn conductor(id: u16, cable: Option<u16>) -> Conductor {
        Conductor {
            id,
            cable,
            gauge: Gauge::Awg12,
            material: Material::Copper,
            strands: Strands::Solid,
            colour: Colour::Black,
            role: Role::Ungrounded,
            free_length: Some(Length::inches(6)),
            reach: None,
            end: ConductorEnd::Straight,
            passes_through: false,
            joined: None,
            joint: None,
        }
    }

    fn pointers(contents: &BoxContents) -> Vec<String> {
        contents.problems(&Pointer::root()).into_iter().map(|problem| problem.pointer).collect()
    }

    #[test]
    fn broken_references_are_named() {
        let contents =
            BoxContents { conductors: vec![conductor(1, Some(7)), conductor(1, None)], ..BoxContents::default() };
        assert_eq!(pointers(&contents), ["/conductors/0/cable", "/conductors/1/id"]);
    }

    #[test]
    fn absurd_sizes_are_refused_at_their_place() {
        let mut long = conductor(1, None);
        long.free_length = Some(Length::mm(5_001));
        let contents = BoxContents { depth: Some(Length::mm(2_001)), conductors: vec![long], ..BoxContents::default() };
        assert_eq!(pointers(&contents), ["/depth", "/conductors/0/free_length"]);
    }

    #[test]
    fn hundreds_of_conductors_are_bounded() {
        let conductors = (0..201).map(|id| conductor(id, None)).collect();
        let contents = BoxContents { conductors, ..BoxContents::default() };
        assert_eq!(pointers(&contents), ["/conductors"]);
    }

    #[test]
    fn an_unmeasured_copy_keeps_the_structure_only() {
        let contents = BoxContents { conductors: vec![conductor(1, None)], ..BoxContents::default() };
        let blank = contents.unmeasured();
        assert!(contents.is_measured() && !blank.is_measured());
        assert_eq!(blank.conductors.len(), 1);
    }

    #[test]
    fn unknown_fields_and_gauges_are_refused() {
        assert!(serde_json::from_str::<BoxContents>(r#"{"kind":"device","colour":"red"}"#).is_err());
        assert!(
            serde_json::from_str::<BoxContents>(
                r#"{"conductors":[{"id":1,"gauge":"13","colour":"red","role":"grounded"}]}"#
            )
            .is_err()
        );
    }
}
