# What each command of ./tare runs. Sourced by ./tare.
# shellcheck shell=bash

CHILDREN=()
THROWAWAY=

stop_all() {
  local status=$? pid
  trap - EXIT INT TERM
  for pid in "${CHILDREN[@]}"; do kill "$pid" 2>/dev/null || true; done
  for pid in "${CHILDREN[@]}"; do wait "$pid" 2>/dev/null || true; done
  pg_stop
  [ -n "${RECORD:-}" ] && rm -f "$RECORD"
  [ -n "$THROWAWAY" ] && rm -rf "$THROWAWAY"
  exit "$status"
}

# Each child in a session of its own, so that Ctrl-C reaches them through stop_all, in order; the lock on the data stays here.
child() {
  setsid "$@" 9>&- &
  STARTED=$!
  CHILDREN+=("$STARTED")
}

start_machine() { child "${AS_USER[@]}" node apps/standins/dist/machine/main.js && recorded machine "$STARTED"; }
start_gauge() { child "${AS_USER[@]}" node apps/standins/dist/gauge/main.js && recorded gauge "$STARTED"; }
start_scale() { child "${AS_USER[@]}" node apps/standins/dist/scale/main.js && recorded scale "$STARTED"; }
start_server() { child "${AS_USER[@]}" node apps/server/dist/main.js && recorded server "$STARTED"; }
start_backups() {
  (
    trap - EXIT INT TERM
    keep_backups
  ) 9>&- &
  STARTED=$!
  CHILDREN+=("$STARTED")
  recorded backups "$STARTED"
}
# One that does not get ready ends, and is started again as long as that may help.
start_database() { pg_launch && { pg_ready || true; }; }

serve() {
  local kind=$1
  export TARE_PORT=${TARE_PORT:-4180} TARE_MACHINE_PORT=${TARE_MACHINE_PORT:-4181} TARE_SCALE_PORT=${TARE_SCALE_PORT:-4184} TARE_GAUGE_PORT=${TARE_GAUGE_PORT:-4185} TARE_WEB_ROOT=$ROOT/apps/web/dist TARE_LOGS=$LOGS
  [ -n "${DATABASE_URL:-}" ] || debian_packages postgresql
  npm_packages
  build
  choose_user
  hold_data "$kind"
  port_in_use "$TARE_PORT" && fail "Port $TARE_PORT is in use: Tare may be running already. Stop it, or set TARE_PORT to a free port."
  port_in_use "$TARE_MACHINE_PORT" && fail "Port $TARE_MACHINE_PORT is in use: another stand-in machine may be running. Stop it, or set TARE_MACHINE_PORT to a free port."
  port_in_use "$TARE_SCALE_PORT" && fail "Port $TARE_SCALE_PORT is in use: another stand-in scale may be running. Stop it, or set TARE_SCALE_PORT to a free port."
  port_in_use "$TARE_GAUGE_PORT" && fail "Port $TARE_GAUGE_PORT is in use: another stand-in gauge may be running. Stop it, or set TARE_GAUGE_PORT to a free port."
  trap stop_all EXIT INT TERM
  if [ -z "${DATABASE_URL:-}" ]; then
    pg_start "$(pg_folder "$kind")" "${TARE_PG_PORT:-$([ "$kind" = demo ] && echo 4182 || echo 4183)}"
    RUNNING[$STARTED]=database
    [ "$kind" = demo ] && demo_database || pg_database tare
    pg_hand_over tare
    export DATABASE_URL=$PG_SERVER_URL/tare
  fi
  keep machine
  keep scale
  keep gauge
  # It has the shop already; what a newer Tare does otherwise is brought in.
  if [ "$kind" = demo ]; then "${AS_USER[@]}" node apps/server/dist/database/seeds/main.js; fi
  keep server
  if [ -n "${TARE_BACKUPS:-}" ] && [ -n "${PG_FOLDER:-}" ]; then keep backups; fi
  watch_all
}

