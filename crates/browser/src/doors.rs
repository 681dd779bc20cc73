//! The server's paths, answered on the device.

use std::borrow::Cow;
use std::convert::Infallible;

use nailpunch_core::assess::{Assessed, answers, house_rule_effects};
use nailpunch_core::drill::{self, AgainWish, DrillReadWish, DrillWish, ScoreWish};
use nailpunch_core::facts::{
    Audit, AuditId, AuditWalk, BoxId, BoxRecord, Bundle, CableRun, Circuit, CircuitId, ItemId, LengthWish, Panel,
    PanelId, Photo, Problem as FieldProblem, Revised, Room, RoomId, RunId, WorkItem,
};
use nailpunch_core::job::job;
use nailpunch_core::pocket::{CalculateRequest, CalculatorsRequest, calculate, calculators};
use nailpunch_views::{
    AuditOnList, BoxView, ChooseWish, CircuitLine, CircuitView, ItemsWish, PanelView, RoomView, RunView, Walk,
    breakers_of_box, from_json, merge, trades, typed,
};
use serde::Serialize;
use serde::de::DeserializeOwned;
use uuid::Uuid;

use crate::Device;
use crate::device::{Refusal, fields_refused, refusal};
use crate::kinds::OnDevice;

/// What was answered.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Answer {
    /// The HTTP status.
    pub status: u16,
    /// JSON: what was asked for, or a problem document.
    pub body: Vec<u8>,
}

type Answered = Result<Vec<u8>, Refusal>;

fn json(value: &impl Serialize) -> Answered {
    serde_json::to_vec(value).map_err(|error| refusal(500, "Internal error", error.to_string()))
}

fn read<T: DeserializeOwned>(body: &[u8]) -> Result<T, Refusal> {
    from_json(body).map_err(|problem| fields_refused(vec![problem]))
}

fn identifier(text: &str) -> Result<Uuid, Refusal> {
    let detail = || format!("`{text}` is not an identifier; it must be a UUID");
    Uuid::parse_str(text).map_err(|_| refusal(400, "Bad identifier", detail()))
}

fn shown(view: Option<impl Serialize>, kind: &str) -> Answered {
    let detail = || format!("this audit has no such {kind} on this device");
    json(&view.ok_or_else(|| refusal(404, "Not found", detail()))?)
}

/// What only the office can answer: the page asks there.
fn elsewhere(head: &str) -> Refusal {
    refusal(501, "At the office", format!("{head}: only the office answers this"))
}

/// Does the same for the kind of record that is named.
macro_rules! of_kind {
    ($kind:expr, $T:ident => $work:expr) => {
        of_kind!(@ $kind, $T => $work, Audit, Room, BoxRecord, WorkItem, Circuit, Panel, CableRun)
    };
    (@ $kind:expr, $T:ident => $work:expr, $($record:ident),+) => {
        match $kind {
            $(<$record as OnDevice>::KIND => {
                type $T = $record;
                $work
            })+
            other => Err(elsewhere(other)),
        }
    };
}

impl Device {
    /// Answers what is asked: `head` is a line `METHOD path revision`, the revision 0 where none counts.
    ///
    /// Beside the server's own paths, `PUT /device/{audit}` keeps an audit as it is had from the office,
    /// `PUT /device/{audit}/{kind}/{id}` takes one record over at its revision (deleted where the body is `null`), `GET` of the same
    /// answers it,
    /// `DELETE /device/{audit}` lets go of it, `POST /merge` puts two sides of a record together, and `POST /choose/{audit}` answers
    /// the items of planned repairs, ready to be put, with identifiers that count on from the one sent as `first`; `POST /photo` completes the
    /// record of a photograph. What the device cannot answer has the status 501.
    pub fn ask(&mut self, head: &str, body: &[u8]) -> Answer {
        match self.answer(head, body) {
            Ok(body) => Answer { status: 200, body },
            Err(problem) => {
                let body = serde_json::to_vec(&problem).unwrap_or_default();
                Answer { status: problem.status, body }
            }
        }
    }

