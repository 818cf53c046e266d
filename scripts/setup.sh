# What ./tare needs on the machine and from the registry. Sourced by ./tare.
# shellcheck shell=bash

fail() {
  printf 'tare: %s\n' "$*" >&2
  exit 1
}

say() { printf '%s\n' "$*"; }

port_in_use() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

free_port() { node -e "const s=require('net').createServer();s.listen(0,'127.0.0.1',()=>{console.log(String(s.address().port));s.close()})"; }

# free_space FOLDER: a database needs some 200 MB to start and grow.
free_space() {
  local free
  free=$(df -Pm "$1" | awk 'NR==2 {print $4}')
  [ "$free" -ge 300 ] || fail "Only $free MB are free on the disk of $1; Tare needs 300 MB for its database. Make room and start again; nothing was lost."
}

# Whom everything but the installation runs as, where root starts it.
TARE_USER=tare

# tare_user: makes that user where it is missing.
tare_user() {
  id "$TARE_USER" >/dev/null 2>&1 ||
    useradd --system --user-group --no-create-home --home-dir /nonexistent --shell /usr/sbin/nologin "$TARE_USER" ||
    fail "The user $TARE_USER could not be made. Make it, or start Tare as an ordinary user."
}

# choose_user: decides once whether server and stand-ins can run as that user: it has to be able to read this clone.
choose_user() {
  AS_USER=()
  [ "$(id -u)" = 0 ] || return 0
  tare_user
  if setpriv --reuid="$TARE_USER" --regid="$TARE_USER" --clear-groups "$(command -v node)" -e "require('fs').accessSync('$ROOT/tare', 4)" 2>/dev/null; then
    AS_USER=(setpriv --reuid="$TARE_USER" --regid="$TARE_USER" --clear-groups --no-new-privs env HOME=/nonexistent)
    chown "$TARE_USER:" "$LOGS"
  else
    say "The user $TARE_USER cannot read $ROOT, so server and stand-ins run as root. Tare is better kept where everybody can read it, such as /opt/tare."
  fi
}

# debian_packages PACKAGE...: installs what is missing where it may, else names it exactly.
debian_packages() {
  local missing=() package as_root=()
  for package in "$@"; do
    dpkg-query -W -f='${Status}' "$package" 2>/dev/null | grep -q 'install ok installed' || missing+=("$package")
  done
  [ ${#missing[@]} -eq 0 ] && return 0
  if [ "$(id -u)" != 0 ]; then
    if sudo -n true 2>/dev/null; then as_root=(sudo -n); else
      fail "Missing Debian packages. Install them, then run this again: sudo apt-get install ${missing[*]}"
    fi
  fi
  say "Installing Debian packages: ${missing[*]}"
  # Debian's postgresql package would start a server of its own; Tare starts its own on loopback, so that one stays off.
  "${as_root[@]}" mkdir -p /etc/postgresql-common
  [ -e /etc/postgresql-common/createcluster.conf ] || printf 'create_main_cluster = false\n' | "${as_root[@]}" tee /etc/postgresql-common/createcluster.conf >/dev/null
  { "${as_root[@]}" apt-get update && "${as_root[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "${missing[@]}"; } >"$LOGS/apt.log" 2>&1 ||
    fail "The Debian packages could not be installed (see $LOGS/apt.log). Install them by hand: sudo apt-get install ${missing[*]}"
}

node_version() {
  command -v node >/dev/null || fail "Node.js is missing: Tare needs Node 20.19 or later."
  node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a===20&&b>=19)?0:1)' ||
    fail "Node $(node -v) is too old: Tare needs Node 20.19 or later."
}

npm_packages() {
  node_version
  if [ ! -f node_modules/.tare-lock ] || ! cmp -s package-lock.json node_modules/.tare-lock; then
    say "Installing npm packages (a few minutes the first time)"
    npm ci >"$LOGS/npm.log" 2>&1 || fail "npm packages could not be installed; see $LOGS/npm.log."
    cp package-lock.json node_modules/.tare-lock
  fi
}

# build: compiles the server's side always (a no-op takes two seconds) and the interface when a source is newer.
build() {
  npx --no-install tsc -b packages/core packages/contract packages/card packages/solver packages/mesh apps/standins apps/server e2e bench || fail "The sources do not compile."
  if [ ! -f apps/web/dist/index.html ] || [ -n "$(find apps/web packages package-lock.json -newer apps/web/dist/index.html -type f -not -path '*/node_modules/*' -not -path '*/dist/*' -not -name '*.tsbuildinfo' -print -quit)" ]; then
    say "Building the interface"
    (cd apps/web && npx --no-install vite build >"$LOGS/vite.log" 2>&1) || fail "The interface could not be built; see $LOGS/vite.log."
  fi
}
