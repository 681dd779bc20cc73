//! Rules on the conductors in a box: their length, size, state, marking, terminals and splices.

pub mod conductor_ampacity;
pub mod conductor_colour_ambiguous;
pub mod conductor_damage;
pub mod conductor_reidentified;
pub mod dissimilar_metals;
pub mod exposed_copper;
pub mod free_conductor_length;
pub mod free_conductor_reach;
pub mod neutral_identification;
pub mod neutral_of_its_circuit;
pub mod splice_connector;
pub mod splice_enclosed;
pub mod strands_astray;
pub mod switch_neutral;
pub mod terminal_one_conductor;
pub mod terminal_spring;
pub mod terminal_torque;
