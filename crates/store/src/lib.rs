//! The audits on disk: SQLite through rusqlite, one writer and several readers, every change in the journal.
//!
//! Records are kept as the core's JSON beside the columns they are found and ordered by. A write names the revision it
//! was based on; a stale one is refused with the current record. Deleting hides; putting the record again brings it
//! back with all that hung on it.

mod backup;
mod beside;
mod connection;
mod error;
mod examine;
mod firm;
mod following;
mod journal;
mod key;
mod key_backup;
mod kinds;
mod lock;
mod passphrase;
mod people;
mod photo;
mod private;
mod record;
mod report_link;
mod retention;
mod seal;
mod sealing;
mod sign_in;
mod undo;
mod unreadable;
mod walk;
mod whole;
mod writing;

pub use backup::{back_up, is_of_another_firm, restore};
pub use connection::Store;
pub use error::StoreError;
pub use following::{Since, Touched};
pub use journal::{Author, Change};
pub use key::{key_path, put_seal_key, seal_key};
pub use key_backup::{KeyLockError, lock_key, open_key};
pub use passphrase::{Kept as KeptPassphrase, LONGEST_PASSPHRASE, SHORTEST_PASSPHRASE, passphrase_problems};
pub use private::create as create_private;
pub use record::Stored;
pub use report_link::ReportLink;
pub use retention::{Erased, Lost};
pub use sealing::ToSeal;
pub use sign_in::SignIn;
pub use unreadable::{Mended, Unreadable};
