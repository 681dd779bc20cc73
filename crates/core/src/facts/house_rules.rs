//! Where practitioners disagree: each school is a setting with a default and the reason for it.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::house_rule_infos::house_rule_infos;
use super::problem::{Pointer, Problem};
use crate::quantity::{Length, UnitSystem};

/// How the length from the sheath and the reach past the opening go together.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum LimitsTogether {
    /// Both must hold.
    #[default]
    Both,
    /// One of the two will do.
    Either,
}

/// Whether a splice inside the free length is part of it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum SplicedLength {
    /// The length is measured through the splice.
    #[default]
    Counts,
    /// The length ends at the splice.
    DoesNotCount,
}

/// What governs when a length meets a limit in one unit and misses its twin in the other.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum TwinUnits {
    /// Meeting either is enough.
    #[default]
    Either,
    /// The figure in inches must be met.
    InchesGovern,
}

/// Push-in terminals of devices.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum SpringTerminals {
    /// Accepted where listed, with a note.
    #[default]
    Accept,
    /// Conductors are landed on the screws.
    Reterminate,
}

/// What may go under the ears of a device.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum SpacerMaterial {
    /// Rigid or listed spacers only.
    #[default]
    RigidOnly,
    /// Anything that fits.
    Anything,
}

/// How far spacers may bridge.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum SpacerReach {
    /// The permitted set-back: two of 1/8 in.
    #[default]
    PermittedSetBack,
    /// As far as needed.
    AsNeeded,
}

/// How terminals are tightened.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum TorqueBy {
    /// With a calibrated driver where the edition asks for it.
    #[default]
    Driver,
    /// By hand.
    Hand,
}

/// The joining method that is preferred among those that fit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum JoiningChoice {
    /// Whichever fits and is quickest.
    #[default]
    QuickestThatFits,
    /// Lever connector, in line.
    InLineLever,
    /// Lever connector, side by side.
    SideBySideLever,
    /// Twist-on connector.
    TwistOn,
    /// Crimp sleeve.
    CrimpSleeve,
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

/// Tape round a device.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DeviceTape {
    /// In metal or tight boxes only.
    #[default]
    MetalOrTight,
    /// Always.
    Always,
    /// Never.
    Never,
}

/// How many instruments a dead test takes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DeadTestMethods {
    /// A detector and a meter, each proven before and after.
    #[default]
    TwoInstruments,
    /// A meter alone, proven before and after.
    OneProved,
}

/// Bent ends that go back under a screw.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum UsedEnds {
    /// Cut and stripped fresh when the length allows it.
    #[default]
    Fresh,
    /// Used again.
    Reuse,
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

/// Lengths of the shop: what joining takes and gives. All of them common practice, no source.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ShopLengths {
    /// Added to every pigtail.
    pub pigtail_margin: Length,
    /// Pigtails are cut to the next whole multiple of this.
    pub pigtail_step: Length,
    /// No pigtail is shorter.
    pub pigtail_minimum: Length,
    /// No pigtail of a ground is shorter.
    pub ground_pigtail_minimum: Length,
    /// Free conductor needed to set an in-line lever connector.
    pub in_line_lever_needs: Length,
    /// Free conductor needed to set a side-by-side lever connector.
    pub side_by_side_lever_needs: Length,
    /// Free conductor needed to bring pliers in for a twist-on connector.
    pub twist_on_needs: Length,
    /// Free conductor needed to bring the tool in for a crimp sleeve.
    pub crimp_sleeve_needs: Length,
    /// Lost where the pigtail lies beside the conductor in a lever connector or a crimp sleeve.
    pub side_by_side_overlap: Length,
    /// Lost where the pigtail is twisted with the conductor.
    pub twist_on_overlap: Length,
    /// Cut from a hooked end.
    pub hook_cut: Length,
    /// Cut from a nicked end.
    pub nick_cut: Length,
    /// Sheath that must stay inside the box when it is stripped back.
    pub sheath_must_stay: Length,
}

impl Default for ShopLengths {
    fn default() -> Self {
        Self {
            pigtail_margin: Length::sixteenths(8),
            pigtail_step: Length::sixteenths(4),
            pigtail_minimum: Length::inches(3),
            ground_pigtail_minimum: Length::inches(6),
            in_line_lever_needs: Length::sixteenths(12),
            side_by_side_lever_needs: Length::inches(1),
            twist_on_needs: Length::inches(2),
            crimp_sleeve_needs: Length::sixteenths(24),
            side_by_side_overlap: Length::sixteenths(7),
            twist_on_overlap: Length::sixteenths(10),
            hook_cut: Length::sixteenths(8),
            nick_cut: Length::sixteenths(12),
            sheath_must_stay: Length::sixteenths(4),
        }
    }
}

impl ShopLengths {
    /// The lengths whole millimetres come closest to, for an audit that is read in millimetres.
    pub const fn metric() -> Self {
        Self {
            pigtail_margin: Length::mm(13),
            pigtail_step: Length::mm(5),
            pigtail_minimum: Length::mm(75),
            ground_pigtail_minimum: Length::mm(150),
            in_line_lever_needs: Length::mm(19),
            side_by_side_lever_needs: Length::mm(25),
            twist_on_needs: Length::mm(50),
            crimp_sleeve_needs: Length::mm(38),
            side_by_side_overlap: Length::mm(11),
            twist_on_overlap: Length::mm(16),
            hook_cut: Length::mm(13),
            nick_cut: Length::mm(19),
            sheath_must_stay: Length::mm(6),
        }
    }

