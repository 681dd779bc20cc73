//! A photograph of a box, a panel, a room, a cable run or a finding, and what is drawn on it. The picture itself is kept apart.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::identifier::{BoxId, PanelId, PhotoId, RoomId, RunId};
use super::problem::{Pointer, Problem, check_paragraph};

/// Something drawn on a photograph. Places are in thousandths of its width and height, a radius of its width.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(tag = "kind", rename_all = "kebab-case", deny_unknown_fields)]
pub enum PhotoMark {
    /// An arrow.
    Arrow {
        /// Where it begins.
        from: [u16; 2],
        /// Where its head is.
        to: [u16; 2],
    },
    /// A circle.
    Circle {
        /// Its centre.
        centre: [u16; 2],
        /// Its radius.
        radius: u16,
    },
}

/// A photograph.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Photo {
    /// Its identifier.
    pub id: PhotoId,
    /// The box that it shows.
    #[serde(default)]
    pub box_id: Option<BoxId>,
    /// The panel that it shows.
    #[serde(default)]
    pub panel: Option<PanelId>,
    /// The room that it shows.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub room: Option<RoomId>,
    /// The cable run that it shows.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub run: Option<RunId>,
    /// The code of the rule that it shows broken.
    #[serde(default)]
    pub rule: Option<String>,
    /// What it shows, in words.
    #[serde(default)]
    pub caption: String,
    /// Its width as kept, in pixels.
    pub width: u32,
    /// Its height as kept, in pixels.
    pub height: u32,
    /// What is drawn on it, at most 40.
    #[serde(default)]
    #[schema(max_items = 40)]
    pub marks: Vec<PhotoMark>,
}

impl Photo {
    /// It shows no box, panel, room or cable run: it is of the house.
    pub const fn is_of_no_place(&self) -> bool {
        self.box_id.is_none() && self.panel.is_none() && self.room.is_none() && self.run.is_none()
    }

    /// What cannot be accepted in a photograph's record.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_paragraph(&mut problems, &at.at("caption"), &self.caption, false, 300);
        if self.marks.len() > 40 {
            problems.push(Problem::new(&at.at("marks"), "at most 40 arrows and circles are kept on one photograph"));
        }
        for (index, mark) in self.marks.iter().enumerate() {
            let inside = match mark {
                PhotoMark::Arrow { from, to } => from.iter().chain(to).all(|place| *place <= 1_000),
                PhotoMark::Circle { centre, radius } => centre.iter().all(|place| *place <= 1_000) && *radius <= 1_000,
            };
            if !inside {
                problems.push(Problem::new(&at.at("marks").at(index), "this is drawn outside the photograph"));
            }
        }
        problems
    }
}

/// A photograph of a bundle, with its picture.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BundlePhoto {
    /// Its record.
    pub photo: Photo,
    /// The picture: JPEG in Base64 (RFC 4648).
    pub image: String,
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;

    #[test]
    fn what_is_drawn_stays_on_the_photograph() {
        let photo = |marks| Photo {
            id: PhotoId(Uuid::nil()),
            box_id: None,
            panel: None,
            room: None,
            run: None,
            rule: None,
            caption: String::new(),
            width: 800,
            height: 600,
            marks,
        };
        let pointers =
            |marks| photo(marks).problems(&Pointer::root()).into_iter().map(|p| p.pointer).collect::<Vec<_>>();
        assert_eq!(pointers(vec![PhotoMark::Arrow { from: [0, 0], to: [1_000, 500] }]), [""; 0]);
        let outside = PhotoMark::Circle { centre: [1_001, 0], radius: 10 };
        assert_eq!(pointers(vec![outside]), ["/marks/0"]);
    }
}
