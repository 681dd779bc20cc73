//! What to bring: everything of a job or a day together, in packs, less what is on the truck, with what it costs.

use serde::Serialize;
use utoipa::ToSchema;

use super::estimate::money;
use crate::facts::WorkSettings;

/// A material with all that is needed of it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct MaterialNeed {
    /// What it is, with its size.
    pub what: String,
    /// How many are needed.
    pub count: u32,
    /// How many of them are on the truck.
    pub on_truck: u32,
    /// How many are still to buy.
    pub to_buy: u32,
    /// How many come in a pack.
    pub pack: Option<u16>,
    /// The packs to buy, or pieces where it comes in no pack.
    pub packs: u32,
    /// What they cost, in hundredths of the currency; absent without a price.
    pub cost: Option<u64>,
    /// The same as it is written, "$12.50".
    pub cost_text: Option<String>,
    /// The price is made up, for a demonstration.
    pub made_up: bool,
    /// The boxes that it is for, by their tags.
    pub boxes: Vec<String>,
}

/// Puts together what is needed at boxes, each with its tag: the same things in one line, in the order of their names.
pub fn materials<'a>(
    needs: impl IntoIterator<Item = (&'a str, &'a str, u32)>,
    settings: &WorkSettings,
) -> Vec<MaterialNeed> {
    let mut lines: std::collections::BTreeMap<&str, (u32, Vec<String>)> = std::collections::BTreeMap::new();
    for (tag, what, count) in needs {
        let (known, boxes) = lines.entry(what).or_default();
        *known += count;
        if !boxes.iter().any(|other| other == tag) {
            boxes.push(tag.to_owned());
        }
    }
    let line = |(what, (count, boxes)): (&str, (u32, Vec<String>))| {
        let known = settings.stock.iter().find(|line| line.what.eq_ignore_ascii_case(what));
        let on_truck = known.map_or(0, |known| known.on_truck).min(count);
        let to_buy = count - on_truck;
        let pack = known.and_then(|known| known.pack);
        let packs = to_buy.div_ceil(u32::from(pack.unwrap_or(1).max(1)));
        let cost = known.and_then(|known| known.price).map(|price| u64::from(price) * u64::from(packs));
        MaterialNeed {
            what: what.to_owned(),
            count,
            on_truck,
            to_buy,
            pack,
            packs,
            cost,
            cost_text: cost.map(|cost| money(cost, &settings.currency)),
            made_up: known.is_some_and(|known| known.made_up),
            boxes,
        }
    };
    lines.into_iter().map(line).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::StockLine;

    #[test]
    fn packs_are_whole_and_the_truck_comes_first() {
        let stock = [StockLine {
            what: "lever connector, 3 ports".to_owned(),
            pack: Some(10),
            on_truck: 4,
            price: Some(650),
            made_up: true,
        }];
        let needs = [
            ("K1", "lever connector, 3 ports", 9),
            ("K2", "spacer", 2),
            ("K3", "lever connector, 3 ports", 6),
            ("K3", "spacer", 1),
        ];
        let settings = WorkSettings { stock: stock.into(), currency: "$".to_owned(), ..WorkSettings::default() };
        let lines = materials(needs, &settings);
        let connector = &lines[0];
        assert_eq!((connector.count, connector.to_buy, connector.packs, connector.cost), (15, 11, 2, Some(1_300)));
        assert_eq!((connector.cost_text.as_deref(), connector.boxes.len()), (Some("$13.00"), 2));
        assert_eq!(connector.boxes, ["K1", "K3"]);
        assert_eq!((lines[1].count, lines[1].packs, lines[1].cost), (3, 3, None));
    }
}
