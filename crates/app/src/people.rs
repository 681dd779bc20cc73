//! The people of the firm, by the command line: for whoever sits at the machine itself.

use std::path::PathBuf;

use clap::Subcommand;
use nailpunch_core::facts::{Person, PersonId, PersonRole, Pointer, Revised};
use nailpunch_store::{KeptPassphrase, SHORTEST_PASSPHRASE, Store, StoreError, passphrase_problems};

use crate::clock::command_line as author;
use crate::failure::Failure;
use crate::secret::passphrase as first_line;

/// What is done with people.
#[derive(Subcommand)]
pub enum PersonAction {
    /// Make a person. The first one is the owner.
    Add {
        /// The name, by which the person signs in and stands in the journal.
        name: String,
        /// owner, inspector, electrician or reader.
        #[arg(long)]
        role: PersonRole,
        /// The licence that a report names.
        #[arg(long, default_value = "")]
        licence: String,
        /// A file with the passphrase; without one it is asked for.
        #[arg(long, value_name = "FILE")]
        passphrase_file: Option<PathBuf>,
    },
    /// Give a person a new passphrase, as when the owner forgot it.
    Passphrase {
        /// The name.
        name: String,
        /// A file with the passphrase; without one it is asked for.
        #[arg(long, value_name = "FILE")]
        passphrase_file: Option<PathBuf>,
    },
    /// Say that a person left: they are signed in nowhere any more, and their name stays in the journal.
    Left {
        /// The name.
        name: String,
    },
    /// Who is in the firm.
    List,
}

/// A passphrase that somebody called `name` chooses, kept.
fn chosen(name: &str, file: Option<&PathBuf>) -> Result<KeptPassphrase, Failure> {
    let typed =
        |error: std::io::Error| Failure::Other(format!("no passphrase was typed ({error}); name --passphrase-file"));
    let passphrase = match file {
        Some(file) => first_line(file)?,
        None => {
            let first = rpassword::prompt_password(format!("Passphrase, at least {SHORTEST_PASSPHRASE} characters: "))
                .map_err(typed)?;
            if rpassword::prompt_password("The same again: ").map_err(typed)? != first {
                return Err(Failure::Other("the two differ; nothing was changed, try again".to_owned()));
            }
            first
        }
    };
    if let Some(problem) = passphrase_problems(&passphrase, name, &Pointer::root()).first() {
        return Err(Failure::Other(format!("the passphrase: {}", problem.message)));
    }
    KeptPassphrase::of(&passphrase).map_err(Failure::Other)
}

fn known(store: &Store, name: &str) -> Result<Revised<Person>, Failure> {
    let known = store.people()?.into_iter().find(|known| known.record.name.to_lowercase() == name.to_lowercase());
    known.ok_or_else(|| StoreError::NotFound { kind: "person", id: name.to_owned() }.into())
}

impl PersonAction {
    /// Does it, and answers what is to be said.
    ///
    /// # Errors
    /// [`Failure`] with what to do; nothing is changed then.
    pub fn run(self, store: &Store) -> Result<Vec<String>, Failure> {
        match self {
            Self::Add { name, role, licence, passphrase_file } => {
                let kept = chosen(&name, passphrase_file.as_ref())?;
                let person = Person { id: PersonId(uuid::Uuid::now_v7()), name, licence, role, left: false };
                store.put_person(&person, 0, &author())?;
                store.put_passphrase(person.id, &kept, &author())?;
                Ok(vec![format!("{} is {} of the firm, and signs in by that name", person.name, role.name())])
            }
            Self::Passphrase { name, passphrase_file } => {
                let person = known(store, &name)?.record;
                let kept = chosen(&person.name, passphrase_file.as_ref())?;
                store.put_passphrase(person.id, &kept, &author())?;
                Ok(vec![format!(
                    "{} has a new passphrase; whatever was signed in by the one before is not any more",
                    person.name
                )])
            }
            Self::Left { name } => {
                let Revised { record, revision } = known(store, &name)?;
                let person = Person { left: true, ..record };
                store.put_person(&person, revision, &author())?;
                Ok(vec![format!("{} has left, and is signed in nowhere", person.name)])
            }
            Self::List => {
                let people = store.people()?.into_iter().map(|known| known.record);
                let mut said: Vec<String> = people
                    .map(|person| {
                        let left = if person.left { ", left" } else { "" };
                        format!("{}, {}{left}", person.name, person.role.name())
                    })
                    .collect();
                if said.is_empty() {
                    said.push("nobody yet; nobody is asked who they are".to_owned());
                }
                Ok(said)
            }
        }
    }
}
