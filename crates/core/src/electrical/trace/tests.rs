use proptest::prelude::*;
use uuid::Uuid;

use super::*;

fn points(parents: &[Option<usize>]) -> Vec<TracePoint> {
    (0..parents.len())
        .map(|index| TracePoint {
            box_id: BoxId(Uuid::from_u128(index as u128 + 1)),
            tag: format!("B{}", index + 1),
            place: (0, index),
            feed: parents[index].map_or(KnownFeed::Panel, KnownFeed::Point),
            shows: None,
            readable: true,
            minutes: 6.0,
            looked_through: false,
            found: None,
            cable_sound: false,
        })
        .collect()
}

fn chain(count: usize) -> Vec<TracePoint> {
    points(&(0..count).map(|index| index.checked_sub(1)).collect::<Vec<_>>())
}

fn read(points: &mut [TracePoint], shows: &[Option<bool>]) -> TraceAnswer {
    for (point, shows) in points.iter_mut().zip(shows) {
        point.shows = *shows;
    }
    trace(points, TracedFault::OpenGround)
}

#[test]
fn an_open_lies_in_one_of_two_boxes_or_the_cable_between() {
    let answer = read(&mut chain(5), &[Some(false), Some(false), Some(true), Some(true), Some(true)]);
    let tags: Vec<&str> = answer.boxes.iter().map(|ranked| ranked.tag.as_str()).collect();
    assert_eq!(tags, ["B2", "B3"], "{answer:?}");
    assert!(answer.boxes[0].percent + answer.boxes[1].percent > 85);
    assert_eq!(answer.cables[0].words, "cable B2 to B3");
    assert!(answer.cannot_tell && answer.next.as_ref().is_some_and(|next| next.kind == TestKind::Open));
}

#[test]
fn the_next_reading_halves_what_is_left() {
    let mut readings = vec![None; 15];
    (readings[0], readings[14]) = (Some(false), Some(true));
    let answer = read(&mut chain(15), &readings);
    let next = answer.next.expect("much is open");
    let at = answer.points.iter().position(|point| point.box_id == next.box_id).expect("it is on the circuit");
    assert!(next.kind == TestKind::Read && (5..=9).contains(&at), "{next:?}");
}

#[test]
fn the_same_fault_everywhere_points_ahead_of_the_first() {
    let answer = read(&mut chain(4), &[Some(true); 4]);
    assert!(answer.sentence.contains("ahead of the first") && answer.panel_percent > 30, "{answer:?}");
    let one = read(&mut chain(1), &[Some(true)]);
    assert!(one.panel_percent > 20 && !one.boxes.is_empty(), "{one:?}");
}

#[test]
fn two_faults_are_said_to_be_two() {
    // A fork: both arms are bad below, and good where they begin.
    let mut fork = points(&[None, Some(0), Some(1), Some(0), Some(3)]);
    let answer = read(&mut fork, &[Some(false), Some(false), Some(true), Some(false), Some(true)]);
    assert!(answer.several, "{answer:?}");
    // One bad outlet with good ones below is one fault, at the device alone.
    let answer = read(&mut chain(3), &[Some(false), Some(true), Some(false)]);
    assert!(!answer.several);
    assert_eq!((answer.boxes[0].tag.as_str(), answer.boxes[0].places[0].place), ("B2", FaultPlace::Device));
}

#[test]
fn two_reversals_put_each_other_right() {
    let mut run = chain(4);
    for (point, shows) in run.iter_mut().zip([false, true, true, false]) {
        point.shows = Some(shows);
    }
    let answer = trace(&run, TracedFault::Reversal);
    assert!(answer.several, "exchanged, and exchanged back: {answer:?}");
    let stretches: Vec<u8> = answer.points.iter().map(|point| point.stretch_percent).collect();
    assert!(stretches[1] > 40 && stretches[3] > 40 && stretches[2] < 10, "{stretches:?}");
}

