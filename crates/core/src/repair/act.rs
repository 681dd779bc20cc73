//! What one does at a box, in the order in which one does it. Common practice, no source: the wall before the cable, the
//! cable before the conductor, the conductor before the device, and nothing on again before it is closed.

use serde::Serialize;
use utoipa::ToSchema;

use crate::quantity::capitalised;

/// A stretch of the work at a box. Ordered: the first comes first, whatever repairs are put together.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Phase {
    /// What is read or found out while the power is on.
    FindOut,
    /// What a qualified person does at the panel.
    AtPanel,
    /// Off, and proven dead.
    ProveDead,
    /// As it was, on paper.
    NoteAsFound,
    /// Cover and device out.
    TakeOut,
    /// What somebody planned in words of their own.
    OwnWords,
    /// The box in its wall.
    BoxAndWall,
    /// Cables into the box.
    Cables,
    /// Conductors, splices and pigtails.
    Conductors,
    /// Devices and their terminals.
    Devices,
    /// Folded and closed.
    Close,
    /// On again.
    PowerOn,
    /// Read with the power on.
    Read,
    /// Marks that stay.
    Label,
}

impl Phase {
    /// As it stands over its steps.
    pub const fn name(self) -> &'static str {
        match self {
            Self::FindOut => "Find out first",
            Self::AtPanel => "At the panel",
            Self::ProveDead => "Prove dead",
            Self::NoteAsFound => "Note as found",
            Self::TakeOut => "Take out",
            Self::OwnWords => "In own words",
            Self::BoxAndWall => "Box and wall",
            Self::Cables => "Cables",
            Self::Conductors => "Conductors",
            Self::Devices => "Devices",
            Self::Close => "Fold and close",
            Self::PowerOn => "Power on",
            Self::Read => "Read",
            Self::Label => "Label",
        }
    }
}

/// One kind of step. Ordered as it is done; each belongs to a phase.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Act {
    /// Reading or asking with the power on.
    FindOut,
    /// Work at the panel.
    AtPanel,
    /// Off and proven dead.
    ProveDead,
    /// Photographs and notes.
    NoteAsFound,
    /// Cover, device, weight or jumper out.
    TakeOut,
    /// In somebody's own words.
    OwnWords,
    /// The finish opened.
    OpenWall,
    /// The box replaced, moved or fixed.
    SetBox,
    /// The box brought forward.
    ExtendBox,
    /// Its openings closed.
    CloseOpening,
    /// Slack pulled.
    PullSlack,
    /// New cable or ground brought in.
    BringCable,
    /// Sheath cut back.
    StripCable,
    /// Cables clamped.
    ClampCable,
    /// Metal bonded.
    BondMetal,
    /// Ends cut fresh.
    FreshEnd,
    /// Splices made anew, grounds joined.
    Splice,
    /// Pigtails that lengthen what is short.
    Extend,
    /// Conductors marked.
    MarkConductor,
    /// Lengths measured again.
    MeasureAgain,
    /// Another device.
    NewDevice,
    /// Conductors on terminals.
    Land,
    /// Terminals tightened.
    Torque,
    /// Tape round the device.
    Tape,
    /// Conductors folded.
    Fold,
    /// The device home on its seat.
    SeatDevice,
    /// Cover or plate.
    Cover,
    /// On again.
    PowerOn,
    /// Read with the power on.
    Read,
    /// Marks that stay.
    Label,
}

impl Act {
    /// The phase it belongs to.
    pub const fn phase(self) -> Phase {
        match self {
            Self::FindOut => Phase::FindOut,
            Self::AtPanel => Phase::AtPanel,
            Self::ProveDead => Phase::ProveDead,
            Self::NoteAsFound => Phase::NoteAsFound,
            Self::TakeOut => Phase::TakeOut,
            Self::OwnWords => Phase::OwnWords,
            Self::OpenWall | Self::SetBox | Self::ExtendBox | Self::CloseOpening => Phase::BoxAndWall,
            Self::BringCable | Self::PullSlack | Self::StripCable | Self::ClampCable | Self::BondMetal => Phase::Cables,
            Self::FreshEnd | Self::Splice | Self::Extend | Self::MarkConductor | Self::MeasureAgain => {
                Phase::Conductors
            }
            Self::NewDevice | Self::Land | Self::Torque => Phase::Devices,
            Self::Tape | Self::Fold | Self::SeatDevice | Self::Cover => Phase::Close,
            Self::PowerOn => Phase::PowerOn,
            Self::Read => Phase::Read,
            Self::Label => Phase::Label,
        }
    }

    /// Hands are among the conductors for it.
    pub fn opens_box(self) -> bool {
        (Self::OpenWall..=Self::SeatDevice).contains(&self) || self == Self::TakeOut
    }

    /// It wants the box dead.
    pub fn wants_dead(self) -> bool {
        self.opens_box() || self == Self::Cover
    }
}

/// One step of the work at a box.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct WorkStep {
    /// Where in the work it stands.
    pub phase: Phase,
    /// The same in words, as it stands over its steps.
    pub phase_name: &'static str,
    /// Where within the phase.
    #[serde(skip)]
    pub act: Act,
    /// What is done, a sentence.
    pub words: String,
    /// The code of the repair that it belongs to; none for what any opened box asks.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub repair: Option<&'static str>,
}

impl WorkStep {
    /// A step of any opened box.
    pub fn new(act: Act, words: impl Into<String>) -> Self {
        let words = capitalised(&words.into());
        Self { phase: act.phase(), phase_name: act.phase().name(), act, words, repair: None }
    }

    /// A step of a repair.
    pub fn of(self, repair: &'static str) -> Self {
        Self { repair: Some(repair), ..self }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn acts_stand_in_the_order_of_their_phases() {
        let acts = [
            Act::FindOut,
            Act::AtPanel,
            Act::ProveDead,
            Act::NoteAsFound,
            Act::TakeOut,
            Act::OwnWords,
            Act::OpenWall,
            Act::SetBox,
            Act::ExtendBox,
            Act::CloseOpening,
            Act::PullSlack,
            Act::BringCable,
            Act::StripCable,
            Act::ClampCable,
            Act::BondMetal,
            Act::FreshEnd,
            Act::Splice,
            Act::Extend,
            Act::MarkConductor,
            Act::MeasureAgain,
            Act::NewDevice,
            Act::Land,
            Act::Torque,
            Act::Tape,
            Act::Fold,
            Act::SeatDevice,
            Act::Cover,
            Act::PowerOn,
            Act::Read,
            Act::Label,
        ];
        assert!(acts.is_sorted() && acts.is_sorted_by_key(|act| act.phase()));
        assert!(Act::Splice.opens_box() && !Act::Cover.opens_box() && Act::Cover.wants_dead());
        assert!(!Act::AtPanel.wants_dead() && !Act::Label.wants_dead());
    }
}
