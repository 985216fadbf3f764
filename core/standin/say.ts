import { itemAt } from '../algorithms';
import { type Change, say } from '../change';
import type { Act } from '../host';
import { appIn, type Catalogue, type Setup } from '../model';

/** What is to be done, in words; joints by their numbers in the setup. */
export function sayAct(setup: Setup, catalogue: Catalogue, a: Act): string {
  const app = appIn(catalogue, setup.job.app).name;
  switch (a.do) {
    case 'open':
    case 'close':
      return `${a.do === 'open' ? 'Open' : 'Close'} the ${app}`;
    case 'answer':
      return a.as === 'headset' ? 'Answer that it has a mic' : 'Answer that it is headphones only';
    default: {
      const change = changeOf(setup, a);
      const words = say(setup, catalogue, change);
      return change.do === 'join' ? `${words} (connection ${change.at + 1})` : words;
    }
  }
}

/** What is done at the device is a change of the setup, done at a moment: which one. */
function changeOf(setup: Setup, a: Exclude<Act, { do: 'open' | 'close' } | { do: 'answer' }>): Change {
  switch (a.do) {
    case 'plug': {
      const at = setup.joints.findIndex((j) => j.id === a.joint);
      return { do: 'join', joint: itemAt(setup.joints, at), at };
    }
    case 'unplug':
      return { do: 'unplug', joint: a.joint };
    case 'choose': {
      const [part = '', input = ''] = a.input.split(' ');
      return { do: 'choose', input: { part, input } };
    }
    case 'allow':
      return { do: 'session', set: { permission: a.on ? null : 'refused' } };
    case 'automatic':
      return { do: 'session', set: { automatic: a.on ? null : 'off' } };
    case 'processing':
      return { do: 'session', set: { processing: a.on ? 'on' : 'off' } };
    case 'play':
      return { do: 'session', set: { output: a.from } };
  }
}
