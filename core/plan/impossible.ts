import { countText, type PlanMessage, planMessage } from '../format';
import { appTakes, forbidden } from '../host';
import { appIn, type Catalogue, classIn, type Job, type PartClass } from '../model';

/**
 * What no chain whatever could do: more voices with a channel each than anything has that the app takes on this device.
 * @returns null where nothing rules the job out beforehand
 */
export function whyImpossible(job: Job, catalogue: Catalogue): PlanMessage | null {
  const device = classIn(catalogue, job.device);
  const app = appIn(catalogue, job.app);
  const { host } = device;
  if (!host || job.arrangement !== 'side-each') return null;
  const taken = (c: PartClass) =>
    (c.inputs ?? []).filter((spec) => appTakes(app, host, { spec, unlicensed: null })).map((i) => i.channels.length);
  const channels = [...catalogue.parts.values()]
    .filter((c) => c === device || (!c.host && forbidden(host, app, c) === null))
    .flatMap(taken);
  const most = Math.min(Math.max(0, ...channels), app.records);
  const wanted = job.sources.length;
  return most >= wanted
    ? null
    : planMessage('impossible.channels', {
        app: app.name,
        device: device.name,
        have: countText(most, 'channel'),
        want: countText(wanted, 'source'),
      });
}
