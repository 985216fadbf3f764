import type { Act } from '../host';
import type { Catalogue, Setup } from '../model';

/** What is to be done, in words; joints by their numbers in the setup. */
export function sayAct(setup: Setup, catalogue: Catalogue, a: Act): string {
  const nameOf = (id: string) => {
    const part = setup.parts.find((p) => p.id === id);
    return part ? (part.name ?? catalogue.parts.get(part.class)!.name) : 'a part that is gone';
  };
  const app = catalogue.apps.get(setup.job.app)!.name;
  switch (a.do) {
    case 'plug':
    case 'unplug': {
      const index = setup.joints.findIndex((j) => j.id === a.joint);
      const joint = setup.joints[index];
      const [from, to] = [nameOf(joint.a.part), nameOf(joint.b.part)];
      return a.do === 'plug' ? `Join ${from} and ${to} (joint ${index + 1})` : `Draw ${from} out of ${to}`;
    }
    case 'open':
      return `Open the ${app}`;
    case 'close':
      return `Close the ${app}`;
    case 'choose':
      return `Choose ${nameOf(a.input.split(' ')[0])} in the app`;
    case 'allow':
      return `${a.on ? 'Allow' : 'Forbid'} the ${app} to hear`;
    case 'automatic':
      return `Turn automatic choice ${a.on ? 'on' : 'off'}`;
    case 'processing':
      return `Turn noise processing ${a.on ? 'on' : 'off'}`;
    case 'play':
      return a.from === null ? 'Let sound play where the input is' : `Play from ${nameOf(a.from)}`;
    case 'answer':
      return `Answer that it is ${a.as === 'headset' ? 'a headset' : 'headphones'}`;
  }
}
