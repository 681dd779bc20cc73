//! Tries to sign in: whoever guesses waits longer each time, and whoever knows does not wait for those who guess.

use std::collections::VecDeque;
use std::net::IpAddr;
use std::sync::{Arc, Mutex, PoisonError};
use std::time::{Duration, Instant};

use quick_cache::sync::Cache;
use rocket::tokio::sync::oneshot;

/// So many wrong tries from an address are free.
const FREE: u32 = 3;
/// The longest pause.
const LONGEST: Duration = Duration::from_secs(900);
/// After so long without a wrong try an address is like any other.
const FORGOTTEN: Duration = Duration::from_secs(3600);
/// The most wrong tries at one name within [`FORGOTTEN`] from addresses that were wrong before. OWASP ASVS 4.0 2.2.1 allows a
/// hundred an hour, from memory.
const MOST_AT_A_NAME: usize = 100;
/// The most addresses and names that are remembered.
const MOST_REMEMBERED: usize = 50_000;
/// The most who wait for their turn in each row; the one who waited longest is sent away for a newer one.
const MOST_WAITING: usize = 4;

/// What is remembered of an address.
#[derive(Clone, Copy)]
struct Wrong {
    times: u32,
    last: Instant,
}

/// Wrong tries by address and by name, and the turns of those who try.
pub struct Tries {
    addresses: Cache<IpAddr, Wrong>,
    /// When somebody of a neighbourhood was last wrong.
    neighbours: Cache<IpAddr, Instant>,
    names: Cache<String, Arc<Mutex<VecDeque<Instant>>>>,
    /// Held while a try is noted, so that a hundred at once are a hundred.
    noting: Mutex<()>,
    turns: Arc<Turns>,
}

/// Why a try is not heard now.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Pause(pub Duration);

impl std::fmt::Display for Pause {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        let seconds = self.0.as_secs_f64().ceil().max(1.0);
        if seconds < 100.0 { write!(f, "{seconds} s") } else { write!(f, "{} min", (seconds / 60.0).ceil()) }
    }
}

/// The addresses round one: 256 of the older kind. Of the newer kind an address is a whole block already.
fn neighbourhood(address: IpAddr) -> IpAddr {
    match address {
        IpAddr::V4(address) => {
            let [a, b, c, _] = address.octets();
            [a, b, c, 0].into()
        }
        IpAddr::V6(_) => address,
    }
}

/// The pause after so many wrong tries: none, then 1 s, doubled each time.
fn pause(times: u32) -> Duration {
    match times.checked_sub(FREE) {
        None => Duration::ZERO,
        Some(more) => Duration::from_secs(1 << more.min(16)).min(LONGEST),
    }
}

impl Default for Tries {
    fn default() -> Self {
        Self {
            addresses: Cache::new(MOST_REMEMBERED),
            neighbours: Cache::new(MOST_REMEMBERED),
            names: Cache::new(MOST_REMEMBERED),
            noting: Mutex::default(),
            turns: Arc::default(),
        }
    }
}

impl Tries {
    fn wrong(&self, from: IpAddr, now: Instant) -> Option<Wrong> {
        self.addresses.get(&from).filter(|wrong| now.saturating_duration_since(wrong.last) < FORGOTTEN)
    }

    /// Begins a try from this address at this name, if it is heard now. It counts as wrong until it is known to be right. `known` is
    /// an address from where that person was signed in before.
    ///
    /// # Errors
    /// How long to wait.
    pub fn begin(&self, from: IpAddr, name: &str, known: bool, now: Instant) -> Result<(), Pause> {
        let _one = self.noting.lock().unwrap_or_else(PoisonError::into_inner);
        self.heard(from, name, known, now)?;
        self.note(from, name, now);
        Ok(())
    }

    fn heard(&self, from: IpAddr, name: &str, known: bool, now: Instant) -> Result<(), Pause> {
        let Some(wrong) = self.wrong(from, now) else { return Ok(()) };
        let left = pause(wrong.times).saturating_sub(now.saturating_duration_since(wrong.last));
        if left > Duration::ZERO {
            return Err(Pause(left));
        }
        let Some(tries) = self.names.get(&name.to_lowercase()).filter(|_| !known) else { return Ok(()) };
        let tries = tries.lock().unwrap_or_else(PoisonError::into_inner);
        let recent = tries.iter().filter(|at| now.saturating_duration_since(**at) < FORGOTTEN).count();
        if recent < MOST_AT_A_NAME { Ok(()) } else { Err(Pause(LONGEST)) }
    }

    fn note(&self, from: IpAddr, name: &str, now: Instant) {
        let times = self.wrong(from, now).map_or(0, |wrong| wrong.times).saturating_add(1);
        self.addresses.insert(from, Wrong { times, last: now });
        let name = name.to_lowercase();
        let tries = self.names.get_or_insert_with(&name, || Ok::<_, std::convert::Infallible>(Arc::default()));
        let Ok(tries) = tries;
        let mut tries = tries.lock().unwrap_or_else(PoisonError::into_inner);
        tries.push_back(now);
        if tries.len() > MOST_AT_A_NAME {
            tries.pop_front();
        }
    }

