//! A sound service panel.

use fastrand::Rng;

use crate::facts::{
    Bar, BarKind, Breaker, BreakerProtection, Colour, ElectrodeKind, GasPipe, Grounding, Incoming, LandedConductor,
    Panel, PanelFeed, PanelId, PanelObservation, PanelPlace, PanelRoom, Role, Service, ServiceEntry,
};
use crate::quantity::{Gauge, Length};
use crate::standard::Material;

/// A circuit that leaves the panel.
#[derive(Debug, Clone)]
pub(super) struct Leaving {
    /// What it feeds, as the directory says.
    pub feeds: String,
    /// Its breaker, in amperes: 15 or 20.
    pub amperes: u16,
    /// What the breaker protects against.
    pub protection: BreakerProtection,
}

fn under(terminal: u8, gauge: Gauge, role: Role, colour: Colour, breaker: Option<u16>) -> LandedConductor {
    LandedConductor { colour: Some(colour), breaker, ..LandedConductor::new(terminal, gauge, role) }
}

/// A sound panel with these circuits, one breaker each, from the first space on.
pub(super) fn sound_panel(id: PanelId, leaving: &[Leaving], draw: &mut Rng) -> Panel {
    let (mut breakers, mut neutrals, mut grounds) = (Vec::new(), Vec::new(), Vec::new());
    for (number, circuit) in (1_u8..).zip(leaving) {
        let gauge = if circuit.amperes > 15 { Gauge::Awg12 } else { Gauge::Awg14 };
        let breaker = u16::from(number);
        breakers.push(Breaker {
            amperes: Some(circuit.amperes),
            directory: circuit.feeds.clone(),
            protection: circuit.protection,
            listed: Some(true),
            firm: Some(true),
            conductors: vec![under(1, gauge, Role::Ungrounded, Colour::Black, None)],
            bare_copper: Some(Length::ZERO),
            load: Some(draw.u32(3..=9) * 100),
            ..Breaker::new(breaker, number)
        });
        neutrals.push(under(number, gauge, Role::Grounded, Colour::White, Some(breaker)));
        grounds.push(under(number, gauge, Role::EquipmentGrounding, Colour::Bare, Some(breaker)));
    }
    let bar = |id, kind, conductors| Bar { id, kind, bonded: Some(true), grounds_per_terminal: Some(2), conductors };
    let mut panel = Panel {
        breakers,
        feed: PanelFeed::Service,
        main_breaker: Some(100),
        rating: Some(125),
        rated_volts: Some(240),
        measured_volts: Some(u16::try_from(draw.u32(238..=244)).unwrap_or(240)),
        incoming: Some(Incoming {
            gauge: Gauge::Awg4,
            material: Material::Copper,
            warm: true,
            whole_dwelling: true,
            ground: None,
            ground_material: None,
            separate_ground: None,
            other_building: false,
        }),
        bars: vec![bar(1, BarKind::Neutral, neutrals), bar(2, BarKind::Ground, grounds)],
        grounding: Grounding {
            main_bond: Some(true),
            electrodes: Some(vec![ElectrodeKind::Concrete, ElectrodeKind::TwoRods]),
            conductor: Some(Gauge::Awg4),
            ..Grounding::default()
        },
        // Good under both families of codes: 2.2 m of headroom, handles within 1.7 m.
        place: PanelPlace {
            room: Some(PanelRoom::Utility),
            width: Some(Length::inches(draw.u32(34..=40))),
            depth: Some(Length::inches(draw.u32(40..=48))),
            headroom: Some(Length::inches(draw.u32(88..=94))),
            highest_handle: Some(Length::inches(draw.u32(58..=65))),
        },
        service: Service {
            entry: Some(ServiceEntry::Underground),
            inside: Some(Length::inches(draw.u32(4..=10))),
            handles: Some(1),
            marked: Some(true),
            emergency: Some(true),
            surge: Some(true),
            intersystem: Some(true),
            metal_water_pipe: Some(false),
            gas: Some(GasPipe::None),
            generator: Some(false),
            ..Service::default()
        },
        ..Panel::new(id, "main panel", 12)
    };
    for what in PanelObservation::ALL {
        panel.observe(*what, false);
    }
    panel
}
