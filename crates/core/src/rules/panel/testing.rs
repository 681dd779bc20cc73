//! A panel to try rules on.

#![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

use uuid::Uuid;

use super::{PanelSituation, judge_panel};
use crate::electrical::mapping::DirectoryLine;
use crate::facts::{
    Bar, BarKind, Basis, Breaker, Colour, Incoming, LandedConductor, Panel, PanelFeed, PanelId, PanelObservation, Role,
    Service,
};
use crate::quantity::Gauge;
use crate::rules::{RuleResult, Verdict};
use crate::standard::{Edition, Material, Severity, WiredUnder};

/// Two breakers of one pole in spaces 1 and 3, of which nothing is known.
pub fn panel() -> Panel {
    Panel {
        breakers: vec![Breaker::new(1, 1), Breaker::new(2, 3)],
        ..Panel::new(PanelId(Uuid::from_u128(1)), "main", 12)
    }
}

/// Fed by a breaker of a panel that is not there.
pub fn sub_feed() -> PanelFeed {
    PanelFeed::Breaker { panel: PanelId(Uuid::from_u128(9)), breaker: 1 }
}

/// The panel of the service, whose breaker 1 feeds what [`sub_feed`] names.
pub fn main_panel() -> Panel {
    Panel {
        feed: PanelFeed::Service,
        breakers: vec![Breaker::new(1, 1)],
        ..Panel::new(PanelId(Uuid::from_u128(9)), "main panel", 12)
    }
}

/// Whether a panel, beside others, passes a rule in what was recorded of it: nothing is violated.
pub fn passes(code: &str, panel: &Panel, others: &[&Panel]) -> bool {
    let basis = Basis::default();
    let panels: Vec<&Panel> = others.iter().copied().chain([panel]).collect();
    let situation = PanelSituation { panel, panels: &panels, basis: &basis, directory: &[], feeds: &[], boxes: &[] };
    let result =
        judge_panel(&situation).into_iter().find(|result| result.rule == code).expect("it is in the catalogue");
    result.verdict != Verdict::Violates
}

fn landed(terminal: u8, gauge: Gauge, role: Role, colour: Colour) -> LandedConductor {
    LandedConductor { colour: Some(colour), ..LandedConductor::new(terminal, gauge, role) }
}

/// A hot under a terminal of a breaker.
pub fn hot(terminal: u8, gauge: Gauge) -> LandedConductor {
    landed(terminal, gauge, Role::Ungrounded, Colour::Black)
}

/// A 12 AWG neutral on a bar.
pub fn neutral(terminal: u8) -> LandedConductor {
    landed(terminal, Gauge::Awg12, Role::Grounded, Colour::White)
}

/// A 12 AWG ground on a bar.
pub fn ground(terminal: u8) -> LandedConductor {
    landed(terminal, Gauge::Awg12, Role::EquipmentGrounding, Colour::Bare)
}

/// A bar.
pub fn bar(kind: BarKind, conductors: Vec<LandedConductor>) -> Bar {
    Bar { id: 1, kind, bonded: None, grounds_per_terminal: None, conductors }
}

/// Copper conductors that come in.
pub fn incoming(gauge: Gauge) -> Incoming {
    Incoming {
        gauge,
        material: Material::Copper,
        warm: false,
        whole_dwelling: false,
        ground_material: None,
        ground: None,
        separate_ground: None,
        other_building: false,
    }
}

/// What a rule says of a panel under NEC 2023, with a directory.
pub fn result_with(code: &str, panel: &Panel, directory: &[DirectoryLine]) -> RuleResult {
    result_under(code, panel, directory, &Basis::default())
}

/// What a rule says of a panel under any edition, with a directory.
pub fn result_under(code: &str, panel: &Panel, directory: &[DirectoryLine], basis: &Basis) -> RuleResult {
    let situation = PanelSituation { panel, panels: &[panel], basis, directory, feeds: &[], boxes: &[] };
    judge_panel(&situation).into_iter().find(|result| result.rule == code).expect("it is in the catalogue")
}

/// What a rule says of a panel under NEC 2023.
pub fn result(code: &str, panel: &Panel) -> RuleResult {
    result_with(code, panel, &[])
}

/// Asserts that the NEC asks something of a service that is new, and leaves one of 1985 as it is; `note` notes whether it is there.
pub fn asked_of_a_service_since(code: &str, note: impl Fn(&mut Service, Option<bool>)) {
    let judge = |there, replaced, edition| {
        let mut panel = panel();
        (panel.feed, panel.wired_under) = (PanelFeed::Service, Some(WiredUnder::Year(1985)));
        panel.service.replaced = replaced;
        note(&mut panel.service, there);
        result_under(code, &panel, &[], &Basis { edition, ..Basis::default() }).verdict
    };
    let today = Edition::Nec2023;
    assert_eq!(judge(Some(true), None, today), Verdict::Meets, "{code}");
    assert_eq!(judge(Some(false), None, today), Verdict::Legacy, "{code}");
    assert_eq!(judge(Some(false), Some(2002), today), Verdict::Legacy, "{code}");
    assert_eq!(judge(Some(false), Some(2024), today), Verdict::Violates, "{code}");
    assert_eq!(judge(None, None, today), Verdict::NotMeasured, "{code}");
    assert_eq!(judge(Some(false), Some(2024), Edition::Cec2021), Verdict::NotApplicable, "{code}");
}

/// Asserts that a rule follows one observation, this bad when it is there, with all others answered.
pub fn follows_at_panel(code: &str, what: PanelObservation, severity: Severity) {
    let mut panel = panel();
    for other in PanelObservation::ALL {
        panel.observe(*other, false);
    }
    assert_eq!(result(code, &panel).verdict, Verdict::Meets, "{code}, not there");
    panel.observe(what, true);
    let there = result(code, &panel);
    assert_eq!((there.verdict, there.severity), (Verdict::Violates, severity), "{code}, there");
    panel.observed.retain(|observed| observed.what != what);
    assert_eq!(result(code, &panel).verdict, Verdict::NotMeasured, "{code}, not looked at");
}