    fn answer(&mut self, head: &str, body: &[u8]) -> Answered {
        let mut words = head.split(' ');
        let (method, path) = (words.next().unwrap_or_default(), words.next().unwrap_or_default());
        let based_on = words.next().and_then(|text| text.parse().ok()).unwrap_or(0);
        let steps: Vec<&str> = path.split('/').skip(1).collect();
        match (method, steps.as_slice()) {
            ("POST", ["merge"]) => json(&merge(&read(body)?)),
            ("POST", ["photo"]) => json(&read::<Photo>(body)?),
            ("POST", ["choose", audit]) => self.choose(AuditId(identifier(audit)?), body),
            ("POST", ["api", door]) => self.typed(door, body).unwrap_or_else(|| Err(elsewhere(head))),
            ("GET", ["api", "trades"]) => json(&trades()),
            ("GET", ["api", "audits"]) => {
                let of = |walk: &AuditWalk| {
                    let counts = Assessed::with(&walk.facts(), &self.memory).counts();
                    AuditOnList { audit: walk.audit.clone(), counts }
                };
                json(&self.audits().into_iter().map(of).collect::<Vec<_>>())
            }
            ("PUT", ["device", _]) => {
                self.keep(read(body)?);
                json(&())
            }
            ("DELETE", ["device", audit]) => {
                self.forget(AuditId(identifier(audit)?));
                json(&())
            }
            ("GET", ["device", audit, kind, id]) => self.record(AuditId(identifier(audit)?), kind, identifier(id)?),
            ("PUT", ["device", audit, kind, id]) => {
                self.take(AuditId(identifier(audit)?), kind, identifier(id)?, based_on, body)
            }
            (_, ["api", "audits", audit, rest @ ..]) => {
                let audit = AuditId(identifier(audit)?);
                match method {
                    "GET" => self.view(audit, rest),
                    _ => self.change(audit, method, rest, based_on, body),
                }
                .unwrap_or_else(|| Err(elsewhere(head)))
            }
            _ => Err(elsewhere(head)),
        }
    }

    /// What is typed, before anything is kept.
    fn typed(&self, door: &str, body: &[u8]) -> Option<Answered> {
        fn told<T: DeserializeOwned, A: Serialize>(
            body: &[u8],
            tell: impl FnOnce(T) -> Result<A, Vec<FieldProblem>>,
        ) -> Answered {
            json(&tell(read(body)?).map_err(fields_refused)?)
        }
        Some(match door {
            "judge" => told(body, typed::judge),
            "plan" => told(body, typed::plan),
            "jot" => told(body, |wish| typed::jot(&wish)),
            "room-line" => told(body, |wish| typed::room_line(&wish)),
            "run-line" => told(body, |wish| typed::run_line(&wish)),
            "panel-line" => told(body, |wish| typed::panel_line(&wish)),
            "find-breaker" => told(body, |wish| typed::find_breaker(&wish)),
            "length" => told(body, |wish: LengthWish| Ok(wish.answer())),
            "calculators" => told(body, |wish: CalculatorsRequest| Ok(calculators(&wish))),
            "drill" => told(body, |wish: DrillWish| drill::board(&wish)),
            "drill-read" => told(body, |wish: DrillReadWish| drill::read(&wish)),
            "drill-score" => told(body, |wish: ScoreWish| drill::score(&wish)),
            "drill-again" => told(body, |wish: AgainWish| drill::again(&wish)),
            "calculate" => told(body, |wish: CalculateRequest| calculate(&wish)),
            _ => return None,
        })
    }

    /// A view of an audit; nothing where the device has none such.
    fn view(&self, audit: AuditId, rest: &[&str]) -> Option<Answered> {
        let walk = match self.audit(audit) {
            Ok(walk) => walk,
            Err(problem) => return Some(Err(problem)),
        };
        let id = match rest.get(1).map(|text| identifier(text)).transpose() {
            Ok(id) => id.unwrap_or_default(),
            Err(problem) => return Some(Err(problem)),
        };
        let facts = walk.facts();
        let assessed = || Assessed::with(&facts, &self.memory);
        Some(match rest {
            ["walk"] => json(&Walk::of(walk, &assessed())),
            ["boxes", _] => box_view(walk, BoxId(id), self),
            ["boxes", _, "breakers"] => shown(breakers_of_box(&assessed(), BoxId(id)), "box"),
            ["rooms", _] => shown(RoomView::of(walk, RoomId(id), &self.memory), "room"),
            ["runs", _] => shown(RunView::of(walk, RunId(id), &self.memory), "cable run"),
            ["panels"] => json(&PanelView::of_all(walk, &assessed())),
            ["panels", _] => shown(PanelView::of(walk, PanelId(id), &self.memory), "panel"),
            ["circuits"] => json(&CircuitLine::of_all(walk)),
            ["circuits", _] => shown(CircuitView::of(walk, CircuitId(id)), "circuit"),
            ["job"] => json(&job(&assessed())),
            ["corrections"] => json(&answers(&assessed())),
            ["house-rule-effects"] => json(&house_rule_effects(&assessed())),
            ["bundle"] => json(&Bundle::of_walk(walk.clone()).without_gone()),
            _ => return None,
        })
    }

