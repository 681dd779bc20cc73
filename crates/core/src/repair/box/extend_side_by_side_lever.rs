//! `extend-side-by-side-lever`: a pigtail beside the conductor, in a lever connector.

use super::extend;
use crate::facts::JoiningMethod;
use crate::repair::{Act, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "extend-side-by-side-lever",
    title: "Extend, side-by-side lever connector",
    mends: &["free-conductor-length", "free-conductor-reach", "grounds-joined"],
    act: Act::Extend,
    least_minutes: 6,
    intrusiveness: 1,
    for_circuit: false,
    plan: |s| extend::plan(s, &METHOD),
};

const METHOD: extend::Method = extend::Method {
    method: JoiningMethod::SideBySideLever,
    needs: |shop| shop.side_by_side_lever_needs,
    needed_for: "a side-by-side lever connector",
    overlap: |shop| shop.side_by_side_overlap,
    shares: true,
    step: "set a lever connector",
    cautions: &["Check through the connector's window that each conductor is home before the lever is closed."],
    minutes: (6, 2),
};

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Basis, BoxContents, Colour, Conductor, Device, DeviceKind, Observation, Role};
    use crate::quantity::Length;
    use crate::repair::{Diagnosis, LENGTHS, Proposal, Standing};
    use crate::rules::Situation;
    use crate::testing::{box_with, conductor};

    fn proposed(contents: &BoxContents) -> Proposal {
        let basis = Basis::default();
        Proposal::prove(&REPAIR, &Diagnosis::of(Situation::new(contents, &basis)), &LENGTHS)
    }

    /// A box whose pigtails lead to a switch.
    fn at_a_switch(conductors: Vec<Conductor>) -> BoxContents {
        let devices = vec![Device::new(1, DeviceKind::Switch)];
        BoxContents { devices, ..box_with(Some(Length::inches(2)), conductors) }
    }

    fn ground(length: u32) -> Conductor {
        Conductor { colour: Colour::Bare, role: Role::EquipmentGrounding, ..conductor(Some(length), None) }
    }

    #[test]
    fn the_overlap_is_added() {
        // By hand: max(6, 2 + 3) − 2 3/4 + 7/16 overlap + 1/2 margin = 4 3/16, up to 4 1/4;
        // 2 3/4 + 4 1/4 − 7/16 = 6 9/16 long.
        let proposal = proposed(&box_with(Some(Length::inches(2)), vec![conductor(Some(44), None)]));
        assert_eq!(
            proposal.pigtails[0].arithmetic,
            "max(6, 2 + 3) − 2 3/4 + 7/16 overlap + 1/2 margin = 4 3/16, up to 4 1/4"
        );
        assert_eq!(proposal.before_after[0].length_after.as_ref().map(|f| f.text.as_str()), Some("6 9/16 in"));
    }

    #[test]
    fn grounds_share_one_connector_and_a_pigtail_for_the_shortest() {
        let proposal = proposed(&at_a_switch(vec![ground(48), ground(44)]));
        assert_eq!(proposal.standing, Standing::Clears);
        assert_eq!(proposal.pigtails.len(), 1);
        assert_eq!(proposal.pigtails[0].length.text, "6 in", "a ground's pigtail is not under 6 in");
        assert!(proposal.materials.iter().any(|line| line.what.contains("3 ports")));
    }

    #[test]
    fn hots_share_only_where_they_were_found_joined() {
        let hot = |joined: Option<&str>| Conductor { joined: joined.map(str::to_owned), ..conductor(Some(44), None) };
        let apart = proposed(&at_a_switch(vec![hot(None), hot(None)]));
        assert_eq!(apart.pigtails.len(), 2);
        let joined = proposed(&at_a_switch(vec![hot(Some("A")), hot(Some("A"))]));
        assert_eq!(joined.pigtails.len(), 1);
    }

    #[test]
    fn in_a_junction_box_each_is_lengthened_by_itself() {
        let hot = |letter: &str| Conductor { joined: Some(letter.to_owned()), ..conductor(Some(44), None) };
        let proposal = proposed(&box_with(Some(Length::inches(2)), vec![hot("A"), hot("A")]));
        assert_eq!(proposal.pigtails.len(), 2, "a pigtail for both would lead nowhere");
        assert!(proposal.steps.iter().any(|step| step.words.starts_with("Splice the lengthened")));
    }

    #[test]
    fn grounds_that_share_a_connector_are_joined_by_it() {
        let mut contents = at_a_switch(vec![ground(48), ground(44)]);
        contents.observe(Observation::GroundsApart, true);
        let proposal = proposed(&contents);
        assert!(proposal.clears.contains(&"grounds-joined"), "{:?}", proposal.clears);
    }
}
