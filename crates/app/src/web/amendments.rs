//! Local amendments, read from the file that an authority or a firm keeps them in.

use nailpunch_core::assess::of_amendments;
use nailpunch_core::facts::{AmendmentSet, Basis, Pointer};
use nailpunch_views::Problem;
use rocket::post;
use rocket::serde::json::Json;

use super::body::Body;
use super::problem::ApiError;

/// The text of a file.
#[derive(serde::Deserialize, utoipa::ToSchema)]
#[serde(deny_unknown_fields)]
pub struct AmendmentFile {
    /// As the file has it, TOML; at most 64 kB.
    pub toml: String,
}

/// Reads a set of amendments from TOML. Nothing is stored: it is kept with the basis of an audit.
#[utoipa::path(
    post, operation_id = "read_amendments", path = "/api/amendments", request_body = AmendmentFile,
    responses((status = 200, body = AmendmentSet), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/amendments", data = "<body>")]
pub fn read(body: Body<AmendmentFile>) -> Result<Json<AmendmentSet>, ApiError> {
    let text = body.0?.toml;
    if text.len() > 64 * 1024 {
        return Err(ApiError::field(
            "/toml",
            "this file is larger than 64 kB; take one with fewer amendments".to_owned(),
        ));
    }
    let set: AmendmentSet = toml::from_str(&text).map_err(|error| {
        let place = error.span().map_or(1, |span| text[..span.start.min(text.len())].lines().count().max(1));
        ApiError::field("/toml", format!("line {place}: {}", error.message()))
    })?;
    let basis = Basis { amendments: vec![set], ..Basis::default() };
    let mut problems = basis.problems(&Pointer::root());
    problems.extend(of_amendments(&basis.amendments, &Pointer::root()));
    match (problems.is_empty(), basis.amendments.into_iter().next()) {
        (true, Some(set)) => Ok(Json(set)),
        _ => Err(ApiError::fields(problems)),
    }
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::*;

    fn read_text(toml: &str) -> Result<AmendmentSet, ApiError> {
        read(Body(Ok(AmendmentFile { toml: toml.to_owned() }))).map(|set| set.0)
    }

    #[test]
    fn the_two_that_ship_with_the_demo_are_read() {
        let county = read_text(include_str!("../../../../demo/amendments/lakeshire-county.toml")).unwrap();
        assert_eq!((county.title().as_str(), county.amendments.len()), ("Lakeshire County, 2024-07", 3));
        assert_eq!(read_text(include_str!("../../../../demo/amendments/firm-practice.toml")).unwrap().version, "3");
    }

    #[test]
    fn what_cannot_be_read_names_its_line_or_its_field() {
        let said = |toml: &str| format!("{:?}", read_text(toml).unwrap_err());
        assert!(said("name = \"X\"\nversion = 3\n").contains("line 2"), "{}", said("name = \"X\"\nversion = 3\n"));
        let unknown = "name = \"X\"\nversion = \"1\"\n[[amendments]]\nrule = \"no-such\"\noff = true\n";
        assert!(said(unknown).contains("no-such"), "{}", said(unknown));
    }
}
