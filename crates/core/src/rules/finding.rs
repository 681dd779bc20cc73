//! What a rule finds of one part of a box or panel: the answer, the figures, and what would settle it.

use std::borrow::Cow;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::verdict::Verdict;
use crate::facts::{BoxContents, Breaker, Conductor, Observation, Panel, PanelObservation, RunPlace};
use crate::quantity::{Amount, Length, UnitSystem, capitalised};
use crate::standard::Severity;

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
    /// The place along a cable run that it is about, for its drawing.
    #[serde(skip)]
    pub(crate) place: Option<RunPlace>,
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
            place: None,
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
        let end = if words.ends_with('?') { "" } else { "." };
        let sentence = format!("{}{end}", capitalised(words));
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

    /// The answer to something one sees of a part of a box, in the words of its chip.
    pub(crate) fn observed_of(part: &'static str, contents: &BoxContents, what: Observation) -> Self {
        let sentence = |words: &str| format!("{}.", capitalised(words));
        match contents.observed(what) {
            Some(true) => Self::violates(part, sentence(what.fault())),
            Some(false) => Self::meets(part, sentence(what.sound())),
            None => Self::not_measured(part, &format!("look: {}?", what.fault()), format!("/observed/{}", what.code())),
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

    /// With the place along a cable run that it is about.
    pub(crate) const fn at_place(mut self, place: RunPlace) -> Self {
        self.place = Some(place);
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

impl Finding {
    /// A limit younger than the wiring, missed, is legacy.
    pub(super) fn excuse_if_older(&mut self, since: u16, is_older: impl Fn(u16) -> Option<u16>) {
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
