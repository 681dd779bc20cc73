//! `cable-entry`: cables are held and protected where they come in, with enough sheath inside.

use crate::facts::{BoxContents, BoxKind, Cable, Construction, Extent, Observation, Source, WallFinish};
use crate::quantity::Length;
use crate::rules::minimum::judge_minimum;
use crate::rules::{Finding, Rule, Side, Situation, Verdict};
use crate::standard::{Confidence, RuleBasis, Severity, Since, TwinLimit, WiringMethod, cite};

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

/// A clamped cable is fastened within this of its box.
///
/// # Source
/// NEC 334.30, 12 in (300 mm); CEC 12-510, 300 mm. From memory, sure.
pub const CLAMPED_SUPPORT: TwinLimit = TwinLimit { inches: Some(Length::inches(12)), metric: Length::mm(300) };

/// The largest plastic box that may do without a clamp: 2 1/4 by 4 in. NEC 314.17, from memory, sure.
const CLAMPLESS: [Length; 2] = [Length::sixteenths(36), Length::inches(4)];

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
    limit: "Each cable is clamped and fastened within 12 in (300 mm), or, at a single-gang plastic box to 2 1/4 by 4 in, \
            fastened within 8 in (200 mm) without a clamp; a fished one need not be fastened. 1/4 in (6 mm) of sheath \
            reaches inside; a metal edge has a clamp or bushing; one cable in an entry made for one.",
    why: "A metal edge cuts a cable that moves; bare conductors at the entry lose their second skin.",
    example: "1/8 in of sheath inside: short by 1/8 in.",
    citation: |edition| {
        cite(edition, Some(("314.17, 334.30", Confidence::Sure)), Some(("12-3022, 12-510", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let mut findings = Vec::new();
    for (index, cable) in contents.cables.iter().enumerate() {
        if cable.method.has_sheath() {
            findings.extend(sheath(situation, index, cable));
        }
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
    let extent = Extent::exactly(inside, Source::Measured);
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
    let small = contents.opening.is_none_or(|opening| {
        let within = |side: Option<Length>, most: Length| side.is_none_or(|side| side <= most);
        within(opening.width, CLAMPLESS[0]) && within(opening.height, CLAMPLESS[1])
    });
    let clampless = contents.construction == Some(Construction::Nonmetallic)
        && contents.kind == BoxKind::Device
        && contents.gang_count() == 1
        && small;
    // Behind a finished wall nobody can follow the cable; where it was measured, or is in the open, it counts.
    let in_sight = contents.wall_finish == Some(WallFinish::Exposed);
    match (cable.clamped, cable.first_support) {
        (Some(true), Some(distance)) if !cable.fished => {
            by_distance(situation, name, "is clamped", distance, CLAMPED_SUPPORT)
        }
        (Some(true), None) if in_sight && !cable.fished && cable.method == WiringMethod::Nonmetallic => {
            let words = format!("measure along {name} to its first support");
            Finding::not_measured(name, &words, format!("/cables/{index}/first_support"))
        }
        (Some(true), _) => Finding::meets(name.clone(), format!("{name} is clamped.")),
        (_, _) if cable.fished && clampless => {
            Finding::meets(name.clone(), format!("{name} is fished into a finished wall."))
        }
        (Some(false), _) if !clampless => {
            Finding::violates(name.clone(), format!("{name} is not clamped, and this box needs a clamp."))
        }
        (Some(false), Some(distance)) => by_distance(situation, name, "has no clamp", distance, FIRST_SUPPORT),
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

fn by_distance(situation: &Situation, name: String, held: &str, distance: Length, limit: TwinLimit) -> Finding {
    let units = situation.basis.units;
    let most = limit.shown(units);
    let sentence = format!(
        "{name} {held} and its first support is {} away; at most {} will do.",
        distance.say(units),
        most.say(units)
    );
    let mut finding = Finding::meets(name, sentence).with_lengths(units, distance, most, Side::AtMost);
    if distance > limit.strict() {
        finding.verdict = Verdict::Violates;
        finding.reaches_limit = false;
    }
    finding
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
        two_gang.cables[0].fished = true;
        assert_eq!(verdict(RULE.code, &two_gang), Verdict::Violates, "a ganged box is clamped, fished or not");
        let mut metal = plastic(8, Some(false), None);
        (metal.construction, metal.cables[0].fished) = (Some(Construction::Metal), true);
        assert_eq!(verdict(RULE.code, &metal), Verdict::Violates, "and so is one of metal");
    }

    #[test]
    fn a_clamped_cable_is_fastened_within_a_foot() {
        // NEC 334.30, 12 in, from memory, sure.
        assert_eq!(verdict(RULE.code, &plastic(8, Some(true), Some(12))), Verdict::Meets);
        assert_eq!(verdict(RULE.code, &plastic(8, Some(true), Some(13))), Verdict::Violates);
        let mut open = plastic(8, Some(true), None);
        open.wall_finish = Some(WallFinish::Exposed);
        assert_eq!(verdict(RULE.code, &open), Verdict::NotMeasured);
        open.cables[0].fished = true;
        assert_eq!(verdict(RULE.code, &open), Verdict::Meets);
    }

    #[test]
    fn a_raceway_has_no_sheath() {
        let mut contents = plastic(8, Some(true), None);
        (contents.cables[0].method, contents.cables[0].sheath_inside) = (WiringMethod::ThinWall, None);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
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
