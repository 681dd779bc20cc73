//! The command line.

use std::io::{Read, Write};
use std::path::{Path, PathBuf};
use std::process::ExitCode;

use clap::{Args, Parser, Subcommand};
use nailpunch_core::assess::{Acceptance, Assessed};
use nailpunch_core::facts::{Bundle, Pointer, Problem};
use nailpunch_core::rules::rule_book;
use nailpunch_core::standard::Confidence;
use nailpunch_report::{ReportKind, Sheets};
use nailpunch_store::{Erased, Store, StoreError, back_up, create_private, key_path, lock_key, seal_key};

use crate::backups::Place;
use crate::check::check;
use crate::clock::{command_line as author, now};
use crate::doctor::{Mend, examine};
use crate::failure::{Failure, LARGEST_BUNDLE};
use crate::network::Privacy;
use crate::output::{print, print_json};
use crate::people::PersonAction;
use crate::proof::prove;
use crate::restore::{bring_back, wait};
use crate::secret::passphrase;
use crate::settings::Listen;
use crate::{demo, schema, web};

/// Audits of existing box and device installations: what is wrong, how bad, what puts it right, and proof.
#[derive(Parser)]
#[command(name = "nailpunch", version, about)]
pub struct Command {
    #[command(subcommand)]
    action: Action,
}

#[derive(Subcommand)]
enum Action {
    /// Serve the application with the demo audit.
    Demo {
        #[command(flatten)]
        listen: Listen,
        /// The database of the demo.
        #[arg(long, value_name = "FILE")]
        data: Option<PathBuf>,
        /// Begin with the demo as it ships, whatever was changed in it.
        #[arg(long)]
        fresh: bool,
    },
    /// Serve the application with your audits.
    Serve {
        #[command(flatten)]
        listen: Listen,
        #[command(flatten)]
        data: Data,
    },
    /// Judge a bundle: exits 0 when nothing is violated, 1 when something is, 2 on bad input.
    Check {
        /// A bundle, `*.nailpunch.json`.
        file: PathBuf,
        /// Print every verdict as JSON.
        #[arg(long)]
        json: bool,
    },
    /// Tell whether a bundle is as it was sealed, by whom, and a PDF the one sealed with it: exits 0, 1 when not, 2 on bad
    /// input, 3 when it is unaltered but signed with no key that is known.
    Verify {
        /// A bundle, `*.nailpunch.json`.
        file: PathBuf,
        /// The report sealed with it.
        #[arg(long)]
        pdf: Option<PathBuf>,
        /// A public key that one knows to be the firm's, 64 hexadecimal digits, beside that of the database.
        #[arg(long)]
        key: Option<String>,
        #[command(flatten)]
        data: Data,
    },
    /// Delete for good what was deleted before a day, and the journal before it. Says what is lost; does it only with --yes.
    Prune {
        /// The day, "2026-03-04".
        #[arg(long)]
        before: String,
        /// Do it.
        #[arg(long)]
        yes: bool,
        #[command(flatten)]
        data: Data,
    },
    /// Erase an audit with its journal and sealed reports, or a person's name. Says what is lost; does it only with --yes.
    Erase {
        /// The identifier of the audit.
        #[arg(long, required_unless_present = "person", conflicts_with = "person")]
        audit: Option<String>,
        /// The name, as it stands in the fields.
        #[arg(long)]
        person: Option<String>,
        /// Do it.
        #[arg(long)]
        yes: bool,
        #[command(flatten)]
        data: Data,
    },
    /// Examine the database, its references, journal, photographs and seals, and say what to do: exits 0, 1 when something is
    /// wrong.
    Doctor {
        /// Keep what can be read of records that cannot be read as they are.
        #[arg(long, conflicts_with = "set_aside")]
        salvage: bool,
        /// Delete records that cannot be read; each is kept as a file.
        #[arg(long)]
        set_aside: bool,
        #[command(flatten)]
        data: Data,
    },
    /// Lay out what another process of the server hands over: sheets in, PDF out.
    #[command(hide = true)]
    LayOut,
    /// Write the report of a bundle.
    Report {
        /// A bundle, `*.nailpunch.json`.
        file: PathBuf,
        /// Write a PDF here.
        #[arg(long, value_name = "OUT", required_unless_present = "csv")]
        pdf: Option<PathBuf>,
        /// Which report the PDF is: full, owner, repair-order, re-inspection, hand-over.
        #[arg(long, default_value = "full")]
        kind: ReportKind,
        /// Write the findings as CSV here.
        #[arg(long, value_name = "OUT")]
        csv: Option<PathBuf>,
    },
    /// Print the rule book.
    Rules {
        /// As JSON.
        #[arg(long)]
        json: bool,
    },
    /// Print the JSON Schema of the bundle.
    Schema,
    /// Print the OpenAPI description of the server.
    Openapi,
    /// Take a bundle into the database.
    Import {
        /// A bundle, `*.nailpunch.json`.
        file: PathBuf,
        /// Under fresh identifiers, beside the audit that is there.
        #[arg(long)]
        copy: bool,
        #[command(flatten)]
        data: Data,
    },
    /// Write an audit of the database as a bundle.
    Export {
        /// The identifier of the audit, or its name.
        audit: String,
        /// Where to write it.
        out: PathBuf,
        #[command(flatten)]
        data: Data,
    },
    /// The people of the firm. Once there is one, whoever comes is asked who they are.
    Person {
        #[command(subcommand)]
        what: PersonAction,
        #[command(flatten)]
        data: Data,
    },
    /// Copy the database, in use or not, and check the copy.
    Backup {
        /// Where to write the copy; it must not exist.
        out: PathBuf,
        /// A file with a passphrase: the key of the seals goes along, locked by it, as OUT.key.
        #[arg(long, value_name = "FILE")]
        passphrase_file: Option<PathBuf>,
        #[command(flatten)]
        data: Data,
    },
    /// List the backups in a place, the newest first.
    Backups {
        /// A folder, or s3://BUCKET/PREFIX.
        place: String,
    },
    /// Put a backup in the place of the database, which is kept beside it. Stop the server first.
    Restore {
        /// The backup: a file, one in a store of objects as s3://BUCKET/PREFIX/NAME, or a place of backups, whose newest is taken.
        from: String,
        /// Put it there though it is of another firm than the database.
        #[arg(long)]
        another_firm: bool,
        /// A file with the passphrase that the key of the seals was locked by.
        #[arg(long, value_name = "FILE")]
        passphrase_file: Option<PathBuf>,
        #[command(flatten)]
        data: Data,
    },
}

