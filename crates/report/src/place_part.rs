//! A place in the report, whatever it is: a box, a room, a cable run or a panel, with what was found there, its drawings and
//! photographs, and what puts it right.

use nailpunch_core::assess::{
    AssessedBox, AssessedPanel, AssessedRoom, AssessedRun, AssessedSubject, Judged, Judgement, RoomJudgement,
    RunJudgement, ToDo, box_called, judgement,
};
use nailpunch_core::facts::{Basis, Bundle, Photo, Remark, Scope};
use nailpunch_core::rules::{RuleResult, Verdict, is_luminaire_rule};
use serde::Serialize;

use crate::detail_svg::detail_svg;
use crate::photo_part::{PhotoPart, photo_part};
use crate::source_part::wired;
use crate::table::{Drawing, Line, Row, every_sentence, mark_of, plan_lines, row, telling};
use crate::{room_svg, run_svg, section_svg, wall_svg};

/// What a place is.
#[derive(Clone, Copy, Default, PartialEq, Eq, Serialize)]
#[serde(rename_all = "kebab-case")]
pub enum PlaceKind {
    #[default]
    Box,
    Room,
    Run,
    Panel,
}

/// A place with all that was found there.
#[derive(Default, Serialize)]
pub struct PlacePart {
    pub kind: PlaceKind,
    pub heading: String,
    /// As it is called in a list: a box by its tag.
    #[serde(skip)]
    pub name: String,
    /// The room it is in; empty where it is a room, a panel or a cable run.
    pub room: String,
    pub about: String,
    /// The worst that is said of it now, for its mark.
    pub verdict: &'static str,
    /// Conditions that end the job, as a referral; what stays live at a panel.
    pub stops: Vec<String>,
    /// What is violated, marginal, legacy, or ruled on.
    pub rows: Vec<Row>,
    /// Drawings beside the findings.
    pub sections: Vec<Drawing>,
    /// Drawings over the whole width.
    pub drawings: Vec<Drawing>,
    pub photos: Vec<PhotoPart>,
    pub contradictions: Vec<String>,
    /// The working of an overfilled box, line by line.
    pub fill: Vec<Line>,
    /// What puts it right, step by step.
    pub plan: Vec<String>,
    /// What no rule covers.
    pub remarks: Vec<String>,
    /// What one would do about it; absent where there is nothing to tell.
    #[serde(skip)]
    pub to_do: Option<ToDo>,
    /// How many limits are met.
    #[serde(skip)]
    pub met: usize,
    /// What was not measured or looked at, by the titles of its rules.
    #[serde(skip)]
    pub missing: Vec<&'static str>,
}

/// What was said beside the rules, each with how bad it is.
fn remarked(remarks: &[Remark]) -> Vec<String> {
    remarks.iter().map(|remark| format!("{} ({})", remark.text, remark.severity.name())).collect()
}

fn met(results: &[RuleResult]) -> usize {
    results.iter().filter(|result| result.verdict == Verdict::Meets).count()
}

fn missing(results: &[RuleResult]) -> Vec<&'static str> {
    results.iter().filter(|result| result.verdict == Verdict::NotMeasured).map(|result| result.title).collect()
}

fn photos(bundle: &Bundle, shows: impl Fn(&Photo) -> bool) -> Vec<PhotoPart> {
    let photos = bundle.photos.iter().enumerate().filter(|(_, entry)| shows(&entry.photo));
    photos.map(|(index, entry)| photo_part(index, entry)).collect()
}

