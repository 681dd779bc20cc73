//! What the report says, before it is laid out. Every figure comes from the core.

use nailpunch_core::assess::sampling::samples;
use nailpunch_core::assess::{Assessed, AssessedBox, BoxAnswer, ItemState, Judgement, SubjectWork, judgement};
use nailpunch_core::facts::{Basis, BoxRecord, Bundle, BundlePhoto, RoomFacts, Scope, house_rule_infos};
use nailpunch_core::job::job;
use nailpunch_core::quantity::{Rounding, UnitSystem, within_sentence};
use nailpunch_core::rules::{RuleEntry, RuleResult, Verdict, is_luminaire_rule, rule_book};
use nailpunch_core::standard::{Edition, Severity, WiredUnder};
use serde::Serialize;

use crate::correction_part::{CorrectionRow, corrections};
use crate::detail_svg::detail_svg;
use crate::drawn_part::{DrawnPart, RunPart, WantedLine, run_part, sketch_part};
use crate::job_part::{JobPart, job_part};
use crate::kind::ReportKind;
use crate::panel_part::{PanelPart, panel_parts};
use crate::photo_part::{PhotoPart, photo_part};
use crate::seal::seal_line;
use crate::section_svg;
use crate::table::{Drawing, Line, Row, row, rules_met};

/// A box with all its findings.
#[derive(Serialize)]
pub struct BoxPart {
    pub heading: String,
    pub about: String,
    pub verdict: &'static str,
    pub dangerous: bool,
    /// What is violated, marginal, legacy, or ruled on.
    pub rows: Vec<Row>,
    /// How many rules are met, and what was not measured.
    pub rest: String,
    /// The section as found and as left, beside the findings.
    pub sections: Vec<Drawing>,
    /// What hangs, over the whole width.
    pub drawings: Vec<Drawing>,
    pub photos: Vec<PhotoPart>,
    pub contradictions: Vec<String>,
    /// Conditions that end the job, as a referral.
    pub stops: Vec<String>,
    /// The working of an overfilled box, line by line.
    pub fill: Vec<Line>,
    /// The plan, step by step.
    pub plan: Vec<String>,
    /// What no rule covers.
    pub remarks: Vec<String>,
}

/// A room: the boxes with something to say at length, and those that meet everything in a line.
#[derive(Serialize)]
pub struct RoomPart {
    pub name: String,
    pub about: String,
    /// Its sketch; absent where there is none, or nothing of it is told in this kind of report.
    pub sketch: Option<DrawnPart>,
    /// What is wanted in it.
    pub wanted: Vec<WantedLine>,
    pub boxes: Vec<BoxPart>,
    pub sound: Vec<String>,
}

/// A rule that is told in this report, with its source in the edition that is enforced.
#[derive(Serialize)]
pub struct RulePart {
    pub rule: &'static str,
    pub title: &'static str,
    pub limit: &'static str,
    pub source: String,
}

impl RulePart {
    fn of(rule: RuleEntry, edition: Edition) -> Self {
        let own = rule.citations.iter().find(|cited| cited.edition == edition.name()).or_else(|| {
            // A residential code and common practice are no editions of the electrical code.
            rule.citations.iter().find(|cited| Edition::ALL.iter().all(|known| known.name() != cited.edition))
        });
        let source = own.map_or_else(|| "not in this edition".to_owned(), ToString::to_string);
        Self { rule: rule.code, title: rule.title, limit: rule.limit, source }
    }
}

/// A fault with every place where it is.
#[derive(Serialize)]
pub struct FaultLine {
    pub rule: &'static str,
    pub title: &'static str,
    pub verdict: &'static str,
    pub places: Vec<String>,
}

/// What is a danger or violates a limit, told once each with its places: dangers first, then what is found most often.
fn faults<'a>(told: impl Iterator<Item = (String, &'a Row)>) -> Vec<FaultLine> {
    let mut faults: Vec<FaultLine> = Vec::new();
    let wrong = [Severity::Danger.name(), Verdict::Violates.name()];
    for (place, row) in told.filter(|(_, row)| wrong.contains(&row.verdict)) {
        match faults.iter_mut().find(|fault| (fault.title, fault.verdict) == (row.title, row.verdict)) {
            Some(fault) if fault.places.contains(&place) => {}
            Some(fault) => fault.places.push(place),
            None => {
                let Row { rule, title, verdict, .. } = *row;
                faults.push(FaultLine { rule, title, verdict, places: vec![place] });
            }
        }
    }
    faults.sort_by_key(|fault| (fault.verdict != wrong[0], std::cmp::Reverse(fault.places.len())));
    faults
}

