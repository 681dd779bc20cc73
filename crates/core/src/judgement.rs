//! Everything one wants to know of a box at once, worked out from its facts alone and stored nowhere.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::repair::{Proposal, propose};
use crate::rules::{RuleResult, Situation, Verdict, judge, worst_verdict};
use crate::standard::WiredUnder;
use crate::survey::{
    Basis, BoxContents, Contradiction, EntryEcho, LengthText, Section, TypedEntry, apply_entries, length_texts,
};

/// A box to judge, with what was typed into its fields since.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct JudgeRequest {
    /// What the audit rests on.
    pub basis: Basis,
    /// When the box was wired, if that is known.
    #[serde(default)]
    pub wired_under: Option<WiredUnder>,
    /// The contents are the outcome of work done now.
    #[serde(default)]
    pub new_work: bool,
    /// What is in the box.
    pub contents: BoxContents,
    /// Texts typed into length fields, in the audit's unit where they name none; at most 500.
    #[serde(default)]
    #[schema(max_items = 500)]
    pub typed: Vec<TypedEntry>,
}

/// What is known and what follows.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Judgement {
    /// The contents with the typed texts in their places.
    pub contents: BoxContents,
    /// What became of each typed text.
    pub entries: Vec<EntryEcho>,
    /// Every known length as its field shows it.
    pub texts: Vec<LengthText>,
    /// Facts that cannot all be true.
    pub contradictions: Vec<Contradiction>,
    /// The worst answer of all rules.
    pub worst: Verdict,
    /// What each rule says, worst first.
    pub results: Vec<RuleResult>,
    /// What can be done, best first; empty when nothing is short.
    pub proposals: Vec<Proposal>,
    /// The section through the box.
    pub section: Section,
}

/// Judges a box. Never fails: what was typed and not understood is answered in [`Judgement::entries`].
pub fn judge_box(request: JudgeRequest) -> Judgement {
    let JudgeRequest { basis, wired_under, new_work, mut contents, typed } = request;
    let entries = apply_entries(&mut contents, &typed, basis.units);
    let situation = Situation { contents: &contents, basis: &basis, wired_under, new_work, rulings: &[] };
    let results = judge(&situation);
    let proposals = if new_work { Vec::new() } else { propose(&situation) };
    Judgement {
        entries,
        texts: length_texts(&contents, basis.units),
        contradictions: contents.contradictions(&basis.house_rules, basis.units),
        worst: worst_verdict(&results),
        results,
        proposals,
        section: Section::of(&contents, &basis),
        contents,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Length;
    use crate::testing::{box_with, conductor};

    #[test]
    fn a_typed_figure_is_judged_at_once() {
        let mut request = JudgeRequest {
            basis: Basis::default(),
            wired_under: None,
            new_work: false,
            contents: box_with(Some(Length::inches(2)), vec![conductor(None, None)]),
            typed: vec![],
        };
        assert_eq!(judge_box(request.clone()).worst, Verdict::NotMeasured);
        request.typed = vec![TypedEntry { pointer: "/conductors/0/free_length".to_owned(), text: "2 3/4".to_owned() }];
        let judgement = judge_box(request);
        assert_eq!(judgement.worst, Verdict::Violates);
        assert!(!judgement.proposals.is_empty());
        assert_eq!(judgement.texts.len(), 2);
    }
}
