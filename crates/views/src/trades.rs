//! What the screens need to know beforehand: the rules, the editions, and every choice with its words.

use nailpunch_core::access::hands_to;
use nailpunch_core::drill::DrillKind;
use nailpunch_core::facts::{
    AddedKind, BoxBond, BoxHold, CableGoes, CableGround, CanopySeal, CanopySurface, Carries, DetectorClass, DeviceKind,
    Disconnect, ElectrodeKind, EquipmentKind, FIRST_WIRING, FanControl, GasPipe, Halves, HouseRuleInfo, HouseRules,
    HungKind, InWallInfo, InstrumentKind, LampKind, Meter, ObservationInfo, PanelObservationInfo, PanelRoom,
    PersonRole, PlaceMark, Plate, Preset, Probe, RangeWires, RoofUnder, RoomObservationInfo, RunObservationInfo,
    RunWay, Seat, ServiceEntry, SpliceKind, Stage, StudSide, SupportFitting, Terminal, Tested, TracedFault, WallFinish,
    WallPartKind, WantedKind, house_rule_infos, in_wall_infos, observation_infos, panel_observation_infos, presets,
    room_observation_infos, run_observation_infos, terminals_of,
};
use nailpunch_core::jot::{RunWords, run_words};
use nailpunch_core::quantity::UnitSystem;
use nailpunch_core::rules::{RuleEntry, rule_book};
use nailpunch_core::standard::box_volume::StandardBox;
use nailpunch_core::standard::{Configuration, Edition, Location, Purpose, RoomKind, WiringMethod};
use serde::Serialize;
use utoipa::ToSchema;

/// An edition as the basis screen offers it.
#[derive(Serialize, ToSchema)]
pub struct EditionChoice {
    edition: Edition,
    name: &'static str,
    /// What one begins with where nothing says which is enforced.
    usual: bool,
}

/// The house rules that a new audit begins with.
#[derive(Serialize, ToSchema)]
pub struct Defaults {
    units: UnitSystem,
    house_rules: HouseRules,
}

/// A length of the shop with its words.
#[derive(Serialize, ToSchema)]
pub struct ShopLength {
    field: &'static str,
    words: &'static str,
}

/// A standard box as the screens offer it.
#[derive(Serialize, ToSchema)]
pub struct BoxSize {
    size: StandardBox,
    name: &'static str,
}

/// Something that can be drilled, as the screen offers it.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
struct DrillKindInfo {
    /// Which.
    value: DrillKind,
    /// In a few words.
    name: &'static str,
    /// What is asked, in a sentence.
    asks: &'static str,
}

/// What somebody does in a firm, as the screens offer it.
#[derive(Serialize, ToSchema)]
pub struct PersonRoleInfo {
    value: PersonRole,
    name: &'static str,
    /// What they are there for.
    about: &'static str,
    /// Whether a note may be for them.
    takes_notes: bool,
    /// To which stages they hand a job over, from each.
    hands: Vec<Hands>,
}

/// To which stages a job is handed over from one.
#[derive(Serialize, ToSchema)]
pub struct Hands {
    from: Stage,
    to: Vec<Stage>,
}

/// A stage of a job, as the screens speak of it.
#[derive(Serialize, ToSchema)]
pub struct StageInfo {
    value: Stage,
    /// Where the job is then.
    name: &'static str,
    /// What handing it over to there is called.
    hand: &'static str,
    /// Whose turn it is.
    whose: Option<PersonRole>,
}

