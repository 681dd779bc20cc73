//! What feeds a box, cable by cable: noted at the box, or known from the panel and its circuits.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::cable::Cable;
use super::conductor::Conductor;
use super::contents::BoxContents;
use super::device::Device;
use super::landing::Terminal;
use super::surroundings::Supply;
use crate::facts::CircuitId;

/// A breaker that is known to feed a box, from the panel and its circuits.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KnownSupply {
    /// What it is called, "breaker 7 of main".
    pub breaker: String,
    /// The circuits drawn on it, at most 12.
    #[serde(default)]
    #[schema(max_items = 12)]
    pub circuits: Vec<CircuitId>,
    /// Its rating in amperes.
    #[serde(default)]
    pub amperes: Option<u16>,
    /// It is a GFCI.
    #[serde(default)]
    pub gfci: bool,
    /// It is an AFCI.
    #[serde(default)]
    pub afci: bool,
    /// It feeds a motor or an air conditioner.
    #[serde(default)]
    pub motor: bool,
}

impl KnownSupply {
    /// What it makes of a note: its rating counts, and its protection is added; the note stands in for the rest.
    const fn over(&self, amperes: &mut Option<u16>, gfci: &mut Option<bool>, afci: &mut Option<bool>) {
        if self.amperes.is_some() {
            *amperes = self.amperes;
        }
        if self.gfci {
            *gfci = Some(true);
        }
        if self.afci {
            *afci = Some(true);
        }
    }
}

impl BoxContents {
    /// The same box with what the panel knows in the place of its notes. A breaker that alone feeds the box goes for all
    /// of it; of several each goes for the cables of its circuits, and for nothing else.
    #[must_use]
    pub fn fed_by(&self, known: &[KnownSupply]) -> Self {
        let mut contents = self.clone();
        if let [only] = known {
            let Supply { amperes, gfci, afci, .. } = &mut contents.supply;
            only.over(amperes, gfci, afci);
            if only.motor {
                contents.supply.motor = Some(true);
            }
        }
        for cable in &mut contents.cables {
            let Some(supply) = &mut cable.supply else { continue };
            let Some(circuit) = supply.circuit else { continue };
            if let Some(breaker) = known.iter().find(|known| known.circuits.contains(&circuit)) {
                breaker.over(&mut supply.amperes, &mut supply.gfci, &mut supply.afci);
            }
        }
        contents
    }

    /// What a cable brings: its own note before that of the whole box.
    pub fn supply_of_cable(&self, cable: &Cable) -> Supply {
        let Some(own) = cable.supply else { return self.supply };
        Supply {
            amperes: own.amperes.or(self.supply.amperes),
            gfci: own.gfci.or(self.supply.gfci),
            afci: own.afci.or(self.supply.afci),
            ..self.supply
        }
    }

    /// What feeds a conductor: through its cable; a pigtail through what it is joined to or lands with.
    pub fn supply_of(&self, conductor: &Conductor) -> Supply {
        self.cable_feeding(conductor).map_or(self.supply, |cable| self.supply_of_cable(cable))
    }

    /// The cable that a conductor hangs on: its own; a pigtail's by what it is joined to.
    pub(crate) fn cable_feeding(&self, conductor: &Conductor) -> Option<&Cable> {
        if let Some(own) = self.cable_of(conductor) {
            return Some(own);
        }
        let letter = conductor.joined.as_ref()?;
        let mut joined = self.conductors.iter().filter(|other| other.joined.as_ref() == Some(letter));
        joined.find_map(|other| self.cable_of(other))
    }

    /// The circuit that a conductor belongs to, as far as it is noted.
    pub(crate) fn circuit_of(&self, conductor: &Conductor) -> Option<CircuitId> {
        self.cable_feeding(conductor)?.supply?.circuit
    }

    /// What feeds a device: what its hot terminals are landed with. Where two circuits feed it, it is protected only as far
    /// as both are, and the larger breaker counts. The note of the box where nothing is landed.
    pub fn supply_of_device(&self, device: &Device) -> Supply {
        let hot = |terminal: Terminal| {
            terminal.is_brass() || matches!(terminal, Terminal::SwitchLine | Terminal::Common | Terminal::LineBrass)
        };
        let landed = self.landings.iter().filter(|landing| landing.device == device.id && hot(landing.terminal));
        let conductors = landed.filter_map(|landing| self.conductors.iter().find(|c| c.id == landing.conductor));
        let mut supplies: Vec<Supply> = conductors.map(|conductor| self.supply_of(conductor)).collect();
        if supplies.is_empty() {
            supplies = self.cables.iter().map(|cable| self.supply_of_cable(cable)).collect();
        }
        let Some(first) = supplies.first().copied() else { return self.supply };
        let both = |one: Option<bool>, other: Option<bool>| match (one, other) {
            (Some(false), _) | (_, Some(false)) => Some(false),
            (Some(true), Some(true)) => Some(true),
            _ => None,
        };
        supplies.into_iter().fold(first, |all, one| Supply {
            amperes: all.amperes.max(one.amperes),
            gfci: both(all.gfci, one.gfci),
            afci: both(all.afci, one.afci),
            ..all
        })
    }

