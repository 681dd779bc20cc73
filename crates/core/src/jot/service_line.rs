//! The lines of a panel's place and of its service. Documented in docs/jot.md.
//!
//! ```text
//! place   = "place" { room | ( "width" | "depth" | "headroom" | "handle" ) length }
//! service = "service" { "overhead" | "underground" | "put" year | "handles" number | "roof" pitch [ length ] | gas | "gasby" gauge
//!         | ( "grade" | "drive" | "street" | "window" | "inside" | "clamp" | "rods" ) length | word }
//! ```

use super::line_words::Words;
use super::panel_request::PanelLineError;
use crate::facts::{GasPipe, PanelPlace, PanelRoom, RoofUnder, Service, ServiceEntry};
use crate::quantity::{Gauge, Length};

/// The word that begins the line of the place.
pub(super) const PLACE: &str = "place";
/// The word that begins the line of the service.
pub(super) const SERVICE: &str = "service";

const ROOMS: [(&str, PanelRoom); 7] = [
    ("utility", PanelRoom::Utility),
    ("garage", PanelRoom::Garage),
    ("outdoors", PanelRoom::Outdoors),
    ("livedin", PanelRoom::LivedIn),
    ("closet", PanelRoom::ClothesCloset),
    ("bathroom", PanelRoom::Bathroom),
    ("steps", PanelRoom::OverSteps),
];

const ENTRIES: [(&str, ServiceEntry); 2] =
    [("overhead", ServiceEntry::Overhead), ("underground", ServiceEntry::Underground)];

const ROOFS: [(&str, RoofUnder); 3] =
    [("flat", RoofUnder::Flat), ("steep", RoofUnder::Steep), ("overhang", RoofUnder::Overhang)];

const GASES: [(&str, GasPipe); 3] =
    [("nogas", GasPipe::None), ("gaspipe", GasPipe::Rigid), ("gastubing", GasPipe::Corrugated)];

/// A length by the word before it, what it is, and its fact.
type Taped<Facts> = (&'static str, &'static str, fn(&mut Facts) -> &mut Option<Length>);

const PLACE_LENGTHS: [Taped<PanelPlace>; 4] = [
    ("width", "clear width", |place| &mut place.width),
    ("depth", "clear depth", |place| &mut place.depth),
    ("headroom", "headroom", |place| &mut place.headroom),
    ("handle", "highest handle", |place| &mut place.highest_handle),
];

const SERVICE_LENGTHS: [Taped<Service>; 7] = [
    ("grade", "over grade", |service| &mut service.over_walk),
    ("drive", "over a drive", |service| &mut service.over_drive),
    ("street", "over a street", |service| &mut service.over_street),
    ("window", "from a window", |service| &mut service.to_window),
    ("inside", "inside before its disconnect", |service| &mut service.inside),
    ("clamp", "water clamp from the entry", |service| &mut service.water_clamp),
    ("rods", "between two rods", |service| &mut service.rods_apart),
];

