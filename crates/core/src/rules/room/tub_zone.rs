//! `tub-zone`: no receptacle in, over or close to a tub or shower.

use super::bathroom_outlet::basins;
use super::{RoomCheck, RoomSituation};
use crate::facts::{FloorLine, OutletPlace, WallPart, WallPartKind};
use crate::quantity::{Amount, Length};
use crate::rules::{Finding, Rule, Side, Verdict};
use crate::standard::{Confidence, Edition, Profile, RuleBasis, Severity, Since, TwinLimit, cite_by_year};

/// The edition since which the NEC keeps a zone round the tub; before, nothing in it or right over it. 406.9(C), from memory,
/// sure.
const ZONE_SINCE: u16 = 2020;
/// No tub or shower stands farther into a room. Common practice, no source: what it takes to be sure without the tape.
const DEEPEST: Length = Length::inches(60);

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "tub-zone",
    title: "Outlets near the tub",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "where the tub or shower is, how far it stands into the room, and where each receptacle is",
    reads: &[],
    limit: "No receptacle in a tub or shower space or over it; since the 2020 code none within 3 ft of its rim, where the room is \
            large enough; in Canada 500 mm, and 1 m where that can be done.",
    why: "Whoever sits in the water reaches it, or what hangs on it falls in.",
    example: "A receptacle on the wall at the end of the tub, 10 in from its rim.",
    citation: |edition| {
        let nec = [(2011, "406.9(C)", Confidence::Sure), (2008, "406.8(C)", Confidence::Sure)];
        cite_by_year(edition, &nec, Some(("26-720(g)", Confidence::MayBeOff)))
    },
    check,
};

/// How far receptacles keep from the rim; nothing where only what is over the tub counts.
pub const fn zone(edition: Edition) -> TwinLimit {
    match edition.profile() {
        Profile::Cec => TwinLimit { inches: None, metric: Length::mm(500) },
        Profile::Nec if edition.year() >= ZONE_SINCE => {
            TwinLimit { inches: Some(Length::inches(36)), metric: Length::mm(900) }
        }
        Profile::Nec => TwinLimit { inches: Some(Length::ZERO), metric: Length::ZERO },
    }
}

/// How far a place on a wall is from the nearest tub or shower, in a straight line on the plan, with `deep` where nobody measured how
/// far it stands into the room; `None` where there is none. Nothing where it is in it or over it.
pub fn from_tub(situation: &RoomSituation, line: &FloorLine, place: OutletPlace, deep: Length) -> Option<Length> {
    let OutletPlace::Wall { wall, at } = place else { return None };
    let on = line.walls.iter().find(|known| known.wall == wall)?;
    let point = on.on_plan(at.nm(), 0);
    let tubs = situation.sketch.walls.iter().zip(&line.walls).flat_map(|(wall, placed)| {
        let parts = wall.parts.iter().filter(|part| is_tub(part));
        parts.map(move |part| {
            let (along, inward) = placed.along(point);
            let depth = part.depth.unwrap_or(deep).nm();
            let beyond = |value: i64, from: i64, to: i64| (from - value).max(value - to).max(0);
            let (aside, before) = (beyond(along, part.from.nm(), part.end()), beyond(inward, 0, depth));
            #[allow(clippy::cast_precision_loss, clippy::cast_possible_truncation, reason = "within a room")]
            let distance = (aside as f64).hypot(before as f64).round() as i64;
            Length::from_nm(distance).unwrap_or(Length::MAX)
        })
    });
    tubs.min()
}

const fn is_tub(part: &WallPart) -> bool {
    matches!(part.what, WallPartKind::Tub | WallPartKind::Shower)
}

fn check(situation: &RoomSituation) -> Vec<Finding> {
    let tubs = situation.sketch.walls.iter().flat_map(|wall| &wall.parts).filter(|part| is_tub(part)).count();
    if tubs == 0 {
        return Vec::new();
    }
    let Ok(line) = FloorLine::of(situation.sketch) else {
        return vec![Finding::not_measured("room", "measure the length of each wall", "/walls")];
    };
    let basins = basins(situation, &line);
    let each = situation.receptacles_on(&line).filter_map(|(outlet, position)| {
        // Without its depth a tub is at least the line along its wall, and at most as deep as any.
        let sure = from_tub(situation, &line, outlet.place, Length::ZERO)?;
        let worst = from_tub(situation, &line, outlet.place, DEEPEST)?;
        let at_basin = basins.iter().any(|basin| basin.is_served(&line, position));
        let label = format!("outlet on {}", situation.name_place(outlet.place));
        Some(of_outlet(situation, &label, [sure, worst], at_basin))
    });
    each.collect()
}

