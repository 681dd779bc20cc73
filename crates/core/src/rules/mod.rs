//! The catalogue: one file per rule, and the registry that runs them.

mod amended;
mod r#box;
mod finding;
mod maximum;
mod minimum;
mod panel;
mod result;
mod room;
mod run;
mod stop;
mod verdict;
mod wanted;

use serde::Serialize;
use utoipa::ToSchema;

use crate::facts::{Basis, BoxContents, Observation, Ruling};
use crate::standard::{Citation, Edition, RuleBasis, Severity, Since, WiredUnder};
use r#box::{conductors, device, enclosure, grounding, luminaire};

pub use device::device_secure::MOST_SPACERS;
pub use enclosure::box_setback::limit as set_back_limit;
pub use enclosure::cable_entry::sheath_inside;
pub use enclosure::{Fill, FillCause, FillLine, FitsMore, VolumePart, fill};
pub use finding::{Finding, Measured, MeasuredKind, Need, Side};
use minimum::at_least;
pub use minimum::{MinimumJudgement, judge_minimum};
pub(crate) use panel::least_building_disconnect;
#[cfg(test)]
pub(crate) use panel::testing as panel_testing;
pub use panel::{PANEL_RULES, PanelCheck, PanelSituation, judge_panel, judge_panel_by};
pub use result::{Cited, RuleResult, is_dangerous, worst_verdict};
#[cfg(test)]
pub(crate) use room::equipment_testing as room_equipment_testing;
#[cfg(test)]
pub(crate) use room::testing as room_testing;
pub use room::{
    Beyond, Demand, ROOM_RULES, RoomCheck, RoomSituation, Space, broken_demands, from_tub, judge_room, tub_zone,
    unserved_basins,
};
#[cfg(test)]
pub(crate) use run::testing as run_testing;
pub use run::{
    Drawn, FROM_EDGE, RUN_RULES, RunCheck, RunSituation, RunSupply, SupportGap, deep_enough, judge_run, least_radius,
    missing_expansions, missing_pulls, most_together, smallest_raceway, support_asked, support_gaps,
};
pub use stop::{Stop, stops};
pub use verdict::{Mark, Verdict};
#[cfg(test)]
pub(crate) use wanted::testing as wanted_testing;
pub use wanted::{CutOut, HeldIn, KnownBox, WANTED_RULES, WantedCheck, WantedSituation, cut_out, judge_wanted};

/// A box and all that bears on judging it.
#[derive(Debug, Clone, Copy)]
pub struct Situation<'a> {
    /// What is in the box.
    pub contents: &'a BoxContents,
    /// What the audit rests on.
    pub basis: &'a Basis,
    /// When the box was wired, if that is known.
    pub wired_under: Option<WiredUnder>,
    /// The contents are the outcome of work done now, to which no older edition applies.
    pub new_work: bool,
    /// The codes of the rules that work done now was to mend: these are judged as new work, whatever the age.
    pub repaired: &'a [&'a str],
    /// What the inspector ruled.
    pub rulings: &'a [Ruling],
}

impl<'a> Situation<'a> {
    /// A box of unknown age on which nothing is ruled.
    pub const fn new(contents: &'a BoxContents, basis: &'a Basis) -> Self {
        Self { contents, basis, wired_under: None, new_work: false, repaired: &[], rulings: &[] }
    }

    /// The same with other contents, as the outcome of work done now.
    pub const fn after<'b>(&self, contents: &'b BoxContents) -> Situation<'b>
    where
        'a: 'b,
    {
        Situation { contents, new_work: true, ..*self }
    }

    /// The year of this wiring, where a requirement of `rule` that came in `since` is younger.
    pub(crate) fn is_older_than(&self, rule: &str, since: u16) -> Option<u16> {
        let wired_under = self.wired_under?;
        let is_new = self.new_work || self.repaired.contains(&rule);
        (!is_new && self.basis.is_older(wired_under, since)).then_some(wired_under.year())
    }
}

/// What a rule of the box does: one finding per part of the box; empty when there is nothing that it concerns.
pub type BoxCheck = fn(&Situation) -> Vec<Finding>;

