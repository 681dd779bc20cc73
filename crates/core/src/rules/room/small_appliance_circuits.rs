//! `small-appliance-circuits`: the counters of a kitchen are on two circuits at least.

use std::collections::BTreeSet;

use super::{RoomCheck, RoomSituation, kind_of};
use crate::facts::WallPartKind;
use crate::quantity::Amount;
use crate::rules::{Finding, Rule, Side};
use crate::standard::{Confidence, RoomKind, RuleBasis, Severity, Since, cite};

/// How many circuits at least.
const FEWEST: usize = 2;

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "small-appliance-circuits",
    title: "Two circuits at the counters",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    // From memory: two small-appliance circuits since 1959; at the counter itself somewhat later.
    since: Since::nec(1965),
    needs: "the box of each counter outlet, and the breaker that feeds it",
    reads: &[],
    limit: "The counter outlets of a kitchen are on two small-appliance circuits of 20 A or more of them.",
    why: "A toaster and a kettle at once are 25 A: one circuit trips, or, with too large a breaker, overheats.",
    example: "Four counter outlets, all on breaker 7.",
    citation: |edition| {
        let nec = Some(("210.11(C)(1), 210.52(B)(3)", Confidence::Sure));
        cite(edition, nec, Some(("26-654", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    match kind_of(situation) {
        Err(asks) => return vec![asks.finding()],
        Ok(RoomKind::Kitchen) => {}
        Ok(_) => return Vec::new(),
    }
    let at_counter = |outlet: &&crate::facts::Outlet| {
        let on_wall = outlet.on_wall().and_then(|(id, at)| Some((situation.sketch.wall(id)?, at.nm())));
        let counter = on_wall.is_some_and(|(wall, at)| {
            let counters = wall.parts.iter().filter(|part| part.what == WallPartKind::Counter);
            counters.into_iter().any(|part| part.from.nm() <= at && at <= part.end())
        });
        counter && situation.is_receptacle(outlet)
    };
    let outlets: Vec<_> = situation.sketch.outlets.iter().filter(at_counter).collect();
    if outlets.is_empty() {
        return Vec::new();
    }
    let mut breakers = BTreeSet::new();
    let mut open = Vec::new();
    for outlet in outlets {
        let place = situation.boxes.iter().position(|record| Some(record.id) == outlet.box_id);
        let known = place.and_then(|place| situation.fed_by.get(place)).map_or(&[][..], Vec::as_slice);
        breakers.extend(known.iter().map(|supply| supply.breaker.clone()));
        if known.is_empty() {
            open.push(situation.name_of(outlet));
        }
    }
    let named = breakers.iter().cloned().collect::<Vec<_>>().join(", ");
    let figures = |finding: Finding| {
        let short = FEWEST.checked_sub(breakers.len()).filter(|short| *short > 0).map(Amount::count);
        finding.with_figures(Amount::count(breakers.len()), Amount::count(FEWEST), Side::AtLeast, short)
    };
    vec![if breakers.len() >= FEWEST {
        figures(Finding::meets("counters", format!("The counters are on {}: {named}.", breakers.len())))
    } else if open.is_empty() {
        figures(Finding::violates("counters", format!("All counter outlets are on one circuit: {named}.")))
    } else {
        let ask = format!("find the breaker of {}", open.join(" and "));
        Finding::not_measured("counters", &ask, "/outlets")
    }]
}

#[cfg(test)]
mod tests {
    use crate::facts::WallPartKind::Counter;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn breakers_are_counted_where_they_are_known() {
        let kitchen = |fed: &[Option<&str>]| {
            let scene = Scene::rectangle(RoomKind::Kitchen, 168, 120).part(1, Counter, 0, 120);
            let each = fed.iter().enumerate();
            each.fold(scene, |scene, (index, breaker)| {
                let at = 20 + 30 * u32::try_from(index).unwrap_or(0);
                scene.boxed_outlet(&format!("K{index}"), 1, at, *breaker)
            })
        };
        let of = |fed: &[Option<&str>]| verdict("small-appliance-circuits", &kitchen(fed));
        assert_eq!(of(&[Some("7"), Some("7")]).0, Verdict::Violates);
        assert_eq!(of(&[Some("7"), Some("9")]).0, Verdict::Meets);
        assert_eq!(of(&[Some("7"), None]), (Verdict::NotMeasured, "Find the breaker of K1.".to_owned()));
        // Two are two, whatever the third is on.
        assert_eq!(of(&[Some("7"), Some("9"), None]).0, Verdict::Meets);
        assert_eq!(of(&[]).0, Verdict::NotApplicable);
    }
}