/// What is so or not: its word, the word for not, what it is, its fact.
type Answer = (&'static str, &'static str, &'static str, fn(&mut Service) -> &mut Option<bool>);

const ANSWERS: [Answer; 10] = [
    ("marked", "unmarked", "disconnect marked", |service| &mut service.marked),
    ("emergency", "noemergency", "emergency disconnect outdoors", |service| &mut service.emergency),
    ("surge", "nosurge", "surge protection", |service| &mut service.surge),
    ("othersystems", "noothersystems", "terminal for other systems", |service| &mut service.intersystem),
    ("waterpipe", "nowaterpipe", "water pipe of metal", |service| &mut service.metal_water_pipe),
    ("waterbonded", "waterunbonded", "water pipe bonded", |service| &mut service.water_bonded),
    ("jumper", "nojumper", "jumper round the meter", |service| &mut service.water_jumper),
    ("gasbonded", "gasunbonded", "gas pipe bonded", |service| &mut service.gas_bonded),
    ("generator", "nogenerator", "a generator can feed it", |service| &mut service.generator),
    ("interlock", "nointerlock", "transfer switch or interlock", |service| &mut service.interlock),
];

fn of_table<Value: Copy>(table: &[(&str, Value)], word: &str) -> Option<Value> {
    table.iter().find(|(known, _)| *known == word).map(|(_, value)| *value)
}

/// Takes a word with the length behind it where it names one; what was taken, in words.
fn taped<Facts>(
    table: &[Taped<Facts>],
    word: &str,
    words: &mut Words,
    facts: &mut Facts,
) -> Result<Option<String>, PanelLineError> {
    let Some((_, says, fact)) = table.iter().find(|(known, ..)| *known == word) else { return Ok(None) };
    let length = words.length(word)?;
    *fact(facts) = Some(length);
    Ok(Some(format!("{says} {}", length.say_run(words.units))))
}

/// Reads what stands behind "place"; what was taken, in words.
///
/// # Errors
/// What is not understood; nothing is taken then.
pub(super) fn read_place(place: &mut PanelPlace, words: &mut Words) -> Result<String, PanelLineError> {
    let mut said = Vec::new();
    while let Some(word) = words.next() {
        let word = word.to_lowercase();
        if let Some(room) = of_table(&ROOMS, &word) {
            place.room = Some(room);
            said.push(room.name().to_owned());
        } else {
            said.push(taped(&PLACE_LENGTHS, &word, words, place)?.ok_or(PanelLineError::NotOfPlace(word))?);
        }
    }
    if said.is_empty() {
        Err(PanelLineError::NothingSaid(PLACE))
    } else {
        Ok(format!("its place: {}", said.join(", ")))
    }
}

/// Reads what stands behind "service"; what was taken, in words.
///
/// # Errors
/// What is not understood; nothing is taken then.
pub(super) fn read_service(service: &mut Service, words: &mut Words) -> Result<String, PanelLineError> {
    let mut said = Vec::new();
    while let Some(word) = words.next() {
        let word = word.to_lowercase();
        said.push(match taped(&SERVICE_LENGTHS, &word, words, service)? {
            Some(says) => says,
            None => take_word(service, &word, words)?,
        });
    }
    if said.is_empty() {
        return Err(PanelLineError::NothingSaid(SERVICE));
    }
    Ok(format!("the service: {}", said.join(", ")))
}

fn take_word(service: &mut Service, word: &str, words: &mut Words) -> Result<String, PanelLineError> {
    if let Some((yes, _, says, fact)) = ANSWERS.iter().find(|(yes, no, ..)| *yes == word || *no == word) {
        let is = *yes == word;
        *fact(service) = Some(is);
        return Ok(format!("{says}: {}", if is { "yes" } else { "no" }));
    }
    if let Some(entry) = of_table(&ENTRIES, word) {
        service.entry = Some(entry);
        return Ok(entry.name().to_owned());
    }
    if let Some(gas) = of_table(&GASES, word) {
        service.gas = Some(gas);
        return Ok(format!("gas pipe: {}", gas.name()));
    }
    let none = || PanelLineError::NoFigure(word.to_owned());
    match word {
        "roof" => {
            let pitch = words.next().unwrap_or_default().to_lowercase();
            let roof = of_table(&ROOFS, &pitch).ok_or(PanelLineError::NoPitch(pitch))?;
            service.roof = Some(roof);
            let mut says = format!("over a roof {}", roof.name());
            if words.is_length() {
                let height = words.length(word)?;
                service.over_roof = Some(height);
                says = format!("{says}, {} over it", height.say_run(words.units));
            }
            Ok(says)
        }
        "put" => {
            let year = words.next().and_then(|year| year.parse().ok()).ok_or_else(none)?;
            service.replaced = Some(year);
            Ok(format!("put in anew {year}"))
        }
        "handles" => {
            let handles = words.next().and_then(|count| count.parse().ok()).ok_or_else(none)?;
            service.handles = Some(handles);
            Ok(format!("{handles} handles take it off"))
        }
        "gasby" => {
            let size = words.next().unwrap_or_default().trim_start_matches('#').to_lowercase();
            let gauge = Gauge::ALL.into_iter().find(|gauge| gauge.size() == size);
            let gauge = gauge.ok_or_else(|| PanelLineError::NoGauge(format!("#{size}")))?;
            service.gas_bond = Some(gauge);
            Ok(format!("gas pipe bonded by {gauge}"))
        }
        _ => Err(PanelLineError::NotOfService(word.to_owned())),
    }
}

#[cfg(test)]
mod tests {
    use std::collections::BTreeSet;

    use super::*;
    use crate::quantity::UnitSystem;

    fn service(line: &str) -> Result<Service, PanelLineError> {
        let mut service = Service::default();
        let mut words = Words { words: line.split_whitespace().collect(), at: 0, units: UnitSystem::Inch };
        read_service(&mut service, &mut words).map(|_| service)
    }

    fn place(line: &str) -> Result<PanelPlace, PanelLineError> {
        let mut place = PanelPlace::default();
        let mut words = Words { words: line.split_whitespace().collect(), at: 0, units: UnitSystem::Inch };
        read_place(&mut place, &mut words).map(|_| place)
    }

    #[test]
    fn what_one_sees_of_a_service_goes_in_a_line() {
        let seen =
            service("overhead grade 11' drive 12' 6\" roof flat 7'6 put 1998 handles 1 unmarked gastubing gasby 6");
        let expected = Service {
            entry: Some(ServiceEntry::Overhead),
            over_walk: Some(Length::inches(132)),
            over_drive: Some(Length::inches(150)),
            roof: Some(RoofUnder::Flat),
            over_roof: Some(Length::inches(90)),
            replaced: Some(1998),
            handles: Some(1),
            marked: Some(false),
            gas: Some(GasPipe::Corrugated),
            gas_bond: Some(Gauge::Awg6),
            ..Service::default()
        };
        assert_eq!(seen, Ok(expected));
        let space = place("garage depth 34 width 30 1/2 headroom 6'8 handle 67");
        let expected = PanelPlace {
            room: Some(PanelRoom::Garage),
            depth: Some(Length::inches(34)),
            width: Some(Length::sixteenths(488)),
            headroom: Some(Length::inches(80)),
            highest_handle: Some(Length::inches(67)),
        };
        assert_eq!(space, Ok(expected));
    }

    #[test]
    fn every_fact_of_service_and_place_has_its_word() {
        let line = "overhead put 2001 roof steep 4' grade 12' drive 13' street 19' window 4' inside 3' handles 2 marked emergency \
                    surge othersystems waterpipe waterbonded clamp 3' jumper gaspipe gasbonded gasby 6 rods 7' generator interlock";
        let all = serde_json::to_value(service(line).expect("all of it is understood")).expect("facts are JSON");
        let left_out: Vec<_> = all.as_object().into_iter().flatten().filter(|(_, value)| value.is_null()).collect();
        assert!(left_out.is_empty(), "{left_out:?}");
        let rooms: BTreeSet<&str> = ROOMS.iter().map(|(_, room)| room.name()).collect();
        assert_eq!(rooms.len(), PanelRoom::ALL.len());
        let all = serde_json::to_value(place("closet width 3' depth 3' headroom 7' handle 6'").expect("understood"));
        let all = all.expect("facts are JSON");
        assert!(all.as_object().into_iter().flatten().all(|(_, value)| !value.is_null()), "{all}");
    }

    #[test]
    fn what_is_not_understood_is_named() {
        assert_eq!(service("overhead grad 11'"), Err(PanelLineError::NotOfService("grad".to_owned())));
        assert_eq!(service("roof mansard 7'"), Err(PanelLineError::NoPitch("mansard".to_owned())));
        assert_eq!(service("put lately"), Err(PanelLineError::NoFigure("put".to_owned())));
        assert_eq!(service("gasby 13"), Err(PanelLineError::NoGauge("#13".to_owned())));
        assert_eq!(service(""), Err(PanelLineError::NothingSaid(SERVICE)));
        assert_eq!(place("cellar"), Err(PanelLineError::NotOfPlace("cellar".to_owned())));
        assert!(matches!(service("grade high"), Err(PanelLineError::Length(_))));
    }
}
