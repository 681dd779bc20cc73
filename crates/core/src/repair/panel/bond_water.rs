//! `bond-water`: a clamp within 5 ft of where the pipe enters, a jumper round the meter, sized by the service.

use super::safety::QUALIFIED;
use super::{PanelChange, PanelFound, PanelRepair};
use crate::quantity::Length;
use crate::repair::MaterialLine;
use crate::standard::ampacity::electrode_conductor;

/// The repair.
pub const REPAIR: PanelRepair =
    PanelRepair { code: "bond-water", title: "Bond the water pipe", mends: &["water-bonded"], plan };

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let Some(incoming) = found.panel.incoming else {
        return Err(vec!["the size of the service conductors is not noted: the bond follows it".to_owned()]);
    };
    let gauge = electrode_conductor(incoming.gauge, incoming.material);
    let mut after = found.panel.clone();
    let service = &mut after.service;
    (service.water_bonded, service.water_jumper) = (Some(true), Some(true));
    service.water_clamp = service.water_clamp.map(|way| way.min(Length::inches(60)));
    let steps = vec![
        format!(
            "Run {gauge} copper in one piece from the neutral bar of the service, or the electrode conductor, to the water pipe, within 5 ft of where it enters."
        ),
        "Clean the pipe bright; set a clamp made for pipe of its metal, where it can be got at.".to_owned(),
        format!(
            "Lead a jumper of {gauge} copper round the meter, the filter and the heater, long enough that they can be taken out."
        ),
        "Read from the pipe beyond the meter to the neutral bar: a few tenths of an ohm at most.".to_owned(),
    ];
    let materials = vec![
        MaterialLine::piece(
            (
                format!("bonding-conductor-{}", gauge.size()),
                format!("{gauge} copper, as far as the pipe and 4 ft over"),
            ),
            1,
        ),
        MaterialLine::piece(("water-pipe-clamp", "clamp for water pipe"), 3),
    ];
    let cautions = vec![
        "A pipe that is not bonded may be live: read it to a known ground before it is touched. A clamp that sparks is left, and referred.",
        QUALIFIED,
    ];
    Ok(PanelChange { after, steps, cautions, minutes: 60, materials })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::PanelFeed;
    use crate::quantity::Gauge;
    use crate::repair::panel::testing::found_of;
    use crate::rules::panel_testing::incoming;
    use crate::rules::panel_testing::{panel, passes};

    #[test]
    fn it_follows_the_service() {
        // NEC Table 250.66, from memory: 2/0 copper takes 4 AWG.
        let mut service = panel();
        (service.feed, service.incoming) = (PanelFeed::Service, Some(incoming(Gauge::Awg2Of0)));
        (service.service.metal_water_pipe, service.service.water_bonded) = (Some(true), Some(false));
        assert!(!passes("water-bonded", &service, &[]));
        let change = plan(&found_of(&service, &[&service])).expect("the service is known");
        assert!(passes("water-bonded", &change.after, &[]));
        assert!(change.materials[0].what.starts_with("4 AWG"), "{:?}", change.materials);
        service.incoming = None;
        assert!(plan(&found_of(&service, &[&service])).is_err());
    }
}
