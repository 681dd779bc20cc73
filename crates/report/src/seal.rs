//! Sealing: what the data and the report hash to, and whether a bundle and a PDF belong together and are unaltered.

use nailpunch_core::facts::{Bundle, Seal};
use sha2::{Digest, Sha256};

use crate::ReportError;
use crate::seal_key::is_signed;

/// SHA-256 in hexadecimal.
pub fn sha256(bytes: &[u8]) -> String {
    Sha256::digest(bytes).iter().map(|byte| format!("{byte:02x}")).collect()
}

/// What the data of an audit hash to: the bundle without its seals, as compact JSON.
///
/// # Errors
/// [`ReportError::Data`].
pub fn data_sha256(bundle: &Bundle) -> Result<String, ReportError> {
    Ok(sha256(&serde_json::to_vec(&Bundle { seals: Vec::new(), ..bundle.clone() })?))
}

/// What the data of a bundle hash to as they stand in a file: a fact that a later release added is not among them, so that
/// what was sealed before is still found unaltered. White space between values does not count.
fn file_sha256(file: &[u8]) -> Result<String, serde_json::Error> {
    let mut data: serde_json::Map<String, serde_json::Value> = serde_json::from_slice(file)?;
    if let Some(seals) = data.get_mut("seals") {
        *seals = serde_json::Value::Array(Vec::new());
    }
    Ok(sha256(&serde_json::to_vec(&data)?))
}

/// The line on every page of a report.
pub(crate) fn seal_line(bundle: &Bundle) -> String {
    let Some(seal) = bundle.seals.last() else { return "Not sealed.".to_owned() };
    let day = seal.at.split('T').next().unwrap_or(&seal.at);
    if data_sha256(bundle).is_ok_and(|now| now == seal.data_sha256) {
        let what =
            if seal.number == 1 { "Sealed".to_owned() } else { format!("Amendment {}, sealed", seal.number - 1) };
        let key = seal.public_key.as_ref().map_or_else(String::new, |key| format!(". Public key {key}"));
        format!("{what} {day}. SHA-256 of the data {}{key}", seal.data_sha256)
    } else {
        format!("Changed since seal {} of {day}; not sealed again.", seal.number)
    }
}

/// Why a bundle or a PDF is not what was sealed.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum VerifyError {
    /// It was never sealed.
    #[error("this bundle was never sealed; seal the audit, then take the bundle")]
    NotSealed,
    /// The data changed.
    #[error("the data were changed after seal {number} of {at}: they hash to {now}, and {sealed} was sealed")]
    DataChanged {
        /// The seal.
        number: u32,
        /// When it was sealed.
        at: String,
        /// What the data hash to.
        now: String,
        /// What was sealed.
        sealed: String,
    },
    /// The signature is not that of the key that the seal names.
    #[error("the signature of seal {0} is not that of its key: the seal was altered")]
    Forged(u32),
    /// The PDF is another, or was changed.
    #[error("this PDF is not the one of seal {number}: it hashes to {now}, and {sealed} was sealed")]
    OtherPdf {
        /// The seal.
        number: u32,
        /// What the PDF hashes to.
        now: String,
        /// What was sealed.
        sealed: String,
    },
    /// The seal knows no PDF.
    #[error("seal {0} was made without a PDF")]
    NoPdf(u32),
    /// The data could not be written out.
    #[error("the data could not be hashed: {0}")]
    Data(String),
}

/// Who made a seal that is unaltered.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Proof {
    /// One of the keys that one knows.
    KnownKey(String),
    /// A key that one does not know: whoever has it, and nobody else.
    UnknownKey(String),
    /// It was never signed, as by earlier releases: anybody could have made it.
    NotSigned,
}