    /// A try that was looked at was wrong: whoever comes from the same neighbourhood waits behind others.
    pub fn wrong_from(&self, from: IpAddr, now: Instant) {
        self.neighbours.insert(neighbourhood(from), now);
    }

    /// Takes the note back of a try that was never looked at.
    fn unheard(&self, from: IpAddr, name: &str) {
        if let Some(wrong) = self.addresses.get(&from) {
            self.addresses.insert(from, Wrong { times: wrong.times.saturating_sub(1), ..wrong });
        }
        self.unnote(name);
    }

    /// Takes the note back, and what was noted of the address before: the try was right.
    pub fn right(&self, from: IpAddr, name: &str) {
        self.addresses.remove(&from);
        self.unnote(name);
    }

    fn unnote(&self, name: &str) {
        if let Some(tries) = self.names.get(&name.to_lowercase()) {
            tries.lock().unwrap_or_else(PoisonError::into_inner).pop_back();
        }
    }

    /// Waits for the turn of a try that was begun: one is looked at after the other, first those from where that person was signed in
    /// before, then those from where nobody was wrong, and of each the newest. `None` when too many wait; the try counts for
    /// nothing then.
    pub async fn turn(&self, from: IpAddr, name: &str, known: bool, now: Instant) -> Option<Turn> {
        let neighbour = self.neighbours.get(&neighbourhood(from));
        let near = neighbour.is_some_and(|at| now.saturating_duration_since(at) < FORGOTTEN);
        let row = match self.wrong(from, now) {
            _ if known => Row::Known,
            Some(wrong) if near || wrong.times > 1 => Row::WrongBefore,
            _ => Row::New,
        };
        let turn = Turns::wait(&self.turns, row).await;
        if turn.is_none() {
            self.unheard(from, name);
        }
        turn
    }
}

/// Where a try waits.
#[derive(Clone, Copy)]
enum Row {
    Known,
    New,
    WrongBefore,
}

/// One try at a time is looked at: it takes all the work of a core.
#[derive(Default)]
struct Turns(Mutex<Waiting>);

#[derive(Default)]
struct Waiting {
    busy: bool,
    /// By [`Row`], each the newest last.
    rows: [VecDeque<oneshot::Sender<Turn>>; 3],
}

/// The turn of one try, until it is dropped.
pub struct Turn(Arc<Turns>);

impl Turns {
    async fn wait(turns: &Arc<Self>, row: Row) -> Option<Turn> {
        let come = {
            let mut waiting = turns.0.lock().unwrap_or_else(PoisonError::into_inner);
            if !waiting.busy {
                waiting.busy = true;
                return Some(Turn(Arc::clone(turns)));
            }
            let (call, come) = oneshot::channel();
            let row = &mut waiting.rows[row as usize];
            if row.len() >= MOST_WAITING {
                row.pop_front();
            }
            row.push_back(call);
            come
        };
        come.await.ok()
    }
}

