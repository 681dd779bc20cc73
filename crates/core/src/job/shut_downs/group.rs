//! Groups: boxes that one shut-down can hold, and the search for those that are worth their price.

use super::{Limits, Task};

/// What a group, or a way, costs in each stage: shut-downs, breakers off, minutes that essential loads are without power.
pub(super) type Cost = [i64; 3];

/// The most tasks that are searched in groups.
pub(super) const MOST_TASKS: usize = 128;

/// Boxes that one shut-down can hold.
#[derive(Debug, Clone, PartialEq, Eq)]
pub(super) struct Group {
    /// Its tasks, a bit each.
    pub tasks: u128,
    /// What it costs.
    pub cost: Cost,
}

/// What tasks are worth and stages cost, in parts of one.
#[derive(Debug, Clone)]
pub(super) struct Prices {
    /// What each task is worth.
    pub tasks: Vec<i64>,
    /// What one of each cost weighs.
    pub weight: Cost,
}

impl Prices {
    /// What a cost weighs in all stages together.
    fn weighed(&self, cost: &Cost) -> i64 {
        cost.iter().zip(&self.weight).map(|(cost, weight)| cost * weight).sum()
    }

    /// What a group costs beyond the worth of its tasks.
    pub fn of(&self, group: &Group) -> i64 {
        self.weighed(&group.cost) - bits(group.tasks).map(|task| self.tasks[task]).sum::<i64>()
    }
}

/// The places of the bits of a set.
pub(super) fn bits(mut set: u128) -> impl Iterator<Item = usize> {
    std::iter::from_fn(move || {
        let place = (set != 0).then(|| set.trailing_zeros() as usize)?;
        set &= set - 1;
        Some(place)
    })
}

/// A task as the search meets it.
struct Known {
    task: usize,
    minutes: u32,
    breakers: u128,
    /// Essential loads that are off at least while it is worked at.
    loads: i64,
    /// It alone adds its breaker, where no task of another kind can have added it.
    alone: bool,
}

/// A group on the way.
#[derive(Clone, Copy)]
struct Part {
    tasks: u128,
    breakers: u128,
    /// The longest that it may last.
    longest: u32,
    loads: i64,
    minutes: u32,
    worth: i64,
    /// The worth of its tasks less what they cost essential loads at least.
    estimated: i64,
}

/// What the tasks from a place on can be worth, by the minutes left.
struct Ahead {
    /// The breaker of the place is on.
    on: Vec<i64>,
    /// It is off by now, and costs nothing more.
    off: Vec<i64>,
}

/// A search for groups: what it is given, and what takes what it finds.
pub(super) struct Hunt<'a> {
    /// The prices.
    pub prices: &'a Prices,
    /// Groups of no more than this price are wanted.
    pub most: i64,
    /// Steps left; none left ends the search.
    pub steps: &'a mut u64,
    /// Takes a group with its price, and says what price is wanted from now on.
    pub found: &'a mut dyn FnMut(Group, i64) -> i64,
}

/// The search for groups among the tasks of a job: those that share breakers with others come first, then those of each
/// breaker together.
pub(super) struct Groups {
    known: Vec<Known>,
    /// For each breaker by its bit: the longest that it may be off, and its essential loads.
    breakers: Vec<(u32, i64)>,
    main: u128,
    longest: u32,
    setup: u32,
    per_breaker: u32,
}

impl Groups {
    /// The search among these tasks, each of which fits into a shut-down of its own; none where there are too many of them,
    /// or of their breakers.
    pub fn new(tasks: &[Task], limits: &Limits) -> Option<Self> {
        let mut used: Vec<usize> = tasks.iter().flat_map(|task| task.breakers.iter().copied()).collect();
        used.sort_unstable();
        used.dedup();
        if tasks.len() > MOST_TASKS || used.len() > MOST_TASKS {
            return None;
        }
        let bit = |breaker: &usize| 1_u128 << used.iter().position(|known| known == breaker).unwrap_or(0);
        let set = |task: &Task| task.breakers.iter().fold(0, |set, breaker| set | bit(breaker));
        let main = limits.main.filter(|main| used.contains(main)).map_or(0, |main| bit(&main));
        let alone = |task: &Task| {
            let others = || tasks.iter().filter(|other| other.breakers.len() > 1);
            task.breakers.len() == 1 && set(task) != main && others().all(|other| set(other) & set(task) == 0)
        };
        let mut order: Vec<usize> = (0..tasks.len()).collect();
        order.sort_by_key(|place| {
            let task = &tasks[*place];
            (set(task) & main == 0, alone(task), task.breakers.clone(), std::cmp::Reverse(task.minutes), *place)
        });
        let of_breaker = |breaker: &usize| (limits.breakers[*breaker].unwrap_or(u32::MAX), limits.loads(&[*breaker]));
        let known = |place: &usize| {
            let task = &tasks[*place];
            // With the main the main alone goes off, so that its loads are all that any group of the task can go without.
            let own = limits.loads(&limits.joined(&task.breakers, &[]));
            let of_main = limits.main.filter(|_| main != 0).map(|main| limits.loads(&[main]));
            let (minutes, loads) = (task.minutes, of_main.map_or(own, |of_main| own.min(of_main)));
            Known { task: *place, minutes, breakers: set(task), loads, alone: alone(task) }
        };
        Some(Self {
            known: order.iter().map(known).collect(),
            breakers: used.iter().map(of_breaker).collect(),
            main,
            longest: limits.longest,
            setup: limits.setup,
            per_breaker: limits.per_breaker,
        })
    }

