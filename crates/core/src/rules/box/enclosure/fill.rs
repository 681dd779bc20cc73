//! Box fill, line by line: what takes room in a box, and what room there is.
//!
//! # Source
//! NEC 314.16 in its editions, CEC 12-3034; from memory. Bodies of connectors: common practice, no source.

use serde::Serialize;
use utoipa::ToSchema;

use crate::facts::{BoxContents, BoxKind, Colour, Construction, SpliceKind, SupportFitting};
use crate::quantity::{Amount, Gauge, Length, UnitSystem, Volume};
use crate::rules::Need;
use crate::standard::box_volume::{StandardBox, conductor_allowance, pan_volume};
use crate::standard::{Edition, Profile};

/// What takes the room of a line.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum FillCause {
    /// Conductors from outside.
    Conductors,
    /// Devices on their yokes.
    Devices,
    /// Internal clamps.
    Clamps,
    /// Equipment grounds.
    Grounds,
    /// Studs and hickeys.
    Fittings,
    /// Terminal blocks.
    TerminalBlocks,
    /// Pairs of connectors, in the CEC.
    Connectors,
}

/// One line of the working.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct FillLine {
    /// What takes the room.
    pub cause: FillCause,
    /// In words, "4 conductors 12 AWG".
    pub what: String,
    /// How it is counted, "4 × 2.25 in³".
    pub working: String,
    /// The room it takes.
    pub volume: Amount,
}

/// A part of the box that gives room.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct VolumePart {
    /// What gives it, "marked volume".
    pub what: String,
    /// How much.
    pub volume: Amount,
}

/// How many more conductors of a size fit.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct FitsMore {
    /// The size.
    pub gauge: Gauge,
    /// How many.
    pub count: i64,
}

/// The fill of a box.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Fill {
    /// What takes room, line by line.
    pub lines: Vec<FillLine>,
    /// What they take together.
    pub required: Amount,
    /// What gives room, part by part; empty when it is not known.
    pub rooms: Vec<VolumePart>,
    /// What there is together.
    pub available: Option<Amount>,
    /// By how much it is over.
    pub over: Option<Amount>,
    /// How many more of each size fit, once the volume is known.
    pub fits_more: Vec<FitsMore>,
    /// The smallest standard box that would do, with as many gangs.
    pub smallest_box: Option<&'static str>,
    /// The room that connectors take in fact, although the code counts none.
    pub bodies: Amount,
    /// Connectors and counted fill together are more than the box holds.
    pub crowded: bool,
    #[serde(skip)]
    pub(crate) required_volume: Volume,
    #[serde(skip)]
    pub(crate) available_volume: Option<Volume>,
}

/// Room that the body of a connector takes. Common practice, no source.
const fn body(kind: SpliceKind) -> Volume {
    Volume::centi_cubic_inches(match kind {
        SpliceKind::Lever => 20,
        SpliceKind::TwistOn | SpliceKind::Soldered => 30,
        SpliceKind::CrimpSleeve => 6,
        SpliceKind::PushIn => 15,
        SpliceKind::TapeOnly => 25,
    })
}

struct Counter {
    edition: Edition,
    units: UnitSystem,
    lines: Vec<FillLine>,
    total: Volume,
}

impl Counter {
    fn add(&mut self, cause: FillCause, what: String, count: u32, each: Volume) {
        let working = format!("{count} × {}", each.print(self.units));
        self.add_volume(cause, what, working, each.times(count));
    }

    fn add_volume(&mut self, cause: FillCause, what: String, working: String, volume: Volume) {
        if volume > Volume::ZERO {
            self.total = self.total + volume;
            self.lines.push(FillLine { cause, what, working, volume: Amount::volume(volume, self.units) });
        }
    }

    fn allowance(&self, gauge: Gauge) -> Volume {
        conductor_allowance(self.edition, gauge).unwrap_or_default()
    }
}

/// The largest conductor that counts for allowances by "the largest in the box".
fn largest(contents: &BoxContents) -> Option<Gauge> {
    contents.conductors.iter().filter(|conductor| !conductor.from_canopy).map(|conductor| conductor.gauge).max()
}

