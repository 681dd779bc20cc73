//! The key of the seals in a backup: locked by a passphrase, so that whoever finds the backup cannot sign.
//!
//! # Source
//! Argon2id (RFC 9106) with 19 MiB, 2 passes, 1 lane, as OWASP recommends, from memory; XChaCha20-Poly1305.

use argon2::{Algorithm, Argon2, Params, Version};
use chacha20poly1305::aead::{Aead, KeyInit};
use chacha20poly1305::{XChaCha20Poly1305, XNonce};

use crate::passphrase::SHORTEST_PASSPHRASE;

const HEAD: &[u8] = b"nailpunch key 1\n";
const SALT: usize = 16;
const NONCE: usize = 24;

/// Why a locked key is not opened.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
pub enum KeyLockError {
    /// The passphrase is too short to lock anything.
    #[error("a passphrase has at least {SHORTEST_PASSPHRASE} characters; choose a longer one")]
    Short,
    /// The file is no locked key.
    #[error("this is no locked key of a backup")]
    NoKey,
    /// The passphrase is another.
    #[error("this is not the passphrase that the key was locked with, or the file was changed")]
    Wrong,
    /// The system gives no random numbers, or not enough memory.
    #[error("the key could not be locked on this machine")]
    Machine,
}

fn cipher(passphrase: &str, salt: &[u8]) -> Result<XChaCha20Poly1305, KeyLockError> {
    if passphrase.chars().count() < SHORTEST_PASSPHRASE {
        return Err(KeyLockError::Short);
    }
    let parameters = Params::new(19 * 1024, 2, 1, Some(32)).map_err(|_| KeyLockError::Machine)?;
    let mut key = [0; 32];
    let argon = Argon2::new(Algorithm::Argon2id, Version::V0x13, parameters);
    argon.hash_password_into(passphrase.as_bytes(), salt, &mut key).map_err(|_| KeyLockError::Machine)?;
    XChaCha20Poly1305::new_from_slice(&key).map_err(|_| KeyLockError::Machine)
}

/// Locks a key by a passphrase.
///
/// # Errors
/// [`KeyLockError::Short`], [`KeyLockError::Machine`].
pub fn lock_key(key: &[u8; 32], passphrase: &str) -> Result<Vec<u8>, KeyLockError> {
    let mut random = [0; SALT + NONCE];
    getrandom::fill(&mut random).map_err(|_| KeyLockError::Machine)?;
    let (salt, nonce) = random.split_at(SALT);
    let locked = cipher(passphrase, salt)?.encrypt(XNonce::from_slice(nonce), key.as_slice());
    let locked = locked.map_err(|_| KeyLockError::Machine)?;
    Ok([HEAD, salt, nonce, &locked].concat())
}

/// Opens a key that was locked by a passphrase.
///
/// # Errors
/// [`KeyLockError`].
pub fn open_key(locked: &[u8], passphrase: &str) -> Result<[u8; 32], KeyLockError> {
    let rest = locked.strip_prefix(HEAD).filter(|rest| rest.len() > SALT + NONCE).ok_or(KeyLockError::NoKey)?;
    let (salt, rest) = rest.split_at(SALT);
    let (nonce, locked) = rest.split_at(NONCE);
    let key = cipher(passphrase, salt)?.decrypt(XNonce::from_slice(nonce), locked).map_err(|_| KeyLockError::Wrong)?;
    key.try_into().map_err(|_| KeyLockError::NoKey)
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::*;

    #[test]
    fn a_key_opens_by_its_passphrase_and_by_no_other() {
        let locked = lock_key(&[7; 32], "salt on the quay").unwrap();
        assert!(!locked.windows(8).any(|part| part == [7; 8]));
        assert_eq!(open_key(&locked, "salt on the quay"), Ok([7; 32]));
        assert_eq!(open_key(&locked, "salt on the quai"), Err(KeyLockError::Wrong));
        let mut changed = locked.clone();
        *changed.last_mut().unwrap() ^= 1;
        assert_eq!(open_key(&changed, "salt on the quay"), Err(KeyLockError::Wrong));
        assert_eq!(open_key(b"some notes", "salt on the quay"), Err(KeyLockError::NoKey));
        assert_eq!(lock_key(&[7; 32], "short"), Err(KeyLockError::Short));
    }
}
