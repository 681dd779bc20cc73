//! Rules on equipment grounds: present, of a size, joined, bonded to the box, and not made up from the neutral.

pub mod ground_not_bootleg;
pub mod ground_present;
pub mod ground_size;
pub mod grounds_joined;
pub mod live_metal;
pub mod metal_box_bonded;
pub mod receptacle_replacement;
pub mod yoke_grounded;
