//! Each way of wiring as networks: a supply, a cable, and a device on which the conductors land. What is not known
//! beforehand (lengths, loads, couplings) is varied; what differs in kind (a load or none) makes another family.

use super::line::{Line, Way, Wires};
use super::network::{Network, Node, Port};
use super::wiring::WiringState;
use crate::facts::Probe;
use crate::quantity::Gauge;

/// The supply, in volts on each leg.
pub const SUPPLY: f64 = 120.0;
/// The supply is within 5 % of it (ANSI C84.1, range A, from memory).
const IN_RANGE: (f64, f64) = (0.95, 1.05);
/// The coupling of a slot or of the metal of a box to the hot beside it, in farads. Common practice, no source.
const BESIDE: f64 = 5e-12;
/// The coupling of the bare metal of a box to earth, in farads. Common practice, no source.
const METAL_TO_EARTH: f64 = 50e-12;

/// The panel as a network: two legs, a neutral bus bonded to earth.
pub struct Service {
    /// The two legs.
    pub legs: [Node; 2],
    /// The neutral bus.
    pub neutral: Node,
}

impl Service {
    /// In a network.
    pub fn new(network: &mut Network) -> Self {
        let legs = [network.node(), network.node()];
        let neutral = network.node();
        network.resistor(neutral, Network::EARTH, 0.005);
        network.source(neutral, legs[0], SUPPLY, 0.0, 0.02);
        network.source(neutral, legs[1], SUPPLY, 180.0, 0.02);
        Self { legs, neutral }
    }

    /// The three conductors of a circuit on a leg.
    pub const fn circuit(&self, leg: usize) -> Wires {
        Wires { hot: self.legs[leg % 2], neutral: self.neutral, ground: Network::EARTH }
    }
}

/// What lands in a slot.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Lands {
    /// The hot.
    Hot,
    /// The neutral.
    Neutral,
    /// The ground.
    Ground,
    /// A hot of the other leg.
    OtherLeg,
    /// Nothing: the slot hangs in the air.
    Nothing,
}

/// What the metal of the box is joined to.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Metal {
    /// The ground slot, through the yoke or a bond.
    GroundSlot,
    /// Nothing.
    Nothing,
}

/// How a device is connected to the conductors at its box.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Connection {
    /// What lands in the hot, the neutral and the ground slot.
    pub slots: [Lands; 3],
    /// A jumper joins the neutral slot to the ground slot.
    pub jumper: bool,
    /// What the metal is joined to.
    pub metal: Metal,
    /// A hot touches the ground slot's side, through so many ohms.
    pub touch: Option<f64>,
    /// How much more the slots and the metal couple to what is round them than those of an ordinary box.
    pub stray: f64,
    /// What feeds the hot slot of the other half, where that is not the hot of this one.
    pub other_half: Option<Lands>,
}

impl Default for Connection {
    fn default() -> Self {
        Self {
            slots: [Lands::Hot, Lands::Neutral, Lands::Ground],
            jumper: false,
            metal: Metal::GroundSlot,
            touch: None,
            stray: 1.0,
            other_half: None,
        }
    }
}

impl Connection {
    /// Connects a device; the answer is where each probe comes to lie, in the order of [`Probe::ALL`].
    pub fn land(&self, network: &mut Network, wires: Wires, other_leg: Node) -> [Node; 7] {
        let mut slot = |lands: Lands| match lands {
            Lands::Hot => wires.hot,
            Lands::Neutral => wires.neutral,
            Lands::Ground => wires.ground,
            Lands::OtherLeg => other_leg,
            Lands::Nothing => {
                let node = network.node();
                network.capacitor(node, wires.hot, BESIDE * self.stray);
                network.capacitor(node, Network::EARTH, BESIDE * self.stray);
                node
            }
        };
        let [hot, neutral, ground] = self.slots.map(&mut slot);
        let other = self.other_half.map_or(hot, &mut slot);
        let (metal, known, air) = (network.node(), network.node(), network.node());
        if self.jumper {
            network.resistor(neutral, ground, 0.01);
        }
        if let Some(ohms) = self.touch {
            network.resistor(wires.hot, ground, ohms);
        }
        match self.metal {
            Metal::GroundSlot => drop(network.resistor(metal, ground, 0.01)),
            Metal::Nothing => drop(network.capacitor(metal, wires.hot, BESIDE * self.stray)),
        }
        network.capacitor(metal, Network::EARTH, METAL_TO_EARTH);
        network.resistor(known, Network::EARTH, 0.3);
        network.capacitor(air, Network::EARTH, 2e-12);
        network.capacitor(air, wires.hot, 0.5e-12);
        [hot, neutral, ground, metal, other, known, air]
    }
}

