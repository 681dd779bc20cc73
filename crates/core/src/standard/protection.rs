//! Where the codes ask for GFCI and AFCI protection and for tamper-resistant receptacles, and since when.
//!
//! # Source
//! NEC 210.8(A), 210.12, 406.12 and their editions; CEC 26-704, 26-658, 26-706. From memory; years before 2008 may be
//! off.

use super::place::Location;
use super::{Edition, Profile};

/// The year since which 125 V, 15 and 20 A receptacles at a place are GFCI-protected, under `edition`; `None` where it
/// asks for none.
pub const fn gfci_since(edition: Edition, location: Location) -> Option<u16> {
    let since = match edition.profile() {
        Profile::Nec => match location {
            Location::Outdoors => 1973,
            Location::Bathroom => 1975,
            Location::Garage => 1978,
            Location::KitchenCounter => 1987,
            Location::CrawlSpace | Location::UnfinishedBasement => 1990,
            Location::NearSink => 2011,
            Location::Laundry => 2014,
            Location::FinishedBasement => 2020,
            Location::Kitchen => 2023,
            _ => return None,
        },
        // Within 1.5 m of a sink, tub or shower; outdoors within 2.5 m of grade.
        Profile::Cec => match location {
            Location::Outdoors | Location::Bathroom => 1990,
            Location::KitchenCounter | Location::NearSink => 2009,
            _ => return None,
        },
    };
    if edition.year() >= since { Some(since) } else { None }
}

/// The year since which 120 V, 15 and 20 A outlets at a place are AFCI-protected, under `edition`.
pub const fn afci_since(edition: Edition, location: Location) -> Option<u16> {
    let since = match edition.profile() {
        Profile::Nec => match location {
            Location::Bedroom => 2002,
            Location::LivingSpace => 2008,
            Location::Kitchen | Location::KitchenCounter | Location::Laundry => 2014,
            _ => return None,
        },
        Profile::Cec => match location {
            Location::Bedroom => 2002,
            Location::LivingSpace | Location::FinishedBasement => 2015,
            _ => return None,
        },
    };
    if edition.year() >= since { Some(since) } else { None }
}

/// The year since which receptacles in dwellings are tamper-resistant.
pub const fn tamper_resistant_since(edition: Edition) -> u16 {
    match edition.profile() {
        Profile::Nec => 2008,
        Profile::Cec => 2009,
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn places_come_in_with_their_edition() {
        // NEC 210.8(A): laundry 2014, finished basements 2020, all kitchen receptacles 2023. From memory.
        for (location, before, after) in [
            (Location::Laundry, Edition::Nec2011, Edition::Nec2014),
            (Location::FinishedBasement, Edition::Nec2017, Edition::Nec2020),
            (Location::Kitchen, Edition::Nec2020, Edition::Nec2023),
        ] {
            assert_eq!(gfci_since(before, location), None, "{location:?}");
            assert_eq!(gfci_since(after, location), Some(after.year()), "{location:?}");
        }
        // NEC 210.12: kitchens and laundries 2014; never bathrooms, garages, outdoors. From memory.
        assert_eq!(afci_since(Edition::Nec2011, Location::Kitchen), None);
        assert_eq!(afci_since(Edition::Nec2014, Location::Kitchen), Some(2014));
        for location in [Location::Bathroom, Location::Garage, Location::Outdoors] {
            assert_eq!(afci_since(Edition::Nec2023, location), None);
        }
    }
}
