//! What a rule says of a box.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::{Rule, Situation};
use crate::quantity::Figure;

/// The answer of a rule.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Verdict {
    /// The limit is missed by more than the tape can be off.
    Violates,
    /// Within the measuring resolution of the limit, or meeting one unit system and missing the other.
    Marginal,
    /// Something has to be measured first.
    NotMeasured,
    /// Missed, but allowed when it was built.
    Legacy,
    /// The limit is met.
    Meets,
    /// The rule does not concern this.
    NotApplicable,
}

impl Verdict {
    /// Worst first.
    pub const fn rank(self) -> u8 {
        match self {
            Self::Violates => 0,
            Self::Marginal => 1,
            Self::NotMeasured => 2,
            Self::Legacy => 3,
            Self::Meets => 4,
            Self::NotApplicable => 5,
        }
    }

    /// As it is written on screen and page.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Violates => "violates",
            Self::Marginal => "marginal",
            Self::NotMeasured => "not measured",
            Self::Legacy => "legacy",
            Self::Meets => "meets",
            Self::NotApplicable => "not applicable",
        }
    }
}

/// How bad it is to break a rule. Ordered: the worst first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Severity {
    /// Shock or fire now: act today.
    Danger,
    /// Breaks the code.
    Violation,
    /// Poor workmanship.
    Workmanship,
    /// Worth knowing.
    Note,
}

/// What kind of requirement a rule is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum RuleBasis {
    /// The published code.
    Code,
    /// The listing or labelling of a product.
    Listing,
    /// Workmanship.
    Workmanship,
    /// A local addition.
    Local,
    /// Good advice.
    Advisory,
}

/// How the measured figure came about.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum MeasuredKind {
    /// Read off the tape.
    Measured,
    /// Worked out from the other measure and the sheath end.
    Derived,
    /// It is at most this, from the other measure alone.
    AtMost,
    /// It is at least this, from the other measure alone.
    AtLeast,
}

/// A measured figure.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Measured {
    /// The figure.
    pub figure: Figure,
    /// How it came about.
    pub kind: MeasuredKind,
}

/// What a rule says of one conductor.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Finding {
    /// The conductor's number within the box.
    pub conductor: u16,
    /// "black 12 AWG".
    pub label: String,
    /// The answer.
    pub verdict: Verdict,
    /// The figure itself reaches the limit in at least one unit system that governs. A marginal figure may or may not.
    pub reaches_limit: bool,
    /// What was measured.
    pub measured: Option<Measured>,
    /// What is required.
    pub required: Option<Figure>,
    /// By how much the figure falls short of the limit in the audit's unit.
    pub shortfall: Option<Figure>,
    /// One plain sentence.
    pub sentence: String,
    /// The one measurement that would settle it.
    pub needs: Option<String>,
    /// The house rule that changed the answer.
    pub house_rule: Option<String>,
}

/// What a rule says of a box: the worst of its conductors, and each of them.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RuleResult {
    /// The code of the rule.
    pub rule: &'static str,
    /// What the rule is about.
    pub title: &'static str,
    /// How bad it is to break it.
    pub severity: Severity,
    /// The worst answer of all conductors.
    pub verdict: Verdict,
    /// Where the limit stands, "NEC 2023 300.14"; empty where the edition has no such rule.
    pub citation: String,
    /// How sure we are of the source, always from memory.
    pub confidence: Option<crate::standard::Confidence>,
    /// The worst finding; absent when there is none.
    pub worst: Option<Finding>,
    /// Every finding, in the order of the conductors.
    pub findings: Vec<Finding>,
    /// One plain sentence for the box.
    pub sentence: String,
}

impl RuleResult {
    /// Runs `rule` on a box.
    pub(super) fn of(rule: &Rule, situation: &Situation) -> Self {
        let citation = (rule.citation)(situation.basis.edition);
        let findings = if citation.is_some() { (rule.check)(situation) } else { Vec::new() };
        let shortfall = |finding: &Finding| finding.shortfall.as_ref().map_or(0, |shortfall| shortfall.nm);
        let worst = findings
            .iter()
            .min_by_key(|finding| (finding.verdict.rank(), finding.reaches_limit, -shortfall(finding)))
            .cloned();
        let (verdict, sentence) = match (&worst, citation) {
            (_, None) => (
                Verdict::NotApplicable,
                format!("{} has no such rule that we know of.", situation.basis.edition.name()),
            ),
            (None, _) => {
                (Verdict::NotMeasured, "No conductor is recorded yet; add the conductors of this box.".to_owned())
            }
            (Some(worst), _) => (worst.verdict, worst.sentence.clone()),
        };
        Self {
            rule: rule.code,
            title: rule.title,
            severity: rule.severity,
            verdict,
            citation: citation.map(|citation| citation.to_string()).unwrap_or_default(),
            confidence: citation.map(|citation| citation.confidence),
            worst,
            findings,
            sentence,
        }
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
}

/// The worst verdict of a box, for its mark on the run.
pub fn worst_verdict(results: &[RuleResult]) -> Verdict {
    results.iter().map(|result| result.verdict).min_by_key(|verdict| verdict.rank()).unwrap_or(Verdict::NotMeasured)
}
