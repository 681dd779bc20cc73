//! A small thing drawn to scale, shape by shape: what hangs, a hole and its stud. Screen and paper draw the same shapes.

use serde::Serialize;
use utoipa::ToSchema;

/// What a shape shows.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DetailPart {
    /// Joists, studs, sheathing.
    Wood,
    /// The finish of a ceiling or wall; siding.
    Finish,
    /// Insulation.
    Insulation,
    /// The box.
    Box,
    /// Where a box should be.
    NoBox,
    /// A mounting block.
    Block,
    /// The canopy, the body, the rod, the blades.
    Body,
    /// Gasket or sealant.
    Seal,
    /// A cable.
    Cable,
    /// A hole that is to be cut.
    Cut,
    /// What is asked for.
    Limit,
    /// A measure.
    Measure,
    /// A name under a thing: only its words are drawn, in the middle of its form.
    Name,
}

/// The form of a shape, in nanometres from the middle of the outlet: x to the right, y down.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case", tag = "form")]
pub enum DetailForm {
    /// A rectangle by its upper left corner.
    Rectangle {
        /// Its left edge.
        x: i64,
        /// Its upper edge.
        y: i64,
        /// Across.
        width: i64,
        /// Up and down.
        height: i64,
    },
    /// A line through points, x and y in turn.
    Path {
        /// x and y in turn.
        points: Vec<i64>,
    },
}

/// One shape.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DetailShape {
    /// What it shows.
    pub part: DetailPart,
    /// It was seen to be wrong.
    pub fault: bool,
    /// Its form.
    pub form: DetailForm,
    /// What is written at it; empty where nothing is.
    pub words: String,
}

/// What is said beside the drawing.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DetailNote {
    /// A few words.
    pub words: String,
    /// It was seen to be wrong.
    pub fault: bool,
}

/// Something drawn to scale.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Detail {
    /// Left edge of the drawing, in nanometres from the middle of the outlet.
    pub left: i64,
    /// Upper edge.
    pub top: i64,
    /// Across.
    pub width: i64,
    /// Up and down.
    pub height: i64,
    /// What is drawn, from the back to the front.
    pub shapes: Vec<DetailShape>,
    /// What is said beside it.
    pub notes: Vec<DetailNote>,
}

/// Hundredths of an inch.
pub(super) const fn hundredths(count: i64) -> i64 {
    count * 254_000
}

impl Detail {
    /// What is said beside it, in one line.
    pub fn said(&self) -> String {
        self.notes.iter().map(|note| note.words.as_str()).collect::<Vec<_>>().join("; ")
    }

    /// Everything with a margin of an inch round it.
    pub(super) fn framed(shapes: Vec<DetailShape>, notes: Vec<DetailNote>) -> Self {
        let (mut left, mut top, mut right, mut bottom) = (0_i64, 0_i64, 0_i64, 0_i64);
        let mut reach = |x: i64, y: i64| {
            (left, right) = (left.min(x), right.max(x));
            (top, bottom) = (top.min(y), bottom.max(y));
        };
        for shape in &shapes {
            match &shape.form {
                DetailForm::Rectangle { x, y, width, height } => {
                    reach(*x, *y);
                    reach(x + width, y + height);
                }
                DetailForm::Path { points } => points.chunks_exact(2).for_each(|point| reach(point[0], point[1])),
            }
        }
        let margin = hundredths(100);
        Self {
            left: left - margin,
            top: top - margin,
            width: right - left + 2 * margin,
            height: bottom - top + 2 * margin,
            shapes,
            notes,
        }
    }
}
