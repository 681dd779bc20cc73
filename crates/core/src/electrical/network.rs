//! A network of impedances and sources in the steady state, solved by nodal analysis with phasors.
//!
//! Sources have an impedance of their own, so that every network is one of admittances. A part that floats takes its
//! potential from its couplings; a part that is not even coupled gets the stray capacitance to earth that
//! every real conductor has, so that no network is singular and an instrument put on that part loads it as it would.

use nalgebra::{Complex, DMatrix, DVector, Dyn, LU};
use thiserror::Error;

/// A voltage, current or admittance with its phase; volts, amperes or siemens, root mean square.
pub type Phasor = Complex<f64>;

/// The frequency of the supply, in hertz.
pub const FREQUENCY: f64 = 60.0;

/// The capacitance to earth of a part that is joined to nothing, in farads: a short piece of wire in free air.
const STRAY: f64 = 1e-12;
/// What ties such a part to earth while potentials are worked out, in siemens. No current flows through it, so that its
/// size changes nothing but the digits that elimination keeps.
const TIE: f64 = 1.0;

/// One node of a network.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord)]
pub struct Node(usize);

/// One element of a network, to ask for its current.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Element(usize);

/// Why a network has no answer.
#[derive(Debug, Clone, Copy, PartialEq, Error)]
pub enum NetworkError {
    /// A value no element can have.
    #[error("{what} of {value} is not possible; give a finite value above 0")]
    Value {
        /// What kind of value.
        what: &'static str,
        /// The value.
        value: f64,
    },
    /// The potentials do not follow from the network.
    #[error("the potentials do not follow from this network; look for a source across a dead short")]
    Singular,
}

struct Branch {
    from: usize,
    to: usize,
    admittance: Phasor,
    emf: Phasor,
}

/// A network being built. Node [`Network::EARTH`] is the reference.
#[derive(Default)]
pub struct Network {
    nodes: usize,
    branches: Vec<Branch>,
    error: Option<NetworkError>,
}

impl Network {
    /// Earth, at 0 V.
    pub const EARTH: Node = Node(0);

    /// An empty network.
    pub fn new() -> Self {
        Self { nodes: 1, branches: Vec::new(), error: None }
    }

    /// One more node.
    pub const fn node(&mut self) -> Node {
        self.nodes += 1;
        Node(self.nodes - 1)
    }

    /// How many nodes it has, earth included.
    pub const fn len(&self) -> usize {
        self.nodes
    }

    /// It has no node but earth.
    pub const fn is_empty(&self) -> bool {
        self.nodes <= 1
    }

    fn branch(&mut self, from: Node, to: Node, admittance: Phasor, emf: Phasor) -> Element {
        self.branches.push(Branch { from: from.0, to: to.0, admittance, emf });
        Element(self.branches.len() - 1)
    }

    fn checked(&mut self, what: &'static str, value: f64) -> f64 {
        if value.is_finite() && value > 0.0 {
            return value;
        }
        self.error.get_or_insert(NetworkError::Value { what, value });
        1.0
    }

    /// A resistance in ohms.
    pub fn resistor(&mut self, a: Node, b: Node, ohms: f64) -> Element {
        let ohms = self.checked("a resistance in ohms", ohms);
        self.branch(a, b, Phasor::new(1.0 / ohms, 0.0), Phasor::ZERO)
    }

    /// A capacitance in farads.
    pub fn capacitor(&mut self, a: Node, b: Node, farads: f64) -> Element {
        let farads = self.checked("a capacitance in farads", farads);
        self.branch(a, b, Phasor::new(0.0, std::f64::consts::TAU * FREQUENCY * farads), Phasor::ZERO)
    }

    /// A source of `volts` at `degrees`, from `minus` to `plus`, behind `ohms` of its own.
    pub fn source(&mut self, minus: Node, plus: Node, volts: f64, degrees: f64, ohms: f64) -> Element {
        let ohms = self.checked("a source impedance in ohms", ohms);
        if !volts.is_finite() || !degrees.is_finite() {
            self.error.get_or_insert(NetworkError::Value { what: "a source voltage", value: volts });
        }
        self.branch(plus, minus, Phasor::new(1.0 / ohms, 0.0), Phasor::from_polar(volts, degrees.to_radians()))
    }

    /// One node of each part that hangs from nothing, which gets the stray capacitance.
    fn unjoined(&self) -> Vec<usize> {
        let mut root: Vec<usize> = (0..self.nodes).collect();
        fn find(root: &mut [usize], mut node: usize) -> usize {
            while root[node] != node {
                root[node] = root[root[node]];
                node = root[node];
            }
            node
        }
        for branch in &self.branches {
            let (a, b) = (find(&mut root, branch.from), find(&mut root, branch.to));
            // Earth, node 0, stays the root of whatever it is joined to.
            root[a.max(b)] = a.min(b);
        }
        (1..self.nodes).filter(|&node| root[node] == node).collect()
    }

