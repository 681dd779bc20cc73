//! `run-supported`: a run is fastened near its ends, and again and again between them.

use super::{RunCheck, RunSituation, is_armoured, unknown_method};
use crate::facts::{CourseLine, Held, HeldEnd, RunEnd, RunPlace};
use crate::quantity::Length;
use crate::rules::maximum::{Said, judge_maximum};
use crate::rules::{Finding, Rule, Verdict};
use crate::standard::{
    Profile, RuleBasis, RunSupport, Severity, Since, TwinLimit, WiringMethod, run_support, run_support_citation,
};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "run-supported",
    title: "Supports along a cable run",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the length of each stretch, and what holds the run along it",
    reads: &[],
    limit: "NM and armoured cable: within 12 in (300 mm) of a box and every 4 1/2 ft (1.4 m); metal-clad cable every 6 ft (1.8 m); \
            thin-wall and rigid conduit within 3 ft (900 mm) and every 10 ft (3 m), with no strap up to 18 in (450 mm) from box to \
            box; plastic conduit to 1 in every 3 ft (900 mm). A hole in framing holds a cable. What is fished in a closed wall need \
            not be fastened.",
    why: "A cable that hangs is caught on, and its weight pulls at the box.",
    example: "9 ft of NM cable between two staples: over by 4 ft 6 in.",
    citation: run_support_citation,
    check,
};

/// A way along a run from one thing that holds it to the next.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct SupportGap {
    /// Where it begins, in nanometres along the run.
    pub from: i64,
    /// Where it ends.
    pub to: i64,
    /// How long it may be.
    pub limit: TwinLimit,
    /// What the run ends at there is not known: less might be asked.
    pub in_doubt: bool,
    /// It begins at a box.
    pub from_box: bool,
    /// It ends at a box.
    pub to_box: bool,
}

impl SupportGap {
    /// How long it is.
    pub fn length(&self) -> Length {
        Length::from_nm((self.to - self.from).max(0)).unwrap_or(Length::MAX)
    }
}

/// How a run is to be supported; `None` where nothing is asked, or what it goes by is not known.
pub fn support_asked(situation: &RunSituation) -> Option<RunSupport> {
    let course = situation.course;
    let known = course.size.is_some() || !goes_by_size(situation);
    run_support(situation.basis.edition.profile(), course.method, course.size).filter(|_| known)
}

/// How far apart its supports are depends on the size of the raceway.
fn goes_by_size(situation: &RunSituation) -> bool {
    let method = situation.course.method;
    method == WiringMethod::PlasticConduit || (method.is_raceway() && situation.basis.edition.profile() == Profile::Cec)
}

/// The ways along a run between what holds it; or the stretch that is not taped yet.
///
/// # Errors
/// The place of the stretch in sight that has no length.
pub fn support_gaps(situation: &RunSituation) -> Result<Vec<SupportGap>, usize> {
    let Some(asked) = support_asked(situation) else { return Ok(Vec::new()) };
    let held = CourseLine::of(situation.course).held()?;
    Ok(held.iter().flat_map(|part| gaps_of(part, situation.run.ends(), asked)).collect())
}

fn gaps_of(part: &Held, [from, to]: [RunEnd; 2], asked: RunSupport) -> Vec<SupportGap> {
    let mut holds = vec![part.from];
    holds.extend(&part.supports);
    holds.push(part.to);
    let last = holds.len() - 2;
    let gap = |(index, pair): (usize, &[i64])| {
        // The way to an appliance is a whip, which is held as the rest of the run.
        let at_end = [(index == 0, part.begins, from), (index == last, part.ends, to)];
        let boxes = at_end.map(|(here, held, end)| {
            let of_run = held == HeldEnd::EndOfRun && matches!(end, RunEnd::Box(_) | RunEnd::Panel(_));
            here && (held == HeldEnd::Box || of_run)
        });
        let unknown = at_end.map(|(here, held, end)| here && held == HeldEnd::EndOfRun && end == RunEnd::Unknown);
        let at_a_box = boxes.contains(&true);
        SupportGap {
            from: pair[0],
            to: pair[1],
            limit: match boxes {
                [true, true] => asked.without,
                _ if at_a_box => asked.end,
                _ => asked.every,
            },
            in_doubt: unknown.contains(&true) && !at_a_box,
            from_box: boxes[0],
            to_box: boxes[1],
        }
    };
    holds.windows(2).enumerate().map(gap).filter(|gap| gap.to > gap.from).collect()
}

