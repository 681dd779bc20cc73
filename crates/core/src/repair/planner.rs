//! The planner: from the box as measured, the cheapest sequence of repairs after which it breaks nothing any more.
//!
//! A search over states of the box, best first (A*). A state is left by every repair that can mend something open in it;
//! the estimate of what is left to spend splits the least cost of a repair over the rules that it can mend, so that it
//! is never too high and the first goal reached is the cheapest. A plan holds each repair once, and at most
//! [`DEEPEST`] repairs; the search looks at [`MOST_STATES`] states at most and says so when that was not enough.

use std::cmp::Reverse;
use std::collections::{BinaryHeap, HashMap};
use std::rc::Rc;

use serde::Serialize;
use utoipa::ToSchema;

use super::proposal::{add, before_after};
use super::{
    BeforeAfter, Change, Diagnosis, MaterialLine, Pigtail, REPAIRS, Repair, RuleVerdict, Short, is_mended, to_mend,
};
use crate::quantity::Volume;
use crate::rules::{Fill, RULES, RuleResult, Severity, Situation, fill, judge};
use crate::survey::{BoxContents, Face, PlanWeights, stops};

/// The most repairs in a plan.
pub const DEEPEST: usize = 8;
/// The most states that one search looks at.
pub const MOST_STATES: usize = 600;

/// One repair of a plan.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct PlanStep {
    /// The code of the repair.
    pub repair: &'static str,
    /// What is done.
    pub title: &'static str,
    /// The codes of the rules that it mends here.
    pub mends: Vec<&'static str>,
    /// What is done, in order.
    pub steps: Vec<String>,
    /// Short and specific to this repair.
    pub cautions: Vec<&'static str>,
    /// Minutes once the box is dead and open.
    pub minutes: u32,
    /// Pigtails to cut.
    pub pigtails: Vec<Pigtail>,
}

/// A sequence of repairs with its proof.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Plan {
    /// The repairs, in order.
    pub steps: Vec<PlanStep>,
    /// Minutes together.
    pub minutes: u32,
    /// Everything to bring.
    pub materials: Vec<MaterialLine>,
    /// The conductors it changes.
    pub before_after: Vec<BeforeAfter>,
    /// What each rule says of the box afterwards.
    pub verdicts_after: Vec<RuleVerdict>,
    /// Room that what is added takes up in fact, in words.
    pub body_volume: String,
    /// The face of the box afterwards.
    pub face: Face,
    /// The working of its fill afterwards.
    pub fill: Option<Fill>,
    /// What it costs, in the points of the house.
    pub cost: u64,
    /// The box afterwards.
    #[serde(skip)]
    pub after: BoxContents,
}

/// A repair that cannot be made here.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Rejected {
    /// The code of the repair.
    pub repair: &'static str,
    /// What would be done.
    pub title: &'static str,
    /// Why not, in figures.
    pub reasons: Vec<String>,
}

/// A rule that no sequence of repairs mends here.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Cannot {
    /// The code of the rule.
    pub rule: &'static str,
    /// What it is about.
    pub title: &'static str,
    /// Why not.
    pub reasons: Vec<String>,
}

/// What the planner answers.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, ToSchema)]
pub struct PlanOutcome {
    /// The codes of the rules that were to mend.
    pub wanted: Vec<&'static str>,
    /// The cheapest plan; absent when nothing is to mend, or nothing can be.
    pub plan: Option<Plan>,
    /// The cheapest plan that leaves out one repair of the first.
    pub runner_up: Option<Plan>,
    /// What cannot be done here, and why.
    pub rejected: Vec<Rejected>,
    /// What no repair here mends.
    pub cannot: Vec<Cannot>,
    /// The search was stopped at its bound; a cheaper plan may exist.
    pub bound_hit: bool,
    /// The job ends here for anyone but a licensed electrician: no plan is offered.
    pub referred: bool,
}

/// Plans for a box by every repair of the catalogue, mending what it breaks down to `scope`.
pub fn plan_box(situation: &Situation, scope: Severity) -> PlanOutcome {
    let repairs: Vec<&Repair> = REPAIRS.iter().collect();
    plan_with(situation, &judge(situation), scope, &repairs)
}

