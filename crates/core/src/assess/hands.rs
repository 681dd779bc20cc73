//! Who has hands in a box, and what may not be switched on meanwhile: the breakers that feed the box, and those that share a
//! neutral with them. Where none of them is known, nothing is switched on.
//!
//! # Source
//! That whoever works under a lock alone takes it off is NFPA 70E, 120.4, and 29 CFR 1910.333(b)(2), from memory.

use std::collections::HashMap;

use serde::Serialize;
use utoipa::ToSchema;

use super::assessed::{Assessed, AssessedPanel};
use super::transition::next_in_dead_test;
use crate::electrical::proof_of_dead::hot_may_be_open;
use crate::facts::{AuditFacts, BoxId, BoxRecord, Circuit, Panel, PanelId, Pointer, Problem, Tick};

/// A breaker that stays off.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct HeldBreaker {
    /// Its panel.
    pub panel: PanelId,
    /// Its number within the panel.
    pub breaker: u16,
    /// As it is called.
    pub name: String,
}

/// A box with hands in it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Hold {
    /// The box.
    pub box_id: BoxId,
    /// Its short name.
    pub tag: String,
    /// Who has hands in it.
    pub who: String,
    /// Since when.
    pub since: String,
    /// What stays off; none where that is not known, and then nothing at all is switched on.
    pub breakers: Vec<HeldBreaker>,
    /// In one plain sentence.
    pub sentence: String,
}

impl Hold {
    /// Whether this breaker stays off while the hands are in.
    pub fn holds(&self, panel: PanelId, breaker: u16) -> bool {
        self.breakers.is_empty() || self.breakers.iter().any(|held| (held.panel, held.breaker) == (panel, breaker))
    }
}

/// The breakers that go off for each box: those that feed it, and those that share a neutral with them, so that no neutral is
/// opened that another circuit still uses.
pub fn off_for_boxes(panels: &[AssessedPanel]) -> HashMap<BoxId, Vec<(PanelId, u16)>> {
    let mut off: HashMap<BoxId, Vec<(PanelId, u16)>> = HashMap::new();
    for known in panels {
        let id = known.record.id;
        for fed in &known.found.feeds {
            for own in fed.boxes.iter().filter(|own| own.through.is_none()) {
                off.entry(own.box_id).or_default().push((id, fed.breaker));
            }
        }
        let shares =
            known.record.breakers.iter().filter_map(|breaker| Some((breaker.id, breaker.shares_neutral_with?)));
        let shares: Vec<(u16, u16)> = shares.filter(|(_, other)| known.record.breaker(*other).is_some()).collect();
        for own in off.values_mut() {
            for (one, other) in &shares {
                for (has, wants) in [((id, *one), (id, *other)), ((id, *other), (id, *one))] {
                    if own.contains(&has) && !own.contains(&wants) {
                        own.push(wants);
                    }
                }
            }
        }
    }
    off
}

/// Every box with hands in it, in the order of the walk.
pub fn holds(assessed: &Assessed) -> Vec<Hold> {
    let panels = &assessed.panels;
    let mut off = None;
    let mut found = Vec::new();
    for known in &assessed.boxes {
        let (room, record) = (&known.room.name, known.record);
        let Some(hands) = &record.hands_in else { continue };
        let off = off.get_or_insert_with(|| off_for_boxes(panels));
        let main = hot_may_be_open(&record.found);
        let own = off.get(&record.id).filter(|_| !main).map_or(&[][..], Vec::as_slice);
        let held = |(panel, breaker): &(PanelId, u16)| {
            let known = panels.iter().find(|known| known.record.id == *panel)?.record.breaker(*breaker)?;
            Some(HeldBreaker { panel: *panel, breaker: *breaker, name: known.name() })
        };
        let breakers: Vec<HeldBreaker> = own.iter().filter_map(held).collect();
        let names: Vec<&str> = breakers.iter().map(|held| held.name.as_str()).collect();
        let stays = match names.as_slice() {
            [] if main => "the main stays off".to_owned(),
            [] => "its breaker is not known, so that nothing is switched on".to_owned(),
            [one] => format!("breaker {one} stays off"),
            several => format!("breakers {} stay off", several.join(" and ")),
        };
        let (tag, who) = (record.tag.clone(), hands.who.clone());
        let sentence = format!("{who} has hands in {tag}, {room}: {stays}.");
        found.push(Hold { box_id: record.id, tag, who, since: hands.since.clone(), breakers, sentence });
    }
    found
}

