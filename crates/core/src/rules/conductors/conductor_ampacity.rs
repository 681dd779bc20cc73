//! `conductor-ampacity`: no conductor is smaller than its breaker allows.

use crate::quantity::{Amount, Gauge};
use crate::rules::{Finding, Rule, RuleBasis, Severity, Side, Situation};
use crate::standard::ampacity;
use crate::survey::{Material, Role};

/// The rule.
pub const RULE: Rule = Rule {
    code: "conductor-ampacity",
    title: "Conductor against its breaker",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: None,
    needs: "the rating of the breaker, and the gauge of each conductor",
    reads: &["/supply/amperes"],
    limit: "Copper 14, 12, 10 AWG on at most 15, 20, 30 A; aluminium 12, 10 AWG on 15, 25 A. Larger conductors by the \
            60 °C column, taken up to the next standard rating. The smallest governs. Circuits of motors and \
            air-conditioners may go higher.",
    why: "A breaker that is too large lets the conductor overheat in the wall before it opens.",
    example: "14 AWG on 20 A: at most 15 A is allowed.",
    citation: ampacity::citation,
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let mut kinds: Vec<(Gauge, Material)> = contents
        .conductors
        .iter()
        .filter(|conductor| conductor.role != Role::EquipmentGrounding && !conductor.from_canopy)
        .map(|conductor| (conductor.gauge, conductor.material))
        .collect();
    kinds.sort_by_key(|(gauge, _)| *gauge);
    kinds.dedup();
    if kinds.is_empty() {
        return vec![Finding::no_conductors()];
    }
    let Some(amperes) = contents.supply.amperes else {
        return vec![Finding::not_measured("circuit", "read the rating of the breaker", "/supply/amperes")];
    };
    kinds
        .into_iter()
        .map(|(gauge, material)| {
            let label = format!("{gauge}{}", if material == Material::Copper { "" } else { " aluminium" });
            let Some(most) = ampacity::largest_breaker(situation.basis.edition, gauge, material) else {
                return Finding::violates(label.clone(), format!("{label} is no branch conductor at any rating."));
            };
            let figures = |finding: Finding, over: u16| {
                let over = (over > 0).then(|| Amount::amperes(over));
                finding.with_figures(Amount::amperes(amperes), Amount::amperes(most), Side::AtMost, over)
            };
            if amperes <= most {
                figures(Finding::meets(label.clone(), format!("{label} on a {amperes} A breaker.")), 0)
            } else {
                let sentence = format!("{label} is on a {amperes} A breaker; at most {most} A is allowed.");
                figures(Finding::violates(label, sentence), amperes - most)
            }
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::survey::DeviceKind;
    use crate::testing::{box_with_device, verdict};

    fn on(gauge: Gauge, amperes: Option<u16>) -> Verdict {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors[0].gauge = gauge;
        contents.supply.amperes = amperes;
        verdict(RULE.code, &contents)
    }

    #[test]
    fn fourteen_gauge_on_twenty_amperes_is_too_small() {
        // NEC 240.4(D)(3), from memory: 14 AWG copper, 15 A.
        assert_eq!(on(Gauge::Awg14, Some(20)), Verdict::Violates);
        assert_eq!(on(Gauge::Awg14, Some(15)), Verdict::Meets);
        assert_eq!(on(Gauge::Awg12, Some(20)), Verdict::Meets);
    }

    #[test]
    fn the_breaker_has_to_be_known() {
        assert_eq!(on(Gauge::Awg12, None), Verdict::NotMeasured);
    }

    #[test]
    fn the_ground_has_a_rule_of_its_own() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors[2].gauge = Gauge::Awg14;
        contents.supply.amperes = Some(20);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
    }
}
