//! A record that two devices changed from the same beginning: what each changed by itself is put together, and where both
//! changed the same a person is asked.

use nailpunch_core::facts::Pointer;
use serde::{Deserialize, Serialize};
use serde_json::{Map, Value};
use utoipa::ToSchema;

/// Three states of one record.
#[derive(Debug, Clone, PartialEq, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MergeWish {
    /// As both began with it.
    #[schema(value_type = Object)]
    pub base: Value,
    /// As it is on this device.
    #[schema(value_type = Object)]
    pub mine: Value,
    /// As it is at the office.
    #[schema(value_type = Object)]
    pub theirs: Value,
}

/// The record put together.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Merged {
    /// With this device's side where both changed the same.
    #[schema(value_type = Object)]
    pub mine: Value,
    /// With the office's side there.
    #[schema(value_type = Object)]
    pub theirs: Value,
    /// The places where both changed the same, as pointers into the record; empty where nothing has to be asked.
    pub asks: Vec<String>,
}

/// What is found at the conductors while a circuit is on, and the proof that it is off: whoever changed one of these worked on
/// what the others rest upon, so that two who both did so are asked for all of it.
const ONE_GROUP: [&str; 8] =
    ["supply", "landings", "lamps", "readings", "detectors", "trips", "dead_test", "cables/*/supply"];

/// The proof that nothing is live.
const DEAD_TEST: &str = "dead_test";

/// What the things of a list are known by, the first of these that they have.
const NAMES: [&str; 4] = ["id", "rule", "what", "pointer"];

/// Puts two sides of a record together. A field that one side changed is taken from it; the things of a list are told apart by
/// what they are known by. Where both changed the same field to different values, it is asked. What is found at live conductors is
/// one group, and where it is asked the proof of dead is gone on both sides: nobody tested the box as it stands now.
///
/// ```
/// use nailpunch_views::{MergeWish, merge};
/// use serde_json::json;
///
/// let merged = merge(&MergeWish {
///     base: json!({ "tag": "K1", "place": "" }),
///     mine: json!({ "tag": "K1", "place": "left of the sink" }),
///     theirs: json!({ "tag": "K2", "place": "" }),
/// });
/// assert!(merged.asks.is_empty());
/// assert_eq!(merged.mine, json!({ "tag": "K2", "place": "left of the sink" }));
/// ```
pub fn merge(wish: &MergeWish) -> Merged {
    let mut asks = Vec::new();
    let apart = told_apart(wish);
    let (mut mine, mut theirs) = both(Some(&wish.base), Some(&apart), Some(&wish.theirs), &Pointer::root(), &mut asks);
    for side in ["found", "left"] {
        let at = Pointer::root().at(side);
        let of = |value: &Value| group(value.get(side));
        let (base, here, there) = (of(&wish.base), of(&wish.mine), of(&wish.theirs));
        if here == base || there == base || here == there {
            continue;
        }
        for part in ONE_GROUP {
            let steps: Vec<&str> = part.split('/').collect();
            put_part(mine.as_mut().and_then(|value| value.get_mut(side)), wish.mine.get(side), &steps);
            put_part(theirs.as_mut().and_then(|value| value.get_mut(side)), wish.theirs.get(side), &steps);
        }
        for value in [&mut mine, &mut theirs] {
            if let Some(Value::Object(fields)) = value.as_mut().and_then(|value| value.get_mut(side)) {
                fields.remove(DEAD_TEST);
            }
        }
        asks.retain(|place| !place.starts_with(&at.text()) || !in_group(&place[at.text().len()..]));
        asks.push(at.at("supply").text());
    }
    Merged { mine: mine.unwrap_or_default(), theirs: theirs.unwrap_or_default(), asks }
}

/// What people said beside the facts: its numbers are of use to nobody else.
const SAID: [&str; 2] = ["notes", "remarks"];

/// This device's side, with another number for what both said anew under the same: both stay.
fn told_apart(wish: &MergeWish) -> Value {
    let mut mine = wish.mine.clone();
    let numbers = |side: &Value, list: &str| -> Vec<u64> {
        let each = side.get(list).and_then(Value::as_array).into_iter().flatten();
        each.filter_map(|said| said.get("id").and_then(Value::as_u64)).collect()
    };
    for list in SAID {
        let (before, there) = (numbers(&wish.base, list), numbers(&wish.theirs, list));
        let mut taken = [numbers(&mine, list), there.clone()].concat();
        let others = wish.theirs.get(list).and_then(Value::as_array).cloned().unwrap_or_default();
        for said in mine.get_mut(list).and_then(Value::as_array_mut).into_iter().flatten() {
            let Some(number) = said.get("id").and_then(Value::as_u64) else { continue };
            if before.contains(&number) || !there.contains(&number) || others.contains(said) {
                continue;
            }
            // The very same may have come under another number already.
            let same = others.iter().filter_map(|other| other.get("id").and_then(Value::as_u64)).find(|other| {
                let renamed = with_number(said, *other);
                !before.contains(other) && others.contains(&renamed)
            });
            let free = same.or_else(|| (1..).find(|number| !taken.contains(number))).unwrap_or_default();
            taken.push(free);
            *said = with_number(said, free);
        }
    }
    mine
}

