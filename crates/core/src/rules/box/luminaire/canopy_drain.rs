//! `canopy-drain`: outdoors a canopy is open below, so that water gets out.

use crate::facts::{CanopySeal, CanopySealing, HungKind};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "canopy-drain",
    title: "Canopy drains",
    basis: RuleBasis::Code,
    severity: Severity::Workmanship,
    always: false,
    since: Since::ALWAYS,
    needs: "how the canopy is sealed",
    reads: &["/hung/canopy"],
    limit: "Top and sides sealed, the bottom left open: what gets in, and what condenses, runs out.",
    why: "A canopy sealed all round fills like a cup.",
    example: "A bead of sealant all the way round a wall lantern.",
    citation: |edition| {
        cite(edition, Some(("410.10(A)", Confidence::MayBeOff)), Some(("30-318", Confidence::CheckFirst)))
    },
    check,
};

/// The house rule that decides it.
const MATTER: &str = "Seal of a canopy outdoors";

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = super::hung(situation, |kind| kind == HungKind::WallLuminaire) else { return Vec::new() };
    let noun = hung.kind.noun();
    if let Some(finding) = super::out_of_the_wet(situation, hung) {
        return vec![finding];
    }
    let all_round = situation.basis.house_rules.canopy_sealing == CanopySealing::AllRound;
    vec![match hung.seal {
        None => {
            Finding::not_measured(noun, "look how the canopy is sealed, and whether its bottom is open", "/hung/seal")
        }
        Some(CanopySeal::AllRound) if all_round => {
            Finding::meets(noun, "The canopy is sealed all round.").by_house_rule(MATTER)
        }
        Some(CanopySeal::AllRound) => {
            Finding::violates(noun, "The canopy is sealed all round: water that gets in stays in.")
                .by_house_rule(MATTER)
        }
        Some(CanopySeal::None | CanopySeal::TopAndSides) => {
            Finding::meets(noun, "Water has a way out below the canopy.")
        }
    }]
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::facts::Basis;
    use crate::rules::{Verdict, judge};
    use crate::standard::Location;
    use crate::testing::verdict;

    #[test]
    fn the_bottom_stays_open_unless_the_house_says_otherwise() {
        // Common practice, no source; a house rule.
        let sealed = |seal| hanging(HungKind::WallLuminaire, Location::Outdoors, |hung| hung.seal = Some(seal));
        assert_eq!(verdict(RULE.code, &sealed(CanopySeal::TopAndSides)), Verdict::Meets);
        assert_eq!(verdict(RULE.code, &sealed(CanopySeal::AllRound)), Verdict::Violates);
        let mut basis = Basis::default();
        basis.house_rules.canopy_sealing = CanopySealing::AllRound;
        let contents = sealed(CanopySeal::AllRound);
        let results = judge(&Situation::new(&contents, &basis));
        let result = results.iter().find(|result| result.rule == RULE.code).expect("it is judged");
        assert_eq!(result.verdict, Verdict::Meets);
    }
}
