//! `fan-fixing`: the box or bracket of a fan is bolted, and the fan runs true.

use crate::facts::{HungKind, Observation};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{RuleBasis, Severity, Since, practice};

/// The rule.
pub const RULE: Rule = Rule {
    code: "fan-fixing",
    title: "Fan bolted",
    basis: RuleBasis::Workmanship,
    severity: Severity::Workmanship,
    always: false,
    since: Since::ALWAYS,
    needs: "the bolts that hold the box or bracket to the structure; whether the body is cast; whether the fan sways",
    reads: &["/hung/bolts", "/observed/fan-sways"],
    limit: "Two bolts at least hold the box or bracket to joist, blocking or bar; three where the body is cast. The fan runs true.",
    why: "One screw turns in its hole with every start of the fan.",
    example: "A fan bracket on one wood screw.",
    citation: practice,
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = super::hung(situation, |kind| kind == HungKind::Fan) else { return Vec::new() };
    let bolts = |bolts: u8| if bolts == 1 { "1 bolt".to_owned() } else { format!("{bolts} bolts") };
    let fixing = match (hung.bolts, hung.cast) {
        (None, _) => Finding::not_measured("fan", "count the bolts that hold the fan to the structure", "/hung/bolts"),
        (Some(count @ 0..=1), _) => Finding::violates(
            "fan",
            format!("{} hold the fan; two are the least.", bolts(count)).replace("bolt hold", "bolt holds"),
        ),
        (Some(2), None) => {
            Finding::not_measured("fan", "look whether the body of the fan is cast: it takes three bolts", "/hung/cast")
        }
        (Some(2), Some(true)) => Finding::violates("fan", "2 bolts hold a cast fan; three are the least."),
        (Some(count), _) => Finding::meets("fan", format!("{} hold the fan.", bolts(count))),
    };
    vec![fixing, super::seen(situation, hung, Observation::FanSways)]
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::rules::Verdict;
    use crate::standard::Location;
    use crate::testing::{follows, verdict};

    #[test]
    fn two_bolts_and_three_for_a_cast_body() {
        // Common practice, no source.
        let fan = |bolts, cast| {
            let mut fan = hanging(HungKind::Fan, Location::Bedroom, |hung| (hung.bolts, hung.cast) = (bolts, cast));
            fan.observe(Observation::FanSways, false);
            fan
        };
        let judge = |bolts, cast| verdict(RULE.code, &fan(bolts, cast));
        assert_eq!(judge(Some(1), None), Verdict::Violates);
        assert_eq!(judge(Some(2), Some(false)), Verdict::Meets);
        assert_eq!(judge(Some(2), Some(true)), Verdict::Violates);
        assert_eq!(judge(Some(2), None), Verdict::NotMeasured);
        assert_eq!(judge(Some(3), None), Verdict::Meets);
        assert_eq!(judge(None, None), Verdict::NotMeasured);
        follows(RULE.code, Observation::FanSways, &fan(Some(3), None));
    }
}
