//! The words of the jot line that note a fact: what the box is, what is in it, how it is wired.

use super::devices::{DEVICES, SHAPES};
use super::hung::HUNG;
use super::seen::SEEN;
use super::word::{Meaning, Measure, Word, word};
use crate::facts::{
    BoxBond, BoxContents, BoxKind, Cable, Conductor, ConductorCondition, Construction, Device, DeviceKind, Halves,
    Plate, RangeWires, Seat, SupportFitting, WallFinish,
};
use crate::standard::{Location, Purpose, WiringMethod};

fn first(contents: &mut BoxContents, condition: ConductorCondition) {
    contents.conductors.iter_mut().take(1).for_each(|known| known.condition = Some(condition));
}

fn each(contents: &mut BoxContents, set: impl Fn(&mut Conductor)) {
    contents.conductors.iter_mut().filter(|conductor| !conductor.passes_through).for_each(set);
}

/// Says how the cables of which that was not said yet are run.
fn method(contents: &mut BoxContents, method: WiringMethod) {
    let open = contents.cables.iter_mut().filter(|cable| cable.method == WiringMethod::Unknown);
    open.for_each(|cable| cable.method = method);
}

fn cables(contents: &mut BoxContents, set: impl Fn(&mut Cable)) {
    contents.cables.iter_mut().for_each(set);
}

fn devices(contents: &mut BoxContents, set: impl Fn(&mut Device)) {
    contents.devices.iter_mut().for_each(set);
}

fn ranges(contents: &mut BoxContents, wires: RangeWires) {
    let all = contents.devices.iter_mut();
    all.filter(|device| device.kind == DeviceKind::RangeReceptacle).for_each(|device| device.range_wires = Some(wires));
}

fn fitting(contents: &mut BoxContents, fitting: SupportFitting) {
    if !contents.fittings.support.contains(&fitting) {
        contents.fittings.support.push(fitting);
    }
}

/// Every word, in the order of docs/jot.md.
pub fn vocabulary() -> impl Iterator<Item = &'static Word> + Clone {
    DEVICES.iter().chain(FACTS).chain(SHAPES).chain(HUNG).chain(SEEN)
}

