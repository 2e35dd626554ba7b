# Two commands: `make demo` runs the application with the demo data, `make test` passes all tests.
PORT ?= 8080
PHP = php -d ffi.enable=1
PACKAGES = composer npm unzip php8.2-cli php8.2-sqlite3 php8.2-pgsql php8.2-gd php8.2-zip php8.2-curl php8.2-intl php8.2-xml \
	php8.2-mbstring php8.2-mailparse librsvg2-bin libvips42 libdeflate0 libpixman-1-0 libharfbuzz0b libharfbuzz-subset0 libfribidi0 libzint2.11 qpdf poppler-utils \
	ffmpeg
TEST_PACKAGES = chromium-headless-shell chromium-driver zbar-tools zxing-cpp-tools postgresql postgresql-client libfaketime

.PHONY: second-tries demo bench test core-test functional-test film-test browser-test check install test-tools test-machines far-test machines-test assets screenshots clean

demo: install assets
	@$(PHP) bin/demo $(PORT)

install: .env.local
	@bin/system-packages $(PACKAGES)
	@bin/dependencies

test-tools:
	@bin/system-packages $(TEST_PACKAGES)

.env.local:
	@printf 'APP_SECRET=%s\n' "$$(od -An -tx1 -N16 /dev/urandom | tr -d ' \n')" > .env.local

assets: install
	@$(PHP) bin/assets

# The long suites have their own data and do not disturb each other: they run side by side, with the checks.
test: install test-tools core-test assets
	@rm -f var/second-tries.txt
	@$(MAKE) --no-print-directory -j4 --output-sync=target functional-test browser-test film-test check
	@$(MAKE) --no-print-directory second-tries

# A test that holds only the second time is a defect: it is named here, whatever the exit status.
second-tries:
	@if [ -s var/second-tries.txt ]; then echo "Defects, these held only the second time:"; cat var/second-tries.txt; else echo "No test was run a second time."; fi

functional-test film-test browser-test core-test far-test machines-test check: export PHP_INI_SCAN_DIR = :$(CURDIR)/config/tests
functional-test film-test browser-test core-test far-test machines-test check: export MORPHEA_COMPILED = $(CURDIR)/var/compiled
functional-test film-test browser-test core-test far-test machines-test check: var/compiled

var/compiled:
	@mkdir -p $@

functional-test:
	@TMPDIR="$(CURDIR)/var/test/tmp" $(PHP) bin/again functional --exclude-group film --exclude-group sent --exclude-group alone

film-test:
	@MORPHEA_TESTS=film TMPDIR="$(CURDIR)/var/film/tmp" $(PHP) bin/again functional --group film --group sent --group alone

browser-test:
	@$(PHP) bin/again browser

# On PostgreSQL and an object store, which are started for it: the functional tests, and one run on machines that share
# nothing else. CI takes the tests of the group `stored`, which together make every statement and every access to the store
# that the functional tests make.
FAR = --exclude-group alone
test-machines: install test-tools assets
	@$(MAKE) --no-print-directory -j2 --output-sync=target far-test machines-test

far-test:
	@MORPHEA_TESTS=far TMPDIR="$(CURDIR)/var/far/tmp" bin/with-machines $(PHP) bin/again functional --exclude-group film $(FAR)

machines-test:
	@MORPHEA_TESTS=machines TMPDIR="$(CURDIR)/var/machines/tmp" bin/with-machines $(PHP) bin/again machines

core-test:
	@$(PHP) vendor/bin/phpunit -c core

check:
	@$(PHP) vendor/bin/pint --test
	@$(PHP) bin/lines
	@npx --no-install prettier --check --log-level warn "assets/**/*.{css,js}" "tests/scripts/**/*.js" eslint.config.js
	@npx --no-install eslint assets/scripts tests/scripts eslint.config.js
	@node --test tests/scripts/
	@APP_ENV=test APP_DEBUG=1 $(PHP) bin/console cache:warmup -q
	@$(PHP) vendor/bin/phpstan analyse --no-progress --memory-limit=1G
	@$(PHP) vendor/bin/phpunit --testsuite structure

bench: install assets
	@$(PHP) bench/press.php
	@$(PHP) bench/runs.php
	@$(PHP) bench/shorts.php
	@$(PHP) bench/proof.php
	@$(PHP) bench/sheets.php
	@$(PHP) bench/deliver.php
	@$(PHP) bench/machines.php

screenshots: install test-tools assets
	@$(PHP) bin/screenshots

clean:
	rm -rf var public/assets
