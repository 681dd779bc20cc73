//! What was typed into a calculator, read.

use serde::de::DeserializeOwned;

use super::CalculateRequest;
use super::field::{Field, FieldKind, value_of};
use crate::facts::{Pointer, Problem};
use crate::quantity::{
    Length, Mass, ParseQuantityError, UnitSystem, Voltage, Volume, parse_length, parse_mass, parse_voltage,
    parse_volume,
};
use crate::standard::Edition;

/// The most lengths that are read from one field, and the longest text of one.
const MOST_LENGTHS: usize = 40;
const LONGEST: usize = 400;

/// What was typed, with the form that it was typed into.
pub(super) struct Entries<'a> {
    pub edition: Edition,
    pub units: UnitSystem,
    request: &'a CalculateRequest,
    fields: Vec<Field>,
}

/// What cannot be read, where.
fn at(field: &str, message: impl ToString) -> Problem {
    Problem::new(&Pointer::root().at("typed").at(field), message.to_string())
}

impl<'a> Entries<'a> {
    pub(super) fn new(request: &'a CalculateRequest, fields: Vec<Field>) -> Self {
        Self { edition: request.edition, units: request.units, request, fields }
    }

    /// What was typed into fields that there are not.
    pub(super) fn unknown(&self) -> Vec<Problem> {
        let known = |code: &str| self.fields.iter().any(|field| field.code == code);
        let codes: Vec<&str> = self.fields.iter().map(|field| field.code).collect();
        let words = |code: &str| format!("there is no field `{code}` here; there are {}", codes.join(", "));
        let typed = self.request.typed.keys().filter(|code| !known(code));
        typed.map(|code| at(code, words(code))).collect()
    }

    /// What cannot be read, field by field.
    pub(super) fn problems(&self) -> Vec<Problem> {
        self.fields.iter().filter_map(|field| self.check(field).err()).collect()
    }

    fn check(&self, field: &Field) -> Result<(), Problem> {
        let text = self.text(field.code);
        if text.chars().count() > LONGEST {
            return Err(at(field.code, format!("this is too long; at most {LONGEST} characters are read")));
        }
        let none_is_meant = matches!(field.kind, FieldKind::Count { least: 0, .. });
        if text.is_empty() && (field.optional || none_is_meant) {
            return Ok(());
        }
        match &field.kind {
            FieldKind::Length => self.read(field.code, parse_length).map(drop),
            FieldKind::Lengths => self.read_lengths(field.code).map(drop),
            FieldKind::Volume => self.read(field.code, parse_volume).map(drop),
            FieldKind::Mass => self.read(field.code, parse_mass).map(drop),
            FieldKind::Volts => self.read(field.code, |text, _| parse_voltage(text)).map(drop),
            FieldKind::Number { unit, most } => match number(text) {
                Some(figure) if figure <= f64::from(*most) => Ok(()),
                _ => Err(at(field.code, format!("give a figure from 0 to {most} {unit}").trim_end())),
            },
            FieldKind::Count { least, most } => match text.parse::<u32>() {
                Ok(count) if (*least..=*most).contains(&count) => Ok(()),
                _ => Err(at(field.code, format!("give a whole number from {least} to {most}"))),
            },
            FieldKind::Choice { choices } if choices.iter().any(|choice| choice.code == text) => Ok(()),
            FieldKind::Choice { choices } => {
                let codes: Vec<&str> = choices.iter().map(|choice| choice.code.as_str()).collect();
                Err(at(field.code, format!("choose one of {}", codes.join(", "))))
            }
        }
    }

    /// What stands in a field: as it was typed, or as the form begins.
    pub(super) fn text(&self, code: &str) -> &str {
        let initial = || self.fields.iter().find(|field| field.code == code).map_or("", |field| &field.initial);
        self.request.typed.get(code).map_or_else(initial, |text| text.trim())
    }

    fn read<T>(
        &self,
        code: &str,
        parse: impl Fn(&str, UnitSystem) -> Result<T, ParseQuantityError>,
    ) -> Result<T, Problem> {
        parse(self.text(code), self.units).map_err(|error| at(code, error))
    }

    fn read_lengths(&self, code: &str) -> Result<Vec<Length>, Problem> {
        let text = self.text(code);
        let each = text.split([',', ';']).map(str::trim).filter(|part| !part.is_empty());
        let lengths: Result<Vec<Length>, _> = each.map(|part| parse_length(part, self.units)).collect();
        let mut lengths = lengths.map_err(|error| at(code, error))?;
        if lengths.len() > MOST_LENGTHS {
            return Err(at(code, format!("{} places; at most {MOST_LENGTHS} are taken", lengths.len())));
        }
        lengths.sort_unstable();
        Ok(lengths)
    }

    /// A field cannot be used as it is.
    pub(super) fn refuse<T>(&self, code: &str, message: impl ToString) -> Result<T, Vec<Problem>> {
        Err(vec![at(code, message)])
    }

    pub(super) fn length(&self, code: &str) -> Result<Length, Vec<Problem>> {
        self.read(code, parse_length).map_err(|problem| vec![problem])
    }

    /// A length that may be left out.
    pub(super) fn length_if(&self, code: &str) -> Result<Option<Length>, Vec<Problem>> {
        self.given(code).then(|| self.length(code)).transpose()
    }

    pub(super) fn lengths(&self, code: &str) -> Result<Vec<Length>, Vec<Problem>> {
        self.read_lengths(code).map_err(|problem| vec![problem])
    }

    pub(super) fn volume_if(&self, code: &str) -> Result<Option<Volume>, Vec<Problem>> {
        self.given(code).then(|| self.read(code, parse_volume).map_err(|problem| vec![problem])).transpose()
    }

    pub(super) fn mass(&self, code: &str) -> Result<Mass, Vec<Problem>> {
        self.read(code, parse_mass).map_err(|problem| vec![problem])
    }

    pub(super) fn mass_if(&self, code: &str) -> Result<Option<Mass>, Vec<Problem>> {
        self.given(code).then(|| self.mass(code)).transpose()
    }

    pub(super) fn volts_if(&self, code: &str) -> Result<Option<Voltage>, Vec<Problem>> {
        let read = || self.read(code, |text, _| parse_voltage(text)).map_err(|problem| vec![problem]);
        self.given(code).then(read).transpose()
    }

    /// A figure, which has been read already.
    pub(super) fn number(&self, code: &str) -> f64 {
        number(self.text(code)).unwrap_or(0.0)
    }

    /// A whole number, which has been read already; nothing typed is none.
    pub(super) fn count(&self, code: &str) -> u32 {
        self.text(code).parse().unwrap_or(0)
    }

    /// What was chosen.
    pub(super) fn chosen<T: DeserializeOwned>(&self, code: &str) -> Result<T, Vec<Problem>> {
        value_of(self.text(code)).ok_or_else(|| vec![at(code, "choose one of those that are offered")])
    }

    pub(super) fn says_yes(&self, code: &str) -> bool {
        self.text(code) == "yes"
    }

    fn given(&self, code: &str) -> bool {
        !self.text(code).is_empty()
    }
}

/// A figure as people write it, with a point or a comma.
fn number(text: &str) -> Option<f64> {
    let is_plain = |c: char| c.is_ascii_digit() || matches!(c, '.' | ',');
    let plain = text.chars().all(is_plain).then(|| text.replace(',', "."));
    plain?.parse().ok().filter(|figure: &f64| figure.is_finite())
}
