//! The facts: what an audit rests on and what was found at each box. Nothing here judges.

mod audit;
mod bundle;
mod circuit;
mod conductor;
mod contents;
mod contents_problems;
mod contradiction;
mod dead_test;
mod device;
mod entry;
mod face;
mod forget;
mod free_figures;
mod house_rule_infos;
mod house_rules;
mod landing;
mod observation;
mod panel;
mod photo;
mod presets;
mod problem;
mod readings;
mod ruling;
mod seal;
mod section;
mod splice;
mod stop;
mod surroundings;

pub use audit::{
    Area, Audit, AuditId, Basis, BoxId, BoxRecord, Building, CircuitId, Identifier, ItemId, Letterhead, PanelId,
    PhotoId, Room, RoomId,
};
pub use bundle::{Bundle, BundleBox, BundleRoom, FORMAT};
pub use circuit::{Circuit, CircuitPoint, FaultPlace, Feed, TraceEvent, TracedFault};
pub use conductor::{
    Colour, Conductor, ConductorCondition, ConductorEnd, JoiningMethod, Joint, Material, Role, Strands,
};
pub use contents::{BoxContents, BoxKind, Cable, CableEntry, Construction, Opening, WallFinish};
pub use contradiction::Contradiction;
pub use dead_test::{DeadMethod, DeadOutcome, DeadStep};
pub use device::{Carries, Device, DeviceKind, Hung, HungKind, Seat, Tab};
pub use entry::{EntryEcho, LengthEcho, LengthText, LengthWish, TextOrLength, TypedEntry, apply_entries, length_texts};
pub use face::{Face, FaceDevice};
pub use free_figures::{Extent, FreeFigures, Source};
pub use house_rule_infos::{HouseRuleInfo, School, house_rule_infos};
pub use house_rules::{
    DeadTestMethods, DeviceTape, HouseRules, JoiningChoice, LimitsTogether, PlanWeights, ShopLengths, SpacerMaterial,
    SpacerReach, SplicedLength, SpringTerminals, TorqueBy, TwinUnits, UsedEnds,
};
pub use landing::{Landing, Terminal, terminals_of};
pub use observation::{Observation, ObservationGroup, ObservationInfo, Observed, observation_infos};
pub use panel::{
    Bar, BarKind, Breaker, BreakerKind, BreakerProtection, ElectrodeKind, Grounding, Incoming, LandedConductor,
    MappedPoint, Mapping, Panel, PanelFeed, PanelObservation, PanelObservationInfo, PanelObserved, Safety, Tick,
    feed_problems, panel_observation_infos,
};
pub use photo::{BundlePhoto, Photo, PhotoMark};
pub(crate) use presets::add_cable;
pub use presets::{Preset, presets};
pub use problem::{Pointer, Problem};
pub use readings::{
    DetectorClass, DetectorReading, Half, InstrumentReading, Lamp, LampReading, Meter, MeterReading, Probe, TripReading,
};
pub use ruling::{Remark, Ruling, RulingKind};
pub use seal::Seal;
pub use section::{Section, SectionCable, SectionConductor};
pub use splice::{Splice, SpliceKind};
pub use stop::{Stop, stops};
pub use surroundings::{Added, AddedKind, BoxBond, Fittings, Location, Stand, Supply, SupportFitting};
