//! The authority of an office, kept beside its database, and the certificates that it signs.
//!
//! The authority vouches for names of a house or office alone (RFC 5280, 4.2.1.10, name constraints): a tablet that trusts it does not
//! trust it for anything in the world outside. Certificates are made anew at each start and each month, and their keys never touch the
//! disk.

use std::io::Write;
use std::net::IpAddr;
use std::path::{Path, PathBuf};
use std::sync::{Arc, PoisonError, RwLock};

use nailpunch_store::create_private;
use rcgen::{
    BasicConstraints, CertificateParams, CidrSubnet, DistinguishedName, DnType, ExtendedKeyUsagePurpose,
    GeneralSubtree, IsCa, Issuer, KeyPair, KeyUsagePurpose, NameConstraints, PublicKeyData,
};
use rocket::time::{Duration, OffsetDateTime};
use sha2::{Digest, Sha256};
use tokio_rustls::rustls::crypto::ring;
use tokio_rustls::rustls::pki_types::pem::PemObject;
use tokio_rustls::rustls::pki_types::{CertificateDer, PrivateKeyDer};
use tokio_rustls::rustls::server::{ClientHello, ResolvesServerCert};
use tokio_rustls::rustls::sign::CertifiedKey;
use tokio_rustls::rustls::{self, ServerConfig};
use x509_parser::extensions::GeneralName;

/// How long an authority holds.
const AUTHORITY: Duration = Duration::days(3650);
/// How long a certificate holds. Phones refuse more than 398 days; common practice, no source.
const CERTIFICATE: Duration = Duration::days(90);
/// After how long a running server makes another.
pub const RENEW: std::time::Duration = std::time::Duration::from_secs(30 * 24 * 3600);
/// A clock that is behind by so much still takes them.
const BEFORE: Duration = Duration::days(2);

/// Names of a house or office: special-use names (RFC 6762, RFC 8375, RFC 6761) and what routers commonly give out.
const NAMES: [&str; 5] = ["local", "home.arpa", "lan", "internal", "localhost"];
/// Addresses of a house or office: RFC 1918, RFC 3927, RFC 6598, RFC 1122.
const V4: [([u8; 4], u8); 6] = [
    ([10, 0, 0, 0], 8),
    ([172, 16, 0, 0], 12),
    ([192, 168, 0, 0], 16),
    ([169, 254, 0, 0], 16),
    ([100, 64, 0, 0], 10),
    ([127, 0, 0, 0], 8),
];

