//! `fit-dead-front`: a dead front made for the panel, held by blunt screws.

use super::safety::{LINE_SIDE, QUALIFIED, closed_up, made_dead};
use super::{PanelChange, PanelFound, PanelRepair};
use crate::facts::PanelObservation;
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair =
    PanelRepair { code: "fit-dead-front", title: "Order and fit a dead front", mends: &["dead-front"], plan };

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let mut steps = made_dead(found).map_err(|why| vec![why])?;
    let mut after = found.panel.clone();
    let missing = found.panel.observed(PanelObservation::DeadFrontOff) == Some(true);
    let sharp = found.panel.observed(PanelObservation::SharpScrews) == Some(true);
    let mut materials = vec![MaterialLine::piece(
        ("blunt-cover-screws-of-the-maker-s-thread-set", "blunt cover screws of the maker's thread, set"),
        1,
    )];
    if missing {
        steps.push("Fit the dead front made for this panel, by the number on its label; until it is there the room stays locked.".to_owned());
        materials.push(MaterialLine::piece(
            ("dead-front-by-the-number-on-the-label", "dead front by the number on the label"),
            1,
        ));
    }
    if missing || sharp {
        steps.push("Hold it with blunt screws of the maker's thread, all of them.".to_owned());
    }
    steps.extend(closed_up());
    for what in [PanelObservation::DeadFrontOff, PanelObservation::SharpScrews] {
        after.observe(what, false);
    }
    Ok(PanelChange { after, steps, cautions: vec![LINE_SIDE, QUALIFIED], minutes: 25, materials })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Panel;
    use crate::repair::panel::testing::{mends_at_a_sub_panel, referred_at_the_service};

    fn broken(sub: &mut Panel) {
        sub.observe(PanelObservation::DeadFrontOff, true);
        sub.observe(PanelObservation::SharpScrews, false);
    }

    #[test]
    fn it_mends_what_it_says() {
        mends_at_a_sub_panel(&REPAIR, "dead-front", broken);
    }

    #[test]
    fn at_the_service_it_is_referred() {
        referred_at_the_service(&REPAIR, broken);
    }
}
