//! A box that is set back: spacers, extender, screws.

use super::Calculator;
use super::entries::Entries;
use super::field::Field;
use super::worked::Worked;
use crate::facts::{Basis, BoxContents, Cable, Colour, Conductor, Device, DeviceKind, Problem, Role, Seat, WallFinish};
use crate::quantity::{Gauge, Length, UnitSystem};
use crate::repair::propose_from;
use crate::rules::{Situation, judge, rule_citation};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "set-back",
    title: "Set-back, spacers, extender",
    about: "Whether a box may stand so far behind the wall, and what brings the device or the box forward.",
    fields,
    work,
};

fn fields(units: UnitSystem) -> Vec<Field> {
    vec![
        Field::length("set-back", "Front edge behind the surface", units.either("3/8", "10")),
        Field::one_of("finish", "The wall", WallFinish::ALL, |finish| finish.name().to_owned()),
        Field::length("to-come", "Finish still to come over it", "").hint("new tile, a second board").optional(),
    ]
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let basis = Basis { edition: entries.edition, units: entries.units, ..Basis::default() };
    let finish: WallFinish = entries.chosen("finish")?;
    let wire = |id, colour, role| Conductor {
        free_length: Some(Length::inches(9)),
        ..Conductor::new(id, Some(1), Gauge::Awg12, colour, role)
    };
    let mut contents = BoxContents {
        wall_finish: Some(finish),
        cables: vec![Cable { sheath_end: Some(Length::inches(2)), ..Cable::new(1) }],
        conductors: vec![
            wire(1, Colour::Black, Role::Ungrounded),
            wire(2, Colour::White, Role::Grounded),
            wire(3, Colour::Bare, Role::EquipmentGrounding),
        ],
        devices: vec![Device { seat: Some(Seat::Floating), ..Device::new(1, DeviceKind::DuplexReceptacle) }],
        ..BoxContents::default()
    };
    contents.stand.set_back = Some(entries.length("set-back")?);
    contents.stand.finish_to_come = entries.length_if("to-come")?;
    let situation = Situation::new(&contents, &basis);
    let results = judge(&situation);
    let found = results.iter().find(|result| result.rule == "box-setback").and_then(|result| result.findings.first());
    let Some(finding) = found else {
        return entries.refuse("finish", "there is no rule of the set-back for this wall");
    };
    let mut worked = Worked::of(finding).source(rule_citation("box-setback", entries.edition));
    for proposal in propose_from(&situation, &results)
        .into_iter()
        .filter(|known| ["spacers", "box-extender"].contains(&known.repair))
    {
        if proposal.after.is_none() {
            worked =
                worked.line(proposal.title, "no").step(format!("{}: {}", proposal.title, proposal.reasons.join("; ")));
            continue;
        }
        let bring: Vec<String> =
            proposal.materials.iter().map(|line| format!("{} × {}", line.count, line.what)).collect();
        let figure = if bring.is_empty() { "the yoke sits on the ears".to_owned() } else { bring.join(", ") };
        worked = worked.line(proposal.title, figure);
        for step in proposal.steps.iter().filter(|step| step.repair == Some(proposal.repair)) {
            worked = worked.step(step.words.clone());
        }
        for caution in proposal.cautions {
            worked = worked.caution(caution);
        }
    }
    Ok(worked.caution("An extender takes reach from the conductors: measure them again from its front edge."))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::{says, worked};
    use crate::standard::Edition;

    #[test]
    fn three_eighths_in_gypsum_board_is_an_eighth_too_far() {
        // NEC 314.20, from memory: 1/4 in in what does not burn, nothing in what does.
        assert!(says("set-back", &[]).contains("1/8 in"), "{}", says("set-back", &[]));
        let answer = worked("set-back", Edition::Nec2023, &[]);
        let of = |what: &str| answer.lines.iter().find(|line| line.what == what).map(|line| line.figure.clone());
        assert_eq!(of("Spacers under the ears").as_deref(), Some("no"));
        assert!(of("Box extender").is_some_and(|figure| figure.contains("3/8 in")), "{:?}", answer.lines);
        let wood = says("set-back", &[("set-back", "1/8"), ("finish", "wood")]);
        assert!(wood.contains("1/8 in"), "{wood}");
    }
}
