//! `box-fill`: what is in a box fits into it.

use super::fill::{clamps_unknown, fill};
use crate::quantity::{Amount, Gauge};
use crate::rules::{Finding, Rule, Side, Situation};
use crate::standard::{RuleBasis, Severity, Since, box_volume};

/// The rule.
pub const RULE: Rule = Rule {
    code: "box-fill",
    title: "Box fill",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the marked volume or the size of the box, its conductors, devices, clamps and fittings",
    reads: &["/marked_volume"],
    limit: "The volume required is at most the volume available. Each conductor from outside counts once, twice when \
            looped; each yoke twice; internal clamps, each kind of fitting, and the grounds together once; grounds \
            beyond four a quarter each since 2020. Pigtails and connectors count nothing (NEC); the CEC counts pairs of \
            connectors and no bare grounds.",
    why: "Crowded conductors are nicked, overheat, and push the device out of the wall.",
    example: "20.25 in³ in an 18 in³ box: over by 2.25 in³.",
    citation: |edition| Some(box_volume::citation(edition)),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let (contents, basis) = (situation.contents, situation.basis);
    let units = basis.units;
    let large = |gauge: &Gauge| *gauge > Gauge::Awg6;
    if contents.largest_conductor().as_ref().is_some_and(large) {
        return vec![Finding::not_applicable("box", "Boxes with 4 AWG and larger go by dimensions, not by volume.")];
    }
    let fill = match fill(contents, basis.edition, units) {
        Ok(fill) => fill,
        Err(need) => return vec![Finding::not_measured("box", &need.words, need.field)],
    };
    let required = fill.required_volume;
    let Some(available) = fill.available_volume else {
        let words = "read the volume marked in the box, or measure its size";
        return vec![Finding::not_measured("box", words, "/marked_volume")];
    };
    let one_more = contents
        .largest_conductor()
        .and_then(|gauge| box_volume::conductor_allowance(basis.edition, gauge))
        .unwrap_or_default();
    if required <= available && required + one_more > available && clamps_unknown(contents, basis.edition) {
        return vec![Finding::not_measured("box", "look for cable clamps inside the box", "/fittings/internal_clamps")];
    }
    let (need, have) = (required.print(units), available.print(units));
    let finding = match &fill.over {
        None => Finding::meets("box", format!("{need} is taken of {have}.")),
        Some(over) => {
            let cure =
                fill.smallest_box.map_or_else(String::new, |size| format!(" The smallest that would do: {size}."));
            Finding::violates("box", format!("{need} is taken of {have}: over by {}.{cure}", over.text))
        }
    };
    vec![finding.with_figures(fill.required.clone(), Amount::volume(available, units), Side::AtMost, fill.over)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{DeviceKind, Fittings};
    use crate::quantity::Volume;
    use crate::rules::Verdict;
    use crate::standard::box_volume::StandardBox;
    use crate::testing::{box_with_device, judged, verdict};

    #[test]
    fn an_unknown_volume_is_asked_for_first() {
        let contents = box_with_device(DeviceKind::DuplexReceptacle);
        let result = judged(RULE.code, &contents, crate::standard::Edition::Nec2023, None);
        assert_eq!(result.verdict, Verdict::NotMeasured);
        assert_eq!(
            result.worst_finding().and_then(|worst| worst.needs.clone()).map(|need| need.field),
            Some("/marked_volume".to_owned())
        );
    }

    #[test]
    fn clamps_matter_only_where_they_would_decide() {
        // By hand: 2 × 2.25 + 2 × 2.25 + 2.25 = 11.25 in³; a clamp would make it 13.5.
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        for (hundredths, clamps, expected) in [
            (1125, None, Verdict::NotMeasured),
            (1125, Some(false), Verdict::Meets),
            (1125, Some(true), Verdict::Violates),
            (1350, None, Verdict::Meets),
            (1100, None, Verdict::Violates),
        ] {
            contents.marked_volume = Some(Volume::centi_cubic_inches(hundredths));
            contents.fittings = Fittings { internal_clamps: clamps, ..Fittings::default() };
            assert_eq!(verdict(RULE.code, &contents), expected, "{hundredths} {clamps:?}");
        }
    }

    #[test]
    fn a_mark_governs_over_the_table() {
        // By hand, as above: 11.25 in³. NEC Table 314.16(A), from memory: 4 × 1 1/2 square, 21 in³.
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.fittings = Fittings { internal_clamps: Some(false), ..Fittings::default() };
        contents.size = Some(StandardBox::Square4x1_1_2);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
        contents.marked_volume = Some(Volume::centi_cubic_inches(1000));
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
    }

    #[test]
    fn large_conductors_go_by_another_section() {
        let mut contents = box_with_device(DeviceKind::RangeReceptacle);
        contents.conductors[0].gauge = Gauge::Awg4;
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotApplicable);
    }
}
