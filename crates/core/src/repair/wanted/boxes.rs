//! The boxes as they will be: the one that feeds it with its cable more, the one that is made larger, the new one.

use super::{PlannedBox, Wiring};
use crate::facts::add_cable;
use crate::facts::{
    Basis, BoxContents, BoxHold, BoxKind, CableGoes, ConductorCondition, Construction, Device, DeviceKind, Fittings,
    Observation, OutletPlace, Role, Seat, Supply, WallFinish, WallPartKind, WantedKind, WantedPlace,
};
use crate::quantity::{Length, Volume};
use crate::repair::r#box::re_feed::old_feed;
use crate::repair::r#box::replace_box::set_new_box;
use crate::repair::{Diagnosis, MaterialLine, Plan, plan_with};
use crate::rules::{KnownBox, RuleResult, Situation, Verdict, WantedSituation, fill, judge, judge_by};
use crate::standard::{Location, RoomKind, Severity, WiringMethod};

/// A box as it will be, with the repairs that it takes for it.
pub(super) struct Planned {
    /// As it is shown.
    pub planned: PlannedBox,
    /// What it holds.
    pub contents: BoxContents,
    /// The volume of a box that is set for it.
    pub set: Option<Volume>,
    /// Repairs without which it would break a rule.
    pub repairs: Option<Plan>,
    /// What no repair of it mends.
    pub cannot: Vec<String>,
    /// It is the box that feeds it.
    pub feeds: bool,
}

/// What new work touches in a box that is there.
const TOUCHED: &[&str] = &[
    "box-fill",
    "cable-entry",
    "conductor-ampacity",
    "device-depth",
    "free-conductor-length",
    "free-conductor-reach",
    "ground-present",
    "ground-size",
    "grounds-joined",
    "neutral-of-its-circuit",
    "switch-neutral",
];

/// What one has to know of a box before anything is added to it; the rest is seen once it is open.
const KNOWN_FIRST: &[&str] = &["box-fill", "conductor-ampacity", "ground-size"];

/// What one finds out of a new box by what is wanted; the rest of it is as the work leaves it.
const KNOWN_OF_NEW: &[&str] = &["/stand/height", "/stand/to_water", "/location"];

/// The boxes of something wanted, the one that feeds it first.
///
/// # Errors
/// Why a box cannot be set as it is wanted.
pub(super) fn planned(situation: &WantedSituation, wiring: Wiring) -> Result<Vec<Planned>, Vec<String>> {
    let mut all = Vec::new();
    if situation.wanted.kind == WantedKind::Switch && situation.wanted.works != situation.wanted.source_box() {
        let words = "A switch is planned as a loop from the box of its light, where the hot is: name that box as what feeds it.";
        return Err(vec![words.to_owned()]);
    }
    let at_box = situation.wanted.at_box();
    if let Some(source) = situation.source().filter(|source| Some(source.record.id) != at_box) {
        all.push(extended(situation, &source, wiring));
    }
    match (situation.wanted.at, situation.target()) {
        (Some(WantedPlace::Box(_)), Some(target)) if situation.wanted.kind == WantedKind::Feed => {
            all.push(fed_anew(situation, &target, wiring)?);
        }
        (Some(WantedPlace::Box(_)), Some(target)) => all.push(enlarged(situation, &target, wiring)?),
        (Some(WantedPlace::New(place)), _) => all.push(new_box(situation, place, wiring)?),
        _ => {}
    }
    Ok(all)
}

/// Draws a cable into a box: sheath, clamp and lengths as the work leaves them.
fn draw_in(contents: &mut BoxContents, wiring: Wiring, method: WiringMethod, goes: CableGoes, roles: &[Role]) {
    let first = contents.free_conductor();
    let insulated = u8::try_from(roles.len()).unwrap_or(2);
    add_cable(contents, wiring.gauge, insulated, true, roles);
    let depth = contents.depth_inside().unwrap_or(Length::sixteenths(44));
    let inside = Length::sixteenths(8);
    if let Some(cable) = contents.cables.last_mut() {
        cable.method = method;
        cable.goes = Some(goes);
        (cable.sheath_end, cable.sheath_inside) = (Some(depth.less(inside)), Some(inside));
        (cable.clamped, cable.fished) = (Some(true), true);
    }
    for conductor in contents.conductors.iter_mut().filter(|conductor| conductor.id >= first) {
        conductor.free_length = Some(depth + Length::inches(5));
        conductor.reach = Some((Length::inches(5) + inside).into());
        conductor.condition = Some(ConductorCondition::Sound);
        // A hot in white is marked as one where it lands.
        conductor.remarked = Some(true);
    }
    for what in [Observation::EntryUnprotected, Observation::CablesShareEntry, Observation::GroundsApart] {
        contents.observe(what, false);
    }
}

