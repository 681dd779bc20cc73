//! `mark-disconnect`: a mark that stays, where there are no more handles than six.

use super::safety::QUALIFIED;
use super::{PanelChange, PanelFound, PanelRepair};
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair =
    PanelRepair { code: "mark-disconnect", title: "Mark the service disconnect", mends: &["service-disconnect"], plan };

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    if found.panel.service.marked != Some(false) {
        return Err(vec![
            "the disconnect is marked: what is wrong here is the service itself, which is referred".to_owned(),
        ]);
    }
    let mut after = found.panel.clone();
    after.service.marked = Some(true);
    let steps = vec!["Put a mark that stays on the service disconnect, and on each handle where there are several: what it takes off.".to_owned()];
    let materials = vec![MaterialLine::piece(
        ("mark-service-disconnect", "mark for a service disconnect, engraved or of its maker"),
        1,
    )];
    Ok(PanelChange { after, steps, cautions: vec![QUALIFIED], minutes: 10, materials })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::PanelFeed;
    use crate::repair::panel::testing::found_of;
    use crate::rules::panel_testing::{panel, passes};

    #[test]
    fn a_mark_is_put_on() {
        let mut service = panel();
        (service.feed, service.service.handles, service.service.marked) = (PanelFeed::Service, Some(1), Some(false));
        assert!(!passes("service-disconnect", &service, &[]));
        let change = plan(&found_of(&service, &[&service])).expect("it can be marked");
        assert!(passes("service-disconnect", &change.after, &[]));
        service.service.marked = Some(true);
        assert!(plan(&found_of(&service, &[&service])).is_err());
    }
}
