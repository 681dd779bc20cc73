//! Shut-downs: which boxes are worked on while which breakers are off.
//!
//! Every box needs the breakers off that feed it. The fewest shut-downs come first; among those, the fewest breakers off,
//! counted anew in each shut-down. A shut-down lasts no longer than the house allows, and no longer than the most
//! sensitive load on its breakers bears. Solved exactly within [`MOST_NODES`] steps, else well, with the gap.

use serde::Serialize;
use utoipa::ToSchema;

/// The most steps of the search for up to [`FEW`] tasks; of more, each step takes longer, and fewer are taken.
pub const MOST_NODES: u64 = 400_000;
/// As many tasks are few.
const FEW: usize = 30;

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
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Limits {
    /// The longest that anything is off, in minutes.
    pub longest: u32,
    /// Minutes of a shut-down beside its boxes.
    pub setup: u32,
    /// For each breaker the longest that it may be off.
    pub breakers: Vec<Option<u32>>,
}

impl Limits {
    /// Minutes for boxes in a shut-down of these breakers.
    fn room(&self, breakers: &[usize]) -> u32 {
        let shortest = breakers.iter().filter_map(|breaker| self.breakers[*breaker]).min().unwrap_or(u32::MAX);
        shortest.min(self.longest).saturating_sub(self.setup)
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

/// The shut-downs of a job.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ShutDownProof {
    /// No way needs fewer shut-downs, nor, with as many, fewer breakers off.
    pub proven: bool,
    /// Shut-downs that any way needs.
    pub least: usize,
    /// Breakers off, counted in each shut-down, that any way needs.
    pub least_breakers: usize,
    /// In one plain sentence.
    pub sentence: String,
}

impl ShutDownProof {
    fn of(proven: bool, least: usize, least_breakers: usize) -> Self {
        let sentence = if proven {
            "These are the fewest shut-downs there can be, and of as many the fewest breakers off.".to_owned()
        } else {
            format!(
                "At least {least} shut-downs are needed, with {least_breakers} breakers off in all; fewer than these may be possible."
            )
        };
        Self { proven, least, least_breakers, sentence }
    }
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
    let (mut order, too_long): (Vec<usize>, Vec<usize>) = (0..tasks.len()).partition(fits);
    // The longest first; those of one kind beside each other.
    order.sort_by(|a, b| {
        let key = |place: &usize| (std::cmp::Reverse(tasks[*place].minutes), tasks[*place].breakers.clone(), *place);
        key(a).cmp(&key(b))
    });
    let least = least_shut_downs(&order, tasks, limits);
    let least_of = least_of_breakers(&order, tasks, limits);
    let least_breakers = least_of.iter().sum();
    let mut search = Search {
        tasks,
        limits,
        order: &order,
        open: Vec::new(),
        best: greedy(&order, tasks, limits),
        least: (least, least_breakers),
        rest: rests(&order, tasks),
        room: order.iter().map(|task| limits.room(&tasks[*task].breakers)).max().unwrap_or(0).max(1),
        least_of,
        nodes: MOST_NODES / times_few(order.len()).pow(2),
    };
    if cost(&search.best) > search.least {
        search.go(0);
    }
    let Search { mut best, nodes, .. } = search;
    let proven = cost(&best) <= (least, least_breakers) || nodes > 0;
    let urgency = |shut_down: &ShutDown| {
        let dangers = shut_down.tasks.iter().filter(|task| tasks[**task].danger).count();
        (std::cmp::Reverse(dangers), shut_down.tasks.iter().copied().min())
    };
    best.sort_by_key(urgency);
    for shut_down in &mut best {
        shut_down.tasks.sort_unstable();
    }
    ShutDowns { shut_downs: best, too_long, proof: ShutDownProof::of(proven, least, least_breakers) }
}

/// How many times [`FEW`] so many tasks are, at least once.
fn times_few(tasks: usize) -> u64 {
    u64::try_from(tasks / FEW).unwrap_or(u64::MAX).max(1)
}

/// Shut-downs, and breakers off in all of them.
fn cost(shut_downs: &[ShutDown]) -> (usize, usize) {
    (shut_downs.len(), shut_downs.iter().map(|shut_down| shut_down.breakers.len()).sum())
}

/// Shut-downs that any way needs: a task makes its shut-down no longer than its own breakers bear, so that the shorter ones
/// are filled first, with what is left of them for the others; and two tasks of more than half of it share none.
fn least_shut_downs(order: &[usize], tasks: &[Task], limits: &Limits) -> usize {
    let mut rooms: Vec<u32> = order.iter().map(|task| limits.room(&tasks[*task].breakers)).collect();
    rooms.sort_unstable();
    rooms.dedup();
    let (mut count, mut left) = (0_u64, 0_u64);
    let mut halves = 0;
    for room in rooms {
        let own = order.iter().filter(|task| limits.room(&tasks[**task].breakers) == room);
        let total: u64 = own.map(|task| u64::from(tasks[*task].minutes)).sum();
        let more = if room == 0 { 0 } else { total.saturating_sub(left).div_ceil(u64::from(room)) };
        left = left + more * u64::from(room) - total.min(left + more * u64::from(room));
        count += more;
        let longer_than_half = order
            .iter()
            .filter(|task| limits.room(&tasks[**task].breakers) <= room && tasks[**task].minutes * 2 > room)
            .count();
        halves = halves.max(longer_than_half);
    }
    usize::try_from(count).unwrap_or(usize::MAX).max(halves).max(usize::from(!order.is_empty()))
}

/// How often each breaker is off in any way: as often as its own tasks need shut-downs.
fn least_of_breakers(order: &[usize], tasks: &[Task], limits: &Limits) -> Vec<usize> {
    let own = |breaker: usize| -> Vec<usize> {
        order.iter().copied().filter(|task| tasks[*task].breakers.contains(&breaker)).collect()
    };
    (0..limits.breakers.len()).map(|breaker| least_shut_downs(&own(breaker), tasks, limits)).collect()
}

/// Minutes of the tasks from each place on.
fn rests(order: &[usize], tasks: &[Task]) -> Vec<u32> {
    let mut rests = vec![0; order.len() + 1];
    for place in (0..order.len()).rev() {
        rests[place] = rests[place + 1] + tasks[order[place]].minutes;
    }
    rests
}

/// The breakers of both, sorted.
fn joined(one: &[usize], other: &[usize]) -> Vec<usize> {
    let mut both: Vec<usize> = one.iter().chain(other).copied().collect();
    both.sort_unstable();
    both.dedup();
    both
}

/// A good way at once: each task where it adds the fewest breakers and leaves the least room, or the other way round, the
/// longest first or those of one kind together; the best of these.
fn greedy(order: &[usize], tasks: &[Task], limits: &Limits) -> Vec<ShutDown> {
    let mut by_kind = order.to_vec();
    by_kind.sort_by_key(|task| (limits.room(&tasks[*task].breakers), tasks[*task].breakers.clone()));
    let orders = [order, &by_kind];
    let candidates =
        orders.iter().flat_map(|order| [true, false].map(|few_breakers| fill(order, few_breakers, tasks, limits)));
    candidates.min_by_key(|open| cost(open)).unwrap_or_default()
}

fn fill(order: &[usize], few_breakers: bool, tasks: &[Task], limits: &Limits) -> Vec<ShutDown> {
    let mut open: Vec<ShutDown> = Vec::new();
    for &task in order {
        let Task { minutes, breakers, .. } = &tasks[task];
        let place = (0..open.len())
            .filter_map(|place| {
                let both = joined(&open[place].breakers, breakers);
                let room = limits.room(&both);
                let left = room.checked_sub(open[place].minutes + minutes)?;
                // A long shut-down is not made short for a task that another can take.
                let lost = limits.room(&open[place].breakers) - room;
                let more = u32::try_from(both.len() - open[place].breakers.len()).unwrap_or(u32::MAX);
                Some((if few_breakers { (more, lost + left) } else { (lost + left, more) }, place))
            })
            .min();
        match place {
            Some((_, place)) => add(&mut open[place], task, tasks),
            None => open.push(ShutDown { tasks: vec![task], breakers: breakers.clone(), minutes: *minutes }),
        }
    }
    open
}

fn add(shut_down: &mut ShutDown, task: usize, tasks: &[Task]) {
    shut_down.breakers = joined(&shut_down.breakers, &tasks[task].breakers);
    shut_down.minutes += tasks[task].minutes;
    shut_down.tasks.push(task);
}

struct Search<'a> {
    tasks: &'a [Task],
    limits: &'a Limits,
    order: &'a [usize],
    open: Vec<ShutDown>,
    best: Vec<ShutDown>,
    least: (usize, usize),
    /// How often each breaker is off at least.
    least_of: Vec<usize>,
    /// Minutes of the tasks from each place on.
    rest: Vec<u32>,
    /// Minutes that the longest shut-down has for its boxes.
    room: u32,
    nodes: u64,
}

