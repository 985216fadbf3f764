'use client';
import { useRouter } from 'next/navigation';
import type { Job } from '@/core/model';
import { idsOf } from '@/store';
import { DocumentPicker, freeId, keepChange, setSetting, useAll } from '../components';
import { beginJob } from './begin-job';

/** Which job this is; and a new one, another name, or none of it. */
export function JobPicker({ job }: { readonly job: Job | null }) {
  const router = useRouter();
  const jobs = useAll('jobs') ?? [];
  const open = async (id: string) => {
    await setSetting('job', id);
    router.push('/');
  };
  const begin = async () => {
    const id = await beginJob();
    if (id !== null) await open(id);
  };
  const variant = async (of: Job) => {
    const id = freeId(of.id, await idsOf('jobs'));
    const name = `${of.name}, variant`.slice(0, 120);
    const become = () => ({ ...of, id, name });
    if (await keepChange(`Variant of ${of.name}`, [{ kind: 'jobs', id, become }])) await open(id);
  };
  // An address that names a job which is gone would say so.
  const remove = async () => {
    if (job && (await keepChange(`Remove ${job.name}`, [{ kind: 'jobs', id: job.id, become: () => null }])))
      router.push('/');
  };
  return (
    <DocumentPicker
      what="Job"
      current={job}
      all={jobs}
      onOpen={open}
      onNew={begin}
      {...(job ? { onVariant: () => variant(job) } : {})}
      onRename={(name) =>
        job && keepChange(`Rename to ${name}`, [{ kind: 'jobs', id: job.id, become: (j) => j && { ...j, name } }])
      }
      onRemove={remove}
    />
  );
}
