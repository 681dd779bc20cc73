//! `grounding-electrode`: the system is tied to the earth by a conductor that is large enough.

use super::PanelSituation;
use crate::facts::{ElectrodeKind, PanelFeed, PanelObservation};
use crate::quantity::{Amount, Gauge, Length};
use crate::rules::{Finding, PanelCheck, Rule, Side, at_least};
use crate::standard::ampacity::{electrode_conductor, electrode_in_aluminium};
use crate::standard::{Confidence, Material, Profile, RuleBasis, Severity, Since, TwinLimit, cite};

/// The edition since which a water pipe is supplemented. NEC 250.53(D)(2), from memory, sure.
const SUPPLEMENT_SINCE: u16 = 1978;
/// A single rod or plate of at most this does alone. NEC 250.53(A)(2), from memory, sure.
const MOST_OHMS: u16 = 25;

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "grounding-electrode",
    title: "Grounding electrode",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the electrodes, the size of the electrode conductor, and that of the service conductors",
    reads: &[],
    limit: "An electrode is there; its conductor is large enough for the service: copper 8, 6, 4, 2 AWG for copper services to \
            2, 1/0, 3/0, 4/0 AWG. To rods and plates alone 6 AWG, to a footing alone 4, to a ring alone 2 AWG copper is always enough. A water pipe \
            has a second electrode beside it (1978); a single rod or plate too, unless it measures 25 Ω or less.",
    why: "Lightning and a lost utility neutral lift the whole house to a voltage above earth.",
    example: "A 200 A service in 2/0 copper with an 8 AWG conductor to the water pipe: 4 AWG is required.",
    citation: |edition| {
        cite(
            edition,
            Some(("250.50, 250.53, 250.66", Confidence::Sure)),
            Some(("10-102, 10-114", Confidence::CheckFirst)),
        )
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
    let only_earth = electrodes.iter().all(|electrode| in_earth(*electrode));
    let canadian = situation.basis.edition.profile() == Profile::Cec;
    let copper = if canadian {
        // CEC 10-114 of 2018 and later, from memory; may be off: 6 AWG whatever the service.
        Gauge::Awg6
    } else {
        let table = electrode_conductor(incoming.gauge, incoming.material);
        electrodes
            .iter()
            .map(|electrode| largest_to(*electrode).map_or(table, |most| table.min(most)))
            .max()
            .unwrap_or(table)
    };
    let is_copper = grounding.conductor_material == Material::Copper;
    let least = if is_copper { copper } else { electrode_in_aluminium(copper) };
    let size = if gauge >= least {
        Finding::meets("electrode conductor", format!("The {gauge} electrode conductor does for this service."))
    } else {
        let sentence =
            format!("The electrode conductor is {gauge}; {least} is required for a service in {}.", incoming.gauge);
        Finding::violates("electrode conductor", sentence)
    };
    let mut findings = vec![size.with_figures(Amount::gauge(gauge), Amount::gauge(least), Side::AtLeast, None)];
    if !is_copper && only_earth {
        // NEC 250.64(A), from memory, sure: not within 18 in of the earth.
        let sentence = "An aluminium electrode conductor ends at the electrode: bare aluminium is not run within 18 in of \
                        the earth.";
        findings.push(Finding::violates("electrode conductor, metal", sentence));
    }
    findings.extend(supplement(electrodes, grounding.ohms, canadian));
    findings.extend(rods_apart(situation));
    // Cut or loose, it is none, whatever its size.
    if panel.observed(PanelObservation::ElectrodeLoose).is_some() {
        findings.push(Finding::observed_at_panel(panel, PanelObservation::ElectrodeLoose));
    }
    findings
}

/// Two rods that stand too near each other. NEC 250.53(A)(3), from memory, sure: 6 ft; CEC 10-102, 3 m, may be off.
fn rods_apart(situation: &PanelSituation) -> Option<Finding> {
    let apart = situation.panel.service.rods_apart?;
    let canadian = situation.basis.edition.profile() == Profile::Cec;
    let inches = (!canadian).then_some(Length::inches(72));
    let limit = TwinLimit { inches, metric: Length::mm(if canadian { 3_000 } else { 1_800 }) };
    Some(at_least(situation.basis, "rods", "The way between the rods", apart, limit))
}

/// It is driven or buried, so that its conductor ends at the earth.
const fn in_earth(electrode: ElectrodeKind) -> bool {
    use ElectrodeKind::{Plate, PlateOrRing, Ring, Rod, TwoRods};
    matches!(electrode, Rod | TwoRods | Plate | Ring | PlateOrRing)
}

/// The largest copper conductor that is ever asked for to an electrode by itself; `None` where the table decides.
///
/// # Source
/// NEC 250.66(A) to (C), from memory, sure.
const fn largest_to(electrode: ElectrodeKind) -> Option<Gauge> {
    match electrode {
        ElectrodeKind::Rod | ElectrodeKind::TwoRods | ElectrodeKind::Plate => Some(Gauge::Awg6),
        ElectrodeKind::Concrete => Some(Gauge::Awg4),
        ElectrodeKind::Ring => Some(Gauge::Awg2),
        ElectrodeKind::WaterPipe | ElectrodeKind::PlateOrRing => None,
    }
}