    fn change(&mut self, audit: AuditId, method: &str, rest: &[&str], based_on: u32, body: &[u8]) -> Option<Answered> {
        Some(match (method, rest) {
            ("PUT", []) => self.put_audit(audit, based_on, body),
            ("PUT", ["rooms", _]) => self.put_record::<Room>(audit, based_on, body),
            ("PUT", ["runs", _]) => self.put_record::<CableRun>(audit, based_on, body),
            ("PUT", ["items", _]) => self.put_record::<WorkItem>(audit, based_on, body),
            ("PUT", ["boxes", id]) => self.put_and_show::<BoxRecord>(audit, based_on, body, &["boxes", id]),
            ("PUT", ["circuits", id]) => self.put_and_show::<Circuit>(audit, based_on, body, &["circuits", id]),
            ("PUT", ["panels", id]) => self.put_and_show::<Panel>(audit, based_on, body, &["panels", id]),
            ("PUT", ["items"]) => self.put_items(audit, body),
            ("PUT", ["order"]) => read(body).and_then(|order: Vec<_>| {
                self.put_in_order(audit, &order)?;
                json(&())
            }),
            ("DELETE", ["rooms", id]) => self.delete_record::<Room>(audit, id, based_on),
            ("DELETE", ["boxes", id]) => self.delete_record::<BoxRecord>(audit, id, based_on),
            ("DELETE", ["items", id]) => self.delete_record::<WorkItem>(audit, id, based_on),
            ("DELETE", ["circuits", id]) => self.delete_record::<Circuit>(audit, id, based_on),
            ("DELETE", ["panels", id]) => self.delete_record::<Panel>(audit, id, based_on),
            ("DELETE", ["runs", id]) => self.delete_record::<CableRun>(audit, id, based_on),
            _ => return None,
        })
    }

    fn put_audit(&mut self, audit: AuditId, based_on: u32, body: &[u8]) -> Answered {
        let record: Audit = read(body)?;
        let new = based_on == 0 && self.audit(audit).is_err();
        json(&if new { self.begin(record)? } else { self.put(audit, record, based_on)? })
    }

    fn put_record<T: OnDevice>(&mut self, audit: AuditId, based_on: u32, body: &[u8]) -> Answered {
        json(&self.put(audit, read::<T>(body)?, based_on)?)
    }

    fn put_and_show<T: OnDevice>(&mut self, audit: AuditId, based_on: u32, body: &[u8], rest: &[&str]) -> Answered {
        self.put(audit, read::<T>(body)?, based_on)?;
        self.view(audit, rest).unwrap_or_else(|| Err(elsewhere("PUT")))
    }

    fn put_items(&mut self, audit: AuditId, body: &[u8]) -> Answered {
        let items = read::<ItemsWish>(body)?.accepted().map_err(fields_refused)?;
        let before = self.audit(audit)?.clone();
        for known in items {
            if let Err(problem) = self.put(audit, known.record, known.revision) {
                // All of them or none.
                self.keep(before);
                return Err(problem);
            }
        }
        json(&())
    }

    fn choose(&self, audit: AuditId, body: &[u8]) -> Answered {
        #[derive(serde::Deserialize)]
        #[serde(deny_unknown_fields)]
        struct Wish {
            first: Uuid,
            places: ChooseWish,
        }
        let Wish { first, places } = read(body)?;
        let facts = self.audit(audit)?.facts();
        let mut next = first.as_u128();
        let items = places.items(&job(&Assessed::with(&facts, &self.memory)), || {
            let id = ItemId(Uuid::from_u128(next));
            next = next.wrapping_add(1);
            id
        });
        json(&ItemsWish::of_new(&items))
    }

    fn delete_record<T: OnDevice>(&mut self, audit: AuditId, id: &str, based_on: u32) -> Answered {
        json(&self.delete::<T>(audit, identifier(id)?, based_on)?)
    }

    fn take(&mut self, audit: AuditId, kind: &str, id: Uuid, revision: u32, body: &[u8]) -> Answered {
        of_kind!(kind, T => self.take_record::<T>(audit, id, revision, body))
    }

    /// A record as it is kept here, with its revision.
    fn record(&self, audit: AuditId, kind: &str, id: Uuid) -> Answered {
        let walk = self.audit(audit)?;
        of_kind!(kind, T => shown(T::find(walk, id), kind))
    }

    fn take_record<T: OnDevice>(&mut self, audit: AuditId, id: Uuid, revision: u32, body: &[u8]) -> Answered {
        match read::<Option<T>>(body)? {
            Some(record) => self.take_over(audit, Revised { revision, record })?,
            None => self.take_out::<T>(audit, id)?,
        }
        json(&())
    }
}

fn box_view(walk: &AuditWalk, id: BoxId, device: &Device) -> Answered {
    let whole = || Ok::<_, Infallible>(Cow::Borrowed(walk));
    match BoxView::of(walk, id, &device.memory, whole) {
        Ok(view) => shown(view, "box"),
        Err(never) => match never {},
    }
}
