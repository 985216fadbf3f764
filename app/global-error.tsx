'use client';
import { Trouble } from '@/ui/shell';
import './globals.css';

export default function GlobalError({ error, reset }: { readonly error: Error; readonly reset: () => void }) {
  return (
    <html lang="en">
      <body>
        <Trouble error={error} again={reset} />
      </body>
    </html>
  );
}
