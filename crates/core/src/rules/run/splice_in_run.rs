//! `splice-in-run`: a splice along a run has a box with access, or a device made to do without one.

use super::{RunCheck, RunSituation, of_points, unless_marked};
use crate::facts::{InLineSplices, RunMark, SpliceHow};
use crate::quantity::capitalised;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, WiringMethod, cite};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "splice-in-run",
    title: "Splices along a cable run",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "how each splice along the run is made, and whether it can be reached",
    reads: &[],
    limit: "Each splice is in a box that can be reached. NM cable in an existing wall may be mended with an in-line device listed \
            for it.",
    why: "A joint is where wiring fails; in a box it burns inside the box, and one can look.",
    example: "Two NM cables joined with connectors and tape in an attic: a danger.",
    citation: |edition| {
        cite(
            edition,
            Some(("300.15, 314.29, 334.40(B)", Confidence::Sure)),
            Some(("12-3000, 12-506", Confidence::MayBeOff)),
        )
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    let findings = of_points(situation, |spot, what| {
        let RunMark::Splice(how) = what else { return None };
        let label = spot.label(situation);
        let words = format!("{}, {label}", capitalised(how.name()));
        let open = || Finding::violates(label.clone(), format!("{words}.")).with_severity(Severity::Danger);
        Some(match how {
            SpliceHow::Open => open(),
            SpliceHow::Hidden => Finding::violates(label.clone(), format!("{words}: it wants access.")),
            SpliceHow::Soldered if situation.course.method == WiringMethod::KnobAndTube => {
                Finding::meets(label.clone(), format!("{words}: as knob and tube is joined."))
            }
            SpliceHow::Soldered => open(),
            SpliceHow::InLine | SpliceHow::InLineHidden => in_line(situation, how, label, &words),
        })
    });
    unless_marked(situation, findings)
}

fn in_line(situation: &RunSituation, how: SpliceHow, label: String, words: &str) -> Finding {
    if situation.course.method != WiringMethod::Nonmetallic {
        return Finding::violates(label, format!("{words}: such devices are made for NM cable alone."));
    }
    if situation.basis.edition.profile() == Profile::Cec {
        return Finding::not_measured(label, "ask the authority whether it takes such a device", "/stretches");
    }
    let allowed = match situation.basis.house_rules.in_line_splices {
        InLineSplices::InReach => how == SpliceHow::InLine,
        InLineSplices::BehindFinish => true,
        InLineSplices::Never => false,
    };
    if allowed {
        return Finding::meets(label, format!("{words}: listed for it, in an existing building."));
    }
    let words =
        format!("{words}: the code takes it where cable is fished in an existing wall; the house rule does not.");
    Finding::violates(label, words).with_severity(Severity::Workmanship).by_house_rule("in_line_splices")
}

#[cfg(test)]
mod tests {
    use crate::facts::{InLineSplices, RunWay, SpliceHow};
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    fn scene(method: WiringMethod, how: SpliceHow) -> Scene {
        Scene::of(method).stretch(RunWay::Attic, 90).spliced(40, how)
    }

    #[test]
    fn a_box_or_a_device_that_does_without() {
        let of = |method, how| verdict("splice-in-run", &scene(method, how)).0;
        assert_eq!(of(WiringMethod::Nonmetallic, SpliceHow::Open), Verdict::Violates);
        assert_eq!(of(WiringMethod::Nonmetallic, SpliceHow::InLine), Verdict::Meets);
        assert_eq!(of(WiringMethod::ArmouredBonded, SpliceHow::InLine), Verdict::Violates);
        // NEC 394.56, from memory: soldered splices are how knob and tube is joined.
        assert_eq!(of(WiringMethod::KnobAndTube, SpliceHow::Soldered), Verdict::Meets);
        assert_eq!(of(WiringMethod::Nonmetallic, SpliceHow::Soldered), Verdict::Violates);
    }

    #[test]
    fn the_house_rule_decides_where_the_code_leaves_it_open() {
        let mut hidden = scene(WiringMethod::Nonmetallic, SpliceHow::InLineHidden);
        assert_eq!(verdict("splice-in-run", &hidden).0, Verdict::Violates);
        hidden.basis.house_rules.in_line_splices = InLineSplices::BehindFinish;
        assert_eq!(verdict("splice-in-run", &hidden).0, Verdict::Meets);
        assert_eq!(verdict("splice-in-run", &hidden.canadian()).0, Verdict::NotMeasured);
    }
}
