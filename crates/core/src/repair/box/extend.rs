//! The arithmetic that the four joining methods share.
//!
//! For a conductor now `L` long, sheath end `d` behind the opening, cut `c`, overlap `o`:
//! `P = max(6 in, d + 3 in) − (L − c) + o + margin`, up to the next step, and never under the workable minimum.
//! Common practice, no source.

use super::connector::{Connector, choose};
use super::try_slack::try_slack_first;
use crate::facts::{Conductor, ConductorEnd, JoiningMethod, Joint, Observation, Role, ShopLengths, SplicedLength};
use crate::quantity::{Length, Offset, Rounding};
use crate::repair::proposal::{Change, Pigtail};
use crate::repair::{Act, Diagnosis, Short, together};
use crate::rules::Situation;
use crate::standard::{Material, free_conductor};

/// How one joining method differs from the others.
pub(super) struct Method {
    pub method: JoiningMethod,
    /// Free conductor beyond the sheath that it needs.
    pub needs: fn(&ShopLengths) -> Length,
    /// What that length is needed for.
    pub needed_for: &'static str,
    /// Length lost where pigtail and conductor lie together.
    pub overlap: fn(&ShopLengths) -> Length,
    /// Conductors that are joined anyway may share one connector and one pigtail.
    pub shares: bool,
    /// The working step at the joint.
    pub step: &'static str,
    pub cautions: &'static [&'static str],
    /// Minutes for the first joint and for each further one. Common practice, no source.
    pub minutes: (u32, u32),
}

/// What must be cut from the tip before it is joined.
fn cut(conductor: &Conductor, shop: &ShopLengths) -> Length {
    match conductor.end {
        ConductorEnd::Straight => Length::ZERO,
        ConductorEnd::Hooked => shop.hook_cut,
        ConductorEnd::Nicked => shop.nick_cut,
    }
}

/// A short conductor with all that joining needs to know.
struct Joinable<'a> {
    conductor: &'a Conductor,
    length: Length,
    cut: Length,
    /// Where the reach counts, how far behind the opening the sheath ends.
    sheath_end: Option<Length>,
}

impl Joinable<'_> {
    /// What is left of the conductor beyond the sheath once its tip is cut.
    fn stub(&self) -> Length {
        self.length.less(self.cut)
    }
}

pub(super) fn plan(diagnosis: &Diagnosis, method: &Method) -> Result<Change, Vec<String>> {
    let situation = &diagnosis.situation;
    let house = &situation.basis.house_rules;
    if house.spliced_length == SplicedLength::DoesNotCount {
        return Err(vec![
            "the house rule says that a splice ends the free length, so that joining adds none".to_owned(),
        ]);
    }
    if diagnosis.short.is_empty() {
        return Err(vec!["no conductor here is short".to_owned()]);
    }
    let mut reasons = Vec::new();
    let mut joinable = Vec::new();
    for short in &diagnosis.short {
        match ready(situation, method, short) {
            Ok(ready) => joinable.push(ready),
            Err(reason) => reasons.push(reason),
        }
    }
    if !reasons.is_empty() {
        return Err(reasons);
    }
    let mut change = Change { cautions: method.cautions.to_vec(), ..diagnosis.change(0) };
    let mut unjoined: Vec<(String, String)> = Vec::new();
    // One pigtail for several leads to a device or to what hangs here; in a junction box each is lengthened by itself.
    let leads_on = !situation.contents.devices.is_empty() || situation.contents.hung.is_some();
    for group in groups(joinable, method.shares && leads_on) {
        let conductors: Vec<&Conductor> = group.iter().map(|joinable| joinable.conductor).collect();
        match choose(method.method, &conductors, situation.basis.house_rules.solid_sleeves) {
            Ok(connector) => join(situation, method, &group, connector, &mut change),
            // Said once for all that it keeps out.
            Err(reason) => unjoined.push((reason, conductors[0].label())),
        }
    }
    if !unjoined.is_empty() {
        let said = together(unjoined).into_iter();
        return Err(said.map(|(reason, labels)| format!("{}: {reason}", labels.join(", "))).collect());
    }
    join_grounds_at_once(&mut change);
    if !leads_on && diagnosis.short.iter().any(|short| short.conductor.joined.is_some()) {
        change.step(Act::Extend, "Splice the lengthened conductors again as they were noted.");
    }
    let joints = u32::try_from(change.pigtails.len()).unwrap_or(u32::MAX);
    change.minutes = method.minutes.0 + method.minutes.1 * joints.saturating_sub(1);
    change.step(Act::Extend, "Pull each conductor against its connector: nothing may move.");
    try_slack_first(diagnosis, &mut change, "the pigtails of its conductors");
    cut_tips(diagnosis, &mut change);
    Ok(change)
}