fn with_number(said: &Value, number: u64) -> Value {
    let mut said = said.clone();
    said["id"] = number.into();
    said
}

/// A place below a side of a box is of the group.
fn in_group(place: &str) -> bool {
    let first = place.split('/').nth(1).unwrap_or_default();
    ONE_GROUP.contains(&first) || (first == "cables" && place.ends_with("/supply"))
}

/// The group of a side of a box.
fn group(side: Option<&Value>) -> Vec<Value> {
    let supplies = |cables: &Value| {
        let each = cables.as_array().into_iter().flatten();
        Value::Array(each.map(|cable| cable.get("supply").cloned().unwrap_or_default()).collect())
    };
    let part = |name: &&str| match name.split_once('/') {
        Some((list, _)) => side.and_then(|side| side.get(list)).map(supplies).unwrap_or_default(),
        None => side.and_then(|side| side.get(*name)).cloned().unwrap_or_default(),
    };
    ONE_GROUP.iter().map(part).collect()
}

/// Puts a part of `from` into the same place of `into`: a field, or with `*` that of each thing of a list that both have.
fn put_part(into: Option<&mut Value>, from: Option<&Value>, steps: &[&str]) {
    let (Some(into), [step, rest @ ..]) = (into, steps) else { return };
    if *step == "*" {
        for known in into.as_array_mut().into_iter().flatten() {
            let same = |other: &&Value| name_of(other).is_some() && name_of(other) == name_of(known);
            let other = from.and_then(Value::as_array).and_then(|list| list.iter().find(same));
            if other.is_some() {
                put_part(Some(known), other, rest);
            }
        }
        return;
    }
    let from = from.and_then(|from| from.get(step));
    if !rest.is_empty() {
        put_part(into.get_mut(step), from, rest);
    } else if let Value::Object(fields) = into {
        match from {
            Some(value) => fields.insert((*step).to_owned(), value.clone()),
            None => fields.remove(*step),
        };
    }
}

fn name_of(value: &Value) -> Option<&Value> {
    NAMES.iter().find_map(|name| value.get(name))
}

/// The names of a list's things, where each has one and none stands twice.
fn names(list: &[Value]) -> Option<Vec<&Value>> {
    let names: Vec<&Value> = list.iter().map(name_of).collect::<Option<_>>()?;
    let twice = names.iter().enumerate().any(|(index, name)| names[..index].contains(name));
    (!twice).then_some(names)
}

/// A value that is there on either side, on neither, or only on one.
type Sides = (Option<Value>, Option<Value>);

fn both(
    base: Option<&Value>,
    mine: Option<&Value>,
    theirs: Option<&Value>,
    at: &Pointer,
    asks: &mut Vec<String>,
) -> Sides {
    let same = |value: Option<&Value>| (value.cloned(), value.cloned());
    if mine == theirs || theirs == base {
        return same(mine);
    }
    if mine == base {
        return same(theirs);
    }
    match (mine, theirs) {
        (Some(Value::Object(here)), Some(Value::Object(there))) => {
            let base = base.and_then(Value::as_object);
            let mut sides = (Map::new(), Map::new());
            for name in here.keys().chain(there.keys().filter(|name| !here.contains_key(*name))) {
                let of = |side: &Map<String, Value>| side.get(name).cloned();
                let before = base.and_then(of);
                let (mine, theirs) = both(before.as_ref(), here.get(name), there.get(name), &at.at(name), asks);
                sides.0.extend(mine.map(|value| (name.clone(), value)));
                sides.1.extend(theirs.map(|value| (name.clone(), value)));
            }
            (Some(Value::Object(sides.0)), Some(Value::Object(sides.1)))
        }
        (Some(Value::Array(here)), Some(Value::Array(there))) if names(here).is_some() && names(there).is_some() => {
            let before = base.and_then(Value::as_array).map(Vec::as_slice).unwrap_or_default();
            let of = |list: &[Value], name: &Value| list.iter().find(|value| name_of(value) == Some(name)).cloned();
            let mine_names = names(here).unwrap_or_default();
            let added = names(there).unwrap_or_default().into_iter().filter(|name| !mine_names.contains(name));
            let mut sides = (Vec::new(), Vec::new());
            for (index, name) in mine_names.iter().copied().chain(added).enumerate() {
                let (base, mine, theirs) = (of(before, name), of(here, name), of(there, name));
                let (mine, theirs) = both(base.as_ref(), mine.as_ref(), theirs.as_ref(), &at.at(index), asks);
                sides.0.extend(mine);
                sides.1.extend(theirs);
            }
            (Some(Value::Array(sides.0)), Some(Value::Array(sides.1)))
        }
        _ => {
            asks.push(at.text());
            (mine.cloned(), theirs.cloned())
        }
    }
}

