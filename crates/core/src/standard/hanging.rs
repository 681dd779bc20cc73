//! What the codes and the listings ask round what hangs: heights, ways, masses.

use super::TwinLimit;
use crate::quantity::{Length, Mass};

/// The blades of a fan above the floor. The listing standard for fans, from memory, may be off; its instructions govern.
pub const BLADES_ABOVE_FLOOR: TwinLimit = TwinLimit { inches: Some(Length::inches(84)), metric: Length::mm(2_100) };
/// The blades of a fan from walls and slopes. Common practice, no source; its instructions govern.
pub const BLADES_FROM_WALL: TwinLimit = TwinLimit { inches: Some(Length::inches(18)), metric: Length::mm(450) };
/// A recessed luminaire from insulation. NEC 410.116(B), from memory, sure.
pub const RECESSED_FROM_INSULATION: TwinLimit = TwinLimit { inches: Some(Length::inches(3)), metric: Length::mm(75) };
/// A recessed luminaire from wood. NEC 410.116(A)(1), from memory, sure.
pub const RECESSED_FROM_WOOD: TwinLimit = TwinLimit { inches: Some(Length::sixteenths(8)), metric: Length::mm(13) };
/// What a box made for luminaires carries without a mark. NEC 314.27(A)(2), from memory, sure.
pub const BOX_FOR_LUMINAIRES: Mass = Mass::pounds(50);
/// What a fan box carries at most. NEC 314.27(C), from memory, sure.
pub const BOX_FOR_FANS: Mass = Mass::pounds(70);
