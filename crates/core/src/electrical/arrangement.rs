//! Which conductor is on which terminal: what the arrangement is, what is landed wrong, and what changed by the work.

use serde::Serialize;
use utoipa::ToSchema;

use crate::facts::{BoxContents, CableGoes, Conductor, Device, DeviceKind, Landing, Role, Tab, Terminal, terminals_of};

/// Something landed wrong.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct LandingMistake {
    /// The device by its number.
    pub device: u16,
    /// The terminal, where it is one.
    pub terminal: Option<Terminal>,
    /// The conductor, where it is one.
    pub conductor: Option<u16>,
    /// It makes metal live, or a slot that is taken for dead.
    pub dangerous: bool,
    /// One plain sentence.
    pub sentence: String,
}

/// What a device is a part of, recognised from its terminals.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Arrangement {
    /// The device by its number.
    pub device: u16,
    /// Its name, "switch loop".
    pub name: &'static str,
    /// What follows from it.
    pub means: &'static str,
}

/// A terminal that carries something else than before.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct MapChange {
    /// The device by its number.
    pub device: u16,
    /// The terminal.
    pub terminal: Terminal,
    /// The conductors that were on it.
    pub before: Vec<String>,
    /// The conductors that are on it now.
    pub after: Vec<String>,
}

/// The landings of one device with their conductors.
struct Landed<'a> {
    device: &'a Device,
    on: Vec<(Terminal, &'a Conductor)>,
}

impl<'a> Landed<'a> {
    fn all(contents: &'a BoxContents) -> impl Iterator<Item = Self> {
        contents.devices.iter().filter_map(|device| {
            let on: Vec<_> = contents
                .landings
                .iter()
                .filter(|landing| landing.device == device.id)
                .filter_map(|landing| {
                    let conductor = contents.conductors.iter().find(|c| c.id == landing.conductor)?;
                    Some((landing.terminal, conductor))
                })
                .collect();
            (!on.is_empty()).then_some(Self { device, on })
        })
    }

    fn role_on(&self, terminal: Terminal) -> Option<Role> {
        self.on.iter().find(|(known, _)| *known == terminal).map(|(_, conductor)| conductor.role)
    }

    fn on(&self, terminal: Terminal) -> Option<&'a Conductor> {
        self.on.iter().find(|(known, _)| *known == terminal).map(|(_, conductor)| *conductor)
    }

    fn has(&self, role: Role) -> bool {
        self.on.iter().any(|(_, conductor)| conductor.role == role)
    }
}

const fn is_hot(role: Role) -> bool {
    matches!(role, Role::Ungrounded | Role::SwitchedLeg | Role::Traveller)
}

/// What is wrong with a conductor of `role` on `terminal`, and whether it is a danger; `None` where it belongs there.
const fn misplaced(terminal: Terminal, role: Role) -> Option<(&'static str, bool)> {
    match role {
        Role::Grounded if matches!(terminal, Terminal::Green) => Some(("the neutral is used as ground", true)),
        Role::Grounded if terminal.is_brass() => Some(("the neutral is on a hot terminal", true)),
        Role::Grounded if !terminal.is_silver() => Some(("the neutral is switched", true)),
        Role::EquipmentGrounding if terminal.is_silver() => Some(("the ground is used as neutral", true)),
        Role::EquipmentGrounding if !matches!(terminal, Terminal::Green) => {
            Some(("the ground is on a terminal that is live", true))
        }
        role if is_hot(role) && matches!(terminal, Terminal::Green) => Some(("a hot is on the ground terminal", true)),
        role if is_hot(role) && terminal.is_silver() => Some(("a hot is on a neutral terminal", true)),
        _ => None,
    }
}

/// Everything that is landed wrong in a box.
pub fn mistakes(contents: &BoxContents) -> Vec<LandingMistake> {
    let mut found = Vec::new();
    for landed in Landed::all(contents) {
        let device = landed.device;
        for (terminal, conductor) in &landed.on {
            if let Some((what, dangerous)) = misplaced(*terminal, conductor.role) {
                found.push(LandingMistake {
                    device: device.id,
                    terminal: Some(*terminal),
                    conductor: Some(conductor.id),
                    dangerous,
                    sentence: format!("{} on the {} terminal: {what}.", conductor.label(), terminal.name()),
                });
            }
        }
        if let Some((dangerous, sentence)) = mistake_of_whole(&landed, contents) {
            let sentence = sentence.to_owned();
            found.push(LandingMistake { device: device.id, terminal: None, conductor: None, dangerous, sentence });
        }
    }
    found
}

