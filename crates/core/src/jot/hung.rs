//! The words of the jot line for what hangs from a box, and what the box is made to carry.

use super::word::{Meaning, Word, word};
use crate::facts::{BoxContents, Carries, Hung, HungKind};

fn hung(contents: &mut BoxContents, kind: HungKind) {
    contents.hung = Some(Hung {
        kind,
        mass: None,
        box_carries: None,
        box_marked_mass: None,
        from_structure: None,
        two_screws: None,
    });
}

fn carries(contents: &mut BoxContents, carries: Carries) {
    contents.hung.iter_mut().for_each(|hung| hung.box_carries = Some(carries));
}

/// In the order of docs/jot.md.
pub(super) static HUNG: &[Word] = &[
    word(&["fan"], "paddle fan", Meaning::Set(|contents| hung(contents, HungKind::Fan))),
    word(
        &["lum", "luminaire"],
        "ceiling luminaire",
        Meaning::Set(|contents| hung(contents, HungKind::CeilingLuminaire)),
    ),
    word(&["sconce"], "wall luminaire", Meaning::Set(|contents| hung(contents, HungKind::WallLuminaire))),
    word(&["fanbox"], "box marked for fans", Meaning::Set(|contents| carries(contents, Carries::Fan))),
    word(&["lumbox"], "box made for luminaires", Meaning::Set(|contents| carries(contents, Carries::Luminaire))),
    word(&["plainbox"], "box not marked", Meaning::Set(|contents| carries(contents, Carries::Nothing))),
    word(
        &["joist"],
        "hangs from the structure",
        Meaning::Set(|contents| contents.hung.iter_mut().for_each(|h| h.from_structure = Some(true))),
    ),
    word(
        &["2screws"],
        "two screws of No. 6",
        Meaning::Set(|contents| contents.hung.iter_mut().for_each(|h| h.two_screws = Some(true))),
    ),
];
