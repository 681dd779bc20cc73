//! What instruments say of a box, as far as the rules ask: the one door by which readings come to the rules, so that
//! better instruments change no rule.

use super::diagnosis::{causes, statement_of};
use super::half_readings::HalfReadings;
use super::path::PathGrade;
use super::prediction::PREDICTIONS;
use super::two_legs::TwoLegs;
use super::wiring::WiringState;
use crate::facts::{BoxContents, GroundInSight, Half, Lamp, Probe};

/// What the readings of one half come to.
#[derive(Debug, Clone, PartialEq)]
pub struct HalfEvidence {
    /// Which half.
    pub half: Half,
    /// Every way of wiring that explains them, likeliest first; empty when they contradict each other.
    pub causes: Vec<WiringState>,
    /// The readings, in words.
    pub rests_on: Vec<String>,
}

impl HalfEvidence {
    /// It may be wired as it should be: no reading tells it from that.
    pub fn may_be_correct(&self) -> bool {
        // An unbonded box is a fault of the box; the receptacle in it may be wired as it should be.
        let sound = [WiringState::Correct, WiringState::TwoCircuits, WiringState::UnbondedBox];
        self.causes.iter().any(|state| sound.contains(state))
    }

    /// It is switched off, or may be: nothing more can be said, and nothing of it is proven dead.
    pub fn is_off(&self) -> bool {
        may_be_off(&self.causes)
    }

    /// Whatever it is, the ground does not reach the panel, and nothing else is certain to be wrong.
    pub fn only_ground_open(&self) -> bool {
        self.causes.contains(&WiringState::OpenGround)
            && self.causes.iter().all(|state| !state.facts().grounded && !state.facts().open_neutral)
    }

    /// What it comes to, with everything that reads the same.
    pub fn statement(&self) -> String {
        let says = statement_of(&self.causes);
        if self.causes.len() < 3 {
            return says;
        }
        let others: Vec<&str> = self.causes[1..].iter().map(|state| state.name()).collect();
        format!("{} These are: {}.", says, others.join("; "))
    }
}

/// A breaker or a switch that is off explains the readings.
fn may_be_off(states: &[WiringState]) -> bool {
    states.iter().any(|state| matches!(state, WiringState::NoPower | WiringState::SwitchedOff))
}

/// Whether a box has an equipment ground, by what one sees and what instruments find: readings outweigh looks.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Ground {
    /// It is there: what it is, in words.
    There(String),
    /// One is in sight, and the readings find no path.
    Broken(String),
    /// The readings find one, and nobody has noted what brings it.
    Unseen,
    /// None is there.
    Absent,
    /// Nothing brings one, and yet the readings find one: most likely made up from the neutral.
    Suspect,
    /// How the conductors are run was not noted, and nothing was read that tells.
    Unknown,
}

impl Ground {
    /// It may be relied on, or the readings find one: nobody writes "no equipment ground" here.
    pub const fn is_found(&self) -> bool {
        matches!(self, Self::There(_) | Self::Unseen)
    }

    /// Why nobody writes "no equipment ground" here; `None` where that is true.
    pub fn forbids_mark(&self) -> Option<&'static str> {
        match self {
            Self::There(_) => Some("a ground is here; such a mark would be untrue"),
            Self::Broken(_) => {
                Some("a ground comes to the box and is broken on its way: mend it, a mark would hide it")
            }
            Self::Unseen => Some("the readings find a ground; note what the cable or raceway is first"),
            Self::Unknown => Some("note what each cable is first: a metal raceway or listed armour is a ground"),
            Self::Absent | Self::Suspect => None,
        }
    }
}

/// What instruments say of a box.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Evidence {
    /// Whether a path to ground is found at the device; `None` when nothing was read, or it does not tell.
    pub ground_found: Option<bool>,
    /// Whether the metal of the box is found bonded; `None` when nothing was read, or it does not tell.
    pub box_bonded: Option<bool>,
    /// The sentence on the path to ground, or to the metal of the box, where a meter was used.
    pub ground_sentence: Option<String>,
    /// The sentence on the path to the metal of the box.
    pub metal_sentence: Option<String>,
    /// The readings that speak of the ground, in words.
    pub rests_on: Vec<String>,
    /// What each half comes to.
    pub halves: Vec<HalfEvidence>,
    /// What a range or dryer receptacle comes to, in the place of halves.
    pub two_legs: Option<TwoLegs>,
}

