'use client';
import type { ReactNode } from 'react';
import type { HostSpec } from '@/core/model';

interface Props {
  readonly form: HostSpec['form'];
  readonly name: string;
  readonly children: ReactNode;
}

const BODIES: Readonly<Record<HostSpec['form'], string>> = {
  phone: 'max-w-96 rounded-[1.75rem] border-[6px]',
  tablet: 'rounded-[1.25rem] border-[14px]',
  laptop: 'rounded-t-xl border-[8px] border-b-[3px]',
  desktop: 'rounded-lg border-[8px]',
  camera: 'rounded-xl border-[10px] border-r-[44px]',
  recorder: 'max-w-80 rounded-xl border-[8px] border-b-[26px]',
};

/** The body of the device round what it shows: each form by its outline, so that one knows which is meant. */
export function Frame({ form, name, children }: Props) {
  return (
    <section aria-label="The device" className="relative">
      {form === 'recorder' && (
        <div className="mx-auto flex max-w-80 justify-center gap-3" aria-hidden>
          <span className="h-7 w-9 -rotate-12 rounded-t-full bg-(--metal-edge)" />
          <span className="h-7 w-9 rotate-12 rounded-t-full bg-(--metal-edge)" />
        </div>
      )}
      {form === 'camera' && (
        <div className="ml-10 h-5 w-24 rounded-t-lg border-4 border-(--barrel) border-b-0" aria-hidden />
      )}
      <div className={`relative mx-auto flex flex-col gap-3 border-(--barrel) bg-paper p-4 shadow-lg ${BODIES[form]}`}>
        <h2 className="text-center font-semibold text-soft text-sm">{name}</h2>
        {children}
        {form === 'camera' && (
          <span
            className="absolute top-6 right-[-37px] h-7 w-7 rounded-full border-4 border-(--metal-edge) bg-(--barrel)"
            aria-hidden
          />
        )}
      </div>
      {form === 'laptop' && (
        <div className="mx-[-6px] flex h-5 justify-center rounded-b-2xl bg-(--barrel)" aria-hidden>
          <span className="h-1.5 w-20 rounded-b-lg bg-(--metal-edge)" />
        </div>
      )}
      {form === 'desktop' && (
        <div className="flex flex-col items-center" aria-hidden>
          <span className="h-6 w-16 bg-(--barrel)" />
          <span className="h-2.5 w-40 rounded-full bg-(--barrel)" />
        </div>
      )}
    </section>
  );
}
