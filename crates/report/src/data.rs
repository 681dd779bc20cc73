//! What the report says, before it is laid out. Every figure comes from the core.

use nailpunch_core::judgement::{JudgeRequest, Judgement, judge_box};
use nailpunch_core::overview::{AuditCounts, BoxOverview};
use nailpunch_core::quantity::{Rounding, UnitSystem};
use nailpunch_core::rules::{RuleResult, Verdict, rule_book};
use nailpunch_core::standard::WiredUnder;
use nailpunch_core::survey::{
    Basis, BoxContents, Bundle, BundleBox, BundleRoom, LimitsTogether, SplicedLength, TwinUnits,
};
use nailpunch_core::work::{ItemState, ItemView, item_views};
use serde::Serialize;

use crate::section_svg;

/// Which report.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum ReportKind {
    /// Everything.
    Full,
}

/// A line of a two-column list.
#[derive(Serialize)]
pub struct Line {
    pub what: String,
    pub value: String,
}

/// One finding of a box.
#[derive(Serialize)]
pub struct Row {
    pub title: &'static str,
    pub verdict: &'static str,
    pub found: String,
    pub left: String,
    pub limit: String,
    pub shortfall: String,
    pub citation: String,
    pub sentence: String,
    pub repair: String,
    pub state: String,
}

/// A drawing with what it shows in words.
#[derive(Serialize)]
pub struct Drawing {
    pub svg: String,
    pub caption: String,
    pub words: String,
}

/// A box with all its findings.
#[derive(Serialize)]
pub struct BoxPart {
    pub heading: String,
    pub about: String,
    pub verdict: &'static str,
    pub rows: Vec<Row>,
    pub drawings: Vec<Drawing>,
    pub contradictions: Vec<String>,
}

/// A room: the boxes with something to say at length, and those that meet everything in a line.
#[derive(Serialize)]
pub struct RoomPart {
    pub name: String,
    pub about: String,
    pub boxes: Vec<BoxPart>,
    pub sound: Vec<String>,
}

/// A rule with its sources.
#[derive(Serialize)]
pub struct RulePart {
    pub title: &'static str,
    pub limit: &'static str,
    pub sources: String,
}

/// The whole report.
#[derive(Serialize)]
pub struct Report {
    pub name: String,
    pub made_on: String,
    pub particulars: Vec<Line>,
    pub basis: Vec<Line>,
    pub counts: Vec<Line>,
    pub rooms: Vec<RoomPart>,
    pub rules: Vec<RulePart>,
}

impl Report {
    /// Of an audit, made at `made_on` (RFC 3339).
    pub fn of(bundle: &Bundle, _: ReportKind, made_on: &str) -> Self {
        let audit = &bundle.audit;
        let basis = &audit.basis;
        let mut overviews = Vec::new();
        let rooms = bundle.rooms.iter().map(|room| room_part(room, basis, &mut overviews)).collect();
        let counts = AuditCounts::of(bundle.rooms.len(), &overviews);
        let line = |what: &str, value: String| Line { what: what.to_owned(), value };
        let or_dash = |text: &str| if text.is_empty() { "—".to_owned() } else { text.to_owned() };
        Self {
            name: audit.name.clone(),
            made_on: made_on.split('T').next().unwrap_or(made_on).to_owned(),
            particulars: vec![
                line("Place", or_dash(&audit.building.address)),
                line("Owner", or_dash(&audit.building.owner)),
                line("Built", audit.building.built.map_or_else(|| "—".to_owned(), |year| year.to_string())),
                line("Inspected by", or_dash(&audit.inspector)),
            ],
            basis: basis_lines(basis),
            counts: vec![
                line("Rooms", counts.rooms.to_string()),
                line("Boxes", counts.boxes.to_string()),
                line("Boxes that violate a limit", counts.violates.to_string()),
                line("Marginal, within the tape of a limit", counts.marginal.to_string()),
                line("Legacy, allowed when built", counts.legacy.to_string()),
                line("Not fully measured", counts.not_measured.to_string()),
                line("Meet every limit judged", counts.meets.to_string()),
                line("Items found, nothing planned", counts.items.found.to_string()),
                line("Items planned", counts.items.planned.to_string()),
                line("Items done, not proven", counts.items.done.to_string()),
                line("Items proven", counts.items.proven.to_string()),
                line("Items closed", counts.items.closed.to_string()),
            ],
            rooms,
            rules: rule_book()
                .into_iter()
                .map(|rule| RulePart {
                    title: rule.title,
                    limit: rule.limit,
                    sources: rule.citations.iter().map(ToString::to_string).collect::<Vec<_>>().join(", "),
                })
                .collect(),
        }
    }
}

fn basis_lines(basis: &Basis) -> Vec<Line> {
    let house = &basis.house_rules;
    let line = |what: &str, value: String| Line { what: what.to_owned(), value };
    let mut lines = vec![
        line("Enforced edition", basis.edition.name().to_owned()),
        line(
            "Units",
            match basis.units {
                UnitSystem::Inch => "inches, read to 1/16".to_owned(),
                UnitSystem::Metric => "millimetres".to_owned(),
            },
        ),
    ];
    for area in &basis.areas {
        lines.push(line(&format!("Wired: {}", area.name), wired(area.wired_under)));
    }
    lines.push(line("The tape reads to", house.measuring_resolution.print(basis.units, Rounding::Nearest)));
    lines.push(line(
        "Length and reach",
        match house.limits_together {
            LimitsTogether::Both => "both must hold",
            LimitsTogether::Either => "house rule: either will do",
        }
        .to_owned(),
    ));
    lines.push(line(
        "A splice in the free length",
        match house.spliced_length {
            SplicedLength::Counts => "counts",
            SplicedLength::DoesNotCount => "house rule: ends the free length",
        }
        .to_owned(),
    ));
    lines.push(line(
        "Inches and millimetres",
        match house.twin_units {
            TwinUnits::Either => "meeting either is enough",
            TwinUnits::InchesGovern => "house rule: inches govern",
        }
        .to_owned(),
    ));
    lines
}

