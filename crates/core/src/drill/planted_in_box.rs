//! What can be planted in a sound box: each is a change of what is there, and the rules that it breaks. Whether it breaks just these is
//! not taken on trust: the whole is judged before anyone sees it.

use fastrand::Rng;

use super::chance::below;
use super::plant::{Plant, plant};
use crate::facts::{
    BoxBond, BoxContents, ConductorCondition, Construction, Observation, Plate, Role, SpliceKind, Terminal, WallFinish,
};
use crate::quantity::{Gauge, Length, Volume};
use crate::standard::Location;

fn see(contents: &mut BoxContents, what: Observation) -> bool {
    contents.observe(what, true);
    true
}

fn has_receptacle(contents: &BoxContents) -> bool {
    contents.devices.iter().any(|device| device.kind.is_receptacle())
}

/// A conductor of a cable, by its place in the record.
fn one_free(contents: &BoxContents, draw: &mut Rng) -> usize {
    let free = contents.conductors.iter().filter(|c| !c.pigtail).count();
    // Those of the cables come first in the record.
    below(draw, free)
}

/// Every change.
pub(super) static BOX_PLANTS: &[Plant<BoxContents>] = &[
    plant(&["cover-present"], 1, |contents, _| see(contents, Observation::CoverMissing)),
    plant(&["plate-intact"], 1, |contents, _| see(contents, Observation::PlateCracked)),
    plant(&["plate-intact"], 1, |contents, _| see(contents, Observation::PlateGapped)),
    plant(&["opening-closed"], 1, |contents, _| see(contents, Observation::OpenKnockout)),
    plant(&["box-secure"], 1, |contents, _| see(contents, Observation::BoxLoose)),
    plant(&["device-secure"], 1, |contents, _| see(contents, Observation::DeviceLoose)),
    plant(&["device-sound"], 1, |contents, _| see(contents, Observation::FaceBroken)),
    plant(&["device-sound"], 1, |contents, _| has_receptacle(contents) && see(contents, Observation::SlackContacts)),
    plant(&["cable-entry"], 1, |contents, _| {
        contents.cables[0].clamped = Some(false);
        see(contents, Observation::EntryUnprotected)
    }),
    plant(&["conductor-damage"], 1, |contents, draw| {
        let nicked = one_free(contents, draw);
        contents.conductors[nicked].condition = Some(ConductorCondition::Nicked);
        true
    }),
    plant(&["in-use-cover"], 1, |contents, _| {
        contents.location == Some(Location::Outdoors) && see(contents, Observation::NoInUseCover)
    }),
    plant(&["splice-enclosed"], 1, |contents, _| see(contents, Observation::SpliceOutside)),
    plant(&["grounds-joined"], 2, |contents, _| {
        let apart = contents.conductors.iter_mut().find(|c| c.is_ground() && c.cable == Some(2));
        apart.is_some_and(|apart| {
            apart.joined = None;
            true
        }) && see(contents, Observation::GroundsApart)
    }),
    plant(&["terminal-one-conductor"], 2, |contents, _| {
        let lower = contents.landings.iter_mut().find(|landing| landing.terminal == Terminal::SilverLower);
        lower.is_some_and(|lower| {
            lower.terminal = Terminal::SilverUpper;
            true
        }) && see(contents, Observation::DoubledTerminal)
    }),
    plant(&["free-conductor-length"], 2, |contents, draw| {
        // The sheath ends far forward, so that the tip reaches out far enough all the same.
        let short = one_free(contents, draw);
        contents.cables.iter_mut().for_each(|cable| cable.sheath_end = Some(Length::sixteenths(24)));
        contents.conductors[short].free_length = Some(Length::sixteenths(draw.u32(80..=88)));
        true
    }),
    plant(&["free-conductor-length", "free-conductor-reach"], 2, |contents, draw| {
        let short = one_free(contents, draw);
        contents.conductors[short].free_length = Some(Length::sixteenths(draw.u32(48..=72)));
        true
    }),
    plant(&["box-setback"], 2, |contents, draw| {
        contents.stand.set_back = Some(Length::sixteenths(draw.u32(6..=12)));
        true
    }),
    plant(&["box-setback"], 3, |contents, draw| {
        // A surface that burns allows no set-back at all.
        contents.wall_finish = Some(WallFinish::Wood);
        contents.stand.set_back = Some(Length::sixteenths(draw.u32(2..=3)));
        true
    }),
    plant(&["box-surround"], 2, |contents, draw| {
        contents.stand.gap = Some(Length::sixteenths(draw.u32(4..=9)));
        true
    }),
    plant(&["exposed-copper"], 2, |contents, draw| {
        contents.bare_copper = Some(Length::sixteenths(draw.u32(6..=9)));
        true
    }),
    plant(&["tamper-resistant"], 2, |contents, _| {
        let receptacles = contents.devices.iter_mut().filter(|device| device.kind.is_receptacle());
        receptacles.map(|device| device.tamper_resistant = Some(false)).count() > 0
    }),
    plant(&["weather-resistant"], 2, |contents, _| {
        let outdoors = contents.location == Some(Location::Outdoors);
        contents.devices.iter_mut().filter(|_| outdoors).for_each(|device| device.weather_resistant = Some(false));
        outdoors
    }),
    plant(&["device-depth"], 3, |contents, _| {
        contents.depth = Some(Length::sixteenths(20));
        contents.devices.iter_mut().for_each(|device| device.behind = Some(Length::sixteenths(24)));
        true
    }),
    plant(&["device-rating"], 2, |contents, _| {
        // One duplex counts as more than one receptacle: only a 20 A device on a 15 A circuit is wrong by itself.
        let fits = has_receptacle(contents) && contents.supply.amperes == Some(15);
        contents.devices.iter_mut().filter(|_| fits).for_each(|device| device.amperes = Some(20));
        fits
    }),
    plant(&["cable-entry"], 2, |contents, _| {
        contents.cables[0].sheath_inside = Some(Length::sixteenths(2));
        true
    }),
    plant(&["splice-connector"], 2, |contents, _| {
        contents.splices.first_mut().map(|splice| splice.kind = SpliceKind::TapeOnly).is_some()
    }),
    plant(&["metal-box-bonded"], 2, |contents, _| {
        let metal = contents.construction == Some(Construction::Metal);
        if metal {
            contents.bond = Some(BoxBond::Makeshift);
        }
        metal
    }),
    plant(&["conductor-ampacity"], 3, |contents, _| {
        let small = contents.supply.amperes == Some(15) && !has_receptacle(contents);
        if small {
            contents.supply.amperes = Some(20);
        }
        small
    }),
    plant(&["box-fill"], 3, |contents, draw| {
        let through = contents.cables.len() > 1;
        let hundredths = if through { draw.u32(1_250..=1_400) } else { draw.u32(650..=750) };
        contents.marked_volume = Some(Volume::centi_cubic_inches(hundredths));
        true
    }),
    plant(&["gfci-required"], 3, |contents, _| {
        let wet = matches!(
            contents.location,
            Some(Location::KitchenCounter | Location::Bathroom | Location::Garage | Location::Laundry)
        );
        let own = contents.devices.iter().any(|device| device.kind == crate::facts::DeviceKind::GfciReceptacle);
        if wet && !own {
            contents.supply.gfci = Some(false);
        }
        wet && !own && has_receptacle(contents)
    }),
    plant(&["afci-required"], 3, |contents, _| {
        let lived_in = matches!(
            contents.location,
            Some(Location::Bedroom | Location::LivingSpace | Location::Hallway | Location::KitchenCounter)
        );
        if lived_in {
            contents.supply.afci = Some(false);
        }
        lived_in
    }),
    plant(&["ground-size"], 3, |contents, _| {
        let large = contents.supply.amperes == Some(20);
        let ground = contents.conductors.iter_mut().find(|c| c.is_ground() && c.cable == Some(1));
        ground.filter(|_| large).map(|ground| ground.gauge = Gauge::Awg14).is_some()
    }),
    plant(&["conductor-colour-ambiguous"], 3, |contents, _| {
        let leg = contents.conductors.iter_mut().find(|c| c.role == Role::SwitchedLeg);
        leg.map(|leg| leg.remarked = Some(false)).is_some()
    }),
    plant(&["splice-connector"], 4, |contents, _| {
        // As many as it takes, and one more.
        let Some(splice) = contents.splices.first_mut() else { return false };
        let joined = contents.conductors.iter().filter(|c| c.joined.as_ref() == Some(&splice.letter)).count();
        splice.most = u8::try_from(joined.saturating_sub(1)).ok();
        joined > 2
    }),
    plant(&["splice-connector"], 4, |contents, _| {
        let Some(splice) = contents.splices.first_mut() else { return false };
        (splice.smallest, splice.largest) = (Some(Gauge::Awg18), Some(Gauge::Awg16));
        true
    }),
    plant(&["free-conductor-length"], 4, |contents, draw| {
        // Short by little, among others that are long enough by little.
        let short = one_free(contents, draw);
        contents.cables.iter_mut().for_each(|cable| cable.sheath_end = Some(Length::sixteenths(28)));
        for (place, conductor) in contents.conductors.iter_mut().enumerate().filter(|(_, c)| !c.pigtail) {
            let sixteenths = if place == short { draw.u32(90..=92) } else { draw.u32(98..=101) };
            conductor.free_length = Some(Length::sixteenths(sixteenths));
        }
        true
    }),
    plant(&["yoke-grounded"], 4, |contents, _| {
        let switch = !has_receptacle(contents);
        if switch {
            contents.plate = Some(Plate::Metal);
            contents.landings.retain(|landing| landing.terminal != Terminal::Green);
            contents.observe(Observation::YokeUngrounded, true);
        }
        switch
    }),
];
