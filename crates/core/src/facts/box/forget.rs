//! What is measured again after a repair: the facts that its rules read are forgotten, the rest stays as it was found.

use super::contents::BoxContents;
use super::observation::Observation;
use crate::facts::readings::{Half, Lamp, LampReading, Probe};

impl BoxContents {
    /// Forgets one fact by its place, "/stand/set_back", "/cables/*/clamped", "/observed/open-knockout". Says whether it
    /// knows the place.
    pub fn forget(&mut self, place: &str) -> bool {
        if let Some(code) = place.strip_prefix("/observed/") {
            let known = Observation::ALL.iter().any(|what| what.code() == code);
            self.observed.retain(|observed| observed.what.code() != code);
            return known;
        }
        match place {
            "/conductors/*/free_length" => self.conductors.iter_mut().for_each(|c| c.free_length = None),
            "/conductors/*/reach" => self.conductors.iter_mut().for_each(|c| c.reach = None),
            "/conductors/*/condition" => {
                self.conductors.iter_mut().for_each(|c| (c.condition, c.damage_at) = (None, None))
            }
            "/conductors/*/remarked" => self.conductors.iter_mut().for_each(|c| c.remarked = None),
            "/cables/*/sheath_end" => self.cables.iter_mut().for_each(|c| (c.sheath_end, c.slack) = (None, None)),
            "/cables/*/sheath_inside" => self.cables.iter_mut().for_each(|c| c.sheath_inside = None),
            "/cables/*/clamped" => self.cables.iter_mut().for_each(|c| c.clamped = None),
            "/cables/*/first_support" => self.cables.iter_mut().for_each(|c| c.first_support = None),
            "/splices/*/pull_tested" => self.splices.iter_mut().for_each(|s| s.pull_tested = None),
            "/splices/*/both_metals" => self.splices.iter_mut().for_each(|s| s.both_metals = None),
            "/devices/*/seat" => self.devices.iter_mut().for_each(|d| d.seat = None),
            "/devices/*/for_aluminium" => self.devices.iter_mut().for_each(|d| d.for_aluminium = None),
            "/devices/*/behind" => self.devices.iter_mut().for_each(|d| d.behind = None),
            "/devices/*/arc_fault" => self.devices.iter_mut().for_each(|d| d.arc_fault = None),
            "/devices/*/amperes" => self.devices.iter_mut().for_each(|d| d.amperes = None),
            "/devices/*/tamper_resistant" => self.devices.iter_mut().for_each(|d| d.tamper_resistant = None),
            "/devices/*/weather_resistant" => self.devices.iter_mut().for_each(|d| d.weather_resistant = None),
            "/devices/*/marked_no_ground" => self.devices.iter_mut().for_each(|d| d.marked_no_ground = None),
            "/hung/box_carries" => self.hung.iter_mut().for_each(|h| h.box_carries = None),
            "/hung/marked_for" => self.hung.iter_mut().for_each(|h| h.marked_for = None),
            "/hung/canopy" => {
                self.hung.iter_mut().for_each(|h| (h.surface, h.block, h.gasket, h.seal) = (None, None, None, None))
            }
            "/hung/lamp_watts" => self.hung.iter_mut().for_each(|h| h.lamp_watts = None),
            "/hung/tap_box" => self.hung.iter_mut().for_each(|h| (h.tap_box, h.supply_celsius) = (None, None)),
            "/hung/to_insulation" => self
                .hung
                .iter_mut()
                .for_each(|h| (h.insulation_contact, h.to_insulation, h.to_wood) = (None, None, None)),
            "/hung/blade_height" => self.hung.iter_mut().for_each(|h| (h.blade_height, h.blade_to_wall) = (None, None)),
            "/hung/bolts" => self.hung.iter_mut().for_each(|h| h.bolts = None),
            "/hung/control" => self.hung.iter_mut().for_each(|h| h.control = None),
            "/hung/two_screws" => self.hung.iter_mut().for_each(|h| h.two_screws = None),
            "/supply/amperes" => self.supply.amperes = None,
            "/supply/warm" => self.supply.warm = None,
            "/supply/gfci" => self.supply.gfci = None,
            "/supply/afci" => self.supply.afci = None,
            "/supply/common_disconnect" => self.supply.common_disconnect = None,
            "/stand/set_back" => (self.stand.set_back, self.stand.proud) = (None, None),
            "/stand/gap" => self.stand.gap = None,
            "/stand/far_side" => self.stand.far_side = None,
            "/marked_volume" => (self.marked_volume, self.size) = (None, None),
            "/depth" => self.depth = None,
            "/plate" => self.plate = None,
            "/bond" => self.bond = None,
            "/bare_copper" => self.bare_copper = None,
            "/lamps" => self.lamps.clear(),
            "/readings" => {
                self.readings.clear();
                self.detectors.clear();
                self.trips.clear();
            }
            "/landings" => self.landings.clear(),
            _ => return false,
        }
        true
    }
}

impl BoxContents {
    /// What instruments would show in the halves that were read, once each conductor reaches its terminal.
    pub(crate) fn read_correct(&mut self) {
        self.read_as(Lamp::Lit);
    }

    /// What instruments would show in the halves that were read, with the ground open and nothing else wrong.
    pub(crate) fn read_open_ground(&mut self) {
        self.read_as(Lamp::Off);
    }

    fn read_as(&mut self, hot_ground: Lamp) {
        for half in Half::ALL {
            let read = self.lamps.iter().any(|reading| reading.half == half)
                || self.readings.iter().any(|reading| reading.half == half)
                || self.trips.iter().any(|reading| reading.half == half);
            if read {
                self.lamps.retain(|reading| reading.half != half);
                self.lamps.push(LampReading { half, hot_neutral: Lamp::Lit, hot_ground, neutral_ground: Lamp::Off });
            }
        }
        self.readings.clear();
        self.detectors.clear();
        self.trips.clear();
    }

    /// What was read at the metal of the box no longer holds.
    pub(crate) fn forget_metal_readings(&mut self) {
        self.readings.retain(|reading| reading.from != Probe::BoxMetal && reading.to != Probe::BoxMetal);
        self.detectors.retain(|reading| reading.at != Probe::BoxMetal);
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Length;
    use crate::testing::{box_with, conductor};

    #[test]
    fn only_the_fact_named_is_forgotten() {
        let mut contents = box_with(Some(Length::inches(2)), vec![conductor(Some(44), Some(12))]);
        contents.observe(Observation::OpenKnockout, true);
        contents.observe(Observation::BoxLoose, true);
        contents.forget("/conductors/*/free_length");
        contents.forget("/observed/box-loose");
        assert_eq!(contents.conductors[0].free_length, None);
        assert!(contents.conductors[0].reach.is_some() && contents.cables[0].sheath_end.is_some());
        assert_eq!(contents.observed(Observation::BoxLoose), None);
        assert_eq!(contents.observed(Observation::OpenKnockout), Some(true));
    }
}