/// One rule of the catalogue; those of the box by default.
pub struct Rule<Check = BoxCheck> {
    /// Its code, in kebab case. Stored audits hold it: it is never used again for something else.
    pub code: &'static str,
    /// What it is about, in a few words.
    pub title: &'static str,
    /// What kind of requirement it is.
    pub basis: RuleBasis,
    /// How bad it is to break it.
    pub severity: Severity,
    /// It is a danger at any age, so that no wiring is too old for it.
    pub always: bool,
    /// The year it came into each family of codes; wiring older than that is legacy.
    pub since: Since,
    /// What has to be measured.
    pub needs: &'static str,
    /// The facts that are taken again after a repair, by their place in the contents of the box; `*` is every one.
    pub reads: &'static [&'static str],
    /// The limit in plain words.
    pub limit: &'static str,
    /// Why it matters.
    pub why: &'static str,
    /// An example with figures.
    pub example: &'static str,
    /// Where it stands in an edition; `None` where that edition has no such rule.
    pub citation: fn(Edition) -> Option<Citation>,
    /// What it finds.
    pub check: Check,
}

impl Rule {
    /// The same rule, held against a panel.
    const fn at_panel(&self, check: PanelCheck) -> Rule<PanelCheck> {
        let Self { code, title, basis, severity, always, since, needs, reads, limit, why, example, citation, .. } =
            *self;
        Rule { code, title, basis, severity, always, since, needs, reads, limit, why, example, citation, check }
    }
}

/// Every rule, in the order of the report.
pub static RULES: &[Rule] = &[
    conductors::free_conductor_length::RULE,
    conductors::free_conductor_reach::RULE,
    conductors::conductor_ampacity::RULE,
    conductors::conductor_damage::RULE,
    conductors::conductor_reidentified::RULE,
    conductors::neutral_identification::RULE,
    conductors::neutral_of_its_circuit::RULE,
    conductors::switch_neutral::RULE,
    conductors::conductor_colour_ambiguous::RULE,
    conductors::exposed_copper::RULE,
    conductors::terminal_one_conductor::RULE,
    conductors::strands_astray::RULE,
    conductors::terminal_spring::RULE,
    conductors::terminal_torque::RULE,
    conductors::splice_connector::RULE,
    conductors::splice_enclosed::RULE,
    conductors::dissimilar_metals::RULE,
    grounding::ground_present::RULE,
    grounding::receptacle_replacement::RULE,
    grounding::metal_box_bonded::RULE,
    grounding::live_metal::RULE,
    grounding::grounds_joined::RULE,
    grounding::ground_size::RULE,
    grounding::ground_not_bootleg::RULE,
    grounding::yoke_grounded::RULE,
    enclosure::box_present::RULE,
    enclosure::box_setback::RULE,
    enclosure::box_surround::RULE,
    enclosure::box_secure::RULE,
    enclosure::box_support_far_side::RULE,
    enclosure::box_fill::RULE,
    enclosure::device_depth::RULE,
    enclosure::opening_closed::RULE,
    enclosure::cable_entry::RULE,
    enclosure::cover_present::RULE,
    enclosure::plate_intact::RULE,
    enclosure::box_accessible::RULE,
    enclosure::wet_location::RULE,
    enclosure::in_use_cover::RULE,
    luminaire::fan_support::RULE,
    luminaire::luminaire_support::RULE,
    luminaire::luminaire_secure::RULE,
    luminaire::luminaire_whole::RULE,
    luminaire::lampholder_polarity::RULE,
    luminaire::luminaire_grounded::RULE,
    luminaire::luminaire_place::RULE,
    luminaire::canopy_closed::RULE,
    luminaire::canopy_bearing::RULE,
    luminaire::canopy_drain::RULE,
    luminaire::luminaire_feed::RULE,
    luminaire::lamp_watts::RULE,
    luminaire::supply_temperature::RULE,
    luminaire::recessed_clearance::RULE,
    luminaire::fan_clearance::RULE,
    luminaire::fan_fixing::RULE,
    luminaire::fan_control::RULE,
    luminaire::fan_ready::RULE,
    device::safe_to_work::RULE,
    device::device_secure::RULE,
    device::conductor_landing::RULE,
    device::wiring_fault::RULE,
    device::device_rating::RULE,
    device::device_metal::RULE,
    device::gfci_required::RULE,
    device::afci_required::RULE,
    device::tamper_resistant::RULE,
    device::weather_resistant::RULE,
    device::split_receptacle::RULE,
    device::device_sound::RULE,
    device::device_plumb::RULE,
    device::control_neutral::RULE,
    device::low_voltage_apart::RULE,
    device::transformer_circuit::RULE,
];

/// The rule with a code.
pub fn rule(code: &str) -> Option<&'static Rule> {
    RULES.iter().find(|rule| rule.code == code)
}

