# ./ithrel test: installs what is missing and runs every check.

run_tests() {
    need_php && need_vendor && need_web || return 1
    need_debian 'the solver clingo, which the counts are held against' gringo || return 1
    need_debian 'Redis, for the tests of the queue' redis-server || return 1
    need_debian 'Chromium and its driver, for the browser tests' chromium chromium-driver fonts-dejavu-core || return 1
    mkdir -p "$root/var"
    local failed=()
    step 'code style' vendor/bin/php-cs-fixer fix --dry-run --diff --show-progress=none --config=.php-cs-fixer.dist.php
    step 'static analysis and layers' php -d memory_limit=2G vendor/bin/phpstan analyse --no-progress
    step 'interface: build' build_web
    step 'interface: types' npm --prefix web run -s check
    step 'interface: lint' npm --prefix web run -s lint
    step 'interface: unit tests' npm --prefix web run -s test
    step 'PHPUnit: core' php -d memory_limit=2G vendor/bin/phpunit --testsuite core
    step 'PHPUnit: shop' php -d memory_limit=2G vendor/bin/phpunit --testsuite shop
    step 'PHPUnit: app' php -d memory_limit=2G vendor/bin/phpunit --testsuite app
    step 'PHPUnit: browser' php -d memory_limit=2G vendor/bin/phpunit --testsuite browser
    summary
}

# step NAME COMMAND… : runs a check from the root and remembers whether it failed.
step() {
    local name=$1 start=$SECONDS
    shift
    printf '\n== %s\n' "$name"
    (cd "$root" && "$@") 2>&1 | tee "$root/var/last-step.log"
    local status=${PIPESTATUS[0]}
    count_tests "$root/var/last-step.log"
    if [ "$status" -ne 0 ]; then
        failed+=("$name")
        printf '== %s FAILED after %d s\n' "$name" $((SECONDS - start))
    else
        printf '== %s passed in %d s\n' "$name" $((SECONDS - start))
    fi
}

passed_tests=0
failed_tests=0

# Adds up what PHPUnit and Vitest say of their tests.
count_tests() {
    local tests failures
    if grep -qE '^OK \([0-9]+ tests?' "$1"; then
        tests=$(sed -nE 's/^OK \(([0-9]+) tests?.*/\1/p' "$1" | tail -1)
        passed_tests=$((passed_tests + tests))
    elif grep -qE '^Tests: [0-9]+' "$1"; then
        tests=$(sed -nE 's/^Tests: ([0-9]+).*/\1/p' "$1" | tail -1)
        failures=$(sed -nE 's/^Tests: //p' "$1" | tail -1 | grep -oE '(Failures|Errors): [0-9]+' | grep -oE '[0-9]+' | paste -sd+ - | bc 2>/dev/null || echo 0)
        failures=${failures:-0}
        failed_tests=$((failed_tests + failures))
        passed_tests=$((passed_tests + tests - failures))
    elif grep -qE '^ +Tests +.*[0-9]+ passed' "$1"; then
        tests=$(sed -nE 's/^ +Tests +.*[^0-9]?([0-9]+) passed.*/\1/p' "$1" | tail -1)
        passed_tests=$((passed_tests + tests))
    fi
}

summary() {
    echo
    if [ ${#failed[@]} -gt 0 ]; then
        printf 'failed: %s\n' "${failed[*]}"
        [ "$failed_tests" -eq 0 ] && failed_tests=1
        echo "$passed_tests passed, $failed_tests failed"
        return 1
    fi
    echo 'every check passed'
    echo "$passed_tests passed, 0 failed"
}
