//! What any way costs at least, by minutes alone.

use super::group::Cost;
use super::{Limits, Task};

/// Shut-downs, breakers off and minutes without essential loads that any way needs.
pub(super) fn least(tasks: &[Task], limits: &Limits) -> Cost {
    let all: Vec<&Task> = tasks.iter().collect();
    let fewest = shut_downs(&all, limits);
    let main = |task: &Task| limits.main.is_some_and(|main| task.breakers.contains(&main));
    // While the main is off for another, a box needs no breaker of its own.
    let breakers = if tasks.iter().any(main) { fewest } else { breakers(tasks, limits).max(fewest) };
    [fewest, breakers, 0].map(|count| i64::try_from(count).unwrap_or(i64::MAX))
}

/// Minutes that a shut-down has for boxes at most, once it has this one.
fn room(task: &Task, limits: &Limits) -> u32 {
    limits.longest_of(&task.breakers).saturating_sub(limits.setup + limits.per_breaker)
}

/// Shut-downs that any way needs: a task makes its shut-down no longer than its own breakers bear, so that the shorter ones
/// are filled first, with what is left of them for the others; and two tasks of more than half of it share none.
fn shut_downs(tasks: &[&Task], limits: &Limits) -> usize {
    let mut rooms: Vec<u32> = tasks.iter().map(|task| room(task, limits)).collect();
    rooms.sort_unstable();
    rooms.dedup();
    let (mut count, mut left) = (0_u64, 0_u64);
    let mut halves = 0;
    for most in rooms {
        let own = tasks.iter().filter(|task| room(task, limits) == most);
        let total: u64 = own.map(|task| u64::from(task.minutes)).sum();
        let more = if most == 0 { 0 } else { total.saturating_sub(left).div_ceil(u64::from(most)) };
        left = left + more * u64::from(most) - total.min(left + more * u64::from(most));
        count += more;
        let longer_than_half = |task: &&&Task| room(task, limits) <= most && task.minutes * 2 > most;
        halves = halves.max(tasks.iter().filter(longer_than_half).count());
    }
    usize::try_from(count).unwrap_or(usize::MAX).max(halves).max(usize::from(!tasks.is_empty()))
}

/// How often breakers go off in any way: each as often as its own tasks need shut-downs.
fn breakers(tasks: &[Task], limits: &Limits) -> usize {
    let own = |breaker: usize| -> Vec<&Task> { tasks.iter().filter(|task| task.breakers.contains(&breaker)).collect() };
    (0..limits.breakers.len()).map(|breaker| shut_downs(&own(breaker), limits)).sum()
}
