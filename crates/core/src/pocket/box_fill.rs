//! Box fill, and the smallest box that would do.

use super::Calculator;
use super::entries::Entries;
use super::field::{Field, FieldChoice, value_of};
use super::worked::{Worked, counted};
use crate::facts::{
    BoxContents, BoxKind, Colour, Conductor, Device, DeviceKind, Problem, Role, Splice, SpliceKind, SupportFitting,
};
use crate::quantity::{Gauge, UnitSystem};
use crate::rules::{FitsMore, fill};
use crate::standard::Profile;
use crate::standard::box_volume::{StandardBox, citation};

pub(super) const CALCULATOR: Calculator = Calculator {
    code: "box-fill",
    title: "Box fill",
    about: "What room the conductors, devices and clamps of a box take, and the smallest box that holds them.",
    fields,
    work,
};

/// The sizes that are counted: the field of each, what it begins with, what helps.
const COUNTED: [(Gauge, &str, &str, u32, &str); 5] = [
    (Gauge::Awg14, "awg-14", "14 AWG", 0, "insulated, that end here or pass through; no pigtails"),
    (Gauge::Awg12, "awg-12", "12 AWG", 4, ""),
    (Gauge::Awg10, "awg-10", "10 AWG", 0, ""),
    (Gauge::Awg8, "awg-8", "8 AWG", 0, ""),
    (Gauge::Awg6, "awg-6", "6 AWG", 0, ""),
];

/// Boxes without a row of their own, by what they are.
const MARKED: [(&str, &str, BoxKind); 4] = [
    ("marked-device", "device box, by its mark", BoxKind::Device),
    ("marked-square", "square box, by its mark", BoxKind::Square),
    ("marked-round", "round box, by its mark", BoxKind::Octagon),
    ("marked-masonry", "masonry box, by its mark", BoxKind::Masonry),
];

fn fields(units: UnitSystem) -> Vec<Field> {
    let marked = MARKED.iter().map(|(code, name, _)| FieldChoice::new(*code, *name));
    let in_table = FieldChoice::of(StandardBox::ALL.iter().copied(), |size| size.name().to_owned());
    let mut fields = vec![
        Field::choice("box", "Box", marked.chain(in_table).collect()),
        Field::volume("volume", "Marked volume", units.either("18", "295")).hint("of a box by its mark").optional(),
        Field::count("gangs", "Gangs", 1, 1, 12),
    ];
    let insulated = |(_, code, label, initial, hint)| Field::count(code, label, initial, 0, 60).hint(hint);
    fields.extend(COUNTED.map(insulated));
    fields.extend([
        Field::count("grounds", "Grounds", 2, 0, 60).hint("bare and green ones that come from outside"),
        Field::gauge("ground-size", "Largest ground", Gauge::Awg14..=Gauge::Awg6, Gauge::Awg12),
        Field::count("devices", "Devices on a yoke", 1, 0, 12).hint("receptacles, switches, dimmers"),
        Field::gauge("device-size", "Largest on a device", Gauge::Awg14..=Gauge::Awg6, Gauge::Awg12),
        Field::yes_or_no("clamps", "Clamps inside"),
        Field::choice(
            "support",
            "Stud or hickey",
            vec![
                FieldChoice::new("none", "none"),
                FieldChoice::new("stud", "a stud"),
                FieldChoice::new("hickey", "a hickey"),
                FieldChoice::new("both", "both"),
            ],
        ),
        Field::count("connectors", "Connectors", 0, 0, 40).hint("the NEC counts none; they take room all the same"),
    ]);
    fields
}

/// The box as it was typed.
fn contents(entries: &Entries) -> Result<BoxContents, Vec<Problem>> {
    let mut contents = BoxContents::default();
    let code = entries.text("box");
    contents.marked_volume = entries.volume_if("volume")?;
    match MARKED.iter().find(|(marked, ..)| *marked == code) {
        Some((_, _, kind)) => contents.kind = *kind,
        None => {
            let size: Option<StandardBox> = value_of(code);
            contents.size = size;
            contents.marked_volume = None;
            contents.kind = match size.map_or("", StandardBox::name) {
                name if name.starts_with("round") => BoxKind::Octagon,
                name if name.starts_with("square") => BoxKind::Square,
                name if name.starts_with("masonry") => BoxKind::Masonry,
                _ => BoxKind::Device,
            };
            if size.is_some_and(|size| size.volume(entries.edition).is_none()) {
                let words = format!("the table of {} has no such box: read its mark", entries.edition.name());
                return entries.refuse("box", words);
            }
        }
    }
    let mut id = 0;
    let mut wire = |gauge: Gauge, colour: Colour, role: Role| {
        id += 1;
        Conductor::new(id, None, gauge, colour, role)
    };
    for (gauge, code, ..) in COUNTED {
        let count = entries.count(code);
        contents.conductors.extend((0..count).map(|_| wire(gauge, Colour::Black, Role::Ungrounded)));
    }
    let ground: Gauge = entries.chosen("ground-size")?;
    let grounds = entries.count("grounds");
    contents.conductors.extend((0..grounds).map(|_| wire(ground, Colour::Bare, Role::EquipmentGrounding)));
    let largest: Gauge = entries.chosen("device-size")?;
    let device = |id: u16| Device { largest: Some(largest), ..Device::new(id, DeviceKind::DuplexReceptacle) };
    contents.devices = (1..=u16::try_from(entries.count("devices")).unwrap_or(0)).map(device).collect();
    contents.gangs = u8::try_from(entries.count("gangs")).ok();
    contents.fittings.internal_clamps = Some(entries.says_yes("clamps"));
    contents.fittings.support = match entries.text("support") {
        "stud" => vec![SupportFitting::Stud],
        "hickey" => vec![SupportFitting::Hickey],
        "both" => SupportFitting::ALL.to_vec(),
        _ => Vec::new(),
    };
    let connector = |number: u32| Splice::new(number.to_string(), SpliceKind::TwistOn);
    contents.splices = (0..entries.count("connectors")).map(connector).collect();
    Ok(contents)
}

