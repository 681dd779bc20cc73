//! A device that is put in the place of another is new work: what is asked of new work comes with it.

use crate::repair::{Act, Change, Diagnosis};
use crate::rules::Verdict;

/// Why a receptacle without GFCI protection may not be put in the place of another here.
///
/// # Errors
/// A sentence, where GFCI protection is asked of what is put in anew, and is missing.
///
/// # Source
/// NEC 406.4(D)(3), from memory, sure.
pub fn needs_no_gfci(diagnosis: &Diagnosis) -> Result<(), Vec<String>> {
    if diagnosis.breaks("gfci-required") {
        return Err(vec![
            "a receptacle put in the place of another is GFCI-protected here: take a GFCI receptacle, or a GFCI breaker first"
                .to_owned(),
        ]);
    }
    Ok(())
}

/// Adds AFCI protection where it is asked of what is put in anew, and says what is to be found out first. Answers with
/// what to call the receptacle that is brought.
///
/// # Source
/// NEC 406.4(D)(4), from memory, sure: an AFCI receptacle, or one behind an AFCI.
pub fn with_arc_fault(diagnosis: &Diagnosis, change: &mut Change) -> bool {
    let not_measured = |rule: &str| {
        diagnosis.results.iter().any(|result| result.rule == rule && result.verdict == Verdict::NotMeasured)
    };
    for (rule, what) in [("gfci-required", "GFCI"), ("afci-required", "AFCI")] {
        if not_measured(rule) {
            change.step(Act::FindOut, format!(
                "Before it goes in find out whether {what} protection is asked for here, and is there: what is put in anew has it."
            ));
        }
    }
    diagnosis.breaks("afci-required")
}