#[derive(Args)]
struct Data {
    /// The database.
    #[arg(long, value_name = "FILE", global = true, env = "NAILPUNCH_DATA")]
    data: Option<PathBuf>,
}

impl Data {
    fn path(&self) -> Result<PathBuf, Failure> {
        self.data.clone().map_or_else(|| data_file("audits.sqlite"), Ok)
    }
}

impl Command {
    /// Runs the command and answers its exit code.
    pub fn run(self) -> ExitCode {
        match self.action.run() {
            Ok(code) => code,
            Err(failure) => {
                eprintln!("nailpunch: {failure}");
                ExitCode::from(2)
            }
        }
    }
}

impl Action {
    fn run(self) -> Result<ExitCode, Failure> {
        match self {
            Self::Demo { listen, data, fresh } => {
                let listen = listen.with_file()?;
                let path = data.map_or_else(|| data_file("demo.sqlite"), Ok)?;
                let store = demo::open(&path, fresh)?;
                serve(store, &listen)?;
            }
            Self::Serve { listen, data } => {
                let listen = listen.with_file()?;
                let data = Data { data: data.data.or_else(|| listen.data.clone()) };
                serve(Store::open(&data.path()?)?, &listen)?;
            }
            Self::Check { file, json } => return check(&read_bundle(&file)?, json),
            Self::Verify { file, pdf, key, data } => {
                let bundle = read_bundle(&file)?;
                let (said, code) = prove(&file, &bundle, pdf.as_deref(), key.as_deref(), &data.path()?)?;
                print(&said)?;
                return Ok(code);
            }
            Self::Prune { before, yes, data } => {
                let day: jiff::civil::Date = before
                    .parse()
                    .map_err(|_| Failure::Other(format!("--before is \"{before}\"; write a day like 2026-03-04")))?;
                let lost = Store::open(&data.path()?)?.prune(&format!("{day}T00:00:00Z"), yes, &author())?;
                print(&told(yes, &lost.to_string()))?;
            }
            Self::Erase { audit, person, yes, data } => {
                let store = Store::open(&data.path()?)?;
                if let Some(audit) = audit {
                    print(&told(yes, &store.erase_audit(&audit, yes, &author())?.to_string()))?;
                }
                if let Some(name) = person.filter(|name| !name.trim().is_empty()) {
                    let Erased { fields, within, sealed } = store.erase_person(&name, yes, &author())?;
                    print(&told(yes, &format!("the name in {fields} records and changes")))?;
                    print(&format!(
                        "{within} records and changes hold it within a longer text: change those by hand. {sealed} sealed reports of \
                         this database hold what they were sealed with: erase their audit to be rid of them"
                    ))?;
                }
            }
            Self::Doctor { salvage, set_aside, data } => {
                let mend = match (salvage, set_aside) {
                    (true, _) => Mend::Salvage,
                    (_, true) => Mend::SetAside,
                    _ => Mend::No,
                };
                let found = examine(&data.path()?, mend)?;
                for line in &found {
                    print(line)?;
                }
                if !found.is_empty() {
                    return Ok(ExitCode::FAILURE);
                }
                print("sound: the file, its records, references, journal, photographs and seals")?;
            }
            Self::Report { file, pdf, kind, csv } => {
                let bundle = read_bundle(&file)?;
                let on = now();
                let facts = bundle.facts();
                let assessed = Assessed::of(&facts);
                if let Some(out) = pdf {
                    write_file(&out, &nailpunch_report::pdf(&bundle, &assessed, kind, &on)?)?;
                }
                if let Some(out) = csv {
                    write_file(&out, &nailpunch_report::findings_sheet(&assessed).csv()?)?;
                }
            }
            Self::LayOut => lay_out()?,
            Self::Rules { json } => print_rules(json)?,
            Self::Schema => print_json(&schema::bundle_schema(&web::openapi()))?,
            Self::Openapi => print_json(&web::openapi())?,
            Self::Import { file, copy, data } => {
                let mut bundle = read_bundle(&file)?;
                if copy {
                    bundle = bundle.renamed(uuid::Uuid::now_v7);
                }
                Store::open(&data.path()?)?.import(&bundle, &author())?;
                println!("{}", bundle.audit.id);
            }
            Self::Export { audit, out, data } => {
                let store = Store::open(&data.path()?)?;
                let named = store.audits()?.into_iter().find(|walk| walk.audit.record.name == audit);
                let id = named.map_or(audit, |walk| walk.audit.record.id.to_string());
                let bundle = store.export(&id)?;
                for gap in store.unreadable()?.into_iter().filter(|known| known.audit_id == id) {
                    eprintln!("nailpunch: left out, for it cannot be read: {} {} ({})", gap.kind, gap.id, gap.reason);
                }
                let json = serde_json::to_vec_pretty(&bundle).map_err(|error| Failure::Other(error.to_string()))?;
                write_file(&out, &json)?;
            }
            Self::Person { what, data } => {
                for line in what.run(&Store::open(&data.path()?)?)? {
                    print(&line)?;
                }
            }
            Self::Backup { out, passphrase_file, data } => {
                let path = data.path()?;
                let passphrase = passphrase_file.as_deref().map(passphrase).transpose()?;
                back_up(&path, &out)?;
                println!("{} is complete and sound", out.display());
                match (seal_key(&path)?, passphrase) {
                    (Some(key), Some(passphrase)) => {
                        let locked = lock_key(&key, &passphrase).map_err(StoreError::from)?;
                        let kept = key_path(&out);
                        let written = create_private(&kept).and_then(|mut file| file.write_all(&locked));
                        written.map_err(|error| Failure::File { path: kept, reason: error.to_string() })?;
                        println!("the key of the seals is locked in {}", key_path(&out).display());
                    }
                    (Some(_), None) => {
                        println!("the key of the seals is not in it; name --passphrase-file to take it along")
                    }
                    (None, _) => {}
                }
            }
            Self::Backups { place } => {
                let place = Place::open(&place)?;
                for kept in wait(place.list())? {
                    println!("{}  {} bytes", kept.name, kept.bytes);
                }
            }
            Self::Restore { from, another_firm, passphrase_file, data } => {
                bring_back(&from, another_firm, passphrase_file.as_deref(), &data.path()?)?;
            }
        }
        Ok(ExitCode::SUCCESS)
    }
}

