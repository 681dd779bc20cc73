//! `gas-bonded`: gas pipe is bonded; corrugated tubing by 6 AWG.

use super::{PanelSituation, at_service};
use crate::facts::GasPipe;
use crate::quantity::{Amount, Gauge};
use crate::rules::{Finding, PanelCheck, Rule, Side};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "gas-bonded",
    title: "Gas pipe bonded",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "what the gas pipe is, and whether and by what it is bonded",
    reads: &[],
    limit: "Gas pipe that may become live is bonded; corrugated stainless tubing by 6 AWG copper from the service to a clamp on rigid pipe (2009). Gas pipe is never an electrode.",
    why: "Lightning burns a hole through thin tubing where it is not bonded.",
    example: "Yellow corrugated tubing of 2012 with no clamp.",
    citation: |edition| {
        let nec = ("250.104(B), 250.52(B); NFPA 54 7.12", Confidence::MayBeOff);
        cite(edition, Some(nec), Some(("10-700; B149.1", Confidence::CheckFirst)))
    },
    check,
};

/// The year the fuel gas codes brought the bond of corrugated tubing. NFPA 54 of 2009, from memory, may be off.
const TUBING_SINCE: u16 = 2009;

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let Some(service) = at_service(situation) else { return Vec::new() };
    let tubing = service.gas == Some(GasPipe::Corrugated);
    vec![match (service.gas, service.gas_bonded, service.gas_bond) {
        (None, ..) => {
            Finding::not_measured("gas pipe", "note what the gas pipe is, or that there is none", "/service/gas")
        }
        (Some(GasPipe::None), ..) => Finding::not_applicable("gas pipe", "There is no gas pipe."),
        // Rigid pipe is bonded by the ground of what burns the gas. NEC 250.104(B), from memory, sure.
        (Some(GasPipe::Rigid), None | Some(false), _) => {
            Finding::meets("gas pipe", "Rigid pipe is bonded by the equipment ground of what it feeds.")
        }
        (Some(GasPipe::Corrugated), None, _) => {
            Finding::not_measured("gas pipe", "look for a bonding clamp on the gas pipe", "/service/gas_bonded")
        }
        (Some(GasPipe::Corrugated), Some(false), _) => {
            Finding::violates("gas pipe", "The corrugated gas tubing is not bonded.").since(TUBING_SINCE)
        }
        (Some(_), Some(true), Some(gauge)) if tubing && gauge < Gauge::Awg6 => {
            Finding::violates("gas pipe", format!("The tubing is bonded by {gauge}; 6 AWG copper is the least."))
                .with_figures(Amount::gauge(gauge), Amount::gauge(Gauge::Awg6), Side::AtLeast, None)
                .since(TUBING_SINCE)
        }
        (Some(_), Some(true), None) if tubing => {
            Finding::not_measured("gas pipe", "read the size of the conductor to the clamp", "/service/gas_bond")
        }
        (Some(_), Some(true), _) => Finding::meets("gas pipe", "The gas pipe is bonded."),
    }]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::PanelFeed;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn corrugated_tubing_by_six_gauge() {
        // NFPA 54 7.12, 2009 on, from memory, may be off.
        let judge = |gas, bonded, gauge| {
            let mut panel = panel();
            panel.feed = PanelFeed::Service;
            (panel.service.gas, panel.service.gas_bonded, panel.service.gas_bond) = (Some(gas), bonded, gauge);
            result(RULE.code, &panel).verdict
        };
        assert_eq!(judge(GasPipe::Corrugated, Some(false), None), Verdict::Violates);
        assert_eq!(judge(GasPipe::Corrugated, Some(true), Some(Gauge::Awg8)), Verdict::Violates);
        assert_eq!(judge(GasPipe::Corrugated, Some(true), Some(Gauge::Awg6)), Verdict::Meets);
        assert_eq!(judge(GasPipe::Corrugated, None, None), Verdict::NotMeasured);
        assert_eq!(judge(GasPipe::Rigid, None, None), Verdict::Meets);
        assert_eq!(judge(GasPipe::None, None, None), Verdict::NotApplicable);
    }
}
