//! `extend-twist-on`: a pigtail twisted with the conductor under a twist-on connector.

use super::extend;
use crate::facts::JoiningMethod;
use crate::repair::{Act, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "extend-twist-on",
    title: "Extend, twist-on connector",
    mends: &["free-conductor-length", "free-conductor-reach", "grounds-joined"],
    act: Act::Extend,
    least_minutes: 8,
    intrusiveness: 1,
    for_circuit: false,
    plan: |s| extend::plan(s, &METHOD),
};

const METHOD: extend::Method = extend::Method {
    method: JoiningMethod::TwistOn,
    needs: |shop| shop.twist_on_needs,
    needed_for: "bringing pliers in for a twist-on connector",
    overlap: |shop| shop.twist_on_overlap,
    shares: true,
    step: "twist clockwise under a twist-on connector",
    cautions: &["No bare copper may show below the skirt; tape does not hold a splice."],
    minutes: (8, 3),
};

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Basis, ConductorEnd};
    use crate::quantity::Length;
    use crate::repair::{Diagnosis, LENGTHS, Proposal, Standing};
    use crate::rules::Situation;
    use crate::testing::{box_with, conductor};

    #[test]
    fn a_hooked_end_is_cut_before_it_is_counted() {
        // By hand: 2 1/4 in less a 1/2 in hook leaves 1 3/4 in, 1/4 in short of the 2 in that pliers need.
        let mut hooked = conductor(Some(36), None);
        hooked.end = ConductorEnd::Hooked;
        let basis = Basis::default();
        let contents = box_with(Some(Length::inches(2)), vec![hooked]);
        let situation = Situation::new(&contents, &basis);
        let proposal = Proposal::prove(&REPAIR, &Diagnosis::of(situation), &LENGTHS);
        assert_eq!(proposal.standing, Standing::Rejected);
        assert_eq!(
            proposal.reasons,
            [
                "black 12 AWG has 1 3/4 in free after 1/2 in is cut off; bringing pliers in for a twist-on connector needs \
              2 in: short by 1/4 in"
            ]
        );
    }
}
