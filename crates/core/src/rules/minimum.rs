//! Judging a length against a least length that is printed in two unit systems.

use std::borrow::Cow;

use super::{Finding, Side, Verdict};
use crate::facts::{Basis, Extent, HouseRules, Source, TwinUnits};
use crate::quantity::{Amount, Length, Offset, Rounding, UnitSystem};
use crate::standard::TwinLimit;

/// The outcome of comparing a length with a least length.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct MinimumJudgement {
    /// The answer.
    pub verdict: Verdict,
    /// The figure itself reaches the limit that governs.
    pub reaches_limit: bool,
    /// How far it falls short of the limit as the audit's unit prints it.
    pub shortfall: Option<Length>,
    /// Why it is marginal.
    pub remark: Option<String>,
}

/// Compares what is known of a length with `limit`.
///
/// With both twins in force a length that satisfies the shorter twin is compliant; it is *marginal* until it clears
/// the longer one by the measuring resolution, and below the shorter one as long as the tape could be the cause.
pub fn judge_minimum(extent: Extent, limit: TwinLimit, house: &HouseRules, units: UnitSystem) -> MinimumJudgement {
    let inches_govern = house.twin_units == TwinUnits::InchesGovern;
    let governing = limit.inches.filter(|_| inches_govern);
    let (strict, lenient) = governing.map_or((limit.strict(), limit.lenient()), |inches| (inches, inches));
    let resolution = house.measuring_resolution;
    let shown = governing.unwrap_or(limit.shown(units));
    let short_of_shown = |figure: Offset| Some(figure.short_of(shown)).filter(|short| *short > Length::ZERO);

    if extent.low >= Offset::from(strict + resolution) {
        return MinimumJudgement { verdict: Verdict::Meets, reaches_limit: true, shortfall: None, remark: None };
    }
    if let Some(high) = extent.high
        && high + resolution < Offset::from(lenient)
    {
        let shortfall = Some(high.short_of(shown));
        return MinimumJudgement { verdict: Verdict::Violates, reaches_limit: false, shortfall, remark: None };
    }
    let Some(length) = extent.value() else {
        return MinimumJudgement { verdict: Verdict::NotMeasured, reaches_limit: false, shortfall: None, remark: None };
    };
    let tape = resolution.print(units, Rounding::Nearest);
    let remark = if length >= Offset::from(strict) {
        format!("at the limit to within the tape's {tape}: measure again with care")
    } else if length >= Offset::from(lenient) {
        let (met, missed) = if lenient == limit.metric {
            (
                limit.metric.print(UnitSystem::Metric, Rounding::Nearest),
                strict.print(UnitSystem::Inch, Rounding::Nearest),
            )
        } else {
            (
                lenient.print(UnitSystem::Inch, Rounding::Nearest),
                limit.metric.print(UnitSystem::Metric, Rounding::Nearest),
            )
        };
        format!("meets {met} and misses {missed} by {}", length.short_of(strict).print(units, Rounding::Up))
    } else {
        format!("within the tape's {tape} of the limit: measure again with care")
    };
    MinimumJudgement {
        verdict: Verdict::Marginal,
        reaches_limit: length >= Offset::from(lenient),
        shortfall: short_of_shown(length),
        remark: Some(remark),
    }
}

