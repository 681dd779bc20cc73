//! A sound service panel, and what can be planted in it.

use fastrand::Rng;

use super::chance::{below, one_of};
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
    LandedConductor {
        terminal,
        gauge,
        role,
        material: Material::Copper,
        strands: None,
        colour: Some(colour),
        remarked: None,
        breaker,
    }
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

/// A change of a sound panel.
pub(super) struct PanelPlant {
    /// The rules that it breaks.
    pub rules: &'static [&'static str],
    /// How hard it is to see, 1 to 5.
    pub level: u8,
    /// Makes it so; whether that was possible in this panel.
    pub put: fn(&mut Panel, &mut Rng) -> bool,
}

const fn plant(rules: &'static [&'static str], level: u8, put: fn(&mut Panel, &mut Rng) -> bool) -> PanelPlant {
    PanelPlant { rules, level, put }
}

fn see(panel: &mut Panel, what: PanelObservation) -> bool {
    panel.observe(what, true);
    true
}

/// One of its breakers that is at most of so many amperes.
fn one_breaker(panel: &mut Panel, draw: &mut Rng, amperes: u16) -> Option<usize> {
    let fit = panel.breakers.iter().enumerate().filter(|(_, breaker)| breaker.amperes == Some(amperes));
    let places: Vec<usize> = fit.map(|(place, _)| place).collect();
    one_of(draw, &places)
}

/// Every change.
pub(super) static PANEL_PLANTS: &[PanelPlant] = &[
    plant(&["dead-front"], 1, |panel, _| see(panel, PanelObservation::DeadFrontOff)),
    plant(&["dead-front"], 2, |panel, _| see(panel, PanelObservation::SharpScrews)),
    plant(&["panel-openings"], 1, |panel, _| see(panel, PanelObservation::OpenSpace)),
    plant(&["panel-openings"], 1, |panel, _| see(panel, PanelObservation::OpenKnockout)),
    plant(&["panel-condition"], 1, |panel, _| see(panel, PanelObservation::Corrosion)),
    plant(&["panel-condition"], 1, |panel, _| see(panel, PanelObservation::HeatDamage)),
    plant(&["directory"], 1, |panel, _| see(panel, PanelObservation::DirectoryUnreadable)),
    plant(&["low-voltage-apart"], 1, |panel, _| see(panel, PanelObservation::LowVoltageInside)),
    plant(&["terminal-torque"], 2, |panel, _| see(panel, PanelObservation::NotTorqued)),
    plant(&["tap-protected"], 2, |panel, _| see(panel, PanelObservation::UnfusedTap)),
    plant(&["working-space"], 1, |panel, _| see(panel, PanelObservation::SpaceBlocked)),
    plant(&["working-space"], 3, |panel, draw| {
        panel.place.depth = Some(Length::inches(draw.u32(24..=34)));
        true
    }),
    plant(&["working-space"], 3, |panel, draw| {
        panel.place.width = Some(Length::inches(draw.u32(22..=28)));
        true
    }),
    plant(&["handle-height"], 3, |panel, draw| {
        panel.place.highest_handle = Some(Length::inches(draw.u32(81..=88)));
        true
    }),
    plant(&["panel-place"], 2, |panel, _| {
        panel.place.room = Some(PanelRoom::ClothesCloset);
        true
    }),
    plant(&["conductor-ampacity"], 2, |panel, draw| {
        let place = one_breaker(panel, draw, 15);
        place.map(|place| panel.breakers[place].amperes = Some(20)).is_some()
    }),
    plant(&["neutral-one-per-terminal"], 2, |panel, _| {
        let bar = panel.bars.iter_mut().find(|bar| bar.kind == BarKind::Neutral);
        let second = bar.and_then(|bar| bar.conductors.get_mut(1));
        second.map(|second| second.terminal = 1).is_some()
    }),
    plant(&["breaker-one-per-terminal"], 2, |panel, draw| {
        // A second circuit under one breaker: its own conductor doubled.
        let place = below(draw, panel.breakers.len());
        let breaker = &mut panel.breakers[place];
        let again = breaker.conductors.first().copied();
        breaker.conductors.extend(again);
        again.is_some()
    }),
    plant(&["breaker-listed"], 2, |panel, draw| {
        let place = below(draw, panel.breakers.len());
        panel.breakers[place].listed = Some(false);
        true
    }),
    plant(&["breaker-seated"], 2, |panel, draw| {
        let place = below(draw, panel.breakers.len());
        panel.breakers[place].firm = Some(false);
        true
    }),
    plant(&["exposed-copper"], 2, |panel, draw| {
        let place = below(draw, panel.breakers.len());
        panel.breakers[place].bare_copper = Some(Length::sixteenths(draw.u32(6..=9)));
        true
    }),
    plant(&["main-bond-present"], 3, |panel, _| {
        panel.grounding.main_bond = Some(false);
        true
    }),
    plant(&["grounding-electrode"], 3, |panel, _| {
        panel.grounding.conductor = Some(Gauge::Awg10);
        true
    }),
    plant(&["panel-protected"], 3, |panel, _| {
        panel.rating = Some(60);
        true
    }),
    plant(&["surge-protection"], 3, |panel, _| {
        panel.service.surge = Some(false);
        true
    }),
    plant(&["emergency-disconnect"], 3, |panel, _| {
        panel.service.emergency = Some(false);
        true
    }),
    plant(&["shared-neutral"], 4, |panel, _| {
        // Two breakers on one leg share a neutral, untied.
        let (first, third) = (0, 4);
        if panel.breakers.len() <= third {
            return false;
        }
        let (one, other) = (panel.breakers[first].id, panel.breakers[third].id);
        (panel.breakers[first].shares_neutral_with, panel.breakers[third].shares_neutral_with) =
            (Some(other), Some(one));
        (panel.breakers[first].tied, panel.breakers[third].tied) = (Some(false), Some(false));
        true
    }),
];
