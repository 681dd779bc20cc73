//! Volumes of standard boxes and the room that each conductor is allowed: NEC 314.16, CEC 12-3034.
//!
//! # Source
//! NEC Tables 314.16(A) and 314.16(B), CEC Tables 22 and 23, from memory. The NEC volumes and allowances: sure. The
//! Canadian masonry, FS and FD rows: may be off.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::{Citation, Confidence, Edition, Profile};
use crate::quantity::{Gauge, Length, Volume};

macro_rules! boxes {
    ($($variant:ident $name:literal $nec:expr, $depth:literal $wide:literal $cec:expr;)*) => {
        /// A box whose volume stands in a table, by its trade size in inches.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
        #[serde(rename_all = "kebab-case")]
        #[allow(missing_docs, reason = "each is its trade size; see `name`")]
        pub enum StandardBox {
            $($variant,)*
        }

        impl StandardBox {
            /// Every standard box, in the order of the table.
            pub const ALL: &'static [Self] = &[$(Self::$variant,)*];

            /// Its trade size in inches.
            pub const fn name(self) -> &'static str {
                match self { $(Self::$variant => $name,)* }
            }

            /// The volume in hundredths of a cubic inch that the NEC prints for it, where it has the row.
            const fn nec_centi(self) -> Option<u32> {
                match self { $(Self::$variant => $nec,)* }
            }

            /// Its depth inside.
            pub const fn depth(self) -> Length {
                match self { $(Self::$variant => Length::sixteenths($depth),)* }
            }

            /// The narrower side of its opening.
            pub const fn width(self) -> Length {
                match self { $(Self::$variant => Length::sixteenths($wide),)* }
            }

            /// The volume in hundredths of a cubic inch that the CEC prints for it, where it has the row.
            const fn cec_centi(self) -> Option<u32> {
                match self { $(Self::$variant => $cec,)* }
            }
        }
    };
}

boxes! {
    Octagon4x1_1_4 "round or octagonal 4 × 1 1/4" Some(1250), 20 64 None;
    Octagon4x1_1_2 "round or octagonal 4 × 1 1/2" Some(1550), 24 64 Some(1500);
    Octagon4x2_1_8 "round or octagonal 4 × 2 1/8" Some(2150), 34 64 Some(2100);
    Square4x1_1_4 "square 4 × 1 1/4" Some(1800), 20 64 None;
    Square4x1_1_2 "square 4 × 1 1/2" Some(2100), 24 64 Some(2100);
    Square4x2_1_8 "square 4 × 2 1/8" Some(3030), 34 64 Some(3000);
    Square4_11_16x1_1_4 "square 4 11/16 × 1 1/4" Some(2550), 20 75 None;
    Square4_11_16x1_1_2 "square 4 11/16 × 1 1/2" Some(2950), 24 75 Some(3000);
    Square4_11_16x2_1_8 "square 4 11/16 × 2 1/8" Some(4200), 34 75 Some(4200);
    Device3x2x1_1_2 "device 3 × 2 × 1 1/2" Some(750), 24 32 Some(800);
    Device3x2x2 "device 3 × 2 × 2" Some(1000), 32 32 Some(1000);
    Device3x2x2_1_4 "device 3 × 2 × 2 1/4" Some(1050), 36 32 Some(1000);
    Device3x2x2_1_2 "device 3 × 2 × 2 1/2" Some(1250), 40 32 Some(1250);
    Device3x2x2_3_4 "device 3 × 2 × 2 3/4" Some(1400), 44 32 None;
    Device3x2x3 "device 3 × 2 × 3" None, 48 32 Some(1500);
    Device3x2x3_1_2 "device 3 × 2 × 3 1/2" Some(1800), 56 32 None;
    Device4x2_1_8x1_1_2 "device 4 × 2 1/8 × 1 1/2" Some(1030), 24 34 None;
    Device4x2_1_8x1_7_8 "device 4 × 2 1/8 × 1 7/8" Some(1300), 30 34 Some(1400);
    Device4x2_3_8x1_7_8 "device 4 × 2 3/8 × 1 7/8" None, 30 38 Some(1600);
    Device4x2_1_8x2_1_8 "device 4 × 2 1/8 × 2 1/8" Some(1450), 34 34 None;
    Masonry3_3_4x2x2_1_2 "masonry 3 3/4 × 2 × 2 1/2, a gang" Some(1400), 40 32 Some(1400);
    Masonry3_3_4x2x3_1_2 "masonry 3 3/4 × 2 × 3 1/2, a gang" Some(2100), 56 32 Some(2100);
    FsSingle "FS, single cover, a gang" Some(1350), 28 32 Some(1400);
    FdSingle "FD, single cover, a gang" Some(1800), 38 32 Some(2250);
    FsMultiple "FS, multiple cover, a gang" Some(1800), 28 32 None;
    FdMultiple "FD, multiple cover, a gang" Some(2400), 38 32 None;
}

