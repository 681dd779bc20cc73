//! What a box usually is: presets that a person begins with, and what the next box takes over from the last.

use serde::Serialize;
use utoipa::ToSchema;

use super::cable::Cable;
use super::conductor::{Colour, Conductor, Role};
use super::contents::{BoxContents, BoxKind, Construction};
use super::device::{Device, DeviceKind};
use super::hung::{Carries, Hung, HungKind};
use super::surroundings::{Stand, Supply, WallFinish};
use crate::quantity::Gauge;

/// A box to begin with.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Preset {
    /// In a few words.
    pub title: &'static str,
    /// The box: what it usually is, with nothing measured.
    pub contents: BoxContents,
}

/// Adds a cable with its conductors; `insulated` of them and, as a rule, a bare ground.
pub(crate) fn add_cable(contents: &mut BoxContents, gauge: Gauge, insulated: u8, ground: bool, roles: &[Role]) {
    let id = contents.free_cable();
    contents.cables.push(Cable::new(id));
    let colours = [Colour::Black, Colour::White, Colour::Red, Colour::Blue];
    let usual = [Role::Ungrounded, Role::Grounded, Role::SwitchedLeg, Role::Traveller];
    for index in 0..usize::from(insulated.min(4)) {
        let role = roles.get(index).copied().unwrap_or(usual[index]);
        contents.conductors.push(Conductor::new(contents.free_conductor(), Some(id), gauge, colours[index], role));
    }
    if ground {
        let number = contents.free_conductor();
        contents.conductors.push(Conductor::new(number, Some(id), gauge, Colour::Bare, Role::EquipmentGrounding));
    }
}

fn preset(
    title: &'static str,
    kind: BoxKind,
    gauge: Gauge,
    devices: &[(DeviceKind, u16)],
    cables: &[&[Role]],
) -> Preset {
    let mut contents = BoxContents {
        kind,
        construction: Some(Construction::Nonmetallic),
        wall_finish: Some(WallFinish::GypsumBoard),
        ..BoxContents::default()
    };
    contents.devices = (1..)
        .zip(devices)
        .map(|(id, &(kind, amperes))| Device { amperes: Some(amperes), ..Device::new(id, kind) })
        .collect();
    if devices.len() > 1 {
        contents.gangs = u8::try_from(devices.len()).ok();
    }
    for roles in cables {
        let insulated = u8::try_from(roles.len()).unwrap_or(2);
        add_cable(&mut contents, gauge, insulated, true, roles);
    }
    Preset { title, contents }
}

/// Every preset, the commonest first. The rating of a device stands in the title: whoever begins with it has read it there.
pub fn presets() -> Vec<Preset> {
    use Role::{Grounded, SwitchedLeg, Traveller, Ungrounded};
    let feed: &[Role] = &[Ungrounded, Grounded];
    let leg: &[Role] = &[SwitchedLeg, Grounded];
    let duplex = DeviceKind::DuplexReceptacle;
    let switch = (DeviceKind::Switch, 15);
    let (small, large) = (Gauge::Awg14, Gauge::Awg12);
    let mut light = preset("Ceiling luminaire", BoxKind::Octagon, small, &[], &[leg]);
    light.contents.hung = Some(Hung { box_carries: Some(Carries::Luminaire), ..Hung::new(HungKind::CeilingLuminaire) });
    let device = BoxKind::Device;
    vec![
        preset("Receptacle 15 A, end of run", device, small, &[(duplex, 15)], &[feed]),
        preset("Receptacle 15 A, feed goes on", device, small, &[(duplex, 15)], &[feed, feed]),
        preset("Receptacle 20 A, end of run", device, large, &[(duplex, 20)], &[feed]),
        preset("Receptacle 20 A, feed goes on", device, large, &[(duplex, 20)], &[feed, feed]),
        preset("Switch 15 A, feed at the switch", device, small, &[switch], &[feed, leg]),
        preset("Switch loop, 15 A", device, small, &[switch], &[&[SwitchedLeg, Ungrounded]]),
        preset(
            "Three-way switch, 15 A",
            device,
            small,
            &[(DeviceKind::ThreeWaySwitch, 15)],
            &[feed, &[Traveller, Grounded, Traveller]],
        ),
        preset("Two switches, 15 A", device, small, &[switch, switch], &[feed, leg, leg]),
        light,
        preset("Junction box", BoxKind::Square, small, &[], &[feed, feed]),
    ]
}

impl BoxContents {
    /// What the next box takes over from this one: what it is, where it is, what is in it; nothing that was measured or
    /// looked at.
    pub fn structure(&self) -> Self {
        let conductors = self.conductors.iter().map(|conductor| Conductor {
            material: conductor.material,
            strands: conductor.strands,
            passes_through: conductor.passes_through,
            joined: conductor.joined.clone(),
            pigtail: conductor.pigtail,
            ..Conductor::new(conductor.id, conductor.cable, conductor.gauge, conductor.colour, conductor.role)
        });
        let cables = self.cables.iter().map(|cable| Cable { entry: cable.entry, ..Cable::new(cable.id) });
        let devices = self.devices.iter().map(|device| Device {
            gangs: device.gangs,
            amperes: device.amperes,
            configuration: device.configuration,
            own_neutral: device.own_neutral,
            range_wires: device.range_wires,
            purpose: device.purpose,
            split: device.split,
            halves: device.halves,
            ..Device::new(device.id, device.kind)
        });
        Self {
            kind: self.kind,
            construction: self.construction,
            wall_finish: self.wall_finish,
            opening: self.opening,
            depth: self.depth,
            size: self.size,
            gangs: self.gangs,
            marked_volume: self.marked_volume,
            location: self.location,
            supply: Supply { only_receptacle: None, ..self.supply },
            stand: Stand {
                finish_to_come: self.stand.finish_to_come,
                finish_to_come_kind: self.stand.finish_to_come_kind,
                ..Stand::default()
            },
            cables: cables.collect(),
            conductors: conductors.collect(),
            devices: devices.collect(),
            hung: self.hung.clone(),
            ..Self::default()
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Observation, Pointer};
    use crate::quantity::Length;

    #[test]
    fn every_preset_can_be_kept_as_it_is() {
        for preset in presets() {
            assert_eq!(preset.contents.problems(&Pointer::root()), [], "{}", preset.title);
            assert!(!preset.contents.conductors.is_empty(), "{}", preset.title);
            for device in &preset.contents.devices {
                let rated = device.amperes.expect("its rating");
                assert!(preset.title.contains(&format!("{rated} A")), "{}", preset.title);
            }
        }
    }

    #[test]
    fn the_next_box_takes_over_what_it_is_and_not_how_it_was_found() {
        let mut contents = presets().remove(1).contents;
        contents.conductors[0].free_length = Some(Length::inches(3));
        contents.observe(Observation::OpenKnockout, true);
        contents.stand.set_back = Some(Length::sixteenths(6));
        let next = contents.structure();
        assert_eq!(next, presets().remove(1).contents);
    }
}
