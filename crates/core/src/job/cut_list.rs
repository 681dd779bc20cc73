//! The cut list: which offcuts to open and how much new cable to cut, so that every pigtail comes out of them.
//!
//! A piece of cable opened gives one conductor of its length for each of its colours. New cable is the dearest: the least
//! of it is cut; among the ways to do that the shortest length of offcuts is opened. Each gauge is solved by itself,
//! exactly within [`MOST_NODES`] steps of the search; beyond them the gap to what is provably needed is stated.

use serde::Serialize;
use utoipa::ToSchema;

use super::openings::{Choice, Opened, Openings, least_opened};
use super::packing::{Packer, Packing};
use crate::facts::{Colour, Offcut};
use crate::quantity::{Figure, Gauge, Length, UnitSystem};

/// The most steps of the search for one gauge.
pub const MOST_NODES: u64 = 8_000_000;

/// Pigtails of one size, colour and length.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct PigtailDemand {
    /// Its size.
    pub gauge: Gauge,
    /// Its colour; a green ground is cut bare.
    pub colour: Colour,
    /// The length to cut.
    pub length: Length,
    /// How many.
    pub count: u32,
}

/// A conductor of an opened piece, and what is cut from it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct CutConductor {
    /// Its colour.
    pub colour: Colour,
    /// The pigtails, longest first.
    pub cuts: Vec<Figure>,
    /// What is left over.
    pub left: Figure,
}

/// A piece to open.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct CutPiece {
    /// The offcut by its number; new cable when absent.
    pub offcut: Option<u16>,
    /// "offcut 3, 12/2" or "new 12/3".
    pub what: String,
    /// How long the piece is.
    pub length: Figure,
    /// What each of its conductors gives.
    pub conductors: Vec<CutConductor>,
}

/// The pieces for one gauge.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct GaugeCuts {
    /// The size.
    pub gauge: Gauge,
    /// The pieces to open, offcuts first.
    pub pieces: Vec<CutPiece>,
    /// The new cable that is cut.
    pub new_cable: Figure,
    /// The length of offcuts opened.
    pub opened: Figure,
    /// No way needs less new cable, nor, with that, less of the offcuts.
    pub proven: bool,
    /// The new cable that any way needs.
    pub least_new: Figure,
    /// The length of offcuts that any way with so much new cable opens.
    pub least_opened: Figure,
    /// In one plain sentence.
    pub sentence: String,
}

/// The cut list of a job.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, ToSchema)]
pub struct CutList {
    /// Gauge by gauge, the thinnest first.
    pub gauges: Vec<GaugeCuts>,
    /// Pigtails of colours that come in no cable here, to be bought as single conductors.
    pub apart: Vec<String>,
}

/// The colours of a cable with so many insulated conductors and a ground.
pub const fn colours_of(conductors: u8) -> &'static [Colour] {
    match conductors {
        2 => &[Colour::Black, Colour::White, Colour::Bare],
        _ => &[Colour::Black, Colour::Red, Colour::White, Colour::Bare],
    }
}

/// Plans the cuts for `demands` from `offcuts` and new cable.
pub fn cut_list(demands: &[PigtailDemand], offcuts: &[Offcut], units: UnitSystem) -> CutList {
    let mut list = CutList::default();
    for gauge in Gauge::ALL {
        let mut wanted: Vec<(Colour, Vec<i64>)> = Vec::new();
        for demand in demands.iter().filter(|demand| demand.gauge == gauge && demand.count > 0) {
            let colour = if demand.colour == Colour::Green { Colour::Bare } else { demand.colour };
            if !colours_of(3).contains(&colour) {
                let length = demand.length.figure(units).text;
                list.apart.push(format!("{} × {gauge} {}, {length}", demand.count, colour.name()));
                continue;
            }
            let lengths = std::iter::repeat_n(demand.length.nm(), usize::try_from(demand.count).unwrap_or(0));
            match wanted.iter_mut().find(|(known, _)| *known == colour) {
                Some((_, known)) => known.extend(lengths),
                None => wanted.push((colour, lengths.collect())),
            }
        }
        if wanted.is_empty() {
            continue;
        }
        for (_, lengths) in &mut wanted {
            lengths.sort_unstable_by(|a, b| b.cmp(a));
        }
        let usable: Vec<&Offcut> = offcuts.iter().filter(|offcut| offcut.gauge == gauge).collect();
        list.gauges.push(of_gauge(gauge, &wanted, &usable, units));
    }
    list
}

