//! The server behind the screens: thin routes over the core, the store and the report.

mod amendments;
mod assets;
mod audits;
mod bench;
mod body;
mod boxes;
mod circuits;
mod corrections;
mod exchange;
mod fence;
mod firm;
mod found_first;
mod front;
mod gate;
mod health;
mod items;
mod job;
mod judging;
mod panels;
mod paper;
mod people;
mod photos;
mod problem;
mod readers;
mod readings;
mod rooms;
mod runs;
mod seals;
mod shared;
mod sign_in;
mod tries;
mod turns;
mod who;

use std::collections::HashSet;
use std::net::{Ipv4Addr, SocketAddr, TcpListener};
use std::path::Path;
use std::sync::Arc;

use nailpunch_store::Store;
use rocket::config::{Config, LogLevel, Shutdown};
use rocket::fairing::AdHoc;
use rocket::tokio::spawn;
use rocket::tokio::sync::watch;
use rocket::tokio::task::spawn_blocking;
use rocket::{Build, Rocket, routes};
use tracing::info;
use utoipa::OpenApi;
use utoipa::openapi::RefOr;
use utoipa::openapi::security::{ApiKey, ApiKeyValue, SecurityScheme};

use self::front::Private;
use self::paper::Paper;
use crate::failure::Failure;
use crate::network::{Authority, Network, NetworkError, Privacy, RENEW, Tls, Trust, addresses, in_terminal, places};
use crate::settings::Settled;

/// The OpenAPI description of the server.
#[derive(OpenApi)]
#[openapi(
    info(title = "Nailpunch", description = "Audits of device and box installations. Lengths are whole nanometres."),
    paths(
        audits::list,
        audits::unreadable,
        audits::put,
        audits::delete,
        audits::walk,
        audits::records,
        audits::order,
        audits::duplicate,
        audits::journal,
        audits::undo,
        rooms::get,
        rooms::put,
        rooms::delete,
        rooms::line,
        runs::get,
        runs::put,
        runs::delete,
        runs::line,
        items::put_item,
        items::put_items,
        items::delete_item,
        boxes::get,
        boxes::put,
        boxes::delete,
        circuits::list,
        circuits::get,
        circuits::put,
        circuits::delete,
        panels::list,
        panels::put,
        panels::delete,
        panels::find,
        panels::of_box,
        panels::line,
        photos::list,
        photos::take,
        photos::put,
        photos::delete,
        photos::image,
        photos::logo,
        seals::list,
        seals::make,
        seals::report,
        corrections::list,
        corrections::take,
        corrections::give,
        job::view,
        job::choose,
        job::materials,
        job::cuts,
        job::ics,
        bench::view,
        bench::read,
        bench::send,
        bench::stream,
        readings::take,
        readings::give,
        amendments::read,
        judging::judge,
        judging::plan,
        judging::jot,
        judging::length,
        judging::trades,
        firm::get,
        firm::put,
        firm::effects,
        judging::version,
        health::health,
        health::ready,
        exchange::import,
        exchange::export,
        exchange::report,
        exchange::findings,
        sign_in::me,
        sign_in::sign_in,
        sign_in::sign_out,
        sign_in::first_owner,
        sign_in::passphrase,
        sign_in::pair,
        sign_in::pairing,
        sign_in::sign_ins,
        sign_in::shut_out,
        people::list,
        people::put,
        people::make_link,
        people::links,
        people::withdraw,
    ),
    components(schemas(nailpunch_core::facts::Bundle, nailpunch_views::Problem))
)]
struct Description;

/// The OpenAPI description of the server.
pub fn openapi() -> utoipa::openapi::OpenApi {
    let mut description = Description::openapi();
    let session = SecurityScheme::ApiKey(ApiKey::Cookie(ApiKeyValue::with_description(
        "__Host-nailpunch-8000",
        "who is signed in, once the firm has people; its name ends with the port of the server, and without TLS begins with nailpunch. What stands beside it is what is done there, and the table of roles says who may",
    )));
    description.components.get_or_insert_default().add_security_scheme("session", session);
    // A refusal is a problem document (RFC 9457) wherever it comes from: said once here.
    let operations = description.paths.paths.values_mut().flat_map(|path| {
        [&mut path.get, &mut path.put, &mut path.post, &mut path.delete].into_iter().flatten().collect::<Vec<_>>()
    });
    for operation in operations {
        let refusals = operation.responses.responses.iter_mut().filter(|(status, _)| !status.starts_with('2'));
        for (_, refusal) in refusals {
            if let RefOr::T(refusal) = refusal
                && let Some(content) = refusal.content.swap_remove("application/json")
            {
                refusal.content.insert("application/problem+json".to_owned(), content);
            }
        }
    }
    description
}

