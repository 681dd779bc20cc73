//! `wanted-cut-out`: the hole is clear of the stud, and the wall deep enough for the box.

use super::{WantedCheck, WantedSituation, along_wall};
use crate::facts::{WallFinish, WallPartKind, WantedKind, WantedPlace};
use crate::quantity::{Amount, Length};
use crate::rules::{Finding, Rule, Side};
use crate::standard::{RuleBasis, Severity, Since, practice};

/// The rule.
pub const RULE: Rule<WantedCheck> = Rule {
    code: "wanted-cut-out",
    title: "The cut-out, and on which side the stud is",
    basis: RuleBasis::Workmanship,
    severity: Severity::Workmanship,
    always: true,
    since: Since::ALWAYS,
    needs: "from the middle of the wanted box to the nearest stud, and on which side; how deep the wall is",
    reads: &[],
    limit: "The cut-out is clear of the stud: by 3/8 in for the wings of an old-work box, or the box is screwed to the side of the \
            stud. The wall is deeper than the box.",
    why: "A hole cut over a stud is a hole to patch; a box that half hangs on a stud never sits flush.",
    example: "A stud 1/2 in to the left of the middle: the cut-out of one gang reaches 1 3/16 in.",
    citation: practice,
    check,
};

/// Half the cut-out of one gang; each gang more adds half of [`NEXT_GANG`]. Common practice, no source: one draws round the box.
const HALF_OF_ONE: Length = Length::sixteenths(19);
/// From gang to gang: 1 13/16 in, as yokes are made.
const NEXT_GANG: Length = Length::sixteenths(29);
/// Half the hole for a round box of 4 in.
const HALF_OF_ROUND: Length = Length::sixteenths(33);
/// What the wings of an old-work box want beside the hole. Common practice, no source.
const FOR_WINGS: Length = Length::sixteenths(6);
/// A trimmer and a king stud beside a door or window, of 1 1/2 in each. Common practice, no source.
const BESIDE_OPENING: Length = Length::inches(3);
/// The depth of the old-work boxes of one gang that are used most. Common practice, no source; the box in hand governs.
const BOX_DEPTH: Length = Length::sixteenths(44);
/// The height of the cut-out of a device box. Common practice, no source.
const HEIGHT: Length = Length::sixteenths(60);

/// How the box of a cut-out is held.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum HeldIn {
    /// By wings behind the finish.
    Wings,
    /// By screws into the side of the stud.
    Stud,
    /// In no way: the stud is in the hole.
    Nothing,
}

/// The hole that is cut, and how it lies to the stud.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct CutOut {
    /// Half its width.
    pub half: Length,
    /// Its height.
    pub height: Length,
    /// It is round.
    pub round: bool,
    /// How its box is held.
    pub held: HeldIn,
    /// By how much its middle goes away from the stud, so that wings fit; nothing where they do.
    pub shift: Length,
}

/// The hole for what is wanted; `None` where none is cut, or the stud is not known.
pub fn cut_out(situation: &WantedSituation) -> Option<CutOut> {
    if !situation.wants_hole() || situation.has_spare_gang() {
        return None;
    }
    let away = situation.wanted.stud?.away;
    let round = situation.wanted.kind == WantedKind::Luminaire;
    let half = if round { HALF_OF_ROUND } else { half_of(situation.gangs()) };
    let held = if away >= half + FOR_WINGS {
        HeldIn::Wings
    } else if away >= half {
        HeldIn::Stud
    } else {
        HeldIn::Nothing
    };
    let height = if round { HALF_OF_ROUND + HALF_OF_ROUND } else { HEIGHT };
    Some(CutOut { half, height, round, held, shift: (half + FOR_WINGS).less(away) })
}

fn half_of(gangs: u32) -> Length {
    let more = i64::from(gangs.saturating_sub(1)) * NEXT_GANG.nm() / 2;
    HALF_OF_ONE + Length::from_nm(more).unwrap_or_default()
}

