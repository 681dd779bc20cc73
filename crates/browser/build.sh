#!/usr/bin/env bash
# Compiles the core for the browser, to web/src/device/core.wasm: with the project's own toolchain where its WebAssembly target can be
# had, else with Debian's compiler. Where neither is to be had the file is empty, and the page asks the server. CORE_BY=debian or
# CORE_BY=none takes that way at once.
set -eu
cd "$(dirname "$0")/../.."
into=web/src/device/core.wasm
made=wasm32-unknown-unknown/browser/nailpunch_browser.wasm

by_rustup() {
    command -v rustup > /dev/null || return 1
    rustup target add wasm32-unknown-unknown || return 1
    cargo build --locked --profile browser --target wasm32-unknown-unknown -p nailpunch-browser && cp "target/$made" "$into"
}

by_debian() {
    local root=
    [ "$(id -u)" = 0 ] || root=sudo
    $root apt-get update -qq && $root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq rustc-web cargo-web rust-web-src lld || return 1
    RUSTC=/usr/bin/rustc RUSTC_BOOTSTRAP=1 CARGO_TARGET_WASM32_UNKNOWN_UNKNOWN_LINKER=wasm-ld CARGO_TARGET_DIR=target/debian \
        /usr/bin/cargo build --locked --profile browser --target wasm32-unknown-unknown -Zbuild-std=std,panic_abort \
        -p nailpunch-browser && cp "target/debian/$made" "$into"
}

case "${CORE_BY:-any}" in
    any) by_rustup || by_debian ;;
    debian) by_debian ;;
    *) false ;;
esac || {
    echo 'The core could not be built for the browser: the page asks the server instead.' >&2
    : > "$into"
}
