//! `insulation-guard`: a guard that keeps insulation 3 in off a recessed luminaire.

use crate::facts::HungKind;
use crate::quantity::Length;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "insulation-guard",
    title: "Keep insulation off the luminaire",
    mends: &["recessed-clearance"],
    act: Act::Cover,
    least_minutes: 25,
    intrusiveness: 2,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let units = diagnosis.situation.basis.units;
    let Some(hung) = contents.hung.as_ref().filter(|hung| hung.kind == HungKind::RecessedLuminaire) else {
        return Err(vec!["no recessed luminaire is here".to_owned()]);
    };
    if hung.to_wood.is_some_and(|way| way < Length::mm(13)) {
        return Err(vec![
            "wood is too near as well, and a guard moves no joist: replace the luminaire by one marked for contact"
                .to_owned(),
        ]);
    }
    let way = units.either("3 in", "75 mm");
    let mut change = diagnosis.change(25);
    change.after.hung.iter_mut().for_each(|hung| hung.to_insulation = Some(Length::inches(3).max(Length::mm(75))));
    change.step(Act::Cover, format!("From above, draw the insulation back and set a guard that does not burn round the luminaire, {way} or more from it all round, open above."));
    change.bring(("insulation-guard", "guard against insulation, of metal"), 1);
    change.caution(
        "On joists only; insulation of before about 1990 may be vermiculite with asbestos: leave it and refer.",
    );
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Hung, HungKind};
    use crate::repair::Standing;
    use crate::testing::{hanging, repaired};

    #[test]
    fn a_guard_keeps_insulation_off_but_no_wood() {
        let can = |wood| {
            let contents = hanging(HungKind::RecessedLuminaire, |hung: &mut Hung| {
                hung.insulation_contact = Some(false);
                (hung.to_insulation, hung.to_wood) = (Some(Length::ZERO), Some(Length::sixteenths(wood)));
            });
            repaired(REPAIR.code, &contents)
        };
        assert!(can(32).clears.contains(&"recessed-clearance"));
        assert_eq!(can(2).standing, Standing::Rejected);
    }
}
