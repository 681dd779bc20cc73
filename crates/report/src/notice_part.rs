//! The notice of danger: one page for the owner, with what was declined and the signature.

use std::fmt::Write;

use nailpunch_core::assess::{Assessed, Danger, dangers};
use nailpunch_core::facts::{DangerNotice, NoticedDanger, Signature};
use serde::Serialize;

use crate::table::first_sentence;

/// A danger that the owner does not want put right.
#[derive(Serialize)]
pub struct DeclinedLine {
    pub place: String,
    pub what: String,
    pub reason: String,
}

/// A place with what is a danger there.
#[derive(Serialize)]
pub struct NoticedPlace {
    pub place: String,
    pub what: Vec<String>,
}

/// A notice of danger.
#[derive(Serialize)]
pub struct NoticePart {
    /// The day on which it was given; empty where it is still to be signed.
    pub day: String,
    pub to: String,
    pub by: String,
    pub dangers: Vec<NoticedPlace>,
    pub declined: Vec<DeclinedLine>,
    /// The signature as a drawing.
    pub signature: Option<String>,
    pub not_signed: String,
    /// The notices that were given before, a line each.
    pub earlier: Vec<String>,
}

impl NoticePart {
    /// The notice of a number as it was given; without a number the last one where what it told of is all that stands now, else
    /// one that is still to be signed.
    pub fn of(assessed: &Assessed, number: Option<u16>) -> Self {
        let audit = &assessed.facts.audit;
        let standing: Vec<NoticedDanger> = dangers(assessed).iter().map(Danger::noticed).collect();
        let given = match number {
            Some(number) => audit.notices.iter().find(|notice| notice.number == number),
            None => audit.notices.last().filter(|notice| notice.dangers == standing),
        };
        let told = given.map_or(&standing, |given| &given.dangers);
        let before = audit.notices.iter().filter(|notice| given.is_none_or(|given| notice.number < given.number));
        let declined = told.iter().filter_map(|danger| {
            let reason = danger.declined.clone()?;
            Some(DeclinedLine { place: danger.place.clone(), what: first_sentence(&danger.what), reason })
        });
        let open: Vec<&NoticedDanger> = told.iter().filter(|danger| danger.declined.is_none()).collect();
        let place = |dangers: &[&NoticedDanger]| NoticedPlace {
            place: dangers[0].place.clone(),
            what: dangers.iter().map(|danger| first_sentence(&danger.what)).collect(),
        };
        Self {
            day: given.map_or_else(String::new, |given| given.day().to_owned()),
            to: given.map_or_else(|| audit.building.owner.clone(), |given| given.to.clone()),
            by: given.map_or_else(|| audit.inspector.clone(), |given| given.by.clone()),
            dangers: open.chunk_by(|one, next| one.place == next.place).map(place).collect(),
            declined: declined.collect(),
            signature: given.and_then(|given| given.signature.as_ref()).map(drawn),
            not_signed: given.map_or_else(String::new, |given| given.not_signed.clone()),
            earlier: before.map(said).collect(),
        }
    }
}

/// "2026-03-04 to A. Owner, signed: 3 dangers".
fn said(notice: &DangerNotice) -> String {
    let signed = if notice.signature.is_some() { "signed" } else { "not signed" };
    let dangers = if notice.dangers.len() == 1 { "danger" } else { "dangers" };
    format!("{} to {}, {signed}: {} {dangers}", notice.day(), notice.to, notice.dangers.len())
}

/// A signature in the measure that it was taken in, cut to its own height.
fn drawn(signature: &Signature) -> String {
    let tall = signature.strokes.iter().flatten().map(|[_, y]| *y).max().unwrap_or(0).max(100) + 20;
    let mut svg = format!("<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 1000 {tall}\">");
    for stroke in &signature.strokes {
        let points: Vec<String> = stroke.iter().map(|[x, y]| format!("{x},{y}")).collect();
        // Writing to a string cannot fail. A dot is a line of no length with round ends.
        let first = points.first().map_or("", String::as_str);
        let _ = write!(
            svg,
            "<polyline points=\"{first} {}\" fill=\"none\" stroke=\"#23272b\" stroke-width=\"6\" stroke-linecap=\"round\" \
             stroke-linejoin=\"round\"/>",
            points.join(" ")
        );
    }
    svg.push_str("</svg>");
    svg
}