/// The server, for whoever reaches it at `address`; it listens on a port of its own behind the front.
fn rocket(kept: shared::Kept, address: SocketAddr, hosts: &[String]) -> Rocket<Build> {
    let config = Config {
        address: Ipv4Addr::LOCALHOST.into(),
        port: 0,
        log_level: LogLevel::Off,
        cli_colors: false,
        // The front hears the signals: it lets what was begun end first.
        shutdown: Shutdown { ctrlc: false, signals: HashSet::new(), grace: 1, mercy: 1, ..Shutdown::default() },
        ..Config::release_default()
    };
    rocket::custom(config)
        .manage(Arc::new(kept))
        .manage(Arc::new(readers::Readers::default()))
        .manage(bench::Meters::new())
        .attach(health::Requests)
        .attach(fence::Fence::new(address, hosts))
        .attach(gate::Gate::before(&openapi()))
        .mount(
            "/api",
            routes![
                audits::list,
                audits::unreadable,
                audits::put,
                audits::delete,
                audits::walk,
                audits::records,
                audits::order,
                audits::duplicate,
                audits::journal,
                audits::undo,
                rooms::get,
                rooms::put,
                rooms::delete,
                rooms::line,
                runs::get,
                runs::put,
                runs::delete,
                runs::line,
                items::put_item,
                items::put_items,
                items::delete_item,
                boxes::get,
                boxes::put,
                boxes::delete,
                circuits::list,
                circuits::get,
                circuits::put,
                circuits::delete,
                panels::list,
                panels::put,
                panels::delete,
                panels::find,
                panels::of_box,
                panels::line,
                photos::list,
                photos::take,
                photos::put,
                photos::delete,
                photos::image,
                photos::logo,
                seals::list,
                seals::make,
                seals::report,
                corrections::list,
                corrections::take,
                corrections::give,
                job::view,
                job::choose,
                job::materials,
                job::cuts,
                job::ics,
                bench::view,
                bench::read,
                bench::send,
                bench::stream,
                readings::take,
                readings::give,
                amendments::read,
                judging::judge,
                judging::plan,
                judging::jot,
                judging::length,
                judging::trades,
                firm::get,
                firm::put,
                firm::effects,
                judging::version,
                health::health,
                health::ready,
                judging::description,
                exchange::import,
                exchange::export,
                exchange::report,
                exchange::findings,
                sign_in::me,
                sign_in::sign_in,
                sign_in::sign_out,
                sign_in::first_owner,
                sign_in::passphrase,
                sign_in::pair,
                sign_in::pairing,
                sign_in::sign_ins,
                sign_in::shut_out,
                people::list,
                people::put,
                people::make_link,
                people::links,
                people::withdraw,
            ],
        )
        .mount("/", routes![assets::page, assets::file, fence::refused, gate::closed, people::sealed])
        .register("/", problem::catchers())
}

/// How others reach the server, and how that is kept private.
fn reach(listen: &Settled, database: &Path, address: SocketAddr) -> Result<(Network, Option<Private>), NetworkError> {
    let reached = addresses(address.ip());
    let named: Vec<String> =
        listen.hosts.iter().map(|host| host.split(':').next().unwrap_or(host).to_owned()).collect();
    let mut network = Network { places: places(&reached, &named, address.port()), fingerprint: None };
    let hosts: Vec<String> = named.into_iter().chain(["localhost".to_owned()]).collect();
    let private = match &listen.privacy {
        Privacy::None => None,
        Privacy::Given { certificate, key } => {
            Some(Private { server: Arc::new(Tls::given(certificate, key)?).server()?, trust: None })
        }
        Privacy::Own => {
            let authority = Authority::of(database, &reached, &hosts)?;
            network.fingerprint = Some(authority.fingerprint());
            let tls = Arc::new(Tls::under(&authority, &reached, &hosts)?);
            let private = Private { server: tls.server()?, trust: Some(Arc::new(Trust::of(&authority))) };
            std::thread::spawn(move || {
                loop {
                    std::thread::sleep(RENEW);
                    if let Err(error) = tls.renew(&authority, &reached, &hosts) {
                        tracing::error!(%error, "the certificate could not be renewed");
                    }
                }
            });
            Some(private)
        }
    };
    Ok((network, private))
}

