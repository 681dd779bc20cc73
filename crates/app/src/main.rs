//! Nailpunch: the binary. The command line, and the server behind the screens.

mod backups;
mod check;
mod clock;
mod command;
mod demo;
mod doctor;
mod failure;
mod network;
mod output;
mod people;
mod proof;
mod restore;
mod schema;
mod secret;
mod settings;
mod web;

use std::process::ExitCode;

use clap::Parser;

fn main() -> ExitCode {
    command::Command::parse().run()
}
