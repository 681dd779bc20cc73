//! `ground-size`: each equipment ground is large enough for its breaker.

use crate::facts::{Conductor, Role};
use crate::quantity::{Amount, Gauge};
use crate::rules::{Finding, PanelCheck, PanelSituation, Rule, Side, Situation};
use crate::standard::{Material, RuleBasis, Severity, Since, ampacity};

/// The year since which the ground of a cable on up to 20 A is as large as its conductors; one or two sizes less before.
/// The note of NEC Table 250-95, from memory; the year may be off.
const FULL_SIZE: u16 = 1971;

/// The rule.
pub const RULE: Rule = Rule {
    code: "ground-size",
    title: "Ground against its breaker",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
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
    if grounds.iter().all(|ground| contents.supply_of(ground).amperes.is_none()) {
        return vec![Finding::not_measured("circuit", "read the rating of the breaker", "/supply/amperes")];
    }
    // The conductors of its own cable where it is in one, else all of the box.
    let circuit = |ground: &Conductor| {
        let others = contents.conductors.iter().filter(|c| !c.is_ground() && !c.from_canopy);
        let own = others.clone().filter(|c| ground.cable.is_some() && c.cable == ground.cable).map(|c| c.gauge).max();
        own.or_else(|| others.map(|c| c.gauge).max())
    };
    grounds
        .into_iter()
        .map(|ground| {
            let label = ground.label();
            let Some(amperes) = contents.supply_of(ground).amperes else {
                let words = format!("read the rating of the breaker of the {label} ground");
                return Finding::not_measured(label, &words, "/supply/amperes").of_conductor(ground);
            };
            let Some(table) = ampacity::smallest_ground(situation.basis.edition, amperes, ground.material) else {
                return Finding::not_applicable(label.clone(), format!("The table we carry ends below {amperes} A."))
                    .of_conductor(ground);
            };
            // A ground need not be larger than the conductors of its circuit.
            let least = circuit(ground).map_or(table, |largest| table.min(largest));
            let finding = held_against(&label, ground.gauge, least, amperes).of_conductor(ground);
            if ground.gauge >= Gauge::Awg18 && amperes <= 20 { finding.since(FULL_SIZE) } else { finding }
        })
        .collect()
}

fn held_against(label: &str, gauge: Gauge, least: Gauge, amperes: u16) -> Finding {
    let finding = if gauge >= least {
        Finding::meets(label.to_owned(), format!("The {label} ground does for {amperes} A."))
    } else {
        let sentence = format!("The {label} ground is too small for {amperes} A: {least} is required.");
        Finding::violates(label.to_owned(), sentence)
    };
    finding.with_figures(Amount::gauge(gauge), Amount::gauge(least), Side::AtLeast, None)
}

/// The rule at a panel: the grounds on its bars, each against the breaker of its circuit, and the ground of its feeder.
pub const AT_PANEL: Rule<PanelCheck> = RULE.at_panel(check_at_panel);

fn check_at_panel(situation: &PanelSituation) -> Vec<Finding> {
    let panel = situation.panel;
    let grounds = panel.bars.iter().flat_map(|bar| &bar.conductors).filter(|c| c.role == Role::EquipmentGrounding);
    let mut findings: Vec<Finding> = grounds
        .filter_map(|ground| {
            let breaker = panel.breaker(ground.breaker?)?;
            let table = ampacity::smallest_ground(situation.basis.edition, breaker.amperes?, ground.material)?;
            // A ground need not be larger than the conductors of its circuit.
            let circuit = breaker.conductors.iter().map(|conductor| conductor.gauge).max();
            let least = circuit.map_or(table, |largest| table.min(largest));
            let label = format!("{} of breaker {}", ground.label(), breaker.name());
            Some(held_against(&label, ground.gauge, least, breaker.amperes?).of_breaker(breaker))
        })
        .collect();
    if let Some((_, breaker)) = situation.feeder()
        && let Some(incoming) = panel.incoming.filter(|incoming| incoming.separate_ground != Some(false))
    {
        findings.push(match (incoming.ground, breaker.amperes) {
            (Some(gauge), Some(amperes)) => {
                // The ground of a cable is of the metal of its legs.
                let material = incoming.ground_material.unwrap_or(incoming.material);
                let least = ampacity::smallest_ground(situation.basis.edition, amperes, material)
                    .unwrap_or(Gauge::Awg4)
                    .min(incoming.gauge);
                let metal = if material == Material::Copper { "" } else { " aluminium" };
                held_against(&format!("{gauge}{metal} feeder"), gauge, least, amperes)
            }
            (None, _) => {
                Finding::not_measured("feeder", "read the size of the ground of the feeder", "/incoming/ground")
            }
            (_, None) => Finding::not_measured("feeder", "read the breaker of the feeder", "/feed"),
        });
    }
    findings
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, judged, verdict};

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
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors[2].gauge = Gauge::Awg16;
        contents.supply.amperes = Some(15);
        let of = |year| judged(RULE.code, &contents, Edition::Nec2023, Some(year)).verdict;
        assert_eq!((of(1965), of(1980)), (Verdict::Legacy, Verdict::Violates));
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

    #[test]
    fn grounds_on_a_bar_are_held_against_their_breaker() {
        use crate::rules::panel::testing::{bar, ground, hot, panel, result};
        let mut panel = panel();
        panel.breakers[0].amperes = Some(30);
        panel.breakers[0].conductors = vec![hot(1, Gauge::Awg10)];
        let of_first = crate::facts::LandedConductor { breaker: Some(1), ..ground(1) };
        panel.bars = vec![bar(crate::facts::BarKind::Ground, vec![of_first])];
        // NEC Table 250.122, from memory: 30 A, 10 AWG copper; the ground is 12 AWG.
        assert_eq!(result(RULE.code, &panel).verdict, Verdict::Violates);
        panel.breakers[0].amperes = Some(20);
        assert_eq!(result(RULE.code, &panel).verdict, Verdict::Meets);
    }
}
