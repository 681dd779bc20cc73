//! Signing in and out, pairing a device, and where one is signed in.

use std::time::Instant;

use nailpunch_core::access::Act;
use nailpunch_core::facts::{Person, PersonId, PersonRole, Pointer};
use nailpunch_store::{KeptPassphrase, SignIn, StoreError, passphrase_problems};
use nailpunch_views::Problem;
use rocket::http::{CookieJar, Status};
use rocket::serde::json::Json;
use rocket::tokio::task::spawn_blocking;
use rocket::{delete as remove, get as get_route, post, put as put_route};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::body::{Body, identifier};
use super::gate::{PAIRED_SECONDS, nobody_can_tell};
use super::problem::ApiError;
use super::shared::{Shared, with_store};
use super::who::{Came, Who};
use crate::clock::{later, now};
use crate::network::Invitation;
use crate::secret::{pairing_code, secret};

/// How long a sign-in by passphrase lasts: a working day. OWASP ASVS 4.0 3.3.2 asks for it after 12 hours at level 2, from memory.
const DAY_SECONDS: i64 = 12 * 3600;
/// How long a code pairs a device.
const PAIRING_SECONDS: i64 = 600;

/// Who is signed in here, and what they may do.
#[derive(Serialize, ToSchema)]
pub struct Me {
    /// Whoever comes is asked who they are.
    asks: bool,
    /// Who is signed in.
    person: Option<Person>,
    /// What they may do.
    acts: Vec<Act>,
    /// Where they are signed in.
    sign_in: Option<SignIn>,
}

impl Me {
    fn of(who: &Who) -> Self {
        let signed = who.signed();
        Self {
            asks: !matches!(who, Who::Anybody),
            person: signed.map(|(person, _)| person.clone()),
            acts: who.acts(),
            sign_in: signed.map(|(_, place)| place.clone()),
        }
    }
}

/// A name and the passphrase of who has it.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SignInWish {
    /// The name.
    name: String,
    /// The passphrase.
    passphrase: String,
    /// What this device is called.
    #[serde(default)]
    device: String,
}

/// The code of a pairing.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PairWish {
    /// The code, as the office shows it.
    code: String,
    /// What this device is called.
    device: String,
}

/// The first owner of the firm.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FirstOwner {
    /// The owner.
    person: Person,
    /// The passphrase that they choose.
    passphrase: String,
    /// What this device is called.
    #[serde(default)]
    device: String,
}

/// A new passphrase, and the one before.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PassphraseWish {
    /// The one before; empty where there was none.
    old: String,
    /// The new one.
    new: String,
}

/// A code by which one device is paired.
#[derive(Serialize, ToSchema)]
pub struct Pairing {
    /// The code.
    code: String,
    /// When it ends, RFC 3339.
    ends: String,
    /// Where a device goes to be paired: an address for each network of this machine; none where it serves itself alone.
    invitations: Vec<Invitation>,
}

fn refused() -> ApiError {
    ApiError::new(
        Status::Unauthorized,
        "Not signed in",
        "this name and this passphrase do not belong together; try again",
    )
}

fn wait(pause: impl std::fmt::Display) -> ApiError {
    let detail = format!("too many wrong tries from here; wait {pause}, then try again");
    ApiError::new(Status::TooManyRequests, "Wait", detail)
}

/// Whoever hears this tries again by themselves, as the page does.
fn busy() -> ApiError {
    ApiError::new(Status::ServiceUnavailable, "Busy", "many sign in just now; try again in a second")
}

fn device(named: &str) -> Result<String, ApiError> {
    let named = named.trim();
    if named.chars().count() > 40 || named.chars().any(char::is_control) {
        return Err(ApiError::field("/device", "a device is named in at most 40 characters on one line"));
    }
    Ok(if named.is_empty() { "a browser".to_owned() } else { named.to_owned() })
}

fn place(of: PersonId, device: String, came: Came, paired: bool) -> SignIn {
    let (begun, lasts) = (now(), if paired { PAIRED_SECONDS } else { DAY_SECONDS });
    SignIn {
        id: uuid::Uuid::now_v7().to_string(),
        person: of,
        device,
        paired,
        address: came.from.to_string(),
        seen: begun.clone(),
        begun,
        ends: later(lasts),
    }
}

