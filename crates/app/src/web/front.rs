//! What stands between the network and the server: connections are bounded and have deadlines, and the server hears which
//! address was really connected to. Rocket sets no deadlines and keeps its listener to itself; it listens on a port of its own
//! of this machine, and every request reaches it through here.

use std::net::SocketAddr;
use std::pin::Pin;
use std::sync::Arc;
use std::task::{Context, Poll};
use std::time::Duration;

use http_body_util::{Either, Full};
use hyper::body::{Body, Bytes, Frame, Incoming, SizeHint};
use hyper::client::conn::http1::SendRequest;
use hyper::header::{CONTENT_DISPOSITION, CONTENT_SECURITY_POLICY, CONTENT_TYPE, HeaderValue, LOCATION};
use hyper::service::service_fn;
use hyper::{Request, Response, StatusCode};
use hyper_util::rt::{TokioIo, TokioTimer};
use rocket::tokio::io::{AsyncRead, AsyncWrite};
use rocket::tokio::net::{TcpListener, TcpStream};
use rocket::tokio::sync::{Mutex, OwnedSemaphorePermit, Semaphore, watch};
use rocket::tokio::time::{Sleep, sleep, timeout};
use rocket::tokio::{select, spawn};
use tokio_rustls::TlsAcceptor;
use tokio_rustls::rustls::ServerConfig;

use super::readers::{READER, Readers, Waiting};
use crate::network::{Given, Trust};

/// What the server hears of the address that was connected to.
pub const LOCAL: &str = "x-nailpunch-local";

/// What it hears of the address that connected.
pub const PEER: &str = "x-nailpunch-peer";
/// Present where the connection came through TLS.
pub const SECURE: &str = "x-nailpunch-secure";

/// The first byte of a connection that speaks TLS: a handshake record (RFC 8446, 5.1).
const TLS_HANDSHAKE: u8 = 22;

/// The most connections at once. A browser opens six.
const MOST_CONNECTIONS: usize = 512;
/// How long a connection may say nothing before its next request is read to the end of its head.
const HEAD: Duration = Duration::from_secs(15);
/// How long the body of a request may stand still.
const BODY: Duration = Duration::from_secs(15);
/// How long a stop waits for what was begun.
const STOP: Duration = Duration::from_secs(60);
/// The most requests at once that a stop waits for.
const MOST_REQUESTS: usize = 65_536;

/// How connections are kept private, and what is told to a device that does not trust this office yet.
#[derive(Clone)]
pub struct Private {
    /// How TLS is spoken.
    pub server: Arc<ServerConfig>,
    /// What is told without it.
    pub trust: Option<Arc<Trust>>,
}

/// Where a connection comes from and goes to.
#[derive(Clone, Copy)]
struct Ends {
    local: SocketAddr,
    peer: SocketAddr,
    secure: bool,
}

/// The door to a server that listens on `inside`.
#[derive(Clone)]
pub struct Front {
    inside: SocketAddr,
    private: Option<Private>,
    begun: Arc<Semaphore>,
    stopping: watch::Receiver<bool>,
    readers: Arc<Readers>,
}

impl Front {
    /// To a server that listens on `inside`, until `stopping` says so.
    pub fn new(
        inside: SocketAddr,
        private: Option<Private>,
        stopping: watch::Receiver<bool>,
        readers: Arc<Readers>,
    ) -> Self {
        Self { inside, private, begun: Arc::new(Semaphore::new(MOST_REQUESTS)), stopping, readers }
    }

    /// Takes connections until it is to stop, and then waits for what was begun, within a bound.
    pub async fn serve(self, listener: TcpListener) {
        let connections = Arc::new(Semaphore::new(MOST_CONNECTIONS));
        let mut stopping = self.stopping.clone();
        loop {
            let taken = async {
                let permit = Arc::clone(&connections).acquire_owned().await.ok()?;
                // A connection that is gone before it is taken is nobody's; the next one is.
                Some((listener.accept().await.ok(), permit))
            };
            let taken = select! {
                taken = taken => taken,
                _ = stopping.wait_for(|stop| *stop) => break,
            };
            match taken {
                Some((Some((stream, _)), permit)) => drop(spawn(self.clone().connection(stream, permit))),
                // Out of files: give others time to close theirs.
                Some((None, _)) => sleep(Duration::from_millis(50)).await,
                None => break,
            }
        }
        drop(listener);
        let all = u32::try_from(MOST_REQUESTS).unwrap_or(u32::MAX);
        // Whatever is not done by then is broken off: it is in no file and in no transaction that was acknowledged.
        drop(timeout(STOP, self.begun.acquire_many(all)).await);
    }

