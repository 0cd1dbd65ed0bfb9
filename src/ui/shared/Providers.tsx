'use client';

import { MantineProvider } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useState } from 'react';
import { ApiError } from './api';
import { theme } from './theme';

/** Theme, notifications and the cache of what the server said. */
export function Providers({ children }: { readonly children: React.ReactNode }) {
  const [client] = useState(
    () =>
      new QueryClient({
        defaultOptions: {
          queries: {
            refetchOnWindowFocus: false,
            retry: (count, cause) => count < 2 && cause instanceof ApiError && cause.code === 'offline',
          },
        },
      }),
  );
  return (
    <MantineProvider theme={theme} defaultColorScheme="light">
      <QueryClientProvider client={client}>
        <Notifications position="top-center" />
        {children}
      </QueryClientProvider>
    </MantineProvider>
  );
}
