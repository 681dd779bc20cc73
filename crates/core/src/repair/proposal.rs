//! A repair held against a box: the change it makes, and what the rules say afterwards.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::act::{Act, WorkStep};
use super::sequence::{Work, sequence};
use super::{Diagnosis, Repair, is_mended};
use crate::facts::{BoxContents, Colour, Conductor, FreeFigures};
use crate::quantity::{Figure, Gauge, Offset, Volume, within_sentence};
use crate::rules::{RuleResult, Situation, Verdict, fill, judge};

/// How a repair stands to a box. Ordered: the best first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Standing {
    /// Afterwards the box passes.
    Clears,
    /// It can be done, but does not do alone.
    Helps,
    /// It cannot be done here.
    Rejected,
}

/// What is counted in a material line.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum MaterialUnit {
    /// Pieces.
    Piece,
}

/// Something that is brought: its code stays, whatever becomes of its words. What is on a truck and what it costs hang on the code.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Article {
    /// Its code, with its size where it has one: `spacer-1-8-in`.
    pub code: String,
    /// What it is, with its size.
    pub words: String,
}

impl<Code: Into<String>, Words: Into<String>> From<(Code, Words)> for Article {
    fn from((code, words): (Code, Words)) -> Self {
        Self { code: code.into(), words: words.into() }
    }
}

/// Something to bring.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct MaterialLine {
    /// Its code.
    pub code: String,
    /// What it is, with its size.
    pub what: String,
    /// How many.
    pub count: u32,
    /// Of what.
    pub unit: MaterialUnit,
}

impl MaterialLine {
    /// So many pieces of something.
    pub fn piece(article: impl Into<Article>, count: u32) -> Self {
        let Article { code, words } = article.into();
        Self { code, what: words, count, unit: MaterialUnit::Piece }
    }
}

/// A pigtail to cut, with its arithmetic.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Pigtail {
    /// The conductors it is joined to.
    pub conductors: Vec<u16>,
    /// Their name.
    pub label: String,
    /// Its size.
    pub gauge: Gauge,
    /// Its colour.
    pub colour: Colour,
    /// The length to cut.
    pub length: Figure,
    /// How the length came about, term by term.
    pub arithmetic: String,
}

/// The change a repair makes to a box.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Change {
    /// The box afterwards.
    pub after: BoxContents,
    /// What is done.
    pub steps: Vec<WorkStep>,
    /// Short and specific to this repair.
    pub cautions: Vec<&'static str>,
    /// How long it takes once the box is dead and open. Common practice, no source.
    pub minutes: u32,
    /// Pigtails to cut.
    pub pigtails: Vec<Pigtail>,
    /// What else to bring.
    pub materials: Vec<MaterialLine>,
    /// Room that what is added takes up in fact.
    pub body_volume: Volume,
}

impl Change {
    /// Adds a working step.
    pub(super) fn step(&mut self, act: Act, words: impl Into<String>) {
        self.steps.push(WorkStep::new(act, words));
    }

    /// Its steps with the code of their repair.
    pub(super) fn steps_of(&self, repair: &'static str) -> impl Iterator<Item = WorkStep> {
        self.steps.iter().cloned().map(move |step| step.of(repair))
    }

    /// Adds pigtails of the least workable length for a conductor: they are cut like those that lengthen one.
    pub(super) fn pigtails_for(&mut self, conductor: &Conductor, colour: Colour, length: Figure, count: u32) {
        let pigtail = Pigtail {
            conductors: vec![conductor.id],
            label: conductor.label(),
            gauge: conductor.gauge,
            colour,
            arithmetic: format!("{}, the least that is workable", length.text),
            length,
        };
        self.pigtails.extend(std::iter::repeat_n(pigtail, usize::try_from(count).unwrap_or(0)));
    }

    /// Adds a caution.
    pub(super) fn caution(&mut self, caution: &'static str) {
        self.cautions.push(caution);
    }

    /// Adds something to bring.
    pub(super) fn bring(&mut self, article: impl Into<Article>, count: u32) {
        self.materials.push(MaterialLine::piece(article, count));
    }

    /// Everything to bring, pigtails included, the same things together.
    pub(super) fn everything(&self) -> Vec<MaterialLine> {
        let mut materials: Vec<MaterialLine> = Vec::new();
        for pigtail in &self.pigtails {
            let Pigtail { gauge, colour, length, .. } = pigtail;
            let code = format!("pigtail-{}-{}-{}", gauge.size(), colour.name(), length.nm);
            let words = format!("pigtail, {gauge} {}, {}", colour.name(), length.text);
            add(&mut materials, MaterialLine::piece((code, words), 1));
        }
        for line in &self.materials {
            add(&mut materials, line.clone());
        }
        materials
    }
}

/// A conductor before and after.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct BeforeAfter {
    /// Its number within the box.
    pub conductor: u16,
    /// "black 12 AWG".
    pub label: String,
    /// Free length before.
    pub length_before: Option<Figure>,
    /// Free length after.
    pub length_after: Option<Figure>,
    /// Reach before.
    pub reach_before: Option<Figure>,
    /// Reach after.
    pub reach_after: Option<Figure>,
    /// Where its tip is afterwards, from the opening, positive towards the room.
    pub tip_after: Option<i64>,
}

