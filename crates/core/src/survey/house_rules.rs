//! Where practitioners disagree: each school is a setting with a default and the reason for it.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

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

    /// What cannot be accepted.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        if self.measuring_resolution > Length::mm(25) {
            let message = "this is coarser than 25 mm (1 in); no tape is";
            problems.push(Problem::new(&at.at("measuring_resolution"), message));
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

/// Every matter with its schools, default and reason.
pub fn house_rule_infos() -> Vec<HouseRuleInfo> {
    let school = |value, words| School { value, words };
    vec![
        HouseRuleInfo {
            field: "limits_together",
            matter: "6 in from the sheath, 3 in past the opening",
            schools: vec![school("both", "Both must hold"), school("either", "Either will do")],
            default: "both",
            reason: "The code text joins the two; \"either\" is a misreading of it.",
        },
        HouseRuleInfo {
            field: "spliced_length",
            matter: "A splice inside the free length",
            schools: vec![
                school("counts", "Counts as free length"),
                school("does-not-count", "The length ends at the splice"),
            ],
            default: "counts",
            reason: "The 2023 text says that it counts; earlier editions are silent, and it is the accepted repair.",
        },
        HouseRuleInfo {
            field: "twin_units",
            matter: "Inches and millimetres where they differ",
            schools: vec![school("either", "Meeting either is enough"), school("inches-govern", "Inches govern")],
            default: "either",
            reason: "The code accepts compliance in either system. A figure between the two is shown as marginal.",
        },
    ]
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
