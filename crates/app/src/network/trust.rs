//! What a device is told before it trusts this office: the only page that is given out without TLS, for it leads to it.

use super::authority::Authority;

/// The page and the certificate that it gives out.
#[derive(Debug)]
pub struct Trust {
    fingerprint: String,
    certificate: Vec<u8>,
}

/// How the certificate is taken, by system. Common practice, no source; the words of a system change with its versions.
const STEPS: [(&str, &str); 5] = [
    (
        "Tablet or phone with Android",
        "Open Settings, Security, More security settings, Install from storage, CA certificate; choose the file.",
    ),
    (
        "iPad or iPhone",
        "Open Settings: the profile that was loaded stands at the top; install it. Then General, About, Certificate Trust Settings: switch it on.",
    ),
    (
        "Windows",
        "Open the file, Install certificate, Local machine, place it in Trusted Root Certification Authorities.",
    ),
    ("macOS", "Open the file in Keychain Access, System; open it there and set Trust to Always trust."),
    (
        "Linux",
        "In the browser: Settings, Privacy and security, Certificates, Authorities, Import; trust it to identify websites.",
    ),
];

/// What is given out at one of its paths.
pub struct Given {
    /// The kind of content.
    pub kind: &'static str,
    /// The name under which it is kept, where it is a file.
    pub file: Option<&'static str>,
    /// The content.
    pub bytes: Vec<u8>,
}

impl Trust {
    /// In an authority.
    pub fn of(authority: &Authority) -> Self {
        Self { fingerprint: authority.fingerprint(), certificate: authority.certificate().to_vec() }
    }

    /// What is at a path, for whoever came to the address `host`; nothing at any other.
    pub fn at(&self, path: &str, host: &str) -> Option<Given> {
        match path {
            "/trust" => {
                Some(Given { kind: "text/html; charset=utf-8", file: None, bytes: self.page(host).into_bytes() })
            }
            "/trust/office.crt" => Some(Given {
                kind: "application/x-x509-ca-cert",
                file: Some("nailpunch-office.crt"),
                bytes: self.certificate.clone(),
            }),
            _ => None,
        }
    }

    fn page(&self, host: &str) -> String {
        let steps: String = STEPS.iter().map(|(system, how)| format!("<dt>{system}</dt><dd>{how}</dd>")).collect();
        // Four rows of eight pairs are compared more easily than one of thirty-two.
        let pairs: Vec<&str> = self.fingerprint.split(':').collect();
        let rows: Vec<String> = pairs.chunks(8).map(|row| row.join(" ")).collect();
        format!(
            "<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><title>Trust this office, Nailpunch</title>\
             <meta name=\"viewport\" content=\"width=device-width, initial-scale=1\"><style>{STYLE}</style></head><body><main>\
             <h1>Trust this office</h1>\
             <p>Your device does not know this office yet. Take its certificate once; then everything between the two is private.</p>\
             <ol><li><p>Compare these figures with those on the office's screen. Where one differs, stop, and tell the office: somebody \
             stands between.</p><pre>{}</pre></li>\
             <li><p><a class=\"take\" href=\"/trust/office.crt\">Take the certificate</a></p><dl>{steps}</dl></li>\
             <li><p><a href=\"https://{host}/\">Go on to the office</a></p></li></ol>\
             <p>The certificate vouches for addresses of a house or office, and for nothing outside.</p>\
             </main></body></html>",
            rows.join("\n")
        )
    }
}

/// Large, dark on light: it is read on a tablet that is held.
const STYLE: &str = "body{font:18px/1.5 system-ui,sans-serif;margin:0;background:#f7f5f0;color:#1d2226}\
    main{max-width:40rem;margin:0 auto;padding:1.5rem}h1{font-size:1.6rem}pre{font-size:1rem;line-height:1.6;overflow:auto}\
    dt{font-weight:700;margin-top:.6rem}dd{margin:0}a{color:#7a3b12}\
    .take{display:inline-block;padding:.7rem 1.2rem;background:#7a3b12;color:#fff;text-decoration:none}";

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_page_names_the_fingerprint_and_gives_the_certificate_out() {
        let trust = Trust { fingerprint: vec!["AB"; 32].join(":"), certificate: vec![1, 2, 3] };
        let page = trust.at("/trust", "192.168.1.5:8000").expect("the page");
        let text = String::from_utf8(page.bytes).expect("text");
        assert_eq!(text.matches("AB AB AB AB AB AB AB AB").count(), 4);
        assert!(text.contains("https://192.168.1.5:8000/") && text.contains("iPad"));
        assert_eq!(trust.at("/trust/office.crt", "").map(|given| given.bytes), Some(vec![1, 2, 3]));
        assert!(trust.at("/api/audits", "").is_none());
    }
}
