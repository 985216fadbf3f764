import type { Setup } from '@/core/model';
import type { Act } from '@/core/standin';
import { appOf, nameIn } from '../kit';

/** What is to be done, in words. */
export function actText(setup: Setup, a: Act): string {
  switch (a.do) {
    case 'plug':
    case 'unplug': {
      const index = setup.joints.findIndex((j) => j.id === a.joint);
      const joint = setup.joints[index];
      const [from, to] = [nameIn(setup, joint.a.part), nameIn(setup, joint.b.part)];
      return a.do === 'plug' ? `Join ${from} and ${to} (joint ${index + 1})` : `Draw ${from} out of ${to}`;
    }
    case 'open':
      return `Open the ${appOf(setup.job.app).name}`;
    case 'close':
      return `Close the ${appOf(setup.job.app).name}`;
    case 'choose':
      return `Choose ${a.input.split(' ')[0] === '' ? 'the input' : nameIn(setup, a.input.split(' ')[0])} in the app`;
    case 'allow':
      return `${a.on ? 'Allow' : 'Forbid'} the ${appOf(setup.job.app).name} to hear`;
    case 'automatic':
      return `Turn automatic choice ${a.on ? 'on' : 'off'}`;
    case 'processing':
      return `Turn noise processing ${a.on ? 'on' : 'off'}`;
    case 'play':
      return a.from === null ? 'Let sound play where the input is' : `Play from ${nameIn(setup, a.from)}`;
    case 'answer':
      return `Answer that it is ${a.as === 'headset' ? 'a headset' : 'headphones'}`;
  }
}
