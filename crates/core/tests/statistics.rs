//! Sampling against a statistics library: values of scipy 1 in `statistics/expected.csv`, made by `statistics/make.py`.
#![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

use nailpunch_core::assess::sampling::{estimate, few_seen};

#[test]
fn the_estimate_agrees_with_scipy() {
    let rows = include_str!("statistics/expected.csv").lines().skip(1);
    let mut count = 0;
    for row in rows {
        let cells: Vec<&str> = row.split(',').collect();
        let whole = |index: usize| cells[index].parse::<u32>().unwrap();
        let real = |index: usize| cells[index].parse::<f64>().unwrap();
        let (all, opened, bad) = (whole(0), whole(1), whole(2));
        let got = estimate(all, opened, bad);
        assert!((got.expected - real(3)).abs() < 1e-6, "{row}: {}", got.expected);
        assert_eq!((got.low, got.high), (whole(4), whole(5)), "{row}");
        let few = few_seen(all, all / 10 + 1, opened, bad);
        assert!((few - real(6)).abs() < 1e-6, "{row}: {few}");
        count += 1;
    }
    assert!(count >= 12);
}
