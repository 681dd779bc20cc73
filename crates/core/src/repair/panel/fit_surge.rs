//! `fit-surge`: a surge-protective device of type 2 on a two-pole breaker of its own.

use super::safety::{LINE_SIDE, QUALIFIED};
use super::{PanelChange, PanelFound, PanelRepair};
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair =
    PanelRepair { code: "fit-surge", title: "Fit surge protection", mends: &["surge-protection"], plan };

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let Some(space) = found.panel.free_pair() else {
        return Err(vec!["no two spaces one below the other are free, and its breaker takes both".to_owned()]);
    };
    let mut after = found.panel.clone();
    after.service.surge = Some(true);
    let steps = vec![
        format!(
            "A surge-protective device of type 2, listed for the panel, on a two-pole breaker of the size its instructions name, in spaces {space} and {}.",
            space + 2
        ),
        "Its leads are as short and straight as can be; neutral and ground on the bar of the service.".to_owned(),
        "Its light shows that it protects; say to the owner to look at it each year.".to_owned(),
    ];
    let materials = vec![MaterialLine::piece(
        ("surge-protective-device-type-2", "surge-protective device, type 2, with its breaker"),
        1,
    )];
    Ok(PanelChange { after, steps, cautions: vec![LINE_SIDE, QUALIFIED], minutes: 40, materials })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::PanelFeed;
    use crate::repair::panel::testing::found_of;
    use crate::rules::panel_testing::{panel, passes};

    #[test]
    fn where_two_spaces_are_free() {
        let mut service = panel();
        (service.feed, service.service.surge, service.service.replaced) = (PanelFeed::Service, Some(false), Some(2024));
        assert!(!passes("surge-protection", &service, &[]));
        let change = plan(&found_of(&service, &[&service])).expect("spaces 2 and 4 are free");
        assert!(passes("surge-protection", &change.after, &[]));
        service.spaces = 3;
        assert!(plan(&found_of(&service, &[&service])).is_err());
    }
}
