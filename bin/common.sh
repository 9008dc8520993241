# What bin/start, bin/test and bin/bench share. Sourced, with ROOT and DATA set.

say() { printf '%s\n' "$*"; }
complain() { printf 'Pine Sieve: %s\n' "$*" >&2; return 1; }
fail() { complain "$*"; exit 1; }

# Debian packages that the given commands and PHP extensions come from, as far as they are missing. Takes what install takes.
missing_packages() {
    local what pair loaded
    for what in "$@"; do
        case $what in
            php)
                command -v php >/dev/null || echo php8.2-cli
                command -v composer >/dev/null || echo composer
                loaded=$(php -m 2>/dev/null | tr 'A-Z' 'a-z')
                for pair in pdo_mysql:mysql gd:gd zip:zip curl:curl intl:intl mbstring:mbstring xmlreader:xml; do
                    grep -qx "${pair%%:*}" <<<"$loaded" || echo "php8.2-${pair##*:}"
                done ;;
            database) [ -x /usr/sbin/mariadbd ] || command -v mariadbd >/dev/null || echo mariadb-server ;;
            web|screens) command -v node >/dev/null || echo nodejs; command -v npm >/dev/null || echo npm ;;
            browser) command -v chromium-headless-shell >/dev/null || echo chromium-headless-shell ;;
        esac
    done
}

install_packages() {
    local missing; missing=$(missing_packages "$@" | sort -u | tr '\n' ' ')
    [ -n "${missing// /}" ] || return 0
    if [ "$(id -u)" != 0 ]; then
        fail "these packages are missing and only an administrator may install them: $missing
Run: sudo apt-get update && sudo apt-get install -y --no-install-recommends $missing"
    fi
    say "Installing $missing"
    { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends $missing; } >"$DATA/install.log" 2>&1 \
        || fail "the packages could not be installed; see $DATA/install.log"
}

# Runs a command if the files that it depends on have changed since it last succeeded.
when_changed() {
    local stamp=$1 sources=$2; shift 2
    local now; now=$(cd "$ROOT" && find $sources -type f -print0 2>/dev/null | sort -z | xargs -0 sha1sum | sha1sum)
    [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$now" ] && return 0
    "$@" >"$DATA/install.log" 2>&1 || fail "\"$*\" failed; see $DATA/install.log"
    mkdir -p "$(dirname "$stamp")"
    printf '%s\n' "$now" >"$stamp"
}

# install WHAT...: php (and its packages), database, web (the packages of the screens), screens (those, and the screens built), browser.
install() {
    mkdir -p "$DATA" || fail "the data folder $DATA can't be made"
    # Two starts side by side share vendor/, node_modules/ and the build: one installs, the other waits.
    exec 9>"$ROOT/.install.lock"; flock 9
    install_packages "$@"
    cd "$ROOT"
    local what
    for what in "$@"; do
        case $what in
            php) when_changed vendor/.installed composer.json composer install --no-interaction --no-progress --quiet ;;
            web|screens) when_changed node_modules/.installed package-lock.json npm ci --no-fund --no-audit --loglevel=error ;;
        esac
        [ "$what" != screens ] || when_changed public/build/.built "web vite.config.ts tsconfig.json package-lock.json" npm run build
    done
    flock -u 9; exec 9>&-
}

port_free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

free_port() {
    local port=$1
    while ! port_free "$port"; do port=$((port + 1)); done
    echo "$port"
}

alive() { [ -n "${1:-}" ] && kill -0 "$1" 2>/dev/null; }

# Stops the server that a broken earlier run left behind in this data folder.
stop_leftover_database() {
    local pid; pid=$(cat "$DATA/mysql/server.pid" 2>/dev/null || true)
    if alive "$pid" && tr '\0' ' ' <"/proc/$pid/cmdline" 2>/dev/null | grep -qF -- "--datadir=$DATA/mysql"; then
        say "Stopping the database server that an earlier run left behind"
        kill "$pid"
        for _ in $(seq 100); do alive "$pid" || return 0; sleep 0.1; done
        complain "the database server of an earlier run (process $pid) does not stop"
    fi
}

# A quarter of what the machine, or the container, has, from 512M to 4G: what records are looked up by should stay in it.
database_memory() {
    local has limit
    has=$(awk '/^MemTotal/ { print int($2 / 1024) }' /proc/meminfo 2>/dev/null)
    limit=$(cat /sys/fs/cgroup/memory.max 2>/dev/null)
    case $limit in ''|*[!0-9]*) ;; *) [ $((limit / 1048576)) -lt "${has:-2048}" ] && has=$((limit / 1048576)) ;; esac
    has=$((${has:-2048} / 4))
    [ "$has" -lt 512 ] && has=512
    [ "$has" -gt 4096 ] && has=4096
    echo "${has}M"
}

