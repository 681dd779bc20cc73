//! A good way at once.

use super::{Limits, ShutDown, Task};

/// By what tasks are taken in turn.
type Key = (u32, Vec<usize>, u32);

/// Each task where it adds the fewest breakers and leaves the least room, or the other way round, the longest first or those
/// of one kind together; the best of these.
pub(super) fn fill(tasks: &[Task], limits: &Limits) -> Vec<ShutDown> {
    let order = |key: &dyn Fn(&Task) -> Key| {
        let mut order: Vec<usize> = (0..tasks.len()).collect();
        order.sort_by_key(|place| key(&tasks[*place]));
        order
    };
    let longest_first = order(&|task| (u32::MAX - task.minutes, task.breakers.clone(), 0));
    let by_kind = order(&|task| (limits.room(&task.breakers), task.breakers.clone(), u32::MAX - task.minutes));
    let ways = [longest_first, by_kind]
        .into_iter()
        .flat_map(|order| [true, false].map(|few_breakers| fill_in(&order, few_breakers, tasks, limits)));
    ways.min_by_key(|way| limits.cost_of(way)).unwrap_or_default()
}

fn fill_in(order: &[usize], few_breakers: bool, tasks: &[Task], limits: &Limits) -> Vec<ShutDown> {
    let mut open: Vec<ShutDown> = Vec::new();
    for &task in order {
        let Task { minutes, breakers, .. } = &tasks[task];
        let place = (0..open.len())
            .filter_map(|place| {
                let now = &open[place];
                let both = limits.joined(&now.breakers, breakers);
                let room = limits.room(&both);
                let left = room.checked_sub(now.minutes + minutes)?;
                // A long shut-down is not made short for a task that another can take.
                let lost = limits.room(&now.breakers).saturating_sub(room);
                let more = u32::try_from(both.len().saturating_sub(now.breakers.len())).unwrap_or(u32::MAX);
                Some((if few_breakers { (more, lost + left) } else { (lost + left, more) }, place))
            })
            .min();
        match place {
            Some((_, place)) => open[place].add(task, tasks, limits),
            None => open.push(ShutDown::of([task], tasks, limits)),
        }
    }
    open
}
