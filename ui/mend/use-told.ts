'use client';
import { useMemo, useState } from 'react';
import { catalogue } from '@/catalogue';
import { type ClassId, movedTo, type PartClass, takesUp } from '@/core/model';
import type { Told } from '@/core/plan';
import { setSetting, useSetting } from '../components';

const START: Told = {
  device: 'phone-headset',
  app: 'recorder-picker',
  from: 'lapel-4',
  by: 'plug',
  headphones: null,
};

/** The five choices as they were left; null while they load. An app that a device has not becomes one that it has. */
export function useTold() {
  const kept = useSetting('told');
  const [own, setOwn] = useState<Told | null>(null);
  const before = useMemo(() => toldIn(kept), [kept]);
  const become = (next: Told) => {
    const { app } = movedTo({ device: next.device, app: next.app }, next.device, catalogue);
    const told = { ...next, app };
    setOwn(told);
    void setSetting('told', JSON.stringify(told));
  };
  return [kept === undefined ? null : (own ?? before), become] as const;
}

/** What is kept is only as good as who wrote it: a choice that is none falls back to the first. */
function toldIn(text: string | null | undefined): Told {
  let kept: Partial<Record<keyof Told, unknown>> = {};
  try {
    kept = { ...(JSON.parse(text ?? '{}') as object) };
  } catch {
    return START;
  }
  const one = (x: unknown, may: (c: PartClass) => boolean): ClassId | null => {
    const known = typeof x === 'string' ? catalogue.parts.get(x) : undefined;
    return known && may(known) ? known.id : null;
  };
  const through = one((kept.by as { readonly through?: unknown } | null | undefined)?.through, (c) => !takesUp(c));
  return {
    device: one(kept.device, (c) => c.host !== undefined) ?? START.device,
    app: typeof kept.app === 'string' && catalogue.apps.has(kept.app) ? kept.app : START.app,
    from: one(kept.from, takesUp) ?? START.from,
    by: kept.by === 'cables' ? 'cables' : through === null ? START.by : { through },
    headphones: one(kept.headphones, (c) => c.kind === 'listening'),
  };
}
