//! `wanted-feed`: what feeds it is there, is whole, and brings hot, neutral and ground.

use super::{KnownBox, WantedCheck, WantedSituation};
use crate::electrical::{Evidence, Ground};
use crate::facts::{BoxContents, Role, WantedKind};
use crate::rules::{Finding, Rule, stops};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<WantedCheck> = Rule {
    code: "wanted-feed",
    title: "What feeds it",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "the box or panel that feeds it, and the conductors and ground there",
    reads: &[],
    limit: "A new outlet is fed from a box with a hot that is always on, its neutral and a ground; a new luminaire from a switched hot \
            and a neutral. Nothing is extended that ends the job: old insulation, knob-and-tube, aluminium, heat marks.",
    why: "A switch loop has no neutral, a two-wire circuit no ground: what hangs on it works, and is not safe.",
    example: "A receptacle wanted beside a switch whose cable holds a hot and its return.",
    citation: |edition| {
        cite(
            edition,
            Some(("200.3, 250.130(C), 406.4(A)", Confidence::MayBeOff)),
            Some(("10-600, 26-700", Confidence::CheckFirst)),
        )
    },
    check,
};

fn check(situation: &WantedSituation) -> Vec<Finding> {
    if situation.wanted.at.is_none() {
        return vec![situation.ask("place", "say where it is wanted: along a wall, or at a box that is there", "at")];
    }
    if situation.wanted.kind == WantedKind::Feed && situation.wanted.at_box().is_none() {
        return vec![situation.ask("place", "say which box is to be fed anew", "at")];
    }
    if let Some(panel) = situation.panel() {
        return vec![Finding::meets("feed", format!("A new circuit from {}.", panel.name))];
    }
    let Some(source) = situation.source() else {
        return vec![situation.ask("feed", "say which box or panel feeds it", "from")];
    };
    if situation.wanted.kind == WantedKind::Feed && Some(source.record.id) == situation.wanted.at_box() {
        return vec![Finding::violates("feed", "A box cannot feed itself: name another.")];
    }
    of_box(situation, &source)
}

fn of_box(situation: &WantedSituation, source: &KnownBox) -> Vec<Finding> {
    let (contents, tag) = (&source.contents, source.record.tag.as_str());
    if let Some(stop) = stops(contents).into_iter().next() {
        let sentence = format!("{tag}: {}. {} Nothing is extended from it.", stop.found, stop.why);
        return vec![Finding::violates("feed", sentence).with_severity(Severity::Danger)];
    }
    if source.fed_by.len() > 1 || contents.circuits().len() > 1 {
        let words = format!(
            "{tag} holds more than one circuit: trace which one it is to be, and name a box of that circuit alone"
        );
        return vec![situation.ask("feed", &words, "from")];
    }
    vec![conductors(situation, contents, tag), ground(situation, contents, tag), sound(contents, tag)]
}

fn conductors(situation: &WantedSituation, contents: &BoxContents, tag: &str) -> Finding {
    if contents.conductors.is_empty() {
        return situation.ask("conductors", &format!("open {tag} and note its conductors"), "from");
    }
    let has = |role: Role| contents.conductors.iter().any(|conductor| conductor.role == role && !conductor.from_canopy);
    let (hot, neutral, leg) = (has(Role::Ungrounded), has(Role::Grounded), has(Role::SwitchedLeg));
    let light = situation.target().is_some_and(|target| target.contents.hung.is_some());
    let switched = situation.wanted.kind == WantedKind::Luminaire || situation.wanted.kind == WantedKind::Feed && light;
    let switches = contents.devices.iter().any(|device| device.kind.is_switch_only());
    match (hot, neutral) {
        (_, false) if hot && switches => Finding::violates(
            "conductors",
            format!(
                "{tag} is a switch loop: no neutral is in it. Feed it from another box, or bring a neutral to {tag} first."
            ),
        ),
        (_, false) => Finding::violates("conductors", format!("No neutral is in {tag}.")),
        (false, true) if !switched => Finding::violates(
            "conductors",
            if leg {
                format!("{tag} is live only while its switch is on: feed it from a hot that is always on.")
            } else {
                format!("No hot that is always on is in {tag}.")
            },
        ),
        (_, true) if switched && !leg && !switches => Finding::violates(
            "conductors",
            format!(
                "Nothing switches in {tag}: a luminaire from there would burn always. Want a switch too, or feed it from one."
            ),
        ),
        _ if switched => Finding::meets("conductors", format!("{tag} has a switched hot and a neutral.")),
        _ => Finding::meets("conductors", format!("{tag} has a hot that is always on, and its neutral.")),
    }
}