/// What is wrong with a device taken as a whole.
fn mistake_of_whole(landed: &Landed, contents: &BoxContents) -> Option<(bool, &'static str)> {
    let role = |terminal| landed.role_on(terminal);
    match landed.device.kind {
        DeviceKind::ThreeWaySwitch => {
            let travellers = [Terminal::TravellerOne, Terminal::TravellerTwo];
            let astray = travellers.iter().any(|t| matches!(role(*t), Some(Role::Ungrounded | Role::SwitchedLeg)));
            (role(Terminal::Common) == Some(Role::Traveller) && astray).then_some((
                false,
                "A traveller is on the common terminal and the common conductor on a traveller's: the light works from \
                 one place only, or from neither.",
            ))
        }
        DeviceKind::Switch | DeviceKind::ElectronicSwitch | DeviceKind::Timer => {
            let both_hot = role(Terminal::SwitchLine) == Some(Role::Ungrounded)
                && role(Terminal::SwitchLoad) == Some(Role::Ungrounded);
            both_hot.then_some((
                false,
                "Both conductors on the switch are always hot: hot and switched leg are confused, and the switched leg \
                 is spliced elsewhere.",
            ))
        }
        DeviceKind::GfciReceptacle => {
            (role(Terminal::LoadBrass).is_some() && fed_at_load(landed, contents)).then_some((
                true,
                "The feed is on the load terminals: the receptacle stays live when it has tripped, or will not reset.",
            ))
        }
        DeviceKind::DuplexReceptacle | DeviceKind::Combination | DeviceKind::TwoSlotReceptacle => {
            let (upper, lower) = (landed.on(Terminal::BrassUpper), landed.on(Terminal::BrassLower));
            let roles = (upper.map(|c| c.role), lower.map(|c| c.role));
            let one_switched = matches!(
                roles,
                (Some(Role::Ungrounded), Some(Role::SwitchedLeg)) | (Some(Role::SwitchedLeg), Some(Role::Ungrounded))
            );
            match landed.device.hot_tab {
                Some(Tab::Whole) if one_switched => Some((
                    true,
                    "The hot tab is whole between a hot and a switched leg: the switch does nothing, and the switched leg \
                     is live from here.",
                )),
                Some(Tab::Whole) if landed.device.split && upper.is_some() && lower.is_some() => {
                    Some((true, "The hot tab is whole between two circuits: it joins them."))
                }
                Some(Tab::Broken) if upper.is_some() != lower.is_some() => {
                    Some((false, "The hot tab is broken and one half has no hot."))
                }
                _ => None,
            }
        }
        DeviceKind::SingleReceptacle
        | DeviceKind::RangeReceptacle
        | DeviceKind::StackedSwitches
        | DeviceKind::Alarm
        | DeviceKind::Transformer
        | DeviceKind::Bell
        | DeviceKind::Blank => None,
    }
}

/// The feed of a GFCI receptacle is on its load terminals: they alone are used, or line and load are exchanged as far as one
/// knows where the cables go.
fn fed_at_load(landed: &Landed, contents: &BoxContents) -> bool {
    let goes = |terminal| landed.on(terminal).and_then(|conductor| contents.cable_feeding(conductor)?.goes);
    landed.on(Terminal::LineBrass).is_none()
        || goes(Terminal::LoadBrass) == Some(CableGoes::Feed)
        || goes(Terminal::LineBrass) == Some(CableGoes::Onward)
}

/// What each device is a part of, as far as its terminals tell.
pub fn arrangements(contents: &BoxContents) -> Vec<Arrangement> {
    Landed::all(contents)
        .filter_map(|landed| {
            let (name, means) = arrangement(&landed, contents)?;
            Some(Arrangement { device: landed.device.id, name, means })
        })
        .collect()
}

