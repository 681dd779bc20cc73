//! The owner's page, which stands alone: what is dangerous and where, what to do first, what it costs, what was not looked at.

use nailpunch_core::assess::sampling::samples;
use nailpunch_core::assess::{Assessed, AuditCounts, Danger, ToDo, dangers};
use nailpunch_core::job::{Job, JobBreaker};
use nailpunch_core::rules::Verdict;
use serde::Serialize;

use crate::job_part::scopes;
use crate::place_part::PlacePart;
use crate::table::{Line, count, first_sentence};

/// As many places with dangers as a page has room for beside the rest.
const MOST_DANGERS: usize = 16;

/// What is a danger at one place.
#[derive(Serialize)]
pub struct DangerLine {
    pub place: String,
    pub room: String,
    /// A sentence each, the worst first.
    pub what: Vec<String>,
}

impl DangerLine {
    /// Every danger, one line for each place.
    pub fn all(assessed: &Assessed) -> Vec<Self> {
        let dangers = dangers(assessed);
        let of_place = |dangers: &[Danger]| Self {
            place: dangers[0].place.clone(),
            room: dangers[0].room.clone(),
            what: dangers.iter().map(|danger| danger.what.clone()).collect(),
        };
        dangers.chunk_by(|one, next| one.subject == next.subject).map(of_place).collect()
    }

    /// As far as a page has room: the first of its dangers, and how many more there are.
    fn shortened(mut self) -> Self {
        let more = self.what.len().saturating_sub(1);
        self.what.truncate(1);
        for what in &mut self.what {
            *what = first_sentence(what);
        }
        if more > 0 {
            self.what.push(format!("And {more} more."));
        }
        self
    }
}

/// The owner's page.
#[derive(Serialize)]
pub struct SummaryPart {
    /// How it stands, in figures.
    pub says: String,
    /// What to do first, a sentence each.
    pub first: Vec<String>,
    pub dangers: Vec<DangerLine>,
    /// How many places with dangers are not on this page.
    pub more: usize,
    /// What it takes and costs, in a sentence.
    pub cost: String,
    /// The same for each scope.
    pub scopes: Vec<Line>,
    /// What was not looked at, a sentence each.
    pub not_seen: Vec<String>,
}

impl SummaryPart {
    /// Of an audit, its places as they are told, and its job.
    pub fn of(assessed: &Assessed, places: &[PlacePart], job: &Job) -> Self {
        let counts = assessed.counts();
        let all = DangerLine::all(assessed);
        let more = all.len().saturating_sub(MOST_DANGERS);
        Self {
            says: standing(&counts),
            first: what_first(places, job, &counts),
            more,
            dangers: all.into_iter().take(MOST_DANGERS).map(DangerLine::shortened).collect(),
            cost: job.estimate.sentence.clone(),
            scopes: scopes(job),
            not_seen: not_seen(assessed, &counts, job),
        }
    }
}

fn standing(counts: &AuditCounts) -> String {
    let dangerous = counts.dangerous + counts.dangerous_panels + counts.dangerous_rooms + counts.dangerous_runs;
    let broken: Vec<String> = [
        (counts.violates, counts.boxes, "boxes"),
        (counts.violating_panels, counts.panels, "panels"),
        (counts.violating_rooms, counts.sketched_rooms, "rooms that were taped"),
        (counts.violating_runs, counts.runs, "cable runs"),
    ]
    .into_iter()
    .filter(|(_, all, _)| *all > 0)
    .map(|(broken, all, what)| format!("{broken} of {all} {what}"))
    .collect();
    let dangerous = match dangerous {
        0 => "Nothing that was looked at is a danger now.".to_owned(),
        1 => "1 place is a danger now.".to_owned(),
        places => format!("{places} places are a danger now."),
    };
    if broken.is_empty() {
        return format!("{dangerous} Nothing was inspected yet.");
    }
    format!("{dangerous} A limit is broken in {}.", broken.join(", "))
}

