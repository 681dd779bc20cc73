//! Judging a length against a greatest length that is printed in two unit systems.

use std::borrow::Cow;

use super::{Finding, Side, Verdict};
use crate::facts::{Basis, TwinUnits};
use crate::quantity::{Amount, Length, UnitSystem};
use crate::standard::TwinLimit;

/// How a length and what it is over are said.
#[derive(Clone, Copy)]
pub(super) struct Said {
    figure: fn(Length, UnitSystem) -> Amount,
    over: fn(Length, UnitSystem) -> Amount,
}

impl Said {
    /// At a box: in inches and sixteenths, or millimetres.
    pub(super) const AT_A_BOX: Self = Self { figure: Amount::length, over: Amount::length_up };
    /// Along a wall: in feet and inches, or metres.
    pub(super) const ALONG_A_WALL: Self = Self { figure: Amount::run, over: Amount::run_up };
}

/// Compares a length with `limit`, which it must not pass. `what` completes "the box front is 3/8 in …".
///
/// With both twins in force a length within the longer twin is compliant; it is *marginal* until it stays clear of the
/// shorter one by the measuring resolution, and above the longer one as long as the tape could be the cause. A length
/// of nothing is read as such: there the tape is not in doubt.
pub(super) fn judge_maximum(
    basis: &Basis,
    label: impl Into<Cow<'static, str>>,
    what: &str,
    length: Length,
    limit: TwinLimit,
    said: Said,
) -> Finding {
    let units = basis.units;
    let house = &basis.house_rules;
    let inches_govern = house.twin_units == TwinUnits::InchesGovern;
    let governing = limit.inches.filter(|_| inches_govern);
    let (strict, lenient) = governing.map_or((limit.lenient(), limit.strict()), |inches| (inches, inches));
    let resolution = house.measuring_resolution;
    let shown = governing.unwrap_or(limit.shown(units));
    let figure = |length: Length| (said.figure)(length, units);
    let words = format!("The {what} is {}; at most {} is allowed", figure(length).text, figure(shown).text);
    let tape = resolution.say(units);
    let (verdict, sentence) = if length + resolution <= strict || length == Length::ZERO {
        (Verdict::Meets, format!("{words}."))
    } else if length <= strict {
        (Verdict::Marginal, format!("{words}: at the limit to within the tape's {tape}."))
    } else if length <= lenient {
        (Verdict::Marginal, format!("{words}: it meets one unit system and misses the other."))
    } else if length <= lenient + resolution {
        (Verdict::Marginal, format!("{words}: within the tape's {tape} of the limit, measure again with care."))
    } else {
        (Verdict::Violates, format!("{words}: over by {}.", (said.over)(length.less(shown), units).text))
    };
    let over = length.less(shown);
    let over = (over > Length::ZERO).then(|| (said.over)(over, units));
    let mut finding = Finding::meets(label, sentence).with_figures(figure(length), figure(shown), Side::AtMost, over);
    finding.verdict = verdict;
    finding.reaches_limit = length <= lenient;
    finding
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;
    use crate::facts::Basis;

    /// NEC 314.20: 1/4 in (6 mm). From memory.
    const QUARTER: TwinLimit = TwinLimit { inches: Some(Length::sixteenths(4)), metric: Length::mm(6) };

    fn judged(length: Length) -> Finding {
        judge_maximum(&Basis::default(), "box", "set-back", length, QUARTER, Said::AT_A_BOX)
    }

    #[test]
    fn the_bands_around_the_limit() {
        // By hand: 3/16 in is 4.76 mm, clear of 6 mm by less than 1/16 in; 1/4 in meets inches and misses 6 mm.
        for (sixteenths, verdict, reaches) in [
            (0, Verdict::Meets, true),
            (2, Verdict::Meets, true),
            (3, Verdict::Marginal, true),
            (4, Verdict::Marginal, true),
            (5, Verdict::Marginal, false),
            (6, Verdict::Violates, false),
        ] {
            let finding = judged(Length::sixteenths(sixteenths));
            assert_eq!((finding.verdict, finding.reaches_limit), (verdict, reaches), "{sixteenths}/16 in");
        }
        assert_eq!(judged(Length::sixteenths(6)).shortfall.map(|s| s.text), Some("1/8 in".to_owned()));
    }

    proptest! {
        #[test]
        fn more_is_never_judged_better(a in 0_i64..40_000_000, b in 0_i64..40_000_000) {
            let judge = |nm| judged(Length::from_nm(nm).expect("in range"));
            let (less, more) = (judge(a.min(b)), judge(a.max(b)));
            prop_assert!(less.verdict.rank() >= more.verdict.rank());
            prop_assert!(less.reaches_limit >= more.reaches_limit);
        }
    }
}
