//! How long a job takes and what it costs: low, likely, high, with the reasons.
//!
//! Minutes of repairs are common practice, no source; so is half as much again for the high figure. What boxes left closed
//! may hold is the interval of the sample.

use serde::Serialize;
use utoipa::ToSchema;

/// A figure with its range.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, ToSchema)]
pub struct Range {
    /// The least.
    pub low: u64,
    /// What is likely.
    pub likely: u64,
    /// The most to reckon with.
    pub high: u64,
}

/// One part of an estimate.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct EstimateLine {
    /// What takes it.
    pub what: String,
    /// Minutes.
    pub minutes: Range,
    /// Why.
    pub why: String,
}

/// An estimate.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Estimate {
    /// Its parts.
    pub lines: Vec<EstimateLine>,
    /// All of it, in minutes.
    pub minutes: Range,
    /// What the work costs, in hundredths of the currency; absent without a price of an hour.
    pub work_cost: Option<Range>,
    /// What the materials cost that have a price.
    pub material_cost: u64,
    /// Materials without a price.
    pub unpriced: usize,
    /// A price in it is made up, for a demonstration.
    pub made_up: bool,
    /// What is not in it, each in a few words.
    pub left_out: Vec<String>,
    /// In one plain sentence, in round figures.
    pub sentence: String,
}

/// What an estimate is made from.
#[derive(Debug, Clone, Default)]
pub struct EstimateInput {
    /// Repairs: the fewest minutes each, and the usual.
    pub repairs: Vec<(u32, u32)>,
    /// Boxes that are opened.
    pub boxes: u32,
    /// Minutes for each.
    pub per_box: u32,
    /// Shut-downs, with the breakers off in all of them.
    pub shut_downs: [u32; 2],
    /// Minutes for each.
    pub setup: [u32; 2],
    /// Boxes left closed that may want work: the fewest, the expected, the most.
    pub closed: (u32, f64, u32),
    /// What an hour costs, in hundredths.
    pub hour_price: Option<u32>,
    /// What the materials with a price cost.
    pub material_cost: u64,
    /// Materials without a price.
    pub unpriced: usize,
    /// A price is made up.
    pub made_up: bool,
    /// The currency.
    pub currency: String,
    /// What is not in it.
    pub left_out: Vec<String>,
}

/// Estimates a job.
pub fn estimate(input: &EstimateInput) -> Estimate {
    let low: u64 = input.repairs.iter().map(|(least, usual)| u64::from(*least.min(usual))).sum();
    let likely: u64 = input.repairs.iter().map(|(_, usual)| u64::from(*usual)).sum();
    let mut lines = vec![EstimateLine {
        what: format!("{} repairs", input.repairs.len()),
        minutes: Range { low, likely, high: likely + likely / 2 },
        why: "low: each at its least; high: half as much again, since walls surprise".to_owned(),
    }];
    let steady = |count: u32, each: u32| {
        let minutes = u64::from(count) * u64::from(each);
        Range { low: minutes, likely: minutes, high: minutes }
    };
    lines.push(EstimateLine {
        what: format!("{} boxes to reach, open and close", input.boxes),
        minutes: steady(input.boxes, input.per_box),
        why: format!("{} min each", input.per_box),
    });
    let [shut_downs, off] = input.shut_downs;
    let [setup, per_breaker] = input.setup;
    let minutes = u64::from(shut_downs) * u64::from(setup) + u64::from(off) * u64::from(per_breaker);
    lines.push(EstimateLine {
        what: format!("{shut_downs} shut-downs: off, prove dead, restore, retest"),
        minutes: Range { low: minutes, likely: minutes, high: minutes },
        why: match per_breaker {
            0 => format!("{setup} min each"),
            each => format!("{setup} min each, and {each} min for each of {off} breakers off"),
        },
    });
    let (fewest, expected, most) = input.closed;
    if most > 0 && input.boxes > 0 {
        let each = (likely + u64::from(input.boxes) * u64::from(input.per_box)).div_ceil(u64::from(input.boxes));
        let minutes = |count: f64| rounded(count * each as f64);
        lines.push(EstimateLine {
            what: "boxes left closed".to_owned(),
            minutes: Range { low: u64::from(fewest) * each, likely: minutes(expected), high: u64::from(most) * each },
            why: format!("{fewest} to {most} of them want work with 90 % assurance, {each} min each like those opened"),
        });
    }
    let sum = |part: fn(&Range) -> u64| lines.iter().map(|line| part(&line.minutes)).sum();
    let minutes = Range { low: sum(|r| r.low), likely: sum(|r| r.likely), high: sum(|r| r.high) };
    let work_cost = input.hour_price.map(|price| {
        let cost = |minutes: u64| (minutes * u64::from(price)).div_ceil(60);
        Range { low: cost(minutes.low), likely: cost(minutes.likely), high: cost(minutes.high) }
    });
    let money = |cents: u64| about_money(cents, &input.currency);
    let cost = work_cost.map_or_else(String::new, |cost| {
        let made_up = if input.made_up { " (prices made up)" } else { "" };
        let missing = match input.unpriced {
            0 => String::new(),
            count => format!("; {count} materials have no price yet"),
        };
        let with = |work: u64| money(work + input.material_cost);
        format!(" {} to {}, likely {}{made_up}{missing}.", with(cost.low), with(cost.high), with(cost.likely))
    });
    let about = |minutes: u64| hours(round_minutes(minutes));
    let sentence =
        format!("About {} to {}, likely {}.{cost}", about(minutes.low), about(minutes.high), about(minutes.likely));
    Estimate {
        lines,
        minutes,
        work_cost,
        material_cost: input.material_cost,
        unpriced: input.unpriced,
        made_up: input.made_up,
        left_out: input.left_out.clone(),
        sentence,
    }
}

