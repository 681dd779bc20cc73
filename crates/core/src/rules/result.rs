//! What a rule says of a box: its findings, the worst of them, and what the inspector says of it.

use std::borrow::Cow;

use serde::{Serialize, Serializer};
use utoipa::ToSchema;

use super::Rule;
use super::amended::Amended;
use super::finding::Finding;
use super::verdict::{Mark, Verdict};
use crate::facts::{Basis, Ruling, RulingKind};
use crate::standard::{Citation, Confidence, RuleBasis, Severity};

/// What a rule says of a box: the worst of its findings, and each of them.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RuleResult {
    /// The code of the rule.
    pub rule: &'static str,
    /// What the rule is about.
    pub title: &'static str,
    /// The facts that it goes by, in words.
    pub goes_by: &'static str,
    /// What kind of requirement it is.
    pub basis: RuleBasis,
    /// How bad it is: that of the worst finding.
    pub severity: Severity,
    /// The worst answer of all findings.
    pub verdict: Verdict,
    /// How it is marked.
    pub mark: Mark,
    /// Where the limit stands, "NEC 2023 300.14"; empty where the edition has no such rule.
    #[serde(serialize_with = "citation_text")]
    #[schema(value_type = String)]
    pub citation: Option<Cited>,
    /// How sure we are of the source, always from memory; absent for common practice.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub confidence: Option<Confidence>,
    /// The place of the worst finding; absent when there is none.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub worst: Option<usize>,
    /// Every finding, in the order of the record.
    pub findings: Vec<Finding>,
    /// One plain sentence for the box.
    #[schema(value_type = String)]
    pub sentence: Cow<'static, str>,
    /// What the inspector ruled on it.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub ruling: Option<Ruling>,
}

/// Where a limit stands: in the code, or in what is amended here.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Cited {
    /// In an edition, or in common practice.
    Code(Citation),
    /// In a local amendment.
    Local(String),
}

impl std::fmt::Display for Cited {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self {
            Self::Code(citation) => citation.fmt(f),
            Self::Local(words) => f.write_str(words),
        }
    }
}

fn citation_text<S: Serializer>(citation: &Option<Cited>, serializer: S) -> Result<S::Ok, S::Error> {
    match citation {
        Some(citation) => serializer.collect_str(citation),
        None => serializer.serialize_str(""),
    }
}

impl RuleResult {
    /// What `rule` says on this basis of what `check` finds; `is_older` names the year of wiring older than a year.
    pub(crate) fn of<C>(
        rule: &Rule<C>,
        basis: &Basis,
        check: impl FnOnce() -> Vec<Finding>,
        is_older: impl Fn(u16) -> Option<u16>,
        rulings: &[Ruling],
    ) -> Self {
        let edition = basis.edition;
        let citation = (rule.citation)(edition);
        let amended = Amended::of(rule.code, basis);
        let off = amended.off();
        let mut findings = if citation.is_some() && off.is_none() { check() } else { Vec::new() };
        for finding in &mut findings {
            amended.apply(finding, rule.always);
            // A danger is one at any age: what was allowed when built is not what was measured now.
            let danger = finding.severity == Some(Severity::Danger);
            if let Some(since) =
                amended.since().or(finding.since).or(rule.since.under(edition)).filter(|_| !rule.always && !danger)
            {
                finding.excuse_if_older(since, &is_older);
            }
        }
        let severity = |finding: &Finding| finding.severity.unwrap_or(rule.severity);
        let shortfall = |finding: &Finding| finding.shortfall.as_ref().map_or(0, |shortfall| shortfall.value);
        let key = |f: &Finding| (f.verdict.rank(), severity(f), f.reaches_limit, -shortfall(f));
        let worst_place = (0..findings.len()).min_by_key(|place| key(&findings[*place]));
        let worst = worst_place.map(|place| &findings[place]);
        let (verdict, sentence) = match (worst, citation) {
            (None, Some(_)) if off.is_some() => (Verdict::NotApplicable, off.unwrap_or_default().into()),
            (_, None) => {
                (Verdict::NotApplicable, format!("{} has no such rule that we know of.", edition.name()).into())
            }
            (None, _) => (Verdict::NotApplicable, Cow::Borrowed("There is nothing here that this rule concerns.")),
            (Some(worst), _) => (worst.verdict, worst.sentence.clone()),
        };
        let severity = worst.map_or(rule.severity, severity);
        let ruling = rulings.iter().find(|ruling| ruling.rule == rule.code).cloned();
        let mark = match (&ruling, verdict, severity) {
            (Some(Ruling { kind: RulingKind::Dismiss, .. }), ..) => Mark::Dismissed,
            (_, Verdict::Violates, Severity::Danger) => Mark::Danger,
            (_, Verdict::Violates, Severity::Note) => Mark::Note,
            _ => Mark::Verdict,
        };
        Self {
            rule: rule.code,
            title: rule.title,
            goes_by: rule.needs,
            basis: rule.basis,
            severity,
            verdict,
            mark,
            citation: amended.citation().map(Cited::Local).or(citation.map(Cited::Code)),
            confidence: citation.map(|citation| citation.confidence),
            worst: worst_place,
            findings,
            sentence,
            ruling,
        }
    }

