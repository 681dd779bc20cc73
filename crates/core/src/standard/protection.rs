//! Where the codes ask for GFCI and AFCI protection and for tamper- and weather-resistant receptacles, and since when.
//!
//! # Source
//! NEC 210.8, 210.12, 406.9, 406.12, 406.4(D) and their editions; CEC 26-704, 26-658, 26-706. From memory, no code book at
//! hand; years before 2008 and the Canadian ones may be off.

use super::place::{Location, Purpose};
use super::{Edition, Profile};
use crate::quantity::Length;

/// What plugs into an outlet.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum OutletKind {
    /// 125 V, 15 or 20 A.
    Small,
    /// 125 V above 20 A, or up to 250 V of any rating.
    Large,
}

/// An outlet as the codes look at it.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Outlet {
    /// Its rating.
    pub kind: OutletKind,
    /// Where it is.
    pub location: Location,
    /// What it is for; anything when it is not known.
    pub purpose: Option<Purpose>,
    /// How high it is above the floor, outdoors above grade.
    pub height: Option<Length>,
    /// How far it is from the nearest sink, tub or shower.
    pub to_water: Option<Length>,
}

/// What would settle whether a thing is asked for.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Unsettled {
    /// What to find out, in words.
    pub words: &'static str,
    /// Where it goes in the record of a box; `*` stands for the device.
    pub field: &'static str,
}

/// What an edition asks of an outlet.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Asked {
    /// Nothing, and why.
    No(&'static str),
    /// It depends on what is not known.
    Unsettled(Unsettled),
    /// It is asked for.
    Since {
        /// Since the edition of this year.
        year: u16,
        /// Of wiring from then to the edition of that year it depends on something.
        doubt: Option<(u16, Unsettled)>,
    },
}

impl Asked {
    const fn since(year: u16) -> Self {
        Self::Since { year, doubt: None }
    }

    /// Nothing where the edition is older than the requirement.
    fn under(self, edition: Edition) -> Self {
        match self {
            Self::Since { year, .. } if edition.year() < year => Self::No("it came with a later edition"),
            asked => asked,
        }
    }
}

/// 6 ft, within which a sink asks for protection. NEC 210.8(A)(7), from memory, sure.
const NEAR_SINK: Length = Length::inches(72);
/// 6 1/2 ft above grade: what is higher is not "at grade level". NEC 210.8(A)(3) of before 1996, from memory; may be off.
const ABOVE_GRADE: Length = Length::inches(78);
/// 1.5 m: CEC 26-704(1), from memory; may be off.
const NEAR_WATER: Length = Length::mm(1_500);
/// 2.5 m above grade: CEC 26-704(2), from memory; may be off.
const CEC_ABOVE_GRADE: Length = Length::mm(2_500);
/// 5 1/2 ft: NEC 406.12, exception (1), from memory, sure.
const OUT_OF_REACH: Length = Length::inches(66);
/// 2 m: CEC 26-706, from memory; may be off.
const CEC_OUT_OF_REACH: Length = Length::mm(2_000);

const ASK_TO_WATER: Unsettled = Unsettled {
    words: "measure from the outlet to the nearest edge of the sink, tub or shower",
    field: "/stand/to_water",
};
const ASK_ROOM: Unsettled = Unsettled {
    words: "say which room it is: hallways, closets and rooms one lives in ask for it",
    field: "/location",
};

const NOT_THE_PLACE: Asked = Asked::No("the place asks for none");

/// Whether an outlet is GFCI-protected under `edition`.
///
/// ```
/// use nailpunch_core::standard::{Edition, Location, protection};
/// let outlet = protection::Outlet {
///     kind: protection::OutletKind::Small,
///     location: Location::Bathroom,
///     purpose: None,
///     height: None,
///     to_water: None,
/// };
/// let asked = protection::gfci(Edition::Nec2023, &outlet);
/// assert_eq!(asked, protection::Asked::Since { year: 1975, doubt: None });
/// ```
pub fn gfci(edition: Edition, outlet: &Outlet) -> Asked {
    match edition.profile() {
        Profile::Nec => nec_gfci(outlet).under(edition),
        Profile::Cec => cec_gfci(outlet).under(edition),
    }
}

