//! Raceways: how much of one its conductors may fill, and how far it may bend.
//!
//! # Source
//! NEC Chapter 9, Tables 1, 4 and 5, and 358.26 with its like for the other raceways; CEC 12-910, 12-942, Tables 6 and 8. The
//! areas are those of the NEC, from memory; held in the tests against the counts of Annex C.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::WiringMethod;
use crate::quantity::Gauge;

/// The size by which a raceway is sold.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema)]
pub enum TradeSize {
    /// 1/2 in, metric 16.
    #[serde(rename = "1/2")]
    Half,
    /// 3/4 in, metric 21.
    #[serde(rename = "3/4")]
    ThreeQuarters,
    /// 1 in, metric 27.
    #[serde(rename = "1")]
    One,
    /// 1 1/4 in, metric 35.
    #[serde(rename = "1-1/4")]
    OneAndQuarter,
    /// 1 1/2 in, metric 41.
    #[serde(rename = "1-1/2")]
    OneAndHalf,
    /// 2 in, metric 53.
    #[serde(rename = "2")]
    Two,
    /// 2 1/2 in, metric 63.
    #[serde(rename = "2-1/2")]
    TwoAndHalf,
    /// 3 in, metric 78.
    #[serde(rename = "3")]
    Three,
    /// 3 1/2 in, metric 91.
    #[serde(rename = "3-1/2")]
    ThreeAndHalf,
    /// 4 in, metric 103.
    #[serde(rename = "4")]
    Four,
}

impl TradeSize {
    /// All of them, from the smallest.
    pub const ALL: [Self; 10] = [
        Self::Half,
        Self::ThreeQuarters,
        Self::One,
        Self::OneAndQuarter,
        Self::OneAndHalf,
        Self::Two,
        Self::TwoAndHalf,
        Self::Three,
        Self::ThreeAndHalf,
        Self::Four,
    ];

    /// As it is written, "1-1/4".
    pub const fn name(self) -> &'static str {
        match self {
            Self::Half => "1/2",
            Self::ThreeQuarters => "3/4",
            Self::One => "1",
            Self::OneAndQuarter => "1-1/4",
            Self::OneAndHalf => "1-1/2",
            Self::Two => "2",
            Self::TwoAndHalf => "2-1/2",
            Self::Three => "3",
            Self::ThreeAndHalf => "3-1/2",
            Self::Four => "4",
        }
    }
}

/// How thick the insulation of a conductor in a raceway is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum RacewayInsulation {
    /// Thin, with a nylon jacket: THHN, THWN-2.
    #[default]
    Thin,
    /// Thick, without one: TW, THW, RHW without covering.
    Thick,
    /// Bare.
    Bare,
}

impl RacewayInsulation {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 3] = [Self::Thin, Self::Thick, Self::Bare];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Thin => "thin, with nylon jacket",
            Self::Thick => "thick, no nylon jacket",
            Self::Bare => "bare",
        }
    }
}

/// The wall of a raceway, where its kind leaves it open.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum RacewayWall {
    /// The thinner one: intermediate metal conduit, plastic of schedule 40.
    Thin,
    /// The thicker one: rigid metal conduit, plastic of schedule 80.
    Thick,
}

/// The whole inner area of a raceway in ten-thousandths of a square inch; `None` of what is none, or is not sold so.
pub const fn inner_area(method: WiringMethod, size: TradeSize, wall: RacewayWall) -> Option<u64> {
    let row: [u64; 10] = match (method, wall) {
        (WiringMethod::ThinWall, _) => [3_040, 5_330, 8_640, 14_960, 20_360, 33_560, 58_580, 88_460, 115_450, 147_530],
        (WiringMethod::RigidMetal, RacewayWall::Thin) => {
            [3_420, 5_860, 9_590, 16_470, 22_250, 36_300, 51_350, 79_220, 105_840, 136_310]
        }
        (WiringMethod::RigidMetal, RacewayWall::Thick) => {
            [3_140, 5_490, 8_870, 15_260, 20_710, 34_080, 48_660, 74_990, 100_100, 128_820]
        }
        (WiringMethod::PlasticConduit, RacewayWall::Thin) => {
            [2_850, 5_080, 8_320, 14_530, 19_860, 32_910, 46_950, 72_680, 97_370, 125_540]
        }
        (WiringMethod::PlasticConduit, RacewayWall::Thick) => {
            [2_170, 4_090, 6_880, 12_370, 17_110, 28_740, 41_190, 64_420, 86_880, 112_580]
        }
        (WiringMethod::FlexibleMetal, _) => {
            [3_170, 5_330, 8_170, 12_770, 18_580, 32_690, 49_090, 70_690, 96_210, 125_660]
        }
        _ => return None,
    };
    Some(row[size as usize])
}

