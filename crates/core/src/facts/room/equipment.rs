//! Equipment that stands in a room: what its nameplate asks, what feeds it, where it is switched off.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::Panel;
use crate::facts::identifier::PanelId;
use crate::facts::problem::{Pointer, Problem, check_text};
use crate::quantity::{Gauge, Length};

/// What a piece of equipment is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum EquipmentKind {
    /// A furnace or boiler that burns fuel.
    Furnace,
    /// An electric water heater with a tank.
    WaterHeater,
    /// An air conditioner or heat pump, outdoors.
    AirConditioner,
    /// A dishwasher.
    Dishwasher,
    /// A disposer under a sink.
    Disposer,
    /// What charges a vehicle.
    VehicleSupply,
}

impl EquipmentKind {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 6] =
        [Self::Furnace, Self::WaterHeater, Self::AirConditioner, Self::Dishwasher, Self::Disposer, Self::VehicleSupply];

    /// In the words of the trade.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Furnace => "furnace",
            Self::WaterHeater => "water heater",
            Self::AirConditioner => "air conditioner",
            Self::Dishwasher => "dishwasher",
            Self::Disposer => "disposer",
            Self::VehicleSupply => "vehicle charger",
        }
    }

    /// The facts that are taken down of it, each a field of [`Equipment`], in the order one looks.
    pub const fn fields(self) -> &'static [&'static str] {
        match self {
            Self::Furnace => &["breaker", "conductor", "alone", "disconnect", "reached", "clamped"],
            Self::WaterHeater => &["watts", "breaker", "conductor", "disconnect", "clamped"],
            Self::AirConditioner => &[
                "least_ampacity",
                "most_overcurrent",
                "asks_for_fuse",
                "breaker",
                "fused",
                "conductor",
                "disconnect",
                "disconnect_way",
                "reached",
            ],
            Self::Dishwasher => &["breaker", "conductor", "by_cord", "cord", "gfci", "disconnect", "clamped"],
            Self::Disposer => &["breaker", "conductor", "by_cord", "cord", "disconnect", "clamped"],
            Self::VehicleSupply => &["amperes", "breaker", "conductor", "alone", "by_cord", "gfci"],
        }
    }
}

/// Where a piece of equipment is switched off.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Disconnect {
    /// Nowhere but at its breaker, which cannot be locked.
    None,
    /// By a switch or pull-out in sight of it.
    InSight,
    /// By its breaker, which can be locked, or a switch that can.
    Lockable,
    /// By its plug, which can be reached.
    Plug,
    /// By a switch out of sight that cannot be locked.
    OutOfSight,
}

impl Disconnect {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 5] = [Self::InSight, Self::Lockable, Self::Plug, Self::OutOfSight, Self::None];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::None => "only at its breaker, which does not lock",
            Self::InSight => "by a switch in sight of it",
            Self::Lockable => "by a breaker or switch that locks",
            Self::Plug => "by its plug",
            Self::OutOfSight => "by a switch out of sight",
        }
    }
}

/// The breaker that feeds a piece of equipment.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct EquipmentFeed {
    /// Its panel.
    pub panel: PanelId,
    /// What the breaker is called there, "18/20".
    #[serde(default)]
    pub breaker: String,
}

/// A piece of equipment.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Equipment {
    /// Its number within the sketch.
    pub id: u16,
    /// What it is.
    pub kind: EquipmentKind,
    /// What it is called, where there are several.
    #[serde(default)]
    pub name: String,
    /// The breaker that feeds it, where that is in a panel of the audit.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fed: Option<EquipmentFeed>,
    /// The rating of its breaker or fuse, in amperes; what the panel says goes before.
    #[serde(default)]
    pub breaker: Option<u16>,
    /// Fuses protect it, and not a breaker alone.
    #[serde(default)]
    pub fused: Option<bool>,
    /// Its conductors, of copper.
    #[serde(default)]
    pub conductor: Option<Gauge>,
    /// Nothing else is on its circuit.
    #[serde(default)]
    pub alone: Option<bool>,
    /// Its load in watts, by its nameplate.
    #[serde(default)]
    pub watts: Option<u16>,
    /// What it draws, in amperes, by its nameplate or its setting.
    #[serde(default)]
    pub amperes: Option<u16>,
    /// The least ampacity of its conductors, by its nameplate.
    #[serde(default)]
    pub least_ampacity: Option<u16>,
    /// The most its overcurrent device may have, by its nameplate.
    #[serde(default)]
    pub most_overcurrent: Option<u16>,
    /// Its nameplate asks for fuses, and names no breaker.
    #[serde(default)]
    pub asks_for_fuse: Option<bool>,
    /// Where it is switched off.
    #[serde(default)]
    pub disconnect: Option<Disconnect>,
    /// From it to that switch.
    #[serde(default)]
    pub disconnect_way: Option<Length>,
    /// That switch is reached without passing or reaching over the equipment.
    #[serde(default)]
    pub reached: Option<bool>,
    /// It is connected by a cord and plug.
    #[serde(default)]
    pub by_cord: Option<bool>,
    /// How long that cord is.
    #[serde(default)]
    pub cord: Option<Length>,
    /// Its cable is held by a connector where it comes in, and its cover is on.
    #[serde(default)]
    pub clamped: Option<bool>,
    /// It is GFCI-protected.
    #[serde(default)]
    pub gfci: Option<bool>,
}

