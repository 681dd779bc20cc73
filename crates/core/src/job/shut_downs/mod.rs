//! Shut-downs: which boxes are worked on while which breakers are off.
//!
//! Every box needs the breakers off that feed it. The fewest shut-downs come first; among those, the fewest breakers off,
//! counted anew in each shut-down; among those, the least time without essential loads, each counted by itself. A shut-down
//! lasts no longer than the house allows, and no longer than the most sensitive load on its breakers bears. Solved exactly
//! within [`MOST_STEPS`] steps, else well, with what any way needs at least.

mod cover;
mod fill;
mod group;
mod least;
mod proof;

use serde::Serialize;
use utoipa::ToSchema;

use self::cover::cover;
use self::group::{Cost, Group, Groups, Hunt, bits};
use self::proof::{Bound, ONE, Stage, bound};

/// The most steps of the search for up to [`FEW`] tasks; of more, each step takes longer, and fewer are taken.
pub const MOST_STEPS: u64 = 20_000_000;
/// As many tasks are few.
const FEW: usize = 30;
/// The most steps that a better way is sought for among the groups that a bound met.
const STEPS_OF_POOL: u64 = 100_000;
/// The most steps that three shut-downs are made better in.
const STEPS_OF_NEIGHBOURS: u64 = 60_000;
/// How often all shut-downs are gone through for that.
const MOST_PASSES: usize = 3;
/// The most groups of which a way is made.
const MOST_GROUPS: usize = 200_000;

/// A box to work on.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Task {
    /// Minutes with its breakers off.
    pub minutes: u32,
    /// The breakers that must be off, by their place in the limits; sorted, none twice.
    pub breakers: Vec<usize>,
    /// Something in it is a danger now.
    pub danger: bool,
}

/// What binds shut-downs.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Limits {
    /// The longest that anything is off, in minutes.
    pub longest: u32,
    /// Minutes of a shut-down beside its boxes.
    pub setup: u32,
    /// Minutes more for each breaker that goes off.
    pub per_breaker: u32,
    /// For each breaker the longest that it may be off.
    pub breakers: Vec<Option<u32>>,
    /// For each breaker how many essential loads are without power while it is off; none where it is not named.
    pub essential: Vec<u32>,
    /// The breaker with which every other goes off.
    pub main: Option<usize>,
}

impl Limits {
    /// Minutes for boxes in a shut-down of these breakers.
    fn room(&self, breakers: &[usize]) -> u32 {
        self.longest_of(breakers).saturating_sub(self.setup_of(breakers))
    }

    /// The longest that these breakers may be off.
    fn longest_of(&self, breakers: &[usize]) -> u32 {
        let shortest = breakers.iter().filter_map(|breaker| self.breakers[*breaker]).min();
        shortest.unwrap_or(u32::MAX).min(self.longest)
    }

    /// Minutes beside the boxes.
    pub(super) fn setup_of(&self, breakers: &[usize]) -> u32 {
        self.setup + self.per_breaker * u32::try_from(breakers.len()).unwrap_or(u32::MAX)
    }

    /// Minutes of a shut-down, with those beside its boxes.
    pub(super) fn lasts(&self, shut_down: &ShutDown) -> u32 {
        shut_down.minutes + self.setup_of(&shut_down.breakers)
    }

    /// Essential loads without power.
    fn loads(&self, breakers: &[usize]) -> i64 {
        let of = |breaker: &usize| i64::from(self.essential.get(*breaker).copied().unwrap_or(0));
        breakers.iter().map(of).sum()
    }

    /// The breakers of both, sorted; with the main the main alone.
    fn joined(&self, one: &[usize], other: &[usize]) -> Vec<usize> {
        let mut both: Vec<usize> = one.iter().chain(other).copied().collect();
        if let Some(main) = self.main.filter(|main| both.contains(main)) {
            return vec![main];
        }
        both.sort_unstable();
        both.dedup();
        both
    }

    /// What a shut-down of these breakers costs in each stage.
    fn cost(&self, shut_down: &ShutDown) -> Cost {
        let lasts = self.lasts(shut_down);
        let breakers = i64::try_from(shut_down.breakers.len()).unwrap_or(i64::MAX);
        [1, breakers, self.loads(&shut_down.breakers) * i64::from(lasts)]
    }

