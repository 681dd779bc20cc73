//! Reached by others: the addresses of this machine, the authority that the devices of the firm trust, and the pictures that lead a
//! device here.

mod authority;
mod mark;
mod reach;
mod trust;

use std::path::PathBuf;

pub use authority::{Authority, NetworkError, RENEW, Tls};
pub use mark::in_terminal;
pub use reach::{Invitation, Network, addresses, places};
pub use trust::{Given, Trust};

/// What a connection is kept private by.
#[derive(Debug, Clone)]
pub enum Privacy {
    /// Nothing: this machine alone is served.
    None,
    /// A certificate that this program makes, under an authority of its own.
    Own,
    /// A certificate that somebody else made.
    Given {
        /// The certificate with what it is signed by, in PEM.
        certificate: PathBuf,
        /// Its key, in PEM.
        key: PathBuf,
    },
}
