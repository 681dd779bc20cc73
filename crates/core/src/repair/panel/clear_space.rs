//! `clear-space`: what stands before the panel is carried away, and the floor marked.

use super::{PanelChange, PanelFound, PanelRepair};
use crate::facts::PanelObservation;
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair =
    PanelRepair { code: "clear-space", title: "Clear the space before the panel", mends: &["working-space"], plan };

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    if found.panel.observed(PanelObservation::SpaceBlocked) != Some(true) {
        return Err(vec!["nothing stands before the panel: the room itself is too small".to_owned()]);
    }
    let mut after = found.panel.clone();
    after.observe(PanelObservation::SpaceBlocked, false);
    let steps = vec![
        "Carry away what stands in the space before the panel; take off what keeps its door from opening to the full."
            .to_owned(),
        "Mark the space on the floor, so that it stays clear.".to_owned(),
    ];
    let materials = vec![MaterialLine::piece(("floor-marking-tape", "tape to mark the floor"), 1)];
    Ok(PanelChange {
        after,
        steps,
        cautions: vec!["Nothing of it leans on the panel, nor hangs from it."],
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
    fn what_stands_there_goes_and_the_room_stays() {
        let mut stored = panel();
        stored.observe(PanelObservation::SpaceBlocked, true);
        assert!(!passes("working-space", &stored, &[]));
        let change = plan(&found_of(&stored, &[&stored])).expect("it can be carried");
        assert!(passes("working-space", &change.after, &[]));
        assert!(plan(&found_of(&panel(), &[])).is_err());
    }
}
