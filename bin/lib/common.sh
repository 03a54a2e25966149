# Shared by the commands in bin/: installs what is missing and sets the working folder.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/../.."

# The just-in-time compiler makes measuring about twice as fast. A long process meets more traces than it usually keeps; without
# room for them the loops that matter stay slow.
PHP_FAST=(php -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=256M -d opcache.jit_hot_loop=61
    -d opcache.jit_max_root_traces=16384 -d opcache.jit_max_side_traces=16384 -d opcache.jit_max_exit_counters=131072 -d memory_limit=1G)

say() { printf '%s\n' "$*"; }

# need_packages PACKAGE...: Debian packages, installed as root, else the exact command is printed.
need_packages() {
    local missing=()
    for package in "$@"; do
        dpkg-query -W -f='${Status}' "$package" 2>/dev/null | grep -q 'install ok installed' || missing+=("$package")
    done
    [ ${#missing[@]} -eq 0 ] && return 0
    if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
        say "Installing ${missing[*]}"
        apt-get update -qq
        DEBIAN_FRONTEND=noninteractive apt-get install -y -qq "${missing[@]}" >/dev/null
    else
        say "Missing packages. Run this once, then try again:" >&2
        say "    sudo apt-get update && sudo apt-get install -y ${missing[*]}" >&2
        exit 1
    fi
}

need_php() {
    need_packages php8.2-sqlite3 php8.2-imagick php8.2-mbstring php8.2-xml php8.2-curl php8.2-zip librsvg2-bin fonts-liberation
    mkdir -p bootstrap/cache storage/framework/cache/data storage/framework/sessions storage/framework/views storage/app storage/logs
    if [ ! -f vendor/autoload.php ] || [ composer.json -nt vendor/.installed ]; then
        say "Installing PHP libraries"
        COMPOSER_ALLOW_SUPERUSER=1 composer install --no-interaction --no-progress --quiet
        touch vendor/.installed
    fi
}

need_node() {
    if [ ! -f node_modules/.installed ] || [ package-lock.json -nt node_modules/.installed ]; then
        say "Installing interface libraries"
        npm ci --no-audit --no-fund --loglevel=error
        touch node_modules/.installed
    fi
}

need_build() {
    need_node
    if [ ! -f public/build/manifest.json ] || [ -n "$(find resources vite.config.ts package.json -newer public/build/manifest.json -print -quit)" ]; then
        say "Building the interface"
        npx --no-install vite build --logLevel warn
    fi
}

need_env() {
    [ -f .env ] || cp .env.example .env
    # Host names are looked at in production only; nothing here is for any other.
    sed -i 's/^APP_ENV=local$/APP_ENV=production/' .env
    grep -q '^APP_KEY=base64:' .env || php artisan key:generate --force --quiet
}
