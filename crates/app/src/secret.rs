//! Secrets that are given out once: what signs a browser in, what pairs a device, what opens a report; and those that a file holds.

use std::path::Path;

use crate::failure::Failure;

/// The letters of a code that is read from one screen and typed on another: none that looks like another.
const LETTERS: &[u8; 32] = b"ABCDEFGHJKLMNPQRSTUVWXYZ23456789";
const CODE: usize = 10;

fn random<const N: usize>() -> Result<[u8; N], Failure> {
    let mut bytes = [0; N];
    getrandom::fill(&mut bytes)
        .map_err(|error| Failure::Other(format!("the system gives no random numbers: {error}")))?;
    Ok(bytes)
}

/// A secret of 256 random bits, in 64 hexadecimal digits.
///
/// # Errors
/// [`Failure::Other`] when the system gives no random numbers.
pub fn secret() -> Result<String, Failure> {
    Ok(random::<32>()?.iter().map(|byte| format!("{byte:02x}")).collect())
}

/// A code of 50 random bits, ten letters and digits.
///
/// # Errors
/// [`Failure::Other`] when the system gives no random numbers.
pub fn pairing_code() -> Result<String, Failure> {
    Ok(random::<CODE>()?.iter().map(|byte| char::from(LETTERS[usize::from(byte % 32)])).collect())
}

/// The passphrase in the first line of a file.
///
/// # Errors
/// [`Failure::File`] when the file cannot be read.
pub fn passphrase(path: &Path) -> Result<String, Failure> {
    let text = std::fs::read_to_string(path);
    let text = text.map_err(|error| Failure::File { path: path.to_owned(), reason: error.to_string() })?;
    Ok(text.lines().next().unwrap_or_default().to_owned())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn secrets_differ_and_codes_are_read_without_doubt() {
        let made = [secret().expect("random"), secret().expect("random")];
        assert!(made[0] != made[1] && made[0].len() == 64);
        let code = pairing_code().expect("random");
        assert_eq!(code.len(), CODE);
        assert!(!code.contains(['0', 'O', '1', 'I']), "{code}");
    }
}