fn check(situation: &WantedSituation) -> Vec<Finding> {
    let wanted = situation.wanted;
    if !situation.wants_hole() {
        return Vec::new();
    }
    let mut findings = Vec::new();
    match wanted.finish {
        None => findings.push(situation.ask(
            "wall",
            "note what is cut: board, plaster, tile, masonry, or open framing",
            "finish",
        )),
        Some(WallFinish::Masonry) => findings.push(Finding::violates(
            "wall",
            "No old-work box holds in masonry: a box on its surface with a raceway, or one set in by a mason.",
        )),
        Some(_) => {}
    }
    if let Some(WantedPlace::New(place)) = wanted.at
        && let Some((wall, at)) = along_wall(&situation.room, place)
    {
        findings.extend(wall.parts.iter().filter_map(|part| beside(situation, part, at)));
    }
    if situation.has_spare_gang() {
        findings.push(Finding::meets("hole", "The box has a gang to spare: nothing is cut."));
        return findings;
    }
    findings.push(of_stud(situation));
    findings.push(of_depth(situation));
    findings
}

fn of_stud(situation: &WantedSituation) -> Finding {
    let units = situation.room.basis.units;
    let (Some(stud), Some(cut)) = (situation.wanted.stud, cut_out(situation)) else {
        let words = "find the studs: how far is the nearest from the middle of the box, and on which side?";
        return situation.ask("stud", words, "stud");
    };
    let (away, half) = (stud.away.say(units), cut.half.say(units));
    let (side, other) = (stud.side.name(), stud.side.other().name());
    let hole = if cut.round { "hole" } else { "cut-out" };
    let finding = match cut.held {
        HeldIn::Wings => {
            Finding::meets("stud", format!("The stud is {away} to the {side}; the {hole} reaches {half}: wings fit."))
        }
        HeldIn::Stud => Finding::meets(
            "stud",
            format!(
                "The stud is {away} to the {side}, too near for wings: a box that is screwed to the side of the stud."
            ),
        ),
        HeldIn::Nothing => Finding::violates(
            "stud",
            format!(
                "The stud is {away} to the {side}, and the {hole} reaches {half}: go {} to the {other}.",
                cut.shift.say(units)
            ),
        ),
    };
    let short = cut.half.less(stud.away);
    let short = (short > Length::ZERO).then(|| Amount::length_up(short, units));
    finding.with_figures(Amount::length(stud.away, units), Amount::length(cut.half, units), Side::AtLeast, short)
}

fn of_depth(situation: &WantedSituation) -> Finding {
    let units = situation.room.basis.units;
    let round = situation.wanted.kind == WantedKind::Luminaire;
    match situation.wanted.cavity {
        None if round => Finding::not_applicable("depth", "A ceiling is deeper than its box."),
        None => situation.ask(
            "depth",
            "how deep is the wall behind its finish? 3 1/2 in where its studs are of 4 in stock",
            "cavity",
        ),
        Some(cavity) => {
            let words = format!("The wall is {} deep; the box {}", cavity.say(units), BOX_DEPTH.say(units));
            let finding = if cavity >= BOX_DEPTH {
                Finding::meets("depth", format!("{words}."))
            } else {
                Finding::violates("depth", format!("{words}: a shallow box, wider for its volume, or another wall."))
            };
            let short = BOX_DEPTH.less(cavity);
            let short = (short > Length::ZERO).then(|| Amount::length_up(short, units));
            finding.with_figures(Amount::length(cavity, units), Amount::length(BOX_DEPTH, units), Side::AtLeast, short)
        }
    }
}

/// What is said of a place in a door or beside its frame.
fn beside(situation: &WantedSituation, part: &crate::facts::WallPart, at: Length) -> Option<Finding> {
    let framed =
        matches!(part.what, WallPartKind::Door | WallPartKind::Opening | WallPartKind::Window | WallPartKind::Glass);
    let (from, to, name, nm) = (part.from.nm(), part.end(), part.what.name(), at.nm());
    if part.what.is_a_hole() && (from..to).contains(&nm) {
        return Some(Finding::violates("place", format!("There is a {name} there: choose another place.")));
    }
    let gap = if nm < from { from - nm } else { nm - to };
    let near = framed && gap >= 0 && gap < (BESIDE_OPENING + half_of(situation.gangs())).nm();
    near.then(|| {
        let (units, gap) = (situation.room.basis.units, Length::from_nm(gap).unwrap_or_default());
        let words = format!(
            "{} from the {name}, in its frame: two studs of {} stand there. Go {} farther.",
            gap.say(units),
            units.either("1 1/2 in", "38 mm"),
            (BESIDE_OPENING + half_of(situation.gangs())).less(gap).say(units)
        );
        Finding::violates("place", words)
    })
}