/// Does the work of one passphrase when its turn comes. The turn lasts as long as the work, whether anybody still waits or not.
async fn in_turn<T: Send + 'static>(
    store: &Shared,
    came: Came,
    name: &str,
    known: bool,
    work: impl FnOnce() -> T + Send + 'static,
) -> Result<T, ApiError> {
    let Some(turn) = store.tries.turn(came.from, name, known, Instant::now()).await else { return Err(busy()) };
    let done = spawn_blocking(move || {
        let done = work();
        drop(turn);
        done
    });
    done.await.map_err(|_| ApiError::internal("the passphrase could not be looked at"))
}

/// Looks at a passphrase in its turn, with the pauses of whoever guesses.
async fn tried(store: &Shared, came: Came, name: &str, passphrase: String) -> Result<Person, ApiError> {
    let (asked, from) = (name.trim().to_lowercase(), came.from.to_string());
    let (person, kept, known) = with_store(store, move |store| {
        let people = store.people()?.into_iter().map(|known| known.record);
        let Some(person) = people.filter(|person| !person.left).find(|person| person.name.to_lowercase() == asked)
        else {
            return Ok((None, None, false));
        };
        let (kept, known) = (store.passphrase(person.id)?, store.was_signed_in_from(person.id, &from)?);
        Ok((Some(person), kept, known))
    })
    .await?;
    // What nobody is called is not remembered: a name of a megabyte would be.
    let name = if name.chars().count() > Person::LONGEST_NAME { "(no name)" } else { name };
    store.tries.begin(came.from, name, known, Instant::now()).map_err(wait)?;
    if passphrase.chars().count() > nailpunch_store::LONGEST_PASSPHRASE {
        return Err(refused());
    }
    let opens = in_turn(store, came, name, known, move || KeptPassphrase::opens(kept.as_ref(), &passphrase)).await?;
    let Some(person) = person.filter(|_| opens) else {
        store.tries.wrong_from(came.from, Instant::now());
        tracing::warn!(from = %came.from, "a wrong name or passphrase");
        return Err(refused());
    };
    store.tries.right(came.from, name);
    Ok(person)
}

/// Signs a person in here; what was signed in here before is not any more.
async fn begin(
    store: &Shared,
    cookies: &CookieJar<'_>,
    came: Came,
    person: Person,
    device: String,
) -> Result<Json<Me>, ApiError> {
    let (secret, made) = (secret()?, place(person.id, device, came, false));
    let before = store.who().signed().map(|(_, place)| place.id.clone());
    let (held, kept) = (secret.clone(), made.clone());
    with_store(store, move |store| {
        before.map_or(Ok(()), |before| store.shut_out(&before))?;
        store.sign_in(&held, &kept)
    })
    .await?;
    tracing::info!(from = %came.from, person = %person.id, "signed in");
    cookies.add(came.cookie(secret, DAY_SECONDS));
    Ok(Json(Me::of(&Who::Signed(Box::new((person, made))))))
}

/// Who is signed in here.
#[utoipa::path(
    get, operation_id = "me", path = "/api/me", responses((status = 200, body = Me), (status = 503, body = Problem)),
    security(())
)]
#[get_route("/me")]
pub fn me(store: &Shared) -> Result<Json<Me>, ApiError> {
    if matches!(store.who(), Who::Unknown) {
        return Err(nobody_can_tell());
    }
    Ok(Json(Me::of(store.who())))
}

/// Signs somebody in by passphrase, in a cookie that no script reads.
#[utoipa::path(
    post, operation_id = "sign_in", path = "/api/sign-in", request_body = SignInWish,
    responses((status = 200, body = Me), (status = 401, body = Problem), (status = 429, body = Problem),
              (status = 503, body = Problem)),
    security(())
)]
#[post("/sign-in", data = "<body>")]
pub async fn sign_in(
    store: &Shared,
    cookies: &CookieJar<'_>,
    came: Came,
    body: Body<SignInWish>,
) -> Result<Json<Me>, ApiError> {
    let wish = body.0?;
    let device = device(&wish.device)?;
    let person = tried(store, came, &wish.name, wish.passphrase).await?;
    begin(store, cookies, came, person, device).await
}

