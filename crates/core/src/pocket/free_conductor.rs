//! Free conductor at a box, and the pigtail that makes up what is missing.

use super::Calculator;
use super::entries::Entries;
use super::field::{Field, FieldChoice};
use super::worked::Worked;
use crate::facts::{
    Basis, BoxContents, BoxKind, Cable, Colour, Conductor, ConductorEnd, Device, DeviceKind, Opening, Problem, Role,
};
use crate::quantity::{Gauge, Length, UnitSystem};
use crate::repair::propose_from;
use crate::rules::{Situation, Verdict, judge};
use crate::standard::{WiringMethod, free_conductor};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "free-conductor",
    title: "Free conductor and pigtail",
    about: "Whether a conductor is long enough, by how much it is short, and the pigtail that puts it right.",
    fields,
    work,
};

const RULES: [&str; 2] = ["free-conductor-length", "free-conductor-reach"];

fn fields(units: UnitSystem) -> Vec<Field> {
    let joining = [
        ("extend-in-line-lever", "lever connector, in line"),
        ("extend-side-by-side-lever", "lever connector, side by side"),
        ("extend-twist-on", "twist-on connector"),
        ("extend-crimp-sleeve", "crimp sleeve"),
    ];
    let ends = [("straight", "straight"), ("hooked", "bent to a hook"), ("nicked", "nicked")];
    vec![
        Field::length("free", "Free length, from the sheath", units.either("4 1/2", "115"))
            .hint("from where the conductor leaves its sheath or raceway to its tip"),
        Field::length("sheath", "Sheath ends behind the opening", units.either("2", "50")),
        Field::choice(
            "opening",
            "Opening of the box",
            vec![
                FieldChoice::new(
                    "small",
                    units.either("under 8 in in some dimension", "under 200 mm in some dimension"),
                ),
                FieldChoice::new("large", units.either("8 in and more both ways", "200 mm and more both ways")),
            ],
        ),
        Field::gauge("size", "Size", Gauge::Awg14..=Gauge::Awg10, Gauge::Awg12),
        Field::choice(
            "role",
            "What it is",
            vec![FieldChoice::new("hot", "hot or neutral"), FieldChoice::new("ground", "ground")],
        ),
        Field::choice("end", "Its tip", ends.map(|(code, name)| FieldChoice::new(code, name)).to_vec()),
        Field::choice("joining", "Joined by", joining.map(|(code, name)| FieldChoice::new(code, name)).to_vec()),
    ]
}

