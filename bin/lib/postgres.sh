# A private PostgreSQL cluster on loopback. Source this; it never touches a cluster that it did not make.
#   pg_start DIR [fast]   makes the cluster if needed, starts it on a free port, sets PG_PORT
#   pg_stop DIR

pg_bin() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1; }

as_root() { if [ "$(id -u)" = 0 ]; then "$@"; else sudo "$@"; fi; }

ensure_package() { # ensure_package COMMAND PACKAGE
  command -v "$1" >/dev/null 2>&1 && return 0
  echo "Installing $2 …"
  as_root apt-get update -qq
  as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$2" >/dev/null
}

ensure_postgres() {
  [ -n "$(pg_bin)" ] && [ -x "$(pg_bin)/initdb" ] && return 0
  echo "Installing PostgreSQL …"
  as_root apt-get update -qq
  # The package would start a cluster of its own on the standard port; this one must not.
  as_root mkdir -p /etc/postgresql-common
  [ -f /etc/postgresql-common/createcluster.conf ] || echo 'create_main_cluster = false' | as_root tee /etc/postgresql-common/createcluster.conf >/dev/null
  as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends postgresql >/dev/null
}

# initdb refuses to run as root.
pg_user() { if [ "$(id -u)" = 0 ]; then runuser -u postgres -- "$@"; else "$@"; fi; }

free_port() { node -e 'const s=require("net").createServer();s.listen(0,"127.0.0.1",()=>{console.log(s.address().port);s.close()})'; }

pg_start() {
  local dir=$1 bin log
  bin=$(pg_bin); log="$dir/server.log"
  mkdir -p "$dir"
  if [ "$(id -u)" = 0 ]; then
    chown postgres "$dir"
    local up; up=$(dirname "$dir")
    while [ "$up" != / ]; do chmod o+x "$up" 2>/dev/null || true; up=$(dirname "$up"); done
  fi
  if [ ! -f "$dir/cluster/PG_VERSION" ]; then
    pg_user "$bin/initdb" -D "$dir/cluster" -U lime -A trust -E UTF8 --locale=C.UTF-8 >/dev/null
  fi
  if pg_user "$bin/pg_ctl" -D "$dir/cluster" status >/dev/null 2>&1; then
    PG_PORT=$(sed -n 4p "$dir/cluster/postmaster.pid"); PG_STARTED=no; return 0
  fi
  PG_PORT=$(free_port); PG_STARTED=yes
  local options="-p $PG_PORT -c listen_addresses=127.0.0.1 -c unix_socket_directories=''"
  # Only data that may be lost gives up durability.
  [ "${2:-}" = fast ] && options="$options -c fsync=off -c full_page_writes=off -c synchronous_commit=off"
  pg_user "$bin/pg_ctl" -D "$dir/cluster" -l "$log" -o "$options" -w start >/dev/null
  pg_user "$bin/psql" -h 127.0.0.1 -p "$PG_PORT" -U lime -d postgres -tAc "select 1 from pg_database where datname='lime'" | grep -q 1 \
    || pg_user "$bin/createdb" -h 127.0.0.1 -p "$PG_PORT" -U lime lime
}

pg_stop() { pg_user "$(pg_bin)/pg_ctl" -D "$1/cluster" -m fast -w stop >/dev/null 2>&1 || true; }
