# Keeps running what ./tare started, and leaves nothing running behind. Sourced by ./tare.
# shellcheck shell=bash

# Names by process id of what runs now, and when each of them ended before.
declare -A RUNNING=() ENDED=()
MOST_ENDS=5
WITHIN_S=60

# started_at PID: when a process began, in ticks since the machine did: with its id it names a process for good. Nothing for none.
started_at() { sed 's/.*) //' "/proc/$1/stat" 2>/dev/null | cut -d' ' -f20; }

# hold_data KIND: from here on this start alone works on the data of KIND, until it ends, however it ends.
hold_data() {
  RECORD=$DATA/$1.processes
  exec 9>>"$DATA/$1.lock"
  flock -n 9 || fail "Tare is running on these data already ($DATA, process $(cat "$DATA/$1.pid" 2>/dev/null)). Nothing was touched. Stop it there first (Ctrl-C), or set TARE_DATA to another folder."
  echo $$ >"$DATA/$1.pid"
  end_orphans
  : >"$RECORD"
}

# What an earlier start recorded and could not end, because it was killed itself: the last started first.
end_orphans() {
  [ -f "$RECORD" ] || return 0
  local name pid started signal
  while read -r name pid started; do
    [ "$(started_at "$pid")" = "$started" ] || continue
    say "Ending what an earlier start left: the $name (process $pid)"
    # A database asked by TERM would wait for whoever is connected.
    signal=TERM
    [ "$name" = database ] && signal=INT
    kill -s "$signal" "$pid" 2>/dev/null || true
    for _ in $(seq 100); do
      [ "$(started_at "$pid")" = "$started" ] || continue 2
      sleep 0.1
    done
    kill -s KILL "$pid" 2>/dev/null || true
  done < <(tac "$RECORD")
}

# recorded NAME PID: for the next start, should this one be killed.
recorded() { [ -z "${RECORD:-}" ] || echo "$1 $2 $(started_at "$2")" >>"$RECORD"; }

# keep NAME: starts it by start_NAME, which leaves its process id in STARTED, and has watch_all keep it running.
keep() {
  "start_$1"
  RUNNING[$STARTED]=$1
}

# forget PID: somebody else may have that number soon.
forget() {
  local pid left=()
  for pid in "${CHILDREN[@]}"; do [ "$pid" = "$1" ] || left+=("$pid"); done
  CHILDREN=("${left[@]}")
}

# The first of what runs that has ended, in ENDED_ONE. Some may have ended while another was started again: those are not waited for.
wait_for_one() {
  local pid
  while :; do
    for pid in "${!RUNNING[@]}"; do
      kill -0 "$pid" 2>/dev/null && continue
      ENDED_ONE=$pid
      return
    done
    { wait -n "${!RUNNING[@]}" || sleep 0.1; } 2>/dev/null
  done
}

# Starts again what ends, until something ends too often.
watch_all() {
  local name at recent pause
  while :; do
    wait_for_one
    name=${RUNNING[$ENDED_ONE]}
    unset "RUNNING[$ENDED_ONE]"
    forget "$ENDED_ONE"
    recent=("$SECONDS")
    for at in ${ENDED[$name]:-}; do [ $((SECONDS - at)) -lt "$WITHIN_S" ] && recent+=("$at"); done
    ENDED[$name]="${recent[*]}"
    [ ${#recent[@]} -le "$MOST_ENDS" ] || fail "The $name ended ${#recent[@]} times within a minute, so Tare stops. What it said is above and in $LOGS. Nothing that was kept is lost."
    pause=$((2 ** (${#recent[@]} - 1)))
    say "The $name has ended; starting it again in $pause s"
    sleep "$pause"
    keep "$name"
  done
}
