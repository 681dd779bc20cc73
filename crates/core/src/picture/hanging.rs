//! What hangs, drawn to scale as a section through ceiling or wall: what carries it, its box or the want of one, its canopy, the
//! ways that are asked for. Screen and page draw the same shapes.

use super::detail::{Detail, DetailForm, DetailNote, DetailPart, DetailShape, hundredths};
use crate::facts::{BoxContents, CanopySeal, CanopySurface, Hung, HungKind, Observation};
use crate::quantity::{Length, UnitSystem};
use crate::standard::TwinLimit;
use crate::standard::hanging::{BLADES_ABOVE_FLOOR, BLADES_FROM_WALL, RECESSED_FROM_INSULATION, RECESSED_FROM_WOOD};

struct Sketch<'a> {
    contents: &'a BoxContents,
    hung: &'a Hung,
    units: UnitSystem,
    shapes: Vec<DetailShape>,
    notes: Vec<DetailNote>,
}

/// What hangs from a box, if anything does.
pub fn hanging(contents: &BoxContents, units: UnitSystem) -> Option<Detail> {
    let hung = contents.hung.as_ref()?;
    let mut sketch = Sketch { contents, hung, units, shapes: Vec::new(), notes: Vec::new() };
    match hung.kind {
        HungKind::Fan => sketch.fan(),
        HungKind::CeilingLuminaire | HungKind::Lampholder => sketch.ceiling(),
        HungKind::RecessedLuminaire => sketch.recessed(),
        HungKind::WallLuminaire => sketch.wall(),
    }
    sketch.say();
    Some(Detail::framed(sketch.shapes, sketch.notes))
}

