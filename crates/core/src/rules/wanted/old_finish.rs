//! `wanted-old-finish`: asbestos and lead are known before there is dust.

use super::{WantedCheck, WantedSituation};
use crate::facts::{Tested, WallFinish};
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, Edition, Profile, RuleBasis, Severity, Since};

/// The rule.
pub const RULE: Rule<WantedCheck> = Rule {
    code: "wanted-old-finish",
    title: "Asbestos and lead before it is cut",
    basis: RuleBasis::Local,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "when the house was built; in an old one a test of what is cut",
    reads: &[],
    limit: "In a house built before 1981 (Canada 1990) plaster, joint compound, texture and tile are taken to hold asbestos, and in one \
            built before 1978 (Canada 1990) paint to hold lead, until a test says otherwise.",
    why: "One dry cut with a rotary tool puts fibres and lead dust through a house in which children sleep.",
    example: "An outlet cut into the plaster of 1938 with a dry saw.",
    citation,
    check,
};

/// Since when paint holds no lead, and finishes no asbestos.
///
/// # Source
/// United States: 40 CFR 745 (housing built before 1978), 29 CFR 1926.1101(b) (surfacing material in buildings built no later than
/// 1980), from memory, sure. Canada: Health Canada advises on paint, and provinces on asbestos, of before 1990; from memory, may be
/// off.
const fn clear_since(edition: Edition) -> (u16, u16) {
    match edition.profile() {
        Profile::Nec => (1978, 1981),
        Profile::Cec => (1990, 1990),
    }
}

#[allow(clippy::unnecessary_wraps, reason = "as every citation of the catalogue")]
fn citation(edition: Edition) -> Option<crate::standard::Citation> {
    let (section, confidence) = match edition.profile() {
        Profile::Nec => ("40 CFR 745, 29 CFR 1926.1101", Confidence::Sure),
        Profile::Cec => ("provincial rules on asbestos and lead", Confidence::MayBeOff),
    };
    Some(crate::standard::Citation { edition: "federal and local law", section, confidence })
}

fn check(situation: &WantedSituation) -> Vec<Finding> {
    let wanted = situation.wanted;
    if !wanted.is_cut() {
        return Vec::new();
    }
    let (no_lead, no_asbestos) = clear_since(situation.room.basis.edition);
    // Bare wood and masonry hold no asbestos; either may be painted.
    let asbestos = !matches!(wanted.finish, Some(WallFinish::Wood | WallFinish::Masonry));
    let both = [("asbestos", wanted.asbestos, no_asbestos, asbestos), ("lead", wanted.lead, no_lead, true)];
    let concerned = both.into_iter().filter(|(.., concerned)| *concerned);
    concerned.map(|(what, tested, since, _)| finding(situation, what, tested, since)).collect()
}

fn finding(situation: &WantedSituation, what: &'static str, tested: Option<Tested>, since: u16) -> Finding {
    let built = situation.room.beyond.built();
    match (tested, built) {
        (Some(Tested::Clear), _) => Finding::meets(what, format!("Tested: no {what} in what is cut.")),
        (Some(Tested::Found | Tested::TakenAsThere), _) if what == "asbestos" => Finding::violates(
            what,
            "Asbestos in what is cut, or taken to be: nothing is cut but by who is licensed for it.",
        ),
        (Some(_), _) => {
            Finding::meets(what, "Lead, or taken to be: cut wet, sheeted off and cleaned by who is certified for it.")
        }
        (None, Some(year)) if year >= since => {
            Finding::meets(what, format!("Built {year}: no {what} is looked for since {since}."))
        }
        (None, Some(year)) => {
            let words = format!("built {year}, before {since}: have what is cut tested for {what}");
            situation.ask(what, &words, what)
        }
        (None, None) => {
            let words = format!(
                "find out when the house was built: before {since} it may hold {what}, then test or take it as there"
            );
            situation.ask(what, &words, what)
        }
    }
}

#[cfg(test)]
mod tests {
    use super::super::testing::{Wish, verdict};
    use crate::facts::{Tested, WallFinish, WantedKind};
    use crate::rules::Verdict;
    use crate::standard::Edition;

    #[test]
    fn the_age_of_the_house_is_asked_and_then_a_test() {
        let judge = |built, asbestos, lead, edition| {
            let mut wish = Wish::new(WantedKind::Receptacle).built(built).under(edition);
            (wish.wanted.asbestos, wish.wanted.lead) = (asbestos, lead);
            verdict("wanted-old-finish", &wish).0
        };
        let nec = Edition::Nec2023;
        // 40 CFR 745: 1978; 29 CFR 1926.1101: 1980; from memory, sure.
        assert_eq!(judge(None, None, None, nec), Verdict::NotMeasured);
        assert_eq!(judge(Some(1979), None, None, nec), Verdict::NotMeasured, "asbestos until 1980");
        assert_eq!(judge(Some(1981), None, None, nec), Verdict::Meets);
        assert_eq!(judge(Some(1985), None, None, Edition::Cec2021), Verdict::NotMeasured);
        let clear = Some(Tested::Clear);
        assert_eq!(judge(Some(1938), clear, clear, nec), Verdict::Meets);
        assert_eq!(judge(Some(1938), clear, Some(Tested::TakenAsThere), nec), Verdict::Meets);
        assert_eq!(judge(Some(1938), Some(Tested::TakenAsThere), clear, nec), Verdict::Violates);
    }

    #[test]
    fn open_framing_makes_no_dust() {
        let mut wish = Wish::new(WantedKind::Receptacle).built(Some(1938));
        wish.wanted.finish = Some(WallFinish::Exposed);
        assert_eq!(verdict("wanted-old-finish", &wish).0, Verdict::NotApplicable);
    }
}