/// Why a box cannot be saved as it is: hands that go into one that is not proven dead, or whose dead test is begun again while
/// they are in.
///
/// # Errors
/// What `facts` answers, where the audit has to be asked for and cannot be had.
pub fn hands_problems<E>(
    record: &BoxRecord,
    before: Option<&BoxRecord>,
    facts: impl FnOnce() -> Result<AuditFacts, E>,
) -> Result<Vec<Problem>, E> {
    let Some(hands) = &record.hands_in else { return Ok(Vec::new()) };
    let root = Pointer::root();
    let were_in = before.is_some_and(|before| before.hands_in.is_some());
    if were_in {
        let tested = before.is_some_and(|before| !before.found.dead_test.is_empty());
        let again = tested && record.found.dead_test.is_empty();
        let words = format!("{} has hands in {}: hands out first, then test anew", hands.who, record.tag);
        return Ok(again.then(|| Problem::new(&root.at("found").at("dead_test"), words)).into_iter().collect());
    }
    let next = next_in_dead_test(record, &facts()?);
    let words = |next| format!("no hands in {} before it is proven dead. Next in its dead test: {next}", record.tag);
    Ok(next.map(|next| Problem::new(&root.at("hands_in"), words(next))).into_iter().collect())
}

/// Why a round cannot be noted at a panel now: it switches a breaker that stays off.
///
/// # Errors
/// What `facts` answers, where the audit has to be asked for and cannot be had.
pub fn round_problems<E>(
    panel: &Panel,
    before: Option<&Panel>,
    facts: impl FnOnce() -> Result<AuditFacts, E>,
) -> Result<Vec<Problem>, E> {
    let noted = |panel: &Panel| {
        let ticks = panel.mapping.points.iter().flat_map(|point| &point.ticks);
        ticks.filter(|tick| **tick != Tick::Missing).count()
    };
    // A panel that comes whole, from a file, was mapped before.
    if before.is_none_or(|before| noted(panel) <= noted(before)) {
        return Ok(Vec::new());
    }
    let facts = facts()?;
    if facts.boxes().iter().all(|(_, record)| record.hands_in.is_none()) {
        return Ok(Vec::new());
    }
    let assessed = Assessed::of(&facts);
    let in_the_way = holds(&assessed).into_iter().find(|hold| is_in_rounds(hold, panel));
    let words =
        |hold: Hold| format!("{} A round would switch it: ask there first, and wait for hands out", hold.sentence);
    let place = Pointer::root().at("mapping").at("points");
    Ok(in_the_way.map(|hold| Problem::new(&place, words(hold))).into_iter().collect())
}

/// Why the dead test of a shut-down cannot be begun again now: hands are in one of its boxes.
///
/// # Errors
/// What `facts` answers, where the audit has to be asked for and cannot be had.
pub fn shut_down_problems<E>(
    circuit: &Circuit,
    before: Option<&Circuit>,
    facts: impl FnOnce() -> Result<AuditFacts, E>,
) -> Result<Vec<Problem>, E> {
    let again = circuit.dead_test.is_empty() && before.is_some_and(|before| !before.dead_test.is_empty());
    if !again {
        return Ok(Vec::new());
    }
    let facts = facts()?;
    let on_it = |record: &BoxRecord| circuit.points.iter().any(|point| point.box_id == record.id);
    let hands = facts.boxes().into_iter().filter(|(_, record)| on_it(record)).find_map(|(_, record)| {
        let hands = record.hands_in.as_ref()?;
        Some(format!("{} has hands in {}: hands out first, then test anew", hands.who, record.tag))
    });
    Ok(hands.map(|words| Problem::new(&Pointer::root().at("dead_test"), words)).into_iter().collect())
}

/// Whether the rounds of a panel would switch what is held.
pub fn is_in_rounds(hold: &Hold, panel: &Panel) -> bool {
    panel.mapping.breakers.iter().any(|breaker| hold.holds(panel.id, *breaker))
}

#[cfg(test)]
mod tests {
    use std::convert::Infallible;

    use super::*;
    use crate::facts::{
        Breaker, CircuitId, CircuitPoint, Feed, HandsIn, MappedPoint, Mapping, Observation, TracedFault,
    };
    use crate::quantity::Length;
    use crate::testing::{audit_of, box_with, conductor, prove_dead, record_of};

    fn hands() -> Option<HandsIn> {
        Some(HandsIn { who: "Mara".to_owned(), since: "2026-03-04T10:42:00Z".to_owned() })
    }

    fn record() -> BoxRecord {
        record_of(box_with(Some(Length::inches(2)), vec![conductor(Some(44), Some(12))])).1
    }

