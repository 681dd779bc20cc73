//! Everything one wants to know of the panels of an audit at once, worked out from their facts and stored nowhere.

use serde::Serialize;
use utoipa::ToSchema;

use super::supply::{known_supply, supply_difference};
use crate::electrical::feeds::{BreakerFeeds, feeds};
use crate::electrical::mapping::{DirectoryLine, PanelAnswer, panel_answer};
use crate::facts::{Basis, BoxId, BoxRecord, Breaker, Circuit, KnownSupply, Panel, PanelFeed, PanelId, Room};
use crate::picture::{Clearance, Detail, service_drop, space_before_panel};
use crate::repair::{PanelFound, SubjectProposal, propose_at_panel};
use crate::rules::{
    Finding, PanelSituation, RuleResult, Side, Verdict, is_dangerous, judge_panel, judge_panel_by, worst_verdict,
};
use crate::standard::Severity;

/// The load of one leg.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Legs {
    /// The load stated on leg A and leg B, in volt-amperes; a two-pole breaker counts half on each.
    pub volt_amperes: [u32; 2],
    /// How many breakers have a load stated.
    pub stated: usize,
    /// In one plain sentence.
    pub sentence: String,
}

/// What is wrong with one breaker.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct BreakerFault {
    /// The breaker by its number within the panel.
    pub breaker: u16,
    /// In one plain sentence.
    pub sentence: String,
    /// It is a danger now.
    pub danger: bool,
}

/// A panel with all that follows from it.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PanelJudgement {
    /// What the mapping says.
    pub answer: PanelAnswer,
    /// What each rule says, worst first.
    pub results: Vec<RuleResult>,
    /// The worst answer of all rules that are not dismissed.
    pub worst: Verdict,
    /// Something here is a danger now.
    pub dangerous: bool,
    /// What is wrong with single breakers, dangers first; what is dismissed or a mere note is left out.
    pub faults: Vec<BreakerFault>,
    /// What each breaker feeds.
    pub feeds: Vec<BreakerFeeds>,
    /// The loads stated, leg by leg.
    pub legs: Legs,
    /// What stays live with the main off.
    pub stays_live: Vec<String>,
    /// What feeds it, in words.
    pub fed_from: String,
    /// The clear space before it, drawn from its side.
    pub space: Option<Detail>,
    /// The drop of its service over what it passes, drawn.
    pub drop: Option<Detail>,
    /// What each repair would do about what it breaks.
    pub proposals: Vec<SubjectProposal>,
}

/// Judges the panels of an audit together, since they feed each other.
pub fn judge_panels(
    panels: &[&Panel],
    circuits: &[&Circuit],
    boxes: &[(&Room, &BoxRecord)],
    basis: &Basis,
) -> Vec<PanelJudgement> {
    let answers: Vec<PanelAnswer> = panels.iter().map(|panel| panel_answer(panel, boxes)).collect();
    let fed = feeds(panels, &answers, circuits, boxes);
    let each = panels.iter().zip(answers).zip(fed);
    each.map(|((panel, answer), feeds)| {
        let situation = PanelSituation { panel, panels, basis, directory: &answer.directory, feeds: &feeds, boxes };
        let results = judge_panel(&situation);
        let found = PanelFound::of(&situation, &results);
        let broken = results.iter().filter(|result| result.is_broken());
        let proposals = broken
            .flat_map(|result| propose_at_panel(&found, result.rule, |after| passes(&situation, after, result.rule)));
        PanelJudgement {
            proposals: proposals.collect(),
            worst: worst_verdict(&results),
            dangerous: is_dangerous(&results),
            faults: faults(&results).into_iter().chain(differences(panel, &feeds, boxes)).collect(),
            legs: legs(panel),
            stays_live: stays_live(panel, situation.feeder()),
            fed_from: fed_from(panel, situation.feeder()),
            space: space_before_panel(&clearances(&results, &["working-space", "handle-height"])),
            drop: service_drop(&clearances(&results, &["service-drop"])),
            results,
            answer,
            feeds,
        }
    })
    .collect()
}