fn method_of(situation: &WantedSituation) -> WiringMethod {
    situation.wanted.method.unwrap_or(WiringMethod::Nonmetallic)
}

/// What leaves the box that feeds it.
fn roles_from_source(situation: &WantedSituation, wiring: Wiring) -> &'static [Role] {
    match situation.wanted.kind {
        WantedKind::Luminaire => &[Role::SwitchedLeg, Role::Grounded],
        WantedKind::Switch if wiring.insulated == 3 => &[Role::Ungrounded, Role::Grounded, Role::SwitchedLeg],
        WantedKind::Feed if situation.target().is_some_and(|target| target.contents.hung.is_some()) => {
            &[Role::SwitchedLeg, Role::Grounded]
        }
        _ => &[Role::Ungrounded, Role::Grounded],
    }
}

/// The box that feeds it, with one cable more.
fn extended(situation: &WantedSituation, source: &KnownBox, wiring: Wiring) -> Planned {
    let mut after = source.contents.clone();
    after.location = source.location();
    let goes = if situation.wanted.kind == WantedKind::Receptacle { CableGoes::Onward } else { CableGoes::Switched };
    draw_in(&mut after, wiring, method_of(situation), goes, roles_from_source(situation, wiring));
    let label = format!("{}, with one cable more", source.record.tag);
    Planned { feeds: true, ..there_already(situation, source, label, after) }
}

/// A box that is there, with something more in it: what it breaks now and did not before is planned for.
fn there_already(situation: &WantedSituation, known: &KnownBox, label: String, after: BoxContents) -> Planned {
    let basis = situation.room.basis;
    let wired_under = basis.wired_under(known.room, known.record.wired_under);
    let before_contents = BoxContents { location: after.location, ..known.contents.clone() };
    let before =
        judge(&Situation { wired_under, rulings: &known.record.rulings, ..Situation::new(&before_contents, basis) });
    let now =
        Situation { wired_under, repaired: TOUCHED, rulings: &known.record.rulings, ..Situation::new(&after, basis) };
    let results = judge(&now);
    let was_broken = |code: &str| before.iter().any(|result| result.rule == code && result.is_broken());
    // What the work touches has to pass, whether it did before or not; of the rest nothing may be broken that was not.
    let breaks =
        |result: &&RuleResult| result.is_broken() && (TOUCHED.contains(&result.rule) || !was_broken(result.rule));
    let worse: Vec<RuleResult> = results.iter().filter(breaks).cloned().collect();
    let danger = |result: &&RuleResult| result.is_broken() && result.severity == Severity::Danger && !breaks(result);
    let mut cannot: Vec<String> = results
        .iter()
        .filter(danger)
        .map(|result| format!("a danger as it is, mend it first: {}", result.sentence))
        .collect();
    let (mut repairs, mut contents) = (None, after.clone());
    if !worse.is_empty() {
        let outcome = plan_with(&now, &worse, Severity::Workmanship, &[]);
        cannot.extend(outcome.cannot.iter().map(|cannot| {
            let sentence =
                worse.iter().find(|result| result.rule == cannot.rule).map(|result| result.sentence.as_ref());
            sentence.unwrap_or(cannot.title).to_owned()
        }));
        if outcome.referred {
            cannot.push("the job ends here for anyone but a licensed electrician".to_owned());
        }
        contents = outcome.plan.as_ref().map_or(after, |plan| plan.after.clone());
        repairs = outcome.plan;
    }
    // What its repairs mend is not against it; what is not known of what the work touches is asked first.
    let touched = |result: &&RuleResult| KNOWN_FIRST.contains(&result.rule) && result.verdict == Verdict::NotMeasured;
    let against = results.iter().filter(touched).map(|result| only(result, Verdict::NotMeasured)).collect();
    Planned {
        planned: shown(
            label,
            Some(known),
            basis,
            &contents,
            against,
            &judge(&Situation { repaired: TOUCHED, ..Situation::new(&contents, basis) }),
        ),
        contents,
        set: None,
        repairs,
        cannot,
        feeds: false,
    }
}

