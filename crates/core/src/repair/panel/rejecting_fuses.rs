//! `rejecting-fuses`: adaptors that take only the fuse that the wire allows.

use super::safety::QUALIFIED;
use super::{PanelChange, PanelFound, PanelRepair};
use crate::facts::PanelObservation;
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair =
    PanelRepair { code: "rejecting-fuses", title: "Fuses that fit their wire only", mends: &["fuses-right"], plan };

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    if found.panel.observed(PanelObservation::FusedNeutral) == Some(true) {
        return Err(vec![
            "a fuse in the neutral is no matter of its size: the neutral is brought to a bar, which is referred"
                .to_owned(),
        ]);
    }
    let mut after = found.panel.clone();
    after.observe(PanelObservation::FuseTooLarge, false);
    let steps = vec![
        "Switch the main off. Read the size of the wire behind each fuse: 15 A for 14 AWG, 20 A for 12 AWG, 30 A for 10 AWG copper.".to_owned(),
        "Take out what bridges a fuse. Screw an adaptor of that size into each base, and the fuse of its size into it: the adaptor stays, and takes no larger one.".to_owned(),
        "A fuse that blows again with the right size is too much load or a fault: it is looked for, and not fused higher.".to_owned(),
    ];
    let materials = vec![
        MaterialLine::piece(("rejecting-adaptor", "adaptor for fuses of one size, by the wire"), 1),
        MaterialLine::piece(("rejecting-fuse", "fuse for that adaptor"), 2),
    ];
    Ok(PanelChange {
        after,
        steps,
        cautions: vec![
            "The base is live with the fuse out while the main is on: fingers stay off its shell.",
            QUALIFIED,
        ],
        minutes: 20,
        materials,
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::repair::panel::testing::found_of;
    use crate::rules::panel_testing::{panel, passes};

    #[test]
    fn by_the_wire_and_never_for_a_neutral() {
        let mut fused = panel();
        fused.observe(PanelObservation::FuseTooLarge, true);
        assert!(!passes("fuses-right", &fused, &[]));
        let change = plan(&found_of(&fused, &[&fused])).expect("adaptors fit");
        assert!(passes("fuses-right", &change.after, &[]));
        fused.observe(PanelObservation::FusedNeutral, true);
        assert!(plan(&found_of(&fused, &[&fused])).is_err());
    }
}