    async fn connection(self, stream: TcpStream, _permit: OwnedSemaphorePermit) {
        let (Ok(local), Ok(peer)) = (stream.local_addr(), stream.peer_addr()) else { return };
        // Small answers are not kept back for more.
        drop(stream.set_nodelay(true));
        let Some(private) = self.private.clone() else {
            return self.speak(stream, Ends { local, peer, secure: false }).await;
        };
        let mut first = [0];
        match timeout(HEAD, stream.peek(&mut first)).await {
            Ok(Ok(1)) if first[0] == TLS_HANDSHAKE => {
                let accepted = timeout(HEAD, TlsAcceptor::from(private.server).accept(stream)).await;
                // Whoever does not trust the certificate ends it here; that is theirs to do.
                if let Ok(Ok(stream)) = accepted {
                    self.speak(stream, Ends { local, peer, secure: true }).await;
                }
            }
            Ok(Ok(1)) => self.speak(stream, Ends { local, peer, secure: false }).await,
            _ => {}
        }
    }

    async fn speak(self, stream: impl AsyncRead + AsyncWrite + Unpin, ends: Ends) {
        let inside: Arc<Mutex<Option<Inside>>> = Arc::default();
        let mut stopping = self.stopping.clone();
        let service = service_fn(move |request| {
            let (front, inside) = (self.clone(), Arc::clone(&inside));
            async move { Ok::<_, std::convert::Infallible>(front.answer(request, ends, &inside).await) }
        });
        let mut server = hyper::server::conn::http1::Builder::new();
        server.timer(TokioTimer::new()).header_read_timeout(HEAD);
        let connection = server.serve_connection(TokioIo::new(stream), service);
        let mut connection = std::pin::pin!(connection);
        let done = select! {
            _ = connection.as_mut() => true,
            _ = stopping.wait_for(|stop| *stop) => false,
        };
        if !done {
            connection.as_mut().graceful_shutdown();
            drop(timeout(STOP, connection).await);
        }
    }

    async fn answer(
        &self,
        mut request: Request<Incoming>,
        ends: Ends,
        inside: &Mutex<Option<Inside>>,
    ) -> Response<Either<Begun, Full<Bytes>>> {
        let Ok(begun) = Arc::clone(&self.begun).try_acquire_owned() else { return refused() };
        if let Some(private) = &self.private {
            let path = request.uri().path();
            if let Some(given) = private.trust.as_ref().and_then(|trust| trust.at(path, &ends.local.to_string())) {
                return told(given);
            }
            if !ends.secure {
                return onward(ends.local, path);
            }
        }
        let said = [(LOCAL, ends.local.to_string()), (PEER, ends.peer.ip().to_string())];
        for (name, value) in said {
            let Ok(value) = HeaderValue::from_str(&value) else { return refused() };
            request.headers_mut().insert(name, value);
        }
        request.headers_mut().remove(SECURE);
        if ends.secure {
            request.headers_mut().insert(SECURE, HeaderValue::from_static("1"));
        }
        // Dropped with this answer, or with its body: whoever makes it hears that nobody reads it.
        let reader = self.readers.begin();
        request.headers_mut().insert(READER, HeaderValue::from(reader.number()));
        let mut inside = inside.lock().await;
        let request = request.map(|body| Lively { body, still: None });
        match self.sender(&mut inside).await {
            Some(sender) => match sender.send_request(request).await {
                Ok(answer) => {
                    // A stream of events ends when the page goes; a stop does not wait for it.
                    let endless = answer.headers().get(CONTENT_TYPE).is_some_and(|kind| kind == "text/event-stream");
                    answer
                        .map(|body| Either::Left(Begun { body, _begun: (!endless).then_some(begun), _reader: reader }))
                }
                Err(_) => {
                    *inside = None;
                    refused()
                }
            },
            None => refused(),
        }
    }

