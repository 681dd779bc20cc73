//! Bringing a backup back: from a file, or from the place where they are kept.

use std::path::Path;

use nailpunch_store::{StoreError, is_of_another_firm, key_path, open_key, put_seal_key, restore};

use crate::backups::{BackupError, Place, fetch};
use crate::failure::Failure;
use crate::secret::passphrase;

/// Waits for what is done with a place of backups.
///
/// # Errors
/// As the work says.
pub fn wait<T>(work: impl Future<Output = Result<T, BackupError>>) -> Result<T, Failure> {
    let runtime = rocket::tokio::runtime::Builder::new_current_thread().enable_all().build();
    Ok(runtime.map_err(|error| Failure::Other(error.to_string()))?.block_on(work)?)
}

/// Puts a backup in the place of the database, with the key of its seals where its passphrase is given. `from` is a file, a backup in
/// a store of objects, or a place, whose newest is taken.
///
/// # Errors
/// [`Failure`] where it cannot be fetched or put in place; the database is then as it was.
pub fn bring_back(
    from: &str,
    another_firm: bool,
    passphrase_file: Option<&Path>,
    database: &Path,
) -> Result<(), Failure> {
    let begun = std::time::Instant::now();
    let file = Path::new(from);
    let fetched = database.with_extension("fetched");
    // What a stop in the middle left.
    let clear = || {
        drop(std::fs::remove_file(&fetched));
        drop(std::fs::remove_file(key_path(&fetched)));
    };
    clear();
    let source = if file.is_file() {
        file.to_owned()
    } else {
        let (place, name) = Place::and_name(from).map_or((from, None), |(place, name)| (place, Some(name)));
        let name = wait(fetch(&Place::open(place)?, name, &fetched)).inspect_err(|_| clear())?;
        println!("{name} is fetched");
        fetched.clone()
    };
    let put = put_back(&source, another_firm, passphrase_file, database);
    clear();
    put?;
    println!("it took {:.1} seconds", begun.elapsed().as_secs_f64());
    Ok(())
}

fn put_back(backup: &Path, another_firm: bool, passphrase_file: Option<&Path>, database: &Path) -> Result<(), Failure> {
    let key = match passphrase_file {
        Some(named) => {
            let locked = key_path(backup);
            let failed = |error: std::io::Error| Failure::File { path: locked.clone(), reason: error.to_string() };
            let bytes = std::fs::read(&locked).map_err(failed)?;
            Some(open_key(&bytes, &passphrase(named)?).map_err(StoreError::from)?)
        }
        None => None,
    };
    if !another_firm && is_of_another_firm(backup, database) {
        return Err(Failure::Other(
            "this backup is of another firm than the database: not one of its people is there; nothing was changed. Name another \
             database with --data, or say --another-firm to put it there all the same"
                .to_owned(),
        ));
    }
    let kept = restore(backup, database)?;
    if let Some(key) = key {
        put_seal_key(database, &key)?;
        println!("the key of the seals is back");
    }
    println!("{} is restored", database.display());
    if let Some(kept) = kept {
        println!("what was there before is kept as {}", kept.display());
    }
    Ok(())
}