/// What the screens need to know beforehand: rules, editions, house rules, observations, presets.
#[derive(Serialize, ToSchema)]
pub struct Trades {
    rules: Vec<RuleEntry>,
    editions: Vec<EditionChoice>,
    house_rules: Vec<HouseRuleInfo>,
    shop_lengths: Vec<ShopLength>,
    defaults: Vec<Defaults>,
    observations: Vec<ObservationInfo>,
    presets: Vec<Preset>,
    box_sizes: Vec<BoxSize>,
    terminals: Vec<DeviceTerminals>,
    devices: Vec<Named<DeviceKind>>,
    configurations: Vec<Named<Configuration>>,
    /// What hangs from a box, each with the facts that are taken down of it.
    hung: Vec<HungChoice>,
    carries: Vec<Named<Carries>>,
    place_marks: Vec<Named<PlaceMark>>,
    canopy_surfaces: Vec<Named<CanopySurface>>,
    canopy_seals: Vec<Named<CanopySeal>>,
    lamp_kinds: Vec<Named<LampKind>>,
    fan_controls: Vec<Named<FanControl>>,
    wiring_methods: Vec<Named<WiringMethod>>,
    locations: Vec<Named<Location>>,
    purposes: Vec<Named<Purpose>>,
    halves: Vec<Named<Halves>>,
    /// Of how many wires a range or dryer receptacle is.
    range_wires: Vec<Named<RangeWires>>,
    plates: Vec<Named<Plate>>,
    cable_goes: Vec<Named<CableGoes>>,
    cable_grounds: Vec<Named<CableGround>>,
    seats: Vec<Named<Seat>>,
    bonds: Vec<Named<BoxBond>>,
    /// What a box holds on by.
    holds: Vec<Named<BoxHold>>,
    splices: Vec<Named<SpliceKind>>,
    wall_finishes: Vec<Named<WallFinish>>,
    added: Vec<Named<AddedKind>>,
    support_fittings: Vec<Named<SupportFitting>>,
    electrodes: Vec<Named<ElectrodeKind>>,
    probes: Vec<Named<Probe>>,
    meters: Vec<Named<Meter>>,
    detectors: Vec<Named<DetectorClass>>,
    traced_faults: Vec<Named<TracedFault>>,
    /// What instruments read.
    instrument_kinds: Vec<Named<InstrumentKind>>,
    /// What can be drilled.
    drill_kinds: Vec<DrillKindInfo>,
    /// What people do in a firm.
    person_roles: Vec<PersonRoleInfo>,
    /// The stages of a job, in their order.
    stages: Vec<StageInfo>,
    panel_observations: Vec<PanelObservationInfo>,
    panel_rooms: Vec<Named<PanelRoom>>,
    service_entries: Vec<Named<ServiceEntry>>,
    roofs_under: Vec<Named<RoofUnder>>,
    gas_pipes: Vec<Named<GasPipe>>,
    room_kinds: Vec<Named<RoomKind>>,
    /// What stands along a wall, each with the word of the line.
    wall_parts: Vec<Named<WallPartKind>>,
    room_observations: Vec<RoomObservationInfo>,
    /// What stands in rooms, each with the facts that are taken down of it.
    /// The first year that wiring can be of.
    first_wiring: u16,
    equipment: Vec<EquipmentChoice>,
    disconnects: Vec<Named<Disconnect>>,
    /// What can be wanted in rooms, each with the facts that are taken down of it.
    wanted: Vec<WantedChoice>,
    in_wall: Vec<InWallInfo>,
    tested: Vec<Named<Tested>>,
    stud_sides: Vec<Named<StudSide>>,
    run_ways: Vec<Named<RunWay>>,
    run_observations: Vec<RunObservationInfo>,
    /// The words of the lines along a cable run.
    run_words: RunWords,
}

/// A choice with its words.
#[derive(Serialize, ToSchema)]
pub struct Named<T> {
    value: T,
    name: &'static str,
}

/// What hangs, with the facts that are taken down of it.
#[derive(Serialize, ToSchema)]
pub struct HungChoice {
    value: HungKind,
    name: &'static str,
    /// Each a field of what hangs.
    fields: &'static [&'static str],
}

/// A kind of equipment, with the facts that are taken down of it.
#[derive(Serialize, ToSchema)]
pub struct EquipmentChoice {
    value: EquipmentKind,
    name: &'static str,
    /// Each a field of a piece of equipment.
    fields: &'static [&'static str],
}

/// A kind of thing that is wanted, with the facts that are taken down of it.
#[derive(Serialize, ToSchema)]
pub struct WantedChoice {
    value: WantedKind,
    name: &'static str,
    /// Each a field of what is wanted.
    fields: &'static [&'static str],
}

/// The terminals of a kind of device.
#[derive(Serialize, ToSchema)]
pub struct DeviceTerminals {
    kind: DeviceKind,
    terminals: Vec<Named<Terminal>>,
}

fn named<T: Copy>(values: impl IntoIterator<Item = T>, name: fn(T) -> &'static str) -> Vec<Named<T>> {
    values.into_iter().map(|value| Named { value, name: name(value) }).collect()
}

/// What the basis screen offers: units with the house rules that go with each.
fn defaults() -> [(UnitSystem, HouseRules); 2] {
    [UnitSystem::Inch, UnitSystem::Metric].map(|units| (units, HouseRules::for_units(units)))
}

