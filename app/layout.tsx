import type { Metadata, Viewport } from 'next';
import type { ReactNode } from 'react';
import { Shell } from '@/ui/shell';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Symplex', template: '%s · Symplex' },
  description: 'Computes what a chain of microphones, cables and adapters will do on a phone or tablet',
  manifest: '/manifest.webmanifest',
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: '#f5f3ec' };

export default function Layout({ children }: { readonly children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <Shell>{children}</Shell>
      </body>
    </html>
  );
}