/// The whole report.
#[derive(Serialize)]
pub struct Report {
    pub title: &'static str,
    pub kind: &'static str,
    /// The firm's name and licence.
    pub firm: Vec<String>,
    pub has_logo: bool,
    /// What the data hashes to, and which amendment it is.
    pub seal: String,
    /// What is a danger now, a sentence each.
    pub dangers: Vec<String>,
    pub job: Option<JobPart>,
    /// Somebody else's list, answered line by line.
    pub corrections: Vec<CorrectionRow>,
    /// Photographs of no box, room or cable run.
    pub photos: Vec<PhotoPart>,
    pub name: String,
    pub made_on: String,
    pub particulars: Vec<Line>,
    pub basis: Vec<Line>,
    pub counts: Vec<Line>,
    /// What the opened boxes say of those left closed, a sentence for each area.
    pub closed: Vec<String>,
    pub rooms: Vec<RoomPart>,
    pub runs: Vec<RunPart>,
    pub panels: Vec<PanelPart>,
    /// What is wrong, each once, with its places.
    pub faults: Vec<FaultLine>,
    pub rules: Vec<RulePart>,
}

/// The dangers that have room on one page, each in its first sentence.
fn shorten(dangers: &mut Vec<String>) {
    const MOST: usize = 9;
    let more = dangers.len().saturating_sub(MOST);
    dangers.truncate(MOST);
    for danger in dangers.iter_mut() {
        if let Some(end) = danger.find(". ") {
            danger.truncate(end + 1);
        }
    }
    if more > 0 {
        dangers.push(format!("and {more} more, in the full report."));
    }
}

