//! The network solver against ngspice, the open circuit simulator (Debian package ngspice), on the netlists beside this
//! file. `netlists/run.sh` runs it; `netlists/expected.txt` is what ngspice 39 said, so that the check also runs without.
#![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

use std::collections::HashMap;
use std::path::{Path, PathBuf};
use std::process::Command;

use nailpunch_core::electrical::network::{Network, Node, Phasor};

fn folder() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/netlists")
}

/// A value with the suffixes that SPICE knows.
fn value(text: &str) -> f64 {
    for (suffix, factor) in [("meg", 1e6), ("k", 1e3), ("n", 1e-9), ("p", 1e-12)] {
        if let Some(figure) = text.strip_suffix(suffix) {
            return figure.parse::<f64>().unwrap() * factor;
        }
    }
    text.parse().unwrap()
}

/// The potentials of every node of a netlist of resistors, capacitors and sources, by this program's solver.
fn solved(netlist: &str) -> HashMap<String, Phasor> {
    let mut network = Network::new();
    let mut nodes: HashMap<String, Node> = HashMap::from([("0".to_owned(), Network::EARTH)]);
    for line in netlist.lines().take_while(|line| !line.starts_with('.')).filter(|line| !line.starts_with('*')) {
        let words: Vec<&str> = line.split_whitespace().collect();
        let mut node = |name: &str| *nodes.entry(name.to_owned()).or_insert_with(|| network.node());
        let (a, b) = (node(words[1]), node(words[2]));
        match words[0].as_bytes()[0] {
            b'R' => drop(network.resistor(a, b, value(words[3]))),
            b'C' => drop(network.capacitor(a, b, value(words[3]))),
            // SPICE's sources have no impedance of their own; a millionth of an ohm changes nothing here.
            b'V' => drop(network.source(b, a, value(words[4]), value(words[5]), 1e-6)),
            other => unreachable!("{other}"),
        }
    }
    let solution = network.solve().unwrap();
    nodes.into_iter().map(|(name, node)| (name, solution.potential(node))).collect()
}

fn compare(expected: &str) -> usize {
    let mut compared = std::collections::HashSet::new();
    for line in expected.lines() {
        let words: Vec<&str> = line.split_whitespace().collect();
        let netlist = std::fs::read_to_string(folder().join(format!("{}.cir", words[0]))).unwrap();
        let ours = solved(&netlist)[words[1]];
        let theirs = Phasor::from_polar(words[2].parse().unwrap(), words[3].parse().unwrap());
        // Within 0.1 %, and within a tenth of a millivolt of nothing.
        assert!((ours - theirs).norm() <= 1e-3 * theirs.norm() + 1e-4, "{line}: {ours} is not {theirs}");
        compared.insert(words[0].to_owned());
    }
    compared.len()
}

#[test]
fn the_solver_says_what_ngspice_said() {
    let netlists = std::fs::read_dir(folder()).unwrap();
    let count = netlists.filter(|file| file.as_ref().unwrap().path().extension().is_some_and(|e| e == "cir")).count();
    assert!(count >= 12);
    assert_eq!(compare(&std::fs::read_to_string(folder().join("expected.txt")).unwrap()), count);
}

/// `make test` installs ngspice where it can; where it is not there, the stored values stand and this says so.
#[test]
fn the_solver_says_what_ngspice_says_now() {
    if Command::new("ngspice").arg("--version").output().is_err() {
        println!("ngspice is not there: only its stored values were compared");
        return;
    }
    let output = Command::new("sh").arg(folder().join("run.sh")).output().unwrap();
    assert!(output.status.success());
    assert!(compare(&String::from_utf8(output.stdout).unwrap()) >= 12);
}
