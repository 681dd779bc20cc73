//! Which backups are kept: the more, the younger.

use jiff::Timestamp;

const HOUR: i64 = 3_600;
const DAY: i64 = 24 * HOUR;
/// A month, near enough for what is kept of years.
const MONTH: i64 = 30 * DAY;

/// So far back one of each span is kept, the newest of it: of the last two days all, then one a day for a month, one a week for half
/// a year, and one a month for seven years, as long as records of a business are asked for. Common practice, no source.
const KEPT: [(i64, i64); 4] = [(2 * DAY, 1), (31 * DAY, DAY), (182 * DAY, 7 * DAY), (84 * MONTH, MONTH)];

/// Those of `times` that need not be kept at `now`. What lies after `now` is kept, for a clock may be wrong; so is the newest.
pub fn let_go(now: Timestamp, times: &[Timestamp]) -> Vec<Timestamp> {
    let mut newest_first = times.to_vec();
    newest_first.sort_unstable_by(|a, b| b.cmp(a));
    let newest = newest_first.first().copied();
    let mut last = None;
    newest_first.retain(|time| {
        let age = now.as_second() - time.as_second();
        let span =
            KEPT.iter().find(|(until, _)| age < *until).map(|(_, each)| (*each, time.as_second().div_euclid(*each)));
        let kept = age <= 0 || Some(*time) == newest || (span.is_some() && span != last);
        last = span;
        !kept
    });
    newest_first
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::*;

    fn at(hours: i64) -> Timestamp {
        Timestamp::from_second(1_800_000_000 + hours * HOUR).unwrap()
    }

    #[test]
    fn of_ten_years_every_hour_what_is_young_is_kept_densely() {
        // As it really goes: each hour one is made, and what need not be kept is let go.
        let mut kept: Vec<Timestamp> = Vec::new();
        let hours = 10 * 365 * 24;
        for hour in 0..hours {
            kept.push(at(hour));
            let gone = let_go(at(hour), &kept);
            kept.retain(|time| !gone.contains(time));
        }
        let now = hours - 1;
        let within = |from: i64, to: i64| {
            kept.iter().filter(|time| (from..to).contains(&((at(now).as_second() - time.as_second()) / HOUR))).count()
        };
        assert_eq!(within(0, 48), 48, "all of two days");
        assert!((28..=31).contains(&within(48, 31 * 24)), "{}", within(48, 31 * 24));
        assert!((20..=24).contains(&within(31 * 24, 182 * 24)), "{}", within(31 * 24, 182 * 24));
        assert!((70..=80).contains(&within(182 * 24, 84 * 30 * 24)), "{}", within(182 * 24, 84 * 30 * 24));
        assert_eq!(within(84 * 30 * 24, i64::MAX), 0);
        assert!(kept.len() < 190, "{}", kept.len());
    }

    #[test]
    fn the_newest_stays_however_old_and_what_is_of_another_clock_too() {
        assert!(let_go(at(0), &[at(-200_000)]).is_empty(), "the only one");
        assert!(let_go(at(0), &[at(9_000), at(9_000)]).is_empty(), "a clock that was a year ahead");
        assert_eq!(let_go(at(0), &[at(-1), at(-200_000)]), [at(-200_000)]);
        assert!(let_go(at(0), &[]).is_empty());
    }
}