/// Whether a panel would pass a rule as it would be after a repair: nothing that was recorded breaks it.
fn passes(situation: &PanelSituation, after: &Panel, rule: &str) -> bool {
    let panels: Vec<&Panel> =
        situation.panels.iter().map(|panel| if panel.id == after.id { after } else { *panel }).collect();
    // What the directory says is held against the walk anew: what was written is what was found.
    let directory: Vec<DirectoryLine> = situation
        .directory
        .iter()
        .map(|line| {
            let says = after.breaker(line.breaker).map_or_else(String::new, |breaker| breaker.directory.clone());
            let differs = !line.proposed.is_empty() && says != line.proposed;
            DirectoryLine { says, differs, agrees: line.agrees || !differs, ..line.clone() }
        })
        .collect();
    let situation = PanelSituation { panel: after, panels: &panels, directory: &directory, ..*situation };
    judge_panel_by(rule, &situation).is_some_and(|result| !result.is_broken())
}

/// What rules measured against their limits, for a drawing.
fn clearances<'a>(results: &'a [RuleResult], rules: &[&str]) -> Vec<Clearance<'a>> {
    let told = results.iter().filter(|result| rules.contains(&result.rule));
    told.flat_map(|result| &result.findings).filter_map(clearance).collect()
}

fn clearance(finding: &Finding) -> Option<Clearance<'_>> {
    let (measured, required) = (&finding.measured.as_ref()?.figure, finding.required.as_ref()?);
    let side = match finding.side {
        Side::AtLeast => "at least",
        Side::AtMost => "at most",
    };
    Some(Clearance {
        label: &finding.label,
        measured: measured.value,
        words: &measured.text,
        required: required.value,
        limit: format!("{} {side}", required.text),
        fault: finding.verdict == Verdict::Violates,
    })
}

fn faults(results: &[RuleResult]) -> Vec<BreakerFault> {
    let broken = results.iter().filter(|result| result.is_broken());
    let each = broken.flat_map(|result| {
        let findings = result.findings.iter().filter(|finding| finding.verdict == Verdict::Violates);
        findings.filter_map(|finding| {
            let severity = finding.severity.unwrap_or(result.severity);
            Some(BreakerFault {
                breaker: finding.breaker?,
                sentence: finding.sentence.to_string(),
                danger: severity == Severity::Danger,
            })
        })
    });
    let mut faults: Vec<BreakerFault> = each.collect();
    faults.sort_by_key(|fault| !fault.danger);
    faults
}

/// Where a note at a box says otherwise than the only breaker that feeds it.
fn differences(panel: &Panel, feeds: &[BreakerFeeds], boxes: &[(&Room, &BoxRecord)]) -> Vec<BreakerFault> {
    let fed_by = |id: BoxId| feeds.iter().filter(|feeds| feeds.feeds_itself(id)).count();
    let of_breaker = |known: &BreakerFeeds| {
        let breaker = panel.breaker(known.breaker)?;
        let own = known.boxes.iter().filter(|fed| fed.through.is_none() && fed_by(fed.box_id) == 1);
        let records = own.filter_map(|fed| boxes.iter().find(|(_, record)| record.id == fed.box_id));
        let said: Vec<String> = records.filter_map(|(_, record)| supply_difference(record, breaker)).collect();
        (!said.is_empty()).then(|| BreakerFault { breaker: breaker.id, sentence: said.join(" "), danger: false })
    };
    feeds.iter().filter_map(of_breaker).collect()
}

/// A breaker that feeds a box.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct FeedingBreaker {
    /// The panel.
    pub panel: PanelId,
    /// What the panel is called.
    pub panel_name: String,
    /// The breaker, as it is called.
    pub breaker: String,
    /// What goes dark with it.
    pub sentence: String,
    /// What it is known to bring.
    pub supply: KnownSupply,
    /// What the note at the box says otherwise than this breaker; absent where the two agree, or two breakers feed the box.
    pub differs: Option<String>,
}

