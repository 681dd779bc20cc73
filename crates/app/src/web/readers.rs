//! Who still waits for an answer: what is made for somebody who has gone is broken off.

use std::collections::HashMap;
use std::convert::Infallible;
use std::future::pending;
use std::sync::atomic::{AtomicU64, Ordering};
use std::sync::{Arc, Mutex, PoisonError};

use rocket::request::{FromRequest, Outcome};
use rocket::tokio::sync::watch;
use rocket::{Request, async_trait};

/// What the server hears of the request that an answer is for; the front gives it, whatever came with the request.
pub const READER: &str = "x-nailpunch-reader";

/// The requests that are not answered to their end.
#[derive(Default)]
pub struct Readers {
    last: AtomicU64,
    waiting: Mutex<HashMap<u64, watch::Sender<()>>>,
}

impl Readers {
    /// Somebody waits, until what is given back is dropped.
    pub fn begin(self: &Arc<Self>) -> Waiting {
        let number = self.last.fetch_add(1, Ordering::Relaxed);
        self.waiting.lock().unwrap_or_else(PoisonError::into_inner).insert(number, watch::channel(()).0);
        Waiting { number, readers: Arc::clone(self) }
    }

    fn of(&self, number: u64) -> Option<watch::Receiver<()>> {
        self.waiting.lock().unwrap_or_else(PoisonError::into_inner).get(&number).map(watch::Sender::subscribe)
    }
}

/// Somebody who waits for an answer.
pub struct Waiting {
    number: u64,
    readers: Arc<Readers>,
}

impl Waiting {
    /// What the server hears of it.
    pub fn number(&self) -> u64 {
        self.number
    }
}

impl Drop for Waiting {
    fn drop(&mut self) {
        self.readers.waiting.lock().unwrap_or_else(PoisonError::into_inner).remove(&self.number);
    }
}

/// The reader of one answer, as its handler sees them.
pub struct Reader(Option<watch::Receiver<()>>);

impl Reader {
    /// Until nobody waits for the answer any more; never for a request that did not come through the front.
    pub async fn gone(&mut self) {
        match &mut self.0 {
            // Nothing is ever sent: the sender goes with the one who waits.
            Some(waiting) => while waiting.changed().await.is_ok() {},
            None => pending().await,
        }
    }
}

#[async_trait]
impl<'r> FromRequest<'r> for Reader {
    type Error = Infallible;

    async fn from_request(request: &'r Request<'_>) -> Outcome<Self, Infallible> {
        let number = request.headers().get_one(READER).and_then(|number| number.parse().ok());
        let readers = request.rocket().state::<Arc<Readers>>();
        Outcome::Success(Self(number.zip(readers).and_then(|(number, readers)| readers.of(number))))
    }
}

#[cfg(test)]
mod tests {
    use std::time::Duration;

    use rocket::tokio::time::timeout;

    use super::*;

    #[rocket::async_test]
    async fn a_reader_is_gone_once_nobody_waits_and_not_before() {
        let readers = Arc::new(Readers::default());
        let [here, other] = [readers.begin(), readers.begin()];
        let mut reader = Reader(readers.of(here.number()));
        let moment = Duration::from_millis(20);
        assert!(timeout(moment, reader.gone()).await.is_err());
        drop(other);
        assert!(timeout(moment, reader.gone()).await.is_err());
        drop(here);
        assert!(timeout(moment, reader.gone()).await.is_ok());
        assert!(readers.waiting.lock().is_ok_and(|waiting| waiting.is_empty()));
        assert!(timeout(moment, Reader(None).gone()).await.is_err());
    }
}
