'use client';
import { oneWith } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import { Button, gateTitle, StatusMark } from '../components';

/** The gates that the device decides. */
const DECIDED = ['seen', 'wired', 'heard'] as const;

interface Props {
  /** Null where the history of plugs left the app on what the gates cannot know. */
  readonly report: Report | null;
  readonly open: boolean;
  /** Null while something is still to be plugged. */
  readonly onKeep: (() => void) | null;
}

/** What the gates make of the device as it stands. */
export function Verdicts({ report, open, onKeep }: Props) {
  return (
    <section aria-label="What the gates say" className="rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="font-bold">What comes of it</h2>
      {!open && <p className="mt-1 text-soft">Open the app, and the gates judge what it does.</p>}
      {open && !report && (
        <p className="mt-1 text-soft">
          With plugs drawn out and put in again the gates cannot follow. Start over for a verdict.
        </p>
      )}
      {open && report && (
        <>
          <ul className="mt-1 flex flex-col gap-1.5">
            {DECIDED.map((gate) => {
              const v = oneWith(report.verdicts, 'gate', gate);
              return (
                <li key={gate} className="flex items-start gap-2 leading-snug">
                  <StatusMark status={v.status} />
                  <span>
                    <b>{gateTitle(gate)}</b> {v.sentence}
                  </span>
                </li>
              );
            })}
          </ul>
          {onKeep && (
            <Button className="mt-2 w-full" onClick={onKeep}>
              Keep it so for the line sheet
            </Button>
          )}
        </>
      )}
    </section>
  );
}
