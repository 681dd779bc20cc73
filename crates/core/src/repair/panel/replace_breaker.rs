//! `replace-breaker`: a breaker that the label does not name, or that is loose on its bus, gives way to one that it names.

use super::safety::{LINE_SIDE, QUALIFIED, closed_up, made_dead};
use super::{PanelChange, PanelFound, PanelRepair};
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair = PanelRepair {
    code: "replace-breaker",
    title: "Replace the breaker by one the label takes",
    mends: &["breaker-listed", "breaker-seated"],
    plan,
};

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let mut steps = made_dead(found).map_err(|why| vec![why])?;
    let mut after = found.panel.clone();
    let mut replaced = Vec::new();
    for breaker in &mut after.breakers {
        if breaker.is_tandem()
            && found.panel.tandem_spaces.as_ref().is_some_and(|spaces| !spaces.contains(&breaker.space))
        {
            let why = format!(
                "the label takes no tandem in space {}: two spaces, or a panel with more, are wanted",
                breaker.space
            );
            return Err(vec![why]);
        }
        if breaker.listed == Some(false) || breaker.firm == Some(false) {
            breaker.listed = Some(true);
            breaker.firm = Some(true);
            let rating = breaker.amperes.map_or_else(|| "its rating".to_owned(), |amperes| format!("{amperes} A"));
            replaced.push(format!("{} ({rating})", breaker.name()));
        }
    }
    if replaced.is_empty() {
        return Err(vec!["no breaker here is unlisted or loose".to_owned()]);
    }
    let count = u32::try_from(replaced.len()).unwrap_or(u32::MAX);
    steps.push("Look at the bus behind each: pitted or burnt, and the panel is replaced instead.".to_owned());
    steps.push(format!(
        "Take out breaker {}, and seat one that the label of the panel names, of the same rating.",
        replaced.join(", ")
    ));
    steps.extend(closed_up());
    Ok(PanelChange {
        after,
        steps,
        cautions: vec![LINE_SIDE, QUALIFIED],
        minutes: 10 + 12 * count,
        materials: vec![MaterialLine::piece(("breaker-that-the-label-names", "breaker that the label names"), count)],
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Breaker, Panel};
    use crate::repair::panel::testing::{mends_at_a_sub_panel, referred_at_the_service};

    fn broken(sub: &mut Panel) {
        sub.breakers = vec![Breaker { listed: Some(false), ..Breaker::new(1, 1) }];
    }

    #[test]
    fn it_mends_what_it_says() {
        mends_at_a_sub_panel(&REPAIR, "breaker-listed", broken);
    }

    #[test]
    fn at_the_service_it_is_referred() {
        referred_at_the_service(&REPAIR, broken);
    }
}
