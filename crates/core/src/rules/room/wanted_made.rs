//! `wanted-made`: what is wanted here is there.

use super::{RoomCheck, RoomSituation};
use crate::quantity::capitalised;
use crate::rules::{Finding, Rule, WantedSituation};
use crate::standard::{RuleBasis, Severity, Since, practice};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "wanted-made",
    title: "Wanted here",
    basis: RuleBasis::Wanted,
    severity: Severity::Note,
    always: true,
    since: Since::ALWAYS,
    needs: "what is wanted in the room, and the box that it became",
    reads: &[],
    limit: "What is wanted is made, and the box that it became is recorded and measured.",
    why: "It is no fault of the house; it is work that was asked for, and stands in the plan until it is there.",
    example: "A receptacle wanted beside the bed, fed from K3.",
    citation: practice,
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    let wanted = situation.sketch.wanted.iter().enumerate();
    wanted.map(|(index, wanted)| finding(situation, index, wanted)).collect()
}

fn finding(situation: &RoomSituation, index: usize, wanted: &crate::facts::Wanted) -> Finding {
    let known = WantedSituation::of(*situation, index, wanted);
    let label = known.label();
    match wanted.made {
        None => Finding::violates(label.clone(), format!("Wanted: {label}.")),
        Some(id) => match known.known_box(id) {
            Some(made) => Finding::meets(label.clone(), format!("{}: made, {}.", capitalised(&label), made.record.tag)),
            None => {
                let words = format!("{label}: the box that it became is gone; name it again");
                Finding::not_measured(label, &words, format!("/wanted/{index}/made"))
            }
        },
    }
}

#[cfg(test)]
mod tests {
    use crate::facts::WantedKind;
    use crate::rules::judge_room;
    use crate::rules::wanted_testing::Wish;
    use crate::rules::{Verdict, room_testing};
    use crate::standard::RoomKind;

    #[test]
    fn it_stands_until_its_box_is_named() {
        let judge = |wish: &Wish| {
            wish.asked_of_room(|room| {
                let result = judge_room(room).into_iter().find(|result| result.rule == "wanted-made").expect("a rule");
                (result.verdict, result.sentence.into_owned())
            })
        };
        let mut wish = Wish::new(WantedKind::Receptacle);
        assert_eq!(judge(&wish), (Verdict::Violates, "Wanted: receptacle, north wall at 6 ft, from K1.".to_owned()));
        wish.wanted.made = Some(crate::facts::BoxId(uuid::Uuid::from_u128(77)));
        assert_eq!(judge(&wish).0, Verdict::NotMeasured, "no such box");
        wish.wanted.made = Some(wish.boxes[0].id);
        assert_eq!(judge(&wish).0, Verdict::Meets);
        let none = room_testing::Scene::rectangle(RoomKind::Bedroom, 120, 120);
        assert_eq!(room_testing::verdict("wanted-made", &none).0, Verdict::NotApplicable);
    }
}
