//! What a luminaire or a fan may hang from.

use super::Calculator;
use super::entries::Entries;
use super::field::Field;
use super::worked::Worked;
use crate::facts::{Basis, BoxContents, BoxKind, Carries, Hung, HungKind, Problem};
use crate::quantity::UnitSystem;
use crate::rules::{Situation, judge_by, rule};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "hanging",
    title: "Luminaire or fan on a box",
    about: "Whether a box carries what hangs from it, by its mark and by the weight.",
    fields,
    work,
};

fn fields(units: UnitSystem) -> Vec<Field> {
    let kinds = [HungKind::Fan, HungKind::CeilingLuminaire, HungKind::WallLuminaire];
    vec![
        Field::one_of("kind", "What hangs", kinds, |kind| kind.name().to_owned()),
        Field::mass("mass", "Its weight", units.either("35", "16"))
            .hint("a fan with its lamps and what is hung from it"),
        Field::one_of("carries", "The box", [Carries::Fan, Carries::Luminaire, Carries::Nothing], |carries| {
            carries.name().to_owned()
        }),
        Field::mass("marked", "Weight marked on the box", "").optional(),
        Field::yes_or_no("structure", "Hangs from the structure").hint("from joist or blocking, past the box"),
        Field::yes_or_no("screws", "Two No. 6 screws or larger").hint("a wall luminaire on another box"),
    ]
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let basis = Basis { edition: entries.edition, units: entries.units, ..Basis::default() };
    let kind: HungKind = entries.chosen("kind")?;
    let hung = Hung {
        mass: Some(entries.mass("mass")?),
        box_carries: Some(entries.chosen("carries")?),
        box_marked_mass: entries.mass_if("marked")?,
        from_structure: Some(entries.says_yes("structure")),
        two_screws: Some(entries.says_yes("screws")),
        ..Hung::new(kind)
    };
    let contents = BoxContents { kind: BoxKind::Octagon, hung: Some(hung), ..BoxContents::default() };
    let code = if kind == HungKind::Fan { "fan-support" } else { "luminaire-support" };
    let results = judge_by(&[code], &Situation::new(&contents, &basis));
    let found = results.first().and_then(|result| result.findings.first());
    let Some((finding, rule)) = found.zip(rule(code)) else {
        return entries.refuse("kind", "there is no rule for what hangs so");
    };
    let worked = Worked::of(finding).step(rule.limit).source((rule.citation)(entries.edition));
    Ok(worked
        .line_if("limit", finding.required.as_ref().map(|limit| limit.text.clone()))
        .line_if("over by", finding.shortfall.as_ref().map(|over| over.text.clone()))
        .caution("Weigh it, or read its weight on the carton: nobody guesses ten pounds overhead."))
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::worked;
    use crate::rules::Verdict;
    use crate::standard::Edition;

    #[test]
    fn the_limits_of_the_published_article() {
        // NEC 314.27(A) and (C), from memory: fans 35 lb without a marked weight, 70 lb at most; luminaires 50 lb; 6 lb by screws.
        let verdict = |typed: &[(&str, &str)]| worked("hanging", Edition::Nec2023, typed).verdict;
        assert_eq!(verdict(&[]), Some(Verdict::Meets));
        assert_eq!(verdict(&[("mass", "36")]), Some(Verdict::Violates));
        assert_eq!(verdict(&[("mass", "70"), ("marked", "70")]), Some(Verdict::Meets));
        assert_eq!(verdict(&[("mass", "71"), ("marked", "90")]), Some(Verdict::Violates));
        let ceiling = |mass| [("kind", "ceiling-luminaire"), ("carries", "luminaire"), ("mass", mass)];
        assert_eq!(verdict(&ceiling("50")), Some(Verdict::Meets));
        assert_eq!(verdict(&ceiling("52")), Some(Verdict::Violates));
        let wall = [("kind", "wall-luminaire"), ("carries", "nothing"), ("mass", "6"), ("screws", "yes")];
        assert_eq!(verdict(&wall), Some(Verdict::Meets));
    }
}
