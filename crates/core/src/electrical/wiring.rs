//! The ways in which a device can be wired: what each is called, what it does, and how likely it is beforehand.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::quantity::kebab_case;

/// A way of wiring one half of a device, right or wrong.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
#[allow(missing_docs, reason = "each is described by its facts")]
pub enum WiringState {
    Correct,
    NoPower,
    OpenHot,
    OpenNeutral,
    OpenGround,
    OpenNeutralAndGround,
    HotNeutralReversed,
    HotGroundReversed,
    NeutralGroundSwapped,
    BootlegGround,
    BootlegReversed,
    BootlegOpenNeutral,
    ReversedOpenGround,
    OpenGroundLiveMetal,
    ReversedOpenNeutral,
    HotGroundReversedOpenNeutral,
    BothSlotsHot,
    TwoLegs,
    LostSharedNeutral,
    ResistiveHot,
    ResistiveNeutral,
    ResistiveGround,
    SwitchedOff,
    TwoCircuits,
    UnbondedBox,
    WrongVoltage,
}

/// What is known of a way of wiring without any reading.
pub struct WiringFacts {
    /// In a few words.
    pub name: &'static str,
    /// What it does to a person or a load.
    pub means: &'static str,
    /// How likely it is before anything is read, relative to 100 for a sound one. Common practice, no source.
    pub weight: f64,
    /// Metal, or a slot that is taken for dead, is live.
    pub live_where_not_expected: bool,
    /// Metal that a person touches is at 120 V now.
    pub metal_live: bool,
    /// It is a fault, and not merely switched off or fed twice.
    pub fault: bool,
    /// The hot conductor is broken on its way.
    pub open_hot: bool,
    /// The neutral is broken on its way.
    pub open_neutral: bool,
    /// Nothing but wire leads from the ground slot to the panel.
    pub grounded: bool,
    /// Hot and neutral are exchanged.
    pub reversed: bool,
}

const fn sound(name: &'static str, means: &'static str, weight: f64) -> WiringFacts {
    WiringFacts {
        name,
        means,
        weight,
        live_where_not_expected: false,
        metal_live: false,
        fault: false,
        open_hot: false,
        open_neutral: false,
        grounded: true,
        reversed: false,
    }
}

const fn fault(name: &'static str, means: &'static str, weight: f64) -> WiringFacts {
    WiringFacts { fault: true, ..sound(name, means, weight) }
}

const fn ungrounded(name: &'static str, means: &'static str, weight: f64) -> WiringFacts {
    WiringFacts { grounded: false, ..fault(name, means, weight) }
}

const fn live(facts: WiringFacts) -> WiringFacts {
    WiringFacts { live_where_not_expected: true, ..facts }
}

const fn live_metal(facts: WiringFacts) -> WiringFacts {
    WiringFacts { metal_live: true, ..live(facts) }
}

impl WiringState {
    /// Its name in JSON.
    pub fn code(self) -> String {
        kebab_case(&format!("{self:?}"))
    }

    /// All of them, the likeliest kinds first.
    pub const ALL: [Self; 26] = [
        Self::Correct,
        Self::NoPower,
        Self::OpenGround,
        Self::OpenHot,
        Self::OpenNeutral,
        Self::HotNeutralReversed,
        Self::BootlegGround,
        Self::ResistiveNeutral,
        Self::ResistiveHot,
        Self::ResistiveGround,
        Self::NeutralGroundSwapped,
        Self::ReversedOpenGround,
        Self::BootlegReversed,
        Self::HotGroundReversed,
        Self::OpenNeutralAndGround,
        Self::BootlegOpenNeutral,
        Self::OpenGroundLiveMetal,
        Self::ReversedOpenNeutral,
        Self::HotGroundReversedOpenNeutral,
        Self::BothSlotsHot,
        Self::TwoLegs,
        Self::LostSharedNeutral,
        Self::SwitchedOff,
        Self::TwoCircuits,
        Self::UnbondedBox,
        Self::WrongVoltage,
    ];

