//! `conductor-ampacity`: no conductor is smaller than its breaker allows.

use crate::facts::{BoxContents, BoxKind, Breaker, Conductor, Panel, Role};
use crate::quantity::{Amount, Gauge, capitalised};
use crate::rules::{Finding, PanelCheck, PanelSituation, Rule, Side, Situation};
use crate::standard::ampacity::{self, Column, Surroundings, corrected_ampacity, dwelling_conductor};
use crate::standard::{Material, Profile, RuleBasis, Severity, Since, WiringMethod};

/// The rule.
pub const RULE: Rule = Rule {
    code: "conductor-ampacity",
    title: "Conductor against its breaker",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "the rating of the breaker, and the gauge of each conductor",
    reads: &["/supply/amperes", "/supply/warm"],
    limit: "Copper 14, 12, 10 AWG on at most 15, 20, 30 A; aluminium 12, 10 AWG on 15, 25 A. Larger conductors by the \
            60 °C column, taken up to the next standard rating. The smallest governs. Circuits of motors and \
            air-conditioners may go higher.",
    why: "A breaker that is too large lets the conductor overheat in the wall before it opens.",
    example: "14 AWG on 20 A: at most 15 A is allowed.",
    citation: ampacity::citation,
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    if contents.supply.motor == Some(true) {
        // NEC 240.4(G), 430.52, 440.22, from memory, sure.
        let sentence = "The breaker is that of a motor or air conditioner: its nameplate and 430 or 440 govern.";
        return vec![Finding::not_applicable("circuit", sentence)];
    }
    let mut findings = taps(situation);
    let mut kinds: Vec<(Gauge, Material, Option<u16>)> = contents
        .conductors
        .iter()
        .filter(|conductor| conductor.role != Role::EquipmentGrounding && !conductor.from_canopy && !conductor.tap)
        .map(|conductor| (conductor.gauge, conductor.material, contents.supply_of(conductor).amperes))
        .collect();
    kinds.sort_by_key(|(gauge, _, amperes)| (*gauge, *amperes));
    kinds.dedup();
    if kinds.is_empty() {
        return if findings.is_empty() { vec![Finding::no_conductors()] } else { findings };
    }
    if kinds.iter().all(|(.., amperes)| amperes.is_none()) {
        return vec![Finding::not_measured("circuit", "read the rating of the breaker", "/supply/amperes")];
    }
    let each = kinds.into_iter().map(|(gauge, material, amperes)| {
        let label = sized(gauge, material);
        let Some(amperes) = amperes else {
            let words = format!("read the rating of the breaker of the {label}");
            return Finding::not_measured(label, &words, "/supply/amperes");
        };
        if gauge < Gauge::Awg14 {
            return too_thin(contents, label);
        }
        let several = contents.supply.only_receptacle == Some(false)
            && contents.devices.iter().any(|device| device.kind.is_receptacle());
        let most = ampacity::largest_breaker(situation.basis.edition, gauge, material).map(|most| {
            // A circuit of several receptacles does not go up to the next rating: 240.4(B)(1).
            let carries = ampacity::ampacity(Column::C60, gauge, material).filter(|_| several);
            carries.and_then(ampacity::rating_at_most).map_or(most, |down| most.min(down))
        });
        let Some(most) = most else {
            return Finding::violates(label.clone(), format!("{label} is no branch conductor at any rating."));
        };
        let figures = |finding: Finding, over: u16| {
            let over = (over > 0).then(|| Amount::amperes(over));
            finding.with_figures(Amount::amperes(amperes), Amount::amperes(most), Side::AtMost, over)
        };
        let warm = ampacity::largest_breaker_for(
            situation.basis.edition,
            Column::C75,
            gauge,
            material,
            Surroundings::default(),
        );
        if amperes <= most {
            figures(Finding::meets(label.clone(), format!("{label} on a {amperes} A breaker.")), 0)
        } else if warm.is_some_and(|warm| amperes <= warm)
            && let Some(answer) = by_terminals(contents, situation.basis.edition.profile(), &label, amperes)
        {
            answer
        } else {
            let sentence = format!("{label} is on a {amperes} A breaker; at most {most} A is allowed.");
            figures(Finding::violates(label, sentence), amperes - most)
        }
    });
    findings.extend(each);
    findings
}

