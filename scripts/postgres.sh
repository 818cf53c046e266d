# Starts and stops a PostgreSQL of Tare's own on loopback. Sourced by ./tare.
# shellcheck shell=bash

pg_bin() {
  local dir
  dir=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1)
  [ -x "$dir/postgres" ] && printf '%s' "$dir"
}

# As root the database runs as Tare's own user, as everything else does; PostgreSQL would refuse to run as root.
pg_as() {
  if [ "$(id -u)" = 0 ]; then
    tare_user
    setpriv --reuid="$TARE_USER" --regid="$TARE_USER" --clear-groups --reset-env "$@"
  else
    "$@"
  fi
}

# The folder for a database cluster: $1 inside the repository, or, where the database's user cannot reach that
# (a private folder above it, as root), a folder of this clone's own under /var/lib/tare.
pg_folder() {
  local wanted="$DATA/$1"
  mkdir -p "$DATA"
  if [ "$(id -u)" = 0 ] && ! pg_as test -x "$DATA"; then
    wanted="/var/lib/tare/$(printf '%s' "$ROOT" | sha256sum | cut -c1-12)/$1"
    mkdir -p "$(dirname "$wanted")"
  fi
  printf '%s' "$wanted"
}

# pg_start FOLDER PORT [throwaway]: sets PG_URL_BASE (without a database's name). A throwaway cluster trades safety for speed.
pg_start() {
  local folder=$1 port=$2 throwaway=${3:-} bin version
  [ "$(id -u)" != 0 ] || tare_user
  bin=$(pg_bin)
  version=$("$bin/postgres" --version | grep -oE '[0-9]+' | head -n 1)
  if [ -f "$folder/pg/PG_VERSION" ] && [ "$(cat "$folder/pg/PG_VERSION")" != "$version" ]; then
    fail "The data in $folder were made by PostgreSQL $(cat "$folder/pg/PG_VERSION"); this machine has $version. Nothing was changed. Install postgresql-$(cat "$folder/pg/PG_VERSION"), or move the folder away to start afresh."
  fi
  if port_in_use "$port"; then
    if [ -z "$throwaway" ] && [ -f "$folder/pg/postmaster.pid" ] && [ "$(sed -n 4p "$folder/pg/postmaster.pid" | tr -d ' ')" = "$port" ]; then
      fail "The database of $folder is running already: Tare is running in another terminal. Stop it there first (Ctrl-C)."
    fi
    fail "Port $port is in use, so the database cannot start there. Set TARE_PG_PORT to a free port."
  fi
  if [ ! -f "$folder/pg/PG_VERSION" ]; then
    # A start that was cut short may have left half a cluster; it has no PG_VERSION and holds no data.
    rm -rf "$folder/pg"
    free_space "$(dirname "$folder")"
    if [ "$(id -u)" = 0 ]; then install -d -o "$TARE_USER" -m 700 "$folder" "$folder/pg"; else install -d -m 700 "$folder" "$folder/pg"; fi
    pg_password "$folder/password"
    pg_as "$bin/initdb" -D "$folder/pg" -U tare --auth=scram-sha-256 --pwfile="$folder/password" --encoding=UTF8 --locale=C.UTF-8 ${throwaway:+--no-sync} >"$LOGS/initdb.log" 2>&1 ||
      fail "The database could not be made; see $LOGS/initdb.log."
  fi
  # Data from before Tare had a user of its own.
  [ "$(id -u)" != 0 ] || [ "$(stat -c %U "$folder/pg")" = "$TARE_USER" ] || chown -R "$TARE_USER:" "$folder"
  PG_FOLDER=$folder PG_PORT=$port PG_FAST=()
  [ -n "$throwaway" ] && PG_FAST=(-c fsync=off -c synchronous_commit=off -c full_page_writes=off)
  PG_URL_BASE="postgres://tare:$(cat "$folder/password")@127.0.0.1:$port"
  pg_launch && pg_ready || fail "The database did not start within 15 seconds; see $LOGS/postgres.log and $folder/pg/log."
}

# pg_password FILE: a new one, which its owner alone reads.
pg_password() { pg_as sh -c "umask 077; od -An -N16 -tx1 /dev/urandom | tr -d ' \n' > '$1'"; }

# pg_ready: waits until it answers, and records it.
pg_ready() {
  for _ in $(seq 1 150); do
    pg_as "$(pg_bin)/pg_isready" -q -h 127.0.0.1 -p "$PG_PORT" && recorded database "$(head -n 1 "$PG_FOLDER/pg/postmaster.pid")" && return 0
    sleep 0.1
  done
  return 1
}

# pg_launch: runs the database of the last pg_start. Its own session: Ctrl-C in the terminal must reach it through ./tare, after the
# server has let go. Once it runs it logs into its own folder, a file for each day of the week.
pg_launch() {
  pg_as setsid "$(pg_bin)/postgres" -D "$PG_FOLDER/pg" -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c "port=$PG_PORT" -c max_connections=60 -c logging_collector=on -c log_filename=%a.log -c log_truncate_on_rotation=on -c log_rotation_age=1d -c log_rotation_size=0 "${PG_FAST[@]}" >>"$LOGS/postgres.log" 2>&1 9>&- &
  STARTED=$!
}

pg_stop() {
  [ -n "${PG_FOLDER:-}" ] || return 0
  pg_as "$(pg_bin)/pg_ctl" -D "$PG_FOLDER/pg" stop -m fast -w >/dev/null 2>&1 || true
  PG_FOLDER=
}

# pg_query SQL [DATABASE]: as the cluster's owner. The password goes by the environment and the words by a pipe: no list of processes
# shows them to others.
pg_query() {
  PGPASSWORD=$(cat "$PG_FOLDER/password") PGOPTIONS='-c client_min_messages=warning' "$(pg_bin)/psql" -h 127.0.0.1 -p "$PG_PORT" -U tare -d "${2:-postgres}" -v ON_ERROR_STOP=1 -qAt <<<"$1"
}

pg_has() { [ -n "$(pg_query "select 1 from pg_database where datname = '$1'")" ]; }

# pg_database NAME: makes the database where it is missing.
pg_database() { pg_has "$1" || pg_query "create database \"$1\""; }

# pg_hand_over NAME: the database and all in it belong to the role that the server works as, which may do nothing else in the cluster.
# Sets PG_SERVER_URL (without a database's name).
pg_hand_over() {
  local file=$PG_FOLDER/server-password
  [ -f "$file" ] || pg_password "$file"
  pg_query "do \$\$ begin create role tare_server login; exception when duplicate_object then null; end \$\$;
    alter role tare_server nosuperuser nocreatedb nocreaterole password '$(cat "$file")'; alter database \"$1\" owner to tare_server"
  pg_query "do \$\$ declare it record; begin
      for it in select c.oid::regclass as name from pg_class c
        where c.relnamespace = 'public'::regnamespace and c.relkind in ('r', 'p', 'v', 'm', 'S') and pg_get_userbyid(c.relowner) <> 'tare_server'
          and not exists (select from pg_depend d where d.objid = c.oid and d.deptype in ('a', 'i') and c.relkind = 'S')
      loop execute format('alter table %s owner to tare_server', it.name); end loop;
      for it in select p.oid::regprocedure as name from pg_proc p where p.pronamespace = 'public'::regnamespace and pg_get_userbyid(p.proowner) <> 'tare_server'
      loop execute format('alter function %s owner to tare_server', it.name); end loop;
    end \$\$" "$1"
  PG_SERVER_URL="postgres://tare_server:$(cat "$file")@127.0.0.1:$PG_PORT"
}