/// The area of one conductor with its insulation in ten-thousandths of a square inch; `None` of one that is not in the table here.
pub const fn conductor_area(gauge: Gauge, insulation: RacewayInsulation) -> Option<u64> {
    let [thin, thick, bare]: [u64; 3] = match gauge {
        Gauge::Awg14 => [97, 139, 40],
        Gauge::Awg12 => [133, 181, 60],
        Gauge::Awg10 => [211, 243, 110],
        Gauge::Awg8 => [366, 437, 170],
        Gauge::Awg6 => [507, 726, 270],
        Gauge::Awg4 => [824, 973, 420],
        Gauge::Awg3 => [973, 1_134, 530],
        Gauge::Awg2 => [1_158, 1_333, 670],
        Gauge::Awg1 => [1_562, 1_901, 870],
        Gauge::Awg1Of0 => [1_855, 2_223, 1_090],
        Gauge::Awg2Of0 => [2_223, 2_624, 1_370],
        Gauge::Awg3Of0 => [2_679, 3_117, 1_730],
        Gauge::Awg4Of0 => [3_237, 3_718, 2_190],
        _ => return None,
    };
    Some(match insulation {
        RacewayInsulation::Thin => thin,
        RacewayInsulation::Thick => thick,
        RacewayInsulation::Bare => bare,
    })
}

/// How much of a raceway its conductors may fill, per cent: NEC Chapter 9, Table 1. From memory, sure.
pub const fn fill_per_cent(conductors: usize) -> u64 {
    match conductors {
        0 | 1 => 53,
        2 => 31,
        _ => 40,
    }
}

/// Whether conductors that all are of one size go into a raceway although their exact share does not: what is over by less than a
/// fifth of one counts as one more. NEC Chapter 9, note 7 to the tables; from memory, sure.
pub const fn rounds_up(fill: u64, one: u64, allowed: u64) -> bool {
    fill <= allowed + one / 5
}

/// By how much a raceway bends between two places where conductors are drawn, at most, in degrees. From memory, sure.
pub const MOST_BENDS: u32 = 360;

#[cfg(test)]
mod tests {
    use super::*;

    fn most(method: WiringMethod, size: TradeSize, wall: RacewayWall, gauge: Gauge) -> u64 {
        let one = conductor_area(gauge, RacewayInsulation::Thin).expect("in the table");
        let inner = inner_area(method, size, wall).expect("in the table");
        let fits = |count: &u64| {
            let allowed = inner * fill_per_cent(usize::try_from(*count).expect("few")) / 100;
            rounds_up(count * one, one, allowed)
        };
        (1..700).filter(fits).max().unwrap_or(0)
    }

    const GAUGES: [Gauge; 6] = [Gauge::Awg14, Gauge::Awg12, Gauge::Awg10, Gauge::Awg8, Gauge::Awg6, Gauge::Awg4];

