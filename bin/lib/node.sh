# Node side of bin/demo and bin/test. Source from the project's root.

ensure_node_modules() {
  command -v npm >/dev/null || { echo "Node 20 with npm is needed." >&2; exit 2; }
  local stamp=node_modules/.lime-lock
  if [ ! -f "$stamp" ] || ! cmp -s package-lock.json "$stamp"; then
    echo "Installing packages …"
    # Not "npm ci": it insists on builds for other systems, some of which the registry lacks at the locked version.
    npm install --no-save --no-audit --no-fund --loglevel=error
    git diff --quiet -- package-lock.json 2>/dev/null || echo "Mind: package-lock.json differs from the last commit."
    cp package-lock.json "$stamp"
  fi
}

# Builds when the sources are not those of the last build.
ensure_build() {
  local now; now=$(find src demo package-lock.json next.config.ts postcss.config.cjs bin/bundle.mjs -type f -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -c1-64)
  if [ -f .next/BUILD_ID ] && [ "$(cat dist/.sources 2>/dev/null)" = "$now" ]; then return 0; fi
  echo "Building …"
  mkdir -p .data
  npm run --silent build >.data/build.log 2>&1 || { tail -n 40 .data/build.log >&2; exit 1; }
  echo "$now" >dist/.sources
}

free_port_from() { # first free port on loopback from $1 on
  node -e '
    const net = require("net");
    const go = (p) => { const s = net.createServer(); s.once("error", () => go(p + 1)); s.listen(p, "127.0.0.1", () => { console.log(p); s.close(); }); };
    go(Number(process.argv[1]));' "$1"
}

wait_for_web() { # PORT PID [LOG]
  for _ in $(seq 1 120); do
    kill -0 "$2" 2>/dev/null || { tail -n 20 "${3:-.data/web.log}" >&2; exit 1; }
    node -e 'fetch(`http://127.0.0.1:${process.argv[1]}/sign-in`).then((r) => process.exit(r.ok ? 0 : 1), () => process.exit(1))' "$1" && return 0
    sleep 0.5
  done
  echo "The web server did not answer." >&2; exit 1
}
