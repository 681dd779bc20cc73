//! What is found at one box: its walls, cables, conductors, devices, what is seen and what instruments show.

mod cable;
mod conductor;
mod contents;
mod contents_problems;
mod contradiction;
mod device;
mod entry;
mod forget;
mod free_figures;
mod ground;
mod hung;
mod landing;
mod observation;
mod presets;
mod record;
mod splice;
mod supply;
mod surroundings;
mod take_reading;

pub use cable::{Cable, CableEntry, CableGoes, CableGround, CableSupply};
pub use conductor::{Colour, Conductor, ConductorCondition, ConductorEnd, JoiningMethod, Joint, Role, Strands};
pub use contents::{BoxContents, BoxKind, Construction, Opening};
pub use contradiction::Contradiction;
pub use device::{Device, DeviceKind, Halves, RangeWires, Seat, Tab};
pub use entry::{EntryEcho, LengthEcho, LengthText, LengthWish, TextOrLength, TypedEntry, apply_entries, length_texts};
pub use free_figures::{Extent, FreeFigures, Source};
pub use ground::GroundInSight;
pub use hung::{CanopySeal, CanopySurface, Carries, FanControl, Hung, HungKind, LampKind, PlaceMark};
pub use landing::{Landing, Screw, Terminal, has_tabs, terminals_of};
pub use observation::{Observation, ObservationGroup, ObservationInfo, Observed, observation_infos};
pub(crate) use presets::add_cable;
pub use presets::{Preset, presets};
pub use record::BoxRecord;
pub use splice::{Splice, SpliceKind};
pub use supply::KnownSupply;
pub use surroundings::{
    Added, AddedKind, BoxBond, BoxHold, Fittings, Plate, Stand, Supply, SupportFitting, WallFinish,
};
