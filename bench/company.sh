#!/usr/bin/env bash
# How fast a large plan opens, how set-up answers there and how the analyst's loop does: a made-up company of 200 people,
# 14 days, 5,000 visits and 3,500 sites in a database and a web server of their own. Leaves nothing running.
#   npm run bench:company [plan | set-up | loop | loop-demo | frames | rush | day]   loop-demo and rush ask the demo's company instead
set -euo pipefail
cd "$(dirname "$0")/.."
. bin/lib/postgres.sh
. bin/lib/node.sh
ensure_node_modules
ensure_postgres
ensure_build
scratch=$(mktemp -d "${TMPDIR:-/tmp}/lime-bench.XXXXXX")
web=
worker=
stop() {
  trap - EXIT INT TERM
  [ -n "$worker" ] && kill "$worker" 2>/dev/null && wait "$worker" 2>/dev/null || true
  [ -n "$web" ] && kill "$web" 2>/dev/null && wait "$web" 2>/dev/null || true
  pg_stop "$scratch"
  rm -rf "$scratch"
}
trap stop EXIT
trap 'exit 130' INT TERM
pg_start "$scratch" fast
export DATABASE_URL=$PG_URL DATABASE_OWNER_URL=$PG_OWNER_URL NEXT_TELEMETRY_DISABLED=1
export LIME_NOW=2026-06-09T08:40:00Z LIME_LOG=error LIME_PORT; LIME_PORT=$(free_port)
node --enable-source-maps dist/database.mjs migrate
what=${1:-plan}
if [ "$what" = loop-demo ] || [ "$what" = rush ]; then
  export LIME_DEMO=1
  node --enable-source-maps dist/database.mjs seed
else
  node --enable-source-maps dist/bench-company.mjs fill
fi
if [ "$what" = rush ]; then # sixteen people at their phones, each with a session of their own
  pg_ask lime <<'SQL'
insert into users (id, email, name, role, password_hash) select 'rush-' || n, 'rush-' || n || '@bench.example', 'Rush ' || n, 'dispatcher', '-' from generate_series(0, 15) n;
insert into user_territories select 'rush-' || n, 'heights', true from generate_series(0, 15) n;
insert into sessions (token_hash, user_id, expires_at) select encode(sha256(rpad('rush-' || n || '-', 40, '-')::bytea), 'hex'), 'rush-' || n, now() + interval '2 hours' from generate_series(0, 15) n;
SQL
fi
node --max-old-space-size="${LIME_WEB_MB:-320}" --enable-source-maps dist/web.mjs & web=$!
for _ in $(seq 1 60); do curl -fs "http://127.0.0.1:$LIME_PORT/readyz" >/dev/null && break; sleep 0.25; done
[ "$what" != plan ] || LIME_WEB_PID=$web node --enable-source-maps dist/bench-company.mjs measure
node --enable-source-maps dist/worker.mjs & worker=$!
case $what in
  frames) npx --no-install tsx bench/drag-frames.mts ;;
  day) LIME_WEB_PID=$web npx --no-install tsx bench/day-screen.mts ;;
  rush) npx --no-install tsx bench/rush.mts ;;
  loop*) node --enable-source-maps dist/bench-loop.mjs ;;
  *) node --enable-source-maps dist/bench-set-up.mjs ;;
esac
