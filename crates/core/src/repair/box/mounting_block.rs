//! `mounting-block`: a block cut to the laps, flat in front, its top flashed and its bottom open.

use crate::facts::{CanopySeal, CanopySurface, Observation};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "mounting-block",
    title: "Mounting block on the siding",
    mends: &["wet-location", "canopy-bearing", "canopy-drain", "canopy-closed"],
    act: Act::SetBox,
    least_minutes: 25,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let hung = diagnosis.hung()?;
    match hung.surface {
        Some(CanopySurface::Siding | CanopySurface::Rough) => {}
        Some(CanopySurface::Flat) => return Err(vec!["the surface is flat: a gasket or a seal does".to_owned()]),
        None => return Err(vec!["what the canopy closes on is not noted".to_owned()]),
    }
    let mut change = diagnosis.change(25);
    change.after.observe(Observation::CanopyGap, false);
    change.after.observe(Observation::WaterTrapped, false);
    if let Some(hung) = &mut change.after.hung {
        (hung.block, hung.gasket, hung.seal) = (Some(true), Some(true), Some(CanopySeal::TopAndSides));
    }
    change.step(
        Act::SetBox,
        "Fit a mounting block to the laps of the siding, its flange under the course above; seal its top and sides.",
    );
    change.step(Act::Cover, "Hang the canopy on the block with its gasket; leave the bottom open to drain.");
    change.bring(("mounting-block-for-the-siding", "mounting block, to the lap of the siding"), 1);
    change.bring(("canopy-gasket", "gasket for the canopy"), 1);
    change.bring(("outdoor-sealant", "outdoor sealant"), 1);
    change.caution("Siding of before about 1980 may hold asbestos: have it tested before it is cut.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Hung, HungKind};
    use crate::repair::Standing;
    use crate::testing::{hanging, repaired};

    #[test]
    fn siding_gets_a_block_and_a_flat_wall_none() {
        let on = |surface| {
            let mut contents = hanging(HungKind::WallLuminaire, |hung: &mut Hung| {
                (hung.surface, hung.block) = (Some(surface), Some(false));
                (hung.gasket, hung.seal) = (Some(false), Some(CanopySeal::None));
            });
            contents.location = Some(crate::standard::Location::Outdoors);
            repaired(REPAIR.code, &contents)
        };
        assert!(on(CanopySurface::Siding).clears.contains(&"canopy-bearing"));
        assert_eq!(on(CanopySurface::Flat).standing, Standing::Rejected);
    }
}