/// Serves until the process is told to stop. Tries the port and, when it is taken, the next free one.
///
/// # Errors
/// [`Failure::Other`] when no port is free or the server cannot start; [`Failure::Network`] when connections cannot be kept private.
pub fn serve(store: Store, listen: &Settled) -> Result<(), Failure> {
    let Settled { address, port, .. } = *listen;
    let taken = |port| TcpListener::bind((address, port)).ok();
    let Some(listener) = (port..=port.saturating_add(99)).find_map(taken) else {
        return Err(Failure::Other(format!("no port from {port} on is free on {address}; name another with --port")));
    };
    let could_not = |error: String| Failure::Other(format!("the server could not start: {error}"));
    let address = listener.local_addr().map_err(|error| could_not(error.to_string()))?;
    let (network, private) = reach(listen, store.path(), address)?;
    let with_port = |host: &String| [host.clone(), format!("{host}:{}", address.port())];
    let named: Vec<String> = listen.hosts.iter().flat_map(with_port).collect();
    let scheme = if private.is_some() { "https" } else { "http" };
    let mut kept = shared::Kept::new(store, Paper::apart());
    kept.network = network.clone();
    let server = rocket(kept, address, &named).attach(AdHoc::on_liftoff("front", move |server| {
        Box::pin(async move {
            let inside = SocketAddr::new(server.config().address, server.config().port);
            let (stop, stopping) = watch::channel(false);
            let shutdown = server.shutdown();
            // Judged once before anybody asks for the list.
            if let Some(kept) = server.state::<Arc<shared::Kept>>().map(Arc::clone) {
                drop(spawn_blocking(move || audits::on_list(&kept)));
            }
            spawn(async move {
                told_to_stop().await;
                info!("stopping: what was begun ends first");
                stop.send_replace(true);
                // Told again, it does not wait: 130 is what a shell says of an interrupted command.
                told_to_stop().await;
                std::process::exit(130);
            });
            let readers = server.state::<Arc<readers::Readers>>().map(Arc::clone).unwrap_or_default();
            let front = front::Front::new(inside, private, stopping, readers);
            spawn(async move {
                let served =
                    listener.set_nonblocking(true).and_then(|()| rocket::tokio::net::TcpListener::from_std(listener));
                match served {
                    Ok(listener) => front.serve(listener).await,
                    Err(error) => tracing::error!(%error, "the server could not listen"),
                }
                shutdown.notify();
            });
            info!(%address, "serving");
            tell(scheme, address, &network);
        })
    }));
    rocket::execute(async move { server.launch().await }).map(drop).map_err(|error| could_not(error.to_string()))
}

/// Says in the terminal where the server is, and how a device comes to it.
fn tell(scheme: &str, address: SocketAddr, network: &Network) {
    if !address.ip().is_unspecified() {
        println!("Nailpunch is at {scheme}://{address}");
        return;
    }
    println!("Nailpunch is at {scheme}://localhost:{}", address.port());
    for place in &network.places {
        println!("  for others at {scheme}://{place}");
    }
    if let (Some(fingerprint), Some(place)) = (&network.fingerprint, network.places.first()) {
        let page = format!("http://{place}/trust");
        println!("A device that is new here takes the certificate first, at {page}");
        println!("Its fingerprint, to compare: {fingerprint}");
        if let Some(mark) = in_terminal(&page) {
            println!("{mark}");
        }
    }
}

/// Until the terminal or the system says to stop.
async fn told_to_stop() {
    let interrupted = rocket::tokio::signal::ctrl_c();
    #[cfg(unix)]
    {
        use rocket::tokio::signal::unix::{SignalKind, signal};
        if let Ok(mut ended) = signal(SignalKind::terminate()) {
            rocket::tokio::select! {
                _ = interrupted => {}
                _ = ended.recv() => {}
            }
            return;
        }
    }
    drop(interrupted.await);
}

#[cfg(test)]
mod tests;