impl Evidence {
    /// Of a box.
    pub fn of(contents: &BoxContents) -> Self {
        let mut evidence = Self::default();
        let range = TwoLegs::receptacle(contents);
        for readings in HalfReadings::of(contents) {
            // A leg of 240 V is none of the wirings of a receptacle of 120 V.
            let states = if range.is_some() { Vec::new() } else { causes(&readings.consistent(&PREDICTIONS)) };
            let (ground, metal) = (readings.ground_path(), readings.metal_path());
            let settled = |is: fn(WiringState) -> bool| {
                let first = is(*states.first()?);
                states.iter().all(|state| is(*state) == first).then_some(first)
            };
            let by_meter = grade(ground.grade);
            // What the lamps say of a ground is taken where no meter was used; a correct pattern is a ground found.
            let by_lamps = readings.lamps.and_then(|lamps| match (lamps.hot_neutral, lamps.hot_ground) {
                (Lamp::Lit, Lamp::Lit) if lamps.neutral_ground != Lamp::Lit => Some(true),
                (Lamp::Lit, _) if lamps.neutral_ground != Lamp::Lit => Some(false),
                _ => None,
            });
            // Where every way of wiring that explains the readings is grounded, or none is, that says more than one figure.
            let by_wiring = settled(|state| state.facts().grounded);
            let off = may_be_off(&states);
            if !off && range.is_none() {
                worse(&mut evidence.ground_found, by_wiring.or(by_meter).or(by_lamps));
            }
            if !off {
                worse(&mut evidence.box_bonded, grade(metal.grade));
            }
            // Metal that stands at a voltage to a known ground is not bonded, whatever else was read.
            if readings.stands_live(Probe::BoxMetal) {
                worse(&mut evidence.box_bonded, Some(false));
            }
            if readings.stands_live(Probe::Ground) {
                worse(&mut evidence.ground_found, Some(false));
            }
            if ground.grade != PathGrade::NotRead {
                evidence.ground_sentence = Some(ground.sentence);
            }
            if metal.grade != PathGrade::NotRead {
                evidence.metal_sentence = Some(metal.sentence);
            }
            let rests_on = readings.words();
            evidence.rests_on.extend(rests_on.iter().map(|words| format!("{}: {words}", readings.half.name())));
            if range.is_some() {
                continue;
            }
            evidence.halves.push(HalfEvidence { half: readings.half, causes: states, rests_on });
        }
        evidence.two_legs = range.map(|device| TwoLegs::of(contents, device));
        worse(&mut evidence.ground_found, evidence.two_legs.as_ref().and_then(TwoLegs::ground_found));
        evidence
    }

    /// Whether the box has an equipment ground, by what one sees and by the readings.
    pub fn ground(&self, contents: &BoxContents) -> Ground {
        let label = |wire: &crate::facts::Conductor| format!("{} ground", wire.label());
        match (contents.ground_in_sight(), self.ground_found) {
            (GroundInSight::Wire(wire), Some(false)) => Ground::Broken(label(wire)),
            (GroundInSight::Wire(wire), _) => Ground::There(label(wire)),
            (GroundInSight::Metal(cable), Some(false)) => Ground::Broken(cable.method.name().to_owned()),
            (GroundInSight::Metal(cable), _) if self.box_bonded == Some(false) => {
                Ground::Broken(cable.method.name().to_owned())
            }
            (GroundInSight::Metal(cable), _) => Ground::There(cable.method.name().to_owned()),
            (GroundInSight::Unknown, Some(true)) => Ground::Unseen,
            (GroundInSight::None, Some(true)) if self.box_bonded == Some(true) => Ground::Unseen,
            (GroundInSight::None, Some(true)) => Ground::Suspect,
            (GroundInSight::None, _) | (GroundInSight::Unknown, Some(false)) => Ground::Absent,
            (GroundInSight::Unknown, None) => Ground::Unknown,
        }
    }

    /// The reading that is still wanted before the repair of an electrical rule is proven; `None` when it is there.
    pub fn wanting(&self, rule: &str, contents: &BoxContents) -> Option<&'static str> {
        let there = match rule {
            "wiring-fault" => {
                // Where nothing brings a ground an open one is what has to be read; something has to be.
                let none = contents.ground_in_sight() == GroundInSight::None;
                self.reads_correct() || (none && !self.halves.is_empty())
            }
            "metal-box-bonded" => self.box_bonded == Some(true),
            // Where there is no ground to be found the readings have to be there, and the rule has judged them.
            _ if contents.ground_in_sight() == GroundInSight::None => !self.halves.is_empty() || self.reads_correct(),
            _ => self.ground_found == Some(true) || self.box_bonded == Some(true),
        };
        if there {
            None
        } else if rule == "metal-box-bonded" {
            Some("read hot to the metal of the box after the work")
        } else {
            Some("read the tester or a meter after the work")
        }
    }

    /// Every half that was read may be wired as it should be, and at least one was; or both legs are.
    pub fn reads_correct(&self) -> bool {
        self.two_legs.as_ref().is_some_and(TwoLegs::is_sound)
            || !self.halves.is_empty() && self.halves.iter().all(HalfEvidence::may_be_correct)
    }
}

/// One half that has no ground speaks for the box.
fn worse(known: &mut Option<bool>, found: Option<bool>) {
    *known = match (*known, found) {
        (Some(false), _) | (_, Some(false)) => Some(false),
        (known, found) => found.or(known),
    };
}

const fn grade(grade: PathGrade) -> Option<bool> {
    match grade {
        PathGrade::Bonded => Some(true),
        PathGrade::Impaired | PathGrade::Ghost => Some(false),
        PathGrade::ImpairedOrGhost | PathGrade::NotRead => None,
    }
}
