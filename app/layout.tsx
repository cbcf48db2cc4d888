import '@mantine/core/styles.css';
import '@mantine/notifications/styles.css';
import '../src/interface/shared/global.css';
import { ColorSchemeScript, mantineHtmlProps } from '@mantine/core';
import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { Providers } from '../src/interface/shared/Providers';

export const metadata: Metadata = { title: 'Plavo', description: 'Headlines that stay readable over photographs that survive' };

export default function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" {...mantineHtmlProps}>
      <head>
        <ColorSchemeScript defaultColorScheme="auto" />
      </head>
      <body>
        <Providers>{children}</Providers>
      </body>
    </html>
  );
}
