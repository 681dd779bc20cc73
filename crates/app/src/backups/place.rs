//! Where backups go: a folder, or a store of objects that speaks the S3 protocol.

use std::path::{Path, PathBuf};
use std::sync::Arc;

use jiff::Timestamp;
use object_store::local::LocalFileSystem;
use object_store::path::Path as Name;
use object_store::prefix::PrefixStore;
use object_store::{ObjectStore, PutPayload, WriteMultipart};
use rocket::futures::StreamExt;
use rocket::futures::TryStreamExt;
use rocket::tokio::io::AsyncReadExt;
use sha2::{Digest, Sha256};

use super::BackupError;

/// How much is read and sent at once: the least that the protocol takes as a part is 5 MiB.
const PART: usize = 8 << 20;

/// How a place in a store of objects begins.
const OBJECTS: &str = "s3://";

/// The beginning and the end of the name of a backup; between them stands when it was made.
const NAME: (&str, &str) = ("nailpunch-", ".sqlite");

/// A place for backups.
pub struct Place {
    store: Arc<dyn ObjectStore>,
    /// The folder, where it is one.
    folder: Option<PathBuf>,
    text: String,
}

/// A backup in its place.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Kept {
    /// When it was made.
    pub made: Timestamp,
    /// Its name in the place.
    pub name: String,
    /// Its size in bytes.
    pub bytes: u64,
}

/// What a backup that is made at a moment is called: in order of time where it is in order of names.
pub fn name_at(made: Timestamp) -> String {
    let (begin, end) = NAME;
    let second = Timestamp::from_second(made.as_second()).unwrap_or(made);
    format!("{begin}{}{end}", second.to_string().replace(':', "-"))
}

/// When a backup of this name was made; nothing for what is no backup.
pub fn made_at(name: &str) -> Option<Timestamp> {
    let when = name.strip_prefix(NAME.0)?.strip_suffix(NAME.1)?;
    let (day, time) = when.split_once('T')?;
    format!("{day}T{}", time.replace('-', ":")).parse().ok()
}

/// The sum beside a backup, as `sha256sum --check` reads it.
pub fn sum_name(name: &str) -> String {
    format!("{name}.sha256")
}

impl Place {
    /// A folder that is there, or `s3://BUCKET/PREFIX` with what the environment says of it: AWS_ENDPOINT,
    /// AWS_REGION, AWS_ACCESS_KEY_ID, AWS_SECRET_ACCESS_KEY, and AWS_ALLOW_HTTP for one on a network of one's own.
    ///
    /// # Errors
    /// [`BackupError`] where there is no such place.
    pub fn open(text: &str) -> Result<Self, BackupError> {
        Self::open_with(text, std::env::vars())
    }

    /// The same, with a folder that is missing made.
    ///
    /// # Errors
    /// [`BackupError`] where there is no such place.
    pub fn make(text: &str) -> Result<Self, BackupError> {
        if !text.starts_with(OBJECTS) {
            let made = std::fs::create_dir_all(text);
            made.map_err(|error| BackupError::Place { place: text.to_owned(), reason: error.to_string() })?;
        }
        Self::open(text)
    }

    /// The same, with what is said of the store of objects given.
    pub(super) fn open_with(text: &str, said: impl IntoIterator<Item = (String, String)>) -> Result<Self, BackupError> {
        let of = |reason: String| BackupError::Place { place: text.to_owned(), reason };
        if text.starts_with(OBJECTS) {
            let url = text.parse().map_err(|error| of(format!("this is no address of a place: {error}")))?;
            let options = said.into_iter().map(|(name, value)| (name.to_ascii_lowercase(), value));
            let options: Vec<_> = options.filter(|(name, _)| name.starts_with("aws_")).collect();
            // Without a key it would be asked for at an address that only machines of one provider have.
            for needed in ["aws_access_key_id", "aws_secret_access_key"] {
                if !options.iter().any(|(name, value)| name == needed && !value.is_empty()) {
                    return Err(of(format!(
                        "{} is not in the environment; name it there",
                        needed.to_ascii_uppercase()
                    )));
                }
            }
            let (store, prefix) = object_store::parse_url_opts(&url, options).map_err(|error| of(error.to_string()))?;
            return Ok(Self { store: Arc::new(PrefixStore::new(store, prefix)), folder: None, text: text.to_owned() });
        }
        let folder = PathBuf::from(text);
        if !folder.is_dir() {
            return Err(of("there is no such folder, and no such file".to_owned()));
        }
        let store = LocalFileSystem::new_with_prefix(&folder).map_err(|error| of(error.to_string()))?;
        Ok(Self { store: Arc::new(store), folder: Some(folder), text: text.to_owned() })
    }

    /// The place that a backup is named in, and the name; nothing where it is not in a store of objects.
    pub fn and_name(text: &str) -> Option<(&str, &str)> {
        let (place, name) = text.strip_suffix('/').unwrap_or(text).rsplit_once('/')?;
        (text.starts_with(OBJECTS) && made_at(name).is_some()).then_some((place, name))
    }

    /// As it was named.
    pub fn text(&self) -> &str {
        &self.text
    }

    fn of(&self, reason: impl ToString) -> BackupError {
        BackupError::Place { place: self.text.clone(), reason: reason.to_string() }
    }

