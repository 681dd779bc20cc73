//! What a request names: a box, a panel, a room or a cable run.

use nailpunch_core::facts::{BoxId, PanelId, RoomId, RunId, Subject};
use rocket::FromForm;

use super::body::identifier;
use super::problem::ApiError;

/// What a request names in its query, of which it names one at most.
#[derive(FromForm)]
pub struct Named<'r> {
    r#box: Option<&'r str>,
    panel: Option<&'r str>,
    room: Option<&'r str>,
    run: Option<&'r str>,
}

impl Named<'_> {
    /// The one thing that is named, if any.
    ///
    /// # Errors
    /// [`ApiError`] where several are named, or one not by an identifier.
    pub fn subject(&self) -> Result<Option<Subject>, ApiError> {
        let given = [self.r#box, self.panel, self.room, self.run];
        if given.iter().flatten().count() > 1 {
            return Err(ApiError::field("/", "name one thing: a box, a panel, a room or a cable run"));
        }
        let read = |id: Option<&str>| id.map(identifier).transpose();
        let of_box = read(self.r#box)?.map(|id| Subject::Box(BoxId(id)));
        let of_panel = read(self.panel)?.map(|id| Subject::Panel(PanelId(id)));
        let of_room = read(self.room)?.map(|id| Subject::Room(RoomId(id)));
        let of_run = read(self.run)?.map(|id| Subject::Run(RunId(id)));
        Ok(of_box.or(of_panel).or(of_room).or(of_run))
    }
}
