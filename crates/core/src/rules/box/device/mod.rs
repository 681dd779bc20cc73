//! Rules on devices: held, wired right, rated, protected and marked as their place asks.

pub mod afci_required;
pub mod conductor_landing;
pub mod control_neutral;
pub mod device_metal;
pub mod device_plumb;
pub mod device_rating;
pub mod device_secure;
pub mod device_sound;
pub mod gfci_required;
pub mod low_voltage_apart;
mod range_wiring;
mod replaced;
pub mod safe_to_work;
pub mod split_receptacle;
pub mod tamper_resistant;
pub mod transformer_circuit;
pub mod weather_resistant;
pub mod wiring_fault;
