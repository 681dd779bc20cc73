//! `bury-deeper`: the trench dug to the depth that the table asks for.

use super::{DEAD_FIRST, LICENSED, RunChange, RunFound, RunRepair, stretch_at, taped};
use crate::quantity::Length;
use crate::repair::{Act, MaterialLine};
use crate::rules::deep_enough;

/// So much deeper than asked, so that settling does not bring it up. Common practice, no source.
const MORE: Length = Length::inches(2);

/// The repair.
pub const REPAIR: RunRepair = RunRepair { code: "bury-deeper", title: "Lay it deeper", mends: &["burial-depth"], plan };

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let (situation, course) = (&found.situation, found.situation.course);
    let places = found.broken_at("burial-depth");
    if places.is_empty() {
        return Err(vec!["no depth was measured that is too small".to_owned()]);
    }
    let (mut after, mut deepest) = (course.clone(), Length::ZERO);
    for place in &places {
        let over = course.stretches.get(place.stretch).and_then(|stretch| stretch.over);
        let wanted = deep_enough(situation, over.unwrap_or_default(), situation.supply().gfci == Some(true));
        let wanted = wanted.ok_or_else(|| vec!["no depth is known for this wiring".to_owned()])? + MORE;
        deepest = deepest.max(wanted);
        if let Some(stretch) = stretch_at(&mut after, *place) {
            stretch.depth = Some(wanted);
        }
    }
    let length = taped(course, |index| places.iter().any(|place| place.stretch == index));
    let trench = length.whole_feet();
    let depth = deepest.say_run(situation.basis.units);
    let steps = vec![
        (Act::FindOut, "Have gas, water and other lines located before anything is dug.".to_owned()),
        (Act::ProveDead, "Switch off, and prove dead at both ends.".to_owned()),
        (
            Act::OpenWall,
            format!("Dig {} of trench by hand, {depth} deep: {}.", found.say(length), found.names(&places)),
        ),
        (
            Act::BringCable,
            "Lay it on sand without stones, with slack at both ends; a warning tape a foot above it.".to_owned(),
        ),
        (Act::CloseOpening, "Have it inspected, then fill the trench. Note the depth as left.".to_owned()),
    ];
    let materials = vec![
        MaterialLine::piece(("warning-tape-feet", "warning tape, by the foot"), trench),
        MaterialLine::piece(("sand-bag", "sand, by the bag"), trench.div_ceil(4)),
    ];
    Ok(RunChange { after, steps, cautions: vec![DEAD_FIRST, LICENSED], minutes: 30 + 8 * trench, materials })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::RunWay;
    use crate::quantity::Length;
    use crate::repair::run::testing::mends;
    use crate::rules::run_testing::Scene;
    use crate::standard::{Over, WiringMethod};

    #[test]
    fn as_deep_as_the_table_asks() {
        for (method, over) in [(WiringMethod::Underground, Over::Soil), (WiringMethod::PlasticConduit, Over::Street)] {
            let scene = Scene::of(method).stretch(RunWay::Buried, 600);
            let scene = scene.with(|s| (s.depth, s.over) = (Some(Length::inches(3)), Some(over)));
            mends(&REPAIR, "burial-depth", &scene);
            mends(&REPAIR, "burial-depth", &scene.canadian());
        }
    }
}