fn arrangement(landed: &Landed, contents: &BoxContents) -> Option<(&'static str, &'static str)> {
    let device = landed.device;
    match device.kind {
        DeviceKind::ThreeWaySwitch => Some(match landed.role_on(Terminal::Common)? {
            Role::Ungrounded => {
                ("three-way, feed end", "the common brings the hot; the other switch takes it to the light")
            }
            Role::SwitchedLeg => ("three-way, light end", "the common goes to the light; the hot comes by a traveller"),
            _ => return None,
        }),
        DeviceKind::Switch | DeviceKind::ElectronicSwitch | DeviceKind::Timer => {
            let hot = landed.on.iter().find(|(_, c)| c.role == Role::Ungrounded)?.1;
            let switched = landed.on.iter().find(|(_, c)| c.role == Role::SwitchedLeg)?.1;
            if hot.cable.is_some() && hot.cable == switched.cable {
                let neutral = contents.conductors.iter().any(|c| c.role == Role::Grounded && c.cable == hot.cable);
                let means = if neutral {
                    "hot and switched leg come in one cable, with a neutral for a switch with electronics"
                } else {
                    "hot comes down and the switched leg goes back in one cable; no neutral is here, and white is hot"
                };
                Some(("switch loop", means))
            } else {
                Some(("feed at the switch", "hot is switched here on its way; the neutral is spliced through"))
            }
        }
        _ if !device.kind.is_receptacle() => None,
        DeviceKind::GfciReceptacle => Some(if landed.on(Terminal::LoadBrass).is_some() {
            ("protects what is downstream", "outlets beyond hang on its load terminals and go dead when it trips")
        } else {
            ("protects itself", "nothing hangs on its load terminals")
        }),
        _ => {
            let (upper, lower) = (landed.on(Terminal::BrassUpper), landed.on(Terminal::BrassLower));
            Some(match (upper, lower) {
                (Some(_), Some(_)) if landed.has(Role::SwitchedLeg) && landed.has(Role::Ungrounded) => {
                    ("split, one half switched", "one half is dead while the switch is off: test both")
                }
                (Some(_), Some(_)) if device.split || device.hot_tab == Some(Tab::Broken) => {
                    ("split on two circuits", "two breakers feed one yoke: switch off and test both")
                }
                (Some(a), Some(b)) if a.cable != b.cable => {
                    ("fed through", "what is downstream hangs on these screws and on this tab")
                }
                (Some(a), None) | (None, Some(a)) if a.role == Role::SwitchedLeg => {
                    ("switched as a whole", "both halves are dead while the switch is off")
                }
                (Some(a), None) | (None, Some(a)) if a.pigtail => {
                    ("fed by a pigtail", "what is downstream does not hang on this device")
                }
                _ => ("end of run", "nothing hangs on this device"),
            })
        }
    }
}

/// Lands each conductor where its role belongs: what correcting the landings comes to.
pub(crate) fn land_right(contents: &mut BoxContents) {
    let wrong: Vec<LandingMistake> = mistakes(contents);
    for device in &mut contents.devices {
        let joined = wrong.iter().any(|m| m.device == device.id && m.terminal.is_none());
        if joined && device.hot_tab == Some(Tab::Whole) {
            device.hot_tab = Some(Tab::Broken);
        } else if joined && device.hot_tab == Some(Tab::Broken) {
            device.hot_tab = Some(Tab::Whole);
        }
    }
    let roles: Vec<(u16, Role)> = contents.conductors.iter().map(|conductor| (conductor.id, conductor.role)).collect();
    let role = |landing: &Landing| roles.iter().find(|(id, _)| *id == landing.conductor).map(|(_, role)| *role);
    let devices = contents.devices.clone();
    for device in devices.iter().filter(|device| wrong.iter().any(|mistake| mistake.device == device.id)) {
        let (mut mine, others): (Vec<Landing>, Vec<Landing>) =
            contents.landings.iter().partition(|landing| landing.device == device.id);
        contents.landings = others;
        // Fed at its load, a GFCI receptacle has its line and load conductors exchanged.
        let whole = wrong.iter().any(|mistake| mistake.device == device.id && mistake.terminal.is_none());
        if device.kind == DeviceKind::GfciReceptacle && whole {
            for landing in &mut mine {
                landing.terminal = other_side(landing.terminal);
            }
        }
        // What has only one place goes first.
        mine.sort_by_key(|landing| role(landing).is_some_and(is_hot));
        let mut taken: Vec<Terminal> = Vec::new();
        for landing in mine {
            let Some(role) = role(&landing) else { continue };
            let fits = |terminal: &&Terminal| !taken.contains(terminal) && belongs(device.kind, **terminal, role);
            let kept = Some(&landing.terminal).filter(fits);
            if let Some(terminal) = kept.or_else(|| terminals_of(device.kind).iter().find(fits)).copied() {
                taken.push(terminal);
                contents.landings.push(Landing { terminal, ..landing });
            }
        }
    }
}