fn contents(entries: &Entries) -> Result<BoxContents, Vec<Problem>> {
    let cable =
        Cable { sheath_end: Some(entries.length("sheath")?), method: WiringMethod::Nonmetallic, ..Cable::new(1) };
    let (colour, role) = match entries.text("role") {
        "ground" => (Colour::Bare, Role::EquipmentGrounding),
        _ => (Colour::Black, Role::Ungrounded),
    };
    let conductor = Conductor {
        free_length: Some(entries.length("free")?),
        end: entries.chosen::<ConductorEnd>("end")?,
        ..Conductor::new(1, Some(1), entries.chosen("size")?, colour, role)
    };
    let wide = Some(Length::inches(10));
    let large = entries.text("opening") == "large";
    Ok(BoxContents {
        kind: if large { BoxKind::Large } else { BoxKind::Device },
        opening: large.then_some(Opening { width: wide, height: wide }),
        cables: vec![cable],
        conductors: vec![conductor],
        devices: vec![Device::new(1, DeviceKind::DuplexReceptacle)],
        ..BoxContents::default()
    })
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let contents = contents(entries)?;
    let basis = Basis { edition: entries.edition, units: entries.units, ..Basis::default() };
    let situation = Situation::new(&contents, &basis);
    let results = judge(&situation);
    let judged: Vec<_> = results.iter().filter(|result| RULES.contains(&result.rule)).collect();
    let findings =
        || judged.iter().flat_map(|result| result.findings.iter().map(move |finding| (result.rule, finding)));
    let short = findings().filter_map(|(rule, finding)| {
        let by = finding.shortfall.as_ref().filter(|_| finding.verdict == Verdict::Violates)?;
        Some(format!("{} of {}", by.text, if rule == RULES[0] { "length" } else { "reach" }))
    });
    let short: Vec<String> = short.collect();
    let mut worked = Worked::new(String::new()).source(free_conductor::citation(entries.edition));
    for (_, finding) in findings().filter(|(_, finding)| finding.verdict != Verdict::NotApplicable) {
        worked = worked.step(finding.sentence.clone());
    }
    let broken = |verdict: &Verdict| judged.iter().any(|result| result.verdict == *verdict);
    let worst = [Verdict::Violates, Verdict::Marginal].into_iter().find(broken);
    worked.verdict = Some(worst.unwrap_or(Verdict::Meets));
    worked.says = match worst {
        Some(Verdict::Violates) => format!("Short by {}.", short.join(" and ")),
        Some(_) => "At the limit to within the tape: measure again with care.".to_owned(),
        None => "Long enough.".to_owned(),
    };
    if worst.is_none() {
        return Ok(worked);
    }
    let joining = entries.text("joining");
    let Some(proposal) = propose_from(&situation, &results).into_iter().find(|proposal| proposal.repair == joining)
    else {
        return Ok(worked);
    };
    for pigtail in &proposal.pigtails {
        worked = worked.line("pigtail", pigtail.length.text.clone()).step(format!("pigtail: {}", pigtail.arithmetic));
    }
    for line in proposal.reasons.iter().filter(|_| proposal.pigtails.is_empty()) {
        worked = worked.step(format!("{}: {line}", proposal.title));
    }
    if !proposal.pigtails.is_empty() {
        for step in proposal.steps.iter().filter(|step| step.repair == Some(proposal.repair)) {
            worked = worked.step(step.words.clone());
        }
        worked = worked
            .caution("The lengths of connector, overlap and margin are those of a shop that set none of its own.");
    }
    for caution in proposal.cautions {
        worked = worked.caution(caution);
    }
    Ok(worked)
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::{figure, says, worked};
    use crate::standard::Edition;

    #[test]
    fn short_by_both_and_the_pigtail_by_hand() {
        // NEC 300.14 by hand: 4 1/2 in free is 1 1/2 in short of 6; with the sheath 2 in behind, it reaches 2 1/2 in, 1/2 in
        // short of 3.
        assert_eq!(says("free-conductor", &[]), "Short by 1 1/2 in of length and 1/2 in of reach.");
        // By hand, in line: max(6, 2 + 3) − 4 1/2 + 1/2 in of margin = 2 in, and not under the 3 in that one can work with.
        assert_eq!(figure("free-conductor", "pigtail", &[]), "3 in");
        let answer = worked("free-conductor", Edition::Nec2023, &[]);
        let arithmetic = "pigtail: max(6, 2 + 3) − 4 1/2 + 1/2 margin = 2, not under 3";
        assert!(answer.working.iter().any(|step| step == arithmetic), "{:?}", answer.working);
    }

    #[test]
    fn more_than_six_inches_meet_and_a_large_opening_asks_for_no_reach() {
        assert!(says("free-conductor", &[("free", "6")]).starts_with("At the limit"));
        let met = worked("free-conductor", Edition::Nec2023, &[("free", "6 1/2")]);
        assert!(met.lines.is_empty() && met.says == "Long enough.", "{met:?}");
        let deep = [("free", "6 1/2"), ("sheath", "5 1/2")];
        assert_eq!(says("free-conductor", &deep), "Short by 2 in of reach.");
        assert_eq!(says("free-conductor", &[deep[0], deep[1], ("opening", "large")]), "Long enough.");
    }
}
