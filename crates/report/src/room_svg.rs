//! The plan of a room for the page: walls, what stands along them, outlets, what is too far, and where outlets are missing.

use std::fmt::Write;

use nailpunch_core::facts::WallPartKind;
use nailpunch_core::picture::{PlanOutlet, PlanPart, RoomPlan};

use crate::svg::{ADD, FAULT, INK, MUTED, document, escaped};

const WIDTH: f64 = 520.0;
const ROOM: f64 = 340.0;
const MARGIN: f64 = 60.0;

/// Points of the drawing from nanometres of the plan.
struct Scale {
    per_nm: f64,
    left: f64,
}

impl Scale {
    #[allow(clippy::cast_precision_loss, reason = "a drawing needs no more than 53 bits")]
    fn of(plan: &RoomPlan) -> Self {
        let (width, depth) = (plan.width.max(1) as f64, plan.depth.max(1) as f64);
        let per_nm = ((WIDTH - 2.0 * MARGIN) / width).min(ROOM / depth);
        Self { per_nm, left: (WIDTH - width * per_nm) / 2.0 }
    }

    #[allow(clippy::cast_precision_loss, reason = "a drawing needs no more than 53 bits")]
    fn at(&self, [right, down]: [i64; 2]) -> (f64, f64) {
        (self.left + right as f64 * self.per_nm, MARGIN / 2.0 + down as f64 * self.per_nm)
    }
}

/// A room from above as an SVG document.
pub fn room_svg(plan: &RoomPlan) -> String {
    let scale = Scale::of(plan);
    let height = scale.at([0, plan.depth]).1 + MARGIN / 2.0;
    let mut svg = String::new();
    for wall in &plan.walls {
        line(&mut svg, scale.at(wall.from), scale.at(wall.to), INK, 3.5);
    }
    for part in plan.parts.iter().filter(|part| !in_the_wall(part)) {
        let corners: Vec<String> =
            part.corners.iter().map(|corner| scale.at(*corner)).map(|(x, y)| format!("{x:.1},{y:.1}")).collect();
        let [one, _, three, _] = part.corners.map(|corner| scale.at(corner));
        let (x, y) = (f64::midpoint(one.0, three.0), f64::midpoint(one.1, three.1) + 3.0);
        let _ = write!(
            svg,
            "<polygon points=\"{}\" fill=\"#fbf8f1\" stroke=\"{MUTED}\" stroke-width=\"0.8\"/>\
             <text x=\"{x:.1}\" y=\"{y:.1}\" text-anchor=\"middle\" font-size=\"8\" fill=\"{MUTED}\">{}</text>",
            corners.join(" "),
            part.label
        );
    }
    for far in &plan.far {
        for [from, to] in &far.lines {
            line(&mut svg, scale.at(*from), scale.at(*to), FAULT, 5.0);
        }
    }
    for part in plan.parts.iter().filter(|part| in_the_wall(part)) {
        // A door is a gap; glass a line within the wall.
        let gap = if matches!(part.what, Some(WallPartKind::Door | WallPartKind::Opening)) { 6.0 } else { 1.6 };
        line(&mut svg, scale.at(part.corners[0]), scale.at(part.corners[1]), "#ffffff", gap);
    }
    for far in &plan.far {
        let (x, y) = scale.at(far.middle);
        let anchor = if x < WIDTH / 3.0 {
            "start"
        } else if x > 2.0 * WIDTH / 3.0 {
            "end"
        } else {
            "middle"
        };
        // Twice: its white edge first, so that it never lies over the words themselves.
        for paint in ["fill=\"#ffffff\" stroke=\"#ffffff\" stroke-width=\"3\"".to_owned(), format!("fill=\"{FAULT}\"")]
        {
            let _ = write!(svg, "<text x=\"{x:.1}\" y=\"{y:.1}\" text-anchor=\"{anchor}\" {paint}>{}</text>", far.text);
        }
    }
    for outlet in &plan.outlets {
        spot(&mut svg, &scale, outlet, &format!("fill=\"{INK}\""), INK);
    }
    for ghost in &plan.ghosts {
        let dashed = format!("fill=\"#fbf8f1\" stroke=\"{ADD}\" stroke-width=\"1.4\" stroke-dasharray=\"2.5 2\"");
        spot(&mut svg, &scale, ghost, &dashed, ADD);
    }
    document(WIDTH, height, 10, &svg)
}

/// A door or a window: drawn in the wall and not before it.
const fn in_the_wall(part: &PlanPart) -> bool {
    matches!(part.what, Some(WallPartKind::Door | WallPartKind::Opening | WallPartKind::Window | WallPartKind::Glass))
}

fn line(svg: &mut String, (x1, y1): (f64, f64), (x2, y2): (f64, f64), colour: &str, width: f64) {
    let _ = write!(
        svg,
        "<line x1=\"{x1:.1}\" y1=\"{y1:.1}\" x2=\"{x2:.1}\" y2=\"{y2:.1}\" stroke=\"{colour}\" stroke-width=\"{width}\"/>"
    );
}

fn spot(svg: &mut String, scale: &Scale, outlet: &PlanOutlet, paint: &str, colour: &str) {
    let ((x, y), (outside_x, outside_y)) = (scale.at(outlet.at), scale.at(outlet.outside));
    let reach = ((outside_x - x).hypot(outside_y - y)).max(1.0);
    // The name stands off the wall, whatever the scale.
    let (name_x, name_y) = (x + (outside_x - x) / reach * 12.0, y + (outside_y - y) / reach * 12.0 + 3.5);
    let anchor = if name_x > x + 4.0 {
        "start"
    } else if name_x < x - 4.0 {
        "end"
    } else {
        "middle"
    };
    let _ = write!(
        svg,
        "<circle cx=\"{x:.1}\" cy=\"{y:.1}\" r=\"4\" {paint}/><text x=\"{name_x:.1}\" y=\"{name_y:.1}\" text-anchor=\"{anchor}\" \
         fill=\"{colour}\">{}</text>",
        escaped(&outlet.label)
    );
}
