'use client';

import { Button } from '@mantine/core';

export default function ErrorPage({ reset }: { readonly reset: () => void }) {
  return (
    <div className="page" role="alert">
      <h1>This page broke</h1>
      <p>Nothing was changed. Try again; if it happens twice, tell whoever runs this installation.</p>
      <Button onClick={reset}>Try again</Button>
    </div>
  );
}
