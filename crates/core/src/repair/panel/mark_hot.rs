//! `mark-hot-at-panel`: a white conductor of a cable that is a hot under a breaker gets a mark where it shows.

use super::safety::{LINE_SIDE, QUALIFIED, closed_up, made_dead};
use super::{PanelChange, PanelFound, PanelRepair};
use crate::facts::Colour;
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair =
    PanelRepair { code: "mark-hot-at-panel", title: "Mark the white hots", mends: &["conductor-reidentified"], plan };

/// NEC 200.7(C)(1).
const OF_A_CABLE: &str =
    "Only a white conductor of a cable may be marked as a hot; one that was pulled singly into a raceway is replaced.";

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let mut steps = made_dead(found).map_err(|why| vec![why])?;
    let mut after = found.panel.clone();
    let mut marked = Vec::new();
    for breaker in &mut after.breakers {
        let name = breaker.name();
        for conductor in &mut breaker.conductors {
            let white = matches!(conductor.colour, Some(Colour::White | Colour::Grey));
            if white && conductor.remarked == Some(false) {
                conductor.remarked = Some(true);
                marked.push(format!("the {} under breaker {name}", conductor.label()));
            }
        }
    }
    if marked.is_empty() {
        return Err(vec!["no white conductor under a breaker here is in want of a mark".to_owned()]);
    }
    steps.push(
        "Follow each to its cable, and see that it is the hot of its circuit and no neutral landed here.".to_owned(),
    );
    steps.push(format!("Mark {} all round where it shows, with black or red tape.", marked.join(" and ")));
    steps.extend(closed_up());
    let minutes = 10 + 2 * u32::try_from(marked.len()).unwrap_or(u32::MAX / 4);
    Ok(PanelChange {
        after,
        steps,
        cautions: vec![OF_A_CABLE, LINE_SIDE, QUALIFIED],
        minutes,
        materials: vec![MaterialLine::piece(("marking-tape-permanent", "marking tape, permanent"), 1)],
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{LandedConductor, Panel};
    use crate::quantity::Gauge;
    use crate::repair::panel::testing::{mends_at_a_sub_panel, referred_at_the_service};
    use crate::rules::panel_testing::hot;

    fn broken(sub: &mut Panel) {
        let white = LandedConductor { colour: Some(Colour::White), remarked: Some(false), ..hot(2, Gauge::Awg10) };
        sub.breakers[0].conductors = vec![hot(1, Gauge::Awg10), white];
    }

    #[test]
    fn it_mends_what_it_says() {
        mends_at_a_sub_panel(&REPAIR, "conductor-reidentified", broken);
    }

    #[test]
    fn at_the_service_it_is_referred() {
        referred_at_the_service(&REPAIR, broken);
    }
}
