//! When one may work behind a dead front, and what is said then.

use super::PanelFound;
use crate::facts::PanelFeed;

/// Said wherever a dead front comes off.
pub(super) const LINE_SIDE: &str =
    "The line lugs stay live with the main off. Only a disconnect ahead makes them dead: lock it, and prove it dead.";

/// Said wherever somebody works at a panel.
pub(super) const QUALIFIED: &str = "For a qualified person, by the local code and with the authority's permit.";

/// The first steps behind a dead front: the disconnect ahead off, locked, and the incoming lugs proven dead.
///
/// # Errors
/// Why the incoming lugs cannot be proven dead: the work is referred then.
pub(super) fn made_dead(found: &PanelFound) -> Result<Vec<String>, String> {
    let ahead = found
        .panel
        .feeder(found.panels)
        .map(|(source, breaker)| format!("breaker {} of {}", breaker.name(), source.name));
    let outside =
        || (found.panel.feed == PanelFeed::Disconnect).then(|| "the disconnect ahead of this panel".to_owned());
    match ahead.or_else(outside) {
        Some(ahead) => Ok(vec![
            format!("Switch off {ahead}, lock it and hang a tag on it."),
            "Take the dead front off. Prove the tester on a known live point, test the incoming lugs leg to leg, leg to \
             neutral and leg to enclosure, prove the tester again."
                .to_owned(),
        ]),
        None if found.panel.feed == PanelFeed::Service => Err("the line side of the service stays live here, whatever is switched off".to_owned()),
        None => Err("what feeds this panel is not known, so that nothing makes its lugs dead; find the disconnect ahead \
                     of it first"
            .to_owned()),
    }
}

/// The last steps: closed, power on, tested.
pub(super) fn closed_up() -> Vec<String> {
    vec![
        "Torque what was landed to the mark of its terminal; put the dead front back on.".to_owned(),
        "Take the lock off, switch on, and read the circuits that were touched.".to_owned(),
    ]
}

/// Whether bonds may be changed here: the service disconnect is located, and a ground comes with the feeder.
///
/// # Errors
/// What is wanting.
pub(super) fn bonds_may_change(found: &PanelFound) -> Result<(), String> {
    let mut here = found.panel;
    for _ in 0..=found.panels.len() {
        match here.feeder(found.panels) {
            Some((source, _)) => here = source,
            None => break,
        }
    }
    if !matches!(here.feed, PanelFeed::Service | PanelFeed::Disconnect) {
        return Err(
            "the service disconnect is not located: record the panel it is in, and what feeds this one".to_owned()
        );
    }
    match found.panel.incoming.and_then(|incoming| incoming.separate_ground) {
        Some(true) => Ok(()),
        Some(false) => {
            Err("no ground comes with the feeder: without the bond a fault would find no way back; the feeder \
                            is renewed first"
                .to_owned())
        }
        None => Err("look whether a ground comes with the feeder; without one the bond must not go".to_owned()),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Panel;
    use crate::quantity::Gauge;
    use crate::repair::panel::testing::found_of;
    use crate::rules::panel_testing::{incoming, main_panel, panel, sub_feed};

    #[test]
    fn behind_a_dead_front_only_with_a_disconnect_ahead() {
        let main = main_panel();
        let mut sub = panel();
        sub.feed = sub_feed();
        let panels = [&main, &sub];
        let found = |panel| found_of(panel, &panels);
        assert!(made_dead(&found(&sub)).expect("fed by a breaker")[0].contains("lock it"));
        assert!(made_dead(&found(&main)).expect_err("the service").contains("stays live"));
        let mut behind_outside = panel();
        behind_outside.feed = PanelFeed::Disconnect;
        assert!(made_dead(&found(&behind_outside)).expect("a disconnect is ahead")[0].contains("ahead of this panel"));
        let unknown = panel();
        assert!(made_dead(&found(&unknown)).expect_err("unknown").contains("not known"));
    }

    #[test]
    fn a_bond_stays_until_the_service_and_a_ground_are_known() {
        let main = main_panel();
        let mut sub = panel();
        sub.feed = sub_feed();
        let may = |sub: &Panel, panels: &[&Panel]| bonds_may_change(&found_of(sub, panels));
        assert!(may(&sub, &[&main, &sub]).expect_err("no ground known").contains("look whether"));
        sub.incoming = Some(crate::facts::Incoming { separate_ground: Some(false), ..incoming(Gauge::Awg6) });
        assert!(may(&sub, &[&main, &sub]).expect_err("no ground").contains("renewed first"));
        sub.incoming = Some(crate::facts::Incoming { separate_ground: Some(true), ..incoming(Gauge::Awg6) });
        assert_eq!(may(&sub, &[&main, &sub]), Ok(()));
        assert!(may(&sub, &[&sub]).expect_err("no service").contains("service disconnect"));
    }
}
