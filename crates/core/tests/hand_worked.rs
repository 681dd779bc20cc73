//! Cases worked by hand, with a pencil: lengths, reaches and pigtails.
//!
//! Limits: NEC 300.14, 6 in (150 mm) from the sheath and 3 in (75 mm) past an opening under 8 in; CEC 12-3000, 150 mm.
//! From memory, no code book at hand. Pigtail arithmetic, connector lengths, margin 1/2 in and steps of 1/4 in: common
//! practice, no source. Twins: 150 mm = 5.906 in and 75 mm = 2.953 in at 25.4 mm to the inch, so that 5 15/16 in
//! (150.8 mm) meets 150 mm and 2 15/16 in (74.6 mm) misses 75 mm. The tape reads to 1/16 in.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

use nailpunch_core::assess::{JudgeRequest, judge_box, plan_for};
use nailpunch_core::facts::{Basis, BoxContents, SolidSleeves};
use nailpunch_core::quantity::{UnitSystem, parse_length, parse_offset};
use nailpunch_core::repair::{Proposal, Standing};
use nailpunch_core::rules::Verdict::{self, Legacy, Marginal, Meets, NotApplicable, NotMeasured, Violates};
use nailpunch_core::standard::{Edition, WiredUnder};

/// A box with one black 12 AWG conductor; `-` stands for what was not measured.
fn request(
    edition: Edition,
    year: Option<u16>,
    length: &str,
    reach: &str,
    sheath_end: &str,
    end: &str,
) -> JudgeRequest {
    let nm = |text: &str| {
        if text == "-" { "null".to_owned() } else { parse_length(text, UnitSystem::Inch).unwrap().nm().to_string() }
    };
    let past = |text: &str| {
        if text == "-" { "null".to_owned() } else { parse_offset(text, UnitSystem::Inch).unwrap().nm().to_string() }
    };
    let contents: BoxContents = serde_json::from_str(&format!(
        r#"{{"cables":[{{"id":1,"sheath_end":{}}}],"conductors":[{{"id":1,"cable":1,"gauge":"12","colour":"black",
            "role":"ungrounded","free_length":{},"reach":{},"end":"{end}"}}]}}"#,
        nm(sheath_end),
        nm(length),
        past(reach)
    ))
    .unwrap();
    JudgeRequest {
        basis: Basis { edition, ..Basis::default() },
        wired_under: year.map(WiredUnder::Year),
        new_work: false,
        repaired: Vec::new(),
        contents,
        fed_by: vec![],
        rulings: Vec::new(),
        typed: Vec::new(),
    }
}

