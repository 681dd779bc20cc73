//! What is known of a conductor's free length and reach, measured or worked out from the other.
//!
//! With the sheath ending `d` behind the opening, a straight conductor of free length `L` reaches `L − d` past it.

use super::conductor::Conductor;
use super::contents::BoxContents;
use crate::facts::house_rules::SplicedLength;
use crate::quantity::{Length, Offset};

/// How a figure came about.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Source {
    /// Read off the tape.
    Measured,
    /// Worked out from the other measure and the depth of the sheath end.
    Derived,
    /// Only a bound is known, from the other measure alone: the sheath cannot end before the opening.
    Bounded,
    /// Nothing is known.
    Unknown,
}

/// What is known of one length: at least `low`, at most `high`.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Extent {
    /// It is at least this.
    pub low: Offset,
    /// It is at most this; `None` when no upper bound is known.
    pub high: Option<Offset>,
    /// How the figure came about.
    pub source: Source,
}

impl Extent {
    const UNKNOWN: Self = Self { low: Offset::MIN, high: None, source: Source::Unknown };

    /// Known exactly.
    pub fn exactly(figure: impl Into<Offset>, source: Source) -> Self {
        let figure = figure.into();
        Self { low: figure, high: Some(figure), source }
    }

    /// The figure, when it is known and not only bounded.
    pub fn value(self) -> Option<Offset> {
        self.high.filter(|high| *high == self.low && self.source != Source::Bounded)
    }
}

/// The free length and the reach of one conductor, as far as they are known.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct FreeFigures {
    /// From the sheath to the tip.
    pub length: Extent,
    /// From the opening to the tip.
    pub reach: Extent,
    /// How far behind the opening the sheath ends; worked out when both measures are there and it is not.
    pub sheath_end: Option<Length>,
}

impl FreeFigures {
    /// Of `conductor` in `contents`. Where the house says that a splice does not count, a spliced conductor ends at
    /// its splice.
    pub fn of(contents: &BoxContents, conductor: &Conductor, spliced: SplicedLength) -> Self {
        let sheath_end = contents.sheath_end_of(conductor);
        match (spliced, conductor.joint) {
            (SplicedLength::DoesNotCount, Some(joint)) => match joint.from_sheath {
                Some(length) => Self::from_measures(Some(length), None, sheath_end),
                None => Self { length: Extent::UNKNOWN, reach: Extent::UNKNOWN, sheath_end },
            },
            _ => Self::from_measures(conductor.free_length, conductor.reach, sheath_end),
        }
    }

    fn from_measures(length: Option<Length>, reach: Option<Offset>, sheath_end: Option<Length>) -> Self {
        let (length_extent, reach_extent) = match (length, reach, sheath_end) {
            (Some(length), Some(reach), _) => {
                (Extent::exactly(length, Source::Measured), Extent::exactly(reach, Source::Measured))
            }
            (Some(length), None, Some(end)) => {
                (Extent::exactly(length, Source::Measured), Extent::exactly(length - end, Source::Derived))
            }
            (Some(length), None, None) => (
                Extent::exactly(length, Source::Measured),
                Extent { low: Offset::MIN, high: Some(length.into()), source: Source::Bounded },
            ),
            (None, Some(reach), Some(end)) => {
                (Extent::exactly(reach + end, Source::Derived), Extent::exactly(reach, Source::Measured))
            }
            (None, Some(reach), None) => (
                Extent { low: reach.max(Offset::ZERO), high: None, source: Source::Bounded },
                Extent::exactly(reach, Source::Measured),
            ),
            (None, None, _) => (Extent::UNKNOWN, Extent::UNKNOWN),
        };
        let implied_end = length.zip(reach).and_then(|(length, reach)| (Offset::from(length) - reach).past());
        Self { length: length_extent, reach: reach_extent, sheath_end: sheath_end.or(implied_end) }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const SHORT: Length = Length::sixteenths(44);
    const PAST: Length = Length::sixteenths(12);
    const END: Length = Length::inches(2);

    #[test]
    fn each_measure_implies_the_other() {
        let from_length = FreeFigures::from_measures(Some(SHORT), None, Some(END));
        assert_eq!(from_length.reach, Extent::exactly(PAST, Source::Derived));
        let from_reach = FreeFigures::from_measures(None, Some(PAST.into()), Some(END));
        assert_eq!(from_reach.length, Extent::exactly(SHORT, Source::Derived));
    }

    #[test]
    fn both_measures_imply_the_sheath_end() {
        assert_eq!(FreeFigures::from_measures(Some(SHORT), Some(PAST.into()), None).sheath_end, Some(END));
    }

    #[test]
    fn one_measure_alone_bounds_the_other() {
        let figures = FreeFigures::from_measures(Some(SHORT), None, None);
        assert_eq!((figures.reach.high, figures.reach.value()), (Some(SHORT.into()), None));
        let figures = FreeFigures::from_measures(None, Some(PAST.into()), None);
        assert_eq!((figures.length.low, figures.length.high), (PAST.into(), None));
    }

    #[test]
    fn a_conductor_that_ends_behind_the_opening_has_less_than_no_reach() {
        let figures = FreeFigures::from_measures(Some(Length::inches(1)), None, Some(END));
        assert_eq!(figures.reach.value(), Some(Length::ZERO - Length::inches(1)));
        let back = FreeFigures::from_measures(None, figures.reach.value(), Some(END));
        assert_eq!(back.length.value(), Some(Length::inches(1).into()));
    }
}
