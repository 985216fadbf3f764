import { ShieldAlert } from 'lucide-react';
import { catalogue } from '@/catalogue';
import type { Setup } from '@/core/model';
import { cautionsFor } from '@/core/run';

export function Cautions({ setup }: { readonly setup: Setup }) {
  return (
    <section aria-label="Cautions" className="mt-2 rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="flex items-center gap-2 font-bold">
        <ShieldAlert size={18} aria-hidden className="text-caution" /> Before you plug
      </h2>
      <ul className="mt-1 list-disc pl-6">
        {cautionsFor(setup, catalogue).map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      <p className="mt-1 text-soft text-sm">Local codes and licensed practice come first.</p>
    </section>
  );
}
