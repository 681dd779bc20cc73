//! The server behind the screens: thin routes over the core, the store and the report.

mod amendments;
mod assets;
mod audits;
mod backups;
mod bench;
mod body;
mod boxes;
mod circuits;
mod corrections;
mod drill;
mod exchange;
mod fence;
mod figures;
mod firm;
mod found_first;
mod front;
mod gate;
mod health;
mod items;
mod job;
mod judging;
mod links;
mod live;
mod named;
mod notices;
mod panels;
mod paper;
mod people;
mod photos;
mod pocket;
mod presence;
mod problem;
mod readers;
mod readings;
mod rooms;
mod runs;
mod seals;
mod serve;
mod shared;
mod sign_in;
mod tables;
mod tries;
mod turn;
mod turns;
mod who;

use std::collections::HashSet;
use std::net::{Ipv4Addr, SocketAddr};
use std::sync::Arc;

use rocket::config::{Config, LogLevel, Shutdown};
use rocket::{Build, Rocket, Route, routes};
use utoipa::OpenApi;
use utoipa::openapi::RefOr;
use utoipa::openapi::security::{ApiKey, ApiKeyValue, SecurityScheme};

use self::gate::SESSION;
pub use self::serve::serve;

/// Every door below `/api`, once: from it come the description and the routes.
macro_rules! doors {
    ($($door:tt)*) => {
        /// The OpenAPI description of the server.
        #[derive(OpenApi)]
        #[openapi(
            info(title = "Nailpunch", description = "Audits of device and box installations. Lengths are whole nanometres."),
            paths($($door)*),
            components(schemas(nailpunch_core::facts::Bundle, nailpunch_views::Problem))
        )]
        struct Description;

        fn described() -> Vec<Route> {
            routes![$($door)*]
        }
    };
}

doors! {
    audits::list,
    audits::unreadable,
    audits::put,
    audits::delete,
    audits::walk,
    audits::house,
    audits::records,
    audits::order,
    audits::duplicate,
    audits::journal,
    audits::undo,
    turn::hand_over,
    notices::now_dangerous,
    notices::give,
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
    live::live,
    readings::take,
    readings::give,
    amendments::read,
    judging::judge,
    judging::plan,
    judging::jot,
    judging::length,
    judging::trades,
    pocket::calculators,
    pocket::calculate,
    drill::board,
    drill::read,
    drill::score,
    drill::again,
    firm::get,
    firm::put,
    firm::effects,
    judging::version,
    health::health,
    health::ready,
    exchange::import,
    exchange::export,
    exchange::report,
    exchange::report_wanting,
    tables::findings,
    tables::directory,
    tables::rounds,
    tables::book,
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
    backups::backups,
    links::make,
    links::list,
    links::withdraw,
}

/// The OpenAPI description of the server.
pub fn openapi() -> utoipa::openapi::OpenApi {
    let mut description = Description::openapi();
    let session = SecurityScheme::ApiKey(ApiKey::Cookie(ApiKeyValue::with_description(
        "__Host-nailpunch-8000",
        "who is signed in, once the firm has people; its name ends with the port of the server, and without TLS begins with nailpunch. What stands beside it is what is done there, and the table of roles says who may",
    )));
    description.components.get_or_insert_default().add_security_scheme(SESSION, session);
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
        .mount("/api", described())
        .mount("/api", routes![judging::description])
        .mount("/", routes![assets::page, assets::file, fence::refused, gate::closed, links::sealed])
        .register("/", problem::catchers())
}

#[cfg(test)]
mod tests;
