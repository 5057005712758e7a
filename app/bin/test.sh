# ./ithrel test: installs what is missing and runs every check, in lanes side by side; or one suite of the tests.

# What stands in one line runs one after the other; lanes take lines, the longest first. The types are made once and read
# then. Half of "app" and "pages" is waiting for others, which is why there is a lane more than a small machine has cores.
lines=(app shop browser pages core 'types lint' 'unit services' 'style analysis')
lanes=3
suites=(${lines[*]} build)

run_tests() {
    case "${1:-}" in
        '') ;;
        --help | -h)
            echo 'usage: ./ithrel test                       runs every check'
            echo '       ./ithrel test SUITE [ARGUMENT…]     runs one, with further arguments for PHPUnit or Vitest, such as --filter Name'
            echo "suites: ${suites[*]}"
            return 0
            ;;
        *)
            if [[ " ${suites[*]} " != *" $1 "* ]]; then
                say "there is no suite $1; there are ${suites[*]}"
                return 2
            fi
            install_for_tests || return 1
            (cd "$root" && "check_$1" "${@:2}")
            return
            ;;
    esac
    install_for_tests || return 1
    local logs number
    logs=$(mktemp -d)
    # The interface is built before the lanes part: the browser tests of one need what another would build.
    step build "$logs"
    for ((number = 0; number < lanes; ++number)); do
        lane "$logs" &
    done
    wait
    summary "$logs"
}

install_for_tests() {
    need_php && need_vendor && need_web || return 1
    need_debian 'the solver clingo, which the counts are held against' gringo || return 1
    need_debian "Unicode's own test of where characters end" unicode-data || return 1
    need_debian 'nginx and PHP-FPM, which serve a team' nginx-light php8.2-fpm || return 1
    need_debian 'Redis, for the tests of the queue' redis-server || return 1
    need_browser 'for the browser tests' || return 1
    mkdir -p "$root/var"
}

phpunit() { php -d memory_limit=2G vendor/bin/phpunit "$@"; }
# What reckons for minutes is compiled to machine code, and not searched for circles of objects again and again, of which
# there are none: a sixth of the time.
reckoning=(-d memory_limit=2G -d zend.enable_gc=0 -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=256M)

# How PHP is laid out is Prettier's; what it says beyond that, PHP CS Fixer's.
check_style() {
    php_files | xargs web/node_modules/.bin/prettier --plugin=web/node_modules/@prettier/plugin-php/standalone.js --check \
        --log-level=warn --cache --cache-strategy=content --cache-location=var/prettier.cache \
        && vendor/bin/php-cs-fixer fix --dry-run --diff --show-progress=none --config=.php-cs-fixer.dist.php "$@"
}
# Lays all code out as the checks want it.
tidy() {
    need_php && need_vendor && need_web || return 1
    cd "$root" || return 1
    php_files | xargs web/node_modules/.bin/prettier --plugin=web/node_modules/@prettier/plugin-php/standalone.js --write --log-level=warn \
        && vendor/bin/php-cs-fixer fix --quiet --using-cache=no --config=.php-cs-fixer.dist.php \
        && (cd web && npx eslint . --fix)
}

php_files() { find app bench core shop -name '*.php' -not -path app/config/reference.php; }
check_analysis() {
    php -d memory_limit=2G vendor/bin/phpstan analyse --no-progress "$@" \
        && php -d memory_limit=2G vendor/bin/phpstan analyse --no-progress -c phpstan.bench.neon
}
check_build() { build_web; }
check_types() { npm --prefix web run -s check; }
check_lint() { npm --prefix web run -s lint; }
check_unit() { (cd web && npx vitest run "$@"); }
check_core() { php "${reckoning[@]}" vendor/bin/phpunit --testsuite core "$@"; }
check_shop() { php "${reckoning[@]}" vendor/bin/phpunit --testsuite shop "$@"; }
check_app() { phpunit --testsuite app "$@"; }
check_pages() { phpunit --testsuite pages "$@"; }
check_browser() { phpunit --testsuite browser "$@"; }

# The container holds together, and the tables are those that the classes describe.
check_services() {
    local folder status=0
    folder=$(mktemp -d)
    (
        export APP_ENV=prod ITHREL_VAR=$folder ITHREL_DATABASE=$folder/check.sqlite
        php app/bin/console lint:container --no-debug \
            && php app/bin/console upgrade --quiet \
            && php app/bin/console doctrine:schema:validate --skip-property-types
    ) || status=$?
    rm -rf "$folder"
    return $status
}

# Checks that are not run again over exactly what they passed over before: what they read, and with which tools.
kept='types lint'

# web_mark : what stands in web/ and in what its types are made of, as one hash.
web_mark() {
    (cd "$root" && node --version && find web docs/openapi.json docs/setup.schema.json -path web/node_modules -prune -o -type f -print0 \
        | sort -z | xargs -0 sha256sum) | sha256sum | cut -c1-32
}

# lane LOGS : runs lines that no other lane has taken, until there is none.
lane() {
    local logs=$1 line name
    for line in "${lines[@]}"; do
        mkdir "$logs/${line// /-}.taken" 2>/dev/null || continue
        for name in $line; do
            if [[ " $kept " = *" $name "* ]]; then kept_step "$name" "$logs"; else step "$name" "$logs"; fi
        done
    done
}

# step NAME LOGS : runs a check from the root, shows what it said once it has ended, and keeps whether it failed.
step() {
    local name=$1 logs=$2 start=$SECONDS status=0
    (cd "$root" && "check_$name") >"$logs/$name.log" 2>&1 || status=$?
    echo "$status" >"$logs/$name.status"
    {
        printf '\n== %s\n' "$name"
        cat "$logs/$name.log"
        printf '== %s %s %d s\n' "$name" "$([ "$status" -eq 0 ] && echo 'passed in' || echo 'FAILED after')" $((SECONDS - start))
    } >"$logs/$name.said"
    cat "$logs/$name.said"
}

# kept_step NAME LOGS : as step, where it did not pass over the same before.
kept_step() {
    local name=$1 logs=$2 mark
    mark=$(web_mark)
    if [ "$(cat "$root/var/passed-$name" 2>/dev/null)" = "$mark" ]; then
        echo 0 >"$logs/$name.status"
        printf '\n== %s passed before over what it reads now\n' "$name" | tee "$logs/$name.said"
        return
    fi
    step "$name" "$logs"
    [ "$(cat "$logs/$name.status")" != 0 ] || echo "$mark" >"$root/var/passed-$name"
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
    local logs=$1 name failed=()
    echo
    for name in "${suites[@]}"; do
        [ "$(cat "$logs/$name.status" 2>/dev/null)" = 0 ] || failed+=("$name")
        [ -f "$logs/$name.log" ] && sed -r 's/\x1b\[[0-9;]*m//g' "$logs/$name.log" >"$logs/plain.log" && count_tests "$logs/plain.log"
        tail -n 1 "$logs/$name.said" 2>/dev/null
    done
    rm -rf "$logs"
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
