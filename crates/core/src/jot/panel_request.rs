//! What comes of the line typed at a panel, and why one is refused.

use serde::Serialize;
use utoipa::ToSchema;

use super::line_words::LengthError;
use crate::facts::Panel;

/// A panel after a line.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct PanelLine {
    /// The panel with what the line says in its place.
    pub panel: Panel,
    /// The breaker that it spoke of; absent for a bar, the place, the service.
    pub breaker: Option<u16>,
    /// What was understood, in plain words.
    pub says: String,
}

/// Why a line is not taken; nothing of it is.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum PanelLineError {
    /// Nothing was typed.
    #[error("begin with a space, \"7 20 #12 kitchen counter\", or a terminal, \"n3 #12\"")]
    Empty,
    /// It is longer than 200 characters.
    #[error("this line is longer than 200 characters; type one breaker a line")]
    TooLong,
    /// It does not begin with a place.
    #[error(
        "\"{0}\" is no place of this panel; begin with a space, 7, 7a or 7/9, with a terminal, n3 or g3, or with place or service"
    )]
    NoPlace(String),
    /// Two poles must be in one column.
    #[error("{0}/{1} is no two-pole breaker: its spaces are two apart, as {0}/{2}")]
    NotBelow(u8, u8, u8),
    /// A word that begins like a gauge is none.
    #[error("\"{0}\" is no gauge from 18 to 4/0; write it like #12, #12al, #1/0")]
    NoGauge(String),
    /// A terminal with nothing under it.
    #[error("nothing is under this terminal yet; write its conductors like #12")]
    NothingLanded,
    /// A word that a bar cannot take.
    #[error("\"{0}\" says nothing of a bar; write conductors like #12, a colour, or of and a breaker")]
    NotOfBar(String),
    /// No such breaker.
    #[error("the panel has no breaker {0}; put it in first")]
    NoBreaker(String),
    /// A word that a service cannot take.
    #[error("\"{0}\" says nothing of a service; write like service overhead grade 11' marked")]
    NotOfService(String),
    /// A word that the place cannot take.
    #[error("\"{0}\" says nothing of where a panel hangs; write like place garage depth 36 headroom 7' handle 67")]
    NotOfPlace(String),
    /// Nothing stands behind the word that begins the line.
    #[error("write behind {0} what is seen there")]
    NothingSaid(&'static str),
    /// A word without its whole number.
    #[error("\"{0}\" wants a whole number behind it")]
    NoFigure(String),
    /// A roof without its pitch.
    #[error("\"{0}\" is no pitch; write roof flat, roof steep or roof overhang, then the height over it")]
    NoPitch(String),
    /// A length that cannot be read.
    #[error(transparent)]
    Length(#[from] LengthError),
}
