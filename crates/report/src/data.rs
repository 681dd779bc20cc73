//! What the report says, before it is laid out. Every figure comes from the core.

use std::collections::HashSet;

use nailpunch_core::assess::{Assessed, AuditCounts};
use nailpunch_core::facts::{Bundle, RoomFacts};
use nailpunch_core::job::job;
use nailpunch_core::quantity::UnitSystem;
use nailpunch_core::rules::rule_book;
use serde::Serialize;

use crate::correction_part::{CorrectionRow, corrections};
use crate::fault_part::{FaultLine, faults};
use crate::group_part::{GroupPart, groups};
use crate::house_part::HousePart;
use crate::instrument_part::{InstrumentLine, ReadingsPart, instruments, readings};
use crate::job_part::{JobPart, job_part};
use crate::kind::ReportKind;
use crate::met_part::{MetLine, MissingLine, met, missing};
use crate::notice_part::NoticePart;
use crate::panel_part::{PanelPart, panel_parts};
use crate::photo_part::{PhotoPart, photo_part};
use crate::place_part::{PlacePart, box_place, panel_place, room_place, run_place};
use crate::seal::seal_line;
use crate::source_part::{RulePart, basis_lines, wired};
use crate::summary_part::{DangerLine, SummaryPart};
use crate::table::{Line, Row};
use crate::wanted_part::WantedPart;

/// The whole report. What a kind of report does not tell is empty.
#[derive(Serialize)]
pub struct Report {
    /// Of the size that goes with the units.
    pub paper: &'static str,
    pub title: &'static str,
    pub kind: &'static str,
    /// The firm's name and licence.
    pub firm: Vec<String>,
    pub has_logo: bool,
    /// What the data hashes to, and which amendment it is.
    pub seal: String,
    pub name: String,
    pub made_on: String,
    pub particulars: Vec<Line>,
    /// The owner's page.
    pub summary: Option<SummaryPart>,
    /// The house on one page.
    pub house: Option<HousePart>,
    /// The notice of danger.
    pub notice: Option<NoticePart>,
    /// What is a danger now, where neither the owner's page nor the faults tell it.
    pub dangers: Vec<DangerLine>,
    /// Where the items stand.
    pub counts: Vec<Line>,
    /// What is wrong, each once, with its places.
    pub faults: Vec<FaultLine>,
    /// What was wrong and is put right, likewise.
    pub settled: Vec<FaultLine>,
    /// Every place with its findings, by what one would do about it.
    pub groups: Vec<GroupPart>,
    pub wanted: Vec<WantedPart>,
    pub met: Vec<MetLine>,
    pub missing: Vec<MissingLine>,
    pub job: Option<JobPart>,
    pub panels: Vec<PanelPart>,
    pub instruments: Vec<InstrumentLine>,
    /// Every reading, by the kind of instrument.
    pub readings: Vec<ReadingsPart>,
    /// Somebody else's list, answered line by line.
    pub corrections: Vec<CorrectionRow>,
    /// Photographs of no place.
    pub photos: Vec<PhotoPart>,
    pub basis: Vec<Line>,
    pub rules: Vec<RulePart>,
}

