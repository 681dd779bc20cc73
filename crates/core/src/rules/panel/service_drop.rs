//! `service-drop`: the drop of an overhead service is high enough over roof, grade, drive and street, and away from windows.

use super::{PanelSituation, at_service};
use crate::facts::{RoofUnder, ServiceEntry};
use crate::quantity::Length;
use crate::rules::{Finding, PanelCheck, Rule, Verdict, at_least};
use crate::standard::{Confidence, Edition, Profile, RuleBasis, Severity, Since, TwinLimit, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "service-drop",
    title: "Clear heights of the drop",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "how the service comes; over what its drop passes, and how high; how far it is from windows",
    reads: &[],
    limit: "Over a roof 8 1/2 ft (2.6 m) since 2017, 8 ft (2.5 m) before, 3 ft (900 mm) where the roof is 4 in 12 or steeper, 18 in (450 mm) over an overhang of 4 ft at most; over grade at the house 10 ft (3.0 m), over a drive 12 ft (3.7 m), over a street 18 ft (5.5 m); 3 ft (900 mm) from windows that open, doors and balconies.",
    why: "A ladder, a roofer or a lorry reaches what hangs lower, and nothing takes it off.",
    example: "A drop 2 ft over a porch roof of 3 in 12: short by 6 1/2 ft.",
    citation: |edition| {
        cite(edition, Some(("230.24(A), (B), 230.9", Confidence::Sure)), Some(("6-112", Confidence::MayBeOff)))
    },
    check,
};

const fn twin(inches: u32, mm: u32) -> TwinLimit {
    TwinLimit { inches: Some(Length::inches(inches)), metric: Length::mm(mm) }
}

const fn metric(mm: u32) -> TwinLimit {
    TwinLimit { inches: None, metric: Length::mm(mm) }
}

/// Least heights and ways: over grade, a drive, a street; from windows. NEC 230.24(B), 230.9(A), from memory, sure.
const LEAST: [TwinLimit; 4] = [twin(120, 3_000), twin(144, 3_700), twin(216, 5_500), twin(36, 900)];
/// The same in Canada. CEC 6-112, from memory, may be off.
const CANADIAN: [TwinLimit; 4] = [metric(3_500), metric(4_000), metric(5_500), metric(1_000)];

/// The year from which a roof that one walks on asks for half a foot more. NEC 230.24(A), from memory, may be off by an edition.
const HIGHER_SINCE: u16 = 2017;

const HIGHER: TwinLimit = twin(102, 2_600);

/// A roof that one walks on asks for half a foot more.
const fn is_higher(roof: RoofUnder, edition: Edition) -> bool {
    matches!((roof, edition.profile()), (RoofUnder::Flat, Profile::Nec)) && edition.year() >= HIGHER_SINCE
}

