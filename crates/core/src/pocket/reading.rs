//! What readings at a receptacle mean.

use super::Calculator;
use super::entries::Entries;
use super::field::Field;
use super::worked::Worked;
use crate::electrical::diagnose_box;
use crate::facts::{BoxContents, Device, DeviceKind, Half, Meter, MeterReading, Probe, Problem};
use crate::quantity::UnitSystem;
use crate::rules::Verdict;
use crate::standard::{Edition, practice};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "reading",
    title: "What a reading means",
    about: "Every way of wiring that would show these voltages, the likeliest first, and what to read next.",
    fields,
    work,
};

/// The readings, with the field of each.
const READ: [(&str, &str, &str, Probe, Probe); 5] = [
    ("hot-neutral", "Hot to neutral", "120.4", Probe::Hot, Probe::Neutral),
    ("hot-ground", "Hot to ground", "120.2", Probe::Hot, Probe::Ground),
    ("neutral-ground", "Neutral to ground", "0.4", Probe::Neutral, Probe::Ground),
    ("hot-metal", "Hot to the metal of the box", "", Probe::Hot, Probe::BoxMetal),
    ("hot-air", "Hot, the other lead in the air", "", Probe::Hot, Probe::Air),
];

fn fields(_: UnitSystem) -> Vec<Field> {
    let mut fields = vec![Field::one_of("meter", "Meter", Meter::ALL, |meter| meter.name().to_owned())];
    fields.extend(READ.map(|(code, label, initial, ..)| Field::volts(code, label, initial).optional()));
    fields
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let meter: Meter = entries.chosen("meter")?;
    let mut contents =
        BoxContents { devices: vec![Device::new(1, DeviceKind::DuplexReceptacle)], ..BoxContents::default() };
    for (code, _, _, from, to) in READ {
        let volts = entries.volts_if(code)?;
        let reading = MeterReading { half: Half::Upper, meter, from, to, volts, loaded: false, at: None };
        contents.readings.extend(volts.map(|_| reading));
    }
    let Some(diagnosis) = diagnose_box(&contents).into_iter().next() else {
        return entries.refuse("hot-neutral", "give at least one reading");
    };
    let mut worked = Worked::new(diagnosis.statement.clone());
    let likeliest = diagnosis.causes.first();
    worked.verdict = likeliest.map(|cause| match (cause.fault, diagnosis.causes.len()) {
        (true, _) => Verdict::Violates,
        (false, 1) => Verdict::Meets,
        (false, _) => Verdict::NotMeasured,
    });
    for cause in &diagnosis.causes {
        worked = worked.line(cause.name, cause.means);
    }
    let told = diagnosis.look_alikes.iter().chain(&diagnosis.contradiction);
    for words in told {
        worked = worked.step(words.clone());
    }
    if let Some(next) = &diagnosis.next {
        worked = worked.step(next.words.clone());
    }
    for words in &diagnosis.cannot_see {
        worked = worked.step(format!("not told by these readings: {words}"));
    }
    Ok(worked
        .source(practice(Edition::default()))
        .caution("Prove the meter on a known live outlet before and after; work on nothing that was not tested dead."))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::{asked, worked};
    use crate::standard::Edition;

    #[test]
    fn an_open_neutral_and_a_reversal_are_told() {
        // Facts of the trade, common practice, no source: an open neutral shows 120 V to ground and a ghost to neutral; with hot and
        // neutral exchanged the neutral slot is live to ground.
        let causes = |typed: &[(&str, &str)]| {
            let lines = worked("reading", Edition::Nec2023, typed).lines;
            lines.into_iter().map(|line| line.what).collect::<Vec<_>>()
        };
        let open = causes(&[("hot-neutral", "37"), ("hot-ground", "120.4"), ("neutral-ground", "71")]);
        assert!(open.iter().any(|name| name.contains("neutral")), "{open:?}");
        let turned = causes(&[("hot-neutral", "120.4"), ("hot-ground", "0.4"), ("neutral-ground", "120.2")]);
        assert!(turned[0].contains("reversed"), "{turned:?}");
    }

    #[test]
    fn no_reading_at_all_is_asked_for() {
        let blank = ["hot-neutral", "hot-ground", "neutral-ground"].map(|code| (code, ""));
        let answer = asked("reading", Edition::Nec2023, &blank);
        assert_eq!(answer.problems[0].pointer, "/typed/hot-neutral");
    }
}
