//! A notice of danger: what was told to the owner, as it stood, with the day and the signature. What was given is never changed.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::problem::{Pointer, Problem, check_paragraph, check_text, check_time};

/// The most notices of one audit.
const MOST_NOTICES: usize = 40;
/// The most dangers on one.
const MOST_DANGERS: usize = 1_000;
/// The most strokes of a signature, and the most points of all of them.
const MOST_STROKES: usize = 200;
const MOST_POINTS: usize = 5_000;
/// The end of a signature's own measure: thousandths of the pad's width, and of as much down.
const PAD: u16 = 1_000;

/// A danger as it was told.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NoticedDanger {
    /// Where, "K1 by the door, Kitchen".
    pub place: String,
    /// What, in a sentence.
    pub what: String,
    /// Why the owner does not want it put right; absent where nothing was declined.
    #[serde(default)]
    pub declined: Option<String>,
}

/// A signature as it was drawn on the screen.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Signature {
    /// Its strokes, each a row of points from the upper left, in thousandths of the width of the pad; at most 200 strokes of
    /// 5,000 points in all.
    #[schema(max_items = 200)]
    pub strokes: Vec<Vec<[u16; 2]>>,
}

/// A notice of danger that was given.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DangerNotice {
    /// Its number within the audit, from 1.
    pub number: u16,
    /// When it was given, RFC 3339.
    pub at: String,
    /// To whom.
    pub to: String,
    /// Who gave it.
    #[serde(default)]
    pub by: String,
    /// What was told.
    pub dangers: Vec<NoticedDanger>,
    /// Their signature; absent where they did not sign.
    #[serde(default)]
    pub signature: Option<Signature>,
    /// Why it is not signed, "not at home, sent by post".
    #[serde(default)]
    pub not_signed: String,
}

impl DangerNotice {
    /// The day on which it was given, "2026-03-04".
    pub fn day(&self) -> &str {
        self.at.split('T').next().unwrap_or(&self.at)
    }

    /// What cannot be accepted in a notice.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_time(&mut problems, &at.at("at"), &self.at);
        check_text(&mut problems, &at.at("to"), &self.to, true, 120);
        check_text(&mut problems, &at.at("by"), &self.by, false, 120);
        check_text(&mut problems, &at.at("not_signed"), &self.not_signed, self.signature.is_none(), 300);
        let dangers = at.at("dangers");
        if self.dangers.is_empty() || self.dangers.len() > MOST_DANGERS {
            let words = format!("a notice tells of 1 to {MOST_DANGERS} dangers, not of {}", self.dangers.len());
            problems.push(Problem::new(&dangers, words));
        }
        for (index, danger) in self.dangers.iter().enumerate() {
            let place = dangers.at(index);
            check_text(&mut problems, &place.at("place"), &danger.place, true, 400);
            check_paragraph(&mut problems, &place.at("what"), &danger.what, true, 4_000);
            if let Some(declined) = &danger.declined {
                check_paragraph(&mut problems, &place.at("declined"), declined, false, 2_000);
            }
        }
        if let Some(signature) = &self.signature {
            problems.extend(signature.problems(&at.at("signature")));
        }
        problems
    }
}

impl Signature {
    /// What cannot be accepted in a signature.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let strokes = at.at("strokes");
        let points: usize = self.strokes.iter().map(Vec::len).sum();
        if points < 2 {
            return vec![Problem::new(&strokes, "nothing is signed; sign with a finger, a pen or the mouse")];
        }
        if self.strokes.len() > MOST_STROKES || points > MOST_POINTS {
            let words = format!("a signature has at most {MOST_STROKES} strokes of {MOST_POINTS} points; sign again");
            return vec![Problem::new(&strokes, words)];
        }
        let outside = self.strokes.iter().flatten().flatten().any(|end| *end > PAD);
        if outside { vec![Problem::new(&strokes, "this signature leaves its pad; sign again")] } else { Vec::new() }
    }
}

/// What cannot be accepted in the notices of an audit.
pub(super) fn notice_problems(notices: &[DangerNotice], at: &Pointer) -> Vec<Problem> {
    let mut problems = Vec::new();
    if notices.len() > MOST_NOTICES {
        problems.push(Problem::new(at, format!("{} notices; at most {MOST_NOTICES} are kept", notices.len())));
    }
    for (index, notice) in notices.iter().enumerate() {
        let place = at.at(index);
        problems.extend(notice.problems(&place));
        if notices[..index].iter().any(|other| other.number >= notice.number) {
            problems
                .push(Problem::new(&place.at("number"), "notices are numbered in the order in which they were given"));
        }
    }
    problems
}

#[cfg(test)]
mod tests {
    use super::*;

    fn notice(signature: Option<Signature>) -> DangerNotice {
        let danger = NoticedDanger { place: "K1".to_owned(), what: "Live metal.".to_owned(), declined: None };
        DangerNotice {
            number: 1,
            at: "2026-03-04T10:00:00Z".to_owned(),
            to: "A. Owner".to_owned(),
            by: String::new(),
            dangers: vec![danger],
            signature,
            not_signed: String::new(),
        }
    }

    fn pointers(notices: &[DangerNotice]) -> Vec<String> {
        notice_problems(notices, &Pointer::root()).into_iter().map(|problem| problem.pointer).collect()
    }

    #[test]
    fn a_notice_is_signed_or_says_why_not() {
        let signed = notice(Some(Signature { strokes: vec![vec![[0, 0], [1_000, 400]]] }));
        assert_eq!(pointers(std::slice::from_ref(&signed)), [""; 0]);
        assert_eq!(signed.day(), "2026-03-04");
        let bare = notice(None);
        assert_eq!(pointers(std::slice::from_ref(&bare)), ["/0/not_signed"]);
        assert_eq!(pointers(&[DangerNotice { not_signed: "not at home".to_owned(), ..bare }]), [""; 0]);
        let strokes = |strokes| notice(Some(Signature { strokes }));
        for refused in [vec![], vec![vec![[5, 5]]], vec![vec![[0, 0], [1_001, 0]]], vec![vec![[0, 0]; 5_001]]] {
            assert_eq!(pointers(&[strokes(refused)]), ["/0/signature/strokes"]);
        }
    }

    #[test]
    fn notices_tell_of_something_and_are_numbered() {
        let signed = || notice(Some(Signature { strokes: vec![vec![[0, 0], [9, 9]]] }));
        assert_eq!(pointers(&[DangerNotice { dangers: vec![], ..signed() }]), ["/0/dangers"]);
        assert_eq!(pointers(&[DangerNotice { to: " ".to_owned(), ..signed() }]), ["/0/to"]);
        assert_eq!(pointers(&[signed(), signed()]), ["/1/number"]);
        assert_eq!(pointers(&[signed(), DangerNotice { number: 2, ..signed() }]), [""; 0]);
    }
}