    /// What a way costs in each stage.
    fn cost_of(&self, way: &[ShutDown]) -> Cost {
        way.iter()
            .map(|shut_down| self.cost(shut_down))
            .fold([0; 3], |sum, cost| std::array::from_fn(|stage| sum[stage] + cost[stage]))
    }
}

/// One shut-down.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct ShutDown {
    /// Its tasks by their places.
    pub tasks: Vec<usize>,
    /// The breakers that are off, sorted.
    pub breakers: Vec<usize>,
    /// Minutes for its boxes, without the setup.
    pub minutes: u32,
}

impl ShutDown {
    /// The shut-down of these tasks.
    pub(super) fn of(places: impl IntoIterator<Item = usize>, tasks: &[Task], limits: &Limits) -> Self {
        let mut made = Self { tasks: Vec::new(), breakers: Vec::new(), minutes: 0 };
        for place in places {
            made.add(place, tasks, limits);
        }
        made
    }

    fn add(&mut self, place: usize, tasks: &[Task], limits: &Limits) {
        self.breakers = limits.joined(&self.breakers, &tasks[place].breakers);
        self.minutes += tasks[place].minutes;
        self.tasks.push(place);
    }
}

/// The shut-downs of a job.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ShutDownProof {
    /// No way needs fewer shut-downs; nor, with as many, fewer breakers off; nor, with as many, less time without essential
    /// loads.
    pub proven: bool,
    /// Shut-downs that any way needs.
    pub least: usize,
    /// Breakers off, counted in each shut-down, that any way of so few shut-downs needs.
    pub least_breakers: usize,
    /// Minutes without essential loads, each counted by itself, that any way of so few shut-downs and breakers needs.
    pub least_without: usize,
    /// In one plain sentence.
    pub sentence: String,
}

impl ShutDownProof {
    fn of(found: Cost, least: Cost) -> Self {
        let proven = found.iter().zip(&least).position(|(found, least)| least < found);
        let fewest = "These are the fewest shut-downs there can be";
        let sentence = match proven {
            Some(0) => format!(
                "At least {} are needed; fewer than these {} may be possible.",
                shut_downs_of(least[0]),
                found[0]
            ),
            Some(1) => format!(
                "{fewest}. In all of them at least {} breakers go off; fewer than these {} may be possible.",
                least[1], found[1]
            ),
            Some(_) => format!(
                "{fewest}, and of as many the fewest breakers off. What must not be off for long is without power for {} min in all; less may be possible, but not less than {} min.",
                found[2], least[2]
            ),
            None if found[2] > 0 => {
                format!(
                    "{fewest}, of as many the fewest breakers off, and the least time without what must not be off for long."
                )
            }
            None => format!("{fewest}, and of as many the fewest breakers off."),
        };
        let count = |value: i64| usize::try_from(value).unwrap_or(0);
        Self {
            proven: proven.is_none(),
            least: count(least[0]),
            least_breakers: count(least[1]),
            least_without: count(least[2]),
            sentence,
        }
    }
}

fn shut_downs_of(count: i64) -> String {
    format!("{count} shut-down{}", if count == 1 { "" } else { "s" })
}

/// What the search answers.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct ShutDowns {
    /// The shut-downs, dangers first.
    pub shut_downs: Vec<ShutDown>,
    /// Tasks that fit into no shut-down.
    pub too_long: Vec<usize>,
    /// How good it is.
    pub proof: ShutDownProof,
}

