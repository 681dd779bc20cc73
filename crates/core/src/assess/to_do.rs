//! What one would do about a subject as it stands: the order in which a report tells of it.

use serde::Serialize;
use utoipa::ToSchema;

use super::item::{ItemState, ItemView};
use crate::rules::Verdict;

/// What one would do about a subject, the most urgent first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum ToDo {
    /// Something of it is a danger now, whatever was decided about it.
    MakeSafe,
    /// It is a licensed electrician's.
    Refer,
    /// Something of it is to be put right, or was and is not proven yet.
    PutRight,
    /// All that is open of it was declined or put off.
    Decided,
    /// Nothing of it has to be done: it is within the tape of a limit, or was allowed when it was built.
    Know,
    /// All that was found is proven or closed.
    Settled,
}

impl ToDo {
    /// All of them, the most urgent first.
    pub const ALL: [Self; 6] = [Self::MakeSafe, Self::Refer, Self::PutRight, Self::Decided, Self::Know, Self::Settled];

    /// As a heading.
    pub const fn name(self) -> &'static str {
        match self {
            Self::MakeSafe => "Dangers: make safe first",
            Self::Refer => "For a licensed electrician",
            Self::PutRight => "To put right",
            Self::Decided => "Declined or put off by the owner",
            Self::Know => "To know, or to measure again",
            Self::Settled => "Put right",
        }
    }

    /// What belongs there, in a sentence.
    pub const fn says(self) -> &'static str {
        match self {
            Self::MakeSafe => "Somebody can be hurt here as it stands, whatever else was decided about it.",
            Self::Refer => "The work here ends for anyone without the licence for it.",
            Self::PutRight => "A limit is broken, and a repair is named with each.",
            Self::Decided => "A limit is broken and stays so, by the owner's decision.",
            Self::Know => "Within the tape of a limit, or allowed when it was built: nothing has to be done.",
            Self::Settled => "What was found here was put right and proven by a new look or a new measurement.",
        }
    }

    /// Of a subject: whether something of it is a danger now, whether the work ends for anyone without a licence, where its
    /// findings are, and the worst that is said of it.
    pub fn of(dangerous: bool, stopped: bool, findings: &[ItemView], worst: Verdict) -> Self {
        let any = |states: &[ItemState]| findings.iter().any(|view| states.contains(&view.state));
        let open = [ItemState::Found, ItemState::Planned, ItemState::Waiting, ItemState::Done, ItemState::Reopened];
        if dangerous {
            Self::MakeSafe
        } else if stopped || any(&[ItemState::Referred]) {
            Self::Refer
        } else if any(&open) || (findings.is_empty() && worst == Verdict::Violates) {
            Self::PutRight
        } else if any(&[ItemState::Declined, ItemState::PutOff]) {
            Self::Decided
        } else if findings.is_empty() {
            Self::Know
        } else {
            Self::Settled
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn view(state: ItemState) -> ItemView {
        ItemView {
            rule: String::new(),
            title: "",
            item: None,
            state,
            state_name: state.name(),
            repair_title: None,
            found: None,
            left: None,
            next: String::new(),
            wanting: String::new(),
        }
    }

    #[test]
    fn the_most_urgent_of_a_place_is_what_one_does_about_it() {
        use ItemState::*;
        let of = |dangerous, stopped, states: &[ItemState], worst| {
            ToDo::of(dangerous, stopped, &states.iter().copied().map(view).collect::<Vec<_>>(), worst)
        };
        let violates = Verdict::Violates;
        assert_eq!(of(true, true, &[Declined], violates), ToDo::MakeSafe, "a declined danger is one");
        assert_eq!(of(false, true, &[Found], violates), ToDo::Refer);
        assert_eq!(of(false, false, &[Found, Referred], violates), ToDo::Refer);
        for open in [Found, Planned, Waiting, Done, Reopened] {
            assert_eq!(of(false, false, &[Declined, Closed, open], violates), ToDo::PutRight, "{open:?}");
        }
        assert_eq!(of(false, false, &[Declined, Proven], violates), ToDo::Decided);
        assert_eq!(of(false, false, &[PutOff], violates), ToDo::Decided);
        assert_eq!(of(false, false, &[Proven, Closed], Verdict::Meets), ToDo::Settled);
        assert_eq!(of(false, false, &[], Verdict::Marginal), ToDo::Know);
        assert_eq!(of(false, false, &[], violates), ToDo::PutRight, "a remark that no rule covers");
        assert!(ToDo::ALL.is_sorted());
    }
}
