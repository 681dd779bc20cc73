//! The panels as tables: the directory as it is beside what was found, and the rounds that tell what feeds what. Documented in
//! docs/formats.md.

use nailpunch_core::assess::Assessed;

use crate::sheet::Sheet;

/// The directory of every panel, a row a breaker: what stands there, and what would be true.
pub fn directory_sheet(assessed: &Assessed) -> Sheet {
    let mut sheet = Sheet::new(["panel", "breaker", "says", "found", "differs", "feeds_nothing"]);
    let word = |answer: bool| if answer { "yes" } else { "no" };
    for panel in &assessed.panels {
        for line in &panel.now().answer.directory {
            let name = panel.record.name.as_str();
            let found = [&line.name, &line.says, &line.proposed].map(String::as_str);
            sheet.row([name, found[0], found[1], found[2], word(line.differs), word(line.feeds_nothing)]);
        }
    }
    sheet
}

/// The rounds of the mapping of every panel, a row a round.
pub fn rounds_sheet(assessed: &Assessed) -> Sheet {
    let mut sheet = Sheet::new(["panel", "round", "off", "switch_off", "switch_on"]);
    for panel in &assessed.panels {
        let rounds = panel.now().answer.schedule.as_ref().map_or(&[][..], |schedule| &schedule.rounds);
        for round in rounds {
            let [off, before, after] = [&round.off, &round.switch_off, &round.switch_on].map(|names| names.join(", "));
            sheet.row([panel.record.name.clone(), round.number.to_string(), off, before, after]);
        }
    }
    sheet
}
