import { bareSetup, blankJob } from '@/core/model';
import { idsOf, usual } from '@/store';
import { freeId, keepChange } from '../components';

/** A setup with nothing in it but a device, to be made by hand. @returns its id, or null where it was not kept. */
export async function beginSetup(): Promise<string | null> {
  const id = freeId('setup', await idsOf('setups'));
  const name = `Setup ${id.slice('setup-'.length)}`;
  const become = () => bareSetup(id, name, blankJob(`${id}-job`, name, usual()));
  return (await keepChange('New setup', [{ kind: 'setups', id, become }])) ? id : null;
}
