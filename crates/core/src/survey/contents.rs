//! What is inside one box: its walls, its cables, its conductors.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::conductor::Conductor;
use super::device::{Device, Hung};
use super::observation::{Observation, Observed};
use super::problem::{Pointer, Problem, check_text};
use super::readings::LampReading;
use super::splice::Splice;
use super::surroundings::{Added, BoxBond, Fittings, Location, Stand, Supply};
use crate::quantity::{Gauge, Length, Volume};
use crate::rules::rule;
use crate::standard::box_volume::StandardBox;

/// What the box is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
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
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Construction {
    /// Steel or other metal.
    Metal,
    /// Moulded plastic or fibre.
    Nonmetallic,
}

/// The surface that the box stands in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
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
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Opening {
    /// Across.
    pub width: Option<Length>,
    /// Up and down.
    pub height: Option<Length>,
}

/// Where a cable comes into the box.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum CableEntry {
    /// Through the back, or at the back of a side: the sheath's end lies that much short of the box depth.
    #[default]
    Back,
    /// Through a side, top or bottom, farther forward.
    Side,
}

/// One cable or raceway entering the box.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
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
    /// It is held by a clamp at the box.
    #[serde(default)]
    pub clamped: Option<bool>,
    /// From the box to its first support, along the sheath.
    #[serde(default)]
    pub first_support: Option<Length>,
    /// It is fished into a finished wall.
    #[serde(default)]
    pub fished: bool,
    /// It can be reached upstream, in a basement or an attic.
    #[serde(default)]
    pub reachable: Option<bool>,
}

impl Cable {
    /// A cable of which nothing is known.
    pub const fn new(id: u16) -> Self {
        Self {
            id,
            label: String::new(),
            entry: CableEntry::Back,
            sheath_end: None,
            sheath_inside: None,
            slack: None,
            fixed_close: false,
            clamped: None,
            first_support: None,
            fished: false,
            reachable: None,
        }
    }

    /// What it is called.
    pub fn name(&self) -> String {
        if self.label.is_empty() { format!("cable {}", self.id) } else { self.label.clone() }
    }
}

