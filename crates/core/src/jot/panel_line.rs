//! The line typed at a panel: one line, one breaker, one terminal of a bar, its place or its service. Documented in docs/jot.md.
//!
//! ```text
//! line = space [ "a" | "b" | "/" space ] { amperes | "#" gauge [ "al" ] | word } directory
//!      | ( "n" | "g" ) terminal { "#" gauge [ "al" ] | colour | "of" breaker } | place | service
//! ```

use super::line_words::Words;
use super::panel_request::{PanelLine, PanelLineError};
use super::service_line::{PLACE, SERVICE, read_place, read_service};
use crate::facts::{
    Bar, BarKind, Breaker, BreakerKind, BreakerProtection, Colour, LandedConductor, Panel, Role, free_number,
};
use crate::quantity::{Gauge, UnitSystem};
use crate::standard::Material;

/// Reads a line on to a panel; lengths without a unit are in `units`.
///
/// # Errors
/// [`PanelLineError`] when something of it is not understood; nothing of it is taken then.
pub fn read_panel_line(line: &str, panel: &Panel, units: UnitSystem) -> Result<PanelLine, PanelLineError> {
    if line.chars().count() > 200 {
        return Err(PanelLineError::TooLong);
    }
    let mut words = line.split_whitespace();
    let place = words.next().ok_or(PanelLineError::Empty)?;
    let words: Vec<&str> = words.collect();
    let is_place = place.eq_ignore_ascii_case(PLACE);
    if is_place || place.eq_ignore_ascii_case(SERVICE) {
        let (mut panel, mut words) = (panel.clone(), Words { words, at: 0, units });
        let says = if is_place {
            read_place(&mut panel.place, &mut words)?
        } else {
            read_service(&mut panel.service, &mut words)?
        };
        return Ok(PanelLine { panel, breaker: None, says });
    }
    match place.split_at_checked(1) {
        Some((kind @ ("n" | "g" | "N" | "G"), number)) if number.parse::<u8>().is_ok_and(|number| number > 0) => {
            let role = if kind.eq_ignore_ascii_case("n") { Role::Grounded } else { Role::EquipmentGrounding };
            land_on_bar(panel, role, number.parse().unwrap_or(1), &words)
        }
        _ => put_breaker(panel, place, &words),
    }
}

fn put_breaker(panel: &Panel, place: &str, words: &[&str]) -> Result<PanelLine, PanelLineError> {
    let no_place = || PanelLineError::NoPlace(place.to_owned());
    let number = |text: &str| text.parse::<u8>().ok().filter(|space| (1..=panel.spaces).contains(space));
    let lower = place.to_lowercase();
    let (space, kind) = if let Some((upper, below)) = lower.split_once('/') {
        let (upper, below) = (number(upper).ok_or_else(no_place)?, number(below).ok_or_else(no_place)?);
        if below != upper.saturating_add(2) {
            return Err(PanelLineError::NotBelow(upper, below, upper.saturating_add(2)));
        }
        (upper, BreakerKind::TwoPole)
    } else if let Some(space) = lower.strip_suffix('a') {
        (number(space).ok_or_else(no_place)?, BreakerKind::TandemUpper)
    } else if let Some(space) = lower.strip_suffix('b') {
        (number(space).ok_or_else(no_place)?, BreakerKind::TandemLower)
    } else {
        (number(&lower).ok_or_else(no_place)?, BreakerKind::Single)
    };
    let mut panel = panel.clone();
    let is_here = |known: &Breaker| known.space == space && known.kind == kind;
    let id = match panel.breakers.iter().find(|known| is_here(known)) {
        Some(known) => known.id,
        None => free_number(panel.breakers.iter().map(|known| known.id)),
    };
    let mut breaker = panel.breaker(id).cloned().unwrap_or_else(|| Breaker { kind, ..Breaker::new(id, space) });
    let mut directory: Vec<&str> = Vec::new();
    let mut landed: Vec<LandedConductor> = Vec::new();
    for word in words {
        if directory.is_empty() && take_word(&mut breaker, word) {
            continue;
        }
        if let Some(conductor) = conductor(word, Role::Ungrounded)? {
            // One gauge for a two-pole breaker is that of both poles.
            let poles = if kind == BreakerKind::TwoPole { 2 } else { 1 };
            landed.extend((1..=poles).map(|terminal| LandedConductor { terminal, ..conductor }));
            continue;
        }
        directory.push(word);
    }
    if !landed.is_empty() {
        breaker.conductors = landed;
    }
    if !directory.is_empty() {
        breaker.directory = directory.join(" ");
    }
    let says = describe(&breaker);
    panel.breakers.retain(|known| known.id != id);
    panel.breakers.push(breaker);
    panel.breakers.sort_by_key(|known| (known.space, known.id));
    Ok(PanelLine { panel, breaker: Some(id), says })
}