    /// Solves the network.
    ///
    /// # Errors
    /// [`NetworkError::Value`] for the first impossible value it was given; [`NetworkError::Singular`].
    pub fn solve(&self) -> Result<Solution<'_>, NetworkError> {
        if let Some(error) = self.error {
            return Err(error);
        }
        let size = self.nodes - 1;
        let mut matrix = DMatrix::<Phasor>::zeros(size, size);
        let mut currents = DVector::<Phasor>::zeros(size);
        for branch in &self.branches {
            for (node, other, sign) in [(branch.from, branch.to, 1.0), (branch.to, branch.from, -1.0)] {
                let Some(row) = node.checked_sub(1) else { continue };
                matrix[(row, row)] += branch.admittance;
                if let Some(column) = other.checked_sub(1) {
                    matrix[(row, column)] -= branch.admittance;
                }
                currents[row] += branch.admittance * branch.emf * sign;
            }
        }
        let unjoined = self.unjoined();
        for node in &unjoined {
            matrix[(node - 1, node - 1)] += Phasor::new(TIE, 0.0);
        }
        let factors = matrix.clone().lu();
        let mut potentials = factors.solve(&currents).ok_or(NetworkError::Singular)?;
        // Ohms stand beside picofarads: one step of refinement gives back the digits that elimination loses.
        let mut residual = &currents - &matrix * &potentials;
        if factors.solve_mut(&mut residual) {
            potentials += residual;
        }
        if potentials.iter().any(|potential| !potential.is_finite()) {
            return Err(NetworkError::Singular);
        }
        // An instrument put on a part that hangs from nothing loads it: there the tie is what it really is.
        let factors = if unjoined.is_empty() {
            factors
        } else {
            for node in unjoined {
                let stray = Phasor::new(0.0, std::f64::consts::TAU * FREQUENCY * STRAY);
                matrix[(node - 1, node - 1)] += stray - Phasor::new(TIE, 0.0);
            }
            matrix.lu()
        };
        Ok(Solution { network: self, factors, potentials })
    }
}

/// The potentials of a network.
pub struct Solution<'n> {
    network: &'n Network,
    /// Of the network as an instrument finds it.
    factors: LU<Phasor, Dyn, Dyn>,
    potentials: DVector<Phasor>,
}

impl Solution<'_> {
    /// The potential of a node against earth, in volts.
    pub fn potential(&self, node: Node) -> Phasor {
        node.0.checked_sub(1).map_or(Phasor::ZERO, |row| self.potentials[row])
    }

    /// The voltage from `b` to `a`.
    pub fn between(&self, a: Node, b: Node) -> Phasor {
        self.potential(a) - self.potential(b)
    }

    /// The current through an element in amperes: from its first node to its second; of a source, out of its plus.
    pub fn current(&self, element: Element) -> Phasor {
        let branch = &self.network.branches[element.0];
        let current = (self.between(Node(branch.from), Node(branch.to)) - branch.emf) * branch.admittance;
        if branch.emf == Phasor::ZERO { current } else { -current }
    }

    /// What the network is to whatever is connected between `nodes`.
    pub fn port(&self, nodes: &[Node]) -> Port {
        let open = DVector::from_iterator(nodes.len(), nodes.iter().map(|node| self.potential(*node)));
        let mut impedance = DMatrix::<Phasor>::zeros(nodes.len(), nodes.len());
        for (column, node) in nodes.iter().enumerate() {
            let Some(row) = node.0.checked_sub(1) else { continue };
            let mut injected = DVector::<Phasor>::zeros(self.potentials.len());
            injected[row] = Phasor::ONE;
            // Every part hangs from earth by its stray capacitance at least: there is a solution.
            self.factors.solve_mut(&mut injected);
            for (line, other) in nodes.iter().enumerate() {
                impedance[(line, column)] = other.0.checked_sub(1).map_or(Phasor::ZERO, |row| injected[row]);
            }
        }
        Port { open, impedance }
    }
}

/// A network seen from some of its nodes: the potentials with nothing connected, and the impedances between them
/// (Thévenin's theorem for several terminals).
#[derive(Debug, Clone)]
pub struct Port {
    open: DVector<Phasor>,
    impedance: DMatrix<Phasor>,
}

impl Port {
    /// The potential of terminal `a` with nothing more connected.
    pub fn potential(&self, a: usize) -> Phasor {
        self.open[a]
    }

