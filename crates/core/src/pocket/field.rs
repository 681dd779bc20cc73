//! What a calculator asks for.

use serde::Serialize;
use serde::de::DeserializeOwned;
use utoipa::ToSchema;

use crate::quantity::Gauge;
use crate::standard::Material;

/// How a field is typed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
#[serde(tag = "kind", rename_all = "kebab-case")]
pub enum FieldKind {
    /// A length.
    Length,
    /// Lengths, parted by commas or semicolons.
    Lengths,
    /// A volume.
    Volume,
    /// A weight.
    Mass,
    /// A voltage.
    Volts,
    /// A figure in a unit of its own.
    Number {
        /// Its unit.
        unit: &'static str,
        /// The most that is read.
        most: u32,
    },
    /// A whole number.
    Count {
        /// The least.
        least: u32,
        /// The most.
        most: u32,
    },
    /// One of several.
    Choice {
        /// Which.
        choices: Vec<FieldChoice>,
    },
}

/// One of several.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct FieldChoice {
    /// As it is typed.
    pub code: String,
    /// As it is read.
    pub name: String,
}

impl FieldChoice {
    /// By its code.
    pub(super) fn new(code: impl Into<String>, name: impl Into<String>) -> Self {
        Self { code: code.into(), name: name.into() }
    }

    /// All of them, each by the code that records have for it.
    pub(super) fn of<T: Serialize + Copy>(
        all: impl IntoIterator<Item = T>,
        name: impl Fn(T) -> String,
    ) -> impl Iterator<Item = Self> {
        all.into_iter().map(move |value| Self::new(code_of(&value), name(value)))
    }
}

/// One thing that a calculator asks for.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Field {
    /// Its code.
    pub code: &'static str,
    /// What is asked.
    pub label: &'static str,
    /// What helps to answer it; empty where nothing has to.
    pub hint: &'static str,
    /// It may be left empty.
    pub optional: bool,
    /// What it begins with.
    pub initial: String,
    /// How it is typed.
    #[serde(flatten)]
    pub kind: FieldKind,
}

impl Field {
    fn new(code: &'static str, label: &'static str, initial: impl Into<String>, kind: FieldKind) -> Self {
        Self { code, label, hint: "", optional: false, initial: initial.into(), kind }
    }

    pub(super) fn length(code: &'static str, label: &'static str, initial: &str) -> Self {
        Self::new(code, label, initial, FieldKind::Length)
    }

    pub(super) fn lengths(code: &'static str, label: &'static str, initial: &str) -> Self {
        Self::new(code, label, initial, FieldKind::Lengths).optional()
    }

    pub(super) fn volume(code: &'static str, label: &'static str, initial: &str) -> Self {
        Self::new(code, label, initial, FieldKind::Volume)
    }

    pub(super) fn mass(code: &'static str, label: &'static str, initial: &str) -> Self {
        Self::new(code, label, initial, FieldKind::Mass)
    }

    pub(super) fn volts(code: &'static str, label: &'static str, initial: &str) -> Self {
        Self::new(code, label, initial, FieldKind::Volts)
    }

    pub(super) fn number(
        code: &'static str,
        label: &'static str,
        initial: &str,
        unit: &'static str,
        most: u32,
    ) -> Self {
        Self::new(code, label, initial, FieldKind::Number { unit, most })
    }

    pub(super) fn count(code: &'static str, label: &'static str, initial: u32, least: u32, most: u32) -> Self {
        Self::new(code, label, initial.to_string(), FieldKind::Count { least, most })
    }

    /// One of `choices`; begins with the first.
    pub(super) fn choice(code: &'static str, label: &'static str, choices: Vec<FieldChoice>) -> Self {
        let initial = choices.first().map_or_else(String::new, |first| first.code.clone());
        Self::new(code, label, initial, FieldKind::Choice { choices })
    }

    /// One of `all`, each by the code that records have for it.
    pub(super) fn one_of<T: Serialize + Copy>(
        code: &'static str,
        label: &'static str,
        all: impl IntoIterator<Item = T>,
        name: impl Fn(T) -> String,
    ) -> Self {
        Self::choice(code, label, FieldChoice::of(all, name).collect())
    }

    pub(super) fn yes_or_no(code: &'static str, label: &'static str) -> Self {
        Self::choice(code, label, vec![FieldChoice::new("no", "no"), FieldChoice::new("yes", "yes")])
    }

    /// Copper, aluminium or copper-clad aluminium.
    pub(super) fn material(code: &'static str, label: &'static str) -> Self {
        let name = |material: Material| match material.other_than_copper() {
            "" => "copper".to_owned(),
            other => other.to_owned(),
        };
        Self::one_of(code, label, [Material::Copper, Material::Aluminium, Material::CopperClad], name)
    }

    /// A size between two, both included; begins with `initial`.
    pub(super) fn gauge(
        code: &'static str,
        label: &'static str,
        sizes: std::ops::RangeInclusive<Gauge>,
        initial: Gauge,
    ) -> Self {
        let sizes = Gauge::ALL.into_iter().filter(|size| sizes.contains(size));
        Self::one_of(code, label, sizes, |size| size.to_string()).beginning(initial.size())
    }

    pub(super) fn beginning(self, initial: &str) -> Self {
        Self { initial: initial.to_owned(), ..self }
    }

    pub(super) fn hint(self, hint: &'static str) -> Self {
        Self { hint, ..self }
    }

    pub(super) fn optional(self) -> Self {
        Self { optional: true, ..self }
    }
}

/// The code that a record has for a value that is one of several.
fn code_of(value: &impl Serialize) -> String {
    match serde_json::to_value(value) {
        Ok(serde_json::Value::String(code)) => code,
        other => unreachable!("what is chosen has a code, and not {other:?}"),
    }
}

/// The value of a code; nothing where it is none.
pub(super) fn value_of<T: DeserializeOwned>(code: &str) -> Option<T> {
    serde_json::from_value(serde_json::Value::String(code.to_owned())).ok()
}