    /// The worst finding; `None` when there is none.
    pub fn worst_finding(&self) -> Option<&Finding> {
        self.findings.get(self.worst?)
    }

    /// Where the limit stands, in words; empty where the edition has no such rule.
    pub fn citation_text(&self) -> String {
        self.citation.as_ref().map_or_else(String::new, Cited::to_string)
    }

    /// Whether this box passes the rule as proof asks for it: met, or marginal with a figure that reaches the limit,
    /// or of no concern.
    pub fn passes(&self) -> bool {
        match self.verdict {
            Verdict::Meets | Verdict::NotApplicable => true,
            Verdict::Marginal => self.findings.iter().all(|finding| {
                finding.reaches_limit || matches!(finding.verdict, Verdict::Meets | Verdict::NotApplicable)
            }),
            Verdict::Violates | Verdict::NotMeasured | Verdict::Legacy => false,
        }
    }

    /// The inspector has dismissed it.
    pub fn is_dismissed(&self) -> bool {
        self.mark == Mark::Dismissed
    }

    /// It is broken, more than a note, and not dismissed.
    pub fn is_broken(&self) -> bool {
        self.verdict == Verdict::Violates && self.severity != Severity::Note && !self.is_dismissed()
    }

    /// It is work: broken, or asked for and not there.
    pub fn is_work(&self) -> bool {
        self.is_broken()
            || (self.verdict == Verdict::Violates && self.basis == RuleBasis::Wanted && !self.is_dismissed())
    }

    /// What a repair has to mend: broken, or within the tape of a limit that it does not reach.
    pub fn is_to_mend(&self) -> bool {
        let short = |finding: &Finding| finding.verdict == Verdict::Marginal && !finding.reaches_limit;
        self.is_broken() || (self.severity != Severity::Note && !self.is_dismissed() && self.findings.iter().any(short))
    }
}

/// The worst verdict of a box, for its mark on the run; what is dismissed does not count.
pub fn worst_verdict(results: &[RuleResult]) -> Verdict {
    let verdicts = results.iter().filter(|result| !result.is_dismissed()).map(|result| match result.verdict {
        // A mere note is no fault of the box.
        Verdict::Violates if result.severity == Severity::Note => Verdict::Meets,
        verdict => verdict,
    });
    verdicts.min_by_key(|verdict| verdict.rank()).unwrap_or(Verdict::NotMeasured)
}

/// Whether the box is a danger now.
pub fn is_dangerous(results: &[RuleResult]) -> bool {
    results.iter().any(|result| result.is_broken() && result.severity == Severity::Danger)
}
