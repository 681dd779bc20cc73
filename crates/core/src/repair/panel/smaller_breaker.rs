//! `smaller-breaker`: a breaker too large for its conductors gives way to one that they allow.

use std::collections::BTreeMap;

use super::safety::{LINE_SIDE, QUALIFIED, closed_up, made_dead};
use super::{PanelChange, PanelFound, PanelRepair};
use crate::facts::{Breaker, PanelFeed};
use crate::quantity::AmountUnit;
use crate::repair::MaterialLine;
use crate::rules::Verdict;
use crate::standard::{Profile, ampacity};

const RULE: &str = "conductor-ampacity";

/// The repair.
pub const REPAIR: PanelRepair = PanelRepair {
    code: "smaller-breaker",
    title: "Replace the breaker by one its conductors allow",
    mends: &[RULE],
    plan,
};

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let mut steps = made_dead(found).map_err(|why| vec![why])?;
    let most = allowed(found)?;
    let mut after = found.panel.clone();
    let (mut changed, mut reasons, mut materials) = (Vec::new(), Vec::new(), Vec::new());
    for breaker in &mut after.breakers {
        let Some(most) = most.get(&breaker.id) else { continue };
        // A circuit of 10 A is for a few lights on copper-clad conductors only: that is not decided here.
        let Some(rating) = ampacity::rating_at_most(*most).filter(|rating| *rating >= 15) else {
            reasons.push(format!(
                "breaker {}: no breaker of 15 A or more is small enough; its conductors are renewed",
                breaker.name()
            ));
            continue;
        };
        if let Some(why) = needs_more(found, breaker, rating) {
            reasons.push(why);
            continue;
        }
        breaker.amperes = Some(rating);
        changed.push(format!("{} by one of {rating} A", breaker.name()));
        materials.push(MaterialLine::piece(
            (format!("breaker-{rating}-a"), format!("breaker, {rating} A, that the label names")),
            1,
        ));
    }
    if !reasons.is_empty() {
        return Err(reasons);
    }
    let count = u32::try_from(changed.len()).unwrap_or(u32::MAX);
    steps.push(
        "Add up what each circuit carries: what needs more than the smaller breaker gets larger conductors.".to_owned(),
    );
    steps.push(format!("Replace breaker {}, as the label of the panel names it.", changed.join(", ")));
    steps.extend(closed_up());
    let cautions = vec!["A breaker that trips afterwards is right: the load is too large.", LINE_SIDE, QUALIFIED];
    Ok(PanelChange { after, steps, cautions, minutes: 10 + 12 * count, materials })
}

/// What the rule allows each breaker that is too large, in amperes, by the number of the breaker.
fn allowed(found: &PanelFound) -> Result<BTreeMap<u16, u16>, Vec<String>> {
    let mut most = BTreeMap::new();
    let results = found.results.iter().filter(|result| result.rule == RULE);
    for finding in results.flat_map(|result| &result.findings).filter(|finding| finding.verdict == Verdict::Violates) {
        let Some(breaker) = finding.breaker else { continue };
        let figure = finding.required.as_ref().filter(|required| required.unit == AmountUnit::Amperes);
        let Some(limit) = figure.and_then(|required| u16::try_from(required.value).ok()) else {
            return Err(vec![format!("{} The conductor is renewed.", finding.sentence)]);
        };
        most.entry(breaker).and_modify(|known: &mut u16| *known = limit.min(*known)).or_insert(limit);
    }
    if most.is_empty() {
        return Err(vec!["no breaker here is too large for its conductors".to_owned()]);
    }
    Ok(most)
}