/// Takes a word that says something of a breaker; whether it does.
fn take_word(breaker: &mut Breaker, word: &str) -> bool {
    let lower = word.to_lowercase();
    match lower.as_str() {
        "gfci" => breaker.protection = BreakerProtection::Gfci,
        "afci" => breaker.protection = BreakerProtection::Afci,
        "dual" => breaker.protection = BreakerProtection::DualFunction,
        "motor" => breaker.motor = true,
        "never" => breaker.never = true,
        "firm" => breaker.firm = Some(true),
        "loose" => breaker.firm = Some(false),
        "listed" => breaker.listed = Some(true),
        "unlisted" => breaker.listed = Some(false),
        "tied" => breaker.tied = Some(true),
        "backfed" => breaker.back_fed = true,
        "75c" => breaker.warm = true,
        _ => {
            let figure = |unit: &str| lower.strip_suffix(unit).and_then(|text| text.parse::<u32>().ok());
            let plain = lower.parse::<u16>().ok().or_else(|| figure("a").and_then(|a| u16::try_from(a).ok()));
            if let Some(load) = figure("va") {
                breaker.load = Some(load);
            } else if let Some(minutes) = figure("min").and_then(|minutes| u16::try_from(minutes).ok()) {
                breaker.essential_minutes = Some(minutes);
            } else if let Some(amperes) = plain {
                breaker.amperes = Some(amperes);
            } else {
                return false;
            }
        }
    }
    true
}

fn conductor(word: &str, role: Role) -> Result<Option<LandedConductor>, PanelLineError> {
    let Some(size) = word.strip_prefix('#') else { return Ok(None) };
    let lower = size.to_lowercase();
    let (size, material) = match lower.strip_suffix("al") {
        Some(size) => (size, Material::Aluminium),
        None => (lower.as_str(), Material::Copper),
    };
    let gauge = Gauge::ALL.into_iter().find(|gauge| gauge.size() == size);
    let gauge = gauge.ok_or_else(|| PanelLineError::NoGauge(word.to_owned()))?;
    Ok(Some(LandedConductor { material, ..LandedConductor::new(1, gauge, role) }))
}

fn describe(breaker: &Breaker) -> String {
    let mut says = vec![format!("breaker {}", breaker.name())];
    says.extend(breaker.amperes.map(|amperes| format!("{amperes} A")));
    says.extend(breaker.conductors.first().map(LandedConductor::label));
    says.extend(Some(breaker.protection.name()).filter(|name| !name.is_empty()).map(str::to_owned));
    says.extend(
        Some(&breaker.directory).filter(|says| !says.is_empty()).map(|says| format!("the directory says \"{says}\"")),
    );
    says.join(", ")
}

/// Puts conductors under a terminal of the bar for neutrals or grounds, in the place of what was there. A panel without
/// such a bar gets one.
fn land_on_bar(panel: &Panel, role: Role, terminal: u8, words: &[&str]) -> Result<PanelLine, PanelLineError> {
    let mut panel = panel.clone();
    let mut landed: Vec<LandedConductor> = Vec::new();
    let mut words = words.iter();
    while let Some(word) = words.next() {
        if let Some(conductor) = conductor(word, role)? {
            landed.push(LandedConductor { terminal, ..conductor });
            continue;
        }
        let last = landed.last_mut().ok_or_else(|| PanelLineError::NotOfBar((*word).to_owned()))?;
        if word.eq_ignore_ascii_case("of") {
            let name = words.next().copied().unwrap_or_default();
            let breaker = panel.breaker_named(name).ok_or_else(|| PanelLineError::NoBreaker(name.to_owned()))?;
            last.breaker = Some(breaker.id);
        } else if word.eq_ignore_ascii_case("marked") {
            last.remarked = Some(true);
        } else {
            let colour = Colour::ALL.into_iter().find(|colour| colour.name().eq_ignore_ascii_case(word));
            last.colour = Some(colour.ok_or_else(|| PanelLineError::NotOfBar((*word).to_owned()))?);
        }
    }
    if landed.is_empty() {
        return Err(PanelLineError::NothingLanded);
    }
    let own = if role == Role::Grounded { BarKind::Neutral } else { BarKind::Ground };
    let place = [own, BarKind::Both].into_iter().find_map(|kind| panel.bars.iter().position(|bar| bar.kind == kind));
    let place = place.unwrap_or_else(|| {
        let id = free_number(panel.bars.iter().map(|bar| bar.id));
        panel.bars.push(Bar { id, kind: own, bonded: None, grounds_per_terminal: None, conductors: Vec::new() });
        panel.bars.len() - 1
    });
    let bar = &mut panel.bars[place];
    let labels: Vec<String> = landed.iter().map(LandedConductor::label).collect();
    let says = format!("bar {}, terminal {terminal}: {} {}", bar.id, role.name(), labels.join(" and "));
    bar.conductors.retain(|known| !(known.terminal == terminal && known.role == role));
    bar.conductors.extend(landed);
    bar.conductors.sort_by_key(|known| known.terminal);
    Ok(PanelLine { panel, breaker: None, says })
}

