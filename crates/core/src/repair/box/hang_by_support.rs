//! `hang-by-support`: the weight off the conductors: bracket, strap or hook on what carries it.

use crate::facts::Observation;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "hang-by-support",
    title: "Hang it by its support",
    mends: &["luminaire-secure"],
    act: Act::SetBox,
    least_minutes: 15,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let hung = diagnosis.hung()?;
    let mut change = diagnosis.change(15);
    change.after.observe(Observation::HangsByConductors, false);
    let what = hung.kind.noun();
    change.step(
        Act::SetBox,
        format!("Screw the bracket of the {what} to its box or the structure, hang the {what} on it, and make the splices with no pull on them."),
    );
    change.bring(("bracket-with-screws", "bracket for the box, with screws"), 1);
    change.caution("Hold the weight until its screws are home: never by the conductors.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Hung, HungKind};
    use crate::testing::hanging;

    #[test]
    fn the_weight_comes_off_the_conductors() {
        let contents = hanging(HungKind::CeilingLuminaire, |_: &mut Hung| ());
        crate::testing::mends_what_is_seen(REPAIR.code, Observation::HangsByConductors, "luminaire-secure", &contents);
    }
}
