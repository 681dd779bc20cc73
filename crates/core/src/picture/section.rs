//! The section through a box as a drawing needs it: every place along the axis that runs out of the wall, in
//! nanometres from the opening, positive towards the room. The screen and the page both draw from this.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::{Basis, BoxContents, Colour, FreeFigures, Role, Source, WallFinish};
use crate::quantity::{Figure, Length, UnitSystem};
use crate::standard::free_conductor;

/// A conductor in the section.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct SectionConductor {
    /// Its number within the box.
    pub id: u16,
    /// "black 12 AWG".
    pub label: String,
    /// Its colour.
    pub colour: Colour,
    /// What it does.
    pub role: Role,
    /// Where it leaves its sheath.
    pub start: i64,
    /// Where its tip is; absent when neither length nor reach is known.
    pub tip: Option<i64>,
    /// Where its tip would have to be to satisfy length and reach; absent when nothing is required of it.
    pub required_tip: Option<i64>,
    /// Its free length, as measured or worked out.
    pub length: Option<Figure>,
    /// Its reach, as measured or worked out.
    pub reach: Option<Figure>,
    /// The length was worked out from the reach, or the reach from the length.
    pub derived: bool,
    /// Where a splice within it sits.
    pub splice: Option<i64>,
    /// It runs through unspliced.
    pub passes_through: bool,
}

/// A cable in the section.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct SectionCable {
    /// Its number within the box; 0 stands for conductors whose cable is not recorded.
    pub id: u16,
    /// Where its sheath ends.
    pub sheath_end: i64,
    /// The sheath end was not measured and is drawn at a likely place.
    pub assumed: bool,
}

/// The section through a box.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Section {
    /// From the opening to the back of the box.
    pub depth: i64,
    /// The depth was not measured and a usual one is drawn.
    pub depth_assumed: bool,
    /// The surface of the wall.
    pub wall_finish: Option<WallFinish>,
    /// Where the finished surface stands: in front of the opening where the box is set back, behind it where it is proud.
    pub surface: i64,
    /// The set-back, where it was measured and is not nothing.
    pub set_back: Option<Figure>,
    /// How far it stands proud, where it was measured and is not nothing.
    pub proud: Option<Figure>,
    /// How thick the finish to come is.
    pub finish_to_come: i64,
    /// How far spacers bring the yoke forward.
    pub spacers: i64,
    /// How far rings and extenders have brought the opening forward.
    pub added_forward: i64,
    /// The cables.
    pub cables: Vec<SectionCable>,
    /// The conductors in the order of the record.
    pub conductors: Vec<SectionConductor>,
    /// The free length that the edition asks for.
    pub required_length: Figure,
    /// The reach that the edition asks for, where it does.
    pub required_reach: Option<Figure>,
    /// The marks of the ruler: this many nanometres apart, the longer ones labelled.
    pub ruler_step: i64,
}

/// Depth drawn for a box whose depth was not measured: a common depth of device boxes.
const USUAL_DEPTH: Length = Length::sixteenths(44);
/// Sheath drawn inside a box whose sheath end was not measured.
const USUAL_SHEATH_INSIDE: Length = Length::sixteenths(8);