fn check(situation: &RunSituation) -> Vec<Finding> {
    let course = situation.course;
    if let Some(asks) = unknown_method(situation) {
        return vec![asks];
    }
    if goes_by_size(situation) && course.size.is_none() {
        let words = "read the size of the conduit: it says how far apart it is held";
        return vec![Finding::not_measured("run", words, "/size")];
    }
    let Some(limits) = support_asked(situation) else { return Vec::new() };
    if course.stretches.is_empty() {
        return vec![Finding::not_measured("run", "tape the run, stretch by stretch", "/stretches")];
    }
    let gaps = match support_gaps(situation) {
        Ok(gaps) => gaps,
        Err(stretch) => {
            let words = format!("tape stretch {}: how long it is", stretch + 1);
            let place = RunPlace { stretch, point: None };
            return vec![
                Finding::not_measured(
                    format!("stretch {}", stretch + 1),
                    &words,
                    format!("/stretches/{stretch}/length"),
                )
                .at_place(place),
            ];
        }
    };
    let judged: Vec<(Finding, i64)> =
        gaps.iter().map(|gap| (of_gap(situation, gap, limits), gap.to - gap.from)).collect();
    let is_open = |finding: &Finding| finding.verdict != Verdict::Meets;
    if judged.iter().any(|(finding, _)| is_open(finding)) {
        return judged.into_iter().map(|(finding, _)| finding).filter(is_open).collect();
    }
    // All is well: the longest says so for all.
    judged.into_iter().max_by_key(|(_, length)| *length).map(|(finding, _)| finding).into_iter().collect()
}

fn of_gap(situation: &RunSituation, gap: &SupportGap, limits: RunSupport) -> Finding {
    let units = situation.basis.units;
    let line = CourseLine::of(situation.course);
    let (stretch, at) = line.at(gap.from).unwrap_or_default();
    let label = format!("stretch {} from {}", stretch + 1, at.say_run(units));
    let length = gap.length();
    if gap.in_doubt && length > limits.end.lenient() && length <= limits.every.lenient() {
        let which = if gap.from == 0 { "/from" } else { "/to" };
        let words = format!(
            "say what is at this end: {} to the first support would be too far from a box",
            length.say_run(units)
        );
        return Finding::not_measured(label, &words, which);
    }
    let what = match (gap.from_box, gap.to_box) {
        (true, false) => "way from the box to the first support",
        (false, true) => "way from the last support to the box",
        (true, true) => "way from box to box without a support",
        (false, false) => "way between two supports",
    };
    let words = format!("{what}, {label},");
    judge_maximum(situation.basis, label, &words, length, gap.limit, Said::ALONG_A_WALL)
}

