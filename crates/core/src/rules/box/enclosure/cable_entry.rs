//! `cable-entry`: cables are held and protected where they come in, with enough sheath inside.

use crate::facts::{BoxContents, BoxKind, Cable, Construction, Extent, Observation, Source};
use crate::quantity::Length;
use crate::rules::minimum::judge_minimum;
use crate::rules::{Finding, Rule, Side, Situation, Verdict};
use crate::standard::{Confidence, RuleBasis, Severity, Since, TwinLimit, cite};

/// Sheath that reaches into the box, past any clamp.
///
/// # Source
/// NEC 314.17: 1/4 in (6 mm). From memory, sure; that it applies to metal boxes too since 2017 or 2020, may be off.
pub const SHEATH_INSIDE: TwinLimit = TwinLimit { inches: Some(Length::sixteenths(4)), metric: Length::mm(6) };

/// A cable without a clamp is fastened within this of a small plastic box.
///
/// # Source
/// NEC 314.17, 8 in (200 mm). From memory, sure.
pub const FIRST_SUPPORT: TwinLimit = TwinLimit { inches: Some(Length::inches(8)), metric: Length::mm(200) };

/// The rule.
pub const RULE: Rule = Rule {
    code: "cable-entry",
    title: "Cable entries",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "for each cable: the sheath inside, the clamp, or the distance to its first support",
    reads: &[
        "/cables/*/sheath_inside",
        "/cables/*/sheath_end",
        "/cables/*/clamped",
        "/cables/*/first_support",
        "/observed/entry-unprotected",
        "/observed/cables-share-entry",
    ],
    limit: "Each cable is clamped, or, at a single-gang plastic box, fastened within 8 in (200 mm); 1/4 in (6 mm) of sheath \
            reaches inside; a metal edge has a clamp or bushing; one cable in an entry made for one.",
    why: "A metal edge cuts a cable that moves; bare conductors at the entry lose their second skin.",
    example: "1/8 in of sheath inside: short by 1/8 in.",
    citation: |edition| cite(edition, Some(("314.17", Confidence::Sure)), Some(("12-3022", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let mut findings = Vec::new();
    for (index, cable) in contents.cables.iter().enumerate() {
        findings.extend(sheath(situation, index, cable));
        findings.push(held(situation, index, cable));
    }
    if contents.construction == Some(Construction::Metal) && !contents.cables.is_empty() {
        findings.push(Finding::observed(
            contents,
            Observation::EntryUnprotected,
            "A cable comes through a metal edge without a clamp or bushing.",
            "The cable entries are protected.",
        ));
    }
    if contents.kind == BoxKind::Pan && contents.cables.len() > 1 {
        findings.push(Finding::observed(
            contents,
            Observation::CablesShareEntry,
            "Two cables are in an entry made for one.",
            "Each cable has an entry of its own.",
        ));
    }
    findings
}

/// How much sheath is inside the box: as measured, or from the depth and where the sheath ends.
pub fn sheath_inside(contents: &BoxContents, cable: &Cable) -> Option<Length> {
    let derived = || match (contents.depth_inside(), cable.sheath_end) {
        (Some(depth), Some(end)) if cable.entry == crate::facts::CableEntry::Back => Some(depth.less(end)),
        _ => None,
    };
    cable.sheath_inside.or_else(derived)
}

fn sheath(situation: &Situation, index: usize, cable: &Cable) -> Option<Finding> {
    let (house, units) = (&situation.basis.house_rules, situation.basis.units);
    let name = cable.name();
    let Some(inside) = sheath_inside(situation.contents, cable) else {
        let words = format!("measure the sheath inside the box of {name}");
        return Some(Finding::not_measured(name, &words, format!("/cables/{index}/sheath_inside")));
    };
    let extent = Extent { low: inside, high: Some(inside), source: Source::Measured };
    let judgement = judge_minimum(extent, SHEATH_INSIDE, house, units);
    let least = SHEATH_INSIDE.shown(units);
    let sentence = format!("{} of sheath of {name} is inside; {} is required.", inside.say(units), least.say(units));
    let mut finding = Finding::meets(name, sentence).with_lengths(units, inside, least, Side::AtLeast);
    finding.verdict = judgement.verdict;
    finding.reaches_limit = judgement.reaches_limit;
    Some(finding)
}

fn held(situation: &Situation, index: usize, cable: &Cable) -> Finding {
    let contents = situation.contents;
    let name = cable.name();
    let units = situation.basis.units;
    let clampless = contents.construction == Some(Construction::Nonmetallic)
        && contents.kind == BoxKind::Device
        && contents.gang_count() == 1;
    match (cable.clamped, cable.first_support) {
        (Some(true), _) => Finding::meets(name.clone(), format!("{name} is clamped.")),
        (_, _) if cable.fished => Finding::meets(name.clone(), format!("{name} is fished into a finished wall.")),
        (Some(false), _) if !clampless => {
            Finding::violates(name.clone(), format!("{name} is not clamped, and this box needs a clamp."))
        }
        (Some(false), Some(distance)) => {
            let most = FIRST_SUPPORT.shown(units);
            let sentence = format!(
                "{name} has no clamp and its first support is {} away; at most {} will do.",
                distance.say(units),
                most.say(units)
            );
            let mut finding = Finding::meets(name, sentence).with_lengths(units, distance, most, Side::AtMost);
            if distance > FIRST_SUPPORT.strict() {
                finding.verdict = Verdict::Violates;
                finding.reaches_limit = false;
            }
            finding
        }
        (Some(false), None) => {
            let words = format!("measure along {name} to its first support");
            Finding::not_measured(name, &words, format!("/cables/{index}/first_support"))
        }
        (None, _) => {
            let words = format!("look whether {name} is clamped");
            Finding::not_measured(name, &words, format!("/cables/{index}/clamped"))
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::{box_with, follows, verdict};

    fn plastic(inside: u32, clamped: Option<bool>, support: Option<u32>) -> BoxContents {
        let mut contents = box_with(None, vec![]);
        contents.construction = Some(Construction::Nonmetallic);
        contents.cables[0].sheath_inside = Some(Length::sixteenths(inside));
        contents.cables[0].clamped = clamped;
        contents.cables[0].first_support = support.map(Length::inches);
        contents
    }

    #[test]
    fn a_quarter_inch_of_sheath_comes_in() {
        for (inside, expected) in [(8, Verdict::Meets), (4, Verdict::Marginal), (2, Verdict::Violates)] {
            assert_eq!(verdict(RULE.code, &plastic(inside, Some(true), None)), expected, "{inside}/16 in");
        }
    }

    #[test]
    fn a_small_plastic_box_may_do_without_a_clamp() {
        assert_eq!(verdict(RULE.code, &plastic(8, Some(false), Some(8))), Verdict::Meets);
        assert_eq!(verdict(RULE.code, &plastic(8, Some(false), Some(10))), Verdict::Violates);
        assert_eq!(verdict(RULE.code, &plastic(8, Some(false), None)), Verdict::NotMeasured);
        let mut two_gang = plastic(8, Some(false), Some(6));
        two_gang.gangs = Some(2);
        assert_eq!(verdict(RULE.code, &two_gang), Verdict::Violates);
    }

    #[test]
    fn metal_edges_and_shared_entries_are_looked_at() {
        let mut contents = plastic(8, Some(true), None);
        contents.construction = Some(Construction::Metal);
        follows(RULE.code, Observation::EntryUnprotected, &contents);
        contents.observe(Observation::EntryUnprotected, false);
        contents.kind = BoxKind::Pan;
        contents.cables.push(Cable { id: 2, ..contents.cables[0].clone() });
        follows(RULE.code, Observation::CablesShareEntry, &contents);
    }
}