/// Taps, which may be thinner than their breaker asks for.
fn taps(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let taps = contents.conductors.iter().filter(|conductor| conductor.tap && !conductor.is_ground());
    taps.map(|conductor| {
        let label = format!("tap, {}", conductor.label());
        let Some(amperes) = contents.supply_of(conductor).amperes else {
            let words = format!("read the rating of the breaker of the {label}");
            return Finding::not_measured(label, &words, "/supply/amperes").of_conductor(conductor);
        };
        let finding = match ampacity::smallest_tap(amperes) {
            Some(least) if conductor.gauge >= least && conductor.material == Material::Copper => Finding::meets(
                label.clone(),
                format!("The {label} does on {amperes} A: {least} is the least of a tap."),
            ),
            Some(least) => Finding::violates(
                label.clone(),
                format!("The {label} is too thin for a tap on {amperes} A: {least} copper is the least."),
            ),
            None => Finding::violates(label.clone(), format!("Nothing is tapped from a circuit of {amperes} A.")),
        };
        finding.of_conductor(conductor)
    })
    .collect()
}

/// A conductor below the least of a branch circuit; a wire of a luminaire may be as thin.
///
/// # Source
/// NEC 310.3(A), 310.106(A) before 2020, 14 AWG; 240.5(B)(2) for fixture wire; CEC 4-002. From memory, sure.
fn too_thin(contents: &BoxContents, label: String) -> Finding {
    let of_luminaire =
        contents.hung.is_some() || matches!(contents.kind, BoxKind::Octagon | BoxKind::Pan | BoxKind::Fan);
    if of_luminaire {
        let words = format!("note whether {label} belongs to what hangs here: in a branch circuit 14 AWG is the least");
        return Finding::not_measured(label, &words, "/conductors");
    }
    let sentence = format!("{label} is thinner than 14 AWG, the least of a branch circuit, whatever its breaker.");
    Finding::violates(label, sentence)
}

/// What the 75 °C column has to say of a conductor that only it allows: it holds where no cable is held to 60 °C and the
/// terminals at both ends are marked for it. `None` where the 60 °C column governs.
///
/// # Source
/// NEC 110.14(C)(1)(a), 334.80, 340.80, from memory, sure.
fn by_terminals(contents: &BoxContents, family: Profile, label: &str, amperes: u16) -> Option<Finding> {
    let ask = |words: &str, field: &str| Some(Finding::not_measured(label.to_owned(), words, field));
    if contents.cables.iter().any(|cable| cable.method.held_to(family).is_some()) || contents.supply.warm == Some(false)
    {
        return None;
    }
    if let Some(at) = contents.cables.iter().position(|cable| cable.method == WiringMethod::Unknown) {
        let words = format!(
            "note what cable {label} is in: NM cable may carry less than {amperes} A, other wiring as its terminals are marked"
        );
        return ask(&words, &format!("/cables/{at}/method"));
    }
    if contents.supply.warm.is_none() {
        return ask("read the terminals at both ends: are they marked for 75 °C", "/supply/warm");
    }
    let sentence = format!("{label} on a {amperes} A breaker, by terminals marked for 75 °C.");
    Some(Finding::meets(label.to_owned(), sentence))
}

/// The rule at a panel: the conductors under its breakers, those of the feeders that they feed, and the smallest conductor
/// in the boxes on each.
pub const AT_PANEL: Rule<PanelCheck> = RULE.at_panel(check_at_panel);

