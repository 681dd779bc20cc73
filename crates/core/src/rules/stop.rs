//! Conditions that end the job for anyone but a licensed electrician. They are said plainly, recorded, and no step of a
//! repair is offered for the box.

use serde::Serialize;
use utoipa::ToSchema;

use crate::facts::{BoxContents, ConductorCondition, DeadOutcome, DeadStep, Observation, ObservationGroup, Strands};
use crate::quantity::Gauge;
use crate::standard::Material;

/// One such condition.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Stop {
    /// The observation it goes by.
    pub what: Observation,
    /// What was found.
    pub found: String,
    /// Why it ends the job.
    pub why: &'static str,
}

const fn why(what: Observation) -> &'static str {
    match what {
        Observation::BrittleInsulation => "Handling it breaks more of it than can be seen from the box.",
        Observation::KnobAndTube => "Its splices are out of reach and it has no ground; it is not extended.",
        Observation::AluminiumBranch => "Its joints loosen and burn unless made with what is listed for it.",
        Observation::Charred => "Something overheated; the cause is found before anything is mended.",
        Observation::CannotBeMadeDead => "Nobody works on it until the supply ahead of it is off.",
        Observation::LiveAfterOff => "A second source feeds it, or the breaker does not open.",
        Observation::SourcesUnsorted => "Each source has to be known and switched off.",
        Observation::DeviceCannotBePulled => "Pulling harder breaks conductors inside the wall.",
        _ => "What cannot be explained is not made safe by guessing.",
    }
}

/// Every condition of a box that ends the job, in the order of the observations.
pub fn stops(contents: &BoxContents) -> Vec<Stop> {
    let is_stop = |what: &&Observation| what.group() == ObservationGroup::Stop;
    let of = |condition| contents.conductors.iter().find(|conductor| conductor.condition == Some(condition));
    Observation::ALL
        .iter()
        .filter(is_stop)
        .filter_map(|&what| {
            let live = |step: &DeadStep| step.outcome == DeadOutcome::Live;
            let still_live = what == Observation::LiveAfterOff && contents.dead_test.iter().any(live);
            let seen = contents.observed(what) == Some(true) || still_live;
            let conductor = match what {
                Observation::BrittleInsulation => of(ConductorCondition::Brittle),
                Observation::Charred => of(ConductorCondition::HeatMarked),
                // Solid branch conductors of 1965 to 1975 are meant, from memory; stranded feeders of today's alloys on
                // terminals marked for them are ordinary.
                Observation::AluminiumBranch => contents.conductors.iter().find(|conductor| {
                    conductor.material == Material::Aluminium
                        && conductor.strands == Strands::Solid
                        && conductor.gauge <= Gauge::Awg8
                }),
                _ => None,
            };
            let found = match conductor {
                Some(conductor) => format!("{}: {}", conductor.label(), what.fault()),
                None if seen => what.fault().to_owned(),
                None => return None,
            };
            Some(Stop { what, found, why: why(what) })
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::{box_with, conductor};

    #[test]
    fn a_stop_is_seen_or_follows_from_a_conductor() {
        let mut aluminium = conductor(Some(96), None);
        aluminium.material = Material::Aluminium;
        let mut contents = box_with(None, vec![aluminium]);
        contents.observe(Observation::LiveAfterOff, true);
        contents.observe(Observation::Charred, false);
        let found: Vec<_> = stops(&contents).into_iter().map(|stop| stop.what).collect();
        assert_eq!(found, [Observation::AluminiumBranch, Observation::LiveAfterOff]);
    }

    #[test]
    fn a_stranded_aluminium_feeder_is_ordinary() {
        let mut feeder = conductor(Some(96), None);
        (feeder.material, feeder.gauge, feeder.strands) = (Material::Aluminium, Gauge::Awg6, Strands::Stranded);
        assert!(stops(&box_with(None, vec![feeder.clone()])).is_empty());
        (feeder.gauge, feeder.strands) = (Gauge::Awg10, Strands::Solid);
        assert_eq!(stops(&box_with(None, vec![feeder]))[0].what, Observation::AluminiumBranch);
    }

    #[test]
    fn live_in_the_dead_test_is_one() {
        let mut contents = box_with(None, vec![conductor(Some(96), None)]);
        let step =
            |outcome| DeadStep { step: "meter/upper".to_owned(), outcome, at: "2026-03-04T10:42:00Z".to_owned() };
        contents.dead_test = vec![step(DeadOutcome::Done)];
        assert!(stops(&contents).is_empty());
        contents.dead_test.push(step(DeadOutcome::Live));
        assert_eq!(stops(&contents)[0].what, Observation::LiveAfterOff);
    }

    #[test]
    fn an_ordinary_box_has_none() {
        assert!(stops(&box_with(None, vec![conductor(Some(44), None)])).is_empty());
    }
}
