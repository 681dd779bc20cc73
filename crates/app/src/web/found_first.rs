//! What was found first, kept from whoever only works.

use nailpunch_core::access::{Act, FOUND_FIRST, FoundFirst};
use nailpunch_store::{StoreError, Stored};
use rocket::http::Status;

use super::problem::ApiError;
use super::shared::{Shared, with_store};

/// Lets a record pass that leaves what was found first as it is, or comes from somebody who records what is found. What a person
/// added themselves is theirs.
pub async fn keeps_found<T: FoundFirst + Stored + Send + 'static>(store: &Shared, record: &T) -> Result<(), ApiError> {
    if store.who().may(Act::Capture) {
        return Ok(());
    }
    let (record, who) = (record.clone(), store.author().who);
    let keeps = with_store(store, move |store| {
        let id = record.identifier();
        match store.get::<T>(&id) {
            Ok(known) => Ok(known.record.stays_found_in(&record) || store.made_by(T::KIND, &id, &who)?),
            Err(StoreError::NotFound { .. }) => Ok(true),
            Err(error) => Err(error),
        }
    });
    if keeps.await? { Ok(()) } else { Err(ApiError::new(Status::Forbidden, "Found first", FOUND_FIRST)) }
}
