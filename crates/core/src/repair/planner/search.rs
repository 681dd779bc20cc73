//! The search itself: states of the box, the repairs that lead from one to the next, and what is left to spend.

use std::cmp::Reverse;
use std::collections::{BinaryHeap, HashMap};
use std::rc::Rc;

use super::{Cannot, DEEPEST, MOST_STATES, Plan, PlanStep, Rejected, choices};
use crate::facts::{BoxContents, FreeFigures, PlanWeights};
use crate::picture::Face;
use crate::quantity::Volume;
use crate::repair::proposal::{add, before_after};
use crate::repair::sequence::{Work, sequence};
use crate::repair::{Act, Change, Diagnosis, MaterialLine, Phase, Repair, RuleVerdict, Short, is_mended, together};
use crate::rules::{RULES, RuleResult, Situation, fill};

/// Rules by their place in the catalogue, a bit each.
pub(super) type RuleSet = u128;

const _: () = assert!(RULES.len() <= RuleSet::BITS as usize, "a rule more than the planner has bits");

fn bit(rule: &str) -> RuleSet {
    RULES.iter().position(|known| known.code == rule).map_or(0, |place| 1 << place)
}

pub(super) fn bits(rules: &[&str]) -> RuleSet {
    rules.iter().fold(0, |set, rule| set | bit(rule))
}

/// A set of repairs, by their places in the list of repairs, a bit each.
pub(super) type RepairSet = u64;

/// What a set of repairs makes of the box: the repairs with their changes, in the order of the work.
pub(super) struct Found {
    pub(super) path: Vec<(usize, Rc<(Change, u64)>)>,
    pub(super) cost: u64,
    /// The state that they lead to.
    pub(super) state: usize,
}

impl Found {
    /// The repairs, whatever their order.
    pub(super) fn set(&self) -> RepairSet {
        self.path.iter().fold(0, |set, (index, _)| set | 1 << index)
    }
}

/// A state of the box with all that follows from it.
struct State {
    results: Rc<Vec<RuleResult>>,
    short: Vec<u16>,
    /// The rules that are mended, and those that were broken on the way, against the box as it was.
    mended: RuleSet,
    broken: RuleSet,
    /// What each repair makes of it, once it was asked.
    changes: HashMap<usize, Option<Rc<(Change, u64)>>>,
    contents: BoxContents,
}

pub(super) struct Search<'a> {
    situation: Situation<'a>,
    pub(super) repairs: &'a [&'static Repair],
    weights: PlanWeights,
    /// The least that each repair costs.
    shares: Vec<u64>,
    /// The rules that each repair can mend.
    pub(super) mends: Vec<RuleSet>,
    /// The repairs in the order of the work.
    order: Vec<usize>,
    states: Vec<State>,
    by_contents: HashMap<BoxContents, usize>,
    /// The last search was stopped at its bound.
    pub(super) bound_hit: bool,
}