#[cfg(test)]
mod tests {
    use serde_json::json;

    use super::*;

    fn merged(base: Value, mine: Value, theirs: Value) -> Merged {
        merge(&MergeWish { base, mine, theirs })
    }

    #[test]
    fn what_each_changed_by_itself_is_put_together_within_a_list() {
        let one = |a: u32, b: u32| {
            json!({ "found": { "conductors": [
            { "id": 1, "free_length": a }, { "id": 2, "free_length": b } ] } })
        };
        let both = merged(one(1, 2), one(7, 2), one(1, 9));
        assert_eq!((both.asks.len(), both.mine), (0, one(7, 9)));
    }

    #[test]
    fn what_both_said_anew_is_kept_of_both() {
        let said = |texts: &[(u32, &str)]| -> Value {
            let each = texts.iter().map(|(id, text)| json!({ "id": id, "text": text }));
            json!({ "notes": each.collect::<Vec<_>>() })
        };
        let base = said(&[(1, "ring twice")]);
        let both = merged(
            base.clone(),
            said(&[(1, "ring twice"), (2, "mind the dog"), (3, "the same")]),
            said(&[(1, "ring twice"), (2, "hot attic"), (3, "the same"), (4, "a key")]),
        );
        let kept = said(&[(1, "ring twice"), (5, "mind the dog"), (3, "the same"), (2, "hot attic"), (4, "a key")]);
        assert_eq!((both.asks.len(), &both.mine, &both.theirs), (0, &kept, &kept));
        // What came already, under another number, comes once.
        let both = merged(
            base.clone(),
            said(&[(1, "ring twice"), (2, "mind the dog")]),
            said(&[(1, "ring twice"), (2, "hot attic"), (3, "mind the dog")]),
        );
        assert_eq!(both.mine, said(&[(1, "ring twice"), (3, "mind the dog"), (2, "hot attic")]));
        // What was there before and is said otherwise by both is asked.
        let both = merged(base, said(&[(1, "ring once")]), said(&[(1, "ring three times")]));
        assert_eq!(both.asks, ["/notes/0/text"]);
    }

    #[test]
    fn the_same_field_changed_to_two_values_is_asked_with_its_place() {
        let one = |a: u32, tag: &str| json!({ "tag": tag, "found": { "depth": a } });
        let both = merged(one(1, "K1"), one(2, "K1"), one(3, "K9"));
        assert_eq!(both.asks, ["/found/depth"]);
        // What was not asked is the same on both sides.
        assert_eq!((both.mine, both.theirs), (one(2, "K9"), one(3, "K9")));
    }

    #[test]
    fn a_thing_added_on_either_side_stays_and_one_taken_out_goes() {
        let ids = |ids: &[u32]| json!({ "cables": ids.iter().map(|id| json!({ "id": id })).collect::<Vec<_>>() });
        let both = merged(ids(&[1, 2]), ids(&[1, 2, 3]), ids(&[2, 4]));
        assert_eq!((both.asks.len(), both.mine), (0, ids(&[2, 3, 4])));
    }

    #[test]
    fn a_thing_taken_out_here_and_changed_there_is_asked() {
        let with = |text: Option<&str>| json!({ "remarks": text.map(|t| vec![json!({ "rule": "a", "text": t })]).unwrap_or_default() });
        let both = merged(with(Some("x")), with(None), with(Some("y")));
        assert_eq!(both.asks.len(), 1);
        assert_eq!((both.mine, both.theirs), (with(None), with(Some("y"))));
    }

    #[test]
    fn two_who_both_worked_at_live_conductors_are_asked_and_nothing_is_proven_dead() {
        let one = |amperes: u32, landed: u32| {
            json!({ "found": {
            "supply": { "amperes": amperes }, "landings": [ { "conductor": landed, "to": "hot" } ],
            "dead_test": [ { "method": "meter" } ], "depth": 5 } })
        };
        // Different fields, but each rests upon the other.
        let both = merged(one(15, 1), one(20, 1), one(15, 2));
        assert_eq!(both.asks, ["/found/supply"]);
        for side in [&both.mine, &both.theirs] {
            assert_eq!(side["found"].get("dead_test"), None);
            assert_eq!(side["found"]["depth"], 5);
        }
        assert_eq!(both.mine["found"]["supply"]["amperes"], 20);
        assert_eq!(both.mine["found"]["landings"][0]["conductor"], 1);
        assert_eq!(both.theirs["found"]["supply"]["amperes"], 15);
        assert_eq!(both.theirs["found"]["landings"][0]["conductor"], 2);
    }

    #[test]
    fn one_who_worked_at_live_conductors_and_one_who_did_not_are_not_asked() {
        let one = |amperes: u32, depth: u32| json!({ "found": { "supply": { "amperes": amperes }, "depth": depth, "dead_test": [1] } });
        let both = merged(one(15, 5), one(20, 5), one(15, 6));
        assert_eq!((both.asks.len(), both.mine), (0, one(20, 6)));
    }
}
