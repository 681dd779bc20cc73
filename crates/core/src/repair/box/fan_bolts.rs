//! `fan-bolts`: two bolts at least, three for a cast body; blades in balance.

use crate::facts::{Carries, Hung, HungKind, Observation};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "fan-bolts",
    title: "Bolt the fan",
    mends: &["fan-fixing"],
    act: Act::SetBox,
    least_minutes: 20,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let Some(hung) = contents.hung.as_ref().filter(|hung| hung.kind == HungKind::Fan) else {
        return Err(vec!["no fan is here".to_owned()]);
    };
    let carried = hung.from_structure == Some(true) || hung.box_carries == Some(Carries::Fan);
    if !carried {
        return Err(vec!["the box is not marked for fans: bolts into it do not make it one".to_owned()]);
    }
    let least = least_bolts(hung);
    let mut change = diagnosis.change(20);
    change.after.observe(Observation::FanSways, false);
    change.after.hung.iter_mut().for_each(|hung| hung.bolts = Some(hung.bolts.unwrap_or_default().max(least)));
    let missing = least.saturating_sub(hung.bolts.unwrap_or_default());
    if missing > 0 {
        change.step(
            Act::SetBox,
            format!("Bolt box and bracket to the structure with {least} bolts, through or into solid wood."),
        );
        change.bring(("fan-bolt", "bolt with washer, for a fan box"), u32::from(missing));
    }
    change.step(Act::SetBox, "Draw the screws of the blades up, and set a blade that is out of line to the others.");
    change.step(Act::Read, "At each speed the fan runs without sway or hum.");
    change.caution("A second person or a hook takes the weight while its screws are out.");
    Ok(change)
}

/// The least bolts of a fan: three where its body is or may be cast. Common practice, no source.
pub(super) fn least_bolts(hung: &Hung) -> u8 {
    if hung.cast == Some(false) { 2 } else { 3 }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::repair::Standing;
    use crate::testing::{hanging, repaired};

    #[test]
    fn into_what_carries_a_fan() {
        let fan = |carries| {
            hanging(HungKind::Fan, |hung: &mut Hung| {
                (hung.bolts, hung.cast, hung.box_carries) = (Some(1), Some(true), Some(carries));
            })
        };
        let proposal = repaired(REPAIR.code, &fan(Carries::Fan));
        assert!(proposal.clears.contains(&"fan-fixing"), "{:?}", proposal.reasons);
        assert_eq!(proposal.materials[0].count, 2, "a cast body takes three, and one is there");
        assert_eq!(repaired(REPAIR.code, &fan(Carries::Luminaire)).standing, Standing::Rejected);
    }
}
