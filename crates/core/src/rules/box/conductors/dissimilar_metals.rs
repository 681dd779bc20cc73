//! `dissimilar-metals`: aluminium meets copper only in a connector listed for both.

use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, Material, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "dissimilar-metals",
    title: "Aluminium with copper",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "the metal of each conductor, and what the connector is listed for",
    reads: &["/splices/*/both_metals"],
    limit: "Aluminium and copper are joined only in a connector listed for both.",
    why: "The joint corrodes, loosens and burns.",
    example: "Aluminium and copper under one twist-on connector that is not marked for it.",
    citation: |edition| cite(edition, Some(("110.14", Confidence::Sure)), Some(("12-118", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let splices = contents.splices.iter().enumerate();
    splices
        .filter_map(|(index, splice)| {
            let joined = || contents.conductors.iter().filter(|c| c.joined.as_deref() == Some(splice.letter.as_str()));
            let mut metals: Vec<Material> = joined().map(|conductor| conductor.material).collect();
            if splice.pigtails > 0 && !metals.is_empty() {
                // A pigtail is copper unless it is noted as something else.
                metals.push(Material::Copper);
            }
            // NEC 110.14 names copper, aluminium and copper-clad aluminium, any two of them; from memory, sure.
            let of = |metal| metals.contains(&metal);
            let both = match (of(Material::Aluminium), of(Material::CopperClad), of(Material::Copper)) {
                (true, true, true) => "Aluminium, copper-clad aluminium and copper",
                (true, false, true) => "Aluminium and copper",
                (true, true, false) => "Aluminium and copper-clad aluminium",
                (false, true, true) => "Copper-clad aluminium and copper",
                _ => return None,
            };
            let label = format!("splice {}", splice.letter);
            Some(match splice.both_metals {
                Some(true) => Finding::meets(label.clone(), format!("{both} are in a connector listed for them.")),
                Some(false) => {
                    Finding::violates(label.clone(), format!("{both} are in a connector that is not listed for them."))
                }
                None => {
                    let words =
                        format!("read whether the connector of splice {} is listed for both metals", splice.letter);
                    Finding::not_measured(label.clone(), &words, format!("/splices/{index}/both_metals"))
                }
            })
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Splice, SpliceKind};
    use crate::rules::Verdict;
    use crate::testing::{box_with, conductor, verdict};

    fn mixed(first: Material, both_metals: Option<bool>) -> Verdict {
        let mut wires = vec![conductor(Some(112), None), conductor(Some(112), None)];
        wires[0].material = first;
        for wire in &mut wires {
            wire.joined = Some("A".to_owned());
        }
        let mut contents = box_with(None, wires);
        contents.splices = vec![Splice { both_metals, ..Splice::new("A", SpliceKind::TwistOn) }];
        verdict(RULE.code, &contents)
    }

    #[test]
    fn the_listing_decides() {
        assert_eq!(mixed(Material::Aluminium, Some(true)), Verdict::Meets);
        assert_eq!(mixed(Material::Aluminium, Some(false)), Verdict::Violates);
        assert_eq!(mixed(Material::Aluminium, None), Verdict::NotMeasured);
        assert_eq!(mixed(Material::CopperClad, Some(false)), Verdict::Violates);
        assert_eq!(mixed(Material::CopperClad, Some(true)), Verdict::Meets);
        assert_eq!(mixed(Material::Copper, None), Verdict::NotApplicable);
    }
}
