//! `ground-size`: each equipment ground is large enough for its breaker.

use crate::quantity::Amount;
use crate::rules::{Finding, Rule, RuleBasis, Severity, Side, Situation};
use crate::standard::ampacity;

/// The rule.
pub const RULE: Rule = Rule {
    code: "ground-size",
    title: "Ground against its breaker",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: None,
    needs: "the rating of the breaker, and the gauge of each ground",
    reads: &["/supply/amperes"],
    limit: "Copper: 15 A 14 AWG, 20 A 12, 30 to 60 A 10, 100 A 8, 200 A 6 AWG; aluminium two sizes larger. Never larger \
            than the circuit conductors.",
    why: "A thin ground lets go before the breaker does. Grounds of 16 and 18 AWG in old cable do not do.",
    example: "A 16 AWG ground on 15 A: 14 AWG is required.",
    citation: ampacity::ground_citation,
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let grounds: Vec<_> = contents.grounds().filter(|ground| !ground.from_canopy).collect();
    if grounds.is_empty() {
        return Vec::new();
    }
    let Some(amperes) = contents.supply.amperes else {
        return vec![Finding::not_measured("circuit", "read the rating of the breaker", "/supply/amperes")];
    };
    let circuit = contents.conductors.iter().filter(|c| !c.is_ground() && !c.from_canopy).map(|c| c.gauge).max();
    grounds
        .into_iter()
        .map(|ground| {
            let label = ground.label();
            let Some(table) = ampacity::smallest_ground(amperes, ground.material) else {
                return Finding::not_applicable(label.clone(), format!("The table we carry ends below {amperes} A."))
                    .of_conductor(ground);
            };
            // A ground need not be larger than the conductors of its circuit.
            let least = circuit.map_or(table, |largest| table.min(largest));
            let (measured, required) = (Amount::gauge(ground.gauge), Amount::gauge(least));
            let finding = if ground.gauge >= least {
                Finding::meets(label.clone(), format!("The {label} ground does for {amperes} A."))
            } else {
                Finding::violates(
                    label.clone(),
                    format!("The {label} ground is too small for {amperes} A: {least} is required."),
                )
            };
            finding.with_figures(measured, required, Side::AtLeast, None).of_conductor(ground)
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Gauge;
    use crate::rules::Verdict;
    use crate::survey::DeviceKind;
    use crate::testing::{box_with_device, verdict};

    fn ground(gauge: Gauge, amperes: Option<u16>) -> Verdict {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors[2].gauge = gauge;
        contents.supply.amperes = amperes;
        verdict(RULE.code, &contents)
    }

    #[test]
    fn old_thin_grounds_do_not_do() {
        assert_eq!(ground(Gauge::Awg16, Some(15)), Verdict::Violates);
        assert_eq!(ground(Gauge::Awg14, Some(15)), Verdict::Meets);
        assert_eq!(ground(Gauge::Awg14, Some(20)), Verdict::Violates);
        assert_eq!(ground(Gauge::Awg14, None), Verdict::NotMeasured);
    }

    #[test]
    fn it_need_not_be_larger_than_the_circuit() {
        // NEC 250.122(A), from memory.
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        for conductor in &mut contents.conductors {
            conductor.gauge = Gauge::Awg14;
        }
        contents.supply.amperes = Some(20);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
    }
}