/// The places about which one would do this, by their names; where they are many, the first of them.
fn names(places: &[PlacePart], to_do: ToDo) -> Option<String> {
    const MOST: usize = 12;
    let of: Vec<&str> =
        places.iter().filter(|place| place.to_do == Some(to_do)).map(|place| place.name.as_str()).collect();
    let more = of.len().saturating_sub(MOST);
    let named = of.iter().take(MOST).copied().collect::<Vec<_>>().join(", ");
    let more = if more == 0 { String::new() } else { format!(" and {more} more") };
    (!of.is_empty()).then(|| format!("{named}{more}"))
}

/// The breakers of what is a danger, panel by panel, in a sentence.
fn to_leave_off(job: &Job) -> Option<String> {
    let mut panels: Vec<(&str, Vec<&str>)> = Vec::new();
    for known in job.boxes.iter().filter(|known| known.work.danger && !known.main_off) {
        for JobBreaker { name, panel_name, .. } in known.breakers.iter().filter_map(|place| job.breakers.get(*place)) {
            match panels.iter_mut().find(|(panel, _)| *panel == panel_name.as_str()) {
                Some((_, names)) if names.contains(&name.as_str()) => {}
                Some((_, names)) => names.push(name),
                None => panels.push((panel_name, vec![name])),
            }
        }
    }
    let of_panel = |(panel, names): &(&str, Vec<&str>)| {
        let breakers = if names.len() == 1 { "breaker" } else { "breakers" };
        format!("{breakers} {} in the panel “{panel}”", names.join(", "))
    };
    let named: Vec<String> = panels.iter().map(of_panel).collect();
    (!named.is_empty()).then(|| format!("Leave off what you can do without of {}.", named.join(" and ")))
}

fn what_first(places: &[PlacePart], job: &Job, counts: &AuditCounts) -> Vec<String> {
    let mut first = Vec::new();
    if places.iter().any(|place| place.to_do == Some(ToDo::MakeSafe)) {
        first.push(
            "Have the dangers below made safe before anything else, and leave these places alone until then."
                .to_owned(),
        );
        first.extend(to_leave_off(job));
    }
    if let Some(named) = names(places, ToDo::Refer) {
        first.push(format!("Call a licensed electrician for {named}."));
    }
    if counts.items.waiting > 0 {
        let waiting = count(counts.items.waiting as usize, "item waits", "items wait");
        first.push(format!("{waiting} for a part, for access or for your decision."));
    }
    let to_put_right = places.iter().filter(|place| place.to_do == Some(ToDo::PutRight)).count();
    if to_put_right > 0 {
        let other = if first.is_empty() { "" } else { "other " };
        let places = count(to_put_right, &format!("{other}place"), &format!("{other}places"));
        first.push(format!("Have what is wrong at {places} put right, at a time that suits you."));
    }
    if let Some(named) = names(places, ToDo::Decided) {
        first.push(format!("Think again about what was declined or put off: {named}."));
    }
    if first.is_empty() {
        let judged = places.iter().any(|place| place.met > 0 || place.to_do.is_some());
        let missing = places.iter().any(|place| !place.missing.is_empty());
        first.push(match (judged, missing) {
            (false, _) => "Nothing was inspected yet: of no place can be said what to do.".to_owned(),
            (true, true) => "Of what was measured nothing has to be put right; not all of it was measured.".to_owned(),
            (true, false) => "Nothing has to be put right.".to_owned(),
        });
    }
    first
}

fn not_seen(assessed: &Assessed, counts: &AuditCounts, job: &Job) -> Vec<String> {
    let mut lines: Vec<String> = samples(assessed).into_iter().map(|sample| sample.sentence).collect();
    let unmeasured =
        assessed.boxes.iter().filter(|known| known.now().iter().any(|result| result.verdict == Verdict::NotMeasured));
    let unmeasured = unmeasured.count();
    if unmeasured > 0 {
        lines.push(format!("In {unmeasured} of {} boxes something was not measured.", counts.boxes));
    }
    lines.push("Wiring within walls, and what lay behind a cover that stayed on, was not looked at.".to_owned());
    if !job.estimate.left_out.is_empty() {
        lines.push(format!("Not in what it costs: {}.", job.estimate.left_out.join(", ")));
    }
    lines
}
