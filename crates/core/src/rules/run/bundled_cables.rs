//! `bundled-cables`: cables that lie together carry less.

use super::derated::{Derated, against_breaker, derated};
use super::{RunCheck, RunSituation, field, is_armoured, is_soft, of_stretches, or_another_way};
use crate::facts::{Course, PlacedStretch};
use crate::quantity::{Gauge, Length};
use crate::rules::{Finding, Rule};
use crate::standard::ampacity::Column;
use crate::standard::{Confidence, Material, Profile, RuleBasis, Severity, Since, cite};

/// Cables that lie together for longer than this warm each other: NEC 310.15(C)(1), 24 in (600 mm). From memory, sure.
const LONG: Length = Length::inches(24);

/// The least current-carrying conductors of a cable: of one with three, the third often carries only what the others leave over.
const IN_EACH: u8 = 2;

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "bundled-cables",
    title: "Cables bundled together",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since { nec: Some(2005), cec: None },
    needs: "how many cables lie together, over what length, whether sealed or in insulation, the size and the breaker",
    reads: &[],
    limit: "Cables without space between them for more than 24 in (600 mm), or more than two NM cables in one sealed hole or in thermal \
            insulation, carry less: 80 % of the 90 °C figure for 4 to 6 conductors, 70 % to 9, 50 % to 20; in Canada 80 % to 6, \
            70 % to 24. Two conductors in each are counted.",
    why: "Heat that cannot get out bakes the insulation of all of them.",
    example: "Six 12-2 NM cables in one foamed hole on 20 A: 30 A × 50 % = 15 A.",
    citation: |edition| {
        let nec = if edition.year() >= 2020 { "334.80, 310.15(C)(1)" } else { "334.80, 310.15(B)(3)" };
        cite(edition, Some((nec, Confidence::Sure)), Some(("4-004, Table 5C", Confidence::MayBeOff)))
    },
    check,
};

/// What a bundle leaves of a run.
struct Bundle {
    /// Current-carrying conductors, at least.
    conductors: u8,
    /// The largest breaker.
    most: u16,
    /// How that is worked out.
    working: String,
}

fn check(situation: &RunSituation) -> Vec<Finding> {
    let concerns = |course: &Course| {
        (is_soft(course.method) || is_armoured(course.method))
            && course.stretches.iter().any(|stretch| stretch.together.is_some_and(|count| count > 1))
    };
    if !concerns(situation.course) {
        return or_another_way(situation, Vec::new(), concerns);
    }
    of_stretches(situation, |stretch| of_stretch(situation, stretch))
}

fn of_stretch(situation: &RunSituation, stretch: &PlacedStretch) -> Option<Finding> {
    let together = stretch.stretch.together.filter(|count| *count > 1)?;
    let label = stretch.label();
    let ask = |words: String, of: String| Some(Finding::not_measured(label.clone(), &words, of));
    let nec = situation.basis.edition.profile() == Profile::Nec;
    let long = stretch.stretch.length.map(|length| length > LONG);
    let sealed = if nec && together > 2 { stretch.stretch.insulated } else { Some(false) };
    if long == Some(false) && sealed == Some(false) {
        let words = format!("{label}: {together} cables together over a short way, not sealed in.");
        return Some(Finding::meets(label.clone(), words));
    }
    let Some(gauge) = situation.course.gauge else {
        return ask(format!("read the size of the cable: {together} lie together in {label}"), "/gauge".to_owned());
    };
    if is_left_as_is(situation.course, together) {
        let words = format!(
            "{label}: {together} armoured cables of 12 AWG copper, not more than 20 conductors: no adjustment."
        );
        return Some(Finding::meets(label.clone(), words));
    }
    let Some(bundle) = bundle(situation, together) else {
        return Some(Finding::violates(
            label.clone(),
            format!("{label}: {gauge} is no branch conductor among {together} cables."),
        ));
    };
    let Some(amperes) = situation.supply().amperes else {
        return ask(
            format!("read the rating of the breaker: {together} cables lie together in {label}"),
            "/amperes".to_owned(),
        );
    };
    let Bundle { conductors, most, working } = bundle;
    if amperes > most && long != Some(true) && sealed != Some(true) {
        return match long {
            None => ask(format!("tape {label}: {together} cables lie together there"), field(stretch, "length")),
            Some(_) => ask(
                format!("look at {label}: is the hole of the {together} cables sealed, or in insulation"),
                field(stretch, "insulated"),
            ),
        };
    }
    let words = format!("{label}: {together} cables together, {conductors} conductors at least: {working}");
    let finding = against_breaker(label.clone(), &words, amperes, most);
    // Insulation came three years after the sealed hole.
    Some(if stretch.stretch.insulated == Some(true) { finding.since(2008) } else { finding })
}