#[cfg(test)]
mod tests {
    use super::super::testing::{Wish, verdict};
    use crate::facts::{StudNear, StudSide, WallFinish, WantedKind};
    use crate::quantity::Length;
    use crate::rules::Verdict;

    fn at_stud(kind: WantedKind, sixteenths: u32) -> (Verdict, String) {
        let mut wish = Wish::new(kind);
        wish.wanted.stud = Some(StudNear { side: StudSide::Left, away: Length::sixteenths(sixteenths) });
        verdict("wanted-cut-out", &wish)
    }

    #[test]
    fn a_stud_in_the_hole_moves_it() {
        // By hand: one gang reaches 1 3/16 in, its wings want 3/8 in more: 1 9/16 in. At 1/2 in: 1 1/16 in the other way.
        let (verdict, sentence) = at_stud(WantedKind::Receptacle, 8);
        assert_eq!(verdict, Verdict::Violates);
        assert!(sentence.ends_with("reaches 1 3/16 in: go 1 1/16 in to the right."), "{sentence}");
        assert!(at_stud(WantedKind::Receptacle, 20).1.contains("screwed to the side of the stud"));
        assert_eq!(
            at_stud(WantedKind::Receptacle, 25),
            (Verdict::Meets, "The stud is 1 9/16 in to the left; the cut-out reaches 1 3/16 in: wings fit.".to_owned())
        );
        assert_eq!(at_stud(WantedKind::Luminaire, 25).0, Verdict::Violates, "a round hole reaches 2 1/16 in");
    }

    #[test]
    fn walls_are_as_deep_as_they_are_and_doors_are_framed() {
        let judge = |wish: &Wish| verdict("wanted-cut-out", wish);
        let mut shallow = Wish::new(WantedKind::Receptacle);
        shallow.wanted.cavity = Some(Length::sixteenths(40));
        assert!(judge(&shallow).1.contains("a shallow box"));
        shallow.wanted.cavity = None;
        assert_eq!(judge(&shallow).0, Verdict::NotMeasured);
        // The door ends at 36 in; its two studs take 3 in, the cut-out 1 3/16 in: 4 3/16 in.
        assert!(judge(&Wish::new(WantedKind::Receptacle).along(38)).1.contains("in its frame"));
        assert!(judge(&Wish::new(WantedKind::Receptacle).along(20)).1.contains("There is a door there"));
        assert_eq!(judge(&Wish::new(WantedKind::Receptacle).along(41)).0, Verdict::Meets);
        let mut wall = Wish::new(WantedKind::Receptacle);
        wall.wanted.finish = Some(WallFinish::Masonry);
        assert!(judge(&wall).1.contains("masonry"));
        wall.wanted.finish = Some(WallFinish::Exposed);
        assert_eq!(judge(&wall).0, Verdict::NotApplicable);
    }

    #[test]
    fn a_second_gang_is_cut_wider_unless_one_is_to_spare() {
        let mut wish = Wish::beside_switch(true);
        let judge = |wish: &Wish| verdict("wanted-cut-out", wish);
        // By hand: 1 3/16 in and half of 1 13/16 in are 2 3/32 in, with wings 2 15/32 in.
        wish.wanted.stud = Some(StudNear { side: StudSide::Right, away: Length::sixteenths(40) });
        assert_eq!(judge(&wish).0, Verdict::Meets);
        wish.wanted.stud = Some(StudNear { side: StudSide::Right, away: Length::sixteenths(32) });
        assert_eq!(judge(&wish).0, Verdict::Violates);
        wish.boxes[0].found.gangs = Some(2);
        assert!(judge(&wish).1.contains("a gang to spare"));
    }
}
