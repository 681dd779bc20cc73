//! `grounding-electrode`: the system is tied to the earth by a conductor that is large enough.

use super::PanelSituation;
use crate::facts::{ElectrodeKind, PanelFeed};
use crate::quantity::{Amount, Gauge};
use crate::rules::{Finding, PanelCheck, Rule, Side};
use crate::standard::ampacity::{electrode_conductor, electrode_in_aluminium};
use crate::standard::{Confidence, Material, Profile, RuleBasis, Severity, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "grounding-electrode",
    title: "Grounding electrode",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: None,
    needs: "the electrodes, the size of the electrode conductor, and that of the service conductors",
    reads: &[],
    limit: "An electrode is there; its conductor is large enough for the service: copper 8, 6, 4, 2 AWG for copper services to \
            2, 1/0, 3/0, 4/0 AWG. To rods alone 6 AWG, to a footing alone 4 AWG copper is always enough.",
    why: "Lightning and a lost utility neutral lift the whole house to a voltage above earth.",
    example: "A 200 A service in 2/0 copper with an 8 AWG conductor to the water pipe: 4 AWG is required.",
    citation: |edition| {
        cite(edition, Some(("250.50, 250.66", Confidence::Sure)), Some(("10-102", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let panel = situation.panel;
    let other_building = panel.incoming.is_some_and(|incoming| incoming.other_building);
    match panel.feed {
        PanelFeed::Breaker { .. } if !other_building => return Vec::new(),
        PanelFeed::Unknown => {
            return vec![Finding::not_measured("panel", "find out what feeds this panel", "/feed")];
        }
        _ => {}
    }
    let grounding = &panel.grounding;
    let Some(electrodes) = &grounding.electrodes else {
        return vec![Finding::not_measured(
            "electrode",
            "follow the electrode conductor to its electrode",
            "/grounding/electrodes",
        )];
    };
    if electrodes.is_empty() {
        return vec![Finding::violates("electrode", "There is no grounding electrode.")];
    }
    let Some(gauge) = grounding.conductor else {
        return vec![Finding::not_measured(
            "electrode conductor",
            "read the size of the electrode conductor",
            "/grounding/conductor",
        )];
    };
    let Some(incoming) = panel.incoming else {
        return vec![Finding::not_measured("service", "read the size of the conductors that come in", "/incoming")];
    };
    let table = electrode_conductor(incoming.gauge, incoming.material);
    let only = |kind| electrodes.iter().all(|electrode| *electrode == kind);
    let copper = if situation.basis.edition.profile() == Profile::Cec {
        // CEC 10-114 of 2018 and later, from memory; may be off: 6 AWG whatever the service.
        Gauge::Awg6
    } else if only(ElectrodeKind::Rod) {
        table.min(Gauge::Awg6)
    } else if only(ElectrodeKind::Concrete) {
        table.min(Gauge::Awg4)
    } else {
        table
    };
    let is_copper = grounding.conductor_material == Material::Copper;
    let least = if is_copper { copper } else { electrode_in_aluminium(copper) };
    let finding = if gauge >= least {
        Finding::meets("electrode conductor", format!("The {gauge} electrode conductor does for this service."))
    } else {
        let sentence =
            format!("The electrode conductor is {gauge}; {least} is required for a service in {}.", incoming.gauge);
        Finding::violates("electrode conductor", sentence)
    };
    vec![finding.with_figures(Amount::gauge(gauge), Amount::gauge(least), Side::AtLeast, None)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Basis;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;
    use crate::standard::Edition;

    fn service(electrodes: Vec<ElectrodeKind>, conductor: Gauge) -> Verdict {
        under(Edition::Nec2023, electrodes, conductor)
    }

    #[test]
    fn in_canada_six_gauge_does_for_any_service() {
        // CEC 10-114, from memory; may be off.
        let canadian = |gauge| under(Edition::Cec2021, vec![ElectrodeKind::WaterPipe], gauge);
        assert_eq!((canadian(Gauge::Awg6), canadian(Gauge::Awg8)), (Verdict::Meets, Verdict::Violates));
    }

    fn under(edition: Edition, electrodes: Vec<ElectrodeKind>, conductor: Gauge) -> Verdict {
        let mut service = panel();
        service.feed = PanelFeed::Service;
        service.incoming = Some(incoming(Gauge::Awg2Of0));
        service.grounding.electrodes = Some(electrodes);
        service.grounding.conductor = Some(conductor);
        result_under(RULE.code, &service, &[], &Basis { edition, ..Basis::default() }).verdict
    }

    #[test]
    fn the_conductor_follows_the_service() {
        // NEC Table 250.66 and 250.66(A), (B), from memory: 2/0 copper, 4 AWG; rods alone, 6 AWG; footing alone, 4 AWG.
        assert_eq!(service(vec![ElectrodeKind::WaterPipe], Gauge::Awg6), Verdict::Violates);
        assert_eq!(service(vec![ElectrodeKind::WaterPipe], Gauge::Awg4), Verdict::Meets);
        assert_eq!(service(vec![ElectrodeKind::Rod], Gauge::Awg6), Verdict::Meets);
        assert_eq!(service(vec![ElectrodeKind::Rod], Gauge::Awg8), Verdict::Violates);
        assert_eq!(service(vec![ElectrodeKind::Concrete, ElectrodeKind::WaterPipe], Gauge::Awg6), Verdict::Violates);
        assert_eq!(service(vec![], Gauge::Awg4), Verdict::Violates);
    }

    #[test]
    fn a_sub_panel_has_one_in_another_building_only() {
        // NEC 250.32(A), from memory.
        let mut sub = panel();
        sub.feed = sub_feed();
        assert_eq!(result(RULE.code, &sub).verdict, Verdict::NotApplicable);
        sub.incoming = Some(crate::facts::Incoming { other_building: true, ..incoming(Gauge::Awg6) });
        assert_eq!(result(RULE.code, &sub).verdict, Verdict::NotMeasured);
    }
}
