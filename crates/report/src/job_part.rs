//! The job in the report: the work box by box, what to bring and to cut, the shut-downs, what it takes.

use nailpunch_core::facts::BoxId;
use nailpunch_core::job::{Job, JobBox, JobPlace, ScopeCost, hours};
use nailpunch_core::repair::WorkStep;
use serde::Serialize;

use crate::table::{Line, count, unmended};

const REFERRED: &str = "Referred to a licensed electrician.";

/// A box of the repair order.
#[derive(Serialize)]
pub struct JobBoxPart {
    pub heading: String,
    pub room: String,
    pub breakers: String,
    /// How long it takes, in words.
    pub time: String,
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
    /// The tags of its boxes, from the feed outwards.
    pub tags: String,
    /// The same boxes with their work.
    pub boxes: Vec<JobBoxPart>,
    pub retest: Vec<String>,
}

/// The job.
#[derive(Serialize)]
pub struct JobPart {
    pub sentence: String,
    pub scopes: Vec<Line>,
    pub estimate: Vec<Line>,
    /// Work at panels and in rooms, each with who does it.
    pub places: Vec<JobBoxPart>,
    pub materials: Vec<Line>,
    pub cuts: Vec<String>,
    pub shut_downs: Vec<ShutDownPart>,
    /// Boxes that are in no shut-down, each with why.
    pub unplaced: Vec<JobBoxPart>,
}

/// What putting right within each scope takes.
pub fn scopes(job: &Job) -> Vec<Line> {
    let scope = |cost: &ScopeCost| {
        let (repairs, boxes) = (count(cost.repairs, "repair", "repairs"), count(cost.boxes, "box", "boxes"));
        let open = match cost.left_open {
            0 => String::new(),
            left => format!("; {} open", count(left, "item stays", "items stay")),
        };
        Line::new(cost.name, format!("{repairs} in {boxes}, {} at the boxes{open}", hours(u64::from(cost.minutes))))
    };
    job.scopes.iter().map(scope).collect()
}

/// The job as it is laid out.
pub fn job_part(job: &Job) -> JobPart {
    let named = |places: &[usize]| {
        let names: Vec<String> = places
            .iter()
            .map(|place| format!("{} of {}", job.breakers[*place].name, job.breakers[*place].panel_name))
            .collect();
        names.join(", ")
    };
    let of_box = |id: BoxId| job.boxes.iter().find(|known| known.box_id == id);
    let tags = |ids: &[BoxId]| {
        let boxes = ids.iter().filter_map(|id| of_box(*id));
        boxes.map(|known| known.tag.as_str()).collect::<Vec<_>>().join(", ")
    };
    let box_part = |known: &JobBox| {
        let why = job.unplaced.iter().filter(|unplaced| unplaced.box_id == known.box_id);
        let referred = known.work.referred.then(|| REFERRED.to_owned());
        JobBoxPart {
            heading: format!("{} {}", known.tag, known.place),
            room: known.room.clone(),
            breakers: if known.main_off { "main off".to_owned() } else { named(&known.breakers) },
            time: hours(u64::from(known.minutes)),
            danger: known.work.danger,
            steps: by_phase(&known.work.sequence),
            cautions: once(known.work.steps.iter().flat_map(|step| step.cautions.iter().map(ToString::to_string))),
            notes: why.map(|known| known.why.clone()).chain(unmended(&known.work)).chain(referred).collect(),
        }
    };
    let in_shut_down = |known: &&JobBox| job.shut_downs.iter().any(|shut_down| shut_down.boxes.contains(&known.box_id));
    let worked = |known: &&JobBox| !known.work.steps.is_empty() || known.work.referred;
    let left = job.boxes.iter().filter(|known| !in_shut_down(known) && worked(known));
    JobPart {
        sentence: job.sentence.clone(),
        scopes: scopes(job),
        estimate: job
            .estimate
            .lines
            .iter()
            .map(|part| {
                let minutes = &part.minutes;
                Line::new(
                    &part.what,
                    match minutes.low == minutes.high {
                        true => format!("{}: {}", hours(minutes.low), part.why),
                        false => {
                            let [low, high, likely] = [minutes.low, minutes.high, minutes.likely].map(hours);
                            format!("{low} to {high}, likely {likely}: {}", part.why)
                        }
                    },
                )
            })
            .chain(std::iter::once(Line::new("Not in it", job.estimate.left_out.join(", "))))
            .collect(),
        places: job.places.iter().map(place).collect(),
        materials: job
            .materials
            .iter()
            .map(|need| Line::new(&need.what, format!("{} ({})", need.count, need.boxes.join(", "))))
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
                    tags: tags(&known.boxes),
                    boxes: known.boxes.iter().filter_map(|id| of_box(*id)).map(box_part).collect(),
                    retest: known.retest.clone(),
                }
            })
            .collect(),
        unplaced: left.map(box_part).collect(),
    }
}

fn place(known: &JobPlace) -> JobBoxPart {
    let work = &known.work;
    let referred = work.referred.then(|| REFERRED.to_owned());
    JobBoxPart {
        heading: known.name.clone(),
        room: known.note.to_owned(),
        breakers: String::new(),
        time: hours(u64::from(work.minutes())),
        danger: work.danger,
        steps: work.sequence.iter().map(|step| step.words.clone()).collect(),
        cautions: once(work.steps.iter().flat_map(|step| step.cautions.iter().map(ToString::to_string))),
        notes: unmended(work).into_iter().chain(referred).collect(),
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
