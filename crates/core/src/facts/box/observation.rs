//! What one sees rather than measures: each is looked for, and either there or not. Grouped in the order one looks.

use std::sync::LazyLock;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::quantity::kebab_case;

/// When an observation is made.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum ObservationGroup {
    /// Conditions that end the job for anyone but a licensed electrician.
    Stop,
    /// With the plate on and the power on.
    Outside,
    /// What hangs, before it is taken down.
    Hung,
    /// With the plate off: the box and how it stands.
    Box,
    /// With the device pulled: conductors, terminals, splices.
    Conductors,
    /// Grounds and bonds.
    Grounds,
}

impl ObservationGroup {
    /// As the heading of its chips.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Stop => "Stop and refer",
            Self::Outside => "Plate on",
            Self::Hung => "Luminaire or fan",
            Self::Box => "Plate off",
            Self::Conductors => "Device pulled",
            Self::Grounds => "Grounds",
        }
    }
}

macro_rules! observations {
    ($($(#[$doc:meta])* $variant:ident $group:ident $fault:literal / $sound:literal;)*) => {
        /// Something to look for, named by its fault.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
        #[serde(rename_all = "kebab-case")]
        pub enum Observation {
            $($(#[$doc])* $variant,)*
        }

        impl Observation {
            /// Every observation, in the order one looks.
            pub const ALL: &'static [Self] = &[$(Self::$variant,)*];

            /// When it is made.
            pub const fn group(self) -> ObservationGroup {
                match self { $(Self::$variant => ObservationGroup::$group,)* }
            }

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

observations! {
    /// Cover or plate missing.
    CoverMissing Outside "cover or plate missing" / "cover or plate in place";
    /// Plate cracked.
    PlateCracked Outside "plate cracked" / "plate whole";
    /// Plate does not cover the opening or seat on the wall.
    PlateGapped Outside "plate gaps or does not seat" / "plate covers and seats";
    /// The device rocks or pulls out.
    DeviceLoose Outside "device rocks or pulls out" / "device sits firm";
    /// A receptacle on a raised cover is held by one screw.
    OneCoverScrew Outside "receptacle held to its cover by one screw" / "receptacle held to its cover by two screws";
    /// The cover closes only over an empty receptacle.
    NoInUseCover Outside "cover does not close over a plug" / "cover closes over a plug";
    /// A luminaire, fan, device or splice with no box.
    NoBox Outside "no box" / "a box is there";
    /// Not made for a wet or damp place.
    NotWeatherproof Outside "not made for the wet" / "made for the wet";
    /// Water can pool or cannot get out.
    WaterTrapped Outside "water can pool" / "water can drain";
    /// The face of a device is broken.
    FaceBroken Outside "face broken" / "face whole";
    /// A receptacle does not hold a plug.
    SlackContacts Outside "does not grip a plug" / "grips a plug";
    /// A device does not do what it is for.
    DeviceFails Outside "device does not work" / "device works";
    /// A device stands out of plumb.
    OutOfPlumb Outside "device out of plumb" / "device plumb";
    /// A luminaire or fan hangs by its conductors.
    HangsByConductors Hung "hangs by its conductors" / "hangs by its support";
    /// A luminaire or lampholder is broken.
    LuminaireBroken Hung "luminaire or lampholder broken" / "luminaire whole";
    /// The screw shell of a lampholder is live.
    ShellLive Hung "screw shell live" / "screw shell on the neutral";
    /// Metal that can be touched is not grounded.
    LuminaireUngrounded Hung "its metal is not grounded" / "its metal is grounded";
    /// A canopy stands off its surface.
    CanopyGap Hung "canopy stands off" / "canopy closes";
    /// Wood is bare between canopy and box.
    WoodUnderCanopy Hung "wood bare under the canopy" / "no wood bare under the canopy";
    /// Its cable comes through the frame of a window or door.
    FedThroughFrame Hung "fed through a window frame" / "fed through the wall";
    /// A fan sways or hums.
    FanSways Hung "fan sways" / "fan runs true";
    /// An opening that nothing uses is open.
    OpenKnockout Box "open knockout" / "openings closed";
    /// The box moves.
    BoxLoose Box "box moves" / "box held firm";
    /// The box cannot be got at without taking the building apart.
    BoxBuried Box "box covered over" / "box accessible";
    /// A cable comes in without a clamp or bushing.
    EntryUnprotected Box "cable entry without clamp or bushing" / "cable entries protected";
    /// Two cables in an entry made for one.
    CablesShareEntry Box "two cables in an entry for one" / "one cable an entry";
    /// The yoke of a device is bent.
    YokeBent Box "yoke bent" / "yoke straight";
    /// Low-voltage wires in with line wires.
    LowVoltageMixed Box "low-voltage wires with line wires" / "low-voltage wires apart";
    /// A splice outside a box.
    SpliceOutside Box "splice outside a box" / "splices in the box";
    /// Two conductors under a terminal for one.
    DoubledTerminal Conductors "two conductors under one terminal" / "one conductor a terminal";
    /// Strands outside the terminal.
    StrandsAstray Conductors "strands outside the terminal" / "all strands in the terminal";
    /// Push-in spring terminals are used.
    SpringTerminals Conductors "push-in terminals used" / "screws or clamps used";
    /// Insulation under a terminal.
    InsulationClamped Conductors "insulation under the clamp" / "no insulation under the clamp";
    /// Terminals with a marked torque that were not torqued.
    NotTorqued Conductors "not torqued to the mark" / "torqued to the mark";
    /// The tab of a split receptacle is whole where it should be broken, or broken where it should be whole.
    TabWrong Conductors "split tab wrong" / "split tab right";
    /// Equipment grounds in the box are not joined.
    GroundsApart Grounds "grounds not joined" / "grounds joined";
    /// Taking the device out breaks the ground.
    GroundThroughDevice Grounds "ground runs through the device" / "ground does not need the device";
    /// A jumper between neutral and ground at the device.
    NeutralGroundJumper Grounds "neutral joined to ground" / "neutral apart from ground";
    /// The yoke of a switch or a metal plate is not grounded.
    YokeUngrounded Grounds "yoke or metal plate not grounded" / "yoke and plate grounded";
    /// Cloth or rubber insulation that crumbles.
    BrittleInsulation Stop "insulation crumbles" / "insulation sound";
    /// Knob-and-tube wiring.
    KnobAndTube Stop "knob-and-tube" / "no knob-and-tube";
    /// Aluminium branch conductors.
    AluminiumBranch Stop "aluminium branch conductors" / "no aluminium";
    /// Charred, melted or arced.
    Charred Stop "charred, melted or arced" / "no heat marks";
    /// Live parts that cannot be made dead.
    CannotBeMadeDead Stop "cannot be made dead" / "can be made dead";
    /// A conductor is still live with its breaker off.
    LiveAfterOff Stop "live with its breaker off" / "dead with its breaker off";
    /// More than one source that cannot be sorted.
    SourcesUnsorted Stop "sources not sorted" / "sources sorted";
    /// Not enough slack even to pull the device.
    DeviceCannotBePulled Stop "device cannot be pulled" / "device can be pulled";
    /// Something that cannot be explained.
    Unexplained Stop "cannot be explained" / "all explained";
}

impl Observation {
    /// Its name in JSON.
    pub fn code(self) -> &'static str {
        static CODES: LazyLock<Vec<String>> =
            LazyLock::new(|| Observation::ALL.iter().map(|what| kebab_case(&format!("{what:?}"))).collect());
        &CODES[self as usize]
    }
}

/// An observation with its answer. What is not in the list was not looked at.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Observed {
    /// What was looked for.
    pub what: Observation,
    /// It is there.
    pub fault: bool,
}

/// An observation as the screen offers it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ObservationInfo {
    /// What to look for.
    pub what: Observation,
    /// When.
    pub group: ObservationGroup,
    /// The heading of its group.
    pub group_name: &'static str,
    /// The chip when it is there.
    pub fault: &'static str,
    /// The chip when it is not.
    pub sound: &'static str,
}

/// Every observation as the screen offers it, in the order one looks.
pub fn observation_infos() -> Vec<ObservationInfo> {
    let info = |what: &Observation| ObservationInfo {
        what: *what,
        group: what.group(),
        group_name: what.group().name(),
        fault: what.fault(),
        sound: what.sound(),
    };
    Observation::ALL.iter().map(info).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_code_of_an_observation_is_its_name_in_json() {
        for what in Observation::ALL {
            assert_eq!(serde_json::to_value(what).expect("serialises"), what.code());
        }
    }

    #[test]
    fn they_are_listed_in_the_order_one_looks() {
        let looked = Observation::ALL.iter().filter(|what| what.group() != ObservationGroup::Stop);
        assert!(looked.map(|what| what.group()).is_sorted());
    }
}