/// Whether a bundle, read from a file, is as it was sealed last, and a PDF the one that was sealed with it. What the file
/// says and what is read from it count alike: either proves that nothing changed. Every seal that is signed has to bear the
/// signature of its key; whether the last is by one of `known`, public keys in hexadecimal, is answered.
///
/// # Errors
/// [`VerifyError`], with what is not as it was.
pub fn verify<'a>(
    file: &[u8],
    bundle: &'a Bundle,
    pdf: Option<&[u8]>,
    known: &[String],
) -> Result<(&'a Seal, Proof), VerifyError> {
    let seal = bundle.seals.last().ok_or(VerifyError::NotSealed)?;
    let now = file_sha256(file).map_err(|error| VerifyError::Data(error.to_string()))?;
    if now != seal.data_sha256 && !data_sha256(bundle).is_ok_and(|read| read == seal.data_sha256) {
        let (number, at, sealed) = (seal.number, seal.at.clone(), seal.data_sha256.clone());
        return Err(VerifyError::DataChanged { number, at, now, sealed });
    }
    if let Some(forged) = bundle.seals.iter().find(|seal| is_signed(seal, bundle.audit.id) == Some(false)) {
        return Err(VerifyError::Forged(forged.number));
    }
    if let Some(pdf) = pdf {
        let sealed = seal.pdf_sha256.clone().ok_or(VerifyError::NoPdf(seal.number))?;
        let now = sha256(pdf);
        if now != sealed {
            return Err(VerifyError::OtherPdf { number: seal.number, now, sealed });
        }
    }
    let proof = match &seal.public_key {
        _ if seal.signature.is_none() => Proof::NotSigned,
        None => Proof::NotSigned,
        Some(key) if known.contains(key) => Proof::KnownKey(key.clone()),
        Some(key) => Proof::UnknownKey(key.clone()),
    };
    Ok((seal, proof))
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::*;

    #[test]
    fn sha_256_is_that_of_the_standard() {
        // FIPS 180-4, the example "abc", and the empty message; from memory, and as sha256sum says.
        assert_eq!(sha256(b"abc"), "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
        assert_eq!(sha256(b""), "e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855");
    }

    const JSON: &str =
        r#"{"nailpunch":1,"audit":{"id":"00000000-0000-7000-8000-000000000001","name":"Quay house"},"rooms":[]}"#;

    fn seal(data_sha256: String) -> Seal {
        let at = "2026-03-04T10:00:00Z".to_owned();
        Seal {
            number: 1,
            at,
            data_sha256,
            pdf_sha256: Some(sha256(b"%PDF")),
            public_key: None,
            signature: None,
            changes: Vec::new(),
        }
    }

    /// Whether what stands in a file is found as it was sealed, with a PDF.
    fn verified(file: &str, pdf: Option<&[u8]>) -> Result<u32, VerifyError> {
        let bundle: Bundle = serde_json::from_str(file).unwrap();
        verify(file.as_bytes(), &bundle, pdf, &[]).map(|(seal, _)| seal.number)
    }

    #[test]
    fn a_changed_letter_breaks_the_seal() {
        assert_eq!(verified(JSON, None), Err(VerifyError::NotSealed));
        let mut bundle: Bundle = serde_json::from_str(JSON).unwrap();
        bundle.seals.push(seal(data_sha256(&bundle).unwrap()));
        let file = serde_json::to_string(&bundle).unwrap();
        assert_eq!(verified(&file, Some(b"%PDF")), Ok(1));
        assert!(seal_line(&bundle).starts_with("Sealed 2026-03-04. SHA-256"));
        assert!(matches!(verified(&file, Some(b"%PDF ")), Err(VerifyError::OtherPdf { .. })));
        // Written out otherwise, it is still the same data.
        assert_eq!(verified(&serde_json::to_string_pretty(&bundle).unwrap(), None), Ok(1));
        bundle.audit.name.push('.');
        let altered = serde_json::to_string(&bundle).unwrap();
        assert!(matches!(verified(&altered, None), Err(VerifyError::DataChanged { number: 1, .. })));
        assert!(seal_line(&bundle).starts_with("Changed since seal 1"));
    }

    #[test]
    fn a_seal_is_proven_by_a_key_that_one_knows_and_not_by_its_own() {
        use crate::SealKey;
        let mut bundle: Bundle = serde_json::from_str(JSON).unwrap();
        let (key, data) = (SealKey::new(&[3; 32]), data_sha256(&bundle).unwrap());
        bundle.seals.push(seal(data));
        let proof = |bundle: &Bundle, known: &[String]| {
            let file = serde_json::to_string(bundle).unwrap();
            verify(file.as_bytes(), bundle, None, known).map(|(_, proof)| proof)
        };
        assert_eq!(proof(&bundle, &[key.public()]), Ok(Proof::NotSigned));
        key.sign(&mut bundle.seals[0], bundle.audit.id);
        assert_eq!(proof(&bundle, &[key.public()]), Ok(Proof::KnownKey(key.public())));
        assert_eq!(proof(&bundle, &[]), Ok(Proof::UnknownKey(key.public())));
        // Whoever alters the data and seals them anew has another key, or a signature that does not hold.
        bundle.audit.name.push('.');
        bundle.seals[0].data_sha256 = data_sha256(&bundle).unwrap();
        assert_eq!(proof(&bundle, &[key.public()]), Err(VerifyError::Forged(1)));
        let forger = SealKey::new(&[4; 32]);
        forger.sign(&mut bundle.seals[0], bundle.audit.id);
        assert_eq!(proof(&bundle, &[key.public()]), Ok(Proof::UnknownKey(forger.public())));
    }

    #[test]
    fn what_was_sealed_before_a_fact_was_added_is_unaltered() {
        // A file of an earlier release: it lacks the fields that are written today, and was sealed as it is.
        let with_seals = |seals: &str| JSON.replace(r#""rooms":[]}"#, &format!(r#""rooms":[],"seals":{seals}}}"#));
        let sealed = seal(sha256(with_seals("[]").as_bytes()));
        let file = with_seals(&serde_json::to_string(&[&sealed]).unwrap());
        let bundle: Bundle = serde_json::from_str(&file).unwrap();
        assert_ne!(data_sha256(&bundle).unwrap(), sealed.data_sha256, "today's fields are not in it");
        assert_eq!(verified(&file, None), Ok(1));
        let altered = file.replace("Quay house", "Quay hause");
        assert!(matches!(verified(&altered, None), Err(VerifyError::DataChanged { number: 1, .. })));
    }
}