impl Sketch<'_> {
    fn seen(&self, what: Observation) -> bool {
        self.contents.observed(what) == Some(true)
    }

    fn shape(&mut self, part: DetailPart, fault: bool, form: DetailForm, words: String) {
        self.shapes.push(DetailShape { part, fault, form, words });
    }

    /// A rectangle in hundredths of an inch.
    fn block(&mut self, part: DetailPart, fault: bool, [x, y, width, height]: [i64; 4]) {
        let [x, y, width, height] = [x, y, width, height].map(hundredths);
        self.shape(part, fault, DetailForm::Rectangle { x, y, width, height }, String::new());
    }

    /// A line in nanometres.
    fn line(&mut self, part: DetailPart, fault: bool, points: &[[i64; 2]], words: impl Into<String>) {
        let points = points.iter().flatten().copied().collect();
        self.shape(part, fault, DetailForm::Path { points }, words.into());
    }

    /// Ceiling with its joists: one over the outlet where one is there, else the outlet between two.
    fn joists(&mut self, half: i64) {
        let over = self.contents.stand.stud_near == Some(true);
        let middles: &[i64] = if over { &[-1600, 0, 1600] } else { &[-800, 800] };
        for middle in middles.iter().filter(|middle| middle.abs() < half) {
            self.block(DetailPart::Wood, false, [middle - 75, -775, 150, 725]);
        }
        self.block(DetailPart::Finish, false, [-half, -50, 2 * half, 50]);
    }

    /// The box above a ceiling, or its want; the cable that comes to it.
    fn box_above(&mut self) {
        let missing = self.seen(Observation::NoBox);
        let depth = self.contents.depth_inside().unwrap_or(Length::sixteenths(24)).nm() / hundredths(1);
        let side = hundredths(250);
        let cable = [[side, -hundredths(650)], [side, -hundredths(220)], [hundredths(100), -hundredths(120)]];
        self.line(DetailPart::Cable, missing, &cable, "");
        let (part, depth) = if missing { (DetailPart::NoBox, 150) } else { (DetailPart::Box, depth.clamp(50, 400)) };
        self.block(part, missing, [-200, -depth, 400, depth]);
    }

    /// How far the canopy stands off, in hundredths of an inch.
    fn stands_off(&self) -> i64 {
        if self.seen(Observation::CanopyGap) { 100 } else { 0 }
    }

    fn ceiling(&mut self) {
        self.joists(1200);
        self.box_above();
        let (gap, by_wires) = (self.stands_off(), self.seen(Observation::HangsByConductors));
        self.block(DetailPart::Body, gap > 0, [-300, gap, 600, 150]);
        let drop = if by_wires { 300 } else { 0 };
        if by_wires {
            let hangs =
                [[0, hundredths(gap + 150)], [hundredths(40), hundredths(gap + 300)], [0, hundredths(gap + 450)]];
            self.line(DetailPart::Cable, true, &hangs, "");
        }
        if self.hung.kind == HungKind::Lampholder {
            self.block(DetailPart::Body, false, [-120, gap + 150 + drop, 240, 200]);
        } else {
            self.block(DetailPart::Body, by_wires, [-450, gap + 150 + drop, 900, 350]);
        }
    }

    fn fan(&mut self) {
        self.joists(4200);
        self.box_above();
        let gap = self.stands_off();
        let rod = self.hung.rod.unwrap_or(Length::inches(4)).nm();
        self.block(DetailPart::Body, gap > 0, [-300, gap, 600, 250]);
        let foot = hundredths(gap + 250);
        self.line(DetailPart::Body, false, &[[0, foot], [0, foot + rod]], "");
        let motor = foot + rod;
        let form =
            DetailForm::Rectangle { x: -hundredths(500), y: motor, width: hundredths(1000), height: hundredths(500) };
        self.shape(DetailPart::Body, false, form, String::new());
        let blades = motor + hundredths(450);
        let tip = hundredths(2600);
        let sway = if self.seen(Observation::FanSways) { hundredths(200) } else { 0 };
        self.line(DetailPart::Body, sway > 0, &[[-tip, blades - sway], [tip, blades + sway]], "");
        if let Some(height) = self.hung.blade_height {
            let floor = blades + height.nm();
            self.line(DetailPart::Wood, false, &[[-hundredths(4200), floor], [hundredths(4200), floor]], "");
            let asked = BLADES_ABOVE_FLOOR.shown(self.units);
            let limit = floor - asked.nm();
            self.line(DetailPart::Limit, false, &[[-hundredths(4200), limit], [hundredths(4200), limit]], "");
            let x = hundredths(1400);
            let words = format!("{} of {}", height.say_run(self.units), asked.say_run(self.units));
            self.line(DetailPart::Measure, false, &[[x, blades], [x, floor]], words);
        }
        if let Some(way) = self.hung.blade_to_wall {
            let wall = tip + way.nm();
            self.line(DetailPart::Wood, false, &[[wall, -hundredths(50)], [wall, blades + hundredths(2000)]], "");
            let limit = wall - BLADES_FROM_WALL.shown(self.units).nm();
            let half = hundredths(600);
            self.line(DetailPart::Limit, false, &[[limit, blades - half], [limit, blades + half]], "");
            self.line(DetailPart::Measure, false, &[[tip, blades], [wall, blades]], way.say_run(self.units));
        }
    }

    fn recessed(&mut self) {
        let wood = self.hung.to_wood.map_or(hundredths(400), Length::nm);
        let insulation = self.hung.to_insulation;
        self.block(DetailPart::Finish, false, [-1600, -50, 3200, 50]);
        let joist = hundredths(300) + wood;
        let form =
            DetailForm::Rectangle { x: joist, y: -hundredths(775), width: hundredths(150), height: hundredths(725) };
        self.shape(DetailPart::Wood, false, form, String::new());
        if let Some(way) = insulation {
            let edge = -hundredths(300) - way.nm();
            let left = -hundredths(1600).max(-edge);
            let form = DetailForm::Rectangle {
                x: left,
                y: -hundredths(900),
                width: (edge - left).max(0),
                height: hundredths(850),
            };
            self.shape(DetailPart::Insulation, false, form, String::new());
        }
        self.block(DetailPart::Body, false, [-300, -700, 600, 700]);
        self.block(DetailPart::Body, false, [-375, 0, 750, 25]);
        let clear = |limit: TwinLimit| limit.shown(self.units);
        let (from_insulation, from_wood) = (clear(RECESSED_FROM_INSULATION), clear(RECESSED_FROM_WOOD));
        if self.hung.insulation_contact != Some(true) {
            let edge = -hundredths(300) - from_insulation.nm();
            let words = format!("{} clear", from_insulation.say(self.units));
            self.line(DetailPart::Limit, false, &[[edge, -hundredths(1000)], [edge, -hundredths(50)]], words);
            let edge = hundredths(300) + from_wood.nm();
            self.line(DetailPart::Limit, false, &[[edge, -hundredths(1000)], [edge, -hundredths(50)]], "");
        }
        let (side, y) = (hundredths(300), -hundredths(850));
        if let Some(way) = insulation {
            self.line(DetailPart::Measure, false, &[[-side - way.nm(), y], [-side, y]], way.say(self.units));
        }
        if let Some(way) = self.hung.to_wood {
            self.line(DetailPart::Measure, false, &[[side, y], [side + way.nm(), y]], way.say(self.units));
        }
    }

    /// A wall from its edge: inside at the left, outside at the right.
    fn wall(&mut self) {
        self.block(DetailPart::Wood, false, [-450, -1400, 50, 2800]);
        self.block(DetailPart::Wood, false, [-50, -1400, 50, 2800]);
        let seat = match self.hung.surface {
            Some(CanopySurface::Siding) => {
                for lap in -3..4 {
                    let top = lap * 400 - 200;
                    let points = [[10, top], [60, top + 400], [10, top + 400]];
                    let points = points.map(|[x, y]| [hundredths(x), hundredths(y)]);
                    self.line(DetailPart::Finish, false, &points, "");
                }
                60
            }
            Some(CanopySurface::Rough) => {
                for course in -5..5 {
                    self.block(DetailPart::Finish, false, [0, course * 275, 360, 235]);
                }
                360
            }
            Some(CanopySurface::Flat) | None => {
                self.block(DetailPart::Finish, false, [0, -1400, 50, 2800]);
                50
            }
        };
        let seat = if self.hung.block == Some(true) {
            self.block(DetailPart::Block, false, [0, -450, seat + 75, 900]);
            seat + 75
        } else {
            seat
        };
        let depth = self.contents.depth_inside().unwrap_or(Length::sixteenths(24)).nm() / hundredths(1);
        let missing = self.seen(Observation::NoBox);
        let (part, depth) = if missing { (DetailPart::NoBox, 150) } else { (DetailPart::Box, depth.clamp(50, 380)) };
        self.block(part, missing, [seat - depth, -200, depth, 400]);
        if self.seen(Observation::FedThroughFrame) {
            self.block(DetailPart::Wood, false, [-450, 1000, 560, 300]);
            let out = hundredths(seat + 60);
            let way = [[-hundredths(600), hundredths(1150)], [out, hundredths(1150)], [out, hundredths(250)]];
            self.line(DetailPart::Cable, true, &way, "");
        } else {
            let back = hundredths(seat - depth);
            let way = [[-hundredths(250), hundredths(1400)], [-hundredths(250), hundredths(60)], [back, 0]];
            self.line(DetailPart::Cable, false, &way, "");
        }
        let gap = self.stands_off();
        let canopy = seat + gap;
        self.block(DetailPart::Body, gap > 0, [canopy, -300, 120, 600]);
        self.block(DetailPart::Body, false, [canopy + 120, -100, 280, 120]);
        self.block(DetailPart::Body, false, [canopy + 250, 20, 350, 700]);
        if self.hung.gasket == Some(true) {
            self.block(DetailPart::Seal, false, [canopy - 15, -280, 30, 560]);
        }
        if matches!(self.hung.seal, Some(CanopySeal::TopAndSides | CanopySeal::AllRound)) {
            self.block(DetailPart::Seal, false, [canopy - 10, -350, 60, 60]);
        }
        if self.hung.seal == Some(CanopySeal::AllRound) {
            self.block(DetailPart::Seal, false, [canopy - 10, 290, 60, 60]);
        }
    }

    /// What was noted, in the order one looks.
    fn say(&mut self) {
        let Hung { kind, mass, box_carries, from_structure, bolts, control, .. } = *self.hung;
        let units = self.units;
        let mut notes: Vec<(String, bool)> = vec![(kind.name().to_owned(), false)];
        notes.extend(mass.map(|mass| (mass.print(units), false)));
        notes.extend(box_carries.map(|carries| (format!("box: {}", carries.name()), false)));
        notes.extend((from_structure == Some(true)).then(|| ("hangs from the structure".to_owned(), false)));
        notes.extend(
            bolts.map(|count| (if count == 1 { "1 bolt".to_owned() } else { format!("{count} bolts") }, false)),
        );
        notes.extend(control.map(|control| (format!("on {}", control.name()), false)));
        notes.extend(self.hung.marked_for.map(|mark| (format!("for {}", mark.name()), false)));
        notes.extend(self.hung.surface.map(|surface| (format!("on {}", surface.name()), false)));
        notes.extend(
            self.hung
                .block
                .map(|there| (if there { "on a mounting block" } else { "no mounting block" }.to_owned(), false)),
        );
        notes.extend(self.hung.seal.map(|seal| (format!("seal: {}", seal.name()), false)));
        notes.extend(self.hung.lamp_watts.map(|watts| (format!("lamp of {watts} W"), false)));
        notes.extend(
            self.hung.insulation_contact.map(|contact| {
                (if contact { "marked for contact" } else { "not marked for contact" }.to_owned(), false)
            }),
        );
        let seen = [
            Observation::NoBox,
            Observation::HangsByConductors,
            Observation::LuminaireBroken,
            Observation::ShellLive,
            Observation::LuminaireUngrounded,
            Observation::CanopyGap,
            Observation::WoodUnderCanopy,
            Observation::FedThroughFrame,
            Observation::FanSways,
        ];
        notes.extend(seen.into_iter().filter(|what| self.seen(*what)).map(|what| (what.fault().to_owned(), true)));
        self.notes = notes.into_iter().map(|(words, fault)| DetailNote { words, fault }).collect();
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::hanging as scene;

    fn of(contents: &BoxContents) -> Detail {
        hanging(contents, UnitSystem::Inch).expect("something hangs")
    }

    fn lines(drawn: &Detail, part: DetailPart) -> Vec<(Vec<i64>, String)> {
        let shapes = drawn.shapes.iter().filter(|shape| shape.part == part);
        let path = |shape: &DetailShape| match &shape.form {
            DetailForm::Path { points } => Some((points.clone(), shape.words.clone())),
            DetailForm::Rectangle { .. } => None,
        };
        shapes.filter_map(path).collect()
    }

    #[test]
    fn the_blades_stand_over_the_floor_as_they_were_measured() {
        let fan = scene(HungKind::Fan, |hung| hung.blade_height = Some(Length::inches(80)));
        let drawn = of(&fan);
        let (measure, words) = lines(&drawn, DetailPart::Measure).remove(0);
        assert_eq!((measure[3] - measure[1], words.as_str()), (Length::inches(80).nm(), "6 ft 8 in of 7 ft"));
        let (limit, _) = lines(&drawn, DetailPart::Limit).remove(0);
        assert_eq!(measure[3] - limit[1], Length::inches(84).nm(), "the limit is 7 ft over the same floor");
        assert!(limit[1] < measure[1], "the blades hang below it");
    }

    #[test]
    fn a_box_that_is_not_there_is_drawn_as_wanting() {
        let mut contents = scene(HungKind::WallLuminaire, |hung| hung.surface = Some(CanopySurface::Siding));
        let parts = |contents: &BoxContents| {
            let drawn = of(contents);
            let has = |part| drawn.shapes.iter().any(|shape| shape.part == part);
            (has(DetailPart::Box), has(DetailPart::NoBox), drawn.notes.iter().any(|note| note.fault))
        };
        assert_eq!(parts(&contents), (true, false, false));
        contents.observe(Observation::NoBox, true);
        assert_eq!(parts(&contents), (false, true, true));
    }

    #[test]
    fn every_kind_is_drawn_within_its_frame() {
        for kind in HungKind::ALL {
            for seen in [None, Some(true)] {
                let mut contents = scene(kind, |hung| {
                    hung.surface = Some(CanopySurface::Rough);
                    hung.to_insulation = Some(Length::ZERO);
                    hung.blade_to_wall = Some(Length::inches(30));
                });
                for what in Observation::ALL.iter().filter(|_| seen.is_some()) {
                    contents.observe(*what, true);
                }
                let drawn = of(&contents);
                assert!(!drawn.shapes.is_empty() && !drawn.notes.is_empty());
                for shape in &drawn.shapes {
                    if let DetailForm::Rectangle { x, y, width, height } = shape.form {
                        assert!(width >= 0 && height >= 0, "{kind:?}");
                        assert!(x >= drawn.left && x + width <= drawn.left + drawn.width, "{kind:?}");
                        assert!(y >= drawn.top && y + height <= drawn.top + drawn.height, "{kind:?}");
                    }
                }
            }
        }
        assert!(hanging(&BoxContents::default(), UnitSystem::Inch).is_none());
    }
}
