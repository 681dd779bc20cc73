//! `spread-bundle`: space between cables that lie together.

use super::{RunChange, RunFound, RunRepair, stretch_at, taped};
use crate::repair::{Act, MaterialLine};
use crate::rules::most_together;

/// The repair.
pub const REPAIR: RunRepair = RunRepair {
    code: "spread-bundle",
    title: "Part the cables, with space between them",
    mends: &["bundled-cables"],
    plan,
};

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let situation = &found.situation;
    let places = found.broken_at("bundled-cables");
    if places.is_empty() {
        return Err(vec!["no bundle is too large".to_owned()]);
    }
    let most = most_together(situation)
        .ok_or_else(|| vec!["its breaker is too large for it even alone: that comes first".to_owned()])?;
    let mut after = situation.course.clone();
    for place in &places {
        if let Some(stretch) = stretch_at(&mut after, *place) {
            stretch.together = Some(most);
        }
    }
    let length = taped(situation.course, |index| places.iter().any(|place| place.stretch == index));
    let group = if most == 1 { "each on its own".to_owned() } else { format!("at most {most} together") };
    let steps = vec![
        (
            Act::ClampCable,
            format!(
                "Part the cables, {group}, by stackers or holes of their own, over {}: {}.",
                found.say(length),
                found.names(&places)
            ),
        ),
        (Act::CloseOpening, "Seal each hole for itself, where a fire stop is asked for.".to_owned()),
        (Act::MeasureAgain, "Count what lies together, and note it as left.".to_owned()),
    ];
    let pieces = length.whole_feet().div_ceil(4) + 1;
    Ok(RunChange {
        after,
        steps,
        cautions: vec!["Off, all of them, before a bundle is pulled apart."],
        minutes: 20 + 4 * pieces,
        materials: vec![MaterialLine::piece(("cable-stacker", "cable stacker, keeps cables apart"), pieces)],
    })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::RunWay;
    use crate::repair::run::testing::{mends, plan};
    use crate::rules::run_testing::Scene;

    #[test]
    fn as_many_stay_together_as_may() {
        let scene = Scene::nonmetallic().stretch(RunWay::Studs, 120).with(|s| s.together = Some(9));
        mends(&REPAIR, "bundled-cables", &scene);
        // 12 AWG on 20 A: four cables, 30 A × 70 % = 21 A.
        let change = plan(&REPAIR, &scene).expect("it can be done");
        assert_eq!(change.after.stretches[0].together, Some(4));
    }
}