    /// Every length with its field and what it is, in the order they are shown.
    pub const fn named(&self) -> [(&'static str, &'static str, Length); 13] {
        [
            ("pigtail_margin", "added to every pigtail", self.pigtail_margin),
            ("pigtail_step", "pigtails are cut to the next multiple of", self.pigtail_step),
            ("pigtail_minimum", "shortest workable pigtail", self.pigtail_minimum),
            ("ground_pigtail_minimum", "shortest pigtail of a ground", self.ground_pigtail_minimum),
            ("in_line_lever_needs", "free length an in-line lever connector needs", self.in_line_lever_needs),
            (
                "side_by_side_lever_needs",
                "free length a side-by-side lever connector needs",
                self.side_by_side_lever_needs,
            ),
            ("twist_on_needs", "free length a twist-on connector needs", self.twist_on_needs),
            ("crimp_sleeve_needs", "free length a crimp sleeve needs", self.crimp_sleeve_needs),
            ("side_by_side_overlap", "overlap in a side-by-side connector or a sleeve", self.side_by_side_overlap),
            ("twist_on_overlap", "overlap in a twist-on connector", self.twist_on_overlap),
            ("hook_cut", "cut from a hooked end", self.hook_cut),
            ("nick_cut", "cut from a nicked end", self.nick_cut),
            ("sheath_must_stay", "sheath that stays inside when stripped back", self.sheath_must_stay),
        ]
    }
}

/// The house rules of a firm or of one audit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HouseRules {
    /// Length and reach: both, or either.
    #[serde(default)]
    pub limits_together: LimitsTogether,
    /// A splice inside the free length counts, or not.
    #[serde(default)]
    pub spliced_length: SplicedLength,
    /// Inches and millimetres where they differ.
    #[serde(default)]
    pub twin_units: TwinUnits,
    /// Push-in terminals.
    #[serde(default)]
    pub spring_terminals: SpringTerminals,
    /// What may go under the ears of a device.
    #[serde(default)]
    pub spacer_material: SpacerMaterial,
    /// How far spacers may bridge.
    #[serde(default)]
    pub spacer_reach: SpacerReach,
    /// How terminals are tightened.
    #[serde(default)]
    pub torque: TorqueBy,
    /// The joining method that is preferred.
    #[serde(default)]
    pub joining: JoiningChoice,
    /// Tape round a device.
    #[serde(default)]
    pub device_tape: DeviceTape,
    /// Bent ends that go back under a screw.
    #[serde(default)]
    pub used_ends: UsedEnds,
    /// How many instruments a dead test takes.
    #[serde(default)]
    pub dead_test_methods: DeadTestMethods,
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

const fn default_resolution() -> Length {
    Length::sixteenths(1)
}

impl Default for HouseRules {
    fn default() -> Self {
        Self {
            limits_together: LimitsTogether::default(),
            spliced_length: SplicedLength::default(),
            twin_units: TwinUnits::default(),
            spring_terminals: SpringTerminals::default(),
            spacer_material: SpacerMaterial::default(),
            spacer_reach: SpacerReach::default(),
            torque: TorqueBy::default(),
            joining: JoiningChoice::default(),
            device_tape: DeviceTape::default(),
            used_ends: UsedEnds::default(),
            dead_test_methods: DeadTestMethods::default(),
            plan_weights: PlanWeights::default(),
            measuring_resolution: default_resolution(),
            shop: ShopLengths::default(),
        }
    }
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

    /// The same with one matter put back to its default; `None` when it is at its default already, or there is no such
    /// matter.
    pub fn with_default(&self, field: &str) -> Option<Self> {
        let mut other = *self;
        let default = Self::default();
        match field {
            "limits_together" => other.limits_together = default.limits_together,
            "spliced_length" => other.spliced_length = default.spliced_length,
            "twin_units" => other.twin_units = default.twin_units,
            "spring_terminals" => other.spring_terminals = default.spring_terminals,
            "spacer_material" => other.spacer_material = default.spacer_material,
            "spacer_reach" => other.spacer_reach = default.spacer_reach,
            "torque" => other.torque = default.torque,
            "joining" => other.joining = default.joining,
            "device_tape" => other.device_tape = default.device_tape,
            "used_ends" => other.used_ends = default.used_ends,
            "dead_test_methods" => other.dead_test_methods = default.dead_test_methods,
            _ => return None,
        }
        (other != *self).then_some(other)
    }

    /// The school chosen on a matter, in words; empty when there is no such matter.
    pub fn school(&self, field: &str) -> &'static str {
        let place = match field {
            "limits_together" => self.limits_together as usize,
            "spliced_length" => self.spliced_length as usize,
            "twin_units" => self.twin_units as usize,
            "spring_terminals" => self.spring_terminals as usize,
            "spacer_material" => self.spacer_material as usize,
            "spacer_reach" => self.spacer_reach as usize,
            "torque" => self.torque as usize,
            "joining" => self.joining as usize,
            "device_tape" => self.device_tape as usize,
            "used_ends" => self.used_ends as usize,
            "dead_test_methods" => self.dead_test_methods as usize,
            _ => return "",
        };
        let info = house_rule_infos().into_iter().find(|info| info.field == field);
        info.and_then(|info| info.schools.get(place).map(|school| school.words)).unwrap_or_default()
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
    fn every_shop_length_is_named_once() {
        let fields = serde_json::to_value(ShopLengths::default()).expect("serialises");
        let named = ShopLengths::default().named();
        assert_eq!(fields.as_object().map(serde_json::Map::len), Some(named.len()));
        for (field, _, length) in named {
            assert_eq!(fields[field], length.nm(), "{field}");
        }
    }

    #[test]
    fn an_absurd_house_rule_is_refused() {
        let mut rules = HouseRules::for_units(UnitSystem::Metric);
        rules.shop.pigtail_step = Length::mm(601);
        assert_eq!(rules.problems(&Pointer::root())[0].pointer, "/shop/pigtail_step");
    }
}
