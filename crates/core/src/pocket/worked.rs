//! What a calculator answers.

use serde::Serialize;
use utoipa::ToSchema;

use crate::facts::LONGEST_NOTE;
use crate::rules::{Finding, Verdict};
use crate::standard::Citation;

/// A figure of the answer.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct WorkedLine {
    /// What it is of.
    pub what: String,
    /// The figure with its unit.
    pub figure: String,
}

/// An answer, with how it was come by.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Worked {
    /// One sentence.
    pub says: String,
    /// Whether a limit holds, or what is missing to say so; absent where there is none.
    pub verdict: Option<Verdict>,
    /// The figures.
    pub lines: Vec<WorkedLine>,
    /// How they were come by, step by step.
    pub working: Vec<String>,
    /// Where the limits and tables stand, and how sure we are of them.
    pub sources: Vec<Citation>,
    /// What to mind, short and specific.
    pub cautions: Vec<&'static str>,
    /// What was asked, the sentence, and as many of the figures as a note has room for: what is left at a box.
    pub note: String,
}

impl Worked {
    pub(super) fn new(says: impl Into<String>) -> Self {
        Self {
            says: says.into(),
            verdict: None,
            lines: Vec::new(),
            working: Vec::new(),
            sources: Vec::new(),
            cautions: Vec::new(),
            note: String::new(),
        }
    }

    /// With the words of a note about it.
    pub(super) fn noted(mut self, title: &str) -> Self {
        self.note = format!("{title}: {}", self.says).chars().take(LONGEST_NOTE).collect();
        let mut figures = Vec::new();
        for WorkedLine { what, figure } in &self.lines {
            let longer = [figures.as_slice(), &[format!("{what}: {figure}")]].concat();
            let text = format!("{title}: {} {}.", self.says, longer.join("; "));
            if text.chars().count() > LONGEST_NOTE {
                break;
            }
            (self.note, figures) = (text, longer);
        }
        self
    }

    /// What a rule found.
    pub(super) fn of(finding: &Finding) -> Self {
        Self { verdict: Some(finding.verdict), ..Self::new(finding.sentence.clone()) }
    }

    pub(super) fn holding(self, holds: bool) -> Self {
        let verdict = if holds { Verdict::Meets } else { Verdict::Violates };
        Self { verdict: Some(verdict), ..self }
    }

    pub(super) fn line(mut self, what: impl Into<String>, figure: impl Into<String>) -> Self {
        self.lines.push(WorkedLine { what: what.into(), figure: figure.into() });
        self
    }

    /// A line where there is a figure.
    pub(super) fn line_if(self, what: &str, figure: Option<String>) -> Self {
        match figure {
            Some(figure) => self.line(what, figure),
            None => self,
        }
    }

    pub(super) fn step(mut self, words: impl Into<String>) -> Self {
        self.working.push(words.into());
        self
    }

    pub(super) fn source(mut self, citation: impl Into<Option<Citation>>) -> Self {
        self.sources.extend(citation.into());
        self
    }

    pub(super) fn caution(mut self, words: &'static str) -> Self {
        self.cautions.push(words);
        self
    }
}

/// A figure with so many decimals at most, without zeros at its end.
pub(super) fn decimals(figure: f64, most: usize) -> String {
    let text = format!("{figure:.most$}");
    match text.contains('.') {
        true => text.trim_end_matches('0').trim_end_matches('.').to_owned(),
        false => text,
    }
}

/// "1 receptacle", "3 receptacles".
pub(super) fn counted(count: usize, one: &str) -> String {
    format!("{count} {one}{}", if count == 1 { "" } else { "s" })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_note_says_what_was_asked_the_sentence_and_the_figures() {
        let worked = Worked::new("Over by 4 in³: 18 in³ in a box of 14 in³.");
        let told = worked.line("needed", "18 in³").line("there is", "14 in³").noted("Box fill");
        let words = "Box fill: Over by 4 in³: 18 in³ in a box of 14 in³. needed: 18 in³; there is: 14 in³.";
        assert_eq!(told.note, words);
    }

    #[test]
    fn whole_figures_are_left_out_where_a_note_has_no_room() {
        let figure = "x".repeat(60);
        let long = (0..20).fold(Worked::new("Over."), |worked, line| worked.line(format!("line {line}"), &figure));
        let note = long.noted("Box fill").note;
        assert!(note.chars().count() <= LONGEST_NOTE && note.ends_with(&format!("{figure}.")), "{note}");
    }
}
