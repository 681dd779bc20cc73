//! The words of the jot line for what hangs from a box, and what the box is made to carry.

use super::word::{Meaning, Measure, Word, word};
use crate::facts::{BoxContents, CanopySeal, CanopySurface, Carries, FanControl, Hung, HungKind, LampKind, PlaceMark};

fn hung(contents: &mut BoxContents, kind: HungKind) {
    contents.hung = Some(Hung::new(kind));
}

/// In the order of docs/jot.md.
pub(super) static HUNG: &[Word] = &[
    word(&["fan"], "paddle fan", Meaning::Set(|contents| hung(contents, HungKind::Fan))),
    word(
        &["lum", "luminaire"],
        "ceiling luminaire",
        Meaning::Set(|contents| hung(contents, HungKind::CeilingLuminaire)),
    ),
    word(&["sconce"], "wall luminaire", Meaning::Set(|contents| hung(contents, HungKind::WallLuminaire))),
    word(
        &["can", "recessed"],
        "recessed luminaire",
        Meaning::Set(|contents| hung(contents, HungKind::RecessedLuminaire)),
    ),
    word(&["holder"], "lampholder", Meaning::Set(|contents| hung(contents, HungKind::Lampholder))),
    word(&["lb", "kg"], "weight", Meaning::Measure(Measure::HungMass(|hung, mass| hung.mass = Some(mass)))),
    word(
        &["blades"],
        "blades above the floor",
        Meaning::Measure(Measure::HungLength(|hung, length| hung.blade_height = Some(length))),
    ),
    word(
        &["tips"],
        "blades from the wall",
        Meaning::Measure(Measure::HungLength(|hung, length| hung.blade_to_wall = Some(length))),
    ),
    word(&["rod"], "rod", Meaning::Measure(Measure::HungLength(|hung, length| hung.rod = Some(length)))),
    word(
        &["insul"],
        "to insulation",
        Meaning::Measure(Measure::HungLength(|hung, length| hung.to_insulation = Some(length))),
    ),
    word(&["towood"], "to wood", Meaning::Measure(Measure::HungLength(|hung, length| hung.to_wood = Some(length)))),
    word(
        &["bolts"],
        "bolts",
        Meaning::Measure(Measure::HungCount(
            |hung, count| hung.bolts = Some(u8::try_from(count).unwrap_or(u8::MAX)),
            "",
        )),
    ),
    word(&["lamp"], "lamp", Meaning::Measure(Measure::HungCount(|hung, watts| hung.lamp_watts = Some(watts), " W"))),
    word(
        &["most"],
        "marked for a lamp of",
        Meaning::Measure(Measure::HungCount(|hung, watts| hung.lamp_most = Some(watts), " W")),
    ),
    word(
        &["supply"],
        "asks for supply conductors of",
        Meaning::Measure(Measure::HungCount(|hung, celsius| hung.supply_celsius = Some(celsius), " °C")),
    ),
    word(&["fanbox"], "box marked for fans", Meaning::OfHung(|hung| hung.box_carries = Some(Carries::Fan))),
    word(&["lumbox"], "box made for luminaires", Meaning::OfHung(|hung| hung.box_carries = Some(Carries::Luminaire))),
    word(&["plainbox"], "box not marked", Meaning::OfHung(|hung| hung.box_carries = Some(Carries::Nothing))),
    word(&["joist"], "hangs from the structure", Meaning::OfHung(|hung| hung.from_structure = Some(true))),
    word(&["nojoist"], "does not hang from the structure", Meaning::OfHung(|hung| hung.from_structure = Some(false))),
    word(&["2screws"], "two screws of No. 6", Meaning::OfHung(|hung| hung.two_screws = Some(true))),
    word(&["dryonly"], "marked for dry places, or not", Meaning::OfHung(|hung| hung.marked_for = Some(PlaceMark::Dry))),
    word(&["dampok"], "marked for damp places", Meaning::OfHung(|hung| hung.marked_for = Some(PlaceMark::Damp))),
    word(&["wetok"], "marked for wet places", Meaning::OfHung(|hung| hung.marked_for = Some(PlaceMark::Wet))),
    word(&["brass"], "metal that can be touched", Meaning::OfHung(|hung| hung.metal = Some(true))),
    word(&["nometal"], "no metal that can be touched", Meaning::OfHung(|hung| hung.metal = Some(false))),
    word(&["flatwall"], "canopy on a flat surface", Meaning::OfHung(|hung| hung.surface = Some(CanopySurface::Flat))),
    word(&["siding"], "canopy on lapped siding", Meaning::OfHung(|hung| hung.surface = Some(CanopySurface::Siding))),
    word(&["rough"], "canopy on rough masonry", Meaning::OfHung(|hung| hung.surface = Some(CanopySurface::Rough))),
    word(&["block"], "on a mounting block", Meaning::OfHung(|hung| hung.block = Some(true))),
    word(&["noblock"], "no mounting block", Meaning::OfHung(|hung| hung.block = Some(false))),
    word(&["gasket"], "gasket under the canopy", Meaning::OfHung(|hung| hung.gasket = Some(true))),
    word(&["nogasket"], "no gasket under the canopy", Meaning::OfHung(|hung| hung.gasket = Some(false))),
    word(&["noseal"], "canopy not sealed", Meaning::OfHung(|hung| hung.seal = Some(CanopySeal::None))),
    word(&["topseal"], "canopy sealed, open below", Meaning::OfHung(|hung| hung.seal = Some(CanopySeal::TopAndSides))),
    word(&["allseal"], "canopy sealed all round", Meaning::OfHung(|hung| hung.seal = Some(CanopySeal::AllRound))),
    word(&["shell"], "lamp with a screw shell", Meaning::OfHung(|hung| hung.lamp_kind = Some(LampKind::Screw))),
    word(&["tubes"], "tubes or pins", Meaning::OfHung(|hung| hung.lamp_kind = Some(LampKind::Pins))),
    word(&["builtin"], "light source built in", Meaning::OfHung(|hung| hung.lamp_kind = Some(LampKind::BuiltIn))),
    word(&["contact"], "marked for insulation contact", Meaning::OfHung(|hung| hung.insulation_contact = Some(true))),
    word(
        &["nocontact"],
        "not marked for insulation contact",
        Meaning::OfHung(|hung| hung.insulation_contact = Some(false)),
    ),
    word(&["cast"], "cast body", Meaning::OfHung(|hung| hung.cast = Some(true))),
    word(&["nocast"], "body not cast", Meaning::OfHung(|hung| hung.cast = Some(false))),
    word(
        &["fanswitch"],
        "fan on a switch or its chain",
        Meaning::OfHung(|hung| hung.control = Some(FanControl::Switch)),
    ),
    word(
        &["fancontrol"],
        "fan on a control made for fans",
        Meaning::OfHung(|hung| hung.control = Some(FanControl::MadeForFans)),
    ),
    word(&["fandim"], "fan on a dimmer", Meaning::OfHung(|hung| hung.control = Some(FanControl::Dimmer))),
    word(&["spare"], "spare switched conductor in the box", Meaning::OfHung(|hung| hung.spare_leg = Some(true))),
];
