//! The people of the firm.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::identifier::PersonId;
use super::problem::{Pointer, Problem, check_text};

/// What a person does in the firm. What that lets them do is said in `access`.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum PersonRole {
    /// Runs the firm: its people, its devices, its house rules.
    Owner,
    /// Finds and signs.
    Inspector,
    /// Puts right and proves.
    Electrician,
    /// Looks.
    Reader,
}

impl PersonRole {
    /// Every role, the one that may most first.
    pub const ALL: [Self; 4] = [Self::Owner, Self::Inspector, Self::Electrician, Self::Reader];

    /// What somebody in it is there for, in a few words; what they may is said in `access`.
    pub const fn about(self) -> &'static str {
        match self {
            Self::Owner => "runs the firm, and may do everything",
            Self::Inspector => "records what is found, plans and seals",
            Self::Electrician => "puts right and proves; what was found first stays as it is",
            Self::Reader => "looks, and changes nothing",
        }
    }

    /// Whether a note may be for them: whoever changes nothing deals with none.
    pub const fn takes_notes(self) -> bool {
        !matches!(self, Self::Reader)
    }

    /// As one writes it.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Owner => "owner",
            Self::Inspector => "inspector",
            Self::Electrician => "electrician",
            Self::Reader => "reader",
        }
    }
}

impl std::str::FromStr for PersonRole {
    type Err = String;

    fn from_str(text: &str) -> Result<Self, Self::Err> {
        let known = Self::ALL.into_iter().find(|role| role.name() == text);
        known.ok_or_else(|| format!("\"{text}\" is no role; write owner, inspector, electrician or reader"))
    }
}

/// A person of the firm. The journal tells who did what by the name.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Person {
    /// Its identifier.
    pub id: PersonId,
    /// By which the person signs in, and stands in the journal; at most 80 characters, and nobody else's.
    pub name: String,
    /// The licence that a report names.
    #[serde(default)]
    pub licence: String,
    /// What the person does.
    pub role: PersonRole,
    /// The person has left the firm: the name stays in the journal, and opens nothing any more.
    #[serde(default)]
    pub left: bool,
}

impl Person {
    /// The most characters of a name.
    pub const LONGEST_NAME: usize = 80;

    /// What cannot be accepted in a person.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("name"), &self.name, true, Self::LONGEST_NAME);
        check_text(&mut problems, &at.at("licence"), &self.licence, false, 60);
        if self.name.trim() != self.name {
            problems.push(Problem::new(&at.at("name"), "this begins or ends with a space; write the name alone"));
        }
        problems
    }

    /// The person is here and runs the firm.
    pub fn is_owner(&self) -> bool {
        self.role == PersonRole::Owner && !self.left
    }
}

/// What cannot be accepted in the people of a firm as `known` once `person` is one of them as given: a name is one person's, and somebody runs
/// the firm.
///
/// ```
/// use nailpunch_core::facts::{Person, PersonId, PersonRole, people_problems};
/// let reader = Person {
///     id: PersonId(uuid::Uuid::from_u128(1)),
///     name: "Ines Vale".to_owned(),
///     licence: String::new(),
///     role: PersonRole::Reader,
///     left: false,
/// };
/// assert_eq!(people_problems(&[], &reader)[0].pointer, "/role");
/// ```
pub fn people_problems(known: &[Person], person: &Person) -> Vec<Problem> {
    let root = Pointer::root();
    let mut problems = person.problems(&root);
    let others: Vec<&Person> = known.iter().filter(|other| other.id != person.id).collect();
    if others.iter().any(|other| other.name.to_lowercase() == person.name.to_lowercase()) {
        let message = format!("\"{}\" is another person's name; add what tells them apart", person.name);
        problems.push(Problem::new(&root.at("name"), message));
    }
    if !person.is_owner() && !others.iter().any(|other| other.is_owner()) {
        let (field, message) = if known.is_empty() {
            ("role", "the first person of a firm is its owner; make others after")
        } else if person.left {
            ("left", "this is the last owner of the firm; make somebody else owner first")
        } else {
            ("role", "this is the last owner of the firm; make somebody else owner first")
        };
        problems.push(Problem::new(&root.at(field), message));
    }
    problems
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;

    fn person(id: u128, name: &str, role: PersonRole) -> Person {
        Person { id: PersonId(Uuid::from_u128(id)), name: name.to_owned(), licence: String::new(), role, left: false }
    }

    #[test]
    fn a_firm_keeps_an_owner_and_a_name_is_one_persons() {
        let owner = person(1, "Ines Vale", PersonRole::Owner);
        let other = person(2, "Tove Lind", PersonRole::Inspector);
        let pointers = |others: &[Person], one: &Person| -> Vec<String> {
            people_problems(others, one).into_iter().map(|problem| problem.pointer).collect()
        };
        assert_eq!(pointers(&[], &owner), [""; 0]);
        assert_eq!(pointers(&[], &other), ["/role"]);
        let leaves = Person { left: true, ..owner.clone() };
        let said = people_problems(std::slice::from_ref(&owner), &leaves);
        assert!(said.len() == 1 && said[0].message.contains("last owner"), "{said:?}");
        let both = [owner.clone(), other.clone()];
        assert_eq!(pointers(&both, &other), [""; 0]);
        assert_eq!(pointers(&both, &Person { left: true, ..owner.clone() }), ["/left"]);
        assert_eq!(pointers(&both, &Person { role: PersonRole::Reader, ..owner.clone() }), ["/role"]);
        let two = [owner.clone(), person(2, "Tove Lind", PersonRole::Owner)];
        assert_eq!(pointers(&two, &Person { left: true, ..owner.clone() }), [""; 0]);
        assert_eq!(pointers(&both, &person(3, "tove lind", PersonRole::Reader)), ["/name"]);
        assert_eq!(pointers(&both, &person(3, "", PersonRole::Reader)), ["/name"]);
        assert_eq!(pointers(&both, &person(3, " Ann", PersonRole::Reader)), ["/name"]);
        assert_eq!(pointers(&both, &person(3, "A\nB", PersonRole::Reader)), ["/name"]);
    }

    #[test]
    fn a_role_reads_as_it_is_written() {
        for role in PersonRole::ALL {
            assert_eq!(role.name().parse(), Ok(role));
            assert_eq!(serde_json::to_value(role).ok(), Some(role.name().into()));
        }
        assert!("boss".parse::<PersonRole>().is_err_and(|said| said.contains("electrician")));
    }
}