impl Drop for Turn {
    fn drop(&mut self) {
        let next = {
            let mut waiting = self.0.0.lock().unwrap_or_else(PoisonError::into_inner);
            let next = waiting.rows.iter_mut().find_map(VecDeque::pop_back);
            waiting.busy = next.is_some();
            next
        };
        // Where whoever waited is gone, the turn is dropped with the answer to nobody, and goes on from here.
        if let Some(call) = next {
            drop(call.send(Turn(Arc::clone(&self.0))));
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const HERE: IpAddr = IpAddr::V4(std::net::Ipv4Addr::new(10, 0, 0, 1));
    const THERE: IpAddr = IpAddr::V4(std::net::Ipv4Addr::new(10, 0, 0, 2));

    #[test]
    fn pauses_grow_and_end() {
        let seconds: Vec<u64> = (0..=14).map(|times| pause(times).as_secs()).collect();
        assert_eq!(seconds, [0, 0, 0, 1, 2, 4, 8, 16, 32, 64, 128, 256, 512, 900, 900]);
        assert_eq!(pause(u32::MAX), LONGEST);
    }

    #[test]
    fn an_address_that_guesses_waits_and_another_does_not() {
        let tries = Tries::default();
        let start = Instant::now();
        for _ in 0..4 {
            tries.note(HERE, "Ines Vale", start);
        }
        assert_eq!(tries.heard(HERE, "Ines Vale", false, start), Err(Pause(Duration::from_secs(2))));
        assert_eq!(tries.heard(HERE, "Tove Lind", false, start), Err(Pause(Duration::from_secs(2))));
        assert_eq!(tries.heard(THERE, "Ines Vale", false, start), Ok(()));
        assert_eq!(tries.heard(HERE, "Ines Vale", false, start + Duration::from_secs(2)), Ok(()));
        tries.right(HERE, "Ines Vale");
        assert_eq!(tries.heard(HERE, "Ines Vale", false, start), Ok(()));
    }

    #[test]
    fn a_name_is_not_tried_without_end_from_many_addresses() {
        let tries = Tries::default();
        let start = Instant::now();
        let address = |n: u8| IpAddr::from([10, 1, 0, n]);
        for n in 0..100 {
            tries.note(address(n), "Ines Vale", start);
        }
        let later = start + Duration::from_secs(5);
        assert_eq!(tries.heard(address(1), "ines vale", false, later), Err(Pause(LONGEST)));
        assert_eq!(tries.heard(address(1), "Ines Vale", true, later), Ok(()), "where she signs in every day");
        assert_eq!(tries.heard(THERE, "Ines Vale", false, later), Ok(()), "who was never wrong");
        assert_eq!(tries.heard(address(1), "Ines Vale", false, start + FORGOTTEN), Ok(()));
    }

    #[rocket::async_test]
    async fn a_try_that_is_never_looked_at_counts_for_nothing() {
        let tries = Arc::new(Tries::default());
        let now = Instant::now();
        let held = tries.turn(THERE, "Tove Lind", true, now).await;
        tries.begin(HERE, "Ines Vale", false, now).expect("the first is heard");
        let waiting = Arc::clone(&tries);
        let first = rocket::tokio::spawn(async move { waiting.turn(HERE, "Ines Vale", false, now).await.is_some() });
        until_waiting(&tries.turns, 1).await;
        let mut others = Vec::new();
        for last in 0..MOST_WAITING {
            let tries = Arc::clone(&tries);
            let from = IpAddr::from([10, 2, 0, u8::try_from(last).expect("few")]);
            others.push(rocket::tokio::spawn(async move { drop(tries.turn(from, "Ines Vale", false, now).await) }));
        }
        assert!(!first.await.expect("it ends"), "it made room");
        assert_eq!(tries.wrong(HERE, now).map(|wrong| wrong.times), Some(0));
        drop(held);
        for other in others {
            other.await.expect("it ends");
        }
    }

    #[test]
    fn a_pause_is_said_in_seconds_and_then_in_minutes() {
        assert_eq!(Pause(Duration::from_millis(1)).to_string(), "1 s");
        assert_eq!(Pause(Duration::from_millis(1500)).to_string(), "2 s");
        assert_eq!(Pause(Duration::from_secs(900)).to_string(), "15 min");
    }

    async fn until_waiting(turns: &Turns, many: usize) {
        let waiting = || turns.0.lock().expect("nobody panicked").rows.iter().map(VecDeque::len).sum::<usize>();
        while waiting() < many {
            rocket::tokio::task::yield_now().await;
        }
    }

    #[rocket::async_test]
    async fn whoever_was_never_wrong_goes_first_and_the_newest_of_them() {
        use rocket::tokio::spawn;
        let turns = Arc::new(Turns::default());
        let order = Arc::new(Mutex::new(Vec::new()));
        let held = Turns::wait(&turns, Row::New).await;
        let mut tasks = Vec::new();
        for (many, (name, row)) in
            (1..).zip([("wrong", Row::WrongBefore), ("early", Row::New), ("known", Row::Known), ("late", Row::New)])
        {
            let (its, order) = (Arc::clone(&turns), Arc::clone(&order));
            tasks.push(spawn(async move {
                let turn = Turns::wait(&its, row).await;
                order.lock().expect("nobody panicked").push(name);
                drop(turn);
            }));
            until_waiting(&turns, many).await;
        }
        drop(held);
        for task in tasks {
            task.await.expect("it ends");
        }
        assert_eq!(*order.lock().expect("nobody panicked"), ["known", "late", "early", "wrong"]);
        assert!(!turns.0.lock().expect("nobody panicked").busy);
    }

    #[rocket::async_test]
    async fn the_one_who_waited_longest_makes_room() {
        use rocket::tokio::spawn;
        let turns = Arc::new(Turns::default());
        let held = Turns::wait(&turns, Row::New).await;
        let mut tasks = Vec::new();
        for many in 1..=MOST_WAITING {
            let turn = Arc::clone(&turns);
            tasks.push(spawn(async move { Turns::wait(&turn, Row::WrongBefore).await.is_some() }));
            until_waiting(&turns, many).await;
        }
        let turn = Arc::clone(&turns);
        tasks.push(spawn(async move { Turns::wait(&turn, Row::WrongBefore).await.is_some() }));
        // The first one hears of it as soon as the last has come.
        let first = tasks.remove(0).await.expect("it ends");
        assert!(!first, "the one who waited longest is sent away");
        drop(held);
        let mut came = Vec::new();
        for task in tasks {
            came.push(task.await.expect("it ends"));
        }
        assert_eq!(came, [true; MOST_WAITING], "all others have their turn");
    }
}
