'use client';
import Link from 'next/link';
import type { Hearings, Way } from '@/core/call';
import { dbText, figure } from '@/core/format';
import type { Setup } from '@/core/model';

interface Props {
  readonly setup: Setup;
  readonly hears: Hearings;
  readonly from: string;
  readonly to: string;
  /** Null while it is looked for. */
  readonly way: Way | null;
}

/** Of one voice at one listener: how loud, how late, and by which connections. */
export function WayPanel({ setup, hears, from, to, way }: Props) {
  const heard = hears.heard.find((h) => h.from === from && h.to === to);
  if (!heard) return null;
  const voice = hears.voices.find((v) => v.id === from)?.name ?? from;
  const listener = hears.listeners.find((l) => l.id === to)?.name ?? to;
  const numbers = (way?.joints ?? []).map((id) => setup.joints.findIndex((j) => j.id === id) + 1);
  const isBack = heard.want === 'self';
  const facts = [
    heard.echo
      ? `${dbText(heard.echo.lossDb)} down`
      : heard.levelDb === null
        ? 'not heard'
        : heard.underDb !== null && heard.underDb > 0.5
          ? `${dbText(heard.underDb)} under the loudest voice there`
          : 'the loudest voice there',
    heard.delayMs === null || heard.delayMs < 1 ? null : `${figure(heard.delayMs)} ms late`,
  ].filter(Boolean);
  return (
    <section aria-label="The way of this voice" className="rounded-xl border border-accent bg-card p-4">
      <h2 className="font-bold text-lg leading-tight">
        {isBack ? `${voice}, back to themselves` : `${voice} to ${listener}`}
      </h2>
      <p>{facts.join(', ')}.</p>
      <p className="mt-2 text-soft">
        {way === null
          ? 'Parting each connection on a copy...'
          : numbers.length === 0
            ? 'No single connection carries it: nothing comes, or it comes by several ways.'
            : numbers.length === 1
              ? `By connection ${numbers[0]}.`
              : `By connections ${numbers.slice(0, -1).join(', ')} and ${numbers.at(-1)}: parted there, it is gone.`}
      </p>
      <Link href={`/call/?setup=${setup.id}`} className="mt-2 inline-flex min-h-10 items-center underline">
        Back to who hears whom
      </Link>
    </section>
  );
}
