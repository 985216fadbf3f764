'use client';
import { ChevronDown } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { DropdownMenu } from 'radix-ui';
import type { Job } from '@/core/model';
import { change, desk } from '@/store';
import { setSetting, useAll } from '../kit';

const ITEM =
  'flex min-h-11 cursor-pointer items-center rounded-lg px-3 data-[highlighted]:bg-accent-wash data-[highlighted]:outline-none';

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
  const rename = () => {
    if (!job) return;
    const name = window.prompt('Name of the job', job.name)?.trim().slice(0, 120);
    if (name) void change(`Rename to ${name}`, [{ kind: 'jobs', id: job.id, become: (j) => j && { ...j, name } }]);
  };
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        className="inline-flex items-center gap-1 rounded-lg hover:text-accent"
        aria-label={`Job: ${job?.name ?? 'none'}`}
      >
        {job?.name ?? 'Jobs'} <ChevronDown size={20} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-30 min-w-56 rounded-xl border border-accent bg-card p-1.5 shadow-xl"
        >
          {jobs.map((j) => (
            <DropdownMenu.Item
              key={j.id}
              className={`${ITEM} ${j.id === job?.id ? 'font-bold' : ''}`}
              onSelect={() => open(j.id)}
            >
              {j.name}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 h-px bg-rule" />
          <DropdownMenu.Item className={ITEM} onSelect={begin}>
            New job
          </DropdownMenu.Item>
          {job && (
            <>
              <DropdownMenu.Item className={ITEM} onSelect={rename}>
                Rename this job
              </DropdownMenu.Item>
              <DropdownMenu.Item
                className={`${ITEM} text-fail`}
                onSelect={() => change(`Remove ${job.name}`, [{ kind: 'jobs', id: job.id, become: () => null }])}
              >
                Remove this job
              </DropdownMenu.Item>
            </>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
