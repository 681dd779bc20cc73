//! The face of a box as a drawing needs it: opening, gangs, devices, gap, lamps, in nanometres from the lower left corner
//! of the opening.

use serde::Serialize;
use utoipa::ToSchema;

use crate::facts::{
    BoxContents, BoxKind, Colour, DeviceKind, HungKind, LampReading, Observation, Screw, Seat, Tab, Terminal, has_tabs,
    terminals_of,
};
use crate::quantity::Length;

/// From the middle of one gang to the next. Common practice, no source.
const GANG_PITCH: Length = Length::sixteenths(29);

/// A device on the face.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct FaceDevice {
    /// Its number within the box.
    pub id: u16,
    /// What it is.
    pub kind: DeviceKind,
    /// In words.
    pub label: String,
    /// Where its middle is.
    pub middle: i64,
    /// How wide its face is.
    pub width: i64,
    /// How its yoke is seated.
    pub seat: Option<Seat>,
    /// Spacers of 1/8 in under each ear.
    pub spacers: u8,
    /// It has a slot for the ground.
    pub grounded: bool,
    /// The halves have two feeds.
    pub split: bool,
    /// It has tabs between its screws.
    pub has_tabs: bool,
    /// The tab between its brass screws.
    pub hot_tab: Option<Tab>,
    /// The tab between its silver screws.
    pub neutral_tab: Option<Tab>,
    /// Its terminals, with what was noted on each.
    pub terminals: Vec<FaceTerminal>,
}

/// The face of a box.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Face {
    /// Round rather than square.
    pub round: bool,
    /// The opening, across.
    pub width: i64,
    /// The opening, up and down.
    pub height: i64,
    /// The opening was not measured and a usual one is drawn.
    pub assumed: bool,
    /// How many gangs.
    pub gangs: u32,
    /// The gap in the surface round it, where it was measured.
    pub gap: Option<i64>,
    /// The devices.
    pub devices: Vec<FaceDevice>,
    /// The middles of the gangs in which nothing stands.
    pub free_gangs: Vec<i64>,
    /// What hangs from it.
    pub hung: Option<HungKind>,
    /// What the lamps showed.
    pub lamps: Vec<LampReading>,
    /// An opening that nothing uses.
    pub open_knockout: bool,
    /// The plate is cracked.
    pub plate_cracked: bool,
    /// There is no plate.
    pub cover_missing: bool,
    /// What is added to the front.
    pub added: Vec<String>,
}

/// A terminal of a device with the conductors on it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct FaceTerminal {
    /// Which.
    pub terminal: Terminal,
    /// In words.
    pub name: &'static str,
    /// What it looks like.
    pub screw: Screw,
    /// What was noted on it.
    pub conductors: Vec<FaceConductor>,
}

/// A conductor on a terminal.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct FaceConductor {
    /// Its number.
    pub id: u16,
    /// Its colour.
    pub colour: Colour,
    /// It is marked as what it is used for.
    pub remarked: bool,
    /// Colour and role, "white, hot".
    pub words: String,
}

impl FaceTerminal {
    fn of(contents: &BoxContents, device: u16, terminal: Terminal) -> Self {
        let on = contents.landings.iter().filter(|landing| (landing.device, landing.terminal) == (device, terminal));
        let conductors = on.filter_map(|landing| contents.conductors.iter().find(|c| c.id == landing.conductor));
        Self {
            terminal,
            name: terminal.name(),
            screw: terminal.screw(),
            conductors: conductors
                .map(|conductor| FaceConductor {
                    id: conductor.id,
                    colour: conductor.colour,
                    remarked: conductor.remarked == Some(true),
                    words: format!("{}, {}", conductor.colour.name(), conductor.role.name()),
                })
                .collect(),
        }
    }
}