fn told(done: bool, what: &str) -> String {
    if done { format!("lost for good: {what}") } else { format!("would be lost for good: {what}; add --yes to do it") }
}

/// A file in the folder for data of this user.
fn data_file(name: &str) -> Result<PathBuf, Failure> {
    let var = |name| std::env::var_os(name).filter(|value| !value.is_empty()).map(PathBuf::from);
    let base = var("XDG_DATA_HOME").or_else(|| Some(var("HOME")?.join(".local/share")));
    let Some(base) = base else {
        return Err(Failure::Other("no folder for data is known; name the database with --data".to_owned()));
    };
    let folder = base.join("nailpunch");
    std::fs::create_dir_all(&folder).map_err(|error| Failure::File {
        path: folder.clone(),
        reason: format!("{error}; choose another with --data"),
    })?;
    Ok(folder.join(name))
}

fn serve(store: Store, listen: &Listen) -> Result<(), Failure> {
    let settled = listen.settled()?;
    let address = settled.address;
    if !address.is_loopback() {
        if store.people()?.is_empty() {
            return Err(Failure::Other(format!(
                "{address} can be reached from other machines, and nobody is asked who they are while the firm has no people. Make the \
                 first one, its owner: nailpunch person add \"Your name\" --role owner"
            )));
        }
        if matches!(settled.privacy, Privacy::None) {
            return Err(Failure::Other(format!(
                "{address} can be reached from other machines, and without TLS anybody between reads along. Let this program make a \
                 certificate: nailpunch serve --network; or name one with --certificate and --certificate-key"
            )));
        }
    }
    settled.begin_log();
    web::serve(store, &settled)
}

