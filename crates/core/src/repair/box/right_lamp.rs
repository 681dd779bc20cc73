//! `right-lamp`: a lamp of no more watts than the mark.

use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "right-lamp",
    title: "Fit a lamp within the mark",
    mends: &["lamp-watts"],
    act: Act::FindOut,
    least_minutes: 5,
    intrusiveness: 0,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let hung = diagnosis.situation.contents.hung.as_ref();
    let Some(most) = hung.and_then(|hung| hung.lamp_most) else {
        return Err(vec!["the most watts that the luminaire is marked for are not noted".to_owned()]);
    };
    let mut change = diagnosis.change(5);
    change.after.hung.iter_mut().for_each(|hung| hung.lamp_watts = Some(most));
    change.step(
        Act::Label,
        format!("Fit a lamp of {most} W or less, cold, and look at the insulation of the leads over it."),
    );
    change.bring((format!("lamp-{most}-w"), format!("lamp, {most} W or less")), 1);
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Hung, HungKind};
    use crate::testing::{hanging, repaired};

    #[test]
    fn the_mark_is_kept() {
        let contents = hanging(HungKind::CeilingLuminaire, |hung: &mut Hung| {
            (hung.lamp_watts, hung.lamp_most) = (Some(100), Some(60));
        });
        assert!(repaired(REPAIR.code, &contents).clears.contains(&"lamp-watts"));
    }
}
