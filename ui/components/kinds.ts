import type { PartKind } from '@/core/model';

/** Kinds in the order they are looked for, as headings. */
export const KIND_TITLES: Readonly<Record<PartKind, string>> = {
  source: 'What sound comes out of',
  microphone: 'Microphones',
  wireless: 'Wireless',
  lead: 'Cables',
  adapter: 'Adapters',
  interface: 'Interfaces',
  mixer: 'Mixers',
  listening: 'Headphones',
  controller: 'Keyboards and mice',
  power: 'Power',
  device: 'Devices',
  unknown: 'Not known here',
};

export const KINDS_IN_ORDER = Object.keys(KIND_TITLES) as readonly PartKind[];