/// One gauge, as lengths in nanometres.
struct Problem<'a> {
    wanted: &'a [(Colour, Vec<i64>)],
    packers: Vec<Packer>,
    offcuts: &'a [&'a Offcut],
}

impl<'a> Problem<'a> {
    fn new(wanted: &'a [(Colour, Vec<i64>)], offcuts: &'a [&'a Offcut]) -> Self {
        let longest = offcuts.iter().map(|offcut| offcut.length.nm()).max().unwrap_or(0);
        let packers = wanted.iter().map(|(_, lengths)| Packer::new(lengths, longest)).collect();
        Self { wanted, packers, offcuts }
    }

    fn has(&self, colour: usize, offcut: usize) -> bool {
        colours_of(self.offcuts[offcut].conductors).contains(&self.wanted[colour].0)
    }

    /// The bins that the offcuts `open` give a colour.
    fn bins(&self, colour: usize, open: &[usize]) -> Vec<i64> {
        let has = open.iter().filter(|offcut| self.has(colour, **offcut));
        has.map(|offcut| self.offcuts[*offcut].length.nm()).collect()
    }

    /// The new cable that is needed beside the offcuts `open`, at least and as packed: equal where `nodes` sufficed.
    fn new_cable(&self, open: &[usize], nodes: &mut u64) -> (i64, i64) {
        let share = *nodes / (2 * self.wanted.len() as u64).max(1);
        let each = self.packers.iter().enumerate().map(|(colour, packer)| {
            let mut own = share;
            let packing = packer.pack(&self.bins(colour, open), i64::MAX, &mut own);
            *nodes -= share - own;
            (packer.total() - packing.most, packer.total() - packing.packed)
        });
        each.fold((0, 0), |worst, one| (worst.0.max(one.0), worst.1.max(one.1)))
    }

    /// Whether the offcuts `open` leave no colour with more than `new` to cut; `None` when the search gave up.
    fn does(&self, open: &[usize], new: i64, nodes: &mut u64) -> Option<bool> {
        let mut sure = true;
        for (colour, packer) in self.packers.iter().enumerate() {
            let target = packer.total() - new;
            let packing = packer.pack(&self.bins(colour, open), target, nodes);
            if packing.most < target {
                return Some(false);
            }
            sure &= packing.packed >= target;
        }
        sure.then_some(true)
    }
}

impl Openings for Problem<'_> {
    fn does(&self, open: &[usize], new: i64, nodes: &mut u64) -> Option<bool> {
        Problem::does(self, open, new, nodes)
    }
}

