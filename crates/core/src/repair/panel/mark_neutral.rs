//! `mark-neutral-at-panel`: large neutrals of another colour get white tape where they end.

use super::safety::{LINE_SIDE, QUALIFIED, closed_up, made_dead};
use super::{PanelChange, PanelFound, PanelRepair};
use crate::facts::{Colour, Role};
use crate::quantity::Gauge;
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair =
    PanelRepair { code: "mark-neutral-at-panel", title: "Mark the neutrals", mends: &["neutral-identification"], plan };

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let mut steps = made_dead(found).map_err(|why| vec![why])?;
    let mut after = found.panel.clone();
    let mut count = 0;
    for conductor in after.bars.iter_mut().flat_map(|bar| &mut bar.conductors) {
        let other = !matches!(conductor.colour, None | Some(Colour::White | Colour::Grey | Colour::Unknown));
        if conductor.role == Role::Grounded && other && conductor.remarked != Some(true) {
            if conductor.gauge <= Gauge::Awg6 {
                let why = "a neutral of 6 AWG and smaller is white or grey along its length; tape does not make it one";
                return Err(vec![why.to_owned()]);
            }
            conductor.remarked = Some(true);
            count += 1;
        }
    }
    if count == 0 {
        return Err(vec!["no neutral here wants marking".to_owned()]);
    }
    steps.push(format!("Wrap white tape round {count} neutrals where they end, all the way round."));
    steps.extend(closed_up());
    Ok(PanelChange {
        after,
        steps,
        cautions: vec![LINE_SIDE, QUALIFIED],
        minutes: 10 + 2 * count,
        materials: vec![MaterialLine::piece(("white-marking-tape-roll", "white marking tape, roll"), 1)],
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BarKind, Panel};
    use crate::repair::panel::testing::{mends_at_a_sub_panel, referred_at_the_service};
    use crate::rules::panel_testing::{bar, neutral};

    fn broken(sub: &mut Panel) {
        let mut large = neutral(1);
        (large.gauge, large.colour, large.remarked) = (Gauge::Awg4, Some(Colour::Black), Some(false));
        sub.bars = vec![bar(BarKind::Neutral, vec![large])];
    }

    #[test]
    fn it_mends_what_it_says() {
        mends_at_a_sub_panel(&REPAIR, "neutral-identification", broken);
    }

    #[test]
    fn at_the_service_it_is_referred() {
        referred_at_the_service(&REPAIR, broken);
    }
}