/// Makes the first owner of a firm that has nobody yet, and signs them in.
#[utoipa::path(
    post, operation_id = "first_owner", path = "/api/first-owner", request_body = FirstOwner,
    responses((status = 200, body = Me), (status = 409, body = Problem), (status = 422, body = Problem)),
    security(())
)]
#[post("/first-owner", data = "<body>")]
pub async fn first_owner(
    store: &Shared,
    cookies: &CookieJar<'_>,
    came: Came,
    body: Body<FirstOwner>,
) -> Result<Json<Me>, ApiError> {
    let FirstOwner { person, passphrase, device: named } = body.0?;
    let device = device(&named)?;
    if !matches!(store.who(), Who::Anybody) {
        let detail = "the firm has an owner already; sign in, or ask the owner to make you a person";
        return Err(ApiError::new(Status::Conflict, "Not the first", detail));
    }
    if person.role != PersonRole::Owner || person.left {
        return Err(ApiError::field("/person/role", "the first person of a firm is its owner; make others after"));
    }
    let problems = passphrase_problems(&passphrase, &person.name, &Pointer::root().at("passphrase"));
    if !problems.is_empty() {
        return Err(ApiError::fields(problems));
    }
    let kept = kept(store, came, &person.name, passphrase).await?;
    let (author, first) = (store.author(), person.clone());
    with_store(store, move |store| {
        if !store.people()?.is_empty() {
            return Err(StoreError::AlreadyHere { name: "the first owner".to_owned() });
        }
        store.put_person(&first, 0, &author)?;
        store.put_passphrase(first.id, &kept, &author)
    })
    .await?;
    store.people_made();
    begin(store, cookies, came, person, device).await
}

/// Keeps a passphrase that was chosen, in its turn.
async fn kept(store: &Shared, came: Came, name: &str, passphrase: String) -> Result<KeptPassphrase, ApiError> {
    let kept = in_turn(store, came, name, true, move || KeptPassphrase::of(&passphrase)).await?;
    kept.map_err(ApiError::internal)
}

/// Signs out here.
#[utoipa::path(
    post, operation_id = "sign_out", path = "/api/sign-out", responses((status = 200)), security(("session" = ["look"]))
)]
#[post("/sign-out")]
pub async fn sign_out(store: &Shared, cookies: &CookieJar<'_>, came: Came) -> Result<Json<()>, ApiError> {
    if let Some((_, place)) = store.who().signed() {
        let id = place.id.clone();
        with_store(store, move |store| store.shut_out(&id)).await?;
    }
    cookies.add(came.cookie(String::new(), 0));
    Ok(Json(()))
}

/// Pairs this device by a code: it is signed in as the person for whom the code was made.
#[utoipa::path(
    post, operation_id = "pair", path = "/api/pair", request_body = PairWish,
    responses((status = 200, body = Me), (status = 401, body = Problem), (status = 429, body = Problem)),
    security(())
)]
#[post("/pair", data = "<body>")]
pub async fn pair(
    store: &Shared,
    cookies: &CookieJar<'_>,
    came: Came,
    body: Body<PairWish>,
) -> Result<Json<Me>, ApiError> {
    let wish = body.0?;
    let device = device(&wish.device)?;
    if wish.device.trim().is_empty() {
        return Err(ApiError::field("/device", "name this device, so that it can be told from others: \"tablet 2\""));
    }
    let code = wish.code.trim().to_uppercase().replace([' ', '-'], "");
    // Codes are guessed like passphrases: the same pauses hold.
    store.tries.begin(came.from, "(pairing)", true, Instant::now()).map_err(wait)?;
    let made = place(PersonId(uuid::Uuid::nil()), device, came, true);
    let secret = secret()?;
    let held = secret.clone();
    let paired = with_store(store, move |store| store.pair(&code, &held, made)).await?;
    let Some((person, made)) = paired else {
        let detail = "this code pairs nothing: it was used, or its ten minutes are over. Ask the office for another";
        return Err(ApiError::new(Status::Unauthorized, "No such code", detail));
    };
    store.tries.right(came.from, "(pairing)");
    tracing::info!(from = %came.from, person = %person.id, "paired");
    cookies.add(came.cookie(secret, PAIRED_SECONDS));
    Ok(Json(Me::of(&Who::Signed(Box::new((person, made))))))
}

