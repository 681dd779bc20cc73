//! `replace-luminaire`: one that is whole, marked for the place, and for the conductors and the insulation round it.

use crate::electrical::{Evidence, Ground};
use crate::facts::{HungKind, LampKind, Observation, PlaceMark};
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::standard::Location;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "replace-luminaire",
    title: "Replace the luminaire",
    mends: &[
        "lamp-watts",
        "luminaire-whole",
        "luminaire-place",
        "recessed-clearance",
        "supply-temperature",
        "lampholder-polarity",
        "luminaire-grounded",
    ],
    act: Act::NewDevice,
    least_minutes: 30,
    intrusiveness: 2,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let hung = diagnosis.hung()?;
    let no_ground = matches!(Evidence::of(contents).ground(contents), Ground::Absent | Ground::Suspect);
    let what = hung.kind.noun();
    let mut change = diagnosis.change(30);
    let mut marks = vec!["no heavier than the old one".to_owned()];
    for seen in [Observation::LuminaireBroken, Observation::ShellLive, Observation::LuminaireUngrounded] {
        change.after.observe(seen, false);
    }
    let mut code = format!("{}-new", hung.kind.name().replace(' ', "-"));
    if let Some(new) = &mut change.after.hung {
        match contents.location {
            Some(Location::Outdoors) => {
                new.marked_for = Some(PlaceMark::Wet);
                marks.push("marked for wet places".to_owned());
                code.push_str("-wet");
            }
            Some(place) if place.is_damp() => {
                new.marked_for = Some(PlaceMark::Damp);
                marks.push("marked for damp places".to_owned());
                code.push_str("-damp");
            }
            _ => {}
        }
        if new.kind == HungKind::RecessedLuminaire {
            new.insulation_contact = Some(true);
            marks.push("marked for contact with insulation".to_owned());
            code.push_str("-contact");
        }
        if new.supply_celsius.is_some_and(|celsius| celsius > 60) {
            new.supply_celsius = Some(60);
            marks.push("for supply conductors of 60 °C".to_owned());
        }
        if no_ground {
            new.metal = Some(false);
            marks.push("without metal that can be touched: the outlet has no ground".to_owned());
            code.push_str("-no-metal");
        }
        new.lamp_watts = None;
        new.lamp_most = None;
        new.lamp_kind = Some(LampKind::BuiltIn);
    }
    change.step(Act::NewDevice, format!("Hang a {what} in the place of this one: {}.", marks.join("; ")));
    change.step(Act::Land, "Neutral to white or to the shell, hot to black, ground to green or bare.");
    change.bring((code, format!("{}, {}", hung.kind.name(), marks.join(", "))), 1);
    change.caution("What is marked for dry places stays indoors, however well its canopy is sealed.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Hung, HungKind};
    use crate::repair::Standing;
    use crate::testing::{hanging, repaired};

    #[test]
    fn the_new_one_is_for_the_place() {
        let mut contents = hanging(HungKind::WallLuminaire, |hung: &mut Hung| hung.marked_for = Some(PlaceMark::Dry));
        contents.location = Some(Location::Outdoors);
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(proposal.clears.contains(&"luminaire-place"), "{:?}", proposal.clears);
        assert!(proposal.materials[0].what.contains("wet places"), "{:?}", proposal.materials);
    }

    #[test]
    fn a_recessed_one_may_touch_insulation_afterwards() {
        let contents = hanging(HungKind::RecessedLuminaire, |hung: &mut Hung| {
            (hung.insulation_contact, hung.to_insulation) = (Some(false), Some(crate::quantity::Length::ZERO));
        });
        assert!(repaired(REPAIR.code, &contents).clears.contains(&"recessed-clearance"));
    }
}