# Starts MariaDB on loopback with its data in the data folder; sets DB_PID, or complains and returns 1. Settings are kept in settings.env.
start_database() {
    mkdir -p "$DATA/storage/app" "$DATA/storage/framework/views" "$DATA/storage/framework/cache" "$DATA/storage/framework/sessions" "$DATA/storage/logs" "$ROOT/bootstrap/cache"
    local settings=$DATA/settings.env password key
    stop_leftover_database || return 1
    password=$(sed -n 's/^DB_PASSWORD=//p' "$settings" 2>/dev/null); password=${password:-$(head -c 24 /dev/urandom | base64 | tr -dc 'a-zA-Z0-9')}
    key=$(sed -n 's/^APP_KEY=//p' "$settings" 2>/dev/null); key=${key:-base64:$(head -c 32 /dev/urandom | base64)}
    DB_PORT=$(free_port "${DB_PORT_FROM:-23306}")
    (umask 077; { grep -vE '^(APP_KEY|DB_PORT|DB_PASSWORD|APP_ENV|APP_URL)=' "$settings" 2>/dev/null; printf 'APP_ENV=%s\nAPP_URL=http://127.0.0.1:%s\nAPP_KEY=%s\nDB_PORT=%s\nDB_PASSWORD=%s\n' "${APP_ENV:-production}" "${PORT:-8080}" "$key" "$DB_PORT" "$password"; } >"$settings.new") && mv "$settings.new" "$settings"
    local user; user=$(id -un)
    if [ "$user" = root ]; then
        chmod a+x "$DATA" 2>/dev/null
        runuser -u mysql -- test -x "$DATA" 2>/dev/null && user=mysql
    fi
    if [ ! -d "$DATA/mysql/mysql" ]; then
        rm -rf "$DATA/mysql"; mkdir -p "$DATA/mysql"
        [ "$user" = mysql ] && chown mysql "$DATA/mysql"
        mariadb-install-db --no-defaults --user="$user" --datadir="$DATA/mysql" --tmpdir="$DATA/mysql" --auth-root-authentication-method=normal --skip-test-db >"$DATA/database.log" 2>&1 \
            || { complain "the database could not be set up; see $DATA/database.log"; return 1; }
    fi
    cat >"$DATA/mysql/setup.sql" <<SQL
create database if not exists pine_sieve character set utf8mb4 collate utf8mb4_unicode_520_ci;
create user if not exists 'pine_sieve'@'127.0.0.1';
alter user 'pine_sieve'@'127.0.0.1' identified by '$password';
grant all on pine_sieve.* to 'pine_sieve'@'127.0.0.1';
drop user if exists 'root'@'127.0.0.1', 'root'@'::1', 'root'@'$(hostname)', ''@'localhost', ''@'$(hostname)';
alter user 'root'@'localhost' identified via unix_socket;
SQL
    chmod 600 "$DATA/mysql/setup.sql"; [ "$user" = mysql ] && chown mysql "$DATA/mysql/setup.sql"
    env -u TMPDIR "$(command -v mariadbd || echo /usr/sbin/mariadbd)" --no-defaults --user="$user" --datadir="$DATA/mysql" --socket=server.sock --pid-file="$DATA/mysql/server.pid" \
        --port="$DB_PORT" --bind-address=127.0.0.1 --init-file="$DATA/mysql/setup.sql" --skip-name-resolve --skip-log-bin \
        --character-set-server=utf8mb4 --collation-server=utf8mb4_unicode_520_ci --max-allowed-packet=64M \
        --innodb-buffer-pool-size="${DB_MEMORY:-$(database_memory)}" --innodb-log-file-size=256M --innodb-autoinc-lock-mode=2 >>"$DATA/database.log" 2>&1 9>&- &
    DB_PID=$!
    for _ in $(seq 300); do
        alive "$DB_PID" || { complain "the database server did not start; the reason is at the end of $DATA/database.log"; return 1; }
        if (cd "$ROOT" && php -r 'try { new PDO("mysql:host=127.0.0.1;port=$argv[1];dbname=pine_sieve", "pine_sieve", $argv[2]); } catch (Exception) { exit(1); }' "$DB_PORT" "$password"); then return 0; fi
        sleep 0.1
    done
    # One that is there and does not answer would be taken for one that works.
    kill -KILL "$DB_PID" 2>/dev/null
    complain "the database server does not answer; see $DATA/database.log"
}