fn check_at_panel(situation: &PanelSituation) -> Vec<Finding> {
    let mut findings = Vec::new();
    for breaker in &situation.panel.breakers {
        let feeders = situation.fed_by(breaker).map(|panel| of_feeder(breaker, panel));
        let in_boxes = smallest_in_boxes(situation, breaker);
        let own = under_breaker(situation, breaker);
        let found: Vec<Finding> = own.into_iter().chain(feeders).chain(in_boxes).collect();
        findings.extend(found.into_iter().map(|finding| finding.of_breaker(breaker)));
    }
    let open: Vec<String> = situation
        .panel
        .breakers
        .iter()
        .filter(|breaker| breaker.amperes.is_none() || breaker.conductors.is_empty())
        .map(Breaker::name)
        .collect();
    if !open.is_empty() {
        let words = format!("read the rating and the conductor of breaker {}", open.join(", "));
        findings.push(Finding::not_measured(format!("{} breakers", open.len()), &words, "/breakers"));
    }
    findings
}

fn held_against(label: String, what: &str, amperes: u16, most: u16, working: &str) -> Finding {
    let place = capitalised(&label);
    let finding = if amperes <= most {
        Finding::meets(label, format!("{place}: {what} on {amperes} A{working}."))
    } else {
        Finding::violates(label, format!("{place}: {what} is on {amperes} A; at most {most} A is allowed{working}."))
    };
    let over = (amperes > most).then(|| Amount::amperes(amperes - most));
    finding.with_figures(Amount::amperes(amperes), Amount::amperes(most), Side::AtMost, over)
}

/// The thinnest conductor under the terminals of a breaker.
fn under_breaker(situation: &PanelSituation, breaker: &Breaker) -> Option<Finding> {
    let amperes = breaker.amperes?;
    let conductor = breaker.conductors.iter().min_by_key(|conductor| conductor.gauge)?;
    let label = format!("breaker {}", breaker.name());
    let what = conductor.label();
    if breaker.motor {
        let words =
            format!("{what} on {amperes} A feeds a motor or air conditioner: its nameplate and 430 or 440 govern.");
        return Some(Finding::not_applicable(label, words));
    }
    if situation.fed_by(breaker).next().is_some() {
        // The whole feeder is held against it.
        return None;
    }
    if conductor.gauge < Gauge::Awg14 {
        let words = format!("{what} is thinner than 14 AWG, the least of a branch circuit, whatever its breaker.");
        return Some(Finding::violates(label, words));
    }
    let surroundings = Surroundings { ambient: breaker.ambient, bundled: breaker.bundled };
    let column = if breaker.warm { Column::C75 } else { Column::C60 };
    let (gauge, material) = (conductor.gauge, conductor.material);
    let Some(most) = ampacity::largest_breaker_for(situation.basis.edition, column, gauge, material, surroundings)
    else {
        return Some(Finding::violates(label, format!("{what} is no branch conductor under these conditions.")));
    };
    let corrected = surroundings != Surroundings::default();
    let working = corrected_ampacity(situation.basis.edition.profile(), column, gauge, material, surroundings)
        .filter(|_| corrected);
    let working = working.map_or_else(String::new, |(_, working)| format!(" ({working})"));
    Some(held_against(label, &what, amperes, most, &working))
}

/// The conductors of the feeder from a breaker to `panel`.
fn of_feeder(breaker: &Breaker, panel: &Panel) -> Finding {
    let label = format!("feeder to {}", panel.name);
    let Some(incoming) = panel.incoming else {
        let words = format!("read the size of the feeder to {}", panel.name);
        return Finding::not_measured(label, &words, "/incoming");
    };
    let Some(amperes) = breaker.amperes else {
        let words = format!("read the rating of breaker {}", breaker.name());
        return Finding::not_measured(label, &words, "/breakers");
    };
    let what = format!("{} to {}", sized(incoming.gauge, incoming.material), panel.name);
    if incoming.whole_dwelling
        && let Some(least) = dwelling_conductor(amperes, incoming.material)
        && incoming.gauge >= least
    {
        return Finding::meets(label, format!("{what} carries a whole dwelling on {amperes} A: {least} does."));
    }
    let column = if incoming.warm { Column::C75 } else { Column::C60 };
    let carries = ampacity::ampacity(column, incoming.gauge, incoming.material);
    match carries.and_then(ampacity::next_rating) {
        Some(most) => held_against(label, &what, amperes, most, ""),
        None => Finding::violates(label, format!("{what} is no feeder at any rating.")),
    }
}

