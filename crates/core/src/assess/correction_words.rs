//! The words of a correction list: by which words a line names what a rule is about.

use crate::facts::Subject;
use crate::rules::{is_panel_rule, is_room_rule, is_run_rule, rule};

/// The words that name a rule, as the trade writes them, in small letters. Where two rules are named by as many letters, the
/// later one is meant.
const WORDS: &[(&str, &[&str])] = &[
    // Conductors.
    (
        "free-conductor-length",
        &["short conductor", "short wire", "conductors too short", "wires too short", "6 inches", "six inches"],
    ),
    ("conductor-ampacity", &["overfused", "over-fused", "oversized breaker", "breaker too large", "undersized"]),
    ("conductor-damage", &["damaged conductor", "conductor damaged", "nicked conductor", "nicked wire", "wire nicked"]),
    (
        "conductor-reidentified",
        &["not re-identified", "white used as hot", "white wire used as", "white conductor used as"],
    ),
    ("switch-neutral", &["no neutral at the switch", "neutral at the switch"]),
    ("exposed-copper", &["exposed copper", "bare copper", "exposed conductor"]),
    ("terminal-one-conductor", &["doubled", "two wires under", "two conductors under", "double tap", "double-tap"]),
    ("terminal-spring", &["push-in", "backstab", "back-stab"]),
    ("terminal-torque", &["not torqued", "torque"]),
    ("splice-connector", &["wire connector", "taped splice", "splice taped"]),
    ("splice-enclosed", &["open splice", "splice outside", "splices outside", "junction box"]),
    ("dissimilar-metals", &["aluminum", "aluminium"]),
    // Grounding.
    ("ground-present", &["no ground", "not grounded", "ungrounded", "open ground", "missing ground"]),
    ("receptacle-replacement", &["two-prong", "two prong", "three-prong", "three prong"]),
    ("metal-box-bonded", &["not bonded", "box bond", "bond the box"]),
    ("grounds-joined", &["grounds not joined", "grounds not spliced", "grounds not tied"]),
    ("ground-not-bootleg", &["bootleg", "false ground", "jumper"]),
    // The box.
    ("box-present", &["no box", "without a box", "missing box"]),
    ("box-setback", &["recessed box", "box recessed", "set back", "setback", "set-back", "box extender"]),
    ("box-surround", &["gap around the box", "gap round the box", "gap around", "oversized hole"]),
    ("box-secure", &["box loose", "loose box", "box not secured", "box moves"]),
    ("box-fill", &["box fill", "overfilled", "overcrowded", "too many wires", "too many conductors"]),
    ("opening-closed", &["knockout", "open hole"]),
    ("cable-entry", &["cable clamp", "connector missing", "cable connector", "nm connector"]),
    ("cover-present", &["missing cover", "cover missing", "no cover", "missing plate", "cover plate"]),
    ("plate-intact", &["cracked", "broken plate", "damaged plate"]),
    ("box-accessible", &["buried box", "covered box", "inaccessible"]),
    ("wet-location", &["weatherproof", "wet location", "rain"]),
    ("in-use-cover", &["in-use cover", "in use cover", "bubble cover"]),
    // What hangs.
    ("fan-support", &["fan", "fan box", "fan-rated", "fan rated"]),
    ("luminaire-support", &["light fixture", "luminaire", "heavy fixture", "chandelier"]),
    (
        "luminaire-secure",
        &["hanging by its wires", "hangs by its wires", "loose fixture", "fixture loose", "fixture not secured"],
    ),
    ("luminaire-whole", &["broken fixture", "damaged fixture", "fixture damaged", "missing globe", "broken globe"]),
    ("lampholder-polarity", &["screw shell", "lampholder", "lamp holder"]),
    ("luminaire-feed", &["through the window frame", "through the window", "through the siding"]),
    ("canopy-closed", &["canopy", "caulk"]),
    ("lamp-watts", &["over-lamped", "overlamped", "bulb too large", "lamp too large", "wattage"]),
    ("recessed-clearance", &["recessed light", "recessed fixture", "can light", "ic rated", "ic-rated"]),
    ("fan-clearance", &["fan too low", "blades too low", "fan blades"]),
    // Devices.
    (
        "device-secure",
        &["loose receptacle", "loose outlet", "loose switch", "receptacle loose", "outlet loose", "switch loose"],
    ),
    (
        "device-sound",
        &[
            "worn receptacle",
            "worn outlet",
            "broken receptacle",
            "broken outlet",
            "broken switch",
            "does not grip",
            "scorched",
        ],
    ),
    ("wiring-fault", &["reversed", "reverse polarity", "polarity", "open neutral", "hot and neutral"]),
    ("gfci-required", &["gfci", "gfi", "ground fault"]),
    ("afci-required", &["afci", "arc fault", "arc-fault"]),
    ("tamper-resistant", &["tamper"]),
    ("weather-resistant", &["weather-resistant", "weather resistant"]),
    ("control-neutral", &["timer has no neutral", "neutral at the timer", "neutral at the dimmer"]),
    // The room.
    (
        "wall-spacing",
        &[
            "outlet spacing",
            "receptacle spacing",
            "not enough outlets",
            "too few outlets",
            "too few receptacles",
            "wall outlets",
        ],
    ),
    (
        "counter-spacing",
        &[
            "counter outlet",
            "counter receptacle",
            "countertop outlet",
            "countertop receptacle",
            "outlets at the counter",
            "no outlet at the counter",
            "no receptacle at the counter",
        ],
    ),
    ("island-outlet", &["island outlet", "island receptacle", "outlet on the island", "peninsula"]),
    ("bathroom-outlet", &["outlet at the basin", "outlet beside the basin", "no outlet in the bathroom"]),
    ("room-light", &["no light switch", "no switched light", "not switched at the door"]),
    ("stair-switching", &["stair switch", "stair light", "three-way at the stair", "top and bottom of the stair"]),
    ("over-tub", &["over the tub", "above the tub", "over the shower"]),
    ("closet-lamp", &["closet light", "light in the closet", "bare bulb in the closet", "closet fixture"]),
    ("smoke-alarm", &["smoke alarm", "smoke detector"]),
    ("co-alarm", &["carbon monoxide", "co alarm", "co detector"]),
    ("alarm-date", &["alarm expired", "expired alarm", "alarm out of date", "detector expired", "expired detector"]),
    ("alarms-together", &["not interconnected", "interconnect"]),
    ("cord-as-wiring", &["extension cord", "cord through", "cord stapled"]),
    // Equipment in the room.
    ("furnace-disconnect", &["furnace switch", "furnace disconnect", "emergency switch", "switch at the furnace"]),
    ("appliance-circuit", &["furnace on its own circuit", "furnace shares", "furnace circuit"]),
    ("water-heater-circuit", &["water heater"]),
    (
        "appliance-cord",
        &["appliance cord", "dryer cord", "range cord", "dishwasher cord", "cord too long", "cord too short"],
    ),
    ("appliance-connection", &["disposer", "disposal", "cord clamp", "strain relief"]),
    ("appliance-disconnect", &["disconnect at the condenser", "no disconnect", "disconnect within sight", "condenser"]),
    ("appliance-gfci", &["dishwasher", "gfci for the dishwasher", "dishwasher not gfci", "dishwasher gfci"]),
    ("equipment-nameplate", &["nameplate", "maximum overcurrent"]),
    ("service-outlet", &["service receptacle", "service outlet", "receptacle within 25"]),
    ("vehicle-supply", &["vehicle charger", "car charger", "vehicle outlet"]),
    // Cable runs.
    ("cord-for-cable", &["extension cord", "cord used as", "lamp cord", "cord buried"]),
    ("cable-damaged", &["damaged cable", "cable damaged", "nicked cable", "cable nicked", "damaged sheath"]),
    (
        "splice-in-run",
        &["splice in the attic", "splice in the wall", "buried splice", "concealed splice", "flying splice"],
    ),
    ("run-supported", &["cable not supported", "unsupported cable", "cable not stapled", "staples", "not strapped"]),
    ("nail-plate", &["nail plate", "protection plate", "bored hole", "stud guard"]),
    ("stud-bushing", &["metal stud", "steel stud", "grommet"]),
    ("exposed-to-damage", &["subject to damage", "exposed cable", "running board", "unprotected cable"]),
    ("attic-guard", &["guard strip", "cable in the attic", "cables in the attic"]),
    ("burial-depth", &["burial depth", "not deep enough", "buried cable", "buried too shallow"]),
    ("riser-guard", &["out of the ground", "emerges from the ground", "riser"]),
    ("raceway-fill", &["conduit fill", "overfilled conduit", "raceway fill"]),
    ("raceway-bends", &["too many bends", "360 degrees"]),
    ("knob-and-tube-covered", &["knob and tube", "knob-and-tube"]),
    // Panels and the service.
    (
        "breaker-one-per-terminal",
        &["double tap", "double-tap", "double tapped breaker", "double-tapped breaker", "two wires on a breaker"],
    ),
    ("neutral-one-per-terminal", &["two neutrals", "neutrals doubled", "doubled neutrals", "neutrals under one"]),
    ("breaker-listed", &["wrong breaker", "breaker not listed", "breaker not made for", "breaker of another make"]),
    ("dead-front", &["dead front", "deadfront", "panel cover"]),
    ("panel-openings", &["filler plate", "open breaker space", "missing blank", "missing filler"]),
    ("panel-condition", &["rust", "corrosion", "water in the panel"]),
    ("directory", &["directory", "not labeled", "not labelled", "unlabeled", "panel schedule", "circuits labeled"]),
    (
        "subpanel-neutral-isolated",
        &[
            "neutral and ground",
            "neutrals and grounds",
            "neutral bonded",
            "neutrals not isolated",
            "neutrals not separated",
        ],
    ),
    ("main-bond-present", &["main bonding jumper", "bonding screw", "main bond"]),
    ("grounding-electrode", &["ground rod", "grounding electrode", "ground electrode"]),
    (
        "working-space",
        &["working space", "working clearance", "panel blocked", "clear space in front", "storage in front"],
    ),
    ("panel-place", &["panel in the closet", "panel in the bathroom", "panel in a closet", "panel in a bathroom"]),
    ("generator-interlock", &["generator", "interlock", "backfed", "back-fed"]),
    ("service-drop", &["service drop", "overhead drop", "drop too low"]),
    ("service-entrance", &["service entrance", "weatherhead", "drip loop", "service mast", "frayed"]),
    ("emergency-disconnect", &["emergency disconnect", "outdoor disconnect"]),
    ("water-bonded", &["water pipe", "water bond"]),
    ("gas-bonded", &["gas pipe", "gas line", "gas bond", "corrugated gas", "csst"]),
    ("surge-protection", &["surge"]),
    ("intersystem-bonding", &["intersystem"]),
    ("fuses-right", &["fuse", "fuses"]),
];

