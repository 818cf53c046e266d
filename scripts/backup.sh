# Backs the database up and restores it. Sourced by ./tare.
# shellcheck shell=bash

# A backup is a tar of two: manifest.json, and the database as pg_dump's own compressed archive of one consistent moment.
DUMP=tare.dump
FORMAT=1

# disk_of PATH: the disk that holds a folder, by where it is mounted, and what is free there.
disk_of() { df -Pm "$1" 2>/dev/null | awk 'NR==2 {print $6 " (" $4 " MB free)"}'; }

# attach KIND: reaches the data's database, running or not; detached by stop_all where it was started for this.
attach() {
  [ -z "${DATABASE_URL:-}" ] || fail "DATABASE_URL names a PostgreSQL of your own: back that up and restore it by its own pg_dump and pg_restore."
  debian_packages postgresql >&2
  local folder
  folder=$(pg_folder "$1")
  if (exec 9>>"$DATA/$1.lock" && flock -n 9); then
    hold_data "$1"
    trap stop_all EXIT INT TERM
    pg_start "$folder" "${TARE_PG_PORT:-$(free_port)}"
  else
    PG_RUNNING=1 PG_FOLDER=$folder PG_PORT=$(sed -n 4p "$folder/pg/postmaster.pid" | tr -d ' ')
    PG_URL_BASE="postgres://tare:$(cat "$folder/password")@127.0.0.1:$PG_PORT"
  fi
}

# what_is_there DATABASE [bring]: counts, as a line of JSON; with bring, after it was brought to this version's tables.
what_is_there() { DATABASE_URL=$PG_URL_BASE/$1 node "$ROOT/apps/server/dist/database/whatIsThere.js" "${@:2}"; }

# field NAME JSON: as text, never coloured.
field() { node -e 'console.log(String(JSON.parse(process.argv[2])[process.argv[1]]))' "$1" "$2"; }

# in_words JSON: the counts as people say them.
in_words() {
  node -e 'const c=JSON.parse(process.argv[1]);const one={jobs:"job",people:"person",readings:"reading",spins:"spin",photos:"photo",recordings:"recording"};console.log(Object.entries(c).map(([k,n])=>`${n} ${n===1?one[k]:k}`).join(", "))' "$1"
}

# write_backup FILE: of the attached database; whole under its name, or not there.
write_backup() {
  # What is in it is the shop's, and what the server signs with.
  umask 077
  local file=$1 folder work counts
  folder=$(dirname "$file")
  [ -d "$folder" ] || fail "There is no folder $folder."
  work=$(mktemp -d "$folder/.tare-backup.XXXXXX" 2>/dev/null) || fail "$folder cannot be written, on the disk $(disk_of "$folder"). Name a file in another folder."
  # shellcheck disable=SC2064 # the folder as it is now
  trap "rm -rf '$work'" RETURN
  counts=$(what_is_there tare)
  if ! PGPASSWORD=$(cat "$PG_FOLDER/password") "$(pg_bin)/pg_dump" -h 127.0.0.1 -p "$PG_PORT" -U tare -Fc -Z 6 tare >"$work/$DUMP" 2>"$LOGS/backup.log" ||
    ! printf '{"format":%s,"tare":"%s","postgres":"%s","madeAt":"%s","sha256":"%s","counts":%s}\n' "$FORMAT" "$(field version "$(cat package.json)")" \
      "$("$(pg_bin)/postgres" --version | grep -oE '[0-9.]+' | head -n 1)" "$(date -u +%FT%TZ)" "$(sha256sum "$work/$DUMP" | cut -d' ' -f1)" "$counts" >"$work/manifest.json" ||
    ! tar -cf "$work/whole" -C "$work" manifest.json "$DUMP" 2>>"$LOGS/backup.log" || ! mv "$work/whole" "$file" 2>>"$LOGS/backup.log"; then
    rm -rf "$work"
    fail "The backup could not be written on the disk $(disk_of "$folder"): $(tail -n 1 "$LOGS/backup.log"). Nothing is at $file."
  fi
  say "$file: $(in_words "$counts"), $(du -h "$file" | cut -f1)"
}

backup() {
  local file=${1:-} kind=${2:-start}
  [ -n "$file" ] || fail "Say where to: ./tare backup FILE, or ./tare backup FILE demo for the demo's data."
  file=$(realpath -m "$file")
  npm_packages
  build
  attach "$kind"
  pg_has tare || fail "There is nothing to back up in $DATA yet."
  write_backup "$file"
  [ -z "${PG_RUNNING:-}" ] || PG_FOLDER=
}

restore() {
  local file=${1:-} kind=${2:-start} work manifest now
  [ -f "$file" ] || fail "There is no file ${file:-named}: ./tare restore FILE."
  npm_packages
  build
  work=$(mktemp -d)
  chmod 711 "$work"
  THROWAWAY=$work
  { tar -xf "$file" -C "$work" manifest.json "$DUMP" 2>/dev/null && manifest=$(cat "$work/manifest.json"); } || fail "$file is not a backup of Tare's, or only part of one. Nothing was changed."
  [ "$(field format "$manifest")" = "$FORMAT" ] || fail "$file was made by a newer Tare than this one. Nothing was changed."
  [ "$(sha256sum "$work/$DUMP" | cut -d' ' -f1)" = "$(field sha256 "$manifest")" ] ||
    fail "$file is damaged: what is in it is not what was written. Nothing was changed; take another backup."
  attach "$kind"
  [ -z "${PG_RUNNING:-}" ] || { PG_FOLDER= && fail "Tare is running on $DATA. Stop it first (Ctrl-C); nothing was changed."; }
  if pg_has tare; then
    now=$(what_is_there tare)
    [ "$(field jobs "$now")" = 0 ] || fail "There are data in $DATA already: $(in_words "$now"). Nothing was changed; set TARE_DATA to an empty folder and restore into that."
  fi
  pg_query "drop database if exists tare_unfinished with (force)"
  pg_query "create database tare_unfinished"
  PGPASSWORD=$(cat "$PG_FOLDER/password") "$(pg_bin)/pg_restore" -h 127.0.0.1 -p "$PG_PORT" -U tare --no-owner --exit-on-error -d tare_unfinished "$work/$DUMP" 2>"$LOGS/restore.log" ||
    fail "The backup could not be read back on the disk $(disk_of "$DATA"): $(tail -n 1 "$LOGS/restore.log"). Nothing was changed."
  now=$(what_is_there tare_unfinished bring) || fail "Nothing was changed."
  pg_query "drop database if exists tare with (force)"
  pg_query "alter database tare_unfinished rename to tare"
  pg_hand_over tare
  say "Came back, as of $(field madeAt "$manifest"): $(in_words "$now"). ./tare start goes on with it."
}

# keep_backups: a backup now and then into TARE_BACKUPS, the latest TARE_BACKUPS_KEPT of them kept.
keep_backups() {
  local folder=$TARE_BACKUPS hours=${TARE_BACKUP_HOURS:-24} kept=${TARE_BACKUPS_KEPT:-14}
  while :; do
    (write_backup "$folder/tare-$(date +%Y%m%d-%H%M%S).backup") || say "No backup was made this time; the next try is in $hours h."
    # shellcheck disable=SC2012 # names of our own making
    ls -1 "$folder"/tare-*.backup 2>/dev/null | head -n "-$kept" | xargs -r rm -f --
    sleep "${hours}h" &
    # shellcheck disable=SC2064 # this very sleep
    trap "kill $! 2>/dev/null; exit" TERM
    wait $!
  done
}