/// Counts the fill of a box.
///
/// # Errors
/// The one thing that has to be known first.
pub fn fill(contents: &BoxContents, edition: Edition, units: UnitSystem) -> Result<Fill, Need> {
    let Some(largest) = largest(contents) else {
        return Err(Need { words: "add the conductors of this box".to_owned(), field: "/conductors".to_owned() });
    };
    let mut counter = Counter { edition, units, lines: Vec::new(), total: Volume::ZERO };
    conductors(contents, &mut counter);
    devices(contents, largest, &mut counter);
    match edition.profile() {
        Profile::Nec => {
            grounds(contents, &mut counter);
            fittings(contents, largest, &mut counter);
        }
        Profile::Cec => canadian_deductions(contents, largest, &mut counter),
    }
    let rooms = rooms(contents, edition);
    let available = rooms.as_ref().map(|rooms| rooms.iter().fold(Volume::ZERO, |sum, (_, volume)| sum + *volume));
    let required = counter.total;
    let bodies = contents.splices.iter().fold(Volume::ZERO, |sum, splice| sum + body(splice.kind));
    let spare = available.map(|available| available.less(required));
    let fits = |gauge: Gauge| {
        let allowance = conductor_allowance(edition, gauge)?.nl();
        let count = spare?.nl() / allowance.max(1);
        Some(FitsMore { gauge, count })
    };
    Ok(Fill {
        lines: counter.lines,
        required: Amount::volume(required, units),
        rooms: rooms
            .unwrap_or_default()
            .into_iter()
            .map(|(what, volume)| VolumePart { what, volume: Amount::volume(volume, units) })
            .collect(),
        available: available.map(|volume| Amount::volume(volume, units)),
        over: available
            .map(|available| required.less(available))
            .filter(|over| *over > Volume::ZERO)
            .map(|over| Amount::volume(over, units)),
        fits_more: [Gauge::Awg14, Gauge::Awg12, Gauge::Awg10].into_iter().filter_map(fits).collect(),
        smallest_box: smallest_box(contents, edition, required).map(StandardBox::name),
        bodies: Amount::volume(bodies, units),
        crowded: available.is_some_and(|available| required <= available && required + bodies > available),
        required_volume: required,
        available_volume: available,
    })
}

fn conductors(contents: &BoxContents, counter: &mut Counter) {
    let nec = counter.edition.profile() == Profile::Nec;
    let mut exempt_from_canopy = 4;
    let mut counts: Vec<(Gauge, u32)> = Vec::new();
    for conductor in &contents.conductors {
        let bare_ground = conductor.is_ground() && (nec || conductor.colour == Colour::Bare);
        if conductor.pigtail || bare_ground {
            continue;
        }
        if conductor.from_canopy && conductor.gauge < Gauge::Awg14 {
            // The CEC leaves out every fixture wire of 18 and 16 AWG, the NEC the first four.
            if !nec || exempt_from_canopy > 0 {
                exempt_from_canopy -= 1;
                continue;
            }
        }
        let count = if nec && conductor.looped { 2 } else { 1 };
        match counts.iter_mut().find(|(gauge, _)| *gauge == conductor.gauge) {
            Some((_, known)) => *known += count,
            None => counts.push((conductor.gauge, count)),
        }
    }
    counts.sort_unstable();
    for (gauge, count) in counts {
        let each = counter.allowance(gauge);
        let loops = contents.conductors.iter().filter(|c| nec && c.looped && c.gauge == gauge).count();
        let doubled = if loops > 0 { format!(", {loops} looped and counted twice") } else { String::new() };
        counter.add(FillCause::Conductors, format!("conductors {gauge}{doubled}"), count, each);
    }
}

fn devices(contents: &BoxContents, largest: Gauge, counter: &mut Counter) {
    for device in contents.devices.iter().filter(|device| device.kind.has_yoke()) {
        let gangs = u32::from(device.gangs.max(1));
        let gauge = device.largest.unwrap_or(largest);
        let behind = device.behind.unwrap_or(device.kind.usual_depth());
        let deep = counter.edition.profile() == Profile::Cec && behind > Length::inches(1);
        if deep {
            // 32 cm² for each gang times its depth: 3.2 nL for each nanometre.
            let volume = Volume::from_nl(behind.nm() * 32 / 10 * i64::from(gangs)).unwrap_or(Volume::MAX);
            let common = if device.behind.is_none() { ", a common depth" } else { "" };
            let working = format!("32 cm² × {}{common}", behind.say(UnitSystem::Metric));
            counter.add_volume(FillCause::Devices, device.label(), working, volume);
        } else {
            counter.add(FillCause::Devices, device.label(), 2 * gangs, counter.allowance(gauge));
        }
    }
}

fn grounds(contents: &BoxContents, counter: &mut Counter) {
    let of = |isolated: bool| {
        let grounds = contents.grounds().filter(|ground| !ground.pigtail && !ground.from_canopy);
        grounds.filter(move |ground| ground.isolated == isolated)
    };
    let newer = counter.edition.year() >= 2020;
    let (count, largest) = if newer {
        (of(false).count() + of(true).count(), of(false).chain(of(true)).map(|ground| ground.gauge).max())
    } else {
        (of(false).count(), of(false).map(|ground| ground.gauge).max())
    };
    if let Some(gauge) = largest {
        let each = counter.allowance(gauge);
        counter.add(FillCause::Grounds, format!("{count} grounds together, {gauge}"), 1, each);
        let beyond = u32::try_from(count.saturating_sub(4)).unwrap_or(u32::MAX);
        if newer && beyond > 0 {
            let working = format!("{beyond} × 1/4 × {}", each.print(counter.units));
            let volume = each.times(beyond).quarter();
            counter.add_volume(FillCause::Grounds, format!("{beyond} grounds beyond four"), working, volume);
        }
    }
    if !newer && let Some(gauge) = of(true).map(|ground| ground.gauge).max() {
        counter.add(FillCause::Grounds, format!("isolated grounds, {gauge}"), 1, counter.allowance(gauge));
    }
}