    /// The breakers of `from` amperes that feed it have become breakers of `to` amperes.
    pub(crate) fn set_breaker(&mut self, from: Option<u16>, to: u16) {
        let own = self.cables.iter_mut().filter_map(|cable| cable.supply.as_mut());
        own.filter(|supply| supply.amperes.is_some() && supply.amperes == from)
            .for_each(|supply| supply.amperes = Some(to));
        if self.supply.amperes == from {
            self.supply.amperes = Some(to);
        }
    }

    /// All that feeds it is protected upstream, by a GFCI or an AFCI or both.
    pub(crate) fn protect(&mut self, gfci: bool, afci: bool) {
        let own = self.cables.iter_mut().filter_map(|cable| cable.supply.as_mut());
        let notes = own.map(|supply| (&mut supply.gfci, &mut supply.afci));
        for (upstream_gfci, upstream_afci) in notes.chain([(&mut self.supply.gfci, &mut self.supply.afci)]) {
            if gfci {
                *upstream_gfci = Some(true);
            }
            if afci {
                *upstream_afci = Some(true);
            }
        }
    }

    /// The circuits of its cables, as far as they are noted; each once.
    pub fn circuits(&self) -> Vec<CircuitId> {
        let mut circuits: Vec<CircuitId> =
            self.cables.iter().filter_map(|cable| cable.supply.and_then(|supply| supply.circuit)).collect();
        circuits.sort_unstable();
        circuits.dedup();
        circuits
    }
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::facts::{CableSupply, DeviceKind, Landing};
    use crate::testing::box_with_device;

    fn circuit(number: u128) -> CircuitId {
        CircuitId(Uuid::from_u128(number))
    }

    /// A receptacle on circuit 1, and a second cable of circuit 2 that only passes.
    fn two_circuits() -> BoxContents {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.cables.push(Cable::new(2));
        for (cable, number) in contents.cables.iter_mut().zip([1, 2]) {
            cable.supply = Some(CableSupply { circuit: Some(circuit(number)), ..CableSupply::default() });
        }
        let other = Conductor { id: 4, cable: Some(2), ..contents.conductors[0].clone() };
        contents.conductors.push(other);
        contents.landings = vec![Landing { device: 1, terminal: Terminal::BrassUpper, conductor: 1 }];
        contents
    }

    fn breaker(number: u128, amperes: u16, gfci: bool) -> KnownSupply {
        let circuits = vec![circuit(number)];
        KnownSupply {
            breaker: format!("breaker {number}"),
            circuits,
            amperes: Some(amperes),
            gfci,
            afci: false,
            motor: false,
        }
    }

    #[test]
    fn each_conductor_knows_its_breaker() {
        let contents = two_circuits().fed_by(&[breaker(1, 15, true), breaker(2, 20, false)]);
        let of = |place: usize| contents.supply_of(&contents.conductors[place]);
        assert_eq!((of(0).amperes, of(0).gfci), (Some(15), Some(true)));
        assert_eq!((of(3).amperes, of(3).gfci), (Some(20), None));
        let device = contents.supply_of_device(&contents.devices[0]);
        assert_eq!((device.amperes, device.gfci), (Some(15), Some(true)), "it is landed on the first");
        assert_eq!(contents.supply.amperes, None, "two breakers say nothing of the whole box");
    }

    #[test]
    fn a_split_receptacle_is_protected_as_far_as_both_halves_are() {
        let mut contents = two_circuits();
        contents.landings.push(Landing { device: 1, terminal: Terminal::BrassLower, conductor: 4 });
        let contents = contents.fed_by(&[breaker(1, 15, true), breaker(2, 20, false)]);
        let device = contents.supply_of_device(&contents.devices[0]);
        assert_eq!((device.amperes, device.gfci), (Some(20), None));
    }

    #[test]
    fn the_panel_counts_before_the_note_and_a_pigtail_follows_its_splice() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        (contents.supply.amperes, contents.supply.gfci) = (Some(20), Some(true));
        contents.conductors[0].joined = Some("A".to_owned());
        let pigtail = Conductor { id: 9, cable: None, pigtail: true, ..contents.conductors[0].clone() };
        contents.conductors.push(pigtail);
        let fed = contents.fed_by(&[KnownSupply { circuits: vec![], ..breaker(1, 15, false) }]);
        let supply = fed.supply_of(&fed.conductors[3]);
        assert_eq!((supply.amperes, supply.gfci), (Some(15), Some(true)), "a GFCI outlet upstream stays");
    }
}
