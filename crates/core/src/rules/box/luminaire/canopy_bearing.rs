//! `canopy-bearing`: outdoors a canopy has a flat seat, and something that keeps water out.

use crate::facts::{CanopySeal, CanopySurface, HungKind};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "canopy-bearing",
    title: "Canopy on a flat seat",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "what the canopy closes on, and what keeps water out",
    reads: &["/hung/canopy"],
    limit: "Where water may come, the canopy bears flat: on lapped siding by way of a mounting block. A gasket lies under it, or its top and sides are sealed; rough brick is sealed.",
    why: "Water runs behind a canopy that does not bear and stands in the box.",
    example: "A lantern screwed on over three courses of siding.",
    citation: |edition| {
        cite(edition, Some(("410.10(A), 314.15", Confidence::Sure)), Some(("30-318, 12-3020", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let canopied = |kind| matches!(kind, HungKind::WallLuminaire | HungKind::CeilingLuminaire | HungKind::Lampholder);
    let Some(hung) = super::hung(situation, canopied) else { return Vec::new() };
    let noun = hung.kind.noun();
    if let Some(finding) = super::out_of_the_wet(situation, hung) {
        return vec![finding];
    }
    let sealed = hung.seal.map(|seal| seal != CanopySeal::None);
    let kept_out = |flat: &str| match (hung.gasket, sealed) {
        (Some(true), _) => Finding::meets(noun, format!("{flat}, with a gasket.")),
        (_, Some(true)) => Finding::meets(noun, format!("{flat}, sealed.")),
        (Some(false), Some(false)) => {
            Finding::violates(noun, format!("{flat}, with neither gasket nor seal: water runs behind it."))
        }
        (None, _) => Finding::not_measured(noun, "look whether a gasket lies under the canopy", "/hung/gasket"),
        (_, None) => Finding::not_measured(noun, "look how the canopy is sealed", "/hung/seal"),
    };
    vec![match (hung.surface, hung.block) {
        (None, _) => Finding::not_measured(noun, "note what the canopy closes on", "/hung/surface"),
        (Some(CanopySurface::Flat), _) => kept_out("The canopy bears flat"),
        (Some(CanopySurface::Siding | CanopySurface::Rough), Some(true)) => {
            kept_out("The canopy bears flat on its block")
        }
        (Some(CanopySurface::Siding), Some(false)) => {
            Finding::violates(noun, "The canopy spans lapped siding with no mounting block: it bears on edges only.")
        }
        (Some(CanopySurface::Siding), None) => {
            Finding::not_measured(noun, "look whether a mounting block is under the canopy", "/hung/block")
        }
        (Some(CanopySurface::Rough), _) => match sealed {
            Some(true) => Finding::meets(noun, "The canopy is sealed to the rough wall."),
            Some(false) => {
                Finding::violates(noun, "The canopy is on a rough wall and not sealed: water runs behind it.")
            }
            None => Finding::not_measured(noun, "look how the canopy is sealed", "/hung/seal"),
        },
    }]
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::rules::Verdict;
    use crate::standard::Location;
    use crate::testing::verdict;

    fn judge(surface: CanopySurface, block: Option<bool>, gasket: Option<bool>, seal: Option<CanopySeal>) -> Verdict {
        let contents = hanging(HungKind::WallLuminaire, Location::Outdoors, |hung| {
            (hung.surface, hung.block, hung.gasket, hung.seal) = (Some(surface), block, gasket, seal);
        });
        verdict(RULE.code, &contents)
    }

    #[test]
    fn siding_takes_a_block_and_brick_a_seal() {
        // NEC 410.10(A), 314.15, from memory, sure; the block and the seal are common practice, no source.
        use CanopySurface::{Flat, Rough, Siding};
        let (yes, no) = (Some(true), Some(false));
        let (bare, sealed) = (Some(CanopySeal::None), Some(CanopySeal::TopAndSides));
        assert_eq!(judge(Siding, no, yes, sealed), Verdict::Violates);
        assert_eq!(judge(Siding, yes, yes, bare), Verdict::Meets);
        assert_eq!(judge(Siding, None, yes, sealed), Verdict::NotMeasured);
        assert_eq!(judge(Flat, None, yes, None), Verdict::Meets);
        assert_eq!(judge(Flat, None, no, bare), Verdict::Violates);
        assert_eq!(judge(Flat, None, no, None), Verdict::NotMeasured);
        assert_eq!(judge(Rough, no, yes, bare), Verdict::Violates);
        assert_eq!(judge(Rough, no, no, sealed), Verdict::Meets);
    }
}
