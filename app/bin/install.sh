# Installs what is missing, says what and why, and is silent when nothing is.

say() { printf 'ithrel: %s\n' "$*" >&2; }

# need_debian WHY PACKAGE… : installs the packages that are not there.
need_debian() {
    local why=$1 missing=() package
    shift
    for package in "$@"; do
        [ "$(dpkg-query -W -f='${db:Status-Status}' "$package" 2>/dev/null)" = installed ] || missing+=("$package")
    done
    [ ${#missing[@]} -eq 0 ] && return 0
    local command="apt-get update && apt-get install -y --no-install-recommends ${missing[*]}"
    local sudo=''
    if [ "$(id -u)" -ne 0 ]; then
        if command -v sudo >/dev/null && sudo -n true 2>/dev/null; then sudo=sudo; else
            say "$why is missing, and installing it needs more rights than this account has. Run as root:"
            say "  $command"
            return 1
        fi
    fi
    say "installing ${missing[*]} ($why) from Debian's packages"
    local log
    log=$(mktemp)
    if ! { $sudo apt-get update -qq && DEBIAN_FRONTEND=noninteractive $sudo apt-get install -y -qq --no-install-recommends "${missing[@]}"; } >"$log" 2>&1; then
        cat "$log" >&2
        say "the installation failed; the command was: $command"
        return 1
    fi
}

# Chromium without what a person sees of it begins in a seventh of the time.
need_browser() { need_debian "Chromium and its driver, $1" chromium-driver chromium-headless-shell tinyproxy-bin libnss-wrapper fonts-dejavu-core; }

# What was found in place is not looked for again until PHP, its settings or what the project asks for change.
need_php() {
    local extensions php
    php=$(command -v php) && [ "$root/var/php-found" -nt "$php" ] && [ "$root/var/php-found" -nt /etc/php/8.2/cli/conf.d ] && return 0
    extensions=$(php -r 'echo implode(" ", array_filter(["gmp", "intl", "mbstring", "pcntl", "posix", "sqlite3", "xml", "curl", "zip"], fn($e) => !extension_loaded($e)));' 2>/dev/null) || extensions='cli'
    if [ -z "$extensions" ]; then
        mkdir -p "$root/var" && touch "$root/var/php-found"
        return 0
    fi
    need_debian "PHP with $extensions" php8.2-cli php8.2-sqlite3 php8.2-xml php8.2-intl php8.2-mbstring php8.2-gmp php8.2-curl php8.2-zip
}

# The checksum of the files that say what is to be installed; installs again when they change.
need_vendor() {
    local stamp
    [ "$root/var/vendor-found" -nt "$root/composer.json" ] && [ "$root/var/vendor-found" -nt "$root/core/composer.json" ] && [ -f "$root/vendor/autoload.php" ] && return 0
    stamp=$(cat "$root/composer.json" "$root/core/composer.json" | sha256sum | cut -c1-16)
    if [ -f "$root/vendor/.ithrel-$stamp" ]; then
        mkdir -p "$root/var" && touch "$root/var/vendor-found"
        return 0
    fi
    need_debian 'Composer and what it unpacks with' composer unzip git || return 1
    say 'installing PHP packages with Composer (once, about half a minute)'
    local log
    log=$(mktemp)
    if ! (cd "$root" && COMPOSER_ALLOW_SUPERUSER=1 composer update --no-interaction --no-progress --no-audit) >"$log" 2>&1; then
        cat "$log" >&2
        return 1
    fi
    rm -f "$root"/vendor/.ithrel-*
    touch "$root/vendor/.ithrel-$stamp"
}

need_web() {
    local stamp
    stamp=$(sha256sum "$root/web/package-lock.json" | cut -c1-16)
    [ -f "$root/web/node_modules/.ithrel-$stamp" ] && return 0
    command -v npm >/dev/null || need_debian 'Node.js, to build the interface' nodejs npm || return 1
    say 'installing front-end packages with npm (once, about half a minute)'
    local log
    log=$(mktemp)
    if ! (cd "$root/web" && npm ci --no-audit --no-fund) >"$log" 2>&1; then
        cat "$log" >&2
        return 1
    fi
    touch "$root/web/node_modules/.ithrel-$stamp"
}

# Builds the interface where a source is newer than what was built; types that are made of others are none.
build_web() {
    local built="$root/app/public/build/.vite/manifest.json"
    if [ -f "$built" ] && [ -z "$(find "$root/web/src" "$root/web/public" "$root/web/index.html" "$root/web/package.json" "$root/web/vite.config.ts" "$root/docs/openapi.json" "$root/docs/setup.schema.json" ! -name api.d.ts ! -name setupDocument.d.ts -newer "$built" -print -quit)" ]; then
        return 0
    fi
    need_web || return 1
    say 'building the interface'
    local log
    log=$(mktemp)
    if ! (cd "$root/web" && npm run -s build) >"$log" 2>&1; then
        cat "$log" >&2
        return 1
    fi
}
