//! The connector catalogue: generic kinds, no makers. Every figure is common practice, no source; the range marked on
//! the connector in the hand governs.

use crate::facts::{Conductor, JoiningMethod, SolidSleeves, Splice, SpliceKind, Strands};
use crate::quantity::{Gauge, Length, Volume};
use crate::repair::proposal::Article;
use crate::standard::Material;

/// One connector of the catalogue.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Connector {
    /// How it joins.
    pub method: JoiningMethod,
    /// How many conductors it takes.
    pub ports: usize,
    /// The fewest it may be used with.
    pub fewest: usize,
    /// Smallest conductor.
    pub smallest: Gauge,
    /// Largest conductor.
    pub largest: Gauge,
    /// It takes stranded conductors too.
    pub stranded: bool,
    /// It takes solid conductors.
    pub solid: bool,
    /// Room its body takes in the box.
    pub body: Volume,
    /// Insulation to strip.
    pub strip: Length,
    /// Its code.
    pub code: &'static str,
    /// In plain words.
    pub name: &'static str,
}

impl Connector {
    /// It joins so many conductors of these sizes.
    fn takes(&self, conductors: usize, smallest: Gauge, largest: Gauge) -> bool {
        (self.fewest..=self.ports).contains(&conductors) && self.smallest <= smallest && largest <= self.largest
    }

    /// The splice it makes of conductors that keep the letters they were found with, pulled and holding.
    pub fn splice(&self, letter: String, conductors: usize) -> Splice {
        let kind = match self.method {
            JoiningMethod::InLineLever | JoiningMethod::SideBySideLever => SpliceKind::Lever,
            JoiningMethod::TwistOn => SpliceKind::TwistOn,
            JoiningMethod::CrimpSleeve => SpliceKind::CrimpSleeve,
        };
        Splice {
            letter,
            kind,
            smallest: Some(self.smallest),
            largest: Some(self.largest),
            most: u8::try_from(self.ports).ok(),
            stranded: Some(self.stranded),
            both_metals: None,
            pigtails: u8::try_from(conductors).unwrap_or(u8::MAX),
            pull_tested: Some(true),
        }
    }
}

const fn connector(
    (code, name): (&'static str, &'static str),
    method: JoiningMethod,
    (fewest, ports): (usize, usize),
    (smallest, largest): (Gauge, Gauge),
    body: u32,
    strip_sixteenths: u32,
) -> Connector {
    Connector {
        method,
        ports,
        fewest,
        smallest,
        largest,
        stranded: true,
        solid: true,
        body: Volume::centi_cubic_inches(body),
        strip: Length::sixteenths(strip_sixteenths),
        code,
        name,
    }
}

use Gauge::{Awg10, Awg12, Awg14, Awg16, Awg18};
use JoiningMethod::{CrimpSleeve, InLineLever, SideBySideLever, TwistOn};

