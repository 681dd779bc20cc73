//! `seal-canopy`: a gasket, top and sides sealed, the bottom open.

use crate::facts::{CanopySeal, CanopySurface, Observation};
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::standard::Location;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "seal-canopy",
    title: "Seal the canopy, bottom open",
    mends: &["canopy-bearing", "canopy-drain", "canopy-closed", "wet-location"],
    act: Act::Cover,
    least_minutes: 15,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let hung = diagnosis.hung()?;
    if hung.surface == Some(CanopySurface::Siding) && hung.block != Some(true) {
        return Err(vec!["no seal makes a flat seat of lapped siding: a mounting block does".to_owned()]);
    }
    let mut change = diagnosis.change(15);
    for seen in [Observation::CanopyGap, Observation::WoodUnderCanopy, Observation::WaterTrapped] {
        change.after.observe(seen, false);
    }
    let outside = contents.location.is_some_and(Location::is_damp);
    for hung in change.after.hung.iter_mut().filter(|_| outside) {
        (hung.gasket, hung.seal) = (Some(true), Some(CanopySeal::TopAndSides));
    }
    if outside {
        change.step(Act::Cover, "Cut away old sealant; lay the gasket, draw the canopy up, seal its top and sides, and leave the bottom open.");
        change.bring(("canopy-gasket", "gasket for the canopy"), 1);
        change.bring(("outdoor-sealant", "outdoor sealant"), 1);
    } else {
        change.step(Act::Cover, "Draw the canopy up until it closes all round; a ring that does not burn covers what wood is bare under it.");
        change.bring(("canopy-ring", "canopy ring, of metal"), 1);
    }
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Hung, HungKind};
    use crate::repair::Standing;
    use crate::testing::{hanging, repaired};

    #[test]
    fn a_seal_all_round_is_opened_below() {
        let mut contents = hanging(HungKind::WallLuminaire, |hung: &mut Hung| {
            (hung.surface, hung.seal) = (Some(CanopySurface::Flat), Some(CanopySeal::AllRound));
        });
        contents.location = Some(Location::Outdoors);
        assert!(repaired(REPAIR.code, &contents).clears.contains(&"canopy-drain"));
        contents.hung.iter_mut().for_each(|hung| hung.surface = Some(CanopySurface::Siding));
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
    }
}
