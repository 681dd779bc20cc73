//! `fan-box`: a box marked for fans, bolted to a joist, a bar or blocking.

use crate::facts::{BoxKind, Carries, HungKind, Observation};
use crate::quantity::{Mass, Volume};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "fan-box",
    title: "Fan box on the structure",
    mends: &["fan-support", "luminaire-support", "box-secure", "opening-closed", "cable-entry"],
    act: Act::SetBox,
    least_minutes: 40,
    intrusiveness: 3,
    for_circuit: false,
    plan,
};

/// What a fan box carries at most. NEC 314.27(C), from memory.
const MOST: Mass = Mass::pounds(70);

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let units = diagnosis.situation.basis.units;
    let Some(hung) = &contents.hung else {
        return Err(vec!["nothing hangs from this box".to_owned()]);
    };
    if hung.kind == HungKind::WallLuminaire {
        return Err(vec!["a fan box is for ceilings".to_owned()]);
    }
    if hung.mass.is_some_and(|mass| mass > MOST) {
        let mass = hung.mass.unwrap_or_default().print(units);
        return Err(vec![format!(
            "{mass} is more than a fan box carries, {}: hang it from the structure",
            MOST.print(units)
        )]);
    }
    let mut change = diagnosis.change(40);
    let after = &mut change.after;
    after.kind = BoxKind::Fan;
    after.size = None;
    after.marked_volume = Some(Volume::centi_cubic_inches(2150));
    if let Some(hung) = &mut after.hung {
        hung.box_carries = Some(Carries::Fan);
        hung.box_marked_mass = Some(MOST);
    }
    for cable in &mut after.cables {
        cable.clamped = Some(true);
    }
    for what in
        [Observation::BoxLoose, Observation::OpenKnockout, Observation::EntryUnprotected, Observation::CablesShareEntry]
    {
        after.observe(what, false);
    }
    change.step(Act::SetBox, "Bolt a box marked for fans to a joist, an old-work bar or blocking: two bolts at least, three for a cast body. Each cable comes in by an entry of its own, clamped.");
    change.bring(("fan-box-marked-70-lb", "fan box, marked 70 lb"), 1);
    change.bring(("old-work-bar-or-blocking-with-bolts", "old-work bar or blocking, with bolts"), 1);
    change.caution("A fan is never hung from the plaster, nor from the ears of a plain box.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, Hung};
    use crate::repair::Standing;
    use crate::testing::{box_with, conductor, repaired};

    fn fan(pounds: u32) -> BoxContents {
        let mut contents = box_with(None, vec![conductor(Some(128), None)]);
        contents.hung = Some(Hung {
            kind: HungKind::Fan,
            mass: Some(Mass::pounds(pounds)),
            box_carries: Some(Carries::Nothing),
            box_marked_mass: None,
            from_structure: None,
            two_screws: None,
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
