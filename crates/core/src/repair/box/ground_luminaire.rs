//! `ground-luminaire`: its green lead or strap on the ground of the box.

use crate::electrical::{Evidence, Ground};
use crate::facts::Observation;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "ground-luminaire",
    title: "Ground the luminaire",
    mends: &["luminaire-grounded"],
    act: Act::Splice,
    least_minutes: 10,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let hung = diagnosis.hung()?;
    if !matches!(Evidence::of(contents).ground(contents), Ground::There(_)) {
        return Err(vec![
            "no ground is in the box: bring one, protect by a GFCI, or hang one without metal".to_owned(),
        ]);
    }
    let mut change = diagnosis.change(10);
    change.after.observe(Observation::LuminaireUngrounded, false);
    change.step(
        Act::Splice,
        format!(
            "Join the green or bare lead of the {}, or a pigtail to its strap, with the grounds of the box.",
            hung.kind.noun()
        ),
    );
    change
        .step(Act::Read, "Read from its metal to a known ground: a few tenths of an ohm at most, with the power off.");
    change.bring(("ground-pigtail-with-fork", "ground pigtail for the strap"), 1);
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Hung, HungKind};
    use crate::repair::Standing;
    use crate::testing::{hanging, repaired};

    #[test]
    fn where_there_is_a_ground_to_use() {
        let mut contents = hanging(HungKind::CeilingLuminaire, |hung: &mut Hung| hung.metal = Some(true));
        contents.observe(Observation::LuminaireUngrounded, true);
        assert!(repaired(REPAIR.code, &contents).clears.contains(&"luminaire-grounded"));
        contents.conductors.truncate(2);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
    }
}
