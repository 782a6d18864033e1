import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Surround } from '@/frame/Surround';
import { THEME_SCRIPT } from '@/browser/theme';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Lamella', template: '%s · Lamella' },
  description:
    'Hand-swapped multi-colour printing: choose the layers, write the stops, prove the file.',
};

export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        {/* Sets the theme before the first paint, so that a dark room is not lit up. */}
        <script
          nonce={nonce}
          suppressHydrationWarning
          dangerouslySetInnerHTML={{ __html: THEME_SCRIPT }}
        />
      </head>
      <body>
        <Surround>{children}</Surround>
      </body>
    </html>
  );
}
