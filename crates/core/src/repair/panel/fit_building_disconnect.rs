//! `fit-building-disconnect`: a main in the panel of a building that another one feeds, large enough for what is in it.

use super::safety::{QUALIFIED, closed_up, made_dead};
use super::{PanelChange, PanelFound, PanelRepair};
use crate::repair::MaterialLine;
use crate::rules::least_building_disconnect;

/// The repair.
pub const REPAIR: PanelRepair = PanelRepair {
    code: "fit-building-disconnect",
    title: "Disconnect at the building",
    mends: &["building-disconnect"],
    plan,
};

/// The sizes a main is made in, in amperes. Common practice, no source.
const MADE: [u16; 8] = [30, 60, 70, 100, 125, 150, 175, 200];

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let panel = found.panel;
    // A main smaller than the breaker ahead of it would take the building off for a load that the feeder carries.
    let ahead = panel.feeder(found.panels).and_then(|(_, breaker)| breaker.amperes);
    let least = least_building_disconnect(panel).max(ahead.unwrap_or_default());
    let Some(size) = MADE.into_iter().find(|made| *made >= least) else {
        return Err(vec![format!("a disconnect of {least} A is more than this is for: refer it")]);
    };
    let mut steps = made_dead(found).map_err(|why| vec![why])?;
    let mut after = panel.clone();
    after.service.handles = Some(1);
    let switch = format!("an enclosed switch of {size} A outside or nearest where the feeder comes in");
    // The breaker ahead protects a panel that is rated for less than its disconnect must be.
    if panel.rating.is_none_or(|rating| rating >= size) {
        after.main_breaker = Some(size);
        steps.push(format!(
            "Fit a main of {size} A listed for this panel, held down where it is back-fed, or {switch}."
        ));
    } else {
        after.main_breaker = None;
        steps.push(format!("Fit {switch}; a main of {size} A is too large for this panel."));
    }
    steps.push("The feeder ends at its line side; neutrals and grounds stay apart as they are.".to_owned());
    steps.extend(closed_up());
    let article = (format!("building-disconnect-{size}"), format!("disconnect for the building, {size} A"));
    let materials = vec![MaterialLine::piece(article, 1)];
    Ok(PanelChange { after, steps, cautions: vec![QUALIFIED], minutes: 90, materials })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::repair::panel::testing::mends_at_a_sub_panel;
    use crate::rules::panel_testing::incoming;

    #[test]
    fn a_main_of_sixty_amperes_for_a_shop() {
        let after = mends_at_a_sub_panel(&REPAIR, "building-disconnect", |shop| {
            let known = incoming(crate::quantity::Gauge::Awg6);
            shop.incoming = Some(crate::facts::Incoming { other_building: true, ..known });
            (shop.service.handles, shop.rating) = (Some(0), Some(125));
            shop.breakers.push(crate::facts::Breaker::new(3, 5));
        });
        assert_eq!((after.main_breaker, after.service.handles), (Some(60), Some(1)));
        let small = mends_at_a_sub_panel(&REPAIR, "building-disconnect", |shop| {
            let known = incoming(crate::quantity::Gauge::Awg6);
            shop.incoming = Some(crate::facts::Incoming { other_building: true, ..known });
            (shop.service.handles, shop.rating, shop.main_breaker) = (Some(1), Some(50), Some(50));
            shop.breakers.push(crate::facts::Breaker::new(3, 5));
        });
        assert_eq!(small.main_breaker, None, "a switch ahead of a panel of 50 A");
    }
}
