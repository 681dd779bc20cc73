//! Small scenes for the tests of this crate.

use crate::quantity::{Gauge, Length};
use crate::survey::{
    BoxContents, BoxKind, Cable, CableEntry, Colour, Conductor, ConductorEnd, Material, Role, Strands,
};

/// A black 12 AWG conductor in cable 1 with the given free length and reach, in sixteenths of an inch.
pub fn conductor(free_length: Option<u32>, reach: Option<u32>) -> Conductor {
    Conductor {
        id: 1,
        cable: Some(1),
        gauge: Gauge::Awg12,
        material: Material::Copper,
        strands: Strands::Solid,
        colour: Colour::Black,
        role: Role::Ungrounded,
        free_length: free_length.map(Length::sixteenths),
        reach: reach.map(Length::sixteenths),
        end: ConductorEnd::Straight,
        passes_through: false,
        joined: None,
        joint: None,
    }
}

/// A device box with one cable whose sheath ends `sheath_end` behind the opening; conductors are numbered from 1.
pub fn box_with(sheath_end: Option<Length>, conductors: Vec<Conductor>) -> BoxContents {
    let cable = Cable {
        id: 1,
        label: String::new(),
        entry: CableEntry::Back,
        sheath_end,
        sheath_inside: None,
        slack: None,
        fixed_close: false,
    };
    let mut contents = BoxContents { kind: BoxKind::Device, cables: vec![cable], conductors, ..BoxContents::default() };
    for (index, conductor) in contents.conductors.iter_mut().enumerate() {
        conductor.id = u16::try_from(index + 1).expect("few conductors");
    }
    contents
}
