//! `raceway-fill`: a raceway holds no more than its share of conductors.

use super::{RunCheck, RunSituation, or_another_way};
use crate::facts::{Course, RacewayConductors};
use crate::quantity::{Amount, AmountUnit};
use crate::rules::{Finding, Rule, Side};
use crate::standard::{
    Confidence, RacewayWall, RuleBasis, Severity, Since, TradeSize, WiringMethod, cite, conductor_area, fill_per_cent,
    inner_area, rounds_up,
};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "raceway-fill",
    title: "Fill of a raceway",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the size of the raceway and what is drawn through it",
    reads: &[],
    limit: "Conductors fill at most 53 % of a raceway where there is one, 31 % of two, 40 % of three and more.",
    why: "Conductors that are crammed in are skinned when they are drawn, and cannot cool.",
    example: "Ten 12 AWG in 1/2 thin-wall conduit: 44 % of it, 40 % is allowed.",
    citation: |edition| {
        cite(
            edition,
            Some(("Chapter 9, Tables 1, 4, 5", Confidence::Sure)),
            Some(("12-910, Tables 6, 8", Confidence::MayBeOff)),
        )
    },
    check,
};

/// What is drawn through a raceway, in ten-thousandths of a square inch.
pub struct Drawn {
    /// How many conductors.
    pub count: usize,
    /// What they fill together.
    pub area: u64,
    /// The area of one, where all are alike.
    one: Option<u64>,
}

impl Drawn {
    /// `None` where the area of one of these sizes is not known.
    pub fn of(holds: &[RacewayConductors]) -> Option<Self> {
        let each = |held: &RacewayConductors| conductor_area(held.gauge, held.insulation);
        let areas: Option<Vec<u64>> = holds.iter().map(|held| Some(each(held)? * u64::from(held.count))).collect();
        let one = match holds {
            [only] => each(only),
            _ => None,
        };
        let count = holds.iter().map(|held| usize::from(held.count)).sum();
        Some(Self { count, area: areas?.iter().sum(), one })
    }

    /// Whether a raceway with so much inside takes it.
    pub fn fits(&self, inner: u64) -> bool {
        let allowed = inner * fill_per_cent(self.count) / 100;
        // Of conductors of one size what is nearly one more counts as one.
        self.area <= allowed || self.one.is_some_and(|one| rounds_up(self.area, one, allowed))
    }

    /// How much of a raceway with so much inside it fills, in whole per cent, up.
    pub fn per_cent_of(&self, inner: u64) -> u64 {
        (self.area * 100).div_ceil(inner.max(1))
    }
}

fn check(situation: &RunSituation) -> Vec<Finding> {
    let course = situation.course;
    if !course.method.is_raceway() {
        return or_another_way(situation, Vec::new(), |course| course.method.is_raceway());
    }
    let ask = |words: &str, of: &str| vec![Finding::not_measured("run", words, of)];
    if course.holds.is_empty() {
        return ask("count what is drawn through the conduit, by size", "/holds");
    }
    let Some(size) = course.size else { return ask("read the size of the conduit", "/size") };
    let Some(drawn) = Drawn::of(&course.holds) else {
        return ask(
            "no area is known for one of these sizes: reckon the fill by its own figure, and rule on it",
            "/holds",
        );
    };
    let inner = |wall| inner_area(course.method, size, wall).unwrap_or(0);
    let (thin, thick) = (inner(RacewayWall::Thin), inner(RacewayWall::Thick));
    let (inner, holds) = match course.thick {
        Some(true) => (thick, drawn.fits(thick)),
        Some(false) => (thin, drawn.fits(thin)),
        None if drawn.fits(thin) == drawn.fits(thick) => (thin.max(thick), drawn.fits(thin)),
        None if course.method == WiringMethod::PlasticConduit => {
            return ask("read the conduit: schedule 40, or 80 with the thicker wall", "/thick");
        }
        None => return ask("read the conduit: rigid, or intermediate with the thinner wall", "/thick"),
    };
    let (per_cent, allowed) = (drawn.per_cent_of(inner), fill_per_cent(drawn.count));
    let of = |per_cent: u64| Amount {
        value: i64::try_from(per_cent).unwrap_or(i64::MAX),
        unit: AmountUnit::PerCent,
        text: format!("{per_cent} %"),
    };
    let words =
        format!("{} conductors fill {per_cent} % of the {}; {allowed} % is allowed", drawn.count, course.label());
    let finding =
        if holds { Finding::meets("run", format!("{words}.")) } else { Finding::violates("run", format!("{words}.")) };
    let over = (!holds && per_cent > allowed).then(|| of(per_cent - allowed));
    vec![finding.with_figures(of(per_cent), of(allowed), Side::AtMost, over)]
}

