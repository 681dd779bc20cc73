//! A sound box: everything in it was measured and looked at, and meets every rule. What is planted in one is then the only thing wrong.

use fastrand::Rng;

use crate::facts::{
    BoxBond, BoxContents, BoxHold, BoxKind, Cable, CableEntry, CableGoes, Colour, Conductor, ConductorCondition,
    Construction, Device, DeviceKind, Landing, Observation, ObservationGroup, Plate, Role, Seat, Splice, SpliceKind,
    Stand, Supply, Terminal, WallFinish,
};
use crate::quantity::{Gauge, Length, Volume};
use crate::standard::{Location, WiringMethod};

/// What a sound box is made for.
#[derive(Debug, Clone, Copy)]
pub(super) struct Order {
    /// Where it stands.
    pub location: Location,
    /// What sits in it.
    pub kind: DeviceKind,
    /// The feed goes on from it.
    pub through: bool,
    /// What it is made of.
    pub construction: Construction,
    /// Its breaker, in amperes: 15 or 20.
    pub amperes: u16,
    /// A GFCI protects it from the panel on.
    pub gfci: bool,
}

impl Order {
    /// The conductors of its circuit.
    pub(super) const fn gauge(self) -> Gauge {
        if self.amperes > 15 { Gauge::Awg12 } else { Gauge::Awg14 }
    }
}

/// A sound box; what may differ from one sound box to the next does.
pub(super) fn sound_box(order: Order, draw: &mut Rng) -> BoxContents {
    let Order { location, kind, through, construction, amperes, gfci } = order;
    let metal = construction == Construction::Metal;
    let mut contents = BoxContents {
        kind: BoxKind::Device,
        construction: Some(construction),
        wall_finish: Some(if draw.bool() { WallFinish::GypsumBoard } else { WallFinish::Plaster }),
        gangs: Some(1),
        depth: Some(Length::sixteenths(if through { 56 } else { 48 })),
        marked_volume: Some(Volume::centi_cubic_inches(if through { 2_400 } else { 2_000 })),
        location: Some(location),
        supply: Supply { amperes: Some(amperes), gfci: Some(gfci), afci: Some(true), ..Supply::default() },
        stand: Stand {
            set_back: Some(Length::sixteenths(draw.u32(0..=1))),
            gap: Some(Length::ZERO),
            held_by: Some(if draw.bool() { BoxHold::Nails } else { BoxHold::StudScrews }),
            height: Some(Length::inches(if location == Location::KitchenCounter { 44 } else { draw.u32(14..=18) })),
            ..Stand::default()
        },
        bond: metal.then_some(BoxBond::Screw),
        plate: Some(Plate::Nonmetallic),
        bare_copper: Some(Length::sixteenths(draw.u32(0..=1))),
        ..BoxContents::default()
    };
    contents.fittings.internal_clamps = Some(metal);
    contents.devices = vec![Device {
        amperes: Some(if kind.is_switch_only() { 15 } else { amperes }),
        seat: Some(Seat::BoxEars),
        behind: Some(kind.usual_depth()),
        tamper_resistant: Some(true),
        weather_resistant: (location == Location::Outdoors).then_some(true),
        ..Device::new(1, kind)
    }];
    let cables = if through || kind.is_switch_only() { 2 } else { 1 };
    for id in 1..=cables {
        contents.cables.push(cable(id, kind, draw));
        conductors(&mut contents, id, order, draw);
    }
    landings(&mut contents, kind, order.gauge(), metal, draw);
    let looked = Observation::ALL.iter().filter(|what| is_looked_for(**what, location));
    for what in looked {
        contents.observe(*what, false);
    }
    contents
}

/// What one looks for at such a box: nothing of what hangs, of raised covers and split tabs, and of the wet only where it is wet.
fn is_looked_for(what: Observation, location: Location) -> bool {
    match what {
        Observation::OneCoverScrew | Observation::TabWrong => false,
        Observation::NoInUseCover | Observation::NotWeatherproof | Observation::WaterTrapped => {
            location == Location::Outdoors
        }
        _ => what.group() != ObservationGroup::Hung,
    }
}

fn cable(id: u16, kind: DeviceKind, draw: &mut Rng) -> Cable {
    let goes = match (id, kind.is_switch_only()) {
        (1, _) => CableGoes::Feed,
        (_, true) => CableGoes::Switched,
        (_, false) => CableGoes::Onward,
    };
    Cable {
        label: if id == 1 { "from the panel's side" } else { "going on" }.to_owned(),
        method: WiringMethod::Nonmetallic,
        goes: Some(goes),
        entry: CableEntry::Back,
        sheath_end: Some(Length::sixteenths(draw.u32(32..=36))),
        sheath_inside: Some(Length::sixteenths(draw.u32(6..=10))),
        clamped: Some(true),
        first_support: Some(Length::inches(draw.u32(5..=8))),
        ..Cable::new(id)
    }
}