/// Whether what holds this run is a staple or a strap.
pub(super) const fn is_stapled(method: WiringMethod) -> bool {
    super::is_soft(method) || is_armoured(method)
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;
    use crate::facts::{RunMark, RunWay, SupportKind};
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::TradeSize;

    fn of(scene: &Scene) -> Verdict {
        verdict("run-supported", scene).0
    }

    #[test]
    fn nm_cable_by_its_article() {
        // NEC 334.30, from memory: 12 in of a box, 4 1/2 ft between.
        let run = |inches, staples: &[u32]| Scene::nonmetallic().stretch(RunWay::Studs, inches).staples(staples);
        assert_eq!(of(&run(120, &[10, 60, 110])), Verdict::Meets);
        assert_eq!(of(&run(120, &[13, 60, 110])), Verdict::Violates);
        assert_eq!(of(&run(150, &[10, 66, 118, 140])), Verdict::Violates);
        assert_eq!(of(&run(120, &[])), Verdict::Violates);
        let (_, sentence) = verdict("run-supported", &run(130, &[10, 118]));
        assert!(sentence.contains("9 ft") && sentence.contains("4 ft 6 in"), "{sentence}");
    }

    #[test]
    fn conduit_of_forty_two_inches_without_a_strap() {
        // A check value of the trade, common practice, no source: 42 in of thin-wall conduit with no strap fails at its ends.
        let run = |inches| Scene::of(WiringMethod::ThinWall).stretch(RunWay::Surface, inches);
        assert_eq!(of(&run(42)), Verdict::Violates);
        // NEC 358.30(C), from memory: up to 18 in from box to box needs none; a strap is near enough to both boxes of 34 in.
        assert_eq!((of(&run(17)), of(&run(20)), of(&run(34))), (Verdict::Meets, Verdict::Violates, Verdict::Violates));
        assert_eq!(of(&run(34).mark(17, RunMark::Support(SupportKind::Strap))), Verdict::Meets);
        assert_eq!(
            of(&run(100).mark(30, RunMark::Support(SupportKind::Strap)).mark(70, RunMark::Support(SupportKind::Strap))),
            Verdict::Meets
        );
    }

    #[test]
    fn holes_hold_it_and_a_pipe_does_not() {
        let holes = [11, 28, 44, 60, 76]
            .iter()
            .fold(Scene::nonmetallic().stretch(RunWay::Bored, 86), |scene, at| scene.hole(*at, Some(24), None));
        assert_eq!(of(&holes), Verdict::Meets);
        let pipe =
            |kind| Scene::nonmetallic().stretch(RunWay::Studs, 90).staples(&[10, 80]).mark(45, RunMark::Support(kind));
        assert_eq!(of(&pipe(SupportKind::Staple)), Verdict::Meets);
        assert_eq!(of(&pipe(SupportKind::Pipe)), Verdict::Violates);
    }

    #[test]
    fn what_is_fished_need_not_be_fastened() {
        let scene = Scene::nonmetallic().stretch(RunWay::Closed, 300);
        assert_eq!(of(&scene), Verdict::NotApplicable);
        let out = scene.stretch(RunWay::Studs, 40).staples(&[30]);
        assert_eq!(of(&out), Verdict::Meets);
    }

    #[test]
    fn an_end_that_is_not_known_is_asked_for() {
        let mut scene = Scene::nonmetallic().stretch(RunWay::Studs, 90).staples(&[30, 80]);
        assert_eq!(of(&scene), Verdict::Violates);
        scene.run.from = RunEnd::Unknown;
        assert_eq!(of(&scene), Verdict::NotMeasured);
        scene.run.from = RunEnd::Elsewhere;
        assert_eq!(of(&scene), Verdict::Meets, "a whip to an appliance");
        let untaped = Scene::nonmetallic().stretch(RunWay::Studs, 0).with(|stretch| stretch.length = None);
        assert_eq!(of(&untaped), Verdict::NotMeasured);
        assert_eq!(of(&Scene::of(WiringMethod::Unknown)), Verdict::NotMeasured);
    }

    #[test]
    fn conduit_that_goes_by_its_size_is_asked_for_it() {
        let plastic = Scene::of(WiringMethod::PlasticConduit).stretch(RunWay::Surface, 96);
        let plastic =
            plastic.mark(30, RunMark::Support(SupportKind::Strap)).mark(80, RunMark::Support(SupportKind::Strap));
        assert_eq!(of(&plastic), Verdict::NotMeasured);
        assert_eq!(support_gaps(&plastic.situation()), Ok(Vec::new()), "nothing is drawn as too long either");
        let sized = |size| {
            let mut sized = plastic.clone();
            sized.run.found.size = Some(size);
            of(&sized)
        };
        // NEC 352.30, from memory: 1 in every 3 ft, 1 1/4 in every 5 ft.
        assert_eq!((sized(TradeSize::One), sized(TradeSize::OneAndQuarter)), (Verdict::Violates, Verdict::Meets));
    }

    #[test]
    fn in_canada_a_metre_and_a_half() {
        // CEC 12-510, from memory: 300 mm of a box, 1.5 m between; 57 in is 1.45 m.
        let run = |gap: u32| Scene::nonmetallic().canadian().stretch(RunWay::Studs, gap + 20).staples(&[10, 10 + gap]);
        assert_eq!((of(&run(57)), of(&run(62))), (Verdict::Meets, Verdict::Violates));
    }

    proptest! {
        #[test]
        fn a_staple_more_never_makes_it_worse(
            inches in 10_u32..400, staples in prop::collection::vec(0_u32..400, 0..8), more in 0_u32..400,
        ) {
            let run = |staples: &[u32]| of(&Scene::nonmetallic().stretch(RunWay::Studs, inches).staples(staples)).rank();
            let mut with = staples.clone();
            with.push(more);
            prop_assert!(run(&with) >= run(&staples));
        }
    }
}
