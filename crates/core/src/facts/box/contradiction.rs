//! Facts that cannot all be true. They are kept as they were given and shown beside the field; nothing is mended.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::cable::{Cable, CableGoes, CableGround};
use super::conductor::Conductor;
use super::contents::{BoxContents, Construction};
use super::device::DeviceKind;
use super::hung::HungKind;
use super::observation::Observation;
use crate::facts::house_rules::HouseRules;
use crate::facts::problem::Pointer;
use crate::quantity::{Length, Offset, Rounding, UnitSystem};
use crate::standard::MethodGround;

/// Facts that cannot all be true, at the field that was most likely misread.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Contradiction {
    /// JSON pointer to the field within the contents of the box; `/wired_under` for when it was wired.
    pub pointer: String,
    /// What does not go together, with the figures.
    pub message: String,
}

impl BoxContents {
    /// Where the facts contradict each other by more than the tape can be off.
    pub fn contradictions(&self, house: &HouseRules, units: UnitSystem) -> Vec<Contradiction> {
        let mut found = Vec::new();
        let resolution = house.measuring_resolution;
        let say = |length: Length| length.print(units, Rounding::Nearest);
        let mut add = |pointer: &Pointer, message: String| {
            found.push(Contradiction { pointer: pointer.text(), message });
        };
        for (index, cable) in self.cables.iter().enumerate() {
            let place = Pointer::root().at("cables").at(index);
            if let (Some(end), Some(depth)) = (cable.sheath_end, self.depth)
                && end > depth + resolution
            {
                let message = format!(
                    "the sheath ends {} behind the opening, but the box is {} deep: it ends outside the box",
                    say(end),
                    say(depth)
                );
                add(&place.at("sheath_end"), message);
            }
            if let Some(message) = self.ground_of_cable_contradicts(cable) {
                add(&place.at("ground"), message);
            }
            if let (Some(inside), Some(depth)) = (cable.sheath_inside, self.depth)
                && inside > depth + resolution
            {
                let message = format!("{} of sheath inside is more than the box is deep, {}", say(inside), say(depth));
                add(&place.at("sheath_inside"), message);
            }
        }
        let taken: u32 = self.devices.iter().map(|device| u32::from(device.gangs)).sum();
        if let Some(gangs) = self.gangs
            && taken > u32::from(gangs)
        {
            let message = format!("the devices take {taken} gangs, but the box has {gangs}");
            add(&Pointer::root().at("gangs"), message);
        }
        let grounds =
            self.grounds().filter(|ground| !ground.pigtail && !ground.from_canopy && !ground.isolated).count();
        if !self.cables.is_empty() && grounds > self.cables.len() {
            let message = format!("{grounds} grounds come from outside in {} cables", self.cables.len());
            add(&Pointer::root().at("conductors"), message);
        }
        if self.stand.set_back.is_some_and(|back| back > Length::ZERO)
            && self.stand.proud.is_some_and(|proud| proud > Length::ZERO)
        {
            add(&Pointer::root().at("stand").at("proud"), "a box is set back or proud, not both".to_owned());
        }
        for (index, device) in self.devices.iter().enumerate() {
            if let (Some(behind), Some(depth)) = (device.behind, self.depth_inside())
                && behind > depth + resolution
            {
                let message =
                    format!("the device reaches {} behind its yoke, but the box is {} deep", say(behind), say(depth));
                add(&Pointer::root().at("devices").at(index).at("behind"), message);
            }
        }
        for message in self.onward_nowhere() {
            add(&Pointer::root().at("landings"), message);
        }
        for (pointer, message) in self.hanging_contradicts() {
            add(&pointer, message);
        }
        for (index, device) in self.devices.iter().enumerate() {
            if let (Some(marked), Some(shape)) = (device.amperes, device.configuration)
                && marked != shape.amperes()
            {
                let message = format!("slots {} are of {} A, and {marked} A are noted", shape.name(), shape.amperes());
                add(&Pointer::root().at("devices").at(index).at("configuration"), message);
            }
        }
        for (index, conductor) in self.conductors.iter().enumerate() {
            let place = Pointer::root().at("conductors").at(index);
            if conductor.on_box && self.construction == Some(Construction::Nonmetallic) {
                let message = "a ground is noted on the metal of the box, and the box is not of metal";
                add(&place.at("on_box"), message.to_owned());
            } else if conductor.on_box && !conductor.is_ground() {
                let message =
                    format!("a {} is noted on the metal of the box; only a ground goes there", conductor.role.name());
                add(&place.at("on_box"), message);
            }
            let (Some(length), Some(reach)) = (conductor.free_length, conductor.reach) else { continue };
            let behind = Offset::from(length) - reach;
            match self.sheath_end_of(conductor) {
                Some(end) if reach + end > Offset::from(length + resolution + resolution) => {
                    let message = format!(
                        "a conductor {} long from a sheath end {} behind the opening reaches {} at most, not {}",
                        say(length),
                        say(end),
                        (length - end).say(units),
                        reach.say(units)
                    );
                    add(&place.at("reach"), message);
                }
                None if reach <= Offset::from(length)
                    && self.depth.is_some_and(|d| behind > Offset::from(d + resolution + resolution)) =>
                {
                    let message = format!(
                        "with a length of {} this puts the sheath end {} behind the opening, outside a box {} deep",
                        say(length),
                        behind.say(units),
                        say(self.depth.unwrap_or_default())
                    );
                    add(&place.at("reach"), message);
                }
                None if reach > Offset::from(length + resolution) => {
                    let message =
                        format!("it cannot reach {} past the opening and be {} long", reach.say(units), say(length));
                    add(&place.at("reach"), message);
                }
                _ => {}
            }
        }
        found
    }

