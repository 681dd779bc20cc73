//! What can be planted in a sound panel, as in a box.

use fastrand::Rng;

use super::chance::{below, one_of};
use super::plant::{Plant, plant};
use crate::facts::{BarKind, Panel, PanelObservation, PanelRoom};
use crate::quantity::{Gauge, Length};

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
pub(super) static PANEL_PLANTS: &[Plant<Panel>] = &[
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
