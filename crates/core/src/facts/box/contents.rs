//! What is inside one box: its walls, its cables, its conductors.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::cable::Cable;
use super::conductor::Conductor;
use super::device::Device;
use super::hung::Hung;
use super::landing::Landing;
use super::observation::{Observation, Observed};
use super::splice::Splice;
use super::surroundings::{Added, BoxBond, Fittings, Plate, Stand, Supply, WallFinish};
use crate::facts::bounded::at_most;
use crate::facts::dead_test::DeadStep;
use crate::facts::identifier::free_number;
use crate::facts::readings::{DetectorReading, LampReading, MeterReading, TripReading};
use crate::quantity::{Gauge, Length, Volume};
use crate::standard::Location;
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

/// The opening of the box at its front.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Opening {
    /// Across.
    pub width: Option<Length>,
    /// Up and down.
    pub height: Option<Length>,
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
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
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
    /// Its plate.
    #[serde(default)]
    pub plate: Option<Plate>,
    /// The most bare copper that shows beyond a terminal.
    #[serde(default)]
    pub bare_copper: Option<Length>,
    /// The devices on it, at most 12.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 12)]
    pub devices: Vec<Device>,
    /// What hangs from it.
    #[serde(default)]
    pub hung: Option<Hung>,
    /// The splices in it, at most 60.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 60)]
    pub splices: Vec<Splice>,
    /// What was looked for, at most once each.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 60)]
    pub observed: Vec<Observed>,
    /// What the lamp tester showed, one for each half, at most 12.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 12)]
    pub lamps: Vec<LampReading>,
    /// What meters showed, at most 60.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 60)]
    pub readings: Vec<MeterReading>,
    /// What non-contact detectors said, at most 24.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 24)]
    pub detectors: Vec<DetectorReading>,
    /// What the tester's GFCI button did, at most 12.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 12)]
    pub trips: Vec<TripReading>,
    /// Which conductor is on which terminal, at most 120.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 120)]
    pub landings: Vec<Landing>,
    /// The dead test, step by step, at most 400.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 400)]
    pub dead_test: Vec<DeadStep>,
    /// What comes in, at most 40.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 40)]
    pub cables: Vec<Cable>,
    /// What is in it, at most 200.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 200)]
    pub conductors: Vec<Conductor>,
}

impl BoxContents {
    /// A number that no cable of the box has.
    pub(crate) fn free_cable(&self) -> u16 {
        free_number(self.cables.iter().map(|cable| cable.id))
    }

    /// A number that no conductor of the box has.
    pub(crate) fn free_conductor(&self) -> u16 {
        free_number(self.conductors.iter().map(|conductor| conductor.id))
    }

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

    /// A device with screws of its own is in it: alarms, transformers and blank plates have none.
    pub fn has_terminals(&self) -> bool {
        self.devices.iter().any(|device| device.kind.has_yoke())
    }

    /// How many gangs it has.
    pub fn gang_count(&self) -> u32 {
        u32::from(self.gangs.unwrap_or(1).max(1))
    }

    /// The depth inside: as measured, or that of its row in the table with what is added to its front.
    pub fn depth_inside(&self) -> Option<Length> {
        let added = || self.added.iter().filter_map(|added| added.forward).fold(Length::ZERO, |sum, more| sum + more);
        self.depth.or_else(|| Some(self.size?.depth() + added()))
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
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::r#box::conductor::{Colour, Role};
    use crate::facts::problem::Pointer;

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
