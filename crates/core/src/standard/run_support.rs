//! How far apart cables and raceways are supported, and how near to where they end.
//!
//! # Source
//! NEC 334.30, 340.10(4), 338.10(B)(4), 320.30, 330.30, 348.30, 358.30, 344.30, 352.30; CEC 12-510, 12-618, 12-1010, 12-1114,
//! 12-1404. From memory: the NEC figures and CEC 12-510 sure, the other Canadian ones may be off.

use super::raceway::TradeSize;
use super::{Citation, Confidence, Edition, Profile, TwinLimit, WiringMethod, cite};
use crate::quantity::Length;

/// How a wiring method is supported.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct RunSupport {
    /// From one support to the next, at most.
    pub every: TwinLimit,
    /// From a box, panel or fitting to the first, at most.
    pub end: TwinLimit,
    /// From one box to the next with none at all, at most.
    pub without: TwinLimit,
}

impl RunSupport {
    /// Held every so often, and so near to a box; a way from box to box that is no longer than that needs none.
    const fn new(every: TwinLimit, end: TwinLimit) -> Self {
        Self { every, end, without: end }
    }
}

/// Metal conduit of so much from box to box needs no strap.
///
/// # Source
/// NEC 358.30(C) and 344.30(C), 18 in (450 mm), 2014 on, from memory, sure; taken for all editions.
const SHORT_CONDUIT: TwinLimit = twin(18, 450);

const fn twin(inches: u32, metric: u32) -> TwinLimit {
    TwinLimit { inches: Some(Length::inches(inches)), metric: Length::mm(metric) }
}

const fn only_metric(metric: u32) -> TwinLimit {
    TwinLimit { inches: None, metric: Length::mm(metric) }
}

/// How a wiring method is supported; `None` where nothing is asked, or other rules hold.
pub const fn run_support(family: Profile, method: WiringMethod, size: Option<TradeSize>) -> Option<RunSupport> {
    match family {
        Profile::Nec => nec(method, size),
        Profile::Cec => cec(method, size),
    }
}

const fn nec(method: WiringMethod, size: Option<TradeSize>) -> Option<RunSupport> {
    Some(match method {
        WiringMethod::Nonmetallic
        | WiringMethod::Underground
        | WiringMethod::OldTwoWire
        | WiringMethod::Service
        | WiringMethod::ArmouredBonded
        | WiringMethod::ArmouredOld
        | WiringMethod::FlexibleMetal => RunSupport::new(twin(54, 1_400), twin(12, 300)),
        WiringMethod::MetalClad | WiringMethod::MetalCladListed => RunSupport::new(twin(72, 1_800), twin(12, 300)),
        WiringMethod::ThinWall | WiringMethod::RigidMetal => {
            RunSupport { without: SHORT_CONDUIT, ..RunSupport::new(twin(120, 3_000), twin(36, 900)) }
        }
        WiringMethod::PlasticConduit => {
            let every = match size {
                Some(TradeSize::OneAndQuarter | TradeSize::OneAndHalf | TradeSize::Two) => twin(60, 1_500),
                Some(TradeSize::TwoAndHalf | TradeSize::Three) => twin(72, 1_800),
                Some(TradeSize::ThreeAndHalf | TradeSize::Four) => twin(84, 2_100),
                Some(TradeSize::Half | TradeSize::ThreeQuarters | TradeSize::One) | None => twin(36, 900),
            };
            RunSupport::new(every, twin(36, 900))
        }
        WiringMethod::Unknown | WiringMethod::KnobAndTube | WiringMethod::Cord => return None,
    })
}

const fn cec(method: WiringMethod, size: Option<TradeSize>) -> Option<RunSupport> {
    Some(match method {
        WiringMethod::Nonmetallic
        | WiringMethod::Underground
        | WiringMethod::OldTwoWire
        | WiringMethod::Service
        | WiringMethod::ArmouredBonded
        | WiringMethod::ArmouredOld
        | WiringMethod::MetalClad
        | WiringMethod::MetalCladListed
        | WiringMethod::FlexibleMetal => RunSupport::new(only_metric(1_500), only_metric(300)),
        WiringMethod::ThinWall | WiringMethod::RigidMetal => {
            let every = match size {
                Some(TradeSize::Half | TradeSize::ThreeQuarters) | None => 1_500,
                Some(TradeSize::One | TradeSize::OneAndQuarter) => 2_000,
                Some(_) => 3_000,
            };
            RunSupport::new(only_metric(every), only_metric(1_000))
        }
        WiringMethod::PlasticConduit => {
            let every = match size {
                Some(TradeSize::OneAndQuarter | TradeSize::OneAndHalf | TradeSize::Two) => 1_200,
                Some(TradeSize::TwoAndHalf | TradeSize::Three) => 1_800,
                Some(TradeSize::ThreeAndHalf | TradeSize::Four) => 2_100,
                Some(TradeSize::Half | TradeSize::ThreeQuarters | TradeSize::One) | None => 750,
            };
            RunSupport::new(only_metric(every), only_metric(1_000))
        }
        WiringMethod::Unknown | WiringMethod::KnobAndTube | WiringMethod::Cord => return None,
    })
}

/// Where it stands.
pub fn run_support_citation(edition: Edition) -> Option<Citation> {
    cite(
        edition,
        Some(("334.30, 320.30, 330.30, 358.30, 352.30", Confidence::Sure)),
        Some(("12-510, 12-618, 12-1404", Confidence::MayBeOff)),
    )
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_figures_are_those_of_their_articles() {
        // NEC 334.30, 330.30, 358.30, 352.30(B); CEC 12-510: from memory.
        let inches = |method, size| {
            run_support(Profile::Nec, method, size).map(|known| {
                [known.every, known.end].map(|limit| limit.inches.map(|inches| inches.nm() / Length::inches(1).nm()))
            })
        };
        assert_eq!(inches(WiringMethod::Nonmetallic, None), Some([Some(54), Some(12)]));
        assert_eq!(inches(WiringMethod::MetalClad, None), Some([Some(72), Some(12)]));
        assert_eq!(inches(WiringMethod::ThinWall, None), Some([Some(120), Some(36)]));
        assert_eq!(inches(WiringMethod::PlasticConduit, Some(TradeSize::One)), Some([Some(36), Some(36)]));
        assert_eq!(inches(WiringMethod::PlasticConduit, Some(TradeSize::Two)), Some([Some(60), Some(36)]));
        assert_eq!(inches(WiringMethod::PlasticConduit, Some(TradeSize::Three)), Some([Some(72), Some(36)]));
        assert_eq!(inches(WiringMethod::PlasticConduit, Some(TradeSize::Four)), Some([Some(84), Some(36)]));
        assert_eq!(inches(WiringMethod::Cord, None), None);
        let canadian = run_support(Profile::Cec, WiringMethod::Nonmetallic, None).map(|known| known.every.metric);
        assert_eq!(canadian, Some(Length::mm(1_500)));
    }
}