fn of_gauge(gauge: Gauge, wanted: &[(Colour, Vec<i64>)], offcuts: &[&Offcut], units: UnitSystem) -> GaugeCuts {
    let problem = Problem::new(wanted, offcuts);
    let mut nodes = MOST_NODES;
    let all: Vec<usize> = (0..offcuts.len()).collect();
    let (least, new) = problem.new_cable(&all, &mut nodes);
    let gives: Vec<Vec<i64>> = all
        .iter()
        .map(|offcut| {
            let of = |(colour, packer): (usize, &Packer)| {
                if problem.has(colour, *offcut) { packer.most_in(offcuts[*offcut].length.nm()) } else { 0 }
            };
            problem.packers.iter().enumerate().map(of).collect()
        })
        .collect();
    let choice = Choice {
        lengths: offcuts.iter().map(|offcut| offcut.length.nm()).collect(),
        gives,
        asked: problem.packers.iter().map(|packer| packer.total() - new).collect(),
    };
    let Opened { open, least: least_opened } = least_opened(&choice, &problem, new, &mut nodes);
    // New cable is of three conductors where a red one is wanted.
    let red = wanted.iter().any(|(colour, _)| *colour == Colour::Red);
    let pieces = pieces(&problem, gauge, &open, new, if red { 3 } else { 2 }, units);
    let figure = |nm: i64| length(nm).figure(units);
    let opened: i64 = open.iter().map(|index| offcuts[*index].length.nm()).sum();
    let proven = least == new && least_opened == opened;
    let count = open.len();
    let offcut_words = match count {
        0 => "no offcut".to_owned(),
        1 => format!("one offcut, {}", figure(opened).text),
        _ => format!("{count} offcuts, {} together", figure(opened).text),
    };
    let new_words = if new == 0 {
        "no new cable".to_owned()
    } else {
        format!("{} of new {}/{}", figure(new).text, gauge.size(), if red { 3 } else { 2 })
    };
    let proof = if proven {
        "No way takes less.".to_owned()
    } else if least < new {
        format!(
            "At least {} of new cable is needed: up to {} may be too much.",
            figure(least).text,
            figure(new - least).text
        )
    } else {
        format!(
            "At least {} of offcuts is opened: up to {} may be too much.",
            figure(least_opened).text,
            figure(opened - least_opened).text
        )
    };
    GaugeCuts {
        gauge,
        pieces,
        new_cable: figure(new),
        opened: figure(opened),
        proven,
        least_new: figure(least),
        least_opened: figure(least_opened),
        sentence: format!("{gauge}: open {offcut_words}; {new_words}. {proof}"),
    }
}

fn length(nm: i64) -> Length {
    Length::from_nm(nm).unwrap_or(Length::MAX)
}