/// One box as it was found, or as it was left.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
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
    /// Its row in the table of standard boxes.
    #[serde(default)]
    pub size: Option<StandardBox>,
    /// How many gangs it has; 1 when it is not noted.
    #[serde(default)]
    #[schema(minimum = 1, maximum = 12)]
    pub gangs: Option<u8>,
    /// The volume marked in it, all gangs together.
    #[serde(default)]
    pub marked_volume: Option<Volume>,
    /// What is added to its front, at most 6.
    #[serde(default)]
    #[schema(max_items = 6)]
    pub added: Vec<Added>,
    /// What else takes room in it.
    #[serde(default)]
    pub fittings: Fittings,
    /// Where it is.
    #[serde(default)]
    pub location: Option<Location>,
    /// What feeds it.
    #[serde(default)]
    pub supply: Supply,
    /// How it stands in its wall.
    #[serde(default)]
    pub stand: Stand,
    /// How it is bonded, where it is of metal.
    #[serde(default)]
    pub bond: Option<BoxBond>,
    /// The most bare copper that shows beyond a terminal.
    #[serde(default)]
    pub bare_copper: Option<Length>,
    /// The devices on it, at most 12.
    #[serde(default)]
    #[schema(max_items = 12)]
    pub devices: Vec<Device>,
    /// What hangs from it.
    #[serde(default)]
    pub hung: Option<Hung>,
    /// The splices in it, at most 60.
    #[serde(default)]
    #[schema(max_items = 60)]
    pub splices: Vec<Splice>,
    /// What was looked for, at most once each.
    #[serde(default)]
    #[schema(max_items = 60)]
    pub observed: Vec<Observed>,
    /// What the lamp tester showed, one for each half, at most 12.
    #[serde(default)]
    #[schema(max_items = 12)]
    pub lamps: Vec<LampReading>,
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

    /// The answer to an observation; `None` when it was not looked at.
    pub fn observed(&self, what: Observation) -> Option<bool> {
        self.observed.iter().find(|observed| observed.what == what).map(|observed| observed.fault)
    }

    /// Answers an observation, in the place of what was said before.
    pub fn observe(&mut self, what: Observation, fault: bool) {
        match self.observed.iter_mut().find(|observed| observed.what == what) {
            Some(observed) => observed.fault = fault,
            None => self.observed.push(Observed { what, fault }),
        }
    }

    /// How many gangs it has.
    pub fn gang_count(&self) -> u32 {
        u32::from(self.gangs.unwrap_or(1).max(1))
    }

    /// The depth inside: as measured, or that of its row in the table.
    pub fn depth_inside(&self) -> Option<Length> {
        self.depth.or_else(|| self.size.map(StandardBox::depth))
    }

    /// The largest conductor in it.
    pub fn largest_conductor(&self) -> Option<Gauge> {
        self.conductors.iter().map(|conductor| conductor.gauge).max()
    }

    /// Its equipment grounds.
    pub fn grounds(&self) -> impl Iterator<Item = &Conductor> {
        self.conductors.iter().filter(|conductor| conductor.is_ground())
    }

    /// How far the front edge will be behind the finished surface: back as measured, with the finish still to come.
    /// `None` when it is not measured.
    pub fn set_back_to_come(&self) -> Option<Length> {
        let to_come = self.stand.finish_to_come.unwrap_or_default();
        match (self.stand.set_back, self.stand.proud) {
            (Some(back), _) => Some(back + to_come),
            (None, Some(proud)) => Some(to_come.less(proud)),
            (None, None) => None,
        }
    }

    /// The surface it will stand in.
    pub fn finish_to_be(&self) -> Option<WallFinish> {
        let to_come = self.stand.finish_to_come.filter(|finish| *finish > Length::ZERO);
        to_come.and(self.stand.finish_to_come_kind).or(self.wall_finish)
    }

    /// The same box with the facts forgotten that `rules` read: what measuring again after their repair begins with.
    pub fn forgetting<'a>(&self, rules: impl IntoIterator<Item = &'a str>) -> Self {
        let mut blank = self.clone();
        for code in rules {
            for place in rule(code).map_or(&[][..], |rule| rule.reads) {
                blank.forget(place);
            }
        }
        blank
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
        range(&at.at("bare_copper"), self.bare_copper, LARGEST_BOX, "2 m (6 1/2 ft)");
        let stand = at.at("stand");
        for (field, length) in [
            ("set_back", self.stand.set_back),
            ("proud", self.stand.proud),
            ("gap", self.stand.gap),
            ("finish_to_come", self.stand.finish_to_come),
        ] {
            range(&stand.at(field), length, LARGEST_BOX, "2 m (6 1/2 ft), more than any wall is thick");
        }
        for (index, device) in self.devices.iter().enumerate() {
            range(&at.at("devices").at(index).at("behind"), device.behind, LARGEST_BOX, "2 m (6 1/2 ft)");
        }
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
        self.parts_problems(at, &mut problems);
        problems
    }

    fn parts_problems(&self, at: &Pointer, problems: &mut Vec<Problem>) {
        let mut most = |field: &str, count: usize, most: usize| {
            if count > most {
                problems.push(Problem::new(&at.at(field), format!("{count} of them; one box holds at most {most}")));
            }
        };
        most("added", self.added.len(), 6);
        most("devices", self.devices.len(), 12);
        most("splices", self.splices.len(), 60);
        most("observed", self.observed.len(), 60);
        most("lamps", self.lamps.len(), 12);
        most("fittings", self.fittings.support.len(), 2);
        most("fittings", self.fittings.terminal_blocks.len(), 8);
        if self.gangs.is_some_and(|gangs| !(1..=12).contains(&gangs)) {
            problems.push(Problem::new(&at.at("gangs"), "a box has 1 to 12 gangs"));
        }
        let volumes = self.added.iter().map(|added| added.marked_volume).chain([self.marked_volume]);
        if volumes.flatten().any(|volume| volume == Volume::ZERO) {
            problems.push(Problem::new(&at.at("marked_volume"), "a marked volume is more than nothing; leave it out"));
        }
        for (index, device) in self.devices.iter().enumerate() {
            let place = at.at("devices").at(index);
            if self.devices[..index].iter().any(|other| other.id == device.id) {
                problems.push(Problem::new(&place.at("id"), format!("device {} stands twice", device.id)));
            }
            if !(1..=6).contains(&device.gangs) {
                problems.push(Problem::new(&place.at("gangs"), "a device takes 1 to 6 gangs"));
            }
        }
        for (index, splice) in self.splices.iter().enumerate() {
            let place = at.at("splices").at(index);
            check_text(problems, &place.at("letter"), &splice.letter, true, 12);
            if self.splices[..index].iter().any(|other| other.letter == splice.letter) {
                problems.push(Problem::new(&place.at("letter"), format!("splice {} stands twice", splice.letter)));
            }
        }
        for (index, observed) in self.observed.iter().enumerate() {
            if self.observed[..index].iter().any(|other| other.what == observed.what) {
                problems.push(Problem::new(&at.at("observed").at(index), "this was answered already; answer it once"));
            }
        }
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
    use super::super::conductor::{Colour, Role};
    use super::*;

    fn conductor(id: u16, cable: Option<u16>) -> Conductor {
        let conductor = Conductor::new(id, cable, Gauge::Awg12, Colour::Black, Role::Ungrounded);
        Conductor { free_length: Some(Length::inches(6)), ..conductor }
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
    fn measuring_again_begins_without_the_facts_of_its_rules() {
        let mut contents = BoxContents { conductors: vec![conductor(1, None)], ..BoxContents::default() };
        contents.observe(Observation::OpenKnockout, false);
        let blank = contents.forgetting(["free-conductor-length"]);
        assert_eq!(blank.conductors[0].free_length, None);
        assert_eq!(blank.observed(Observation::OpenKnockout), Some(false), "the rest stays as found");
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
