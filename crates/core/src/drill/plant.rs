//! A change that breaks rules.

use fastrand::Rng;

/// A change of something sound.
pub(super) struct Plant<Subject> {
    /// The rules that it breaks.
    pub rules: &'static [&'static str],
    /// How hard it is to see, 1 to 5: plainly there, a figure against a limit, counted or by the place, among much that is sound.
    pub level: u8,
    /// Makes it so; whether that was possible here.
    pub put: fn(&mut Subject, &mut Rng) -> bool,
}

/// A change, in the order in which a table of them reads.
pub(super) const fn plant<Subject>(
    rules: &'static [&'static str],
    level: u8,
    put: fn(&mut Subject, &mut Rng) -> bool,
) -> Plant<Subject> {
    Plant { rules, level, put }
}
