//! How a server is set up: by the command line, else by the environment, else by a file, else by default.

use std::net::{IpAddr, SocketAddr};
use std::ops::RangeInclusive;
use std::path::{Path, PathBuf};
use std::time::Duration;

use clap::{Args, ValueEnum};
use serde::Deserialize;

use crate::failure::Failure;
use crate::network::Privacy;

/// How often backups may be made, in hours: a month at most.
const HOURS: RangeInclusive<u32> = 1..=720;

/// What is said on standard error.
#[derive(Debug, Clone, Copy, PartialEq, Eq, ValueEnum, Deserialize)]
#[serde(rename_all = "kebab-case")]
pub enum Level {
    /// What failed.
    Error,
    /// What should not be as well.
    Warn,
    /// Starts, stops and sign-ins as well.
    Info,
    /// Requests as well, never what is in them.
    Debug,
}

/// In what form it is said.
#[derive(Debug, Clone, Copy, PartialEq, Eq, ValueEnum, Deserialize)]
#[serde(rename_all = "kebab-case")]
pub enum LogFormat {
    /// A line for people.
    Text,
    /// A line of JSON for programs.
    Json,
}

/// The options of a server, as far as they are given.
#[derive(Debug, Clone, Default, PartialEq, Eq, Args, Deserialize)]
#[serde(rename_all = "kebab-case", deny_unknown_fields)]
pub struct Listen {
    /// A file with these options, in TOML: port = 8000, hosts = ["studio.local"] and so on. The command line and the environment
    /// come before it.
    #[arg(long, value_name = "FILE", env = "NAILPUNCH_CONFIG")]
    #[serde(skip)]
    pub config: Option<PathBuf>,
    /// The first port to try, 8000 where none is named; the next free one is taken.
    #[arg(long, env = "NAILPUNCH_PORT")]
    pub port: Option<u16>,
    /// The address to listen on. Anything but loopback needs people, and TLS by `--network` or `--certificate`.
    #[arg(long, env = "NAILPUNCH_ADDRESS")]
    pub address: Option<IpAddr>,
    /// Serve the devices of the firm on this network: with a certificate that this program makes, and a page that says how a device
    /// takes it.
    #[arg(long, env = "NAILPUNCH_NETWORK", conflicts_with = "certificate")]
    #[serde(default)]
    pub network: bool,
    /// Speak TLS with this certificate, in PEM, with what it is signed by.
    #[arg(long, value_name = "FILE", env = "NAILPUNCH_CERTIFICATE", requires = "certificate_key")]
    pub certificate: Option<PathBuf>,
    /// The key of the certificate, in PEM.
    #[arg(long, value_name = "FILE", env = "NAILPUNCH_CERTIFICATE_KEY", requires = "certificate")]
    pub certificate_key: Option<PathBuf>,
    /// What is said on standard error, warn where nothing is named: requests from `debug` on, never what is in them.
    #[arg(long, value_enum, env = "NAILPUNCH_LOG")]
    pub log: Option<Level>,
    /// In what form, text where none is named.
    #[arg(long, value_enum, env = "NAILPUNCH_LOG_FORMAT")]
    pub log_format: Option<LogFormat>,
    /// Another name by which the server may be called, as in `--host tablet-cart.local`; may be repeated.
    #[arg(long = "host", value_name = "NAME", env = "NAILPUNCH_HOSTS", value_delimiter = ',')]
    #[serde(default)]
    pub hosts: Vec<String>,
    /// Tell the figures of the server, as Prometheus reads them, at this address of this machine, as in 127.0.0.1:9464.
    #[arg(long, value_name = "ADDRESS", env = "NAILPUNCH_FIGURES")]
    pub figures: Option<SocketAddr>,
    /// Where backups go by themselves while it runs: a folder, or s3://BUCKET/PREFIX with AWS_ENDPOINT, AWS_ACCESS_KEY_ID and
    /// AWS_SECRET_ACCESS_KEY in the environment. None are made where nothing is named.
    #[arg(long, value_name = "PLACE", env = "NAILPUNCH_BACKUP_TO")]
    pub backup_to: Option<String>,
    /// How often, in hours, 1 where nothing is named.
    #[arg(long, value_name = "HOURS", env = "NAILPUNCH_BACKUP_EVERY")]
    pub backup_every: Option<u32>,
    /// A file with a passphrase: the key of the seals goes along with each backup, locked by it.
    #[arg(long, value_name = "FILE", env = "NAILPUNCH_BACKUP_PASSPHRASE_FILE")]
    pub backup_passphrase_file: Option<PathBuf>,
    /// The database, where the command line names none.
    #[arg(skip)]
    pub data: Option<PathBuf>,
}

