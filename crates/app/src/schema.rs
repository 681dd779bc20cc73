//! The JSON Schema of the bundle, from the same types as the API description.

use std::collections::BTreeSet;

use nailpunch_core::facts::FORMAT;
use serde_json::{Map, Value, json};

const COMPONENTS: &str = "#/components/schemas/";

/// The schema of a bundle, JSON Schema 2020-12. An OpenAPI 3.1 component is one already; only its references move.
pub fn bundle_schema(api: &utoipa::openapi::OpenApi) -> Value {
    let api = serde_json::to_value(api).unwrap_or_default();
    let components = &api["components"]["schemas"];
    let mut wanted = BTreeSet::from(["Bundle".to_owned()]);
    let mut definitions = Map::new();
    while let Some(name) = wanted.pop_first() {
        let mut schema = components[&name].clone();
        let mut found = BTreeSet::new();
        move_references(&mut schema, &mut found);
        definitions.insert(name, schema);
        wanted.extend(found.into_iter().filter(|name| !definitions.contains_key(name)));
    }
    json!({
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": format!("Nailpunch bundle, format {FORMAT}"),
        "description": "A whole audit. Lengths are whole nanometres (1 in = 25 400 000), volumes whole nanolitres.",
        "$ref": "#/$defs/Bundle",
        "$defs": definitions,
    })
}

fn move_references(schema: &mut Value, found: &mut BTreeSet<String>) {
    match schema {
        Value::Object(fields) => {
            for (key, value) in fields.iter_mut() {
                match value.as_str().and_then(|text| text.strip_prefix(COMPONENTS)) {
                    Some(name) if key == "$ref" => {
                        found.insert(name.to_owned());
                        *value = Value::String(format!("#/$defs/{name}"));
                    }
                    _ => move_references(value, found),
                }
            }
        }
        Value::Array(values) => values.iter_mut().for_each(|value| move_references(value, found)),
        _ => {}
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_schema_is_closed() {
        let schema = bundle_schema(&crate::web::openapi());
        let text = schema.to_string();
        assert!(!text.contains(COMPONENTS));
        for reference in text.split("#/$defs/").skip(1) {
            let name: String = reference.chars().take_while(char::is_ascii_alphanumeric).collect();
            assert!(schema["$defs"][&name].is_object(), "{name} is not defined");
        }
        assert_eq!(schema["$defs"]["Bundle"]["additionalProperties"], false);
    }
}
