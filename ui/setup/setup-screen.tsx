'use client';
import Link from 'next/link';
import { useSearchParams } from 'next/navigation';
import { type ReactNode, useEffect } from 'react';
import type { Setup } from '@/core/model';
import { Button, setSetting, useSetup } from '../components';
import { Missing, Screen } from '../shell';
import { beginSetup } from './begin-setup';

/** A screen about the setup that lies open: the one in the address, else the last; a word when there is none. */
export function SetupScreen({
  name,
  children,
}: {
  readonly name: string;
  readonly children: (kept: Setup) => ReactNode;
}) {
  const wanted = useSearchParams().get('setup');
  const kept = useSetup(wanted);
  useEffect(() => {
    if (kept) void setSetting('setup', kept.id);
  }, [kept]);
  if (kept === undefined) return <Screen title={name}>{null}</Screen>;
  if (kept === null) {
    if (wanted !== null) return <Missing what="setup" id={wanted} />;
    return (
      <Screen title="No setup yet">
        <p>Open a chain from the job sentence, bring a setup in under Files, or make one by hand.</p>
        <Button
          look="main"
          className="mt-3"
          onClick={() => void beginSetup().then((id) => id && setSetting('setup', id))}
        >
          Make one by hand
        </Button>
        <p className="mt-3">
          Something does not work?{' '}
          <Link className="inline-flex min-h-10 items-center underline" href="/mend/?tell">
            Tell your chain in five choices
          </Link>
        </p>
      </Screen>
    );
  }
  return children(kept);
}
