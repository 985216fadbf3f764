import { Volume2 } from 'lucide-react';
import { useState } from 'react';
import type { Setup } from '@/core/model';
import { makeRecording } from '@/workers';
import { Button, failing, useObjectUrl, useReport } from '../components';

const SECONDS = 8;

/** The recording that the setup makes as it is, to be heard. */
export function Hear({ setup }: { readonly setup: Setup }) {
  const { report, setup: judged } = useReport(setup);
  const [made, setMade] = useState<{ readonly of: Setup; readonly file: Blob } | null>(null);
  const [making, setMaking] = useState(false);
  const url = useObjectUrl(made?.of === setup ? made.file : undefined);
  const make = async () => {
    if (!report || judged !== setup) return;
    setMaking(true);
    const file = await makeRecording(report, setup, SECONDS)
      .catch(failing('The recording'))
      .finally(() => setMaking(false));
    if (file) setMade({ of: setup, file });
  };
  return (
    <div className="mt-2">
      {url ? (
        // biome-ignore lint/a11y/useMediaCaption: a rendered voice without words
        <audio controls src={url} className="w-full" aria-label="What it records" />
      ) : (
        <Button disabled={!report || making} onClick={() => void make()}>
          <Volume2 size={20} aria-hidden /> {making ? 'Making it...' : 'Hear what it records'}
        </Button>
      )}
    </div>
  );
}