    #[test]
    fn the_counts_are_those_that_are_printed() {
        // NEC Annex C, Tables C.1, C.9 and C.11 (C.8 and C.10 in older editions), THHN; from memory. The annex is worked out
        // anew here from the areas, so that neither table stands alone.
        use TradeSize::{
            Four, Half, One, OneAndHalf, OneAndQuarter, Three, ThreeAndHalf, ThreeQuarters, Two, TwoAndHalf,
        };
        let printed = [
            (WiringMethod::ThinWall, RacewayWall::Thin, Half, [12, 9, 5, 3, 2, 1]),
            (WiringMethod::ThinWall, RacewayWall::Thin, ThreeQuarters, [22, 16, 10, 6, 4, 2]),
            (WiringMethod::ThinWall, RacewayWall::Thin, One, [35, 26, 16, 9, 7, 4]),
            (WiringMethod::ThinWall, RacewayWall::Thin, OneAndQuarter, [61, 45, 28, 16, 12, 7]),
            (WiringMethod::ThinWall, RacewayWall::Thin, OneAndHalf, [84, 61, 38, 22, 16, 10]),
            (WiringMethod::ThinWall, RacewayWall::Thin, Two, [138, 101, 63, 36, 26, 16]),
            (WiringMethod::ThinWall, RacewayWall::Thin, TwoAndHalf, [241, 176, 111, 64, 46, 28]),
            (WiringMethod::ThinWall, RacewayWall::Thin, Three, [364, 266, 167, 96, 69, 43]),
            (WiringMethod::ThinWall, RacewayWall::Thin, ThreeAndHalf, [476, 347, 219, 126, 91, 56]),
            (WiringMethod::ThinWall, RacewayWall::Thin, Four, [608, 443, 279, 161, 116, 71]),
            (WiringMethod::RigidMetal, RacewayWall::Thick, Half, [13, 9, 6, 3, 2, 1]),
            (WiringMethod::RigidMetal, RacewayWall::Thick, ThreeQuarters, [22, 16, 10, 6, 4, 2]),
            (WiringMethod::PlasticConduit, RacewayWall::Thin, Half, [11, 8, 5, 3, 1, 1]),
            (WiringMethod::PlasticConduit, RacewayWall::Thin, ThreeQuarters, [21, 15, 9, 5, 4, 2]),
            (WiringMethod::PlasticConduit, RacewayWall::Thick, Half, [9, 6, 4, 2, 1, 1]),
            (WiringMethod::FlexibleMetal, RacewayWall::Thin, Half, [13, 9, 6, 3, 2, 1]),
        ];
        for (method, wall, size, counts) in printed {
            let own = GAUGES.map(|gauge| most(method, size, wall, gauge));
            assert_eq!(own, counts, "{} {}", method.name(), size.name());
        }
    }

    #[test]
    fn the_large_sizes_hold_what_is_printed_of_the_smallest_conductor() {
        // NEC Annex C, 14 AWG THHN in 2 1/2, 3, 3 1/2 and 4 in; from memory.
        let printed = [
            (WiringMethod::RigidMetal, RacewayWall::Thick, [200, 309, 412, 531]),
            (WiringMethod::RigidMetal, RacewayWall::Thin, [211, 326, 436, 562]),
            (WiringMethod::PlasticConduit, RacewayWall::Thin, [193, 299, 401, 517]),
            (WiringMethod::PlasticConduit, RacewayWall::Thick, [170, 265, 358, 464]),
            (WiringMethod::FlexibleMetal, RacewayWall::Thin, [202, 291, 396, 518]),
        ];
        for (method, wall, counts) in printed {
            let own: Vec<u64> =
                TradeSize::ALL[6..].iter().map(|size| most(method, *size, wall, Gauge::Awg14)).collect();
            assert_eq!(own, counts, "{}", method.name());
        }
    }

    #[test]
    fn a_larger_raceway_and_a_larger_conductor_have_more() {
        for method in WiringMethod::ALL.into_iter().filter(|method| method.is_raceway()) {
            for wall in [RacewayWall::Thin, RacewayWall::Thick] {
                for pair in TradeSize::ALL.windows(2) {
                    assert!(inner_area(method, pair[0], wall) < inner_area(method, pair[1], wall));
                }
            }
        }
        for insulation in RacewayInsulation::ALL {
            let areas: Vec<_> = Gauge::ALL.iter().filter_map(|gauge| conductor_area(*gauge, insulation)).collect();
            assert!(areas.len() == 13 && areas.is_sorted());
        }
        assert_eq!(inner_area(WiringMethod::Nonmetallic, TradeSize::One, RacewayWall::Thin), None);
    }
}