/// Whether `word` stands in `text` from the beginning of a word: what is plural or inflected is still named.
fn begins_in(text: &str, word: &str) -> bool {
    text.match_indices(word)
        .any(|(at, _)| text[..at].chars().next_back().is_none_or(|before| !before.is_alphanumeric()))
}

/// Whether a rule may judge a subject. A line that names a room may be of the room or of a box in it, and what is round a box is
/// judged in its room.
fn may_judge(code: &str, subject: Subject) -> bool {
    match subject {
        Subject::Box(_) | Subject::Room(_) => rule(code).is_some() || is_room_rule(code),
        Subject::Panel(_) => is_panel_rule(code),
        Subject::Run(_) => is_run_rule(code),
    }
}

/// What the rule with a code is judged at, with its article.
pub fn judged_at(code: &str) -> &'static str {
    match () {
        () if rule(code).is_some() => "a box",
        () if is_panel_rule(code) => "a panel",
        () if is_run_rule(code) => "a cable run",
        () => "a room",
    }
}

/// The rule that a line is about, where its words name one: a rule of the subject that the line names before any other, and of
/// those the one with the most letters in the line.
///
/// "Double tapped" is two conductors at a breaker in a panel, and two at a screw in a box.
pub fn rule_named(text: &str, subject: Option<Subject>) -> Option<&'static str> {
    let text = text.to_lowercase();
    let letters =
        |words: &[&str]| words.iter().filter(|word| begins_in(&text, word)).map(|word| word.len()).sum::<usize>();
    let named = WORDS.iter().map(|(code, words)| (letters(words), *code)).filter(|(letters, _)| *letters > 0);
    let fits = |code| subject.is_none_or(|subject| may_judge(code, subject));
    named.max_by_key(|(letters, code)| (fits(code), *letters)).map(|(_, code)| code)
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::facts::{BoxId, PanelId, RoomId, RunId};
    use crate::rules::is_rule;

    #[test]
    fn every_word_names_a_rule_there_is_once_and_in_small_letters() {
        for (at, (code, words)) in WORDS.iter().enumerate() {
            assert!(is_rule(code), "{code}");
            assert!(!WORDS[..at].iter().any(|(earlier, _)| earlier == code), "{code} twice");
            assert!(words.iter().all(|word| *word == word.to_lowercase()), "{code}");
        }
    }

    #[test]
    fn the_subject_says_which_rule_a_word_means() {
        let of = |text, subject| rule_named(text, Some(subject));
        let panel = Subject::Panel(PanelId(Uuid::nil()));
        let of_box = Subject::Box(BoxId(Uuid::nil()));
        assert_eq!(of("double tapped at 7", panel), Some("breaker-one-per-terminal"));
        assert_eq!(of("double tapped hot", of_box), Some("terminal-one-conductor"));
        assert_eq!(of("extension cord", Subject::Run(RunId(Uuid::nil()))), Some("cord-for-cable"));
        assert_eq!(of("bare copper", panel), Some("exposed-copper"));
        assert_eq!(of("smoke detector missing", Subject::Room(RoomId(Uuid::nil()))), Some("smoke-alarm"));
        assert_eq!(of("no gfci", panel), Some("gfci-required"), "named all the same, to be linked by hand");
    }

    #[test]
    fn lines_as_they_are_written() {
        // Common practice, no source: how reports of home inspections word their findings.
        for (text, code) in [
            ("No GFCI at the counter", "gfci-required"),
            ("No outlet at the counter left of the sink", "counter-spacing"),
            ("Receptacle does not grip a plug", "device-sound"),
            ("Light fixture hanging by its wires", "luminaire-secure"),
            ("Porch light fed through the window frame with lamp cord", "luminaire-feed"),
            ("Ceiling fan hung from a box not marked for a fan", "fan-support"),
            ("Fixture mounted without a box", "box-present"),
            ("Recessed lights touch the insulation", "recessed-clearance"),
            ("No furnace switch", "furnace-disconnect"),
            ("Dishwasher not GFCI protected", "appliance-gfci"),
            ("Smoke detectors not interconnected", "alarms-together"),
            ("Missing filler plates", "panel-openings"),
            ("Neutrals and grounds on one bar in the sub-panel", "subpanel-neutral-isolated"),
            ("Storage in front of the panel", "working-space"),
            ("Corrugated gas tubing is not bonded", "gas-bonded"),
            ("Service drop is 9 ft over the deck", "service-drop"),
            ("Missing nail plates at two studs", "nail-plate"),
            ("Extension cord through the wall", "cord-as-wiring"),
            ("Generator inlet without an interlock", "generator-interlock"),
        ] {
            assert_eq!(rule_named(text, None), Some(code), "{text}");
        }
        for text in ["insulation is thin", "drainage at the stoop", "infant gate"] {
            assert_eq!(rule_named(text, None), None, "{text}: no word within another");
        }
    }
}
