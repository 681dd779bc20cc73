//! Where this machine is reached.

use std::net::{IpAddr, SocketAddr};

use serde::Serialize;
use utoipa::ToSchema;

use super::mark::as_svg;

/// Where the server is reached by others.
#[derive(Debug, Clone, Default)]
pub struct Network {
    /// Its addresses and names with the port, those that others use first.
    pub places: Vec<String>,
    /// The fingerprint of the authority that a device has to take; none where it knows it already.
    pub fingerprint: Option<String>,
}

/// An address with the picture that leads a camera there.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct Marked {
    /// The address.
    pub url: String,
    /// The picture, as SVG.
    pub svg: String,
}

/// How a device comes to be paired, by one of the addresses of this machine.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct Invitation {
    /// The address or name, with its port.
    pub place: String,
    /// First, where the device does not know the certificate: the page that says how it is taken.
    pub trust: Option<Marked>,
    /// Then: the page that pairs it.
    pub pair: Marked,
    /// The fingerprint that the device must show before it takes the certificate.
    pub fingerprint: Option<String>,
}

fn marked(url: String) -> Option<Marked> {
    Some(Marked { svg: as_svg(&url)?, url })
}

impl Network {
    /// How a device comes to be paired by a code, by each of the addresses.
    pub fn invitations(&self, code: &str) -> Vec<Invitation> {
        let invitation = |place: &String| {
            let trust = match &self.fingerprint {
                Some(_) => Some(marked(format!("http://{place}/trust"))?),
                None => None,
            };
            // Behind the mark of a fragment the code is sent to nobody.
            let pair = marked(format!("https://{place}/pair#{code}"))?;
            Some(Invitation { place: place.clone(), trust, pair, fingerprint: self.fingerprint.clone() })
        };
        self.places.iter().filter_map(invitation).collect()
    }
}

/// The addresses by which others reach a server that listens on `address`, and this machine itself, those of others first.
pub fn addresses(listening: IpAddr) -> Vec<IpAddr> {
    if !listening.is_unspecified() {
        return vec![listening];
    }
    let mut found: Vec<IpAddr> =
        if_addrs::get_if_addrs().unwrap_or_default().into_iter().map(|known| known.ip()).collect();
    // What begins with fe80 is told from its neighbours by an interface, which no page can name.
    found.retain(|address| match address {
        IpAddr::V4(_) => listening.is_ipv4() || listening.is_unspecified(),
        IpAddr::V6(address) => listening.is_ipv6() && !address.is_unicast_link_local(),
    });
    found.sort_by_key(|address| (address.is_loopback(), address.is_ipv6(), *address));
    found.dedup();
    found
}

/// The places of a server with these addresses and names.
pub fn places(addresses: &[IpAddr], hosts: &[String], port: u16) -> Vec<String> {
    let others = addresses.iter().filter(|address| !address.is_loopback());
    let named = hosts.iter().filter(|host| host.as_str() != "localhost").map(|host| format!("{host}:{port}"));
    others.map(|address| SocketAddr::new(*address, port).to_string()).chain(named).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_device_is_led_to_the_certificate_first_and_then_to_its_pairing() {
        let network = Network { places: vec!["192.168.1.5:8000".to_owned()], fingerprint: Some("AB:CD".to_owned()) };
        let made = network.invitations("ABCDEFGHJK");
        let [invitation] = made.as_slice() else { panic!("one address, one invitation") };
        assert_eq!(invitation.trust.as_ref().map(|known| known.url.as_str()), Some("http://192.168.1.5:8000/trust"));
        assert_eq!(invitation.pair.url, "https://192.168.1.5:8000/pair#ABCDEFGHJK");
        let known = Network { fingerprint: None, ..network };
        assert!(known.invitations("ABCDEFGHJK")[0].trust.is_none());
        assert!(Network::default().invitations("ABCDEFGHJK").is_empty());
    }

    #[test]
    fn others_come_before_this_machine() {
        let here = [IpAddr::from([192, 168, 1, 5]), IpAddr::from([127, 0, 0, 1])];
        assert_eq!(
            places(&here, &["localhost".to_owned(), "studio.local".to_owned()], 8000),
            ["192.168.1.5:8000", "studio.local:8000"]
        );
        assert_eq!(addresses(here[0]), [here[0]]);
        assert!(addresses(IpAddr::from([0, 0, 0, 0])).contains(&here[1]), "this machine reaches itself");
    }
}
