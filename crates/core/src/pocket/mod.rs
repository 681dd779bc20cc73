//! The calculators of the trade: each answers one question at the wall, with its working and its source, and needs no audit.
//!
//! A calculator is one file: what it asks for, and what comes of it. It reckons nothing of its own that a rule, a repair or a table
//! already does; it asks those.
//!
//! # Example
//! ```
//! use std::collections::BTreeMap;
//! use nailpunch_core::pocket::{CalculateRequest, calculate};
//! let typed = BTreeMap::from([("value".to_owned(), "12".to_owned())]);
//! let request = CalculateRequest { calculator: "torque".to_owned(), typed, ..CalculateRequest::default() };
//! let worked = calculate(&request).expect("it is a calculator").worked.expect("all of it can be read");
//! assert!(worked.says.contains("1.36 N·m"), "{}", worked.says);
//! ```

mod ampacity;
mod box_fill;
mod entries;
mod field;
mod free_conductor;
mod gauge;
mod ground_size;
mod hanging;
mod length;
mod raceway_bends;
mod raceway_fill;
mod reading;
mod receptacle_spacing;
mod rounds;
mod sample;
mod set_back;
mod support_spacing;
mod torque;
mod voltage_drop;
mod worked;

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::{Pointer, Problem};
use crate::quantity::UnitSystem;
use crate::standard::Edition;
use entries::Entries;
pub use field::{Field, FieldChoice, FieldKind};
pub use worked::{Worked, WorkedLine};

/// One calculator.
struct Calculator {
    /// Its code, in kebab case. Links that people kept hold it: it is never used again for something else.
    code: &'static str,
    title: &'static str,
    /// What it answers, in one sentence.
    about: &'static str,
    /// What it asks for; the figures that it begins with are those of an example.
    fields: fn(UnitSystem) -> Vec<Field>,
    work: fn(&Entries) -> Result<Worked, Vec<Problem>>,
}

/// Every calculator, in the order one offers them: the box, what comes to it, where it goes, the panel, and plain conversions.
static CALCULATORS: [&Calculator; 17] = [
    &box_fill::CALCULATOR,
    &free_conductor::CALCULATOR,
    &set_back::CALCULATOR,
    &hanging::CALCULATOR,
    &reading::CALCULATOR,
    &ampacity::CALCULATOR,
    &ground_size::CALCULATOR,
    &voltage_drop::CALCULATOR,
    &receptacle_spacing::CALCULATOR,
    &support_spacing::CALCULATOR,
    &raceway_fill::CALCULATOR,
    &raceway_bends::CALCULATOR,
    &rounds::CALCULATOR,
    &sample::CALCULATOR,
    &torque::CALCULATOR,
    &gauge::CALCULATOR,
    &length::CALCULATOR,
];

/// The form of a calculator, as a screen draws it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct CalculatorForm {
    /// Its code.
    pub code: &'static str,
    /// What it is about.
    pub title: &'static str,
    /// What it answers, in one sentence.
    pub about: &'static str,
    /// What it asks for, in order.
    pub fields: Vec<Field>,
}

/// Asks for the calculators.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CalculatorsRequest {
    /// The unit of the figures that the forms begin with.
    #[serde(default)]
    pub units: UnitSystem,
}

/// Asks one calculator.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CalculateRequest {
    /// Which, by its code.
    pub calculator: String,
    /// By which edition.
    #[serde(default)]
    pub edition: Edition,
    /// The unit of figures that name none, and of the answer.
    #[serde(default)]
    pub units: UnitSystem,
    /// What was typed, by the code of its field; what is not here is as the form begins.
    #[serde(default)]
    pub typed: BTreeMap<String, String>,
}

/// What one calculator answered.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Calculated {
    /// The answer, once everything typed can be read.
    pub worked: Option<Worked>,
    /// What cannot be read or used, by field.
    pub problems: Vec<Problem>,
}

/// Every calculator's form, in the order one offers them.
pub fn calculators(request: &CalculatorsRequest) -> Vec<CalculatorForm> {
    let form = |known: &&Calculator| CalculatorForm {
        code: known.code,
        title: known.title,
        about: known.about,
        fields: (known.fields)(request.units),
    };
    CALCULATORS.iter().map(form).collect()
}

/// Works out one calculator.
///
/// # Errors
/// There is no such calculator, or it has no such field. What is typed into a field and cannot be read is no error, but part of the
/// answer: the one who types is not done yet.
pub fn calculate(request: &CalculateRequest) -> Result<Calculated, Vec<Problem>> {
    let known = CALCULATORS.iter().find(|known| known.code == request.calculator).ok_or_else(|| {
        let codes: Vec<&str> = CALCULATORS.iter().map(|known| known.code).collect();
        let words = format!("there is no calculator `{}`; there are {}", request.calculator, codes.join(", "));
        vec![Problem::new(&Pointer::root().at("calculator"), words)]
    })?;
    let entries = Entries::new(request, (known.fields)(request.units));
    let unknown = entries.unknown();
    if !unknown.is_empty() {
        return Err(unknown);
    }
    let worked = match entries.problems() {
        problems if problems.is_empty() => (known.work)(&entries),
        problems => Err(problems),
    };
    Ok(match worked {
        Ok(worked) => Calculated { worked: Some(worked.noted(known.title)), problems: Vec::new() },
        Err(problems) => Calculated { worked: None, problems },
    })
}

#[cfg(test)]
mod tests;