/// The smallest raceway of its kind that holds what is drawn through this one, whichever wall it has.
pub fn smallest_raceway(course: &Course) -> Option<TradeSize> {
    let drawn = Drawn::of(&course.holds)?;
    let wall = if course.thick == Some(false) { RacewayWall::Thin } else { RacewayWall::Thick };
    TradeSize::ALL
        .into_iter()
        .find(|size| inner_area(course.method, *size, wall).is_some_and(|inner| drawn.fits(inner)))
}

#[cfg(test)]
mod tests {
    use crate::facts::RacewayConductors;
    use crate::quantity::Gauge;
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::{RacewayInsulation, TradeSize, WiringMethod};

    fn scene(method: WiringMethod, holds: &[(u16, Gauge)]) -> Scene {
        let mut scene = Scene::of(method);
        scene.run.found.size = Some(TradeSize::Half);
        let held = |(count, gauge): &(u16, Gauge)| RacewayConductors {
            count: *count,
            gauge: *gauge,
            insulation: RacewayInsulation::Thin,
        };
        scene.run.found.holds = holds.iter().map(held).collect();
        scene
    }

    fn of(scene: &Scene) -> Verdict {
        verdict("raceway-fill", scene).0
    }

    #[test]
    fn by_the_counts_of_the_annex() {
        // NEC Annex C, Table C.1, from memory: 1/2 thin-wall holds nine 12 AWG THHN, twelve 14 AWG.
        let emt = |count, gauge| of(&scene(WiringMethod::ThinWall, &[(count, gauge)]));
        assert_eq!((emt(9, Gauge::Awg12), emt(10, Gauge::Awg12)), (Verdict::Meets, Verdict::Violates));
        assert_eq!((emt(12, Gauge::Awg14), emt(13, Gauge::Awg14)), (Verdict::Meets, Verdict::Violates));
        // Mixed, by hand: 6 × 0.0133 + 4 × 0.0211 = 0.1642 in² of 0.304 × 40 % = 0.1216 in².
        assert_eq!(of(&scene(WiringMethod::ThinWall, &[(6, Gauge::Awg12), (4, Gauge::Awg10)])), Verdict::Violates);
        assert_eq!(of(&scene(WiringMethod::ThinWall, &[(3, Gauge::Awg12), (3, Gauge::Awg10)])), Verdict::Meets);
    }

    #[test]
    fn the_wall_is_asked_where_it_decides() {
        let plastic = |count| scene(WiringMethod::PlasticConduit, &[(count, Gauge::Awg12)]);
        assert_eq!(
            (of(&plastic(6)), of(&plastic(8)), of(&plastic(9))),
            (Verdict::Meets, Verdict::NotMeasured, Verdict::Violates)
        );
        let mut heavy = plastic(8);
        heavy.run.found.thick = Some(true);
        assert_eq!(of(&heavy), Verdict::Violates);
        heavy.run.found.size = None;
        assert_eq!(of(&heavy), Verdict::NotMeasured);
        assert_eq!(super::smallest_raceway(&heavy.run.found), Some(TradeSize::ThreeQuarters));
        assert_eq!(of(&Scene::nonmetallic()), Verdict::NotApplicable);
    }
}
