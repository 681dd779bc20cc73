//! What a rule says of a box.

use std::borrow::Cow;

use serde::{Deserialize, Serialize, Serializer};
use utoipa::ToSchema;

use super::Rule;
use crate::quantity::{Amount, Length, UnitSystem};
use crate::sentence::capitalised;
use crate::standard::{Citation, Confidence, Edition};
use crate::survey::{BoxContents, Breaker, Conductor, Observation, Panel, PanelObservation, Ruling, RulingKind};

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

impl Severity {
    /// As it is written on page and in tables.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Danger => "danger",
            Self::Violation => "violation",
            Self::Workmanship => "workmanship",
            Self::Note => "note",
        }
    }
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
    pub figure: Amount,
    /// How it came about.
    pub kind: MeasuredKind,
}

/// Which side of the limit is the good one.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Side {
    /// The figure must reach the limit.
    AtLeast,
    /// The figure must not pass the limit.
    AtMost,
}

/// The one thing that would settle a rule.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Need {
    /// What to measure or look at, in words.
    pub words: String,
    /// JSON pointer to the field within the contents of the box, "/stand/set_back"; for an observation
    /// "/observed/open-knockout".
    pub field: String,
}

/// What a rule says of one part of a box: a conductor, a device, a splice, the box itself.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Finding {
    /// The conductor's number within the box, where it concerns one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub conductor: Option<u16>,
    /// The breaker's number within the panel, where it concerns one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub breaker: Option<u16>,
    /// What it concerns, "black 12 AWG".
    #[schema(value_type = String)]
    pub label: Cow<'static, str>,
    /// The answer.
    pub verdict: Verdict,
    /// How bad it is, where that differs from the rule.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub severity: Option<Severity>,
    /// The year this came into the code, where that differs from the rule.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub since: Option<u16>,
    /// The figure itself reaches the limit in at least one unit system that governs. A marginal figure may or may not.
    pub reaches_limit: bool,
    /// What was measured.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub measured: Option<Measured>,
    /// What is required.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub required: Option<Amount>,
    /// Which side of the limit is the good one.
    pub side: Side,
    /// By how much the figure misses the limit in the audit's unit.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub shortfall: Option<Amount>,
    /// One plain sentence.
    #[schema(value_type = String)]
    pub sentence: Cow<'static, str>,
    /// The one measurement that would settle it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub needs: Option<Need>,
    /// The house rule that changed the answer.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub house_rule: Option<String>,
    /// The readings it rests on, in words.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub rests_on: Vec<String>,
}

impl Finding {
    fn new(label: impl Into<Cow<'static, str>>, verdict: Verdict, sentence: impl Into<Cow<'static, str>>) -> Self {
        Self {
            conductor: None,
            breaker: None,
            label: label.into(),
            verdict,
            severity: None,
            since: None,
            reaches_limit: matches!(verdict, Verdict::Meets | Verdict::NotApplicable),
            measured: None,
            required: None,
            side: Side::AtLeast,
            shortfall: None,
            sentence: sentence.into(),
            needs: None,
            house_rule: None,
            rests_on: Vec::new(),
        }
    }

    /// It is as it should be.
    pub(crate) fn meets(label: impl Into<Cow<'static, str>>, sentence: impl Into<Cow<'static, str>>) -> Self {
        Self::new(label, Verdict::Meets, sentence)
    }

    /// It breaks the rule.
    pub(crate) fn violates(label: impl Into<Cow<'static, str>>, sentence: impl Into<Cow<'static, str>>) -> Self {
        Self::new(label, Verdict::Violates, sentence)
    }

    /// It was allowed when it was built.
    pub(crate) fn legacy(label: impl Into<Cow<'static, str>>, sentence: impl Into<Cow<'static, str>>) -> Self {
        Self::new(label, Verdict::Legacy, sentence)
    }

    /// The rule does not concern it.
    pub(crate) fn not_applicable(label: impl Into<Cow<'static, str>>, sentence: impl Into<Cow<'static, str>>) -> Self {
        Self::new(label, Verdict::NotApplicable, sentence)
    }

    /// One measurement, at `field`, would settle it.
    pub(crate) fn not_measured(label: impl Into<Cow<'static, str>>, words: &str, field: impl Into<String>) -> Self {
        let sentence = format!("{}.", capitalised(words));
        let needs = Some(Need { words: words.to_owned(), field: field.into() });
        Self { needs, ..Self::new(label, Verdict::NotMeasured, sentence) }
    }

    /// The answer to something one sees: there, not there, or not looked at.
    pub(crate) fn observed(
        contents: &BoxContents,
        what: Observation,
        violates: &'static str,
        meets: &'static str,
    ) -> Self {
        match contents.observed(what) {
            Some(true) => Self::violates("box", violates),
            Some(false) => Self::meets("box", meets),
            None => {
                let code = what.code();
                Self::not_measured("box", &format!("look: {}?", what.fault()), format!("/observed/{code}"))
            }
        }
    }

    /// The answer to something one sees at a panel.
    pub(crate) fn observed_at_panel(panel: &Panel, what: PanelObservation) -> Self {
        let sentence = |words: &str| format!("{}.", capitalised(words));
        match panel.observed(what) {
            Some(true) => Self::violates("panel", sentence(what.fault())),
            Some(false) => Self::meets("panel", sentence(what.sound())),
            None => Self::not_measured("panel", &format!("look: {}?", what.fault()), "/observed"),
        }
    }