/// A result with its findings of one verdict alone.
fn only(result: &RuleResult, verdict: Verdict) -> RuleResult {
    let mut result = result.clone();
    result.findings.retain(|finding| finding.verdict == verdict);
    result
}

fn shown(
    label: String,
    known: Option<&KnownBox>,
    basis: &Basis,
    contents: &BoxContents,
    against: Vec<RuleResult>,
    results: &[RuleResult],
) -> PlannedBox {
    PlannedBox {
        label,
        box_id: known.map(|known| known.record.id),
        against,
        met: results.iter().filter(|result| result.verdict == Verdict::Meets).count(),
        fill: fill(contents, basis.edition, basis.units).ok(),
        begins_with: contents.structure(),
    }
}

/// The box that it is wanted at, with a gang and a device more.
fn enlarged(situation: &WantedSituation, target: &KnownBox, wiring: Wiring) -> Result<Planned, Vec<String>> {
    let tag = &target.record.tag;
    if situation.wanted.kind == WantedKind::Luminaire {
        return Err(vec![format!("A luminaire hangs at a place of its own, not beside what is in {tag}: say where.")]);
    }
    if target.contents.kind != BoxKind::Device {
        return Err(vec![format!(
            "{tag} is a {}: a device beside it wants a device box. Say another place.",
            target.contents.kind.name()
        )]);
    }
    let mut after = target.contents.clone();
    after.location = target.location();
    let from_elsewhere = situation.source().is_some_and(|source| source.record.id != target.record.id);
    if from_elsewhere || situation.panel().is_some() {
        draw_in(&mut after, wiring, method_of(situation), CableGoes::Feed, &[Role::Ungrounded, Role::Grounded]);
    }
    let spare = situation.has_spare_gang();
    after.gangs = u8::try_from(situation.gangs()).ok();
    let supply = Supply { amperes: Some(wiring.amperes), ..after.supply };
    let device = device_for(situation, wiring, &after, supply);
    after.supply = device.supply;
    after.devices.push(device.device);
    let mut set = None;
    if !spare {
        let basis = situation.room.basis;
        // The old box comes out with what was noted of its hold.
        let diagnosed = after.clone();
        let diagnosis = Diagnosis::of(Situation::new(&diagnosed, basis));
        let (volume, _) = set_new_box(&diagnosis, &mut after).map_err(|reasons| {
            reasons.iter().map(|reason| format!("{tag} made larger: {reason}.")).collect::<Vec<_>>()
        })?;
        set = Some(volume);
    }
    let gangs = situation.gangs();
    let label = format!("{tag}, as a box of {gangs} gangs");
    Ok(Planned { set, ..there_already(situation, target, label, after) })
}

/// The box that is fed anew: its old feed gone, the new one in.
fn fed_anew(situation: &WantedSituation, target: &KnownBox, wiring: Wiring) -> Result<Planned, Vec<String>> {
    let tag = &target.record.tag;
    if target.contents.observed(Observation::NoBox) == Some(true) {
        return Err(vec![format!("No box is at {tag}: plan one there first, then feed it.")]);
    }
    let mut after = target.contents.clone();
    after.location = target.location();
    let old = old_feed(&after)
        .map_err(|reasons| reasons.iter().map(|reason| format!("{tag}: {reason}.")).collect::<Vec<_>>())?;
    after.conductors.retain(|conductor| old.is_none() || conductor.cable != old);
    after.cables.retain(|cable| Some(cable.id) != old);
    after.landings.clear();
    after.read_correct();
    draw_in(&mut after, wiring, method_of(situation), CableGoes::Feed, roles_from_source(situation, wiring));
    after.supply.amperes = Some(wiring.amperes);
    Ok(there_already(situation, target, format!("{tag}, with its new feed"), after))
}

/// The device that is fitted, with the protection that its place asks for.
struct Fitted {
    device: Device,
    supply: Supply,
}