impl Face {
    /// Of a box.
    pub fn of(contents: &BoxContents) -> Self {
        let gangs = contents.gang_count();
        let (usual_width, usual_height) = match contents.kind {
            BoxKind::Device | BoxKind::Masonry => {
                (Length::inches(2).nm() + GANG_PITCH.nm() * i64::from(gangs - 1), Length::inches(3).nm())
            }
            BoxKind::Square | BoxKind::Octagon | BoxKind::Pan | BoxKind::Fan => {
                (Length::inches(4).nm(), Length::inches(4).nm())
            }
            BoxKind::Large => (Length::inches(8).nm(), Length::inches(8).nm()),
        };
        let measured = contents.opening.map_or([None, None], |opening| [opening.width, opening.height]);
        let width = measured[0].map_or(usual_width, Length::nm);
        let height = measured[1].map_or(usual_height, Length::nm);
        // Devices stand side by side from the left, each over the gangs it takes; all gangs together about the middle.
        let taken: i64 = contents.devices.iter().map(|device| i64::from(device.gangs.max(1))).sum();
        let together = taken.max(i64::from(gangs));
        let mut at = width / 2 - GANG_PITCH.nm() * (together - 1) / 2;
        let devices: Vec<_> = contents
            .devices
            .iter()
            .map(|device| {
                let span = i64::from(device.gangs.max(1));
                let middle = at + GANG_PITCH.nm() * (span - 1) / 2;
                at += GANG_PITCH.nm() * span;
                FaceDevice {
                    id: device.id,
                    kind: device.kind,
                    label: device.label(),
                    middle,
                    width: GANG_PITCH.nm() * span - Length::sixteenths(8).nm(),
                    seat: device.seat,
                    spacers: device.spacers,
                    grounded: device.is_grounding_type(),
                    split: device.split,
                    has_tabs: has_tabs(device.kind),
                    hot_tab: device.hot_tab,
                    neutral_tab: device.neutral_tab,
                    terminals: terminals_of(device.kind)
                        .iter()
                        .map(|&terminal| FaceTerminal::of(contents, device.id, terminal))
                        .collect(),
                }
            })
            .collect();
        // What hangs from a box takes its face.
        let free = if contents.hung.is_some() { 0 } else { together - taken };
        let free_gangs = (0..free).map(|place| at + GANG_PITCH.nm() * place).collect();
        let seen = |what| contents.observed(what) == Some(true);
        Self {
            round: matches!(contents.kind, BoxKind::Octagon | BoxKind::Pan | BoxKind::Fan),
            width,
            height,
            assumed: measured.iter().any(Option::is_none),
            gangs,
            gap: contents.stand.gap.map(Length::nm),
            devices,
            free_gangs,
            hung: contents.hung.as_ref().map(|hung| hung.kind),
            lamps: contents.lamps.clone(),
            open_knockout: seen(Observation::OpenKnockout),
            plate_cracked: seen(Observation::PlateCracked),
            cover_missing: seen(Observation::CoverMissing),
            added: contents.added.iter().map(|added| added.kind.name().to_owned()).collect(),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Device, Hung};
    use crate::testing::box_with_device;

    #[test]
    fn devices_stand_side_by_side_about_the_middle() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.gangs = Some(2);
        contents.devices.push(Device::new(2, DeviceKind::Switch));
        let face = Face::of(&contents);
        let [left, right] = [face.devices[0].middle, face.devices[1].middle];
        assert_eq!(left + right, face.width);
        assert_eq!(right - left, GANG_PITCH.nm());
        assert!(face.assumed && face.gangs == 2 && face.free_gangs.is_empty());
    }

    #[test]
    fn a_gang_without_a_device_is_free_and_what_hangs_leaves_none() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.gangs = Some(3);
        let face = Face::of(&contents);
        let pitch = GANG_PITCH.nm();
        assert_eq!(face.free_gangs, [face.devices[0].middle + pitch, face.devices[0].middle + 2 * pitch]);
        // The three together stand about the middle.
        assert_eq!(face.free_gangs[0], face.width / 2);
        contents.devices.clear();
        assert_eq!(Face::of(&contents).free_gangs.len(), 3);
        contents.hung = Some(Hung::new(HungKind::CeilingLuminaire));
        assert!(Face::of(&contents).free_gangs.is_empty());
    }

    #[test]
    fn tabs_stand_between_two_screws_of_a_colour_that_carry_the_halves_of_one_device() {
        let tabbed = DeviceKind::ALL.into_iter().filter(|&kind| has_tabs(kind)).collect::<Vec<_>>();
        assert_eq!(tabbed.len(), 3);
        for kind in tabbed {
            let has = |terminal| terminals_of(kind).contains(&terminal);
            assert!(has(Terminal::BrassUpper) && has(Terminal::BrassLower), "{kind:?}");
            assert!(has(Terminal::SilverUpper) && has(Terminal::SilverLower), "{kind:?}");
        }
        // Two hots of a range are two legs.
        assert!(!has_tabs(DeviceKind::RangeReceptacle));
    }

    #[test]
    fn each_screw_is_told_by_its_colour() {
        let screws = |kind| terminals_of(kind).iter().map(|terminal| terminal.screw()).collect::<Vec<_>>();
        use Screw::{Brass, Dark, Green, Silver};
        assert_eq!(screws(DeviceKind::GfciReceptacle), [Brass, Silver, Brass, Silver, Green]);
        assert_eq!(screws(DeviceKind::ThreeWaySwitch), [Dark, Brass, Brass, Green]);
        assert_eq!(screws(DeviceKind::Timer), [Brass, Brass, Silver, Green]);
    }
}
