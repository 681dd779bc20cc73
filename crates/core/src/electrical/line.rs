//! A cable in the network: the resistance of its conductors, and the capacitance between them.

use super::network::{Network, Node};
use crate::quantity::Gauge;
use crate::standard::conductor::solid_copper_ohms;

/// The coefficient of resistance of copper at 20 °C, per kelvin.
///
/// # Source
/// IEC 60028, from memory.
const COPPER_COEFFICIENT: f64 = 0.003_93;

/// The capacitance between two conductors of a cable, in farads per metre. Common practice, no source.
pub const COUPLING: f64 = 100e-12;

/// The resistance of a copper conductor, in ohms.
pub fn resistance(gauge: Gauge, metres: f64, celsius: f64) -> f64 {
    solid_copper_ohms(gauge) * metres / 304.8 * (1.0 + COPPER_COEFFICIENT * (celsius - 20.0))
}

/// What one conductor is like along its way.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub enum Way {
    /// As it should be.
    #[default]
    Sound,
    /// With so many ohms more, at a bad joint.
    Resistive(f64),
    /// Broken.
    Open,
}

/// The three conductors of a cable where they can be reached.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Wires {
    /// The ungrounded conductor.
    pub hot: Node,
    /// The grounded conductor.
    pub neutral: Node,
    /// The equipment grounding conductor.
    pub ground: Node,
}

/// A stretch of cable.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Line {
    /// Its gauge.
    pub gauge: Gauge,
    /// Its length in metres.
    pub metres: f64,
    /// How its hot conductor is.
    pub hot: Way,
    /// How its neutral is.
    pub neutral: Way,
    /// How its ground is.
    pub ground: Way,
    /// How much more strongly the ground couples to the hot than to the neutral; 1 for alike.
    pub lean: f64,
}

impl Line {
    /// A sound cable.
    pub const fn sound(gauge: Gauge, metres: f64) -> Self {
        Self { gauge, metres, hot: Way::Sound, neutral: Way::Sound, ground: Way::Sound, lean: 1.0 }
    }

    /// Runs it from `from`; the far ends are its answer. A break lies at the near end, so that the length couples.
    pub fn run(&self, network: &mut Network, from: Wires) -> Wires {
        let ohms = resistance(self.gauge, self.metres, 30.0).max(1e-4);
        let mut end = |near: Node, way: Way| {
            let far = network.node();
            match way {
                Way::Sound => drop(network.resistor(near, far, ohms)),
                Way::Resistive(more) => drop(network.resistor(near, far, ohms + more)),
                Way::Open => {}
            }
            far
        };
        let far = Wires {
            hot: end(from.hot, self.hot),
            neutral: end(from.neutral, self.neutral),
            ground: end(from.ground, self.ground),
        };
        let farads = COUPLING * self.metres.max(0.05);
        network.capacitor(far.hot, far.neutral, farads);
        network.capacitor(far.hot, far.ground, farads * self.lean);
        network.capacitor(far.neutral, far.ground, farads);
        far
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn resistances_are_those_of_the_tables() {
        // ASTM B258, 20 °C, ohms per 1,000 ft, from memory: 14 AWG 2.525, 12 AWG 1.588, 10 AWG 0.9989.
        for (gauge, ohms) in [(Gauge::Awg14, 2.525), (Gauge::Awg12, 1.588), (Gauge::Awg10, 0.9989)] {
            assert!((resistance(gauge, 304.8, 20.0) - ohms).abs() < 1e-9);
        }
        // NEC chapter 9, table 8, solid uncoated at 75 °C, from memory: 14 AWG 3.07, 12 AWG 1.93, 10 AWG 1.21.
        for (gauge, ohms) in [(Gauge::Awg14, 3.07), (Gauge::Awg12, 1.93), (Gauge::Awg10, 1.21)] {
            assert!((resistance(gauge, 304.8, 75.0) / ohms - 1.0).abs() < 0.006, "{gauge:?}");
        }
    }
}
