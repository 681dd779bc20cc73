//! What to bring: everything of a job or a day together, in packs, less what is on the truck, with what it costs.

use serde::Serialize;
use utoipa::ToSchema;

use super::estimate::money;
use crate::facts::{StockLine, WorkSettings};
use crate::repair::MaterialLine;

/// A material with all that is needed of it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct MaterialNeed {
    /// Its code: what the truck, packs and prices of the settings hang on.
    pub code: String,
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
    /// The line of the settings that it is known by; absent where nothing is known of it.
    pub stock: Option<StockLine>,
    /// The boxes that it is for, by their tags.
    pub boxes: Vec<String>,
}

/// Puts together what is needed at boxes, each with its tag: the same things in one line, in the order of their names.
pub fn materials<'a>(
    needs: impl IntoIterator<Item = (&'a str, &'a MaterialLine)>,
    settings: &WorkSettings,
) -> Vec<MaterialNeed> {
    let mut lines: std::collections::HashMap<&str, (&str, u32, Vec<String>)> = std::collections::HashMap::new();
    for (tag, MaterialLine { code, what, count, .. }) in needs {
        let (_, known, boxes) = lines.entry(code).or_insert_with(|| (what, 0, Vec::new()));
        *known += count;
        if !boxes.iter().any(|other| other == tag) {
            boxes.push(tag.to_owned());
        }
    }
    let line = |(code, (what, count, boxes)): (&str, (&str, u32, Vec<String>))| {
        // By its code; a line of an earlier release has none, and is known by its words.
        let by_code = settings.stock.iter().find(|line| line.code.as_deref() == Some(code));
        let by_words =
            || settings.stock.iter().find(|line| line.code.is_none() && line.what.eq_ignore_ascii_case(what));
        let known = by_code.or_else(by_words);
        let on_truck = known.map_or(0, |known| known.on_truck).min(count);
        let to_buy = count - on_truck;
        let pack = known.and_then(|known| known.pack);
        let packs = to_buy.div_ceil(u32::from(pack.unwrap_or(1).max(1)));
        let cost = known.and_then(|known| known.price).map(|price| u64::from(price) * u64::from(packs));
        MaterialNeed {
            code: code.to_owned(),
            what: what.to_owned(),
            count,
            on_truck,
            to_buy,
            pack,
            packs,
            cost,
            cost_text: cost.map(|cost| money(cost, &settings.currency)),
            made_up: known.is_some_and(|known| known.made_up),
            stock: known.cloned(),
            boxes,
        }
    };
    let mut needs: Vec<MaterialNeed> = lines.into_iter().map(line).collect();
    needs.sort_by(|one, other| (&one.what, &one.code).cmp(&(&other.what, &other.code)));
    needs
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn packs_are_whole_and_the_truck_comes_first() {
        let stock = [StockLine {
            code: Some("lever-3".to_owned()),
            what: "lever connector, 3 ports".to_owned(),
            pack: Some(10),
            on_truck: 4,
            price: Some(650),
            made_up: true,
        }];
        let line = |code: &str, words: &str, count| MaterialLine::piece((code, words), count);
        let needs = [
            ("K1", line("lever-3", "lever connector, 3 ports", 9)),
            ("K2", line("spacer", "spacer", 2)),
            ("K3", line("lever-3", "lever connector, 3 ports", 6)),
            ("K3", line("spacer", "spacer", 1)),
        ];
        let settings = WorkSettings { stock: stock.into(), currency: "$".to_owned(), ..WorkSettings::default() };
        let lines = materials(needs.iter().map(|(tag, line)| (*tag, line)), &settings);
        // Under other words it is the same thing, on the same truck.
        let reworded = [("K1", line("lever-3", "connector with three levers", 9))];
        let renamed = materials(reworded.iter().map(|(tag, line)| (*tag, line)), &settings);
        assert_eq!(
            (renamed[0].on_truck, renamed[0].pack, renamed[0].what.as_str()),
            (4, Some(10), "connector with three levers")
        );
        let connector = &lines[0];
        assert_eq!((connector.count, connector.to_buy, connector.packs, connector.cost), (15, 11, 2, Some(1_300)));
        assert_eq!((connector.cost_text.as_deref(), connector.boxes.len()), (Some("$13.00"), 2));
        assert_eq!(connector.boxes, ["K1", "K3"]);
        assert_eq!((lines[1].count, lines[1].packs, lines[1].cost), (3, 3, None));
    }
}
