//! Passphrases: kept as Argon2id makes them, so that whoever reads the database cannot sign in.
//!
//! # Source
//! Argon2id (RFC 9106) with 64 MiB, 2 passes, 1 lane: more than the 19 MiB and 2 passes that OWASP recommends, from memory, and one
//! lane, so that a sign-in takes one core only. A passphrase has at least 12 characters: OWASP ASVS 4.0 2.1.1, from memory.

use argon2::password_hash::{Error, PasswordHash, PasswordHasher, PasswordVerifier, SaltString};
use argon2::{Algorithm, Argon2, Params, Version};
use nailpunch_core::facts::{Pointer, Problem};

/// The fewest characters of a passphrase.
pub const SHORTEST_PASSPHRASE: usize = 12;
/// The most, so that nobody keeps the server busy with one.
pub const LONGEST_PASSPHRASE: usize = 128;
/// The fewest different characters.
const FEWEST_DIFFERENT: usize = 5;
const MEMORY_KIB: u32 = 64 * 1024;
const PASSES: u32 = 2;

/// A passphrase as it is kept, in the PHC form.
#[derive(Clone)]
pub struct Kept(pub(crate) String);

fn argon() -> Result<Argon2<'static>, Error> {
    let parameters = Params::new(MEMORY_KIB, PASSES, 1, None).map_err(Error::from)?;
    Ok(Argon2::new(Algorithm::Argon2id, Version::V0x13, parameters))
}

fn made(passphrase: &str) -> Result<String, Error> {
    let mut salt = [0; 16];
    getrandom::fill(&mut salt).map_err(|_| Error::Crypto)?;
    let salt = SaltString::encode_b64(&salt)?;
    Ok(argon()?.hash_password(passphrase.as_bytes(), &salt)?.to_string())
}

/// What is wrong with a passphrase that somebody called `name` chooses.
pub fn passphrase_problems(passphrase: &str, name: &str, at: &Pointer) -> Vec<Problem> {
    let length = passphrase.chars().count();
    let different: std::collections::HashSet<char> = passphrase.chars().collect();
    let plain = passphrase.to_lowercase();
    let message = if length < SHORTEST_PASSPHRASE {
        format!("this has {length} characters; choose at least {SHORTEST_PASSPHRASE}, a few words do")
    } else if length > LONGEST_PASSPHRASE {
        format!("this has {length} characters; at most {LONGEST_PASSPHRASE} are taken")
    } else if different.len() < FEWEST_DIFFERENT {
        format!("this has {} different characters; choose a few words", different.len())
    } else if plain.replace(&name.to_lowercase(), "").chars().count() < SHORTEST_PASSPHRASE / 2 {
        "this is little more than the name; choose a few words".to_owned()
    } else {
        return Vec::new();
    };
    vec![Problem::new(at, message)]
}

impl Kept {
    /// Keeps a passphrase. This takes more than a tenth of a second and 64 MiB on purpose.
    ///
    /// # Errors
    /// A sentence when the machine has no memory or no random numbers for it.
    pub fn of(passphrase: &str) -> Result<Self, String> {
        made(passphrase).map(Self).map_err(|error| format!("the passphrase could not be kept on this machine: {error}"))
    }

    /// Whether this is the passphrase of `kept`. Where there is none, the same work is done and it is not.
    pub fn opens(kept: Option<&Self>, passphrase: &str) -> bool {
        let passphrase = passphrase.as_bytes();
        match kept {
            Some(Self(kept)) => PasswordHash::new(kept)
                .and_then(|hash| argon().and_then(|argon| argon.verify_password(passphrase, &hash)))
                .is_ok(),
            None => {
                let nobody = SaltString::encode_b64(&[0; 16]);
                // The answer is thrown away; the time that it takes must be the same.
                drop(nobody.and_then(|salt| Ok(argon()?.hash_password(passphrase, &salt)?.to_string())));
                false
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_passphrase_opens_what_was_kept_of_it_and_no_other_does() {
        let kept = Kept::of("salt on the quay").expect("there is memory");
        assert!(kept.0.starts_with("$argon2id$v=19$m=65536,t=2,p=1$"), "{}", kept.0);
        assert!(!kept.0.contains("quay"));
        assert!(Kept::opens(Some(&kept), "salt on the quay"));
        assert!(!Kept::opens(Some(&kept), "salt on the quai"));
        assert!(!Kept::opens(None, "salt on the quay"));
        assert!(!Kept::opens(Some(&Kept("anything".to_owned())), "salt on the quay"));
        assert_ne!(Kept::of("salt on the quay").expect("there is memory").0, kept.0, "each has its own salt");
    }

    #[test]
    fn weak_passphrases_are_refused_with_what_to_do() {
        let said = |passphrase: &str| {
            passphrase_problems(passphrase, "Ines Vale", &Pointer::root().at("passphrase"))
                .first()
                .map(|problem| problem.message.clone())
        };
        assert_eq!(said("salt on the quay"), None);
        assert!(said("short").is_some_and(|said| said.contains("at least 12")));
        assert!(said("aaaaaaaaaaaaaaaa").is_some_and(|said| said.contains("1 different")));
        assert!(said("ines vale1234").is_some_and(|said| said.contains("the name")));
        assert!(said(&"long words ".repeat(20)).is_some_and(|said| said.contains("at most 128")));
    }

    #[test]
    fn the_work_is_hard_on_memory() {
        // RFC 9106, section 4: 64 MiB is the memory of its second recommended choice.
        assert_eq!(argon().expect("the parameters hold").params().m_cost(), 65_536);
    }
}