    /// What is noted of a box that is not there, and of what hangs, that cannot all be true.
    fn hanging_contradicts(&self) -> Vec<(Pointer, String)> {
        let (root, mut found) = (Pointer::root(), Vec::new());
        let missing = self.observed(Observation::NoBox) == Some(true);
        if missing && self.depth.is_some() {
            found.push((root.at("depth"), "no box is there, and its depth was measured".to_owned()));
        }
        if missing && self.marked_volume.is_some() {
            found.push((root.at("marked_volume"), "no box is there, and its volume was read".to_owned()));
        }
        let Some(hung) = &self.hung else { return found };
        let at = root.at("hung");
        let noun = hung.kind.noun();
        if self.observed(Observation::HangsByConductors) == Some(true) && hung.from_structure == Some(true) {
            found
                .push((at.at("from_structure"), format!("the {noun} hangs by its conductors, and from the structure")));
        }
        if hung.insulation_contact == Some(true) && hung.kind != HungKind::RecessedLuminaire {
            let message = "only a recessed luminaire is marked for contact with insulation".to_owned();
            found.push((at.at("insulation_contact"), message));
        }
        if let (Some(rod), Some(blades)) = (hung.rod, hung.blade_height)
            && rod > blades
        {
            found.push((at.at("rod"), format!("the rod is longer than the blades of the {noun} are above the floor")));
        }
        found
    }

    /// What is noted as the ground of a cable against what the cable is and what is in it.
    fn ground_of_cable_contradicts(&self, cable: &Cable) -> Option<String> {
        let name = cable.name();
        let wires = self.conductors.iter().filter(|conductor| conductor.cable == Some(cable.id) && !conductor.pigtail);
        let (mut wires, method) = (wires.map(Conductor::is_ground).peekable(), cable.method.name());
        match (cable.ground?, cable.method.ground()) {
            (CableGround::Metal, MethodGround::ByWire | MethodGround::Never) => {
                Some(format!("{name}: its metal is noted as the ground, but the metal of {method} is none"))
            }
            (CableGround::None, MethodGround::Itself) => {
                Some(format!("{name}: noted without a ground, but the metal of {method} is one"))
            }
            (CableGround::Wire, _) if wires.peek().is_some() && !wires.any(|is_ground| is_ground) => {
                Some(format!("{name}: a ground wire is noted, but none of its conductors is one"))
            }
            (CableGround::None, _) if wires.any(|is_ground| is_ground) => {
                Some(format!("{name}: noted without a ground, but one of its conductors is one"))
            }
            _ => None,
        }
    }

