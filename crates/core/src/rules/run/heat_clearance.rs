//! `heat-clearance`: a run keeps away from what is warm.

use super::{RunCheck, RunSituation, at_least, of_points};
use crate::facts::{RunMark, WarmThing};
use crate::quantity::Length;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, TwinLimit, cite};

/// How far from it, in Canada.
///
/// # Source
/// CEC 12-506(4): 25 mm from heating ducts and pipes, 50 mm from masonry chimneys, 150 mm from their clean-outs. From memory, may be
/// off. A metal flue has its distance marked on it: 25 mm is the usual one, common practice, no source.
const fn clearance(thing: WarmThing) -> TwinLimit {
    let metric = match thing {
        WarmThing::Duct | WarmThing::Flue => 25,
        WarmThing::Chimney => 50,
        WarmThing::CleanOut => 150,
    };
    TwinLimit { inches: None, metric: Length::mm(metric) }
}

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "heat-clearance",
    title: "Cable near ducts, pipes and chimneys",
    basis: RuleBasis::Code,
    severity: Severity::Workmanship,
    always: false,
    since: Since::ALWAYS,
    needs: "how far the run is from each heating duct, hot pipe, chimney and flue",
    reads: &[],
    limit: "In Canada: 25 mm (1 in) from heating ducts and pipes, 50 mm from a masonry chimney, 150 mm from its clean-out. The NEC has \
            no figure: a conductor stays below the temperature that it is made for, so that it does not touch them.",
    why: "Insulation that is kept warm goes brittle.",
    example: "NM cable that lies on a heating duct.",
    citation: |edition| {
        let nec = if edition.year() >= 2020 {
            "310.14(A)(3)"
        } else if edition.year() >= 2011 {
            "310.15(A)(3)"
        } else {
            "310.10"
        };
        cite(edition, Some((nec, Confidence::MayBeOff)), Some(("12-506", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    of_points(situation, |spot, what| {
        let RunMark::Near { thing, distance } = what else { return None };
        let label = spot.label(situation);
        let Some(distance) = distance else {
            let words = format!("measure how far the run is from the {}, {label}", thing.name());
            return Some(Finding::not_measured(label, &words, spot.field("/near/distance")));
        };
        if situation.basis.edition.profile() == Profile::Cec {
            let what = format!("The way to the {}, {label},", thing.name());
            return Some(at_least(situation.basis, label, &what, distance, clearance(thing)));
        }
        Some(if distance == Length::ZERO {
            Finding::violates(label.clone(), format!("It touches the {}, {label}.", thing.name()))
        } else {
            let away = distance.say(situation.basis.units);
            Finding::meets(label.clone(), format!("{away} from the {}, {label}.", thing.name()))
        })
    })
}

#[cfg(test)]
mod tests {
    use crate::facts::{RunMark, RunWay, WarmThing};
    use crate::quantity::Length;
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};

    #[test]
    fn by_figures_in_canada_and_by_touch_elsewhere() {
        let scene = |thing, millimetres: u32| {
            let mark = RunMark::Near { thing, distance: Some(Length::mm(millimetres)) };
            Scene::nonmetallic().stretch(RunWay::Joists, 60).mark(20, mark)
        };
        let of = |scene: &Scene| verdict("heat-clearance", scene).0;
        let canada = |thing, millimetres| of(&scene(thing, millimetres).canadian());
        assert_eq!((canada(WarmThing::Duct, 15), canada(WarmThing::Duct, 30)), (Verdict::Violates, Verdict::Meets));
        assert_eq!(
            (canada(WarmThing::Chimney, 40), canada(WarmThing::CleanOut, 100)),
            (Verdict::Violates, Verdict::Violates)
        );
        assert_eq!(
            (of(&scene(WarmThing::Duct, 0)), of(&scene(WarmThing::Duct, 5))),
            (Verdict::Violates, Verdict::Meets)
        );
        let unknown = RunMark::Near { thing: WarmThing::Duct, distance: None };
        assert_eq!(of(&Scene::nonmetallic().stretch(RunWay::Joists, 60).mark(20, unknown)), Verdict::NotMeasured);
    }
}