/// A box.
pub fn box_place(known: &AssessedBox, basis: &Basis, bundle: &Bundle) -> PlacePart {
    let (entry, wired_under, answer) = (known.record, known.wired_under, known.answer());
    let views = &answer.findings;
    let found = judgement(&entry.found, basis, wired_under, answer.found.clone(), &[]);
    let left = answer.after().map(|left| judgement(known.contents(), basis, wired_under, left.to_vec(), &[]));
    let mut about = vec![entry.found.kind.name().to_owned()];
    about.extend(entry.found.location.map(|location| location.name().to_owned()));
    about.extend(entry.found.wall_finish.map(|finish| finish.name().to_owned()));
    about.push(format!("wired {}", wired(wired_under)));
    let told = || found.results.iter().filter(|result| telling(result, views));
    let rows: Vec<Row> = told()
        .map(|result| {
            let after = left.as_ref().and_then(|left| left.results.iter().find(|after| after.rule == result.rule));
            row(result, after, views.iter().find(|view| view.rule == result.rule))
        })
        .collect();
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
    let hangs = told().filter(|result| is_luminaire_rule(result.rule));
    let hanging_words = hangs.map(|result| result.sentence.to_string()).collect::<Vec<_>>().join(" ");
    let hung = |judgement: &Judgement, caption: &str| {
        let hanging = judgement.hanging.as_ref().filter(|_| !hanging_words.is_empty())?;
        let words = format!("{}. {hanging_words}", hanging.said());
        Some(Drawing { svg: detail_svg(hanging), caption: caption.to_owned(), words })
    };
    let hung_drawn = hung(&found, "What hangs, as found");
    let hung_left = left.as_ref().and_then(|left| hung(left, "What hangs, as left"));
    let open = views.iter().any(|view| !view.state.is_settled());
    let overview = &answer.overview;
    let to_do = ToDo::of(overview.dangerous, overview.stopped, views, overview.worst);
    let photos = photos(bundle, |photo| photo.box_id == Some(entry.id));
    let says = !(rows.is_empty() && entry.remarks.is_empty() && found.contradictions.is_empty() && photos.is_empty());
    PlacePart {
        kind: PlaceKind::Box,
        heading: box_called(entry),
        name: entry.tag.clone(),
        room: known.room.name.clone(),
        about: about.join(", "),
        verdict: mark_of(overview.dangerous, overview.worst),
        rows,
        sections: drawn.into_iter().chain(left_drawn).collect(),
        drawings: hung_drawn.into_iter().chain(hung_left).collect(),
        photos,
        contradictions: found.contradictions.iter().map(|contradiction| contradiction.message.clone()).collect(),
        stops: found
            .stops
            .iter()
            .map(|stop| format!("Stop: refer to a licensed electrician. {}. {}", stop.found, stop.why))
            .collect(),
        fill: fill_lines(&found),
        plan: if open { plan_lines(&known.work()[Scope::ALL.len() - 1]) } else { Vec::new() },
        remarks: remarked(&entry.remarks),
        to_do: (says || overview.stopped).then_some(to_do),
        met: met(known.now()),
        missing: missing(known.now()),
    }
}

/// The rules on the length of conductors, which the section shows.
fn lengths(judgement: &Judgement) -> impl Iterator<Item = &RuleResult> {
    judgement.results.iter().filter(|result| result.rule.starts_with("free-conductor"))
}

/// The working of the fill, where the box is overfilled.
fn fill_lines(judgement: &Judgement) -> Vec<Line> {
    let Some(fill) = judgement.fill.as_ref().filter(|fill| fill.over.is_some()) else { return Vec::new() };
    let mut lines: Vec<Line> = fill
        .lines
        .iter()
        .map(|taken| Line::new(&taken.what, format!("{} = {}", taken.working, taken.volume.text)))
        .collect();
    lines.push(Line::new("required", fill.required.text.clone()));
    lines.extend(fill.rooms.iter().map(|room| Line::new(&room.what, room.volume.text.clone())));
    lines.extend(fill.over.as_ref().map(|over| Line::new("over by", over.text.clone())));
    lines
}