    /// The record with hands in it, on breaker 7, which shares a neutral with 9; breaker 11 is another.
    fn audit(record: BoxRecord) -> AuditFacts {
        let mut seven = Breaker::new(7, 7);
        seven.shares_neutral_with = Some(9);
        let breakers = vec![seven, Breaker::new(9, 9), Breaker::new(11, 11)];
        let panel = Panel { breakers, ..Panel::new(PanelId(uuid::Uuid::nil()), "main panel", 20) };
        let circuit = Circuit {
            id: CircuitId(uuid::Uuid::nil()),
            name: "kitchen".to_owned(),
            panel: None,
            breaker: "7".to_owned(),
            points: vec![CircuitPoint { box_id: record.id, from: Feed::Panel, cable: None }],
            tracing: TracedFault::default(),
            events: Vec::new(),
            dead_test: Vec::new(),
        };
        AuditFacts { circuits: vec![circuit], panels: vec![panel], ..audit_of(record) }
    }

    fn said(problems: Result<Vec<Problem>, Infallible>) -> Vec<String> {
        let Ok(problems) = problems;
        problems.into_iter().map(|problem| format!("{} {}", problem.pointer, problem.message)).collect()
    }

    #[test]
    fn what_feeds_a_box_with_hands_in_it_stays_off_with_its_neutral() {
        let facts = audit(BoxRecord { hands_in: hands(), ..record() });
        let held = holds(&Assessed::of(&facts));
        assert_eq!(held[0].sentence, "Mara has hands in K1, kitchen: breakers 7 and 9 stay off.");
        let panel = facts.panels[0].id;
        assert_eq!([7, 9, 11].map(|breaker| held[0].holds(panel, breaker)), [true, true, false]);
        let nobody = audit(record());
        assert_eq!(holds(&Assessed::of(&nobody)), []);
        let mut unknown = facts.clone();
        unknown.circuits.clear();
        let held = holds(&Assessed::of(&unknown));
        assert!(
            held[0].sentence.ends_with("nothing is switched on.") && held[0].holds(panel, 11),
            "{}",
            held[0].sentence
        );
    }

    #[test]
    fn hands_go_into_a_box_once_it_is_proven_dead_and_its_test_stays() {
        let mut now = BoxRecord { hands_in: hands(), ..record() };
        let check =
            |now: &BoxRecord, before: &BoxRecord| said(hands_problems(now, Some(before), || Ok(audit(now.clone()))));
        let refused = check(&now, &record());
        assert!(refused[0].starts_with("/hands_in no hands in K1 before it is proven dead. Next"), "{refused:?}");
        prove_dead(&mut now.found);
        assert_eq!(check(&now, &record()), [""; 0]);
        let mut again = now.clone();
        again.found.dead_test.clear();
        assert_eq!(check(&again, &now), ["/found/dead_test Mara has hands in K1: hands out first, then test anew"]);
        let out = BoxRecord { hands_in: None, ..again };
        assert_eq!(check(&out, &now), [""; 0]);
        now.found.observe(Observation::KnobAndTube, true);
        assert_eq!(check(&now.clone(), &now), [""; 0], "what is seen meanwhile is noted");
    }

    #[test]
    fn no_round_and_no_new_test_of_a_shut_down_while_hands_are_in() {
        let facts = audit(BoxRecord { hands_in: hands(), ..record() });
        let before =
            Panel { mapping: Mapping { breakers: vec![7, 11], ..Mapping::default() }, ..facts.panels[0].clone() };
        let point = |ticks| MappedPoint { box_id: None, half: None, name: "lamp".to_owned(), ticks };
        let mut now = before.clone();
        now.mapping.points = vec![point(vec![Tick::Dead])];
        let check = |now: &Panel| said(round_problems(now, Some(&before), || Ok(facts.clone())));
        let refused = check(&now);
        assert!(refused[0].starts_with("/mapping/points Mara has hands in K1") && refused[0].contains("A round would"));
        now.mapping.breakers = vec![11];
        assert_eq!(check(&now), [""; 0], "that one feeds other boxes");
        let (mut tested, fresh) = (facts.circuits[0].clone(), facts.circuits[0].clone());
        let mut found = record().found;
        prove_dead(&mut found);
        tested.dead_test = found.dead_test;
        let check = |now: &Circuit| said(shut_down_problems(now, Some(&tested), || Ok(facts.clone())));
        assert_eq!(check(&fresh), ["/dead_test Mara has hands in K1: hands out first, then test anew"]);
        assert_eq!(check(&tested), [""; 0]);
    }
}
