//! `extend-crimp-sleeve`: a pigtail crimped to the conductor, for good.

use super::extend;
use crate::facts::JoiningMethod;
use crate::repair::{Act, LENGTHS, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "extend-crimp-sleeve",
    title: "Extend, crimp sleeve",
    mends: &LENGTHS,
    act: Act::Extend,
    least_minutes: 8,
    intrusiveness: 1,
    for_circuit: false,
    plan: |s| extend::plan(s, &METHOD),
};

const METHOD: extend::Method = extend::Method {
    method: JoiningMethod::CrimpSleeve,
    needs: |shop| shop.crimp_sleeve_needs,
    needed_for: "bringing the tool in for a crimp sleeve",
    overlap: |shop| shop.side_by_side_overlap,
    shares: false,
    step: "crimp an insulated sleeve of the right size with the tool made for it",
    cautions: &["The sleeve goes by the gauge, not by its colour alone; the joint is permanent."],
    minutes: (8, 3),
};

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Basis, Conductor};
    use crate::quantity::{Gauge, Length};
    use crate::repair::{Diagnosis, Proposal, Standing};
    use crate::rules::Situation;
    use crate::standard::Material;
    use crate::testing::{box_with, conductor};

    fn proposed(conductor: Conductor) -> Proposal {
        let mut basis = Basis::default();
        basis.house_rules.solid_sleeves = crate::facts::SolidSleeves::MarkedForSolid;
        let contents = box_with(Some(Length::inches(2)), vec![conductor]);
        let situation = Situation::new(&contents, &basis);
        Proposal::prove(&REPAIR, &Diagnosis::of(situation), &LENGTHS)
    }

    #[test]
    fn the_sleeve_follows_the_gauge() {
        let fourteen = Conductor { gauge: Gauge::Awg14, ..conductor(Some(44), None) };
        let proposal = proposed(fourteen);
        assert_eq!(proposal.standing, Standing::Clears);
        assert!(proposal.materials.iter().any(|line| line.what.contains("16–14 AWG")));
    }

    #[test]
    fn solid_wire_is_not_crimped_in_a_sleeve_for_stranded() {
        let (basis, contents) = (Basis::default(), box_with(Some(Length::inches(2)), vec![conductor(Some(44), None)]));
        let proposal = Proposal::prove(&REPAIR, &Diagnosis::of(Situation::new(&contents, &basis)), &LENGTHS);
        assert!(proposal.reasons[0].contains("stranded conductors only"), "{:?}", proposal.reasons);
    }

    #[test]
    fn aluminium_is_referred() {
        let aluminium = Conductor { material: Material::Aluminium, ..conductor(Some(44), None) };
        assert!(proposed(aluminium).reasons[0].contains("licensed electrician"));
    }
}