/// The plainest device that keeps every rule there: plain, then GFCI, then with AFCI ahead of it, then with both.
fn device_for(situation: &WantedSituation, wiring: Wiring, contents: &BoxContents, supply: Supply) -> Fitted {
    // What is not known to protect it does not.
    let supply = Supply { gfci: Some(supply.gfci == Some(true)), afci: Some(supply.afci == Some(true)), ..supply };
    let id = contents.devices.iter().map(|device| device.id).max().unwrap_or(0).saturating_add(1);
    let basis = situation.room.basis;
    let damp = contents.location.is_some_and(Location::is_damp);
    let of = |kind: DeviceKind, afci: bool| {
        let mut device = Device::new(id, kind);
        (device.seat, device.behind) = (Some(Seat::BoxEars), Some(kind.usual_depth()));
        if kind.is_receptacle() {
            (device.tamper_resistant, device.weather_resistant) = (Some(true), damp.then_some(true));
            let general = if wiring.amperes >= 20 { 20 } else { 15 };
            device.amperes = situation.wanted.shape.map_or(Some(general), |shape| Some(shape.amperes()));
        }
        let afci = Some(afci || supply.afci == Some(true));
        Fitted { device, supply: Supply { afci, ..supply } }
    };
    if let Some(shape) = situation.wanted.shape.filter(|_| situation.is_large()) {
        let kind = if shape.is_two_legged() { DeviceKind::RangeReceptacle } else { DeviceKind::SingleReceptacle };
        let mut fitted = of(kind, false);
        fitted.device.configuration = Some(shape);
        fitted.supply.only_receptacle = Some(true);
        let open = broken(&fitted, contents, basis);
        // Of these the breaker is the GFCI.
        if open.contains(&"gfci-required") {
            fitted.supply.gfci = Some(true);
        }
        return fitted;
    }
    let plain =
        if situation.wanted.kind == WantedKind::Switch { DeviceKind::Switch } else { DeviceKind::DuplexReceptacle };
    let mut ways = vec![(plain, false), (plain, true)];
    if plain.is_receptacle() {
        ways = vec![
            (plain, false),
            (DeviceKind::GfciReceptacle, false),
            (plain, true),
            (DeviceKind::GfciReceptacle, true),
        ];
    }
    let tried = ways.into_iter().map(|(kind, afci)| of(kind, afci));
    let fewest = tried.min_by_key(|fitted| broken(fitted, contents, basis).len());
    fewest.unwrap_or_else(|| of(plain, false))
}

/// The rules of protection that a device would break there.
fn broken(fitted: &Fitted, contents: &BoxContents, basis: &Basis) -> Vec<&'static str> {
    let mut tried = BoxContents { supply: fitted.supply, devices: vec![fitted.device.clone()], ..contents.clone() };
    for cable in &mut tried.cables {
        cable.supply = None;
    }
    let asked =
        judge_by(&["gfci-required", "afci-required"], &Situation { new_work: true, ..Situation::new(&tried, basis) });
    asked.iter().filter(|result| result.is_broken()).map(|result| result.rule).collect()
}

/// Where it will be, by what the codes ask of the place.
fn location(situation: &WantedSituation, place: OutletPlace) -> Option<Location> {
    let kind = situation.room.sketch.kind?;
    let at_counter = match place {
        OutletPlace::Island(_) => true,
        OutletPlace::Wall { wall, at } => situation.room.sketch.wall(wall).is_some_and(|wall| {
            let counters =
                wall.parts.iter().filter(|part| matches!(part.what, WallPartKind::Counter | WallPartKind::Sink));
            counters.into_iter().any(|part| part.spans(at))
        }),
        _ => false,
    };
    Some(if kind == RoomKind::Kitchen && at_counter { Location::KitchenCounter } else { kind.location() })
}