#[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "minutes of a job, never negative")]
fn rounded(minutes: f64) -> u64 {
    minutes.max(0.0).round() as u64
}

/// Hundredths of a currency as they are written, "$12.50".
pub(super) fn money(cents: u64, currency: &str) -> String {
    format!("{currency}{}.{:02}", cents / 100, cents % 100)
}

/// Minutes as one says them of a job: to five under an hour, to a quarter under four hours, to a half under sixteen, then to
/// the hour.
fn round_minutes(minutes: u64) -> u64 {
    let step = match minutes {
        0..60 => 5,
        60..240 => 15,
        240..960 => 30,
        _ => 60,
    };
    (minutes + step / 2) / step * step
}

/// Money as one says it of a job: to five under a hundred, to ten under a thousand, to fifty under ten thousand, then to five
/// hundred; without its hundredths.
fn about_money(cents: u64, currency: &str) -> String {
    let whole = cents.div_ceil(100);
    let step = match whole {
        0..100 => 5,
        100..1_000 => 10,
        1_000..10_000 => 50,
        _ => 500,
    };
    format!("{currency}{}", (whole + step / 2) / step * step)
}

/// Minutes as hours, "3 h 20 min".
pub fn hours(minutes: u64) -> String {
    match (minutes / 60, minutes % 60) {
        (0, rest) => format!("{rest} min"),
        (hours, 0) => format!("{hours} h"),
        (hours, rest) => format!("{hours} h {rest} min"),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_minute_has_its_reason() {
        let input = EstimateInput {
            repairs: vec![(5, 10), (10, 20)],
            boxes: 2,
            per_box: 6,
            shut_downs: [1, 2],
            setup: [10, 5],
            closed: (0, 1.5, 4),
            hour_price: Some(9_000),
            material_cost: 1_250,
            currency: "$".to_owned(),
            ..EstimateInput::default()
        };
        let estimate = estimate(&input);
        // Repairs 15, 30, 45; boxes 12; shut-downs 20; closed boxes at 21 min: 0, 1.5 and 4 of them.
        assert_eq!(estimate.minutes, Range { low: 47, likely: 94, high: 161 });
        assert_eq!(estimate.work_cost, Some(Range { low: 7_050, likely: 14_100, high: 24_150 }));
        // In round figures: 47, 161 and 94 min, $83, $254 and $153.50.
        assert_eq!(estimate.sentence, "About 45 min to 2 h 45 min, likely 1 h 30 min. $85 to $250, likely $150.");
    }

    #[test]
    fn figures_are_as_round_as_one_says_them() {
        assert_eq!([52, 118, 700, 1_850].map(round_minutes), [50, 120, 690, 1_860]);
        assert_eq!(
            [4_100, 45_210, 279_277, 1_234_500].map(|cents| about_money(cents, "$")),
            ["$40", "$450", "$2800", "$12500"]
        );
    }
}
