//! Serving: the address that is listened on, who reaches it and how that is kept private, until the process is told to stop.

use std::net::{SocketAddr, TcpListener};
use std::path::Path;
use std::sync::Arc;

use nailpunch_store::Store;
use rocket::fairing::AdHoc;
use rocket::tokio::spawn;
use rocket::tokio::sync::watch;
use rocket::tokio::task::spawn_blocking;
use tracing::info;

use super::front::{Front, Private};
use super::paper::Paper;
use super::readers::Readers;
use super::shared::Kept;
use super::{audits, figures, rocket};
use crate::backups::{Place, keep};
use crate::failure::Failure;
use crate::network::{Authority, Network, NetworkError, Privacy, RENEW, Tls, Trust, addresses, in_terminal, places};
use crate::secret::passphrase;
use crate::settings::Settled;

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
    let mut kept = Kept::new(store, Paper::apart());
    kept.network = network.clone();
    let kept_safe = listen.backups.clone().map(|backups| {
        let place = Place::make(&backups.to)?;
        let passphrase = backups.passphrase_file.as_deref().map(passphrase).transpose()?;
        Ok::<_, Failure>((kept.store.path().to_owned(), place, backups.every, passphrase, kept.backups.clone()))
    });
    let kept_safe = kept_safe.transpose()?;
    let figures = listen.figures.map(figures::listen).transpose().map_err(Failure::Other)?;
    let server = rocket(kept, address, &named).attach(AdHoc::on_liftoff("front", move |server| {
        Box::pin(async move {
            let inside = SocketAddr::new(server.config().address, server.config().port);
            let (stop, stopping) = watch::channel(false);
            let shutdown = server.shutdown();
            // Judged once before anybody asks for the list.
            if let Some(kept) = server.state::<Arc<Kept>>().map(Arc::clone) {
                drop(spawn_blocking(move || audits::on_list(&kept)));
            }
            if let (Some(figures), Some(kept)) = (figures, server.state::<Arc<Kept>>().map(Arc::clone))
                && let Ok(listener) = rocket::tokio::net::TcpListener::from_std(figures)
            {
                spawn(figures::tell(listener, Arc::new(move || kept.figures_now())));
            }
            if let Some((database, place, every, passphrase, state)) = kept_safe {
                spawn(keep(database, place, every, passphrase, state));
            }
            spawn(async move {
                told_to_stop().await;
                info!("stopping: what was begun ends first");
                stop.send_replace(true);
                // Told again, it does not wait: 130 is what a shell says of an interrupted command.
                told_to_stop().await;
                std::process::exit(130);
            });
            let readers = server.state::<Arc<Readers>>().map(Arc::clone).unwrap_or_default();
            let front = Front::new(inside, private, stopping, readers);
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