#[cfg(test)]
mod tests {
    #![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

    use proptest::prelude::*;
    use uuid::Uuid;

    use super::*;
    use crate::facts::{PanelId, Pointer};

    fn panel() -> Panel {
        Panel::new(PanelId(Uuid::nil()), "main", 12)
    }

    fn typed(lines: &[&str]) -> Panel {
        lines
            .iter()
            .fold(panel(), |panel, line| read_panel_line(line, &panel, UnitSystem::Inch).expect("a good line").panel)
    }

    #[test]
    fn a_panel_is_typed_down_line_by_line() {
        let panel =
            typed(&["1 20 #12 afci kitchen counter", "5/7 30 #10 dryer", "9a 15 #14 hall", "9b 15 spare", "1 1500va"]);
        let kitchen = panel.breaker(1).expect("typed");
        assert_eq!((kitchen.amperes, kitchen.protection), (Some(20), BreakerProtection::Afci));
        assert_eq!((kitchen.directory.as_str(), kitchen.load), ("kitchen counter", Some(1_500)));
        let dryer = panel.breaker_named("5/7").expect("typed");
        let poles: Vec<u8> = dryer.conductors.iter().map(|conductor| conductor.terminal).collect();
        assert_eq!((dryer.kind, poles), (BreakerKind::TwoPole, vec![1, 2]));
        assert!(panel.breaker_named("9a").is_some() && panel.breaker_named("9B").is_some());
        assert_eq!(panel.problems(&Pointer::root()), []);
    }

    #[test]
    fn figures_within_the_directory_stay_words() {
        let panel = typed(&["3 15 bedroom 2 north"]);
        assert_eq!((panel.breakers[0].amperes, panel.breakers[0].directory.as_str()), (Some(15), "bedroom 2 north"));
    }

    #[test]
    fn a_terminal_takes_what_is_under_it() {
        let panel = typed(&["1 20 #12 counter", "n3 #12 white of 1 #14 white", "g1 #12 bare", "n3 #12 white"]);
        assert_eq!(panel.bars.len(), 2);
        assert_eq!(panel.bars[0].conductors.len(), 1, "the second line stands in the place of the first");
        assert_eq!(panel.bars[0].conductors[0].colour, Some(Colour::White));
    }

    #[test]
    fn what_cannot_be_is_refused_with_what_to_do() {
        let said = |line: &str| read_panel_line(line, &panel(), UnitSystem::Inch).expect_err("refused");
        assert_eq!(said(""), PanelLineError::Empty);
        assert_eq!(said("13 15 hall"), PanelLineError::NoPlace("13".to_owned()));
        assert_eq!(said("5/6 30"), PanelLineError::NotBelow(5, 6, 7));
        assert_eq!(said("5 15 #13"), PanelLineError::NoGauge("#13".to_owned()));
        assert_eq!(said("n3"), PanelLineError::NothingLanded);
        assert_eq!(said("n3 #12 of 4"), PanelLineError::NoBreaker("4".to_owned()));
        assert_eq!(said("n3 #12 mauve"), PanelLineError::NotOfBar("mauve".to_owned()));
    }

    proptest! {
        #[test]
        fn any_line_is_read_or_refused(line in "\\PC{0,60}") {
            let _ = read_panel_line(&line, &panel(), UnitSystem::Metric);
        }
    }
}