/// The pieces with their cuts.
fn pieces(
    problem: &Problem,
    gauge: Gauge,
    open: &[usize],
    new: i64,
    new_conductors: u8,
    units: UnitSystem,
) -> Vec<CutPiece> {
    let figure = |nm: i64| length(nm).figure(units);
    let mut pieces: Vec<CutPiece> = open
        .iter()
        .map(|index| {
            let offcut = problem.offcuts[*index];
            CutPiece {
                offcut: Some(offcut.id),
                what: format!("offcut {}, {}/{}", offcut.id, gauge.size(), offcut.conductors),
                length: offcut.length.figure(units),
                conductors: Vec::new(),
            }
        })
        .collect();
    if new > 0 {
        pieces.push(CutPiece {
            offcut: None,
            what: format!("new {}/{new_conductors}", gauge.size()),
            length: figure(new),
            conductors: Vec::new(),
        });
    }
    for (colour, (name, lengths)) in problem.wanted.iter().enumerate() {
        let mut nodes = MOST_NODES;
        let packer = &problem.packers[colour];
        let Packing { places, .. } = packer.pack(&problem.bins(colour, open), packer.total() - new, &mut nodes);
        let mut left: Vec<(usize, i64, Vec<i64>)> = open
            .iter()
            .enumerate()
            .filter(|(_, index)| colours_of(problem.offcuts[**index].conductors).contains(name))
            .map(|(piece, index)| (piece, problem.offcuts[*index].length.nm(), Vec::new()))
            .collect();
        if new > 0 {
            left.push((open.len(), new, Vec::new()));
        }
        let last = left.len().saturating_sub(1);
        for (length, place) in lengths.iter().zip(places) {
            let bin = &mut left[place.unwrap_or(last)];
            bin.1 -= length;
            bin.2.push(*length);
        }
        for (piece, rest, cuts) in left {
            let cuts = cuts.into_iter().map(figure).collect();
            pieces[piece].conductors.push(CutConductor { colour: *name, cuts, left: figure(rest.max(0)) });
        }
    }
    pieces
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn demand(colour: Colour, eighths: u32, count: u32) -> PigtailDemand {
        PigtailDemand { gauge: Gauge::Awg12, colour, length: Length::sixteenths(eighths * 2), count }
    }

    fn offcut(id: u16, conductors: u8, inches: u32) -> Offcut {
        Offcut { id, gauge: Gauge::Awg12, conductors, length: Length::inches(inches) }
    }

    fn solved(demands: &[PigtailDemand], offcuts: &[Offcut]) -> GaugeCuts {
        cut_list(demands, offcuts, UnitSystem::Inch).gauges.remove(0)
    }

    #[test]
    fn a_length_of_cable_gives_one_of_each_colour() {
        // Three blacks and two whites of 6 in from a 12 in offcut: two of each, and one black of new cable.
        let demands = [demand(Colour::Black, 48, 3), demand(Colour::White, 48, 2)];
        let cuts = solved(&demands, &[offcut(1, 2, 12)]);
        assert_eq!((cuts.new_cable.text.as_str(), cuts.opened.text.as_str()), ("6 in", "12 in"));
        assert!(cuts.proven, "{}", cuts.sentence);
        assert_eq!(cuts.pieces[0].conductors[0].cuts.len(), 2);
    }

    #[test]
    fn the_shortest_offcuts_that_do_are_opened() {
        let cuts = solved(
            &[demand(Colour::Black, 48, 2)],
            &[offcut(1, 2, 30), offcut(2, 2, 7), offcut(3, 2, 6), offcut(4, 2, 12)],
        );
        assert_eq!(cuts.opened.text, "12 in");
        assert_eq!(cuts.new_cable.nm, 0);
    }

    #[test]
    fn red_comes_from_three_conductor_cable() {
        let cuts = solved(&[demand(Colour::Red, 48, 1)], &[offcut(1, 2, 30)]);
        assert_eq!((cuts.opened.nm, cuts.pieces[0].what.as_str()), (0, "new 12/3"));
        let list = cut_list(&[demand(Colour::Blue, 48, 2)], &[], UnitSystem::Inch);
        assert_eq!(list.apart, ["2 × 12 AWG blue, 6 in"]);
    }

    proptest! {
        #[test]
        fn every_pigtail_is_cut_once_and_nothing_is_longer_than_its_piece(
            lengths in proptest::collection::vec((24_u32..80, 0_usize..3), 1..10),
            stock in proptest::collection::vec((2_u8..4, 6_u32..30), 0..6),
        ) {
            let colours = [Colour::Black, Colour::White, Colour::Bare];
            let demands: Vec<PigtailDemand> = lengths.iter().map(|(length, colour)| demand(colours[*colour], *length, 1)).collect();
            let offcuts: Vec<Offcut> = (1..).zip(&stock).map(|(id, (conductors, inches))| offcut(id, *conductors, *inches)).collect();
            let cuts = solved(&demands, &offcuts);
            let mut made = 0;
            for piece in &cuts.pieces {
                for conductor in &piece.conductors {
                    made += conductor.cuts.len();
                    let used: i64 = conductor.cuts.iter().map(|cut| cut.nm).sum();
                    prop_assert_eq!(used + conductor.left.nm, piece.length.nm);
                }
            }
            prop_assert_eq!(made, lengths.len());
            prop_assert!(cuts.least_new.nm <= cuts.new_cable.nm);
            // More offcuts never make for more new cable.
            let mut more = offcuts.clone();
            more.push(offcut(99, 3, 24));
            let richer = solved(&demands, &more);
            prop_assert!(!(cuts.proven && richer.proven) || richer.new_cable.nm <= cuts.new_cable.nm);
        }
    }
}