/// Edition, year wired, length, reach, sheath end; then verdict and shortfall for the length and for the reach.
type Case =
    (Edition, Option<u16>, &'static str, &'static str, &'static str, (Verdict, &'static str), (Verdict, &'static str));

const NEC: Edition = Edition::Nec2023;
const OLD: Edition = Edition::Nec2011;
const CEC: Edition = Edition::Cec2021;

const LENGTHS: &[Case] = &[
    // The trade's check values: 2 3/4 with 3/4 past is short by 3 1/4 and 2 1/4; a good result reads 7 and 4.
    (NEC, None, "2 3/4", "3/4", "-", (Violates, "3 1/4 in"), (Violates, "2 1/4 in")),
    (OLD, None, "2 3/4", "3/4", "-", (Violates, "3 1/4 in"), (Violates, "2 1/4 in")),
    (NEC, None, "7", "4", "-", (Meets, "-"), (Meets, "-")),
    // Each measure from the other: L − d and r + d.
    (NEC, None, "2 3/4", "-", "2", (Violates, "3 1/4 in"), (Violates, "2 1/4 in")),
    (NEC, None, "-", "3/4", "2", (Violates, "3 1/4 in"), (Violates, "2 1/4 in")),
    (NEC, None, "6 1/2", "-", "2", (Meets, "-"), (Meets, "-")),
    (NEC, None, "6 1/2", "-", "3 1/4", (Meets, "-"), (Meets, "-")),
    (NEC, None, "6 1/2", "-", "4", (Meets, "-"), (Violates, "1/2 in")),
    (NEC, None, "-", "4", "2 1/2", (Meets, "-"), (Meets, "-")),
    (NEC, None, "-", "4", "1", (Violates, "1 in"), (Meets, "-")),
    (NEC, None, "5", "-", "1", (Violates, "1 in"), (Meets, "-")),
    (NEC, None, "1 1/4", "-", "1 1/2", (Violates, "4 3/4 in"), (Violates, "3 1/4 in")),
    // One measure alone carries what it can: the reach is at most the length, the length at least the reach.
    (NEC, None, "2 1/2", "-", "-", (Violates, "3 1/2 in"), (Violates, "1/2 in")),
    (NEC, None, "5", "-", "-", (Violates, "1 in"), (NotMeasured, "-")),
    (NEC, None, "9", "-", "-", (Meets, "-"), (NotMeasured, "-")),
    (NEC, None, "-", "2", "-", (NotMeasured, "-"), (Violates, "1 in")),
    (NEC, None, "-", "4", "-", (NotMeasured, "-"), (Meets, "-")),
    (NEC, None, "-", "6 1/4", "-", (Meets, "-"), (Meets, "-")),
    (NEC, None, "-", "-", "2", (NotMeasured, "-"), (NotMeasured, "-")),
    // A tip that ends behind the opening: 1 − 2 1/4 = −1 1/4 past it, 3 − (−1 1/4) = 4 1/4 short; and as it is typed.
    (NEC, None, "1", "-", "2 1/4", (Violates, "5 in"), (Violates, "4 1/4 in")),
    (NEC, None, "-", "-1/2", "2", (Violates, "4 1/2 in"), (Violates, "3 1/2 in")),
    // Round the limit of 6 in.
    (NEC, None, "6 1/16", "-", "1", (Meets, "-"), (Meets, "-")),
    (NEC, None, "6", "-", "1", (Marginal, "-"), (Meets, "-")),
    (NEC, None, "5 15/16", "-", "1", (Marginal, "1/16 in"), (Meets, "-")),
    (NEC, None, "150 mm", "-", "1", (Marginal, "≈ 1/8 in"), (Meets, "-")),
    (NEC, None, "5 7/8", "-", "1", (Marginal, "1/8 in"), (Meets, "-")),
    (NEC, None, "5 13/16", "-", "1", (Violates, "3/16 in"), (Meets, "-")),
    // Round the limit of 3 in.
    (NEC, None, "8", "3 1/16", "-", (Meets, "-"), (Meets, "-")),
    (NEC, None, "8", "3", "-", (Meets, "-"), (Marginal, "-")),
    (NEC, None, "8", "75 mm", "-", (Meets, "-"), (Marginal, "≈ 1/16 in")),
    (NEC, None, "8", "2 15/16", "-", (Meets, "-"), (Marginal, "1/16 in")),
    (NEC, None, "8", "2 7/8", "-", (Meets, "-"), (Violates, "1/8 in")),
    // The age of the wiring: the reach came with 1999, the length is older.
    (NEC, Some(1962), "2 3/4", "3/4", "-", (Violates, "3 1/4 in"), (Legacy, "2 1/4 in")),
    (NEC, Some(1998), "7", "2", "-", (Meets, "-"), (Legacy, "1 in")),
    (NEC, Some(1999), "7", "2", "-", (Meets, "-"), (Legacy, "1 in")),
    (NEC, Some(2000), "7", "2", "-", (Meets, "-"), (Violates, "1 in")),
    (OLD, Some(1988), "6 1/2", "-", "4", (Meets, "-"), (Legacy, "1/2 in")),
    // Canada: 150 mm, and no reach.
    (CEC, None, "2 3/4", "3/4", "-", (Violates, "≈ 3 3/16 in"), (NotApplicable, "-")),
    (CEC, None, "152 mm", "20 mm", "-", (Meets, "-"), (NotApplicable, "-")),
    (CEC, None, "150 mm", "-", "-", (Marginal, "-"), (NotApplicable, "-")),
    (CEC, None, "145 mm", "-", "-", (Violates, "≈ 1/4 in"), (NotApplicable, "-")),
];

#[test]
fn lengths_and_reaches() {
    for (edition, year, length, reach, sheath_end, by_length, by_reach) in LENGTHS {
        let judgement = judge_box(request(*edition, *year, length, reach, sheath_end, "straight"));
        for (rule, (verdict, shortfall)) in [("free-conductor-length", by_length), ("free-conductor-reach", by_reach)] {
            let result = judgement.results.iter().find(|result| result.rule == rule).unwrap();
            let case = format!("{rule}: {edition:?} {year:?} length {length} reach {reach} sheath {sheath_end}");
            assert_eq!(result.verdict, *verdict, "{case}: {}", result.sentence);
            let short = result.worst_finding().and_then(|worst| worst.shortfall.as_ref());
            assert_eq!(short.map_or("-", |short| short.text.as_str()), *shortfall, "{case}");
        }
    }
}

/// Method, length, sheath end, state of the tip; then the pigtail, the length and the reach afterwards.
type PigtailCase = (&'static str, &'static str, &'static str, &'static str, &'static str, &'static str, &'static str);

const PIGTAILS: &[PigtailCase] = &[
    // In line: P = max(6, d + 3) − L + 1/2, up to 1/4.
    ("extend-in-line-lever", "2 3/4", "2", "straight", "3 3/4 in", "6 1/2 in", "4 1/2 in"),
    ("extend-in-line-lever", "1", "3/4", "straight", "5 1/2 in", "6 1/2 in", "5 3/4 in"),
    ("extend-in-line-lever", "3 1/8", "2", "straight", "3 1/2 in", "6 5/8 in", "4 5/8 in"),
    // d + 3 governs from a sheath end 3 in behind the opening: max(6, 4 + 3) − 3 + 1/2 = 4 1/2.
    ("extend-in-line-lever", "3", "4", "straight", "4 1/2 in", "7 1/2 in", "3 1/2 in"),
    // Never under 3 in: 6 − 5 1/2 + 1/2 = 1.
    ("extend-in-line-lever", "5 1/2", "1", "straight", "3 in", "8 1/2 in", "7 1/2 in"),
    // A hook costs 1/2, a nick 3/4: 6 − (4 − 1/2) + 1/2 = 3; 6 − (4 − 3/4) + 1/2 = 3 1/4.
    ("extend-in-line-lever", "4", "1", "hooked", "3 in", "6 1/2 in", "5 1/2 in"),
    ("extend-in-line-lever", "4", "1", "nicked", "3 1/4 in", "6 1/2 in", "5 1/2 in"),
    // Side by side, overlap 7/16: 6 − 2 3/4 + 7/16 + 1/2 = 4 3/16, up to 4 1/4; 2 3/4 + 4 1/4 − 7/16 = 6 9/16.
    ("extend-side-by-side-lever", "2 3/4", "2", "straight", "4 1/4 in", "6 9/16 in", "4 9/16 in"),
    ("extend-side-by-side-lever", "4", "3 1/2", "straight", "3 1/2 in", "7 1/16 in", "3 9/16 in"),
    // Twist-on, overlap 5/8: 6 − 2 3/4 + 5/8 + 1/2 = 4 3/8, up to 4 1/2; 2 3/4 + 4 1/2 − 5/8 = 6 5/8.
    ("extend-twist-on", "2 3/4", "2", "straight", "4 1/2 in", "6 5/8 in", "4 5/8 in"),
    ("extend-twist-on", "2", "1", "straight", "5 1/4 in", "6 5/8 in", "5 5/8 in"),
    // Sleeve, overlap 7/16: 6 − 1 1/2 + 7/16 + 1/2 = 5 7/16, up to 5 1/2; 1 1/2 + 5 1/2 − 7/16 = 6 9/16.
    ("extend-crimp-sleeve", "1 1/2", "1", "straight", "5 1/2 in", "6 9/16 in", "5 9/16 in"),
];

fn proposal(request: JudgeRequest, repair: &str) -> Proposal {
    plan_for(request).proposals.iter().find(|proposal| proposal.repair == repair).unwrap().clone()
}

#[test]
fn pigtails() {
    for (repair, length, sheath_end, end, pigtail, length_after, reach_after) in PIGTAILS {
        let mut request = request(NEC, None, length, "-", sheath_end, end);
        // Solid copper: in a sleeve only where it is marked for it.
        request.basis.house_rules.solid_sleeves = SolidSleeves::MarkedForSolid;
        let proposal = proposal(request, repair);
        let case = format!("{repair}: {length} from a sheath {sheath_end} behind, {end}");
        assert_eq!(proposal.standing, Standing::Clears, "{case}: {:?}", proposal.reasons);
        assert_eq!(proposal.pigtails[0].length.text, *pigtail, "{case}: {}", proposal.pigtails[0].arithmetic);
        let pair = &proposal.before_after[0];
        assert_eq!(pair.length_after.as_ref().unwrap().text, *length_after, "{case}");
        assert_eq!(pair.reach_after.as_ref().unwrap().text, *reach_after, "{case}");
    }
}

/// Method, length; what is short. 3/4 in free for an in-line lever, 1 in side by side, 2 in for pliers, 1 1/2 in for the
/// crimping tool: common practice, no source.
const TOO_SHORT: &[(&str, &str, &str)] = &[
    ("extend-in-line-lever", "5/8", "short by 1/8 in"),
    ("extend-side-by-side-lever", "7/8", "short by 1/8 in"),
    ("extend-twist-on", "1 1/2", "short by 1/2 in"),
    ("extend-crimp-sleeve", "1 1/4", "short by 1/4 in"),
];

#[test]
fn stubs_that_cannot_be_joined() {
    for (repair, length, short) in TOO_SHORT {
        let proposal = proposal(request(NEC, None, length, "-", "1/2", "straight"), repair);
        assert_eq!(proposal.standing, Standing::Rejected, "{repair}");
        assert!(proposal.reasons[0].ends_with(short), "{repair}: {:?}", proposal.reasons);
    }
}
