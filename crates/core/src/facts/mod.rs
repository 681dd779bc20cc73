//! The facts: what an audit rests on, what was found, and what a person has said of it. Nothing here judges.

mod amendments;
mod audit;
mod audit_facts;
mod audit_walk;
mod bounded;
mod r#box;
mod bundle;
mod bundle_problems;
mod circuit;
mod danger_notice;
mod dead_test;
mod gone;
mod hands;
mod house_rules;
mod identifier;
mod instrument;
mod note;
mod panel;
mod person;
mod photo;
mod problem;
mod readings;
mod room;
mod ruling;
mod run;
mod seal;
mod shop_lengths;
#[cfg(test)]
pub(crate) mod testing;
mod turn;
mod work;

pub use amendments::{Amendment, AmendmentSet};
pub use audit::{Area, Audit, Basis, Building, Letterhead};
pub use audit_facts::{AuditFacts, RoomFacts};
pub use audit_walk::{AuditWalk, Revised, RoomOrder, WalkRoom};
pub(crate) use r#box::add_cable;
pub use r#box::{
    Added, AddedKind, BoxBond, BoxContents, BoxHold, BoxKind, BoxRecord, Cable, CableEntry, CableGoes, CableGround,
    CableSupply, CanopySeal, CanopySurface, Carries, Colour, Conductor, ConductorCondition, ConductorEnd, Construction,
    Contradiction, Device, DeviceKind, EntryEcho, Extent, FanControl, Fittings, FreeFigures, GroundInSight, Halves,
    Hung, HungKind, JoiningMethod, Joint, KnownSupply, LampKind, Landing, LengthEcho, LengthText, LengthWish,
    Observation, ObservationGroup, ObservationInfo, Observed, Opening, PlaceMark, Plate, Preset, RangeWires, Role,
    Screw, Seat, Source, Splice, SpliceKind, Stand, Strands, Supply, SupportFitting, Tab, Terminal, TextOrLength,
    TypedEntry, WallFinish, apply_entries, has_tabs, length_texts, observation_infos, presets, terminals_of,
};
pub use bundle::{Bundle, BundleBox, BundleRoom, FORMAT};
pub use circuit::{Circuit, CircuitPoint, FaultPlace, Feed, TraceEvent, TracedFault};
pub use danger_notice::{DangerNotice, NoticedDanger, Signature};
pub use dead_test::{DeadMethod, DeadOutcome, DeadStep};
pub use hands::HandsIn;
pub use house_rules::{
    AlarmWiring, CanopySealing, DeadTestMethods, DeviceTape, HouseRuleInfo, HouseRules, InLineSplices, JoiningChoice,
    LimitsTogether, PlanWeights, School, SolidSleeves, SpacerMaterial, SpacerReach, SplicedLength, SpringTerminals,
    TorqueBy, TwinUnits, UsedEnds, house_rule_infos,
};
pub(crate) use identifier::free_number;
pub use identifier::{AuditId, BoxId, CircuitId, Identifier, ItemId, PanelId, PersonId, PhotoId, RoomId, RunId};
pub use instrument::{Instrument, InstrumentKind};
pub(crate) use note::LONGEST_NOTE;
pub use note::Note;
pub use panel::{
    Bar, BarKind, Breaker, BreakerKind, BreakerProtection, ElectrodeKind, GasPipe, Grounding, Incoming,
    LandedConductor, MappedPoint, Mapping, Panel, PanelFeed, PanelObservation, PanelObservationInfo, PanelObserved,
    PanelPlace, PanelRoom, RoofUnder, Safety, Service, ServiceEntry, Tick, feed_problems, panel_observation_infos,
};
pub use person::{Person, PersonRole, people_problems};
pub use photo::{BundlePhoto, Photo, PhotoMark};
pub use problem::{FIRST_WIRING, Pointer, Problem, pointer_of};
pub use readings::{
    DetectorClass, DetectorReading, Half, InstrumentReading, Lamp, LampReading, Meter, MeterReading, Probe, TripReading,
};
pub use room::{
    Corner, Disconnect, Equipment, EquipmentFeed, EquipmentKind, FloorLine, InWall, InWallInfo, InWallSeen, Island,
    LineWall, Outlet, OutletKind, OutletPlace, Room, RoomObservation, RoomObservationInfo, RoomObserved, Sketch,
    Spread, StudNear, StudSide, Tested, Wall, WallPart, WallPartKind, WallPlace, Wanted, WantedKind, WantedPlace,
    WantedSource, in_wall_infos, room_observation_infos,
};
pub use ruling::{Remark, Ruling, RulingKind};
pub use run::{
    CableRun, Course, CourseLine, DamageKind, Held, HeldEnd, PlacedStretch, RacewayConductors, RunEnd, RunMark,
    RunObservation, RunObservationInfo, RunObserved, RunPlace, RunPoint, RunWay, SpliceHow, Stretch, SupportKind,
    WarmThing, circles, run_observation_infos,
};
pub use seal::Seal;
pub use shop_lengths::ShopLengths;
pub use turn::{Stage, Turn};
pub use work::{
    Blocked, CorrectionLine, MOST_LINES, OWN, Offcut, OwnMaterial, OwnRepair, Pin, REFER, Scope, StockLine,
    StoredState, Subject, WaitsFor, WorkItem, WorkSettings,
};