    /// What is known of it.
    pub const fn facts(self) -> WiringFacts {
        match self {
            Self::Correct => sound("correct wiring", "hot, neutral and ground are each in their place", 100.0),
            Self::NoPower => sound("no power", "the breaker, a GFCI or a switch ahead of it is off", 20.0),
            Self::SwitchedOff => sound("a switched half, switched off", "this half is fed through a switch", 6.0),
            Self::TwoCircuits => {
                sound("two circuits on one yoke", "the other half stays live when this one is off", 1.0)
            }
            Self::OpenHot => WiringFacts {
                open_hot: true,
                ..fault("open hot", "the hot is broken ahead of this outlet, and its loose end may be live", 6.0)
            },
            Self::OpenNeutral => WiringFacts {
                open_neutral: true,
                ..live(fault(
                    "open neutral",
                    "nothing works, and through any load left plugged in the neutral slot is live",
                    5.0,
                ))
            },
            Self::OpenGround => ungrounded("open ground", "a fault makes the metal live, and no breaker opens", 15.0),
            Self::OpenNeutralAndGround => WiringFacts {
                open_neutral: true,
                ..live(ungrounded("open neutral and open ground", "all lamps are off and the hot slot is live", 1.0))
            },
            Self::HotNeutralReversed => WiringFacts {
                reversed: true,
                ..live(fault(
                    "hot and neutral reversed",
                    "the switch of an appliance breaks the neutral: it stays live",
                    5.0,
                ))
            },
            Self::HotGroundReversed => {
                live_metal(ungrounded("hot and ground reversed", "every metal case plugged in is at 120 V", 0.3))
            }
            Self::NeutralGroundSwapped => ungrounded(
                "neutral and ground swapped",
                "the ground carries the load's current, and metal with it",
                0.8,
            ),
            Self::BootlegGround => ungrounded(
                "ground made up from the neutral (a jumper)",
                "one break in the neutral makes every metal case live",
                3.0,
            ),
            Self::BootlegReversed => WiringFacts {
                reversed: true,
                ..live_metal(ungrounded(
                    "ground made up from the neutral, with hot and neutral reversed",
                    "the metal is at 120 V now",
                    0.6,
                ))
            },
            Self::BootlegOpenNeutral => WiringFacts {
                open_neutral: true,
                ..live_metal(ungrounded(
                    "ground made up from the neutral, with the neutral open",
                    "all lamps are off, and neutral and metal are live through any load",
                    0.3,
                ))
            },
            Self::ReversedOpenGround => WiringFacts {
                reversed: true,
                ..live(ungrounded(
                    "hot and neutral reversed, with the ground open",
                    "the open ground hides the reversal",
                    0.8,
                ))
            },
            Self::OpenGroundLiveMetal => live_metal(ungrounded(
                "open ground, with a hot touching the metal",
                "the metal is at 120 V and no breaker opens",
                0.5,
            )),
            Self::ReversedOpenNeutral => WiringFacts {
                reversed: true,
                open_neutral: true,
                ..live(fault("hot and neutral reversed, with the neutral open", "the neutral slot is live", 0.3))
            },
            Self::HotGroundReversedOpenNeutral => WiringFacts {
                open_neutral: true,
                ..live_metal(ungrounded(
                    "hot and ground reversed, with the neutral open",
                    "every metal case plugged in is at 120 V",
                    0.1,
                ))
            },
            Self::BothSlotsHot => live(fault("both slots on the same hot", "the neutral slot is live", 0.3)),
            Self::TwoLegs => {
                live(fault("240 V on a 120 V receptacle", "appliances burn out; the neutral slot is live", 0.2))
            }
            Self::LostSharedNeutral => WiringFacts {
                open_neutral: true,
                ..live(fault(
                    "lost neutral of a shared pair",
                    "the two legs share 240 V by their loads, and appliances burn out",
                    0.8,
                ))
            },
            Self::ResistiveHot => {
                fault("poor joint in the hot", "the voltage drops and the joint heats under load", 2.0)
            }
            Self::ResistiveNeutral => {
                fault("poor joint in the neutral", "the voltage drops and the joint heats under load", 2.5)
            }
            Self::ResistiveGround => {
                ungrounded("poor path to ground", "too little current flows to open the breaker", 2.0)
            }
            Self::UnbondedBox => fault("metal box not bonded", "a fault makes the box live, and no breaker opens", 4.0),
            Self::WrongVoltage => fault("supply voltage out of range", "not 114 to 126 V", 1.0),
        }
    }

    /// In a few words.
    pub const fn name(self) -> &'static str {
        self.facts().name
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_state_is_listed_once_and_described() {
        let mut all = WiringState::ALL.to_vec();
        all.sort_unstable();
        all.dedup();
        assert_eq!(all.len(), WiringState::ALL.len());
        for state in all {
            let facts = state.facts();
            assert!(!facts.name.is_empty() && !facts.means.is_empty() && facts.weight > 0.0, "{state:?}");
            assert!(facts.fault || !facts.live_where_not_expected, "{state:?}: live where not expected is a fault");
        }
    }
}
