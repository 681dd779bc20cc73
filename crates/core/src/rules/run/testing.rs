//! Runs to try rules on, in whole inches.

#![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

use uuid::Uuid;

use super::{RunSituation, judge_run};
use crate::facts::{
    Basis, BoxId, CableRun, DamageKind, RunEnd, RunId, RunMark, RunObservation, RunPoint, RunWay, SpliceHow, Stretch,
    SupportKind,
};
use crate::quantity::{Gauge, Length};
use crate::rules::Verdict;
use crate::standard::{Edition, WiredUnder, WiringMethod};

/// A run with all that bears on it.
#[derive(Clone)]
pub struct Scene {
    /// The run.
    pub run: CableRun,
    /// What the audit rests on.
    pub basis: Basis,
    wired: Option<WiredUnder>,
}

impl Scene {
    /// A run from a box to a box.
    pub fn of(method: WiringMethod) -> Self {
        let mut run = CableRun::new(RunId(Uuid::from_u128(9)), "run");
        (run.from, run.to) = (RunEnd::Box(BoxId(Uuid::from_u128(1))), RunEnd::Box(BoxId(Uuid::from_u128(2))));
        run.found.method = method;
        Self { run, basis: Basis::default(), wired: None }
    }

    /// NM cable, 12-2, on 20 A.
    pub fn nonmetallic() -> Self {
        let mut scene = Self::of(WiringMethod::Nonmetallic);
        (scene.run.found.gauge, scene.run.found.conductors) = (Some(Gauge::Awg12), Some(2));
        scene.run.found.amperes = Some(20);
        scene
    }

    /// With a stretch more.
    pub fn stretch(mut self, way: RunWay, inches: u32) -> Self {
        self.run.found.stretches.push(Stretch { length: Some(Length::inches(inches)), ..Stretch::new(way) });
        self
    }

    /// The stretch that was added last.
    pub fn last(&mut self) -> &mut Stretch {
        self.run.found.stretches.last_mut().expect("there is one")
    }

    /// With something of the last stretch said.
    pub fn with(mut self, say: impl FnOnce(&mut Stretch)) -> Self {
        say(self.last());
        self
    }

    /// With something at a place of the last stretch.
    pub fn mark(self, inches: u32, what: RunMark) -> Self {
        self.with(|stretch| stretch.points.push(RunPoint { at: Length::inches(inches), what }))
    }

    /// With staples along the last stretch.
    pub fn staples(self, at: &[u32]) -> Self {
        at.iter().fold(self, |scene, at| scene.mark(*at, RunMark::Support(SupportKind::Staple)))
    }

    /// With a hole in wood, its edge so many sixteenths from that of the wood.
    pub fn hole(self, inches: u32, sixteenths: Option<u32>, plate: Option<bool>) -> Self {
        let edge = sixteenths.map(Length::sixteenths);
        self.mark(inches, RunMark::Hole { edge, plate, metal: false, bushed: None })
    }

    /// With damage at a place of the last stretch.
    pub fn damaged(self, inches: u32, how: DamageKind) -> Self {
        self.mark(inches, RunMark::Damage(how))
    }

    /// With a splice at a place of the last stretch.
    pub fn spliced(self, inches: u32, how: SpliceHow) -> Self {
        self.mark(inches, RunMark::Splice(how))
    }

    /// With something looked for.
    pub fn seen(mut self, what: RunObservation, fault: bool) -> Self {
        self.run.found.observe(what, fault);
        self
    }

    /// Wired in a year.
    pub fn wired(mut self, year: u16) -> Self {
        self.wired = Some(WiredUnder::Year(year));
        self
    }

    /// Under an edition.
    pub fn under(mut self, edition: Edition) -> Self {
        self.basis.edition = edition;
        self
    }

    /// In Canada.
    pub fn canadian(self) -> Self {
        self.under(Edition::Cec2021)
    }

    /// All that bears on judging it.
    pub fn situation(&self) -> RunSituation<'_> {
        RunSituation {
            run: &self.run,
            course: &self.run.found,
            known: None,
            basis: &self.basis,
            wired_under: self.wired,
        }
    }
}

/// What a rule says of a scene.
pub fn verdict(code: &str, scene: &Scene) -> (Verdict, String) {
    let results = judge_run(&scene.situation());
    let result = results.into_iter().find(|result| result.rule == code).expect("it is in the catalogue");
    (result.verdict, result.sentence.into_owned())
}
