//! Laying out a report: a process of its own, whose memory goes with it, and which ends when nobody waits for it any more.

use std::path::PathBuf;
use std::process::Stdio;

use nailpunch_report::{ReportError, Sheets};
use rocket::tokio::io::AsyncWriteExt;
use rocket::tokio::join;
use tokio::process::Command;

use super::problem::ApiError;
use super::turns::{Turns, heavy};

/// Where reports are laid out.
pub enum Paper {
    /// In this process.
    Here,
    /// In another one of this program.
    Apart(PathBuf),
}

impl Paper {
    /// In a process of its own, where the program can find itself.
    pub fn apart() -> Self {
        std::env::current_exe().map_or(Self::Here, Self::Apart)
    }

    /// The PDF of what `sheets` makes, in its turn. Whoever drops this ends it.
    ///
    /// # Errors
    /// A problem for people when the report cannot be laid out.
    pub async fn lay_out(
        &self,
        turns: &Turns,
        sheets: impl FnOnce() -> Result<Sheets, ReportError> + Send + 'static,
    ) -> Result<Vec<u8>, ApiError> {
        let failed = |error: ReportError| ApiError::internal(error.to_string());
        let Self::Apart(program) = self else {
            return heavy(&turns.papers, move || sheets()?.lay_out()).await?.map_err(failed);
        };
        let broken = |error: std::io::Error| ApiError::internal(format!("the report could not be laid out: {error}"));
        let _turn = turns.papers.acquire().await.map_err(|_| ApiError::internal("the server is stopping"))?;
        let packed = rocket::tokio::task::spawn_blocking(move || sheets()?.packed());
        let packed = packed.await.map_err(|error| broken(error.into()))?.map_err(failed)?;
        let mut child = Command::new(program)
            .arg("lay-out")
            .stdin(Stdio::piped())
            .stdout(Stdio::piped())
            .stderr(Stdio::piped())
            .kill_on_drop(true)
            .spawn()
            .map_err(broken)?;
        let mut to = child.stdin.take();
        let hand_over = async {
            // Where it ended early, what it says counts.
            if let Some(to) = &mut to {
                drop(to.write_all(&packed).await);
            }
            drop(to);
        };
        let ((), done) = join!(hand_over, child.wait_with_output());
        let done = done.map_err(broken)?;
        if done.status.success() {
            return Ok(done.stdout);
        }
        let said = String::from_utf8_lossy(&done.stderr);
        let said = said.trim();
        Err(ApiError::internal(if said.is_empty() { "the report broke off; try it again" } else { said }.to_owned()))
    }
}
