//! What every instrument would show under every way of wiring, worked out once.

use std::sync::LazyLock;

use super::instrument::{TEST_LOAD_OHMS, TRIP_AMPERES, TRIP_OHMS, lamps};
use super::network::{Phasor, Port};
use super::scene::{SceneFamily, families, place};
use super::wiring::WiringState;
use crate::facts::{Meter, Probe};

/// A span of voltages, lowest and highest.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Span {
    /// Lowest.
    pub low: f64,
    /// Highest.
    pub high: f64,
}

impl Span {
    fn over(values: impl IntoIterator<Item = f64>) -> Self {
        let start = Self { low: f64::INFINITY, high: 0.0 };
        values.into_iter().fold(start, |span, v| Self { low: span.low.min(v), high: span.high.max(v) })
    }
}

const PROBES: usize = Probe::ALL.len();
const METERS: usize = Meter::ALL.len();

/// What the instruments would show under one family of scenes, at the nominal supply.
pub struct Prediction {
    /// The way of wiring.
    pub state: WiringState,
    /// By how much the supply may differ.
    pub scale: (f64, f64),
    /// How likely it is among those of its way of wiring.
    pub weight: f64,
    /// By meter, under load or not, from and to.
    volts: [[[[Span; PROBES]; PROBES]; 2]; METERS],
    /// Hot to neutral, hot to ground, neutral to ground.
    pub lamps: [Span; 3],
    /// The potential of each probe against earth.
    potentials: [Span; PROBES],
    /// Whether a GFCI upstream opens on the tester's button; `None` when it may or may not.
    pub trips: Option<bool>,
}

impl Prediction {
    fn of(family: &SceneFamily) -> Self {
        let ports = &family.ports;
        let ends = [Probe::Hot, Probe::Neutral, Probe::Ground].map(place);
        let load = Phasor::new(1.0 / TEST_LOAD_OHMS, 0.0);
        let loaded: Vec<Port> = ports.iter().map(|port| port.with(ends[0], ends[1], load)).collect();
        let zero = Span { low: 0.0, high: 0.0 };
        let mut volts = [[[[zero; PROBES]; PROBES]; 2]; METERS];
        for (meter, by_load) in Meter::ALL.into_iter().zip(&mut volts) {
            let admittance = meter.admittance();
            for (ports, table) in [ports, &loaded].into_iter().zip(by_load) {
                for (a, row) in table.iter_mut().enumerate() {
                    for (b, span) in row.iter_mut().enumerate() {
                        if a != b {
                            *span = Span::over(ports.iter().map(|port| port.across(a, b, admittance).norm()));
                        }
                    }
                }
            }
        }
        let lit: Vec<[f64; 3]> = ports.iter().map(|port| lamps(port, ends)).collect();
        let button = Phasor::new(1.0 / TRIP_OHMS, 0.0);
        let trips: Vec<bool> = ports
            .iter()
            .map(|port| {
                let amperes = port.across(ends[0], ends[2], button).norm() / TRIP_OHMS;
                amperes >= TRIP_AMPERES && !family.returns_by_neutral
            })
            .collect();
        Self {
            state: family.state,
            scale: family.scale,
            weight: family.weight,
            volts,
            lamps: std::array::from_fn(|lamp| Span::over(lit.iter().map(|lit| lit[lamp]))),
            potentials: std::array::from_fn(|probe| Span::over(ports.iter().map(|p| p.potential(probe).norm()))),
            trips: trips.iter().all(|trip| *trip == trips[0]).then_some(trips[0]),
        }
    }

    /// What a meter would show.
    pub const fn volts(&self, meter: Meter, loaded: bool, from: Probe, to: Probe) -> Span {
        self.volts[meter as usize][loaded as usize][place(from)][place(to)]
    }

    /// The potential of a probe against earth, which a detector answers to.
    pub const fn potential(&self, probe: Probe) -> Span {
        self.potentials[place(probe)]
    }
}

/// Works out every prediction anew.
pub fn predict() -> Vec<Prediction> {
    families().iter().map(Prediction::of).collect()
}

/// Every prediction, worked out when it is first asked for.
pub static PREDICTIONS: LazyLock<Vec<Prediction>> = LazyLock::new(predict);