fn nec_gfci(outlet: &Outlet) -> Asked {
    let place = nec_gfci_place(outlet);
    // 210.8(D): these whatever the place.
    let appliance = match (outlet.purpose, outlet.kind) {
        (Some(Purpose::Dishwasher), _) => Some(2014),
        (Some(Purpose::Range | Purpose::Dryer | Purpose::Microwave), _) | (None, OutletKind::Large) => Some(2023),
        _ => None,
    };
    match (outlet.kind, place, appliance) {
        (OutletKind::Small, Asked::Since { year, .. }, Some(other)) if other < year => Asked::since(other),
        (OutletKind::Small, Asked::Since { .. }, _) => place,
        // 210.8(A): up to 250 V and 150 V to ground, of any rating, in the same places, since 2020.
        (OutletKind::Large, Asked::Since { year, .. }, _) => Asked::since(if year > 2020 { year } else { 2020 }),
        (_, _, Some(year)) => Asked::since(year),
        _ => place,
    }
}

/// 210.8(A) by the place.
fn nec_gfci_place(outlet: &Outlet) -> Asked {
    let dedicated = outlet.purpose.is_some_and(Purpose::is_dedicated);
    let near = outlet.to_water.map(|distance| distance <= NEAR_SINK);
    Asked::since(match outlet.location {
        Location::Bathroom => 1975,
        // Before 2008 not for what is out of reach or in a space of its own.
        Location::Garage | Location::Outbuilding => {
            if dedicated {
                2008
            } else {
                1978
            }
        }
        Location::UnfinishedBasement if outlet.purpose == Some(Purpose::Alarm) => {
            return Asked::No("an alarm in an unfinished basement is left out");
        }
        Location::UnfinishedBasement => {
            if dedicated {
                2008
            } else {
                1990
            }
        }
        Location::Outdoors | Location::OutdoorsCovered => {
            if outlet.height.is_some_and(|height| height > ABOVE_GRADE) {
                1996
            } else {
                1973
            }
        }
        Location::CrawlSpace => 1990,
        // Within 6 ft of the sink first, all counters since 1996.
        Location::KitchenCounter => match near {
            Some(true) => 1987,
            Some(false) => 1996,
            None => return Asked::Since { year: 1987, doubt: Some((1996, ASK_TO_WATER)) },
        },
        Location::WetBarSink => 1993,
        Location::UtilitySink => 2005,
        Location::NearSink => 2011,
        Location::Laundry => match near {
            Some(true) => 2005,
            _ => 2014,
        },
        Location::TubOrShower => 2014,
        Location::IndoorDamp | Location::FinishedBasement => 2020,
        Location::Kitchen => 2023,
        _ => return NOT_THE_PLACE,
    })
}

fn cec_gfci(outlet: &Outlet) -> Asked {
    if outlet.kind == OutletKind::Large {
        return Asked::No("it is asked of 15 and 20 A receptacles");
    }
    match outlet.location {
        location if location.is_outdoors() => match outlet.height {
            Some(height) if height > CEC_ABOVE_GRADE => Asked::No("it is more than 2.5 m above grade"),
            _ => Asked::since(1975),
        },
        Location::Bathroom | Location::TubOrShower => match outlet.to_water {
            Some(distance) if distance > NEAR_WATER => Asked::No("it is more than 1.5 m from sink, tub and shower"),
            _ => Asked::since(1975),
        },
        Location::KitchenCounter
        | Location::Kitchen
        | Location::WetBarSink
        | Location::UtilitySink
        | Location::Laundry
        | Location::NearSink => match outlet.to_water {
            Some(distance) if distance > NEAR_WATER => Asked::No("it is more than 1.5 m from the sink"),
            Some(_) => Asked::since(2009),
            None if matches!(outlet.location, Location::Kitchen | Location::Laundry) => NOT_THE_PLACE,
            None => Asked::Unsettled(ASK_TO_WATER),
        },
        _ => match outlet.to_water {
            Some(distance) if distance <= NEAR_WATER => Asked::since(2009),
            _ => NOT_THE_PLACE,
        },
    }
}

/// Whether an outlet of a dwelling is AFCI-protected under `edition`.
pub fn afci(edition: Edition, outlet: &Outlet) -> Asked {
    if outlet.kind == OutletKind::Large {
        return Asked::No("it is asked of 15 and 20 A circuits of 120 V");
    }
    match edition.profile() {
        Profile::Nec => nec_afci(outlet.location).under(edition),
        Profile::Cec => cec_afci(outlet).under(edition),
    }
}

fn nec_afci(location: Location) -> Asked {
    Asked::since(match location {
        Location::Bedroom => 2002,
        Location::LivingSpace | Location::Hallway | Location::FinishedBasement | Location::WetBarSink => 2008,
        Location::Kitchen | Location::KitchenCounter | Location::Laundry => 2014,
        Location::NearSink | Location::OtherDry => return Asked::Unsettled(ASK_ROOM),
        _ => return NOT_THE_PLACE,
    })
}

