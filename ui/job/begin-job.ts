'use client';
import { blankJob } from '@/core/model';
import { idsOf, usual } from '@/store';
import { freeId, keepChange, setSetting } from '../components';

/** A new job, to be written. @returns its id, or null where it could not be kept */
export async function beginJob(): Promise<string | null> {
  const id = freeId('job', await idsOf('jobs'));
  const become = () => blankJob(id, `Job ${id.slice(4)}`, usual());
  if (!(await keepChange('New job', [{ kind: 'jobs', id, become }]))) return null;
  await setSetting('job', id);
  return id;
}
