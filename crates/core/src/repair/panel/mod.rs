//! Repairs at a panel, one file each: safe steps for a qualified person. Nothing is written for work on parts that cannot
//! be made dead; that is referred.

mod bond_gas;
mod bond_water;
mod clear_space;
mod close_panel_openings;
mod fit_bonding_terminal;
mod fit_building_disconnect;
mod fit_dead_front;
mod fit_surge;
mod low_voltage_out;
mod mark_disconnect;
mod mark_hot;
mod mark_neutral;
mod neutral_a_terminal;
mod pigtail_at_breaker;
mod rejecting_fuses;
mod remove_bond;
mod replace_breaker;
mod safety;
mod separate_neutral_ground;
mod smaller_breaker;
mod write_directory;

#[cfg(test)]
mod testing;

use super::subject_proposal::SubjectChange;
use super::{Act, MaterialLine, SubjectProposal};
use crate::electrical::feeds::BreakerFeeds;
use crate::electrical::mapping::DirectoryLine;
use crate::facts::{BoxRecord, Panel, Room};
use crate::rules::{PanelSituation, RuleResult};
use crate::standard::Edition;

/// One repair of the catalogue at a panel.
pub struct PanelRepair {
    /// Its code, in kebab case. Stored audits hold it: it is never used again for something else.
    pub code: &'static str,
    /// What is done, in a few words.
    pub title: &'static str,
    /// The codes of the rules that it can mend.
    pub mends: &'static [&'static str],
    /// The change it makes to a panel, or why it cannot be made there.
    pub plan: fn(&PanelFound) -> Result<PanelChange, Vec<String>>,
}

/// A panel as found, with what bears on working at it.
#[derive(Clone, Copy)]
pub struct PanelFound<'a> {
    /// The panel.
    pub panel: &'a Panel,
    /// All panels of the audit.
    pub panels: &'a [&'a Panel],
    /// Its directory beside what the walk found.
    pub directory: &'a [DirectoryLine],
    /// What the rules say of it.
    pub results: &'a [RuleResult],
    /// What each of its breakers feeds.
    pub feeds: &'a [BreakerFeeds],
    /// The boxes of the audit, each with its room.
    pub boxes: &'a [(&'a Room, &'a BoxRecord)],
    /// The edition that the audit goes by.
    pub edition: Edition,
}

impl<'a> PanelFound<'a> {
    /// With all that bears on it, as it was judged.
    pub const fn of(situation: &PanelSituation<'a>, results: &'a [RuleResult]) -> Self {
        Self {
            panel: situation.panel,
            panels: situation.panels,
            directory: situation.directory,
            results,
            feeds: situation.feeds,
            boxes: situation.boxes,
            edition: situation.basis.edition,
        }
    }
}

/// The change a repair makes to a panel.
#[derive(Debug)]
pub struct PanelChange {
    /// The panel afterwards.
    pub after: Panel,
    /// What is done, in order.
    pub steps: Vec<String>,
    /// Short and specific.
    pub cautions: Vec<&'static str>,
    /// Minutes for it. Common practice, no source.
    pub minutes: u32,
    /// What to bring.
    pub materials: Vec<MaterialLine>,
}

/// Every repair at a panel.
pub static PANEL_REPAIRS: &[PanelRepair] = &[
    write_directory::REPAIR,
    close_panel_openings::REPAIR,
    mark_neutral::REPAIR,
    mark_hot::REPAIR,
    neutral_a_terminal::REPAIR,
    pigtail_at_breaker::REPAIR,
    replace_breaker::REPAIR,
    smaller_breaker::REPAIR,
    remove_bond::REPAIR,
    separate_neutral_ground::REPAIR,
    fit_dead_front::REPAIR,
    clear_space::REPAIR,
    mark_disconnect::REPAIR,
    fit_building_disconnect::REPAIR,
    rejecting_fuses::REPAIR,
    low_voltage_out::REPAIR,
    bond_water::REPAIR,
    bond_gas::REPAIR,
    fit_surge::REPAIR,
    fit_bonding_terminal::REPAIR,
];

/// The repair at a panel with a code.
pub fn panel_repair(code: &str) -> Option<&'static PanelRepair> {
    PANEL_REPAIRS.iter().find(|repair| repair.code == code)
}

/// What each repair that can mend `rule` would do at a panel. `passes` judges the rule on the panel as it would be.
pub fn propose_at_panel(
    found: &PanelFound,
    rule: &'static str,
    passes: impl Fn(&Panel) -> bool,
) -> Vec<SubjectProposal> {
    let concerned = PANEL_REPAIRS.iter().filter(|repair| repair.mends.contains(&rule));
    let propose = |repair: &PanelRepair| {
        let change = (repair.plan)(found).map(|PanelChange { after, steps, cautions, minutes, materials }| {
            let steps = steps.into_iter().map(|words| (Act::AtPanel, words)).collect();
            SubjectChange { after, steps, cautions, minutes, materials }
        });
        SubjectProposal::new(rule, repair.code, repair.title, change, &passes)
    };
    concerned.map(propose).collect()
}
