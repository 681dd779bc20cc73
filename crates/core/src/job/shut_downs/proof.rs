//! How little any way can cost: each task is worth so much that no group is worth more than it costs, and all of them together
//! as much as they can be. What they are worth then is less than any way costs. Groups that break this are searched and told
//! to a linear program, until there are none.
//!
//! # Source
//! Gilmore and Gomory, *A linear programming approach to the cutting-stock problem*, Operations Research 9 (1961), in the dual
//! (Kelley's cutting planes). The program's figures are rounded, and the bound is reckoned anew in whole numbers from them.

use microlp::{ComparisonOp, OptimizationDirection, Problem, Solution, Variable};

use super::group::{Cost, Group, Groups, Hunt, Prices, bits};

/// Parts of one in which prices are reckoned.
pub(super) const ONE: i64 = 1 << 20;
/// The most rounds of the linear program.
const MOST_ROUNDS: usize = 400;

/// The stage that is made small, and what the stages before it may cost.
#[derive(Debug, Clone, Copy)]
pub(super) struct Stage {
    /// Its place among the costs.
    pub place: usize,
    /// The best that is known of all stages; what the earlier ones cost is the least there is.
    pub best: Cost,
}

/// What any way costs in a stage at least, with the prices that show it.
#[derive(Debug, Clone)]
pub(super) struct Bound {
    /// In parts of one.
    pub least: i64,
    /// Prices at which no group costs less than nothing.
    pub prices: Prices,
}

struct Program {
    solution: Solution,
    tasks: Vec<Variable>,
    earlier: Vec<Variable>,
}

/// The bound of a stage; none where the steps do not reach. What is found of groups is added to `pool`, which holds those of
/// the best way known.
pub(super) fn bound(
    groups: &Groups,
    tasks: usize,
    stage: Stage,
    pool: &mut Vec<Group>,
    steps: &mut u64,
) -> Option<Bound> {
    let mut program = Program::new(tasks, stage, pool)?;
    let mut best: Option<Bound> = None;
    for _ in 0..MOST_ROUNDS {
        let prices = program.prices(stage);
        let mut cheapest = 0;
        // For each task the cheapest group that has it.
        let mut of_task: Vec<Option<(i64, Group)>> = vec![None; tasks];
        groups.hunt(&mut Hunt {
            prices: &prices,
            most: -1,
            steps,
            found: &mut |group, price| {
                cheapest = price.min(cheapest);
                for task in bits(group.tasks) {
                    if of_task[task].as_ref().is_none_or(|(known, _)| price < *known) {
                        of_task[task] = Some((price, group.clone()));
                    }
                }
                cheapest / 2 - 1
            },
        });
        if *steps == 0 {
            break;
        }
        let now = reckoned(prices, stage, cheapest);
        if best.as_ref().is_none_or(|best| now.least > best.least) {
            best = Some(now);
        }
        let reached = best.as_ref().is_some_and(|best| best.least > (stage.best[stage.place] - 1) * ONE);
        if reached || cheapest > -ONE / 4_096 {
            break;
        }
        let mut fresh: Vec<Group> = of_task.into_iter().flatten().map(|(_, group)| group).collect();
        fresh.sort_by_key(|group| group.tasks);
        fresh.dedup();
        for group in fresh {
            program = program.with(&group, stage)?;
            pool.push(group);
        }
    }
    best
}

/// A bound in whole numbers: where a group costs less than nothing by these prices, each is made that much dearer, and there
/// are no more of them than shut-downs.
fn reckoned(mut prices: Prices, stage: Stage, cheapest: i64) -> Bound {
    let earlier: i64 = (0..stage.place).map(|place| prices.weight[place] * stage.best[place]).sum();
    let worth: i64 = prices.tasks.iter().sum();
    prices.weight[0] -= cheapest;
    Bound { least: worth - earlier + cheapest * stage.best[0], prices }
}

impl Program {
    fn new(tasks: usize, stage: Stage, pool: &[Group]) -> Option<Self> {
        let mut problem = Problem::new(OptimizationDirection::Maximize);
        let of_tasks: Vec<Variable> = (0..tasks).map(|_| problem.add_var(1.0, (0.0, f64::INFINITY))).collect();
        let earlier: Vec<Variable> =
            (0..stage.place).map(|place| problem.add_var(-float(stage.best[place]), (0.0, f64::INFINITY))).collect();
        for group in pool {
            let (row, cost) = row(&of_tasks, &earlier, group, stage);
            problem.add_constraint(row.as_slice(), ComparisonOp::Le, cost);
        }
        let solution = problem.solve().ok()?.into_solution().ok()?;
        Some(Self { solution, tasks: of_tasks, earlier })
    }

    /// The program that knows one group more.
    fn with(self, group: &Group, stage: Stage) -> Option<Self> {
        let (row, cost) = row(&self.tasks, &self.earlier, group, stage);
        let solution =
            self.solution.add_constraint(row.as_slice(), ComparisonOp::Le, cost).ok()?.into_solution().ok()?;
        Some(Self { solution, ..self })
    }

    fn prices(&self, stage: Stage) -> Prices {
        let whole = |variable: &Variable| rounded(self.solution.var_value(*variable));
        let mut weight = [0; 3];
        for (place, variable) in self.earlier.iter().enumerate() {
            weight[place] = whole(variable);
        }
        weight[stage.place] = ONE;
        Prices { tasks: self.tasks.iter().map(whole).collect(), weight }
    }
}

/// What the program is told of a group: the worth of its tasks is at most what it costs.
fn row(tasks: &[Variable], earlier: &[Variable], group: &Group, stage: Stage) -> (Vec<(Variable, f64)>, f64) {
    let worth = bits(group.tasks).map(|task| (tasks[task], 1.0));
    let costs = earlier.iter().zip(group.cost).map(|(variable, cost)| (*variable, -float(cost)));
    (worth.chain(costs).collect(), float(group.cost[stage.place]))
}

#[allow(clippy::cast_precision_loss, reason = "minutes of a job are far below 2^53")]
const fn float(cost: i64) -> f64 {
    cost as f64
}

#[allow(clippy::cast_possible_truncation, reason = "a price is at most the minutes of a job")]
fn rounded(value: f64) -> i64 {
    (value.max(0.0) * float(ONE)).round() as i64
}