/// All receptacle circuits since 2015 but these; bedrooms before.
fn cec_afci(outlet: &Outlet) -> Asked {
    match (outlet.location, outlet.purpose) {
        (Location::Bathroom, _) => Asked::No("a bathroom receptacle is left out"),
        (Location::KitchenCounter, _) => Asked::No("a kitchen counter receptacle is left out"),
        (Location::Kitchen, Some(Purpose::Refrigerator)) => Asked::No("the receptacle of the refrigerator is left out"),
        (_, Some(Purpose::SumpPump)) => Asked::No("a labelled sump pump is left out"),
        (Location::Bedroom, _) => Asked::since(2002),
        _ => Asked::since(2015),
    }
}

/// Whether a 125 or 250 V, 15 or 20 A receptacle is tamper-resistant under `edition`.
pub fn tamper_resistant(edition: Edition, outlet: &Outlet) -> Asked {
    let canadian = edition.profile() == Profile::Cec;
    let reach = if canadian { CEC_OUT_OF_REACH } else { OUT_OF_REACH };
    if outlet.height.is_some_and(|height| height > reach) {
        return Asked::No("it is out of a child's reach");
    }
    if outlet.purpose.is_some_and(Purpose::is_dedicated) {
        return Asked::No("it is behind an appliance that is not easily moved");
    }
    if canadian {
        return Asked::since(2009).under(edition);
    }
    // The areas of 210.52 first; all of the dwelling since 2020.
    match outlet.location {
        Location::Attic | Location::CrawlSpace | Location::UtilityRoom => Asked::since(2020),
        _ => Asked::since(2008),
    }
    .under(edition)
}

/// Since when a device that is put in the place of another brings what is asked of new wiring.
///
/// # Source
/// NEC 406.4(D)(3) to (6), from memory, sure; (4) was in force in 2014. CEC 26-700, 26-704; check first.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Replacement {
    /// GFCI protection.
    Gfci,
    /// AFCI protection.
    Afci,
    /// Shutters, and contacts for the weather.
    Resistant,
}