    /// Conductors that take the feed on and are on no terminal and in no splice, where the terminals were noted: the
    /// load wires of a GFCI that protects nothing.
    fn onward_nowhere(&self) -> Vec<String> {
        let onward = |cable: &&Cable| cable.goes == Some(CableGoes::Onward);
        let loose = |cable: &Cable| {
            let circuit = |wire: &&Conductor| wire.cable == Some(cable.id) && !wire.is_ground() && !wire.passes_through;
            let mut wires = self.conductors.iter().filter(circuit).peekable();
            let nowhere = |wire: &Conductor| {
                wire.joined.is_none() && !self.landings.iter().any(|landing| landing.conductor == wire.id)
            };
            wires.peek().is_some() && wires.all(nowhere)
        };
        if self.landings.is_empty() {
            return Vec::new();
        }
        let gfci = self.devices.iter().any(|device| device.kind == DeviceKind::GfciReceptacle);
        let what = if gfci { "so that the GFCI protects nothing through it" } else { "so that it feeds nothing" };
        let cables = self.cables.iter().filter(onward).filter(|cable| loose(cable));
        let say = |cable: &Cable| {
            format!(
                "{}: takes the feed on, but its conductors are on no terminal and in no splice, {what}",
                cable.name()
            )
        };
        cables.map(say).collect()
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Landing, Terminal};
    use crate::standard::WiringMethod;
    use crate::testing::{box_with, conductor};

    #[test]
    fn a_reach_longer_than_the_conductor_is_flagged_and_kept() {
        let mut contents = box_with(Some(Length::inches(2)), vec![conductor(Some(44), Some(12))]);
        assert!(contents.contradictions(&HouseRules::default(), UnitSystem::Inch).is_empty());
        contents.conductors[0].reach = Some(Length::inches(2).into());
        let found = contents.contradictions(&HouseRules::default(), UnitSystem::Inch);
        assert_eq!(found[0].pointer, "/conductors/0/reach");
        assert!(found[0].message.contains("reaches 3/4 in at most, not 2 in"), "{}", found[0].message);
        assert_eq!(contents.conductors[0].reach, Some(Length::inches(2).into()));
    }

    #[test]
    fn what_hangs_from_nothing_is_not_measured_and_slots_say_their_amperes() {
        let mut contents = crate::testing::hanging(HungKind::Fan, |hung| hung.from_structure = Some(true));
        let pointers = |contents: &BoxContents| -> Vec<String> {
            let found = contents.contradictions(&HouseRules::default(), UnitSystem::Inch);
            found.into_iter().map(|found| found.pointer).collect()
        };
        assert!(pointers(&contents).is_empty());
        contents.observe(Observation::NoBox, true);
        contents.observe(Observation::HangsByConductors, true);
        contents.depth = Some(Length::inches(2));
        assert_eq!(pointers(&contents), ["/depth", "/hung/from_structure"]);
        let mut range = crate::testing::box_with_device(DeviceKind::RangeReceptacle);
        range.devices[0].configuration = Some(crate::standard::Configuration::Straight14To50);
        assert!(pointers(&range).is_empty());
        range.devices[0].amperes = Some(30);
        assert_eq!(pointers(&range), ["/devices/0/configuration"]);
    }

    #[test]
    fn measures_that_put_the_sheath_outside_the_box_are_flagged() {
        let mut contents = box_with(None, vec![conductor(Some(100), Some(32))]);
        assert!(contents.contradictions(&HouseRules::default(), UnitSystem::Inch).is_empty());
        contents.depth = Some(Length::inches(2));
        let found = contents.contradictions(&HouseRules::default(), UnitSystem::Inch);
        assert!(found[0].message.contains("4 1/4 in behind the opening"), "{}", found[0].message);
    }