/// A server as it is set up.
#[derive(Debug, Clone)]
pub struct Settled {
    /// The address to listen on.
    pub address: IpAddr,
    /// The first port to try.
    pub port: u16,
    /// Its other names.
    pub hosts: Vec<String>,
    /// What keeps connections private.
    pub privacy: Privacy,
    /// What is said.
    pub log: Level,
    /// In what form.
    pub log_format: LogFormat,
    /// Where the figures are told.
    pub figures: Option<SocketAddr>,
    /// What is backed up by itself.
    pub backups: Option<Backups>,
}

/// Backups that are made by themselves.
#[derive(Debug, Clone)]
pub struct Backups {
    /// Where they go.
    pub to: String,
    /// How often.
    pub every: Duration,
    /// Where the passphrase is that locks the key of the seals.
    pub passphrase_file: Option<PathBuf>,
}

fn read(path: &Path) -> Result<Listen, Failure> {
    let failed = |reason: String| Failure::File { path: path.to_owned(), reason };
    let text = std::fs::read_to_string(path).map_err(|error| failed(error.to_string()))?;
    toml::from_str(&text)
        .map_err(|error| failed(format!("this is no file of options: {}", error.to_string().trim_end())))
}

impl Listen {
    /// With what the file says that it names, where nothing else is said.
    ///
    /// # Errors
    /// [`Failure::File`] when the file cannot be read, or holds what is no option.
    pub fn with_file(self) -> Result<Self, Failure> {
        let Some(path) = &self.config else { return Ok(self) };
        let file = read(path)?;
        let own_certificate = self.certificate.is_some() || self.certificate_key.is_some();
        Ok(Self {
            port: self.port.or(file.port),
            address: self.address.or(file.address),
            network: self.network || (file.network && !own_certificate),
            certificate: self.certificate.or(if self.network { None } else { file.certificate }),
            certificate_key: self.certificate_key.or(if self.network { None } else { file.certificate_key }),
            log: self.log.or(file.log),
            log_format: self.log_format.or(file.log_format),
            hosts: if self.hosts.is_empty() { file.hosts } else { self.hosts },
            figures: self.figures.or(file.figures),
            backup_to: self.backup_to.or(file.backup_to),
            backup_every: self.backup_every.or(file.backup_every),
            backup_passphrase_file: self.backup_passphrase_file.or(file.backup_passphrase_file),
            data: self.data.or(file.data),
            config: self.config,
        })
    }

    /// What is to be done, with a default for what is not said.
    ///
    /// # Errors
    /// [`Failure::Other`] when two options do not go together.
    pub fn settled(&self) -> Result<Settled, Failure> {
        let not_together = |what: &str| Err(Failure::Other(format!("{what}; name one of the two ways to TLS")));
        let privacy = match (&self.certificate, &self.certificate_key) {
            (Some(_), _) | (_, Some(_)) if self.network => {
                return not_together("network makes a certificate, and another one is named");
            }
            (Some(certificate), Some(key)) => Privacy::Given { certificate: certificate.clone(), key: key.clone() },
            (None, None) if self.network => Privacy::Own,
            (None, None) => Privacy::None,
            _ => return not_together("a certificate and its key go together, and one is missing"),
        };
        let hours = self.backup_every.unwrap_or(1);
        if !HOURS.contains(&hours) {
            let (least, most) = (HOURS.start(), HOURS.end());
            return Err(Failure::Other(format!("backup-every is a number of hours from {least} to {most}")));
        }
        let backups = self.backup_to.as_ref().map(|to| Backups {
            to: to.clone(),
            every: Duration::from_secs(u64::from(hours) * 3_600),
            passphrase_file: self.backup_passphrase_file.clone(),
        });
        let here = IpAddr::from(if self.network { [0, 0, 0, 0] } else { [127, 0, 0, 1] });
        Ok(Settled {
            address: self.address.unwrap_or(here),
            port: self.port.unwrap_or(8000),
            hosts: self.hosts.clone(),
            privacy,
            log: self.log.unwrap_or(Level::Warn),
            log_format: self.log_format.unwrap_or(LogFormat::Text),
            figures: self.figures,
            backups,
        })
    }
}

