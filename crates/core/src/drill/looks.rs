//! The looks at a box and at a panel.

use super::look::Look;
use crate::facts::{
    BoxContents, Breaker, Cable, Colour, Conductor, Construction, Device, LandedConductor, ObservationGroup, Panel,
    PanelObservation, ServiceEntry, Splice,
};
use crate::quantity::{Length, UnitSystem, capitalised};

fn joined(parts: impl IntoIterator<Item = Option<String>>) -> String {
    parts.into_iter().flatten().collect::<Vec<_>>().join(", ")
}

/// What one sees and measures of a box, in the order in which one looks.
pub(super) fn of_box(contents: &BoxContents, units: UnitSystem) -> Vec<Look> {
    let of = |length: Option<Length>| length.map(|length| length.figure(units).text);
    let seen = |group: ObservationGroup| {
        let lines = contents.observed.iter().filter(move |seen| seen.what.group() == group);
        lines.map(|seen| if seen.fault { seen.what.fault() } else { seen.what.sound() })
    };
    let yes_no =
        |what: &str, known: Option<bool>| known.map(|known| format!("{what} {}", if known { "yes" } else { "no" }));
    let supply = contents.supply;
    let surroundings = [
        contents.location.map(|location| capitalised(location.name())),
        supply.amperes.map(|amperes| format!("Breaker of {amperes} A")),
        yes_no("GFCI-protected before it:", supply.gfci),
        yes_no("AFCI-protected:", supply.afci),
        of(contents.stand.height).map(|height| format!("Its middle is {height} above the floor")),
    ];
    let stand = [
        contents.wall_finish.map(|finish| format!("In {}", finish.name())),
        of(contents.stand.set_back).map(|by| format!("Set back {by} from the finished surface")),
        of(contents.stand.gap).map(|gap| format!("Widest gap round it {gap}")),
        contents.construction.map(|made| {
            let metal = made == Construction::Metal;
            format!("A {} {}", if metal { "metal" } else { "nonmetallic" }, contents.kind.name())
        }),
        of(contents.depth).map(|depth| format!("{depth} deep")),
        contents.marked_volume.map(|volume| format!("Marked {}", volume.print(units))),
        contents.bond.map(|bond| format!("Bonded by: {}", bond.name())),
        contents.stand.held_by.map(|held| format!("Held by {}", held.name())),
        yes_no("Clamps inside it:", contents.fittings.internal_clamps),
    ];
    let pulled = [of(contents.bare_copper).map(|copper| format!("Most bare copper beyond a terminal {copper}"))];
    let group = |group: ObservationGroup, more: Vec<String>| {
        Look::new(group.name(), more.into_iter().chain(seen(group).map(capitalised)))
    };
    let devices = contents.devices.iter().map(|device| device_line(device, units));
    let cables = contents.cables.iter().map(|cable| cable_line(cable, units));
    let conductors = contents.conductors.iter().map(|conductor| conductor_line(contents, conductor, units));
    let landed = contents.landings.iter().filter_map(|landing| {
        let conductor = contents.conductors.iter().find(|known| known.id == landing.conductor)?;
        Some(format!("{}: {}", capitalised(landing.terminal.name()), named(contents, conductor)))
    });
    let splices = contents.splices.iter().map(|splice| splice_line(contents, splice));
    let plate = contents.plate.map(|plate| format!("Plate of {}", plate.name()));
    let mut looks = vec![
        Look::new("Where it is", surroundings.into_iter().flatten()),
        group(ObservationGroup::Outside, devices.chain(plate).collect()),
        group(ObservationGroup::Box, stand.into_iter().flatten().collect()),
        Look::new("Cables", cables),
        Look::new("Conductors", conductors),
        Look::new("Terminals", landed),
        Look::new("Splices", splices),
        group(ObservationGroup::Conductors, pulled.into_iter().flatten().collect()),
        group(ObservationGroup::Grounds, Vec::new()),
    ];
    looks.retain(|look| !look.lines.is_empty());
    looks
}