/// One scene: a cable from the panel and a device at its end.
#[derive(Debug, Clone, Copy)]
struct Scene {
    cable: Line,
    connection: Connection,
    /// A load ahead of the cable, at the end of a long sound one from the panel, in ohms.
    ahead: Option<f64>,
    /// A load behind the same box, from hot to neutral, in ohms.
    load: Option<f64>,
    /// A load of the other leg on the same neutral, in ohms.
    across: Option<f64>,
}

impl Scene {
    fn port(&self) -> Port {
        let mut network = Network::new();
        let panel = Service::new(&mut network);
        let mut feed = panel.circuit(0);
        if let Some(ohms) = self.ahead {
            feed = Line::sound(Gauge::Awg12, LENGTHS[3]).run(&mut network, feed);
            network.resistor(feed.hot, feed.neutral, ohms);
        }
        let wires = self.cable.run(&mut network, feed);
        if let Some(ohms) = self.load {
            network.resistor(wires.hot, wires.neutral, ohms);
        }
        if let Some(ohms) = self.across {
            network.resistor(panel.legs[1], wires.neutral, ohms);
        }
        let nodes = self.connection.land(&mut network, wires, panel.legs[1]);
        // Every value above is above 0, and every part hangs from earth by a capacitance at least.
        network.solve().map_or_else(|_| unreachable!("a scene is a sound network"), |solution| solution.port(&nodes))
    }
}

/// Scenes of one way of wiring that differ only in what cannot be known beforehand.
pub struct SceneFamily {
    /// The way of wiring.
    pub state: WiringState,
    /// By how much the supply may differ from [`SUPPLY`].
    pub scale: (f64, f64),
    /// The scenes as seen from the probes, in the order of [`Probe::ALL`].
    pub ports: Vec<Port>,
    /// The ground slot's current comes back through the neutral, so that no GFCI sees it.
    pub returns_by_neutral: bool,
    /// How likely it is among the families of its way of wiring; 1 for the plainest.
    pub weight: f64,
}

const LENGTHS: [f64; 4] = [0.3, 8.0, 30.0, 60.0];
/// Loads that nobody declared, on the same circuit and behind the same box, in ohms: a heater of 1,900 W to a clock. What drops
/// at one place belongs to what drops at another, so that each step between two is a family of its own.
const ELSEWHERE: [f64; 9] = [7.5, 9.0, 11.0, 14.0, 20.0, 30.0, 60.0, 200.0, 14_400.0];
/// Those that a poor joint still lets start.
const BEHIND_A_JOINT: [f64; 4] = [30.0, 60.0, 200.0, 14_400.0];
/// How much less likely than none such a load is, for one step. Common practice, no source.
const LOADED: f64 = 0.3;
/// How much more than an ordinary box one couples to what is round it. Common practice, no source.
const STRAYS: [f64; 3] = [0.3, 1.0, 12.0];
const LEANS: [f64; 3] = [0.3, 1.0, 3.0];
const LOADS: [f64; 5] = [15.0, 144.0, 1_000.0, 14_400.0, 47_000.0];
const POOR: [f64; 4] = [1.0, 4.0, 12.0, 60.0];

/// Every family of every way of wiring.
pub fn families() -> Vec<SceneFamily> {
    WiringState::ALL.into_iter().flat_map(families_of).collect()
}

