import { QrCode } from 'lucide-react';
import Link from 'next/link';

/** Leads to the codes by which a document is carried to another device. */
export const HandOver = ({ kind, id }: { readonly kind: 'setup' | 'job' | 'drawer'; readonly id: string }) => (
  <Link
    href={`/hand/?${kind}=${encodeURIComponent(id)}`}
    className="inline-flex min-h-10 min-w-11 items-center justify-center gap-2 rounded-lg border border-rule bg-card px-3 py-1.5 font-medium hover:border-accent"
  >
    <QrCode size={18} aria-hidden /> Hand over
  </Link>
);
