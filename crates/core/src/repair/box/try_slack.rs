//! Slack that nobody tried yet is tried before anything is cut or brought: what to do when it comes, and when it does not.

use crate::facts::Cable;
use crate::quantity::{Length, Rounding};
use crate::repair::{Act, Change, Diagnosis};

/// Adds the step for each cable of short conductors whose slack is not known. `spared`: what is left out when it comes.
/// Common practice, no source.
pub fn try_slack_first(diagnosis: &Diagnosis, change: &mut Change, spared: &str) {
    let units = diagnosis.situation.basis.units;
    let untried = |id: Option<u16>| {
        let cables = &diagnosis.situation.contents.cables;
        cables.iter().find(|cable| Some(cable.id) == id && cable.slack.is_none() && !cable.fixed_close)
    };
    let mut wanting: Vec<(&Cable, Length)> = Vec::new();
    for short in &diagnosis.short {
        let Some(cable) = untried(short.conductor.cable) else { continue };
        let missing = diagnosis.missing_of(short.conductor.id);
        match wanting.iter_mut().find(|(known, _)| known.id == cable.id) {
            Some((_, most)) => *most = missing.max(*most),
            None => wanting.push((cable, missing)),
        }
    }
    for (cable, missing) in wanting {
        let (name, missing) = (cable.name(), missing.print(units, Rounding::Up));
        change.step(
            Act::PullSlack,
            format!(
                "Try slack first, {name}: pull gently, never against a staple. Comes {missing} or more: trim the sheath back to where it \
                 ended, fix the cable, and leave out {spared}. Comes less: go on."
            ),
        );
    }
}