fn work(entries: &Entries) -> Result<Worked, Vec<Problem>> {
    let contents = contents(entries)?;
    let Ok(fill) = fill(&contents, entries.edition, entries.units) else {
        return entries.refuse("awg-14", "count the conductors of the box, in at least one size");
    };
    let required = fill.required.text.clone();
    let worked = match (&fill.available, &fill.over) {
        (Some(available), Some(over)) => {
            let (over, available) = (over.text.clone(), available.text.clone());
            Worked::new(format!("Over by {over}: {required} in a box of {available}.")).holding(false)
        }
        (Some(available), None) => {
            Worked::new(format!("{required} in a box of {}: it holds them.", available.text.clone())).holding(true)
        }
        (None, _) => Worked::new(format!("{required} are needed; the volume of the box is not given.")),
    };
    let mut worked = worked.source(citation(entries.edition));
    for line in &fill.lines {
        worked = worked.step(format!("{}: {} = {}", line.what, line.working, line.volume.text.clone()));
    }
    for room in &fill.rooms {
        worked = worked.step(format!("{}: {}", room.what, room.volume.text.clone()));
    }
    worked = worked.line("needed", required).line_if("there is", fill.available.map(|room| room.text.clone()));
    let more = |fits: &FitsMore| format!("{} of {}", fits.count, fits.gauge);
    if fill.over.is_none() && !fill.fits_more.is_empty() {
        let each: Vec<String> = fill.fits_more.iter().filter(|fits| fits.count > 0).map(more).collect();
        let each = if each.is_empty() { "nothing".to_owned() } else { each.join(", or ") };
        worked = worked.line("fits besides", each);
    }
    worked = worked.line_if("smallest box of its sort", fill.smallest_box.map(str::to_owned));
    let connectors = contents.splices.len();
    if fill.crowded && entries.edition.profile() == Profile::Nec {
        let bodies = format!("{} of {}", fill.bodies.text.clone(), counted(connectors, "connector"));
        worked = worked.line("not counted, and there", bodies).caution(
            "By the code it is not overfilled; with its connectors it is full. A larger box spares the conductors.",
        );
    }
    Ok(worked)
}

#[cfg(test)]
mod tests {
    use crate::pocket::tests::{says, worked};
    use crate::standard::Edition;

    #[test]
    fn a_receptacle_on_two_cables_of_twelve() {
        // NEC 314.16(B) worked by hand: 4 × 2.25 + 1 × 2.25 of grounds + 2 × 2.25 of the device = 15.75 in³ in 18.
        assert_eq!(says("box-fill", &[]), "15.75 in³ in a box of 18 in³: it holds them.");
        // With clamps inside one more: 18 in³, just full; in a 3 × 2 × 2 3/4 box of 14 in³ over by 4.
        assert_eq!(says("box-fill", &[("clamps", "yes")]), "18 in³ in a box of 18 in³: it holds them.");
        let table = [("box", "device3x2x2-3-4"), ("clamps", "yes")];
        assert_eq!(says("box-fill", &table), "Over by 4 in³: 18 in³ in a box of 14 in³.");
    }

    #[test]
    fn the_smallest_box_is_named_and_a_row_of_another_code_is_refused() {
        let square = worked("box-fill", Edition::Nec2023, &[("box", "square4x1-1-4"), ("awg-12", "8")]);
        // By hand: 8 × 2.25 + 2.25 + 4.5 = 24.75 in³: the smallest square box of the table with that is 25.5 in³.
        assert!(square.lines.iter().any(|line| line.figure == "square 4 11/16 × 1 1/4"), "{:?}", square.lines);
        let refused = crate::pocket::tests::asked("box-fill", Edition::Cec2021, &[("box", "device3x2x2-3-4")]);
        assert!(refused.problems[0].message.contains("the table of CEC 2021 has no such box"));
    }
}
