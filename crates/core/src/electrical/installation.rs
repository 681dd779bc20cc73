//! A simulated installation: circuits as they really are, faults included. The bench puts simulated instruments on it.

use serde::{Deserialize, Serialize};
use thiserror::Error;
use utoipa::ToSchema;

use super::instrument::{TEST_LOAD_OHMS, TRIP_AMPERES, TRIP_OHMS, lamp_at, lamps};
use super::line::{Line, Way, Wires};
use super::network::{Network, NetworkError, Node, Phasor, Port};
use super::scene::{Connection, Lands, Metal, SUPPLY, Service, place};
use crate::facts::{
    Breaker, DetectorClass, DetectorReading, Half, InstrumentReading, LampReading, Meter, MeterReading, Probe,
    TripReading,
};
use crate::quantity::{Gauge, Voltage};

/// A fault, as it really is.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum TrueFault {
    /// The hot of the feeding cable is broken where it leaves the box before.
    OpenHotFeed,
    /// Its neutral is.
    OpenNeutralFeed,
    /// Its ground is, or it has none.
    OpenGroundFeed,
    /// Its ground has so many ohms more.
    PoorGroundFeed(f64),
    /// Its neutral has so many ohms more.
    PoorNeutralFeed(f64),
    /// Hot and neutral are exchanged where it lands, and for all that is downstream.
    FeedReversed,
    /// Hot and neutral are exchanged at the device.
    HotNeutralReversed,
    /// Hot and ground are exchanged at the device.
    HotGroundReversed,
    /// Neutral and ground are exchanged at the device.
    NeutralGroundSwapped,
    /// A jumper makes the ground slot up from the neutral; no ground lands.
    BootlegGround,
    /// The same, with hot and neutral exchanged.
    BootlegReversed,
    /// The metal of the box is joined to nothing.
    BoxUnbonded,
    /// This half hangs on a switch that is off.
    SwitchedOff,
}

/// A box on a circuit, as it really is.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TruePoint {
    /// The tag of the box.
    pub tag: String,
    /// The tag of the box that feeds it; the panel when absent.
    #[serde(default)]
    pub from: Option<String>,
    /// The cable from there, in metres.
    pub metres: f64,
    /// Only this half of its receptacle hangs on the circuit.
    #[serde(default)]
    pub half: Option<Half>,
    /// On the second hot of a shared-neutral pair.
    #[serde(default)]
    pub on_second: bool,
    /// What is plugged in, in watts.
    #[serde(default)]
    pub watts: Option<f64>,
    /// How much more its slots and its metal couple to what is round them than those of an ordinary box.
    #[serde(default = "ordinary")]
    pub stray: f64,
    /// What is wrong.
    #[serde(default)]
    pub faults: Vec<TrueFault>,
}

const fn ordinary() -> f64 {
    1.0
}

/// A circuit, as it really is.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TrueCircuit {
    /// Its breaker.
    pub breaker: String,
    /// The breaker of the second hot of a shared-neutral pair.
    #[serde(default)]
    pub second_breaker: Option<String>,
    /// Which leg it is on, 0 or 1; a second hot is on the other.
    pub leg: u8,
    /// The size of its conductors.
    pub gauge: Gauge,
    /// A GFCI protects it from the panel on.
    #[serde(default)]
    pub gfci: bool,
    /// Its boxes, each after what feeds it.
    pub points: Vec<TruePoint>,
}

/// A building, as it really is.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Installation {
    /// What it is called.
    pub name: String,
    /// Its circuits.
    pub circuits: Vec<TrueCircuit>,
}

/// Where the leads are, and what is switched off.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BenchWish {
    /// The box by its tag.
    pub tag: String,
    /// Which half.
    pub half: Half,
    /// The breakers that are off, at most 100.
    #[serde(default)]
    #[schema(max_items = 100)]
    pub off: Vec<String>,
    /// The main is off.
    #[serde(default)]
    pub main_off: bool,
    /// What is used.
    pub instrument: BenchInstrument,
}

/// A simulated instrument.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum BenchInstrument {
    /// The three lamps.
    Lamps,
    /// The GFCI button of the lamp tester.
    Button,
    /// A voltmeter.
    Meter {
        /// Which.
        meter: Meter,
        /// One lead.
        from: Probe,
        /// The other lead.
        to: Probe,
        /// With a heater of about 10 A running in the same half.
        loaded: bool,
    },
    /// A non-contact detector.
    Detector {
        /// Which.
        class: DetectorClass,
        /// What it is held to.
        at: Probe,
    },
}