/// A length held against the least that does; `what` begins the sentence, "The cover of stretch 2".
pub(super) fn at_least(
    basis: &Basis,
    label: impl Into<Cow<'static, str>>,
    what: &str,
    length: Length,
    limit: TwinLimit,
) -> Finding {
    let units = basis.units;
    let judged = judge_minimum(Extent::exactly(length, Source::Measured), limit, &basis.house_rules, units);
    let least = limit.shown(units);
    let remark = judged.remark.map_or_else(String::new, |remark| format!(": {remark}"));
    // From 2 ft on, lengths are said in feet.
    let far = least >= Length::inches(24);
    let figure = |length: Length| if far { Amount::run(length, units) } else { Amount::length(length, units) };
    let short = Some(least.less(length)).filter(|short| *short > Length::ZERO);
    let short = short.map(|short| if far { Amount::run_up(short, units) } else { Amount::length_up(short, units) });
    let (measured, required) = (figure(length), figure(least));
    let sentence = format!("{what} is {}; {} is required{remark}.", measured.text, required.text);
    let mut finding = Finding::meets(label, sentence).with_figures(measured, required, Side::AtLeast, short);
    (finding.verdict, finding.reaches_limit) = (judged.verdict, judged.reaches_limit);
    finding
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;
    use crate::facts::Source;

    const SIX: TwinLimit = TwinLimit { inches: Some(Length::inches(6)), metric: Length::mm(150) };

    fn known(length: Length) -> Extent {
        Extent::exactly(length, Source::Measured)
    }

    fn judged(length: Length, house: &HouseRules) -> MinimumJudgement {
        judge_minimum(known(length), SIX, house, UnitSystem::Inch)
    }

    #[test]
    fn the_bands_round_the_limit() {
        let house = HouseRules::default();
        // The twins of 6 in and 150 mm: 150 mm is 5 29/32 in (25.4 mm to the inch).
        let bands = [
            (Length::sixteenths(97), Verdict::Meets, true),
            (Length::sixteenths(96), Verdict::Marginal, true),
            (Length::sixteenths(95), Verdict::Marginal, true),
            (Length::mm(150), Verdict::Marginal, true),
            (Length::mm(149), Verdict::Marginal, false),
            (Length::sixteenths(94), Verdict::Marginal, false),
            (Length::sixteenths(93), Verdict::Violates, false),
        ];
        for (length, verdict, reaches) in bands {
            let judgement = judged(length, &house);
            assert_eq!((judgement.verdict, judgement.reaches_limit), (verdict, reaches), "{length:?}");
        }
    }

    #[test]
    fn a_figure_between_the_twins_says_which_it_misses() {
        let remark = judged(Length::sixteenths(95), &HouseRules::default()).remark;
        assert_eq!(remark.as_deref(), Some("meets 150 mm and misses 6 in by 1/16 in"));
    }

    #[test]
    fn where_inches_govern_150_mm_is_short() {
        let house = HouseRules { twin_units: TwinUnits::InchesGovern, ..HouseRules::default() };
        let judgement = judged(Length::mm(150), &house);
        assert_eq!((judgement.verdict, judgement.reaches_limit), (Verdict::Violates, false));
        assert!(judged(Length::inches(6), &house).reaches_limit);
    }

    #[test]
    fn a_bound_decides_only_what_it_can() {
        let house = HouseRules::default();
        let at_most = |length: Length| Extent { low: Offset::MIN, high: Some(length.into()), source: Source::Bounded };
        let at_least = |length: Length| Extent { low: length.into(), high: None, source: Source::Bounded };
        let verdict = |extent| judge_minimum(extent, SIX, &house, UnitSystem::Inch).verdict;
        assert_eq!(verdict(at_most(Length::inches(4))), Verdict::Violates);
        assert_eq!(verdict(at_most(Length::inches(9))), Verdict::NotMeasured);
        assert_eq!(verdict(at_least(Length::inches(7))), Verdict::Meets);
        assert_eq!(verdict(at_least(Length::inches(3))), Verdict::NotMeasured);
    }

    proptest! {
        #[test]
        fn a_longer_conductor_is_never_judged_worse(a in 0_i64..400_000_000, b in 0_i64..400_000_000, govern: bool) {
            let twin_units = if govern { TwinUnits::InchesGovern } else { TwinUnits::Either };
            let house = HouseRules { twin_units, ..HouseRules::default() };
            let judge = |nm| judged(Length::from_nm(nm).expect("in range"), &house);
            let (short, long) = (judge(a.min(b)), judge(a.max(b)));
            prop_assert!(short.verdict.rank() <= long.verdict.rank());
            prop_assert!(short.reaches_limit <= long.reaches_limit);
        }

        #[test]
        fn the_unit_shown_never_changes_the_verdict(nm in 0_i64..400_000_000) {
            let house = HouseRules::default();
            let extent = known(Length::from_nm(nm).expect("in range"));
            let inch = judge_minimum(extent, SIX, &house, UnitSystem::Inch);
            let metric = judge_minimum(extent, SIX, &house, UnitSystem::Metric);
            prop_assert_eq!((inch.verdict, inch.reaches_limit), (metric.verdict, metric.reaches_limit));
        }
    }
}
