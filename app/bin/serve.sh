# ./ithrel serve: the application for a team, by nginx and PHP-FPM from Debian, with sign-in and workers. docs/for-a-team.md says the
# same for a machine where these run as services.

serve_team() {
    local port=8100 workers=2 argument
    for argument in "$@"; do
        case "$argument" in
            --port=*) port=${argument#*=} ;;
            --workers=*) workers=${argument#*=} ;;
            --help | -h)
                echo 'usage: ./ithrel serve [--port=N] [--workers=N]'
                echo '  --port=N     where it is served on 127.0.0.1 (8100); what stands before it speaks TLS'
                echo '  --workers=N  processes that plan and rehearse (2)'
                echo 'ITHREL_SIGN_IN=0 serves it for one person without sign-in.'
                return 0
                ;;
            *)
                say "serve does not know $argument; see ./ithrel serve --help"
                return 2
                ;;
        esac
    done
    if ! [[ "$port" =~ ^[0-9]{1,5}$ && "$workers" =~ ^[0-9]{1,2}$ ]]; then
        say '--port and --workers are numbers'
        return 2
    fi
    need_php && need_vendor && build_web || return 1
    need_debian 'nginx and PHP-FPM, which serve a team' nginx-light php8.2-fpm || return 1
    set_places
    export ITHREL_SIGN_IN="${ITHREL_SIGN_IN:-1}"
    prepare_database || return 1
    if (exec 3<>"/dev/tcp/127.0.0.1/$port") 2>/dev/null; then
        say "port $port is taken; choose another with --port=N"
        return 1
    fi
    local place="$ITHREL_VAR/serve"
    mkdir -p "$place"
    rm -f "$place/fpm.sock"
    fpm_settings "$place" >"$place/fpm.conf"
    nginx_settings "$place" "$port" >"$place/nginx.conf"
    groups=()
    trap 'end_all; exit 0' INT TERM HUP EXIT
    local root_flag=()
    [ "$(id -u)" -eq 0 ] && root_flag=(--allow-to-run-as-root)
    begin fpm.log php-fpm8.2 --nodaemonize "${root_flag[@]}" --fpm-config "$place/fpm.conf"
    # A server that has nothing behind it would answer, and say that.
    local i
    for i in $(seq 1 400); do [ -S "$place/fpm.sock" ] && break; sleep 0.05; done
    if [ ! -S "$place/fpm.sock" ]; then
        cat "$ITHREL_VAR/fpm.log" >&2
        return 1
    fi
    begin nginx.log nginx -e stderr -c "$place/nginx.conf"
    await "$port" nginx.log || return 1
    begin_workers "$workers"
    guard
    echo "Ithrel answers at http://127.0.0.1:$port/ (Ctrl-C ends it)"
    # Of the two that serve, either is nothing without the other.
    wait -n "${groups[0]}" "${groups[1]}"
    kill -0 "${groups[0]}" 2>/dev/null && say 'nginx has ended' || say 'PHP-FPM has ended'
    tail -n 5 "$ITHREL_VAR/fpm.log" "$ITHREL_VAR/nginx.log" >&2
    end_all
    return 1
}

# A pool of processes that reads the settings of Ithrel from the environment.
fpm_settings() {
    local user=''
    [ "$(id -u)" -eq 0 ] && user=$'user = root\ngroup = root'
    cat <<TEXT
[global]
error_log = /dev/stderr
[ithrel]
$user
listen = $1/fpm.sock
listen.mode = 0600
pm = static
pm.max_children = 6
clear_env = no
catch_workers_output = yes
php_admin_value[memory_limit] = 1G
php_admin_value[post_max_size] = 64M
php_admin_flag[display_errors] = off
TEXT
}

# Files under public/ as they are, everything else to the application. TLS is spoken by what stands before it.
nginx_settings() {
    [ "$(id -u)" -eq 0 ] && echo 'user root;'
    cat <<TEXT
daemon off;
pid $1/nginx.pid;
worker_processes 1;
events { worker_connections 256; }
http {
    types { text/html html; text/css css; text/javascript js; image/svg+xml svg; font/woff2 woff2; application/json json; }
    default_type application/octet-stream;
    access_log off;
    error_log stderr;
    server_tokens off;
    client_max_body_size 64m;
    client_body_temp_path $1/body;
    fastcgi_temp_path $1/fastcgi;
    proxy_temp_path $1/proxy;
    uwsgi_temp_path $1/uwsgi;
    scgi_temp_path $1/scgi;
    server {
        listen 127.0.0.1:$2;
        root $root/app/public;
        location /build/ { try_files \$uri =404; add_header Cache-Control "public, max-age=31536000, immutable"; add_header X-Content-Type-Options nosniff; }
        location / { fastcgi_pass unix:$1/fpm.sock; fastcgi_read_timeout 120; include /etc/nginx/fastcgi_params; fastcgi_param SCRIPT_FILENAME $root/app/public/index.php; fastcgi_param SCRIPT_NAME /index.php; }
    }
}
TEXT
}
