import type { AppClass, Catalogue, CellClass, PartClass } from '@/core/model';
import adapters from './adapters.json';
import apps from './apps.json';
import cells from './cells.json';
import controllers from './controllers.json';
import devices from './devices.json';
import interfaces from './interfaces.json';
import leads from './leads.json';
import listening from './listening.json';
import microphones from './microphones.json';
import power from './power.json';
import sources from './sources.json';
import unknown from './unknown.json';
import wireless from './wireless.json';

// JSON widens literal types; catalogue.test.ts checks each class against what the types promise.
const parts = [
  sources,
  microphones,
  wireless,
  leads,
  adapters,
  interfaces,
  listening,
  controllers,
  power,
  devices,
  unknown,
].flat() as unknown as readonly PartClass[];

/** All classes the product ships. */
export const catalogue: Catalogue = {
  parts: new Map(parts.map((p) => [p.id, p])),
  apps: new Map((apps as readonly AppClass[]).map((a) => [a.id, a])),
  cells: new Map((cells as readonly CellClass[]).map((c) => [c.id, c])),
};