/// The catalogue, the smallest fitting first within each method.
static CONNECTORS: &[Connector] = &[
    connector(
        ("in-line-lever-connector-18-12-awg", "in-line lever connector, 18–12 AWG"),
        InLineLever,
        (2, 2),
        (Awg18, Awg12),
        15,
        7,
    ),
    connector(
        ("in-line-lever-connector-14-10-awg", "in-line lever connector, 14–10 AWG"),
        InLineLever,
        (2, 2),
        (Awg14, Awg10),
        18,
        8,
    ),
    connector(
        ("lever-connector-2-ports-18-12-awg", "lever connector, 2 ports, 18–12 AWG"),
        SideBySideLever,
        (2, 2),
        (Awg18, Awg12),
        12,
        7,
    ),
    connector(
        ("lever-connector-3-ports-18-12-awg", "lever connector, 3 ports, 18–12 AWG"),
        SideBySideLever,
        (3, 3),
        (Awg18, Awg12),
        17,
        7,
    ),
    connector(
        ("lever-connector-5-ports-18-12-awg", "lever connector, 5 ports, 18–12 AWG"),
        SideBySideLever,
        (4, 5),
        (Awg18, Awg12),
        25,
        7,
    ),
    connector(
        ("lever-connector-2-ports-14-10-awg", "lever connector, 2 ports, 14–10 AWG"),
        SideBySideLever,
        (2, 2),
        (Awg14, Awg10),
        18,
        8,
    ),
    connector(
        ("lever-connector-3-ports-14-10-awg", "lever connector, 3 ports, 14–10 AWG"),
        SideBySideLever,
        (3, 3),
        (Awg14, Awg10),
        25,
        8,
    ),
    connector(
        ("twist-on-connector-medium-2-4-of-18-12-awg", "twist-on connector, medium, 2–4 of 18–12 AWG"),
        TwistOn,
        (2, 4),
        (Awg18, Awg12),
        30,
        10,
    ),
    connector(
        ("twist-on-connector-large-2-5-of-14-10-awg", "twist-on connector, large, 2–5 of 14–10 AWG"),
        TwistOn,
        (2, 5),
        (Awg14, Awg10),
        40,
        10,
    ),
    // Most insulated sleeves are listed for stranded conductors only; what the sleeve in the hand says governs.
    Connector {
        solid: false,
        ..connector(
            ("crimp-sleeve-16-14-awg", "crimp sleeve 16–14 AWG (usually blue)"),
            CrimpSleeve,
            (2, 2),
            (Awg16, Awg14),
            5,
            6,
        )
    },
    Connector {
        solid: false,
        ..connector(
            ("crimp-sleeve-12-10-awg", "crimp sleeve 12–10 AWG (usually yellow)"),
            CrimpSleeve,
            (2, 2),
            (Awg12, Awg10),
            6,
            6,
        )
    },
];

/// The connector that joins `conductors` and one pigtail of the same size.
///
/// # Errors
/// Why none does, with the figures.
pub fn choose(
    method: JoiningMethod,
    conductors: &[&Conductor],
    sleeves: SolidSleeves,
) -> Result<&'static Connector, String> {
    let count = conductors.len() + 1;
    let gauges = || conductors.iter().map(|conductor| conductor.gauge);
    let (Some(smallest), Some(largest)) = (gauges().min(), gauges().max()) else {
        return Err("there is no conductor to join".to_owned());
    };
    let solid = conductors.iter().any(|conductor| conductor.strands == Strands::Solid);
    let takes_solid = |connector: &Connector| connector.solid || sleeves == SolidSleeves::MarkedForSolid;
    if solid && !CONNECTORS.iter().any(|connector| connector.method == method && takes_solid(connector)) {
        return Err("most crimp sleeves are listed for stranded conductors only: take one that is marked for solid, or another \
                    connector"
            .to_owned());
    }
    if conductors.iter().any(|conductor| conductor.material == Material::CopperClad) {
        return Err("copper-clad aluminium wants a connector marked for it: by a licensed electrician".to_owned());
    }
    let stranded = conductors.iter().any(|conductor| conductor.strands == Strands::Stranded);
    let of_method = || CONNECTORS.iter().filter(|connector| connector.method == method);
    of_method()
        .find(|connector| connector.takes(count, smallest, largest) && (connector.stranded || !stranded))
        .ok_or_else(|| {
            let most = of_method().map(|connector| connector.ports).max().unwrap_or(0);
            let thickest = of_method().map(|connector| connector.largest).max().unwrap_or(Awg10);
            let thinnest = of_method().map(|connector| connector.smallest).min().unwrap_or(Awg18);
            if count > most {
                format!("{count} conductors to join; the largest of this kind takes {most}")
            } else if largest > thickest || smallest < thinnest {
                let outside = if largest > thickest { largest } else { smallest };
                format!("{outside} is outside the connectors of this kind, {} to {thickest}", thinnest.size())
            } else {
                format!("no connector of this kind takes {count} of {} to {largest} together", smallest.size())
            }
        })
}