/// The breakers that feed a box, in the panel where they sit.
pub fn breakers_of<'a>(
    record: &BoxRecord,
    panels: impl IntoIterator<Item = (&'a Panel, &'a PanelJudgement)>,
) -> Vec<FeedingBreaker> {
    let mut feeding = Vec::new();
    for (panel, judged) in panels {
        for feeds in judged.feeds.iter().filter(|feeds| feeds.feeds_itself(record.id)) {
            let Some(supply) = known_supply(panel, feeds) else { continue };
            feeding.push(FeedingBreaker {
                panel: panel.id,
                panel_name: panel.name.clone(),
                breaker: feeds.name.clone(),
                sentence: feeds.sentence.clone(),
                supply,
                differs: panel.breaker(feeds.breaker).and_then(|breaker| supply_difference(record, breaker)),
            });
        }
    }
    if feeding.len() > 1 {
        // The note stands for one of them, and nobody knows for which.
        feeding.iter_mut().for_each(|known| known.differs = None);
    }
    feeding
}

/// The loads stated, leg by leg, at 120 V to neutral. No demand factor is applied: this is no service calculation.
fn legs(panel: &Panel) -> Legs {
    let mut volt_amperes = [0_u32; 2];
    let mut stated = 0;
    for breaker in &panel.breakers {
        let Some(load) = breaker.load else { continue };
        stated += 1;
        if breaker.is_two_pole() {
            volt_amperes[0] += load / 2;
            volt_amperes[1] += load - load / 2;
        } else {
            volt_amperes[usize::from(breaker.leg())] += load;
        }
    }
    let [a, b] = volt_amperes.map(|load| load.div_ceil(120));
    let sentence = if stated == 0 {
        "No load is stated yet.".to_owned()
    } else {
        let more = match a.cmp(&b) {
            std::cmp::Ordering::Equal => "both alike".to_owned(),
            std::cmp::Ordering::Greater => format!("{} A more on leg A", a - b),
            std::cmp::Ordering::Less => format!("{} A more on leg B", b - a),
        };
        let against = panel.main_breaker.map_or_else(String::new, |main| {
            let over = a.max(b) > u32::from(main);
            format!("; the main is {main} A{}", if over { ", less than the heavier leg" } else { "" })
        });
        format!(
            "{stated} of {} breakers have a load stated: {a} A on leg A, {b} A on leg B, {more}{against}. All of it at once, \
             without demand factors: no service calculation.",
            panel.breakers.len()
        )
    };
    Legs { volt_amperes, stated, sentence }
}

/// What stays live with the main off.
fn stays_live(panel: &Panel, feeder: Option<(&Panel, &Breaker)>) -> Vec<String> {
    let mut live = Vec::new();
    match (panel.feed, feeder) {
        (PanelFeed::Service, _) => live.push(
            "The service conductors and the line lugs of the main stay live with the main off. Only the supplier can switch \
             them off."
                .to_owned(),
        ),
        (PanelFeed::Breaker { .. }, Some((source, breaker))) => live.push(format!(
            "The feeder and its lugs stay live until breaker {} of {} is off.",
            breaker.name(),
            source.name
        )),
        (PanelFeed::Disconnect, _) => {
            live.push("The feeder and its lugs stay live until the disconnect ahead of this panel is off.".to_owned());
        }
        _ => live.push("What feeds this panel is not known: take every lug as live with the main off.".to_owned()),
    }
    let back_fed = panel.breakers.iter().filter(|breaker| breaker.back_fed);
    live.extend(back_fed.map(|breaker| {
        format!("Breaker {} is fed from a second source: its terminals stay live with the main off.", breaker.name())
    }));
    if panel.main_breaker.is_none() && matches!(panel.feed, PanelFeed::Service) {
        live.push("No main is noted: the bus may be live whatever is switched off here.".to_owned());
    }
    live
}

