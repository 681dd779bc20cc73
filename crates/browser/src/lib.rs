//! The core in the browser. What a page asks of the server by its paths is answered here from an audit that the device keeps,
//! by the same views and in the same bytes; what is typed is judged without a network.
//!
//! ```
//! use nailpunch_browser::Device;
//!
//! let mut device = Device::new();
//! let answer = device.ask("POST /api/length 0", br#"{"units":"inch","length":{"text":"2 3/4"}}"#);
//! assert_eq!(answer.status, 200);
//! ```

mod device;
mod doors;
#[allow(unsafe_code)]
mod exports;
mod kinds;

pub use device::Device;
pub use doors::Answer;
