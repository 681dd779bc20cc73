//! Photographs: their records like any other, their pictures beside them.

use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use nailpunch_core::facts::{BundlePhoto, Photo, Pointer, Problem, Revised};
use rusqlite::{OptionalExtension, Transaction, params};

use crate::journal::Author;
use crate::record::{Stored, all, require_audit};
use crate::writing::put;
use crate::{Store, StoreError};

impl Stored for Photo {
    const KIND: &'static str = "photo";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached("INSERT INTO photo (id, audit_id, box_id, record, revision) VALUES (?1, ?2, ?3, ?4, 1)")?
            .execute(params![self.identifier(), audit_id, self.box_id.map(|id| id.to_string()), json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "UPDATE photo SET box_id = ?2, record = ?3, revision = revision + 1, deleted = 0 WHERE id = ?1",
            )?
            .execute(params![self.identifier(), self.box_id.map(|id| id.to_string()), json])?;
        Ok(())
    }
}

fn insert_image(transaction: &Transaction, photo: &Photo, image: &[u8]) -> Result<(), StoreError> {
    transaction
        .prepare_cached("INSERT OR REPLACE INTO photo_image (photo_id, image) VALUES (?1, ?2)")?
        .execute(params![photo.identifier(), image])?;
    Ok(())
}

fn records(transaction: &Transaction, audit_id: &str) -> Result<Vec<Revised<Photo>>, StoreError> {
    all(transaction, "SELECT record, revision FROM photo WHERE audit_id = ?1 AND deleted = 0 ORDER BY id", audit_id)
}

fn image(transaction: &Transaction, audit_id: &str, id: &str) -> Result<Vec<u8>, StoreError> {
    let found = transaction
        .prepare_cached(
            "SELECT image FROM photo_image JOIN photo ON photo.id = photo_id
             WHERE photo_id = ?1 AND audit_id = ?2 AND deleted = 0",
        )?
        .query_row([id, audit_id], |row| row.get(0))
        .optional()?;
    found.ok_or_else(|| StoreError::NotFound { kind: "photo", id: id.to_owned() })
}

/// The photographs of an audit with their pictures.
pub(crate) fn with_images(transaction: &Transaction, audit_id: &str) -> Result<Vec<BundlePhoto>, StoreError> {
    let photos = records(transaction, audit_id)?.into_iter().map(|photo| photo.record);
    photos
        .map(|photo| {
            Ok(BundlePhoto { image: STANDARD.encode(image(transaction, audit_id, &photo.identifier())?), photo })
        })
        .collect()
}

/// Takes the photograph of a bundle in.
pub(crate) fn take(transaction: &Transaction, audit_id: &str, entry: &BundlePhoto) -> Result<(), StoreError> {
    let image = STANDARD.decode(&entry.image).map_err(|_| {
        let place = Pointer::root().at("photos");
        StoreError::Invalid(vec![Problem::new(&place, "a picture here is not in Base64; export the bundle again")])
    })?;
    entry.photo.insert(transaction, audit_id, &serde_json::to_string(&entry.photo)?)?;
    insert_image(transaction, &entry.photo, &image)
}

impl Store {
    /// Keeps a new photograph with its picture.
    ///
    /// # Errors
    /// [`StoreError::Invalid`] when its record cannot be accepted.
    pub fn add_photo(
        &self,
        audit_id: &str,
        photo: &Photo,
        image: &[u8],
        author: &Author,
    ) -> Result<Revised<Photo>, StoreError> {
        self.write(|transaction| {
            let kept = put(transaction, audit_id, photo, 0, author)?;
            insert_image(transaction, photo, image)?;
            Ok(kept)
        })
    }

    /// The photographs of an audit, oldest first, without their pictures.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub fn photos(&self, audit_id: &str) -> Result<Vec<Revised<Photo>>, StoreError> {
        self.read(|transaction| {
            require_audit(transaction, audit_id)?;
            records(transaction, audit_id)
        })
    }

    /// The picture of a photograph of an audit, JPEG; none of one that is deleted.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub fn photo_image(&self, audit_id: &str, id: &str) -> Result<Vec<u8>, StoreError> {
        self.read(|transaction| {
            require_audit(transaction, audit_id)?;
            image(transaction, audit_id, id)
        })
    }
}
