//! The key that seals are signed with: Ed25519 (RFC 8032).

use ed25519_dalek::{Signature, Signer, SigningKey, VerifyingKey};
use nailpunch_core::facts::{AuditId, Seal};

/// A key to sign with. Its text is its secret: 64 hexadecimal digits.
pub struct SealKey(SigningKey);

impl SealKey {
    /// From its secret half.
    pub fn new(secret: &[u8; 32]) -> Self {
        Self(SigningKey::from_bytes(secret))
    }

    /// Its public half, in hexadecimal: what others need to prove a seal.
    pub fn public(&self) -> String {
        hexadecimal(self.0.verifying_key().as_bytes())
    }

    /// Signs a seal of an audit, with all that is in it by now.
    pub fn sign(&self, seal: &mut Seal, audit: AuditId) {
        seal.public_key = Some(self.public());
        let signature = self.0.sign(seal.signed_text(audit).as_bytes());
        seal.signature = Some(hexadecimal(&signature.to_bytes()));
    }
}

/// Whether a seal of an audit bears the signature of the key that it names; `None` where it was never signed.
pub(crate) fn is_signed(seal: &Seal, audit: AuditId) -> Option<bool> {
    let (key, signature) = (seal.public_key.as_ref()?, seal.signature.as_ref()?);
    let read = || {
        let key = VerifyingKey::from_bytes(&bytes(key)?).ok()?;
        let signature = Signature::from_bytes(&bytes(signature)?);
        key.verify_strict(seal.signed_text(audit).as_bytes(), &signature).ok()
    };
    Some(read().is_some())
}

fn hexadecimal(bytes: &[u8]) -> String {
    bytes.iter().map(|byte| format!("{byte:02x}")).collect()
}

/// Bytes from hexadecimal; `None` where it is none, or of another length.
pub fn bytes<const COUNT: usize>(text: &str) -> Option<[u8; COUNT]> {
    let digits: Vec<u8> =
        text.chars().map(|c| c.to_digit(16).and_then(|digit| u8::try_from(digit).ok())).collect::<Option<_>>()?;
    let pairs: Vec<u8> = digits.chunks_exact(2).map(|pair| pair[0] << 4 | pair[1]).collect();
    if digits.len() == COUNT * 2 { pairs.try_into().ok() } else { None }
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::*;

    #[test]
    fn the_keys_are_those_of_the_standard() {
        // RFC 8032, 7.1, tests 1 and 2: secret and public key. From memory; a wrong one would not agree by chance.
        for (secret, public) in [
            (
                "9d61b19deffd5a60ba844af492ec2cc44449c5697b326919703bac031cae7f60",
                "d75a980182b10ab7d54bfed3c964073a0ee172f3daa62325af021a68f707511a",
            ),
            (
                "4ccd089b28ff96da9db6c346ec114e0f5b8a319f35aba624da8cf6ed4fb8a6fb",
                "3d4017c3e843895a92b70aa74d1b7ebc9c982ccf2ec4968cc0cd55f12af4660c",
            ),
        ] {
            assert_eq!(SealKey::new(&bytes(secret).unwrap()).public(), public);
        }
    }

    #[test]
    fn a_signature_holds_for_one_seal_of_one_audit() {
        let audit = AuditId(uuid_of(1));
        let json = r#"{"number":1,"at":"2026-03-04T10:00:00Z","data_sha256":"aa","pdf_sha256":"bb","changes":["one"]}"#;
        let mut seal: Seal = serde_json::from_str(json).unwrap();
        assert_eq!(is_signed(&seal, audit), None);
        SealKey::new(&[7; 32]).sign(&mut seal, audit);
        assert_eq!(is_signed(&seal, audit), Some(true));
        assert_eq!(is_signed(&seal, AuditId(uuid_of(2))), Some(false), "of another audit");
        let changes: [fn(&mut Seal); 6] = [
            |seal| seal.number = 2,
            |seal| seal.at.push('Z'),
            |seal| seal.data_sha256.push('a'),
            |seal| seal.pdf_sha256 = None,
            |seal| seal.changes.clear(),
            |seal| seal.public_key = Some(SealKey::new(&[8; 32]).public()),
        ];
        for change in changes {
            let mut other = seal.clone();
            change(&mut other);
            assert_eq!(is_signed(&other, audit), Some(false), "{other:?}");
        }
    }

    fn uuid_of(number: u128) -> uuid::Uuid {
        uuid::Uuid::from_u128(number)
    }
}
