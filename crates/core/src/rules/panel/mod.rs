//! The rules of the panel, one file each; rules of the box that hold at a panel as well stay in their own files.

mod breaker_listed;
mod breaker_one_per_terminal;
mod breaker_seated;
mod building_disconnect;
mod dead_front;
mod directory;
mod emergency_disconnect;
mod equipment_voltage;
mod fuses_right;
mod gas_bonded;
mod generator_interlock;
mod grounding_electrode;
mod handle_height;
mod intersystem_bonding;
mod low_voltage_apart;
mod main_bond_present;
mod neutral_one_per_terminal;
mod panel_condition;
mod panel_openings;
mod panel_place;
mod panel_protected;
mod service_capacity;
mod service_disconnect;
mod service_drop;
mod service_entrance;
mod shared_neutral;
mod subpanel_neutral_isolated;
mod surge_protection;
mod tap_protected;
#[cfg(test)]
pub(crate) mod testing;
mod water_bonded;
mod working_space;

pub(crate) use building_disconnect::least_rating as least_building_disconnect;

use crate::electrical::feeds::BreakerFeeds;
use crate::electrical::mapping::DirectoryLine;
use crate::facts::{Basis, BoxRecord, Breaker, Panel, PanelFeed, Room, Service};
use crate::rules::r#box::conductors::{
    conductor_ampacity, conductor_reidentified, exposed_copper, neutral_identification, terminal_one_conductor,
    terminal_torque,
};
use crate::rules::r#box::grounding::ground_size;
use crate::rules::{Finding, Rule, RuleResult, worst_first};
use crate::standard::Profile;

/// A panel and all that bears on judging it.
#[derive(Debug, Clone, Copy)]
pub struct PanelSituation<'a> {
    /// The panel.
    pub panel: &'a Panel,
    /// All panels of the audit.
    pub panels: &'a [&'a Panel],
    /// What the audit rests on.
    pub basis: &'a Basis,
    /// Its directory beside what the walk found.
    pub directory: &'a [DirectoryLine],
    /// What each of its breakers feeds.
    pub feeds: &'a [BreakerFeeds],
    /// The boxes of the audit, each with its room.
    pub boxes: &'a [(&'a Room, &'a BoxRecord)],
}

impl<'a> PanelSituation<'a> {
    /// The breaker of another panel that feeds this one.
    pub fn feeder(&self) -> Option<(&'a Panel, &'a Breaker)> {
        self.panel.feeder(self.panels)
    }

    /// The panels that a breaker of this one feeds.
    pub fn fed_by(&self, breaker: &Breaker) -> impl Iterator<Item = &'a Panel> {
        let feed = PanelFeed::Breaker { panel: self.panel.id, breaker: breaker.id };
        self.panels.iter().copied().filter(move |panel| panel.feed == feed)
    }
}

/// What a rule of the panel does: one finding per part of the panel.
pub type PanelCheck = fn(&PanelSituation) -> Vec<Finding>;

/// Every rule of the panel, in the order of the report.
pub static PANEL_RULES: &[Rule<PanelCheck>] = &[
    dead_front::RULE,
    panel_openings::RULE,
    panel_condition::RULE,
    equipment_voltage::RULE,
    panel_protected::RULE,
    main_bond_present::RULE,
    grounding_electrode::RULE,
    subpanel_neutral_isolated::RULE,
    neutral_one_per_terminal::RULE,
    terminal_one_conductor::AT_PANEL,
    neutral_identification::AT_PANEL,
    conductor_reidentified::AT_PANEL,
    ground_size::AT_PANEL,
    breaker_listed::RULE,
    breaker_seated::RULE,
    breaker_one_per_terminal::RULE,
    conductor_ampacity::AT_PANEL,
    tap_protected::RULE,
    shared_neutral::RULE,
    terminal_torque::AT_PANEL,
    exposed_copper::AT_PANEL,
    directory::RULE,
    working_space::RULE,
    panel_place::RULE,
    handle_height::RULE,
    low_voltage_apart::RULE,
    fuses_right::RULE,
    generator_interlock::RULE,
    service_drop::RULE,
    service_entrance::RULE,
    service_disconnect::RULE,
    building_disconnect::RULE,
    emergency_disconnect::RULE,
    service_capacity::RULE,
    water_bonded::RULE,
    gas_bonded::RULE,
    surge_protection::RULE,
    intersystem_bonding::RULE,
];