/// The thinnest conductor in the boxes that a breaker feeds, where it is too thin for it.
fn smallest_in_boxes(situation: &PanelSituation, breaker: &Breaker) -> Vec<Finding> {
    let Some(amperes) = breaker.amperes.filter(|_| !breaker.motor) else { return Vec::new() };
    let Some(feeds) = situation.feeds.iter().find(|feeds| feeds.breaker == breaker.id) else { return Vec::new() };
    let own = feeds.boxes.iter().filter(|fed| fed.through.is_none());
    let mut findings = Vec::new();
    for fed in own {
        let Some((_, record)) = situation.boxes.iter().find(|(_, record)| record.id == fed.box_id) else { continue };
        let own = |c: &Conductor| record.found.supply_of(c).amperes.is_none_or(|noted| noted == amperes);
        let carrying = record.found.conductors.iter();
        let carrying = carrying.filter(|c| c.role != Role::EquipmentGrounding && !c.from_canopy && !c.tap);
        let one_circuit = record.found.circuits().len() < 2;
        let carrying = carrying.filter(|c| one_circuit || own(c));
        let Some(thin) = carrying.min_by_key(|conductor| conductor.gauge) else { continue };
        let most = ampacity::largest_breaker(situation.basis.edition, thin.gauge, thin.material);
        if let Some(most) = most.filter(|most| amperes > *most) {
            let what = format!("{} in {}", sized(thin.gauge, thin.material), fed.tag);
            let label = format!("breaker {}, {}", breaker.name(), fed.tag);
            findings.push(held_against(label, &what, amperes, most, ""));
        }
    }
    findings
}