/// Armoured and metal-clad cable without a jacket, 12 AWG copper, to 20 conductors: NEC 310.15(C)(1)(d) (310.15(B)(3)(a)(4) before
/// 2020); from memory, sure.
fn is_left_as_is(course: &Course, together: u8) -> bool {
    let conductors = u16::from(together) * u16::from(IN_EACH);
    is_armoured(course.method)
        && course.gauge == Some(Gauge::Awg12)
        && course.material == Material::Copper
        && conductors <= 20
}

/// What so many cables together leave of this one; `None` where nothing is left, or its size is not known.
fn bundle(situation: &RunSituation, together: u8) -> Option<Bundle> {
    let course = situation.course;
    let conductors = together.saturating_mul(IN_EACH);
    let column = course.method.held_to(situation.basis.edition.profile()).unwrap_or(Column::C75);
    let Derated { most, working } = derated(situation, column, course.gauge?, conductors);
    Some(Bundle { conductors, most: most?, working: working? })
}

/// The most cables that may lie together with this one on its breaker; `None` where its breaker is too large even for one alone, or
/// something is not known.
pub fn most_together(situation: &RunSituation) -> Option<u8> {
    let amperes = situation.supply().amperes?;
    (1..=100).take_while(|together| bundle(situation, *together).is_some_and(|bundle| amperes <= bundle.most)).last()
}

#[cfg(test)]
mod tests {
    use crate::facts::RunWay;
    use crate::quantity::Gauge;
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    fn scene(inches: u32, together: u8, insulated: Option<bool>) -> Scene {
        Scene::nonmetallic()
            .stretch(RunWay::Bored, inches)
            .with(|s| (s.together, s.insulated) = (Some(together), insulated))
    }

    fn of(scene: &Scene) -> Verdict {
        verdict("bundled-cables", scene).0
    }

    #[test]
    fn twelve_gauge_on_twenty_amperes() {
        // Worked in handbooks, from memory: four 12-2 cables, 30 A × 70 % = 21 A, 20 A stays; five, 30 A × 50 % = 15 A.
        assert_eq!(of(&scene(4, 4, Some(true))), Verdict::Meets);
        assert_eq!(of(&scene(4, 5, Some(true))), Verdict::Violates);
        assert_eq!(of(&scene(4, 5, Some(false))), Verdict::Meets, "a short way, not sealed");
        assert_eq!(of(&scene(4, 5, None)), Verdict::NotMeasured);
        assert_eq!(of(&scene(60, 5, Some(false))), Verdict::Violates, "longer than 24 in");
        assert_eq!(of(&scene(60, 1, None)), Verdict::NotApplicable);
        let (_, sentence) = verdict("bundled-cables", &scene(60, 5, None));
        assert!(sentence.contains("30 A at 90 °C × 100 % × 50 % = 15 A"), "{sentence}");
    }

    #[test]
    fn armour_of_12_gauge_is_left_as_it_is() {
        let mut armoured = scene(60, 10, None);
        armoured.run.found.method = WiringMethod::MetalClad;
        assert_eq!(of(&armoured), Verdict::Meets);
        armoured.run.found.stretches[0].together = Some(11);
        assert_eq!(of(&armoured), Verdict::Violates);
    }

    #[test]
    fn what_is_not_known_is_asked() {
        let mut unknown = scene(60, 5, None);
        unknown.run.found.amperes = None;
        assert_eq!(of(&unknown), Verdict::NotMeasured);
        unknown.run.found.gauge = None;
        assert_eq!(of(&unknown), Verdict::NotMeasured);
        let mut small = scene(60, 3, None);
        small.run.found.gauge = Some(Gauge::Awg14);
        small.run.found.amperes = Some(15);
        assert_eq!(of(&small), Verdict::Meets);
        assert_eq!(of(&scene(4, 5, Some(true)).wired(1999)), Verdict::Legacy);
    }

    #[test]
    fn in_canada_seven_to_twenty_four_are_one_row() {
        // CEC Table 5C, from memory, may be off: 7 to 24 conductors, 70 %.
        assert_eq!(of(&scene(60, 5, None).canadian()), Verdict::Meets);
    }
}