/// The terminal across from line to load, or back.
const fn other_side(terminal: Terminal) -> Terminal {
    match terminal {
        Terminal::LineBrass => Terminal::LoadBrass,
        Terminal::LineSilver => Terminal::LoadSilver,
        Terminal::LoadBrass => Terminal::LineBrass,
        Terminal::LoadSilver => Terminal::LineSilver,
        other => other,
    }
}

fn belongs(kind: DeviceKind, terminal: Terminal, role: Role) -> bool {
    misplaced(terminal, role).is_none()
        && match (kind, terminal) {
            (DeviceKind::ThreeWaySwitch, Terminal::Common) => role != Role::Traveller,
            (DeviceKind::ThreeWaySwitch, Terminal::TravellerOne | Terminal::TravellerTwo) => role == Role::Traveller,
            (
                DeviceKind::Switch | DeviceKind::ElectronicSwitch | DeviceKind::Timer | DeviceKind::StackedSwitches,
                Terminal::SwitchLoad | Terminal::SecondLoad | Terminal::ThirdLoad,
            ) => role == Role::SwitchedLeg,
            _ => true,
        }
}

/// The terminals that carry something else as left than as found.
pub fn map_changes(found: &BoxContents, left: &BoxContents) -> Vec<MapChange> {
    if found.landings.is_empty() || left.landings.is_empty() {
        return Vec::new();
    }
    let on = |contents: &BoxContents, device: u16, terminal: Terminal| -> Vec<String> {
        let mut labels: Vec<String> = contents
            .landings
            .iter()
            .filter(|landing| (landing.device, landing.terminal) == (device, terminal))
            .filter_map(|landing| contents.conductors.iter().find(|c| c.id == landing.conductor))
            .map(|conductor| match contents.cable_of(conductor) {
                Some(cable) => format!("{}, {}", conductor.label(), cable.name()),
                None => conductor.label(),
            })
            .collect();
        labels.sort();
        labels
    };
    let mut places: Vec<(u16, Terminal)> =
        found.landings.iter().chain(&left.landings).map(|landing| (landing.device, landing.terminal)).collect();
    places.sort_unstable();
    places.dedup();
    places
        .into_iter()
        .map(|(device, terminal)| MapChange {
            device,
            terminal,
            before: on(found, device, terminal),
            after: on(left, device, terminal),
        })
        .filter(|change| change.before != change.after)
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Colour;
    use crate::quantity::Gauge;
    use crate::testing::box_with_device;

    fn landed(kind: DeviceKind, conductors: &[(u16, Colour, Role)], on: &[(Terminal, u16)]) -> BoxContents {
        let mut contents = box_with_device(kind);
        let wire = |(cable, colour, role): &(u16, Colour, Role)| (Some(*cable), *colour, *role);
        contents.conductors = (1..)
            .zip(conductors.iter().map(wire))
            .map(|(id, (cable, colour, role))| Conductor::new(id, cable, Gauge::Awg14, colour, role))
            .collect();
        contents.landings =
            on.iter().map(|&(terminal, conductor)| Landing { device: 1, terminal, conductor }).collect();
        contents
    }

    const HOT: (u16, Colour, Role) = (1, Colour::Black, Role::Ungrounded);
    const NEUTRAL: (u16, Colour, Role) = (1, Colour::White, Role::Grounded);
    const GROUND: (u16, Colour, Role) = (1, Colour::Bare, Role::EquipmentGrounding);
    const SWITCHED: (u16, Colour, Role) = (2, Colour::Red, Role::SwitchedLeg);

    fn says(contents: &BoxContents) -> Vec<String> {
        mistakes(contents).into_iter().map(|mistake| mistake.sentence).collect()
    }

    #[test]
    fn exchanged_conductors_are_each_named_and_landed_right() {
        let wires = [HOT, NEUTRAL, GROUND];
        let on = [(Terminal::SilverUpper, 1), (Terminal::BrassUpper, 2), (Terminal::Green, 3)];
        let mut contents = landed(DeviceKind::DuplexReceptacle, &wires, &on);
        let said = says(&contents);
        assert_eq!(said.len(), 2);
        assert!(
            said[0].contains("a hot is on a neutral terminal") && said[1].contains("neutral is on a hot"),
            "{said:?}"
        );
        land_right(&mut contents);
        assert_eq!(says(&contents), [""; 0]);
        assert_eq!(contents.landings.len(), 3, "each is on a terminal again");
    }

    #[test]
    fn a_neutral_used_as_ground_is_a_danger() {
        let contents = landed(DeviceKind::DuplexReceptacle, &[HOT, NEUTRAL], &[(Terminal::Green, 2)]);
        assert!(mistakes(&contents)[0].dangerous && says(&contents)[0].contains("used as ground"));
    }

    #[test]
    fn a_traveller_on_the_common_screw_is_seen() {
        let wires = [
            (1, Colour::Black, Role::Ungrounded),
            (2, Colour::Red, Role::Traveller),
            (2, Colour::Black, Role::Traveller),
        ];
        let right = [(Terminal::Common, 1), (Terminal::TravellerOne, 2), (Terminal::TravellerTwo, 3)];
        let contents = landed(DeviceKind::ThreeWaySwitch, &wires, &right);
        assert!(mistakes(&contents).is_empty());
        assert_eq!(arrangements(&contents)[0].name, "three-way, feed end");
        let wrong = [(Terminal::Common, 2), (Terminal::TravellerOne, 1), (Terminal::TravellerTwo, 3)];
        let mut contents = landed(DeviceKind::ThreeWaySwitch, &wires, &wrong);
        assert!(says(&contents)[0].contains("traveller is on the common"), "{:?}", says(&contents));
        land_right(&mut contents);
        assert!(mistakes(&contents).is_empty());
    }

    #[test]
    fn a_whole_tab_undoes_the_switch() {
        let wires = [HOT, SWITCHED, NEUTRAL];
        let on = [(Terminal::BrassUpper, 1), (Terminal::BrassLower, 2), (Terminal::SilverUpper, 3)];
        let mut contents = landed(DeviceKind::DuplexReceptacle, &wires, &on);
        contents.devices[0].hot_tab = Some(Tab::Broken);
        assert!(mistakes(&contents).is_empty());
        assert_eq!(arrangements(&contents)[0].name, "split, one half switched");
        contents.devices[0].hot_tab = Some(Tab::Whole);
        assert!(says(&contents)[0].contains("the switch does nothing"));
    }

    #[test]
    fn a_gfci_fed_at_its_load_side_is_seen_by_where_its_cables_go() {
        use crate::facts::Cable;
        let wires = [HOT, (2, Colour::Black, Role::Ungrounded)];
        let on = [(Terminal::LineBrass, 1), (Terminal::LoadBrass, 2)];
        let mut contents = landed(DeviceKind::GfciReceptacle, &wires, &on);
        contents.cables.push(Cable::new(2));
        assert!(mistakes(&contents).is_empty(), "nobody said where the cables go");
        let mut goes = |first, second| {
            (contents.cables[0].goes, contents.cables[1].goes) = (first, second);
            mistakes(&contents).iter().any(|mistake| mistake.dangerous)
        };
        assert!(!goes(Some(CableGoes::Feed), Some(CableGoes::Onward)));
        assert!(goes(Some(CableGoes::Onward), None));
        assert!(goes(None, Some(CableGoes::Feed)));
    }

    #[test]
    fn a_switch_loop_is_told_from_a_feed_at_the_switch() {
        let on = [(Terminal::SwitchLine, 1), (Terminal::SwitchLoad, 2)];
        let loop_wires = [(1, Colour::White, Role::Ungrounded), (1, Colour::Black, Role::SwitchedLeg)];
        assert_eq!(arrangements(&landed(DeviceKind::Switch, &loop_wires, &on))[0].name, "switch loop");
        let through = [HOT, SWITCHED, NEUTRAL];
        assert_eq!(arrangements(&landed(DeviceKind::Switch, &through, &on))[0].name, "feed at the switch");
        let confused = [HOT, (2, Colour::Black, Role::Ungrounded)];
        assert!(says(&landed(DeviceKind::Switch, &confused, &on))[0].contains("confused"));
    }

    #[test]
    fn what_changed_is_marked_terminal_by_terminal() {
        let wires = [HOT, NEUTRAL];
        let found =
            landed(DeviceKind::DuplexReceptacle, &wires, &[(Terminal::BrassUpper, 2), (Terminal::SilverUpper, 1)]);
        let left =
            landed(DeviceKind::DuplexReceptacle, &wires, &[(Terminal::BrassUpper, 1), (Terminal::SilverUpper, 2)]);
        let changes = map_changes(&found, &left);
        assert_eq!(changes.len(), 2);
        assert_eq!(
            (changes[0].before[0].as_str(), changes[0].after[0].as_str()),
            ("white 14 AWG, cable 1", "black 14 AWG, cable 1")
        );
        assert_eq!(map_changes(&found, &found), []);
    }
}
