//! The job in the report: the work box by box, what to bring and to cut, the shut-downs, what it takes.

use nailpunch_core::facts::BoxId;
use nailpunch_core::job::{Job, JobPlace};
use nailpunch_core::repair::WorkStep;
use serde::Serialize;

use crate::table::Line;

/// A box of the repair order.
#[derive(Serialize)]
pub struct JobBoxPart {
    pub heading: String,
    pub room: String,
    pub breakers: String,
    pub minutes: u32,
    pub danger: bool,
    pub steps: Vec<String>,
    pub cautions: Vec<String>,
    pub notes: Vec<String>,
}

/// A shut-down of the repair order.
#[derive(Serialize)]
pub struct ShutDownPart {
    pub heading: String,
    pub off: Vec<String>,
    pub boxes: String,
    pub retest: Vec<String>,
}

/// The job.
#[derive(Serialize)]
pub struct JobPart {
    pub sentence: String,
    pub scopes: Vec<Line>,
    pub estimate: Vec<Line>,
    pub boxes: Vec<JobBoxPart>,
    /// Work at panels and in rooms, each with who does it.
    pub places: Vec<JobBoxPart>,
    pub materials: Vec<Line>,
    pub cuts: Vec<String>,
    pub shut_downs: Vec<ShutDownPart>,
    pub unplaced: Vec<String>,
}

/// The job as it is laid out.
pub fn job_part(job: &Job) -> JobPart {
    let line = |what: &str, value: String| Line { what: what.to_owned(), value };
    let named = |places: &[usize]| {
        let names: Vec<String> = places
            .iter()
            .map(|place| format!("{} of {}", job.breakers[*place].name, job.breakers[*place].panel_name))
            .collect();
        names.join(", ")
    };
    let tags = |ids: &[BoxId]| {
        let boxes = ids.iter().filter_map(|id| job.boxes.iter().find(|known| known.box_id == *id));
        boxes.map(|known| known.tag.as_str()).collect::<Vec<_>>().join(", ")
    };
    let worked = job.boxes.iter().filter(|known| !known.work.steps.is_empty() || known.work.referred);
    JobPart {
        sentence: job.sentence.clone(),
        scopes: job
            .scopes
            .iter()
            .map(|cost| {
                let open = match cost.left_open {
                    0 => String::new(),
                    count => format!("; {count} items stay open"),
                };
                line(cost.name, format!("{} repairs in {} boxes, {} min{open}", cost.repairs, cost.boxes, cost.minutes))
            })
            .collect(),
        estimate: job
            .estimate
            .lines
            .iter()
            .map(|part| {
                let minutes = &part.minutes;
                line(
                    &part.what,
                    format!("{} to {} min, likely {}: {}", minutes.low, minutes.high, minutes.likely, part.why),
                )
            })
            .chain(std::iter::once(line("Not in it", job.estimate.left_out.join(", "))))
            .collect(),
        boxes: worked
            .map(|known| JobBoxPart {
                heading: format!("{} {}", known.tag, known.place),
                room: known.room.clone(),
                breakers: if known.main_off { "main off".to_owned() } else { named(&known.breakers) },
                minutes: known.minutes,
                danger: known.work.danger,
                steps: by_phase(&known.work.sequence),
                cautions: once(known.work.steps.iter().flat_map(|step| step.cautions.iter().map(ToString::to_string))),
                notes: known
                    .work
                    .cannot
                    .iter()
                    .cloned()
                    .chain(known.work.referred.then(|| "Referred to a licensed electrician.".to_owned()))
                    .collect(),
            })
            .collect(),
        places: job.places.iter().map(place).collect(),
        materials: job
            .materials
            .iter()
            .map(|need| line(&need.what, format!("{} ({})", need.count, need.boxes.join(", "))))
            .collect(),
        cuts: job
            .cut_list
            .gauges
            .iter()
            .flat_map(|gauge| {
                let pieces = gauge.pieces.iter().map(|piece| {
                    let conductors = piece.conductors.iter().filter(|conductor| !conductor.cuts.is_empty());
                    let cuts = conductors.map(|conductor| {
                        let cuts: Vec<&str> = conductor.cuts.iter().map(|cut| cut.text.as_str()).collect();
                        format!("{} {}", conductor.colour.name(), cuts.join(", "))
                    });
                    format!("{}, {}: {}.", piece.what, piece.length.text, cuts.collect::<Vec<_>>().join("; "))
                });
                std::iter::once(gauge.sentence.clone()).chain(pieces).collect::<Vec<_>>()
            })
            .collect(),
        shut_downs: job
            .shut_downs
            .iter()
            .map(|known| {
                let clock = |minute: u16| format!("{:02}:{:02}", minute / 60, minute % 60);
                let when = known.slot.map_or_else(
                    || known.no_time.clone().unwrap_or_default(),
                    |slot| format!("day {}, {} to {}", slot.day + 1, clock(slot.from), clock(slot.to)),
                );
                ShutDownPart {
                    heading: format!("Shut-down {}: {when}", known.number),
                    off: if known.main_off {
                        vec!["The main: a hot may be open here. The line side stays live.".to_owned()]
                    } else {
                        known.breakers.iter().map(|place| job.breakers[*place].dark.clone()).collect()
                    },
                    boxes: tags(&known.boxes),
                    retest: known.retest.clone(),
                }
            })
            .collect(),
        unplaced: job.unplaced.iter().map(|known| format!("{}: {}.", known.tag, known.why)).collect(),
    }
}

fn place(known: &JobPlace) -> JobBoxPart {
    let work = &known.work;
    let referred = work.referred.then(|| "Referred to a licensed electrician.".to_owned());
    JobBoxPart {
        heading: known.name.clone(),
        room: known.note.to_owned(),
        breakers: String::new(),
        minutes: work.minutes(),
        danger: work.danger,
        steps: work.sequence.iter().map(|step| step.words.clone()).collect(),
        cautions: once(work.steps.iter().flat_map(|step| step.cautions.iter().map(ToString::to_string))),
        notes: work.cannot.iter().cloned().chain(referred).collect(),
    }
}

/// A line for each phase of the work at a box, with its steps.
fn by_phase(sequence: &[WorkStep]) -> Vec<String> {
    let phases = sequence.chunk_by(|one, next| one.phase == next.phase);
    phases
        .map(|steps| {
            let words: Vec<&str> = steps.iter().map(|step| step.words.as_str()).collect();
            format!("{}: {}", steps[0].phase_name, words.join(" "))
        })
        .collect()
}

fn once(texts: impl Iterator<Item = String>) -> Vec<String> {
    let mut kept: Vec<String> = Vec::new();
    for text in texts {
        if !kept.contains(&text) {
            kept.push(text);
        }
    }
    kept
}