/// What the screens need to know beforehand: rules, editions, house rules.
pub fn trades() -> Trades {
    let editions = Edition::ALL.map(|edition| EditionChoice {
        edition,
        name: edition.name(),
        usual: edition == Edition::default(),
    });
    let shop_lengths = HouseRules::default().shop.named().into_iter();
    let shop_lengths = shop_lengths.map(|(field, words, _)| ShopLength { field, words }).collect();
    let defaults = defaults().map(|(units, house_rules)| Defaults { units, house_rules });
    Trades {
        rules: rule_book(),
        editions: editions.into(),
        house_rules: house_rule_infos(),
        shop_lengths,
        defaults: defaults.into(),
        observations: observation_infos(),
        presets: presets(),
        terminals: DeviceKind::ALL
            .map(|kind| DeviceTerminals { kind, terminals: named(terminals_of(kind).iter().copied(), Terminal::name) })
            .into(),
        devices: named(DeviceKind::ALL, DeviceKind::name),
        configurations: named(Configuration::ALL.iter().copied(), Configuration::name),
        hung: HungKind::ALL.map(|kind| HungChoice { value: kind, name: kind.name(), fields: kind.fields() }).into(),
        carries: named(Carries::ALL, Carries::name),
        place_marks: named(PlaceMark::ALL, PlaceMark::name),
        canopy_surfaces: named(CanopySurface::ALL, CanopySurface::name),
        canopy_seals: named(CanopySeal::ALL, CanopySeal::name),
        lamp_kinds: named(LampKind::ALL, LampKind::name),
        fan_controls: named(FanControl::ALL, FanControl::name),
        wiring_methods: named(WiringMethod::ALL, WiringMethod::name),
        locations: named(Location::ALL, Location::name),
        purposes: named(Purpose::ALL, Purpose::name),
        halves: named(Halves::ALL, Halves::name),
        range_wires: named(RangeWires::ALL, RangeWires::name),
        plates: named(Plate::ALL, Plate::name),
        cable_goes: named(CableGoes::ALL, CableGoes::name),
        cable_grounds: named(CableGround::ALL, CableGround::name),
        seats: named(Seat::ALL, Seat::name),
        bonds: named(BoxBond::ALL, BoxBond::name),
        holds: named(BoxHold::ALL, BoxHold::name),
        splices: named(SpliceKind::ALL, SpliceKind::name),
        wall_finishes: named(WallFinish::ALL, WallFinish::name),
        added: named(AddedKind::ALL, AddedKind::name),
        support_fittings: named(SupportFitting::ALL, SupportFitting::name),
        electrodes: named(ElectrodeKind::ALL, ElectrodeKind::name),
        probes: named(Probe::ALL, Probe::name),
        meters: named(Meter::ALL, Meter::name),
        detectors: named([DetectorClass::Sensitive, DetectorClass::Ordinary], DetectorClass::name),
        panel_observations: panel_observation_infos(),
        panel_rooms: named(PanelRoom::ALL, PanelRoom::name),
        service_entries: named(ServiceEntry::ALL, ServiceEntry::name),
        roofs_under: named(RoofUnder::ALL, RoofUnder::name),
        gas_pipes: named(GasPipe::ALL, GasPipe::name),
        room_kinds: named(RoomKind::ALL, RoomKind::name),
        wall_parts: named(WallPartKind::ALL, WallPartKind::name),
        room_observations: room_observation_infos(),
        first_wiring: FIRST_WIRING,
        equipment: EquipmentKind::ALL
            .map(|kind| EquipmentChoice { value: kind, name: kind.name(), fields: kind.fields() })
            .into(),
        disconnects: named(Disconnect::ALL, Disconnect::name),
        wanted: WantedKind::ALL
            .map(|kind| WantedChoice { value: kind, name: kind.name(), fields: kind.fields() })
            .into(),
        in_wall: in_wall_infos(),
        tested: named(Tested::ALL, Tested::name),
        stud_sides: named(StudSide::ALL, StudSide::name),
        run_ways: named(RunWay::ALL, RunWay::name),
        run_observations: run_observation_infos(),
        run_words: run_words(),
        traced_faults: named(TracedFault::ALL, TracedFault::name),
        instrument_kinds: named(InstrumentKind::ALL, InstrumentKind::name),
        drill_kinds: DrillKind::ALL
            .map(|value| DrillKindInfo { value, name: value.name(), asks: value.asks() })
            .to_vec(),
        person_roles: PersonRole::ALL
            .map(|value| PersonRoleInfo {
                value,
                name: value.name(),
                about: value.about(),
                takes_notes: value.takes_notes(),
                hands: Stage::ALL.map(|from| Hands { from, to: hands_to(value, from) }).into(),
            })
            .into(),
        stages: Stage::ALL
            .map(|value| StageInfo { value, name: value.name(), hand: value.hand(), whose: value.whose() })
            .into(),
        box_sizes: StandardBox::ALL.iter().map(|size| BoxSize { size: *size, name: size.name() }).collect(),
    }
}