    /// The impedance between two terminals.
    fn impedance_between(&self, a: usize, b: usize) -> Phasor {
        self.impedance[(a, a)] + self.impedance[(b, b)] - self.impedance[(a, b)] - self.impedance[(b, a)]
    }

    /// The voltage from `b` to `a` with `admittance` connected between them.
    pub fn across(&self, a: usize, b: usize, admittance: Phasor) -> Phasor {
        (self.open[a] - self.open[b]) / (Phasor::ONE + admittance * self.impedance_between(a, b))
    }

    /// The same port with `admittance` connected for good between `a` and `b` (Sherman and Morrison's formula).
    pub fn with(&self, a: usize, b: usize, admittance: Phasor) -> Self {
        let toward = self.impedance.column(a) - self.impedance.column(b);
        let seen = self.impedance.row(a) - self.impedance.row(b);
        let factor = admittance / (Phasor::ONE + admittance * self.impedance_between(a, b));
        Self {
            open: &self.open - &toward * (factor * (self.open[a] - self.open[b])),
            impedance: &self.impedance - &toward * seen * factor,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn close(got: Phasor, wanted: f64) {
        assert!((got.norm() - wanted).abs() < 1e-9 * wanted.max(1.0), "{got} is not {wanted}");
    }

    #[test]
    fn a_divider_divides() {
        // Closed form: 120 V over 1 + 2 + 3 ohms.
        let mut network = Network::new();
        let (top, middle) = (network.node(), network.node());
        let source = network.source(Network::EARTH, top, 120.0, 0.0, 1.0);
        network.resistor(top, middle, 2.0);
        network.resistor(middle, Network::EARTH, 3.0);
        let solution = network.solve().expect("it is sound");
        close(solution.potential(middle), 60.0);
        close(solution.current(source), 20.0);
        assert!(solution.current(source).re > 0.0, "out of its plus");
    }

    #[test]
    fn a_floating_node_takes_its_potential_from_its_couplings() {
        // Closed form: C1 / (C1 + C2) of the source.
        let mut network = Network::new();
        let (hot, floating) = (network.node(), network.node());
        network.source(Network::EARTH, hot, 120.0, 0.0, 0.01);
        network.capacitor(hot, floating, 1e-9);
        network.capacitor(floating, Network::EARTH, 3e-9);
        let solution = network.solve().expect("it is sound");
        assert!((solution.potential(floating).norm() - 30.0).abs() < 1e-6);
    }

    #[test]
    fn what_hangs_from_nothing_is_at_earth_and_never_undefined() {
        let mut network = Network::new();
        let (a, b, alone) = (network.node(), network.node(), network.node());
        network.source(a, b, 12.0, 0.0, 1.0);
        network.resistor(a, b, 5.0);
        let solution = network.solve().expect("it has its stray capacitance");
        close(solution.between(b, a), 10.0);
        assert_eq!(solution.potential(alone), Phasor::ZERO);
    }

    #[test]
    fn impossible_values_are_named() {
        for ohms in [0.0, -3.0, f64::NAN, f64::INFINITY] {
            let mut network = Network::new();
            let node = network.node();
            network.resistor(node, Network::EARTH, ohms);
            assert!(matches!(network.solve().err(), Some(NetworkError::Value { .. })), "{ohms}");
        }
    }

    #[test]
    fn a_port_says_what_solving_again_says() {
        let build = |load: Option<f64>, meter: bool| {
            let mut network = Network::new();
            let (top, slot, far) = (network.node(), network.node(), network.node());
            network.source(Network::EARTH, top, 120.0, 0.0, 0.05);
            network.resistor(top, slot, 2.0);
            network.capacitor(slot, far, 2e-9);
            network.resistor(far, Network::EARTH, 1e6);
            if let Some(ohms) = load {
                network.resistor(slot, Network::EARTH, ohms);
            }
            if meter {
                network.resistor(far, Network::EARTH, 3_000.0);
            }
            (network, slot, far)
        };
        let (network, slot, far) = build(None, false);
        let port = network.solve().expect("sound").port(&[slot, far, Network::EARTH]);
        let (loaded, slot, far) = build(Some(12.0), true);
        let again = loaded.solve().expect("sound");
        let through = port.with(0, 2, Phasor::new(1.0 / 12.0, 0.0));
        let read = through.across(1, 2, Phasor::new(1.0 / 3_000.0, 0.0));
        assert!((read - again.potential(far)).norm() < 1e-9);
        let both = through.with(1, 2, Phasor::new(1.0 / 3_000.0, 0.0));
        assert!((both.potential(0) - again.potential(slot)).norm() < 1e-9);
    }
}