/// Over a roof, without that half foot. NEC 230.24(A) with its exceptions, from memory, sure.
const fn over(roof: RoofUnder) -> TwinLimit {
    match roof {
        RoofUnder::Flat => twin(96, 2_500),
        RoofUnder::Steep => twin(36, 900),
        RoofUnder::Overhang => twin(18, 450),
    }
}

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let Some(service) = at_service(situation) else { return Vec::new() };
    match service.entry {
        None => {
            return vec![Finding::not_measured(
                "service",
                "note how the service comes: overhead or underground",
                "/service/entry",
            )];
        }
        Some(ServiceEntry::Underground) => {
            return vec![Finding::not_applicable("service", "The service comes underground.")];
        }
        Some(ServiceEntry::Overhead) => {}
    }
    let canadian = situation.basis.edition.profile() == Profile::Cec;
    let [walk, drive, street, window] = if canadian { CANADIAN } else { LEAST };
    let measured = [
        ("over grade", "The drop over grade", service.over_walk, walk),
        ("over the drive", "The drop over the drive", service.over_drive, drive),
        ("over the street", "The drop over the street", service.over_street, street),
        ("from windows", "The way from the drop to a window", service.to_window, window),
    ];
    let mut findings: Vec<Finding> = measured
        .into_iter()
        .filter_map(|(label, what, length, limit)| Some(at_least(situation.basis, label, what, length?, limit)))
        .collect();
    if service.over_walk.is_none() {
        let ask = "judge from the ground, or measure with a dry pole that insulates, how high the drop is over grade";
        findings.push(Finding::not_measured("over grade", ask, "/service/over_walk"));
    }
    match (service.roof, service.over_roof) {
        (Some(roof), Some(height)) => {
            let judge = |least| at_least(situation.basis, "over the roof", "The drop over the roof", height, least);
            let of_old = judge(over(roof));
            findings.push(match is_higher(roof, situation.basis.edition) {
                false => of_old,
                // What was high enough until then may stay, unless the service was put in anew.
                true if of_old.verdict != Verdict::Violates
                    && service.replaced.is_none_or(|year| year <= HIGHER_SINCE) =>
                {
                    judge(HIGHER).since(HIGHER_SINCE)
                }
                true => judge(HIGHER),
            });
        }
        (Some(_), None) => {
            let ask = "judge how high the drop is over the roof: never from the roof itself";
            findings.push(Finding::not_measured("over the roof", ask, "/service/over_roof"));
        }
        (None, Some(_)) => {
            findings.push(Finding::not_measured("over the roof", "note how steep that roof is", "/service/roof"));
        }
        (None, None) => {}
    }
    findings
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::PanelFeed;
    use crate::facts::{Basis, Service};
    use crate::rules::panel::testing::*;
    use crate::standard::WiredUnder;

    fn judge(edition: Edition, set: impl Fn(&mut Service)) -> Verdict {
        let mut panel = panel();
        panel.feed = PanelFeed::Service;
        panel.service.entry = Some(ServiceEntry::Overhead);
        panel.service.over_walk = Some(Length::inches(150));
        set(&mut panel.service);
        result_under(RULE.code, &panel, &[], &Basis { edition, ..Basis::default() }).verdict
    }

    #[test]
    fn ten_feet_twelve_eighteen_and_three_from_a_window() {
        // NEC 230.24(B), 230.9(A), from memory, sure.
        let nec = |set: &dyn Fn(&mut Service)| judge(Edition::Nec2023, set);
        let feet = |feet: u32| Some(Length::inches(feet * 12));
        assert_eq!(nec(&|_| ()), Verdict::Meets);
        assert_eq!(nec(&|service| service.over_walk = feet(9)), Verdict::Violates);
        assert_eq!(nec(&|service| service.over_drive = feet(11)), Verdict::Violates);
        assert_eq!(nec(&|service| service.over_street = feet(17)), Verdict::Violates);
        assert_eq!(nec(&|service| service.to_window = feet(2)), Verdict::Violates);
        assert_eq!(nec(&|service| service.over_walk = None), Verdict::NotMeasured);
        assert_eq!(nec(&|service| service.entry = Some(ServiceEntry::Underground)), Verdict::NotApplicable);
        // CEC 6-112, from memory, may be off: 3.5 m over grade.
        assert_eq!(judge(Edition::Cec2021, |service| service.over_walk = feet(11)), Verdict::Violates);
    }

    #[test]
    fn the_roof_decides_by_its_pitch() {
        // NEC 230.24(A), exceptions 2 and 3, from memory, sure.
        let under = |edition, roof, inches| {
            judge(edition, |service| {
                (service.roof, service.over_roof) = (Some(roof), Some(Length::inches(inches)));
            })
        };
        let over = |roof, inches| under(Edition::Nec2023, roof, inches);
        assert_eq!((over(RoofUnder::Flat, 100), over(RoofUnder::Flat, 103)), (Verdict::Violates, Verdict::Meets));
        // Half a foot less until 2014: from memory, the edition may be off.
        let old = |inches| under(Edition::Nec2014, RoofUnder::Flat, inches);
        assert_eq!((old(84), old(99)), (Verdict::Violates, Verdict::Meets));
        let mut panel = panel();
        (panel.feed, panel.wired_under) = (PanelFeed::Service, Some(WiredUnder::Year(2010)));
        (panel.service.entry, panel.service.over_walk) = (Some(ServiceEntry::Overhead), Some(Length::inches(150)));
        (panel.service.roof, panel.service.over_roof) = (Some(RoofUnder::Flat), Some(Length::inches(99)));
        let stays = result_under(RULE.code, &panel, &[], &Basis { edition: Edition::Nec2023, ..Basis::default() });
        assert_eq!(stays.verdict, Verdict::Legacy, "high enough when it was strung");
        panel.service.replaced = Some(2022);
        let anew = result_under(RULE.code, &panel, &[], &Basis { edition: Edition::Nec2023, ..Basis::default() });
        assert_eq!(anew.verdict, Verdict::Violates, "strung anew since");
        assert_eq!((over(RoofUnder::Steep, 30), over(RoofUnder::Steep, 40)), (Verdict::Violates, Verdict::Meets));
        assert_eq!((over(RoofUnder::Overhang, 12), over(RoofUnder::Overhang, 20)), (Verdict::Violates, Verdict::Meets));
    }
}
