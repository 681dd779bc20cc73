//! What is done for something wanted, in the order of the trade, and what is brought.

use super::boxes::Planned;
use super::{PlannedCable, Wiring};
use crate::facts::{DeviceKind, OutletPlace, RunWay, Tested, WallFinish, WantedKind, WantedPlace};
use crate::quantity::{Length, Volume};
use crate::repair::r#box::connector::lever_for;
use crate::repair::proposal::add;
use crate::repair::subject_proposal::{IN_THE_WALL, NEW_WIRING};
use crate::repair::{Act, MaterialLine, WorkStep};
use crate::rules::{CutOut, FROM_EDGE, HeldIn, WantedSituation, cut_out};
use crate::standard::{Location, WiringMethod};

use super::cable::is_drawn;

/// The repair that makes what is wanted.
pub(super) const CODE: &str = "make-wanted";

const LOAD_FIRST: &str = "The load of the house is worked out before a circuit is added; work in a panel is a qualified person's, and its line side \
                          stays live with the main off.";
const LEAD_SAFE: &str =
    "Lead, or taken to be: cut wet, sheeted off, children out, cleaned and certified as the law asks.";

/// Steps, minutes and materials, gathered as the boxes are planned.
pub(super) struct Work<'a> {
    situation: &'a WantedSituation<'a>,
    wiring: Option<Wiring>,
    steps: Vec<(Act, String)>,
    minutes: u32,
    materials: Vec<MaterialLine>,
    /// What the breaker has to protect against, beside what it did.
    protection: Option<&'static str>,
}

/// All of it.
#[derive(Default)]
pub(super) struct Done {
    pub steps: Vec<WorkStep>,
    pub minutes: u32,
    pub materials: Vec<MaterialLine>,
    pub cautions: Vec<&'static str>,
}

impl<'a> Work<'a> {
    pub fn new(situation: &'a WantedSituation<'a>, wiring: Option<Wiring>) -> Self {
        Self { situation, wiring, steps: Vec::new(), minutes: 0, materials: Vec::new(), protection: None }
    }

    fn step(&mut self, act: Act, words: impl Into<String>) {
        self.steps.push((act, words.into()));
    }

    fn bring(&mut self, code: impl Into<String>, words: impl Into<String>, count: u32) {
        self.materials.push(MaterialLine::piece((code.into(), words.into()), count));
    }

    fn say(&self, length: Length) -> String {
        length.say(self.situation.room.basis.units)
    }

    /// Takes up what a box of it asks.
    pub fn take(&mut self, known: &Planned) {
        let label = known.planned.label.split(',').next().unwrap_or_default().to_owned();
        if known.feeds {
            self.step(
                Act::NoteAsFound,
                format!("{label}: photograph it, and note each conductor with where it lands."),
            );
            self.step(
                Act::ClampCable,
                format!(
                    "{label}: bring the cable in with {} of sheath inside, and clamp it.",
                    self.say(Length::sixteenths(8))
                ),
            );
            let joins = match self.situation.wanted.kind {
                WantedKind::Luminaire => "its black to the switched hot, its white to the neutrals",
                WantedKind::Switch => {
                    "its black to the hot that is always on, its red to the light in the place of that hot, its white to the neutrals"
                }
                _ => "black to the hot that is always on, white to the neutrals, each by a pigtail to the device",
            };
            self.step(Act::Splice, format!("{label}: join {joins}; all grounds together."));
            if let Some(wiring) = self.wiring {
                self.materials.push(MaterialLine::piece(lever_for(3, wiring.gauge), 3));
            }
            self.minutes += 20;
        }
        if let Some(plan) = &known.repairs {
            let own = plan.sequence.iter().filter(|step| step.repair.is_some());
            let own: Vec<_> = own
                .map(|step| (step.act, format!("{label}: {}", crate::quantity::within_sentence(&step.words))))
                .collect();
            self.steps.extend(own);
            self.minutes += plan.minutes;
            self.materials.extend(known.materials());
        }
        if let Some(volume) = known.set {
            self.set_box(&label, known, volume);
        }
        let (fitted, supply) = (known.fitted().cloned(), known.contents.supply);
        if let Some(device) = fitted.filter(|_| self.situation.wanted.kind != WantedKind::Feed) {
            let amperes = device.amperes.map_or_else(String::new, |amperes| format!(", {amperes} A"));
            let marks = match (device.tamper_resistant, device.weather_resistant) {
                (Some(true), Some(true)) => ", tamper- and weather-resistant",
                (Some(true), _) => ", tamper-resistant",
                _ => "",
            };
            let named = match device.configuration {
                Some(shape) => format!("receptacle {}", shape.name()),
                None if device.kind == DeviceKind::Switch => "switch, 15 A".to_owned(),
                None => format!("{}{amperes}{marks}", device.kind.name()),
            };
            self.step(
                Act::NewDevice,
                format!("Fit the device, {named}; by pigtails where more than one cable comes in."),
            );
            let code = named.to_lowercase().replace([',', '/'], "").replace(' ', "-");
            self.bring(code, named, 1);
            let cover = known.contents.location.is_some_and(Location::is_outdoors);
            if cover {
                self.bring("in-use-cover-with-gasket", "in-use cover with gasket", 1);
                self.step(Act::Cover, "Close it with an in-use cover, sealed to the wall on three sides.");
            } else {
                let gangs = known.contents.gang_count();
                self.bring(format!("plate-{gangs}-gang"), format!("plate, {gangs} gang"), 1);
            }
            self.protection(device.kind, supply.afci == Some(true), supply.gfci == Some(true));
            self.minutes += 15;
        }
    }

