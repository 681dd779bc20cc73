//! What feeds a box is written in two places: at its breaker, and as a note at the box. Where both are known and differ, it is
//! said at both.

use std::collections::HashMap;

use crate::electrical::feeds::{BreakerFeeds, feeds};
use crate::electrical::mapping::panel_answer;
use crate::facts::{AuditFacts, BoxId, BoxRecord, Breaker, BreakerProtection, KnownSupply, Panel};

/// What a breaker is known to bring to what it feeds.
pub fn known_supply(panel: &Panel, feeds: &BreakerFeeds) -> Option<KnownSupply> {
    let breaker = panel.breaker(feeds.breaker)?;
    Some(KnownSupply {
        breaker: format!("breaker {} of {}", feeds.name, panel.name),
        circuits: feeds.circuits.clone(),
        amperes: breaker.amperes,
        gfci: protects(breaker, BreakerProtection::Gfci),
        afci: protects(breaker, BreakerProtection::Afci),
        motor: breaker.motor,
    })
}

/// The breakers that are known to feed each box itself, from the panels, their mappings and the circuits drawn on them.
pub fn known_supplies(facts: &AuditFacts) -> HashMap<BoxId, Vec<KnownSupply>> {
    let panels: Vec<&Panel> = facts.panels.iter().collect();
    let (circuits, boxes): (Vec<_>, _) = (facts.circuits.iter().collect(), facts.boxes());
    let answers: Vec<_> = panels.iter().map(|panel| panel_answer(panel, &boxes)).collect();
    let mut known: HashMap<BoxId, Vec<KnownSupply>> = HashMap::new();
    for (panel, of_panel) in panels.iter().zip(feeds(&panels, &answers, &circuits, &boxes)) {
        for of_breaker in &of_panel {
            let Some(supply) = known_supply(panel, of_breaker) else { continue };
            for fed in of_breaker.boxes.iter().filter(|fed| fed.through.is_none()) {
                known.entry(fed.box_id).or_default().push(supply.clone());
            }
        }
    }
    known
}

fn protects(breaker: &Breaker, what: BreakerProtection) -> bool {
    breaker.protection == what || breaker.protection == BreakerProtection::DualFunction
}

/// What the note at a box says otherwise than the breaker that feeds it; `None` where the two agree, or one is not known.
pub fn supply_difference(record: &BoxRecord, breaker: &Breaker) -> Option<String> {
    let note = record.found.supply;
    let mut differs = Vec::new();
    if let (Some(noted), Some(amperes)) = (note.amperes, breaker.amperes)
        && noted != amperes
    {
        differs.push(format!("{} says {noted} A, breaker {} is {amperes} A", record.tag, breaker.name()));
    }
    let has = |what| protects(breaker, what);
    for (what, noted, there) in
        [("GFCI", note.gfci, has(BreakerProtection::Gfci)), ("AFCI", note.afci, has(BreakerProtection::Afci))]
    {
        // A GFCI at an outlet upstream protects a box without the breaker's doing; the reverse cannot be.
        if noted == Some(false) && there {
            differs.push(format!("{} says no {what} is ahead of it, breaker {} is one", record.tag, breaker.name()));
        }
    }
    (!differs.is_empty()).then(|| format!("{}: one of the two is wrong.", differs.join("; ")))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::assess::{Assessed, Memory};
    use crate::facts::{BoxContents, Circuit, CircuitId, CircuitPoint, Feed, PanelId, Subject, TracedFault};
    use crate::quantity::Gauge;
    use crate::rules::Verdict;
    use crate::testing::{audit_of, box_with, conductor, record_of};

    /// An audit of one box of 14 AWG whose note says 15 A, on breaker 7 of a panel.
    fn on_breaker(amperes: u16) -> AuditFacts {
        let mut contents = box_with(None, vec![conductor(None, None)]);
        (contents.conductors[0].gauge, contents.supply.amperes) = (Gauge::Awg14, Some(15));
        let (_, record) = record_of(contents);
        let point = CircuitPoint { box_id: record.id, from: Feed::Panel, cable: None };
        let circuit = Circuit {
            id: CircuitId(uuid::Uuid::nil()),
            name: "kitchen".to_owned(),
            panel: None,
            breaker: "7".to_owned(),
            points: vec![point],
            tracing: TracedFault::default(),
            events: Vec::new(),
            dead_test: Vec::new(),
        };
        let breaker = Breaker { amperes: Some(amperes), ..Breaker::new(7, 7) };
        let panel = Panel { breakers: vec![breaker], ..Panel::new(PanelId(uuid::Uuid::nil()), "main", 20) };
        AuditFacts { circuits: vec![circuit], panels: vec![panel], ..audit_of(record) }
    }

    #[test]
    fn the_breaker_counts_and_not_what_was_noted_at_the_box() {
        for (amperes, expected) in [(15, Verdict::Meets), (20, Verdict::Violates)] {
            let facts = on_breaker(amperes);
            let id = facts.boxes()[0].1.id;
            let memory = Memory::new(0);
            for assessed in [Assessed::of(&facts), Assessed::of_subject(&facts, Subject::Box(id), &memory)] {
                let found = &assessed.boxes[0].answer().found;
                let ampacity = found.iter().find(|result| result.rule == "conductor-ampacity").expect("a rule");
                assert_eq!(ampacity.verdict, expected, "14 AWG on {amperes} A, noted as 15 A");
                assert_eq!(assessed.boxes[0].record.found.supply.amperes, Some(15), "the note stays as it was given");
            }
        }
    }

    #[test]
    fn what_differs_is_said_with_both_figures() {
        let mut record = record_of(BoxContents::default()).1;
        let mut breaker = Breaker { amperes: Some(15), ..Breaker::new(7, 7) };
        assert_eq!(supply_difference(&record, &breaker), None, "nothing is noted at the box");
        record.found.supply.amperes = Some(20);
        let said = supply_difference(&record, &breaker).unwrap_or_default();
        assert_eq!(said, "K1 says 20 A, breaker 7 is 15 A: one of the two is wrong.");
        breaker.amperes = Some(20);
        assert_eq!(supply_difference(&record, &breaker), None);
        (record.found.supply.gfci, breaker.protection) = (Some(false), BreakerProtection::DualFunction);
        assert!(supply_difference(&record, &breaker).is_some_and(|said| said.contains("no GFCI is ahead")));
        (record.found.supply.gfci, breaker.protection) = (Some(true), BreakerProtection::Plain);
        assert_eq!(supply_difference(&record, &breaker), None, "a GFCI outlet upstream does that");
    }
}
