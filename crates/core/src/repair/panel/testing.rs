//! What the tests of the repairs at a panel share: a sub-panel whose breaker is known, broken in one way.

use super::{PanelFound, PanelRepair};
use crate::facts::{Panel, PanelFeed};
use crate::rules::panel_testing::{main_panel, panel, passes, sub_feed};

fn broken(how: fn(&mut Panel)) -> Panel {
    let mut sub = Panel { feed: sub_feed(), ..panel() };
    how(&mut sub);
    sub
}

/// Asserts that a repair mends a rule that a sub-panel breaks, and gives the panel as it would be.
pub fn mends_at_a_sub_panel(repair: &PanelRepair, rule: &str, how: fn(&mut Panel)) -> Panel {
    let (main, sub) = (main_panel(), broken(how));
    assert!(!passes(rule, &sub, &[&main]), "{rule} is broken before");
    let found = PanelFound { panel: &sub, panels: &[&main, &sub], directory: &[] };
    let change = (repair.plan)(&found).expect("it can be made dead");
    assert!(passes(rule, &change.after, &[&main]), "{rule} passes after");
    change.after
}

/// Asserts that nobody opens the same panel at the service, whose line side stays live.
pub fn referred_at_the_service(repair: &PanelRepair, how: fn(&mut Panel)) {
    let service = Panel { feed: PanelFeed::Service, ..broken(how) };
    let found = PanelFound { panel: &service, panels: &[&service], directory: &[] };
    assert!((repair.plan)(&found).expect_err("its lugs stay live")[0].contains("stays live"));
}