    /// What protects it beside the device itself.
    fn protection(&mut self, kind: DeviceKind, afci: bool, gfci: bool) {
        let had = self.situation.source().map(|source| source.contents.supply);
        let more_afci = afci && had.is_none_or(|had| had.afci != Some(true));
        let more_gfci = gfci && kind != DeviceKind::GfciReceptacle && had.is_none_or(|had| had.gfci != Some(true));
        self.protection = match (more_afci, more_gfci) {
            (true, true) => Some("AFCI and GFCI"),
            (true, false) => Some("AFCI"),
            (false, true) => Some("GFCI"),
            (false, false) => self.protection,
        };
    }

    /// The breaker of a new circuit, or of the one that is extended.
    fn at_panel(&mut self) {
        let wanted = self.situation.wanted;
        let protection = self.protection;
        let Some(panel) = self.situation.panel() else {
            let Some(what) = protection else { return };
            self.step(
                Act::AtPanel,
                format!("Have its breaker replaced by one with {what}, listed for the panel: what is added is new work, and this place asks for it."),
            );
            let code = format!("{}-breaker-listed-for-the-panel", what.to_lowercase().replace(' ', "-"));
            self.bring(code, format!("{what} breaker, listed for the panel"), 1);
            return;
        };
        let amperes = wanted.amperes.unwrap_or_default();
        let poles = if wanted.is_two_legged() { "two poles" } else { "one pole" };
        let with = protection.map_or_else(String::new, |what| format!(", with {what} as this place asks"));
        self.step(Act::FindOut, "Work out the load of the house with this circuit, and whether the service bears it.");
        // Landed last, when all the rest is closed.
        self.step(
            Act::Torque,
            format!(
                "{}: with the main off, land the cable and set a breaker of {amperes} A, {poles}{with}, listed for the panel. It stays off \
                 until the end; write it into the directory.",
                panel.name
            ),
        );
        let kind = protection.map_or_else(String::new, |what| format!(", {what}"));
        let code = protection.map_or_else(String::new, |what| format!("-{}", what.to_lowercase().replace(' ', "-")));
        self.bring(
            format!("breaker-new-{amperes}{code}"),
            format!("breaker, {amperes} A, {poles}{kind}, listed for the panel"),
            1,
        );
        self.minutes += 60;
    }

