//! `make-wanted`: what is wanted is made, once nothing is against it and nothing is open.

use super::{RoomChange, RoomFound, RoomRepair};
use crate::repair::WantedPlan;

/// The repair.
pub const REPAIR: RoomRepair =
    RoomRepair { code: "make-wanted", title: "Make what is wanted", mends: &["wanted-made"], plan };

fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    let plans = found.wanted;
    let first = |said: &[String]| said.first().cloned().unwrap_or_default();
    let reason = |plan: &WantedPlan| {
        let said = if plan.against.is_empty() { first(&plan.open) } else { first(&plan.against) };
        format!("{}: {}", plan.label, said.trim_end_matches('.'))
    };
    if plans.iter().all(|plan| !plan.ready) {
        return Err(plans.iter().map(reason).collect());
    }
    let mut after = found.situation.sketch.clone();
    let mut change =
        RoomChange { after: after.clone(), steps: Vec::new(), cautions: Vec::new(), minutes: 0, materials: Vec::new() };
    let several = plans.len() > 1;
    for plan in plans.iter().filter(|plan| plan.ready) {
        // What is made is wanted no more: the box that it became is named as left.
        after.wanted.retain(|wanted| wanted.id != plan.wanted);
        let words = |words: &str| {
            if several { format!("{}: {words}", plan.label) } else { words.to_owned() }
        };
        change.steps.extend(plan.steps.iter().map(|step| (step.act, words(&step.words))));
        change.minutes += plan.minutes;
        change.materials.extend(plan.materials.iter().cloned());
        change.cautions.extend(
            plan.cautions.iter().filter(|caution| !change.cautions.contains(caution)).copied().collect::<Vec<_>>(),
        );
    }
    for plan in plans.iter().filter(|plan| !plan.ready) {
        change.steps.push((crate::repair::Act::FindOut, format!("Not yet: {}.", reason(plan))));
    }
    Ok(RoomChange { after, ..change })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::WantedKind;
    use crate::repair::plan_wanted;
    use crate::repair::room::RoomFound;
    use crate::rules::wanted_testing::Wish;
    use crate::rules::{Verdict, judge_room};

    #[test]
    fn what_is_ready_is_made_and_what_is_not_says_why() {
        let planned = |wish: &Wish| {
            wish.asked(|situation| {
                let wanted = [plan_wanted(situation)];
                let results = judge_room(&situation.room);
                (REPAIR.plan)(&RoomFound { situation: situation.room, results: &results, wanted: &wanted })
            })
        };
        let wish = Wish::new(WantedKind::Receptacle);
        let change = planned(&wish).expect("nothing is against it");
        assert!(change.after.wanted.is_empty() && change.minutes > 0 && !change.materials.is_empty());
        let mut gas = wish.clone();
        gas.wanted.in_wall[0].there = true;
        let reasons = planned(&gas).expect_err("a gas pipe is there");
        assert!(reasons[0].contains("Gas pipe where it is to be cut"), "{reasons:?}");
        let made = |wish: &Wish| {
            wish.asked_of_room(|room| {
                judge_room(room).into_iter().find(|result| result.rule == "wanted-made").map(|result| result.verdict)
            })
        };
        assert_eq!(made(&wish), Some(Verdict::Violates));
        let mut done = wish;
        done.wanted.made = Some(done.boxes[0].id);
        assert_eq!(made(&done), Some(Verdict::Meets));
    }
}