impl Replacement {
    /// The year of the edition.
    pub const fn since(self, edition: Edition) -> u16 {
        match (edition.profile(), self) {
            (Profile::Nec, Self::Gfci) => 1993,
            (Profile::Nec, Self::Afci) => 2013,
            (Profile::Nec, Self::Resistant) => 2011,
            (Profile::Cec, Self::Gfci) => 2009,
            (Profile::Cec, Self::Afci | Self::Resistant) => 2015,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn at(location: Location) -> Outlet {
        Outlet { kind: OutletKind::Small, location, purpose: None, height: None, to_water: None }
    }

    fn year(asked: Asked) -> Option<u16> {
        match asked {
            Asked::Since { year, .. } => Some(year),
            _ => None,
        }
    }

    #[test]
    fn places_come_in_with_their_edition() {
        // NEC 210.8(A): laundry 2014, finished basements 2020, all kitchen receptacles 2023. From memory.
        for (location, before, after) in [
            (Location::NearSink, Edition::Nec2008, Edition::Nec2011),
            (Location::Laundry, Edition::Nec2011, Edition::Nec2014),
            (Location::TubOrShower, Edition::Nec2011, Edition::Nec2014),
            (Location::FinishedBasement, Edition::Nec2017, Edition::Nec2020),
            (Location::IndoorDamp, Edition::Nec2017, Edition::Nec2020),
            (Location::Kitchen, Edition::Nec2020, Edition::Nec2023),
        ] {
            assert_eq!(year(gfci(before, &at(location))), None, "{location:?}");
            assert_eq!(year(gfci(after, &at(location))), Some(after.year()), "{location:?}");
        }
        // NEC 210.12: finished basements, hallways, closets 2008; kitchens and laundries 2014; never bathrooms, garages,
        // outdoors. From memory.
        for (location, since) in
            [(Location::Hallway, 2008), (Location::FinishedBasement, 2008), (Location::Kitchen, 2014)]
        {
            assert_eq!(year(afci(Edition::Nec2023, &at(location))), Some(since), "{location:?}");
        }
        assert_eq!(year(afci(Edition::Nec2011, &at(Location::Kitchen))), None);
        for location in [Location::Bathroom, Location::Garage, Location::Outdoors] {
            assert_eq!(year(afci(Edition::Nec2023, &at(location))), None);
        }
        assert!(matches!(afci(Edition::Nec2023, &at(Location::OtherDry)), Asked::Unsettled(_)));
    }

    #[test]
    fn what_was_left_out_until_2008_and_1996() {
        // NEC 210.8(A)(2), (3), (5), (6) and their exceptions, from memory; years may be off.
        let gfci = |outlet: Outlet| gfci(Edition::Nec2023, &outlet);
        let opener = Outlet { purpose: Some(Purpose::DoorOpener), ..at(Location::Garage) };
        assert_eq!((year(gfci(opener)), year(gfci(at(Location::Garage)))), (Some(2008), Some(1978)));
        let freezer = Outlet { purpose: Some(Purpose::DedicatedAppliance), ..at(Location::UnfinishedBasement) };
        assert_eq!(year(gfci(freezer)), Some(2008));
        let high = Outlet { height: Some(Length::inches(96)), ..at(Location::Outdoors) };
        assert_eq!(year(gfci(high)), Some(1996));
        let counter = |to_water| gfci(Outlet { to_water, ..at(Location::KitchenCounter) });
        assert_eq!(year(counter(Some(Length::inches(72)))), Some(1987));
        assert_eq!(year(counter(Some(Length::inches(73)))), Some(1996));
        assert!(matches!(counter(None), Asked::Since { year: 1987, doubt: Some((1996, _)) }));
    }

    #[test]
    fn larger_receptacles_and_appliances_came_late() {
        // NEC 210.8(A) and (D), 2014, 2020, 2023, from memory, sure.
        let large = |location, edition| {
            year(gfci(edition, &Outlet { kind: OutletKind::Large, purpose: Some(Purpose::Dryer), ..at(location) }))
        };
        assert_eq!(large(Location::Laundry, Edition::Nec2017), None);
        assert_eq!(large(Location::Laundry, Edition::Nec2020), Some(2020));
        assert_eq!(large(Location::UtilityRoom, Edition::Nec2020), None);
        assert_eq!(large(Location::UtilityRoom, Edition::Nec2023), Some(2023));
        let dishwasher = Outlet { purpose: Some(Purpose::Dishwasher), ..at(Location::Kitchen) };
        assert_eq!(year(gfci(Edition::Nec2017, &dishwasher)), Some(2014));
    }

    #[test]
    fn the_canadian_places_are_others() {
        // CEC 26-704, 26-658, from memory; may be off.
        let edition = Edition::Cec2021;
        let near = |location, mm| gfci(edition, &Outlet { to_water: Some(Length::mm(mm)), ..at(location) });
        assert_eq!(year(near(Location::KitchenCounter, 1_500)), Some(2009));
        assert_eq!(year(near(Location::KitchenCounter, 1_501)), None);
        assert!(matches!(gfci(edition, &at(Location::KitchenCounter)), Asked::Unsettled(_)));
        let high = Outlet { height: Some(Length::mm(2_600)), ..at(Location::Outdoors) };
        assert_eq!((year(gfci(edition, &high)), year(gfci(edition, &at(Location::Outdoors)))), (None, Some(1975)));
        for location in [Location::Laundry, Location::Garage, Location::UnfinishedBasement, Location::Outdoors] {
            assert_eq!(year(afci(edition, &at(location))), Some(2015), "{location:?}");
        }
        for location in [Location::Bathroom, Location::KitchenCounter] {
            assert_eq!(year(afci(edition, &at(location))), None, "{location:?}");
        }
    }

    #[test]
    fn shutters_are_for_what_a_child_reaches() {
        // NEC 406.12 and its exceptions; CEC 26-706, 2 m. From memory.
        let tr = |outlet: &Outlet| year(tamper_resistant(Edition::Nec2023, outlet));
        assert_eq!(tr(&at(Location::Bedroom)), Some(2008));
        assert_eq!(tr(&at(Location::Attic)), Some(2020));
        assert_eq!(tr(&Outlet { height: Some(Length::inches(67)), ..at(Location::Bedroom) }), None);
        assert_eq!(tr(&Outlet { purpose: Some(Purpose::Refrigerator), ..at(Location::Kitchen) }), None);
        let canadian = |mm| {
            let outlet = Outlet { height: Some(Length::mm(mm)), ..at(Location::Bedroom) };
            year(tamper_resistant(Edition::Cec2021, &outlet))
        };
        assert_eq!((canadian(2_000), canadian(2_001)), (Some(2009), None));
    }
}
