//! The age of a device, which is not that of the wiring: one put in the place of another is new work.

use crate::facts::{Device, DeviceKind};
use crate::rules::{Finding, Situation};
use crate::standard::protection::Replacement;

/// When such a device was first to be had. Common practice, no source, but for the first editions that name them.
const fn first_made(device: &Device) -> u16 {
    match (device.kind, device.tamper_resistant, device.weather_resistant) {
        (_, Some(true), _) | (_, _, Some(true)) => 2008,
        (DeviceKind::GfciReceptacle, ..) => 1973,
        (kind, ..) if kind.is_grounding_type() => 1962,
        _ => 0,
    }
}

/// A device that misses what is asked since the edition of `year`: of wiring, and of what is put in the place of another
/// since `replacement`. `found` is the violation; where the device may be younger than its wiring, its year is asked for.
pub(super) fn dated(
    found: Finding,
    situation: &Situation,
    rule: &str,
    (index, device): (usize, &Device),
    year: u16,
    replacement: Replacement,
) -> Finding {
    let Some(wired) = situation.is_older_than(rule, year) else { return found.since(year) };
    let since = replacement.since(situation.basis.edition).max(year);
    let label = found.label.clone();
    let new = |put_in: &str| {
        let sentence =
            format!("{} {put_in}: one put in the place of another is new work since {since}.", found.sentence);
        Finding { sentence: sentence.into(), ..found.clone().since(0) }
    };
    match device.replaced {
        Some(put_in) if put_in > since => new(&format!("It was put in in {put_in}")),
        Some(_) => found.since(year),
        // Younger than the wiring round it, by what it is.
        None if wired <= first_made(device) => {
            if first_made(device) > since {
                return new(&format!("It is younger than the wiring of {wired} by its marks"));
            }
            let words = format!(
                "find out when the {} was put in: it is younger than the wiring of {wired}, and one put in since {since} is \
                 new work",
                device.label()
            );
            Finding::not_measured(label, &words, format!("/devices/{index}/replaced"))
        }
        None => found.since(year),
    }
}
