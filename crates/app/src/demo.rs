//! The demo audit: an ordinary bundle, taken into a database of its own.

use std::path::Path;

use nailpunch_core::facts::Bundle;
use nailpunch_store::{Store, StoreError};

use crate::clock::command_line;
use crate::failure::Failure;

/// The building of the demo as it really is, for the bench.
pub const INSTALLATION: &str = include_str!("../../../demo/installation.json");
/// The demo audit.
pub const BUNDLE: &str = include_str!("../../../demo/guesthouse.nailpunch.json");

/// Opens the database of the demo, taking the demo audit in when it is not there.
pub fn open(path: &Path, fresh: bool) -> Result<Store, Failure> {
    if fresh {
        for suffix in ["", "-wal", "-shm"] {
            let mut name = path.as_os_str().to_owned();
            name.push(suffix);
            match std::fs::remove_file(&name) {
                Err(error) if error.kind() != std::io::ErrorKind::NotFound => {
                    return Err(Failure::File { path: name.into(), reason: error.to_string() });
                }
                _ => {}
            }
        }
    }
    let store = Store::open(path)?;
    let bundle: Bundle = serde_json::from_str(BUNDLE).map_err(|error| Failure::Other(error.to_string()))?;
    match store.import(&bundle, &command_line()) {
        Ok(()) | Err(StoreError::AlreadyHere { .. }) => Ok(store),
        Err(error) => Err(error.into()),
    }
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use nailpunch_core::assess::Acceptance;
    use nailpunch_core::facts::{Basis, Pointer};
    use nailpunch_core::repair::plan_box;
    use nailpunch_core::rules::{RULES, Situation, Verdict, judge};
    use nailpunch_core::standard::{Edition, Severity};

    use super::*;

    #[test]
    fn the_demo_is_a_sound_bundle_with_every_verdict_in_it() {
        let bundle: Bundle = serde_json::from_str(BUNDLE).unwrap();
        assert_eq!(bundle.unacceptable(&Pointer::root()), []);
        let boxes: usize = bundle.rooms.iter().map(|room| room.boxes.len()).sum();
        assert!(bundle.rooms.len() == 25 && (70..=80).contains(&boxes), "{} rooms, {boxes} boxes", bundle.rooms.len());
        let basis = &bundle.audit.basis;
        let mut seen = std::collections::HashSet::new();
        for room in &bundle.rooms {
            for record in &room.boxes {
                let wired_under = basis.wired_under(&room.room(), record.wired_under);
                let situation = Situation { wired_under, ..Situation::new(&record.found, basis) };
                seen.extend(judge(&situation).iter().flat_map(|r| &r.findings).map(|finding| finding.verdict));
            }
        }
        for verdict in [
            Verdict::Violates,
            Verdict::Marginal,
            Verdict::NotMeasured,
            Verdict::Legacy,
            Verdict::Meets,
            Verdict::NotApplicable,
        ] {
            assert!(seen.contains(&verdict), "no box of the demo {}", verdict.name());
        }
    }

    #[test]
    fn every_rule_is_broken_somewhere_and_met_somewhere() {
        let bundle: Bundle = serde_json::from_str(BUNDLE).unwrap();
        // The Canadian rules are held against the same building as if it stood there.
        let own = &bundle.audit.basis;
        let canadian = &Basis { edition: Edition::Cec2021, ..own.clone() };
        let (mut broken, mut met) = (std::collections::HashSet::new(), std::collections::HashSet::new());
        for room in &bundle.rooms {
            for record in &room.boxes {
                let wired_under = own.wired_under(&room.room(), record.wired_under);
                let judged = |basis| judge(&Situation { wired_under, ..Situation::new(&record.found, basis) });
                let only_there = judged(canadian).into_iter().filter(|result| {
                    RULES.iter().any(|rule| rule.code == result.rule && (rule.citation)(own.edition).is_none())
                });
                for result in judged(own).into_iter().chain(only_there) {
                    match result.verdict {
                        Verdict::Violates => broken.insert(result.rule),
                        Verdict::Meets => met.insert(result.rule),
                        _ => false,
                    };
                }
            }
        }
        let missing = |seen: &std::collections::HashSet<&str>| -> Vec<&str> {
            RULES.iter().map(|rule| rule.code).filter(|code| !seen.contains(code)).collect()
        };
        assert_eq!((missing(&broken), missing(&met)), (Vec::new(), Vec::new()), "never broken, never met");
    }

    #[test]
    fn every_plan_is_the_cheapest_and_not_one_found_at_the_bound() {
        let bundle: Bundle = serde_json::from_str(BUNDLE).unwrap();
        let basis = &bundle.audit.basis;
        let mut planned = 0;
        for record in bundle.rooms.iter().flat_map(|room| &room.boxes) {
            let outcome = plan_box(&Situation::new(&record.found, basis), Severity::Workmanship);
            assert!(!outcome.bound_hit, "{}", record.tag);
            planned += usize::from(outcome.plan.is_some());
        }
        assert!(planned > bundle.rooms.len(), "{planned} boxes of the demo have a plan");
    }

    #[test]
    fn the_building_of_the_bench_is_sound_and_the_readings_of_the_demo_are_its_own() {
        use nailpunch_core::electrical::{BenchInstrument, BenchWish, Installation};
        use nailpunch_core::facts::{Half, InstrumentReading};
        let building: Installation = serde_json::from_str(INSTALLATION).unwrap();
        building.check().unwrap();
        let bundle: Bundle = serde_json::from_str(BUNDLE).unwrap();
        let mut compared = 0;
        for record in bundle.rooms.iter().flat_map(|room| &room.boxes) {
            for lamps in &record.found.lamps {
                let wish = BenchWish {
                    tag: record.tag.clone(),
                    half: lamps.half,
                    off: Vec::new(),
                    main_off: false,
                    instrument: BenchInstrument::Lamps,
                };
                assert_eq!(building.read(&wish), Ok(InstrumentReading::Lamps(*lamps)), "{}", record.tag);
                compared += usize::from(lamps.half == Half::Upper);
            }
        }
        assert!(compared > 20, "{compared} boxes were read");
    }

    #[test]
    fn the_circuits_of_the_demo_hide_two_breaks_to_trace() {
        use nailpunch_core::electrical::{PlacedBox, circuit_answer};
        let bundle: Bundle = serde_json::from_str(BUNDLE).unwrap();
        let records: Vec<_> = bundle
            .rooms
            .iter()
            .enumerate()
            .flat_map(|(at, room)| {
                room.boxes.iter().enumerate().map(move |(index, record)| ((at, index), record.record(room.id)))
            })
            .collect();
        let placed: Vec<PlacedBox> =
            records.iter().map(|(place, record)| PlacedBox { place: *place, record }).collect();
        let rules = &bundle.audit.basis.house_rules;
        let ends = |name: &str, between: [&str; 2]| {
            let circuit = bundle.circuits.iter().find(|circuit| circuit.name == name).unwrap();
            let trace = circuit_answer(circuit, &placed, rules).trace;
            assert!(trace.next.is_some() && !trace.several, "{name}: {}", trace.sentence);
            for tag in between {
                assert!(trace.boxes.iter().any(|ranked| ranked.tag == tag), "{name}: {tag} of {:?}", trace.boxes);
            }
        };
        ends("annexe suite", ["X2", "X3"]);
        ends("lake bedroom", ["L3", "L6"]);
    }

    #[test]
    fn opening_the_demo_twice_keeps_what_was_changed() {
        let folder = tempfile::tempdir().unwrap();
        let path = folder.path().join("demo.sqlite");
        let store = open(&path, false).unwrap();
        let mut audit = store.audits().unwrap()[0].audit.record.clone();
        let id = audit.id.to_string();
        audit.name = "Changed".to_owned();
        store.put(&id, &audit, 1, &command_line()).unwrap();
        drop(store);
        let name = |fresh| open(&path, fresh).unwrap().audits().unwrap()[0].audit.record.name.clone();
        assert_eq!(name(false), "Changed");
        assert_ne!(name(true), "Changed");
    }

    #[test]
    fn every_rule_of_the_room_is_broken_in_one_room_and_met_in_another() {
        use nailpunch_core::assess::Assessed;
        use nailpunch_core::facts::AlarmWiring;
        use nailpunch_core::rules::ROOM_RULES;
        let bundle: Bundle = serde_json::from_str(BUNDLE).unwrap();
        // Held against the Canadian code and an older edition as well, for what this one does not ask.
        let judged = [bundle.audit.basis.edition, Edition::Cec2021, Edition::Nec2020].map(|edition| {
            let mut facts = bundle.facts();
            facts.audit.basis.edition = edition;
            // A town that asks for more than the code.
            facts.audit.basis.house_rules.alarm_wiring = AlarmWiring::ArmouredAndMarked;
            Assessed::of(&facts).rooms.into_iter().map(|known| known.found).collect::<Vec<_>>()
        });
        for rule in ROOM_RULES {
            for verdict in [Verdict::Violates, Verdict::Meets] {
                let results = judged.iter().flatten().flat_map(|room| &room.results);
                let is = results.clone().any(|result| result.rule == rule.code && result.verdict == verdict);
                assert!(is, "{} {} nowhere", rule.code, verdict.name());
            }
        }
        assert!(judged[0].iter().all(|room| room.contradictions.is_empty() && room.plan.is_some()));
    }

    #[test]
    fn every_rule_on_what_is_wanted_is_broken_by_one_wish_and_met_by_another() {
        use nailpunch_core::assess::Assessed;
        use nailpunch_core::rules::WANTED_RULES;
        let facts = serde_json::from_str::<Bundle>(BUNDLE).unwrap().facts();
        let judged = Assessed::of(&facts).rooms;
        let plans: Vec<_> = judged.iter().flat_map(|room| &room.found.wanted).collect();
        for rule in WANTED_RULES {
            // Canada alone counts outlets; no circuit of this house has twelve.
            if rule.code == "wanted-outlets" {
                continue;
            }
            for verdict in [Verdict::Violates, Verdict::Meets] {
                let mut results = plans.iter().flat_map(|plan| &plan.asked);
                let is = results.any(|result| result.rule == rule.code && result.verdict == verdict);
                assert!(is, "{} {} nowhere", rule.code, verdict.name());
            }
        }
        assert!(plans.iter().filter(|plan| plan.ready).count() >= 4, "one of each kind can be made");
    }

    #[test]
    fn every_rule_of_a_cable_run_is_broken_along_one_and_met_along_another() {
        use nailpunch_core::assess::Assessed;
        use nailpunch_core::rules::RUN_RULES;
        let facts = serde_json::from_str::<Bundle>(BUNDLE).unwrap().facts();
        let judged = Assessed::of(&facts).runs;
        for rule in RUN_RULES {
            for verdict in [Verdict::Violates, Verdict::Meets] {
                let mut results = judged.iter().flat_map(|run| &run.found.results);
                let is = results.any(|result| result.rule == rule.code && result.verdict == verdict);
                assert!(is, "{} {} nowhere", rule.code, verdict.name());
            }
        }
        assert!(judged.iter().all(|run| run.found.contradictions.is_empty() && run.found.strip.is_some()));
    }

    #[test]
    fn every_rule_of_the_panel_is_broken_at_one_panel_and_met_at_another() {
        use nailpunch_core::assess::Assessed;
        use nailpunch_core::rules::PANEL_RULES;
        let bundle: Bundle = serde_json::from_str(BUNDLE).unwrap();
        let facts = bundle.facts();
        let judged: Vec<_> = Assessed::of(&facts).panels.into_iter().map(|known| known.found).collect();
        for rule in PANEL_RULES {
            for verdict in [Verdict::Violates, Verdict::Meets] {
                let mut results = judged.iter().flat_map(|panel| &panel.results);
                let is = results.any(|result| result.rule == rule.code && result.verdict == verdict);
                assert!(is, "{} {} nowhere", rule.code, verdict.name());
            }
        }
        let (old, new) = judged.split_at(3);
        assert!(old.iter().all(|panel| panel.dangerous) && new.iter().all(|panel| panel.worst == Verdict::Meets));
        let feeds = &judged[0].feeds;
        let annexe = feeds.iter().find(|feeds| feeds.name == "18/20").unwrap();
        assert!(annexe.sentence.contains("all of annexe panel") && annexe.sentence.contains("freezer, at most 30 min"));
    }
}
