//! `extend-in-line-lever`: a pigtail end to end with the conductor, in a lever connector.

use super::extend;
use crate::facts::JoiningMethod;
use crate::quantity::Length;
use crate::repair::{Act, LENGTHS, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "extend-in-line-lever",
    title: "Extend, in-line lever connector",
    mends: &LENGTHS,
    act: Act::Extend,
    least_minutes: 6,
    intrusiveness: 1,
    for_circuit: false,
    plan: |s| extend::plan(s, &METHOD),
};

const METHOD: extend::Method = extend::Method {
    method: JoiningMethod::InLineLever,
    needs: |shop| shop.in_line_lever_needs,
    needed_for: "an in-line lever connector",
    overlap: |_| Length::ZERO,
    shares: false,
    step: "set an in-line lever connector",
    cautions: &["Check through the connector's window that each conductor is home before the lever is closed."],
    minutes: (6, 2),
};

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Basis, BoxContents};
    use crate::repair::{Diagnosis, Proposal, Standing};
    use crate::rules::Situation;
    use crate::testing::{box_with, conductor};

    fn proposed(contents: &BoxContents) -> Proposal {
        let basis = Basis::default();
        Proposal::prove(&REPAIR, &Diagnosis::of(Situation::new(contents, &basis)), &LENGTHS)
    }

    #[test]
    fn a_2_3_4_in_stub_is_brought_past_both_limits() {
        // By hand: max(6, 2 + 3) − 2 3/4 + 1/2 margin = 3 3/4, a whole quarter; 2 3/4 + 3 3/4 = 6 1/2 long, 4 1/2 past.
        let proposal = proposed(&box_with(Some(Length::inches(2)), vec![conductor(Some(44), Some(12))]));
        assert_eq!(proposal.standing, Standing::Clears);
        assert_eq!(proposal.pigtails[0].length.text, "3 3/4 in");
        assert_eq!(proposal.pigtails[0].arithmetic, "max(6, 2 + 3) − 2 3/4 + 1/2 margin = 3 3/4");
        let pair = &proposal.before_after[0];
        assert_eq!(pair.length_after.as_ref().map(|f| f.text.as_str()), Some("6 1/2 in"));
        assert_eq!(pair.reach_after.as_ref().map(|f| f.text.as_str()), Some("4 1/2 in"));
    }

    #[test]
    fn a_stub_under_3_4_in_is_rejected_with_the_figures() {
        let proposal = proposed(&box_with(Some(Length::sixteenths(4)), vec![conductor(Some(10), None)]));
        assert_eq!(proposal.standing, Standing::Rejected);
        assert_eq!(
            proposal.reasons,
            ["black 12 AWG has 5/8 in free; an in-line lever connector needs 3/4 in: short by 1/8 in"]
        );
    }
}
