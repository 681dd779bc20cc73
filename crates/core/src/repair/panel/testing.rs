//! What the tests of the repairs at a panel share: a sub-panel whose breaker is known, broken in one way.

use super::{PanelFound, PanelRepair};
use crate::electrical::feeds::BreakerFeeds;
use crate::facts::{Basis, BoxRecord, Panel, PanelFeed, Room};
use crate::rules::panel_testing::{main_panel, panel, passes, sub_feed};
use crate::rules::{PanelSituation, judge_panel};
use crate::standard::Edition;

/// A sub-panel broken in one way.
pub fn broken(how: fn(&mut Panel)) -> Panel {
    let mut sub = Panel { feed: sub_feed(), ..panel() };
    how(&mut sub);
    sub
}

/// A panel of which nothing but itself and the others is known.
pub fn found_of<'a>(panel: &'a Panel, panels: &'a [&'a Panel]) -> PanelFound<'a> {
    PanelFound { panel, panels, directory: &[], results: &[], feeds: &[], boxes: &[], edition: Edition::Nec2023 }
}

/// What is made of a panel as it is judged under NEC 2023.
pub fn judged<T>(
    panel: &Panel,
    panels: &[&Panel],
    feeds: &[BreakerFeeds],
    boxes: &[(&Room, &BoxRecord)],
    make: impl FnOnce(&PanelFound) -> T,
) -> T {
    let basis = Basis::default();
    let situation = PanelSituation { panel, panels, basis: &basis, directory: &[], feeds, boxes };
    make(&PanelFound::of(&situation, &judge_panel(&situation)))
}

/// Asserts that a repair mends a rule that a sub-panel breaks, and gives the panel as it would be.
pub fn mends_at_a_sub_panel(repair: &PanelRepair, rule: &str, how: fn(&mut Panel)) -> Panel {
    let (main, sub) = (main_panel(), broken(how));
    assert!(!passes(rule, &sub, &[&main]), "{rule} is broken before");
    let change = judged(&sub, &[&main, &sub], &[], &[], |found| (repair.plan)(found)).expect("it can be made dead");
    assert!(passes(rule, &change.after, &[&main]), "{rule} passes after");
    change.after
}

/// Asserts that nobody opens the same panel at the service, whose line side stays live.
pub fn referred_at_the_service(repair: &PanelRepair, how: fn(&mut Panel)) {
    let service = Panel { feed: PanelFeed::Service, ..broken(how) };
    let alone = [&service];
    assert!((repair.plan)(&found_of(&service, &alone)).expect_err("its lugs stay live")[0].contains("stays live"));
}
