//! What one looks for along a run.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::standard::WiringMethod;

macro_rules! run_observations {
    ($($(#[$doc:meta])* $variant:ident $fault:literal / $sound:literal;)*) => {
        /// Something that one looks for along a run.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
        #[serde(rename_all = "kebab-case")]
        pub enum RunObservation {
            $($(#[$doc])* $variant,)*
        }

        impl RunObservation {
            /// Every observation, in the order one looks.
            pub const ALL: &'static [Self] = &[$(Self::$variant,)*];

            /// What is seen when it is there.
            pub const fn fault(self) -> &'static str {
                match self { $(Self::$variant => $fault,)* }
            }

            /// What is seen when it is not.
            pub const fn sound(self) -> &'static str {
                match self { $(Self::$variant => $sound,)* }
            }
        }
    };
}

run_observations! {
    /// Damage, or a splice without a box, somewhere along it.
    Harmed "damage, or a splice without a box" / "looked all along: whole, no splice without a box";
    /// An end of armour or metal conduit without its bushing.
    EndUnbushed "end of armour or conduit without its bushing" / "ends bushed";
    /// A raceway that is not whole from box to box.
    Apart "coupling or connector loose, raceway apart" / "raceway whole from box to box";
    /// A bend that is too sharp.
    SharpBend "bent too sharply, or kinked" / "bends wide";
    /// A flat cable stapled on its edge.
    OnEdge "flat cable stapled on its edge" / "flat cable lies flat";
    /// It goes through a wall, ceiling, floor, door or window, or is fixed or hidden.
    CordFixed "cord fixed, hidden, or through a wall, door or floor" / "cord loose and in sight";
}

impl RunObservation {
    /// Runs of this kind are looked at for it.
    pub const fn is_of(self, method: WiringMethod) -> bool {
        match self {
            Self::Harmed => true,
            Self::EndUnbushed => {
                matches!(method, WiringMethod::ArmouredBonded | WiringMethod::ArmouredOld | WiringMethod::RigidMetal)
            }
            Self::Apart => method.is_raceway(),
            Self::SharpBend => {
                !method.is_raceway() && !matches!(method, WiringMethod::Unknown | WiringMethod::KnobAndTube)
            }
            Self::OnEdge => matches!(method, WiringMethod::Nonmetallic | WiringMethod::Underground),
            Self::CordFixed => matches!(method, WiringMethod::Cord),
        }
    }
}

/// An observation along a run with its answer. What is not in the list was not looked at.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RunObserved {
    /// What was looked for.
    pub what: RunObservation,
    /// It is there.
    pub fault: bool,
}

/// An observation along a run as the screen offers it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RunObservationInfo {
    /// What to look for.
    pub what: RunObservation,
    /// The chip when it is there.
    pub fault: &'static str,
    /// The chip when it is not.
    pub sound: &'static str,
    /// The wiring methods that are looked at for it.
    pub methods: Vec<WiringMethod>,
}

/// Every observation along a run, in the order one looks.
pub fn run_observation_infos() -> Vec<RunObservationInfo> {
    let info = |what: &RunObservation| RunObservationInfo {
        what: *what,
        fault: what.fault(),
        sound: what.sound(),
        methods: WiringMethod::ALL.into_iter().filter(|method| what.is_of(*method)).collect(),
    };
    RunObservation::ALL.iter().map(info).collect()
}