    /// Finds groups.
    pub fn hunt(&self, hunt: &mut Hunt<'_>) {
        let start = Part { tasks: 0, breakers: 0, longest: self.longest, loads: 0, minutes: 0, worth: 0, estimated: 0 };
        // With the main off any breaker comes for nothing.
        let tables = [self.ahead(hunt.prices, true), self.ahead(hunt.prices, false)];
        self.go(0, start, &tables, hunt);
    }

    /// For each place what the tasks from there on can be worth at most.
    fn ahead(&self, prices: &Prices, breakers_cost: bool) -> Vec<Ahead> {
        let room = self.longest.saturating_sub(self.setup) as usize;
        let mut tables = vec![Ahead { on: vec![0; room + 1], off: vec![0; room + 1] }];
        for (place, known) in self.known.iter().enumerate().rev() {
            let after = &tables[tables.len() - 1];
            let goes_on = known.alone && self.known.get(place + 1).is_some_and(|next| next.breakers == known.breakers);
            let mut off = if goes_on { after.off.clone() } else { after.on.clone() };
            let worth = estimated(known, prices);
            let minutes = known.minutes as usize;
            for left in (minutes..=room).rev() {
                off[left] = off[left].max(off[left - minutes] + worth);
            }
            let (charge, time) = match known.alone && breakers_cost {
                true => (prices.weight[1], self.per_breaker as usize),
                false => (0, 0),
            };
            let with = |left: usize| left.checked_sub(time).map_or(0, |left| off[left] - charge);
            let on = (0..=room).map(|left| after.on[left].max(with(left))).collect();
            tables.push(Ahead { on, off });
        }
        tables.reverse();
        tables
    }

    /// A group with one task more; none where it does not fit.
    fn with(&self, part: &Part, known: &Known, prices: &Prices) -> Option<Part> {
        let (longest, loads) = bits(known.breakers & !part.breakers)
            .map(|breaker| self.breakers[breaker])
            .fold((part.longest, part.loads), |(longest, loads), (most, own)| (longest.min(most), loads + own));
        let mut next = Part {
            tasks: part.tasks | 1 << known.task,
            breakers: part.breakers | known.breakers,
            longest,
            loads,
            minutes: part.minutes + known.minutes,
            worth: part.worth + prices.tasks[known.task],
            estimated: part.estimated + estimated(known, prices),
        };
        if next.breakers & self.main != 0 {
            next.breakers = self.main;
            next.loads = self.breakers[self.main.trailing_zeros() as usize].1;
        }
        (self.lasts(&next) <= next.longest).then_some(next)
    }

    /// Minutes of the shut-down of a group.
    const fn lasts(&self, part: &Part) -> u32 {
        self.setup + self.per_breaker * part.breakers.count_ones() + part.minutes
    }

    fn go(&self, from: usize, part: Part, tables: &[Vec<Ahead>; 2], hunt: &mut Hunt<'_>) {
        let weight = hunt.prices.weight;
        let free = self.longest.min(part.longest).saturating_sub(self.lasts(&part)) as usize;
        let fixed = weight[0]
            + weight[1] * i64::from(part.breakers.count_ones())
            + weight[2] * part.loads * i64::from(self.setup + self.per_breaker * part.breakers.count_ones());
        for (place, known) in self.known.iter().enumerate().skip(from) {
            // What follows a task that switches the main off is free of breakers too.
            let main = (part.breakers | known.breakers) & self.main != 0;
            let ahead = &tables[usize::from(main)][place];
            let worth = if part.breakers & known.breakers == 0 { &ahead.on } else { &ahead.off };
            if fixed - part.estimated - worth[free] > hunt.most || *hunt.steps == 0 {
                return;
            }
            *hunt.steps -= 1;
            let Some(next) = self.with(&part, known, hunt.prices) else { continue };
            let cost = [1, i64::from(next.breakers.count_ones()), next.loads * i64::from(self.lasts(&next))];
            let price = hunt.prices.weighed(&cost) - next.worth;
            if price <= hunt.most {
                hunt.most = (hunt.found)(Group { tasks: next.tasks, cost }, price);
            }
            self.go(place + 1, next, tables, hunt);
        }
    }
}

/// What a task is worth at most beside what it costs the essential loads of its own breakers.
fn estimated(known: &Known, prices: &Prices) -> i64 {
    prices.tasks[known.task] - prices.weight[2] * known.loads * i64::from(known.minutes)
}