    /// The connection to the server, made anew where the last one ended.
    async fn sender<'a>(&self, inside: &'a mut Option<Inside>) -> Option<&'a mut Inside> {
        let ready = match inside {
            Some(sender) => sender.ready().await.is_ok(),
            None => false,
        };
        if !ready {
            let stream = TcpStream::connect(self.inside).await.ok()?;
            stream.set_nodelay(true).ok()?;
            let (sender, connection) = hyper::client::conn::http1::handshake(TokioIo::new(stream)).await.ok()?;
            spawn(connection);
            *inside = Some(sender);
        }
        inside.as_mut()
    }
}

type Inside = SendRequest<Lively>;

fn refused() -> Response<Either<Begun, Full<Bytes>>> {
    const SAID: &str = r#"{"status":503,"title":"Not now","detail":"the server is stopping, or the request was broken off; try it again"}"#;
    let mut answer = Response::new(Either::Right(Full::new(Bytes::from_static(SAID.as_bytes()))));
    *answer.status_mut() = StatusCode::SERVICE_UNAVAILABLE;
    answer.headers_mut().insert(CONTENT_TYPE, HeaderValue::from_static("application/problem+json"));
    answer
}

fn told(given: Given) -> Response<Either<Begun, Full<Bytes>>> {
    let mut answer = Response::new(Either::Right(Full::new(Bytes::from(given.bytes))));
    let headers = answer.headers_mut();
    headers.insert(CONTENT_TYPE, HeaderValue::from_static(given.kind));
    headers.insert(
        CONTENT_SECURITY_POLICY,
        HeaderValue::from_static("default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'"),
    );
    if let Some(file) = given.file
        && let Ok(value) = HeaderValue::from_str(&format!("attachment; filename=\"{file}\""))
    {
        headers.insert(CONTENT_DISPOSITION, value);
    }
    answer
}

/// Nothing but how to trust this office is told without TLS.
fn onward(local: SocketAddr, path: &str) -> Response<Either<Begun, Full<Bytes>>> {
    let mut answer = Response::new(Either::Right(Full::new(Bytes::from_static(b"this server speaks https alone\n"))));
    *answer.status_mut() = StatusCode::PERMANENT_REDIRECT;
    answer.headers_mut().insert(CONTENT_TYPE, HeaderValue::from_static("text/plain; charset=utf-8"));
    if let Ok(to) = HeaderValue::from_str(&format!("https://{local}{path}")) {
        answer.headers_mut().insert(LOCATION, to);
    }
    answer
}

/// The body of a request, given up when nothing of it comes for too long.
struct Lively {
    body: Incoming,
    still: Option<Pin<Box<Sleep>>>,
}

impl Body for Lively {
    type Data = Bytes;
    type Error = Box<dyn std::error::Error + Send + Sync>;

    fn poll_frame(mut self: Pin<&mut Self>, context: &mut Context) -> Poll<Option<Result<Frame<Bytes>, Self::Error>>> {
        if let Poll::Ready(frame) = Pin::new(&mut self.body).poll_frame(context) {
            self.still = None;
            return Poll::Ready(frame.map(|frame| frame.map_err(Into::into)));
        }
        let still = self.still.get_or_insert_with(|| Box::pin(sleep(BODY)));
        match still.as_mut().poll(context) {
            Poll::Ready(()) => Poll::Ready(Some(Err("the request stood still for too long".into()))),
            Poll::Pending => Poll::Pending,
        }
    }

    fn is_end_stream(&self) -> bool {
        self.body.is_end_stream()
    }

    fn size_hint(&self) -> SizeHint {
        self.body.size_hint()
    }
}

/// The body of an answer that a stop waits for.
struct Begun {
    body: Incoming,
    _begun: Option<OwnedSemaphorePermit>,
    _reader: Waiting,
}

impl Body for Begun {
    type Data = Bytes;
    type Error = hyper::Error;

    fn poll_frame(mut self: Pin<&mut Self>, context: &mut Context) -> Poll<Option<Result<Frame<Bytes>, Self::Error>>> {
        Pin::new(&mut self.body).poll_frame(context)
    }

    fn is_end_stream(&self) -> bool {
        self.body.is_end_stream()
    }

    fn size_hint(&self) -> SizeHint {
        self.body.size_hint()
    }
}
