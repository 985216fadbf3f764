'use client';
import type { Report } from '@/core/assess';
import { mostChannels, partIn, type Setup, type Track } from '@/core/model';
import { classOf, nameIn } from '../components';

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  readonly onChange: (label: string, setup: Setup) => void;
}

/** A voice this far below its best channel is only leaking there. */
const LEAKS_DB = 30;

/** The tracks of a studio app: which input each records, who arrives there, and whether it is armed. */
export function Tracks({ setup, report, onChange }: Props) {
  const parts = [...new Set(report.inputs.filter((i) => i.listed && i.channels > 0).map((i) => i.part))];
  const tracks = parts.flatMap((part) => {
    const partClass = classOf(partIn(setup, part));
    return Array.from({ length: mostChannels(partClass) }, (_, i): Track => {
      const said = setup.session?.tracks?.find((t) => t.part === part && t.channel === i + 1);
      return { part, channel: i + 1, armed: said?.armed ?? (!setup.session?.tracks && part === report.intended) };
    });
  });
  const arriving = arrivals(setup, report);
  const arm = (track: Track, armed: boolean) => {
    const next = tracks.map((t) => (t === track ? { ...t, armed } : t));
    onChange(`${armed ? 'Arm' : 'Disarm'} a track`, { ...setup, session: { ...setup.session, tracks: next } });
  };
  const count = tracks.filter((t) => t.armed).length;
  return (
    <section aria-label="Tracks" className="rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="font-bold">
        Tracks <span className="font-normal text-soft text-sm">{count} armed: as many channels are kept apart</span>
      </h2>
      {tracks.length === 0 && <p className="mt-1 text-soft">No outside input is listed yet.</p>}
      <ul className="mt-1 flex flex-col gap-1">
        {tracks.map((t, i) => (
          <li key={`${t.part} ${t.channel}`}>
            <label
              className={`flex min-h-10 items-center gap-3 rounded-lg border px-3 py-1 ${t.armed ? 'border-accent bg-accent-wash' : 'border-rule'}`}
            >
              <input
                type="checkbox"
                checked={t.armed}
                onChange={(e) => arm(t, e.target.checked)}
                className="h-5 w-5 shrink-0 accent-(--accent)"
              />
              <span className="w-5 text-right font-mono text-soft">{i + 1}</span>
              <span className="min-w-0 flex-1 leading-tight">
                input {t.channel} of {nameIn(setup, t.part)}
              </span>
              <span className="text-right text-sm">{arriving(t) || <span className="text-soft">nobody</span>}</span>
            </label>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Whose voice arrives at a channel, among those of the input that is recorded. */
function arrivals(setup: Setup, report: Report): (track: Track) => string {
  const all = [...report.channels, ...report.unrecorded];
  const level = (c: (typeof all)[number], source: string) =>
    c.arrivals.find((a) => a.source === source)?.averageDbu ?? Number.NEGATIVE_INFINITY;
  return ({ part, channel }) => {
    const here = all.find((c) => c.part === part && c.number === channel);
    if (!here) return '';
    return setup.job.sources
      .filter(({ id }) => {
        const best = Math.max(...all.map((c) => level(c, id)));
        return Number.isFinite(best) && level(here, id) > best - LEAKS_DB;
      })
      .map((s) => s.name)
      .join(', ');
  };
}