/// Makes a code by which one device is paired: for oneself, or by the owner for anybody.
#[utoipa::path(
    post, operation_id = "make_pairing", path = "/api/people/{person}/pairing", params(("person" = String, Path)),
    responses((status = 200, body = Pairing), (status = 403, body = Problem), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/people/<person>/pairing")]
pub async fn pairing(store: &Shared, person: &str) -> Result<Json<Pairing>, ApiError> {
    let of = PersonId(identifier(person)?);
    own_or_owner(store, of)?;
    let (code, ends) = (pairing_code()?, later(PAIRING_SECONDS));
    let (made, until) = (code.clone(), ends.clone());
    with_store(store, move |store| store.put_pairing(&made, of, &now(), &until)).await?;
    Ok(Json(Pairing { invitations: store.network.invitations(&code), code, ends }))
}

fn own_or_owner(store: &Shared, person: PersonId) -> Result<(), ApiError> {
    let own = store.who().signed().is_some_and(|(known, _)| known.id == person);
    if own || store.who().may(Act::People) {
        return Ok(());
    }
    Err(ApiError::new(Status::Forbidden, "Not yours to do", Act::People.refusal()))
}

/// Where people are signed in: all of them for the owner, one's own for anybody else.
#[utoipa::path(
    get, operation_id = "sign_ins", path = "/api/sign-ins", responses((status = 200, body = Vec<SignIn>)),
    security(("session" = ["look"]))
)]
#[get_route("/sign-ins")]
pub async fn sign_ins(store: &Shared) -> Result<Json<Vec<SignIn>>, ApiError> {
    let all = with_store(store, |store| store.sign_ins(&now())).await?;
    let shown = all.into_iter().filter(|place| own_or_owner(store, place.person).is_ok());
    Ok(Json(shown.collect()))
}

/// Shuts a device out: what it shows opens nothing from now on.
#[utoipa::path(
    delete, operation_id = "shut_out", path = "/api/sign-ins/{id}", params(("id" = String, Path)),
    responses((status = 200), (status = 403, body = Problem), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[remove("/sign-ins/<id>")]
pub async fn shut_out(store: &Shared, id: &str) -> Result<Json<()>, ApiError> {
    let id = identifier(id)?.to_string();
    let asked = id.clone();
    let all = with_store(store, |store| store.sign_ins(&now())).await?;
    let Some(known) = all.into_iter().find(|place| place.id == asked) else {
        return Err(StoreError::NotFound { kind: "device", id }.into());
    };
    own_or_owner(store, known.person)?;
    with_store(store, move |store| store.shut_out(&id)).await?;
    Ok(Json(()))
}

/// Changes one's own passphrase, or chooses the first; whatever was signed in by the one before is not any more, but here.
#[utoipa::path(
    put, operation_id = "put_passphrase", path = "/api/me/passphrase", request_body = PassphraseWish,
    responses((status = 200, body = Me), (status = 401, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[put_route("/me/passphrase", data = "<body>")]
pub async fn passphrase(
    store: &Shared,
    cookies: &CookieJar<'_>,
    came: Came,
    body: Body<PassphraseWish>,
) -> Result<Json<Me>, ApiError> {
    let PassphraseWish { old, new } = body.0?;
    let Some((person, place)) = store.who().signed().cloned() else { return Err(refused()) };
    let problems = passphrase_problems(&new, &person.name, &Pointer::root().at("new"));
    if !problems.is_empty() {
        return Err(ApiError::fields(problems));
    }
    let id = person.id;
    // Whoever was paired has none before.
    if with_store(store, move |store| store.passphrase(id)).await?.is_some() {
        tried(store, came, &person.name, old).await.map_err(|error| error.at("/old"))?;
    }
    let (kept, author) = (kept(store, came, &person.name, new).await?, store.author());
    with_store(store, move |store| store.put_passphrase(id, &kept, &author)).await?;
    if place.paired {
        return Ok(Json(Me::of(store.who())));
    }
    begin(store, cookies, came, person, place.device).await
}