/// Why a reading cannot be simulated.
#[derive(Debug, Clone, PartialEq, Error)]
pub enum BenchError {
    /// No such box, or no such half on any circuit.
    #[error("the simulated building has no circuit at {tag}, {half}; choose a box from its list")]
    NoSuchPoint {
        /// The tag.
        tag: String,
        /// The half.
        half: &'static str,
    },
    /// Both leads are on the same place.
    #[error("both leads are on the {0}; move one of them")]
    SamePlace(&'static str),
    /// A feed that is not there, or not before its point.
    #[error("{tag} is fed from {from}, which does not stand before it on its circuit")]
    BadFeed {
        /// The tag.
        tag: String,
        /// What feeds it.
        from: String,
    },
    /// A figure that no point can have.
    #[error("{tag} has {what} of {value}; give a figure from 0 to {most}")]
    Value {
        /// The tag.
        tag: String,
        /// What.
        what: &'static str,
        /// The figure.
        value: f64,
        /// The most.
        most: f64,
    },
    /// The network has no answer.
    #[error("the simulated building cannot be solved: {0}")]
    Network(#[from] NetworkError),
}

/// The conductors at a box.
#[derive(Clone, Copy)]
struct AtBox {
    wires: Wires,
    second: Option<Node>,
}

/// Where the probes of one point come to lie.
struct Landed<'a> {
    point: &'a TruePoint,
    nodes: [Node; 7],
}

impl Installation {
    /// Takes a reading.
    ///
    /// # Errors
    /// [`BenchError`].
    pub fn read(&self, wish: &BenchWish) -> Result<InstrumentReading, BenchError> {
        let half = wish.half;
        if let BenchInstrument::Meter { from, to, .. } = wish.instrument
            && from == to
        {
            return Err(BenchError::SamePlace(from.name()));
        }
        let (port, point) = self.port(wish)?;
        let [hot, neutral, ground] = [Probe::Hot, Probe::Neutral, Probe::Ground].map(place);
        Ok(match wish.instrument {
            BenchInstrument::Lamps => {
                let [hn, hg, ng] = lamps(&port, [hot, neutral, ground]).map(lamp_at);
                InstrumentReading::Lamps(LampReading { half, hot_neutral: hn, hot_ground: hg, neutral_ground: ng })
            }
            BenchInstrument::Button => {
                let button = Phasor::new(1.0 / TRIP_OHMS, 0.0);
                let amperes = port.across(hot, ground, button).norm() / TRIP_OHMS;
                let made_up = |f: &TrueFault| matches!(f, TrueFault::BootlegGround | TrueFault::BootlegReversed);
                let by_neutral = point.faults.iter().any(made_up);
                let protected = self.circuits.iter().any(|c| c.gfci && c.points.contains(point));
                let tripped = protected && !by_neutral && amperes >= TRIP_AMPERES;
                InstrumentReading::Button(TripReading { half, tripped, reset: tripped.then_some(true) })
            }
            BenchInstrument::Meter { meter, from, to, loaded } => {
                let load = Phasor::new(1.0 / TEST_LOAD_OHMS, 0.0);
                let port = if loaded { port.with(hot, neutral, load) } else { port };
                let volts = port.across(place(from), place(to), meter.admittance()).norm();
                // The display of a meter: tenths of a volt.
                let volts = Some(Voltage::nearest((volts * 10.0).round() / 10.0));
                InstrumentReading::Meter(MeterReading { half, meter, from, to, volts, loaded, at: None })
            }
            BenchInstrument::Detector { class, at } => {
                let chirps = port.potential(place(at)).norm() >= class.threshold();
                InstrumentReading::Detector(DetectorReading { half, class, at, chirps })
            }
        })
    }

    fn port(&self, wish: &BenchWish) -> Result<(Port, &TruePoint), BenchError> {
        let mut network = Network::new();
        let panel = Service::new(&mut network);
        let mut landed: Vec<Landed> = Vec::new();
        for circuit in self.circuits.iter().filter(|c| c.points.iter().any(|point| point.tag == wish.tag)) {
            landed.extend(circuit.build(&mut network, &panel, wish)?);
        }
        let here = |landed: &&Landed| landed.point.tag == wish.tag && landed.point.half.is_none_or(|h| h == wish.half);
        let Some(at) = landed.iter().find(here) else {
            return Err(BenchError::NoSuchPoint { tag: wish.tag.clone(), half: wish.half.name() });
        };
        let mut nodes = at.nodes;
        let other = landed.iter().find(|o| o.point.tag == wish.tag && o.point.half.is_some_and(|h| h != wish.half));
        if let Some(other) = other {
            nodes[place(Probe::OtherHot)] = other.nodes[place(Probe::Hot)];
        }
        Ok((network.solve()?.port(&nodes), at.point))
    }