/// Whether a rule is about what hangs from a box.
pub fn is_luminaire_rule(code: &str) -> bool {
    luminaire::CODES.contains(&code)
}

/// Whether there is a rule with a code, of whatever subject.
pub fn is_rule(code: &str) -> bool {
    rule_title(code).is_some()
}

/// Whether there is a rule of a cable run with this code.
pub fn is_run_rule(code: &str) -> bool {
    RUN_RULES.iter().any(|rule| rule.code == code)
}

/// Whether there is a rule of the panel with a code, its own or one that it shares with the box.
pub fn is_panel_rule(code: &str) -> bool {
    PANEL_RULES.iter().any(|rule| rule.code == code)
}

/// Whether there is a rule of the room with a code.
pub fn is_room_rule(code: &str) -> bool {
    ROOM_RULES.iter().any(|rule| rule.code == code)
}

/// The same box with the facts forgotten that rules with these codes read: what measuring again after their repair begins
/// with.
pub fn forgetting<'a>(contents: &BoxContents, codes: impl IntoIterator<Item = &'a str>) -> BoxContents {
    let mut blank = contents.clone();
    for code in codes {
        for place in rule(code).map_or(&[][..], |rule| rule.reads) {
            blank.forget(place);
        }
    }
    blank
}

/// What the rule with a code is about, of whatever subject.
pub fn rule_title(code: &str) -> Option<&'static str> {
    let at_panel = || PANEL_RULES.iter().find(|rule| rule.code == code).map(|rule| rule.title);
    let of_room = || ROOM_RULES.iter().find(|rule| rule.code == code).map(|rule| rule.title);
    let of_run = || RUN_RULES.iter().find(|rule| rule.code == code).map(|rule| rule.title);
    let of_wanted = || WANTED_RULES.iter().find(|rule| rule.code == code).map(|rule| rule.title);
    rule(code).map(|rule| rule.title).or_else(at_panel).or_else(of_room).or_else(of_run).or_else(of_wanted)
}

/// Where the rule with a code, of whatever subject, stands in an edition; `None` where that has no such rule.
pub fn rule_citation(code: &str, edition: Edition) -> Option<Citation> {
    let at_panel = || PANEL_RULES.iter().find(|rule| rule.code == code).map(|rule| rule.citation);
    let of_room = || ROOM_RULES.iter().find(|rule| rule.code == code).map(|rule| rule.citation);
    let of_run = || RUN_RULES.iter().find(|rule| rule.code == code).map(|rule| rule.citation);
    let of_wanted = || WANTED_RULES.iter().find(|rule| rule.code == code).map(|rule| rule.citation);
    let of_box = rule(code).map(|rule| rule.citation);
    let citation = of_box.or_else(at_panel).or_else(of_room).or_else(of_run).or_else(of_wanted)?;
    citation(edition)
}

/// Judges a box by every rule, worst first.
pub fn judge(situation: &Situation) -> Vec<RuleResult> {
    worst_first(RULES.iter().map(|rule| result(rule, situation)).collect())
}

/// What some of the rules of the box say of a situation, in the order of the catalogue.
pub(crate) fn judge_by(codes: &[&str], situation: &Situation) -> Vec<RuleResult> {
    RULES.iter().filter(|rule| codes.contains(&rule.code)).map(|rule| result(rule, situation)).collect()
}

fn result(rule: &Rule, situation: &Situation) -> RuleResult {
    let is_older = |since| situation.is_older_than(rule.code, since);
    let check = || {
        // What is not there has no edge to set back and no volume to fill: that it is not there is a rule of its own.
        let no_box = || situation.contents.observed(Observation::NoBox) == Some(true);
        if enclosure::OF_THE_BOX_ITSELF.contains(&rule.code) && no_box() {
            return vec![Finding::not_applicable("box", "There is no box.")];
        }
        (rule.check)(situation)
    };
    RuleResult::of(rule, situation.basis, check, is_older, situation.rulings)
}

fn worst_first(mut results: Vec<RuleResult>) -> Vec<RuleResult> {
    results.sort_by_key(|result| (result.verdict.rank(), result.severity));
    results
}

/// A rule as the rule book shows it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RuleEntry {
    /// Its code.
    pub code: &'static str,
    /// What it is about.
    pub title: &'static str,
    /// What kind of requirement it is.
    pub basis: RuleBasis,
    /// How bad it is to break it.
    pub severity: Severity,
    /// It is a danger at any age.
    pub always: bool,
    /// The edition of the NEC it came with; absent where it is as old as the wiring.
    pub since: Option<u16>,
    /// The edition of the CEC it came with; absent where it is as old as the wiring.
    pub since_cec: Option<u16>,
    /// What has to be measured.
    pub needs: &'static str,
    /// The limit in plain words.
    pub limit: &'static str,
    /// Why it matters.
    pub why: &'static str,
    /// An example with figures.
    pub example: &'static str,
    /// Where it stands in each edition.
    pub citations: Vec<Citation>,
}

