# ./ithrel demo: installs, builds, migrates, loads the demo data, serves it with a shop and workers, and ends cleanly.

demo() {
    local port=8100 shop='' fresh=0 argument
    for argument in "$@"; do
        case "$argument" in
            --port=*) port=${argument#*=} ;;
            --shop-port=*) shop=${argument#*=} ;;
            --fresh) fresh=1 ;;
            --help | -h)
                echo 'usage: ./ithrel demo [--port=N] [--shop-port=N] [--fresh]'
                echo '  --port=N       where the application is served on 127.0.0.1 (8100)'
                echo '  --shop-port=N  where the rehearsal shop is served (the next port)'
                echo '  --fresh        starts the demo data over'
                return 0
                ;;
            *)
                say "demo does not know $argument; see ./ithrel demo --help"
                return 2
                ;;
        esac
    done
    if ! [[ "$port" =~ ^[0-9]{1,5}$ && "$shop" =~ ^[0-9]{0,5}$ ]]; then
        say '--port and --shop-port are numbers'
        return 2
    fi
    need_php && need_vendor && build_web || return 1
    # A place of its own: starting the demo over takes nothing of what a team keeps.
    set_places "$root/var/demo"
    [ "$fresh" -eq 1 ] && rm -rf "$ITHREL_DATABASE" "$ITHREL_DATABASE-wal" "$ITHREL_DATABASE-shm" "$ITHREL_VAR/kept" "$ITHREL_VAR/compiled" "$ITHREL_VAR/plans"
    prepare_database || return 1
    load_demo || return 1
    serve "$port" "${shop:-$((port + 1))}"
}

# set_places [FOLDER [ENVIRONMENT]] : where everything is kept; for this account alone.
set_places() {
    export APP_ENV="${2:-prod}" ITHREL_VAR="${ITHREL_VAR:-${1:-$root/var}}"
    export ITHREL_DATABASE="${ITHREL_DATABASE:-$ITHREL_VAR/ithrel.sqlite}"
    umask 077
    mkdir -p "$ITHREL_VAR" "$ITHREL_VAR/sessions"
}

# on_console COMMAND… : a command of the application, on the database that is served.
on_console() {
    need_php && need_vendor || return 1
    set_places
    prepare_database || return 1
    php -d memory_limit=1G "$root/app/bin/console" "$@"
}

load_demo() {
    php -d memory_limit=1G "$root/app/bin/console" demo:load | sed 's/^/ithrel: /' >&2
    return "${PIPESTATUS[0]}"
}

# What a console of an older version made is made anew, and the database brought up to date, copied before.
prepare_database() {
    local console="php -d memory_limit=1G $root/app/bin/console" log cache="$ITHREL_VAR/cache/prod"
    # The framework's own cache does not look whether its sources changed.
    if [ ! -f "$cache/.made" ] || [ -n "$(find "$root/app/src" "$root/app/config" "$root/composer.json" "$root/vendor/composer/installed.json" -newer "$cache/.made" -print -quit)" ]; then
        rm -rf "$cache"
    fi
    log=$(mktemp)
    if ! { $console cache:warmup && $console upgrade; } >"$log" 2>&1; then
        cat "$log" >&2
        return 1
    fi
    touch "$cache/.made"
}

# Serves until it is told to end.
serve() {
    begin_serving "$1" "$2" || return 1
    begin_workers 2
    guard
    echo "Ithrel answers at http://127.0.0.1:$1/, its rehearsal shop at http://127.0.0.1:$2/ (Ctrl-C ends both)"
    wait "${groups[1]}"
}

# begin_serving PORT SHOP-PORT [PHP-OPTION…] : the application and its rehearsal shop. Each, as each worker, is a process
# group; all are ended together.
begin_serving() {
    local port=$1 shop=$2 each
    shift 2
    for each in "$port" "$shop"; do
        if (exec 3<>"/dev/tcp/127.0.0.1/$each") 2>/dev/null; then
            say "port $each is taken; choose another with --port=N and --shop-port=N"
            return 1
        fi
    done
    groups=()
    trap 'end_all; exit 0' INT TERM HUP EXIT
    local served=(php -d opcache.enable=1 -d opcache.enable_cli=1 -d variables_order=EGPCS -d post_max_size=64M -d upload_max_filesize=64M -d max_file_uploads=60 "$@")
    export ITHREL_SHOP="http://127.0.0.1:$shop" ITHREL_SHOP_VAR="$ITHREL_VAR/shop" PHP_CLI_SERVER_WORKERS=4
    begin shop.log "${served[@]}" -d memory_limit=256M -S "127.0.0.1:$shop" -t "$root/shop/public" "$root/shop/public/index.php"
    await "$shop" shop.log || return 1
    begin server.log "${served[@]}" -d memory_limit=1G -S "127.0.0.1:$port" -t "$root/app/public" "$root/app/bin/router.php"
    await "$port" server.log
}

# begin_workers N : workers, each begun again should it end before it is told to.
begin_workers() {
    local worker
    for worker in $(seq 1 "$1"); do
        begin "worker-$worker.log" bash -c 'trap "ending=1" TERM; while [ -z "${ending:-}" ]; do php -d memory_limit=1G "$0/app/bin/console" work & wait $!; wait; [ -n "${ending:-}" ] || sleep 1; done' "$root"
    done
}

# begin LOG COMMAND… : starts a process group of its own and remembers it.
begin() {
    local log="$ITHREL_VAR/$1"
    shift
    setsid "$@" >"$log" 2>&1 &
    groups+=($!)
}

# Ends all groups should this script be killed, which it cannot do itself then: ports would stay taken.
guard() {
    setsid bash -c 'while kill -0 "$0" 2>/dev/null; do sleep 1; done
        for group in "$@"; do kill -TERM -- "-$group" 2>/dev/null; done
        sleep 5
        for group in "$@"; do kill -KILL -- "-$group" 2>/dev/null; done' $$ "${groups[@]}" >/dev/null 2>&1 &
    disown
}

# await PORT LOG : until the process begun last answers there.
await() {
    local i
    for i in $(seq 1 200); do
        (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null && return 0
        kill -0 "${groups[-1]}" 2>/dev/null || break
        sleep 0.05
    done
    cat "$ITHREL_VAR/$2" >&2
    return 1
}

# The workers first, each after the check in hand; then the servers, as a check that is under way asks the shop.
end_all() {
    trap - INT TERM HUP EXIT
    end_groups "${groups[@]:2}"
    end_groups "${groups[@]:0:2}"
    say 'ended'
}

# end_groups GROUP… : tells them to end, waits, and ends those that do not within 20 seconds.
end_groups() {
    [ $# -eq 0 ] && return 0
    local group i
    for group in "$@"; do
        kill -TERM -- "-$group" 2>/dev/null
    done
    for i in $(seq 1 200); do
        kill -0 -- "${@/#/-}" 2>/dev/null || break
        sleep 0.1
    done
    for group in "$@"; do
        kill -KILL -- "-$group" 2>/dev/null
    done
    wait "$@" 2>/dev/null
}