impl Report {
    /// Of an audit as it was assessed, made at `made_on` (RFC 3339). Photographs and seals come from its bundle.
    pub fn of(bundle: &Bundle, assessed: &Assessed, kind: ReportKind, made_on: &str) -> Self {
        let audit = &assessed.facts.audit;
        let full = kind == ReportKind::Full;
        let day = made_on.split('T').next().unwrap_or(made_on);
        let mut places = if kind.has_places() { places(bundle, assessed) } else { Vec::new() };
        let job = kind.has_job().then(|| job(assessed));
        let job_part = job.as_ref().map(job_part);
        let summary = job.as_ref().filter(|_| kind.has_summary());
        let summary = summary.map(|job| SummaryPart::of(assessed, &places, job));
        let dangers = if kind == ReportKind::RepairOrder { DangerLine::all(assessed) } else { Vec::new() };
        let (met, missing) = if full { (met(&places), missing(&places)) } else { Default::default() };
        for place in &mut places {
            place.rows.retain(|row| kind.tells(row.stands));
            if place.rows.is_empty() && kind == ReportKind::ReInspection {
                place.to_do = None;
            }
        }
        let table = |tells: fn(&Row) -> bool| if kind.has_faults() { faults(&places, tells) } else { Vec::new() };
        let (faults, settled) = (table(|row| !row.is_settled()), table(Row::is_settled));
        let told: HashSet<&str> = places.iter().flat_map(|place| &place.rows).map(|row| row.rule).collect();
        let rules = rule_book().into_iter().filter(|rule| kind.has_findings() && told.contains(rule.code));
        let rules = rules.map(|rule| RulePart::of(rule, audit.basis.edition)).collect();
        let loose = bundle.photos.iter().enumerate().filter(|(_, entry)| full && entry.photo.is_of_no_place());
        Self {
            paper: match audit.basis.units {
                UnitSystem::Inch => "us-letter",
                UnitSystem::Metric => "a4",
            },
            title: kind.title(),
            kind: kind.code(),
            firm: [audit.letterhead.firm.clone(), audit.letterhead.licence.clone()]
                .into_iter()
                .filter(|line| !line.is_empty())
                .collect(),
            has_logo: audit.letterhead.logo.is_some(),
            seal: seal_line(bundle),
            name: audit.name.clone(),
            made_on: day.to_owned(),
            particulars: particulars(assessed),
            summary,
            house: job
                .as_ref()
                .filter(|_| full && !assessed.facts.rooms.is_empty())
                .map(|job| HousePart::of(assessed, job)),
            notice: match kind {
                ReportKind::DangerNotice(number) => Some(NoticePart::of(assessed, number)),
                _ => None,
            },
            dangers,
            counts: if kind.has_findings() { counts(&assessed.counts()) } else { Vec::new() },
            faults,
            settled,
            groups: if kind.has_findings() { groups(places) } else { Vec::new() },
            wanted: if full { assessed.rooms.iter().flat_map(WantedPart::all).collect() } else { Vec::new() },
            met,
            missing,
            job: job_part,
            panels: if full { panel_parts(assessed) } else { Vec::new() },
            instruments: if full { instruments(assessed.facts, day) } else { Vec::new() },
            readings: if full { readings(assessed.facts, day) } else { Vec::new() },
            corrections: if full { corrections(assessed) } else { Vec::new() },
            photos: loose.map(|(index, entry)| photo_part(index, entry)).collect(),
            basis: basis_lines(&audit.basis),
            rules,
        }
    }
}

/// Every place in the order of the walk: the panels, each room with its boxes, the cable runs.
fn places(bundle: &Bundle, assessed: &Assessed) -> Vec<PlacePart> {
    let mut places: Vec<PlacePart> = assessed.panels.iter().map(|panel| panel_place(panel, bundle)).collect();
    for room in &assessed.facts.rooms {
        places.extend(assessed.of_room(room.room.id).map(|known| room_place(known, area_of(assessed, room), bundle)));
        let boxes = assessed.boxes.iter().filter(|known| known.room.id == room.room.id);
        places.extend(boxes.map(|known| box_place(known, &assessed.facts.audit.basis, bundle)));
    }
    places.extend(assessed.runs.iter().map(|run| run_place(run, bundle)));
    places
}

/// The area that a room is in, and when it was wired.
fn area_of(assessed: &Assessed, room: &RoomFacts) -> String {
    let areas = &assessed.facts.audit.basis.areas;
    let area = areas.iter().find(|area| Some(area.id) == room.room.area);
    area.map_or_else(String::new, |area| format!("{}, wired {}", area.name, wired(area.wired_under)))
}

fn particulars(assessed: &Assessed) -> Vec<Line> {
    let audit = &assessed.facts.audit;
    let built = audit.building.built.map_or_else(String::new, |year| year.to_string());
    [
        ("Place", audit.building.address.clone()),
        ("Owner", audit.building.owner.clone()),
        ("Built", built),
        ("Inspected by", audit.inspector.clone()),
    ]
    .into_iter()
    .map(|(what, value)| Line::new(what, if value.is_empty() { "not noted".to_owned() } else { value }))
    .collect()
}

/// Where the items stand; what none is in is left out.
fn counts(counts: &AuditCounts) -> Vec<Line> {
    let items = &counts.items;
    [
        ("Boxes that meet every limit judged", counts.meets),
        ("Marginal, within the tape of a limit", counts.marginal),
        ("Legacy, allowed when built", counts.legacy),
        ("Items found, nothing planned", items.found),
        ("Items planned", items.planned),
        ("Items waiting for a part, access or a decision", items.waiting),
        ("Items referred", items.referred),
        ("Items declined by the owner", items.declined),
        ("Items put off", items.put_off),
        ("Items done, to be checked", items.done),
        ("Items put right", items.proven),
        ("Items closed", items.closed),
    ]
    .into_iter()
    .filter(|(_, count)| *count > 0)
    .map(|(what, count)| Line::new(what, count.to_string()))
    .collect()
}
