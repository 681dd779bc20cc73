//! `remake-splice`: a connector within its range, each conductor pulled.

use super::connector::choose;
use crate::facts::{Conductor, JoiningMethod};
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::rules::Verdict;
use crate::standard::Material;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "remake-splice",
    title: "Make the splice again",
    mends: &["splice-connector", "dissimilar-metals"],
    act: Act::Splice,
    least_minutes: 6,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    if contents.splices.is_empty() {
        return Err(vec!["no splice is noted".to_owned()]);
    }
    let mut change = diagnosis.change(6);
    let mut names = Vec::new();
    let mut letters = Vec::new();
    let mut reasons = Vec::new();
    for (index, splice) in contents.splices.iter().enumerate() {
        let joined: Vec<&Conductor> =
            contents.conductors.iter().filter(|c| c.joined.as_deref() == Some(splice.letter.as_str())).collect();
        let label = format!("splice {}", splice.letter);
        let fails = diagnosis.results.iter().filter(|result| REPAIR.mends.contains(&result.rule));
        let mut fails = fails.flat_map(|result| &result.findings).filter(|finding| finding.label == label);
        if joined.is_empty() || !fails.any(|finding| finding.verdict == Verdict::Violates) {
            continue;
        }
        if joined.iter().any(|conductor| conductor.material == Material::Aluminium) {
            reasons.push(format!("splice {} has aluminium in it: only by a licensed electrician", splice.letter));
            continue;
        }
        // The pigtail that `choose` counts stands for those there are.
        let by = |method| choose(method, &joined, diagnosis.situation.basis.house_rules.solid_sleeves);
        let chosen = by(JoiningMethod::SideBySideLever).or_else(|_| by(JoiningMethod::TwistOn));
        match chosen {
            Ok(connector) => {
                let made = connector.splice(splice.letter.clone(), usize::from(splice.pigtails));
                let made_most = made.most.unwrap_or_default();
                if joined.len() + usize::from(splice.pigtails) > usize::from(made_most) {
                    reasons.push(format!("splice {} holds more than a {} takes", splice.letter, connector.name));
                    continue;
                }
                change.after.splices[index] = made;
                names.push((connector.code, connector.name));
                letters.push(splice.letter.clone());
                change.body_volume = change.body_volume + connector.body;
            }
            Err(reason) => reasons.push(format!("splice {}: {reason}", splice.letter)),
        }
    }
    if names.is_empty() || !reasons.is_empty() {
        return Err(if reasons.is_empty() { vec!["no splice here fails".to_owned()] } else { reasons });
    }
    change.minutes = 4 + 2 * u32::try_from(names.len()).unwrap_or(1);
    change.step(
        Act::Splice,
        format!(
            "Splice {}: cut the old one off, strip fresh, set the connector, and pull each conductor: nothing may move.",
            letters.join(" and ")
        ),
    );
    change.caution("Tape does not hold a splice, and on a connector it only hides a bad one.");
    for name in names {
        change.bring(name, 1);
    }
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Splice, SpliceKind};
    use crate::repair::Standing;
    use crate::testing::{box_with, conductor, repaired};

    #[test]
    fn tape_gives_way_to_a_connector() {
        let mut wires = vec![conductor(Some(128), None), conductor(Some(128), None)];
        for wire in &mut wires {
            wire.joined = Some("A".to_owned());
        }
        let mut contents = box_with(None, wires);
        contents.splices = vec![Splice::new("A", SpliceKind::TapeOnly)];
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        contents.conductors[0].material = Material::Aluminium;
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
    }
}