fn read_bundle(path: &Path) -> Result<Bundle, Failure> {
    let fail = |reason: String| Failure::File { path: path.to_owned(), reason };
    let size = std::fs::metadata(path).map_err(|error| fail(error.to_string()))?.len();
    if size > LARGEST_BUNDLE {
        return Err(fail(format!("this is {size} bytes; a bundle has at most {LARGEST_BUNDLE}")));
    }
    let text = std::fs::read_to_string(path).map_err(|error| fail(error.to_string()))?;
    let bundle: Bundle = nailpunch_views::from_json(text.as_bytes()).map_err(|problem| fail(problem.to_string()))?;
    let refused = |problems: &[Problem]| fail(problems.iter().map(ToString::to_string).collect::<Vec<_>>().join("; "));
    match bundle.unacceptable(&Pointer::root()).as_slice() {
        [] => nailpunch_report::bare_pictures(bundle).map_err(|problems| refused(&problems)),
        problems => Err(refused(problems)),
    }
}

fn write_file(path: &Path, bytes: &[u8]) -> Result<(), Failure> {
    std::fs::write(path, bytes)
        .map_err(|error| Failure::File { path: path.to_owned(), reason: format!("{error}; choose another place") })
}

const fn confidence(confidence: Confidence) -> &'static str {
    match confidence {
        Confidence::Sure => "from memory, sure",
        Confidence::MayBeOff => "from memory; a year or number may be off",
        Confidence::CheckFirst => "from memory; check before relying on it",
        Confidence::Practice => "no source",
    }
}

fn lay_out() -> Result<(), Failure> {
    let failed = |error: std::io::Error| Failure::Other(format!("the sheets could not be passed on: {error}"));
    let mut packed = Vec::new();
    std::io::stdin().read_to_end(&mut packed).map_err(failed)?;
    let made = Sheets::unpacked(&packed)?.lay_out()?;
    std::io::stdout().write_all(&made).map_err(failed)
}

fn print_rules(json: bool) -> Result<(), Failure> {
    if json {
        return print_json(&rule_book());
    }
    for entry in rule_book() {
        print(&format!("{}\n  {}\n  {}\n  Example: {}", entry.code, entry.title, entry.limit, entry.example))?;
        for citation in entry.citations {
            print(&format!("  {citation}, {}", confidence(citation.confidence)))?;
        }
        print("")?;
    }
    Ok(())
}
