//! `attic-guard`: cable in an attic is guarded where people come.

use super::{RunCheck, RunSituation, field, is_armoured, is_soft, of_stretches, or_another_way};
use crate::facts::{Course, PlacedStretch, RunWay};
use crate::quantity::Length;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, cite};

/// From the nearest edge of the hatch, where no stair leads up: NEC 320.23(A), 6 ft. From memory, sure.
const OF_HATCH: Length = Length::inches(72);

/// Above the floor or the joists, where a stair does: NEC 320.23(A), 7 ft. From memory, sure.
const ABOVE: Length = Length::inches(84);

/// From joist to rafter, where it matters in Canada: CEC 12-514, 1 m. From memory, may be off.
const HEADROOM: Length = Length::mm(1_000);

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "attic-guard",
    title: "Cable in an attic",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether a stair leads up, how far the cable is from the hatch or above the joists, and what guards it",
    reads: &[],
    limit: "Over joists, and on rafters within 7 ft (2.1 m) above them, cable has guard strips as high as itself; where no permanent \
            stair or ladder leads up, within 6 ft (1.8 m) of the hatch. In Canada: over joists where there is more than 1 m to the \
            rafters.",
    why: "Whoever comes up the hatch kneels on it.",
    example: "NM cable over the joists 2 ft from the hatch without strips.",
    citation: |edition| {
        cite(edition, Some(("334.23, 320.23", Confidence::Sure)), Some(("12-514", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    let concerns = |course: &Course| {
        (is_soft(course.method) || is_armoured(course.method))
            && course.stretches.iter().any(|stretch| stretch.way == RunWay::Attic)
    };
    if !concerns(situation.course) {
        return or_another_way(situation, Vec::new(), concerns);
    }
    of_stretches(situation, |stretch| (stretch.stretch.way == RunWay::Attic).then(|| of_attic(situation, stretch)))
}

fn of_attic(situation: &RunSituation, stretch: &PlacedStretch) -> Finding {
    let (known, label, units) = (stretch.stretch, stretch.label(), situation.basis.units);
    let meets = |words: String| Finding::meets(label.clone(), format!("{label}: {words}."));
    let violates =
        |words: String| Finding::violates(label.clone(), format!("{label}: {words}, and no strips guard it."));
    let ask =
        |words: &str, of: &str| Finding::not_measured(label.clone(), &format!("{label}: {words}"), field(stretch, of));
    if known.guarded == Some(true) {
        return meets("guarded".to_owned());
    }
    if situation.basis.edition.profile() == Profile::Cec {
        return match known.headroom {
            None => ask("measure from the joists up to the rafters", "headroom"),
            Some(room) if room > HEADROOM => violates(format!("{} of room above it", room.say_run(units))),
            Some(room) => meets(format!("{} of room above it: nobody walks there", room.say_run(units))),
        };
    }
    if let Some(height) = known.height.filter(|height| *height >= ABOVE) {
        return meets(format!("{} above the joists", height.say_run(units)));
    }
    match (known.stairs, known.hatch) {
        (Some(true), _) => violates("a stair leads up".to_owned()),
        (None, Some(hatch)) if hatch > OF_HATCH => ask("does a permanent stair or ladder lead up", "stairs"),
        (_, None) => ask("measure how far it is from the edge of the hatch", "hatch"),
        (_, Some(hatch)) if hatch > OF_HATCH => {
            meets(format!("{} from the hatch, and no stair leads up", hatch.say_run(units)))
        }
        (_, Some(hatch)) => violates(format!("{} from the hatch", hatch.say_run(units))),
    }
}

#[cfg(test)]
mod tests {
    use crate::facts::{RunWay, Stretch};
    use crate::quantity::Length;
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};

    fn attic(say: impl FnOnce(&mut Stretch)) -> Scene {
        Scene::nonmetallic().stretch(RunWay::Attic, 120).with(say)
    }

    fn of(say: impl FnOnce(&mut Stretch)) -> Verdict {
        verdict("attic-guard", &attic(say)).0
    }

    #[test]
    fn by_the_hatch_where_no_stair_leads_up() {
        // NEC 320.23(A), from memory: 6 ft of the scuttle hole.
        let feet = |inches| Some(Length::inches(inches));
        assert_eq!(of(|s| (s.stairs, s.hatch) = (Some(false), feet(24))), Verdict::Violates);
        assert_eq!(of(|s| (s.stairs, s.hatch) = (Some(false), feet(96))), Verdict::Meets);
        assert_eq!(of(|s| s.hatch = feet(96)), Verdict::NotMeasured, "a stair would make it another matter");
        assert_eq!(of(|s| s.hatch = feet(24)), Verdict::Violates, "within 6 ft it is, stair or not");
        assert_eq!(of(|s| s.stairs = Some(true)), Verdict::Violates);
        assert_eq!(of(|s| (s.stairs, s.height) = (Some(true), feet(90))), Verdict::Meets);
        assert_eq!(of(|s| (s.stairs, s.guarded) = (Some(true), Some(true))), Verdict::Meets);
        assert_eq!(of(|_| ()), Verdict::NotMeasured);
    }

    #[test]
    fn in_canada_by_the_room_above() {
        let of = |millimetres: Option<u32>| {
            verdict("attic-guard", &attic(|s| s.headroom = millimetres.map(Length::mm)).canadian()).0
        };
        assert_eq!([Some(800), Some(1_200), None].map(of), [Verdict::Meets, Verdict::Violates, Verdict::NotMeasured]);
    }
}
