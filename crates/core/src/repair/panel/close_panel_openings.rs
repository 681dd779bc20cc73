//! `close-panel-openings`: filler plates and seals in what nothing uses.

use super::safety::{LINE_SIDE, QUALIFIED};
use super::{PanelChange, PanelFound, PanelRepair};
use crate::facts::PanelObservation;
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair = PanelRepair {
    code: "close-panel-openings",
    title: "Close the openings of the panel",
    mends: &["panel-openings"],
    plan,
};

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let mut after = found.panel.clone();
    let mut steps = vec!["Switch the main off, or the breaker ahead. The dead front stays on.".to_owned()];
    let mut materials = Vec::new();
    if found.panel.observed(PanelObservation::OpenSpace) == Some(true) {
        steps.push(
            "Press a filler plate made for this dead front into each open breaker space, from the front.".to_owned(),
        );
        materials.push(MaterialLine::piece(("filler-plate-for-this-panel", "filler plate for this panel"), 1));
    }
    if found.panel.observed(PanelObservation::OpenKnockout) == Some(true) {
        steps.push("Close each open knockout from outside with a seal of its size.".to_owned());
        materials.push(MaterialLine::piece(("knockout-seal", "knockout seal"), 1));
    }
    for what in [PanelObservation::OpenSpace, PanelObservation::OpenKnockout] {
        after.observe(what, false);
    }
    let cautions = vec!["Nothing goes through an opening: the bus behind it may be live.", LINE_SIDE, QUALIFIED];
    Ok(PanelChange { after, steps, cautions, minutes: 10, materials })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::repair::panel::testing::found_of;
    use crate::rules::panel_testing::{panel, passes};

    #[test]
    fn it_brings_what_each_opening_takes() {
        let mut panel = panel();
        panel.observe(PanelObservation::OpenSpace, true);
        panel.observe(PanelObservation::OpenKnockout, false);
        assert!(!passes("panel-openings", &panel, &[]));
        let change = plan(&found_of(&panel, &[&panel])).expect("from outside");
        assert_eq!(change.materials.len(), 1);
        assert!(passes("panel-openings", &change.after, &[]));
    }
}
