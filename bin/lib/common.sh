# Shared by the commands in bin/: installs what is missing and sets the working folder.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/../.."

# The just-in-time compiler makes measuring about twice as fast. A long process meets more traces than it usually keeps; without
# room for them the loops that matter stay slow.
PHP_FAST=(php -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=256M -d opcache.jit_hot_loop=61
    -d opcache.jit_max_root_traces=16384 -d opcache.jit_max_side_traces=16384 -d opcache.jit_max_exit_counters=131072 -d memory_limit=1G)

# Where files are kept, as the program itself reads it.
STORAGE=${LARAVEL_STORAGE_PATH:-storage}

say() { printf '%s\n' "$*"; }

can_install() { [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; }

# need_packages PACKAGE...: Debian packages, installed as root, else the exact command is printed.
need_packages() {
    local missing=()
    for package in "$@"; do
        dpkg-query -W -f='${Status}' "$package" 2>/dev/null | grep -q 'install ok installed' || missing+=("$package")
    done
    [ ${#missing[@]} -eq 0 ] && return 0
    if can_install; then
        say "Installing ${missing[*]}"
        apt-get update -qq
        DEBIAN_FRONTEND=noninteractive apt-get install -y -qq "${missing[@]}" >/dev/null
    else
        say "Missing packages. Run this once, then try again:" >&2
        say "    sudo apt-get update && sudo apt-get install -y ${missing[*]}" >&2
        exit 1
    fi
}

# Debian's packages that the program runs on.
PHP_PACKAGES=(php8.2-sqlite3 php8.2-imagick php8.2-mbstring php8.2-xml php8.2-curl php8.2-zip librsvg2-bin fonts-liberation libturbojpeg0)

# Extensions that PHP has already are wanted of no package, so that any PHP 8.2 to 8.4 will do.
need_engine() {
    local lacks=
    if command -v php >/dev/null; then
        lacks=$(php -r 'foreach (["pdo_sqlite", "imagick", "mbstring", "dom", "curl", "zip", "sodium"] as $e) { if (!extension_loaded($e)) { echo "$e "; } }')
        php -r 'exit(PHP_VERSION_ID >= 80200 ? 0 : 1);' || { say "PHP 8.2 or newer is needed; this is $(php -r 'echo PHP_VERSION;')." >&2; exit 1; }
    fi
    if ! command -v php >/dev/null || [ -n "$lacks" ]; then
        [ -z "$lacks" ] || say "PHP lacks: $lacks"
        need_packages php8.2-cli "${PHP_PACKAGES[@]}"
    else
        local wants=()
        command -v rsvg-convert >/dev/null || wants+=(librsvg2-bin fonts-liberation)
        # Photographs are read faster with it; without it the imaging library reads them.
        php -r 'try { FFI::cdef("", "libturbojpeg.so.0"); } catch (Throwable) { exit(1); }' || wants+=(libturbojpeg0)
        if [ ${#wants[@]} -gt 0 ] && can_install; then
            need_packages "${wants[@]}"
        elif ! command -v rsvg-convert >/dev/null; then
            say "Without librsvg2-bin no sheet is drawn: no PDF of a card, no picture of the demo. All else works. To have it:"
            say "    sudo apt-get install -y librsvg2-bin fonts-liberation"
        fi
    fi
    mkdir -p bootstrap/cache "$STORAGE"/{framework/{cache/data,sessions,views},app,logs}
}

# Only to build the interface; what is built needs it no more.
need_node_engine() {
    local version
    version=$(node -p 'process.versions.node.split(".")[0]' 2>/dev/null || echo 0)
    if [ "$version" -lt 20 ] || ! command -v npm >/dev/null; then
        say "Node 20 to 24 with npm is needed to build the interface; this machine has $([ "$version" = 0 ] && echo none || echo "Node $version")." >&2
        exit 1
    fi
}

has_libraries() { [ -f vendor/autoload.php ] && ! [ composer.json -nt vendor/.installed ]; }
has_modules() { [ -f node_modules/.installed ] && ! [ package-lock.json -nt node_modules/.installed ]; }
has_build() { [ -f public/build/manifest.json ] && [ -z "$(find resources vite.config.ts package.json -newer public/build/manifest.json -print -quit)" ]; }

# php_libraries / modules, with --no-dev / --omit=dev for what only runs. What was installed for tests serves both, and stays with them.
php_libraries() {
    [ ! -f vendor/.installed-dev ] || set --
    COMPOSER_ALLOW_SUPERUSER=1 composer install --no-interaction --no-progress --quiet "$@"
    if [ $# -eq 0 ]; then touch vendor/.installed-dev; else rm -f vendor/.installed-dev; fi
    touch vendor/.installed
}
modules() {
    if [ -f node_modules/.installed-dev ] && [ "${1:-}" = --omit=dev ]; then shift; fi
    npm ci --no-audit --no-fund --loglevel=error --prefer-offline "$@"
    if [ $# -eq 0 ]; then touch node_modules/.installed-dev; else rm -f node_modules/.installed-dev; fi
    touch node_modules/.installed
}

need_php() {
    need_engine
    if ! has_libraries || [ ! -f vendor/.installed-dev ]; then
        say "Installing PHP libraries"
        php_libraries
    fi
}

need_node() {
    need_node_engine
    if ! has_modules || [ ! -f node_modules/.installed-dev ]; then
        say "Installing interface libraries"
        modules
    fi
}

build() { npx --no-install vite build --logLevel warn; }

need_build() {
    need_node
    if ! has_build; then
        say "Building the interface"
        build
    fi
}

need_env() {
    # It may be a link to a place that outlives this folder.
    [ -f .env ] || cat .env.example >.env
    # Host names are looked at in production only; nothing here is for any other.
    sed -i --follow-symlinks 's/^APP_ENV=local$/APP_ENV=production/' .env
    grep -q '^APP_KEY=base64:' .env || php artisan key:generate --force --quiet
}
