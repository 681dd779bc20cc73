//! `nailpunch doctor`: what is wrong with a database, and what to do.

use std::io::Write;
use std::path::{Path, PathBuf};

use nailpunch_core::assess::Acceptance;
use nailpunch_core::facts::{Bundle, Pointer};
use nailpunch_report::{SealKey, bare_pictures, sha256, verify};
use nailpunch_store::{Store, StoreError, Unreadable};

use crate::clock::command_line as author;
use crate::failure::Failure;

/// What is done with records that cannot be read.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Mend {
    /// Nothing.
    No,
    /// What can be read of them is kept.
    Salvage,
    /// They are deleted.
    SetAside,
}

/// Examines the database at `path`; answers what it found, a sentence each, with what to do.
///
/// # Errors
/// [`Failure`] when the database cannot be opened at all; the sentence says what to do.
pub fn examine(path: &Path, mend: Mend) -> Result<Vec<String>, Failure> {
    let store = Store::open(path)?;
    let mut found = store.examine()?;
    for record in store.unreadable()? {
        found.push(match mend {
            Mend::No => {
                let Unreadable { kind, id, audit_id, reason } = record;
                format!(
                    "the {kind} {id} of the audit {audit_id} cannot be read ({reason}); the rest goes on without it. \
                     `doctor --salvage` keeps what can be read of it, `doctor --set-aside` deletes it; both keep it as a file"
                )
            }
            Mend::Salvage | Mend::SetAside => mended(&store, path, &record, mend == Mend::Salvage)?,
        });
    }
    for walk in store.audits()? {
        let id = walk.audit.record.id.to_string();
        let name = &walk.audit.record.name;
        let bundle = store.export(&id)?;
        let problems = bundle.unacceptable(&Pointer::root());
        found.extend(problems.iter().map(|problem| format!("{name}: {problem}")));
        found.extend(pictures(name, &bundle));
        found.extend(seals(&store, name, &id, &bundle)?);
    }
    Ok(found)
}

fn mended(store: &Store, path: &Path, record: &Unreadable, salvage: bool) -> Result<String, Failure> {
    let Unreadable { kind, id, .. } = record;
    let done = match store.mend(record, salvage, &author()) {
        Err(StoreError::Invalid(problems)) => {
            let why: Vec<&str> = problems.iter().map(|problem| problem.message.as_str()).collect();
            return Ok(format!("the {kind} {id} cannot be read: {}", why.join("; ")));
        }
        other => other?,
    };
    let kept = kept_aside(path, kind, id, &done.before)?;
    Ok(match done.left_out {
        Some(left_out) => {
            format!(
                "the {kind} {id} is salvaged without {}; as it was it is kept as {}",
                left_out.join(", "),
                kept.display()
            )
        }
        None => format!("the {kind} {id} is deleted; as it was it is kept as {}", kept.display()),
    })
}

/// Keeps the text of a record as a file beside the database, for its owner alone.
fn kept_aside(path: &Path, kind: &str, id: &str, text: &str) -> Result<PathBuf, Failure> {
    let mut name = path.as_os_str().to_owned();
    // An identifier of the database may be anything; a file name may not.
    let plain: String = id.chars().filter(|c| c.is_ascii_alphanumeric() || *c == '-').take(60).collect();
    name.push(format!(".{kind}-{plain}.json"));
    let kept = PathBuf::from(name);
    let written = nailpunch_store::create_private(&kept).and_then(|mut file| file.write_all(text.as_bytes()));
    written.map_err(|error| Failure::File { path: kept.clone(), reason: error.to_string() })?;
    Ok(kept)
}

fn pictures(name: &str, bundle: &Bundle) -> Vec<String> {
    match bare_pictures(bundle.clone()) {
        Ok(bare) if bare == *bundle => Vec::new(),
        Ok(_) => vec![format!(
            "{name}: a picture is not as this program keeps one, and may say where it was taken; export the audit, delete it and \
             import it again"
        )],
        Err(problems) => problems.iter().map(|problem| format!("{name}: {problem}")).collect(),
    }
}

fn seals(store: &Store, name: &str, id: &str, bundle: &Bundle) -> Result<Vec<String>, Failure> {
    let mut found = Vec::new();
    let own = [SealKey::new(&store.seal_key()?).public()];
    let reports = store.sealed(id)?;
    for (index, seal) in bundle.seals.iter().enumerate() {
        // Each by itself: what it says of the data holds only until they change, its signature for ever.
        let one = Bundle { seals: vec![bundle.seals[index].clone()], ..bundle.clone() };
        let file = serde_json::to_vec(&one).map_err(|error| Failure::Other(error.to_string()))?;
        match verify(&file, &one, None, &own) {
            Ok(_) | Err(nailpunch_report::VerifyError::DataChanged { .. }) => {}
            Err(why) => found.push(format!("{name}: {why}; bring back a backup, or do not rely on this seal")),
        }
        let report = reports.iter().find(|(number, _)| *number == seal.number);
        if let (Some((_, pdf)), Some(sealed)) = (report, &seal.pdf_sha256)
            && sha256(pdf) != *sealed
        {
            let number = seal.number;
            found.push(format!(
                "{name}: the report of seal {number} is not the one that was sealed; bring back a backup"
            ));
        }
    }
    Ok(found)
}
