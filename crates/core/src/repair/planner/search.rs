//! The search itself: states of the box, the repairs that lead from one to the next, and what is left to spend.

use std::cmp::Reverse;
use std::collections::{BinaryHeap, HashMap};
use std::rc::Rc;

use super::{Cannot, DEEPEST, MOST_STATES, Plan, PlanStep, Rejected};
use crate::facts::{BoxContents, FreeFigures, PlanWeights};
use crate::picture::Face;
use crate::quantity::Volume;
use crate::repair::close_up::close_up;
use crate::repair::proposal::{add, before_after};
use crate::repair::{Change, Diagnosis, MaterialLine, Repair, RuleVerdict, Short, is_mended, repair};
use crate::rules::{RULES, RuleResult, Situation, fill};

/// Rules by their place in the catalogue, a bit each.
pub(super) type RuleSet = u64;

const _: () = assert!(RULES.len() <= RuleSet::BITS as usize, "a rule more than the planner has bits");

fn bit(rule: &str) -> RuleSet {
    RULES.iter().position(|known| known.code == rule).map_or(0, |place| 1 << place)
}

pub(super) fn bits(rules: &[&str]) -> RuleSet {
    rules.iter().fold(0, |set, rule| set | bit(rule))
}

/// A way to a goal: the repairs with their changes, in order.
pub(super) struct Found {
    pub(super) path: Vec<(usize, Change)>,
    pub(super) cost: u64,
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

/// A way begun: the state it has led to, once that was asked for, and what it has cost.
struct Node {
    state: Option<usize>,
    cost: u64,
    from: Option<(usize, usize)>,
    depth: usize,
}

/// The nodes and repairs that led to a node, from it back to the start.
fn lineage(nodes: &[Node], here: usize) -> impl Iterator<Item = (usize, usize)> {
    std::iter::successors(nodes[here].from, |(parent, _)| nodes[*parent].from)
}

pub(super) struct Search<'a> {
    situation: Situation<'a>,
    pub(super) repairs: &'a [&'static Repair],
    weights: PlanWeights,
    /// The least that each repair costs.
    shares: Vec<u64>,
    /// The rules that each repair can mend.
    pub(super) mends: Vec<RuleSet>,
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
        let mut search = Self {
            situation: *situation,
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
    fn estimate(&self, open: RuleSet, without: Option<usize>) -> Option<u64> {
        let mut least = [u64::MAX; RuleSet::BITS as usize];
        for (index, mends) in self.mends.iter().enumerate() {
            let mut mended = mends & open;
            if mended == 0 || Some(index) == without {
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

    /// The cheapest way to mend what is `wanted`, if there is one within the bounds.
    pub(super) fn cheapest(&mut self, wanted: &[&str], without: Option<usize>) -> Option<Found> {
        let wanted = bits(wanted);
        self.bound_hit = false;
        let mut nodes = vec![Node { state: Some(0), cost: 0, from: None, depth: 0 }];
        // Cheapest estimate first; among equals the deeper, then the older.
        let mut queue = BinaryHeap::new();
        let first = self.estimate(self.open(0, wanted), without)?;
        queue.push(Reverse((first, DEEPEST, 0_usize)));
        let mut expanded = 0;
        while let Some(Reverse((promised, _, here))) = queue.pop() {
            let (cost, depth) = (nodes[here].cost, nodes[here].depth);
            let state = self.state_of(&mut nodes, here);
            let open = self.open(state, wanted);
            if open == 0 {
                return Some(Found { path: self.path(&nodes, here), cost });
            }
            let Some(left) = self.estimate(open, without) else { continue };
            if cost + left > promised {
                // It looked better before it was judged: wait for its turn.
                queue.push(Reverse((cost + left, DEEPEST - depth, here)));
                continue;
            }
            expanded += 1;
            if expanded > MOST_STATES || depth == DEEPEST {
                self.bound_hit = true;
                if expanded > MOST_STATES {
                    return None;
                }
                continue;
            }
            let used: Vec<usize> = lineage(&nodes, here).map(|(_, index)| index).collect();
            for index in 0..self.repairs.len() {
                let mends = self.mends[index];
                if Some(index) == without || used.contains(&index) || mends & open == 0 {
                    continue;
                }
                let Some(change) = self.change(state, index) else { continue };
                let total = cost + change.1;
                // What it does is judged when its turn comes; till then it is believed to mend all that it can.
                let Some(left) = self.estimate(open & !mends, without) else { continue };
                nodes.push(Node { state: None, cost: total, from: Some((here, index)), depth: depth + 1 });
                queue.push(Reverse((total + left, DEEPEST - depth - 1, nodes.len() - 1)));
            }
        }
        None
    }

    /// The state of a node, which is made and judged when it is first asked for.
    fn state_of(&mut self, nodes: &mut [Node], here: usize) -> usize {
        if let Some(state) = nodes[here].state {
            return state;
        }
        let (parent, index) = nodes[here].from.unwrap_or((0, 0));
        let from = self.state_of(nodes, parent);
        let change = self.change(from, index);
        let state = change.map_or(from, |change| self.state(change.0.after.clone()));
        nodes[here].state = Some(state);
        state
    }

    /// The repairs that lead to a node, with their changes, in order.
    fn path(&mut self, nodes: &[Node], here: usize) -> Vec<(usize, Change)> {
        let steps: Vec<(usize, usize)> = lineage(nodes, here).collect();
        let change = |(parent, index): &(usize, usize)| {
            let state = nodes[*parent].state.unwrap_or(0);
            self.change(state, *index).map(|change| (*index, change.0.clone()))
        };
        steps.iter().rev().filter_map(change).collect()
    }

    pub(super) fn plan(&mut self, found: Found) -> Plan {
        let mut state = 0;
        let mut steps = Vec::new();
        let mut materials: Vec<MaterialLine> = Vec::new();
        let mut bodies = Volume::ZERO;
        for (index, change) in found.path {
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
            let mends = mends.collect();
            for line in change.everything() {
                add(&mut materials, line);
            }
            bodies = bodies + change.body_volume;
            steps.push(PlanStep {
                repair: known.code,
                title: known.title,
                mends,
                steps: change.steps,
                cautions: change.cautions,
                minutes: change.minutes.max(known.least_minutes),
                pigtails: change.pigtails,
                materials: change.materials,
            });
            state = next;
        }
        let after = self.states[state].contents.clone();
        let basis = self.situation.basis;
        let fill = fill(&after, basis.edition, basis.units).ok();
        let opened =
            steps.iter().any(|step: &PlanStep| repair(step.repair).is_some_and(|known| known.intrusiveness > 0));
        if opened && let Some(last) = steps.last_mut() {
            last.steps.extend(close_up(&after, fill.as_ref().is_some_and(|fill| fill.crowded), &basis.house_rules));
        }
        let verdicts = self.states[state].results.iter();
        Plan {
            minutes: steps.iter().map(|step| step.minutes).sum(),
            steps,
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
            let reason = rejected.map_or("it does not do alone, or breaks something else", |r| r.reasons[0].as_str());
            format!("{}: {reason}", repair.title)
        };
        let mut reasons: Vec<String> = mending().map(|repair| why(repair)).collect();
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
