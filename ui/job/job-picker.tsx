'use client';
import { useRouter } from 'next/navigation';
import type { Job } from '@/core/model';
import { change, desk } from '@/store';
import { DocumentPicker, setSetting, useAll } from '../kit';

const BLANK: Omit<Job, 'id' | 'name'> = {
  format: 'symplex.job',
  version: 1,
  purpose: 'record',
  sources: [{ id: 'voice-1', name: 'Voice 1', splAt1m: 62 }],
  arrangement: 'both-sides',
  device: 'phone-usb-c',
  app: 'recorder-picker',
  minutes: 30,
  hearing: 'nothing',
  place: 'hand',
  distanceM: 1,
  budget: null,
};

async function freeId(stem: string): Promise<string> {
  const taken = new Set(await desk().jobs.toCollection().primaryKeys());
  let n = 1;
  while (taken.has(`${stem}-${n}`)) n += 1;
  return `${stem}-${n}`;
}

/** Which job this is; and a new one, another name, or none of it. */
export function JobPicker({ job }: { readonly job: Job | null }) {
  const router = useRouter();
  const jobs = useAll('jobs') ?? [];
  const open = async (id: string) => {
    await setSetting('job', id);
    router.push('/');
  };
  const begin = async () => {
    const id = await freeId('job');
    await change('New job', [{ kind: 'jobs', id, become: () => ({ ...BLANK, id, name: `Job ${id.slice(4)}` }) }]);
    await open(id);
  };
  return (
    <DocumentPicker
      what="Job"
      current={job}
      all={jobs}
      onOpen={open}
      onNew={begin}
      onRename={(name) =>
        job && change(`Rename to ${name}`, [{ kind: 'jobs', id: job.id, become: (j) => j && { ...j, name } }])
      }
      onRemove={() => job && change(`Remove ${job.name}`, [{ kind: 'jobs', id: job.id, become: () => null }])}
    />
  );
}
