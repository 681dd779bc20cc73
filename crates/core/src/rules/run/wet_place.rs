//! `wet-place`: a run that gets wet is made for it.

use super::{RunCheck, RunSituation, field, of_stretches, or_another_way, unknown_method};
use crate::facts::{Course, PlacedStretch, RunWay};
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, WiringMethod, cite};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "wet-place",
    title: "Cable in wet places",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "where the run is outdoors, in the ground or in a wet sleeve, and how it is wired",
    reads: &[],
    limit: "Outdoors, in the ground, and in a raceway outdoors (wet inside): no NM cable, armoured cable or flexible metal conduit; \
            underground cable, wet-listed conductors in conduit, or metal-clad cable marked for it. Service cable is not buried.",
    why: "The paper in NM cable draws water like a wick, along the wire into the box.",
    example: "NM cable in a plastic conduit along an outside wall.",
    citation: |edition| {
        let nec = ("334.12(B)(4), 300.9, 320.12", Confidence::Sure);
        cite(edition, Some(nec), Some(("12-100, Table 19", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    let gets_wet = |stretch: &PlacedStretch| stretch.stretch.is_wet() != Some(false);
    let any = |course: &Course| course.stretches.iter().any(|stretch| stretch.is_wet() != Some(false));
    if any(situation.course)
        && let Some(asks) = unknown_method(situation)
    {
        return vec![asks];
    }
    let findings =
        of_stretches(situation, |stretch| gets_wet(stretch).then(|| of_wet(situation.course.method, stretch)));
    or_another_way(situation, findings, any)
}

/// What a wiring method is to water.
enum InWater {
    Made,
    Never,
    IfMarked,
}

const fn in_water(method: WiringMethod, buried: bool) -> InWater {
    match method {
        WiringMethod::Nonmetallic
        | WiringMethod::OldTwoWire
        | WiringMethod::KnobAndTube
        | WiringMethod::ArmouredBonded
        | WiringMethod::ArmouredOld
        | WiringMethod::FlexibleMetal => InWater::Never,
        WiringMethod::Service | WiringMethod::Cord if buried => InWater::Never,
        WiringMethod::MetalClad | WiringMethod::MetalCladListed | WiringMethod::Cord => InWater::IfMarked,
        _ => InWater::Made,
    }
}

fn of_wet(method: WiringMethod, stretch: &PlacedStretch) -> Finding {
    let (label, name) = (stretch.label(), method.name());
    let buried = stretch.stretch.way == RunWay::Buried;
    match (in_water(method, buried), stretch.stretch.is_wet()) {
        (InWater::Made, _) => Finding::meets(label.clone(), format!("{label}: {name} is made for it.")),
        (_, None) => Finding::not_measured(
            label.clone(),
            &format!("look at {label}: is it outdoors or wet"),
            field(stretch, "wet"),
        ),
        (InWater::IfMarked, _) => {
            let words = format!("read the mark of the {name} in {label}: is it for wet places");
            Finding::not_measured(label, &words, "/method")
        }
        (InWater::Never, _) => Finding::violates(label.clone(), format!("{label}: {name} is not for wet places.")),
    }
}

#[cfg(test)]
mod tests {
    use crate::facts::RunWay;
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    #[test]
    fn by_method_and_place() {
        let of = |method, way, wet: Option<bool>| {
            verdict("wet-place", &Scene::of(method).stretch(way, 60).with(|s| s.wet = wet)).0
        };
        assert_eq!(of(WiringMethod::Nonmetallic, RunWay::Outdoors, None), Verdict::Violates);
        assert_eq!(of(WiringMethod::Nonmetallic, RunWay::Buried, None), Verdict::Violates);
        assert_eq!(of(WiringMethod::Nonmetallic, RunWay::Sleeve, None), Verdict::NotMeasured);
        assert_eq!(of(WiringMethod::Nonmetallic, RunWay::Sleeve, Some(true)), Verdict::Violates);
        assert_eq!(of(WiringMethod::Nonmetallic, RunWay::Studs, None), Verdict::NotApplicable);
        assert_eq!(of(WiringMethod::Nonmetallic, RunWay::Studs, Some(true)), Verdict::Violates);
        assert_eq!(of(WiringMethod::Underground, RunWay::Buried, None), Verdict::Meets);
        assert_eq!(of(WiringMethod::PlasticConduit, RunWay::Buried, None), Verdict::Meets);
        assert_eq!(of(WiringMethod::MetalClad, RunWay::Outdoors, None), Verdict::NotMeasured);
        assert_eq!(
            (of(WiringMethod::Service, RunWay::Outdoors, None), of(WiringMethod::Service, RunWay::Buried, None)),
            (Verdict::Meets, Verdict::Violates)
        );
    }
}
