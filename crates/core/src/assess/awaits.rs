//! Whom something waits for: what the inspector has still to do at it, and what the electrician has.

use serde::Serialize;
use utoipa::ToSchema;

use super::item_counts::ItemCounts;
use crate::facts::{Note, PersonRole};
use crate::rules::Verdict;

/// How many boxes, panels, rooms and runs wait for whom; one may wait for several.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, ToSchema)]
pub struct Awaiting {
    /// For the owner of the firm.
    pub owner: u32,
    /// For the inspector.
    pub inspector: u32,
    /// For the electrician.
    pub electrician: u32,
}

impl Awaiting {
    /// With one more, that waits for these.
    pub(super) fn add(&mut self, roles: &[PersonRole]) {
        for role in roles {
            match role {
                PersonRole::Owner => self.owner += 1,
                PersonRole::Inspector => self.inspector += 1,
                PersonRole::Electrician => self.electrician += 1,
                PersonRole::Reader => {}
            }
        }
    }
}

/// The roles that a subject waits for, by the worst that is said of it now, its items and its notes. The inspector measures, decides,
/// looks at what was done, and closes; the electrician puts right what is planned. A note waits for whoever it is for, and for both
/// where it names nobody. What waits for the inspector waits for the owner of the firm too, who may do all of it.
pub fn awaits(worst: Verdict, items: ItemCounts, notes: &[Note]) -> Vec<PersonRole> {
    let noted = |role| notes.iter().any(|note| !note.dealt_with && note.to.is_none_or(|to| to == role));
    let inspector =
        worst == Verdict::NotMeasured || items.found + items.done + items.proven > 0 || noted(PersonRole::Inspector);
    let electrician = items.planned + items.waiting > 0;
    let all = [
        (PersonRole::Owner, inspector || noted(PersonRole::Owner)),
        (PersonRole::Inspector, inspector),
        (PersonRole::Electrician, electrician || noted(PersonRole::Electrician)),
    ];
    all.into_iter().filter(|(_, waits)| *waits).map(|(role, _)| role).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    fn note(to: Option<PersonRole>, dealt_with: bool) -> Note {
        Note { id: 1, text: "mind the dog".to_owned(), by: "Bo".to_owned(), to, dealt_with }
    }

    #[test]
    fn each_waits_for_whose_work_it_is() {
        use PersonRole::{Electrician, Inspector, Owner};
        let none = ItemCounts::default();
        assert!(awaits(Verdict::Meets, none, &[]).is_empty());
        assert_eq!(awaits(Verdict::NotMeasured, none, &[]), [Owner, Inspector]);
        let inspects = vec![Owner, Inspector];
        for (items, whose) in [
            (ItemCounts { found: 1, ..none }, inspects.clone()),
            (ItemCounts { planned: 1, ..none }, vec![Electrician]),
            (ItemCounts { waiting: 1, ..none }, vec![Electrician]),
            (ItemCounts { done: 1, ..none }, inspects.clone()),
            (ItemCounts { proven: 1, ..none }, inspects.clone()),
        ] {
            assert_eq!(awaits(Verdict::Violates, items, &[]), whose, "{items:?}");
        }
        // What was declined, put off, referred or closed waits for nobody here.
        let settled = ItemCounts { declined: 1, put_off: 1, referred: 1, closed: 1, ..none };
        assert!(awaits(Verdict::Violates, settled, &[]).is_empty());
        for (to, whose) in [
            (None, vec![Owner, Inspector, Electrician]),
            (Some(Electrician), vec![Electrician]),
            (Some(Inspector), inspects),
            (Some(Owner), vec![Owner]),
        ] {
            assert_eq!(awaits(Verdict::Meets, none, &[note(to, false)]), whose);
            assert!(awaits(Verdict::Meets, none, &[note(to, true)]).is_empty());
        }
    }
}