impl StandardBox {
    /// The volume of one gang of it, or of the whole where it is not counted by gangs; `None` where the table of the edition
    /// has no such box, so that its mark is read.
    pub fn volume(self, edition: Edition) -> Option<Volume> {
        let centi = match edition.profile() {
            Profile::Nec => self.nec_centi(),
            Profile::Cec => self.cec_centi(),
        };
        centi.map(Volume::centi_cubic_inches)
    }

    /// Boxes of which several are ganged into one, so that the volume goes by the gang.
    pub const fn is_by_gang(self) -> bool {
        matches!(
            self,
            Self::Device3x2x1_1_2
                | Self::Device3x2x2
                | Self::Device3x2x2_1_4
                | Self::Device3x2x2_1_2
                | Self::Device3x2x2_3_4
                | Self::Device3x2x3
                | Self::Device3x2x3_1_2
                | Self::Masonry3_3_4x2x2_1_2
                | Self::Masonry3_3_4x2x3_1_2
                | Self::FsSingle
                | Self::FdSingle
                | Self::FsMultiple
                | Self::FdMultiple
        )
    }
}

/// A shallow round pan, 4 × 1/2 in. Common practice, no source; the CEC prints 5 in³ for it, from memory.
pub fn pan_volume(edition: Edition) -> Volume {
    match edition.profile() {
        Profile::Nec => Volume::centi_cubic_inches(600),
        Profile::Cec => Volume::centi_cubic_inches(500),
    }
}

/// The room that one conductor of a size is allowed; `None` for sizes that are not counted by volume.
///
/// # Source
/// NEC Table 314.16(B): 18 AWG 1.50 in³ to 6 AWG 5.00 in³. CEC Table 22: 14 AWG 1.5 in³ to 6 AWG 4.5 in³.
/// From memory, sure. The CEC's millilitres are rounded; its counts follow from the cubic inches, so these are used.
pub const fn conductor_allowance(edition: Edition, gauge: Gauge) -> Option<Volume> {
    Some(match (edition.profile(), gauge) {
        (Profile::Nec, Gauge::Awg18) => Volume::centi_cubic_inches(150),
        (Profile::Nec, Gauge::Awg16) => Volume::centi_cubic_inches(175),
        (Profile::Nec, Gauge::Awg14) => Volume::centi_cubic_inches(200),
        (Profile::Nec, Gauge::Awg12) => Volume::centi_cubic_inches(225),
        (Profile::Nec, Gauge::Awg10) => Volume::centi_cubic_inches(250),
        (Profile::Nec, Gauge::Awg8) => Volume::centi_cubic_inches(300),
        (Profile::Nec, Gauge::Awg6) => Volume::centi_cubic_inches(500),
        (Profile::Cec, Gauge::Awg18 | Gauge::Awg16) => Volume::ZERO,
        (Profile::Cec, Gauge::Awg14) => Volume::centi_cubic_inches(150),
        (Profile::Cec, Gauge::Awg12) => Volume::centi_cubic_inches(175),
        (Profile::Cec, Gauge::Awg10) => Volume::centi_cubic_inches(225),
        (Profile::Cec, Gauge::Awg8) => Volume::centi_cubic_inches(275),
        (Profile::Cec, Gauge::Awg6) => Volume::centi_cubic_inches(450),
        _ => return None,
    })
}

