//! `write-directory`: what the walk found goes into the directory.

use super::{PanelChange, PanelFound, PanelRepair};
use crate::facts::PanelObservation;
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair =
    PanelRepair { code: "write-directory", title: "Write the directory anew", mends: &["directory"], plan };

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let mut after = found.panel.clone();
    let mut unknown = Vec::new();
    let mut written = Vec::new();
    for breaker in &mut after.breakers {
        let line = found.directory.iter().find(|line| line.breaker == breaker.id);
        match line.filter(|line| line.differs && !line.proposed.is_empty()) {
            Some(line) => {
                breaker.directory.clone_from(&line.proposed);
                written.push(format!("{}: {}", breaker.name(), line.proposed));
            }
            None if breaker.directory.trim().is_empty() => unknown.push(breaker.name()),
            None => {}
        }
    }
    if !unknown.is_empty() {
        return Err(vec![format!(
            "map what breaker {} feeds first; nothing is written on a guess",
            unknown.join(", ")
        )]);
    }
    after.observe(PanelObservation::DirectoryUnreadable, false);
    let mut steps = vec!["Write or print the directory, one line a breaker, and fix it inside the door.".to_owned()];
    steps.extend(written.into_iter().map(|line| format!("Breaker {line}.")));
    Ok(PanelChange {
        after,
        steps,
        cautions: Vec::new(),
        minutes: 15,
        materials: vec![MaterialLine::piece(("panel-directory-card", "panel directory card"), 1)],
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::electrical::mapping::DirectoryLine;
    use crate::facts::Breaker;
    use crate::repair::panel::testing::found_of;
    use crate::rules::panel_testing::{panel, passes};

    #[test]
    fn nothing_is_written_on_a_guess() {
        let mut panel = panel();
        panel.breakers = vec![Breaker::new(1, 1)];
        let alone = [&panel];
        let blank = found_of(&panel, &alone);
        assert!(plan(&blank).expect_err("not mapped")[0].contains("breaker 1"));
        let line = DirectoryLine {
            breaker: 1,
            name: "1".to_owned(),
            says: String::new(),
            proposed: "kitchen counter".to_owned(),
            differs: true,
            agrees: false,
            feeds_nothing: false,
        };
        let lines = [line];
        let known = PanelFound { directory: &lines, ..blank };
        let change = plan(&known).expect("mapped");
        assert_eq!(change.after.breakers[0].directory, "kitchen counter");
        assert!(passes("directory", &change.after, &[]));
    }
}
