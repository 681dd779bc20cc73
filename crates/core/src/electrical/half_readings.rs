//! What was read in one half of a device, and what it says of the paths to ground.

use super::path::{GroundPath, grade_path};
use super::prediction::{Prediction, Span};
use crate::facts::{
    BoxBond, BoxContents, Construction, DetectorReading, DeviceKind, GroundInSight, Half, Lamp, LampReading, Meter,
    MeterReading, Probe, TripReading,
};
use crate::quantity::Voltage;

/// How far a reading may be from what is predicted, in volts: the meter's own error and that of two readings taken one
/// after the other, which is little where the reading is small. Hot to ground within 5 V of hot to neutral is sound; nothing at all
/// from neutral to ground under load is the mark of a jumper. Common practice, no source.
fn tolerance(volts: f64) -> f64 {
    (0.3 + 0.02 * volts).min(2.5)
}
/// More than this to a known ground is a voltage, on a meter that loads what it reads. A neutral under load lifts metal that
/// is wrongly tied to it by a few volts. Common practice, no source.
pub const FEW: Voltage = Voltage::volts(6);
/// From here on hot to neutral is live.
const LIVE: Voltage = Voltage::volts(90);
/// Below this a prediction says nothing of the supply, in volts.
const SAYS_SUPPLY: f64 = 30.0;

/// What was read in one half of a device.
#[derive(Debug, Clone)]
pub struct HalfReadings<'a> {
    /// Which half.
    pub half: Half,
    /// The three lamps.
    pub lamps: Option<&'a LampReading>,
    /// The meters, with a figure each.
    pub meters: Vec<&'a MeterReading>,
    /// The detectors.
    pub detectors: Vec<&'a DetectorReading>,
    /// The tester's button.
    pub trip: Option<&'a TripReading>,
    /// A GFCI may be ahead of these slots, or in them, and open on a reading.
    pub gfci_may_open: bool,
    /// A GFCI upstream, and not the device itself, would answer to the button.
    pub gfci_upstream: bool,
    /// The box is of metal, as far as is known.
    pub metal_box: bool,
    /// The device has another half.
    pub has_other_half: bool,
    /// No ground comes to this box, by a conductor or by its metal: whatever is read, none is there.
    pub no_ground_here: bool,
}

impl<'a> HalfReadings<'a> {
    /// The readings of a box by half; a half in which nothing was read is left out.
    pub fn of(contents: &'a BoxContents) -> Vec<Self> {
        if contents.lamps.is_empty()
            && contents.readings.is_empty()
            && contents.detectors.is_empty()
            && contents.trips.is_empty()
        {
            return Vec::new();
        }
        let is_gfci = contents.devices.iter().any(|device| device.kind == DeviceKind::GfciReceptacle);
        let duplex = |kind| matches!(kind, DeviceKind::DuplexReceptacle | DeviceKind::TwoSlotReceptacle);
        let unbonded =
            contents.construction == Some(Construction::Nonmetallic) || contents.bond == Some(BoxBond::Nothing);
        let none = contents.ground_in_sight() == GroundInSight::None;
        let no_ground_here = unbonded && !contents.conductors.is_empty() && none;
        let of_half = |half: Half| Self {
            half,
            lamps: contents.lamps.iter().find(|reading| reading.half == half),
            meters: contents
                .readings
                .iter()
                .filter(|r| r.half == half && r.volts.is_some() && r.from != r.to)
                .collect(),
            detectors: contents.detectors.iter().filter(|reading| reading.half == half).collect(),
            trip: contents.trips.iter().find(|reading| reading.half == half),
            gfci_may_open: contents.supply.gfci != Some(false) || is_gfci,
            gfci_upstream: contents.supply.gfci == Some(true) && !is_gfci,
            metal_box: contents.construction != Some(Construction::Nonmetallic),
            has_other_half: contents.devices.iter().any(|device| duplex(device.kind)),
            no_ground_here,
        };
        Half::ALL.into_iter().map(of_half).filter(|half| !half.is_empty()).collect()
    }

    pub(super) fn is_empty(&self) -> bool {
        self.lamps.is_none() && self.meters.is_empty() && self.detectors.is_empty() && self.trip.is_none()
    }

    /// A meter's figure between two probes.
    pub(super) fn volts(&self, meter: Meter, a: Probe, b: Probe) -> Option<Voltage> {
        self.meters.iter().find(|r| r.meter == meter && !r.loaded && r.is_between(a, b)).and_then(|r| r.volts)
    }

    /// The readings in words, as a verdict cites them.
    pub fn words(&self) -> Vec<String> {
        let mut words = Vec::new();
        if let Some(lamps) = self.lamps {
            let [hn, hg, ng] = [lamps.hot_neutral, lamps.hot_ground, lamps.neutral_ground].map(Lamp::name);
            words.push(format!("lamps hot–neutral {hn}, hot–ground {hg}, neutral–ground {ng}"));
        }
        words.extend(self.meters.iter().filter_map(|reading| reading.words()));
        for reading in &self.detectors {
            let says = if reading.chirps { "answers" } else { "is silent" };
            words.push(format!("{} at {} {says}", reading.class.name(), reading.at.name()));
        }
        if let Some(trip) = self.trip {
            let says = if trip.tripped { "opens the GFCI" } else { "does not open the GFCI" };
            words.push(format!("the tester's button {says}"));
        }
        words
    }

