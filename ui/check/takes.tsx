import { AudioLines, FolderOpen, X } from 'lucide-react';
import { useState } from 'react';
import type { Report } from '@/core/assess';
import { clockText } from '@/core/format';
import type { Setup } from '@/core/model';
import { makeRecording } from '@/workers';
import { Button, failing, StatusMark } from '../components';
import { KeptTakes, useKeptTakes } from './kept-takes';
import { TakeSheet } from './take-sheet';
import type { Take, useTakes } from './use-takes';

interface Props {
  readonly setup: Setup;
  readonly report: Report | null;
  readonly takes: ReturnType<typeof useTakes>;
}

/** Long enough for some phrases and the gaps between them. */
const STAND_IN_S = 20;

/** Takes dropped in, and the one that is looked at. */
export function Takes({ setup, report, takes: { takes, take, show, add, remove, stop } }: Props) {
  const [over, setOver] = useState(false);
  const [making, setMaking] = useState(false);
  /** The recording that the setup would make by what was computed: to be heard, and measured as any other. */
  const make = async () => {
    if (!report) return;
    setMaking(true);
    const file = await makeRecording(report, setup, STAND_IN_S)
      .catch(failing('The recording as computed'))
      .finally(() => setMaking(false));
    if (!file) return;
    add([new File([file], `as computed, ${setup.name}.wav`, { type: 'audio/wav' })]);
  };
  const kept = useKeptTakes(setup.id);
  const bring = (files: FileList | null) => {
    add(files ?? []);
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping is a second way in; the button is the first
    <div
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        bring(e.dataTransfer.files);
      }}
      className="flex flex-col gap-3"
    >
      <div
        className={`flex flex-wrap items-center gap-3 rounded-xl border-2 border-dashed p-3 ${over ? 'border-accent bg-accent-wash' : 'border-soft'}`}
      >
        <label className="inline-flex min-h-11 cursor-pointer items-center gap-2 rounded-lg border border-accent bg-accent px-4 font-semibold text-accent-ink focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-accent">
          <FolderOpen size={20} aria-hidden /> Open takes
          <input
            type="file"
            multiple
            accept="audio/*,video/*,.wav"
            className="sr-only"
            onChange={(e) => {
              bring(e.target.files);
              e.target.value = '';
            }}
          />
        </label>
        <Button disabled={!report || making} onClick={() => void make()}>
          <AudioLines size={20} aria-hidden /> {making ? 'Making it...' : 'Hear what this setup would record'}
        </Button>
        <p className="basis-64 flex-1 text-soft">
          Or drop takes here. WAV of any length; other sound and video as far as this browser reads it. Nothing leaves
          this machine.
        </p>
      </div>
      {takes.length > 0 && (
        <ul aria-label="Takes" className="flex flex-wrap gap-2">
          {takes.map((t) => (
            <li key={t.id} className="flex">
              <button
                type="button"
                aria-pressed={t === take}
                onClick={() => show(t.id)}
                className={`flex min-h-10 items-center gap-2 rounded-l-lg border px-3 ${t === take ? 'border-accent bg-accent-wash font-semibold' : 'border-rule bg-card'}`}
              >
                <Mark take={t} /> <span className="max-w-56 truncate">{t.name}</span>
              </button>
              <button
                type="button"
                aria-label={`Put ${t.name} away`}
                onClick={() => remove(t.id)}
                className="min-h-10 min-w-10 rounded-r-lg border border-rule border-l-0 bg-card text-soft hover:text-ink"
              >
                <X size={16} className="mx-auto" aria-hidden />
              </button>
            </li>
          ))}
        </ul>
      )}
      <KeptTakes
        title="Kept with this setup"
        takes={kept.filter((k) => !takes.some((t) => t.name === k.name))}
        onOpen={(file) => add([file])}
      />
      <KeptTakes title="Library of samples" takes={useKeptTakes(null)} onOpen={(file) => add([file])} />
      {!take && (
        <p className="text-soft">
          Record half a minute as you will in the take: five seconds of nobody speaking, then your loudest words. Copy
          the file here.
        </p>
      )}
      {take?.state.is === 'waiting' && <p className="text-soft">It waits for the one before it.</p>}
      {take?.state.is === 'measuring' && (
        <div className="flex items-center gap-3" aria-live="polite">
          <progress
            value={take.state.share}
            aria-label={`Measuring ${take.name}`}
            className="h-3 flex-1 accent-(--accent)"
          />
          <span className="font-mono">{Math.round(100 * take.state.share)} %</span>
          <Button look="quiet" onClick={() => void stop()}>
            Stop
          </Button>
        </div>
      )}
      {take?.state.is === 'stopped' && (
        <p>
          Measuring was stopped. <Button onClick={() => bringAgain(take)}>Measure it again</Button>
        </p>
      )}
      {take?.state.is === 'refused' && (
        <p role="alert" className="rounded-xl border border-fail bg-fail-wash p-3">
          <b>{take.name} cannot be measured.</b> {take.state.problem}
        </p>
      )}
      {take?.state.is === 'measured' && (
        <TakeSheet key={take.id} take={take} measured={take.state.report} setup={setup} report={report} />
      )}
    </div>
  );

  function bringAgain(t: Take) {
    remove(t.id);
    add([t.file]);
  }
}

function Mark({ take: { state } }: { readonly take: Take }) {
  if (state.is === 'measured') {
    return (
      <>
        <StatusMark status={state.report.findings[0]?.status ?? 'pass'} size={18} />
        <span className="font-mono text-soft text-sm">{clockText(state.report.seconds, 0)}</span>
      </>
    );
  }
  if (state.is === 'refused') return <StatusMark status="fail" size={18} />;
  return <AudioLines size={18} className="text-soft" aria-hidden />;
}