/// Groups tasks into shut-downs.
pub fn shut_downs(tasks: &[Task], limits: &Limits) -> ShutDowns {
    let fits = |place: &usize| tasks[*place].minutes <= limits.room(&tasks[*place].breakers);
    let (places, too_long): (Vec<usize>, Vec<usize>) = (0..tasks.len()).partition(fits);
    let own: Vec<Task> = places.iter().map(|place| tasks[*place].clone()).collect();
    let (mut way, least) = best_way(&own, limits);
    let proof = ShutDownProof::of(limits.cost_of(&way), least);
    for shut_down in &mut way {
        shut_down.tasks = shut_down.tasks.iter().map(|task| places[*task]).collect();
        shut_down.tasks.sort_unstable();
    }
    let urgency = |shut_down: &ShutDown| {
        let dangers = shut_down.tasks.iter().filter(|task| tasks[**task].danger).count();
        (std::cmp::Reverse(dangers), shut_down.tasks.iter().copied().min())
    };
    way.sort_by_key(urgency);
    ShutDowns { shut_downs: way, too_long, proof }
}

/// The best way that was found, and what any way costs at least in each stage.
fn best_way(tasks: &[Task], limits: &Limits) -> (Vec<ShutDown>, Cost) {
    let times_few = u64::try_from(tasks.len().div_ceil(FEW)).unwrap_or(u64::MAX).max(1);
    let steps = MOST_STEPS / times_few.pow(2);
    let way = neighbours_settled(fill::fill(tasks, limits), tasks, limits);
    let (way, least) = proven(way, tasks, limits, steps);
    let found = limits.cost_of(&way);
    if least == found {
        return (way, least);
    }
    // Fewer breakers may have made another way of it, which neighbours have not yet gone through.
    let way = neighbours_settled(way, tasks, limits);
    if limits.cost_of(&way) == found {
        return (way, least);
    }
    let (way, again) = proven(way, tasks, limits, steps);
    (way, std::array::from_fn(|stage| least[stage].max(again[stage])))
}

/// A way in which no three shut-downs that are near each other can be made better among themselves.
fn neighbours_settled(mut way: Vec<ShutDown>, tasks: &[Task], limits: &Limits) -> Vec<ShutDown> {
    for _ in 0..MOST_PASSES {
        let before = limits.cost_of(&way);
        for first in 0..way.len() {
            let Some(known) = way.get(first) else { break };
            // Near is what shares breakers, and then what has the most room left.
            let mut others: Vec<usize> = (0..way.len()).filter(|other| *other != first).collect();
            others.sort_by_key(|other| {
                let other = &way[*other];
                let apart = limits.joined(&known.breakers, &other.breakers).len();
                let shared = (known.breakers.len() + other.breakers.len()).saturating_sub(apart);
                let free = limits.room(&other.breakers).saturating_sub(other.minutes);
                (std::cmp::Reverse(shared), std::cmp::Reverse(free))
            });
            let mut near: Vec<usize> = std::iter::once(first).chain(others.into_iter().take(2)).collect();
            near.sort_unstable();
            let places: Vec<usize> = near.iter().flat_map(|place| way[*place].tasks.clone()).collect();
            let own: Vec<Task> = places.iter().map(|place| tasks[*place].clone()).collect();
            let as_is: Vec<ShutDown> = near
                .iter()
                .map(|place| {
                    let of_it = |task: &usize| places.iter().position(|known| known == task);
                    ShutDown::of(way[*place].tasks.iter().filter_map(of_it), &own, limits)
                })
                .collect();
            let now = limits.cost_of(&as_is);
            let (better, _) = proven(as_is, &own, limits, STEPS_OF_NEIGHBOURS);
            if limits.cost_of(&better) < now {
                for place in near.into_iter().rev() {
                    way.remove(place);
                }
                let named =
                    |known: &ShutDown| ShutDown::of(known.tasks.iter().map(|task| places[*task]), tasks, limits);
                way.extend(better.iter().map(named));
            }
        }
        if limits.cost_of(&way) == before {
            break;
        }
    }
    way
}