/// A new box, as the work leaves it.
fn new_box(situation: &WantedSituation, place: OutletPlace, wiring: Wiring) -> Result<Planned, Vec<String>> {
    let (wanted, basis) = (situation.wanted, situation.room.basis);
    let there = location(situation, place);
    let finish = if wanted.is_cut() { wanted.finish.unwrap_or(WallFinish::GypsumBoard) } else { WallFinish::Exposed };
    let source_supply = situation.source().map_or_else(Supply::default, |source| source.contents.supply);
    let supply = Supply {
        amperes: Some(wiring.amperes),
        gfci: Some(source_supply.gfci == Some(true)),
        afci: Some(source_supply.afci == Some(true)),
        ..Supply::default()
    };
    let round = wanted.kind == WantedKind::Luminaire;
    let mut contents = BoxContents {
        kind: if round { BoxKind::Octagon } else { BoxKind::Device },
        construction: Some(Construction::Nonmetallic),
        wall_finish: Some(finish),
        depth: Some(Length::sixteenths(44)),
        location: there,
        supply,
        fittings: Fittings { internal_clamps: Some(false), ..Fittings::default() },
        ..BoxContents::default()
    };
    let method = method_of(situation);
    if wanted.kind == WantedKind::Receptacle && situation.is_large() {
        let shape = wanted.shape.unwrap_or(crate::standard::Configuration::Straight14To30);
        let roles: &[Role] = match (shape.is_two_legged(), shape.has_neutral()) {
            (true, true) => &[Role::Ungrounded, Role::Grounded, Role::Ungrounded],
            (true, false) => &[Role::Ungrounded, Role::Ungrounded],
            (false, _) => &[Role::Ungrounded, Role::Grounded],
        };
        draw_in(&mut contents, wiring, method, CableGoes::Feed, roles);
    } else if wanted.kind == WantedKind::Switch && wiring.insulated == 2 {
        draw_in(&mut contents, wiring, method, CableGoes::Feed, &[Role::Ungrounded, Role::Grounded]);
        draw_in(&mut contents, wiring, method, CableGoes::Switched, &[Role::SwitchedLeg, Role::Grounded]);
    } else {
        draw_in(&mut contents, wiring, method, CableGoes::Feed, roles_from_source(situation, wiring));
    }
    if !round {
        let fitted = device_for(situation, wiring, &contents, supply);
        contents.supply = fitted.supply;
        contents.gangs = Some(fitted.device.gangs);
        contents.devices.push(fitted.device);
    }
    for what in Observation::ALL {
        contents.observe(*what, false);
    }
    contents.stand.height = wanted.height;
    contents.stand.to_water = wanted.to_water;
    let (height, to_water) = (wanted.height, wanted.to_water);
    let volume = set_volume(&mut contents, basis, round)?;
    (contents.stand.height, contents.stand.to_water) = (height, to_water);
    contents.wall_finish = Some(finish);
    (contents.stand.set_back, contents.stand.gap, contents.stand.far_side) =
        (Some(Length::ZERO), Some(Length::ZERO), Some(true));
    if finish == WallFinish::Exposed {
        contents.stand.held_by = Some(BoxHold::Nails);
    }
    let results = judge(&Situation { new_work: true, ..Situation::new(&contents, basis) });
    let asked = |finding: &crate::rules::Finding| {
        finding.verdict == Verdict::Violates
            || finding.needs.as_ref().is_some_and(|need| KNOWN_OF_NEW.contains(&need.field.as_str()))
    };
    let against = results.iter().filter(|result| result.findings.iter().any(asked)).map(|result| {
        let mut result = result.clone();
        result.findings.retain(asked);
        result
    });
    let against: Vec<RuleResult> = against.collect();
    Ok(Planned {
        planned: shown("The new box".to_owned(), None, basis, &contents, against, &results),
        contents,
        set: Some(volume),
        repairs: None,
        cannot: Vec::new(),
        feeds: false,
    })
}

/// The smallest box that holds it.
fn set_volume(contents: &mut BoxContents, basis: &Basis, round: bool) -> Result<Volume, Vec<String>> {
    if round {
        // A round box for a luminaire, as they are sold. Common practice, no source; the mark in the box governs.
        let volume = Volume::centi_cubic_inches(2000);
        contents.marked_volume = Some(volume);
        contents.stand.held_by = Some(BoxHold::Wings);
        return Ok(volume);
    }
    // Outdoors a box for the wet of the same volume is taken.
    let location = contents.location;
    contents.location = location.filter(|location| !location.is_damp());
    let diagnosed = contents.clone();
    let diagnosis = Diagnosis::of(Situation::new(&diagnosed, basis));
    let (volume, _) = set_new_box(&diagnosis, contents)
        .map_err(|reasons| reasons.iter().map(|reason| format!("The new box: {reason}.")).collect::<Vec<_>>())?;
    contents.location = location;
    Ok(volume)
}

impl Planned {
    /// The device that is fitted in it.
    pub fn fitted(&self) -> Option<&Device> {
        if self.feeds { None } else { self.contents.devices.last() }
    }

    /// What its repairs bring.
    pub fn materials(&self) -> Vec<MaterialLine> {
        self.repairs.as_ref().map_or_else(Vec::new, |plan| plan.materials.clone())
    }
}
