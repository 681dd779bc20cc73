//! Where practitioners disagree: each school is a setting with a default and the reason for it. A matter is declared once,
//! and the first of its schools is the default.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::problem::{Pointer, Problem};
use super::shop_lengths::ShopLengths;
use crate::quantity::{Length, UnitSystem};

/// One matter on which practice differs, for the screen on which it is settled.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct HouseRuleInfo {
    /// The field of [`HouseRules`].
    pub field: &'static str,
    /// What it is about.
    pub matter: &'static str,
    /// The schools: value and words.
    pub schools: Vec<School>,
    /// The value of the default.
    pub default: &'static str,
    /// Why that is the default.
    pub reason: &'static str,
}

/// One school of practice.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct School {
    /// The value in JSON.
    pub value: &'static str,
    /// In words.
    pub words: &'static str,
}

macro_rules! matters {
    ($(
        $(#[$doc:meta])*
        $field:ident: $Matter:ident, $matter:literal, $reason:literal {
            $default:ident $default_value:literal $default_words:literal;
            $($School:ident $value:literal $words:literal;)+
        }
    )+) => {
        $(
            $(#[$doc])*
            #[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
            // By rule and not by name: the schema does not see a name that comes out of a macro.
            #[serde(rename_all = "kebab-case")]
            pub enum $Matter {
                #[doc = $default_words]
                #[default]
                $default,
                $(
                    #[doc = $words]
                    $School,
                )+
            }

            impl $Matter {
                const fn words(self) -> &'static str {
                    match self {
                        Self::$default => $default_words,
                        $(Self::$School => $words,)+
                    }
                }
            }
        )+

        /// The house rules of a firm or of one audit.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
        #[serde(deny_unknown_fields)]
        pub struct HouseRules {
            $(
                $(#[$doc])*
                #[serde(default)]
                pub $field: $Matter,
            )+
            /// What the planner adds up.
            #[serde(default)]
            pub plan_weights: PlanWeights,
            /// How finely the tape reads: a figure this close to a limit is marginal.
            #[serde(default = "default_resolution")]
            pub measuring_resolution: Length,
            /// What joining takes and gives.
            #[serde(default)]
            pub shop: ShopLengths,
        }

        impl Default for HouseRules {
            fn default() -> Self {
                Self {
                    $($field: $Matter::default(),)+
                    plan_weights: PlanWeights::default(),
                    measuring_resolution: default_resolution(),
                    shop: ShopLengths::default(),
                }
            }
        }

        /// Every matter with its schools, default and reason.
        pub fn house_rule_infos() -> Vec<HouseRuleInfo> {
            vec![$(HouseRuleInfo {
                field: stringify!($field),
                matter: $matter,
                schools: vec![
                    School { value: $default_value, words: $default_words },
                    $(School { value: $value, words: $words },)+
                ],
                default: $default_value,
                reason: $reason,
            },)+]
        }

        impl HouseRules {
            /// The same with one matter put back to its default; `None` when it is at its default already, or there is no
            /// such matter.
            pub fn with_default(&self, field: &str) -> Option<Self> {
                let mut other = *self;
                $(if field == stringify!($field) {
                    other.$field = $Matter::default();
                })+
                (other != *self).then_some(other)
            }

            /// The school chosen on a matter, in words; empty when there is no such matter.
            pub fn school(&self, field: &str) -> &'static str {
                $(if field == stringify!($field) {
                    return self.$field.words();
                })+
                ""
            }
        }
    };
}

matters! {
    /// How the length from the sheath and the reach past the opening go together.
    limits_together: LimitsTogether, "6 in from the sheath, 3 in past the opening",
    "The code text joins the two; \"either\" is a misreading of it." {
        Both "both" "Both must hold";
        Either "either" "Either will do";
    }
    /// Whether a splice inside the free length is part of it.
    spliced_length: SplicedLength, "A splice inside the free length",
    "The 2023 text says that it counts; earlier editions are silent, and it is the accepted repair." {
        Counts "counts" "Counts as free length";
        DoesNotCount "does-not-count" "The length ends at the splice";
    }
    /// What governs when a length meets a limit in one unit and misses its twin in the other.
    twin_units: TwinUnits, "Inches and millimetres where they differ",
    "The code accepts compliance in either system. A figure between the two is shown as marginal." {
        Either "either" "Meeting either is enough";
        InchesGovern "inches-govern" "Inches govern";
    }
    /// Push-in terminals of devices.
    spring_terminals: SpringTerminals, "Push-in terminals",
    "They are listed; the box is open anyway when they are moved to the screws." {
        Accept "accept" "Accept where listed, with a note";
        Reterminate "reterminate" "Land on the screws";
    }
    /// What may go under the ears of a device.
    spacer_material: SpacerMaterial, "Spacers under device ears",
    "Foam, card and pipe insulation give, and the device rocks again." {
        RigidOnly "rigid-only" "Rigid or listed only";
        Anything "anything" "Anything that fits";
    }
    /// How far spacers may bridge.
    spacer_reach: SpacerReach, "How far spacers may bridge",
    "Beyond the permitted set-back the gap itself is the fault; that takes a box extender." {
        PermittedSetBack "permitted-set-back" "The permitted set-back, two of 1/8 in";
        AsNeeded "as-needed" "As far as needed";
    }
    /// How a canopy outdoors is sealed.
    canopy_sealing: CanopySealing, "Seal of a canopy outdoors",
    "What gets in, and what condenses, has to get out." {
        BottomOpen "bottom-open" "Top and sides, bottom left open";
        AllRound "all-round" "All round";
    }
    /// How terminals are tightened.
    torque: TorqueBy, "Torque",
    "By feel, half the terminals come out loose." {
        Driver "driver" "Calibrated driver where the edition asks for it";
        Hand "hand" "By hand";
    }
    /// The joining method that is preferred among those that fit.
    joining: JoiningChoice, "Joining method",
    "All are offered where they fit; the one that fits best and quickest comes first." {
        QuickestThatFits "quickest-that-fits" "The quickest that fits";
        InLineLever "in-line-lever" "Lever connector, in line";
        SideBySideLever "side-by-side-lever" "Lever connector, side by side";
        TwistOn "twist-on" "Twist-on connector";
        CrimpSleeve "crimp-sleeve" "Crimp sleeve";
    }
    /// Insulated crimp sleeves on solid conductors.
    solid_sleeves: SolidSleeves, "Crimp sleeves on solid conductors",
    "Most insulated sleeves are listed for stranded conductors only; those for solid say so." {
        StrandedOnly "stranded-only" "Stranded only";
        MarkedForSolid "marked-for-solid" "We carry sleeves marked for solid";
    }
    /// Tape round a device.
    device_tape: DeviceTape, "Tape round the device",
    "About half of practice, and there the reason is a grounded wall close to live screws." {
        MetalOrTight "metal-or-tight" "Metal or tight boxes only";
        Always "always" "Always";
        Never "never" "Never";
    }
    /// Bent ends that go back under a screw.
    used_ends: UsedEnds, "Bent or nicked ends",
    "Copper bent twice breaks at the bend." {
        Fresh "fresh" "Cut and strip fresh where the length allows";
        Reuse "reuse" "Use again";
    }
    /// How alarms are wired.
    alarm_wiring: AlarmWiring, "Wiring of smoke and CO alarms",
    "The code asks for no more than any circuit; some towns ask for armoured cable and a marked, locked breaker." {
        AsCode "as-code" "As any circuit";
        ArmouredAndMarked "armoured-and-marked" "Armoured cable, breaker marked and locked on";
    }
    /// Where a cable may be mended with an in-line splice.
    in_line_splices: InLineSplices, "Mending a cable with an in-line splice",
    "The code accepts it fished into an existing wall; what cannot be reached cannot be looked at again." {
        InReach "in-reach" "In reach only";
        BehindFinish "behind-finish" "Behind a finish too, in existing walls";
        Never "never" "Never; a box";
    }
    /// How many instruments a dead test takes.
    dead_test_methods: DeadTestMethods, "Dead test",
    "A detector misses a broken end deep in the box; a meter lead can miss its metal." {
        TwoInstruments "two-instruments" "Detector and meter, each proven before and after";
        OneProved "one-proved" "Meter alone, proven before and after";
    }
}

impl JoiningChoice {
    /// The code of the repair that joins by it.
    pub const fn repair(self) -> &'static str {
        match self {
            Self::QuickestThatFits => "",
            Self::InLineLever => "extend-in-line-lever",
            Self::SideBySideLever => "extend-side-by-side-lever",
            Self::TwistOn => "extend-twist-on",
            Self::CrimpSleeve => "extend-crimp-sleeve",
        }
    }
}

