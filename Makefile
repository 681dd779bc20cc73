# Two commands matter: `make demo` starts the application with the demo data, `make test` tests everything.
# All need the Rust toolchain (with a C compiler for its linker), Node 20 or later, npm and make; the rest is installed
# from the registries by what is below.

SHELL := /bin/bash
.SHELLFLAGS := -eu -o pipefail -c
.DEFAULT_GOAL := help
PORT ?= 8000
AS_ROOT := $(shell [ "$$(id -u)" = 0 ] || echo sudo)
INSTALL := $(AS_ROOT) apt-get update -qq && $(AS_ROOT) env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq

WEB_SOURCES := $(shell find web/src web/public -type f) web/index.html web/vite.config.ts web/tsconfig.json
NODE_STAMP := node_modules/.installed
CORE := web/src/device/core.wasm
CORE_SOURCES := $(shell find crates/core/src crates/views crates/browser -type f) Cargo.toml Cargo.lock

.PHONY: help demo serve build test check format lint rust-test web-test browser-test api api-check chromium ngspice poppler python3 \
	screenshots bench soak audit clean

help: ## Say what there is
	@grep -E '^[a-z-]+:.*##' Makefile | sed -E 's/:.*## /\t/' | expand -t 16

demo: build ## Install, build, and serve the application with the demo audit
	./target/release/nailpunch demo --port $(PORT)

serve: build ## The same with your own audits
	./target/release/nailpunch serve --port $(PORT)

build: web/dist/index.html ## Build the release binary
	cargo build --release --locked -p nailpunch

test: lint rust-test api-check web-test browser-test ## Formatting, lints, every test, and the browser

check: lint rust-test web-test ## The same without the browser

lint: web/dist/index.html e2e/$(NODE_STAMP)
	cargo fmt --all --check
	cargo clippy --workspace --all-targets --locked -- -D warnings
	cd web && npx biome ci . && npx tsc --noEmit
	cd e2e && npx tsc --noEmit -p .

rust-test: ngspice python3 web/dist/index.html
	cargo test --workspace --locked

soak: python3 chromium web/dist/index.html e2e/$(NODE_STAMP) ## Run the heavy campaigns in full: random buildings and boxes, kills in the middle of writes, many editors, cuts of the network
	NAILPUNCH_BUILDINGS=5000 cargo test --locked -p nailpunch-core --test diagnosis_campaign -- --nocapture
	NAILPUNCH_BOXES=200000 cargo test --locked -p nailpunch-core --test second_reader -- --nocapture
	PROPTEST_CASES=10000 cargo test --locked -p nailpunch-core --test drill
	python3 -m venv target/hostile
	target/hostile/bin/pip install -q schemathesis==4.32.5
	cargo build --locked -p nailpunch
	rm -rf target/hostile/data && mkdir target/hostile/data
	./target/debug/nailpunch demo --data target/hostile/data/demo.sqlite --port 8790 & trap "kill $$!" EXIT; sleep 3; \
		target/hostile/bin/schemathesis run web/src/api/openapi.json --url http://127.0.0.1:8790 --phases fuzzing --max-examples 400 --exclude-path /api/first-owner \
		--checks not_a_server_error,response_schema_conformance,content_type_conformance --request-timeout 10
	NAILPUNCH_MUTATIONS=125 cargo test --locked -p nailpunch-report --test mutations -- --nocapture
	NAILPUNCH_KILLS=1000 NAILPUNCH_EDITING_SECONDS=600 cargo test --locked -p nailpunch-store --test attacks -- --nocapture
	cd e2e && NAILPUNCH_CUTS=1000 npx playwright test field.spec.ts -g 'cuts of the network'
	cd e2e && NAILPUNCH_TRIES=100 npx playwright test guessing.spec.ts
	cd e2e && NAILPUNCH_CROWD_SECONDS=600 npx playwright test crowd.spec.ts

# `cargo test --workspace` has built this binary already.
target/debug/nailpunch: web/dist/index.html
	cargo build --locked -p nailpunch

api: web/$(NODE_STAMP) ## Write the client's types anew from the server's description
	cargo run --locked -q -p nailpunch -- openapi > web/src/api/openapi.json
	cd web && npx openapi-typescript src/api/openapi.json -o src/api/generated.ts

api-check: web/$(NODE_STAMP)
	cargo build --locked -p nailpunch
	@diff <(./target/debug/nailpunch openapi) web/src/api/openapi.json \
		&& diff <(cd web && npx openapi-typescript src/api/openapi.json 2>/dev/null) web/src/api/generated.ts > /dev/null \
		|| { echo 'The client types are behind the server: run `make api`.'; exit 1; }

web-test: web/$(NODE_STAMP)
	cd web && npx vitest run

browser-test: chromium poppler web/dist/index.html e2e/$(NODE_STAMP)
	cargo build --locked -p nailpunch
	cd e2e && npx playwright test

screenshots: chromium e2e/$(NODE_STAMP) web/dist/index.html ## Take the pictures of docs/screenshots anew
	cargo build --locked -p nailpunch
	cd e2e && npx playwright test --config screenshots.config.ts

bench: build chromium e2e/$(NODE_STAMP) ## Measure what docs/performance.md reports
	cargo bench --locked -p nailpunch-core -p nailpunch-store --benches
	cd e2e && node bench.mjs && node field.bench.mjs

audit: web/$(NODE_STAMP) ## Check what the program is made of: licences, sources, and, where they can be reached, advisories and signatures
	@command -v target/tools/bin/cargo-deny > /dev/null || cargo install --locked --root target/tools cargo-deny@0.20.2
	target/tools/bin/cargo-deny check licenses bans sources
	-target/tools/bin/cargo-deny check advisories
	-cd web && npm audit signatures

format: web/$(NODE_STAMP) ## Format everything
	cargo fmt --all
	cd web && npx biome check --write .

$(CORE): $(CORE_SOURCES)
	crates/browser/build.sh

web/dist/index.html: $(WEB_SOURCES) $(CORE) web/$(NODE_STAMP)
	cd web && npx vite build

# `npm install` keeps to the lock file as `npm ci` does, but forgives a registry that lacks the linter's binaries for
# other systems.
%/$(NODE_STAMP): %/package.json %/package-lock.json
	cd $* && npm install --no-audit --no-fund
	touch $@

# Debian's own package; no test tool downloads a browser of its own.
chromium:
	@command -v $@ > /dev/null || { $(INSTALL) $@; }

# Reads the fonts of a report.
poppler:
	@command -v pdftoppm > /dev/null || { $(INSTALL) poppler-utils; }

# Debian's own package too: it checks the network solver live. Without a network the values that it gave before stand.
ngspice:
	@command -v $@ > /dev/null || { $(INSTALL) $@; } \
		|| echo 'ngspice could not be installed: the solver is compared with stored values only.'

# The second reader of the limits is written in another language than the rules.
python3:
	@command -v $@ > /dev/null || { $(INSTALL) $@; }

clean:
	cargo clean
	rm -rf web/dist web/node_modules e2e/node_modules
