//! Local amendments held against what a rule finds: switched off, another severity, year, limit or citation, a note.

use std::borrow::Cow;

use super::finding::{Finding, Side};
use super::verdict::Verdict;
use crate::facts::{Amendment, AmendmentSet, Basis};
use crate::quantity::{Amount, AmountUnit, Length, Offset};
use crate::standard::Severity;

/// The amendments of one rule that hold here, in the order they are applied.
pub(super) struct Amended<'a> {
    of: Vec<(&'a AmendmentSet, &'a Amendment)>,
    basis: &'a Basis,
}

impl<'a> Amended<'a> {
    /// Of the rule with a code.
    pub fn of(code: &str, basis: &'a Basis) -> Self {
        let each = basis.amendments.iter().flat_map(|set| set.amendments.iter().map(move |amendment| (set, amendment)));
        let of =
            each.filter(|(_, amendment)| amendment.rule == code && amendment.holds(basis.edition, &basis.jurisdiction));
        Self { of: of.collect(), basis }
    }

    /// Why the rule is not enforced here; `None` where it is.
    pub fn off(&self) -> Option<String> {
        let (set, amendment) = self.of.iter().rev().find(|(_, amendment)| amendment.off)?;
        let note = amendment.note.as_deref().map_or_else(String::new, |note| format!(" {note}"));
        Some(format!("Not enforced here, by {}.{note}", set.title()))
    }

    /// The year since which it is asked for here; `None` where no amendment says.
    pub fn since(&self) -> Option<u16> {
        self.of.iter().rev().find_map(|(_, amendment)| amendment.since)
    }

    /// Where it stands here; `None` where no amendment says.
    pub fn citation(&self) -> Option<String> {
        self.of.iter().rev().find_map(|(_, amendment)| amendment.citation.clone())
    }

    /// Holds a finding to what is asked here. `always`: a danger of this rule stays one.
    pub fn apply(&self, finding: &mut Finding, always: bool) {
        for (set, amendment) in &self.of {
            let mut changed = Vec::new();
            if let Some(limit) = amendment.limit()
                && hold_to(finding, limit, self.basis)
            {
                changed.push(format!("the limit is {}", limit.say(self.basis.units)));
            }
            let danger = always && finding.severity.is_none_or(|severity| severity == Severity::Danger);
            if let Some(severity) = amendment.severity.filter(|_| finding.verdict == Verdict::Violates && !danger) {
                finding.severity = Some(severity);
                changed.push(format!("counted as {}", severity.name()));
            }
            if amendment.since.is_some() && finding.verdict == Verdict::Violates {
                changed.push("asked for since another year".to_owned());
            }
            changed.extend(amendment.note.clone());
            if !changed.is_empty() && !matches!(finding.verdict, Verdict::NotApplicable) {
                let sentence = format!("{} By {}: {}.", finding.sentence, set.title(), changed.join("; "));
                finding.sentence = Cow::Owned(sentence);
            }
        }
    }
}

