# Oxgang. `make help` lists the targets.
SHELL := /bin/bash
PYTHON ?= python3
VENV := .venv
BIN := $(VENV)/bin
STAMPS := .stamps
REPORTS := $(STAMPS)/reports
WEB_SOURCES := $(shell find web/src web/public web/plugins web/index.html web/vite.config.ts web/vite.card.config.ts -type f 2>/dev/null)
CORES ?= 2
SAMPLE ?= 200
SECONDS := 3600
# Compiled modules are kept whatever the shell says: each of the tests' servers and commands starts
# a second sooner.
export PYTHONDONTWRITEBYTECODE :=

.PHONY: help demo dev build test test-all test-py test-web test-e2e check format api screenshots bench bench-against lighthouse bench-model bench-pick mutants golden fuzz audit clean check-server check-page

help: ## list the targets
	@grep -hE '^[a-z-]+:.*## ' $(MAKEFILE_LIST) | awk -F ':.*## ' '{printf "  %-12s %s\n", $$1, $$2}'

$(STAMPS)/python: requirements.lock pyproject.toml
	$(PYTHON) -c 'import sys; sys.exit("Oxgang needs Python 3.11 or newer.") if sys.version_info < (3, 11) else None'
	test -x $(BIN)/python || $(PYTHON) -m venv $(VENV)
	$(BIN)/pip install --quiet --disable-pip-version-check --upgrade pip
	$(BIN)/pip install --quiet --disable-pip-version-check --require-hashes -r requirements.lock
	$(BIN)/pip install --quiet --disable-pip-version-check --no-deps -e .
	@mkdir -p $(STAMPS) && touch $@

$(STAMPS)/node: web/package.json web/package-lock.json
	cd web && npm ci --no-audit --no-fund --loglevel=error
	@mkdir -p $(STAMPS) && touch $@

$(STAMPS)/web: $(STAMPS)/python $(STAMPS)/node $(WEB_SOURCES)
	cd web && npm run --silent build
	$(BIN)/python -m whitenoise.compress --quiet server/oxgang/webdist
	@mkdir -p $(STAMPS) && touch $@

build: $(STAMPS)/python $(STAMPS)/web ## install and build everything

demo: build ## serve the demo academy on http://127.0.0.1:8000
	$(BIN)/oxgang demo --data var/demo

dev: $(STAMPS)/python $(STAMPS)/node ## server and front end, both reloading (http://127.0.0.1:5173)
	OXGANG_MODE=dev $(BIN)/oxgang demo --data var/dev --no-serve
	( cd web && npm run --silent dev ) & \
	OXGANG_MODE=dev OXGANG_DATA=$(CURDIR)/var/dev $(BIN)/python manage.py runserver 8000; kill %1

test: check test-py test-web test-e2e ## what has to hold: checks, core, server, front end, Chromium
	@$(BIN)/python tools/slowest.py $(REPORTS)

test-all: ## the same with more odd values, more days, the sun theme and the sizes between
	OXGANG_TESTS=all $(MAKE) test

test-py: build ## core and server tests
	$(BIN)/pytest tests/core tests/server -q -n $(CORES) --dist worksteal --junitxml $(REPORTS)/python.xml

test-web: $(STAMPS)/node ## front-end unit tests
	cd web && npm run --silent test -- --reporter=dot --reporter=junit --outputFile.junit=../$(REPORTS)/components.xml

test-e2e: build $(STAMPS)/chromium ## the real interface in Chromium
	$(BIN)/pytest tests/e2e -q -n $(CORES) --dist loadfile --no-loadscope-reorder -m "not timing" \
	  --junitxml $(REPORTS)/browser.xml
	$(BIN)/pytest tests/e2e -q -s -m timing --junitxml $(REPORTS)/timing.xml

$(STAMPS)/chromium:
	@command -v chromium-headless-shell >/dev/null || command -v chromium >/dev/null || { \
	  if [ "$$(id -u)" = 0 ] && command -v apt-get >/dev/null; then \
	    apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends chromium-headless-shell >/dev/null; \
	  else echo "The browser tests need Chromium. Run: sudo apt-get install chromium-headless-shell"; exit 1; fi; }
	@mkdir -p $(STAMPS) && touch $@

check: $(STAMPS)/python $(STAMPS)/node ## format, lint, types, imports, dead code, API types
	@$(MAKE) --no-print-directory --output-sync -j 2 check-server check-page