fn conductors(contents: &mut BoxContents, cable: u16, order: Order, draw: &mut Rng) {
    let hot = if cable > 1 && order.kind.is_switch_only() { Role::SwitchedLeg } else { Role::Ungrounded };
    let wires = [(Colour::Black, hot), (Colour::White, Role::Grounded), (Colour::Bare, Role::EquipmentGrounding)];
    for (colour, role) in wires {
        let id = contents.free_conductor();
        contents.conductors.push(Conductor {
            // 6 1/2 to 8 in of free conductor: enough for length and reach from a sheath that deep.
            free_length: Some(Length::sixteenths(draw.u32(104..=128))),
            condition: Some(ConductorCondition::Sound),
            // Feed and switched leg are both black: the switched one is marked.
            remarked: (role == Role::SwitchedLeg).then_some(true),
            ..Conductor::new(id, Some(cable), order.gauge(), colour, role)
        });
    }
}

/// Lands every conductor where it belongs; what does not land is joined.
fn landings(contents: &mut BoxContents, kind: DeviceKind, gauge: Gauge, metal: bool, draw: &mut Rng) {
    let on = |role: Role, cable: u16| {
        contents.conductors.iter().find(|c| c.role == role && c.cable == Some(cable)).map(|c| c.id)
    };
    let mut wanted = match kind {
        DeviceKind::Switch => {
            vec![(Terminal::SwitchLine, on(Role::Ungrounded, 1)), (Terminal::SwitchLoad, on(Role::SwitchedLeg, 2))]
        }
        DeviceKind::GfciReceptacle => vec![
            (Terminal::LineBrass, on(Role::Ungrounded, 1)),
            (Terminal::LineSilver, on(Role::Grounded, 1)),
            (Terminal::LoadBrass, on(Role::Ungrounded, 2)),
            (Terminal::LoadSilver, on(Role::Grounded, 2)),
        ],
        _ => vec![
            (Terminal::BrassUpper, on(Role::Ungrounded, 1)),
            (Terminal::SilverUpper, on(Role::Grounded, 1)),
            (Terminal::BrassLower, on(Role::Ungrounded, 2)),
            (Terminal::SilverLower, on(Role::Grounded, 2)),
        ],
    };
    let grounds: Vec<u16> = contents.conductors.iter().filter(|c| c.is_ground()).map(|c| c.id).collect();
    if grounds.len() > 1 || metal {
        // All grounds in one splice, with a pigtail to the device and, where the box is metal, one to its screw.
        let pigtail = pigtail(contents, Role::EquipmentGrounding, Colour::Bare, gauge, draw);
        wanted.push((Terminal::Green, Some(pigtail)));
        let mut all = grounds;
        all.push(pigtail);
        if metal {
            let bond = self::pigtail(contents, Role::EquipmentGrounding, Colour::Bare, gauge, draw);
            if let Some(bond) = contents.conductors.iter_mut().find(|c| c.id == bond) {
                bond.on_box = true;
            }
            all.push(bond);
        }
        join(contents, "A", &all);
    } else {
        wanted.push((Terminal::Green, grounds.first().copied()));
    }
    if kind.is_switch_only() {
        let neutrals: Vec<u16> =
            contents.conductors.iter().filter(|c| c.role == Role::Grounded).map(|c| c.id).collect();
        join(contents, "B", &neutrals);
    }
    let landed = wanted.into_iter().filter_map(|(terminal, conductor)| Some((terminal, conductor?)));
    contents.landings = landed.map(|(terminal, conductor)| Landing { device: 1, terminal, conductor }).collect();
}

fn pigtail(contents: &mut BoxContents, role: Role, colour: Colour, gauge: Gauge, draw: &mut Rng) -> u16 {
    let id = contents.free_conductor();
    contents.conductors.push(Conductor {
        pigtail: true,
        free_length: Some(Length::sixteenths(draw.u32(100..=112))),
        condition: Some(ConductorCondition::Sound),
        ..Conductor::new(id, None, gauge, colour, role)
    });
    id
}

fn join(contents: &mut BoxContents, letter: &str, ids: &[u16]) {
    for conductor in contents.conductors.iter_mut().filter(|c| ids.contains(&c.id)) {
        conductor.joined = Some(letter.to_owned());
    }
    contents.splices.push(Splice {
        smallest: Some(Gauge::Awg18),
        largest: Some(Gauge::Awg10),
        most: Some(5),
        pull_tested: Some(true),
        ..Splice::new(letter, SpliceKind::Lever)
    });
}
