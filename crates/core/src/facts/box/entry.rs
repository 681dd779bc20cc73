//! Typed text on its way into the facts: the fields of a box that take a length, read with the audit's unit.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::contents::{BoxContents, Opening};
use crate::quantity::{
    Length, Mass, Offset, ParseQuantityError, Rounding, UnitSystem, Voltage, Volume, parse_length, parse_mass,
    parse_offset, parse_voltage, parse_volume,
};

/// What a person typed into a field that takes a length.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TypedEntry {
    /// JSON pointer to the field within the contents of the box, "/conductors/0/free_length".
    pub pointer: String,
    /// The text as typed; empty to clear the field.
    pub text: String,
}

/// What became of a typed text.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct EntryEcho {
    /// The field.
    pub pointer: String,
    /// What was understood, in the audit's unit; absent when the field was cleared or the text was not understood.
    pub read: Option<String>,
    /// Why the text was not understood; the field then keeps its former value.
    pub error: Option<String>,
}

/// A length of the box as it is shown in its field.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct LengthText {
    /// JSON pointer to the field within the contents of the box.
    pub pointer: String,
    /// Without its unit.
    pub text: String,
}

/// A length to read from what was typed, or to print as it is kept.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LengthWish {
    /// The unit to read and print.
    pub units: UnitSystem,
    /// What was typed, or the length as it is kept.
    pub length: TextOrLength,
}

/// What was typed, or a length.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum TextOrLength {
    /// As typed.
    Text(String),
    /// As kept; a reach may be less than nothing.
    Nm(Offset),
}

/// A length as it is kept and as its field shows it, or why what was typed is none.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct LengthEcho {
    /// Nanometres.
    pub nm: Option<Offset>,
    /// Without its unit.
    pub text: String,
    /// As one says it of a way or a height, "11 ft 6 in", with its unit.
    pub run: String,
    /// Why the text was not understood.
    pub error: Option<String>,
}

impl LengthWish {
    /// Reads or prints.
    pub fn answer(&self) -> LengthEcho {
        let read = match &self.length {
            TextOrLength::Text(text) => parse_length(text, self.units).map(Offset::from),
            TextOrLength::Nm(offset) => Ok(*offset),
        };
        match read {
            Ok(length) => LengthEcho {
                nm: Some(length),
                text: length.print_bare(self.units, Rounding::Nearest),
                run: length.past().map_or_else(|| length.say(self.units), |way| way.say_run(self.units)),
                error: None,
            },
            Err(error) => {
                LengthEcho { nm: None, text: String::new(), run: String::new(), error: Some(error.to_string()) }
            }
        }
    }
}