fn families_of(state: WiringState) -> Vec<SceneFamily> {
    use Lands::{Ground, Hot, Neutral, Nothing, OtherLeg};
    let base = Connection::default();
    let reversed = Connection { slots: [Neutral, Hot, Ground], ..base };
    let jumper = Connection { slots: [Hot, Neutral, Nothing], jumper: true, ..base };
    let sound = |metres| Line::sound(Gauge::Awg12, metres);
    let mut made = Vec::new();
    let mut family = |scale, cables: Vec<Line>, connection: Connection, loads: &[f64]| {
        let mut ports = Vec::new();
        // What hangs in the air couples as strongly as the box happens to.
        let hangs = connection.slots.contains(&Nothing) || connection.metal == Metal::Nothing;
        let strays = if hangs { STRAYS.as_slice() } else { &[1.0] };
        for (cable, &stray) in cables.iter().flat_map(|cable| strays.iter().map(move |stray| (*cable, stray))) {
            let connection = Connection { stray, ..connection };
            let scene = Scene { cable, connection, ahead: None, load: None, across: None };
            if loads.is_empty() {
                ports.push(scene.port());
            }
            ports.extend(loads.iter().map(|&ohms| Scene { load: Some(ohms), ..scene }.port()));
        }
        let returns_by_neutral = connection.jumper;
        let weight = if loads.len() == 2 { LOADED } else { 1.0 };
        made.push(SceneFamily { state, scale, ports, returns_by_neutral, weight });
    };
    // Loads ahead of the break lift the neutral there, and drop the hot.
    let ahead = |cables: &[Line], connection: Connection| -> Vec<SceneFamily> {
        let family = |loads: &[f64], load: Option<f64>| {
            let scene = |cable: Line, ohms: f64| Scene { cable, connection, ahead: Some(ohms), load, across: None };
            let ports = cables.iter().flat_map(|cable| loads.iter().map(|&ohms| scene(*cable, ohms).port()));
            let ports = ports.collect();
            SceneFamily { state, scale: IN_RANGE, ports, returns_by_neutral: connection.jumper, weight: LOADED }
        };
        let behind = [None, Some(LOADS[1]), Some(LOADS[4])];
        ELSEWHERE.windows(2).flat_map(|loads| behind.map(|load| family(loads, load))).collect()
    };
    let all = |change: &dyn Fn(Line) -> Line| LENGTHS.map(|metres| change(sound(metres))).to_vec();
    let leaning = |change: &dyn Fn(Line) -> Line| -> Vec<Line> {
        all(change).into_iter().flat_map(|cable| LEANS.map(|lean| Line { lean, ..cable })).collect()
    };
    // Under load only the longest way counts: with a smaller load it drops what a shorter one does.
    let far = || vec![sound(LENGTHS[3])];
    let to = |loads: &[f64]| if loads.is_empty() { all(&|cable| cable) } else { far() };
    let open_hot = |cable: Line| Line { hot: Way::Open, ..cable };
    let open_neutral = |cable: Line| Line { neutral: Way::Open, ..cable };
    let open_ground = |cable: Line| Line { ground: Way::Open, ..cable };
    let both = |metal| Connection { metal, ..base };
    match state {
        WiringState::Correct => {
            family(IN_RANGE, all(&|cable| cable), base, &[]);
            ELSEWHERE.windows(2).for_each(|loads| family(IN_RANGE, far(), base, loads));
        }
        WiringState::TwoCircuits => {
            for loads in std::iter::once(&[][..]).chain(ELSEWHERE.windows(2)) {
                family(IN_RANGE, to(loads), Connection { other_half: Some(OtherLeg), ..base }, loads);
            }
        }
        WiringState::UnbondedBox => {
            family(IN_RANGE, all(&|cable| cable), both(Metal::Nothing), &[]);
            ELSEWHERE.windows(2).for_each(|loads| family(IN_RANGE, far(), both(Metal::Nothing), loads));
        }
        WiringState::WrongVoltage => {
            family((0.5, 0.945), all(&|cable| cable), base, &[]);
            family((1.055, 1.25), all(&|cable| cable), base, &[]);
        }
        WiringState::NoPower => {
            family(IN_RANGE, all(&open_hot), base, &[]);
            family(IN_RANGE, all(&open_hot), base, &LOADS);
            made.extend(ahead(&all(&open_hot), base));
        }
        WiringState::OpenHot => {
            family(IN_RANGE, all(&open_hot), base, &[]);
            family(IN_RANGE, all(&open_hot), base, &LOADS);
            made.extend(ahead(&all(&open_hot), base));
        }
        WiringState::SwitchedOff => {
            let connection = Connection { slots: [Nothing, Neutral, Ground], other_half: Some(Hot), ..base };
            family(IN_RANGE, all(&|cable| cable), connection, &[]);
            ELSEWHERE.windows(2).for_each(|loads| family(IN_RANGE, far(), connection, loads));
        }
        WiringState::OpenNeutral => {
            family(IN_RANGE, leaning(&open_neutral), base, &[]);
            family(IN_RANGE, all(&open_neutral), base, &LOADS);
            made.extend(ahead(&leaning(&open_neutral), base));
        }
        WiringState::OpenGround => {
            // The conductor is cut short in this very box: the slot alone hangs in the air.
            let none = Connection { slots: [Hot, Neutral, Nothing], ..base };
            for loads in std::iter::once(&[][..]).chain(ELSEWHERE.windows(2)) {
                family(IN_RANGE, leaning(&open_ground), base, loads);
                family(IN_RANGE, leaning(&open_ground), both(Metal::Nothing), loads);
                family(IN_RANGE, all(&|cable| cable), none, loads);
            }
        }
        WiringState::OpenNeutralAndGround => {
            let open = |cable: Line| open_neutral(open_ground(cable));
            family(IN_RANGE, leaning(&open), base, &[]);
            family(IN_RANGE, all(&open), base, &LOADS);
        }
        WiringState::HotNeutralReversed => {
            family(IN_RANGE, all(&|cable| cable), reversed, &[]);
            ELSEWHERE.windows(2).for_each(|loads| family(IN_RANGE, far(), reversed, loads));
        }
        WiringState::ReversedOpenGround => {
            for loads in std::iter::once(&[][..]).chain(ELSEWHERE.windows(2)) {
                family(IN_RANGE, leaning(&open_ground), reversed, loads);
                family(IN_RANGE, leaning(&open_ground), Connection { metal: Metal::Nothing, ..reversed }, loads);
            }
        }
        WiringState::ReversedOpenNeutral => {
            family(IN_RANGE, leaning(&open_neutral), reversed, &[]);
            family(IN_RANGE, all(&open_neutral), reversed, &LOADS);
        }
        WiringState::HotGroundReversed => {
            for loads in std::iter::once(&[][..]).chain(ELSEWHERE.windows(2)) {
                family(IN_RANGE, to(loads), Connection { slots: [Ground, Neutral, Hot], ..base }, loads);
            }
        }
        WiringState::HotGroundReversedOpenNeutral => {
            let connection = Connection { slots: [Ground, Neutral, Hot], ..base };
            family(IN_RANGE, leaning(&open_neutral), connection, &[]);
            family(IN_RANGE, all(&open_neutral), connection, &LOADS);
        }
        WiringState::NeutralGroundSwapped => {
            for loads in std::iter::once(&[][..]).chain(ELSEWHERE.windows(2)) {
                family(IN_RANGE, to(loads), Connection { slots: [Hot, Ground, Neutral], ..base }, loads);
            }
        }
        WiringState::BootlegGround => {
            family(IN_RANGE, all(&|cable| cable), jumper, &[]);
            ELSEWHERE.windows(2).for_each(|loads| family(IN_RANGE, far(), jumper, loads));
        }
        WiringState::BootlegReversed => {
            let connection = Connection { slots: [Neutral, Hot, Nothing], ..jumper };
            family(IN_RANGE, all(&|cable| cable), connection, &[]);
            ELSEWHERE.windows(2).for_each(|loads| family(IN_RANGE, far(), connection, loads));
        }
        WiringState::BootlegOpenNeutral => {
            family(IN_RANGE, leaning(&open_neutral), jumper, &[]);
            family(IN_RANGE, all(&open_neutral), jumper, &LOADS);
        }
        WiringState::OpenGroundLiveMetal => {
            for ohms in [1.0, 500.0] {
                family(IN_RANGE, all(&open_ground), Connection { touch: Some(ohms), ..base }, &[]);
            }
        }
        WiringState::BothSlotsHot => {
            family(IN_RANGE, all(&|cable| cable), Connection { slots: [Hot, Hot, Ground], ..base }, &[]);
        }
        WiringState::TwoLegs => {
            family(IN_RANGE, all(&|cable| cable), Connection { slots: [Hot, OtherLeg, Ground], ..base }, &[]);
        }
        WiringState::LostSharedNeutral => {
            // Nearly equal loads hide it: the neutral stays near earth and nothing is to be seen.
            let shares = [3.0, 5.0, 10.0, 20.0, 40.0, 70.0, 85.0];
            for weaker_own in [true, false] {
                let ports = shares.iter().map(|&ohms| {
                    let (own, other) = if weaker_own { (100.0, ohms) } else { (ohms, 100.0) };
                    let cable = open_neutral(sound(8.0));
                    Scene { cable, connection: base, ahead: None, load: Some(own), across: Some(other) }.port()
                });
                let ports = ports.collect();
                made.push(SceneFamily { state, scale: IN_RANGE, ports, returns_by_neutral: false, weight: 1.0 });
            }
        }
        WiringState::ResistiveHot => {
            let cables = POOR.map(|ohms| Line { hot: Way::Resistive(ohms), ..sound(8.0) });
            family(IN_RANGE, cables.to_vec(), base, &[]);
            // One joint stands for all: what drops is the joint and the load together.
            BEHIND_A_JOINT.windows(2).for_each(|loads| family(IN_RANGE, vec![cables[2]], base, loads));
        }
        WiringState::ResistiveNeutral => {
            let cables = POOR.map(|ohms| Line { neutral: Way::Resistive(ohms), ..sound(8.0) });
            family(IN_RANGE, cables.to_vec(), base, &[]);
            BEHIND_A_JOINT.windows(2).for_each(|loads| family(IN_RANGE, vec![cables[2]], base, loads));
        }
        WiringState::ResistiveGround => {
            let poor = [200.0, 700.0, 2_500.0, 10_000.0, 100_000.0];
            let cables = poor.map(|ohms| Line { ground: Way::Resistive(ohms), ..sound(8.0) });
            family(IN_RANGE, cables.to_vec(), base, &[]);
            let loaded = cables.map(|cable| Line { metres: LENGTHS[3], ..cable });
            ELSEWHERE.windows(2).for_each(|loads| family(IN_RANGE, loaded.to_vec(), base, loads));
        }
    }
    made
}

/// The place of a probe among the terminals of a scene's port.
pub const fn place(probe: Probe) -> usize {
    probe as usize
}