/// What is alike of a room, a run and a panel.
fn beside_the_box<Record, Judgement: Judged>(
    known: &AssessedSubject<Record, Judgement>,
    remarks: &[Remark],
    contradictions: &[String],
    photos: Vec<PhotoPart>,
) -> PlacePart {
    let (found, now) = (known.found.results(), known.now());
    let told = found.iter().filter(|result| telling(result, &known.findings));
    let rows: Vec<Row> = told.map(|result| every_sentence(result, known.left_results(), &known.findings)).collect();
    let says = !(rows.is_empty() && remarks.is_empty() && contradictions.is_empty() && photos.is_empty());
    PlacePart {
        verdict: mark_of(now.dangerous(), now.worst()),
        to_do: says.then(|| ToDo::of(now.dangerous(), false, &known.findings, now.worst())),
        rows,
        photos,
        contradictions: contradictions.to_vec(),
        plan: plan_lines(&known.work),
        remarks: remarked(remarks),
        met: met(now.results()),
        missing: missing(now.results()),
        ..PlacePart::default()
    }
}

/// A room, by its sketch.
pub fn room_place(known: &AssessedRoom, about: String, bundle: &Bundle) -> PlacePart {
    let drawing = |judged: &RoomJudgement, caption: &str| {
        let plan = judged.plan.as_ref()?;
        Some(Drawing { svg: room_svg(plan), caption: caption.to_owned(), words: plan.words.clone() })
    };
    let as_left = known.left.as_ref().and_then(|left| drawing(left, "The room as left"));
    // Of what stands now, each wall along which something is too far.
    let walls = known.now().elevations.iter().filter(|wall| !wall.far.is_empty());
    let walls = walls.map(|wall| Drawing {
        svg: wall_svg(wall),
        caption: format!("The {} along its length", wall.label),
        words: wall.words.clone(),
    });
    let drawn = drawing(&known.found, "The room as found, from above").into_iter().chain(as_left).chain(walls);
    PlacePart {
        kind: PlaceKind::Room,
        heading: known.record.name.clone(),
        name: known.record.name.clone(),
        about,
        drawings: drawn.collect(),
        ..beside_the_box(
            known,
            &known.record.remarks,
            &known.found.contradictions,
            photos(bundle, |photo| photo.room == Some(known.record.id)),
        )
    }
}

/// A cable run.
pub fn run_place(known: &AssessedRun, bundle: &Bundle) -> PlacePart {
    let drawing = |judged: &RunJudgement, caption: &str| {
        let strip = judged.strip.as_ref()?;
        Some(Drawing { svg: run_svg(strip), caption: caption.to_owned(), words: strip.words.clone() })
    };
    let as_left = known.left.as_ref().and_then(|left| drawing(left, "The run as left"));
    let about = [format!("Wired: {}", known.record.found.label()), known.found.fed.clone()];
    PlacePart {
        kind: PlaceKind::Run,
        heading: known.record.name.clone(),
        name: known.record.name.clone(),
        about: about.into_iter().filter(|words| !words.is_empty()).collect::<Vec<_>>().join(". "),
        drawings: drawing(&known.found, "The run as found, along its length").into_iter().chain(as_left).collect(),
        ..beside_the_box(
            known,
            &known.record.remarks,
            &known.found.contradictions,
            photos(bundle, |photo| photo.run == Some(known.record.id)),
        )
    }
}

/// A panel.
pub fn panel_place(known: &AssessedPanel, bundle: &Bundle) -> PlacePart {
    let (panel, judged) = (known.record, &known.found);
    let mut about = vec![format!("fed from {}", judged.fed_from), format!("{} spaces", panel.spaces)];
    about.extend(panel.rating.map(|rating| format!("rated {rating} A")));
    about.extend(panel.main_breaker.map(|main| format!("main {main} A")));
    let now = known.now();
    let drawn = [(&now.space, "The space before it, from its side"), (&now.drop, "The drop of its service")];
    let drawings = drawn.into_iter().filter_map(|(detail, caption)| {
        let detail = detail.as_ref()?;
        Some(Drawing { svg: detail_svg(detail), caption: caption.to_owned(), words: detail.said() })
    });
    PlacePart {
        kind: PlaceKind::Panel,
        heading: panel.name.clone(),
        name: panel.name.clone(),
        about: about.join(", "),
        stops: judged.stays_live.clone(),
        drawings: drawings.collect(),
        ..beside_the_box(known, &panel.remarks, &[], photos(bundle, |photo| photo.panel == Some(panel.id)))
    }
}