    fn set_box(&mut self, label: &str, known: &Planned, volume: Volume) {
        let situation = self.situation;
        let (wanted, units) = (situation.wanted, situation.room.basis.units);
        let gangs = known.contents.gang_count();
        let (kind, code) =
            match (wanted.kind, wanted.is_cut(), known.contents.location.is_some_and(Location::is_outdoors)) {
                (WantedKind::Luminaire, ..) => ("round box, listed for a luminaire", "round-box"),
                (_, _, true) => ("box for wet places", "weatherproof-box"),
                (_, false, _) => ("box to nail to the stud", "nail-on-box"),
                _ => ("old-work box", "old-work-box"),
            };
        let words = format!("{kind}, {gangs} gang, {} or more", volume.print(units));
        let article = if kind.starts_with('o') { "an" } else { "a" };
        self.bring(format!("{code}-{gangs}-{}", volume.nl()), words.clone(), 1);
        if known.planned.box_id.is_some() {
            self.step(
                Act::SetBox,
                format!("{label}: take the device and the old box out, cutting its nails where it is nailed."),
            );
        }
        if wanted.is_cut() {
            let hole = self.hole(known.planned.box_id.is_some());
            self.step(Act::OpenWall, hole);
            self.minutes += 30;
        }
        let held = match cut_out(situation).map(|cut| cut.held) {
            _ if !wanted.is_cut() => "nail it to the stud, its front where the finish will be",
            Some(HeldIn::Stud) => "screw it to the side of the stud",
            _ => "draw its wings up behind the finish",
        };
        let sheath = self.say(Length::sixteenths(8));
        let free = units
            .either("6 in of free conductor, 3 in past the front", "150 mm of free conductor, 75 mm past the front");
        self.step(
            Act::SetBox,
            format!("Set {article} {words}: cables in with {sheath} of sheath and clamped, {free}; {held}."),
        );
        self.minutes += 15;
    }

    /// Where the hole is cut, and how.
    fn hole(&self, larger: bool) -> String {
        let situation = self.situation;
        let (wanted, units) = (situation.wanted, situation.room.basis.units);
        let cut: Option<CutOut> = cut_out(situation);
        let at = match wanted.at {
            Some(WantedPlace::New(place @ OutletPlace::Wall { .. })) => {
                format!(": {}", situation.room.name_place(place))
            }
            _ => String::new(),
        };
        let height =
            wanted.height.map_or_else(String::new, |height| format!(", {} up to its middle", height.say_run(units)));
        let stud = wanted.stud.map_or_else(String::new, |stud| {
            format!(" The stud is {} to the {}.", stud.away.say(units), stud.side.name())
        });
        let grows = match (larger, wanted.stud) {
            (true, Some(stud)) => format!(" It grows to the {}, away from the stud.", stud.side.other().name()),
            _ => String::new(),
        };
        let size = cut.map_or_else(String::new, |cut| {
            let width = cut.half + cut.half;
            if cut.round {
                format!(", {} across", width.say(units))
            } else {
                format!(", {} by {}", width.say(units), cut.height.say(units))
            }
        });
        let tool = match wanted.finish {
            Some(WallFinish::Plaster) => {
                " Score plaster first, tape its edge, and cut the lath with a fine blade; do not saw towards the lath's fixing."
            }
            Some(WallFinish::Tile) => " Drill and cut tile with a diamond tool, wet.",
            _ => "",
        };
        format!(
            "Draw round the box{at}{height}{size}.{stud}{grows} Make a small hole first and feel behind it with a bent wire, then cut, no \
             deeper than the finish.{tool}"
        )
    }

