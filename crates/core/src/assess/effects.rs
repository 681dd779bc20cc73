//! What the house rules of an audit change: each matter that is not at its default, with the verdicts that it changed.

use rayon::prelude::*;
use serde::Serialize;
use utoipa::ToSchema;

use super::assessed::{Assessed, AssessedBox};
use crate::facts::{Basis, BoxId, house_rule_infos};
use crate::rules::{Situation, Verdict, judge};

/// A verdict that a house rule changed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ChangedVerdict {
    /// The box.
    pub box_id: BoxId,
    /// The short name on the run.
    pub tag: String,
    /// The code of the rule.
    pub rule: &'static str,
    /// What it is about.
    pub title: &'static str,
    /// What it says by the house rule.
    pub by_house: Verdict,
    /// What it would say by the default.
    pub by_default: Verdict,
}

/// A matter that is not at its default, and what that changes.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct HouseRuleEffect {
    /// The field of the house rules.
    pub field: &'static str,
    /// What it is about.
    pub matter: &'static str,
    /// The verdicts it changed.
    pub changed: Vec<ChangedVerdict>,
}

/// Of an audit: only what the default would say is judged for it.
pub fn house_rule_effects(assessed: &Assessed) -> Vec<HouseRuleEffect> {
    let basis = &assessed.facts.audit.basis;
    let mut effects = Vec::new();
    for info in house_rule_infos() {
        let Some(house_rules) = basis.house_rules.with_default(info.field) else { continue };
        let default = Basis { house_rules, ..basis.clone() };
        let of_box = |known: &AssessedBox| {
            let record = known.record;
            let (wired_under, rulings) = (known.wired_under, record.rulings.as_slice());
            let fed = record.found.fed_by(known.fed_by());
            let by_default = judge(&Situation { wired_under, rulings, ..Situation::new(&fed, &default) });
            let changed = known.answer().found.iter().filter_map(|result| {
                let other = by_default.iter().find(|other| other.rule == result.rule)?;
                ((other.verdict, other.severity) != (result.verdict, result.severity)).then(|| ChangedVerdict {
                    box_id: record.id,
                    tag: record.tag.clone(),
                    rule: result.rule,
                    title: result.title,
                    by_house: result.verdict,
                    by_default: other.verdict,
                })
            });
            changed.collect::<Vec<_>>()
        };
        let changed = assessed.boxes.par_iter().flat_map_iter(of_box).collect();
        effects.push(HouseRuleEffect { field: info.field, matter: info.matter, changed });
    }
    effects
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::LimitsTogether;
    use crate::quantity::Length;
    use crate::testing::{audit_of, box_with, conductor, record_of};

    #[test]
    fn a_school_says_which_verdicts_it_changed() {
        let record = record_of(box_with(Some(Length::sixteenths(8)), vec![conductor(Some(72), None)])).1;
        let mut facts = audit_of(record);
        assert!(house_rule_effects(&Assessed::of(&facts)).is_empty());
        facts.audit.basis.house_rules.limits_together = LimitsTogether::Either;
        let effects = house_rule_effects(&Assessed::of(&facts));
        assert_eq!(effects.len(), 1);
        let changed = &effects[0].changed[0];
        assert_eq!((changed.by_house, changed.by_default), (Verdict::Meets, Verdict::Violates));
    }
}