#[test]
fn looking_through_a_box_clears_it_and_finding_ends_it() {
    let mut run = chain(3);
    run[1].looked_through = true;
    let answer = read(&mut run, &[Some(false), Some(false), Some(true)]);
    assert_eq!(answer.boxes[0].tag, "B3");
    assert!(answer.boxes.iter().all(|ranked| ranked.tag != "B2"));
    run[2].found = Some(FaultPlace::Landing);
    let answer = trace(&run, TracedFault::OpenGround);
    assert!(answer.found && answer.next.is_none() && answer.sentence.contains("Found at B3"), "{answer:?}");
}

#[test]
fn nothing_bad_is_nothing_to_trace() {
    assert!(read(&mut chain(3), &[Some(false), None, None]).next.is_none());
    assert!(trace(&[], TracedFault::OpenHot).boxes.is_empty());
}

#[test]
fn an_unknown_order_is_guessed_and_said_to_be() {
    let mut run = chain(6);
    run.iter_mut().for_each(|point| point.feed = KnownFeed::Unknown);
    let answer = read(&mut run, &[Some(false), Some(false), None, Some(true), None, Some(true)]);
    assert!(answer.sentence.contains("guessed") && answer.points.iter().all(|point| !point.feed_known));
    assert!(!answer.boxes.is_empty() && answer.boxes.iter().all(|ranked| ranked.percent <= 100));
}

/// A tree of up to 14 points, a place for its fault, and which outlets are read.
fn planted() -> impl Strategy<Value = (Vec<Option<usize>>, usize, usize, Vec<bool>)> {
    (2_usize..14).prop_flat_map(|count| {
        let parents = (1..count).map(|point| (0..point).boxed()).collect::<Vec<_>>();
        (parents, 0..count, 0_usize..3, prop::collection::vec(any::<bool>(), count)).prop_map(
            |(parents, at, place, read)| {
                let parents = std::iter::once(None).chain(parents.into_iter().map(Some)).collect();
                (parents, at, place, read)
            },
        )
    })
}

fn is_below(parents: &[Option<usize>], at: usize, mut point: usize) -> bool {
    loop {
        if point == at {
            return true;
        }
        match parents[point] {
            Some(parent) => point = parent,
            None => return false,
        }
    }
}

proptest! {
    /// Wherever the break is, and whatever is read, its place is among those named.
    #[test]
    fn the_true_place_is_always_in_the_candidate_set((parents, at, place, read) in planted()) {
        let mut run = points(&parents);
        for (index, point) in run.iter_mut().enumerate() {
            point.shows = read[index].then(|| is_below(&parents, at, index));
        }
        run[at].shows = Some(true);
        let answer = trace(&run, TracedFault::OpenGround);
        let named = match place {
            0 => match parents[at] {
                Some(parent) => answer.boxes.iter().any(|b| b.box_id == run[parent].box_id),
                None => answer.panel_percent > 0,
            },
            1 => answer.cables.iter().any(|cable| cable.box_id == run[at].box_id),
            _ => answer.boxes.iter().any(|b| b.box_id == run[at].box_id),
        };
        prop_assert!(named, "{:?}", answer);
        prop_assert!(!answer.several, "one fault explains what one fault made");
    }

    /// Chances are chances, whatever was read.
    #[test]
    fn every_answer_is_finite((parents, at, _, read) in planted(), unknown in any::<bool>()) {
        let mut run = points(&parents);
        for (index, point) in run.iter_mut().enumerate() {
            point.shows = read[index].then_some(index % 2 == at % 2);
            if unknown {
                point.feed = KnownFeed::Unknown;
            }
        }
        for fault in [TracedFault::OpenNeutral, TracedFault::Reversal] {
            let answer = trace(&run, fault);
            prop_assert!(answer.boxes.iter().all(|ranked| ranked.percent <= 100 && ranked.minutes > 0));
            prop_assert_eq!(answer.points.len(), parents.len());
        }
    }
}