/// Why what hangs on a breaker needs more than a rating; `None` where nothing is known against it.
fn needs_more(found: &PanelFound, breaker: &Breaker, rating: u16) -> Option<String> {
    let name = breaker.name();
    let feed = PanelFeed::Breaker { panel: found.panel.id, breaker: breaker.id };
    if let Some(fed) = found.panels.iter().find(|panel| panel.feed == feed) {
        return Some(format!(
            "breaker {name} feeds {}: its feeder is sized by a calculation of its load, not by hand",
            fed.name
        ));
    }
    let volts = if breaker.is_two_pole() { 240 } else { 120 };
    let bears = u32::from(rating) * volts;
    if let Some(load) = breaker.load.filter(|load| *load > bears) {
        return Some(format!(
            "breaker {name} has a load of {load} VA, and {rating} A bear {bears} VA: its conductors are renewed instead"
        ));
    }
    if rating >= 20 || found.edition.profile() != Profile::Nec {
        return None;
    }
    let feeds = found.feeds.iter().find(|feeds| feeds.breaker == breaker.id)?;
    let fed = found.boxes.iter().map(|(_, record)| record).filter(|record| feeds.feeds_itself(record.id));
    let with_receptacle = fed.filter(|record| record.found.devices.iter().any(|device| device.kind.is_receptacle()));
    let places = with_receptacle.filter_map(|record| record.found.location?.twenty_ampere_circuit());
    let place = places.into_iter().next()?;
    Some(format!(
        "breaker {name}: {place} take a circuit of 20 A: the conductors are renewed in 12 AWG, the breaker is not made smaller"
    ))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::electrical::feeds::{BreakerFeeds, FedBox};
    use crate::facts::{DeviceKind, LandedConductor, Panel, Role};
    use crate::quantity::Gauge;
    use crate::repair::panel::testing::{broken, judged, mends_at_a_sub_panel, referred_at_the_service};
    use crate::rules::panel_testing::{main_panel, neutral};
    use crate::standard::{Location, Material};
    use crate::testing::{box_with_device, record_of};

    fn fourteen_on_twenty(sub: &mut Panel) {
        let hot = LandedConductor { role: Role::Ungrounded, gauge: Gauge::Awg14, ..neutral(1) };
        sub.breakers = vec![Breaker { amperes: Some(20), conductors: vec![hot], ..Breaker::new(1, 1) }];
    }

    #[test]
    fn fourteen_gauge_gets_fifteen_amperes() {
        let after = mends_at_a_sub_panel(&REPAIR, RULE, fourteen_on_twenty);
        assert_eq!(after.breakers[0].amperes, Some(15));
    }

    #[test]
    fn at_the_service_it_is_referred() {
        referred_at_the_service(&REPAIR, fourteen_on_twenty);
    }

    #[test]
    fn what_needs_its_rating_keeps_it() {
        let main = main_panel();
        let refused = |sub: &Panel, feeds: &[BreakerFeeds], location| {
            let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
            contents.location = location;
            let (room, record) = record_of(contents);
            let boxes = [(&room, &record)];
            judged(sub, &[&main, sub], feeds, &boxes, |found| plan(found).err().unwrap_or_default().join(" "))
        };
        let mut sub = broken(fourteen_on_twenty);
        sub.breakers[0].load = Some(1_801);
        assert!(refused(&sub, &[], None).contains("1801 VA, and 15 A bear 1800 VA"));
        sub.breakers[0].load = Some(1_800);
        assert_eq!(refused(&sub, &[], None), "");
        let id = record_of(box_with_device(DeviceKind::Switch)).1.id;
        let fed = FedBox { box_id: id, tag: "K1".to_owned(), room: "kitchen".to_owned(), through: None };
        let feeds = [BreakerFeeds { boxes: vec![fed], ..BreakerFeeds::of(&sub.breakers[0]) }];
        assert!(refused(&sub, &feeds, Some(Location::KitchenCounter)).contains("take a circuit of 20 A"));
        assert_eq!(refused(&sub, &feeds, Some(Location::Bedroom)), "");
        sub.breakers[0].conductors[0].gauge = Gauge::Awg16;
        assert!(refused(&sub, &[], None).contains("renewed"));
        (sub.breakers[0].conductors[0].gauge, sub.breakers[0].load) = (Gauge::Awg14, None);
        sub.breakers[0].conductors[0].material = Material::CopperClad;
        assert!(refused(&sub, &[], None).contains("no breaker of 15 A or more is small enough"));
    }
}