    #[test]
    fn a_sheath_that_ends_outside_the_box_is_flagged() {
        let mut contents = box_with(Some(Length::inches(4)), vec![]);
        contents.depth = Some(Length::inches(3));
        let found = contents.contradictions(&HouseRules::default(), UnitSystem::Inch);
        assert_eq!(found[0].pointer, "/cables/0/sheath_end");
    }

    #[test]
    fn a_ground_that_the_cable_cannot_be_is_flagged_and_gives_no_pass() {
        let mut contents = crate::testing::box_with_device(DeviceKind::DuplexReceptacle);
        let mut said = |method, ground| {
            (contents.cables[0].method, contents.cables[0].ground) = (method, Some(ground));
            let found = contents.contradictions(&HouseRules::default(), UnitSystem::Inch);
            found.into_iter().map(|odd| format!("{} {}", odd.pointer, odd.message)).collect::<Vec<_>>()
        };
        assert_eq!(said(WiringMethod::Nonmetallic, CableGround::Wire), [""; 0]);
        let plastic = said(WiringMethod::PlasticConduit, CableGround::Metal);
        assert_eq!(
            plastic,
            ["/cables/0/ground cable 1: its metal is noted as the ground, but the metal of plastic conduit is none"]
        );
        assert!(said(WiringMethod::Nonmetallic, CableGround::None)[0].contains("one of its conductors is one"));
        assert!(said(WiringMethod::ThinWall, CableGround::None)[0].contains("the metal of thin-wall conduit is one"));
        contents.conductors.retain(|conductor| !conductor.is_ground());
        contents.cables[0].ground = Some(CableGround::Wire);
        assert_eq!(contents.contradictions(&HouseRules::default(), UnitSystem::Inch)[0].pointer, "/cables/0/ground");
        (contents.cables[0].method, contents.cables[0].ground) =
            (WiringMethod::PlasticConduit, Some(CableGround::Metal));
        assert_eq!(contents.ground_in_sight(), crate::facts::GroundInSight::None, "kept, flagged, and no pass");
        assert_eq!(contents.cables[0].ground, Some(CableGround::Metal));
    }

    #[test]
    fn load_wires_of_a_gfci_on_no_terminal_are_flagged() {
        let mut contents = crate::testing::box_with_device(DeviceKind::GfciReceptacle);
        contents.cables.push(Cable { goes: Some(CableGoes::Onward), ..Cable::new(2) });
        let onward = Conductor { id: 9, cable: Some(2), ..contents.conductors[0].clone() };
        contents.conductors.push(onward);
        let odd = |contents: &BoxContents| contents.contradictions(&HouseRules::default(), UnitSystem::Inch);
        assert_eq!(odd(&contents), [], "no terminal was noted yet");
        contents.landings = vec![Landing { device: 1, terminal: Terminal::LineBrass, conductor: 1 }];
        let found = odd(&contents);
        assert_eq!(found[0].pointer, "/landings");
        assert!(found[0].message.contains("on no terminal and in no splice"), "{}", found[0].message);
        contents.landings.push(Landing { device: 1, terminal: Terminal::LoadBrass, conductor: 9 });
        assert_eq!(odd(&contents), []);
    }

    #[test]
    fn more_than_a_box_can_hold_is_flagged_and_kept() {
        let mut contents = crate::testing::box_with_device(crate::facts::DeviceKind::RangeReceptacle);
        contents.gangs = Some(1);
        contents.devices[0].behind = Some(Length::inches(4));
        contents.depth = Some(Length::inches(3));
        contents.stand.set_back = Some(Length::sixteenths(2));
        contents.stand.proud = Some(Length::sixteenths(2));
        let mut second = contents.conductors[2].clone();
        second.id = 9;
        contents.conductors.push(second);
        let found = contents.contradictions(&HouseRules::default(), UnitSystem::Inch);
        let pointers: Vec<&str> = found.iter().map(|odd| odd.pointer.as_str()).collect();
        assert_eq!(pointers, ["/gangs", "/conductors", "/stand/proud", "/devices/0/behind"]);
        assert_eq!(contents.problems(&Pointer::root()), [], "odd facts are accepted as facts");
    }
}
