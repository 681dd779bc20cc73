//! `bond-gas`: 6 AWG copper from the service to a clamp on rigid pipe ahead of the tubing.

use super::safety::QUALIFIED;
use super::{PanelChange, PanelFound, PanelRepair};
use crate::facts::GasPipe;
use crate::quantity::Gauge;
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair =
    PanelRepair { code: "bond-gas", title: "Bond the gas tubing", mends: &["gas-bonded"], plan };

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    if found.panel.service.gas != Some(GasPipe::Corrugated) {
        return Err(vec!["the gas pipe is not corrugated tubing".to_owned()]);
    }
    let mut after = found.panel.clone();
    (after.service.gas_bonded, after.service.gas_bond) = (Some(true), Some(Gauge::Awg6));
    let steps = vec![
        "Run 6 AWG copper in one piece from the neutral bar of the service, or the electrode conductor, to the gas pipe near where it enters, 75 ft at most.".to_owned(),
        "Set a clamp made for it on rigid pipe or a brass fitting: never on the corrugated tubing itself.".to_owned(),
        "Paint or tape over the pipe is taken off under the clamp.".to_owned(),
    ];
    let materials = vec![
        MaterialLine::piece(("bonding-conductor-6", "6 AWG copper, as far as the gas pipe and 4 ft over"), 1),
        MaterialLine::piece(("gas-pipe-clamp", "bonding clamp for gas pipe"), 1),
    ];
    let cautions =
        vec!["Smell of gas: nothing is switched, everybody goes out, and the gas company is called.", QUALIFIED];
    Ok(PanelChange { after, steps, cautions, minutes: 45, materials })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::PanelFeed;
    use crate::repair::panel::testing::found_of;
    use crate::rules::panel_testing::{panel, passes};

    #[test]
    fn on_rigid_pipe_by_six_gauge() {
        let mut service = panel();
        service.feed = PanelFeed::Service;
        (service.service.gas, service.service.gas_bonded) = (Some(GasPipe::Corrugated), Some(false));
        assert!(!passes("gas-bonded", &service, &[]));
        let change = plan(&found_of(&service, &[&service])).expect("there is tubing");
        assert!(passes("gas-bonded", &change.after, &[]));
        service.service.gas = Some(GasPipe::Rigid);
        assert!(plan(&found_of(&service, &[&service])).is_err());
    }
}
