//! The job in files: what to bring and what to cut as tables, the shut-downs as iCalendar. Documented in docs/formats.md.

use chrono::{Days, NaiveDate};
use icalendar::{Calendar, CalendarDateTime, Component, Event, EventLike};
use nailpunch_core::facts::WorkSettings;
use nailpunch_core::job::{Job, JobShutDown};

use crate::ReportError;
use crate::sheet::{Sheet, property};

/// What to bring, for the whole job or one of its days, a row a material. Money has its decimal point.
pub fn materials_sheet(job: &Job, day: Option<u16>) -> Sheet {
    let of_day = |day| job.days.iter().find(|known| known.day == day).map_or(&[][..], |known| &known.materials);
    let lines = day.map_or(job.materials.as_slice(), of_day);
    let mut sheet =
        Sheet::new(["what", "needed", "on_truck", "to_buy", "pack", "packs", "cost", "price_made_up", "boxes"]);
    for line in lines {
        let optional = |value: Option<String>| value.unwrap_or_default();
        sheet.row([
            line.what.clone(),
            line.count.to_string(),
            line.on_truck.to_string(),
            line.to_buy.to_string(),
            optional(line.pack.map(|pack| pack.to_string())),
            line.packs.to_string(),
            optional(line.cost.map(|cost| format!("{}.{:02}", cost / 100, cost % 100))),
            line.made_up.to_string(),
            line.boxes.join(" "),
        ]);
    }
    sheet
}

/// What to cut, a row a conductor of an opened piece. Lengths in nanometres beside the words.
pub fn cut_list_sheet(job: &Job) -> Sheet {
    let mut sheet = Sheet::new(["gauge", "piece", "length", "length_nm", "colour", "cuts", "left", "left_nm"]);
    for gauge in &job.cut_list.gauges {
        for piece in &gauge.pieces {
            for conductor in &piece.conductors {
                let cuts: Vec<&str> = conductor.cuts.iter().map(|cut| cut.text.as_str()).collect();
                sheet.row([
                    gauge.gauge.size(),
                    &piece.what,
                    &piece.length.text,
                    &piece.length.nm.to_string(),
                    conductor.colour.name(),
                    &cuts.join("; "),
                    &conductor.left.text,
                    &conductor.left.nm.to_string(),
                ]);
            }
        }
    }
    sheet
}

/// The shut-downs in their order, a row each; day 1 is the first of the job.
pub fn shut_downs_sheet(job: &Job) -> Sheet {
    let mut sheet = Sheet::new(["number", "day", "from", "to", "off", "minutes", "danger", "what"]);
    let clock = |minute: u16| format!("{:02}:{:02}", minute / 60, minute % 60);
    for shut_down in &job.shut_downs {
        let [day, from, to] = match shut_down.slot {
            Some(slot) => [(u32::from(slot.day) + 1).to_string(), clock(slot.from), clock(slot.to)],
            None => [String::new(), String::new(), String::new()],
        };
        let danger = if shut_down.danger { "yes" } else { "no" };
        let what = shut_down.no_time.clone().unwrap_or_else(|| described(job, shut_down));
        let (number, minutes) = (shut_down.number.to_string(), shut_down.minutes.to_string());
        sheet.row([number, day, from, to, off(job, shut_down), minutes, danger.to_owned(), what]);
    }
    sheet
}

/// The shut-downs that have a time, as events in local time. Without a first day of the job there is nothing to write.
///
/// # Errors
/// [`ReportError::NoFirstDay`].
pub fn calendar(job: &Job, settings: &WorkSettings, audit: &str, audit_id: &str) -> Result<Vec<u8>, ReportError> {
    let begins = settings.begins.as_deref().and_then(|text| text.parse::<NaiveDate>().ok());
    let begins = begins.ok_or(ReportError::NoFirstDay)?;
    let mut calendar = Calendar::new();
    calendar.name(&property(audit));
    for shut_down in &job.shut_downs {
        let Some(slot) = shut_down.slot else { continue };
        let at = |minute: u16| {
            let day = begins.checked_add_days(Days::new(u64::from(slot.day)))?;
            day.and_hms_opt(u32::from(minute) / 60, u32::from(minute) % 60, 0).map(CalendarDateTime::Floating)
        };
        let (Some(from), Some(to)) = (at(slot.from), at(slot.to)) else { continue };
        let event = Event::new()
            .uid(&format!(
                "{audit_id}-{}@nailpunch",
                shut_down.boxes.first().map_or_else(String::new, ToString::to_string)
            ))
            .summary(&property(&format!("Shut-down {}: {}", shut_down.number, off(job, shut_down))))
            .description(&property(&described(job, shut_down)))
            .starts(from)
            .ends(to)
            .done();
        calendar.push(event);
    }
    Ok(calendar.done().to_string().into_bytes())
}

fn off(job: &Job, shut_down: &JobShutDown) -> String {
    if shut_down.main_off {
        return "main off".to_owned();
    }
    let named = |breaker: &usize| format!("{} of {}", job.breakers[*breaker].name, job.breakers[*breaker].panel_name);
    let names: Vec<String> = shut_down.breakers.iter().map(named).collect();
    format!("{} off", names.join("; "))
}

fn described(job: &Job, shut_down: &JobShutDown) -> String {
    let mut lines: Vec<String> = shut_down.breakers.iter().map(|breaker| job.breakers[*breaker].dark.clone()).collect();
    let tags: Vec<&str> = shut_down
        .boxes
        .iter()
        .filter_map(|id| job.boxes.iter().find(|known| known.box_id == *id))
        .map(|known| known.tag.as_str())
        .collect();
    lines.push(format!("Boxes, from the feed outwards: {}.", tags.join(", ")));
    lines.join(" ")
}
