//! A way made of groups: every task in one of them.

use std::collections::HashMap;

use super::group::{Cost, Group, Prices};
use super::proof::{ONE, Stage};

/// Finds a way that costs less in its stage than the best known, and no more in those before it.
pub(super) struct Cover<'a> {
    /// For each task the groups of which it is the first to be put away, the cheapest first, with their prices.
    of_task: Vec<Vec<(i64, &'a Group)>>,
    /// The tasks, in the order in which they are put away.
    order: Vec<usize>,
    all: u128,
    stage: Stage,
    steps: &'a mut u64,
    chosen: Vec<&'a Group>,
    best: Option<Vec<&'a Group>>,
    /// What it cost to put away a set of tasks, of each set that was met.
    met: HashMap<u128, Cost>,
}

/// What a search of ways found.
pub(super) struct Covered {
    /// The best way that is better than the one known, as far as there is one.
    pub way: Option<Vec<Group>>,
    /// No way of these groups is better than that.
    pub proven: bool,
}

/// The best way of these groups; `slack` is what it may cost by the prices, beyond the bound that they show.
pub(super) fn cover(
    groups: &[Group],
    tasks: usize,
    stage: Stage,
    prices: &Prices,
    slack: i64,
    steps: &mut u64,
) -> Covered {
    let mut count = vec![0_usize; tasks];
    for group in groups {
        for (task, count) in count.iter_mut().enumerate() {
            *count += usize::from(group.tasks >> task & 1 == 1);
        }
    }
    // The task with the fewest groups is put away first.
    let mut order: Vec<usize> = (0..tasks).collect();
    order.sort_by_key(|task| count[*task]);
    let mut of_task: Vec<Vec<(i64, &Group)>> = vec![Vec::new(); tasks];
    for group in groups {
        if let Some(first) = order.iter().find(|task| group.tasks >> **task & 1 == 1) {
            of_task[*first].push((prices.of(group), group));
        }
    }
    for of_one in &mut of_task {
        of_one.sort_by_key(|(price, group)| (*price, group.tasks));
    }
    let all = if tasks == 128 { u128::MAX } else { (1 << tasks) - 1 };
    let mut search = Cover { of_task, order, all, stage, steps, chosen: Vec::new(), best: None, met: HashMap::new() };
    search.go(0, [0; 3], slack);
    let proven = *search.steps > 0;
    Covered { way: search.best.map(|way| way.into_iter().cloned().collect()), proven }
}

impl Cover<'_> {
    /// Puts away what is left; `slack` is what may yet be lost.
    fn go(&mut self, done: u128, cost: Cost, slack: i64) {
        if done == self.all {
            self.best = Some(self.chosen.clone());
            self.stage.best[self.stage.place] = cost[self.stage.place];
            return;
        }
        let Some(&task) = self.order.iter().find(|task| done >> **task & 1 == 0) else { return };
        let known = self.stage.best[self.stage.place];
        for place in 0..self.of_task[task].len() {
            let (price, group) = self.of_task[task][place];
            // A better way found meanwhile leaves less to lose.
            let slack = slack - (known - self.stage.best[self.stage.place]) * ONE;
            if price > slack || *self.steps == 0 {
                return;
            }
            *self.steps -= 1;
            if group.tasks & done != 0 {
                continue;
            }
            let next: Cost = std::array::from_fn(|stage| cost[stage] + group.cost[stage]);
            let place = self.stage.place;
            let dear =
                (0..place).any(|stage| next[stage] > self.stage.best[stage]) || next[place] >= self.stage.best[place];
            if dear || self.met_for_less(done | group.tasks, next) {
                continue;
            }
            self.chosen.push(group);
            self.go(done | group.tasks, next, slack - price);
            self.chosen.pop();
        }
    }

    /// The same tasks were put away before, for no more in any stage that counts: nothing new follows.
    fn met_for_less(&mut self, done: u128, cost: Cost) -> bool {
        let counts = 0..=self.stage.place;
        let known = self.met.entry(done).or_insert([i64::MAX; 3]);
        if counts.clone().all(|stage| known[stage] <= cost[stage]) {
            return true;
        }
        if counts.clone().all(|stage| cost[stage] <= known[stage]) {
            *known = cost;
        }
        false
    }
}