/// As [`plan_box`], with what the rules say of the box already, and with some of the repairs only.
pub fn plan_with(
    situation: &Situation,
    found: &[RuleResult],
    scope: Severity,
    repairs: &[&'static Repair],
) -> PlanOutcome {
    let wanted = to_mend(found, scope);
    if wanted.is_empty() {
        return PlanOutcome::default();
    }
    if !stops(situation.contents).is_empty() {
        return PlanOutcome { wanted, referred: true, ..PlanOutcome::default() };
    }
    let mut search = Search::new(situation, repairs);
    let mut best = search.cheapest(&wanted, None);
    let mut within_reach = wanted.clone();
    if best.is_none() {
        // Something cannot be mended: plan for the rest, and say what.
        within_reach.retain(|rule| search.cheapest(&[*rule], None).is_some());
        if !within_reach.is_empty() {
            best = search.cheapest(&within_reach, None);
        }
        while best.is_none() && within_reach.len() > 1 {
            within_reach.pop();
            best = search.cheapest(&within_reach, None);
        }
    }
    let runner_up = best.as_ref().and_then(|best| {
        let path: Vec<usize> = best.path.iter().map(|(index, _)| *index).collect();
        let without = path.into_iter().filter_map(|index| search.cheapest(&within_reach, Some(index)));
        without.min_by_key(|other| other.cost)
    });
    let rejected = search.rejected(&wanted);
    let cannot = wanted
        .iter()
        .filter(|rule| !within_reach.contains(rule) || best.is_none())
        .map(|rule| search.cannot(rule, found, &rejected))
        .collect();
    PlanOutcome {
        plan: best.map(|best| search.plan(best)),
        runner_up: runner_up.map(|other| search.plan(other)),
        rejected,
        cannot,
        bound_hit: search.bound_hit,
        referred: false,
        wanted,
    }
}

/// Rules by their place in the catalogue, a bit each.
type RuleSet = u64;

const _: () = assert!(RULES.len() <= RuleSet::BITS as usize, "a rule more than the planner has bits");

fn bit(rule: &str) -> RuleSet {
    RULES.iter().position(|known| known.code == rule).map_or(0, |place| 1 << place)
}

fn bits(rules: &[&str]) -> RuleSet {
    rules.iter().fold(0, |set, rule| set | bit(rule))
}

/// A way to a goal: the repairs with their changes, in order.
struct Found {
    path: Vec<(usize, Change)>,
    cost: u64,
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

struct Search<'a> {
    situation: Situation<'a>,
    repairs: &'a [&'static Repair],
    weights: PlanWeights,
    /// The least that each repair costs.
    shares: Vec<u64>,
    /// The rules that each repair can mend.
    mends: Vec<RuleSet>,
    states: Vec<State>,
    by_contents: HashMap<BoxContents, usize>,
    bound_hit: bool,
}