fn device_line(device: &Device, units: UnitSystem) -> String {
    let marked = |what: &str, known: Option<bool>| {
        known.map(|known| format!("{}marked {what}", if known { "" } else { "not " }))
    };
    let tamper = device.tamper_resistant.filter(|_| device.kind.is_receptacle());
    capitalised(&joined([
        Some(device.kind.name().to_owned()),
        device.amperes.map(|amperes| format!("{amperes} A")),
        marked("tamper-resistant", tamper),
        marked("weather-resistant", device.weather_resistant),
        device.seat.map(|seat| format!("yoke {}", seat.name())),
        device.behind.map(|behind| format!("reaches {} behind its yoke", behind.figure(units).text)),
    ]))
}

fn cable_line(cable: &Cable, units: UnitSystem) -> String {
    let of =
        |length: Option<Length>, words: &str| length.map(|length| format!("{} {words}", length.figure(units).text));
    capitalised(&joined([
        Some(cable.name()),
        Some(cable.method.name().to_owned()),
        cable.goes.map(|goes| goes.name().to_owned()),
        cable.clamped.map(|clamped| if clamped { "held by a clamp" } else { "not clamped" }.to_owned()),
        of(cable.sheath_end, "from the opening to the end of its sheath"),
        of(cable.sheath_inside, "of sheath inside the box"),
        of(cable.first_support, "to its first support"),
    ]))
}

/// A conductor as one points at it: its colour, its size, and its cable.
fn named(contents: &BoxContents, conductor: &Conductor) -> String {
    let cable = contents.cable_of(conductor).map(|cable| format!(" of {}", cable.name()));
    let pigtail = if conductor.on_box { ", pigtail to the box" } else { ", pigtail" };
    format!("{}{}", conductor.label(), cable.unwrap_or_else(|| pigtail.to_owned()))
}

fn conductor_line(contents: &BoxContents, conductor: &Conductor, units: UnitSystem) -> String {
    capitalised(&joined([
        Some(named(contents, conductor)),
        Some(conductor.role.name().to_owned()),
        conductor.free_length.map(|length| format!("{} free", length.figure(units).text)),
        conductor.condition.map(|condition| condition.name().to_owned()),
        conductor.joined.as_ref().map(|letter| format!("in splice {letter}")),
        conductor.remarked.map(|marked| if marked { "marked at its end" } else { "not marked" }.to_owned()),
    ]))
}

fn splice_line(contents: &BoxContents, splice: &Splice) -> String {
    let count = contents.conductors.iter().filter(|known| known.joined.as_ref() == Some(&splice.letter)).count();
    let range = splice.smallest.zip(splice.largest).map(|(smallest, largest)| format!("for {smallest} to {largest}"));
    joined([
        Some(format!("{}: {} with {count} conductors", splice.letter, splice.kind.name())),
        splice.most.map(|most| format!("for {most} conductors at most")),
        range,
        splice.pull_tested.map(|tested| if tested { "each pulled, none moved" } else { "not pulled" }.to_owned()),
    ])
}

/// What there is to see at a panel: of masts and drops only where the service comes through the air, of fuses only where there is no
/// breaker.
fn is_to_be_seen(what: PanelObservation, panel: &Panel) -> bool {
    match what {
        PanelObservation::MastLoose | PanelObservation::NoDripLoop | PanelObservation::EntranceFrayed => {
            panel.service.entry == Some(ServiceEntry::Overhead)
        }
        PanelObservation::FusedNeutral | PanelObservation::FuseTooLarge => panel.breakers.is_empty(),
        _ => true,
    }
}

