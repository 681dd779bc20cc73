//! A house with faults planted in it. A change is kept only where the rules then find just what was planted: nothing beside it, nothing
//! at the edge of a limit, nothing that was not measured.

use std::collections::BTreeSet;

use fastrand::Rng;
use uuid::Uuid;

use super::chance::{below, one_of};
use super::measured::measure;
use super::planted_in_box::BOX_PLANTS;
use super::planted_in_panel::PANEL_PLANTS;
use super::planted_in_wiring::WIRING_PLANTS;
use super::sound::{Order, sound_box};
use super::sound_panel::{Leaving, sound_panel};
use super::{DrillKind, DrillWish};
use crate::assess::Assessed;
use crate::electrical::{Installation, TrueCircuit, TruePoint};
use crate::facts::{
    Audit, AuditFacts, AuditId, Basis, BoxContents, BoxId, BoxRecord, BreakerProtection, Construction, DeviceKind,
    PanelId, Room, RoomFacts, RoomId,
};
use crate::rules::Verdict;
use crate::standard::Location;

/// So often another change is tried where one would break more than it says, or nothing.
const MOST_TRIES: usize = 80;

/// The places of a dwelling that boxes stand at.
const LOCATIONS: [Location; 8] = [
    Location::Hallway,
    Location::KitchenCounter,
    Location::Bathroom,
    Location::Bedroom,
    Location::LivingSpace,
    Location::Garage,
    Location::Laundry,
    Location::Outdoors,
];

/// A house with its true wiring.
#[derive(Clone)]
pub(super) struct House {
    pub facts: AuditFacts,
    pub building: Installation,
}

/// What may be planted next.
#[derive(Clone, Copy)]
struct Wanted<'a> {
    /// How hard it may be to see.
    level: u8,
    /// The rule that is to be broken, whatever its level.
    rule: Option<&'a str>,
}

impl Wanted<'_> {
    fn fits(self, rules: &[&str], level: u8) -> bool {
        self.rule.map_or(level <= self.level, |rule| rules.contains(&rule))
    }
}