fn ground(situation: &WantedSituation, contents: &BoxContents, tag: &str) -> Finding {
    match Evidence::of(contents).ground(contents) {
        Ground::There(what) => Finding::meets("ground", format!("A {what} is in {tag}.")),
        Ground::Broken(what) => Finding::violates(
            "ground",
            format!("A {what} is in {tag}, but no path to ground is found there: trace the break before anything is extended."),
        )
        .with_severity(Severity::Danger),
        Ground::Absent | Ground::Suspect => Finding::violates(
            "ground",
            format!("No ground is in {tag}: a circuit without one is not extended. Bring a ground, or feed it from elsewhere."),
        ),
        Ground::Unseen | Ground::Unknown => {
            situation.ask("ground", &format!("find out what grounds {tag}: a wire, or the metal of its raceway"), "from")
        }
    }
}

/// What the readings say of it.
fn sound(contents: &BoxContents, tag: &str) -> Finding {
    let evidence = Evidence::of(contents);
    match evidence.halves.iter().find(|half| !half.may_be_correct() && !half.is_off()) {
        Some(half) => {
            Finding::violates("readings", format!("{tag}: {} Mend it before anything is extended.", half.statement()))
                .resting_on(&half.rests_on)
        }
        None if evidence.halves.iter().any(|half| half.may_be_correct()) => {
            Finding::meets("readings", format!("The readings find {tag} wired as it should be."))
        }
        None => Finding::not_applicable("readings", format!("Nothing was read at {tag}.")),
    }
}

#[cfg(test)]
mod tests {
    use super::super::testing::{Wish, verdict};
    use crate::facts::{Observation, WantedKind};
    use crate::rules::Verdict;

    fn judge(wish: &Wish) -> (Verdict, String) {
        verdict("wanted-feed", wish)
    }

    #[test]
    fn a_box_with_hot_neutral_and_ground_feeds_it() {
        assert_eq!(judge(&Wish::new(WantedKind::Receptacle)).0, Verdict::Meets);
        let mut none = Wish::new(WantedKind::Receptacle);
        none.wanted.from = None;
        assert_eq!(judge(&none), (Verdict::NotMeasured, "Say which box or panel feeds it.".to_owned()));
        none.wanted.at = None;
        assert_eq!(judge(&none).0, Verdict::NotMeasured);
    }

    #[test]
    fn a_switch_loop_has_no_neutral() {
        // Common practice, no source: a loop is a hot and its return.
        assert!(judge(&Wish::beside_switch(false)).1.contains("is a switch loop"));
        assert_eq!(judge(&Wish::beside_switch(true)).0, Verdict::Meets);
    }

    #[test]
    fn a_luminaire_wants_a_switched_hot() {
        assert!(judge(&Wish::new(WantedKind::Luminaire)).1.contains("would burn always"));
        let mut wish = Wish::beside_switch(true);
        wish.wanted.kind = WantedKind::Luminaire;
        assert_eq!(judge(&wish).0, Verdict::Meets);
    }

    #[test]
    fn what_has_no_ground_or_ends_the_job_is_not_extended() {
        let mut bare = Wish::new(WantedKind::Receptacle);
        bare.boxes[0].found.conductors.truncate(2);
        bare.boxes[0].found.cables[0].method = crate::standard::WiringMethod::OldTwoWire;
        assert!(judge(&bare).1.contains("No ground is in K1"), "{:?}", judge(&bare));
        let mut old = Wish::new(WantedKind::Receptacle);
        old.boxes[0].found.observe(Observation::KnobAndTube, true);
        assert!(judge(&old).1.ends_with("Nothing is extended from it."));
        let mut itself = Wish::new(WantedKind::Feed);
        itself.wanted.at = Some(crate::facts::WantedPlace::Box(itself.boxes[0].id));
        assert!(judge(&itself).1.contains("cannot feed itself"));
    }
}
