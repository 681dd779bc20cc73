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
mod job;
mod judging;
mod panels;
mod photos;
mod problem;
mod readings;
mod records;
mod seals;
mod shared;

use std::net::{IpAddr, SocketAddr, TcpListener};
use std::sync::Arc;

use nailpunch_store::Store;
use rocket::config::{Config, LogLevel, Shutdown};
use rocket::{Build, Rocket, routes};
use utoipa::OpenApi;

use crate::failure::Failure;

pub use body::from_json;

/// The OpenAPI description of the server.
#[derive(OpenApi)]
#[openapi(
    info(title = "Nailpunch", description = "Audits of device and box installations. Lengths are whole nanometres."),
    paths(
        audits::list,
        audits::put,
        audits::delete,
        audits::walk,
        audits::order,
        audits::duplicate,
        audits::journal,
        audits::undo,
        records::put_room,
        records::delete_room,
        records::put_item,
        records::delete_item,
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
        exchange::import,
        exchange::export,
        exchange::report,
        exchange::findings,
    ),
    components(schemas(nailpunch_core::facts::Bundle, problem::Problem))
)]
struct Description;

/// The OpenAPI description of the server.
pub fn openapi() -> utoipa::openapi::OpenApi {
    Description::openapi()
}

fn rocket(store: Store, address: SocketAddr, hosts: &[String]) -> Rocket<Build> {
    let config = Config {
        address: address.ip(),
        port: address.port(),
        log_level: LogLevel::Off,
        cli_colors: false,
        shutdown: Shutdown { grace: 1, mercy: 1, ..Shutdown::default() },
        ..Config::release_default()
    };
    rocket::custom(config)
        .manage(Arc::new(shared::Kept::new(store)))
        .manage(bench::Meters::new())
        .attach(fence::Fence::new(address, hosts))
        .mount(
            "/api",
            routes![
                audits::list,
                audits::put,
                audits::delete,
                audits::walk,
                audits::order,
                audits::duplicate,
                audits::journal,
                audits::undo,
                records::put_room,
                records::delete_room,
                records::put_item,
                records::delete_item,
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
                judging::description,
                exchange::import,
                exchange::export,
                exchange::report,
                exchange::findings,
            ],
        )
        .mount("/", routes![assets::page, assets::file, fence::refused])
        .register("/", problem::catchers())
}

/// Serves until the process is told to stop. Tries `port` and, when it is taken, the next free one.
///
/// # Errors
/// [`Failure::Other`] when no port is free or the server cannot start.
pub fn serve(store: Store, address: IpAddr, port: u16, hosts: &[String]) -> Result<(), Failure> {
    let free = (port..=port.saturating_add(99)).find(|port| TcpListener::bind((address, *port)).is_ok());
    let Some(free) = free else {
        return Err(Failure::Other(format!("no port from {port} on is free on {address}; name another with --port")));
    };
    let address = SocketAddr::new(address, free);
    if !address.ip().is_loopback() {
        eprintln!("nailpunch: listening on {address}: anyone who reaches this address can read and change the audits");
    }
    println!("Nailpunch is at http://{address}");
    let server = rocket(store, address, hosts);
    rocket::execute(async move { server.launch().await })
        .map(drop)
        .map_err(|error| Failure::Other(format!("the server could not start: {error}")))
}

#[cfg(test)]
mod tests;
