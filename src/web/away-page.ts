/** What somebody sees who opens a page while the database is away: it looks again by itself. */
export const AWAY_PAGE = `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta http-equiv="refresh" content="5">
<meta name="viewport" content="width=device-width">
<title>Lime Knot</title>
<style>
body { font: 15px/1.5 sans-serif; color: #17241f; background: #fcfbf5; max-width: 34rem; margin: 20vh auto; padding: 0 24px }
h1 { font-size: 20px }
@media (prefers-color-scheme: dark) { body { color: #eef0e6; background: #121b17 } }
</style>
</head>
<body>
<main>
<h1>The database is away for the moment</h1>
<p>Nothing was changed. This page looks again every five seconds and goes on when it is back.</p>
</main>
</body>
</html>
`;