/// Holds a measured length to another limit; whether there was one to hold.
fn hold_to(finding: &mut Finding, limit: Length, basis: &Basis) -> bool {
    let Some(measured) = finding.measured.as_ref().map(|measured| &measured.figure) else { return false };
    let length = finding.required.as_ref().is_some_and(|required| required.unit == AmountUnit::Nanometres);
    let Ok(figure) = Offset::try_from(measured.value) else { return false };
    if !length || measured.unit != AmountUnit::Nanometres {
        return false;
    }
    let short = match finding.side {
        Side::AtLeast => figure.short_of(limit),
        Side::AtMost => figure.past().map_or(Length::ZERO, |figure| figure.less(limit)),
    };
    let missed = short > Length::ZERO;
    finding.verdict = if missed { Verdict::Violates } else { Verdict::Meets };
    finding.reaches_limit = !missed;
    finding.required = Some(Amount::length(limit, basis.units));
    finding.shortfall = missed.then(|| Amount::length_up(short, basis.units));
    true
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, DeviceKind, Observation};
    use crate::rules::{RuleResult, Situation, judge};
    use crate::standard::{Edition, WiredUnder};
    use crate::testing::{amendment_of as of, box_with, box_with_device, conductor};

    fn basis(amendment: Amendment) -> Basis {
        let set = AmendmentSet {
            name: "Lakeshire County".to_owned(),
            version: "2024-07".to_owned(),
            place: String::new(),
            amendments: vec![amendment],
        };
        Basis { amendments: vec![set], ..Basis::default() }
    }

    fn judged(contents: &BoxContents, amendment: Amendment) -> RuleResult {
        let (rule, basis) = (amendment.rule.clone(), basis(amendment));
        let situation = Situation { wired_under: Some(WiredUnder::Year(1998)), ..Situation::new(contents, &basis) };
        judge(&situation).into_iter().find(|result| result.rule == rule).expect("it is in the catalogue")
    }

    #[test]
    fn a_rule_is_switched_off_by_edition() {
        let contents = box_with(Some(Length::inches(2)), vec![conductor(Some(44), None)]);
        let off = Amendment { off: true, ..of("free-conductor-length") };
        let result = judged(&contents, off.clone());
        assert_eq!(result.verdict, Verdict::NotApplicable);
        assert_eq!(result.sentence, "Not enforced here, by Lakeshire County, 2024-07.");
        let elsewhere = Amendment { editions: vec![Edition::Nec2008], ..off };
        assert_eq!(judged(&contents, elsewhere).verdict, Verdict::Violates);
    }

    #[test]
    fn what_names_a_place_holds_there_only() {
        let contents = box_with(Some(Length::inches(2)), vec![conductor(Some(44), None)]);
        let off = Amendment { off: true, places: vec!["Lakeshire County".to_owned()], ..of("free-conductor-length") };
        let verdict = |jurisdiction: &str| {
            let basis = Basis { jurisdiction: jurisdiction.to_owned(), ..basis(off.clone()) };
            let situation =
                Situation { wired_under: Some(WiredUnder::Year(1998)), ..Situation::new(&contents, &basis) };
            judge(&situation).into_iter().find(|result| result.rule == "free-conductor-length").map(|r| r.verdict)
        };
        assert_eq!(verdict("Mill Village, Lakeshire County"), Some(Verdict::NotApplicable));
        assert_eq!(verdict("Hillshire County"), Some(Verdict::Violates));
        assert_eq!(
            verdict(""),
            Some(Verdict::Violates),
            "an audit without a jurisdiction is in no place that is named"
        );
    }

    #[test]
    fn limit_year_and_citation_are_those_of_the_place() {
        let contents = box_with(Some(Length::inches(2)), vec![conductor(Some(112), None)]);
        let eight = Amendment {
            limit: Some("8 in".to_owned()),
            citation: Some("Lakeshire County Code 7.2".to_owned()),
            ..of("free-conductor-length")
        };
        let result = judged(&contents, eight);
        assert_eq!((result.verdict, result.citation_text().as_str()), (Verdict::Violates, "Lakeshire County Code 7.2"));
        assert!(result.sentence.ends_with("By Lakeshire County, 2024-07: the limit is 8 in."), "{}", result.sentence);
        // The reach of 1998 wiring is legacy, unless the place asks it of any wiring.
        let short = box_with(Some(Length::inches(2)), vec![conductor(Some(64), None)]);
        assert_eq!(
            judged(&short, Amendment { note: Some("seen".to_owned()), ..of("free-conductor-reach") }).verdict,
            Verdict::Legacy
        );
        assert_eq!(
            judged(&short, Amendment { since: Some(0), ..of("free-conductor-reach") }).verdict,
            Verdict::Violates
        );
    }

    #[test]
    fn severity_changes_and_a_danger_stays_one() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.observe(Observation::PlateCracked, true);
        contents.observe(Observation::Charred, true);
        let note = |rule| Amendment { severity: Some(Severity::Note), ..of(rule) };
        assert_eq!(judged(&contents, note("plate-intact")).severity, Severity::Note);
        assert_eq!(judged(&contents, note("safe-to-work")).severity, Severity::Danger);
    }
}