fn fittings(contents: &BoxContents, largest: Gauge, counter: &mut Counter) {
    let each = counter.allowance(largest);
    if contents.fittings.internal_clamps == Some(true) {
        counter.add(FillCause::Clamps, "internal clamps, one or more".to_owned(), 1, each);
    }
    for fitting in &contents.fittings.support {
        let what = match fitting {
            SupportFitting::Stud => "luminaire stud",
            SupportFitting::Hickey => "hickey",
        };
        counter.add(FillCause::Fittings, what.to_owned(), 1, each);
    }
    if counter.edition.year() >= 2023 {
        for gauge in &contents.fittings.terminal_blocks {
            counter.add(FillCause::TerminalBlocks, format!("terminal block, {gauge}"), 1, counter.allowance(*gauge));
        }
    }
}

fn canadian_deductions(contents: &BoxContents, largest: Gauge, counter: &mut Counter) {
    let each = counter.allowance(largest);
    if !contents.fittings.support.is_empty() {
        counter.add(FillCause::Fittings, "luminaire stud or hickey".to_owned(), 1, each);
    }
    let connectors = contents.splices.iter().filter(|splice| splice.kind != SpliceKind::TapeOnly).count();
    let pairs = u32::try_from(connectors / 2).unwrap_or(u32::MAX);
    if pairs > 0 {
        counter.add(FillCause::Connectors, format!("{connectors} insulated connectors, by the pair"), pairs, each);
    }
}

/// What gives room, part by part; `None` when the volume of the box itself is not known.
fn rooms(contents: &BoxContents, edition: Edition) -> Option<Vec<(String, Volume)>> {
    let gangs = contents.gang_count();
    let own = match (contents.marked_volume, contents.size) {
        // The mark governs, more or less: the table is for boxes without one. NEC 314.16(A), from memory, sure.
        (Some(marked), _) => ("marked volume".to_owned(), marked),
        (None, Some(size)) => {
            let by = if size.is_by_gang() && gangs > 1 { format!(", {gangs} gangs") } else { String::new() };
            (format!("{}{by}", size.name()), table_volume(size, edition, gangs)?)
        }
        (None, None) if contents.kind == BoxKind::Pan => ("shallow pan 4 × 1/2".to_owned(), pan_volume(edition)),
        (None, None) => return None,
    };
    let mut rooms = vec![own];
    for added in &contents.added {
        let volume = added.marked_volume.or(added.size.and_then(|size| table_volume(size, edition, gangs)));
        rooms.extend(volume.map(|volume| (added.kind.name().to_owned(), volume)));
    }
    Some(rooms)
}

/// `None` where the table of the edition has no such box.
fn table_volume(size: StandardBox, edition: Edition, gangs: u32) -> Option<Volume> {
    let one = size.volume(edition)?;
    Some(if size.is_by_gang() { one.times(gangs) } else { one })
}

/// The smallest standard box of the same sort that holds `required`.
fn smallest_box(contents: &BoxContents, edition: Edition, required: Volume) -> Option<StandardBox> {
    let gangs = contents.gang_count();
    let sort: &[&str] = match contents.kind {
        BoxKind::Device => &["device"],
        BoxKind::Masonry => &["masonry"],
        BoxKind::Square => &["square"],
        BoxKind::Octagon | BoxKind::Pan | BoxKind::Fan => &["round"],
        BoxKind::Large => &["square"],
    };
    let candidates = StandardBox::ALL.iter().copied().filter(|size| sort.iter().any(|s| size.name().starts_with(s)));
    candidates
        .filter(|size| gangs == 1 || size.is_by_gang())
        .filter_map(|size| Some((table_volume(size, edition, gangs)?, size)))
        .filter(|(volume, _)| *volume >= required)
        .min_by_key(|(volume, _)| *volume)
        .map(|(_, size)| size)
}

/// Whether internal clamps, which nobody looked for, could be there.
pub(super) fn clamps_unknown(contents: &BoxContents, edition: Edition) -> bool {
    edition.profile() == Profile::Nec
        && contents.fittings.internal_clamps.is_none()
        && contents.construction != Some(Construction::Nonmetallic)
}