impl Report {
    /// Of an audit as it was assessed, made at `made_on` (RFC 3339). Photographs and seals come from its bundle.
    pub fn of(bundle: &Bundle, assessed: &Assessed, kind: ReportKind, made_on: &str) -> Self {
        let audit = &assessed.facts.audit;
        let basis = &audit.basis;
        let mut dangers = Vec::new();
        let rooms = assessed.facts.rooms.iter().map(|room| room_part(bundle, assessed, room, kind, &mut dangers));
        let mut rooms: Vec<RoomPart> = rooms.collect();
        rooms.retain(|room| {
            kind.has_findings() && (kind == ReportKind::Full || !room.boxes.is_empty() || room.sketch.is_some())
        });
        let mut runs: Vec<RunPart> = assessed.runs.iter().map(|known| run_part(known, bundle)).collect();
        for run in &runs {
            let rows = run.drawn.rows.iter().filter(|row| row.verdict == Severity::Danger.name());
            dangers.extend(rows.map(|row| format!("{}: {}", run.name, row.sentence)));
        }
        runs.retain(|run| kind.has_findings() && kind.shows(&run.drawn.states));
        let mut panels = panel_parts(assessed);
        for panel in panels.iter().filter(|panel| panel.dangerous) {
            let rows = panel.rows.iter().filter(|row| row.verdict == Severity::Danger.name());
            dangers.extend(rows.map(|row| format!("{}: {}", panel.heading, row.sentence)));
        }
        let counts = assessed.counts();
        panels.retain(|panel| kind.shows(&panel.states));
        if kind == ReportKind::Owner {
            shorten(&mut dangers);
        }
        let panels = if kind.has_panels() { panels } else { Vec::new() };
        let told = || {
            let of_boxes = rooms.iter().flat_map(|room| &room.boxes).map(|part| (part.heading.clone(), &part.rows));
            let of_rooms = rooms.iter().filter_map(|room| Some((room.name.clone(), &room.sketch.as_ref()?.rows)));
            let of_runs = runs.iter().map(|run| (run.name.clone(), &run.drawn.rows));
            let of_panels = panels.iter().map(|panel| (panel.heading.clone(), &panel.rows));
            let all = of_boxes.chain(of_rooms).chain(of_runs).chain(of_panels);
            all.flat_map(|(place, rows)| rows.iter().map(move |row| (place.clone(), row)))
        };
        let faults = faults(told());
        let is_told = |rule: &RuleEntry| told().any(|(_, row)| row.rule == rule.code);
        let rules = rule_book().into_iter().filter(|rule| kind.has_findings() && is_told(rule));
        let rules = rules.map(|rule| RulePart::of(rule, basis.edition)).collect();
        let line = |what: &str, value: String| Line { what: what.to_owned(), value };
        let or_dash = |text: &str| if text.is_empty() { "—".to_owned() } else { text.to_owned() };
        Self {
            title: kind.title(),
            kind: kind.code(),
            firm: [audit.letterhead.firm.clone(), audit.letterhead.licence.clone()]
                .into_iter()
                .filter(|line| !line.is_empty())
                .collect(),
            has_logo: audit.letterhead.logo.is_some(),
            seal: seal_line(bundle),
            dangers,
            job: kind.has_job().then(|| job_part(&job(assessed))),
            corrections: corrections(assessed),
            photos: bundle
                .photos
                .iter()
                .enumerate()
                .filter(|(_, entry)| entry.photo.is_of_no_place() && kind.has_panels())
                .map(|(index, entry)| photo_part(index, entry))
                .collect(),
            name: audit.name.clone(),
            made_on: made_on.split('T').next().unwrap_or(made_on).to_owned(),
            particulars: vec![
                line("Place", or_dash(&audit.building.address)),
                line("Owner", or_dash(&audit.building.owner)),
                line("Built", audit.building.built.map_or_else(|| "—".to_owned(), |year| year.to_string())),
                line("Inspected by", or_dash(&audit.inspector)),
            ],
            basis: basis_lines(basis),
            counts: [
                line("Rooms", counts.rooms.to_string()),
                line("Boxes", counts.boxes.to_string()),
                line("Boxes that are a danger now", counts.dangerous.to_string()),
                line("Boxes referred to a licensed electrician", counts.stopped.to_string()),
                line("Boxes that violate a limit", counts.violates.to_string()),
                line("Marginal, within the tape of a limit", counts.marginal.to_string()),
                line("Legacy, allowed when built", counts.legacy.to_string()),
                line("Not fully measured", counts.not_measured.to_string()),
                line("Meet every limit judged", counts.meets.to_string()),
                line(
                    "Rooms taped, and of them violating a limit",
                    format!("{}, {}", counts.sketched_rooms, counts.violating_rooms),
                ),
                line(
                    "Cable runs, and of them violating a limit",
                    format!("{}, {}", counts.runs, counts.violating_runs),
                ),
                line("Panels", counts.panels.to_string()),
                line("Panels that are a danger now", counts.dangerous_panels.to_string()),
                line("Items found, nothing planned", counts.items.found.to_string()),
                line("Items planned", counts.items.planned.to_string()),
                line("Items waiting for a part, access or a decision", counts.items.waiting.to_string()),
                line("Items referred", counts.items.referred.to_string()),
                line("Items declined by the owner", counts.items.declined.to_string()),
                line("Items put off", counts.items.put_off.to_string()),
                line("Items done, to be checked", counts.items.done.to_string()),
                line("Items put right", counts.items.proven.to_string()),
                line("Items closed", counts.items.closed.to_string()),
            ]
            .into_iter()
            .take(if kind == ReportKind::Owner { 5 } else { usize::MAX })
            .collect(),
            closed: samples(assessed).into_iter().map(|sample| sample.sentence).collect(),
            rooms,
            runs,
            panels,
            faults,
            rules,
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
    for info in house_rule_infos() {
        if house.with_default(info.field).is_some() {
            lines.push(line(&format!("House rule: {}", info.matter), house.school(info.field).to_owned()));
        }
    }
    lines
}

fn wired(wired_under: Option<WiredUnder>) -> String {
    match wired_under {
        None => "not known".to_owned(),
        Some(WiredUnder::Year(year)) => year.to_string(),
        Some(WiredUnder::Edition(edition)) => format!("under {}", edition.name()),
    }
}

fn room_part(
    bundle: &Bundle,
    assessed: &Assessed,
    room: &RoomFacts,
    kind: ReportKind,
    dangers: &mut Vec<String>,
) -> RoomPart {
    let basis = &assessed.facts.audit.basis;
    let name = &room.room.name;
    let area = basis.areas.iter().find(|area| Some(area.id) == room.room.area);
    let about = area.map_or_else(String::new, |area| format!("{}, wired {}", area.name, wired(area.wired_under)));
    let sketch = assessed.of_room(room.room.id).map(|known| sketch_part(known, bundle));
    for row in sketch.iter().flat_map(|sketch| &sketch.rows).filter(|row| row.verdict == Severity::Danger.name()) {
        dangers.push(format!("{name}: {}", row.sentence));
    }
    let sketch = sketch.filter(|sketch| kind.has_findings() && kind.shows(&sketch.states));
    let wanted = assessed.of_room(room.room.id).filter(|_| sketch.is_some()).map_or_else(Vec::new, WantedLine::all);
    let mut part = RoomPart { name: name.clone(), about, sketch, wanted, boxes: Vec::new(), sound: Vec::new() };
    for known in assessed.boxes.iter().filter(|known| known.room.id == room.room.id) {
        let BoxAnswer { overview, findings, .. } = known.answer();
        let quiet = findings.is_empty() && matches!(overview.worst, Verdict::Meets | Verdict::NotApplicable);
        if overview.dangerous {
            let worst = findings.iter().filter_map(|view| view.found.as_ref()).find(|r| r.severity == Severity::Danger);
            let why = worst.map_or_else(String::new, |result| format!(": {}", result.sentence));
            dangers.push(format!("{}, {name}{why}", heading(known.record)));
        }
        let states: Vec<ItemState> = findings.iter().map(|view| view.state).collect();
        if quiet {
            part.sound.push(heading(known.record));
        } else if kind.has_findings() && kind.shows(&states) {
            let of_box = |photo: &&(usize, &BundlePhoto)| photo.1.photo.box_id == Some(known.record.id);
            let photos: Vec<_> = bundle.photos.iter().enumerate().collect();
            let photos = photos.iter().filter(of_box).map(|(index, entry)| photo_part(*index, entry)).collect();
            part.boxes.push(BoxPart { photos, ..box_part(known, basis) });
        }
    }
    part
}

fn heading(record: &BoxRecord) -> String {
    if record.place.is_empty() { record.tag.clone() } else { format!("{} {}", record.tag, record.place) }
}

fn box_part(known: &AssessedBox, basis: &Basis) -> BoxPart {
    let (entry, wired_under) = (known.record, known.wired_under);
    let views = &known.answer().findings;
    let found = judgement(&entry.found, basis, wired_under, known.answer().found.clone(), &[]);
    let left = known.answer().after().map(|left| judgement(known.contents(), basis, wired_under, left.to_vec(), &[]));
    let mut about = vec![entry.found.kind.name().to_owned()];
    about.extend(entry.found.location.map(|location| location.name().to_owned()));
    about.extend(entry.found.wall_finish.map(|finish| finish.name().to_owned()));
    about.push(format!("wired {}", wired(wired_under)));
    let telling = |result: &&RuleResult| {
        matches!(result.verdict, Verdict::Violates | Verdict::Marginal | Verdict::Legacy)
            || result.ruling.is_some()
            || views.iter().any(|view| view.rule == result.rule)
    };
    let rows = found.results.iter().filter(telling).map(|result| {
        let after = left.as_ref().and_then(|left| left.results.iter().find(|after| after.rule == result.rule));
        let view = views.iter().find(|view| view.rule == result.rule);
        row(result, after, view)
    });
    let drawing = |judgement: &Judgement, caption: &str| Drawing {
        svg: section_svg(&judgement.section),
        caption: caption.to_owned(),
        words: lengths(judgement).map(|result| result.sentence.to_string()).collect::<Vec<_>>().join(" "),
    };
    // The section shows lengths: it is drawn where they are what is wrong.
    let short = lengths(&found).any(|result| !matches!(result.verdict, Verdict::Meets | Verdict::NotApplicable));
    let drawn = (short && !found.section.conductors.is_empty()).then(|| drawing(&found, "As found"));
    let left_drawn = left.as_ref().filter(|_| drawn.is_some()).map(|left| drawing(left, "As left"));
    // What hangs is drawn where something of it is wrong, in figures or in what was seen.
    let hangs = found.results.iter().filter(|result| is_luminaire_rule(result.rule)).filter(telling);
    let hanging_words = hangs.map(|result| result.sentence.to_string()).collect::<Vec<_>>().join(" ");
    let hung = |judgement: &Judgement, caption: &str| {
        let hanging = judgement.hanging.as_ref().filter(|_| !hanging_words.is_empty())?;
        Some(Drawing {
            svg: detail_svg(hanging),
            caption: caption.to_owned(),
            words: format!("{}. {hanging_words}", hanging.said()),
        })
    };
    let hung_drawn = hung(&found, "What hangs, as found");
    let hung_left = left.as_ref().and_then(|left| hung(left, "What hangs, as left"));
    let open = views.iter().any(|view| !matches!(view.state, ItemState::Proven | ItemState::Closed));
    BoxPart {
        heading: heading(entry),
        about: about.join(", "),
        verdict: found.worst.name(),
        dangerous: found.dangerous,
        rows: rows.collect(),
        rest: rest(&found),
        sections: drawn.into_iter().chain(left_drawn).collect(),
        drawings: hung_drawn.into_iter().chain(hung_left).collect(),
        photos: Vec::new(),
        contradictions: found.contradictions.iter().map(|contradiction| contradiction.message.clone()).collect(),
        stops: found.stops.iter().map(|stop| format!("{}. {}", stop.found, stop.why)).collect(),
        fill: fill_lines(&found),
        plan: if open { plan_lines(&known.work()[Scope::ALL.len() - 1]) } else { Vec::new() },
        remarks: entry.remarks.iter().map(|remark| format!("{} ({})", remark.text, remark.severity.name())).collect(),
    }
}

/// The rules on the length of conductors, which the section shows.
fn lengths(judgement: &Judgement) -> impl Iterator<Item = &RuleResult> {
    judgement.results.iter().filter(|result| result.rule.starts_with("free-conductor"))
}

/// How many rules are met, and what was not measured.
fn rest(judgement: &Judgement) -> String {
    let meets = judgement.results.iter().filter(|result| result.verdict == Verdict::Meets).count();
    let missing: Vec<String> = judgement
        .results
        .iter()
        .filter(|result| result.verdict == Verdict::NotMeasured)
        .map(|result| within_sentence(result.title))
        .collect();
    let missing = if missing.is_empty() { String::new() } else { format!(" Not measured: {}.", missing.join(", ")) };
    format!("{}{missing}", rules_met(meets))
}

/// The working of the fill, where the box is overfilled.
fn fill_lines(judgement: &Judgement) -> Vec<Line> {
    let Some(fill) = judgement.fill.as_ref().filter(|fill| fill.over.is_some()) else { return Vec::new() };
    let line = |what: &str, value: String| Line { what: what.to_owned(), value };
    let mut lines: Vec<Line> = fill
        .lines
        .iter()
        .map(|taken| line(&taken.what, format!("{} = {}", taken.working, taken.volume.text)))
        .collect();
    lines.push(line("required", fill.required.text.clone()));
    lines.extend(fill.rooms.iter().map(|room| line(&room.what, room.volume.text.clone())));
    lines.extend(fill.over.as_ref().map(|over| line("over by", over.text.clone())));
    lines
}

/// What puts it right: the very plan that the job is made of.
fn plan_lines(work: &SubjectWork) -> Vec<String> {
    let mut lines: Vec<String> =
        work.steps.iter().map(|step| format!("{}, {} min.", step.title, step.minutes)).collect();
    let materials = work.steps.iter().flat_map(|step| &step.materials);
    let bring: Vec<String> = materials.map(|line| format!("{} × {}", line.count, line.what)).collect();
    if !bring.is_empty() {
        lines.push(format!("Bring: {}.", bring.join("; ")));
    }
    lines.extend(work.cannot.iter().map(|cannot| format!("Not mended here: {cannot}")));
    lines
}
