//! `fit-bonding-terminal`: a terminal for three conductors and more, outside, on the electrode conductor.

use super::safety::QUALIFIED;
use super::{PanelChange, PanelFound, PanelRepair};
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair = PanelRepair {
    code: "fit-bonding-terminal",
    title: "Fit a terminal for other systems",
    mends: &["intersystem-bonding"],
    plan,
};

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let mut after = found.panel.clone();
    after.service.intersystem = Some(true);
    let steps = vec![
        "Fix a bonding terminal with room for three conductors at least outside, at the meter or the disconnect, where it can be got at.".to_owned(),
        "Join it by 6 AWG copper to the electrode conductor or the enclosure; bring telephone, antenna and cable to it.".to_owned(),
    ];
    let materials =
        vec![MaterialLine::piece(("intersystem-bonding-terminal", "bonding terminal for other systems"), 1)];
    Ok(PanelChange {
        after,
        steps,
        cautions: vec!["The meter base stays closed: it is the utility's, and live.", QUALIFIED],
        minutes: 30,
        materials,
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::PanelFeed;
    use crate::repair::panel::testing::found_of;
    use crate::rules::panel_testing::{panel, passes};

    #[test]
    fn outside_and_joined() {
        let mut service = panel();
        (service.feed, service.service.intersystem, service.service.replaced) =
            (PanelFeed::Service, Some(false), Some(2024));
        assert!(!passes("intersystem-bonding", &service, &[]));
        let change = plan(&found_of(&service, &[&service])).expect("it can be fitted");
        assert!(passes("intersystem-bonding", &change.after, &[]));
    }
}