check-server:
	$(BIN)/ruff format --check server tests tools
	$(BIN)/ruff check server tests tools
	$(BIN)/mypy
	$(BIN)/lint-imports
	@! $(BIN)/vulture | grep -v 'unused variable'  # members of enums and fields of records are no dead code
	OXGANG_DATA=$$(mktemp -d) $(BIN)/python manage.py makemigrations --check --dry-run >/dev/null

check-page:
	$(BIN)/python -m oxgang.api.export > $(STAMPS)/openapi.json && cmp -s $(STAMPS)/openapi.json web/openapi.json || { echo "web/openapi.json is old: run make api"; exit 1; }
	cd web && npm run --silent format:check && npm run --silent lint && npm run --silent types && npm run --silent unused
	$(BIN)/python tools/sentences.py > $(STAMPS)/sentences.txt && cd web && node checks/plain.js ../$(STAMPS)/sentences.txt

format: $(STAMPS)/python $(STAMPS)/node ## format everything
	$(BIN)/ruff format server tests tools
	$(BIN)/ruff check --fix server tests tools
	cd web && npm run --silent format

api: $(STAMPS)/python $(STAMPS)/node ## what stands in files from the server: types, words, the student file's schema
	$(BIN)/python -m oxgang.api.export > web/openapi.json
	$(BIN)/python -m oxgang.api.export student > docs/student.schema.json
	$(BIN)/python -m oxgang.api.export words > tests/words.json
	for file in server/oxgang/texts/phone.*.ftl; do language=$${file#*phone.}; language=$${language%.ftl}; \
	  $(BIN)/python -m oxgang.api.export phone $$language > web/src/card/words.$$language.json; done
	cd web && npm run --silent api

screenshots: build $(STAMPS)/chromium ## docs/screenshots, from the demo data
	$(BIN)/python tools/screenshots.py "$(ONLY)"

bench: $(STAMPS)/python ## times of what has to be quick, and an academy of a million balls
	$(BIN)/pytest tools/bench -q -s --benchmark-only --benchmark-columns=median,iqr,max,rounds
	$(BIN)/pytest tools/bench/test_scale.py tools/bench/test_growth.py tools/bench/test_speed.py -k "scale or grow" -q -s

bench-against: $(STAMPS)/python ## the same against another release (REV=…, else the last one): what became slower by a tenth
	$(BIN)/python -m tools.bench.against "$(REV)"

lighthouse: build $(STAMPS)/chromium ## every view by Lighthouse, on the demo data (ONLY=name for some)
	cd tools/lighthouse && npm install --no-package-lock --no-audit --no-fund --loglevel=error
	$(BIN)/python -m tools.lighthouse.run "$(ONLY)"

bench-model: $(STAMPS)/python ## the carry model's targets on simulated students, into docs/model.md
	OPENBLAS_NUM_THREADS=1 $(BIN)/python -m tools.bench_model.run

bench-pick: $(STAMPS)/python ## the pick against balls played one by one on other ground, into docs/pick.md
	OPENBLAS_NUM_THREADS=1 $(BIN)/python -m tools.bench_pick

mutants: $(STAMPS)/python ## faults put into core, and whether the tests notice; into docs/tests.md
	OPENBLAS_NUM_THREADS=1 $(BIN)/python -m tools.mutants --sample $(SAMPLE)

golden: $(STAMPS)/python ## what core says of one student, anew, into tests/core/golden.json
	OPENBLAS_NUM_THREADS=1 $(BIN)/python -m tests.core.test_golden

fuzz: $(STAMPS)/python ## an academy at work in any order for an hour (SECONDS=…)
	OXGANG_FUZZ_S=$(SECONDS) $(BIN)/pytest tests/server/test_stateful.py -q

audit: $(STAMPS)/python $(STAMPS)/node ## known weaknesses of what is installed, where their databases can be reached
	$(PYTHON) -m venv $(STAMPS)/audit && $(STAMPS)/audit/bin/pip install --quiet --upgrade pip pip-audit
	$(STAMPS)/audit/bin/pip-audit --disable-pip --require-hashes -r requirements.lock
	cd web && npm audit

clean: ## throw away what was built and installed
	rm -rf $(VENV) $(STAMPS) web/node_modules server/oxgang/webdist .mypy_cache .ruff_cache .pytest_cache
