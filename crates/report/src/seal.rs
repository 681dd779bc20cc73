//! Sealing: what the data and the report hash to, and whether a bundle and a PDF belong together and are unaltered.

use nailpunch_core::facts::{Bundle, Seal};
use sha2::{Digest, Sha256};

use crate::ReportError;

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

/// The line on every page of a report.
pub(crate) fn seal_line(bundle: &Bundle) -> String {
    let Some(seal) = bundle.seals.last() else { return "Not sealed.".to_owned() };
    let day = seal.at.split('T').next().unwrap_or(&seal.at);
    if data_sha256(bundle).is_ok_and(|now| now == seal.data_sha256) {
        let what =
            if seal.number == 1 { "Sealed".to_owned() } else { format!("Amendment {}, sealed", seal.number - 1) };
        format!("{what} {day}. SHA-256 of the data {}", seal.data_sha256)
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

/// Whether a bundle is as it was sealed last, and a PDF the one that was sealed with it.
///
/// # Errors
/// [`VerifyError`], with what is not as it was.
pub fn verify<'a>(bundle: &'a Bundle, pdf: Option<&[u8]>) -> Result<&'a Seal, VerifyError> {
    let seal = bundle.seals.last().ok_or(VerifyError::NotSealed)?;
    let now = data_sha256(bundle).map_err(|error| VerifyError::Data(error.to_string()))?;
    if now != seal.data_sha256 {
        let (number, at, sealed) = (seal.number, seal.at.clone(), seal.data_sha256.clone());
        return Err(VerifyError::DataChanged { number, at, now, sealed });
    }
    if let Some(pdf) = pdf {
        let sealed = seal.pdf_sha256.clone().ok_or(VerifyError::NoPdf(seal.number))?;
        let now = sha256(pdf);
        if now != sealed {
            return Err(VerifyError::OtherPdf { number: seal.number, now, sealed });
        }
    }
    Ok(seal)
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

    #[test]
    fn a_changed_letter_breaks_the_seal() {
        let json =
            r#"{"nailpunch":1,"audit":{"id":"00000000-0000-7000-8000-000000000001","name":"Quay house"},"rooms":[]}"#;
        let mut bundle: Bundle = serde_json::from_str(json).unwrap();
        assert_eq!(verify(&bundle, None), Err(VerifyError::NotSealed));
        let seal = Seal {
            number: 1,
            at: "2026-03-04T10:00:00Z".to_owned(),
            data_sha256: data_sha256(&bundle).unwrap(),
            pdf_sha256: Some(sha256(b"%PDF")),
            changes: Vec::new(),
        };
        bundle.seals.push(seal);
        assert!(verify(&bundle, Some(b"%PDF")).is_ok());
        assert!(seal_line(&bundle).starts_with("Sealed 2026-03-04. SHA-256"));
        assert!(matches!(verify(&bundle, Some(b"%PDF ")), Err(VerifyError::OtherPdf { .. })));
        // Written out, read in and written otherwise, it is still the same data.
        let pretty = serde_json::to_string_pretty(&bundle).unwrap();
        bundle = serde_json::from_str(&pretty).unwrap();
        assert!(verify(&bundle, None).is_ok());
        bundle.audit.name.push('.');
        assert!(matches!(verify(&bundle, None), Err(VerifyError::DataChanged { number: 1, .. })));
        assert!(seal_line(&bundle).starts_with("Changed since seal 1"));
    }
}