    /// The backups in it, the newest first. What else is there is nobody's business.
    ///
    /// # Errors
    /// [`BackupError`] where the place cannot be read.
    pub async fn list(&self) -> Result<Vec<Kept>, BackupError> {
        let objects: Vec<_> = self.store.list(None).try_collect().await.map_err(|error| self.of(error))?;
        let backups = objects.into_iter().filter_map(|object| {
            let name = object.location.to_string();
            Some(Kept { made: made_at(&name)?, name, bytes: object.size })
        });
        let mut backups: Vec<Kept> = backups.collect();
        backups.sort_by_key(|kept| std::cmp::Reverse(kept.made));
        Ok(backups)
    }

    /// Brings a file there under a name, and answers its sum.
    ///
    /// # Errors
    /// [`BackupError`] where it did not arrive.
    pub async fn put(&self, file: &Path, name: &str) -> Result<String, BackupError> {
        let failed = |error: std::io::Error| BackupError::File { path: file.to_owned(), reason: error.to_string() };
        let mut from = rocket::tokio::fs::File::open(file).await.map_err(failed)?;
        let upload = self.store.put_multipart(&Name::from(name)).await.map_err(|error| self.of(error))?;
        let mut to = WriteMultipart::new_with_chunk_size(upload, PART);
        let mut sum = Sha256::new();
        let mut part = vec![0; PART];
        loop {
            let read = from.read(&mut part).await.map_err(failed)?;
            if read == 0 {
                break;
            }
            sum.update(&part[..read]);
            to.wait_for_capacity(2).await.map_err(|error| self.of(error))?;
            to.write(&part[..read]);
        }
        to.finish().await.map_err(|error| self.of(error))?;
        self.for_its_owner(name)?;
        Ok(hex(&sum.finalize()))
    }

    /// Writes a small object.
    ///
    /// # Errors
    /// [`BackupError`] where it did not arrive.
    pub async fn put_small(&self, name: &str, bytes: Vec<u8>) -> Result<(), BackupError> {
        let put = self.store.put(&Name::from(name), PutPayload::from(bytes)).await;
        put.map_err(|error| self.of(error))?;
        self.for_its_owner(name)
    }

    /// In a folder, what is written is for its owner alone.
    fn for_its_owner(&self, name: &str) -> Result<(), BackupError> {
        #[cfg(unix)]
        if let Some(folder) = &self.folder {
            use std::os::unix::fs::PermissionsExt;
            let path = folder.join(name);
            std::fs::set_permissions(&path, std::fs::Permissions::from_mode(0o600))
                .map_err(|error| BackupError::File { path, reason: error.to_string() })?;
        }
        Ok(())
    }

    /// A small object; nothing where there is none of this name.
    ///
    /// # Errors
    /// [`BackupError`] where the place cannot be read.
    pub async fn small(&self, name: &str) -> Result<Option<Vec<u8>>, BackupError> {
        match self.store.get(&Name::from(name)).await {
            Ok(object) => Ok(Some(object.bytes().await.map_err(|error| self.of(error))?.to_vec())),
            Err(object_store::Error::NotFound { .. }) => Ok(None),
            Err(error) => Err(self.of(error)),
        }
    }

    /// Reads an object from there, into a file where one is named, and answers its sum.
    ///
    /// # Errors
    /// [`BackupError`] where it cannot be read, or not be written.
    pub async fn get(&self, name: &str, into: Option<&mut std::fs::File>) -> Result<String, BackupError> {
        use std::io::Write;
        let object = self.store.get(&Name::from(name)).await.map_err(|error| self.of(error))?;
        let mut parts = object.into_stream();
        let (mut sum, mut into) = (Sha256::new(), into);
        while let Some(part) = parts.next().await {
            let part = part.map_err(|error| self.of(error))?;
            sum.update(&part);
            if let Some(file) = &mut into {
                file.write_all(&part).map_err(|error| self.of(error))?;
            }
        }
        Ok(hex(&sum.finalize()))
    }

    /// Lets go of an object; one that is not there is gone already.
    ///
    /// # Errors
    /// [`BackupError`] where the place refuses.
    pub async fn remove(&self, name: &str) -> Result<(), BackupError> {
        match self.store.delete(&Name::from(name)).await {
            Ok(()) | Err(object_store::Error::NotFound { .. }) => Ok(()),
            Err(error) => Err(self.of(error)),
        }
    }
}

fn hex(bytes: &[u8]) -> String {
    bytes.iter().map(|byte| format!("{byte:02x}")).collect()
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::*;

    #[test]
    fn a_name_says_when_and_what_is_no_backup_is_none() {
        let made: Timestamp = "2026-11-28T18:30:07Z".parse().unwrap();
        assert_eq!(name_at(made), "nailpunch-2026-11-28T18-30-07Z.sqlite");
        assert_eq!(made_at(&name_at(made)), Some(made));
        for name in [
            "nailpunch-.sqlite",
            "audits.sqlite",
            "nailpunch-2026-11-28T18-30-07Z.sqlite.sha256",
            "nailpunch-yesterday.sqlite",
        ] {
            assert_eq!(made_at(name), None, "{name}");
        }
        let named = format!("s3://bucket/firm/{}", name_at(made));
        assert_eq!(Place::and_name(&named), Some(("s3://bucket/firm", name_at(made).as_str())));
        assert_eq!(Place::and_name("s3://bucket/firm"), None);
        assert_eq!(Place::and_name(&format!("/var/{}", name_at(made))), None);
    }
}