/// What the rules find, by subject.
type Found = BTreeSet<(u128, &'static str)>;

/// Where code asks for GFCI protection in all editions that are drilled; elsewhere a breaker without is sound too.
fn is_wet(location: Location) -> bool {
    matches!(
        location,
        Location::KitchenCounter | Location::Bathroom | Location::Garage | Location::Laundry | Location::Outdoors
    )
}

/// An audit without anything in it.
fn empty_audit(wish: &DrillWish) -> Audit {
    let basis = Basis { edition: wish.edition, units: wish.units, ..Basis::default() };
    Audit { basis, ..Audit::new(AuditId(Uuid::from_u128(1)), wish.kind.name()) }
}

pub(super) fn an_order(draw: &mut Rng) -> Order {
    let location = LOCATIONS[below(draw, LOCATIONS.len())];
    let kinds =
        [DeviceKind::DuplexReceptacle, DeviceKind::DuplexReceptacle, DeviceKind::GfciReceptacle, DeviceKind::Switch];
    let kind = kinds[below(draw, kinds.len())];
    let twenty =
        matches!(location, Location::KitchenCounter | Location::Bathroom | Location::Laundry | Location::Garage);
    let amperes = if twenty || draw.bool() { 20 } else { 15 };
    let construction = if draw.bool() { Construction::Metal } else { Construction::Nonmetallic };
    Order { location, kind, through: draw.bool(), construction, amperes, gfci: is_wet(location) }
}

impl House {
    /// A sound house with so many boxes, and a panel where one is wanted.
    pub(super) fn sound(wish: &DrillWish, boxes: usize, panel: bool, draw: &mut Rng) -> Self {
        let orders: Vec<Order> = (0..boxes).map(|_| an_order(draw)).collect();
        let mut facts = AuditFacts {
            audit: empty_audit(wish),
            rooms: Vec::new(),
            items: Vec::new(),
            circuits: Vec::new(),
            panels: Vec::new(),
            runs: Vec::new(),
        };
        for (number, order) in (1_u8..).zip(&orders) {
            let id = RoomId(Uuid::from_u128(0x1000 + u128::from(number)));
            let own = BoxId(Uuid::from_u128(u128::from(number)));
            let record = BoxRecord::new(own, id, format!("B{number}"), sound_box(*order, draw));
            facts.rooms.push(RoomFacts { room: Room::new(id, order.location.name()), boxes: vec![record] });
        }
        if panel {
            let others = ["range hood", "furnace", "lights upstairs", "lights downstairs", "attic"];
            let own = orders.iter().map(|order| (order.location.name(), order.amperes));
            let more = others.iter().map(|name| (*name, 15)).take(6_usize.saturating_sub(orders.len()).max(1));
            let leaving = own.chain(more).map(|(feeds, amperes)| Leaving {
                feeds: feeds.to_owned(),
                amperes,
                protection: BreakerProtection::Plain,
            });
            let leaving: Vec<Leaving> = leaving.collect();
            facts.panels.push(sound_panel(PanelId(Uuid::from_u128(0x2000)), &leaving, draw));
        }
        let circuit = |(number, order): (u8, &Order)| TrueCircuit {
            gfci: order.gfci,
            points: vec![TruePoint::new(format!("B{number}"), f64::from(draw.u32(4..=20)))],
            ..TrueCircuit::new(number, order.gauge())
        };
        let circuits = (1_u8..).zip(&orders).map(circuit).collect();
        let mut house = Self { facts, building: Installation { name: wish.kind.name().to_owned(), circuits } };
        house.panel_follows();
        for place in 0..boxes {
            house.measure(place);
        }
        house
    }

    fn contents(&mut self, place: usize) -> &mut BoxContents {
        &mut self.facts.rooms[place].boxes[0].found
    }

    /// Takes the readings at a box anew.
    fn measure(&mut self, place: usize) {
        let record = &mut self.facts.rooms[place].boxes[0];
        if record.found.devices.iter().any(|device| device.kind.is_receptacle()) {
            let contents = &mut record.found;
            (contents.lamps, contents.readings, contents.trips) = Default::default();
            // It is a box of the building, and a building that is made here can be solved.
            drop(measure(&self.building, &record.tag, contents));
        }
    }

    /// The panel's breakers protect what the boxes say that is protected.
    fn panel_follows(&mut self) {
        let Some(panel) = self.facts.panels.first_mut() else { return };
        for (breaker, room) in panel.breakers.iter_mut().zip(&self.facts.rooms) {
            let supply = room.boxes[0].found.supply;
            breaker.protection = match (supply.gfci, supply.afci) {
                (Some(true), Some(true)) => BreakerProtection::DualFunction,
                (Some(true), _) => BreakerProtection::Gfci,
                (_, Some(true)) => BreakerProtection::Afci,
                _ => BreakerProtection::Plain,
            };
        }
    }

    /// What the rules find; nothing where something is not clear cut.
    fn found(&self) -> Option<Found> {
        let assessed = Assessed::of(&self.facts);
        let boxes = assessed.boxes.iter().map(|known| (known.record.id.0, known.answer().found.as_slice()));
        let panels = assessed.panels.iter().map(|known| (known.record.id.0, known.found.results.as_slice()));
        let mut found = Found::new();
        for (id, result) in boxes.chain(panels).flat_map(|(id, results)| results.iter().map(move |result| (id, result)))
        {
            match result.verdict {
                Verdict::Violates => drop(found.insert((id.as_u128(), result.rule))),
                Verdict::Meets | Verdict::NotApplicable => {}
                Verdict::Marginal | Verdict::NotMeasured | Verdict::Legacy => return None,
            }
        }
        Some(found)
    }

    /// Plants one more fault at a box; whether just that is found then.
    fn plant_in_box(&mut self, place: usize, wanted: Wanted, planted: &mut Found, draw: &mut Rng) -> bool {
        let id = self.facts.rooms[place].boxes[0].id.0.as_u128();
        let before = self.clone();
        let receptacle = self.contents(place).devices.iter().any(|device| device.kind.is_receptacle());
        let in_box: Vec<_> = BOX_PLANTS.iter().filter(|plant| wanted.fits(plant.rules, plant.level)).collect();
        let behind = WIRING_PLANTS.iter().filter(|plant| receptacle && wanted.fits(plant.rules, plant.level));
        let behind: Vec<_> = behind.collect();
        if in_box.is_empty() && behind.is_empty() {
            return false;
        }
        let choice = below(draw, in_box.len() + behind.len());
        let (rules, put) = match in_box.get(choice) {
            Some(plant) => (plant.rules, (plant.put)(self.contents(place), draw)),
            None => {
                let plant = behind[choice - in_box.len()];
                (plant.seen)(self.contents(place));
                self.building.circuits[place].points[0].faults.push(plant.fault);
                (plant.rules, true)
            }
        };
        if put {
            // Who is protected by the breaker is what the box says of it.
            self.building.circuits[place].gfci = self.contents(place).supply.gfci == Some(true);
            self.measure(place);
        }
        self.keep_if(put, id, rules, before, planted)
    }

    fn plant_in_panel(&mut self, wanted: Wanted, planted: &mut Found, draw: &mut Rng) -> bool {
        let before = self.clone();
        let plants: Vec<_> = PANEL_PLANTS.iter().filter(|plant| wanted.fits(plant.rules, plant.level)).collect();
        let (Some(plant), Some(panel)) = (one_of(draw, &plants), self.facts.panels.first_mut()) else { return false };
        let id = panel.id.0.as_u128();
        let put = (plant.put)(panel, draw);
        self.keep_if(put, id, plant.rules, before, planted)
    }

    /// Keeps a change that was possible and breaks just these rules more; else all is as before.
    fn keep_if(&mut self, put: bool, id: u128, rules: &[&'static str], before: Self, planted: &mut Found) -> bool {
        let mut expected = planted.clone();
        // What is broken already would not be seen to be broken once more.
        let is_new = put && rules.iter().all(|rule| expected.insert((id, *rule)));
        if is_new {
            self.panel_follows();
        }
        if is_new && self.found().as_ref() == Some(&expected) {
            *planted = expected;
            return true;
        }
        *self = before;
        false
    }

    /// Plants so many faults, in the panel and in the boxes by turns; the first is the rule that is asked for, where one is. How many.
    fn plant(&mut self, level: u8, rule: Option<&str>, faults: usize, draw: &mut Rng) -> usize {
        let (boxes, panel) = (self.facts.rooms.len(), !self.facts.panels.is_empty());
        let mut planted = Found::new();
        let mut count = 0;
        for _ in 0..MOST_TRIES {
            if count == faults {
                break;
            }
            let wanted = Wanted { level, rule: rule.filter(|_| count == 0) };
            let at_panel = panel && (boxes == 0 || draw.u32(0..3) == 0);
            let kept = if at_panel {
                self.plant_in_panel(wanted, &mut planted, draw)
            } else {
                self.plant_in_box(below(draw, boxes), wanted, &mut planted, draw)
            };
            count += usize::from(kept);
        }
        count
    }
}

/// How many boxes, whether a panel, and how many faults.
fn size(wish: &DrillWish) -> (usize, bool, usize) {
    let level = usize::from(wish.level);
    match wish.kind {
        DrillKind::Panel => (0, true, level.min(4)),
        DrillKind::Board => (2 + level, true, 2 + level),
        DrillKind::Repair => (1, false, 1),
        _ => (1, false, level.min(4)),
    }
}

/// So many houses are tried for a rule that is asked for, or for all faults, before it is done without.
const PATIENCE: usize = 40;

/// A house with faults. Where an edition or a box knows too few, or not the one asked for, there are fewer, but one at least.
pub(super) fn house(wish: &DrillWish, draw: &mut Rng) -> House {
    let (boxes, panel, faults) = size(wish);
    let mut tried = 0;
    loop {
        let rule = wish.rule.as_deref().filter(|_| tried < PATIENCE);
        let mut house = House::sound(wish, boxes, panel, draw);
        let enough = faults.saturating_sub(tried / PATIENCE).max(1);
        let clear = house.found().is_some_and(|found| found.is_empty());
        if clear && house.plant(wish.level, rule, enough, draw) == enough {
            return house;
        }
        tried += 1;
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::standard::Edition;

    #[test]
    fn a_sound_house_is_clear_under_every_edition() {
        for edition in Edition::ALL {
            let wish = DrillWish { edition, ..DrillWish::default() };
            let clear = (0..5).filter(|seed| {
                let house = House::sound(&wish, 1, true, &mut Rng::with_seed(*seed));
                house.found().is_some_and(|found| found.is_empty())
            });
            assert_eq!(clear.count(), 5, "{}", edition.name());
        }
    }

    #[test]
    fn every_change_breaks_just_what_it_says_in_some_box() {
        let wish = DrillWish { level: 5, ..DrillWish::default() };
        let basis = empty_audit(&wish).basis;
        let mut draw = Rng::with_seed(5);
        for (number, plant) in BOX_PLANTS.iter().enumerate() {
            let kept = (0..400).any(|_| {
                let mut contents = sound_box(an_order(&mut draw), &mut draw);
                let put = (plant.put)(&mut contents, &mut draw);
                let results = crate::rules::judge(&crate::rules::Situation::new(&contents, &basis));
                let broken = results.iter().filter(|result| result.verdict == Verdict::Violates);
                let broken: BTreeSet<&str> = broken.map(|result| result.rule).collect();
                put && broken == plant.rules.iter().copied().collect()
            });
            assert!(kept, "change {number}, {:?}", plant.rules);
        }
    }

    #[test]
    fn what_is_found_in_a_house_is_what_was_planted() {
        let wish = DrillWish { kind: DrillKind::Board, level: 4, ..DrillWish::default() };
        let any = Wanted { level: 4, rule: None };
        for seed in 0..2 {
            let mut draw = Rng::with_seed(seed);
            let mut house = House::sound(&wish, 4, true, &mut draw);
            let mut planted = Found::new();
            for place in [0, 1, 2, 3] {
                house.plant_in_box(place, any, &mut planted, &mut draw);
            }
            house.plant_in_panel(any, &mut planted, &mut draw);
            assert_eq!(house.found(), Some(planted), "seed {seed}");
        }
    }
}
