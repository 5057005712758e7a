# ./ithrel demo: installs, builds, migrates, loads the demo data, serves, and ends cleanly.

demo() {
    local port=8100 fresh=0 argument
    for argument in "$@"; do
        case "$argument" in
            --port=*) port=${argument#*=} ;;
            --fresh) fresh=1 ;;
            --help | -h)
                echo 'usage: ./ithrel demo [--port=N] [--fresh]'
                echo '  --port=N  where the application is served on 127.0.0.1 (8100)'
                echo '  --fresh   starts the demo data over'
                return 0
                ;;
            *)
                say "demo does not know $argument; see ./ithrel demo --help"
                return 2
                ;;
        esac
    done
    if ! [[ "$port" =~ ^[0-9]{1,5}$ ]]; then
        say '--port is a number'
        return 2
    fi
    need_php && need_vendor && build_web || return 1
    export APP_ENV=prod ITHREL_VAR="${ITHREL_VAR:-$root/var}"
    export ITHREL_DATABASE="${ITHREL_DATABASE:-$ITHREL_VAR/ithrel.sqlite}"
    mkdir -p "$ITHREL_VAR"
    [ "$fresh" -eq 1 ] && rm -f "$ITHREL_DATABASE" "$ITHREL_DATABASE-wal" "$ITHREL_DATABASE-shm"
    prepare_database || return 1
    serve "$port"
}

# Migrations run with foreign keys off (SQLite alters a table by making it anew), the demo data after them.
prepare_database() {
    local console="php -d memory_limit=1G $root/app/bin/console" log cache="$ITHREL_VAR/cache/prod"
    # The framework's own cache does not look whether its sources changed.
    if [ ! -f "$cache/.made" ] || [ -n "$(find "$root/app/src" "$root/app/config" "$root/composer.json" "$root/vendor/composer/installed.json" -newer "$cache/.made" -print -quit)" ]; then
        rm -rf "$cache"
    fi
    log=$(mktemp)
    if ! { $console cache:warmup && $console doctrine:migrations:migrate --no-interaction --allow-no-migration; } >"$log" 2>&1; then
        cat "$log" >&2
        return 1
    fi
    touch "$cache/.made"
    $console demo:load | sed 's/^/ithrel: /' >&2
    return "${PIPESTATUS[0]}"
}

# Serves until it is told to end; the server and its workers are one process group, ended as one.
serve() {
    local port=$1 server
    if (exec 3<>"/dev/tcp/127.0.0.1/$port") 2>/dev/null; then
        say "port $port is taken; choose another with --port=N"
        return 1
    fi
    PHP_CLI_SERVER_WORKERS=4 setsid php -d opcache.enable=1 -d opcache.enable_cli=1 -d memory_limit=1G -d variables_order=EGPCS \
        -d post_max_size=20M -S "127.0.0.1:$port" -t "$root/app/public" "$root/app/bin/router.php" >"$ITHREL_VAR/server.log" 2>&1 &
    server=$!
    # shellcheck disable=SC2064
    trap "trap - INT TERM HUP EXIT; kill -TERM -- -$server 2>/dev/null; wait $server 2>/dev/null; say 'ended'; exit 0" INT TERM HUP EXIT
    local i
    for i in $(seq 1 100); do
        (exec 3<>"/dev/tcp/127.0.0.1/$port") 2>/dev/null && break
        kill -0 "$server" 2>/dev/null || { cat "$ITHREL_VAR/server.log" >&2; return 1; }
        sleep 0.05
    done
    echo "Ithrel answers at http://127.0.0.1:$port/ (Ctrl-C ends it)"
    wait "$server"
}