/// What the planner adds up: points for a minute, a piece of material, and a step of intrusiveness.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PlanWeights {
    /// Points for each minute.
    #[schema(maximum = 100_000)]
    pub minute: u32,
    /// Points for each piece of material.
    #[schema(maximum = 100_000)]
    pub piece: u32,
    /// Points for each step of intrusiveness, from 0 (nothing is opened) to 5 (the wall is).
    #[schema(maximum = 100_000)]
    pub intrusiveness: u32,
}

impl Default for PlanWeights {
    fn default() -> Self {
        Self { minute: 1_000, piece: 20, intrusiveness: 1 }
    }
}

const fn default_resolution() -> Length {
    Length::sixteenths(1)
}

impl HouseRules {
    /// The defaults for a new audit read in `units`.
    pub fn for_units(units: UnitSystem) -> Self {
        match units {
            UnitSystem::Inch => Self::default(),
            UnitSystem::Metric => {
                Self { measuring_resolution: Length::mm(2), shop: ShopLengths::metric(), ..Self::default() }
            }
        }
    }

    /// What cannot be accepted.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        if self.measuring_resolution > Length::mm(25) {
            let message = "this is coarser than 25 mm (1 in); no tape is";
            problems.push(Problem::new(&at.at("measuring_resolution"), message));
        }
        let weights = self.plan_weights;
        for (field, weight) in
            [("minute", weights.minute), ("piece", weights.piece), ("intrusiveness", weights.intrusiveness)]
        {
            if weight > 100_000 {
                let message = "a weight is at most 100 000 points; give a smaller one";
                problems.push(Problem::new(&at.at("plan_weights").at(field), message));
            }
        }
        for (field, _, length) in self.shop.named() {
            if length > Length::mm(600) {
                let message = "this is longer than 600 mm (24 in); give a shorter one";
                problems.push(Problem::new(&at.at("shop").at(field), message));
            }
        }
        problems
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_default_of_each_matter_is_the_default_of_its_field() {
        let defaults = serde_json::to_value(HouseRules::default()).expect("serialises");
        for info in house_rule_infos() {
            assert_eq!(defaults[info.field], info.default, "{}", info.field);
            assert!(info.schools.iter().any(|school| school.value == info.default));
            for school in info.schools {
                let mut chosen = defaults.clone();
                chosen[info.field] = school.value.into();
                let read: HouseRules = serde_json::from_value(chosen).expect("every school is read by its value");
                assert_eq!(read.school(info.field), school.words);
            }
        }
    }

    #[test]
    fn every_matter_can_be_put_back() {
        let changed =
            HouseRules { torque: TorqueBy::Hand, twin_units: TwinUnits::InchesGovern, ..HouseRules::default() };
        let back: Vec<_> = house_rule_infos().iter().filter_map(|info| changed.with_default(info.field)).collect();
        assert_eq!(back.len(), 2);
        assert!(back.iter().all(|rules| *rules != changed));
    }

    #[test]
    fn the_school_chosen_is_named() {
        let changed = HouseRules { torque: TorqueBy::Hand, device_tape: DeviceTape::Never, ..HouseRules::default() };
        assert_eq!((changed.school("torque"), changed.school("device_tape")), ("By hand", "Never"));
        for info in house_rule_infos() {
            let default = info.schools.iter().find(|school| school.value == info.default).expect("it is a school");
            assert_eq!(HouseRules::default().school(info.field), default.words, "{}", info.field);
        }
    }

    #[test]
    fn an_absurd_house_rule_is_refused() {
        let mut rules = HouseRules::for_units(UnitSystem::Metric);
        rules.shop.pigtail_step = Length::mm(601);
        assert_eq!(rules.problems(&Pointer::root())[0].pointer, "/shop/pigtail_step");
    }
}