impl Settled {
    /// Begins to say what happens, on standard error.
    pub fn begin_log(&self) {
        let level = match self.log {
            Level::Error => tracing::Level::ERROR,
            Level::Warn => tracing::Level::WARN,
            Level::Info => tracing::Level::INFO,
            Level::Debug => tracing::Level::DEBUG,
        };
        let said = tracing_subscriber::fmt().with_max_level(level).with_writer(std::io::stderr).with_ansi(false);
        match self.log_format {
            LogFormat::Text => said.init(),
            LogFormat::Json => said.json().flatten_event(true).init(),
        }
    }
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::*;

    fn with(text: &str, line: Listen) -> Result<Listen, Failure> {
        let folder = tempfile::tempdir().unwrap();
        let path = folder.path().join("nailpunch.toml");
        std::fs::write(&path, text).unwrap();
        Listen { config: Some(path), ..line }.with_file()
    }

    #[test]
    fn the_line_comes_before_the_file_and_the_file_before_the_default() {
        let file = "port = 8443\nnetwork = true\nhosts = [\"studio.local\"]\nlog = \"info\"\nlog-format = \"json\"\ndata = \"/var/a.sqlite\"";
        let both = with(file, Listen { port: Some(9000), ..Listen::default() }).unwrap();
        assert_eq!(both.data.as_deref(), Some(Path::new("/var/a.sqlite")));
        let settled = both.settled().unwrap();
        assert_eq!((settled.port, settled.log, settled.log_format), (9000, Level::Info, LogFormat::Json));
        assert_eq!((settled.address, settled.hosts.len()), (IpAddr::from([0, 0, 0, 0]), 1));
        assert!(matches!(settled.privacy, Privacy::Own));
        let alone = Listen::default().settled().unwrap();
        assert_eq!((alone.port, alone.address), (8000, IpAddr::from([127, 0, 0, 1])));
        assert!(matches!(alone.privacy, Privacy::None));
    }

    #[test]
    fn backups_are_made_each_hour_to_each_month() {
        let every =
            |hours| Listen { backup_to: Some("/kept".into()), backup_every: hours, ..Listen::default() }.settled();
        assert_eq!(every(None).unwrap().backups.unwrap().every, Duration::from_secs(3_600));
        assert_eq!(every(Some(720)).unwrap().backups.unwrap().every, Duration::from_secs(720 * 3_600));
        for hours in [0, 721] {
            let error = every(Some(hours)).unwrap_err().to_string();
            assert!(error.contains("from 1 to 720"), "{error}");
        }
        assert!(Listen::default().settled().unwrap().backups.is_none());
    }

    #[test]
    fn a_certificate_of_the_line_takes_the_place_of_the_network_of_the_file() {
        let given = Listen { certificate: Some("c".into()), certificate_key: Some("k".into()), ..Listen::default() };
        let settled = with("network = true", given).unwrap().settled().unwrap();
        assert!(matches!(settled.privacy, Privacy::Given { .. }));
        let file = "certificate = \"c\"\ncertificate-key = \"k\"";
        let settled = with(file, Listen { network: true, ..Listen::default() }).unwrap().settled().unwrap();
        assert!(matches!(settled.privacy, Privacy::Own));
    }

    #[test]
    fn what_is_wrong_in_a_file_is_named() {
        for (text, said) in [
            ("prot = 8000", "prot"),
            ("port = 99999", "port"),
            ("log = \"loud\"", "loud"),
            ("address = \"here\"", "address"),
            ("port 8000", "no file of options"),
        ] {
            let error = with(text, Listen::default()).unwrap_err().to_string();
            assert!(error.contains(said) && error.contains("nailpunch.toml"), "{text}: {error}");
        }
        let missing = Listen { config: Some("/nonexistent.toml".into()), ..Listen::default() }.with_file().unwrap_err();
        assert!(missing.to_string().contains("/nonexistent.toml"));
        let half = with("certificate = \"c\"", Listen::default()).unwrap().settled().unwrap_err().to_string();
        assert!(half.contains("one is missing"), "{half}");
        let two = with("network = true\ncertificate = \"c\"\ncertificate-key = \"k\"", Listen::default()).unwrap();
        assert!(two.settled().unwrap_err().to_string().contains("network"));
    }
}