    /// What cannot be accepted: feeds that lead nowhere, impossible figures.
    ///
    /// # Errors
    /// The first [`BenchError`] that any of its points has.
    pub fn check(&self) -> Result<(), BenchError> {
        for point in self.circuits.iter().flat_map(|circuit| &circuit.points) {
            let figures =
                [("a cable in metres", Some(point.metres), 1_000.0), ("a load in watts", point.watts, 20_000.0)];
            for (what, value, most) in figures {
                if let Some(value) = value
                    && !(0.0..=most).contains(&value)
                {
                    return Err(BenchError::Value { tag: point.tag.clone(), what, value, most });
                }
            }
            let wish = BenchWish {
                tag: point.tag.clone(),
                half: point.half.unwrap_or(Half::Upper),
                off: Vec::new(),
                main_off: false,
                instrument: BenchInstrument::Lamps,
            };
            self.read(&wish)?;
        }
        Ok(())
    }
}

impl TrueCircuit {
    /// A circuit without boxes, on the breaker in a space of its panel and on the leg of that space.
    pub fn new(space: u8, gauge: Gauge) -> Self {
        let leg = Breaker::new(u16::from(space), space).leg();
        Self { breaker: space.to_string(), second_breaker: None, leg, gauge, gfci: false, points: Vec::new() }
    }

    fn build<'a>(
        &'a self,
        network: &mut Network,
        panel: &Service,
        wish: &BenchWish,
    ) -> Result<Vec<Landed<'a>>, BenchError> {
        let leg = usize::from(self.leg);
        let fed = |network: &mut Network, breaker: &str, leg: usize| {
            let hot = network.node();
            if !wish.main_off && !wish.off.iter().any(|off| off == breaker) {
                network.resistor(panel.circuit(leg).hot, hot, 0.005);
            }
            hot
        };
        let hot = fed(network, &self.breaker, leg);
        let second = self.second_breaker.as_deref().map(|breaker| fed(network, breaker, leg + 1));
        let start = AtBox { wires: Wires { hot, ..panel.circuit(leg) }, second };
        let mut boxes: Vec<(&str, AtBox)> = Vec::new();
        let mut landed = Vec::new();
        for point in &self.points {
            let from = match &point.from {
                None => start,
                Some(from) => boxes
                    .iter()
                    .find(|(tag, _)| tag == from)
                    .map(|(_, at)| *at)
                    .ok_or_else(|| BenchError::BadFeed { tag: point.tag.clone(), from: from.clone() })?,
            };
            let at = point.run(network, from, self.gauge);
            boxes.push((&point.tag, at));
            landed.push(Landed { point, nodes: point.land(network, at, panel) });
        }
        Ok(landed)
    }
}

impl TruePoint {
    /// A box so many metres from the panel, ordinary, with nothing wrong.
    pub fn new(tag: impl Into<String>, metres: f64) -> Self {
        Self {
            tag: tag.into(),
            from: None,
            metres,
            half: None,
            on_second: false,
            watts: None,
            stray: ordinary(),
            faults: Vec::new(),
        }
    }

    fn has(&self, fault: TrueFault) -> bool {
        self.faults.contains(&fault)
    }

    fn run(&self, network: &mut Network, from: AtBox, gauge: Gauge) -> AtBox {
        let way = |open: TrueFault, poor: Option<f64>| match poor {
            _ if self.has(open) => Way::Open,
            Some(ohms) => Way::Resistive(ohms),
            None => Way::Sound,
        };
        let poor = |of: fn(&TrueFault) -> Option<f64>| self.faults.iter().find_map(of);
        let cable = Line {
            hot: way(TrueFault::OpenHotFeed, None),
            neutral: way(
                TrueFault::OpenNeutralFeed,
                poor(|fault| if let TrueFault::PoorNeutralFeed(ohms) = fault { Some(*ohms) } else { None }),
            ),
            ground: way(
                TrueFault::OpenGroundFeed,
                poor(|fault| if let TrueFault::PoorGroundFeed(ohms) = fault { Some(*ohms) } else { None }),
            ),
            ..Line::sound(gauge, self.metres)
        };
        let mut wires = cable.run(network, from.wires);
        let second = from.second.map(|near| {
            let far = network.node();
            network.resistor(near, far, super::line::resistance(gauge, self.metres, 30.0).max(1e-4));
            far
        });
        if self.has(TrueFault::FeedReversed) {
            (wires.hot, wires.neutral) = (wires.neutral, wires.hot);
        }
        AtBox { wires, second }
    }

