//! What is wanted, planned as new work: the boxes and the cable as they will be, held against the rules before anything is cut, and
//! what it takes to make it.

mod boxes;
mod cable;
mod work;

use serde::Serialize;
use utoipa::ToSchema;

use super::{MaterialLine, WorkStep};
use crate::facts::{BoxContents, BoxId, WantedKind};
use crate::picture::{Cut, Detail, cut_out_detail};
use crate::quantity::Gauge;
use crate::rules::{Fill, HeldIn, RuleResult, Verdict, WantedSituation, cut_out, judge_wanted};
use crate::standard::ampacity::largest_breaker;
use crate::standard::{Configuration, Edition, Material, TwinLimit};

/// A box as it will be.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PlannedBox {
    /// "K3, with one cable more", "the new box".
    pub label: String,
    /// The box, where it is there already.
    pub box_id: Option<BoxId>,
    /// What the rules have against it as new work, and what they cannot say yet; worst first.
    pub against: Vec<RuleResult>,
    /// How many rules it meets.
    pub met: usize,
    /// The working of its fill.
    pub fill: Option<Fill>,
    /// What it will hold, to begin its record with; nothing in it is measured.
    pub begins_with: BoxContents,
}

/// The cable as it will be.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PlannedCable {
    /// "NM cable 14-2".
    pub label: String,
    /// What the rules of a cable run have against it.
    pub against: Vec<RuleResult>,
    /// Supports that it takes; nothing where it is fished, or its way is not known.
    pub supports: usize,
    /// How near to a box the first of them is, at most; absent where nothing is asked.
    #[serde(skip)]
    pub support_end: Option<TwinLimit>,
}

/// Something wanted with what it takes.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct WantedPlan {
    /// Its number within the sketch.
    pub wanted: u16,
    /// As one speaks of it.
    pub label: String,
    /// What the rules on it say, worst first.
    pub asked: Vec<RuleResult>,
    /// The boxes that change or come.
    pub boxes: Vec<PlannedBox>,
    /// The cable that is drawn for it; absent where none is.
    pub cable: Option<PlannedCable>,
    /// The hole with its stud; absent where none is cut, or the stud is not known.
    pub hole: Option<Detail>,
    /// Why it cannot be made like this, each in a sentence.
    pub against: Vec<String>,
    /// What has to be said or looked at before it is cut, each in a sentence.
    pub open: Vec<String>,
    /// Nothing is against it and nothing is open: it can be cut.
    pub ready: bool,
    /// Whether it can be made like this: met, violated, or not known yet.
    pub verdict: Verdict,
    /// The same in words.
    pub says: String,
    /// What is done, in order.
    pub steps: Vec<WorkStep>,
    /// Minutes for it. Common practice, no source.
    pub minutes: u32,
    /// What to bring.
    pub materials: Vec<MaterialLine>,
    /// Short and specific.
    pub cautions: Vec<&'static str>,
}

/// What it is wired with.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
struct Wiring {
    amperes: u16,
    gauge: Gauge,
    /// Insulated conductors of the cable from what feeds it.
    insulated: u8,
}

impl Wiring {
    /// By the breaker, and by what it feeds; `None` while the breaker is not known, or is larger than cable is planned for.
    fn of(situation: &WantedSituation) -> Option<Self> {
        let amperes = situation.amperes()?;
        let gauge = smallest(situation.room.basis.edition, amperes)?;
        let insulated = match situation.wanted.kind {
            WantedKind::Receptacle if situation.is_large() && situation.wanted.shape.is_some_and(takes_three) => 3,
            // A switch fed at its light: the hot there, the switched hot back, and a neutral.
            WantedKind::Switch if situation.wanted.works == situation.wanted.source_box() => 3,
            _ => 2,
        };
        Some(Self { amperes, gauge, insulated })
    }
}

const fn takes_three(shape: Configuration) -> bool {
    shape.is_two_legged() && shape.has_neutral()
}

/// The smallest copper in NM cable for a breaker.
fn smallest(edition: Edition, amperes: u16) -> Option<Gauge> {
    let sizes = [Gauge::Awg14, Gauge::Awg12, Gauge::Awg10, Gauge::Awg8, Gauge::Awg6, Gauge::Awg4];
    sizes
        .into_iter()
        .find(|gauge| largest_breaker(edition, *gauge, Material::Copper).is_some_and(|most| most >= amperes))
}

/// Plans something wanted.
pub fn plan_wanted(situation: &WantedSituation) -> WantedPlan {
    let asked = judge_wanted(situation);
    let (mut against, mut open) = (Vec::new(), Vec::new());
    for result in &asked {
        take(result, "", &mut against, &mut open);
    }
    let wiring = Wiring::of(situation);
    let mut work = work::Work::new(situation, wiring);
    let (mut boxes, mut cable) = (Vec::new(), None);
    // Of what may not be fed from there, or not yet, nothing more is worked out.
    let fed = asked.iter().filter(|result| ["wanted-feed", "wanted-circuit"].contains(&result.rule));
    let fed = fed.into_iter().all(|result| !matches!(result.verdict, Verdict::NotMeasured) && !result.is_broken());
    if let Some(wiring) = wiring.filter(|_| fed) {
        match boxes::planned(situation, wiring) {
            Ok(planned) => {
                for known in planned {
                    let name = format!("{}: ", known.planned.label);
                    known.planned.against.iter().for_each(|result| take(result, &name, &mut against, &mut open));
                    against.extend(known.cannot.iter().map(|reason| format!("{name}{reason}")));
                    work.take(&known);
                    boxes.push(known.planned);
                }
            }
            Err(reasons) => against.extend(reasons),
        }
        cable = cable::planned(situation, wiring);
        if let Some(cable) = &cable {
            cable.against.iter().for_each(|result| take(result, "The cable: ", &mut against, &mut open));
        }
        if cable::is_drawn(situation) {
            open.extend(cable::asked(situation));
        }
    }
    let ready = against.is_empty() && open.is_empty() && !boxes.is_empty();
    let done = if ready { work.done(cable.as_ref()) } else { work::Done::default() };
    let (verdict, says) = if ready {
        (Verdict::Meets, format!("It can be made: {} min", done.minutes))
    } else if against.is_empty() {
        (Verdict::NotMeasured, format!("{} to settle before anything is cut", open.len()))
    } else {
        (Verdict::Violates, "Not like this".to_owned())
    };
    WantedPlan {
        wanted: situation.wanted.id,
        label: crate::quantity::capitalised(&situation.label()),
        asked,
        boxes,
        cable,
        hole: hole(situation),
        against,
        open,
        ready,
        verdict,
        says,
        steps: done.steps,
        minutes: done.minutes,
        materials: done.materials,
        cautions: done.cautions,
    }
}

fn hole(situation: &WantedSituation) -> Option<Detail> {
    let (cut, stud) = (cut_out(situation)?, situation.wanted.stud?);
    let in_the_stud = cut.held == HeldIn::Nothing;
    let cut = Cut { half: cut.half, height: cut.height, in_the_stud, shift: cut.shift };
    Some(cut_out_detail(cut, stud, situation.room.basis.units))
}

/// Sorts what a rule says into what is against it and what is still open.
fn take(result: &RuleResult, name: &str, against: &mut Vec<String>, open: &mut Vec<String>) {
    if result.is_dismissed() {
        return;
    }
    for finding in &result.findings {
        let sentence = || format!("{name}{}", finding.sentence);
        match finding.verdict {
            Verdict::Violates => against.push(sentence()),
            Verdict::NotMeasured => open.push(sentence()),
            _ => {}
        }
    }
}

#[cfg(test)]
mod tests;