# The demo's database under its name only once it is whole: a first filling that was cut short is begun anew.
demo_database() {
  pg_has tare && return 0
  pg_query "drop database if exists tare_unfinished with (force)"
  pg_query "create database tare_unfinished"
  pg_hand_over tare_unfinished
  DATABASE_URL=$PG_SERVER_URL/tare_unfinished "${AS_USER[@]}" node apps/server/dist/database/seeds/main.js
  pg_query "alter database tare_unfinished rename to tare"
}

# A throwaway database and free ports: PG_URL_BASE, and folders that stop_all removes.
throwaway() {
  debian_packages postgresql chromium-headless-shell
  npm_packages
  build
  trap stop_all EXIT INT TERM
  THROWAWAY=$(mktemp -d)
  chmod 711 "$THROWAWAY"
  DATA=$THROWAWAY pg_start "$THROWAWAY/database" "$(free_port)" throwaway
}

lint() {
  npx --no-install tsc -b --pretty false tsconfig.json &&
    npx --no-install eslint . --cache --cache-location node_modules/.cache/eslint/ &&
    npx --no-install prettier --check --log-level warn --cache --cache-location node_modules/.cache/prettier/checked . &&
    npx --no-install depcruise packages apps e2e bench --config .dependency-cruiser.cjs &&
    npx --no-install knip --no-progress --no-config-hints
}

run_tests() {
  # A tablet on another machine is a network of its own on this one, which only root can make.
  [ "$(id -u)" != 0 ] || debian_packages iproute2 libnss3-tools
  throwaway
  local status=0
  export TARE_TEST_PG=$PG_URL_BASE CI=${CI:-}
  node scripts/testAll.mjs || status=$?
  exit "$status"
}

# repeat_interface TIMES: the interface tests so many times in a row without a second try, a line each; red if any run was.
repeat_interface() {
  throwaway
  export TARE_TEST_PG=$PG_URL_BASE
  local times=$1 run status=0 word
  for run in $(seq "$times"); do
    SECONDS=0
    word=passed
    npx --no-install playwright test --config e2e/playwright.config.ts --retries 0 --reporter line --output "$LOGS/interface.$run" >"$LOGS/interface.$run.log" 2>&1 || { word="failed, see $LOGS/interface.$run.log" status=1; }
    echo "Run $run of $times: $word, $SECONDS s"
  done
  exit "$status"
}

# app_on DATABASE: a server with the demo and a hurried stand-in on free ports, at $TARE_URL.
app_on() {
  pg_database "$1"
  export TARE_PORT TARE_MACHINE_PORT TARE_SCALE_PORT TARE_GAUGE_PORT TARE_WEB_ROOT=$ROOT/apps/web/dist TARE_MACHINE_HURRY=${TARE_MACHINE_HURRY:-20} DATABASE_URL=$PG_URL_BASE/$1
  TARE_PORT=$(free_port)
  TARE_MACHINE_PORT=$(free_port)
  TARE_SCALE_PORT=$(free_port)
  TARE_GAUGE_PORT=$(free_port)
  export TARE_URL=http://127.0.0.1:$TARE_PORT
  child node apps/standins/dist/machine/main.js
  child node apps/standins/dist/scale/main.js
  child node apps/standins/dist/gauge/main.js
  node apps/server/dist/database/seeds/main.js
  child node apps/server/dist/main.js
  export TARE_SERVER_PID=${CHILDREN[-1]}
  local i
  for i in $(seq 1 300); do
    port_in_use "$TARE_PORT" && return 0
    sleep 0.1
  done
  fail "The server did not start within 30 seconds."
}

run_bench() {
  throwaway
  # Measured is what it can do, not what it lets one device do.
  export TARE_REQUESTS_A_MINUTE=0
  app_on bench
  node bench/dist/main.js "$@"
}

run_shots() {
  throwaway
  # Opened, so that the page of other devices has something to say, and to this machine alone.
  export TARE_LISTEN=127.0.0.2 TARE_NAMES=winch-house.local
  app_on shots
  npx --no-install playwright test --config e2e/shots.config.ts
}