impl Equipment {
    /// A piece of which only the kind is known.
    pub const fn new(id: u16, kind: EquipmentKind) -> Self {
        Self {
            id,
            kind,
            name: String::new(),
            fed: None,
            breaker: None,
            fused: None,
            conductor: None,
            alone: None,
            watts: None,
            amperes: None,
            least_ampacity: None,
            most_overcurrent: None,
            asks_for_fuse: None,
            disconnect: None,
            disconnect_way: None,
            reached: None,
            by_cord: None,
            cord: None,
            clamped: None,
            gfci: None,
        }
    }

    /// The rating of the breaker that feeds it, by its panel.
    pub fn breaker_in(&self, panels: &[Panel]) -> Option<u16> {
        let fed = self.fed.as_ref()?;
        panels.iter().find(|panel| panel.id == fed.panel)?.breaker_named(&fed.breaker)?.amperes
    }

    /// What is noted of its breaker otherwise than its panel says, in a sentence.
    pub fn breaker_differs(&self, panels: &[Panel]) -> Option<String> {
        let (noted, known) = (self.breaker?, self.breaker_in(panels)?);
        let fed = self.fed.as_ref()?;
        let label = crate::quantity::capitalised(&self.label());
        (noted != known).then(|| {
            format!("{label} is noted on {noted} A, and breaker {} is {known} A: one of the two is wrong.", fed.breaker)
        })
    }

    /// As one speaks of it: its name, or what it is.
    pub fn label(&self) -> String {
        if self.name.is_empty() { self.kind.name().to_owned() } else { self.name.clone() }
    }

    /// What cannot be accepted.
    pub(super) fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("name"), &self.name, false, 40);
        if let Some(fed) = &self.fed {
            check_text(&mut problems, &at.at("fed").at("breaker"), &fed.breaker, false, 12);
        }
        let mut range = |field: &str, value: Option<u16>, least: u16, most: u16, unit: &str| {
            if value.is_some_and(|value| !(least..=most).contains(&value)) {
                problems.push(Problem::new(&at.at(field), format!("{least} to {most} {unit} here; read it again")));
            }
        };
        range("breaker", self.breaker, 5, 400, "A");
        range("watts", self.watts, 10, 60_000, "W");
        range("amperes", self.amperes, 1, 400, "A");
        range("least_ampacity", self.least_ampacity, 1, 400, "A");
        range("most_overcurrent", self.most_overcurrent, 5, 400, "A");
        for (field, length) in [("disconnect_way", self.disconnect_way), ("cord", self.cord)] {
            if length.is_some_and(|length| length > Length::mm(60_000)) {
                problems.push(Problem::new(&at.at(field), "this is longer than 60 m (197 ft); measure it again"));
            }
        }
        problems
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_fields_of_a_kind_are_facts_of_equipment() {
        let known = serde_json::to_value(Equipment::new(1, EquipmentKind::Furnace)).expect("serialises");
        for kind in EquipmentKind::ALL {
            for field in kind.fields() {
                assert!(known.get(field).is_some(), "{field} of {}", kind.name());
            }
        }
    }

    #[test]
    fn absurd_figures_are_refused_at_their_field() {
        let odd = Equipment { breaker: Some(2_000), watts: Some(3), ..Equipment::new(1, EquipmentKind::WaterHeater) };
        let at: Vec<String> = odd.problems(&Pointer::root()).into_iter().map(|problem| problem.pointer).collect();
        assert_eq!(at, ["/breaker", "/watts"]);
    }
}
