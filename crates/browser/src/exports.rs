//! What the page calls by name. It asks for room, writes what it asks there, asks, and reads the answer where it is told: whole
//! numbers go both ways and nothing else, so that no tool has to write the calls.

use std::cell::RefCell;

use crate::{Answer, Device};

thread_local! {
    static INPUT: RefCell<Vec<u8>> = const { RefCell::new(Vec::new()) };
    static DEVICE: RefCell<Device> = RefCell::new(Device::new());
    static ANSWER: RefCell<Answer> = RefCell::new(Answer::default());
}

/// Room for what is asked, `length` bytes: a line `METHOD path revision`, then a line end, then the body.
#[unsafe(no_mangle)]
pub extern "C" fn room(length: usize) -> *mut u8 {
    INPUT.with_borrow_mut(|input| {
        input.clear();
        input.resize(length, 0);
        input.as_mut_ptr()
    })
}

/// Answers what stands in the room: the HTTP status of the answer.
#[unsafe(no_mangle)]
pub extern "C" fn ask() -> u32 {
    let answer = INPUT.with_borrow(|input| {
        let end = input.iter().position(|byte| *byte == b'\n').unwrap_or(input.len());
        let head = String::from_utf8_lossy(&input[..end]);
        let body = input.get(end + 1..).unwrap_or_default();
        DEVICE.with_borrow_mut(|device| device.ask(&head, body))
    });
    ANSWER.with_borrow_mut(|kept| {
        *kept = answer;
        u32::from(kept.status)
    })
}

/// Where the answer's body begins.
#[unsafe(no_mangle)]
pub extern "C" fn answer() -> *const u8 {
    ANSWER.with_borrow(|answer| answer.body.as_ptr())
}

/// How many bytes it has.
#[unsafe(no_mangle)]
pub extern "C" fn answer_length() -> usize {
    ANSWER.with_borrow(|answer| answer.body.len())
}