/// Where one connector has taken every ground of the box, the grounds are joined by it.
fn join_grounds_at_once(change: &mut Change) {
    let grounds: Vec<u16> = change
        .after
        .grounds()
        .filter(|ground| !ground.isolated && !ground.pigtail && !ground.from_canopy)
        .map(|ground| ground.id)
        .collect();
    let all =
        |pigtail: &&Pigtail| grounds.len() > 1 && grounds.iter().all(|ground| pigtail.conductors.contains(ground));
    let Some(place) = change.pigtails.iter().position(|pigtail| all(&pigtail)) else { return };
    let made = change.after.splices.len() - change.pigtails.len() + place;
    change.after.splices[made].pigtails = 1;
    let letter = change.after.splices[made].letter.clone();
    for conductor in change.after.conductors.iter_mut().filter(|conductor| grounds.contains(&conductor.id)) {
        conductor.joined = Some(letter.clone());
    }
    change.after.observe(Observation::GroundsApart, false);
    change.after.observe(Observation::GroundThroughDevice, false);
}

/// The tips that are cut before they are joined, those with the same cut together.
fn cut_tips(diagnosis: &Diagnosis, change: &mut Change) {
    let basis = diagnosis.situation.basis;
    let cut_of = |short: &Short| {
        (cut(short.conductor, &basis.house_rules.shop), told_apart(&diagnosis.situation, short.conductor))
    };
    let cuts = together(diagnosis.short.iter().map(cut_of));
    for (cut, labels) in cuts.into_iter().filter(|(cut, _)| *cut > Length::ZERO) {
        let (cut, labels) = (cut.print(basis.units, Rounding::Nearest), labels.join("; "));
        change.step(Act::FreshEnd, format!("{labels}: cut {cut} off, the tip is bent or nicked."));
    }
}

/// What a conductor is called, with its cable where another of the box is called the same.
fn told_apart(situation: &Situation, conductor: &Conductor) -> String {
    let contents = situation.contents;
    let label = conductor.label();
    let alike = contents.conductors.iter().any(|other| other.id != conductor.id && other.label() == label);
    match contents.cable_of(conductor).filter(|_| alike) {
        Some(cable) => format!("{label}, {}", cable.name()),
        None => label,
    }
}

/// Whether a short conductor can be joined by `method` at all.
fn ready<'a>(situation: &Situation, method: &Method, short: &Short<'a>) -> Result<Joinable<'a>, String> {
    let shop = &situation.basis.house_rules.shop;
    let say = |length: Length| length.print(situation.basis.units, Rounding::Nearest);
    let conductor = short.conductor;
    let label = conductor.label();
    if conductor.material != Material::Copper {
        return Err(format!(
            "{label} is not copper: only a connector listed for both metals, by a licensed electrician"
        ));
    }
    let Some(length) = short.figures.length.value().and_then(Offset::past) else {
        return Err(format!("{label}: its length from the sheath is not known; measure it, or the sheath end"));
    };
    let reach_counts = free_conductor::minimum_reach(situation.basis.edition).is_some()
        && situation.contents.opening_is_under(free_conductor::SMALL_OPENING.strict()) != Some(false);
    if reach_counts && short.figures.sheath_end.is_none() {
        return Err(format!("{label}: how far behind the opening the sheath ends is not known; measure it"));
    }
    let cut = cut(conductor, shop);
    let needs = (method.needs)(shop);
    let stub = length.less(cut);
    if stub < needs {
        let after_cut = if cut > Length::ZERO { format!(" after {} is cut off", say(cut)) } else { String::new() };
        return Err(format!(
            "{label} has {} free{after_cut}; {} needs {}: short by {}",
            say(stub),
            method.needed_for,
            say(needs),
            needs.less(stub).print(situation.basis.units, Rounding::Up)
        ));
    }
    Ok(Joinable { conductor, length, cut, sheath_end: short.figures.sheath_end.filter(|_| reach_counts) })
}