/// A size with its metal, where that is not copper.
fn sized(gauge: Gauge, material: Material) -> String {
    format!("{gauge} {}", material.other_than_copper()).trim_end().to_owned()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, verdict};

    fn on(gauge: Gauge, amperes: Option<u16>) -> Verdict {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors[0].gauge = gauge;
        contents.supply.amperes = amperes;
        verdict(RULE.code, &contents)
    }

    #[test]
    fn fourteen_gauge_on_twenty_amperes_is_too_small() {
        // NEC 240.4(D)(3), from memory: 14 AWG copper, 15 A.
        assert_eq!(on(Gauge::Awg14, Some(20)), Verdict::Violates);
        assert_eq!(on(Gauge::Awg14, Some(15)), Verdict::Meets);
        assert_eq!(on(Gauge::Awg12, Some(20)), Verdict::Meets);
    }

    #[test]
    fn nothing_under_14_gauge_is_a_branch_conductor() {
        assert_eq!(on(Gauge::Awg16, Some(10)), Verdict::Violates);
        assert_eq!(on(Gauge::Awg18, Some(7)), Verdict::Violates);
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.devices.clear();
        contents.kind = BoxKind::Octagon;
        contents.conductors[0].gauge = Gauge::Awg18;
        contents.supply.amperes = Some(15);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotMeasured, "it may be the luminaire's");
    }

    #[test]
    fn the_breaker_has_to_be_known() {
        assert_eq!(on(Gauge::Awg12, None), Verdict::NotMeasured);
    }

    #[test]
    fn the_75_column_holds_where_no_cable_and_no_terminal_is_held_to_60() {
        // NEC Table 310.16, from memory: copper 8 AWG 40 A at 60 °C, 50 A at 75 °C. 334.80: NM cable at 60 °C.
        let eight = |method, warm| {
            let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
            contents.conductors.truncate(2);
            contents.conductors.iter_mut().for_each(|conductor| conductor.gauge = Gauge::Awg8);
            contents.cables[0].method = method;
            (contents.supply.amperes, contents.supply.warm) = (Some(50), warm);
            verdict(RULE.code, &contents)
        };
        assert_eq!(eight(WiringMethod::ThinWall, Some(true)), Verdict::Meets);
        assert_eq!(eight(WiringMethod::ThinWall, None), Verdict::NotMeasured);
        assert_eq!(eight(WiringMethod::ThinWall, Some(false)), Verdict::Violates);
        assert_eq!(eight(WiringMethod::Nonmetallic, Some(true)), Verdict::Violates);
        assert_eq!(eight(WiringMethod::Unknown, Some(true)), Verdict::NotMeasured);
    }

    #[test]
    fn the_ground_has_a_rule_of_its_own() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors[2].gauge = Gauge::Awg14;
        contents.supply.amperes = Some(20);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
    }

    #[test]
    fn at_the_panel_correction_counts_and_motors_are_left() {
        use crate::rules::panel::testing::{hot, panel, result};
        let on = |gauge, amperes, set: fn(&mut Breaker)| {
            let mut panel = panel();
            panel.breakers.truncate(1);
            let breaker = &mut panel.breakers[0];
            (breaker.conductors, breaker.amperes) = (vec![hot(1, gauge)], Some(amperes));
            set(breaker);
            result(RULE.code, &panel)
        };
        // NEC 240.4(D), 310.16, 334.80, from memory.
        assert_eq!(on(Gauge::Awg14, 20, |_| {}).verdict, Verdict::Violates);
        assert_eq!(on(Gauge::Awg12, 20, |_| {}).verdict, Verdict::Meets);
        assert_eq!(on(Gauge::Awg16, 10, |_| {}).verdict, Verdict::Violates, "no branch conductor at any rating");
        let bundled = on(Gauge::Awg12, 20, |breaker| breaker.bundled = Some(12));
        assert_eq!(bundled.verdict, Verdict::Violates);
        assert!(bundled.sentence.contains("30 A at 90 °C × 100 % × 50 % = 15 A"), "{}", bundled.sentence);
        assert_eq!(on(Gauge::Awg8, 50, |_| {}).verdict, Verdict::Violates, "8 AWG NM: 40 A");
        assert_eq!(on(Gauge::Awg8, 50, |breaker| breaker.warm = true).verdict, Verdict::Meets);
        assert_eq!(on(Gauge::Awg10, 40, |breaker| breaker.motor = true).verdict, Verdict::NotApplicable);
    }

    #[test]
    fn what_is_lawful_is_no_danger() {
        // NEC 210.19(A)(3) Ex. 1, 240.4(G), 240.4(B)(1), from memory, sure.
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.supply.amperes = Some(50);
        contents.conductors.truncate(1);
        contents.conductors[0].tap = true;
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets, "a 12 AWG tap to a cooktop on 50 A");
        contents.conductors[0].gauge = Gauge::Awg14;
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
        (contents.conductors[0].tap, contents.supply.motor) = (false, Some(true));
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotApplicable, "an air conditioner on its nameplate");
    }

    #[test]
    fn several_receptacles_do_not_go_up_to_the_next_rating() {
        let mut contents = box_with_device(DeviceKind::RangeReceptacle);
        contents.conductors.iter_mut().for_each(|conductor| conductor.gauge = Gauge::Awg6);
        contents.supply.amperes = Some(60);
        let judge = |only| {
            let mut contents = contents.clone();
            contents.supply.only_receptacle = Some(only);
            verdict(RULE.code, &contents)
        };
        assert_eq!((judge(true), judge(false)), (Verdict::Meets, Verdict::Violates));
    }
}
