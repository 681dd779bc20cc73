//! `splice-connector`: each splice is made with a connector within its marked range, and holds.

use crate::facts::{BoxContents, Conductor, Splice, SpliceKind, Strands};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "splice-connector",
    title: "Splices within their connector",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "for each splice: the connector, its marked range, and whether each conductor was pulled",
    reads: &["/splices/*/pull_tested"],
    limit: "Gauges, count, solid or stranded within what the connector is marked for; each conductor pull-tested. Tape \
            does not hold a splice. Crimp sleeves by gauge: 22–18, 16–14, 12–10 AWG.",
    why: "A connector out of its range holds until it warms up.",
    example: "Two 10 AWG and one 12 AWG in a connector marked to 12 AWG.",
    citation: |edition| cite(edition, Some(("110.14(B)", Confidence::Sure)), Some(("12-112", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let mut findings: Vec<Finding> =
        contents.splices.iter().enumerate().map(|(index, splice)| judge_splice(contents, index, splice)).collect();
    let mut letters: Vec<&str> = contents.conductors.iter().filter_map(|c| c.joined.as_deref()).collect();
    letters.sort_unstable();
    letters.dedup();
    for letter in letters {
        if !contents.splices.iter().any(|splice| splice.letter == letter) {
            let words = format!("note what joins the conductors marked {letter}");
            findings.push(Finding::not_measured(format!("splice {letter}"), &words, "/splices"));
        }
    }
    findings
}

fn judge_splice(contents: &BoxContents, index: usize, splice: &Splice) -> Finding {
    let label = format!("splice {}", splice.letter);
    let joined: Vec<&Conductor> =
        contents.conductors.iter().filter(|c| c.joined.as_deref() == Some(splice.letter.as_str())).collect();
    let count = joined.len() + usize::from(splice.pigtails);
    let kind = splice.kind.name();
    if splice.kind == SpliceKind::TapeOnly {
        return Finding::violates(label.clone(), format!("Splice {} is held by tape alone.", splice.letter))
            .with_severity(Severity::Danger);
    }
    let outside = joined.iter().find(|c| {
        splice.smallest.is_some_and(|smallest| c.gauge < smallest)
            || splice.largest.is_some_and(|largest| c.gauge > largest)
    });
    if let Some(conductor) = outside {
        return Finding::violates(
            label.clone(),
            format!("{} is outside what the {kind} is marked for.", conductor.label()),
        );
    }
    if let Some(most) = splice.most
        && count > usize::from(most)
    {
        return Finding::violates(label.clone(), format!("{count} conductors are in a {kind} marked for {most}."));
    }
    if splice.stranded == Some(false)
        && let Some(conductor) = joined.iter().find(|c| c.strands == Strands::Stranded)
    {
        return Finding::violates(
            label.clone(),
            format!("{} is stranded; the {kind} is for solid only.", conductor.label()),
        );
    }
    match splice.pull_tested {
        Some(false) => Finding::violates(
            label.clone(),
            format!("A conductor moved in splice {} when it was pulled.", splice.letter),
        ),
        None => {
            let words = format!("pull each conductor of splice {}", splice.letter);
            Finding::not_measured(label.clone(), &words, format!("/splices/{index}/pull_tested"))
        }
        Some(true) if splice.largest.is_none() && splice.kind != SpliceKind::Soldered => {
            let words = format!("read the marked range of the {kind} of splice {}", splice.letter);
            Finding::not_measured(label.clone(), &words, format!("/splices/{index}/largest"))
        }
        Some(true) => Finding::meets(
            label.clone(),
            format!("Splice {}: {count} conductors in a {kind}, none moves.", splice.letter),
        ),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Gauge;
    use crate::rules::Verdict;
    use crate::testing::{box_with, conductor, verdict};

    fn spliced(change: impl Fn(&mut Splice)) -> Verdict {
        let mut wires = vec![conductor(Some(112), None), conductor(Some(112), None)];
        for wire in &mut wires {
            wire.joined = Some("A".to_owned());
        }
        let mut contents = box_with(None, wires);
        let mut splice = Splice {
            smallest: Some(Gauge::Awg18),
            largest: Some(Gauge::Awg12),
            most: Some(4),
            stranded: Some(true),
            pigtails: 1,
            pull_tested: Some(true),
            ..Splice::new("A", SpliceKind::TwistOn)
        };
        change(&mut splice);
        contents.splices = vec![splice];
        verdict(RULE.code, &contents)
    }

    #[test]
    fn what_is_within_its_marks_and_holds_meets() {
        assert_eq!(spliced(|_| {}), Verdict::Meets);
    }

    #[test]
    fn range_count_and_pull_decide() {
        assert_eq!(spliced(|splice| splice.largest = Some(Gauge::Awg14)), Verdict::Violates);
        assert_eq!(spliced(|splice| splice.most = Some(2)), Verdict::Violates);
        assert_eq!(spliced(|splice| splice.pull_tested = Some(false)), Verdict::Violates);
        assert_eq!(spliced(|splice| splice.pull_tested = None), Verdict::NotMeasured);
    }

    #[test]
    fn tape_is_no_connector() {
        assert_eq!(spliced(|splice| splice.kind = SpliceKind::TapeOnly), Verdict::Violates);
    }

    #[test]
    fn a_letter_without_a_splice_asks_what_joins_it() {
        let mut one = conductor(Some(112), None);
        one.joined = Some("B".to_owned());
        assert_eq!(verdict(RULE.code, &box_with(None, vec![one])), Verdict::NotMeasured);
    }
}