impl Section {
    /// Of `contents` judged under `basis`.
    pub fn of(contents: &BoxContents, basis: &Basis) -> Self {
        let depth = contents.depth.unwrap_or(USUAL_DEPTH);
        let required_length = free_conductor::minimum_length(basis.edition);
        let required_reach = free_conductor::minimum_reach(basis.edition)
            .filter(|_| contents.opening_is_under(free_conductor::SMALL_OPENING.strict()) == Some(true));
        let usual_end = depth.less(USUAL_SHEATH_INSIDE);
        let end_of = |id: u16| {
            let cable = contents.cables.iter().find(|cable| cable.id == id);
            let implied = contents.conductors.iter().filter(|c| c.cable == Some(id)).find_map(|conductor| {
                FreeFigures::of(contents, conductor, basis.house_rules.spliced_length).sheath_end
            });
            cable.and_then(|cable| cable.sheath_end).or(implied)
        };
        let mut ids: Vec<u16> = contents.cables.iter().map(|cable| cable.id).collect();
        if contents.conductors.iter().any(|conductor| contents.cable_of(conductor).is_none()) {
            ids.push(0);
        }
        let cables = ids
            .into_iter()
            .map(|id| SectionCable {
                id,
                sheath_end: -end_of(id).unwrap_or(usual_end).nm(),
                assumed: end_of(id).is_none(),
            })
            .collect();
        let conductors = contents
            .conductors
            .iter()
            .map(|conductor| {
                let figures = FreeFigures::of(contents, conductor, basis.house_rules.spliced_length);
                let start = figures.sheath_end.or_else(|| end_of(conductor.cable.unwrap_or(0))).unwrap_or(usual_end);
                // The sheath end fixes the tip best; a reach alone places it directly.
                let tip = match (figures.length.value(), figures.reach.value()) {
                    (Some(length), _) => Some(length.nm() - start.nm()),
                    (None, Some(reach)) => Some(reach.nm()),
                    (None, None) => None,
                };
                let by_length = required_length.shown(basis.units).nm() - start.nm();
                let by_reach = required_reach.map_or(i64::MIN, |reach| reach.shown(basis.units).nm());
                SectionConductor {
                    id: conductor.id,
                    label: conductor.label(),
                    colour: conductor.colour,
                    role: conductor.role,
                    start: -start.nm(),
                    tip,
                    required_tip: (!conductor.passes_through).then_some(by_length.max(by_reach)),
                    length: figures.length.value().map(|length| length.figure(basis.units)),
                    reach: figures.reach.value().map(|reach| reach.figure(basis.units)),
                    derived: figures.length.source == Source::Derived || figures.reach.source == Source::Derived,
                    splice: conductor
                        .joint
                        .and_then(|joint| joint.from_sheath)
                        .map(|from_sheath| from_sheath.nm() - start.nm()),
                    passes_through: conductor.passes_through,
                }
            })
            .collect();
        Self {
            depth: depth.nm(),
            depth_assumed: contents.depth.is_none(),
            wall_finish: contents.wall_finish,
            surface: contents.stand.set_back.map_or(-contents.stand.proud.unwrap_or_default().nm(), Length::nm),
            set_back: contents.stand.set_back.filter(|back| *back > Length::ZERO).map(|back| back.figure(basis.units)),
            // A measured set-back goes before it, as in `surface`.
            proud: contents
                .stand
                .proud
                .filter(|proud| contents.stand.set_back.is_none() && *proud > Length::ZERO)
                .map(|proud| proud.figure(basis.units)),
            finish_to_come: contents.stand.finish_to_come.unwrap_or_default().nm(),
            spacers: contents.devices.iter().map(|device| i64::from(device.spacers)).max().unwrap_or(0)
                * Length::sixteenths(2).nm(),
            added_forward: contents.added.iter().filter_map(|added| added.forward).map(Length::nm).sum(),
            cables,
            conductors,
            required_length: required_length.shown(basis.units).figure(basis.units),
            required_reach: required_reach.map(|reach| reach.shown(basis.units).figure(basis.units)),
            ruler_step: match basis.units {
                UnitSystem::Inch => Length::sixteenths(8).nm(),
                UnitSystem::Metric => Length::mm(10).nm(),
            },
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::{box_with, conductor};

    #[test]
    fn places_follow_from_the_measures() {
        let contents = box_with(Some(Length::inches(2)), vec![conductor(Some(44), None)]);
        let section = Section::of(&contents, &Basis::default());
        let drawn = &section.conductors[0];
        assert_eq!(drawn.start, -Length::inches(2).nm());
        assert_eq!(drawn.tip, Some(Length::sixteenths(12).nm()));
        // 6 in from a sheath end 2 in behind the opening is 4 in past it, more than the 3 in of reach.
        assert_eq!(drawn.required_tip, Some(Length::inches(4).nm()));
        assert!(drawn.derived && !section.cables[0].assumed);
    }

    #[test]
    fn a_deep_sheath_end_lets_the_reach_govern() {
        let contents = box_with(Some(Length::inches(4)), vec![conductor(Some(44), None)]);
        let section = Section::of(&contents, &Basis::default());
        assert_eq!(section.conductors[0].required_tip, Some(Length::inches(3).nm()));
        // A tip that ends behind the opening is drawn there.
        assert_eq!(section.conductors[0].tip, Some(-Length::sixteenths(20).nm()));
    }

    #[test]
    fn a_proud_box_has_its_surface_behind_the_opening_and_says_by_how_much() {
        let mut contents = box_with(Some(Length::inches(2)), vec![]);
        contents.stand.proud = Some(Length::sixteenths(4));
        let section = Section::of(&contents, &Basis::default());
        assert_eq!(section.surface, -Length::sixteenths(4).nm());
        assert_eq!(section.proud.map(|proud| proud.text), Some("1/4 in".to_owned()));
        contents.stand.set_back = Some(Length::ZERO);
        assert!(Section::of(&contents, &Basis::default()).proud.is_none());
    }

    #[test]
    fn an_empty_box_can_be_drawn() {
        let section = Section::of(&BoxContents::default(), &Basis::default());
        assert!(section.depth_assumed && section.cables.is_empty() && section.conductors.is_empty());
    }
}
