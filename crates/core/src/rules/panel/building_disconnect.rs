//! `building-disconnect`: a building fed from another one goes off at itself, by few handles of enough amperes.

use super::PanelSituation;
use super::service_disconnect::MOST;
use crate::facts::{BreakerKind, Panel, PanelFeed};
use crate::quantity::Amount;
use crate::rules::{Finding, PanelCheck, Rule, Side};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "building-disconnect",
    title: "Disconnect of another building",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "how many handles take a building off that another one feeds, the main in its panel, and its circuits",
    reads: &[],
    limit: "A building that is fed from another has a disconnect at itself: outside, or inside nearest where the feeder comes in. \
            Six handles at most; for one circuit 15 A, for two of two wires 30 A, for a dwelling 100 A, for the rest 60 A at least.",
    why: "Who works or fights a fire there takes it off there, and does not look for a breaker in another house.",
    example: "A shop with four circuits behind a 50 A main: 60 A is the least.",
    citation: |edition| cite(edition, Some(("225.31 to 225.33, 225.39", Confidence::Sure)), None),
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let panel = situation.panel;
    // Behind a service disconnect outside, the handles noted are those of the service: `service-disconnect` counts them.
    let fed_from_another = matches!(panel.feed, PanelFeed::Breaker { .. })
        && panel.incoming.is_some_and(|incoming| incoming.other_building);
    // The Canadian code asks differently of farms and of dwellings; no figure of it is at hand.
    if !fed_from_another || situation.basis.edition.profile() == Profile::Cec {
        return Vec::new();
    }
    std::iter::once(handles(panel)).chain(rating(panel)).collect()
}

fn handles(panel: &Panel) -> Finding {
    let label = "disconnect";
    match (panel.service.handles, panel.main_breaker) {
        (Some(0), _) => Finding::violates(
            label,
            "Nothing at this building takes it off; a disconnect stands at it, outside or nearest where the feeder comes in.",
        ),
        (Some(handles), _) if handles > MOST => Finding::violates(
            label,
            format!("It takes {handles} handles to take this building off; {MOST} are the most."),
        ),
        (Some(1), _) => Finding::meets(label, "1 handle takes this building off."),
        (Some(handles), _) => Finding::meets(label, format!("{handles} handles take this building off.")),
        (None, Some(main)) => Finding::meets(label, format!("The {main} A main takes this building off.")),
        (None, None) => Finding::not_measured(
            label,
            "count the handles at this building that take it off; 0 where there are none",
            "/service/handles",
        ),
    }
}

fn rating(panel: &Panel) -> Option<Finding> {
    let main = panel.main_breaker?;
    let least = least_rating(panel);
    let finding = if main >= least {
        Finding::meets("its rating", format!("A disconnect of {main} A does for this building."))
    } else {
        Finding::violates(
            "its rating",
            format!("The disconnect is rated {main} A; {least} A is the least for this building."),
        )
    };
    Some(finding.with_figures(Amount::amperes(main), Amount::amperes(least), Side::AtLeast, None))
}

/// The least rating of the disconnect, in amperes.
///
/// # Source
/// NEC 225.39(A) to (D), from memory, sure.
pub fn least_rating(panel: &Panel) -> u16 {
    if panel.incoming.is_some_and(|incoming| incoming.whole_dwelling) {
        return 100;
    }
    let two_wire = panel.breakers.iter().all(|breaker| breaker.kind != BreakerKind::TwoPole);
    match panel.breakers.len() {
        1 => 15,
        2 if two_wire => 30,
        _ => 60,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Basis, Incoming};
    use crate::quantity::Gauge;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;
    use crate::standard::Edition;

    /// A shop in the yard with so many circuits of two wires.
    fn shop(circuits: u16) -> Panel {
        let breakers = (1..=circuits).map(|number| crate::facts::Breaker::new(number, number as u8)).collect();
        let incoming = Incoming { other_building: true, ..incoming(Gauge::Awg6) };
        Panel { feed: sub_feed(), incoming: Some(incoming), breakers, ..panel() }
    }

    #[test]
    fn a_disconnect_stands_at_the_building() {
        // NEC 225.31, 225.32, 225.33(A), from memory, sure.
        let mut shop = shop(4);
        assert_eq!(result(RULE.code, &shop).verdict, Verdict::NotMeasured);
        for (handles, wanted) in
            [(0, Verdict::Violates), (1, Verdict::Meets), (6, Verdict::Meets), (7, Verdict::Violates)]
        {
            shop.service.handles = Some(handles);
            assert_eq!(result(RULE.code, &shop).verdict, wanted, "{handles}");
        }
        shop.incoming = Some(incoming(Gauge::Awg6));
        assert_eq!(result(RULE.code, &shop).verdict, Verdict::NotApplicable, "in the same building");
    }

    #[test]
    fn its_rating_follows_what_it_feeds() {
        // NEC 225.39(A) to (D), from memory, sure.
        let judge = |circuits, main| {
            let shop = Panel { main_breaker: Some(main), ..shop(circuits) };
            result(RULE.code, &shop).verdict
        };
        assert_eq!((judge(1, 15), judge(2, 20), judge(2, 30)), (Verdict::Meets, Verdict::Violates, Verdict::Meets));
        assert_eq!((judge(3, 50), judge(3, 60)), (Verdict::Violates, Verdict::Meets));
        let mut dwelling = Panel { main_breaker: Some(60), ..shop(4) };
        dwelling.incoming.as_mut().expect("given").whole_dwelling = true;
        assert_eq!(result(RULE.code, &dwelling).verdict, Verdict::Violates);
        let canadian = Basis { edition: Edition::Cec2021, ..Basis::default() };
        assert_eq!(result_under(RULE.code, &dwelling, &[], &canadian).verdict, Verdict::NotApplicable);
    }
}