impl<'a> Search<'a> {
    pub(super) fn new(situation: &Situation<'a>, repairs: &'a [&'static Repair]) -> Self {
        let weights = situation.basis.house_rules.plan_weights;
        let least = |repair: &&Repair| {
            u64::from(repair.least_minutes) * u64::from(weights.minute)
                + u64::from(repair.intrusiveness) * u64::from(weights.intrusiveness)
        };
        let mut order: Vec<usize> = (0..repairs.len()).collect();
        order.sort_by_key(|index| repairs[*index].act);
        let mut search = Self {
            situation: *situation,
            order,
            repairs,
            weights,
            shares: repairs.iter().map(least).collect(),
            mends: repairs.iter().map(|repair| bits(repair.mends)).collect(),
            states: Vec::new(),
            by_contents: HashMap::new(),
            bound_hit: false,
        };
        search.state(situation.contents.clone());
        search
    }

    /// The number of a state; it is judged when it is new.
    pub(super) fn state(&mut self, contents: BoxContents) -> usize {
        if let Some(known) = self.by_contents.get(&contents) {
            return *known;
        }
        let diagnosis = Diagnosis::of(self.situation.after(&contents));
        let short = diagnosis.short.iter().map(|short| short.conductor.id).collect();
        let results = diagnosis.results;
        let (mut mended, mut broken) = (0, 0);
        let first = self.states.first().map_or(&results, |first| &first.results);
        for after in results.iter() {
            let Some(before) = first.iter().find(|before| before.rule == after.rule) else { continue };
            if is_mended(before, after) {
                mended |= bit(after.rule);
            }
            if after.is_to_mend() && !before.is_to_mend() {
                broken |= bit(after.rule);
            }
        }
        let index = self.states.len();
        let contents_kept = contents.clone();
        self.states.push(State { results, short, mended, broken, changes: HashMap::new(), contents: contents_kept });
        self.by_contents.insert(contents, index);
        index
    }

    /// The rules still open in a state: wanted and not mended, or broken on the way.
    pub(super) fn open(&self, state: usize, wanted: RuleSet) -> RuleSet {
        let state = &self.states[state];
        wanted & !state.mended | state.broken
    }

    /// Never more than what is left to spend: the least cost of each repair split over what is open that it can mend.
    /// `None` when something open can be mended by nothing.
    fn estimate(&self, open: RuleSet, without: RepairSet) -> Option<u64> {
        let mut least = [u64::MAX; RuleSet::BITS as usize];
        for (index, mends) in self.mends.iter().enumerate() {
            let mut mended = mends & open;
            if mended == 0 || without >> index & 1 == 1 {
                continue;
            }
            let share = self.shares[index] / u64::from(mended.count_ones());
            while mended != 0 {
                let place = mended.trailing_zeros() as usize;
                least[place] = least[place].min(share);
                mended &= mended - 1;
            }
        }
        let places = (0..RuleSet::BITS).filter(|place| open >> place & 1 == 1);
        places.map(|place| least[place as usize]).map(|share| (share != u64::MAX).then_some(share)).sum()
    }

    /// What a repair makes of a state: the change and its cost.
    pub(super) fn change(&mut self, state: usize, index: usize) -> Option<Rc<(Change, u64)>> {
        if let Some(known) = self.states[state].changes.get(&index) {
            return known.clone();
        }
        let repair = self.repairs[index];
        let change = {
            let from = &self.states[state];
            let situation = self.situation.after(&from.contents);
            let spliced = situation.basis.house_rules.spliced_length;
            let short = from.contents.conductors.iter().filter(|conductor| from.short.contains(&conductor.id));
            let short = short
                .map(|conductor| Short { conductor, figures: FreeFigures::of(&from.contents, conductor, spliced) })
                .collect();
            (repair.plan)(&Diagnosis { situation, results: Rc::clone(&from.results), short }).ok()
        };
        let answer = change.map(|change| {
            let pieces: u32 = change.everything().iter().map(|line| line.count).sum();
            let cost = u64::from(change.minutes.max(repair.least_minutes)) * u64::from(self.weights.minute)
                + u64::from(pieces) * u64::from(self.weights.piece)
                + u64::from(repair.intrusiveness) * u64::from(self.weights.intrusiveness);
            Rc::new((change, cost))
        });
        self.states[state].changes.insert(index, answer.clone());
        answer
    }

    /// The repairs of a set in the order of the work.
    fn ordered(&self, set: RepairSet) -> impl Iterator<Item = usize> {
        self.order.iter().copied().filter(move |index| set >> index & 1 == 1)
    }

    /// What a set of repairs makes of the box, each made on what the ones before it leave; `None` when one of them cannot be
    /// made there.
    pub(super) fn found(&mut self, set: RepairSet) -> Option<Found> {
        let mut found = Found { path: Vec::new(), cost: 0, state: 0 };
        for index in self.ordered(set).collect::<Vec<_>>() {
            let change = self.change(found.state, index)?;
            found.state = self.state(change.0.after.clone());
            found.cost += change.1;
            found.path.push((index, change));
        }
        Some(found)
    }

    /// The repairs with these codes that can be made together, in the order of the work; and those that cannot, and why.
    pub(super) fn choose(&mut self, codes: &[&str]) -> (RepairSet, Vec<Rejected>) {
        let (mut chosen, mut state, mut refused) = (0, 0, Vec::new());
        for index in self.order.clone() {
            let repair = self.repairs[index];
            if !codes.contains(&repair.code) {
                continue;
            }
            if let Some(change) = self.change(state, index) {
                chosen |= 1 << index;
                state = self.state(change.0.after.clone());
            } else {
                let contents = self.states[state].contents.clone();
                let reasons = (repair.plan)(&Diagnosis::of(self.situation.after(&contents))).err().unwrap_or_default();
                refused.push(Rejected { repair: repair.code, title: repair.title, reasons });
            }
        }
        (chosen, refused)
    }

    /// As [`Search::cheapest`]; where conductors are joined, by the school of the house as far as it can be done here.
    pub(super) fn by_the_house(&mut self, wanted: &[&str], chosen: RepairSet) -> Option<Found> {
        let of_house = self.situation.basis.house_rules.joining.repair();
        let set_of = |is: &dyn Fn(&Repair) -> bool| -> RepairSet {
            let places = self.repairs.iter().enumerate().filter(|(_, repair)| is(repair));
            places.fold(0, |set, (index, _)| set | 1 << index)
        };
        let own = set_of(&|repair| repair.code == of_house);
        let others = set_of(&|repair| repair.act == Act::Extend && repair.code != of_house) & !chosen;
        let best = self.cheapest(wanted, chosen, 0)?;
        let joins = |found: &Found, by: RepairSet| found.path.iter().any(|(index, _)| by >> index & 1 == 1);
        if own == 0 || !joins(&best, others) {
            return Some(best);
        }
        let bound_hit = self.bound_hit;
        let by_house = self.cheapest(wanted, chosen, others);
        self.bound_hit = bound_hit;
        by_house.filter(|found| joins(found, own)).or(Some(best))
    }

    /// The cheapest set of repairs that mends what is `wanted`, if there is one within the bounds: with those `chosen`, and
    /// none of those `without`.
    pub(super) fn cheapest(&mut self, wanted: &[&str], chosen: RepairSet, without: RepairSet) -> Option<Found> {
        let wanted = bits(wanted);
        self.bound_hit = false;
        // Cheapest estimate first; among equals the larger set, then the one with the earlier repairs.
        let mut queue = BinaryHeap::new();
        let mut promises: HashMap<RepairSet, u64> = HashMap::new();
        queue.push((Reverse(0), chosen.count_ones(), Reverse(chosen)));
        let mut expanded = 0;
        while let Some((Reverse(promised), size, Reverse(set))) = queue.pop() {
            // It was promised for less since, and has had its turn.
            if promises.get(&set).is_some_and(|better| *better < promised) {
                continue;
            }
            let Some(found) = self.found(set) else { continue };
            let Found { state, cost, .. } = found;
            let open = self.open(state, wanted);
            if open == 0 {
                return Some(found);
            }
            let Some(left) = self.estimate(open, without | set) else { continue };
            if cost + left > promised {
                // It looked better before it was judged: wait for its turn.
                promises.insert(set, cost + left);
                queue.push((Reverse(cost + left), size, Reverse(set)));
                continue;
            }
            expanded += 1;
            if expanded > MOST_STATES || size as usize >= DEEPEST {
                self.bound_hit = true;
                if expanded > MOST_STATES {
                    return None;
                }
                continue;
            }
            for index in 0..self.repairs.len() {
                let mends = self.mends[index];
                if (without | set) >> index & 1 == 1 || mends & open == 0 {
                    continue;
                }
                let with = set | 1 << index;
                // The last of the work is made on what is there. What goes before others is priced when its turn comes.
                let price = match self.ordered(with).last() {
                    Some(last) if last == index => self.change(state, index).map(|change| change.1),
                    _ => Some(self.shares[index]),
                };
                let Some(price) = price else { continue };
                // What it does is judged when its turn comes; till then it is believed to mend all that it can.
                let Some(left) = self.estimate(open & !mends, without | with) else { continue };
                let promise = cost + price + left;
                if promises.get(&with).is_none_or(|known| promise < *known) {
                    promises.insert(with, promise);
                    queue.push((Reverse(promise), size + 1, Reverse(with)));
                }
            }
        }
        None
    }

    pub(super) fn plan(&mut self, found: Found) -> Plan {
        let mut state = 0;
        let mut steps: Vec<PlanStep> = Vec::new();
        let mut work_steps = Vec::new();
        let mut materials: Vec<MaterialLine> = Vec::new();
        let mut bodies = Volume::ZERO;
        for (index, change) in found.path {
            let change = &change.0;
            let next = self.state(change.after.clone());
            let known = self.repairs[index];
            let results = |state: usize| &self.states[state].results;
            let mends = known.mends.iter().copied().filter(|rule| {
                let at = |state: usize| results(state).iter().find(|result| result.rule == *rule);
                let start = results(0).iter().find(|result| result.rule == *rule);
                match (at(state), at(next), start) {
                    (Some(before), Some(after), Some(start)) => !is_mended(start, before) && is_mended(start, after),
                    _ => false,
                }
            });
            let mends: Vec<&'static str> = mends.collect();
            work_steps.extend(change.steps_of(known.code));
            for line in change.everything() {
                add(&mut materials, line);
            }
            bodies = bodies + change.body_volume;
            steps.push(PlanStep {
                repair: known.code,
                title: known.title,
                mends,
                cautions: change.cautions.clone(),
                minutes: change.minutes.max(known.least_minutes),
                pigtails: change.pigtails.clone(),
                materials: change.materials.clone(),
            });
            state = next;
        }
        let after = self.states[state].contents.clone();
        let basis = self.situation.basis;
        let fill = fill(&after, basis.edition, basis.units).ok();
        let sequence = sequence(work_steps, &Work::of(&self.situation, &after, fill.as_ref()));
        let verdicts = self.states[state].results.iter();
        Plan {
            minutes: steps.iter().map(|step| step.minutes).sum(),
            ready: sequence.iter().all(|step| step.phase != Phase::FindOut),
            choices: choices(&steps),
            steps,
            sequence,
            materials,
            before_after: before_after(&self.situation, &after),
            verdicts_after: verdicts.map(|r| RuleVerdict { rule: r.rule, verdict: r.verdict }).collect(),
            body_volume: bodies.print(self.situation.basis.units),
            face: Face::of(&after),
            fill,
            cost: found.cost,
            after,
        }
    }

    pub(super) fn rejected(&self, wanted: &[&str]) -> Vec<Rejected> {
        let diagnosis = Diagnosis::of(self.situation);
        let concerned = self.repairs.iter().filter(|repair| repair.mends.iter().any(|rule| wanted.contains(rule)));
        concerned
            .filter_map(|repair| {
                let reasons = (repair.plan)(&diagnosis).err()?;
                Some(Rejected { repair: repair.code, title: repair.title, reasons })
            })
            .collect()
    }

    pub(super) fn cannot(&self, rule: &'static str, found: &[RuleResult], rejected: &[Rejected]) -> Cannot {
        let mending = || self.repairs.iter().filter(|repair| repair.mends.contains(&rule));
        let why = |repair: &Repair| {
            let rejected = rejected.iter().find(|rejected| rejected.repair == repair.code);
            rejected.map_or("it does not do alone, or breaks something else", |r| r.reasons[0].as_str()).to_owned()
        };
        // What several repairs fail for is said once.
        let of_reason = together(mending().map(|repair| (why(repair), repair.title)));
        let mut reasons: Vec<String> =
            of_reason.into_iter().map(|(reason, titles)| format!("{}: {reason}", titles.join(" / "))).collect();
        if reasons.is_empty() {
            reasons.push("no repair of the catalogue mends it; refer it".to_owned());
        }
        Cannot { rule, title: title_of(rule, found), reasons }
    }

    /// Of a rule that can be mended by itself, but was not together with the rest.
    pub(super) fn cannot_together(rule: &'static str, found: &[RuleResult], bound_hit: bool) -> Cannot {
        let reason = match bound_hit {
            true => {
                format!("there is a way by itself; with the rest none was found in {MOST_STATES} steps of the search")
            }
            false => "there is a way by itself, but none together with the rest".to_owned(),
        };
        Cannot { rule, title: title_of(rule, found), reasons: vec![reason] }
    }
}

fn title_of(rule: &'static str, found: &[RuleResult]) -> &'static str {
    found.iter().find(|result| result.rule == rule).map_or(rule, |result| result.title)
}