    fn land(&self, network: &mut Network, at: AtBox, panel: &Service) -> [Node; 7] {
        use Lands::{Ground, Hot, Neutral, Nothing};
        let mut wires = at.wires;
        if let (true, Some(second)) = (self.on_second, at.second) {
            wires.hot = second;
        }
        let mut connection = Connection { stray: self.stray, ..Connection::default() };
        for fault in &self.faults {
            match fault {
                TrueFault::HotNeutralReversed => connection.slots = [Neutral, Hot, Ground],
                TrueFault::HotGroundReversed => connection.slots = [Ground, Neutral, Hot],
                TrueFault::NeutralGroundSwapped => connection.slots = [Hot, Ground, Neutral],
                TrueFault::BootlegGround => {
                    connection.slots = [Hot, Neutral, Nothing];
                    connection.jumper = true;
                }
                TrueFault::BootlegReversed => {
                    connection.slots = [Neutral, Hot, Nothing];
                    connection.jumper = true;
                }
                TrueFault::BoxUnbonded => connection.metal = Metal::Nothing,
                TrueFault::SwitchedOff => {
                    connection.slots[0] = Nothing;
                    connection.other_half = Some(Hot);
                }
                _ => {}
            }
        }
        let nodes = connection.land(network, wires, panel.legs[1]);
        if let Some(watts) = self.watts.filter(|watts| *watts > 0.0) {
            network.resistor(nodes[place(Probe::Hot)], nodes[place(Probe::Neutral)], SUPPLY * SUPPLY / watts);
        }
        nodes
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Lamp;

    fn building(faults: Vec<TrueFault>) -> Installation {
        let point = |tag: &str, from: Option<&str>, faults| TruePoint {
            from: from.map(str::to_owned),
            faults,
            ..TruePoint::new(tag, 8.0)
        };
        let points = vec![point("A", None, vec![]), point("B", Some("A"), faults), point("C", Some("B"), vec![])];
        let circuit = TrueCircuit { points, ..TrueCircuit::new(1, Gauge::Awg14) };
        Installation { name: "test".to_owned(), circuits: vec![circuit] }
    }

    fn lamps_at(building: &Installation, tag: &str, off: &[&str]) -> [Lamp; 3] {
        let wish = BenchWish {
            tag: tag.to_owned(),
            half: Half::Upper,
            off: off.iter().map(|&breaker| breaker.to_owned()).collect(),
            main_off: false,
            instrument: BenchInstrument::Lamps,
        };
        match building.read(&wish) {
            Ok(InstrumentReading::Lamps(read)) => [read.hot_neutral, read.hot_ground, read.neutral_ground],
            other => unreachable!("{other:?}"),
        }
    }

    #[test]
    fn a_break_darkens_what_is_downstream_of_it() {
        let building = building(vec![TrueFault::OpenHotFeed]);
        assert_eq!(lamps_at(&building, "A", &[]), [Lamp::Lit, Lamp::Lit, Lamp::Off]);
        assert_eq!(lamps_at(&building, "C", &[]), [Lamp::Off; 3]);
        assert_eq!(lamps_at(&building, "A", &["1"]), [Lamp::Off; 3], "the breaker is off");
    }

    #[test]
    fn a_feed_that_is_exchanged_is_exchanged_downstream() {
        let building = building(vec![TrueFault::FeedReversed]);
        assert_eq!(lamps_at(&building, "C", &[]), [Lamp::Lit, Lamp::Off, Lamp::Lit]);
    }

    #[test]
    fn what_is_not_there_is_answered() {
        let building = building(vec![]);
        let wish = |tag: &str, to| BenchWish {
            tag: tag.to_owned(),
            half: Half::Upper,
            off: vec![],
            main_off: false,
            instrument: BenchInstrument::Meter { meter: Meter::HighImpedance, from: Probe::Hot, to, loaded: false },
        };
        assert!(matches!(building.read(&wish("Z", Probe::Neutral)), Err(BenchError::NoSuchPoint { .. })));
        assert!(matches!(building.read(&wish("A", Probe::Hot)), Err(BenchError::SamePlace("hot"))));
        let mut broken = building.clone();
        broken.circuits[0].points[1].metres = f64::NAN;
        assert!(broken.check().is_err());
        broken = building;
        broken.circuits[0].points[1].from = Some("C".to_owned());
        assert!(matches!(broken.check(), Err(BenchError::BadFeed { .. })));
    }
}