fn fed_from(panel: &Panel, feeder: Option<(&Panel, &Breaker)>) -> String {
    match (panel.feed, feeder) {
        (PanelFeed::Service, _) => "the service".to_owned(),
        (PanelFeed::Disconnect, _) => "a disconnect ahead".to_owned(),
        (PanelFeed::Breaker { .. }, Some((source, breaker))) => {
            format!("breaker {} of {}", breaker.name(), source.name)
        }
        _ => "not known".to_owned(),
    }
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::facts::{BreakerKind, RoofUnder, ServiceEntry};
    use crate::picture::DetailPart;
    use crate::quantity::Length;

    #[test]
    fn a_two_pole_load_is_on_both_legs() {
        let load = |id, space, kind, load| Breaker { kind, load: Some(load), ..Breaker::new(id, space) };
        let panel = Panel {
            main_breaker: Some(100),
            breakers: vec![
                load(1, 1, BreakerKind::TwoPole, 4_800),
                load(2, 2, BreakerKind::Single, 1_200),
                load(3, 4, BreakerKind::Single, 600),
                Breaker::new(4, 6),
            ],
            ..Panel::new(PanelId(Uuid::nil()), "main", 12)
        };
        // 4,800 VA at 240 V is 20 A on each leg; 1,200 VA and 600 VA at 120 V are 10 A and 5 A.
        let legs = legs(&panel);
        assert_eq!(legs.volt_amperes, [3_600, 3_000]);
        assert!(
            legs.sentence
                .starts_with("3 of 4 breakers have a load stated: 30 A on leg A, 25 A on leg B, 5 A more on leg A")
        );
    }

    #[test]
    fn what_a_rule_measured_is_drawn_with_its_limit() {
        let mut panel = Panel::new(PanelId(Uuid::nil()), "main", 12);
        panel.feed = PanelFeed::Service;
        panel.service.entry = Some(ServiceEntry::Overhead);
        let drawn = |panel: &Panel| judge_panels(&[panel], &[], &[], &Basis::default()).remove(0);
        assert_eq!((drawn(&panel).space, drawn(&panel).drop), (None, None));
        panel.service.over_walk = Some(Length::inches(9 * 12));
        panel.place.depth = Some(Length::inches(40));
        let judged = drawn(&panel);
        let notes =
            |detail: Option<Detail>| detail.map(|detail| (detail.said(), detail.notes.iter().any(|note| note.fault)));
        assert_eq!(notes(judged.drop), Some(("over grade 9 ft; 10 ft at least".to_owned(), true)));
        assert_eq!(notes(judged.space), Some(("depth 3 ft 4 in; 3 ft at least".to_owned(), false)));
    }

    #[test]
    fn nothing_that_has_a_scale_is_left_out_of_the_drawings() {
        let mut panel = Panel::new(PanelId(Uuid::nil()), "main", 12);
        panel.feed = PanelFeed::Service;
        let far = Some(Length::inches(300));
        let service = &mut panel.service;
        (service.entry, service.roof) = (Some(ServiceEntry::Overhead), Some(RoofUnder::Steep));
        (service.over_walk, service.over_drive, service.over_street) = (far, far, far);
        (service.over_roof, service.to_window) = (far, far);
        (panel.place.depth, panel.place.headroom, panel.place.highest_handle) = (far, far, far);
        let judged = judge_panels(&[&panel], &[], &[], &Basis::default()).remove(0);
        let measures = |detail: Option<Detail>| {
            let shapes = detail.map(|detail| detail.shapes).unwrap_or_default();
            shapes.iter().filter(|shape| shape.part == DetailPart::Measure).count()
        };
        assert_eq!((measures(judged.drop), measures(judged.space)), (5, 3));
    }

    #[test]
    fn what_stays_live_is_said_for_each_kind_of_feed() {
        let mut panel = Panel::new(PanelId(Uuid::nil()), "main", 12);
        assert!(stays_live(&panel, None)[0].contains("take every lug as live"));
        panel.feed = PanelFeed::Service;
        panel.main_breaker = Some(100);
        panel.breakers = vec![Breaker { back_fed: true, ..Breaker::new(1, 2) }];
        let said = stays_live(&panel, None);
        assert!(said[0].contains("line lugs") && said[1].contains("second source"), "{said:?}");
    }
}
