//! Lists that stop while they are read, and not only after: a file of nothing but openings costs no memory.

use std::fmt;
use std::marker::PhantomData;

use serde::de::{Deserialize, Deserializer, Error, SeqAccess, Visitor};

/// Reads a list of at most `MOST`.
///
/// # Errors
/// At the first entry beyond; and as each entry.
pub(super) fn at_most<'de, D, T, const MOST: usize>(deserializer: D) -> Result<Vec<T>, D::Error>
where
    D: Deserializer<'de>,
    T: Deserialize<'de>,
{
    deserializer.deserialize_seq(AtMost { most: MOST, weigh: |_: &T| 1, read: PhantomData })
}

/// Reads a list whose entries together weigh at most `most`.
///
/// # Errors
/// At the first entry that is too much; and as each entry.
pub(super) fn weighing_at_most<'de, D, T>(
    deserializer: D,
    most: usize,
    weigh: fn(&T) -> usize,
) -> Result<Vec<T>, D::Error>
where
    D: Deserializer<'de>,
    T: Deserialize<'de>,
{
    deserializer.deserialize_seq(AtMost { most, weigh, read: PhantomData })
}

struct AtMost<T> {
    most: usize,
    weigh: fn(&T) -> usize,
    read: PhantomData<T>,
}

impl<'de, T: Deserialize<'de>> Visitor<'de> for AtMost<T> {
    type Value = Vec<T>;

    fn expecting(&self, f: &mut fmt::Formatter) -> fmt::Result {
        write!(f, "a list of at most {}", self.most)
    }

    fn visit_seq<A: SeqAccess<'de>>(self, mut entries: A) -> Result<Vec<T>, A::Error> {
        let (mut read, mut weight) = (Vec::new(), 0_usize);
        while let Some(entry) = entries.next_element()? {
            weight = weight.saturating_add((self.weigh)(&entry));
            if weight > self.most {
                return Err(A::Error::custom(format!("more than {} of them; leave some out", self.most)));
            }
            read.push(entry);
        }
        Ok(read)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[derive(Debug, serde::Deserialize)]
    struct Few {
        #[serde(deserialize_with = "at_most::<_, _, 3>")]
        list: Vec<u8>,
    }

    #[test]
    fn a_list_stops_at_its_bound() {
        let read = |text: &str| serde_json::from_str::<Few>(text).map(|few| few.list.len());
        assert_eq!(read(r#"{"list":[1,2,3]}"#).ok(), Some(3));
        // Not even well formed behind it: it was not read.
        let error = read(r#"{"list":[1,2,3,4, and so on"#).expect_err("too many").to_string();
        assert!(error.contains("more than 3 of them"), "{error}");
    }
}