/// Why no connection can be kept private.
#[derive(Debug, thiserror::Error)]
pub enum NetworkError {
    /// A file cannot be read or written.
    #[error("{}: {reason}", path.display())]
    File {
        /// The file.
        path: PathBuf,
        /// What is wrong and what to do.
        reason: String,
    },
    /// A certificate is not valid now.
    #[error("the certificate in {} holds from {from} to {to}, and today it does not; {todo}", path.display())]
    NotValid {
        /// The file.
        path: PathBuf,
        /// Its first moment.
        from: String,
        /// Its last moment.
        to: String,
        /// What to do.
        todo: &'static str,
    },
    /// A certificate cannot be made.
    #[error("the certificate could not be made: {0}")]
    Made(#[from] rcgen::Error),
    /// A certificate cannot be used.
    #[error("the certificate cannot be used: {0}")]
    Used(#[from] rustls::Error),
}

/// The authority of an office.
pub struct Authority {
    key: KeyPair,
    certificate: CertificateDer<'static>,
}

/// Where the authority of a database is kept.
fn folder(database: &Path) -> PathBuf {
    let mut name = database.as_os_str().to_owned();
    name.push(".network");
    PathBuf::from(name)
}

fn failed(path: &Path, reason: impl std::fmt::Display) -> NetworkError {
    NetworkError::File { path: path.to_owned(), reason: reason.to_string() }
}

fn hex(bytes: &[u8]) -> String {
    bytes.iter().map(|byte| format!("{byte:02X}")).collect::<Vec<_>>().join(":")
}

/// The name of an authority: that of its key, so that two offices on one tablet are told apart.
fn named(key: &KeyPair) -> DistinguishedName {
    let mut name = DistinguishedName::new();
    let digest = Sha256::digest(key.der_bytes());
    name.push(DnType::CommonName, format!("Nailpunch office {}", hex(&digest[..4]).replace(':', "")));
    name
}

/// What an authority may vouch for: the addresses and names of any house or office, and those of this machine.
fn authority_params(key: &KeyPair, addresses: &[IpAddr], hosts: &[String]) -> CertificateParams {
    let mut params = CertificateParams::default();
    let now = OffsetDateTime::now_utc();
    (params.not_before, params.not_after) = (now - BEFORE, now + AUTHORITY);
    params.distinguished_name = named(key);
    params.is_ca = IsCa::Ca(BasicConstraints::Constrained(0));
    params.key_usages = vec![KeyUsagePurpose::KeyCertSign, KeyUsagePurpose::CrlSign];
    let own = addresses
        .iter()
        .map(|address| CidrSubnet::from_addr_prefix(*address, if address.is_ipv4() { 32 } else { 128 }));
    let addresses = V4.into_iter().map(|(address, prefix)| CidrSubnet::from_v4_prefix(address, prefix));
    let local = [0xfc, 0xfe].into_iter().zip([7, 10]).map(|(first, prefix)| {
        let mut address = [0; 16];
        (address[0], address[1]) = (first, if first == 0xfe { 0x80 } else { 0 });
        CidrSubnet::from_v6_prefix(address, prefix)
    });
    let more = hosts.iter().filter(|host| !NAMES.contains(&host.as_str()));
    let names = NAMES.into_iter().map(str::to_owned).chain(more.cloned());
    params.name_constraints = Some(NameConstraints {
        permitted_subtrees: addresses
            .chain(local)
            .chain(own)
            .map(GeneralSubtree::IpAddress)
            .chain(names.map(GeneralSubtree::DnsName))
            .collect(),
        excluded_subtrees: Vec::new(),
    });
    params
}

impl Authority {
    /// The authority of a database, made where there is none yet for this machine with its addresses and names.
    ///
    /// # Errors
    /// [`NetworkError::File`] when its files cannot be read or written, [`NetworkError::NotValid`] when its ten years are over.
    pub fn of(database: &Path, addresses: &[IpAddr], hosts: &[String]) -> Result<Self, NetworkError> {
        let folder = folder(database);
        let [key_file, file] = ["authority.key.pem", "authority.crt.pem"].map(|name| folder.join(name));
        if !key_file.exists() {
            let key = KeyPair::generate()?;
            let certificate = authority_params(&key, addresses, hosts).self_signed(&key)?;
            keep(&folder, [(&file, certificate.pem()), (&key_file, key.serialize_pem())])?;
            return Ok(Self { key, certificate: certificate.der().clone() });
        }
        let todo = "move the folder away to begin with a new authority, which every device has to take";
        let text = std::fs::read_to_string(&key_file).map_err(|error| failed(&key_file, error))?;
        let key =
            KeyPair::from_pem(&text).map_err(|error| failed(&key_file, format!("this is no key ({error}); {todo}")))?;
        let certificate =
            CertificateDer::from_pem_file(&file).map_err(|error| failed(&file, format!("{error}; {todo}")))?;
        holds(&file, &certificate, todo)?;
        Ok(Self { key, certificate })
    }

    /// By what it is told from every other: SHA-256 of its certificate, in pairs of digits.
    pub fn fingerprint(&self) -> String {
        hex(&Sha256::digest(&self.certificate))
    }

    /// Its certificate, for a device to take.
    pub fn certificate(&self) -> &[u8] {
        &self.certificate
    }

    /// Whether it may vouch for an address or name.
    pub fn vouches_for(&self, name: &str) -> bool {
        let Ok((_, read)) = x509_parser::parse_x509_certificate(&self.certificate) else { return false };
        let Ok(Some(constraints)) = read.name_constraints() else { return false };
        let permitted = constraints.value.permitted_subtrees.iter().flatten();
        let address = name.parse::<IpAddr>().ok().map(|address| match address {
            IpAddr::V4(address) => address.octets().to_vec(),
            IpAddr::V6(address) => address.octets().to_vec(),
        });
        permitted.into_iter().any(|subtree| match (&subtree.base, &address) {
            (GeneralName::IPAddress(permitted), Some(address)) if permitted.len() == 2 * address.len() => {
                let (network, mask) = permitted.split_at(address.len());
                address.iter().zip(mask).zip(network).all(|((byte, mask), network)| byte & mask == *network)
            }
            (GeneralName::DNSName(permitted), None) => {
                name.strip_suffix(permitted).is_some_and(|before| before.is_empty() || before.ends_with('.'))
            }
            _ => false,
        })
    }

    /// A certificate for the addresses and names of this machine, with a key that is nowhere else.
    fn sign(&self, addresses: &[IpAddr], hosts: &[String]) -> Result<CertifiedKey, NetworkError> {
        let names = addresses.iter().map(ToString::to_string).chain(hosts.iter().cloned());
        let (vouched, others): (Vec<String>, Vec<String>) = names.partition(|name| self.vouches_for(name));
        for name in others {
            // One that it may not vouch for would make the whole certificate worth nothing.
            tracing::warn!(
                name,
                "the authority of this office does not vouch for this address; reach the server by another"
            );
        }
        let mut params = CertificateParams::new(vouched)?;
        let now = OffsetDateTime::now_utc();
        (params.not_before, params.not_after) = (now - BEFORE, now + CERTIFICATE);
        params.distinguished_name = DistinguishedName::new();
        params.distinguished_name.push(DnType::CommonName, "Nailpunch");
        params.key_usages = vec![KeyUsagePurpose::DigitalSignature];
        params.extended_key_usages = vec![ExtendedKeyUsagePurpose::ServerAuth];
        params.use_authority_key_identifier_extension = true;
        let key = KeyPair::generate()?;
        let issuer = Issuer::new(authority_params(&self.key, &[], &[]), &self.key);
        let certificate = params.signed_by(&key, &issuer)?;
        let secret =
            PrivateKeyDer::try_from(key.serialize_der()).map_err(|error| rustls::Error::General(error.to_owned()))?;
        let secret = ring::sign::any_supported_type(&secret)?;
        Ok(CertifiedKey::new(vec![certificate.der().clone(), self.certificate.clone()], secret))
    }
}

/// Keeps files for their owner alone, in this order: an authority that is there by half is none.
fn keep(folder: &Path, files: [(&PathBuf, String); 2]) -> Result<(), NetworkError> {
    std::fs::create_dir_all(folder).map_err(|error| failed(folder, error))?;
    for (path, text) in files {
        let aside = path.with_extension("new");
        let written = create_private(&aside).and_then(|mut made| {
            made.set_len(0)?;
            made.write_all(text.as_bytes())?;
            made.sync_all()?;
            std::fs::rename(&aside, path)
        });
        written.map_err(|error| failed(path, error))?;
    }
    Ok(())
}

/// Says when a certificate does not hold now.
fn holds(path: &Path, certificate: &CertificateDer, todo: &'static str) -> Result<(), NetworkError> {
    let (_, read) = x509_parser::parse_x509_certificate(certificate)
        .map_err(|error| failed(path, format!("this is no certificate: {error}")))?;
    let validity = read.validity();
    if validity.is_valid() {
        return Ok(());
    }
    let day = |at: x509_parser::time::ASN1Time| at.to_datetime().date().to_string();
    Err(NetworkError::NotValid {
        path: path.to_owned(),
        from: day(validity.not_before),
        to: day(validity.not_after),
        todo,
    })
}

/// What a server speaks TLS with. The certificate changes while it runs.
#[derive(Debug)]
pub struct Tls {
    now: RwLock<Arc<CertifiedKey>>,
}

impl Tls {
    /// By an authority of one's own, for the addresses and names of this machine.
    ///
    /// # Errors
    /// [`NetworkError::Made`], [`NetworkError::Used`].
    pub fn under(authority: &Authority, addresses: &[IpAddr], hosts: &[String]) -> Result<Self, NetworkError> {
        Ok(Self { now: RwLock::new(Arc::new(authority.sign(addresses, hosts)?)) })
    }

    /// By a certificate and a key that somebody else made, both in PEM.
    ///
    /// # Errors
    /// [`NetworkError::File`], [`NetworkError::NotValid`], [`NetworkError::Used`] when the key is not that of the certificate.
    pub fn given(certificate: &Path, key: &Path) -> Result<Self, NetworkError> {
        let chain = CertificateDer::pem_file_iter(certificate).and_then(Iterator::collect::<Result<Vec<_>, _>>);
        let chain = chain.map_err(|error| failed(certificate, format!("{error}; name a certificate in PEM")))?;
        let Some(first) = chain.first() else {
            return Err(failed(certificate, "there is no certificate in it; name one in PEM"));
        };
        holds(certificate, first, "have it renewed, or leave it out and use --network")?;
        let secret =
            PrivateKeyDer::from_pem_file(key).map_err(|error| failed(key, format!("{error}; name a key in PEM")))?;
        let signer = CertifiedKey::from_der(chain, secret, &ring::default_provider())?;
        Ok(Self { now: RwLock::new(Arc::new(signer)) })
    }

    /// Takes a fresh certificate under the same authority.
    ///
    /// # Errors
    /// [`NetworkError::Made`], [`NetworkError::Used`]; the one before goes on.
    pub fn renew(&self, authority: &Authority, addresses: &[IpAddr], hosts: &[String]) -> Result<(), NetworkError> {
        let fresh = Arc::new(authority.sign(addresses, hosts)?);
        *self.now.write().unwrap_or_else(PoisonError::into_inner) = fresh;
        Ok(())
    }

    /// How connections are taken with it: TLS 1.2 and 1.3, HTTP/1.1.
    ///
    /// # Errors
    /// [`NetworkError::Used`] when the system has no cryptography for it.
    pub fn server(self: &Arc<Self>) -> Result<Arc<ServerConfig>, NetworkError> {
        let by_certificate = Arc::clone(self);
        let mut config = ServerConfig::builder_with_provider(Arc::new(ring::default_provider()))
            .with_safe_default_protocol_versions()?
            .with_no_client_auth()
            .with_cert_resolver(by_certificate);
        config.alpn_protocols = vec![b"http/1.1".to_vec()];
        Ok(Arc::new(config))
    }
}

impl ResolvesServerCert for Tls {
    fn resolve(&self, _: ClientHello) -> Option<Arc<CertifiedKey>> {
        Some(Arc::clone(&self.now.read().unwrap_or_else(PoisonError::into_inner)))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn hosts() -> Vec<String> {
        vec!["localhost".to_owned()]
    }

    #[test]
    fn an_authority_is_made_once_and_is_for_its_owner_alone() {
        let folder = tempfile::tempdir().expect("a folder");
        let database = folder.path().join("audits.sqlite");
        let first = Authority::of(&database, &[], &hosts()).expect("made");
        let second = Authority::of(&database, &[], &hosts()).expect("read");
        assert_eq!(first.fingerprint(), second.fingerprint());
        assert_eq!(first.fingerprint().len(), 32 * 3 - 1);
        #[cfg(unix)]
        {
            use std::os::unix::fs::PermissionsExt;
            let key = super::folder(&database).join("authority.key.pem");
            assert_eq!(std::fs::metadata(key).expect("it is there").permissions().mode() & 0o077, 0);
        }
        let other = Authority::of(&folder.path().join("other.sqlite"), &[], &hosts()).expect("made");
        assert_ne!(other.fingerprint(), first.fingerprint(), "two firms have two");
    }

    #[test]
    fn it_vouches_for_a_house_and_for_nothing_outside() {
        let folder = tempfile::tempdir().expect("a folder");
        let authority = Authority::of(&folder.path().join("audits.sqlite"), &[], &hosts()).expect("made");
        let (_, read) = x509_parser::parse_x509_certificate(authority.certificate()).expect("a certificate");
        assert!(read.is_ca());
        assert!(read.name_constraints().is_ok_and(|known| known.is_some_and(|known| known.critical)));
        for inside in
            ["192.168.1.5", "10.9.8.7", "172.31.0.1", "fe80::1", "fd00::7", "localhost", "studio.local", "a.home.arpa"]
        {
            assert!(authority.vouches_for(inside), "{inside}");
        }
        for outside in ["192.0.2.7", "172.32.0.1", "2001:db8::1", "example.com", "local.example.com", "mylocal", ""] {
            assert!(!authority.vouches_for(outside), "{outside}");
        }
        let public =
            Authority::of(&folder.path().join("b.sqlite"), &[IpAddr::from([192, 0, 2, 7])], &["office".to_owned()]);
        let public = public.expect("made");
        assert!(public.vouches_for("192.0.2.7") && public.vouches_for("office") && !public.vouches_for("192.0.2.8"));
    }

    #[test]
    fn an_authority_that_ran_out_is_said_with_what_to_do() {
        let folder = tempfile::tempdir().expect("a folder");
        let database = folder.path().join("audits.sqlite");
        let authority = Authority::of(&database, &[], &hosts()).expect("made");
        let mut old = authority_params(&authority.key, &[], &[]);
        let past = OffsetDateTime::now_utc() - Duration::days(30);
        (old.not_before, old.not_after) = (past - AUTHORITY, past);
        let text = old.self_signed(&authority.key).expect("signed").pem();
        std::fs::write(super::folder(&database).join("authority.crt.pem"), text).expect("written");
        let said = Authority::of(&database, &[], &hosts()).map(|_| ()).expect_err("it ran out").to_string();
        assert!(said.contains(&past.date().to_string()) && said.contains("new authority"), "{said}");
    }

    #[test]
    fn a_given_certificate_needs_its_own_key() {
        let folder = tempfile::tempdir().expect("a folder");
        let [certificate, key, other] = ["c.pem", "k.pem", "o.pem"].map(|name| folder.path().join(name));
        let made = rcgen::generate_simple_self_signed(hosts()).expect("made");
        std::fs::write(&certificate, made.cert.pem()).expect("written");
        std::fs::write(&key, made.signing_key.serialize_pem()).expect("written");
        std::fs::write(&other, KeyPair::generate().expect("made").serialize_pem()).expect("written");
        assert!(Tls::given(&certificate, &key).is_ok());
        assert!(Tls::given(&certificate, &other).is_err_and(|error| error.to_string().contains("cannot be used")));
        assert!(Tls::given(&key, &key).is_err_and(|error| error.to_string().contains("k.pem")));
        assert!(
            Tls::given(&folder.path().join("none.pem"), &key)
                .is_err_and(|error| error.to_string().contains("none.pem"))
        );
    }
}
