//! Who asks: nobody in particular on a machine of one's own, or a person of the firm who is signed in.

use std::net::{IpAddr, Ipv6Addr, SocketAddr};

use nailpunch_core::access::{Act, acts_of, may};
use nailpunch_core::facts::Person;
use nailpunch_store::{Author, SignIn};
use rocket::http::{Cookie, SameSite};
use rocket::request::{FromRequest, Outcome};
use rocket::{Request, async_trait};

use super::front::{LOCAL, PEER, SECURE};
use crate::clock::now;

/// Who asks.
#[derive(Clone, Debug)]
pub enum Who {
    /// The firm has no people yet: nobody is asked who they are.
    Anybody,
    /// Nobody is signed in; something was shown that opens nothing any more, or nothing was.
    Nobody {
        /// Something was shown.
        shown: bool,
    },
    /// The store cannot be asked just now.
    Unknown,
    /// Somebody who is signed in, and where.
    Signed(Box<(Person, SignIn)>),
}

impl Who {
    /// Whether they may do this.
    pub fn may(&self, act: Act) -> bool {
        match self {
            Self::Anybody => true,
            Self::Nobody { .. } | Self::Unknown => false,
            Self::Signed(signed) => may(signed.0.role, act),
        }
    }

    /// All that they may do.
    pub fn acts(&self) -> Vec<Act> {
        match self {
            Self::Anybody => Act::ALL.to_vec(),
            Self::Nobody { .. } | Self::Unknown => Vec::new(),
            Self::Signed(signed) => acts_of(signed.0.role),
        }
    }

    /// The person, and where they are signed in.
    pub fn signed(&self) -> Option<&(Person, SignIn)> {
        match self {
            Self::Signed(signed) => Some(signed),
            _ => None,
        }
    }

    /// Who they are in the journal.
    pub fn author(&self) -> Author {
        let who = self.signed().map_or("inspector", |(person, _)| &person.name);
        Author { who: who.to_owned(), at: now() }
    }
}

/// Whether a request came in by the gate.
pub struct Passed(pub bool);

/// The address that was connected to, as the front says.
pub fn local(request: &Request) -> Option<SocketAddr> {
    request.headers().get_one(LOCAL).and_then(|local| local.parse().ok())
}

/// How the request came.
#[derive(Clone, Copy, Debug)]
pub struct Came {
    /// From where; of a network that hands out whole blocks of addresses, the block.
    pub from: IpAddr,
    /// Through TLS.
    pub secure: bool,
    /// To which port: a browser gives a cookie to every port of an address, so that two servers on one machine need two.
    pub port: Option<u16>,
}

impl Came {
    /// As the front says, whatever came with the request.
    pub fn of(request: &Request) -> Self {
        let peer = request.headers().get_one(PEER).and_then(|peer| peer.parse().ok());
        let from = match peer.unwrap_or(IpAddr::from([127, 0, 0, 1])) {
            // One customer has a /64 and could try from each of its addresses.
            IpAddr::V6(address) => match address.to_ipv4_mapped() {
                Some(address) => address.into(),
                None => {
                    let [a, b, c, d, ..] = address.segments();
                    Ipv6Addr::new(a, b, c, d, 0, 0, 0, 0).into()
                }
            },
            address @ IpAddr::V4(_) => address,
        };
        let secure = request.headers().get_one(SECURE).is_some();
        Self { from, secure, port: local(request).map(|local| local.port()) }
    }

    /// The name of the cookie that holds the secret: over TLS only this very server can set and read it.
    pub fn cookie_name(self) -> String {
        let prefix = if self.secure { "__Host-" } else { "" };
        self.port.map_or_else(|| format!("{prefix}nailpunch"), |port| format!("{prefix}nailpunch-{port}"))
    }

    /// The cookie itself: no script reads it, and no other page sends it.
    pub fn cookie(self, secret: String, seconds: i64) -> Cookie<'static> {
        Cookie::build((self.cookie_name(), secret))
            .path("/")
            .http_only(true)
            .same_site(SameSite::Strict)
            .secure(self.secure)
            .max_age(rocket::time::Duration::seconds(seconds))
            .build()
    }
}

#[async_trait]
impl<'r> FromRequest<'r> for Came {
    type Error = std::convert::Infallible;

    async fn from_request(request: &'r Request<'_>) -> Outcome<Self, Self::Error> {
        Outcome::Success(Self::of(request))
    }
}
