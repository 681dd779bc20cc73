//! The instruments, as what they are to a network: a load, and a sensor with a threshold.
//!
//! # Source
//! Input impedances, lamp thresholds and detector classes are those common on the market; common practice, no source.

use super::network::{FREQUENCY, Phasor, Port};
use crate::facts::{DetectorClass, Lamp, Meter};

impl Meter {
    /// Its admittance, in siemens.
    pub fn admittance(self) -> Phasor {
        match self {
            Self::HighImpedance => Phasor::new(1e-7, std::f64::consts::TAU * FREQUENCY * 100e-12),
            Self::LowImpedance => Phasor::new(1.0 / 3_000.0, 0.0),
        }
    }
}

/// One lamp of the three-lamp tester, in ohms: a small neon lamp behind its resistor.
pub const LAMP_OHMS: f64 = 47_000.0;
/// From here on a lamp is plainly lit, in volts.
pub const LIT_FROM: f64 = 80.0;
/// Below this a lamp is dark, in volts.
pub const DIM_FROM: f64 = 30.0;
/// What the tester's GFCI button puts between hot and ground, in ohms: 8 mA at 120 V.
pub const TRIP_OHMS: f64 = 15_000.0;
/// The current that trips a GFCI, in amperes: 4 to 6 mA for class A.
///
/// # Source
/// UL 943, class A, from memory.
pub const TRIP_AMPERES: f64 = 0.006;
/// The load put on an outlet to read under load, in ohms: a heater of 1,200 W.
pub const TEST_LOAD_OHMS: f64 = 12.0;

impl DetectorClass {
    /// The lowest potential against earth that it answers to, in volts.
    pub const fn threshold(self) -> f64 {
        match self {
            Self::Sensitive => 12.0,
            Self::Ordinary => 90.0,
        }
    }
}

/// How a lamp looks at a voltage.
pub fn lamp_at(volts: f64) -> Lamp {
    if volts >= LIT_FROM {
        Lamp::Lit
    } else if volts >= DIM_FROM {
        Lamp::Dim
    } else {
        Lamp::Off
    }
}

/// The voltages on the three lamps of the tester in a port whose terminals are the hot, neutral and ground slot: hot to
/// neutral, hot to ground, neutral to ground.
pub fn lamps(port: &Port, [hot, neutral, ground]: [usize; 3]) -> [f64; 3] {
    let lamp = Phasor::new(1.0 / LAMP_OHMS, 0.0);
    let lit = port.with(hot, neutral, lamp).with(hot, ground, lamp).with(neutral, ground, lamp);
    [(hot, neutral), (hot, ground), (neutral, ground)].map(|(a, b)| (lit.potential(a) - lit.potential(b)).norm())
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::electrical::network::Network;

    #[test]
    fn an_open_neutral_leaves_two_lamps_in_series() {
        // By hand: the neutral slot hangs between two equal lamps, 60 V each; the hot-ground lamp has all 120 V.
        let mut network = Network::new();
        let (hot, neutral) = (network.node(), network.node());
        network.source(Network::EARTH, hot, 120.0, 0.0, 0.1);
        let port = network.solve().expect("sound").port(&[hot, neutral, Network::EARTH]);
        let [hn, hg, ng] = lamps(&port, [0, 1, 2]);
        assert!((hn - 60.0).abs() < 0.1 && (ng - 60.0).abs() < 0.1 && (hg - 120.0).abs() < 0.1, "{hn} {hg} {ng}");
        assert_eq!([hn, hg, ng].map(lamp_at), [Lamp::Dim, Lamp::Lit, Lamp::Dim]);
    }

    #[test]
    fn the_meters_load_as_they_should() {
        // By hand: a ghost behind 4 nF: 10 MΩ beside 100 pF leaves most of it, 3 kΩ leaves half a volt.
        let mut network = Network::new();
        let (hot, ghost) = (network.node(), network.node());
        network.source(Network::EARTH, hot, 120.0, 0.0, 0.1);
        network.capacitor(hot, ghost, 2e-9);
        network.capacitor(ghost, Network::EARTH, 2e-9);
        let port = network.solve().expect("sound").port(&[ghost, Network::EARTH]);
        let read = |meter: Meter| port.across(0, 1, meter.admittance()).norm();
        assert!((55.0..60.0).contains(&read(Meter::HighImpedance)), "{}", read(Meter::HighImpedance));
        assert!(read(Meter::LowImpedance) < 0.5, "{}", read(Meter::LowImpedance));
    }
}