/// What one sees and measures of a panel.
pub(super) fn of_panel(panel: &Panel, units: UnitSystem) -> Vec<Look> {
    let of =
        |length: Option<Length>, words: &str| length.map(|length| format!("{words} {}", length.figure(units).text));
    let place = panel.place;
    let round = [
        place.room.map(|room| format!("In {}", room.name())),
        of(place.width, "Clear width before it"),
        of(place.depth, "Clear depth before it"),
        of(place.headroom, "Headroom"),
        of(place.highest_handle, "Highest handle above the floor"),
    ];
    let ratings = [
        panel.main_breaker.map(|amperes| format!("Main breaker {amperes} A")),
        panel.rating.map(|amperes| format!("Rated for {amperes} A")),
        panel
            .rated_volts
            .zip(panel.measured_volts)
            .map(|(rated, read)| format!("Rated for {rated} V; {read} V read between the legs")),
        panel.incoming.map(|incoming| format!("Fed by {} per leg", incoming.gauge)),
    ];
    let has =
        |words: &str, known: Option<bool>| known.map(|known| format!("{words}: {}", if known { "yes" } else { "no" }));
    let electrodes = panel.grounding.electrodes.as_ref().map(|known| {
        let names: Vec<&str> = known.iter().map(|electrode| electrode.name()).collect();
        format!("Electrodes: {}", names.join(", "))
    });
    let service = [
        has("Main bonding jumper", panel.grounding.main_bond),
        electrodes,
        panel.grounding.conductor.map(|gauge| format!("Grounding electrode conductor {gauge}")),
        has("Emergency disconnect outdoors, marked", panel.service.emergency),
        has("Surge protection", panel.service.surge),
        has("Terminal to bond other systems", panel.service.intersystem),
    ];
    let seen = panel.observed.iter().filter(|seen| is_to_be_seen(seen.what, panel));
    let seen = seen.map(|seen| capitalised(if seen.fault { seen.what.fault() } else { seen.what.sound() }));
    let bars = panel.bars.iter().map(|bar| {
        let lines = bar.conductors.iter().map(bar_line);
        Look::new(format!("Bar {}, {}", bar.id, if bar.bonded == Some(true) { "bonded" } else { "not bonded" }), lines)
    });
    let mut looks = vec![
        Look::new("Round it", round.into_iter().flatten()),
        Look::new("Seen", seen),
        Look::new("Ratings", ratings.into_iter().flatten()),
        Look::new("Breakers", panel.breakers.iter().map(|breaker| breaker_line(panel, breaker, units))),
    ];
    looks.extend(bars);
    looks.push(Look::new("Service and grounding", service.into_iter().flatten()));
    looks
}

fn under(landed: &LandedConductor) -> String {
    format!(
        "{}{}",
        landed.colour.map(|colour| format!("{} ", Colour::name(colour))).unwrap_or_default(),
        landed.label()
    )
}

fn breaker_line(panel: &Panel, breaker: &Breaker, units: UnitSystem) -> String {
    let conductors: Vec<String> = breaker.conductors.iter().map(under).collect();
    let protection = breaker.protection.name();
    let shares = breaker.shares_neutral_with.and_then(|other| panel.breaker(other));
    joined([
        Some(format!("{}: {}", breaker.name(), breaker.directory)),
        breaker.amperes.map(|amperes| format!("{amperes} A")),
        (!protection.is_empty()).then(|| protection.to_owned()),
        Some(format!("leg {}", if breaker.leg() == 0 { "A" } else { "B" })),
        Some(conductors.join(" and ")),
        breaker.bare_copper.map(|copper| format!("{} of bare copper", copper.figure(units).text)),
        breaker.listed.map(|listed| if listed { "type on the label" } else { "type not on the label" }.to_owned()),
        breaker.firm.map(|firm| if firm { "firm" } else { "loose on its bus" }.to_owned()),
        shares.map(|other| format!("shares its neutral with breaker {}", other.name())),
        breaker.tied.map(|tied| if tied { "handles tied" } else { "handles not tied" }.to_owned()),
    ])
}

fn bar_line(landed: &LandedConductor) -> String {
    let of = landed.breaker.map(|breaker| format!("of breaker {breaker}"));
    joined([Some(format!("Screw {}: {}", landed.terminal, under(landed))), of])
}
