//! How long a board of the drill takes to be made.

use divan::Bencher;
use nailpunch_core::drill::{DrillKind, DrillWish, board};

fn main() {
    divan::main();
}

/// Boards of the hardest level, one number after the other.
#[divan::bench(args = [DrillKind::Box, DrillKind::Panel, DrillKind::Board, DrillKind::Readings, DrillKind::Repair])]
fn make(bencher: Bencher, kind: DrillKind) {
    let mut seed = 0;
    bencher.bench_local(|| {
        seed += 1;
        board(&DrillWish { kind, seed, level: 5, ..DrillWish::default() })
    });
}
