//! The facts: what an audit rests on and what was found at each box. Nothing here judges.

mod audit;
mod bundle;
mod conductor;
mod contents;
mod contradiction;
mod entry;
mod free_figures;
mod house_rules;
mod problem;
mod section;

pub use audit::{Area, Audit, AuditId, Basis, BoxId, BoxRecord, Building, Identifier, ItemId, Room, RoomId};
pub use bundle::{Bundle, BundleBox, BundleRoom, FORMAT};
pub use conductor::{Colour, Conductor, ConductorEnd, JoiningMethod, Joint, Material, Role, Strands};
pub use contents::{BoxContents, BoxKind, Cable, CableEntry, Construction, Opening, WallFinish};
pub use contradiction::Contradiction;
pub use entry::{EntryEcho, LengthEcho, LengthText, LengthWish, TextOrLength, TypedEntry, apply_entries, length_texts};
pub use free_figures::{Extent, FreeFigures, Source};
pub use house_rules::{
    HouseRuleInfo, HouseRules, LimitsTogether, ShopLengths, SplicedLength, TwinUnits, house_rule_infos,
};
pub use problem::{Pointer, Problem};
pub use section::{Section, SectionCable, SectionConductor};
