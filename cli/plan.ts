import type { Drawer, Job } from '@/core/model';
export function planCommand(job: Job, drawer: Drawer | null, json: boolean): number {
  console.log(job.id, drawer?.id, json);
  return 0;
}
