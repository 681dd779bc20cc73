//! What cannot be accepted in a box, with the place of each.

use super::contents::BoxContents;
use super::landing::terminals_of;
use crate::facts::problem::{Pointer, Problem, check_text, check_time, check_year};
use crate::quantity::{Length, Offset, Volume};

/// The most cables one box may hold.
const MOST_CABLES: usize = 40;
/// The most conductors one box may hold.
const MOST_CONDUCTORS: usize = 200;
/// Longest accepted measure along a conductor: 5 m.
const LONGEST_CONDUCTOR: Length = Length::mm(5_000);
/// Largest accepted measure of a box: 2 m.
const LARGEST_BOX: Length = Length::mm(2_000);

/// Farthest accepted measure round a box: 30 m.
const TALLEST: Length = Length::mm(30_000);

impl BoxContents {
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
        range(&stand.at("height"), self.stand.height, TALLEST, "30 m (98 ft)");
        range(&stand.at("to_water"), self.stand.to_water, TALLEST, "30 m (98 ft)");
        for (index, device) in self.devices.iter().enumerate() {
            range(&at.at("devices").at(index).at("behind"), device.behind, LARGEST_BOX, "2 m (6 1/2 ft)");
        }
        if let Some(hung) = &self.hung {
            let place = at.at("hung");
            for (field, length) in [
                ("to_insulation", hung.to_insulation),
                ("to_wood", hung.to_wood),
                ("blade_height", hung.blade_height),
                ("blade_to_wall", hung.blade_to_wall),
                ("rod", hung.rod),
            ] {
                range(&place.at(field), length, TALLEST, "30 m (98 ft)");
            }
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
            range(&place.at("reach"), conductor.reach.map(Offset::distance), LONGEST_CONDUCTOR, "5 m (16 ft)");
            range(&place.at("damage_at"), conductor.damage_at, LONGEST_CONDUCTOR, "5 m (16 ft)");
            let joint = conductor.joint.and_then(|joint| joint.from_sheath);
            range(&place.at("joint").at("from_sheath"), joint, LONGEST_CONDUCTOR, "5 m (16 ft)");
        }
        self.hung_problems(at, &mut problems);
        self.structure_problems(at, &mut problems);
        self.parts_problems(at, &mut problems);
        problems
    }

    fn hung_problems(&self, at: &Pointer, problems: &mut Vec<Problem>) {
        let Some(hung) = &self.hung else { return };
        let place = at.at("hung");
        for (field, watts) in [("lamp_watts", hung.lamp_watts), ("lamp_most", hung.lamp_most)] {
            if watts.is_some_and(|watts| !(1..=5_000).contains(&watts)) {
                problems.push(Problem::new(&place.at(field), "a lamp has 1 to 5,000 W; read its mark again"));
            }
        }
        if hung.supply_celsius.is_some_and(|celsius| !(60..=250).contains(&celsius)) {
            let message = "supply conductors are marked for 60 to 250 °C; read the label again";
            problems.push(Problem::new(&place.at("supply_celsius"), message));
        }
        if hung.bolts.is_some_and(|bolts| bolts > 12) {
            problems.push(Problem::new(&place.at("bolts"), "12 bolts are the most one counts here; count them again"));
        }
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
        most("readings", self.readings.len(), 60);
        most("detectors", self.detectors.len(), 24);
        most("trips", self.trips.len(), 12);
        most("landings", self.landings.len(), 120);
        most("dead_test", self.dead_test.len(), 400);
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
            check_year(problems, &place.at("replaced"), device.replaced);
        }
        self.instrument_problems(at, problems);
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

    fn instrument_problems(&self, at: &Pointer, problems: &mut Vec<Problem>) {
        for (index, reading) in self.readings.iter().enumerate() {
            let place = at.at("readings").at(index);
            if reading.from == reading.to {
                problems.push(Problem::new(&place.at("to"), "both leads are on the same place; move one of them"));
            }
            if let Some(time) = &reading.at {
                check_time(problems, &place.at("at"), time);
            }
        }
        for (index, landing) in self.landings.iter().enumerate() {
            let place = at.at("landings").at(index);
            let device = self.devices.iter().find(|device| device.id == landing.device);
            match device {
                None => {
                    let message = format!("there is no device {} in this box; name one that is", landing.device);
                    problems.push(Problem::new(&place.at("device"), message));
                }
                Some(device) if !terminals_of(device.kind).contains(&landing.terminal) => {
                    let (device, terminal) = (device.kind.name(), landing.terminal.name());
                    let message = format!("a {device} has no terminal \"{terminal}\"; choose one that it has");
                    problems.push(Problem::new(&place.at("terminal"), message));
                }
                Some(_) => {}
            }
            if !self.conductors.iter().any(|conductor| conductor.id == landing.conductor) {
                let message = format!("there is no conductor {} in this box; name one that is", landing.conductor);
                problems.push(Problem::new(&place.at("conductor"), message));
            }
            if self.landings[..index].contains(landing) {
                problems.push(Problem::new(&place, "this conductor is on this terminal already; note it once"));
            }
        }
        for (index, step) in self.dead_test.iter().enumerate() {
            let place = at.at("dead_test").at(index);
            check_text(problems, &place.at("step"), &step.step, true, 80);
            check_time(problems, &place.at("at"), &step.at);
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