/// Judges a panel by every rule of the panel, worst first.
pub fn judge_panel(situation: &PanelSituation) -> Vec<RuleResult> {
    worst_first(PANEL_RULES.iter().map(|rule| of_rule(rule, situation)).collect())
}

/// What one rule says of a panel; `None` of a code that is none of its rules.
pub fn judge_panel_by(code: &str, situation: &PanelSituation) -> Option<RuleResult> {
    PANEL_RULES.iter().find(|rule| rule.code == code).map(|rule| of_rule(rule, situation))
}

fn of_rule(rule: &Rule<PanelCheck>, situation: &PanelSituation) -> RuleResult {
    let wired = situation.panel.wired_under;
    let older = |since: u16| wired.filter(|wired| situation.basis.is_older(*wired, since));
    let is_older = |since: u16| older(since).map(crate::standard::WiredUnder::year);
    RuleResult::of(rule, situation.basis, || (rule.check)(situation), is_older, &situation.panel.rulings)
}

/// The service, at the panel to which it comes: its disconnect is in it or just ahead of it.
fn at_service<'a>(situation: &PanelSituation<'a>) -> Option<&'a Service> {
    matches!(situation.panel.feed, PanelFeed::Service | PanelFeed::Disconnect).then_some(&situation.panel.service)
}

/// What a service has or lacks that the NEC asks for since the edition of `since`: `there` is what was noted of it at `field`, and
/// `said` what to look for, that it is there, and that it is not.
fn of_service_since(
    situation: &PanelSituation,
    since: u16,
    there: impl Fn(&Service) -> Option<bool>,
    field: &'static str,
    said: [&'static str; 3],
) -> Vec<Finding> {
    let edition = situation.basis.edition;
    let asked = edition.profile() == Profile::Nec && edition.year() >= since;
    let Some(service) = at_service(situation).filter(|_| asked) else { return Vec::new() };
    let [ask, has, lacks] = said;
    vec![match there(service) {
        None => Finding::not_measured("service", ask, field),
        Some(true) => Finding::meets("service", has),
        Some(false) => since_of_service(situation, "service", lacks, since),
    }]
}

/// What a service lacks that is asked for since the edition of `year`, of services that are new or replaced: an older one may stay.
fn since_of_service(situation: &PanelSituation, label: &'static str, words: &'static str, year: u16) -> Finding {
    match (situation.panel.service.replaced, situation.panel.wired_under) {
        (Some(replaced), _) if replaced > year => {
            Finding::violates(label, format!("{words} The service was put in or replaced in {replaced}."))
        }
        (Some(replaced), _) => Finding::legacy(
            label,
            format!(
                "{words} The service is of {replaced}, and it is asked for since {year}: not required; recommended."
            ),
        ),
        (None, Some(_)) => Finding::violates(label, words).since(year),
        (None, None) => {
            let ask = "find out when the service was put in or replaced";
            Finding::not_measured(label, ask, "/service/replaced")
        }
    }
}

/// One finding for each breaker for which `known` has an answer, and one that asks for the rest.
fn each_breaker(
    panel: &Panel,
    known: impl Fn(&Breaker) -> Option<Finding>,
    ask: &str,
    field: &'static str,
) -> Vec<Finding> {
    let mut findings = Vec::new();
    let mut open = Vec::new();
    for breaker in &panel.breakers {
        match known(breaker) {
            Some(finding) => findings.push(finding.of_breaker(breaker)),
            None => open.push(breaker.name()),
        }
    }
    if !open.is_empty() {
        let label = if open.len() == 1 { format!("breaker {}", open[0]) } else { format!("{} breakers", open.len()) };
        findings.push(Finding::not_measured(label, &format!("{ask}: {}", open.join(", ")), field));
    }
    if panel.breakers.is_empty() {
        findings.push(Finding::not_measured("panel", "put in the breakers of this panel", "/breakers"));
    }
    findings
}