    fn cable(&mut self, cable: &PlannedCable) {
        let wanted = self.situation.wanted;
        let (Some(wiring), Some(length)) = (self.wiring, wanted.length) else { return };
        let units = self.situation.room.basis.units;
        let more = Length::inches(24);
        let feet = (length + more).whole_feet();
        let wood = FROM_EDGE.shown(units).say(units);
        let how = match wanted.way {
            Some(RunWay::Closed) => format!(
                "fish it in the closed wall; a stud that is bored has {wood} of wood in front of the hole, or a steel plate"
            ),
            Some(RunWay::Bored) => {
                format!("bore in the middle of the framing, {wood} or more from its edge, or plate it")
            }
            Some(way) => format!("it goes {}", way.name()),
            None => String::new(),
        };
        let slack = units.either("12 in", "300 mm");
        self.step(
            Act::BringCable,
            format!("Draw {} of {}, {slack} more at each end: {how}.", length.say_run(units), cable.label),
        );
        if cable.supports > 0 {
            let near = cable.support_end.map_or_else(String::new, |end| {
                format!(", the first and last within {} of the boxes", end.shown(units).say_run(units))
            });
            self.step(Act::BringCable, format!("Support it at {} places{near}.", cable.supports));
            let supports = u32::try_from(cable.supports).unwrap_or(u32::MAX);
            self.bring("cable-staple", "cable staple", supports);
        }
        let (size, wires) = (wiring.gauge.size(), wiring.insulated);
        self.bring(
            format!("cable-{size}-{wires}-feet"),
            format!("{}, {} AWG, {wires} conductors and ground, by the foot", method_words(wanted.method), size),
            feet,
        );
        if matches!(wanted.way, Some(RunWay::Closed | RunWay::Bored)) {
            self.bring("steel-plate-1-16-in", "steel plate, 1/16 in, for each stud drilled near its edge", 2);
        }
        self.minutes += if wanted.way == Some(RunWay::Closed) { 45 } else { 30 };
    }

    /// All of it in the order of doing.
    pub fn done(mut self, cable: Option<&PlannedCable>) -> Done {
        let situation = self.situation;
        let wanted = situation.wanted;
        let mut cautions = vec![NEW_WIRING];
        if wanted.is_cut() {
            cautions.push(IN_THE_WALL);
        }
        if matches!(wanted.lead, Some(Tested::Found | Tested::TakenAsThere)) {
            cautions.push(LEAD_SAFE);
        }
        if let Some(cable) = cable.filter(|_| is_drawn(situation)) {
            self.cable(cable);
        }
        match (situation.panel(), situation.source()) {
            (Some(_), _) => cautions.push(LOAD_FIRST),
            (None, Some(source)) => {
                let tag = &source.record.tag;
                let breaker = source
                    .fed_by
                    .first()
                    .map_or_else(|| format!("the breaker of {tag}"), |known| known.breaker.clone());
                self.step(
                    Act::ProveDead,
                    format!("Switch off {breaker}, lock or tag it, and prove {tag} dead, point by point."),
                );
            }
            (None, None) => {}
        }
        self.at_panel();
        if wanted.kind == WantedKind::Luminaire {
            let outdoors = situation.room.sketch.kind == Some(crate::standard::RoomKind::Outdoors);
            let named = if outdoors { "luminaire, marked for wet locations" } else { "luminaire" };
            self.step(
                Act::NewDevice,
                format!("Hang the {named} by its bracket on the box, grounded, its canopy closed."),
            );
            self.bring(if outdoors { "luminaire-wet" } else { "luminaire" }, named, 1);
            self.minutes += 25;
        }
        if wanted.kind == WantedKind::Switch {
            self.step(
                Act::MarkConductor,
                "At the switch the neutral is capped for what may want it; a white that is hot is marked at both ends.",
            );
        }
        if wanted.kind == WantedKind::Feed {
            self.step(
                Act::TakeOut,
                "Take the old feed out at both ends, or cap and label it in a box that stays within reach.",
            );
            self.minutes += 30;
        }
        self.step(Act::Torque, "Tighten each terminal to its mark, and pull each conductor.");
        self.step(Act::PowerOn, "Switch on again, standing clear, once every hand is out: ask aloud.");
        self.step(
            Act::Read,
            "Read it, press its test button where it has one, and read what the circuit feeds beyond.",
        );
        self.step(Act::Label, "Note the new box in its room and measure it; then name it here as made.");
        self.steps.sort_by_key(|step| step.0);
        let steps = self.steps.into_iter().map(|(act, words)| WorkStep::new(act, words).of(CODE)).collect();
        let mut materials = Vec::new();
        self.materials.into_iter().for_each(|line| add(&mut materials, line));
        Done { steps, minutes: self.minutes, materials, cautions }
    }
}

/// The cable as it is bought.
fn method_words(method: Option<WiringMethod>) -> &'static str {
    match method {
        None | Some(WiringMethod::Nonmetallic) => "cable",
        Some(other) => other.name(),
    }
}