fn wired(wired_under: Option<WiredUnder>) -> String {
    match wired_under {
        None => "not known".to_owned(),
        Some(WiredUnder::Year(year)) => year.to_string(),
        Some(WiredUnder::Edition(edition)) => format!("under {}", edition.name()),
    }
}

fn room_part(room: &BundleRoom, basis: &Basis, overviews: &mut Vec<BoxOverview>) -> RoomPart {
    let area = basis.areas.iter().find(|area| Some(area.id) == room.area);
    let about = area.map_or_else(String::new, |area| format!("{}, wired {}", area.name, wired(area.wired_under)));
    let mut part = RoomPart { name: room.name.clone(), about, boxes: Vec::new(), sound: Vec::new() };
    for entry in &room.boxes {
        let record = entry.record(room.id);
        let wired_under = basis.wired_under(&room.room(), entry.wired_under);
        let views = item_views(&record, &entry.items, basis, wired_under);
        let overview = BoxOverview::with_views(&record, &room.room(), basis, &views);
        let quiet = views.is_empty() && matches!(overview.worst, Verdict::Meets | Verdict::NotApplicable);
        overviews.push(overview);
        if quiet {
            part.sound.push(heading(entry));
        } else {
            part.boxes.push(box_part(entry, basis, wired_under, &views));
        }
    }
    part
}

fn heading(entry: &BundleBox) -> String {
    if entry.place.is_empty() { entry.tag.clone() } else { format!("{} {}", entry.tag, entry.place) }
}

fn judged(contents: &BoxContents, basis: &Basis, wired_under: Option<WiredUnder>, new_work: bool) -> Judgement {
    let basis = basis.clone();
    judge_box(JudgeRequest { basis, wired_under, new_work, contents: contents.clone(), typed: Vec::new() })
}

fn box_part(entry: &BundleBox, basis: &Basis, wired_under: Option<WiredUnder>, views: &[ItemView]) -> BoxPart {
    let found = judged(&entry.found, basis, wired_under, false);
    let left = entry.left.as_ref().filter(|left| left.is_measured());
    let left = left.map(|left| judged(left, basis, wired_under, true));
    let mut about = vec![entry.found.kind.name().to_owned()];
    about.extend(entry.found.wall_finish.map(|finish| finish.name().to_owned()));
    about.push(format!("wired {}", wired(wired_under)));
    let rows = found.results.iter().map(|result| {
        let after = left.as_ref().and_then(|left| left.results.iter().find(|after| after.rule == result.rule));
        let view = views.iter().find(|view| view.rule == result.rule);
        row(result, after, view)
    });
    let drawing = |judgement: &Judgement, caption: &str| Drawing {
        svg: section_svg(&judgement.section),
        caption: caption.to_owned(),
        words: judgement.results.iter().map(|result| result.sentence.clone()).collect::<Vec<_>>().join(" "),
    };
    let drawn = (!found.section.conductors.is_empty()).then(|| drawing(&found, "As found"));
    BoxPart {
        heading: heading(entry),
        about: about.join(", "),
        verdict: found.worst.name(),
        rows: rows.collect(),
        drawings: drawn.into_iter().chain(left.as_ref().map(|left| drawing(left, "As left"))).collect(),
        contradictions: found.contradictions.iter().map(|contradiction| contradiction.message.clone()).collect(),
    }
}

/// The measured figure with its conductor, "2 3/4 in (black 12 AWG)".
fn figure(result: &RuleResult) -> String {
    let Some(worst) = &result.worst else { return "—".to_owned() };
    match &worst.measured {
        Some(measured) => format!("{} ({})", measured.figure.text, worst.label),
        None => result.verdict.name().to_owned(),
    }
}

/// The state of an item in words.
pub(crate) const fn state_name(state: ItemState) -> &'static str {
    match state {
        ItemState::Found => "found",
        ItemState::Planned => "planned",
        ItemState::Done => "done, not proven",
        ItemState::Proven => "proven",
        ItemState::Closed => "closed",
        ItemState::Reopened => "open again",
    }
}

fn row(result: &RuleResult, after: Option<&RuleResult>, view: Option<&ItemView>) -> Row {
    let worst = result.worst.as_ref();
    let text = |figure: Option<&nailpunch_core::quantity::Figure>| {
        figure.map_or_else(|| "—".to_owned(), |figure| figure.text.clone())
    };
    Row {
        title: result.title,
        verdict: result.verdict.name(),
        found: figure(result),
        left: after.map_or_else(|| "—".to_owned(), figure),
        limit: text(worst.and_then(|worst| worst.required.as_ref())),
        shortfall: text(worst.and_then(|worst| worst.shortfall.as_ref())),
        citation: if result.citation.is_empty() { "—".to_owned() } else { result.citation.clone() },
        sentence: result.sentence.clone(),
        repair: view.and_then(|view| view.repair_title).unwrap_or("—").to_owned(),
        state: view.map_or("—", |view| state_name(view.state)).to_owned(),
    }
}
