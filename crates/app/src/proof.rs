//! `nailpunch verify`: whether a bundle is as it was sealed, by whom, and a PDF the one sealed with it.

use std::path::Path;
use std::process::ExitCode;

use nailpunch_core::facts::Bundle;
use nailpunch_report::{Proof, SealKey, key_bytes, verify};
use nailpunch_store::seal_key;

use crate::failure::Failure;

/// The exit code for a seal that is unaltered, but by nobody that one knows.
const UNKNOWN: u8 = 3;

/// What is said of a sealed bundle, and the exit code.
///
/// # Errors
/// [`Failure`] when a file cannot be read or a key is none.
pub fn prove(
    path: &Path,
    bundle: &Bundle,
    pdf: Option<&Path>,
    key: Option<&str>,
    data: &Path,
) -> Result<(String, ExitCode), Failure> {
    let read = |path: &Path| {
        std::fs::read(path).map_err(|error| Failure::File { path: path.to_owned(), reason: error.to_string() })
    };
    // Known is what this store or the one who asks knows; never what the bundle says of itself.
    let mut known: Vec<String> = seal_key(data)?.iter().map(|key| SealKey::new(key).public()).collect();
    if let Some(key) = key {
        if key_bytes::<32>(key).is_none() {
            let what = "--key is no public key; write its 64 hexadecimal digits as the report prints them";
            return Err(Failure::Other(what.to_owned()));
        }
        known.push(key.to_lowercase());
    }
    let verified = verify(&read(path)?, bundle, pdf.map(read).transpose()?.as_deref(), &known);
    Ok(match verified {
        Err(why) => (format!("Not as sealed: {why}."), ExitCode::FAILURE),
        Ok((seal, proof)) => {
            let unaltered = format!("Unaltered since seal {} of {}: {}", seal.number, seal.at, seal.data_sha256);
            match proof {
                Proof::KnownKey(key) => {
                    (format!("{unaltered}\nSigned with a key that is known: {key}"), ExitCode::SUCCESS)
                }
                Proof::UnknownKey(key) => (
                    format!(
                        "{unaltered}\nSigned with a key that is not known here: {key}. Compare it with the one on the firm's own \
                         report, and name it with --key"
                    ),
                    ExitCode::from(UNKNOWN),
                ),
                Proof::NotSigned => {
                    (format!("{unaltered}\nNot signed: anybody could have made this seal"), ExitCode::from(UNKNOWN))
                }
            }
        }
    })
}
