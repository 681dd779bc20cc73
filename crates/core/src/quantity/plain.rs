//! Typographic figures written plainly, so that the parser knows one form of each.

/// The text in lower case with typographic fractions, primes, dashes and spaces written plainly.
pub(super) fn plain(text: &str) -> Vec<char> {
    let mut out: Vec<char> = Vec::with_capacity(text.len() + 4);
    for c in text.chars() {
        if let Some((numerator, denominator)) = vulgar_fraction(c) {
            if out.last().is_some_and(char::is_ascii_digit) {
                out.push(' ');
            }
            out.extend(numerator.to_string().chars());
            out.push('/');
            out.extend(denominator.to_string().chars());
            continue;
        }
        let mapped = match c {
            '⁄' | '∕' | '÷' => '/',
            '′' | '’' | '‘' | 'ʹ' | '`' | '´' => '\'',
            '″' | '”' | '“' | '„' | 'ʺ' => '"',
            '–' | '—' | '‑' | '−' | '‐' => '-',
            '³' => '3',
            c if c.is_whitespace() => ' ',
            c => c.to_lowercase().next().unwrap_or(c),
        };
        if mapped == '\'' && out.last() == Some(&'\'') {
            out.pop();
            out.push('"');
        } else {
            out.push(mapped);
        }
    }
    out
}

const fn vulgar_fraction(c: char) -> Option<(u8, u8)> {
    Some(match c {
        '½' => (1, 2),
        '⅓' => (1, 3),
        '⅔' => (2, 3),
        '¼' => (1, 4),
        '¾' => (3, 4),
        '⅕' => (1, 5),
        '⅖' => (2, 5),
        '⅗' => (3, 5),
        '⅘' => (4, 5),
        '⅙' => (1, 6),
        '⅚' => (5, 6),
        '⅛' => (1, 8),
        '⅜' => (3, 8),
        '⅝' => (5, 8),
        '⅞' => (7, 8),
        '⅒' => (1, 10),
        _ => return None,
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn fractions_primes_and_dashes_become_plain() {
        let read = |text: &str| plain(text).into_iter().collect::<String>();
        assert_eq!(read("2¾″"), "2 3/4\"");
        assert_eq!(read("1′ 2–1⁄2’’ IN³"), "1' 2-1/2\" in3");
    }
}