/// A repair held against a box.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Proposal {
    /// The code of the repair.
    pub repair: &'static str,
    /// What is done.
    pub title: &'static str,
    /// How it stands to this box.
    pub standing: Standing,
    /// The codes of the rules that the box misses now, as new work, and passes afterwards.
    pub clears: Vec<&'static str>,
    /// Why it cannot be done, or what is left open afterwards, in figures.
    pub reasons: Vec<String>,
    /// The conductors it changes.
    pub before_after: Vec<BeforeAfter>,
    /// What is done, from switching off to reading it again, in the order of doing.
    pub steps: Vec<WorkStep>,
    /// Short and specific to this repair.
    pub cautions: Vec<&'static str>,
    /// Minutes once the box is dead and open.
    pub minutes: u32,
    /// Pigtails to cut.
    pub pigtails: Vec<Pigtail>,
    /// Everything to bring, pigtails included.
    pub materials: Vec<MaterialLine>,
    /// Room that what is added takes up in fact, in words.
    pub body_volume: String,
    /// The box afterwards.
    #[serde(skip)]
    pub after: Option<BoxContents>,
    /// What each rule says of the box afterwards.
    pub verdicts_after: Vec<RuleVerdict>,
}

/// The answer of one rule.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RuleVerdict {
    /// The code of the rule.
    pub rule: &'static str,
    /// Its answer.
    pub verdict: Verdict,
}

impl Proposal {
    /// Plans `repair` for a box and runs the rules on the outcome, as new work. It clears the box of what is `wanted`
    /// of it when each rule that it can mend is mended and none is broken that held before.
    pub(super) fn prove(repair: &Repair, diagnosis: &Diagnosis, wanted: &[&str]) -> Self {
        let situation = &diagnosis.situation;
        let change = match (repair.plan)(diagnosis) {
            Ok(change) => change,
            Err(reasons) => return Self::rejected(repair, reasons),
        };
        let results_after = judge(&situation.after(&change.after));
        let before = |rule: &str| diagnosis.results.iter().find(|result| result.rule == rule);
        let mended = |after: &RuleResult| before(after.rule).is_some_and(|before| is_mended(before, after));
        let mut open = Vec::new();
        let mut clears = Vec::new();
        for after in &results_after {
            let was_missed = diagnosis.misses(after.rule);
            let broken_by_it = after.is_to_mend() && before(after.rule).is_some_and(|before| !before.is_to_mend());
            if was_missed && repair.mends.contains(&after.rule) {
                if mended(after) {
                    clears.push(after.rule);
                } else if wanted.contains(&after.rule) || after.verdict == Verdict::NotMeasured {
                    open.push(format!("{} still {}: {}", after.title, after.verdict.name(), after.sentence));
                } else if broken_by_it {
                    open.push(format!("breaks {}: {}", within_sentence(after.title), after.sentence));
                }
            } else if broken_by_it {
                open.push(format!("breaks {}: {}", within_sentence(after.title), after.sentence));
            }
        }
        let clears_some = clears.iter().any(|rule| wanted.contains(rule));
        let standing = if open.is_empty() && clears_some { Standing::Clears } else { Standing::Helps };
        let fill = fill(&change.after, situation.basis.edition, situation.basis.units).ok();
        let steps = sequence(change.steps_of(repair.code), &Work::of(situation, &change.after, fill.as_ref()));
        Self {
            repair: repair.code,
            title: repair.title,
            standing,
            clears,
            reasons: open,
            before_after: before_after(situation, &change.after),
            materials: change.everything(),
            steps,
            cautions: change.cautions,
            minutes: change.minutes,
            pigtails: change.pigtails,
            body_volume: change.body_volume.print(situation.basis.units),
            verdicts_after: results_after
                .iter()
                .map(|result| RuleVerdict { rule: result.rule, verdict: result.verdict })
                .collect(),
            after: Some(change.after),
        }
    }

    fn rejected(repair: &Repair, reasons: Vec<String>) -> Self {
        Self {
            repair: repair.code,
            title: repair.title,
            standing: Standing::Rejected,
            clears: Vec::new(),
            reasons,
            before_after: Vec::new(),
            steps: Vec::new(),
            cautions: Vec::new(),
            minutes: 0,
            pigtails: Vec::new(),
            materials: Vec::new(),
            body_volume: String::new(),
            after: None,
            verdicts_after: Vec::new(),
        }
    }
}

/// Adds a line, or its count to the same line.
pub(super) fn add(lines: &mut Vec<MaterialLine>, line: MaterialLine) {
    match lines.iter_mut().find(|known| known.code == line.code) {
        Some(known) => known.count = known.count.saturating_add(line.count),
        None => lines.push(line),
    }
}

pub(super) fn before_after(situation: &Situation, after: &BoxContents) -> Vec<BeforeAfter> {
    let units = situation.basis.units;
    let spliced = situation.basis.house_rules.spliced_length;
    let pairs = situation.contents.conductors.iter().zip(&after.conductors);
    pairs
        .filter(|(before, after)| before.free_length != after.free_length || before.reach != after.reach)
        .map(|(conductor, changed)| {
            let before = FreeFigures::of(situation.contents, conductor, spliced);
            let after = FreeFigures::of(after, changed, spliced);
            let figure = |extent: crate::facts::Extent| extent.value().map(|length| length.figure(units));
            BeforeAfter {
                conductor: conductor.id,
                label: conductor.label(),
                length_before: figure(before.length),
                length_after: figure(after.length),
                reach_before: figure(before.reach),
                reach_after: figure(after.reach),
                tip_after: match (after.length.value(), after.sheath_end, after.reach.value()) {
                    (Some(length), Some(end), _) => Some(length.nm() - end.nm()),
                    (_, _, reach) => reach.map(Offset::nm),
                },
            }
        })
        .collect()
}
