//! `fan-box`: a box marked for fans, bolted to a joist, a bar or blocking.

use super::fan_bolts::least_bolts;
use super::luminaire_box::{NEW_BOX_ENDS, set};
use crate::facts::{BoxKind, Carries, HungKind, Observation};
use crate::quantity::{Length, Volume};
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::standard::Location;
use crate::standard::hanging::BOX_FOR_FANS;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "fan-box",
    title: "Fan box on the structure",
    mends: &[
        "device-depth",
        "wet-location",
        "box-setback",
        "fan-support",
        "luminaire-support",
        "luminaire-secure",
        "box-present",
        "box-secure",
        "box-fill",
        "opening-closed",
        "cable-entry",
        "fan-fixing",
        "fan-ready",
        "splice-enclosed",
        "box-surround",
        "box-support-far-side",
        "free-conductor-length",
        "free-conductor-reach",
    ],
    act: Act::SetBox,
    least_minutes: 40,
    intrusiveness: 3,
    for_circuit: false,
    plan,
};

/// How deep a fan box is. Common practice, no source.
const DEPTH: Length = Length::sixteenths(34);

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let units = diagnosis.situation.basis.units;
    let Some(hung) = &contents.hung else {
        return Err(vec!["nothing hangs from this box".to_owned()]);
    };
    if !matches!(hung.kind, HungKind::Fan | HungKind::CeilingLuminaire) {
        return Err(vec!["a fan box is for what hangs from a ceiling".to_owned()]);
    }
    if hung.mass.is_some_and(|mass| mass > BOX_FOR_FANS) {
        let mass = hung.mass.unwrap_or_default().print(units);
        return Err(vec![format!(
            "{mass} is more than a fan box carries, {}: hang it from the structure",
            BOX_FOR_FANS.print(units)
        )]);
    }
    let mut change = diagnosis.change(40);
    let after = &mut change.after;
    after.kind = BoxKind::Fan;
    after.size = None;
    set(after, Volume::centi_cubic_inches(2150), DEPTH);
    let bolts = least_bolts(hung);
    let outside = after.location.is_some_and(Location::is_damp);
    if let Some(hung) = &mut after.hung {
        hung.box_carries = Some(Carries::Fan);
        hung.box_marked_mass = Some(BOX_FOR_FANS);
        if hung.kind == HungKind::Fan {
            hung.bolts = Some(bolts);
        }
    }
    for what in NEW_BOX_ENDS.into_iter().chain([Observation::FanSways]) {
        after.observe(what, false);
    }
    if outside {
        change.after.observe(Observation::NotWeatherproof, false);
    }
    let (hold, code, what) = match contents.stand.stud_near {
        Some(true) => (
            "Bolt the box up into the joist over the outlet",
            "bolts-for-the-joist",
            "bolts for the joist, with washers",
        ),
        Some(false) => (
            "No joist is over the outlet. From above, nail blocking of 2 in lumber between the joists, flush with the ceiling, and \
             bolt the box to it; where nobody gets above, turn an old-work fan bar out between the joists",
            "old-work-bar-or-blocking-with-bolts",
            "old-work fan bar or blocking, with bolts",
        ),
        None => (
            "Find the joists first: over the outlet the box is bolted to one; between two it takes blocking from above, or an \
             old-work fan bar",
            "old-work-bar-or-blocking-with-bolts",
            "old-work fan bar or blocking, with bolts",
        ),
    };
    change.step(
        Act::SetBox,
        format!("{hold}: {bolts} bolts at least. Each cable comes in by an entry of its own, clamped."),
    );
    if outside {
        change.bring(("fan-box-wet-marked-70-lb", "fan box for wet places, marked 70 lb"), 1);
    } else {
        change.bring(("fan-box-marked-70-lb", "fan box, marked 70 lb"), 1);
    }
    change.bring((code, what), 1);
    change.caution("A fan is never hung from the plaster, nor from the ears of a plain box.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, Hung};
    use crate::quantity::Mass;
    use crate::repair::Standing;
    use crate::testing::{box_with, conductor, repaired};

    fn fan(pounds: u32) -> BoxContents {
        let mut contents = box_with(None, vec![conductor(Some(128), None)]);
        contents.hung = Some(Hung {
            mass: Some(Mass::pounds(pounds)),
            box_carries: Some(Carries::Nothing),
            ..Hung::new(HungKind::Fan)
        });
        contents
    }

    #[test]
    fn up_to_seventy_pounds() {
        assert_eq!(repaired(REPAIR.code, &fan(40)).standing, Standing::Clears);
        assert_eq!(repaired(REPAIR.code, &fan(80)).standing, Standing::Rejected);
    }

    #[test]
    fn the_new_box_has_its_own_volume() {
        let mut contents = fan(40);
        contents.marked_volume = Some(Volume::centi_cubic_inches(3030));
        let after = repaired(REPAIR.code, &contents).after.expect("it is possible");
        assert_eq!(after.marked_volume, Some(Volume::centi_cubic_inches(2150)));
    }
}
