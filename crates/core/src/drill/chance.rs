//! Draws that are the same on every machine: a place in a list is drawn from 64 bits, whatever the width of a machine word, since the
//! browser's is not the server's.

use fastrand::Rng;

/// A number below `count`, which is above 0.
pub(super) fn below(draw: &mut Rng, count: usize) -> usize {
    // No list here is longer than a machine word tells.
    usize::try_from(draw.u64(0..count as u64)).unwrap_or(0)
}

/// One of several; nothing where there is none.
pub(super) fn one_of<T: Copy>(draw: &mut Rng, of: &[T]) -> Option<T> {
    (!of.is_empty()).then(|| of[below(draw, of.len())])
}

/// The numbers below `count` in a drawn order.
pub(super) fn shuffled(draw: &mut Rng, count: usize) -> Vec<usize> {
    let mut numbers: Vec<usize> = (0..count).collect();
    numbers.sort_by_cached_key(|_| draw.u64(..));
    numbers
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_draws_are_those_that_boards_were_numbered_by() {
        // Another generator, or another version of it, would make other boards of the same numbers.
        let mut draw = Rng::with_seed(7);
        let drawn: Vec<usize> = (0..8).map(|_| below(&mut draw, 100)).collect();
        assert_eq!(drawn, [77, 22, 71, 48, 11, 16, 79, 9]);
        let mut order = shuffled(&mut draw, 6);
        assert_eq!(order[..3], [3, 0, 1]);
        order.sort_unstable();
        assert_eq!(order, [0, 1, 2, 3, 4, 5], "each once");
    }
}