/// What an electrode that does not do alone is joined by.
///
/// # Source
/// NEC 250.53(D)(2), since 1978, and 250.53(A)(2); CEC 10-102. From memory; the Canadian rule may be off.
fn supplement(electrodes: &[ElectrodeKind], ohms: Option<u16>, canadian: bool) -> Option<Finding> {
    let label = "second electrode";
    let all = |kind| electrodes.iter().all(|electrode| *electrode == kind);
    if all(ElectrodeKind::WaterPipe) && !canadian {
        let sentence = "The water pipe is the only electrode; a rod or another one supplements it, for a plumber's plastic \
                        coupling cuts it off.";
        return Some(Finding::violates(label, sentence).since(SUPPLEMENT_SINCE));
    }
    let rod = all(ElectrodeKind::Rod) && electrodes.len() == 1;
    if rod && canadian {
        return Some(Finding::violates(label, "One rod alone; the Canadian code asks for two, 3 m each."));
    }
    let plate = all(ElectrodeKind::Plate) && electrodes.len() == 1;
    if !rod && !plate {
        return None;
    }
    let one = if rod { "rod" } else { "plate" };
    Some(match ohms {
        Some(ohms) if ohms <= MOST_OHMS => Finding::meets(
            label,
            format!("The one {one} measures {ohms} Ω to earth; {MOST_OHMS} Ω or less needs no second."),
        ),
        Some(ohms) => Finding::violates(
            label,
            format!("The one {one} measures {ohms} Ω to earth; above {MOST_OHMS} Ω a second electrode is asked for."),
        ),
        None => Finding::not_measured(
            label,
            &format!("measure the resistance of the one {one} to earth, or count the rods: two need no measuring"),
            "/grounding/ohms",
        ),
    })
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
        assert_eq!(under(Edition::Cec2021, vec![ElectrodeKind::Rod], Gauge::Awg6), Verdict::Violates);
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
        let piped = vec![ElectrodeKind::WaterPipe, ElectrodeKind::Rod];
        assert_eq!(service(piped.clone(), Gauge::Awg6), Verdict::Violates);
        assert_eq!(service(piped, Gauge::Awg4), Verdict::Meets);
        assert_eq!(service(vec![ElectrodeKind::TwoRods], Gauge::Awg6), Verdict::Meets);
        assert_eq!(service(vec![ElectrodeKind::Ring], Gauge::Awg4), Verdict::Meets);
        assert_eq!(service(vec![ElectrodeKind::Rod], Gauge::Awg8), Verdict::Violates);
        assert_eq!(service(vec![ElectrodeKind::Concrete, ElectrodeKind::WaterPipe], Gauge::Awg6), Verdict::Violates);
        assert_eq!(service(vec![], Gauge::Awg4), Verdict::Violates);
    }

    #[test]
    fn a_water_pipe_or_one_rod_does_not_do_alone() {
        // NEC 250.53(D)(2), 250.53(A)(2), 250.64(A), from memory.
        assert_eq!(service(vec![ElectrodeKind::WaterPipe], Gauge::Awg4), Verdict::Violates);
        assert_eq!(service(vec![ElectrodeKind::Rod], Gauge::Awg6), Verdict::NotMeasured);
        let mut one = panel();
        (one.feed, one.incoming) = (PanelFeed::Service, Some(incoming(Gauge::Awg2Of0)));
        one.grounding.electrodes = Some(vec![ElectrodeKind::Plate]);
        one.grounding.conductor = Some(Gauge::Awg4);
        for (ohms, wanted) in [(25, Verdict::Meets), (26, Verdict::Violates)] {
            one.grounding.ohms = Some(ohms);
            assert_eq!(result(RULE.code, &one).verdict, wanted, "{ohms}");
        }
        (one.grounding.ohms, one.grounding.conductor_material) = (Some(10), Material::Aluminium);
        assert_eq!(result(RULE.code, &one).verdict, Verdict::Violates);
    }

    #[test]
    fn rods_stand_six_feet_apart_and_a_loose_clamp_is_none() {
        // NEC 250.53(A)(3), from memory, sure.
        let mut two = panel();
        (two.feed, two.incoming) = (PanelFeed::Service, Some(incoming(Gauge::Awg2Of0)));
        (two.grounding.electrodes, two.grounding.conductor) = (Some(vec![ElectrodeKind::TwoRods]), Some(Gauge::Awg6));
        for (inches, wanted) in [(60, Verdict::Violates), (76, Verdict::Meets)] {
            two.service.rods_apart = Some(Length::inches(inches));
            assert_eq!(result(RULE.code, &two).verdict, wanted, "{inches}");
        }
        two.observe(PanelObservation::ElectrodeLoose, true);
        assert_eq!(result(RULE.code, &two).verdict, Verdict::Violates);
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