/// The way made better as far as the steps reach, and what any way costs at least in each stage.
fn proven(mut way: Vec<ShutDown>, tasks: &[Task], limits: &Limits, mut steps: u64) -> (Vec<ShutDown>, Cost) {
    let mut best = limits.cost_of(&way);
    let mut least = least::least(tasks, limits);
    if tasks.is_empty() {
        return (way, best);
    }
    let Some(groups) = Groups::new(tasks, limits) else { return (way, least) };
    let single = |task: usize| group_of(&ShutDown::of([task], tasks, limits), limits);
    let mut pool: Vec<Group> = (0..tasks.len()).map(single).collect();
    for place in 0..3 {
        if least[place] >= best[place] {
            continue;
        }
        pool.extend(way.iter().map(|shut_down| group_of(shut_down, limits)));
        let stage = Stage { place, best };
        let Some(found) = bound(&groups, tasks.len(), stage, &mut pool, &mut steps) else { break };
        let better = improve(&groups, tasks.len(), stage, &found, &pool, &mut steps);
        least[place] = least[place].max(better.least);
        if let Some(made) = better.way {
            way = made.iter().map(|group| ShutDown::of(bits(group.tasks), tasks, limits)).collect();
            best = limits.cost_of(&way);
        }
        if least[place] < best[place] {
            break;
        }
    }
    (way, least)
}

/// What came of a stage: the best way, where it is better than the one known, and what any way costs at least.
struct Improved {
    way: Option<Vec<Group>>,
    least: i64,
}

/// Looks for a way that costs less in a stage than the best known, from what any way costs at least upwards: the groups of a
/// way that costs little more are few.
fn improve(
    groups: &Groups,
    tasks: usize,
    mut stage: Stage,
    bound: &Bound,
    pool: &[Group],
    steps: &mut u64,
) -> Improved {
    let place = stage.place;
    let mut least = bound.least.div_euclid(ONE) + i64::from(bound.least.rem_euclid(ONE) > 0);
    let mut way = None;
    if least < stage.best[place] {
        let slack = (stage.best[place] - 1) * ONE - bound.least;
        let few = &mut STEPS_OF_POOL.min(*steps);
        way = cover(pool, tasks, stage, &bound.prices, slack, few).way;
        if let Some(made) = &way {
            stage.best[place] = made.iter().map(|group| group.cost[place]).sum();
        }
    }
    let mut more = 1;
    while least < stage.best[place] {
        let most = (least + more - 1).min(stage.best[place] - 1);
        let slack = most * ONE - bound.least;
        let mut all: Vec<Group> = Vec::new();
        groups.hunt(&mut Hunt {
            prices: &bound.prices,
            most: slack,
            steps,
            found: &mut |group, _| {
                all.push(group);
                if all.len() < MOST_GROUPS { slack } else { i64::MIN }
            },
        });
        let complete = *steps > 0 && all.len() < MOST_GROUPS;
        let mut within = stage;
        within.best[place] = most + 1;
        let covered = cover(&all, tasks, within, &bound.prices, slack, steps);
        if let Some(made) = covered.way {
            stage.best[place] = made.iter().map(|group| group.cost[place]).sum();
            way = Some(made);
        }
        if !complete || !covered.proven {
            break;
        }
        least = stage.best[place].min(most + 1);
        more *= 2;
    }
    Improved { way, least }
}