static FACTS: &[Word] = &[
    word(
        &["fl", "free"],
        "from the sheath",
        Meaning::Measure(Measure::Length(|contents, length| each(contents, |c| c.free_length = Some(length)))),
    ),
    word(
        &["out", "reach"],
        "past the opening",
        Meaning::Measure(Measure::Offset(|contents, offset| each(contents, |c| c.reach = Some(offset)))),
    ),
    word(
        &["d", "behind"],
        "sheath ends behind the opening",
        Meaning::Measure(Measure::Length(|contents, length| cables(contents, |c| c.sheath_end = Some(length)))),
    ),
    word(
        &["in", "sheath"],
        "sheath inside",
        Meaning::Measure(Measure::Length(|contents, length| cables(contents, |c| c.sheath_inside = Some(length)))),
    ),
    word(
        &["slack"],
        "slack",
        Meaning::Measure(Measure::Length(|contents, length| cables(contents, |c| c.slack = Some(length)))),
    ),
    word(
        &["staple"],
        "first support",
        Meaning::Measure(Measure::Length(|contents, length| {
            cables(contents, |c| (c.first_support, c.clamped) = (Some(length), c.clamped.or(Some(false))))
        })),
    ),
    word(
        &["sb", "setback"],
        "set back",
        Meaning::Measure(Measure::Length(|contents, length| {
            (contents.stand.set_back, contents.stand.proud) = (Some(length), None)
        })),
    ),
    word(
        &["proud"],
        "proud",
        Meaning::Measure(Measure::Length(|contents, length| {
            (contents.stand.proud, contents.stand.set_back) = (Some(length), None)
        })),
    ),
    word(
        &["gap"],
        "gap round the box",
        Meaning::Measure(Measure::Length(|contents, length| contents.stand.gap = Some(length))),
    ),
    word(
        &["new", "finish"],
        "finish to come",
        Meaning::Measure(Measure::Length(|contents, length| contents.stand.finish_to_come = Some(length))),
    ),
    word(
        &["deep", "depth"],
        "depth",
        Meaning::Measure(Measure::Length(|contents, length| contents.depth = Some(length))),
    ),
    word(
        &["water"],
        "to sink, tub or shower",
        Meaning::Measure(Measure::Far(|contents, length| contents.stand.to_water = Some(length))),
    ),
    word(
        &["high"],
        "above floor or grade",
        Meaning::Measure(Measure::Far(|contents, length| contents.stand.height = Some(length))),
    ),
    word(
        &["bare"],
        "bare copper",
        Meaning::Measure(Measure::Length(|contents, length| contents.bare_copper = Some(length))),
    ),
    word(
        &["vol", "volume"],
        "marked volume",
        Meaning::Measure(Measure::Volume(|contents, volume| contents.marked_volume = Some(volume))),
    ),
    word(
        &["gyp", "drywall"],
        "wall: gypsum board",
        Meaning::Set(|contents| contents.wall_finish = Some(WallFinish::GypsumBoard)),
    ),
    word(
        &["plas", "plaster"],
        "wall: plaster",
        Meaning::Set(|contents| contents.wall_finish = Some(WallFinish::Plaster)),
    ),
    word(&["tile"], "wall: tile", Meaning::Set(|contents| contents.wall_finish = Some(WallFinish::Tile))),
    word(
        &["brick", "concrete"],
        "wall: masonry",
        Meaning::Set(|contents| contents.wall_finish = Some(WallFinish::Masonry)),
    ),
    word(&["wood", "panel"], "wall: wood", Meaning::Set(|contents| contents.wall_finish = Some(WallFinish::Wood))),
    word(
        &["expo", "exposed"],
        "wall: exposed",
        Meaning::Set(|contents| contents.wall_finish = Some(WallFinish::Exposed)),
    ),
    word(&["metal", "steel"], "metal box", Meaning::Set(|contents| contents.construction = Some(Construction::Metal))),
    word(
        &["pvc", "plastic"],
        "plastic box",
        Meaning::Set(|contents| contents.construction = Some(Construction::Nonmetallic)),
    ),
    word(&["devbox"], "device box", Meaning::Set(|contents| contents.kind = BoxKind::Device)),
    word(&["sq", "square"], "square box", Meaning::Set(|contents| contents.kind = BoxKind::Square)),
    word(&["oct", "octagon"], "octagon box", Meaning::Set(|contents| contents.kind = BoxKind::Octagon)),
    word(&["pan", "pancake"], "shallow pan", Meaning::Set(|contents| contents.kind = BoxKind::Pan)),
    word(&["masbox"], "masonry box", Meaning::Set(|contents| contents.kind = BoxKind::Masonry)),
    word(&["jbox", "junction"], "large junction box", Meaning::Set(|contents| contents.kind = BoxKind::Large)),
    word(&["bath"], "place: bathroom", Meaning::Set(|contents| contents.location = Some(Location::Bathroom))),
    word(
        &["counter"],
        "place: kitchen counter",
        Meaning::Set(|contents| contents.location = Some(Location::KitchenCounter)),
    ),
    word(
        &["kitchen"],
        "place: kitchen, not the counter",
        Meaning::Set(|contents| contents.location = Some(Location::Kitchen)),
    ),
    word(
        &["sink"],
        "place: within 6 ft of a sink",
        Meaning::Set(|contents| contents.location = Some(Location::NearSink)),
    ),
    word(&["laundry"], "place: laundry", Meaning::Set(|contents| contents.location = Some(Location::Laundry))),
    word(&["garage"], "place: garage", Meaning::Set(|contents| contents.location = Some(Location::Garage))),
    word(
        &["outdoors", "outside"],
        "place: outdoors",
        Meaning::Set(|contents| contents.location = Some(Location::Outdoors)),
    ),
    word(&["crawl"], "place: crawl space", Meaning::Set(|contents| contents.location = Some(Location::CrawlSpace))),
    word(
        &["ubase"],
        "place: unfinished basement",
        Meaning::Set(|contents| contents.location = Some(Location::UnfinishedBasement)),
    ),
    word(
        &["fbase"],
        "place: finished basement",
        Meaning::Set(|contents| contents.location = Some(Location::FinishedBasement)),
    ),
    word(&["bed", "bedroom"], "place: bedroom", Meaning::Set(|contents| contents.location = Some(Location::Bedroom))),
    word(
        &["hall", "closet"],
        "place: hallway or closet",
        Meaning::Set(|contents| contents.location = Some(Location::Hallway)),
    ),
    word(
        &["tub", "shower"],
        "place: within 6 ft of a tub or shower",
        Meaning::Set(|contents| contents.location = Some(Location::TubOrShower)),
    ),
    word(
        &["wetbar"],
        "place: within 6 ft of a wet-bar sink",
        Meaning::Set(|contents| contents.location = Some(Location::WetBarSink)),
    ),
    word(
        &["utilsink"],
        "place: within 6 ft of a laundry or utility sink",
        Meaning::Set(|contents| contents.location = Some(Location::UtilitySink)),
    ),
    word(
        &["shed"],
        "place: unfinished outbuilding",
        Meaning::Set(|contents| contents.location = Some(Location::Outbuilding)),
    ),
    word(
        &["porch"],
        "place: outdoors under a roof",
        Meaning::Set(|contents| contents.location = Some(Location::OutdoorsCovered)),
    ),
    word(
        &["damp"],
        "place: indoors, damp or wet",
        Meaning::Set(|contents| contents.location = Some(Location::IndoorDamp)),
    ),
    word(
        &["furnace"],
        "place: furnace or utility room",
        Meaning::Set(|contents| contents.location = Some(Location::UtilityRoom)),
    ),
    word(&["living"], "place: living space", Meaning::Set(|contents| contents.location = Some(Location::LivingSpace))),
    word(&["attic"], "place: attic", Meaning::Set(|contents| contents.location = Some(Location::Attic))),
    word(&["dry"], "place: other, dry", Meaning::Set(|contents| contents.location = Some(Location::OtherDry))),
    word(&["upgfci"], "GFCI upstream", Meaning::Set(|contents| contents.supply.gfci = Some(true))),
    word(&["nogfci"], "no GFCI", Meaning::Set(|contents| contents.supply.gfci = Some(false))),
    word(&["afci"], "AFCI-protected", Meaning::Set(|contents| contents.supply.afci = Some(true))),
    word(&["noafci"], "no AFCI", Meaning::Set(|contents| contents.supply.afci = Some(false))),
    word(
        &["alone"],
        "only receptacle of its circuit",
        Meaning::Set(|contents| contents.supply.only_receptacle = Some(true)),
    ),
    word(
        &["tie"],
        "both circuits off together",
        Meaning::Set(|contents| contents.supply.common_disconnect = Some(true)),
    ),
    word(
        &["notie"],
        "circuits not off together",
        Meaning::Set(|contents| contents.supply.common_disconnect = Some(false)),
    ),
    word(
        &["general"],
        "for general use",
        Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::General))),
    ),
    word(
        &["freezer", "washer"],
        "for an appliance in a space of its own",
        Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::DedicatedAppliance))),
    ),
    word(
        &["fridge"],
        "for a refrigerator",
        Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::Refrigerator))),
    ),
    word(
        &["opener"],
        "for a garage-door opener",
        Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::DoorOpener))),
    ),
    word(
        &["sump"],
        "for a sump pump",
        Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::SumpPump))),
    ),
    word(&["alarm"], "for an alarm", Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::Alarm)))),
    word(
        &["dish"],
        "for a dishwasher",
        Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::Dishwasher))),
    ),
    word(
        &["micro"],
        "for a microwave oven",
        Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::Microwave))),
    ),
    word(
        &["cook"],
        "for a range, oven or cooktop",
        Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::Range))),
    ),
    word(&["dryer"], "for a dryer", Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::Dryer)))),
    word(&["car"], "for a vehicle", Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::Vehicle)))),
    word(
        &["lights"],
        "for lighting",
        Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::Lighting))),
    ),
    word(
        &["seen"],
        "for lighting, seen from another switch",
        Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::LightingSeenElsewhere))),
    ),
    word(
        &["otherload"],
        "for a load that is not lighting",
        Meaning::Set(|contents| devices(contents, |d| d.purpose = Some(Purpose::OtherLoad))),
    ),
    word(
        &["ownneutral"],
        "control with a lead for a neutral",
        Meaning::Set(|contents| devices(contents, |d| d.own_neutral = Some(true))),
    ),
    word(
        &["noneutral"],
        "control without a lead for a neutral",
        Meaning::Set(|contents| devices(contents, |d| d.own_neutral = Some(false))),
    ),
    word(
        &["coalr"],
        "marked for aluminium",
        Meaning::Set(|contents| devices(contents, |d| d.for_aluminium = Some(true))),
    ),
    word(
        &["nocoalr"],
        "not marked for aluminium",
        Meaning::Set(|contents| devices(contents, |d| d.for_aluminium = Some(false))),
    ),
    word(
        &["3wire", "threewire"],
        "three-wire, no ground slot",
        Meaning::Set(|contents| ranges(contents, RangeWires::Three)),
    ),
    word(&["4wire", "fourwire"], "four-wire", Meaning::Set(|contents| ranges(contents, RangeWires::Four))),
    word(
        &["onbox"],
        "each ground on its own screw of the metal box",
        Meaning::Set(|contents| {
            let grounds =
                contents.conductors.iter_mut().filter(|conductor| conductor.is_ground() && !conductor.isolated);
            grounds.for_each(|ground| ground.on_box = true);
        }),
    ),
    word(
        &["halfhot"],
        "one half switched",
        Meaning::Set(|contents| devices(contents, |d| (d.split, d.halves) = (true, Some(Halves::OneSwitched)))),
    ),
    word(
        &["2circuits"],
        "halves on two circuits",
        Meaning::Set(|contents| devices(contents, |d| (d.split, d.halves) = (true, Some(Halves::TwoCircuits)))),
    ),
    word(
        &["motor"],
        "breaker of one motor or air conditioner",
        Meaning::Set(|contents| contents.supply.motor = Some(true)),
    ),
    word(
        &["plasticplate"],
        "plate and screws of plastic",
        Meaning::Set(|contents| contents.plate = Some(Plate::Nonmetallic)),
    ),
    word(&["metalplate"], "plate or screws of metal", Meaning::Set(|contents| contents.plate = Some(Plate::Metal))),
    word(&["firewall"], "wall holds back fire", Meaning::Set(|contents| contents.stand.fire_rated = Some(true))),
    word(&["tr"], "tamper-resistant", Meaning::Set(|contents| devices(contents, |d| d.tamper_resistant = Some(true)))),
    word(
        &["notr"],
        "not tamper-resistant",
        Meaning::Set(|contents| devices(contents, |d| d.tamper_resistant = Some(false))),
    ),
    word(
        &["wr"],
        "weather-resistant",
        Meaning::Set(|contents| devices(contents, |d| d.weather_resistant = Some(true))),
    ),
    word(
        &["nowr"],
        "not weather-resistant",
        Meaning::Set(|contents| devices(contents, |d| d.weather_resistant = Some(false))),
    ),
    word(
        &["marked"],
        "marked as without ground",
        Meaning::Set(|contents| devices(contents, |d| d.marked_no_ground = Some(true))),
    ),
    word(
        &["unmarked"],
        "not marked as without ground",
        Meaning::Set(|contents| devices(contents, |d| d.marked_no_ground = Some(false))),
    ),
    word(&["split"], "split receptacle", Meaning::Set(|contents| devices(contents, |d| d.split = true))),
    word(
        &["firm", "flush"],
        "yoke on the box ears",
        Meaning::Set(|contents| devices(contents, |d| d.seat = Some(Seat::BoxEars))),
    ),
    word(
        &["ears"],
        "yoke on the wall",
        Meaning::Set(|contents| devices(contents, |d| d.seat = Some(Seat::PlasterEars))),
    ),
    word(&["float"], "yoke in the air", Meaning::Set(|contents| devices(contents, |d| d.seat = Some(Seat::Floating)))),
    word(
        &["foam"],
        "yoke on something that gives",
        Meaning::Set(|contents| devices(contents, |d| d.seat = Some(Seat::Makeshift))),
    ),
    word(&["bonded", "screw"], "box bonded by a screw", Meaning::Set(|contents| contents.bond = Some(BoxBond::Screw))),
    word(&["clip"], "box bonded by a listed clip", Meaning::Set(|contents| contents.bond = Some(BoxBond::Listed))),
    word(&["nobond"], "box not bonded", Meaning::Set(|contents| contents.bond = Some(BoxBond::Nothing))),
    word(&["nm"], "NM cable", Meaning::Set(|contents| method(contents, WiringMethod::Nonmetallic))),
    word(&["uf"], "underground cable", Meaning::Set(|contents| method(contents, WiringMethod::Underground))),
    word(
        &["ac"],
        "armoured cable with bond strip",
        Meaning::Set(|contents| method(contents, WiringMethod::ArmouredBonded)),
    ),
    word(
        &["oldac"],
        "armoured cable without bond strip",
        Meaning::Set(|contents| method(contents, WiringMethod::ArmouredOld)),
    ),
    word(&["mc"], "metal-clad cable", Meaning::Set(|contents| method(contents, WiringMethod::MetalClad))),
    word(
        &["mcap"],
        "metal-clad cable, armour listed as ground",
        Meaning::Set(|contents| method(contents, WiringMethod::MetalCladListed)),
    ),
    word(&["emt", "thinwall"], "thin-wall conduit", Meaning::Set(|contents| method(contents, WiringMethod::ThinWall))),
    word(
        &["rmc", "imc", "rigid"],
        "rigid metal conduit",
        Meaning::Set(|contents| method(contents, WiringMethod::RigidMetal)),
    ),
    word(
        &["fmc", "flex"],
        "flexible metal conduit",
        Meaning::Set(|contents| method(contents, WiringMethod::FlexibleMetal)),
    ),
    word(
        &["sch40", "sch80"],
        "plastic conduit",
        Meaning::Set(|contents| method(contents, WiringMethod::PlasticConduit)),
    ),
    word(&["se"], "service cable", Meaning::Set(|contents| method(contents, WiringMethod::Service))),
    word(
        &["2wire", "oldnm"],
        "old two-wire cable",
        Meaning::Set(|contents| method(contents, WiringMethod::OldTwoWire)),
    ),
    word(&["kt"], "knob and tube", Meaning::Set(|contents| method(contents, WiringMethod::KnobAndTube))),
    word(&["clamped"], "cables clamped", Meaning::Set(|contents| cables(contents, |c| c.clamped = Some(true)))),
    word(&["noclamp"], "cables not clamped", Meaning::Set(|contents| cables(contents, |c| c.clamped = Some(false)))),
    word(&["fished"], "cables fished", Meaning::Set(|contents| cables(contents, |c| c.fished = true))),
    word(&["clamps"], "clamps inside the box", Meaning::Set(|contents| contents.fittings.internal_clamps = Some(true))),
    word(
        &["noclamps"],
        "no clamps inside the box",
        Meaning::Set(|contents| contents.fittings.internal_clamps = Some(false)),
    ),
    word(&["stud"], "luminaire stud", Meaning::Set(|contents| fitting(contents, SupportFitting::Stud))),
    word(&["hickey"], "hickey", Meaning::Set(|contents| fitting(contents, SupportFitting::Hickey))),
    word(
        &["sound"],
        "conductors sound",
        Meaning::Set(|contents| each(contents, |c| c.condition = Some(ConductorCondition::Sound))),
    ),
    word(&["broken"], "a conductor broken", Meaning::Set(|contents| first(contents, ConductorCondition::Broken))),
    word(&["nick"], "a conductor nicked", Meaning::Set(|contents| first(contents, ConductorCondition::Nicked))),
    word(
        &["remark"],
        "whites used as hot marked",
        Meaning::Set(|contents| each(contents, |c| c.remarked = Some(true))),
    ),
    word(
        &["noremark"],
        "whites used as hot not marked",
        Meaning::Set(|contents| each(contents, |c| c.remarked = Some(false))),
    ),
];
