//! Stands in for the crate of this name, of which the linear program of a job asks the time to keep its limits. The core sets none
//! and has no clock; what the crate brings with it asks the browser's through calls that a tool has to write.

#[cfg(not(target_arch = "wasm32"))]
pub use std::time::{Duration, Instant};

#[cfg(target_arch = "wasm32")]
pub use still::{Duration, Instant};

#[cfg(target_arch = "wasm32")]
mod still {
    pub use core::time::Duration;
    use core::ops::{Add, Sub};

    /// A moment of a time that stands still.
    #[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
    pub struct Instant(Duration);

    impl Instant {
        /// The one moment that there is.
        pub const fn now() -> Self {
            Self(Duration::ZERO)
        }

        /// Nothing.
        pub fn elapsed(&self) -> Duration {
            Duration::ZERO
        }

        /// The moment a while after this one.
        pub fn checked_add(&self, while_: Duration) -> Option<Self> {
            self.0.checked_add(while_).map(Self)
        }

        /// How long after another this one is.
        pub fn saturating_duration_since(&self, other: Self) -> Duration {
            self.0.saturating_sub(other.0)
        }
    }

    impl Add<Duration> for Instant {
        type Output = Self;

        fn add(self, while_: Duration) -> Self {
            Self(self.0 + while_)
        }
    }

    impl Sub for Instant {
        type Output = Duration;

        fn sub(self, other: Self) -> Duration {
            self.saturating_duration_since(other)
        }
    }
}