    /// Hot to neutral is read live, after the path was read where a GFCI may have opened on that very reading: a
    /// low-impedance meter from hot to ground draws enough to open one.
    fn is_live(&self, probe: Probe) -> bool {
        let lit = self.lamps.is_some_and(|lamps| lamps.hot_neutral == Lamp::Lit);
        let low = self.meters.iter().find(|r| r.meter == Meter::LowImpedance && r.is_between(Probe::Hot, probe));
        let low_at = low.and_then(|reading| reading.at.as_deref()).filter(|_| self.gfci_may_open);
        let live = |reading: &&&MeterReading| {
            reading.is_between(Probe::Hot, Probe::Neutral)
                && reading.volts.is_some_and(|volts| volts >= LIVE)
                && low_at.zip(reading.at.as_deref()).is_none_or(|(low, at)| at >= low)
        };
        lit || self.meters.iter().any(|reading| live(&reading))
    }

    /// The low-impedance meter finds it at a voltage to a known ground.
    pub(super) fn stands_live(&self, probe: Probe) -> bool {
        self.volts(Meter::LowImpedance, probe, Probe::KnownGround).is_some_and(|volts| volts > FEW)
    }

    fn path(&self, what: &str, probe: Probe) -> GroundPath {
        let between = |from: Probe, to: Probe| Meter::ALL.into_iter().find_map(|meter| self.volts(meter, from, to));
        let hot_neutral = between(Probe::Hot, Probe::Neutral);
        // Hot and neutral are exchanged where the slot taken for the neutral is live to it, and the other is not.
        let share = |volts: Option<Voltage>, of: Voltage| volts.map(|volts| volts.as_volts() / of.as_volts());
        let reversed = hot_neutral.filter(|volts| *volts >= LIVE).is_some_and(|supply| {
            share(between(Probe::Neutral, probe), supply).is_some_and(|share| share > 0.5)
                && share(between(Probe::Hot, probe), supply).is_none_or(|share| share < 0.1)
        });
        let hot = if reversed { Probe::Neutral } else { Probe::Hot };
        let high = self.volts(Meter::HighImpedance, hot, probe);
        let low = self.volts(Meter::LowImpedance, hot, probe);
        let air = self.volts(Meter::HighImpedance, hot, Probe::Air);
        let path = grade_path(what, hot_neutral, high, low, air, self.is_live(probe));
        if reversed {
            let sentence = format!(
                "Hot and neutral are reversed, and the live slot is that of the neutral; from there it counts. {}",
                path.sentence
            );
            return GroundPath { sentence, ..path };
        }
        path
    }

    /// The path to the ground slot.
    pub fn ground_path(&self) -> GroundPath {
        self.path("ground", Probe::Ground)
    }

    /// The path to the metal of the box.
    pub fn metal_path(&self) -> GroundPath {
        self.path("box metal", Probe::BoxMetal)
    }

    /// The families of scenes that show all this.
    pub(super) fn consistent<'p>(&self, predictions: &'p [Prediction]) -> Vec<&'p Prediction> {
        let possible = |prediction: &&Prediction| !(self.no_ground_here && prediction.state.facts().grounded);
        predictions.iter().filter(possible).filter(|prediction| self.fits(prediction)).collect()
    }

    pub(super) fn fits(&self, prediction: &Prediction) -> bool {
        let (mut low, mut high) = prediction.scale;
        // One supply must explain every reading; a reading that the supply hardly enters only has to be near.
        let mut scaled = |span: Span, least: f64, most: f64| {
            if span.low > SAYS_SUPPLY {
                low = low.max(least / span.high);
                high = high.min(most / span.low);
                true
            } else {
                least <= span.high * prediction.scale.1 && most >= span.low * prediction.scale.0
            }
        };
        let meters = self.meters.iter().all(|reading| {
            let volts = reading.volts.unwrap_or_default().as_volts();
            let span = prediction.volts(reading.meter, reading.loaded, reading.from, reading.to);
            scaled(span, volts - tolerance(volts), volts + tolerance(volts))
        });
        if !meters || low > high {
            return false;
        }
        let lamps = self.lamps.is_none_or(|lamps| {
            let seen = [lamps.hot_neutral, lamps.hot_ground, lamps.neutral_ground];
            seen.into_iter().zip(prediction.lamps).all(|(lamp, span)| lamp_fits(lamp, span))
        });
        let detectors = self.detectors.iter().all(|reading| {
            let span = prediction.potential(reading.at);
            let threshold = reading.class.threshold();
            if reading.chirps { span.high > threshold * 0.7 } else { span.low < threshold * 1.3 }
        });
        let trip = self.trip.filter(|_| self.gfci_upstream);
        let trips = trip.is_none_or(|trip| prediction.trips.is_none_or(|predicted| predicted == trip.tripped));
        lamps && detectors && trips
    }
}

/// A lamp seen so, where it would have this voltage. A neon lamp strikes somewhere between 60 and 75 V, so that one in
/// series with another may be dim or dark.
fn lamp_fits(seen: Lamp, span: Span) -> bool {
    let (least, most) = match seen {
        Lamp::Off => (0.0, 75.0),
        Lamp::Dim => (25.0, 95.0),
        Lamp::Lit => (70.0, f64::INFINITY),
    };
    span.high >= least && span.low <= most
}
