import type { Act } from '../host';
import { appIn, type Catalogue, type Setup } from '../model';

/** How the device and its app are set before anything is plugged, as acts on a device that is set as sold. */
export function settingActs({ session, job }: Setup, catalogue: Catalogue): readonly Act[] {
  const app = appIn(catalogue, job.app);
  return [
    ...(session?.permission === 'refused' ? [{ do: 'allow', on: false } as const] : []),
    ...(session?.automatic === 'off' ? [{ do: 'automatic', on: false } as const] : []),
    ...(session?.processing && app.processing.startsWith('starts')
      ? [{ do: 'processing', on: session.processing === 'on' } as const]
      : []),
    ...(session?.output ? [{ do: 'play', from: session.output } as const] : []),
  ];
}

export const isSetting = (a: Act): boolean => ['allow', 'automatic', 'processing', 'play'].includes(a.do);
