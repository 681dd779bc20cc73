//! Each matter on which practice differs, with its schools, the default and the reason for it.

use serde::Serialize;
use utoipa::ToSchema;

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
        HouseRuleInfo {
            field: "spring_terminals",
            matter: "Push-in terminals",
            schools: vec![
                school("accept", "Accept where listed, with a note"),
                school("reterminate", "Land on the screws"),
            ],
            default: "accept",
            reason: "They are listed; the box is open anyway when they are moved to the screws.",
        },
        HouseRuleInfo {
            field: "spacer_material",
            matter: "Spacers under device ears",
            schools: vec![school("rigid-only", "Rigid or listed only"), school("anything", "Anything that fits")],
            default: "rigid-only",
            reason: "Foam, card and pipe insulation give, and the device rocks again.",
        },
        HouseRuleInfo {
            field: "spacer_reach",
            matter: "How far spacers may bridge",
            schools: vec![
                school("permitted-set-back", "The permitted set-back, two of 1/8 in"),
                school("as-needed", "As far as needed"),
            ],
            default: "permitted-set-back",
            reason: "Beyond the permitted set-back the gap itself is the fault; that takes a box extender.",
        },
        HouseRuleInfo {
            field: "torque",
            matter: "Torque",
            schools: vec![
                school("driver", "Calibrated driver where the edition asks for it"),
                school("hand", "By hand"),
            ],
            default: "driver",
            reason: "By feel, half the terminals come out loose.",
        },
        HouseRuleInfo {
            field: "joining",
            matter: "Joining method",
            schools: vec![
                school("quickest-that-fits", "The quickest that fits"),
                school("in-line-lever", "Lever connector, in line"),
                school("side-by-side-lever", "Lever connector, side by side"),
                school("twist-on", "Twist-on connector"),
                school("crimp-sleeve", "Crimp sleeve"),
            ],
            default: "quickest-that-fits",
            reason: "All are offered where they fit; the one that fits best and quickest comes first.",
        },
        HouseRuleInfo {
            field: "device_tape",
            matter: "Tape round the device",
            schools: vec![
                school("metal-or-tight", "Metal or tight boxes only"),
                school("always", "Always"),
                school("never", "Never"),
            ],
            default: "metal-or-tight",
            reason: "About half of practice, and there the reason is a grounded wall close to live screws.",
        },
        HouseRuleInfo {
            field: "used_ends",
            matter: "Bent or nicked ends",
            schools: vec![school("fresh", "Cut and strip fresh where the length allows"), school("reuse", "Use again")],
            default: "fresh",
            reason: "Copper bent twice breaks at the bend.",
        },
        HouseRuleInfo {
            field: "dead_test_methods",
            matter: "Dead test",
            schools: vec![
                school("two-instruments", "Detector and meter, each proven before and after"),
                school("one-proved", "Meter alone, proven before and after"),
            ],
            default: "two-instruments",
            reason: "A detector misses a broken end deep in the box; a meter lead can miss its metal.",
        },
    ]
}
