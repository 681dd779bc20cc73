//! What a screen is answered: the views of an audit as it stands, and what comes of what is typed. The server and the browser
//! give the same answers from here; nothing here reads a disk, a clock or a network.

mod box_view;
mod choose;
mod circuit_view;
mod found_item;
mod json;
mod merge;
mod panel_view;
mod problem;
mod room_view;
mod run_view;
mod trades;
pub mod typed;
mod walk;

pub use box_view::{BoxView, breakers_of_box};
pub use choose::ChooseWish;
pub use circuit_view::{CircuitLine, CircuitView, OnCircuit};
pub use found_item::{FoundItem, ItemsWish};
pub use json::from_json;
pub use merge::{MergeWish, Merged, merge};
pub use panel_view::PanelView;
pub use problem::Problem;
pub use room_view::{RoomSide, RoomView};
pub use run_view::{RunSide, RunView};
pub use trades::{Trades, trades};
pub use walk::{AuditOnList, CableRunMark, PanelMark, RoomMark, RunBox, RunRoom, Walk};
