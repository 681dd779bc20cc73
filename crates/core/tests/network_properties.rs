//! The network solver held to the laws of circuits, on networks of any shape.

use nailpunch_core::electrical::network::{Element, Network, Node, Phasor};
use proptest::prelude::*;

/// One element: its kind (resistor, capacitor, source) and its size in ohms or picofarads.
#[derive(Debug, Clone)]
struct Part {
    from: usize,
    to: usize,
    kind: usize,
    size: f64,
}

const NODES: usize = 7;

fn parts() -> impl Strategy<Value = Vec<Part>> {
    let part = (0..NODES, 0..NODES, 0_usize..3, -3.0..6.0_f64).prop_map(|(from, to, kind, size)| Part {
        from,
        to,
        kind,
        size: 10_f64.powf(size),
    });
    prop::collection::vec(part.prop_filter("between two nodes", |part| part.from != part.to), 1..16)
}

struct Built {
    network: Network,
    nodes: Vec<Node>,
    elements: Vec<(Part, Element)>,
}

/// `on` says which sources give their voltage: all, none but one, and so on.
fn build(parts: &[Part], on: impl Fn(usize) -> bool) -> Built {
    let mut network = Network::new();
    let nodes: Vec<Node> = (0..NODES).map(|index| if index == 0 { Network::EARTH } else { network.node() }).collect();
    let elements = parts
        .iter()
        .enumerate()
        .map(|(index, part)| {
            let (a, b) = (nodes[part.from], nodes[part.to]);
            let element = match part.kind {
                0 => network.resistor(a, b, part.size),
                1 => network.capacitor(a, b, (10.0 + part.size) * 1e-12),
                _ => {
                    let volts = if on(index) { 120.0 } else { 0.0 };
                    network.source(b, a, volts, part.size * 10.0, 10.0 + part.size)
                }
            };
            (part.clone(), element)
        })
        .collect();
    Built { network, nodes, elements }
}

proptest! {
    /// Kirchhoff's current law: what flows into a node flows out of it. Parts that hang from nothing are tied to earth by
    /// a picofarad, and no current flows there.
    #[test]
    fn currents_add_up_to_nothing_at_each_node(parts in parts()) {
        let built = build(&parts, |_| true);
        let solution = built.network.solve().expect("no network is singular");
        let mut sums = [Phasor::ZERO; NODES];
        let mut most = 0.0_f64;
        for (part, element) in &built.elements {
            let current = solution.current(*element);
            // Of a source: out of its plus, which is `from`.
            let out = if part.kind == 2 { -current } else { current };
            sums[part.from] -= out;
            sums[part.to] += out;
            most = most.max(current.norm());
        }
        for sum in &sums[1..] {
            prop_assert!(sum.norm() <= 1e-6 * most.max(1e-3), "{sum} of {most} A");
        }
    }

    /// Kirchhoff's voltage law holds by construction; here: every potential is finite, whatever the shape.
    #[test]
    fn potentials_are_finite_and_differences_agree(parts in parts(), a in 0..NODES, b in 0..NODES, c in 0..NODES) {
        let built = build(&parts, |_| true);
        let solution = built.network.solve().expect("no network is singular");
        let [a, b, c] = [a, b, c].map(|index| built.nodes[index]);
        prop_assert!(built.nodes.iter().all(|node| solution.potential(*node).is_finite()));
        let round = solution.between(a, b) + solution.between(b, c) + solution.between(c, a);
        prop_assert!(round.norm() < 1e-6);
    }

    /// Superposition: the potentials under all sources are the sum of those under each.
    #[test]
    fn sources_add_up(parts in parts()) {
        let whole = build(&parts, |_| true);
        let whole_solution = whole.network.solve().expect("no network is singular");
        let mut sums = [Phasor::ZERO; NODES];
        for index in (0..parts.len()).filter(|index| parts[*index].kind == 2) {
            let one = build(&parts, |other| other == index);
            let solution = one.network.solve().expect("no network is singular");
            for (sum, node) in sums.iter_mut().zip(&one.nodes) {
                *sum += solution.potential(*node);
            }
        }
        for (sum, node) in sums.iter().zip(&whole.nodes) {
            let together = whole_solution.potential(*node);
            // Within 0.05 % of the supply, also for a source of 10 ohms that hangs from earth by 10 pF alone.
            prop_assert!((sum - together).norm() <= 5e-4 * together.norm().max(120.0), "{sum} is not {together}");
        }
    }
}