fn of_outlet(situation: &RoomSituation, label: &str, [sure, worst]: [Length; 2], at_basin: bool) -> Finding {
    let units = situation.basis.units;
    let zone = zone(situation.basis.edition);
    let label = label.to_owned();
    if sure == Length::ZERO {
        let sentence = format!("The {label} is in or over the tub or shower.");
        return Finding::violates(label, sentence).with_severity(Severity::Danger);
    }
    let ask =
        || Finding::not_measured(label.clone(), "measure how far the tub stands into the room, to its rim", "/walls");
    // The shorter of the twins: what is beyond it meets one of them.
    if sure < zone.lenient() {
        let shown = zone.shown(units);
        let figures = format!(
            "The {label} is {} from the tub or shower; {} is kept clear",
            sure.say_run(units),
            shown.say_run(units)
        );
        let short = Some(Amount::run_up(shown.less(sure), units));
        // The outlet of a basin has to be beside it, however small the room.
        let finding = if at_basin {
            let words =
                format!("{figures}, where the room is large enough. It serves the basin: the local authority says.");
            Finding { verdict: Verdict::Marginal, reaches_limit: true, ..Finding::violates(label.clone(), words) }
        } else {
            Finding::violates(label.clone(), format!("{figures}."))
        };
        let finding =
            if situation.basis.edition.profile() == Profile::Nec { finding.since(ZONE_SINCE) } else { finding };
        return finding.with_figures(Amount::run(sure, units), Amount::run(shown, units), Side::AtLeast, short);
    }
    if worst == Length::ZERO || worst < zone.lenient() {
        return ask();
    }
    Finding::meets(label.clone(), format!("The {label} is {} from the tub or shower.", sure.say_run(units)))
}

#[cfg(test)]
mod tests {
    use crate::facts::WallPartKind::{Basin, Tub};
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::{Edition, RoomKind};

    /// A bathroom of 5 ft by 8 ft with a tub along its last wall, from the corner with the third.
    fn bath(depth: Option<u32>) -> Scene {
        let scene = Scene::rectangle(RoomKind::Bathroom, 60, 96).part(4, Tub, 0, 60);
        match depth {
            Some(depth) => scene.deep(depth),
            None => scene,
        }
    }

    #[test]
    fn distances_worked_by_hand() {
        let of = |scene: &Scene| verdict("tub-zone", scene).0;
        // On the third wall, its left end at the right hand: 50 in along is 10 in from the corner, over a tub 30 in deep.
        let (found, sentence) = verdict("tub-zone", &bath(Some(30)).outlet(3, 50));
        assert_eq!(found, Verdict::Violates);
        assert!(sentence.contains("in or over the tub"), "{sentence}");
        // At 12 in along, 48 from the corner, 18 in from the rim.
        let (found, sentence) = verdict("tub-zone", &bath(Some(30)).outlet(3, 12));
        assert_eq!(found, Verdict::Violates);
        assert!(sentence.contains("is 18 in from the tub"), "{sentence}");
        assert_eq!(of(&bath(Some(30)).outlet(3, 12).under(Edition::Nec2017)), Verdict::Meets, "only over it counted");
        // On the second wall across from it, the room 5 ft wide: 30 in from the rim of one 30 in deep.
        assert_eq!(of(&bath(Some(24)).outlet(2, 80)), Verdict::Meets, "36 in to the rim");
        assert_eq!(of(&bath(None).outlet(2, 80)), Verdict::NotMeasured, "its depth tells");
        // Beside a basin it has to be somewhere; over the tub it is a danger all the same.
        let with_basin = bath(Some(30)).part(3, Basin, 0, 24);
        assert_eq!(of(&with_basin.clone().outlet(2, 90)), Verdict::Marginal, "30 in from the rim, 6 in from the basin");
        assert_eq!(of(&with_basin.outlet(3, 36)), Verdict::Violates);
        // Far along: 8 ft less 5 ft of tub, and 60 in across.
        assert_eq!(of(&bath(None).outlet(1, 50)), Verdict::Meets);
        assert_eq!(of(&Scene::rectangle(RoomKind::Bathroom, 60, 96).outlet(1, 5)), Verdict::NotApplicable);
    }
}