impl<'a> Search<'a> {
    fn new(situation: &Situation<'a>, repairs: &'a [&'static Repair]) -> Self {
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
    fn state(&mut self, contents: BoxContents) -> usize {
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
    fn open(&self, state: usize, wanted: RuleSet) -> RuleSet {
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
    fn change(&mut self, state: usize, index: usize) -> Option<Rc<(Change, u64)>> {
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
                .map(|conductor| Short {
                    conductor,
                    figures: crate::survey::FreeFigures::of(&from.contents, conductor, spliced),
                })
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
    fn cheapest(&mut self, wanted: &[&str], without: Option<usize>) -> Option<Found> {
        let wanted = bits(wanted);
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

    fn plan(&mut self, found: Found) -> Plan {
        let mut state = 0;
        let mut steps = Vec::new();
        let mut materials: Vec<MaterialLine> = Vec::new();
        let mut bodies = Volume::ZERO;
        for (index, change) in found.path {
            let next = self.state(change.after.clone());
            let repair = self.repairs[index];
            let results = |state: usize| &self.states[state].results;
            let mends = repair.mends.iter().copied().filter(|rule| {
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
                repair: repair.code,
                title: repair.title,
                mends,
                steps: change.steps,
                cautions: change.cautions,
                minutes: change.minutes.max(repair.least_minutes),
                pigtails: change.pigtails,
            });
            state = next;
        }
        let after = self.states[state].contents.clone();
        let verdicts = self.states[state].results.iter();
        Plan {
            minutes: steps.iter().map(|step| step.minutes).sum(),
            steps,
            materials,
            before_after: before_after(&self.situation, &after),
            verdicts_after: verdicts.map(|r| RuleVerdict { rule: r.rule, verdict: r.verdict }).collect(),
            body_volume: bodies.print(self.situation.basis.units),
            face: Face::of(&after),
            fill: fill(&after, self.situation.basis.edition, self.situation.basis.units).ok(),
            cost: found.cost,
            after,
        }
    }

    fn rejected(&self, wanted: &[&str]) -> Vec<Rejected> {
        let diagnosis = Diagnosis::of(self.situation);
        let concerned = self.repairs.iter().filter(|repair| repair.mends.iter().any(|rule| wanted.contains(rule)));
        concerned
            .filter_map(|repair| {
                let reasons = (repair.plan)(&diagnosis).err()?;
                Some(Rejected { repair: repair.code, title: repair.title, reasons })
            })
            .collect()
    }

    fn cannot(&self, rule: &'static str, found: &[RuleResult], rejected: &[Rejected]) -> Cannot {
        let known = found.iter().find(|result| result.rule == rule);
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
        Cannot { rule, title: known.map_or(rule, |result| result.title), reasons }
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;
    use crate::quantity::{Length, Volume};
    use crate::survey::{Basis, Construction, DeviceKind, Observation, Seat, WallFinish};
    use crate::testing::box_with_device;

    fn planned(contents: &BoxContents) -> PlanOutcome {
        let basis = Basis::default();
        plan_box(&Situation::new(contents, &basis), Severity::Workmanship)
    }

    fn codes(plan: &Option<Plan>) -> Vec<&'static str> {
        plan.iter().flat_map(|plan| plan.steps.iter().map(|step| step.repair)).collect()
    }

    fn sunk_and_short() -> BoxContents {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.wall_finish = Some(WallFinish::GypsumBoard);
        contents.construction = Some(Construction::Nonmetallic);
        contents.stand.set_back = Some(Length::sixteenths(6));
        contents.devices[0].seat = Some(Seat::Floating);
        for conductor in &mut contents.conductors {
            conductor.free_length = Some(Length::sixteenths(82));
        }
        contents
    }

    #[test]
    fn extender_and_pigtails_are_planned_together() {
        // By hand: 5 1/8 in long, 2 in behind; an extender of 3/8 in leaves 2 3/4 in of reach, so that pigtails follow.
        let outcome = planned(&sunk_and_short());
        let plan = outcome.plan.as_ref().expect("it can be mended");
        assert!(codes(&outcome.plan).contains(&"box-extender"), "{:?}", codes(&outcome.plan));
        assert!(codes(&outcome.plan).iter().any(|code| code.starts_with("extend-")), "{:?}", codes(&outcome.plan));
        assert!(outcome.runner_up.is_some_and(|other| other.cost >= plan.cost));
        assert!(outcome.rejected.iter().any(|rejected| rejected.repair == "spacers"));
    }

    #[test]
    fn one_box_can_mend_several_faults() {
        let mut contents = sunk_and_short();
        contents.marked_volume = Some(Volume::centi_cubic_inches(1000));
        contents.observe(Observation::BoxLoose, true);
        contents.observe(Observation::OpenKnockout, true);
        contents.devices[0].seat = Some(Seat::BoxEars);
        let outcome = planned(&contents);
        assert!(codes(&outcome.plan).contains(&"replace-box"), "{:?}", codes(&outcome.plan));
        assert!(!codes(&outcome.plan).contains(&"close-openings"));
    }

    #[test]
    fn what_cannot_be_mended_is_said_and_the_rest_is_planned() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.observe(Observation::OpenKnockout, true);
        contents.lamps = vec![crate::survey::LampReading {
            half: crate::survey::Half::Upper,
            hot_neutral: crate::survey::Lamp::Off,
            hot_ground: crate::survey::Lamp::Off,
            neutral_ground: crate::survey::Lamp::Off,
        }];
        let outcome = planned(&contents);
        assert_eq!(codes(&outcome.plan), ["close-openings"]);
        assert_eq!(outcome.cannot.len(), 1);
        assert!(outcome.cannot[0].reasons[0].contains("find the break first"), "{:?}", outcome.cannot);
    }

    #[test]
    fn a_stop_ends_the_planning() {
        let mut contents = sunk_and_short();
        contents.observe(Observation::BrittleInsulation, true);
        let outcome = planned(&contents);
        assert!(outcome.referred && outcome.plan.is_none() && !outcome.wanted.is_empty());
    }

    #[test]
    fn nothing_is_planned_for_nothing() {
        assert_eq!(planned(&box_with_device(DeviceKind::Switch)), PlanOutcome::default());
    }

    /// Repairs with cheap and dear ways, some of which break what others mend.
    const SMALL: [&str; 7] = [
        "spacers",
        "box-extender",
        "close-openings",
        "resecure-box",
        "replace-box",
        "extend-in-line-lever",
        "extend-twist-on",
    ];

    fn small() -> Vec<&'static Repair> {
        SMALL.iter().filter_map(|code| super::super::repair(code)).collect()
    }

    fn any_box() -> impl Strategy<Value = BoxContents> {
        (0_u32..10, 56_u32..140, 8_u32..44, any::<[bool; 4]>(), 900_u32..2400).prop_map(
            |(set_back, length, sheath, [loose, open, floating, wood], volume)| {
                let mut contents = sunk_and_short();
                contents.stand.set_back = Some(Length::sixteenths(set_back));
                contents.wall_finish = Some(if wood { WallFinish::Wood } else { WallFinish::GypsumBoard });
                contents.cables[0].sheath_end = Some(Length::sixteenths(sheath));
                for conductor in &mut contents.conductors {
                    conductor.free_length = Some(Length::sixteenths(length));
                }
                contents.observe(Observation::BoxLoose, loose);
                contents.observe(Observation::OpenKnockout, open);
                contents.devices[0].seat = Some(if floating { Seat::Floating } else { Seat::BoxEars });
                contents.marked_volume = Some(Volume::centi_cubic_inches(volume));
                contents
            },
        )
    }

    /// The cheapest cost by trying every sequence without repetition up to a depth, with no estimate and no order.
    fn brute_force(search: &mut Search, state: usize, wanted: &[&str], used: &mut Vec<usize>) -> Option<u64> {
        let open = search.open(state, bits(wanted));
        if open == 0 {
            return Some(0);
        }
        if used.len() == 4 {
            return None;
        }
        let mut best: Option<u64> = None;
        for index in 0..search.repairs.len() {
            if used.contains(&index) || search.mends[index] & open == 0 {
                continue;
            }
            let Some(change) = search.change(state, index) else { continue };
            let (cost, next) = (change.1, search.state(change.0.after.clone()));
            used.push(index);
            let rest = brute_force(search, next, wanted, used);
            used.pop();
            best = [best, rest.map(|rest| rest + cost)].into_iter().flatten().min();
        }
        best
    }

    proptest! {
        #![proptest_config(ProptestConfig { cases: 60, ..ProptestConfig::default() })]

        #[test]
        fn every_plan_passes_when_the_rules_are_run_on_it(contents in any_box()) {
            let basis = Basis::default();
            let situation = Situation::new(&contents, &basis);
            let before = judge(&Situation { new_work: true, ..situation });
            let outcome = plan_box(&situation, Severity::Workmanship);
            for plan in [&outcome.plan, &outcome.runner_up].into_iter().flatten() {
                let after = judge(&situation.after(&plan.after));
                let given_up: Vec<_> = outcome.cannot.iter().map(|cannot| cannot.rule).collect();
                for result in &after {
                    let was = before.iter().find(|before| before.rule == result.rule).expect("the same rules");
                    if outcome.wanted.contains(&result.rule) && !given_up.contains(&result.rule) {
                        prop_assert!(is_mended(was, result), "{}: {}", result.rule, result.sentence);
                    } else {
                        prop_assert!(was.is_to_mend() || !result.is_to_mend(), "{} broken", result.rule);
                    }
                }
            }
        }

        #[test]
        fn no_cheaper_plan_is_found_by_trying_everything(contents in any_box()) {
            let basis = Basis::default();
            let situation = Situation::new(&contents, &basis);
            let wanted = to_mend(&judge(&situation), Severity::Workmanship);
            let repairs = small();
            let mut search = Search::new(&situation, &repairs);
            let best = search.cheapest(&wanted, None).map(|found| found.cost);
            let tried = brute_force(&mut search, 0, &wanted, &mut Vec::new());
            if let Some(tried) = tried {
                prop_assert_eq!(best, Some(tried));
            }
        }

        #[test]
        fn one_more_repair_never_makes_it_dearer(contents in any_box(), left_out in 0_usize..SMALL.len()) {
            let basis = Basis::default();
            let situation = Situation::new(&contents, &basis);
            let wanted = to_mend(&judge(&situation), Severity::Workmanship);
            let all = small();
            let mut fewer = small();
            fewer.remove(left_out);
            let with_all = Search::new(&situation, &all).cheapest(&wanted, None).map(|found| found.cost);
            let with_fewer = Search::new(&situation, &fewer).cheapest(&wanted, None).map(|found| found.cost);
            if let Some(dear) = with_fewer {
                prop_assert!(with_all.is_some_and(|cheap| cheap <= dear), "{with_all:?} against {dear}");
            }
        }
    }
}
