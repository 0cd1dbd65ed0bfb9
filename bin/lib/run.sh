# Starting and stopping what bin/demo and bin/start run. Source this after postgres.sh and node.sh.

web=; worker=; own_cluster=no; data=

# Only one of these at a time in a project: the lock is held by the shell and by what it starts, so that
# leftovers of a shell that was killed are found.
take_lock() {
  mkdir -p .data
  exec 9>".data/running.lock"
  flock -n 9 || { echo "Lime Knot is running here already (see .data/running)." >&2; exit 2; }
}

stop_all() {
  trap - EXIT INT TERM
  for pid in $web $worker; do kill "$pid" 2>/dev/null || true; done
  for pid in $web $worker; do wait "$pid" 2>/dev/null || true; done
  if [ "$own_cluster" = yes ]; then pg_stop "$data"; fi
  rm -f .data/running
}

# Sets DATABASE_URL and DATABASE_OWNER_URL to a cluster of our own unless one was named.
open_cluster() { # open_cluster NAME RESET
  if [ -n "${DATABASE_URL:-}" ]; then
    if [ "$2" = yes ]; then echo "--reset only works on a database of our own; empty yours by hand." >&2; exit 2; fi
    return 0
  fi
  ensure_postgres
  data=$(pg_home "$1")
  if [ "$2" = yes ] && [ -d "$data/cluster" ]; then pg_stop "$data"; rm -rf "$data/cluster" "$data/secrets"; fi
  pg_start "$data"
  own_cluster=$PG_STARTED
  export DATABASE_URL=$PG_URL DATABASE_OWNER_URL=$PG_OWNER_URL
}

# Starts web and worker; a watcher ends them, and the cluster that we started, should this shell be killed.
start_programs() { # start_programs PORT
  export LIME_PORT=$1
  # What is kept of plans is let go of sooner rather than held for ever; a larger company may want more.
  node --max-old-space-size="${LIME_WEB_MB:-320}" --enable-source-maps dist/web.mjs >.data/web.log 2>&1 & web=$!
  node --enable-source-maps dist/worker.mjs >.data/worker.log 2>&1 & worker=$!
  local shell=$$
  (
    trap '' INT
    while kill -0 "$shell" 2>/dev/null; do sleep 1; done
    kill "$web" "$worker" 2>/dev/null || true
    if [ "$own_cluster" = yes ]; then pg_stop "$data"; fi
  ) 9>&- </dev/null >/dev/null 2>&1 & disown
  echo "shell $shell, web $web, worker $worker, http://127.0.0.1:$LIME_PORT" >.data/running
  wait_for_web "$LIME_PORT" "$web"
}

# Waits until one of them ends, which it should not, and says what it said last.
stay() {
  wait -n "$web" "$worker" || true
  local name=web
  kill -0 "$worker" 2>/dev/null || name=worker
  echo "The $name process ended. Its last lines (.data/$name.log):" >&2
  tail -n 15 ".data/$name.log" >&2
  exit 1
}