/// Where a rule stands in each edition; once where it is common practice.
fn citations<C>(rule: &Rule<C>) -> Vec<Citation> {
    let mut citations: Vec<Citation> = Edition::ALL.into_iter().filter_map(rule.citation).collect();
    citations.dedup();
    citations
}

impl RuleEntry {
    fn of<C>(rule: &Rule<C>) -> Self {
        Self {
            code: rule.code,
            title: rule.title,
            basis: rule.basis,
            severity: rule.severity,
            always: rule.always,
            since: rule.since.nec,
            since_cec: rule.since.cec,
            needs: rule.needs,
            limit: rule.limit,
            why: rule.why,
            example: rule.example,
            citations: citations(rule),
        }
    }
}

/// The rule book: the rules of the box, then those of the panel alone, of the room, of the cable run, and on what is wanted.
pub fn rule_book() -> Vec<RuleEntry> {
    let of_panel = PANEL_RULES.iter().filter(|panel_rule| rule(panel_rule.code).is_none());
    let of_room = ROOM_RULES.iter().map(RuleEntry::of);
    let of_run = RUN_RULES.iter().map(RuleEntry::of);
    let of_wanted = WANTED_RULES.iter().map(RuleEntry::of);
    let of_box = RULES.iter().map(RuleEntry::of);
    of_box.chain(of_panel.map(RuleEntry::of)).chain(of_room).chain(of_run).chain(of_wanted).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_catalogue_is_sound() {
        for entry in rule_book() {
            let count = rule_book().iter().filter(|other| other.code == entry.code).count();
            assert_eq!(count, 1, "{} twice", entry.code);
            assert!(entry.code.chars().all(|c| c.is_ascii_lowercase() || c == '-'), "{}", entry.code);
            assert!(!entry.citations.is_empty(), "{} is cited nowhere", entry.code);
            for text in [entry.title, entry.needs, entry.limit, entry.why, entry.example] {
                assert!(!text.is_empty(), "{} is not documented", entry.code);
            }
        }
    }

    #[test]
    fn an_empty_box_never_passes_by_silence() {
        let (contents, basis) = (BoxContents::default(), Basis::default());
        for result in judge(&Situation::new(&contents, &basis)) {
            assert!(
                matches!(result.verdict, Verdict::NotMeasured | Verdict::NotApplicable),
                "{} is {}",
                result.rule,
                result.verdict.name()
            );
            let asks = result.worst_finding().is_some_and(|worst| worst.needs.is_some());
            assert_eq!(asks, result.verdict == Verdict::NotMeasured, "{} names what it needs", result.rule);
        }
    }

    #[test]
    fn a_box_that_is_not_there_is_not_measured() {
        let mut contents = crate::testing::hanging(crate::facts::HungKind::CeilingLuminaire, |_| ());
        let judged = |contents: &BoxContents, code: &str| crate::testing::verdict(code, contents);
        contents.observe(Observation::NoBox, false);
        assert_eq!(judged(&contents, "box-fill"), Verdict::NotMeasured);
        contents.observe(Observation::NoBox, true);
        for code in enclosure::OF_THE_BOX_ITSELF {
            assert_eq!(judged(&contents, code), Verdict::NotApplicable, "{code}");
        }
        assert_eq!(judged(&contents, "box-present"), Verdict::Violates);
    }

    #[test]
    fn every_fact_that_a_rule_reads_can_be_forgotten() {
        for rule in RULES {
            for place in rule.reads {
                assert!(BoxContents::default().forget(place), "{}: {place}", rule.code);
            }
        }
    }

    #[test]
    fn measuring_again_begins_without_the_facts_of_its_rules() {
        let mut contents = crate::testing::box_with(None, vec![crate::testing::conductor(Some(96), None)]);
        contents.observe(crate::facts::Observation::OpenKnockout, false);
        let blank = forgetting(&contents, ["free-conductor-length"]);
        assert_eq!(blank.conductors[0].free_length, None);
        assert_eq!(blank.observed(crate::facts::Observation::OpenKnockout), Some(false), "the rest stays as found");
    }
}
