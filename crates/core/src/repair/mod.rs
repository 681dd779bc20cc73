//! What puts a box right: one file per repair. A repair changes the facts; the rules then judge the changed box, so
//! nothing here claims that a repair works.

mod connector;
mod extend;
mod extend_crimp_sleeve;
mod extend_in_line_lever;
mod extend_side_by_side_lever;
mod extend_twist_on;
mod proposal;
mod slack;
mod strip_back;

use crate::rules::{RuleResult, Situation, judge};
use crate::survey::{Cable, Conductor, FreeFigures};

pub use proposal::{BeforeAfter, Change, MaterialLine, MaterialUnit, Pigtail, Proposal, RuleVerdict, Standing};

/// One repair of the catalogue.
pub struct Repair {
    /// Its code, in kebab case. Stored audits hold it: it is never used again for something else.
    pub code: &'static str,
    /// What is done, in a few words.
    pub title: &'static str,
    /// The change it makes to a box, or why it cannot be made there.
    pub plan: fn(&Diagnosis) -> Result<Change, Vec<String>>,
}

/// A box held against the rules as if it were new work: what a repair has to bring about.
pub struct Diagnosis<'a> {
    /// The box.
    pub situation: Situation<'a>,
    /// What the rules say of it as new work.
    pub results: Vec<RuleResult>,
    /// The conductors that miss a limit.
    pub short: Vec<Short<'a>>,
}

/// A short conductor with what is known of it.
pub struct Short<'a> {
    /// The conductor.
    pub conductor: &'a Conductor,
    /// Its length, its reach and where its sheath ends.
    pub figures: FreeFigures,
}

impl<'a> Diagnosis<'a> {
    /// Of a box.
    pub fn of(situation: Situation<'a>) -> Self {
        let results = judge(&Situation { new_work: true, ..situation });
        let falls_short = |id: u16| {
            let mut findings = results.iter().flat_map(|result| &result.findings).filter(|f| f.conductor == id);
            findings.any(|finding| finding.shortfall.is_some() && !finding.reaches_limit)
        };
        let spliced = situation.basis.house_rules.spliced_length;
        let conductors = situation.contents.conductors.iter().filter(|conductor| falls_short(conductor.id));
        let short = conductors
            .map(|conductor| Short { conductor, figures: FreeFigures::of(situation.contents, conductor, spliced) })
            .collect();
        Self { situation, results, short }
    }

    /// The cables that the short conductors come in, each with what it is called; or why that is not known.
    ///
    /// # Errors
    /// A sentence, when no cable is recorded.
    fn short_cables(&self) -> Result<Vec<(&'a Cable, String)>, String> {
        let mut ids: Vec<u16> = self.short.iter().filter_map(|short| short.conductor.cable).collect();
        ids.dedup();
        let name = |cable: &Cable| {
            if cable.label.is_empty() { format!("cable {}", cable.id) } else { cable.label.clone() }
        };
        let cables = self.situation.contents.cables.iter().filter(|cable| ids.contains(&cable.id));
        let named: Vec<_> = cables.map(|cable| (cable, name(cable))).collect();
        if named.is_empty() {
            return Err("the cable of the short conductors is not recorded; say which one they come in".to_owned());
        }
        Ok(named)
    }

    /// Whether the box misses a rule.
    pub fn misses(&self, rule: &str) -> bool {
        self.results.iter().any(|result| result.rule == rule && !result.passes())
    }
}

/// Every repair, the least intrusive first.
pub static REPAIRS: &[Repair] = &[
    slack::REPAIR,
    strip_back::REPAIR,
    extend_in_line_lever::REPAIR,
    extend_side_by_side_lever::REPAIR,
    extend_twist_on::REPAIR,
    extend_crimp_sleeve::REPAIR,
];

/// The repair with a code.
pub fn repair(code: &str) -> Option<&'static Repair> {
    REPAIRS.iter().find(|repair| repair.code == code)
}

/// What can be done about the short conductors of a box: what clears it first, in the order of the minutes it takes;
/// then what helps in part; then what cannot be done, and why. Empty when nothing is short.
pub fn propose(situation: &Situation) -> Vec<Proposal> {
    let diagnosis = Diagnosis::of(*situation);
    if diagnosis.short.is_empty() {
        return Vec::new();
    }
    let mut proposals: Vec<Proposal> = REPAIRS.iter().map(|repair| Proposal::prove(repair, &diagnosis)).collect();
    proposals.sort_by_key(|proposal| (proposal.standing, proposal.minutes));
    proposals
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;
    use crate::quantity::{Gauge, Length};
    use crate::survey::{Basis, Colour, Conductor, ConductorEnd, Role};
    use crate::testing::{box_with, conductor};

    #[test]
    fn the_catalogue_is_sound() {
        for entry in REPAIRS {
            assert_eq!(REPAIRS.iter().filter(|other| other.code == entry.code).count(), 1, "{}", entry.code);
            assert!(entry.code.chars().all(|c| c.is_ascii_lowercase() || c == '-'), "{}", entry.code);
        }
    }

    #[test]
    fn nothing_is_proposed_for_a_sound_box() {
        let contents = box_with(Some(Length::inches(2)), vec![conductor(Some(128), None)]);
        let basis = Basis::default();
        let situation = Situation { contents: &contents, basis: &basis, wired_under: None, new_work: false };
        assert!(propose(&situation).is_empty());
    }

    fn any_conductor() -> impl Strategy<Value = Conductor> {
        (8_u32..140, 0_usize..3, 0_usize..3, 0_usize..3).prop_map(|(length, role, gauge, end)| Conductor {
            role: [Role::Ungrounded, Role::Grounded, Role::EquipmentGrounding][role],
            colour: [Colour::Black, Colour::White, Colour::Bare][role],
            gauge: [Gauge::Awg14, Gauge::Awg12, Gauge::Awg10][gauge],
            end: [ConductorEnd::Straight, ConductorEnd::Hooked, ConductorEnd::Nicked][end],
            ..conductor(Some(length), None)
        })
    }

    proptest! {
        #[test]
        fn what_is_said_to_clear_a_box_clears_it(
            conductors in prop::collection::vec(any_conductor(), 1..7),
            sheath_end in 0_u32..60,
        ) {
            let contents = box_with(Some(Length::sixteenths(sheath_end)), conductors);
            let basis = Basis::default();
            let situation = Situation { contents: &contents, basis: &basis, wired_under: None, new_work: false };
            for proposal in propose(&situation) {
                let Some(after) = &proposal.after else { continue };
                let after_situation = Situation { contents: after, new_work: true, ..situation };
                let passes = judge(&after_situation).iter().all(RuleResult::passes);
                prop_assert_eq!(proposal.standing == Standing::Clears, passes, "{}", proposal.repair);
                // No conductor comes out shorter or with less reach than the pigtail arithmetic allows.
                for pair in &proposal.before_after {
                    if let (Some(before), Some(left)) = (&pair.length_before, &pair.length_after) {
                        prop_assert!(left.nm >= before.nm, "{}", proposal.repair);
                    }
                }
            }
        }

        #[test]
        fn joining_is_possible_whenever_the_tip_is_long_enough(length in 44_u32..80) {
            let contents = box_with(Some(Length::inches(2)), vec![conductor(Some(length), None)]);
            let basis = Basis::default();
            let situation = Situation { contents: &contents, basis: &basis, wired_under: None, new_work: false };
            let clears = propose(&situation).into_iter().filter(|p| p.standing == Standing::Clears).count();
            prop_assert_eq!(clears, 4);
        }
    }
}