/// Conductors that may share a connector: grounds always, others where they were found joined.
fn groups(joinable: Vec<Joinable<'_>>, shares: bool) -> Vec<Vec<Joinable<'_>>> {
    let key = |joinable: &Joinable| match (joinable.conductor.role, &joinable.conductor.joined) {
        _ if !shares => None,
        (Role::EquipmentGrounding, _) => Some("ground".to_owned()),
        (_, Some(letter)) => Some(format!("joined {letter}")),
        (_, None) => None,
    };
    let mut groups: Vec<Vec<Joinable>> = Vec::new();
    for joinable in joinable {
        let wanted = key(&joinable);
        match groups.iter_mut().find(|group| wanted.is_some() && key(&group[0]) == wanted) {
            Some(group) => group.push(joinable),
            None => groups.push(vec![joinable]),
        }
    }
    groups
}

/// Joins one group to one pigtail, cut for the conductor of the group that needs the longest.
fn join(situation: &Situation, method: &Method, group: &[Joinable], connector: &Connector, change: &mut Change) {
    let units = situation.basis.units;
    let shop = &situation.basis.house_rules.shop;
    let overlap = (method.overlap)(shop);
    let is_ground = group[0].conductor.role == Role::EquipmentGrounding;
    let minimum = if is_ground { shop.ground_pigtail_minimum } else { shop.pigtail_minimum };
    let Some(sum) = group
        .iter()
        .map(|joinable| PigtailSum::of(situation, joinable, overlap, minimum))
        .max_by_key(|sum| sum.pigtail)
    else {
        return;
    };
    let label =
        group.iter().map(|joinable| told_apart(situation, joinable.conductor)).collect::<Vec<_>>().join(" and ");
    let gauge = group.iter().map(|joinable| joinable.conductor.gauge).max().unwrap_or(group[0].conductor.gauge);
    for joinable in group {
        let from_sheath = joinable.stub();
        let length = from_sheath + sum.pigtail.less(overlap);
        let after = change.after.conductors.iter_mut().find(|c| c.id == joinable.conductor.id);
        if let Some(conductor) = after {
            conductor.free_length = Some(length);
            conductor.reach = joinable.sheath_end.map(|end| length - end);
            conductor.end = ConductorEnd::Straight;
            conductor.joint = Some(Joint { method: method.method, from_sheath: Some(from_sheath) });
        }
    }
    let length = sum.pigtail.figure(units);
    let strip = connector.strip.print(units, Rounding::Nearest);
    let colour = group[0].conductor.colour.name();
    let words = format!("{label}: strip {strip}, {}, with a {gauge} {colour} pigtail of {}.", method.step, length.text);
    change.step(Act::Extend, words);
    let letter = format!("+{}", change.after.splices.len() + 1);
    change.after.splices.push(connector.splice(letter, group.len() + 1));
    change.body_volume = change.body_volume + connector.body;
    change.bring((connector.code, connector.name), 1);
    change.pigtails.push(Pigtail {
        conductors: group.iter().map(|joinable| joinable.conductor.id).collect(),
        label,
        gauge,
        colour: group[0].conductor.colour,
        length,
        arithmetic: sum.arithmetic,
    });
}

/// The pigtail that one conductor needs, with its arithmetic.
struct PigtailSum {
    pigtail: Length,
    arithmetic: String,
}

impl PigtailSum {
    fn of(situation: &Situation, joinable: &Joinable, overlap: Length, minimum: Length) -> Self {
        let units = situation.basis.units;
        let shop = &situation.basis.house_rules.shop;
        let say = |length: Length| length.print_bare(units, Rounding::Nearest);
        let least = free_conductor::minimum_length(situation.basis.edition).shown(units);
        let reach = free_conductor::minimum_reach(situation.basis.edition).map(|reach| reach.shown(units));
        let by_reach = joinable.sheath_end.zip(reach).map(|(end, reach)| end + reach);
        let target = by_reach.map_or(least, |by_reach| least.max(by_reach));
        let wanted = (target + overlap + shop.pigtail_margin).less(joinable.stub());
        let stepped = wanted.up_to_multiple_of(shop.pigtail_step);
        let pigtail = stepped.max(minimum);
        let target_words = match (joinable.sheath_end, reach) {
            (Some(end), Some(reach)) => format!("max({}, {} + {})", say(least), say(end), say(reach)),
            _ => say(least),
        };
        let stub_words = if joinable.cut > Length::ZERO {
            format!("({} − {})", say(joinable.length), say(joinable.cut))
        } else {
            say(joinable.length)
        };
        let mut arithmetic = format!("{target_words} − {stub_words}");
        if overlap > Length::ZERO {
            arithmetic.push_str(&format!(" + {} overlap", say(overlap)));
        }
        arithmetic.push_str(&format!(" + {} margin = {}", say(shop.pigtail_margin), say(wanted)));
        if stepped > wanted {
            arithmetic.push_str(&format!(", up to {}", say(stepped)));
        }
        if pigtail > stepped {
            arithmetic.push_str(&format!(", not under {}", say(minimum)));
        }
        Self { pigtail, arithmetic }
    }
}