/// Where box fill stands.
pub const fn citation(edition: Edition) -> Citation {
    match edition.profile() {
        Profile::Nec => Citation { edition: edition.name(), section: "314.16", confidence: Confidence::Sure },
        Profile::Cec => Citation { edition: edition.name(), section: "12-3034", confidence: Confidence::MayBeOff },
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const SIZES: [Gauge; 7] =
        [Gauge::Awg18, Gauge::Awg16, Gauge::Awg14, Gauge::Awg12, Gauge::Awg10, Gauge::Awg8, Gauge::Awg6];

    /// The conductor counts printed in NEC Table 314.16(A), 18 to 6 AWG; from memory.
    const PUBLISHED: [[i64; 7]; 24] = [
        [8, 7, 6, 5, 5, 4, 2],
        [10, 8, 7, 6, 6, 5, 3],
        [14, 12, 10, 9, 8, 7, 4],
        [12, 10, 9, 8, 7, 6, 3],
        [14, 12, 10, 9, 8, 7, 4],
        [20, 17, 15, 13, 12, 10, 6],
        [17, 14, 12, 11, 10, 8, 5],
        [19, 16, 14, 13, 11, 9, 5],
        [28, 24, 21, 18, 16, 14, 8],
        [5, 4, 3, 3, 3, 2, 1],
        [6, 5, 5, 4, 4, 3, 2],
        [7, 6, 5, 4, 4, 3, 2],
        [8, 7, 6, 5, 5, 4, 2],
        [9, 8, 7, 6, 5, 4, 2],
        [12, 10, 9, 8, 7, 6, 3],
        [6, 5, 5, 4, 4, 3, 2],
        [8, 7, 6, 5, 5, 4, 2],
        [9, 8, 7, 6, 5, 4, 2],
        [9, 8, 7, 6, 5, 4, 2],
        [14, 12, 10, 9, 8, 7, 4],
        [9, 7, 6, 6, 5, 4, 2],
        [12, 10, 9, 8, 7, 6, 3],
        [12, 10, 9, 8, 7, 6, 3],
        [16, 13, 12, 10, 9, 8, 4],
    ];

    #[test]
    fn every_row_divides_into_the_published_counts() {
        let in_table = || StandardBox::ALL.iter().filter_map(|size| Some((size, size.volume(Edition::Nec2023)?.nl())));
        assert_eq!(in_table().count(), PUBLISHED.len());
        for ((size, volume), published) in in_table().zip(PUBLISHED) {
            let counts = SIZES
                .map(|gauge| volume / conductor_allowance(Edition::Nec2023, gauge).expect("it is in the table").nl());
            assert_eq!(counts, published, "{}", size.name());
        }
    }

    #[test]
    fn canadian_rows_divide_into_their_counts() {
        // CEC Table 23, 14 to 6 AWG; from memory, FS and FD rows may be off.
        let rows = [
            (StandardBox::Octagon4x1_1_2, [10, 8, 6, 5, 3]),
            (StandardBox::Octagon4x2_1_8, [14, 12, 9, 7, 4]),
            (StandardBox::Square4x1_1_2, [14, 12, 9, 7, 4]),
            (StandardBox::Square4x2_1_8, [20, 17, 13, 10, 6]),
            (StandardBox::Square4_11_16x2_1_8, [28, 24, 18, 15, 9]),
            (StandardBox::Device3x2x1_1_2, [5, 4, 3, 2, 1]),
            (StandardBox::Device3x2x2, [6, 5, 4, 3, 2]),
            (StandardBox::Device3x2x2_1_2, [8, 7, 5, 4, 2]),
            (StandardBox::Device3x2x3, [10, 8, 6, 5, 3]),
            (StandardBox::Device4x2_1_8x1_7_8, [9, 8, 6, 5, 3]),
            (StandardBox::Device4x2_3_8x1_7_8, [10, 9, 7, 5, 3]),
            (StandardBox::Masonry3_3_4x2x2_1_2, [9, 8, 6, 5, 3]),
            (StandardBox::Masonry3_3_4x2x3_1_2, [14, 12, 9, 7, 4]),
            (StandardBox::FdSingle, [15, 12, 10, 8, 5]),
        ];
        for (size, published) in rows {
            let volume = size.volume(Edition::Cec2021).expect("the CEC has it").nl();
            let counts = [2, 3, 4, 5, 6].map(|index: usize| {
                volume / conductor_allowance(Edition::Cec2021, SIZES[index]).expect("it is in the table").nl()
            });
            assert_eq!(counts, published, "{}", size.name());
        }
    }

    #[test]
    fn a_box_that_a_table_does_not_have_is_read_by_its_mark() {
        assert_eq!(StandardBox::Device3x2x3.volume(Edition::Nec2023), None);
        assert_eq!(StandardBox::Device3x2x3_1_2.volume(Edition::Cec2021), None);
    }

    #[test]
    fn large_conductors_are_not_counted_by_volume() {
        assert_eq!(conductor_allowance(Edition::Nec2023, Gauge::Awg4), None);
    }
}