/// The lever connector that is bought to join so many copper conductors of one size; above 10 AWG one that is listed for them.
pub fn lever_for(conductors: usize, gauge: Gauge) -> Article {
    let mut levers = CONNECTORS.iter().filter(|connector| connector.method == SideBySideLever);
    match levers.find(|connector| connector.takes(conductors, gauge, gauge)) {
        Some(connector) => (connector.code, connector.name).into(),
        None => {
            let size = gauge.size();
            let code = format!("connector-{conductors}-of-{}-awg", size.replace('/', "-"));
            (code, format!("connector listed for {conductors} of {size} AWG")).into()
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::conductor;

    fn of_gauge(gauge: Gauge) -> Conductor {
        Conductor { gauge, ..conductor(Some(44), None) }
    }

    #[test]
    fn the_smallest_that_fits_is_chosen() {
        let twelve = of_gauge(Awg12);
        assert_eq!(choose(SideBySideLever, &[&twelve], SolidSleeves::MarkedForSolid).map(|c| c.ports), Ok(2));
        assert_eq!(choose(SideBySideLever, &[&twelve, &twelve], SolidSleeves::MarkedForSolid).map(|c| c.ports), Ok(3));
        assert_eq!(
            choose(SideBySideLever, &[&twelve, &twelve, &twelve], SolidSleeves::MarkedForSolid).map(|c| c.ports),
            Ok(5)
        );
        let ten = of_gauge(Awg10);
        assert_eq!(choose(InLineLever, &[&ten], SolidSleeves::MarkedForSolid).map(|c| c.largest), Ok(Awg10));
    }

    #[test]
    fn what_is_bought_is_one_of_the_catalogue_where_there_is_one() {
        assert_eq!(lever_for(3, Awg12).code, "lever-connector-3-ports-18-12-awg");
        assert_eq!(lever_for(2, Awg10).code, "lever-connector-2-ports-14-10-awg");
        assert_eq!(lever_for(2, Gauge::Awg6).words, "connector listed for 2 of 6 AWG");
    }

    #[test]
    fn sleeves_go_by_the_gauge() {
        // 22–18 / 16–14 / 12–10 AWG, usually red, blue, yellow: common practice, no source.
        assert!(
            choose(CrimpSleeve, &[&of_gauge(Awg14)], SolidSleeves::MarkedForSolid)
                .is_ok_and(|c| c.name.contains("blue"))
        );
        assert!(
            choose(CrimpSleeve, &[&of_gauge(Awg12)], SolidSleeves::MarkedForSolid)
                .is_ok_and(|c| c.name.contains("yellow"))
        );
    }

    #[test]
    fn a_sleeve_takes_solid_only_where_it_says_so() {
        // NEC 110.14(B), 110.3(B): as listed. Common practice: most insulated sleeves are for stranded alone.
        let solid = of_gauge(Awg12);
        assert!(choose(CrimpSleeve, &[&solid], SolidSleeves::StrandedOnly).expect_err("solid").contains("stranded"));
        let stranded = Conductor { strands: Strands::Stranded, ..of_gauge(Awg12) };
        assert!(choose(CrimpSleeve, &[&stranded], SolidSleeves::StrandedOnly).is_ok());
        let clad = Conductor { material: Material::CopperClad, ..of_gauge(Awg12) };
        assert!(choose(TwistOn, &[&clad], SolidSleeves::StrandedOnly).expect_err("clad").contains("copper-clad"));
    }

    #[test]
    fn what_does_not_fit_says_why_in_figures() {
        let eight = of_gauge(Gauge::Awg8);
        assert_eq!(
            choose(TwistOn, &[&eight], SolidSleeves::MarkedForSolid).expect_err("too thick"),
            "8 AWG is outside the connectors of this kind, 18 to 10 AWG"
        );
        let twelve = of_gauge(Awg12);
        let six = [&twelve; 6];
        assert_eq!(
            choose(TwistOn, &six, SolidSleeves::default()).expect_err("too many"),
            "7 conductors to join; the largest of this kind takes 5"
        );
    }
}
