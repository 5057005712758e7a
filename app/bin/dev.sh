# ./ithrel dev: what the demo serves, for whoever changes it. The front end takes changes in by itself (Vite), PHP is read
# anew with each request, and workers begin again when a source changes.

dev() {
    local port=8100 argument
    for argument in "$@"; do
        case "$argument" in
            --port=*) port=${argument#*=} ;;
            --help | -h)
                echo 'usage: ./ithrel dev [--port=N]'
                echo '  --port=N  where the interface is served on 127.0.0.1 (8100); the next two are the application and its shop'
                return 0
                ;;
            *)
                say "dev does not know $argument; see ./ithrel dev --help"
                return 2
                ;;
        esac
    done
    if ! [[ "$port" =~ ^[0-9]{1,5}$ ]]; then
        say '--port is a number'
        return 2
    fi
    need_php && need_vendor && need_web || return 1
    export ITHREL_VAR="${ITHREL_VAR:-$root/var/dev}" ITHREL_DEV_SERVER="http://127.0.0.1:$((port + 1))"
    set_places "$ITHREL_VAR" dev
    php -d memory_limit=1G "$root/app/bin/console" upgrade || return 1
    load_demo || return 1
    serve_for_dev "$port"
}

serve_for_dev() {
    local port=$1
    begin_serving "$((port + 1))" "$((port + 2))" -d opcache.revalidate_freq=0 || return 1
    begin worker.log bash "$root/app/bin/begin-again.sh" "$root" php -d memory_limit=1G "$root/app/bin/console" work
    begin vite.log npm --prefix "$root/web" exec -- vite "$root/web" --port="$port" --clearScreen=false
    await "$port" vite.log || return 1
    echo "The interface stands at http://127.0.0.1:$port/, the application at http://127.0.0.1:$((port + 1))/ (Ctrl-C ends all); logs in $ITHREL_VAR"
    wait "${groups[1]}"
}
