//! A pigtail to the grounds of a box: from the splice that is there, or in a connector of its own.

use crate::facts::{BoxContents, Conductor, Splice, SpliceKind};
use crate::repair::{Change, Diagnosis};
use crate::standard::WiringMethod;

/// Brings `count` pigtails to the grounds of the box and joins them; the connector takes its place in the box. Where metal
/// raceway or armour is the ground, the pigtails come from a screw in the box.
///
/// # Errors
/// A sentence, where no ground is in the box to join a pigtail to.
pub fn join(diagnosis: &Diagnosis, change: &mut Change, count: u32) -> Result<(), Vec<String>> {
    let contents = diagnosis.situation.contents;
    let Some(ground) = contents.grounds().find(|ground| !ground.pigtail && !ground.from_canopy) else {
        return Err(vec!["no ground is in the box to join a pigtail to".to_owned()]);
    };
    let minimum = diagnosis.situation.basis.house_rules.shop.ground_pigtail_minimum;
    change.pigtails_for(ground, ground.colour, minimum.figure(diagnosis.situation.basis.units), count);
    change.bring(("connector-for-grounds", "connector for grounds"), 1);
    add_to_splice(&mut change.after, ground, u8::try_from(count).unwrap_or(u8::MAX));
    Ok(())
}

fn add_to_splice(after: &mut BoxContents, ground: &Conductor, count: u8) {
    if let Some(splice) = after.splices.iter_mut().find(|splice| Some(&splice.letter) == ground.joined.as_ref()) {
        splice.pigtails = splice.pigtails.saturating_add(count);
        return;
    }
    let letter = ground.joined.clone().unwrap_or_else(|| "G".to_owned());
    if let Some(own) = after.conductors.iter_mut().find(|conductor| conductor.id == ground.id) {
        own.joined = Some(letter.clone());
    }
    after.splices.push(Splice { pigtails: count, pull_tested: Some(true), ..Splice::new(letter, SpliceKind::TwistOn) });
}

/// Whether a metal raceway or armour brings the ground, so that the metal box carries it.
pub fn by_metal(contents: &BoxContents) -> bool {
    let itself = |method: WiringMethod| method.ground() == crate::standard::MethodGround::Itself;
    contents.cables.iter().any(|cable| itself(cable.method))
}