impl Search<'_> {
    /// Puts the tasks from `place` on into shut-downs. Whether nothing better can be found, or no step is left.
    fn go(&mut self, place: usize) -> bool {
        let now = cost(&self.open);
        if self.bound(place) >= cost(&self.best) {
            return false;
        }
        let Some(&task) = self.order.get(place) else {
            self.best.clone_from(&self.open);
            return now <= self.least;
        };
        if self.nodes == 0 {
            return true;
        }
        self.nodes -= 1;
        let Task { minutes, breakers, .. } = self.tasks[task].clone();
        // Where the fewest breakers are added is tried first; a task like the one before goes no farther left than it.
        let from = self.alike_before(place).unwrap_or(0);
        let mut choices: Vec<(usize, usize, Vec<usize>)> = (from..self.open.len())
            .filter_map(|into| {
                let both = joined(&self.open[into].breakers, &breakers);
                let fits = self.open[into].minutes + minutes <= self.limits.room(&both);
                fits.then(|| (both.len() - self.open[into].breakers.len(), into, both))
            })
            .collect();
        choices.sort();
        for (_, into, both) in choices {
            let before = self.open[into].clone();
            self.open[into].breakers = both;
            self.open[into].minutes += minutes;
            self.open[into].tasks.push(task);
            let done = self.go(place + 1);
            self.open[into] = before;
            if done {
                return true;
            }
        }
        if self.open.len() < self.best.len() {
            self.open.push(ShutDown { tasks: vec![task], breakers, minutes });
            let done = self.go(place + 1);
            self.open.pop();
            if done {
                return true;
            }
        }
        false
    }

    /// What any way from here on costs: what is left of the time goes into what is free, then into new shut-downs; each breaker
    /// is off as often as it is by now, or as its tasks need.
    fn bound(&self, place: usize) -> (usize, usize) {
        let free: u32 =
            self.open.iter().map(|open| self.limits.room(&open.breakers).saturating_sub(open.minutes)).sum();
        let more = self.rest[place].saturating_sub(free).div_ceil(self.room);
        let shut_downs = self.open.len() + usize::try_from(more).unwrap_or(usize::MAX);
        let mut off = vec![0_usize; self.least_of.len()];
        for breaker in self.open.iter().flat_map(|open| &open.breakers) {
            off[*breaker] += 1;
        }
        let breakers = off.iter().zip(&self.least_of).map(|(off, least)| off.max(least)).sum();
        (shut_downs.max(self.least.0), breakers)
    }

    /// The shut-down of the task before, where that is like this one.
    fn alike_before(&self, place: usize) -> Option<usize> {
        let before = *self.order.get(place.checked_sub(1)?)?;
        let (one, other) = (&self.tasks[before], &self.tasks[self.order[place]]);
        let alike = one.minutes == other.minutes && one.breakers == other.breakers;
        alike.then(|| self.open.iter().position(|shut_down| shut_down.tasks.contains(&before)))?
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn task(minutes: u32, breakers: &[usize]) -> Task {
        Task { minutes, breakers: breakers.to_vec(), danger: false }
    }

    fn limits(longest: u32, breakers: Vec<Option<u32>>) -> Limits {
        Limits { longest, setup: 20, breakers }
    }

    #[test]
    fn a_box_with_two_circuits_needs_both_off() {
        let tasks = [task(30, &[0]), task(30, &[1]), task(30, &[0, 1])];
        let found = shut_downs(&tasks, &limits(240, vec![None, None]));
        assert_eq!(found.shut_downs.len(), 1);
        assert_eq!(found.shut_downs[0].breakers, [0, 1]);
        assert!(found.proof.proven);
        let short = shut_downs(&tasks, &limits(80, vec![None, None]));
        assert_eq!((short.shut_downs.len(), cost(&short.shut_downs).1), (2, 3), "60 minutes for boxes in each");
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

    /// Every way to put tasks into shut-downs.
    fn brute(place: usize, tasks: &[Task], limits: &Limits, open: &mut Vec<ShutDown>) -> (usize, usize) {
        if place == tasks.len() {
            return cost(open);
        }
        let mut best = (usize::MAX, usize::MAX);
        for into in 0..=open.len() {
            let kept = open.clone();
            if into == open.len() {
                open.push(ShutDown { tasks: Vec::new(), breakers: Vec::new(), minutes: 0 });
            }
            add(&mut open[into], place, tasks);
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
            tasks in proptest::collection::vec((10_u32..60, proptest::collection::btree_set(0_usize..3, 1..3)), 0..6),
            essential in proptest::option::of(50_u32..120),
        ) {
            let tasks: Vec<Task> = tasks.iter().map(|(m, b)| task(*m, &b.iter().copied().collect::<Vec<_>>())).collect();
            let limits = limits(120, vec![essential, None, None]);
            let found = shut_downs(&tasks, &limits);
            prop_assert!(found.proof.proven);
            let placed: Vec<Task> = (0..tasks.len()).filter(|t| !found.too_long.contains(t)).map(|t| tasks[t].clone()).collect();
            prop_assert_eq!(cost(&found.shut_downs), brute(0, &placed, &limits, &mut Vec::new()));
            let mut seen: Vec<usize> = found.shut_downs.iter().flat_map(|s| s.tasks.clone()).chain(found.too_long.clone()).collect();
            seen.sort_unstable();
            prop_assert_eq!(seen, (0..tasks.len()).collect::<Vec<_>>());
        }
    }
}