fn group_of(shut_down: &ShutDown, limits: &Limits) -> Group {
    let tasks = shut_down.tasks.iter().fold(0, |set, task| set | 1 << task);
    Group { tasks, cost: limits.cost(shut_down) }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn task(minutes: u32, breakers: &[usize]) -> Task {
        Task { minutes, breakers: breakers.to_vec(), danger: false }
    }

    fn limits(longest: u32, breakers: Vec<Option<u32>>) -> Limits {
        Limits { longest, setup: 20, breakers, ..Limits::default() }
    }

    #[test]
    fn a_box_with_two_circuits_needs_both_off() {
        let tasks = [task(30, &[0]), task(30, &[1]), task(30, &[0, 1])];
        let found = shut_downs(&tasks, &limits(240, vec![None, None]));
        assert_eq!(found.shut_downs.len(), 1);
        assert_eq!(found.shut_downs[0].breakers, [0, 1]);
        assert!(found.proof.proven);
        let short = shut_downs(&tasks, &limits(80, vec![None, None]));
        assert_eq!((short.proof.least, short.proof.least_breakers), (2, 3), "60 minutes for boxes in each");
    }

    #[test]
    fn an_essential_load_bears_only_so_much() {
        let tasks = [task(30, &[0]), task(30, &[0]), task(30, &[1])];
        // Breaker 0 may be off for 60 minutes, 20 of them for the setup: one of its boxes at a time.
        let found = shut_downs(&tasks, &limits(240, vec![Some(60), None]));
        assert_eq!(found.shut_downs.len(), 3);
        assert_eq!(shut_downs(&[task(45, &[0])], &limits(240, vec![Some(60)])).too_long, [0]);
    }

    #[test]
    fn dangers_come_first() {
        let mut tasks = vec![task(60, &[0]), task(60, &[1])];
        tasks[1].danger = true;
        let found = shut_downs(&tasks, &limits(80, vec![None, None]));
        assert_eq!(found.shut_downs[0].tasks, [1]);
    }

    #[test]
    fn a_box_on_the_main_and_on_a_breaker_goes_without_the_main_alone() {
        // Two boxes need the main; the other two are with the breaker of their own, 62 min without one load, rather than one of
        // them with the main, 160 min: 2 × 70 + 62 = 202 load minutes, by hand.
        let tasks = [task(10, &[1]), task(10, &[0]), task(45, &[0, 1]), task(37, &[0])];
        let limits = Limits {
            longest: 120,
            setup: 15,
            breakers: vec![Some(84), Some(84)],
            essential: vec![1, 2],
            main: Some(1),
            ..Limits::default()
        };
        let found = shut_downs(&tasks, &limits);
        assert_eq!((limits.cost_of(&found.shut_downs), found.proof.least_without), ([2, 2, 202], 202));
    }

    /// Every way to put tasks into shut-downs.
    fn brute(place: usize, tasks: &[Task], limits: &Limits, open: &mut Vec<ShutDown>) -> Cost {
        if place == tasks.len() {
            return limits.cost_of(open);
        }
        let mut best = [i64::MAX; 3];
        for into in 0..=open.len() {
            let kept = open.clone();
            match open.get_mut(into) {
                Some(known) => known.add(place, tasks, limits),
                None => open.push(ShutDown::of([place], tasks, limits)),
            }
            if open[into].minutes <= limits.room(&open[into].breakers) {
                best = best.min(brute(place + 1, tasks, limits, open));
            }
            *open = kept;
        }
        best
    }

    proptest! {
        #[test]
        fn no_way_is_better(
            tasks in proptest::collection::vec((10_u32..60, proptest::collection::btree_set(0_usize..4, 1..3)), 0..7),
            essential in proptest::collection::vec(proptest::option::of((50_u32..120, 1_u32..3)), 4),
            per_breaker in 0_u32..9,
            main in proptest::option::of(Just(3)),
        ) {
            let tasks: Vec<Task> = tasks.iter().map(|(m, b)| task(*m, &b.iter().copied().collect::<Vec<_>>())).collect();
            let mut limits = Limits {
                longest: 120,
                setup: 15,
                per_breaker,
                breakers: essential.iter().map(|of| of.map(|(minutes, _)| minutes)).collect(),
                essential: essential.iter().map(|of| of.map_or(0, |(_, loads)| loads)).collect(),
                main,
            };
            if let Some(main) = main {
                // With the main everything goes off that must not.
                limits.breakers[main] = limits.breakers.iter().flatten().copied().min();
                limits.essential[main] = limits.essential.iter().sum();
            }
            let found = shut_downs(&tasks, &limits);
            prop_assert!(found.proof.proven);
            let placed: Vec<Task> = (0..tasks.len()).filter(|t| !found.too_long.contains(t)).map(|t| tasks[t].clone()).collect();
            let best = brute(0, &placed, &limits, &mut Vec::new());
            prop_assert_eq!(limits.cost_of(&found.shut_downs), best);
            let proof = found.proof;
            let least = [proof.least, proof.least_breakers, proof.least_without].map(|least| i64::try_from(least).unwrap_or(-1));
            prop_assert_eq!(least, best);
            let mut seen: Vec<usize> = found.shut_downs.iter().flat_map(|s| s.tasks.clone()).chain(found.too_long.clone()).collect();
            seen.sort_unstable();
            prop_assert_eq!(seen, (0..tasks.len()).collect::<Vec<_>>());
        }
    }
}
