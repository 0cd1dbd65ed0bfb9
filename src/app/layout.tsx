import '@mantine/core/styles.css';
import '@mantine/dates/styles.css';
import '@mantine/notifications/styles.css';
import 'mantine-datatable/styles.css';
import '@fontsource-variable/archivo';
import '@/ui/shared/look.css';
import { ColorSchemeScript, mantineHtmlProps } from '@mantine/core';
import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { ICON } from '@/ui/shared/icon';
import { Providers } from '@/ui/shared/Providers';

export const metadata: Metadata = {
  title: 'Lime Knot',
  description: 'Plans of technicians’ visits, with their price',
  icons: { icon: ICON },
};

/** Every page is made for one answer: its scripts carry that answer's nonce. */
export default async function Layout({ children }: { readonly children: React.ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang="en" {...mantineHtmlProps}>
      <head>
        <ColorSchemeScript defaultColorScheme="light" {...(nonce ? { nonce } : {})} />
      </head>
      <body>
        <Providers>{children}</Providers>
      </body>
    </html>
  );
}