    /// Nothing can be said before the conductors are recorded.
    pub(crate) fn no_conductors() -> Self {
        Self::not_measured("box", "add the conductors of this box", "/conductors")
    }

    /// It concerns this conductor.
    pub(crate) fn of_conductor(mut self, conductor: &Conductor) -> Self {
        self.conductor = Some(conductor.id);
        self
    }

    /// It concerns this breaker.
    pub(crate) fn of_breaker(mut self, breaker: &Breaker) -> Self {
        self.breaker = Some(breaker.id);
        self
    }

    /// It is this bad.
    pub(crate) fn with_severity(mut self, severity: Severity) -> Self {
        self.severity = Some(severity);
        self
    }

    /// It came into the code in this year.
    pub(crate) fn since(mut self, year: u16) -> Self {
        self.since = Some(year);
        self
    }

    /// What was found of what is required, and by how much it misses.
    pub(crate) fn with_figures(
        mut self,
        measured: Amount,
        required: Amount,
        side: Side,
        short: Option<Amount>,
    ) -> Self {
        self.measured = Some(Measured { figure: measured, kind: MeasuredKind::Measured });
        self.required = Some(required);
        self.side = side;
        self.shortfall = short;
        self
    }

    /// It rests on these readings.
    pub(crate) fn resting_on(mut self, readings: &[String]) -> Self {
        self.rests_on = readings.to_vec();
        self
    }

    /// The house rule `matter` made the answer what it is.
    pub(crate) fn by_house_rule(mut self, matter: &str) -> Self {
        self.house_rule = Some(matter.to_owned());
        self
    }
}

/// How a result is marked on screen: its verdict, unless the inspector or its severity says more.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Mark {
    /// The inspector has dismissed it.
    Dismissed,
    /// Broken, and a danger now.
    Danger,
    /// Broken, and only worth knowing.
    Note,
    /// As its verdict says.
    Verdict,
}

/// What a rule says of a box: the worst of its findings, and each of them.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RuleResult {
    /// The code of the rule.
    pub rule: &'static str,
    /// What the rule is about.
    pub title: &'static str,
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
    pub citation: Option<Citation>,
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

fn citation_text<S: Serializer>(citation: &Option<Citation>, serializer: S) -> Result<S::Ok, S::Error> {
    match citation {
        Some(citation) => serializer.collect_str(citation),
        None => serializer.serialize_str(""),
    }
}

impl RuleResult {
    /// What `rule` says under `edition` of what `check` finds; `is_older` names the year of wiring older than a year.
    pub(crate) fn of<C>(
        rule: &Rule<C>,
        edition: Edition,
        check: impl FnOnce() -> Vec<Finding>,
        is_older: impl Fn(u16) -> Option<u16>,
        rulings: &[Ruling],
    ) -> Self {
        let citation = (rule.citation)(edition);
        let mut findings = if citation.is_some() { check() } else { Vec::new() };
        for finding in &mut findings {
            if let Some(since) = finding.since.or(rule.since).filter(|_| !rule.always) {
                finding.excuse_if_older(since, &is_older);
            }
        }
        let severity = |finding: &Finding| finding.severity.unwrap_or(rule.severity);
        let shortfall = |finding: &Finding| finding.shortfall.as_ref().map_or(0, |shortfall| shortfall.value);
        let key = |f: &Finding| (f.verdict.rank(), severity(f), f.reaches_limit, -shortfall(f));
        let worst_place = (0..findings.len()).min_by_key(|place| key(&findings[*place]));
        let worst = worst_place.map(|place| &findings[place]);
        let (verdict, sentence) = match (worst, citation) {
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
            basis: rule.basis,
            severity,
            verdict,
            mark,
            citation,
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
        self.citation.map_or_else(String::new, |citation| citation.to_string())
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

    /// What a repair has to mend: broken, or within the tape of a limit that it does not reach.
    pub fn is_to_mend(&self) -> bool {
        let short = |finding: &Finding| finding.verdict == Verdict::Marginal && !finding.reaches_limit;
        self.is_broken() || (self.severity != Severity::Note && !self.is_dismissed() && self.findings.iter().any(short))
    }
}

impl Finding {
    /// A limit younger than the wiring, missed, is legacy.
    fn excuse_if_older(&mut self, since: u16, is_older: impl Fn(u16) -> Option<u16>) {
        if self.verdict != Verdict::Violates {
            return;
        }
        if let Some(year) = is_older(since) {
            self.verdict = Verdict::Legacy;
            let sentence = self.sentence.trim_end_matches('.');
            let before = if year < since {
                format!("this was asked for in {since}")
            } else {
                format!("the edition of {since} that asks for it was enforced")
            };
            let sentence = format!(
                "{sentence}. Wired {year}, before {before}: allowed when built; not required to be changed; recommended."
            );
            self.sentence = sentence.into();
        }
    }

    /// The figures of a length against a limit.
    pub(crate) fn with_lengths(self, units: UnitSystem, measured: Length, limit: Length, side: Side) -> Self {
        let short = match side {
            Side::AtLeast => limit.less(measured),
            Side::AtMost => measured.less(limit),
        };
        let short = (short > Length::ZERO).then(|| Amount::length_up(short, units));
        self.with_figures(Amount::length(measured, units), Amount::length(limit, units), side, short)
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
