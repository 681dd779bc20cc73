//! `gfci-at-source`: GFCI ahead of a cable that lies as deep as it needs with it.

use super::{DEAD_FIRST, LICENSED, RunChange, RunFound, RunRepair};
use crate::repair::{Act, MaterialLine};
use crate::standard::Profile;

/// The repair.
pub const REPAIR: RunRepair = RunRepair {
    code: "gfci-at-source",
    title: "Protect the run by GFCI at its source",
    mends: &["burial-depth"],
    plan,
};

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let (situation, course) = (&found.situation, found.situation.course);
    let mut reasons = Vec::new();
    if situation.basis.edition.profile() == Profile::Cec {
        reasons.push("in Canada GFCI makes no difference to the depth".to_owned());
    }
    match situation.supply().amperes {
        Some(amperes) if amperes <= 20 => {}
        Some(amperes) => reasons.push(format!("it serves to 20 A, and this is {amperes} A")),
        None => reasons.push("read the rating of its breaker first".to_owned()),
    }
    if course.two_legs == Some(true) {
        reasons.push("it serves at 120 V, and this carries 240 V".to_owned());
    }
    if !reasons.is_empty() {
        return Err(reasons);
    }
    let mut after = course.clone();
    after.gfci = Some(true);
    let steps = vec![
        (
            Act::AtPanel,
            "Fit a GFCI breaker listed for the panel, or a GFCI receptacle before the cable goes into the ground."
                .to_owned(),
        ),
        (
            Act::Read,
            "Press its test button, and try the outlet out there; then note GFCI along the run as left.".to_owned(),
        ),
    ];
    let materials = vec![MaterialLine::piece(("gfci-breaker-1-pole", "GFCI breaker, 1 pole, of the panel's list"), 1)];
    Ok(RunChange { after, steps, cautions: vec![DEAD_FIRST, LICENSED], minutes: 30, materials })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::RunWay;
    use crate::quantity::Length;
    use crate::repair::run::testing::{after, mends, plan};
    use crate::rules::Verdict;
    use crate::rules::run_testing::{Scene, verdict};
    use crate::standard::{Over, WiringMethod};

    #[test]
    fn it_halves_the_depth_and_no_more() {
        let scene = |depth| {
            let mut scene = Scene::of(WiringMethod::Underground).stretch(RunWay::Buried, 600);
            scene = scene.with(|s| (s.depth, s.over) = (Some(Length::inches(depth)), Some(Over::Soil)));
            (scene.run.found.amperes, scene.run.found.gfci) = (Some(20), Some(false));
            scene
        };
        mends(&REPAIR, "burial-depth", &scene(14));
        assert_eq!(verdict("burial-depth", &after(&REPAIR, &scene(8))).0, Verdict::Violates);
        let mut large = scene(14);
        large.run.found.amperes = Some(30);
        assert!(plan(&REPAIR, &large).is_err());
    }
}