/// A field that takes a typed figure.
enum Field<'a> {
    Length(&'a mut Option<Length>),
    Offset(&'a mut Option<Offset>),
    Volume(&'a mut Option<Volume>),
    Mass(&'a mut Option<Mass>),
    Voltage(&'a mut Option<Voltage>),
}

impl Field<'_> {
    fn clear(&mut self) {
        match self {
            Self::Length(field) => **field = None,
            Self::Offset(field) => **field = None,
            Self::Volume(field) => **field = None,
            Self::Mass(field) => **field = None,
            Self::Voltage(field) => **field = None,
        }
    }

    /// Reads `text` into the field and says what was understood.
    fn read(&mut self, text: &str, units: UnitSystem) -> Result<String, ParseQuantityError> {
        Ok(match self {
            Self::Length(field) => {
                let length = parse_length(text, units)?;
                **field = Some(length);
                length.say(units)
            }
            Self::Offset(field) => {
                let offset = parse_offset(text, units)?;
                **field = Some(offset);
                offset.say(units)
            }
            Self::Volume(field) => {
                let volume = parse_volume(text, units)?;
                **field = Some(volume);
                volume.print(units)
            }
            Self::Mass(field) => {
                let mass = parse_mass(text, units)?;
                **field = Some(mass);
                mass.print(units)
            }
            Self::Voltage(field) => {
                let voltage = parse_voltage(text)?;
                **field = Some(voltage);
                voltage.print()
            }
        })
    }

    /// As the field shows it, without its unit.
    fn shown(&self, units: UnitSystem) -> Option<String> {
        let bare = |text: String| text.rsplit_once(' ').map_or(text.clone(), |(figure, _)| figure.to_owned());
        match self {
            Self::Length(field) => field.map(|length| length.print_bare(units, Rounding::Nearest)),
            Self::Offset(field) => field.map(|offset| offset.print_bare(units, Rounding::Nearest)),
            Self::Volume(field) => field.map(|volume| bare(volume.print(units))),
            Self::Mass(field) => field.map(|mass| bare(mass.print(units))),
            Self::Voltage(field) => field.map(Voltage::print_bare),
        }
    }
}

/// Calls `visit` with the pointer of every field that takes a figure, and the field.
fn visit_fields(contents: &mut BoxContents, mut visit: impl FnMut(&str, Field)) {
    visit("/depth", Field::Length(&mut contents.depth));
    visit("/marked_volume", Field::Volume(&mut contents.marked_volume));
    visit("/bare_copper", Field::Length(&mut contents.bare_copper));
    visit("/stand/set_back", Field::Length(&mut contents.stand.set_back));
    visit("/stand/proud", Field::Length(&mut contents.stand.proud));
    visit("/stand/gap", Field::Length(&mut contents.stand.gap));
    visit("/stand/finish_to_come", Field::Length(&mut contents.stand.finish_to_come));
    visit("/stand/height", Field::Length(&mut contents.stand.height));
    visit("/stand/to_water", Field::Length(&mut contents.stand.to_water));
    let opening = contents.opening.get_or_insert(Opening { width: None, height: None });
    visit("/opening/width", Field::Length(&mut opening.width));
    visit("/opening/height", Field::Length(&mut opening.height));
    if opening.width.is_none() && opening.height.is_none() {
        contents.opening = None;
    }
    if let Some(hung) = &mut contents.hung {
        visit("/hung/mass", Field::Mass(&mut hung.mass));
        visit("/hung/box_marked_mass", Field::Mass(&mut hung.box_marked_mass));
        visit("/hung/to_insulation", Field::Length(&mut hung.to_insulation));
        visit("/hung/to_wood", Field::Length(&mut hung.to_wood));
        visit("/hung/blade_height", Field::Length(&mut hung.blade_height));
        visit("/hung/blade_to_wall", Field::Length(&mut hung.blade_to_wall));
        visit("/hung/rod", Field::Length(&mut hung.rod));
    }
    for (index, added) in contents.added.iter_mut().enumerate() {
        visit(&format!("/added/{index}/marked_volume"), Field::Volume(&mut added.marked_volume));
    }
    for (index, device) in contents.devices.iter_mut().enumerate() {
        visit(&format!("/devices/{index}/behind"), Field::Length(&mut device.behind));
    }
    for (index, reading) in contents.readings.iter_mut().enumerate() {
        visit(&format!("/readings/{index}/volts"), Field::Voltage(&mut reading.volts));
    }
    for (index, cable) in contents.cables.iter_mut().enumerate() {
        visit(&format!("/cables/{index}/sheath_end"), Field::Length(&mut cable.sheath_end));
        visit(&format!("/cables/{index}/sheath_inside"), Field::Length(&mut cable.sheath_inside));
        visit(&format!("/cables/{index}/slack"), Field::Length(&mut cable.slack));
        visit(&format!("/cables/{index}/first_support"), Field::Length(&mut cable.first_support));
    }
    for (index, conductor) in contents.conductors.iter_mut().enumerate() {
        visit(&format!("/conductors/{index}/free_length"), Field::Length(&mut conductor.free_length));
        visit(&format!("/conductors/{index}/reach"), Field::Offset(&mut conductor.reach));
        visit(&format!("/conductors/{index}/damage_at"), Field::Length(&mut conductor.damage_at));
        if let Some(joint) = &mut conductor.joint {
            visit(&format!("/conductors/{index}/joint/from_sheath"), Field::Length(&mut joint.from_sheath));
        }
    }
}

/// Puts typed texts into their fields. A text that cannot be read leaves its field as it was and says why; so does a
/// pointer to no field.
pub fn apply_entries(contents: &mut BoxContents, entries: &[TypedEntry], units: UnitSystem) -> Vec<EntryEcho> {
    let mut echoes: Vec<Option<EntryEcho>> = vec![None; entries.len()];
    if entries.is_empty() {
        return Vec::new();
    }
    visit_fields(contents, |pointer, mut field| {
        for (entry, echo) in entries.iter().zip(&mut echoes) {
            if entry.pointer != pointer {
                continue;
            }
            let (read, error) = if entry.text.trim().is_empty() {
                field.clear();
                (None, None)
            } else {
                match field.read(&entry.text, units) {
                    Ok(read) => (Some(read), None),
                    Err(error) => (None, Some(error.to_string())),
                }
            };
            *echo = Some(EntryEcho { pointer: pointer.to_owned(), read, error });
        }
    });
    entries
        .iter()
        .zip(echoes)
        .map(|(entry, echo)| {
            echo.unwrap_or_else(|| EntryEcho {
                pointer: entry.pointer.clone(),
                read: None,
                error: Some(format!("`{}` is no field of this box that takes a figure", entry.pointer)),
            })
        })
        .collect()
}

/// Every figure of the box that is known, as its field shows it.
pub fn length_texts(contents: &BoxContents, units: UnitSystem) -> Vec<LengthText> {
    let mut texts = Vec::new();
    visit_fields(&mut contents.clone(), |pointer, field| {
        if let Some(text) = field.shown(units) {
            texts.push(LengthText { pointer: pointer.to_owned(), text });
        }
    });
    texts
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::{box_with, conductor};

    fn entry(pointer: &str, text: &str) -> TypedEntry {
        TypedEntry { pointer: pointer.to_owned(), text: text.to_owned() }
    }

    #[test]
    fn typed_text_lands_in_its_field() {
        let mut contents = box_with(None, vec![conductor(None, None)]);
        let entries = [
            entry("/conductors/0/free_length", "2 3/4"),
            entry("/cables/0/sheath_end", "50mm"),
            entry("/opening/width", "2"),
        ];
        let echoes = apply_entries(&mut contents, &entries, UnitSystem::Inch);
        assert_eq!(echoes[0].read.as_deref(), Some("2 3/4 in"));
        assert_eq!(contents.conductors[0].free_length, Some(Length::sixteenths(44)));
        assert_eq!(contents.cables[0].sheath_end, Some(Length::mm(50)));
        assert_eq!(contents.opening.and_then(|opening| opening.width), Some(Length::inches(2)));
    }

    #[test]
    fn volumes_and_weights_are_typed_as_lengths_are() {
        let mut contents = crate::testing::box_with_device(crate::facts::DeviceKind::Switch);
        contents.hung = Some(crate::facts::Hung::new(crate::facts::HungKind::Fan));
        let entries = [entry("/marked_volume", "20.3"), entry("/hung/mass", "35"), entry("/stand/gap", "1/4")];
        let echoes = apply_entries(&mut contents, &entries, UnitSystem::Inch);
        let read: Vec<_> = echoes.iter().filter_map(|echo| echo.read.as_deref()).collect();
        assert_eq!(read, ["20.3 in³", "35 lb", "1/4 in"]);
        let texts = length_texts(&contents, UnitSystem::Inch);
        assert!(texts.iter().any(|text| text.pointer == "/marked_volume" && text.text == "20.3"));
    }

    #[test]
    fn unreadable_text_leaves_the_field_and_says_why() {
        let mut contents = box_with(None, vec![conductor(Some(44), None)]);
        let echoes = apply_entries(&mut contents, &[entry("/conductors/0/free_length", "2 3/")], UnitSystem::Inch);
        assert_eq!(echoes[0].error.as_deref(), Some("`3/` is not a figure"));
        assert_eq!(contents.conductors[0].free_length, Some(Length::sixteenths(44)));
    }

    #[test]
    fn an_empty_text_clears_and_an_unknown_pointer_is_answered() {
        let mut contents = box_with(Some(Length::inches(2)), vec![conductor(Some(44), None)]);
        let entries = [entry("/cables/0/sheath_end", " "), entry("/conductors/9/reach", "1")];
        let echoes = apply_entries(&mut contents, &entries, UnitSystem::Inch);
        assert_eq!(contents.cables[0].sheath_end, None);
        assert!(echoes[1].error.as_deref().is_some_and(|error| error.contains("/conductors/9/reach")));
    }

    #[test]
    fn a_length_by_itself_is_read_and_printed() {
        let wish = |length| LengthWish { units: UnitSystem::Inch, length }.answer();
        let read = wish(TextOrLength::Text("2 3/4".to_owned()));
        assert_eq!((read.nm, read.text.as_str()), (Some(Length::sixteenths(44).into()), "2 3/4"));
        assert_eq!(wish(TextOrLength::Nm(Length::inches(6).into())).text, "6");
        assert_eq!(wish(TextOrLength::Nm(Length::ZERO - Length::inches(1))).text, "−1");
        assert!(wish(TextOrLength::Text("x".to_owned())).error.is_some());
        // What a field shows of a height is read back as the same height.
        let height = wish(TextOrLength::Nm(Length::inches(138).into()));
        assert_eq!(height.run, "11 ft 6 in");
        assert_eq!(wish(TextOrLength::Text(height.run)).nm, height.nm);
        assert_eq!(wish(TextOrLength::Nm(Length::ZERO - Length::inches(1))).run, "−1 in");
    }

    #[test]
    fn shown_texts_are_read_back_as_the_same_length() {
        let contents = box_with(Some(Length::inches(2)), vec![conductor(Some(44), Some(12))]);
        let texts = length_texts(&contents, UnitSystem::Inch);
        let entries: Vec<_> = texts.iter().map(|t| entry(&t.pointer, &t.text)).collect();
        let mut copy = contents.clone();
        copy.forget("/conductors/*/free_length");
        copy.forget("/conductors/*/reach");
        copy.forget("/cables/*/sheath_end");
        apply_entries(&mut copy, &entries, UnitSystem::Inch);
        assert_eq!(copy, contents);
    }
}
